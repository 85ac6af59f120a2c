package hollowmere.planner.rules;

import hollowmere.planner.Mooring;
import hollowmere.planner.Planner;
import hollowmere.planner.Request;

/** What the harbour master allows; it asks the planner how full the quay is, so that the two hold on to each other. */
public class Rules {
  private static final int DEEPEST = 28;
  private final Planner planner;

  public Rules(Planner planner) {
    this.planner = planner;
  }

  public boolean allow(Request request, Mooring mooring) {
    if (request.draught() > DEEPEST) return false;
    return planner.berths() > 1 || !mooring.name().isEmpty();
  }
}
