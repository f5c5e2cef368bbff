package app.reliquum.core.putaway;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.util.Objects;

/**
 * Goods that are to be put away.
 *
 * @param item the item
 * @param lot the lot, 0 for none
 * @param condition their condition: good goods go where they may be taken from, others are held
 *     back
 * @param quantity how much, in base units
 * @param storageClass the item's storage class; empty for none
 * @param split the quantity at whose multiples they may be split: the smallest pack, or one base
 *     unit
 * @param unitLoad the pallet that they stand on and keep, 0 for none; a pallet is never split
 * @param volume cubic metres of one base unit; zero if not known
 * @param weight kilograms of one base unit; zero if not known
 */
public record GoodsToPutAway(
    long item,
    long lot,
    Condition condition,
    Quantity quantity,
    String storageClass,
    Quantity split,
    long unitLoad,
    BigDecimal volume,
    BigDecimal weight) {

  public GoodsToPutAway {
    Objects.requireNonNull(condition, "condition");
    if (!quantity.isPositive() || !split.isPositive()) {
      throw new InvalidValueException("There must be something to put away.");
    }
  }
}
