package app.reliquum.core.costing;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Objects;

/**
 * What one base unit of an item is worth, in the currency of the house, with six decimals.
 *
 * @param amount the worth; never negative
 */
public record UnitCost(BigDecimal amount) {

  /** The decimals that a cost is kept with. */
  public static final int DECIMALS = 6;

  /** The decimals of an amount of money. */
  public static final int CENTS = 2;

  /** Worth nothing, or not known yet. */
  public static final UnitCost NONE = new UnitCost(BigDecimal.ZERO);

  /**
   * @throws IllegalArgumentException if it is negative
   */
  public UnitCost {
    Objects.requireNonNull(amount, "amount");
    if (amount.signum() < 0) {
      throw new InvalidValueException("A cost is not negative: {0}.", amount);
    }
    amount = amount.setScale(DECIMALS, RoundingMode.HALF_UP);
  }

  /** The cost of one when a price is that of a pack. */
  public static UnitCost ofPack(BigDecimal price, Quantity factor) {
    return new UnitCost(price.divide(factor.amount(), DECIMALS, RoundingMode.HALF_UP));
  }

  /**
   * The moving average after a receipt: what was there and what came, each at its own cost.
   *
   * @param held how much was there; if nothing, the new cost is that of the receipt
   * @param came how much came
   * @param cost what each of those cost
   */
  public UnitCost after(Quantity held, Quantity came, UnitCost cost) {
    Quantity before = held.isPositive() ? held : Quantity.ZERO;
    Quantity all = before.plus(came);
    if (!all.isPositive()) {
      return this;
    }
    BigDecimal worth = before.amount().multiply(amount).add(came.amount().multiply(cost.amount()));
    return new UnitCost(worth.divide(all.amount(), DECIMALS, RoundingMode.HALF_UP));
  }

  /**
   * A share of it, rounded to as many decimals.
   *
   * @param percent how much, 0 to 100
   */
  public UnitCost percent(int percent) {
    return new UnitCost(
        amount
            .multiply(BigDecimal.valueOf(percent))
            .divide(BigDecimal.valueOf(100), DECIMALS, RoundingMode.HALF_UP));
  }

  /** What a quantity is worth, to the cent, halves rounded up. */
  public BigDecimal of(Quantity quantity) {
    return quantity.amount().multiply(amount).setScale(CENTS, RoundingMode.HALF_UP);
  }
}
