package app.reliquum.core.place;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;

/** A bin pattern that can't be read. */
public final class BinPatternException extends IllegalArgumentException implements Worded {

  private final int offset;
  private final transient Message message;

  /**
   * @param offset where in the pattern, counted from 0
   * @param template what is wrong there and what was expected, in English
   * @param values what stands in it
   */
  public BinPatternException(int offset, String template, Object... values) {
    super(Message.of(template, values).english());
    this.offset = offset;
    this.message = Message.of(template, values);
  }

  @Override
  public Message message() {
    return message;
  }

  /** Where in the pattern, counted from 0. */
  public int offset() {
    return offset;
  }
}
