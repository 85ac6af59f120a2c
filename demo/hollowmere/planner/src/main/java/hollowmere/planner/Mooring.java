package hollowmere.planner;

/** A place where a barge can lie. */
public interface Mooring {
  int METRES_BETWEEN = 4;

  String name();

  boolean takes(Request request);

  default int room(int length) {
    return length + METRES_BETWEEN;
  }
}
