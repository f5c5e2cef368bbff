package app.reliquum.core.counting;

import java.util.ArrayList;
import java.util.List;

/** How far a count is. */
public enum CountState {
  /** It is prepared, and nobody has counted yet. */
  PREPARED,
  /** People count. */
  COUNTING,
  /** What was counted is looked at and decided about. */
  IN_REVIEW,
  /** What was accepted is in the ledger. */
  POSTED,
  /** Nothing of it counts. */
  CANCELLED;

  /** Whether it may still be counted, decided about, or cancelled. */
  public boolean open() {
    return this != POSTED && this != CANCELLED;
  }

  /** Whether people count. */
  public boolean counts() {
    return this == PREPARED || this == COUNTING;
  }

  /** What may be done with a count. */
  public enum Action {
    /** End counting, and look at what was counted. */
    TO_REVIEW,
    /** Put what is accepted into the ledger, or propose it where someone else must agree. */
    POST,
    /** Agree to what someone else has proposed, which posts it. */
    APPROVE,
    /** Accept, recount or leave variances, and say what becomes of what nobody counted. */
    DECIDE,
    /** Go back to counting. */
    REOPEN,
    /** Say who counts what. */
    ASSIGN,
    /** Let nothing of it count. */
    CANCEL,
    /** Have some of the bins counted once more that were found right, by others. */
    CHECK,
    /** Reverse what it has posted. */
    REVERSE
  }

  /**
   * What may be done with a count; the first is what is usually done next. Whoever may not do it
   * has to be asked elsewhere.
   *
   * @param proposed whether someone has proposed to post it
   * @param stands whether it has posted something that was not reversed
   */
  public List<Action> can(boolean proposed, boolean stands) {
    List<Action> can = new ArrayList<>();
    if (!open()) {
      if (this == POSTED) {
        can.add(Action.CHECK);
      }
      if (stands) {
        can.add(Action.REVERSE);
      }
      return can;
    }
    if (counts()) {
      can.add(Action.TO_REVIEW);
    } else {
      can.add(proposed ? Action.APPROVE : Action.POST);
      can.add(Action.DECIDE);
      can.add(Action.REOPEN);
      can.add(Action.CHECK);
    }
    can.add(Action.ASSIGN);
    can.add(Action.CANCEL);
    return can;
  }
}
