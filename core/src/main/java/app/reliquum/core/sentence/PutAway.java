package app.reliquum.core.sentence;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.MoveSentence.Load.Part;
import java.util.ArrayList;
import java.util.List;

/**
 * The Put away verb: Move for goods that wait. Scanning the bin they go to is enough to do it, if
 * the bin has nothing against them.
 */
public class PutAway extends Move {
  private final MoveFacts facts;

  /** The conversation with the facts of this moment. */
  public PutAway(MoveFacts facts) {
    this(Verb.PUT_AWAY, facts);
  }

  PutAway(Verb verb, MoveFacts facts) {
    super(verb, facts);
    this.facts = facts;
  }

  @Override
  Step<MoveSentence> scanned(MoveSentence filled) {
    List<Evidence> said = filled.evidence();
    if (!(said.get(said.size() - 1) instanceof Evidence.Bin) || !filled.to().settled()) {
      return new Step.Filled<>(filled);
    }
    MoveSentence meant = filled;
    if (!filled.whole()) {
      List<Evidence> more = new ArrayList<>(said);
      more.addAll(carried(filled));
      if (read(more) instanceof Step.Filled<MoveSentence> found) {
        meant = found.sentence();
      }
    }
    if (meant.whole() && objection(meant).isEmpty()) {
      Step<MoveSentence> accepted = read(meant.accepted());
      if (accepted instanceof Step.Filled<MoveSentence> all && all.sentence().ready()) {
        return ready(all.sentence());
      }
    }
    return new Step.Filled<>(meant);
  }

  /** A trolley's round says what belongs into the bin, if that is one thing. */
  private List<Evidence> carried(MoveSentence sentence) {
    if (sentence.load().part() != Part.OFF || sentence.item().filled().isPresent()) {
      return List.of();
    }
    List<MoveFacts.Carried> here =
        facts.carriedFor(sentence.load().unitLoad(), sentence.to().filled().orElseThrow());
    if (here.size() != 1) {
      return List.of();
    }
    MoveFacts.Carried one = here.get(0);
    List<Evidence> said = new ArrayList<>();
    said.add(new Evidence.Item(one.item(), Quantity.ZERO));
    if (one.lot() != 0) {
      said.add(new Evidence.Lot(one.item(), one.lot()));
    }
    if (!facts.measure(one.item()).tracking().needsSerial()) {
      said.add(new Evidence.Figure(one.quantity(), null));
    }
    return said;
  }

  @Override
  Misfit explained(Misfit misfit) {
    return misfit instanceof Misfit.NoneHere none
            && none.item() != 0
            && facts.toInspect(none.item())
        ? new Misfit.ToInspect(none.item())
        : misfit;
  }
}
