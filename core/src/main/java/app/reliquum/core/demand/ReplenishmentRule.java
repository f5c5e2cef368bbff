package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.util.Optional;

/**
 * How an item is to be kept in stock, as someone has set it. A figure that is not fixed is worked
 * out at each review.
 *
 * @param kind when more is ordered and how much
 * @param point the re-order point; worked out if it is not fixed
 * @param quantity of one order, for a point and quantity; worked out if it is not fixed
 * @param upTo the level that an order brings the position up to, for a point and up-to level;
 *     worked out if it is not fixed, as the point and an order's quantity
 * @param service the chance of no stock-out in a cycle, between 0 and 1
 * @param review working days from one review to the next
 * @param window how many days back demand is looked at
 * @param orderCost what one order costs, in the money of the house
 * @param holdingRate what keeping goods for a year costs, as a share of their cost
 */
public record ReplenishmentRule(
    Kind kind,
    Optional<Quantity> point,
    Optional<Quantity> quantity,
    Optional<Quantity> upTo,
    double service,
    int review,
    int window,
    double orderCost,
    double holdingRate) {

  /** When more is ordered, and how much. */
  public enum Kind {
    /** At or below the point, a quantity. */
    POINT_AND_QUANTITY,
    /** At or below the point, as much as brings it up to a level. */
    POINT_AND_UP_TO,
    /** As much as is asked for. */
    ONLY_FOR_ORDERS,
    /** Nobody is told. */
    NONE;

    /** Whether there is a re-order point. */
    public boolean hasPoint() {
      return this == POINT_AND_QUANTITY || this == POINT_AND_UP_TO;
    }
  }

  /**
   * Keeps the figures as they are.
   *
   * @throws IllegalArgumentException if the chance does not lie between 0 and 1, a figure is
   *     negative, nothing would be ordered, or a fixed level is below a fixed point
   */
  public ReplenishmentRule {
    if (!(service > 0 && service < 1)) {
      throw new InvalidValueException("The chance of no stock-out lies between 0 and 1.");
    }
    if (review < 0 || window < 1 || orderCost < 0 || holdingRate < 0) {
      throw new InvalidValueException("Days and costs are not negative.");
    }
    if (point.filter(Quantity::isNegative).isPresent()
        || quantity.filter(one -> !one.isPositive()).isPresent()) {
      throw new InvalidValueException("A point is not negative, and a quantity is positive.");
    }
    if (point.isPresent() && upTo.isPresent() && upTo.get().compareTo(point.get()) < 0) {
      throw new InvalidValueException("The level is not below the point.");
    }
  }
}
