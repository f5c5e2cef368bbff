package app.reliquum.core.sentence;

import java.util.List;

/** A sentence as it is filled: what all verbs have in common. */
public interface Sentence {
  /** What it was read from. */
  List<Evidence> evidence();

  /** The blanks that nothing fills for good yet, in reading order. */
  List<Wanted> wanted();

  /** Whether nothing is missing but, perhaps, that suggestions are accepted. */
  default boolean whole() {
    return wanted().isEmpty();
  }

  /** Whether it can be done as it stands. */
  boolean ready();

  /** The evidence with every suggestion accepted, as if it had been scanned. */
  List<Evidence> accepted();
}
