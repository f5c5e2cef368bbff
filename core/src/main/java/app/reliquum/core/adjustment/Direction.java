package app.reliquum.core.adjustment;

/** Which way goods may go by a movement kind. */
public enum Direction {
  IN,
  OUT,
  EITHER;

  /** Whether a change may go one way; the book is set only by what may go either. */
  public boolean allows(Way way) {
    return this == EITHER || name().equals(way.name());
  }

  /** Whether a kind of this direction can take back what one of the other does. */
  public boolean opposes(Direction other) {
    return this != other;
  }
}
