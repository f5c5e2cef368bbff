package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.util.Optional;

/**
 * How much one order is for, with every figure that it was worked out from.
 *
 * @param economic √(2·D·S ÷ H), in the item's unit, not rounded (Harris, "How many parts to make at
 *     once", Factory, 1913); zero where it was fixed by hand
 * @param cause what decided the quantity in the end
 * @param quantity how much to order, as the supplier sells it
 */
public record OrderQuantity(double economic, Cause cause, Quantity quantity) {

  /** What decided how much is ordered. */
  public enum Cause {
    /** Ordering and keeping cost least so, or someone fixed it. */
    ECONOMY,
    /** The supplier's least order is more. */
    MINIMUM,
    /** More would expire before it is used. */
    EXPIRY,
    /** Stock is so far below the point that less would not reach it. */
    REACHES_POINT
  }

  /**
   * The quantity at which a year's orders and a year's keeping together cost least.
   *
   * @param usageAYear D, in the item's unit
   * @param orderCost S, of one order
   * @param holdingCost H, of keeping one for a year
   * @throws IllegalArgumentException if keeping costs nothing, or a figure is negative
   */
  public static double economic(double usageAYear, double orderCost, double holdingCost) {
    if (usageAYear < 0 || orderCost < 0 || !(holdingCost > 0)) {
      throw new InvalidValueException("Usage and order cost something, and keeping does.");
    }
    return Math.sqrt(2 * usageAYear * orderCost / holdingCost);
  }

  /**
   * How much to order when the stock position is at or below the point.
   *
   * @param wanted the economic or the fixed quantity, in the item's unit
   * @param terms in which quantities it is sold
   * @param below by how much the position is below the point; the point is always reached
   * @param usable how much will be used before it expires; nothing where it does not expire
   * @param decimals those of the item
   */
  public static OrderQuantity of(
      double wanted, SupplyTerms terms, Quantity below, Optional<Quantity> usable, int decimals) {
    Quantity economy = ReorderPoint.roundedUp(wanted, decimals);
    Quantity sold = terms.atLeast(economy);
    Cause cause = economy.compareTo(terms.minimum()) < 0 ? Cause.MINIMUM : Cause.ECONOMY;
    if (usable.isPresent() && sold.compareTo(usable.get()) > 0) {
      sold = terms.atMost(usable.get());
      cause = Cause.EXPIRY;
    }
    Quantity reaching = terms.atLeast(below);
    if (sold.compareTo(below) < 0) {
      sold = reaching;
      cause = Cause.REACHES_POINT;
    }
    return new OrderQuantity(wanted, cause, sold);
  }
}
