package app.reliquum.core.sentence;

import java.util.List;

/**
 * What follows when something is said to a sentence.
 *
 * @param <S> the sentence
 */
public sealed interface Step<S> {
  /** It fits. */
  record Filled<S>(S sentence) implements Step<S> {}

  /**
   * It can mean several things that all fit; a person must choose.
   *
   * @param choices the evidence that each meaning would add
   */
  record Choose<S>(List<Evidence> choices) implements Step<S> {
    public Choose {
      choices = List.copyOf(choices);
    }
  }

  /** It fits nowhere, and the sentence stays as it was. */
  record Refused<S>(Misfit misfit) implements Step<S> {}

  /** The house has changed since: this is what still stands, and why the rest does not. */
  record Untrue<S>(S sentence, Misfit misfit) implements Step<S> {}

  /** A document was scanned that sentences of the verb are about: it is to be taken up. */
  record Open<S>(long document) implements Step<S> {}

  /**
   * No document is chosen yet: the one is to be found that is about what was said.
   *
   * @param item the item that was scanned, 0 if it was none
   * @param words what was typed, if it is no code that the house knows; empty otherwise
   * @param order the number of the order that the label itself names, as its sender wrote it; empty
   *     if it names none
   */
  record Find<S>(long item, String words, String order) implements Step<S> {

    /** The document is found by what was said alone. */
    public Find(long item, String words) {
      this(item, words, "");
    }
  }

  /** Nothing is left to ask: what the sentence says is to be done. */
  record Do<S>(S sentence) implements Step<S> {}

  /**
   * It belongs to a sentence of another verb, which it makes whole; this one stays.
   *
   * @param evidence what is said to that sentence
   */
  record Aside<S>(Verb verb, List<Evidence> evidence) implements Step<S> {
    public Aside {
      evidence = List.copyOf(evidence);
    }
  }

  /** Another verb is to be gone on with; this sentence stays as it was. */
  record Begin<S>(Verb verb) implements Step<S> {}
}
