package app.reliquum.core.text;

import java.util.Locale;

/** A language that people are spoken to in. */
public enum Language {
  /** British English, in which every text is written first. */
  ENGLISH(Locale.UK),
  /** German. */
  GERMAN(Locale.GERMANY);

  private final Locale locale;

  Language(Locale locale) {
    this.locale = locale;
  }

  /** By which numbers and days are written. */
  public Locale locale() {
    return locale;
  }

  /** The code of ISO 639-1, such as {@code de}. */
  public String code() {
    return locale.getLanguage();
  }

  /** The language of a code of ISO 639-1, English if it is none of these. */
  public static Language of(String code) {
    for (Language language : values()) {
      if (language.code().equals(code)) {
        return language;
      }
    }
    return ENGLISH;
  }
}
