package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;

/**
 * What a re-order point is compared with: what is there or coming, without what is asked for
 * already. Every piece is counted once. All quantities are in the item's unit and none is negative.
 *
 * @param free goods of ours that are good or wait to be inspected, wherever at the site they are,
 *     and not reserved
 * @param coming open lines of orders in, what is on the road to here, and approved requisitions
 *     that are not ordered yet
 * @param promised asked for, not reserved, and due before the next order can have come
 */
public record StockPosition(Quantity free, Quantity coming, Quantity promised) {

  /**
   * Keeps the quantities as they are.
   *
   * @throws IllegalArgumentException if one of them is negative
   */
  public StockPosition {
    if (free.isNegative() || coming.isNegative() || promised.isNegative()) {
      throw new InvalidValueException("What is there, coming and promised is not negative.");
    }
  }

  /**
   * What is left when all that is coming has come and all that is promised has gone; may be
   * negative.
   */
  public Quantity level() {
    return free.plus(coming).minus(promised);
  }

  /** Whether more is to be ordered: at the point, and below it. */
  public boolean isAtOrBelow(Quantity point) {
    return level().compareTo(point) <= 0;
  }

  /** By how much it is below a point; nothing where it is not. */
  public Quantity below(Quantity point) {
    Quantity missing = point.minus(level());
    return missing.isNegative() ? Quantity.ZERO : missing;
  }
}
