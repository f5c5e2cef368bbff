package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * The stock position at or below which more is to be ordered, with every figure that it was worked
 * out from: "4 a day ± 3, 9 + 1 days ± 2, 95 %: 61".
 *
 * <p>Demand d̄ a working day with deviation σd, a lead time L with deviation σL and a review every
 * R days give {@code d̄·(L+R) + z·√((L+R)·σd² + d̄²·σL²)}; z is the quantile of the chance of no
 * stock-out in a cycle. (Silver, Pyke and Thomas, Inventory and Production Management in Supply
 * Chains, 2017, chapter 6.)
 *
 * @param perDay d̄, in the item's unit
 * @param deviation σd
 * @param lead L and σL, in working days
 * @param review R: working days from one review to the next; 1 where every night looks at it
 * @param service the chance of no stock-out in a cycle, between 0 and 1; it is not the fill rate
 * @param z its quantile
 * @param expected what will be asked for until the next order can have come
 * @param safetyStock what is kept for more than that
 * @param point both, rounded up to the item's decimals; not negative
 */
public record ReorderPoint(
    double perDay,
    double deviation,
    LeadTime lead,
    int review,
    double service,
    double z,
    double expected,
    double safetyStock,
    Quantity point) {

  /** So many decimals of an estimate are right; what lies behind them rounds nothing up. */
  private static final int TRUSTED_DECIMALS = 9;

  /**
   * Works a point out.
   *
   * @param decimals those of the item
   * @throws IllegalArgumentException if demand, deviation or review is negative, or the chance does
   *     not lie between 0 and 1
   */
  public static ReorderPoint of(
      double perDay, double deviation, LeadTime lead, int review, double service, int decimals) {
    if (perDay < 0 || deviation < 0 || review < 0) {
      throw new InvalidValueException("Demand, its deviation and a review are not negative.");
    }
    double z = Normal.quantile(service);
    double days = lead.mean() + review;
    double expected = perDay * days;
    double late = perDay * lead.deviation();
    double safety = z * Math.sqrt(days * deviation * deviation + late * late);
    return new ReorderPoint(
        perDay,
        deviation,
        lead,
        review,
        service,
        z,
        expected,
        safety,
        roundedUp(expected + safety, decimals));
  }

  static Quantity roundedUp(double amount, int decimals) {
    BigDecimal trusted =
        BigDecimal.valueOf(Math.max(0, amount)).setScale(TRUSTED_DECIMALS, RoundingMode.HALF_UP);
    return new Quantity(trusted.setScale(decimals, RoundingMode.CEILING));
  }
}
