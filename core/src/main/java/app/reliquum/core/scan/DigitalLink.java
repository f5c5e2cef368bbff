package app.reliquum.core.scan;

import app.reliquum.core.text.InvalidValueException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A GS1 Digital Link: a web address that carries application identifiers, the key and its
 * qualifiers in the path, the rest as a query (GS1 Digital Link Standard, URI Syntax 1.4).
 */
public final class DigitalLink {

  private static final Map<String, List<String>> KEYS =
      Map.of("00", List.of(), "01", List.of("22", "10", "21"), "414", List.of("254"));

  /** Names that stand for identifiers in older links. */
  private static final Map<String, String> NAMES =
      Map.of("sscc", "00", "gtin", "01", "lot", "10", "ser", "21", "gln", "414");

  private DigitalLink() {}

  /** Whether a text is a web address. */
  static boolean isWeb(String text) {
    return text.regionMatches(true, 0, "http://", 0, 7)
        || text.regionMatches(true, 0, "https://", 0, 8);
  }

  /**
   * Reads a link. Its host and whatever stands before the key does not matter.
   *
   * @return what it carries; empty if there is no key in its path
   * @throws ElementException if there is one and its data can't be read
   */
  public static Optional<ElementString> read(String uri) {
    int start = uri.indexOf('/', uri.indexOf("//") + 2);
    if (start < 0) {
      return Optional.empty();
    }
    int fragment = uri.indexOf('#', start);
    String rest = fragment < 0 ? uri : uri.substring(0, fragment);
    int query = rest.indexOf('?', start);
    int pathEnd = query < 0 ? rest.length() : query;
    List<ElementString.Element> elements = new ArrayList<>();
    boolean key = false;
    int at = start + 1;
    while (at < pathEnd) {
      int end = next(rest, '/', at, pathEnd);
      String code = named(rest.substring(at, end));
      boolean data = end < pathEnd;
      if (data && (key ? Identifier.of(code).isPresent() : KEYS.containsKey(code))) {
        int dataEnd = next(rest, '/', end + 1, pathEnd);
        put(elements, code, rest.substring(end + 1, dataEnd), at);
        key = true;
        at = dataEnd + 1;
      } else if (key) {
        throw ElementString.unknown(code, at);
      } else {
        at = end + 1;
      }
    }
    if (!key) {
      return Optional.empty();
    }
    for (at = pathEnd + 1; at < rest.length(); ) {
      int end = next(rest, '&', at, rest.length());
      int equals = rest.indexOf('=', at);
      // Parameters that are no identifiers belong to someone else.
      if (equals > at && equals < end && rest.substring(at, equals).matches("[0-9]{2,4}")) {
        put(elements, rest.substring(at, equals), rest.substring(equals + 1, end), at);
      }
      at = end + 1;
    }
    return Optional.of(ElementString.checked(elements));
  }

  /**
   * The link that carries these elements.
   *
   * @param base the address before the path, such as {@code https://id.example.org}
   * @throws IllegalArgumentException if there is no key among them: a GTIN, an SSCC or a place GLN
   */
  public static String of(String base, ElementString elements) {
    String key =
        List.of("01", "00", "414").stream()
            .filter(code -> elements.data(code).isPresent())
            .findFirst()
            .orElseThrow(() -> new InvalidValueException("A link needs a GTIN, an SSCC or a GLN."));
    StringBuilder path = new StringBuilder(base).append('/').append(key).append('/');
    path.append(escaped(elements.data(key).orElseThrow()));
    for (String qualifier : KEYS.get(key)) {
      elements
          .data(qualifier)
          .ifPresent(data -> path.append('/').append(qualifier).append('/').append(escaped(data)));
    }
    char sign = '?';
    for (ElementString.Element element : elements.elements()) {
      String code = element.identifier().code();
      if (!code.equals(key) && !KEYS.get(key).contains(code)) {
        path.append(sign).append(code).append('=').append(escaped(element.data()));
        sign = '&';
      }
    }
    return path.toString();
  }

  private static String named(String part) {
    return NAMES.getOrDefault(part, part);
  }

  private static int next(String text, char sign, int from, int end) {
    int at = text.indexOf(sign, from);
    return at < 0 || at > end ? end : at;
  }

  private static void put(
      List<ElementString.Element> elements, String code, String escaped, int at) {
    Identifier identifier = Identifier.of(code).orElseThrow(() -> ElementString.unknown(code, at));
    String data = unescaped(escaped, code, at);
    boolean shorter = identifier.longest() == 14 && data.matches("[0-9]{8}|[0-9]{12,13}");
    ElementString.add(
        elements, identifier, shorter ? "0".repeat(14 - data.length()) + data : data, at);
  }

  private static String unescaped(String text, String code, int at) {
    if (text.indexOf('%') < 0) {
      return text;
    }
    // What GS1 labels can carry is one byte a character; anything else is refused by its shape.
    StringBuilder plain = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '%') {
        int high = i + 2 < text.length() ? hex(text.charAt(i + 1)) : -1;
        int low = i + 2 < text.length() ? hex(text.charAt(i + 2)) : -1;
        if (high < 0 || low < 0) {
          throw new ElementException(LabelFault.of(LabelFault.Kind.PERCENT_SIGN, code, at));
        }
        plain.append((char) (high * 16 + low));
        i += 2;
      } else {
        plain.append(c);
      }
    }
    return plain.toString();
  }

  private static int hex(char c) {
    return c < 0x80 ? Character.digit(c, 16) : -1;
  }

  private static String escaped(String data) {
    StringBuilder text = new StringBuilder();
    for (char c : data.toCharArray()) {
      boolean plain =
          (c >= 'A' && c <= 'Z')
              || (c >= 'a' && c <= 'z')
              || (c >= '0' && c <= '9')
              || c == '-'
              || c == '.'
              || c == '_'
              || c == '~';
      text.append(plain ? String.valueOf(c) : "%%%02X".formatted((int) c));
    }
    return text.toString();
  }
}
