package app.reliquum.core.scan;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * A GS1 application identifier: what the data behind it mean and which shape they have (GS1 General
 * Specifications, section 3).
 *
 * @param code its two to four digits
 * @param title what it names, as on a label
 * @param shape which characters its data may hold
 * @param shortest the least number of characters
 * @param longest the most number of characters
 * @param self whether its data end by themselves, so that no separator need follow (section 7.8,
 *     predefined lengths)
 */
public record Identifier(
    String code, String title, Shape shape, int shortest, int longest, boolean self) {

  /** Which characters data may hold, and what else must be right about them. */
  public enum Shape {
    /** Digits. */
    DIGITS,
    /** Digits, the last of them a check digit. */
    CHECKED,
    /** Six digits that are a date, YYMMDD; day 00 is the last of the month. */
    DATE,
    /** A date, then the hour and, if given, minutes and seconds: YYMMDDHH[MM[SS]]. */
    MOMENT,
    /** Two figures of two digits: a piece of a whole, behind a GTIN. */
    PIECE_OF_WHOLE,
    /** Letters, digits and signs of the GS1 character set 82. */
    TEXT
  }

  private static final Map<String, Identifier> KNOWN = new HashMap<>();

  private static void add(String code, String title, Shape shape, int shortest, int longest) {
    boolean self = "00 01 02 11 12 13 15 16 17 20".contains(code) || code.matches("3[1-6].*|41.");
    KNOWN.put(code, new Identifier(code, title, shape, shortest, longest, self));
  }

  static {
    add("00", "SSCC", Shape.CHECKED, 18, 18);
    add("01", "GTIN", Shape.CHECKED, 14, 14);
    add("02", "contained GTIN", Shape.CHECKED, 14, 14);
    add("10", "lot", Shape.TEXT, 1, 20);
    add("11", "production date", Shape.DATE, 6, 6);
    add("12", "due date", Shape.DATE, 6, 6);
    add("13", "packaging date", Shape.DATE, 6, 6);
    add("15", "best before", Shape.DATE, 6, 6);
    add("16", "sell by", Shape.DATE, 6, 6);
    add("17", "expiry", Shape.DATE, 6, 6);
    add("20", "variant", Shape.DIGITS, 2, 2);
    add("21", "serial number", Shape.TEXT, 1, 20);
    add("30", "count", Shape.DIGITS, 1, 8);
    add("37", "count of contained items", Shape.DIGITS, 1, 8);
    add("240", "additional item code", Shape.TEXT, 1, 30);
    add("241", "customer part number", Shape.TEXT, 1, 30);
    add("254", "extension of the GLN", Shape.TEXT, 1, 20);
    add("400", "order number", Shape.TEXT, 1, 30);
    add("410", "ship to GLN", Shape.CHECKED, 13, 13);
    add("411", "bill to GLN", Shape.CHECKED, 13, 13);
    add("412", "bought from GLN", Shape.CHECKED, 13, 13);
    add("413", "ship for GLN", Shape.CHECKED, 13, 13);
    add("414", "place GLN", Shape.CHECKED, 13, 13);
    add("8006", "piece of a whole", Shape.PIECE_OF_WHOLE, 18, 18);
    add("8008", "production moment", Shape.MOMENT, 8, 12);
    add("8020", "payment slip", Shape.TEXT, 1, 25);
    add("90", "mutually agreed", Shape.TEXT, 1, 30);
    for (int n = 91; n <= 99; n++) {
      add(Integer.toString(n), "company internal", Shape.TEXT, 1, 90);
    }
    String[] measures = {
      "net weight", "length", "width", "depth", "area", "net volume in litres", "net volume"
    };
    for (int m = 0; m < measures.length; m++) {
      for (int decimals = 0; decimals <= 5; decimals++) {
        add("31" + m + decimals, measures[m], Shape.DIGITS, 6, 6);
      }
    }
  }

  /** The identifier with these digits, if it is one that is read here. */
  public static Optional<Identifier> of(String code) {
    return Optional.ofNullable(KNOWN.get(code));
  }

  /** The identifier with which a text begins; of two to four digits, no one begins another. */
  static Optional<Identifier> at(String text, int offset) {
    for (int length = 2; length <= 4 && offset + length <= text.length(); length++) {
      Identifier known = KNOWN.get(text.substring(offset, offset + length));
      if (known != null) {
        return Optional.of(known);
      }
    }
    return Optional.empty();
  }

  /** Whether data are a length, a weight or the like, with the decimals in the last digit. */
  public boolean measure() {
    return code.length() == 4 && code.startsWith("31");
  }
}
