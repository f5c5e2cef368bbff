package app.reliquum.core.sentence;

import java.util.List;

/** What becomes of a sentence when something is said to it. */
public sealed interface Reply {

  /** It fits. */
  record Filled(MoveSentence sentence) implements Reply {}

  /**
   * It can mean several things that all fit; a person must choose.
   *
   * @param choices the evidence that each meaning would add
   */
  record Choose(List<Evidence> choices) implements Reply {
    public Choose {
      choices = List.copyOf(choices);
    }
  }

  /** It fits nowhere, and the sentence stays as it was. */
  record Refused(Misfit misfit) implements Reply {}
}
