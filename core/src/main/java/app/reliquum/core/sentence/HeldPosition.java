package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;

/** A position that holds something. */
public record HeldPosition(PositionKey key, Holding holding) {

  /** How much it holds. */
  public Quantity quantity() {
    return holding.quantity();
  }
}
