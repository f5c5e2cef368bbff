package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;

/** When more of an item is to come, and how much: how the house keeps it in stock. */
public sealed interface ReplenishmentPolicy {

  /**
   * At or below the point, the quantity; more of it if that does not reach the point.
   *
   * @param point in the item's unit
   * @param quantity of one order, more than nothing
   */
  record PointAndQuantity(Quantity point, Quantity quantity) implements ReplenishmentPolicy {

    /**
     * Keeps the figures as they are.
     *
     * @throws IllegalArgumentException if nothing would be ordered
     */
    public PointAndQuantity {
      if (!quantity.isPositive()) {
        throw new InvalidValueException("An order is for more than nothing.");
      }
    }

    @Override
    public Quantity toOrder(StockPosition position, SupplyTerms terms) {
      return position.isAtOrBelow(point)
          ? terms.atLeast(max(quantity, position.below(point)))
          : Quantity.ZERO;
    }
  }

  /**
   * At or below the point, as much as brings the position up to the level.
   *
   * @param point in the item's unit
   * @param upTo not less than the point
   */
  record PointAndUpTo(Quantity point, Quantity upTo) implements ReplenishmentPolicy {

    /**
     * Keeps the figures as they are.
     *
     * @throws IllegalArgumentException if the level is below the point
     */
    public PointAndUpTo {
      if (upTo.compareTo(point) < 0) {
        throw new InvalidValueException("The level is not below the point.");
      }
    }

    @Override
    public Quantity toOrder(StockPosition position, SupplyTerms terms) {
      return position.isAtOrBelow(point) ? terms.atLeast(position.below(upTo)) : Quantity.ZERO;
    }
  }

  /** As much as is asked for and neither there nor coming. */
  record OnlyForOrders() implements ReplenishmentPolicy {
    @Override
    public Quantity toOrder(StockPosition position, SupplyTerms terms) {
      return terms.atLeast(position.below(Quantity.ZERO));
    }
  }

  /** Nobody is told; it is ordered by hand. */
  record None() implements ReplenishmentPolicy {
    @Override
    public Quantity toOrder(StockPosition position, SupplyTerms terms) {
      return Quantity.ZERO;
    }
  }

  /**
   * How much is to be ordered now, as the supplier sells it; nothing where nothing is.
   *
   * @param position what is there and coming, without what is promised
   */
  Quantity toOrder(StockPosition position, SupplyTerms terms);

  private static Quantity max(Quantity one, Quantity other) {
    return one.compareTo(other) >= 0 ? one : other;
  }
}
