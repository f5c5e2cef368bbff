package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Says what a scanned or typed text is. Pure: the same text is always the same reading. */
public final class ScanReader {

  /** The longest text that a label can hold. */
  public static final int MAX_LENGTH = 200;

  private static final Pattern FIGURE =
      Pattern.compile(
          "([0-9]{1,7}(?:[.,][0-9]{1,6})?)(?:\\s*[x×*]?\\s*([\\p{L}][\\p{L} ]{0,30}))?");

  private ScanReader() {}

  /**
   * Reads a text.
   *
   * <p>Blanks and control characters at its ends, which scanners add, are passed over.
   */
  public static Reading read(String raw) {
    String text = raw == null ? "" : trim(raw);
    if (text.isEmpty()) {
      return new Reading.Unreadable(text, "The scan was empty. Scan a label, or type its text.");
    }
    if (text.length() > MAX_LENGTH) {
      return new Reading.Unreadable(
          text.substring(0, 40),
          "The text has " + text.length() + " characters; a label has at most " + MAX_LENGTH + ".");
    }
    for (int i = 0; i < text.length(); i++) {
      if (Character.isISOControl(text.charAt(i))) {
        return new Reading.Unreadable(
            text, "There is a control character at " + i + ". Expected letters, digits and signs.");
      }
    }
    Optional<OwnLabel> own = OwnLabel.of(text);
    if (own.isPresent()) {
      return new Reading.Own(text, own.get());
    }
    Optional<String> fault = Optional.empty();
    if (Gtin.hasShape(text)) {
      try {
        return new Reading.Trade(text, Gtin.of(text));
      } catch (IllegalArgumentException wrongCheckDigit) {
        fault = Optional.of(wrongCheckDigit.getMessage());
      }
    }
    return new Reading.Plain(text, figure(text), fault);
  }

  private static String trim(String raw) {
    int from = 0;
    int to = raw.length();
    while (from < to && raw.charAt(from) <= ' ') {
      from++;
    }
    while (to > from && raw.charAt(to - 1) <= ' ') {
      to--;
    }
    return raw.substring(from, to);
  }

  private static Optional<Reading.Figure> figure(String text) {
    Matcher matcher = FIGURE.matcher(text);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    try {
      Quantity quantity = Quantity.of(matcher.group(1).replace(',', '.'));
      String pack = matcher.group(2);
      return Optional.of(new Reading.Figure(quantity, pack == null ? null : pack.strip()));
    } catch (QuantityException tooFine) {
      return Optional.empty();
    }
  }
}
