package app.reliquum.core.place;

import java.util.ArrayList;
import java.util.List;

/**
 * The addresses of a whole rack, written as one line: {@code QA-[01..12]-[A..E]} are sixty bins.
 *
 * <p>A range in brackets runs from its first to its last value, both included: numbers keep the
 * width of the first ({@code 01..12}), letters run through the Latin alphabet ({@code A..E}). A
 * list names its values ({@code [L,R]}). Outside of brackets stand capital letters, digits, hyphen
 * and dot. The last range changes fastest, which is also the order of the walk.
 */
public final class BinPattern {

  /** The most bins that one pattern may make. */
  public static final int MAX_BINS = 5_000;

  /** The longest address, in characters. */
  public static final int MAX_ADDRESS = 24;

  private final String text;
  private final List<List<String>> parts;

  private BinPattern(String text, List<List<String>> parts) {
    this.text = text;
    this.parts = parts;
  }

  /**
   * Reads a pattern.
   *
   * @throws BinPatternException if it can't be read, with where and what was expected, or if it
   *     would make more than {@value #MAX_BINS} bins
   */
  public static BinPattern of(String text) {
    List<List<String>> parts = new ArrayList<>();
    StringBuilder plain = new StringBuilder();
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == '[') {
        int end = text.indexOf(']', at);
        if (end < 0) {
          throw new BinPatternException(at, "The bracket is not closed. Write [01..12] or [A..E].");
        }
        if (plain.length() > 0) {
          parts.add(List.of(plain.toString()));
          plain.setLength(0);
        }
        parts.add(range(text.substring(at + 1, end), at + 1));
        at = end + 1;
      } else if (isAddressCharacter(c)) {
        plain.append(c);
        at++;
      } else {
        throw new BinPatternException(
            at, "'{0}' can't stand in an address. Use A to Z, 0 to 9, hyphen and dot.", c);
      }
    }
    if (plain.length() > 0) {
      parts.add(List.of(plain.toString()));
    }
    if (parts.isEmpty()) {
      throw new BinPatternException(
          0, "The pattern is empty. Write something like QA-[01..12]-[A..E].");
    }
    BinPattern pattern = new BinPattern(text, List.copyOf(parts));
    pattern.checkSize();
    return pattern;
  }

  /** Whether a text can be the address of a bin. */
  public static boolean isAddress(String text) {
    return !text.isEmpty()
        && text.length() <= MAX_ADDRESS
        && text.chars().allMatch(c -> isAddressCharacter((char) c));
  }

  private static boolean isAddressCharacter(char c) {
    return (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' || c == '.';
  }

  private static List<String> range(String body, int at) {
    int dots = body.indexOf("..");
    if (dots < 0) {
      List<String> values = List.of(body.split(",", -1));
      for (String value : values) {
        if (!isAddress(value)) {
          throw new BinPatternException(at, "'{0}' is no range. Write 01..12, A..E or L,R.", value);
        }
      }
      return values;
    }
    String first = body.substring(0, dots);
    String last = body.substring(dots + 2);
    if (first.matches("[0-9]{1,6}") && last.matches("[0-9]{1,6}")) {
      return numbers(first, last, at);
    }
    if (first.matches("[A-Z]") && last.matches("[A-Z]")) {
      return letters(first.charAt(0), last.charAt(0), at);
    }
    throw new BinPatternException(
        at, "'{0}' is no range. Two numbers or two single letters go around the dots.", body);
  }

  private static List<String> numbers(String first, String last, int at) {
    int from = Integer.parseInt(first);
    int to = Integer.parseInt(last);
    checkOrder(from <= to, first, last, at);
    if (to - from >= MAX_BINS) {
      throw new BinPatternException(at, "The range holds more than {0} values.", MAX_BINS);
    }
    List<String> values = new ArrayList<>();
    for (int value = from; value <= to; value++) {
      String digits = Integer.toString(value);
      values.add("0".repeat(Math.max(0, first.length() - digits.length())) + digits);
    }
    return List.copyOf(values);
  }

  private static List<String> letters(char first, char last, int at) {
    checkOrder(first <= last, String.valueOf(first), String.valueOf(last), at);
    List<String> values = new ArrayList<>();
    for (char value = first; value <= last; value++) {
      values.add(String.valueOf(value));
    }
    return List.copyOf(values);
  }

  private static void checkOrder(boolean ordered, String first, String last, int at) {
    if (!ordered) {
      throw new BinPatternException(
          at, "The range runs backwards: {0} comes after {1}.", first, last);
    }
  }

  private void checkSize() {
    long count = 1;
    int length = 0;
    for (List<String> part : parts) {
      count *= part.size();
      length += part.stream().mapToInt(String::length).max().orElse(0);
      if (count > MAX_BINS) {
        throw new BinPatternException(
            0, "The pattern makes more than {0} bins. Split it into several.", MAX_BINS);
      }
    }
    if (length > MAX_ADDRESS) {
      throw new BinPatternException(
          0, "The addresses get longer than {0} characters.", MAX_ADDRESS);
    }
  }

  /** How many bins it makes. */
  public int count() {
    return parts.stream().mapToInt(List::size).reduce(1, (a, b) -> a * b);
  }

  /** The addresses that it makes, in the order of the walk. */
  public List<String> addresses() {
    List<String> made = List.of("");
    for (List<String> part : parts) {
      List<String> longer = new ArrayList<>(made.size() * part.size());
      for (String head : made) {
        for (String tail : part) {
          longer.add(head + tail);
        }
      }
      made = longer;
    }
    return List.copyOf(made);
  }

  /** The pattern as it was written. */
  @Override
  public String toString() {
    return text;
  }
}
