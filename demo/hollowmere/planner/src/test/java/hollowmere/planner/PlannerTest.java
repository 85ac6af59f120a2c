package hollowmere.planner;

import java.util.List;

class PlannerTest {
  void placesWhatFits() {
    Planner planner = new Planner(List.of(new QuayMooring("north", 60)));
    assert planner.place(new Request("Heron", 40, 20, 8, 2)) == Planner.Outcome.PLACED;
  }
}
