package app.reliquum.core.scan;

import app.reliquum.core.text.InvalidValueException;
import java.util.Optional;

/**
 * A Global Trade Item Number, held with fourteen digits.
 *
 * <p>A GTIN-8, -12 or -13 is the same number with zeros in front, so a box scanned as GTIN-12 and
 * entered as GTIN-13 are one (GS1 General Specifications, section 3.3).
 *
 * @param digits fourteen digits, the last of them the check digit
 */
public record Gtin(String digits) {

  /**
   * @throws IllegalArgumentException if these are not fourteen digits with a right check digit
   */
  public Gtin {
    if (!digits.matches("[0-9]{14}") || !checkDigitRight(digits)) {
      throw new InvalidValueException("'{0}' is no GTIN of fourteen digits.", digits);
    }
  }

  /** Whether a text has the shape of a GTIN: 8, 12, 13 or 14 digits. */
  public static boolean hasShape(String text) {
    return text.matches("[0-9]{8}|[0-9]{12,14}");
  }

  /**
   * The GTIN that a text of 8, 12, 13 or 14 digits is.
   *
   * @throws IllegalArgumentException if it has another shape or a wrong check digit
   */
  public static Gtin of(String text) {
    if (!hasShape(text)) {
      throw new InvalidValueException("A GTIN has 8, 12, 13 or 14 digits; '{0}' has not.", text);
    }
    String padded = "0".repeat(14 - text.length()) + text;
    if (!checkDigitRight(padded)) {
      throw new ElementException(
          LabelFault.of(
              LabelFault.Kind.GTIN_CHECK_DIGIT,
              text,
              text.length() - 1,
              text.charAt(text.length() - 1),
              checkDigit(text.substring(0, text.length() - 1))));
    }
    return new Gtin(padded);
  }

  /**
   * The GTIN that a text is, if it is one: 8, 12, 13 or 14 digits with a right check digit.
   *
   * @param text what stands on a label or in a document, without blanks around it
   */
  public static Optional<Gtin> read(String text) {
    return hasShape(text) && checkDigitRight("0".repeat(14 - text.length()) + text)
        ? Optional.of(of(text))
        : Optional.empty();
  }

  /**
   * The check digit for the digits before it: weights 3 and 1 in turn from the right, and what is
   * missing to the next ten (GS1 General Specifications, section 7.9).
   */
  public static char checkDigit(String digitsBefore) {
    int sum = 0;
    for (int i = 0; i < digitsBefore.length(); i++) {
      int digit = digitsBefore.charAt(digitsBefore.length() - 1 - i) - '0';
      sum += i % 2 == 0 ? 3 * digit : digit;
    }
    return (char) ('0' + (10 - sum % 10) % 10);
  }

  private static boolean checkDigitRight(String digits) {
    return checkDigit(digits.substring(0, 13)) == digits.charAt(13);
  }

  /** As it is printed: without the zeros that only fill it up, at least eight digits. */
  public String printed() {
    String bare = digits.replaceFirst("^0+", "");
    int length = bare.length() <= 8 ? 8 : bare.length() <= 12 ? 12 : bare.length();
    return digits.substring(14 - length);
  }

  @Override
  public String toString() {
    return digits;
  }
}
