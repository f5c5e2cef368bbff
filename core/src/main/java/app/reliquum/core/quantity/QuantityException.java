package app.reliquum.core.quantity;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;

/** A text or number that can't be a quantity, or not one of the item at hand. */
public final class QuantityException extends IllegalArgumentException implements Worded {

  /** What is wrong with it. */
  public enum Fault {
    /** The text is not a plain decimal number. */
    NOT_A_NUMBER,
    /** It has more decimals than the limit allows. It is refused, never rounded. */
    TOO_MANY_DECIMALS,
    /** It has more digits before the point than the limit allows. */
    TOO_LARGE,
    /** It is zero or less where goods were meant. */
    NOT_POSITIVE
  }

  private final Fault fault;
  private final String given;
  private final int limit;

  /**
   * @param fault what is wrong
   * @param given what was given, as written
   * @param limit the limit that it breaks, in digits; 0 where there is none
   */
  public QuantityException(Fault fault, String given, int limit) {
    super(message(fault, given, limit).english());
    this.fault = fault;
    this.given = given;
    this.limit = limit;
  }

  /** What is wrong. */
  public Fault fault() {
    return fault;
  }

  /** What was given, as written. */
  public String given() {
    return given;
  }

  /** The limit that it breaks, in digits; 0 where there is none. */
  public int limit() {
    return limit;
  }

  @Override
  public Message message() {
    return message(fault, given, limit);
  }

  private static Message message(Fault fault, String given, int limit) {
    return switch (fault) {
      case NOT_A_NUMBER ->
          Message.of("'{0}' is not a number. Write digits, like 6 or 12.5.", given);
      case TOO_MANY_DECIMALS ->
          limit == 0
              ? Message.of("{0} is not whole. This is counted in whole units.", given)
              : Message.of("{0} has more than {1} decimals.", given, limit);
      case TOO_LARGE -> Message.of("{0} has more than {1} digits before the point.", given, limit);
      case NOT_POSITIVE -> Message.of("{0} is not more than zero.", given);
    };
  }
}
