package app.reliquum.core.sentence;

import app.reliquum.core.scan.Meaning;
import java.util.Optional;

/** A move of which one end is a transfer's place in transit. It is about one transfer. */
abstract class TransferDialogue extends Move {
  private final boolean chosen;

  TransferDialogue(Verb verb, MoveFacts facts) {
    super(verb, facts);
    this.chosen = facts.origin().isPresent() || facts.destination().isPresent();
  }

  @Override
  final Optional<Long> documentOf(Meaning meaning) {
    return meaning instanceof Meaning.Transfer of ? Optional.of(of.transfer()) : Optional.empty();
  }

  @Override
  final Optional<Misfit> missing() {
    return chosen ? Optional.empty() : Optional.of(new Misfit.DocumentFirst(verb()));
  }

  final boolean chosen() {
    return chosen;
  }

  /** What stands on the list of a transfer is confirmed as it is shown. */
  @Override
  final boolean doneAsShown() {
    return true;
  }

  @Override
  public final Optional<Long> addable(Misfit misfit) {
    if (misfit instanceof Misfit.NotOnOrder not) {
      return Optional.of(not.item());
    }
    return misfit instanceof Misfit.TooMuch much ? Optional.of(much.item()) : Optional.empty();
  }
}
