package app.reliquum.core.quantity;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * An exact amount of goods, in the base unit of its item.
 *
 * <p>At most six decimals and thirteen digits before them, the shape in which the ledger keeps it.
 * Two quantities that are equal as numbers are equal: {@code 2.50} and {@code 2.5} are the same. A
 * quantity may be negative where it is a difference; a position never is.
 */
public record Quantity(BigDecimal amount) implements Comparable<Quantity> {

  /** The most decimals that any item may have. */
  public static final int MAX_DECIMALS = 6;

  /** The most digits before the decimal point. */
  public static final int MAX_INTEGER_DIGITS = 13;

  private static final int LONGEST_TEXT = 40;
  private static final Pattern DECIMAL = Pattern.compile("[+-]?(?:[0-9]+(?:\\.[0-9]*)?|\\.[0-9]+)");

  /** No goods at all. */
  public static final Quantity ZERO = new Quantity(BigDecimal.ZERO);

  /** One base unit. */
  public static final Quantity ONE = new Quantity(BigDecimal.ONE);

  /**
   * Brings the amount into its one canonical form.
   *
   * @throws QuantityException if it has more than {@value #MAX_DECIMALS} decimals or more than
   *     {@value #MAX_INTEGER_DIGITS} digits before the point
   */
  public Quantity {
    Objects.requireNonNull(amount, "amount");
    amount = amount.stripTrailingZeros();
    if (amount.scale() < 0) {
      amount = amount.setScale(0);
    }
    if (amount.scale() > MAX_DECIMALS) {
      throw new QuantityException(
          QuantityException.Fault.TOO_MANY_DECIMALS, amount.toPlainString(), MAX_DECIMALS);
    }
    if (amount.precision() - amount.scale() > MAX_INTEGER_DIGITS) {
      throw new QuantityException(
          QuantityException.Fault.TOO_LARGE, amount.toPlainString(), MAX_INTEGER_DIGITS);
    }
  }

  /** A whole number of base units. */
  public static Quantity of(long amount) {
    return new Quantity(BigDecimal.valueOf(amount));
  }

  /**
   * A quantity as it is written down: ASCII digits with an optional decimal point, {@code 6} or
   * {@code 12.5}. A comma is no decimal point, nor are digits of other scripts read: whoever lets
   * people type numbers in their own way brings them into this form first.
   *
   * @throws QuantityException if the text is no plain decimal number, or not a quantity
   */
  public static Quantity of(String text) {
    String plain = text.strip();
    if (plain.length() > LONGEST_TEXT || !DECIMAL.matcher(plain).matches()) {
      throw new QuantityException(QuantityException.Fault.NOT_A_NUMBER, brief(text), 0);
    }
    return new Quantity(new BigDecimal(plain));
  }

  private static String brief(String text) {
    return text.length() <= LONGEST_TEXT ? text : text.substring(0, LONGEST_TEXT) + "…";
  }

  /** The sum of both. */
  public Quantity plus(Quantity other) {
    return new Quantity(amount.add(other.amount));
  }

  /** What is left of this when the other is taken from it; negative if the other is more. */
  public Quantity minus(Quantity other) {
    return new Quantity(amount.subtract(other.amount));
  }

  /**
   * This many of a pack that holds {@code factor} base units each.
   *
   * @throws QuantityException if the product has more decimals than a quantity may have
   */
  public Quantity times(Quantity factor) {
    return new Quantity(amount.multiply(factor.amount));
  }

  /**
   * As much of this as makes whole packs.
   *
   * @param pack how many base units a pack holds; zero if there is none, and then it is all of this
   */
  public Quantity inWholes(Quantity pack) {
    return pack.isZero() ? this : minus(new Quantity(amount.remainder(pack.amount)));
  }

  /** The same amount with the opposite sign. */
  public Quantity negated() {
    return new Quantity(amount.negate());
  }

  /** The smaller of both. */
  public Quantity min(Quantity other) {
    return compareTo(other) <= 0 ? this : other;
  }

  /** Whether this is more than nothing. */
  public boolean isPositive() {
    return amount.signum() > 0;
  }

  /** Whether this is less than nothing. */
  public boolean isNegative() {
    return amount.signum() < 0;
  }

  /** Whether this is nothing. */
  public boolean isZero() {
    return amount.signum() == 0;
  }

  /** The number of decimals that it needs. */
  public int decimals() {
    return amount.scale();
  }

  @Override
  public int compareTo(Quantity other) {
    return amount.compareTo(other.amount);
  }

  /** The amount in plain digits, without trailing zeros or exponent. */
  @Override
  public String toString() {
    return amount.toPlainString();
  }
}
