package app.reliquum.core.counting;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.MathContext;

/**
 * How large a variance may be and still be accepted by rule. All limits that are set must hold; if
 * none is set, only what is right is within tolerance.
 *
 * @param quantity in base units; null for no such limit
 * @param percent of what the book said; null for no such limit
 * @param value in money; null for no such limit
 */
public record CountTolerance(Quantity quantity, BigDecimal percent, BigDecimal value) {

  /** Nothing but what is right. */
  public static final CountTolerance NONE = new CountTolerance(null, null, null);

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  /**
   * @throws IllegalArgumentException if a limit is negative
   */
  public CountTolerance {
    if ((quantity != null && quantity.isNegative())
        || (percent != null && percent.signum() < 0)
        || (value != null && value.signum() < 0)) {
      throw new InvalidValueException("A tolerance is not negative.");
    }
  }

  /**
   * Whether a variance is within it.
   *
   * @param book what the book said
   * @param variance by how much it was wrong
   * @param cost what one base unit is worth
   */
  public boolean allows(Quantity book, Quantity variance, UnitCost cost) {
    if (variance.isZero()) {
      return true;
    }
    if (quantity == null && percent == null && value == null) {
      return false;
    }
    Quantity size = variance.isNegative() ? variance.negated() : variance;
    return (quantity == null || size.compareTo(quantity) <= 0)
        && (percent == null || percent(book, size).compareTo(percent) <= 0)
        && (value == null || cost.of(size).compareTo(value) <= 0);
  }

  /**
   * A variance as a percentage of what the book said. Of a book that said nothing, any variance is
   * a hundred per cent.
   */
  public static BigDecimal percent(Quantity book, Quantity variance) {
    if (variance.isZero()) {
      return BigDecimal.ZERO;
    }
    if (book.isZero()) {
      return variance.isNegative() ? HUNDRED.negate() : HUNDRED;
    }
    return variance.amount().multiply(HUNDRED).divide(book.amount().abs(), MathContext.DECIMAL64);
  }
}
