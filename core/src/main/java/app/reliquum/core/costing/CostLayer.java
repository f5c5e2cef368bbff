package app.reliquum.core.costing;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.Comparator;
import java.util.Objects;

/**
 * Some goods of one item, and what they are worth together.
 *
 * @param lot their lot, where it matters; else 0
 * @param since when they came in, where it matters; else {@link Instant#EPOCH}
 * @param quantity how much, in base units; never negative
 * @param value what all of it is worth, in the currency of the house, to the cent; never negative
 */
public record CostLayer(long lot, Instant since, Quantity quantity, BigDecimal value) {

  /** Older goods first; the same moment by lot. */
  static final Comparator<CostLayer> OLDEST =
      Comparator.comparing(CostLayer::since).thenComparingLong(CostLayer::lot);

  /**
   * @throws IllegalArgumentException if quantity or worth is negative, or the worth has parts of a
   *     cent
   */
  public CostLayer {
    Objects.requireNonNull(since, "since");
    if (quantity.isNegative() || value.signum() < 0) {
      throw new InvalidValueException(
          "A layer is never less than nothing: {0} worth {1}.", quantity, value);
    }
    value = value.setScale(UnitCost.CENTS, RoundingMode.UNNECESSARY);
  }

  /** Together with other goods; it keeps its lot and moment. */
  CostLayer plus(Quantity more, BigDecimal worthMore) {
    return new CostLayer(lot, since, quantity.plus(more), value.add(worthMore));
  }

  /** What a part of it is worth: its share, rounded to the cent; all of it takes all. */
  BigDecimal share(Quantity part) {
    return part.equals(quantity)
        ? value
        : value
            .multiply(part.amount())
            .divide(quantity.amount(), UnitCost.CENTS, RoundingMode.HALF_UP);
  }
}
