package app.reliquum.core.scan;

import app.reliquum.core.text.InvalidValueException;

/**
 * A Serial Shipping Container Code, the number of a unit load: an extension digit, a company prefix
 * with a serial reference, and a check digit (GS1 General Specifications, section 3.2).
 *
 * @param digits eighteen digits, the last of them the check digit
 */
public record Sscc(String digits) {

  private static final int LENGTH = 18;

  /**
   * @throws IllegalArgumentException if these are not eighteen digits with a right check digit
   */
  public Sscc {
    if (!isSscc(digits)) {
      throw new InvalidValueException(
          "'{0}' is no SSCC: expected eighteen digits with a right check digit.", digits);
    }
  }

  /** Whether a text has the shape of an SSCC: eighteen digits, whatever the last of them says. */
  public static boolean hasShape(String text) {
    return text.length() == LENGTH && text.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  /** Whether a text is one. */
  public static boolean isSscc(String text) {
    return hasShape(text)
        && Gtin.checkDigit(text.substring(0, LENGTH - 1)) == text.charAt(LENGTH - 1);
  }

  /**
   * The number of a new unit load.
   *
   * @param prefix the extension digit and the company prefix, 8 to 14 digits
   * @param reference the serial reference, not negative
   * @throws IllegalArgumentException if they don't fit into seventeen digits
   */
  public static Sscc of(String prefix, long reference) {
    String serial = Long.toString(reference);
    int zeros = LENGTH - 1 - prefix.length() - serial.length();
    if (!prefix.matches("[0-9]{8,14}") || reference < 0 || zeros < 0) {
      throw new InvalidValueException(
          "Prefix '{0}' and reference {1} make no SSCC.", prefix, reference);
    }
    String before = prefix + "0".repeat(zeros) + serial;
    return new Sscc(before + Gtin.checkDigit(before));
  }

  @Override
  public String toString() {
    return digits;
  }
}
