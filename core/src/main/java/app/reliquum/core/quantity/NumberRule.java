package app.reliquum.core.quantity;

import app.reliquum.core.text.InvalidValueException;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.Locale;

/**
 * How new lots and new pieces are numbered: a text with {@code {yyyy}}, {@code {yy}}, {@code {mm}},
 * {@code {dd}}, {@code {ww}} (ISO week) for the day and {@code {nn}} for a running number of at
 * least as many digits, as in {@code K{yy}{ww}-{nn}}.
 */
public final class NumberRule {

  /** How lots are numbered where nobody has said it. */
  public static final NumberRule HOUSE_LOTS = NumberRule.of("L{yy}{mm}{dd}-{nn}");

  /** How pieces are numbered where nobody has said it. */
  public static final NumberRule HOUSE_SERIALS = NumberRule.of("S{yy}{mm}{dd}-{nnn}");

  private static final int LONGEST = 30;

  private final String text;

  private NumberRule(String text) {
    this.text = text;
  }

  /**
   * Reads a rule.
   *
   * @throws IllegalArgumentException if it holds something else in braces, no running number, or
   *     makes numbers that are too long
   */
  public static NumberRule of(String text) {
    String plain = text.replaceAll("\\{(yyyy|yy|mm|dd|ww|n{1,6})\\}", "");
    if (!plain.matches("[A-Za-z0-9./_-]*")) {
      throw new InvalidValueException(
          "'{0}' is no rule for numbers. Use letters, digits and {yyyy} {yy} {mm} {dd} {ww} {nn}.",
          text);
    }
    if (!text.matches("(?s).*\\{n{1,6}\\}.*")
        || text.replaceAll("\\{n+\\}", "").length() > LONGEST) {
      throw new InvalidValueException(
          "A rule for numbers needs one running number, like {nn}, and makes at most 30 characters.");
    }
    return new NumberRule(text);
  }

  /** Everything before the running number, on a day: numbers run on while it stays the same. */
  public String prefix(LocalDate day) {
    String dated = dated(day);
    return dated.substring(0, dated.indexOf("{n"));
  }

  /** The number of what is made on a day. */
  public String number(LocalDate day, long running) {
    String dated = dated(day);
    int from = dated.indexOf("{n");
    int to = dated.indexOf('}', from);
    String digits = Long.toString(running);
    String zeros = "0".repeat(Math.max(0, to - from - 1 - digits.length()));
    return dated.substring(0, from) + zeros + digits + dated.substring(to + 1);
  }

  private String dated(LocalDate day) {
    return text.replace("{yyyy}", two(day.getYear(), 4))
        .replace("{yy}", two(day.getYear() % 100, 2))
        .replace("{mm}", two(day.getMonthValue(), 2))
        .replace("{dd}", two(day.getDayOfMonth(), 2))
        .replace("{ww}", two(day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR), 2));
  }

  private static String two(int number, int width) {
    return String.format(Locale.ROOT, "%0" + width + "d", number);
  }

  @Override
  public String toString() {
    return text;
  }
}
