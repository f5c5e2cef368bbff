package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal;
import java.util.List;
import java.util.Optional;

/** What the Pick sentence must know: what is on the list, and what else lies about. */
public interface PickFacts {

  /**
   * Something on the list.
   *
   * @param id what it is called by whoever keeps the list
   * @param key where it is to be taken, and what
   * @param quantity how much of it, in base units
   * @param into the unit load that it goes into, 0 if that is left to whoever takes it
   */
  record Stop(long id, PositionKey key, Quantity quantity, long into) {}

  /** The site at which goods are taken. */
  long site();

  /** The site of a place. */
  long siteOf(long place);

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** The packs that an item comes in. */
  List<Pack> packs(long item);

  /** What is still to be taken, in walking order. */
  List<Stop> stops();

  /** Everything of an item that lies at the site, whether or not it may be taken. */
  List<Stock> stockOf(long item);

  /** How much of a position may be taken for a stop. */
  Quantity free(Stop stop, PositionKey key);

  /** What is against taking something instead of what a stop says; nothing if it may be taken. */
  Optional<Removal.Verdict> against(Stop stop, PositionKey other);

  /**
   * Whether goods are packed: everything lies where the packer stands, and what is open is only
   * what goes into which unit load.
   */
  default boolean packs() {
    return false;
  }
}
