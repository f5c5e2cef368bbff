package app.reliquum.core.refill;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.util.Objects;

/**
 * The home bin of an item, from which it is picked and which is refilled from bulk. Quantities are
 * in base units.
 *
 * @param item the item
 * @param place the bin
 * @param minimum at or below this it is refilled
 * @param maximum up to this it is filled
 * @param pack how many base units make the pack that is brought whole; zero for single pieces
 */
public record PickFace(long item, long place, Quantity minimum, Quantity maximum, Quantity pack) {

  /**
   * @throws IllegalArgumentException if the minimum is below zero, the maximum is not above it, or
   *     not one whole pack fits between them: at the minimum nothing could be brought
   */
  public PickFace {
    Objects.requireNonNull(pack);
    if (minimum.isNegative()) {
      throw new InvalidValueException("A minimum is 0 or more, not {0}.", minimum);
    }
    if (maximum.compareTo(minimum) <= 0) {
      throw new InvalidValueException(
          "The maximum of {0} is not above the minimum of {1}.", maximum, minimum);
    }
    if (maximum.minus(minimum).compareTo(pack) < 0) {
      throw new InvalidValueException(
          "Between {0} and {1} there is no room for a pack of {2}.", minimum, maximum, pack);
    }
  }

  /**
   * What there is of the item.
   *
   * @param there what lies in the bin and is good
   * @param reserved how much of that is reserved for those who will pick it
   * @param carried what is on trolleys and will be put into the bin
   */
  public record Stock(Quantity there, Quantity reserved, Quantity carried) {

    /** What nobody has reserved, and what is on its way. */
    Quantity net() {
      return there.minus(reserved).plus(carried);
    }

    /** Whether someone will come to pick of it. */
    public boolean awaited() {
      return reserved.isPositive();
    }
  }

  /**
   * How much is to be brought: nothing while what is not reserved is above the minimum, else as
   * many whole packs as fit, so that with all that lies there and is on its way the maximum is
   * never exceeded.
   */
  public Quantity missing(Stock stock) {
    if (stock.net().compareTo(minimum) > 0) {
      return Quantity.ZERO;
    }
    Quantity room = maximum.minus(stock.there()).minus(stock.carried());
    return room.isPositive() ? room.inWholes(pack) : Quantity.ZERO;
  }
}
