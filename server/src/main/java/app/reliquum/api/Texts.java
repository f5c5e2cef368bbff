package app.reliquum.api;

/** Texts as they may be kept, printed and written to files. */
public final class Texts {

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
        throw new IllegalArgumentException(
            "has a character at %d that can't be kept: U+%04X".formatted(i, c));
      }
      i += Character.charCount(c);
    }
    return text;
  }
}
