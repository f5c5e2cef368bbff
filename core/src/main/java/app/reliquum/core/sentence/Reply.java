package app.reliquum.core.sentence;

import java.util.List;

/**
 * What becomes of a sentence when something is said to it.
 *
 * @param <S> the sentence
 */
public sealed interface Reply<S> {

  /** It fits. */
  record Filled<S>(S sentence) implements Reply<S> {}

  /**
   * It can mean several things that all fit; a person must choose.
   *
   * @param choices the evidence that each meaning would add
   */
  record Choose<S>(List<Evidence> choices) implements Reply<S> {
    public Choose {
      choices = List.copyOf(choices);
    }
  }

  /** It fits nowhere, and the sentence stays as it was. */
  record Refused<S>(Misfit misfit) implements Reply<S> {}
}
