package app.reliquum.core.quantity;

import app.reliquum.core.text.InvalidValueException;
import java.util.Objects;

/**
 * Which quantities an item allows: its base unit, its number of decimals, its tracking.
 *
 * @param unit the base unit that the ledger counts in
 * @param decimals how many decimals a quantity of it may have, 0 to 6
 * @param tracking how its pieces are told apart
 */
public record MeasureRule(UnitOfMeasure unit, int decimals, Tracking tracking) {

  /**
   * @throws IllegalArgumentException if decimals are out of range, or if an item with serial
   *     numbers is to have decimals
   */
  public MeasureRule {
    Objects.requireNonNull(unit, "unit");
    Objects.requireNonNull(tracking, "tracking");
    if (decimals < 0 || decimals > Quantity.MAX_DECIMALS) {
      throw new InvalidValueException(
          "An item has 0 to {0} decimals, not {1}.", Quantity.MAX_DECIMALS, decimals);
    }
    if (tracking.needsSerial() && decimals > 0) {
      throw new InvalidValueException(
          "An item with serial numbers is counted in whole units, without decimals.");
    }
  }

  /**
   * Lets a quantity pass that may be moved or counted in.
   *
   * @throws QuantityException if it is zero or less, or has more decimals than the item
   */
  public Quantity check(Quantity quantity) {
    if (!quantity.isPositive()) {
      throw new QuantityException(
          QuantityException.Fault.NOT_POSITIVE, quantity.toString(), decimals);
    }
    if (quantity.decimals() > decimals) {
      throw new QuantityException(
          QuantityException.Fault.TOO_MANY_DECIMALS, quantity.toString(), decimals);
    }
    return quantity;
  }

  /** Whether {@link #check} would let it pass. */
  public boolean allows(Quantity quantity) {
    return quantity.isPositive() && quantity.decimals() <= decimals;
  }
}
