package app.reliquum.api;

import app.reliquum.core.text.Language;
import app.reliquum.core.text.Message;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import org.jspecify.annotations.Nullable;

/**
 * How something is said on paper, on a label or in a letter, in the language of whom it is for.
 *
 * @param language that of whoever reads it
 */
public record Words(Language language) {

  /** Where there is nothing to say. */
  public static final String NONE = "–";

  /** A text, with what stands in it. */
  public String say(String template, @Nullable Object... values) {
    return Translations.said(language, template, values);
  }

  /** A message. */
  public String say(Message message) {
    return Translations.said(message, language);
  }

  /** A number as the language writes it, with as many decimals as it has. */
  public String number(Object number) {
    return Message.of("{0}", number).in(language, template -> template);
  }

  /** A day; a dash for none. */
  public String day(@Nullable LocalDate day) {
    return day == null ? NONE : day.format(format("d MMM yyyy", "d. MMM yyyy"));
  }

  /** A moment as the clocks of a place show it; a dash for none. */
  public String moment(@Nullable Instant moment, ZoneId zone) {
    return moment == null
        ? NONE
        : moment.atZone(zone).format(format("d MMM yyyy HH:mm", "d. MMM yyyy HH:mm"));
  }

  private DateTimeFormatter format(String english, String german) {
    return DateTimeFormatter.ofPattern(
        language == Language.GERMAN ? german : english, language.locale());
  }
}
