package app.reliquum.core.text;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A sentence with its values apart.
 *
 * @param template the sentence in English; {@code {0}} stands for the first value
 * @param values what stands in it: texts, numbers, days, or other messages
 */
public record Message(String template, List<Object> values) implements Worded {

  private static final Pattern PLACE = Pattern.compile("\\{(\\d)}");
  private static final Pattern DECIMAL = Pattern.compile("-?\\d+\\.\\d+");

  /** The values can't be changed afterwards. */
  public Message {
    values = Collections.unmodifiableList(values);
  }

  /**
   * @param template the sentence in English
   * @param values what stands in it, in the order of the numbers
   */
  public static Message of(String template, Object... values) {
    return new Message(template, Arrays.asList(values.clone()));
  }

  /** What an exception says: its message if it is {@link Worded}, else its text as it is. */
  public static Message of(Throwable fault) {
    if (fault instanceof Worded worded) {
      return worded.message();
    }
    String said = fault.getMessage();
    return verbatim(said == null ? fault.toString() : said);
  }

  /** A text that is the same in every language, such as a name or what another system said. */
  public static Message verbatim(String text) {
    return of("{0}", text);
  }

  @Override
  public Message message() {
    return this;
  }

  /** The sentence in English. */
  public String english() {
    return in(Language.ENGLISH, template -> template);
  }

  /**
   * The sentence in a language.
   *
   * @param catalogue gives the template of that language for the English one
   */
  public String in(Language language, UnaryOperator<String> catalogue) {
    return PLACE
        .matcher(catalogue.apply(template))
        .replaceAll(found -> Matcher.quoteReplacement(value(found, language, catalogue)));
  }

  private String value(MatchResult place, Language language, UnaryOperator<String> catalogue) {
    int number = Integer.parseInt(place.group(1));
    if (number >= values.size()) {
      return place.group();
    }
    Object value = values.get(number);
    if (value instanceof Worded worded) {
      return worded.message().in(language, catalogue);
    }
    String text =
        value instanceof BigDecimal amount ? amount.toPlainString() : String.valueOf(value);
    if (language == Language.ENGLISH) {
      return text;
    }
    if (value instanceof LocalDate day) {
      return day.format(DateTimeFormatter.ofPattern("dd.MM.yyyy"));
    }
    // A text is said as it is, even one of digits: it may be a code.
    return !(value instanceof CharSequence) && DECIMAL.matcher(text).matches()
        ? text.replace('.', ',')
        : text;
  }
}
