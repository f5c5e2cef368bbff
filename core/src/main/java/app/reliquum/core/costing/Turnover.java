package app.reliquum.core.costing;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * How fast stock leaves, measured by what it is worth.
 *
 * <p>Turnover is the cost of what left ÷ the mean value of stock, as common in stock accounts: the
 * mean of the value at the beginning and at the end of the time, brought to a year of 365 days.
 * Days of stock are the value now ÷ the cost of what left in a day.
 */
public final class Turnover {

  /** Stock that lasts longer than so many days as it leaves is slow-moving. */
  public static final int SLOW_DAYS = 365;

  private static final int YEAR = 365;

  private Turnover() {}

  /** How fast an item leaves. */
  public enum Movement {
    /** It lasts a year or less. */
    MOVING,
    /** It lasts longer than {@link #SLOW_DAYS} days. */
    SLOW_MOVING,
    /** Nothing of it has left in the time. */
    NON_MOVING,
    /** There is none. */
    NO_STOCK
  }

  /**
   * How often a year stock is turned over.
   *
   * @param cost what left was worth
   * @param mean the mean value of stock
   * @param days in how many days
   * @return with two decimals; empty if there was no stock
   */
  public static Optional<BigDecimal> aYear(BigDecimal cost, BigDecimal mean, int days) {
    return mean.signum() <= 0
        ? Optional.empty()
        : Optional.of(
            cost.multiply(BigDecimal.valueOf(YEAR))
                .divide(mean.multiply(BigDecimal.valueOf(days)), 2, RoundingMode.HALF_UP));
  }

  /**
   * For how many days stock lasts if it leaves as it has.
   *
   * @param value what it is worth now
   * @param cost what left was worth
   * @param days in how many days
   * @return whole days; empty if nothing has left
   */
  public static Optional<BigDecimal> daysOfStock(BigDecimal value, BigDecimal cost, int days) {
    return cost.signum() <= 0
        ? Optional.empty()
        : Optional.of(
            value.multiply(BigDecimal.valueOf(days)).divide(cost, 0, RoundingMode.HALF_UP));
  }

  /** How fast an item leaves. */
  public static Movement movement(
      Quantity onHand, Quantity used, BigDecimal value, BigDecimal cost, int days) {
    if (!onHand.isPositive()) {
      return Movement.NO_STOCK;
    }
    if (!used.isPositive()) {
      return Movement.NON_MOVING;
    }
    return value
                .multiply(BigDecimal.valueOf(days))
                .compareTo(cost.multiply(BigDecimal.valueOf(SLOW_DAYS)))
            > 0
        ? Movement.SLOW_MOVING
        : Movement.MOVING;
  }
}
