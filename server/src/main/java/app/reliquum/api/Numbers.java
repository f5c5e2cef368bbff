package app.reliquum.api;

import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.regex.Pattern;

/**
 * Numbers, days and moments as other programs write them: ASCII digits with a decimal point, and no
 * more of them than any figure of the house needs. Everything that comes in by JSON, in an address
 * or from a file is read here.
 */
public final class Numbers {

  /** The most digits that a number may have. */
  private static final int MOST_DIGITS = 25;

  private static final Pattern DECIMAL = Pattern.compile("-?[0-9]{1,25}(?:\\.[0-9]{1,25})?");
  private static final Pattern WHOLE = Pattern.compile("-?[0-9]{1,19}");

  /** Days before and after these are slips of the hand. */
  private static final LocalDate FIRST = LocalDate.of(1900, 1, 1);

  private static final LocalDate LAST = LocalDate.of(2200, 12, 31);
  private static final Instant BEGIN = Instant.parse("1900-01-01T00:00:00Z");
  private static final Instant END = Instant.parse("2201-01-01T00:00:00Z");

  private Numbers() {}

  /**
   * A decimal number.
   *
   * @throws IllegalArgumentException if it is none, or has too many digits
   */
  public static BigDecimal decimal(String text) {
    if (!DECIMAL.matcher(text).matches()) {
      throw new InvalidValueException("is a number such as 12.5, not '{0}'", brief(text));
    }
    return bounded(new BigDecimal(text));
  }

  /**
   * The same number, if it is none that would take for ever to write down.
   *
   * @throws IllegalArgumentException if it has too many digits
   */
  static BigDecimal bounded(BigDecimal number) {
    boolean fits =
        number.precision() <= MOST_DIGITS
            && number.scale() <= MOST_DIGITS
            && number.scale() >= -MOST_DIGITS;
    if (!fits) {
      throw new InvalidValueException("is a number of at most {0} digits", MOST_DIGITS);
    }
    return number;
  }

  /**
   * A whole number.
   *
   * @throws IllegalArgumentException if it is none, or too large
   */
  public static long whole(String text) {
    if (!WHOLE.matcher(text).matches()) {
      throw new InvalidValueException("is a whole number, not '{0}'", brief(text));
    }
    try {
      return Long.parseLong(text);
    } catch (NumberFormatException tooLarge) {
      throw new InvalidValueException("is too large: '{0}'", text);
    }
  }

  /**
   * A day, as {@code 2026-03-31}.
   *
   * @throws IllegalArgumentException if it is none, or out of all sense
   */
  public static LocalDate day(String text) {
    try {
      LocalDate day = LocalDate.parse(text);
      if (!day.isBefore(FIRST) && !day.isAfter(LAST)) {
        return day;
      }
    } catch (DateTimeParseException no) {
      // said below
    }
    throw new InvalidValueException(
        "is a day such as 2026-03-31, from 1900 to 2200, not '{0}'", brief(text));
  }

  /**
   * A moment, as {@code 2026-03-31T12:00:00Z}.
   *
   * @throws IllegalArgumentException if it is none, or out of all sense
   */
  public static Instant moment(String text) {
    try {
      Instant moment = Instant.parse(text);
      if (!moment.isBefore(BEGIN) && moment.isBefore(END)) {
        return moment;
      }
    } catch (DateTimeParseException no) {
      // said below
    }
    throw new InvalidValueException(
        "is a moment such as 2026-03-31T12:00:00Z, from 1900 to 2200, not '{0}'", brief(text));
  }

  static String brief(String text) {
    return text.length() <= 40 ? text : text.substring(0, 40) + "…";
  }
}
