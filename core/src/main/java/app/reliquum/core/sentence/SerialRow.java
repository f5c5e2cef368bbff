package app.reliquum.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Serial numbers that follow one another: {@code BCN-0095} to {@code BCN-0114} are twenty. */
final class SerialRow {

  /** The most pieces that one row may name. */
  static final int MOST = 500;

  private static final int MOST_DIGITS = 15;

  private SerialRow() {}

  /**
   * The numbers of a row, both ends included. The ends must be equally long and differ in their
   * last digits only.
   *
   * @return empty if these are no ends of a row, or of one that is too long
   */
  static Optional<List<String>> of(String first, String last) {
    if (first.length() != last.length()) {
      return Optional.empty();
    }
    int digits = first.length();
    while (digits > 0
        && isDigit(first.charAt(digits - 1))
        && isDigit(last.charAt(digits - 1))
        && first.length() - digits < MOST_DIGITS) {
      digits--;
    }
    String head = first.substring(0, digits);
    int width = first.length() - digits;
    if (width == 0 || !last.startsWith(head)) {
      return Optional.empty();
    }
    long from = Long.parseLong(first.substring(digits));
    long to = Long.parseLong(last.substring(digits));
    if (to < from || to - from >= MOST) {
      return Optional.empty();
    }
    List<String> numbers = new ArrayList<>();
    for (long number = from; number <= to; number++) {
      String tail = Long.toString(number);
      numbers.add(head + "0".repeat(width - tail.length()) + tail);
    }
    return Optional.of(numbers);
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }
}
