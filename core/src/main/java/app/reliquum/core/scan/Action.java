package app.reliquum.core.scan;

import java.util.Arrays;
import java.util.Optional;

/** What an action label asks for. */
public enum Action {
  /** Begin to move goods. */
  MOVE,
  /** Begin to receive goods. */
  RECEIVE,
  /** Begin to put away what was received. */
  PUTAWAY,
  /** Begin to refill pick faces. */
  REFILL,
  /** Begin to send goods to another site. */
  SEND,
  /** Begin to receive goods from another site. */
  ARRIVE,
  /** Begin to count. */
  COUNT,
  /** Begin to put the book right: take out, bring in, set to a figure. */
  ADJUST,
  /** Begin to pick for orders, or go on with it. */
  PICK,
  /** Begin to pack what is picked. */
  PACK,
  /** Do what the sentence says. */
  CONFIRM,
  /** Take back the last scan. */
  UNDO,
  /** The next item between the same two places. */
  SAME,
  /** The two places the other way round. */
  TURN,
  /** Wipe the sentence. */
  CLEAR;

  /** The action with a name, in capital letters. */
  public static Optional<Action> named(String name) {
    return Arrays.stream(values()).filter(action -> action.name().equals(name)).findFirst();
  }
}
