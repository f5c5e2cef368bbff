package app.reliquum.core.sentence;

import java.util.List;

/**
 * What a person has said for a verb and not done yet.
 *
 * @param site the site at which it is said
 * @param evidence what was said, in order
 * @param lastDone what the next sentence begins with when the same is to be done again
 * @param about the document that it is about, 0 for none
 */
public record OpenSentence(
    long site, List<Evidence> evidence, List<Evidence> lastDone, long about) {
  public OpenSentence {
    evidence = List.copyOf(evidence);
    lastDone = List.copyOf(lastDone);
  }

  /** Nothing has been said. */
  public static OpenSentence nothing(long site) {
    return new OpenSentence(site, List.of(), List.of(), 0);
  }

  /** The same with other evidence. */
  public OpenSentence with(List<Evidence> other) {
    return new OpenSentence(site, other, lastDone, about);
  }

  /** The same after something was done that may be done again. */
  public OpenSentence done(List<Evidence> next, List<Evidence> again) {
    return new OpenSentence(site, next, again, about);
  }

  /** The same about another document. */
  public OpenSentence about(long document) {
    return new OpenSentence(site, evidence, lastDone, document);
  }
}
