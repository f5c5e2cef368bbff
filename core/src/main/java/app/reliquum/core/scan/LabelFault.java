package app.reliquum.core.scan;

import app.reliquum.core.text.Message;
import app.reliquum.core.text.Worded;

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
public record LabelFault(Kind kind, String identifier, int offset, String found, String expected)
    implements Worded {

  /** What may be wrong with a label. */
  public enum Kind {
    /** Nothing was scanned. */
    EMPTY("The scan was empty. Scan a label, or type its text."),
    /** A text longer than any label. */
    TOO_LONG("The text has {2} characters; a label has at most {3}."),
    /** A sign that no label carries. */
    CONTROL_CHARACTER("There is a control character at {1}. Expected letters, digits and signs."),
    /** No identifier where one must stand. */
    NO_IDENTIFIER("Expected an identifier in brackets, like (01)."),
    /** Nothing behind the symbol's mark. */
    NO_DATA("There are no data. Expected an identifier, like (01)."),
    /** An identifier that is not read here. */
    UNKNOWN_IDENTIFIER("({0}) at {1} is no application identifier that is read here."),
    /** One identifier twice, with different data. */
    OTHER_DATA("({0}) at {1} stands twice, with other data: '{2}'."),
    /** Too few or too many characters. */
    LENGTH("({0}) at {1} has {2} characters; expected {3}."),
    /** A letter among digits. */
    DIGITS_ONLY("({0}) at {1} may hold digits only, not '{2}'."),
    /** A character that GS1 labels can't carry. */
    CHARACTER("({0}) at {1} holds a character at {2} that GS1 labels can't carry."),
    /** A wrong check digit behind an identifier. */
    CHECK_DIGIT("({0}) at {1} ends with the check digit {2} and should with {3}."),
    /** A day that no calendar has. */
    DATE("({0}) at {1} is no date: '{2}'. Expected YYMMDD."),
    /** A time of day that no clock has. */
    MOMENT("({0}) at {1} is no moment: '{2}'. Expected YYMMDDHH[MM[SS]]."),
    /** A percent sign of a link that escapes nothing. */
    PERCENT_SIGN("({0}) at {1} holds a percent sign without two digits."),
    /** A number that looks like a GTIN and ends with a wrong digit. */
    GTIN_CHECK_DIGIT("The check digit of {0} is wrong: it ends with {2} and should end with {3}.");

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

  @Override
  public Message message() {
    return Message.of(kind.sentence, identifier, offset, found, expected);
  }

  /** What is wrong, and what was expected, in English. */
  public String sentence() {
    return message().english();
  }
}
