package app.reliquum.api.lists;

/** How a column is compared with what someone asks for. */
public enum Comparison {
  /** It is this; several of a column mean any of them. */
  IS,
  /** It is not this, or there is nothing. */
  IS_NOT,
  /** A text holds this somewhere. */
  HOLDS,
  /** A number, day or moment is this, or later or more. */
  FROM,
  /** A number or day is this, or earlier or less. */
  UNTIL,
  /** A moment is earlier. */
  BEFORE,
  /** There is nothing. */
  EMPTY,
  /** There is something. */
  FILLED;

  /** Whether it needs a value to compare with. */
  boolean needsValue() {
    return this != EMPTY && this != FILLED;
  }
}
