package app.reliquum.core.adjustment;

import app.reliquum.core.quantity.Quantity;
import java.util.Collection;

/**
 * Goods of one kind in a loan, in the item's unit.
 *
 * @param lent how much was lent out
 * @param back how much of it has come back
 */
public record LentGoods(Quantity lent, Quantity back) {

  /** How much is still out. */
  public Quantity open() {
    return lent.minus(back);
  }

  /** Whether so much can come back. */
  public boolean takes(Quantity quantity) {
    return quantity.compareTo(open()) <= 0;
  }

  /** Whether a loan of these goods is over: nothing of it is out. */
  public static boolean settled(Collection<LentGoods> goods) {
    return goods.stream().noneMatch(one -> one.open().isPositive());
  }
}
