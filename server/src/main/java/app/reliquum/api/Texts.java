package app.reliquum.api;

import app.reliquum.core.text.InvalidValueException;

/** Texts as they may be kept, printed and written to files. */
public final class Texts {

  /** How the house writes the code of a party: {@link #CODE_WANTED} says it to people. */
  public static final String CODE = "[A-Z0-9][A-Z0-9-]{0,23}";

  public static final String CODE_WANTED = "is 1 to 24 capital letters, digits and hyphens";

  /** An address that mail can be sent to, or none. */
  public static final String MAIL = "|[^@\\s]+@[^@\\s]+";

  public static final String MAIL_WANTED = "is no mail address, like orders@example.org";

  /** A language that papers and screens are written in, or none. */
  public static final String LANGUAGE = "|en|de";

  public static final String LANGUAGE_WANTED = "is en, de, or empty";

  private Texts() {}

  /**
   * The same text, if paper and files can hold it: no control characters but line breaks and tabs,
   * no half characters, none that Unicode keeps for itself.
   *
   * @throws IllegalArgumentException naming the place of the first character that can't be kept
   */
  public static String plain(String text) {
    for (int i = 0; i < text.length(); ) {
      int c = text.codePointAt(i);
      boolean control = Character.isISOControl(c) && c != '\n' && c != '\r' && c != '\t';
      boolean half = c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE;
      boolean none = (c & 0xFFFE) == 0xFFFE || (c >= 0xFDD0 && c <= 0xFDEF);
      if (control || half || none) {
        throw new InvalidValueException(
            "has a character at {0} that can't be kept: U+{1}", i, "%04X".formatted(c));
      }
      i += Character.charCount(c);
    }
    return text;
  }
}
