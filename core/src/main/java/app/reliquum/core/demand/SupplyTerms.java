package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * In which quantities a supplier sells an item, in the item's unit.
 *
 * @param minimum the least of one order; zero where any quantity will do
 * @param multiple only multiples of this; zero where any quantity will do
 */
public record SupplyTerms(Quantity minimum, Quantity multiple) {

  /** Any quantity will do. */
  public static final SupplyTerms ANY = new SupplyTerms(Quantity.ZERO, Quantity.ZERO);

  /**
   * Keeps the terms as they are.
   *
   * @throws IllegalArgumentException if one of them is negative
   */
  public SupplyTerms {
    if (minimum.isNegative() || multiple.isNegative()) {
      throw new InvalidValueException("Minimum and multiple are not negative.");
    }
  }

  /**
   * The least that can be ordered and is not less than a quantity.
   *
   * @return nothing where nothing is wanted
   */
  public Quantity atLeast(Quantity wanted) {
    if (!wanted.isPositive()) {
      return Quantity.ZERO;
    }
    Quantity least = wanted.min(minimum).equals(wanted) ? minimum : wanted;
    return multiple.isZero() ? least : multiples(least, RoundingMode.CEILING);
  }

  /**
   * The most that can be ordered and is not more than a quantity.
   *
   * @return nothing where even the least order is more
   */
  public Quantity atMost(Quantity limit) {
    Quantity most = multiple.isZero() ? limit : multiples(limit, RoundingMode.FLOOR);
    return most.compareTo(minimum) < 0 || !most.isPositive() ? Quantity.ZERO : most;
  }

  private Quantity multiples(Quantity of, RoundingMode how) {
    BigDecimal count = of.amount().divide(multiple.amount(), 0, how);
    return new Quantity(count.multiply(multiple.amount()));
  }
}
