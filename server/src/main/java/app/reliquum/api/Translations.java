package app.reliquum.api;

import app.reliquum.core.text.Language;
import app.reliquum.core.text.Message;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the server says to people itself: problems, papers, letters. Each text is written in English
 * where it is said; {@code texts.de.json} has the others for it.
 */
public final class Translations {

  private static final Map<String, String> GERMAN = read("/texts.de.json");

  private Translations() {}

  private static Map<String, String> read(String catalogue) {
    try (InputStream in = Translations.class.getResourceAsStream(catalogue)) {
      return JsonMapper.shared()
          .readValue(
              Objects.requireNonNull(in).readAllBytes(),
              new TypeReference<Map<String, String>>() {});
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** A message in a language. What the catalogue does not have stays English. */
  public static String said(Message message, Language language) {
    return message.in(
        language,
        template ->
            language == Language.GERMAN ? GERMAN.getOrDefault(template, template) : template);
  }

  /** A text in a language. */
  public static String said(Language language, String template, @Nullable Object... values) {
    return said(Message.of(template, values), language);
  }

  /**
   * The language that a request asks for.
   *
   * @param accepted its header Accept-Language; null for none
   */
  static Language asked(@Nullable String accepted) {
    if (accepted == null) {
      return Language.ENGLISH;
    }
    try {
      Locale found =
          Locale.lookup(
              Locale.LanguageRange.parse(accepted), List.of(Locale.ENGLISH, Locale.GERMAN));
      return found == null ? Language.ENGLISH : Language.of(found.getLanguage());
    } catch (IllegalArgumentException unreadable) {
      return Language.ENGLISH;
    }
  }
}
