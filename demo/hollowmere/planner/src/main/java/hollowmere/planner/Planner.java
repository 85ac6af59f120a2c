package hollowmere.planner;

import hollowmere.planner.rules.Rules;
import java.util.*;

/** Finds a berth for each request, the longest barges first. */
public class Planner {
  public enum Outcome { PLACED, REFUSED }

  private final List<QuayMooring> moorings;
  private final Rules rules = new Rules(this);

  public Planner(List<QuayMooring> moorings) {
    this.moorings = moorings;
  }

  public Map<Request, Outcome> plan(List<Request> requests) {
    Map<Request, Outcome> outcomes = new LinkedHashMap<>();
    requests.stream()
        .sorted(Comparator.comparingInt(Request::length).reversed())
        .forEach(request -> outcomes.put(request, place(request)));
    return outcomes;
  }

  public Outcome place(Request request) {
    return place(request, 0);
  }

  private Outcome place(Request request, int from) {
    for (int i = from; i < moorings.size(); i++) {
      QuayMooring mooring = moorings.get(i);
      if (!mooring.takes(request) || !rules.allow(request, mooring)) continue;
      mooring.take(request);
      return Outcome.PLACED;
    }
    return Outcome.REFUSED;
  }

  public int berths() {
    return moorings.size();
  }
}
