package app.reliquum.labels;

import app.reliquum.core.scan.ElementString;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One label.
 *
 * @param title the largest words: an address, a name
 * @param lines further words
 * @param text what its symbol says as plain text; null if it carries elements
 * @param elements the GS1 elements that its symbol carries; empty for plain text
 */
record Label(
    String title, List<String> lines, @Nullable String text, Optional<ElementString> elements) {

  static Label plain(String title, String text, String... lines) {
    return new Label(title, List.of(lines), text, Optional.empty());
  }

  static Label gs1(String title, ElementString elements, String... lines) {
    return new Label(title, List.of(lines), null, Optional.of(elements));
  }

  /** The text under the symbol, for people. */
  String readable() {
    return elements.map(ElementString::bracketed).orElseGet(() -> Objects.requireNonNull(text));
  }
}
