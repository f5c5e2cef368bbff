package app.reliquum.core.sentence;

import app.reliquum.core.scan.Action;
import java.util.Arrays;
import java.util.Optional;

/** What someone does on the floor. Each person has one open sentence a verb. */
public enum Verb {
  /** Goods go from bin to bin. */
  MOVE(Action.MOVE),
  /** Goods that wait on a dock, at inspection or on a trolley go to where they stay. */
  PUT_AWAY(Action.PUTAWAY),
  /** Pick faces are refilled from bulk. */
  REFILL(Action.REFILL),
  /** Goods come in. */
  RECEIVE(Action.RECEIVE),
  /** Goods leave for another site. */
  SEND(Action.SEND),
  /** Goods that are in transit come in from another site. */
  ARRIVE(Action.ARRIVE),
  /** The book is adjusted. */
  ADJUST(Action.ADJUST),
  /** Goods are taken for orders, as a list says. */
  PICK(Action.PICK),
  /** What is picked is put into unit loads. */
  PACK(Action.PACK),
  /** What is there is counted. */
  COUNT(Action.COUNT);

  private final Action action;

  Verb(Action action) {
    this.action = action;
  }

  /** The verb that an action label begins; empty if it asks for something within a sentence. */
  public static Optional<Verb> begunBy(Action action) {
    return Arrays.stream(values()).filter(verb -> verb.action == action).findFirst();
  }

  /** Whether it is about a transfer. */
  public boolean ofTransfer() {
    return this == SEND || this == ARRIVE;
  }
}
