package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.LabelFault.Kind;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What one GS1 label carries: application identifiers with their data, in the order in which they
 * stand.
 *
 * @param elements at least one, none of them twice
 */
public record ElementString(List<Element> elements) {

  /** The separator between data of variable length: FNC1 as scanners send it. */
  public static final char SEPARATOR = 0x1D;

  /**
   * An identifier and its data.
   *
   * @param offset where the identifier stands in the text, counted from 0
   */
  public record Element(Identifier identifier, String data, int offset) {}

  public ElementString {
    elements = List.copyOf(elements);
  }

  /**
   * Reads an element string as a scanner gives it, with separators after data of variable length.
   * Separators at its ends, or after data of fixed length, are passed over.
   *
   * @throws ElementException if it can't be read, naming identifier and offset
   */
  public static ElementString of(String text) {
    List<Element> elements = new ArrayList<>();
    int at = 0;
    while (at < text.length()) {
      if (text.charAt(at) == SEPARATOR) {
        at++;
        continue;
      }
      Identifier identifier = identifier(text, at);
      int start = at + identifier.code().length();
      int end = text.indexOf(SEPARATOR, start);
      end = end < 0 ? text.length() : end;
      if (identifier.self()) {
        if (end - start < identifier.longest()) {
          throw tooShort(identifier, at, end - start);
        }
        end = start + identifier.longest();
      }
      add(elements, identifier, text.substring(start, end), at);
      at = end;
    }
    return checked(elements);
  }

  /**
   * Reads the form that is printed for people, with identifiers in round brackets: {@code
   * (01)04012345678901(10)AB-7}.
   *
   * @throws ElementException if it can't be read, naming identifier and offset
   */
  public static ElementString ofBracketed(String text) {
    List<Element> elements = new ArrayList<>();
    int at = 0;
    while (at < text.length()) {
      int close = text.indexOf(')', at);
      if (text.charAt(at) != '(' || close < 0) {
        throw new ElementException(LabelFault.of(Kind.NO_IDENTIFIER, "", at));
      }
      String code = text.substring(at + 1, close);
      Identifier identifier = Identifier.of(code).orElse(null);
      if (identifier == null) {
        throw unknown(code, at);
      }
      int end = nextBracket(text, close + 1);
      add(elements, identifier, text.substring(close + 1, end), at);
      at = end;
    }
    return checked(elements);
  }

  /** The next bracket that opens a known identifier: a text may hold brackets of its own. */
  private static int nextBracket(String text, int from) {
    for (int at = text.indexOf('(', from); at >= 0; at = text.indexOf('(', at + 1)) {
      int close = text.indexOf(')', at);
      if (close > 0 && text.substring(at + 1, close).matches("[0-9]{2,4}")) {
        return at;
      }
    }
    return text.length();
  }

  static void add(List<Element> elements, Identifier identifier, String data, int at) {
    Shapes.check(identifier, data, at);
    for (Element known : elements) {
      if (known.identifier().equals(identifier)) {
        if (known.data().equals(data)) {
          return;
        }
        throw new ElementException(
            LabelFault.of(Kind.OTHER_DATA, identifier.code(), at, known.data(), known.data()));
      }
    }
    elements.add(new Element(identifier, data, at));
  }

  private static Identifier identifier(String text, int at) {
    return Identifier.at(text, at)
        .orElseThrow(() -> unknown(text.substring(at, Math.min(text.length(), at + 4)), at));
  }

  static ElementException unknown(String code, int at) {
    return new ElementException(LabelFault.of(Kind.UNKNOWN_IDENTIFIER, code, at));
  }

  private static ElementException tooShort(Identifier identifier, int at, int length) {
    return new ElementException(
        LabelFault.of(Kind.LENGTH, identifier.code(), at, length, identifier.longest()));
  }

  static ElementString checked(List<Element> elements) {
    if (elements.isEmpty()) {
      throw new ElementException(LabelFault.of(Kind.NO_DATA, "", 0));
    }
    return new ElementString(elements);
  }

  /** The data behind an identifier. */
  public Optional<String> data(String code) {
    for (Element element : elements) {
      if (element.identifier().code().equals(code)) {
        return Optional.of(element.data());
      }
    }
    return Optional.empty();
  }

  /**
   * The trade item that the label is on: its GTIN (01), or that of the item of which the labelled
   * piece is a part (8006), for goods that come in several pieces.
   */
  public Optional<Gtin> gtin() {
    return data("01").or(() -> data("8006").map(piece -> piece.substring(0, 14))).map(Gtin::new);
  }

  /** Whether the label is on one of several pieces (8006): it names the item and counts none. */
  public boolean pieceOfWhole() {
    return data("8006").isPresent();
  }

  /** The trade item that the labelled unit holds many of. */
  public Optional<Gtin> contained() {
    return data("02").map(Gtin::new);
  }

  /** The unit load's number. */
  public Optional<Sscc> sscc() {
    return data("00").map(Sscc::new);
  }

  /**
   * The date behind an identifier, by the century rule of GS1 (section 7.12): of the centuries
   * around a year the one that is nearest, 51 years back to 49 ahead.
   *
   * @param code an identifier whose data are a date
   * @param thisYear the year in which it is read
   */
  public Optional<LocalDate> date(String code, int thisYear) {
    return data(code)
        .map(
            digits -> {
              int ahead = Integer.parseInt(digits.substring(0, 2)) - thisYear % 100;
              int century = thisYear - thisYear % 100;
              if (ahead >= 51) {
                century -= 100;
              } else if (ahead <= -50) {
                century += 100;
              }
              YearMonth month =
                  YearMonth.of(
                      century + Integer.parseInt(digits.substring(0, 2)),
                      Integer.parseInt(digits.substring(2, 4)));
              int day = Integer.parseInt(digits.substring(4, 6));
              return day == 0
                  ? month.atEndOfMonth()
                  : month.atDay(Math.min(day, month.lengthOfMonth()));
            });
  }

  /**
   * How many pieces or packs: a count (30), or the count of what a unit holds (37). A piece of a
   * whole says nothing about how many wholes there are.
   */
  public Optional<Quantity> count() {
    return pieceOfWhole()
        ? Optional.empty()
        : data("37").or(() -> data("30")).map(digits -> Quantity.of(Long.parseLong(digits)));
  }

  /**
   * A measure in metric units: kilograms, metres, square metres, litres or cubic metres. That of a
   * piece of a whole is not the whole's.
   *
   * @param family the first three digits of the identifier, 310 to 316
   */
  public Optional<Quantity> measure(String family) {
    for (Element element : elements) {
      if (!pieceOfWhole()
          && element.identifier().measure()
          && element.identifier().code().startsWith(family)) {
        int decimals = element.identifier().code().charAt(3) - '0';
        return Optional.of(new Quantity(new BigDecimal(element.data()).movePointLeft(decimals)));
      }
    }
    return Optional.empty();
  }

  /** As it is printed for people: identifiers in brackets. */
  public String bracketed() {
    StringBuilder text = new StringBuilder();
    for (Element element : elements) {
      text.append('(').append(element.identifier().code()).append(')').append(element.data());
    }
    return text.toString();
  }

  /** As it stands in a symbol: a separator after data of variable length, unless they end it. */
  public String encoded() {
    StringBuilder text = new StringBuilder();
    boolean open = false;
    for (Element element : elements) {
      if (open) {
        text.append(SEPARATOR);
      }
      text.append(element.identifier().code()).append(element.data());
      open = !element.identifier().self();
    }
    return text.toString();
  }
}
