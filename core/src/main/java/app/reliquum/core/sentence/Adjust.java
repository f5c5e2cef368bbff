package app.reliquum.core.sentence;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.scan.Meaning;
import java.util.List;
import java.util.Optional;

/**
 * The Adjust verb: goods leave the book, enter it, or are set to a figure, in one bin.
 *
 * <p>Scans may come in any order. What has one possible value fills itself: the only item of a bin,
 * its only lot, the only bin that holds it. What goes out must lie there; what comes in may be of a
 * new lot, or a piece that nobody knows yet.
 */
public final class Adjust extends Dialogue<AdjustSentence> {
  private final AdjustFacts facts;

  /** The conversation with the facts of this moment, and for the reason that was chosen. */
  public Adjust(AdjustFacts facts) {
    super(Verb.ADJUST);
    this.facts = facts;
  }

  @Override
  AdjustSentence sentence(List<Evidence> evidence) {
    return new AdjustReading(evidence, facts).sentence();
  }

  @Override
  Optional<Misfit> missing() {
    return facts.reasonChosen() ? Optional.empty() : Optional.of(new Misfit.DocumentFirst(verb()));
  }

  @Override
  Optional<Evidence> evidenceOf(Meaning meaning) {
    return ScanFitting.ofNew(meaning, facts);
  }

  @Override
  Optional<Evidence> newNumber(AdjustSentence before, String text) {
    return before.way() == Way.OUT
        ? Optional.empty()
        : NewGoodsSaid.newNumber(
            before.item(), before.needsLot(), before.lot(), before.needsSerials(), text);
  }

  /** Whoever goes on stands in the same bin. */
  @Override
  public List<Evidence> next(AdjustSentence done) {
    return NewGoodsSaid.binsOf(done.evidence());
  }
}
