package app.reliquum.core.adjustment;

/** Which way an adjustment changes the book. */
public enum Way {
  /** Goods come in. */
  IN,
  /** Goods go out. */
  OUT,
  /** The book is set to a figure. */
  SET
}
