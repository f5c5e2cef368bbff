package app.reliquum.core.scan;

/**
 * What is wrong with a text as a label, and where. It carries values, so that whoever shows it puts
 * it into words of their language; {@link #sentence()} says it in English.
 *
 * @param kind what is wrong
 * @param identifier the application identifier that it is about, or what was found where one was
 *     expected; empty for none
 * @param offset where in the text, counted from 0
 * @param found what stands there
 * @param expected what should; empty where the kind says it all
 */
public record LabelFault(Kind kind, String identifier, int offset, String found, String expected) {

  /** What may be wrong with a label. */
  public enum Kind {
    /** Nothing was scanned. */
    EMPTY("The scan was empty. Scan a label, or type its text."),
    /** A text longer than any label. */
    TOO_LONG("The text has %3$s characters; a label has at most %4$s."),
    /** A sign that no label carries. */
    CONTROL_CHARACTER("There is a control character at %2$d. Expected letters, digits and signs."),
    /** No identifier where one must stand. */
    NO_IDENTIFIER("Expected an identifier in brackets, like (01)."),
    /** Nothing behind the symbol's mark. */
    NO_DATA("There are no data. Expected an identifier, like (01)."),
    /** An identifier that is not read here. */
    UNKNOWN_IDENTIFIER("(%1$s) at %2$d is no application identifier that is read here."),
    /** One identifier twice, with different data. */
    OTHER_DATA("(%1$s) at %2$d stands twice, with other data: '%3$s'."),
    /** Too few or too many characters. */
    LENGTH("(%1$s) at %2$d has %3$s characters; expected %4$s."),
    /** A letter among digits. */
    DIGITS_ONLY("(%1$s) at %2$d may hold digits only, not '%3$s'."),
    /** A character that GS1 labels can't carry. */
    CHARACTER("(%1$s) at %2$d holds a character at %3$s that GS1 labels can't carry."),
    /** A wrong check digit behind an identifier. */
    CHECK_DIGIT("(%1$s) at %2$d ends with the check digit %3$s and should with %4$s."),
    /** A day that no calendar has. */
    DATE("(%1$s) at %2$d is no date: '%3$s'. Expected YYMMDD."),
    /** A time of day that no clock has. */
    MOMENT("(%1$s) at %2$d is no moment: '%3$s'. Expected YYMMDDHH[MM[SS]]."),
    /** A percent sign of a link that escapes nothing. */
    PERCENT_SIGN("(%1$s) at %2$d holds a percent sign without two digits."),
    /** A number that looks like a GTIN and ends with a wrong digit. */
    GTIN_CHECK_DIGIT(
        "The check digit of %1$s is wrong: it ends with %3$s and should end with %4$s.");

    private final String sentence;

    Kind(String sentence) {
      this.sentence = sentence;
    }
  }

  static LabelFault of(Kind kind, String identifier, int offset, Object found, Object expected) {
    return new LabelFault(kind, identifier, offset, found.toString(), expected.toString());
  }

  static LabelFault of(Kind kind, String identifier, int offset) {
    return new LabelFault(kind, identifier, offset, "", "");
  }

  /** What is wrong, and what was expected, in English. */
  public String sentence() {
    return kind.sentence.formatted(identifier, offset, found, expected);
  }
}
