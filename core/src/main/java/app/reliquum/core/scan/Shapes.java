package app.reliquum.core.scan;

import app.reliquum.core.scan.LabelFault.Kind;
import java.time.Month;

/** Whether data have the shape that their identifier asks for. */
final class Shapes {

  private static final String SIGNS = "!\"%&'()*+,-./_:;<=>?";

  private Shapes() {}

  static void check(Identifier identifier, String data, int at) {
    if (data.length() < identifier.shortest() || data.length() > identifier.longest()) {
      String expected =
          identifier.shortest() == identifier.longest()
              ? Integer.toString(identifier.longest())
              : identifier.shortest() + " to " + identifier.longest();
      throw fault(Kind.LENGTH, identifier, at, data.length(), expected);
    }
    if (identifier.shape() == Identifier.Shape.TEXT) {
      checkText(identifier, data, at);
      return;
    }
    for (int i = 0; i < data.length(); i++) {
      if (data.charAt(i) < '0' || data.charAt(i) > '9') {
        throw fault(Kind.DIGITS_ONLY, identifier, at, data.charAt(i), "");
      }
    }
    switch (identifier.shape()) {
      case CHECKED -> checkDigit(identifier, data, at);
      case DATE -> checkDate(identifier, data, at, true);
      case MOMENT -> {
        checkDate(identifier, data.substring(0, 6), at, false);
        checkTime(identifier, data, at);
      }
      case PIECE_OF_WHOLE -> checkDigit(identifier, data.substring(0, 14), at);
      default -> {
        // digits are all that is asked
      }
    }
  }

  private static void checkText(Identifier identifier, String data, int at) {
    for (int i = 0; i < data.length(); i++) {
      char c = data.charAt(i);
      boolean letter = (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9');
      if (!letter && SIGNS.indexOf(c) < 0) {
        throw fault(Kind.CHARACTER, identifier, at, i, "");
      }
    }
  }

  private static void checkDigit(Identifier identifier, String digits, int at) {
    char right = Gtin.checkDigit(digits.substring(0, digits.length() - 1));
    char found = digits.charAt(digits.length() - 1);
    if (right != found) {
      throw fault(Kind.CHECK_DIGIT, identifier, at, found, right);
    }
  }

  private static void checkDate(Identifier identifier, String digits, int at, boolean dayZero) {
    int year = Integer.parseInt(digits.substring(0, 2));
    int month = Integer.parseInt(digits.substring(2, 4));
    int day = Integer.parseInt(digits.substring(4, 6));
    boolean right =
        month >= 1
            && month <= 12
            && day >= (dayZero ? 0 : 1)
            && day <= Month.of(month).length(year % 4 == 0);
    if (!right) {
      throw fault(Kind.DATE, identifier, at, digits, "YYMMDD");
    }
  }

  private static void checkTime(Identifier identifier, String digits, int at) {
    boolean right =
        digits.length() % 2 == 0
            && Integer.parseInt(digits.substring(6, 8)) < 24
            && (digits.length() < 10 || Integer.parseInt(digits.substring(8, 10)) < 60)
            && (digits.length() < 12 || Integer.parseInt(digits.substring(10, 12)) < 60);
    if (!right) {
      throw fault(Kind.MOMENT, identifier, at, digits, "YYMMDDHH[MM[SS]]");
    }
  }

  private static ElementException fault(
      Kind kind, Identifier identifier, int at, Object found, Object expected) {
    return new ElementException(LabelFault.of(kind, identifier.code(), at, found, expected));
  }
}
