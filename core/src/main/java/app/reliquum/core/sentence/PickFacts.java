package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal;
import java.util.List;
import java.util.Optional;

/** What the Pick sentence must know: what is on the list, and what else lies about. */
public interface PickFacts extends HouseFacts {

  /**
   * Something on the list.
   *
   * @param id what it is called by whoever keeps the list
   * @param key where it is to be taken, and what
   * @param quantity how much of it, in base units
   * @param into the unit load that it goes into, 0 if that is left to whoever takes it
   */
  record Stop(long id, PositionKey key, Quantity quantity, long into) {}

  /** Whether it is known for which orders goods are taken. */
  boolean orderChosen();

  /** What is still to be taken, in walking order. */
  List<Stop> stops();

  /** How much of a position may be taken for a stop. */
  Quantity free(Stop stop, PositionKey key);

  /** What is against taking something instead of what a stop says; nothing if it may be taken. */
  Optional<Removal.Verdict> against(Stop stop, PositionKey other);

  /**
   * Whether goods are packed: everything lies where the packer stands, and what is open is only
   * what goes into which unit load.
   */
  boolean packs();
}
