package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.MoveSentence.Load.Part;
import java.util.List;
import java.util.Optional;

/**
 * The Move verb: goods go from one bin of a site to another.
 *
 * <p>Scans may come in any order. A piece's barcode counts one pack each time it is scanned, a
 * shelf label only names the item, a typed figure replaces what was counted.
 */
public class Move extends Dialogue<MoveSentence> {
  private final MoveFacts facts;

  /** The conversation with the facts of this moment. */
  public Move(MoveFacts facts) {
    this(Verb.MOVE, facts);
  }

  Move(Verb verb, MoveFacts facts) {
    super(verb);
    this.facts = facts;
  }

  @Override
  final MoveSentence sentence(List<Evidence> evidence) {
    return new MoveReading(evidence, facts).sentence();
  }

  /** Turning two bins round must change something. */
  @Override
  public final Step<MoveSentence> add(List<Evidence> evidence, Evidence more) {
    Step<MoveSentence> step = super.add(evidence, more);
    if (more instanceof Evidence.Turned && step instanceof Step.Filled<MoveSentence> filled) {
      boolean changed =
          !(read(evidence) instanceof Step.Filled<MoveSentence> before)
              || !before.sentence().from().filled().equals(filled.sentence().from().filled());
      return changed ? step : new Step.Refused<>(new Misfit.CannotTurn());
    }
    return step;
  }

  @Override
  final Step<MoveSentence> turned(MoveSentence before) {
    return add(before.evidence(), new Evidence.Turned());
  }

  @Override
  final Step<MoveSentence> again(OpenSentence open) {
    boolean begun = !open.evidence().isEmpty();
    return begun || open.lastDone().isEmpty()
        ? new Step.Refused<>(new Misfit.NothingBefore(begun))
        : read(open.lastDone());
  }

  @Override
  Optional<Misfit> mustBeSaid(MoveSentence sentence) {
    return sentence.to().suggested() && !sentence.load().onto()
        ? sentence.to().filled().filter(facts::targetIsScanned).map(Misfit.TargetNotScanned::new)
        : Optional.empty();
  }

  /**
   * What the bin that someone chose has against goods that wait.
   *
   * @return nothing if the rules chose the bin, or the goods wait for nothing
   */
  public final Optional<Verdict> objection(MoveSentence sentence) {
    Optional<Long> to = sentence.to().filled();
    if (to.isEmpty() || sentence.to().suggested() || sentence.source().isEmpty()) {
      return Optional.empty();
    }
    PositionKey goods = sentence.source().get(0).key();
    if (!facts.waits(goods)) {
      return Optional.empty();
    }
    Quantity asked =
        sentence.load().whole()
            ? sentence.held()
            : sentence.quantity().filled().orElse(Quantity.ONE);
    PositionKey moved =
        sentence.load().part() == Part.OFF
            ? new PositionKey(
                goods.item(), goods.place(), goods.lot(), goods.serial(), 0, goods.condition())
            : goods;
    return facts.objection(to.get(), moved, asked);
  }
}
