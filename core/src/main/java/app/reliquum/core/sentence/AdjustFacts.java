package app.reliquum.core.sentence;

import app.reliquum.core.adjustment.Way;

/** What the Adjust sentence must know beyond what every sentence does. */
public interface AdjustFacts extends HouseFacts {
  /** Which way the book changes. */
  Way way();

  /** Whether it is known why the book is adjusted. */
  boolean reasonChosen();
}
