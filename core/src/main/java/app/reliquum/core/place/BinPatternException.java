package app.reliquum.core.place;

/** A bin pattern that can't be read. */
public final class BinPatternException extends IllegalArgumentException {

  private final int offset;

  /**
   * @param offset where in the pattern, counted from 0
   * @param message what is wrong there and what was expected
   */
  public BinPatternException(int offset, String message) {
    super(message);
    this.offset = offset;
  }

  /** Where in the pattern, counted from 0. */
  public int offset() {
    return offset;
  }
}
