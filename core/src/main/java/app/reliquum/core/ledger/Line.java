package app.reliquum.core.ledger;

import app.reliquum.core.quantity.Quantity;
import java.util.Objects;

/**
 * Moves a quantity of some goods from one spot to another.
 *
 * <p>The two spots may be the same place: then the line changes the condition, or loads goods onto
 * a unit load.
 *
 * @param goods what is moved
 * @param from where it is taken from
 * @param to where it is put
 * @param quantity how much, in base units
 */
public record Line(Goods goods, Spot from, Spot to, Quantity quantity) {

  public Line {
    Objects.requireNonNull(goods, "goods");
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
    Objects.requireNonNull(quantity, "quantity");
  }

  /** The position that it takes from. */
  public PositionKey taken() {
    return PositionKey.of(goods, from);
  }

  /** The position that it puts to. */
  public PositionKey put() {
    return PositionKey.of(goods, to);
  }

  /** The same, with the goods Rejected where they are put. */
  public Line arrivingRejected() {
    return new Line(goods, from, new Spot(to.place(), to.unitLoad(), Condition.REJECTED), quantity);
  }

  /** The line that undoes this one. */
  public Line reversed() {
    return new Line(goods, to, from, quantity);
  }
}
