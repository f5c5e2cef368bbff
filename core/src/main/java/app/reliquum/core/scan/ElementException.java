package app.reliquum.core.scan;

/** GS1 data that can't be read. */
public final class ElementException extends IllegalArgumentException {

  private final transient LabelFault fault;

  /** Says what is wrong, where, and what was expected. */
  public ElementException(LabelFault fault) {
    super(fault.sentence());
    this.fault = fault;
  }

  /** What is wrong, and where. */
  public LabelFault fault() {
    return fault;
  }

  /** The application identifier that it is about. */
  public String identifier() {
    return fault.identifier();
  }

  /** Where in the text, counted from 0. */
  public int offset() {
    return fault.offset();
  }
}
