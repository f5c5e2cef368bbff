package app.reliquum.core.sentence;

/** What the Adjust sentence must know beyond what every sentence does. */
public interface AdjustFacts extends HouseFacts {
  /** Which way the book changes. */
  Adjust.Way way();

  /** Whether it is known why the book is adjusted. */
  boolean reasonChosen();
}
