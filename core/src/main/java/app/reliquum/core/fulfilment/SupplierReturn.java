package app.reliquum.core.fulfilment;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;

/** Goods that go back to who sold them. */
public final class SupplierReturn {

  private SupplierReturn() {}

  /** How far it is. */
  public enum State {
    /** Its goods are set aside, in a place of their own, and still ours. */
    OPEN,
    /** Its goods have left for the supplier. */
    SHIPPED,
    /** All of its goods were put back. */
    CANCELLED
  }

  /** What may be done with one. */
  public enum Action {
    SHIP,
    CHANGE,
    /** Set more goods aside for it. */
    ADD,
    /** Put some of its goods back where they were. */
    PUT_BACK,
    CANCEL
  }

  /**
   * What may be done with one; the first is what is usually done next.
   *
   * @param lines how many lines of it are set aside
   */
  public static List<Action> can(State state, int lines) {
    if (state != State.OPEN) {
      return List.of();
    }
    List<Action> can = new ArrayList<>();
    if (lines > 0) {
      can.add(Action.SHIP);
      can.add(Action.PUT_BACK);
    }
    can.addAll(List.of(Action.ADD, Action.CHANGE, Action.CANCEL));
    return List.copyOf(can);
  }

  /**
   * How much of goods that go back their order may expect again: no more than has come on the line,
   * so that a line is never owed more than was ordered.
   *
   * @param back how much goes back
   * @param received how much has come on the line of the order
   */
  public static Quantity expectedAgain(Quantity back, Quantity received) {
    return received.isPositive() ? back.min(received) : Quantity.ZERO;
  }

  /**
   * What the supplier owes for goods that go back: their quantity at the cost they came at, in the
   * house's currency, to two decimals.
   *
   * @param unitCost what one unit came at
   */
  public static BigDecimal claim(Quantity quantity, BigDecimal unitCost) {
    return quantity.amount().multiply(unitCost).setScale(2, RoundingMode.HALF_UP);
  }
}
