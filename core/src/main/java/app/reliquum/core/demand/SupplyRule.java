package app.reliquum.core.demand;

import app.reliquum.core.demand.Sourcing.Way;
import app.reliquum.core.quantity.Quantity;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * How a line of an order is met: from what is in stock or only from what comes for it, and how what
 * it lacks is to come.
 */
public enum SupplyRule {
  /** It waits for stock. */
  FROM_STOCK(true),
  /** What stock does not meet is bought. */
  FROM_STOCK_ELSE_BUY(true, Way.BUY),
  /** What stock does not meet is asked for from another site. */
  FROM_STOCK_ELSE_TRANSFER(true, Way.TRANSFER),
  /** What stock does not meet is made. */
  FROM_STOCK_ELSE_MAKE(true, Way.MAKE),
  /** All of it is bought for the order, whatever is in stock. */
  BUY_FOR_ORDER(false, Way.BUY),
  /** All of it is made for the order, whatever is in stock. */
  MAKE_FOR_ORDER(false, Way.MAKE);

  private final boolean fromStock;
  private final Optional<Way> way;

  SupplyRule(boolean fromStock, Way... way) {
    this.fromStock = fromStock;
    this.way = Stream.of(way).findFirst();
  }

  /** Whether it takes what is in stock, and what comes for nobody. */
  public boolean fromStock() {
    return fromStock;
  }

  /** How what it lacks is to come; nothing if it waits. */
  public Optional<Way> way() {
    return way;
  }

  /**
   * How much of what a line lacks may be reserved for it.
   *
   * @param missing what it lacks
   * @param own what has come because of it and it does not have yet
   */
  public Quantity mayReserve(Quantity missing, Quantity own) {
    return fromStock ? missing : missing.min(own);
  }

  /**
   * How much is to be asked for.
   *
   * @param unmet what a line lacks that nothing is coming for
   * @param refused what was asked for because of it and refused: nobody asks for that again
   */
  public Quantity toAskFor(Quantity unmet, Quantity refused) {
    Quantity left = unmet.minus(refused);
    return way.isPresent() && left.isPositive() ? left : Quantity.ZERO;
  }
}
