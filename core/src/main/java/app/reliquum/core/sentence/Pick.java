package app.reliquum.core.sentence;

import app.reliquum.core.scan.Meaning;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The Pick verb: goods are taken stop by stop, as a list says, and put into unit loads where there
 * are any.
 *
 * <p>The first stop of the walk stands as a suggestion. Scans may come in any order, and may leap:
 * whatever is scanned chooses the first stop that it fits. What is on the list but is not what the
 * stop says, another lot, another bin, another piece, is taken instead if the removal rules allow
 * it. Packing is the same with everything in one place: what is open is which unit load it goes
 * into.
 */
public class Pick extends Dialogue<PickSentence> {
  private final PickFacts facts;

  /** The conversation with the facts of this moment, the list among them. */
  public Pick(PickFacts facts) {
    this(Verb.PICK, facts);
  }

  Pick(Verb verb, PickFacts facts) {
    super(verb);
    this.facts = facts;
  }

  final PickFacts facts() {
    return facts;
  }

  @Override
  final PickSentence sentence(List<Evidence> evidence) {
    return new PickReading(evidence, facts).sentence();
  }

  /** A lot number that several items share means the one that is on the list. */
  @Override
  final List<Meaning> meant(List<Meaning> meanings) {
    Set<Long> listed =
        facts.stops().stream().map(stop -> stop.key().item()).collect(Collectors.toSet());
    List<Meaning> meant =
        meanings.stream()
            .filter(meaning -> meaning.item() == 0 || listed.contains(meaning.item()))
            .toList();
    return meant.isEmpty() ? meanings : meant;
  }

  @Override
  final Optional<Long> documentOf(Meaning meaning) {
    return meaning instanceof Meaning.OutboundOrder of ? Optional.of(of.order()) : Optional.empty();
  }

  @Override
  final Optional<Misfit> missing() {
    return facts.orderChosen() ? Optional.empty() : Optional.of(new Misfit.DocumentFirst(verb()));
  }

  /** Less than the list says is taken for a reason. */
  @Override
  Step<PickSentence> ready(PickSentence sentence) {
    return sentence.shortBy().isPositive()
        ? new Step.Refused<>(new Misfit.SayWhy(sentence.shortBy()))
        : super.ready(sentence);
  }

  /** Whoever stands in a bin where more is to be taken need not scan it again. */
  @Override
  public List<Evidence> next(PickSentence done) {
    List<Evidence> next = new ArrayList<>();
    long place = done.taken().place();
    if (facts.stops().stream().anyMatch(other -> other.key().place() == place)) {
      next.add(new Evidence.Bin(place, Evidence.Role.FROM));
    }
    return next;
  }
}
