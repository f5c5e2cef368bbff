package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.LabelFault.Kind;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Says what a scanned or typed text is. Pure: the same text is always the same reading. */
public final class ScanReader {

  /** The longest text that a label can hold. */
  public static final int MAX_LENGTH = 400;

  private static final Pattern FIGURE =
      Pattern.compile("([0-9]{1,7}(?:[.][0-9]{1,6})?)(?:\\s*[x×*]?\\s*([\\p{L}][\\p{L} ]{0,30}))?");

  /** Symbols that say of themselves that they carry GS1 data (ISO/IEC 15424). */
  private static final Set<String> GS1_SYMBOLS =
      Set.of("]C1", "]e0", "]e1", "]e2", "]d2", "]Q3", "]J1");

  private static final Pattern SYMBOL = Pattern.compile("\\][A-Za-z][0-9A-Za-z]");
  private static final int SYMBOL_LENGTH = 3;
  private static final Pattern BRACKETED = Pattern.compile("\\([0-9]{2,4}\\)");
  private static final Pattern UNMARKED_ELEMENTS = Pattern.compile("0[12][0-9]{14}|00[0-9]{18}");

  private ScanReader() {}

  /**
   * Reads a text.
   *
   * <p>Blanks and control characters at its ends, which scanners add, are passed over, and so is
   * the name of the symbol that some put in front. A text that says it carries GS1 data must be
   * right as such; one that only looks like it is a plain code if it can't be read so.
   */
  public static Reading read(String raw) {
    String text = raw == null ? "" : trim(raw);
    if (text.isEmpty()) {
      return new Reading.Unreadable(text, LabelFault.of(Kind.EMPTY, "", 0));
    }
    if (text.length() > MAX_LENGTH) {
      return new Reading.Unreadable(
          text.substring(0, 40),
          LabelFault.of(Kind.TOO_LONG, "", MAX_LENGTH, text.length(), MAX_LENGTH));
    }
    boolean marked = false;
    if (text.length() > SYMBOL_LENGTH && SYMBOL.matcher(text).lookingAt()) {
      marked = GS1_SYMBOLS.contains(text.substring(0, SYMBOL_LENGTH));
      text = trim(text.substring(SYMBOL_LENGTH));
    }
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      marked |= c == ElementString.SEPARATOR;
      if (Character.isISOControl(c) && c != ElementString.SEPARATOR) {
        return new Reading.Unreadable(text, LabelFault.of(Kind.CONTROL_CHARACTER, "", i));
      }
    }
    return marked ? elements(text, ElementString::of) : unmarked(text);
  }

  private static Reading elements(String text, Function<String, ElementString> reader) {
    try {
      return new Reading.Elements(text, reader.apply(text));
    } catch (ElementException wrong) {
      return new Reading.Unreadable(text, wrong.fault());
    }
  }

  private static Reading unmarked(String text) {
    Optional<OwnLabel> own = OwnLabel.of(text);
    if (own.isPresent()) {
      return new Reading.Own(text, own.get());
    }
    if (BRACKETED.matcher(text).lookingAt()) {
      return elements(text, ElementString::ofBracketed);
    }
    if (DigitalLink.isWeb(text)) {
      return link(text);
    }
    if (Sscc.isSscc(text)) {
      return elements("00" + text, ElementString::of);
    }
    Optional<LabelFault> fault = Optional.empty();
    if (UNMARKED_ELEMENTS.matcher(text).lookingAt()) {
      Reading read = elements(text, ElementString::of);
      if (read instanceof Reading.Elements) {
        return read;
      }
      fault = Optional.of(((Reading.Unreadable) read).fault());
    }
    if (Sscc.hasShape(text)) {
      // read as it would stand on a label, so that the fault says what is wrong with its end
      fault = Optional.of(((Reading.Unreadable) elements("00" + text, ElementString::of)).fault());
    } else if (Gtin.hasShape(text)) {
      try {
        return new Reading.Trade(text, Gtin.of(text));
      } catch (ElementException wrongCheckDigit) {
        fault = Optional.of(wrongCheckDigit.fault());
      }
    }
    return new Reading.Plain(text, figure(text), fault);
  }

  private static Reading link(String text) {
    try {
      return DigitalLink.read(text)
          .<Reading>map(elements -> new Reading.Elements(text, elements))
          .orElseGet(() -> new Reading.Plain(text, Optional.empty(), Optional.empty()));
    } catch (ElementException wrong) {
      return new Reading.Unreadable(text, wrong.fault());
    }
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
      Quantity quantity = Quantity.of(matcher.group(1));
      String pack = matcher.group(2);
      return Optional.of(new Reading.Figure(quantity, pack == null ? null : pack.strip()));
    } catch (QuantityException tooFine) {
      return Optional.empty();
    }
  }
}
