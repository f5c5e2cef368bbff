package app.reliquum.core.scan;

/** GS1 data that can't be read. */
public final class ElementException extends IllegalArgumentException {

  private final String identifier;
  private final int offset;

  /**
   * @param identifier the application identifier that it is about, or the digits found where one
   *     was expected
   * @param offset where in the text, counted from 0
   * @param message what is wrong there and what was expected
   */
  public ElementException(String identifier, int offset, String message) {
    super(message);
    this.identifier = identifier;
    this.offset = offset;
  }

  /** The application identifier that it is about. */
  public String identifier() {
    return identifier;
  }

  /** Where in the text, counted from 0. */
  public int offset() {
    return offset;
  }
}
