package app.reliquum.core.sentence;

import java.util.ArrayList;
import java.util.List;

/** The Pack verb: Pick where everything lies before the packer, who may stop at any figure. */
public final class PackUnitLoads extends Pick {
  /** The conversation with the facts of this moment, what is to be packed among them. */
  public PackUnitLoads(PickFacts facts) {
    super(Verb.PACK, facts);
  }

  @Override
  Step<PickSentence> ready(PickSentence sentence) {
    return new Step.Do<>(sentence);
  }

  /** A packer goes on with the same unit load. */
  @Override
  public List<Evidence> next(PickSentence done) {
    List<Evidence> next = new ArrayList<>();
    done.into().filled().ifPresent(load -> next.add(new Evidence.UnitLoad(load)));
    return next;
  }
}
