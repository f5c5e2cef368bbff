package app.reliquum.core.text;

/** A value that a rule of the job forbids, with a sentence that says what was expected. */
public final class InvalidValueException extends IllegalArgumentException implements Worded {

  private final transient Message message;

  /**
   * @param template the sentence in English; {@code {0}} stands for the first value
   * @param values what stands in it
   */
  public InvalidValueException(String template, Object... values) {
    this(Message.of(template, values));
  }

  private InvalidValueException(Message message) {
    super(message.english());
    this.message = message;
  }

  @Override
  public Message message() {
    return message;
  }
}
