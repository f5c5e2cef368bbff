package app.reliquum.core.table;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Reads what stands in a cell as the kind of its column asks for, and writes it in the one way in
 * which rows are compared.
 */
public final class CellReading {

  /** What parts the texts of a list. */
  static final String BETWEEN_TEXTS = "; ";

  private static final int MOST_DIGITS = 19;
  private static final LocalDate FIRST = LocalDate.of(1900, 1, 1);
  private static final LocalDate LAST = LocalDate.of(2200, 12, 31);
  private static final Pattern YEAR_FIRST =
      Pattern.compile("([0-9]{4})([-./])([0-9]{1,2})\\2([0-9]{1,2})");
  private static final Pattern YEAR_LAST =
      Pattern.compile("([0-9]{1,2})([-./])([0-9]{1,2})\\2([0-9]{4})");
  private static final Set<String> YES = Set.of("yes", "y", "true", "1", "x", "ja", "oui", "si");
  private static final Set<String> NO = Set.of("no", "n", "false", "0", "nein", "non");

  private CellReading() {}

  /**
   * What stands in a cell.
   *
   * @param text what it says
   * @param exact whether the file holds it as a number or a day, and not as text: then it is
   *     written as a machine writes it, whatever the style of the file
   */
  public record Cell(String text, boolean exact) {
    /** A cell of text. */
    public static Cell of(String text) {
      return new Cell(text, false);
    }
  }

  /** A cell does not hold what its column asks for. */
  public static final class UnreadableException extends Exception implements Worded {
    private static final long serialVersionUID = 1;

    private final transient Message expected;

    UnreadableException(String template, Object... values) {
      super(Message.of(template, values).english(), null, false, false);
      this.expected = Message.of(template, values);
    }

    @Override
    public Message message() {
      return expected;
    }
  }

  /**
   * Reads a cell.
   *
   * @return the same as rows are compared; empty for nothing, where the column has no usual value
   * @throws UnreadableException whose message says what was expected
   */
  public static String read(TableColumn column, Cell cell, WrittenStyle style)
      throws UnreadableException {
    String text = cell.text().strip();
    if (text.isEmpty()) {
      if (column.needed() && column.usual().isEmpty()) {
        throw new UnreadableException("Expected something: {0}", column.meaning());
      }
      return column.usual();
    }
    return switch (column.kind()) {
      case TEXT -> text;
      case CODE -> text.toUpperCase(Locale.ROOT);
      case LIST -> list(text);
      case WHOLE -> whole(text, cell.exact(), style);
      case DECIMAL ->
          plain(
              number(text, cell.exact(), style)
                  .orElseThrow(
                      () ->
                          new UnreadableException(
                              "Expected a number, such as {0}.", column.example())));
      case DAY ->
          day(text, style.days())
              .orElseThrow(
                  () ->
                      new UnreadableException(
                          "Expected a day from 1900 to 2200, with all four digits of its year."))
              .toString();
      case YES_NO -> yesNo(text);
      case CHOICE -> choice(column, text);
    };
  }

  private static String list(String text) {
    return Arrays.stream(text.split(";"))
        .map(String::strip)
        .filter(one -> !one.isEmpty())
        .collect(Collectors.joining(BETWEEN_TEXTS));
  }

  private static Optional<BigDecimal> number(String text, boolean exact, WrittenStyle style) {
    WrittenStyle.Numbers numbers = exact ? WrittenStyle.Numbers.POINT : style.numbers();
    return numbers
        .read(text)
        .map(BigDecimal::new)
        .filter(number -> number.precision() <= MOST_DIGITS && number.scale() <= MOST_DIGITS);
  }

  private static String whole(String text, boolean exact, WrittenStyle style)
      throws UnreadableException {
    try {
      return Integer.toString(number(text, exact, style).orElseThrow().intValueExact());
    } catch (ArithmeticException | java.util.NoSuchElementException no) {
      throw new UnreadableException("Expected a whole number.");
    }
  }

  /** A number in the one way in which it is compared: without needless zeros. */
  public static String plain(BigDecimal number) {
    return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
  }

  private static String yesNo(String text) throws UnreadableException {
    String word = text.toLowerCase(Locale.ROOT);
    if (YES.contains(word)) {
      return "yes";
    }
    if (NO.contains(word)) {
      return "no";
    }
    throw new UnreadableException("Expected yes or no.");
  }

  private static String choice(TableColumn column, String text) throws UnreadableException {
    String plain = HeadingMatch.plain(text);
    for (String choice : column.choices()) {
      if (HeadingMatch.plain(choice).equals(plain)) {
        return choice;
      }
    }
    throw new UnreadableException("Expected one of: {0}.", String.join(", ", column.choices()));
  }

  /**
   * A day, if it is one: with the year first, or in the order that is said.
   *
   * @return empty if it is none, or not from 1900 to 2200
   */
  public static Optional<LocalDate> day(String text, WrittenStyle.Days order) {
    Matcher first = YEAR_FIRST.matcher(text);
    Matcher last = YEAR_LAST.matcher(text);
    try {
      LocalDate day;
      if (first.matches()) {
        day = LocalDate.of(part(first, 1), part(first, 3), part(first, 4));
      } else if (last.matches()) {
        boolean dayFirst = order == WrittenStyle.Days.DAY_FIRST;
        day =
            LocalDate.of(part(last, 4), part(last, dayFirst ? 3 : 1), part(last, dayFirst ? 1 : 3));
      } else {
        return Optional.empty();
      }
      return day.isBefore(FIRST) || day.isAfter(LAST) ? Optional.empty() : Optional.of(day);
    } catch (DateTimeException none) {
      return Optional.empty();
    }
  }

  private static int part(Matcher matched, int group) {
    return Integer.parseInt(matched.group(group));
  }
}
