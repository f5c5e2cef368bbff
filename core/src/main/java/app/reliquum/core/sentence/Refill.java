package app.reliquum.core.sentence;

import java.util.Optional;

/**
 * The Refill verb: goods go from bulk to the pick face that they are picked from. What they are
 * taken from, how much and where they go is suggested; scanning the pick face is enough to do it.
 * On an empty trolley they are gathered first and put away as every trolley is.
 */
public final class Refill extends PutAway {

  /** The conversation with the facts of this moment, what is to be refilled among them. */
  public Refill(MoveFacts facts) {
    super(Verb.REFILL, facts);
  }

  /** What the house proposes is all on the screen: one tap does it. */
  @Override
  boolean doneAsShown() {
    return true;
  }

  /** Whoever brings more than is missing, or what nobody misses, says so. */
  @Override
  public Optional<Long> addable(Misfit misfit) {
    if (misfit instanceof Misfit.NotOnOrder not) {
      return Optional.of(not.item());
    }
    return misfit instanceof Misfit.TooMuch much ? Optional.of(much.item()) : Optional.empty();
  }
}
