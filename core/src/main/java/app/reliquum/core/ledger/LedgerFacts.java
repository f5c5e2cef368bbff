package app.reliquum.core.ledger;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;

/** What the posting rules must know. Nothing of it may change until the posting is written. */
public interface LedgerFacts {

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** What a place is. */
  PlaceKind kind(long place);

  /** What a position holds; {@link Holding#EMPTY} if there is none. */
  Holding holding(PositionKey key);

  /** Whether a serial number is in any place whose goods are ours. */
  boolean inHouse(long serial);
}
