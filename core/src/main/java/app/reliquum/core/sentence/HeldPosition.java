package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.util.Collection;

/** A position that holds something. */
public record HeldPosition(PositionKey key, Holding holding) {

  /** How much it holds. */
  public Quantity quantity() {
    return holding.quantity();
  }

  /** How much lies there altogether. */
  static Quantity total(Collection<HeldPosition> stock) {
    return stock.stream().map(HeldPosition::quantity).reduce(Quantity.ZERO, Quantity::plus);
  }
}
