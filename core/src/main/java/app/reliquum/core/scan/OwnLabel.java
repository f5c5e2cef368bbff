package app.reliquum.core.scan;

import java.util.Locale;
import java.util.Optional;

/**
 * A label that the house makes itself: two letters that say what it names, a dot, and its code, as
 * in {@code RB.KQ.QA-03-B}.
 *
 * <p>Letters, digits, dot and hyphen are all that is used, so that it fits Code 128 and survives a
 * scanner that types.
 *
 * @param kind what it names
 * @param code the code of what it names, in capital letters
 */
public record OwnLabel(Kind kind, String code) {

  /** What a label of our own can name. */
  public enum Kind {
    /** A bin, as site code, dot, address. */
    BIN("RB"),
    /** An item, by its code. It stands on the shelf and names; it does not count. */
    ITEM("RI"),
    /** A unit load. */
    UNIT_LOAD("RU"),
    /** A document, by its number. */
    DOCUMENT("RD"),
    /** A person's badge. */
    PERSON("RP"),
    /** Something to do. */
    ACTION("RA");

    private final String letters;

    Kind(String letters) {
      this.letters = letters;
    }

    /** The two letters in front of the dot. */
    public String letters() {
      return letters;
    }
  }

  /** Reads a text as a label of our own, if it is one. Small letters do for capitals. */
  public static Optional<OwnLabel> of(String text) {
    String capitals = text.toUpperCase(Locale.ROOT);
    if (capitals.length() > 3 && capitals.charAt(2) == '.') {
      for (Kind kind : Kind.values()) {
        if (capitals.startsWith(kind.letters)) {
          return Optional.of(new OwnLabel(kind, capitals.substring(3)));
        }
      }
    }
    return Optional.empty();
  }

  /** The text that stands in the barcode. */
  public String text() {
    return kind.letters + "." + code;
  }
}
