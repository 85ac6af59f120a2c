package hollowmere.planner;

/** A barge that asks for a berth. */
public record Request(String barge, int length, int draught, int fromHour, int hours) {
  public int untilHour() {
    return fromHour + hours;
  }

  public boolean overlaps(Request other) {
    return fromHour < other.untilHour() && other.fromHour() < untilHour();
  }
}
