package app.reliquum.core.sentence;

/** What the Adjust sentence must know of the house beyond what lies where. */
public interface AdjustFacts extends MoveFacts {

  /** Which way the book changes. */
  Adjust.Way way();

  /** The year it is, where goods are: labels write years with two digits. */
  int year();

  /** The number of a lot. */
  String lotCode(long lot);

  /** The number of a piece. */
  String serialCode(long serial);
}
