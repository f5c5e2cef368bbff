package app.reliquum.ubl;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.text.Message;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Objects;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PriceType;
import org.jspecify.annotations.Nullable;

/**
 * A price as a document says it.
 *
 * @param amount of so many
 * @param quantity how many that is, in the unit that is named
 * @param unit its code of UN/ECE Recommendation 20; null if none is named
 * @param currency of ISO 4217; null if none is named
 */
public record Price(
    BigDecimal amount, BigDecimal quantity, @Nullable String unit, @Nullable String currency) {

  private static final int DECIMALS = 4;

  /**
   * The price of a line; null if it has none.
   *
   * @throws Problem if it is below zero, or that of nothing
   */
  public static @Nullable Price read(@Nullable PriceType price, Message where) {
    if (price == null || price.getPriceAmountValue() == null) {
      return null;
    }
    BigDecimal quantity =
        price.getBaseQuantityValue() == null ? BigDecimal.ONE : price.getBaseQuantityValue();
    if (price.getPriceAmountValue().signum() < 0 || quantity.signum() <= 0) {
      throw Problem.invalid("file", "{0}a price is not below zero, nor for nothing.", where);
    }
    return new Price(
        price.getPriceAmountValue(),
        quantity,
        price.getBaseQuantity() == null ? null : price.getBaseQuantity().getUnitCode(),
        Objects.requireNonNull(price.getPriceAmount()).getCurrencyID());
  }

  /**
   * What so many of an item cost.
   *
   * @param units how many base units
   * @param ours the currency of the house
   * @throws Problem if the price is that of another unit, in another currency, or can't be said
   *     with four decimals
   */
  public BigDecimal of(Catalog.Measured item, BigDecimal units, String ours, Message where) {
    if (currency != null && !currency.equals(ours)) {
      throw Problem.invalid(
          "file", "{0}the price is in {1}, this house reckons in {2}.", where, currency, ours);
    }
    if (unit != null && !unit.equals(item.unit().code())) {
      throw Problem.invalid(
          "file",
          "{0}{1} is priced in {2}, the document says {3}.",
          where,
          item.code(),
          item.unit().code(),
          unit);
    }
    try {
      return amount.multiply(units).divide(quantity, DECIMALS, RoundingMode.UNNECESSARY);
    } catch (ArithmeticException uneven) {
      throw Problem.invalid(
          "file",
          "{0}a price of {1} for {2} can't be kept with {3} decimals.",
          where,
          amount.toPlainString(),
          quantity.toPlainString(),
          DECIMALS);
    }
  }
}
