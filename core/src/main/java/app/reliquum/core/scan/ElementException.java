package app.reliquum.core.scan;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;

/** GS1 data that can't be read. */
public final class ElementException extends IllegalArgumentException implements Worded {

  private final transient LabelFault fault;

  /** Says what is wrong, where, and what was expected. */
  public ElementException(LabelFault fault) {
    super(fault.message().english());
    this.fault = fault;
  }

  @Override
  public Message message() {
    return fault.message();
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
