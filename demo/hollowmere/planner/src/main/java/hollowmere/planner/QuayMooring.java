package hollowmere.planner;

import java.util.ArrayList;
import java.util.List;

/** A length of quay wall. */
public class QuayMooring implements Mooring {
  private final String name;
  private final int length;
  private final List<Request> taken = new ArrayList<>();

  public QuayMooring(String name, int length) {
    this.name = name;
    this.length = length;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  public boolean takes(Request request) {
    if (room(request.length()) > length) return false;
    for (Request other : taken) {
      if (other.overlaps(request)) return false;
    }
    return true;
  }

  public void take(Request request) {
    taken.add(request);
  }
}
