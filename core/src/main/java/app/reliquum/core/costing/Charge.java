package app.reliquum.core.costing;

import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;

/**
 * What bringing goods costs besides their price, as freight or duty, shared out over them: it is
 * part of what they cost (IAS 2, Inventories, paragraph 11).
 */
public final class Charge {

  private Charge() {}

  /** By what a charge is shared out. */
  public enum Basis {
    /** By what the goods are worth. */
    VALUE,
    /** By what they weigh. */
    WEIGHT,
    /** By how many they are, in their own units. */
    QUANTITY
  }

  /**
   * Shares an amount out to the cent; the shares come to just the amount.
   *
   * @param amount what is shared out, to the cent
   * @param basis of each line, never negative
   * @return the share of each line, in their order
   * @throws IllegalArgumentException if all of the basis is nothing
   */
  public static List<BigDecimal> shares(BigDecimal amount, List<BigDecimal> basis) {
    BigDecimal left = basis.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    if (left.signum() <= 0) {
      throw new InvalidValueException("Nothing of the lines is known to share it out by.");
    }
    List<BigDecimal> shares = new ArrayList<>();
    BigDecimal open = amount;
    for (BigDecimal one : basis) {
      BigDecimal share =
          one.signum() == 0
              ? BigDecimal.ZERO.setScale(UnitCost.CENTS)
              : open.multiply(one).divide(left, UnitCost.CENTS, RoundingMode.HALF_UP);
      shares.add(share);
      open = open.subtract(share);
      left = left.subtract(one);
    }
    return shares;
  }
}
