package app.reliquum.core.fulfilment;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Sets what arrives against what was ordered. */
public final class Arrival {

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  private Arrival() {}

  /** How a line came onto its order. */
  public enum Origin {
    /** It was ordered. */
    ORDERED,
    /** It holds what came beyond the order. */
    OVER,
    /** Nobody ordered it; it was added knowingly when it came. */
    ADDED
  }

  /** How far an order is. */
  public enum State {
    /** Nothing has come yet. */
    EXPECTED,
    /** Some has come, and something is still expected. */
    ARRIVING,
    /** All that was ordered has come. */
    RECEIVED,
    /** Nothing more is expected. */
    CLOSED;

    /** Whether nothing more is expected of it. */
    public boolean ended() {
      return this == RECEIVED || this == CLOSED;
    }
  }

  /**
   * A line of an order for one item.
   *
   * @param line its number
   * @param origin how it came onto the order
   * @param quantity how much was ordered; for other lines how much came
   * @param received how much of it has come
   */
  public record OrderLine(int line, Origin origin, Quantity quantity, Quantity received) {

    /** How much has not come yet. */
    public Quantity open() {
      return origin == Origin.ORDERED && received.compareTo(quantity) < 0
          ? quantity.minus(received)
          : Quantity.ZERO;
    }
  }

  /** Some of what arrived, for one line. */
  public record Part(int line, Quantity quantity) {}

  /**
   * What arrived, spread over the lines of an order.
   *
   * @param parts what goes to open lines, in the order of their numbers
   * @param beyond what is more than they expect, for a line of its own; zero if nothing
   */
  public record Spread(List<Part> parts, Quantity beyond) {
    public Spread {
      parts = List.copyOf(parts);
    }

    /**
     * What one unit of the goods was bought for: the agreed costs of the lines, each weighed by
     * what came for it.
     *
     * @param agreed the cost of one unit by line; lines without a price are left out
     * @return nothing if no price was agreed for any of what came
     */
    public Optional<UnitCost> paid(Map<Integer, UnitCost> agreed) {
      BigDecimal value = BigDecimal.ZERO;
      Quantity priced = Quantity.ZERO;
      for (Part part : parts) {
        UnitCost cost = agreed.get(part.line());
        if (cost != null) {
          value = value.add(cost.amount().multiply(part.quantity().amount()));
          priced = priced.plus(part.quantity());
        }
      }
      return priced.isZero()
          ? Optional.empty()
          : Optional.of(new UnitCost(value.divide(priced.amount(), MathContext.DECIMAL64)));
    }
  }

  /**
   * Spreads a quantity of one item over its lines: the lowest number first, what is left is beyond.
   */
  public static Spread spread(List<OrderLine> lines, Quantity arrived) {
    List<Part> parts = new ArrayList<>();
    Quantity rest = arrived;
    List<OrderLine> inOrder = new ArrayList<>(lines);
    inOrder.sort(Comparator.comparingInt(OrderLine::line));
    for (OrderLine line : inOrder) {
      Quantity part = rest.min(line.open());
      if (part.isPositive()) {
        parts.add(new Part(line.line(), part));
        rest = rest.minus(part);
      }
    }
    return new Spread(parts, rest);
  }

  /**
   * How much of an item may still come: what is open, and so many per cent of what was ordered on
   * top, less what came beyond the order already.
   *
   * @param lines the item's lines on the order
   * @param percent how much more than was ordered the house lets pass
   * @param decimals how many decimals a quantity of the item has; the tolerance is rounded down
   */
  public static Quantity most(List<OrderLine> lines, BigDecimal percent, int decimals) {
    Quantity ordered = Quantity.ZERO;
    Quantity open = Quantity.ZERO;
    Quantity beyond = Quantity.ZERO;
    for (OrderLine line : lines) {
      open = open.plus(line.open());
      if (line.origin() == Origin.ORDERED) {
        ordered = ordered.plus(line.quantity());
      } else if (line.origin() == Origin.OVER) {
        beyond = beyond.plus(line.received());
      }
    }
    BigDecimal tolerance =
        ordered.amount().multiply(percent).divide(HUNDRED, decimals, RoundingMode.DOWN);
    Quantity left = new Quantity(tolerance).minus(beyond);
    return left.isPositive() ? open.plus(left) : open;
  }

  /** What may be done with an order. */
  public enum Action {
    /** Send it to its supplier. */
    SEND,
    /** Change what is wanted. */
    CHANGE,
    /** Change how much of a line is wanted and when, as the house or the supplier says. */
    AMEND,
    /** Expect nothing more of it; nothing is missing. */
    CLOSE,
    /** Expect nothing more of it, though something is missing. */
    CLOSE_SHORT
  }

  /**
   * What may be done with an order; whoever may not do it has to be asked elsewhere.
   *
   * @param purchase whether it is ordered of a supplier
   * @param state how far it is
   * @param lines its lines
   */
  public static List<Action> can(boolean purchase, State state, List<OrderLine> lines) {
    if (state == State.CLOSED) {
      return List.of();
    }
    List<Action> can = new ArrayList<>();
    if (purchase) {
      can.add(Action.SEND);
      if (state == State.EXPECTED) {
        can.add(Action.CHANGE);
      }
      if (!state.ended()) {
        can.add(Action.AMEND);
      }
    }
    boolean open = lines.stream().anyMatch(line -> line.open().isPositive());
    can.add(open ? Action.CLOSE_SHORT : Action.CLOSE);
    return can;
  }

  /**
   * A line of which so much is wanted from now on.
   *
   * @param quantity as much as has come, for a line of which nothing more is wanted
   * @throws IllegalArgumentException if it was not ordered, or more than that has come already
   */
  public static OrderLine amended(OrderLine line, Quantity quantity) {
    if (line.origin() != Origin.ORDERED) {
      throw new InvalidValueException("Line {0} was not ordered.", line.line());
    }
    if (quantity.isNegative() || quantity.compareTo(line.received()) < 0) {
      throw new InvalidValueException(
          "Of line {0} there are {1} here already, so no less than that can be wanted.",
          line.line(), line.received());
    }
    return new OrderLine(line.line(), line.origin(), quantity, line.received());
  }

  /** How far an order is whose lines were amended: one of which nothing is wanted is closed. */
  public static State amendedState(List<OrderLine> lines) {
    boolean open = lines.stream().anyMatch(line -> line.open().isPositive());
    return open || lines.stream().anyMatch(line -> line.received().isPositive())
        ? state(lines)
        : State.CLOSED;
  }

  /** How far an order with these lines is, as long as nobody has closed it. */
  public static State state(List<OrderLine> lines) {
    boolean some = false;
    boolean open = false;
    boolean ordered = false;
    for (OrderLine line : lines) {
      some |= line.received().isPositive();
      open |= line.open().isPositive();
      ordered |= line.origin() == Origin.ORDERED;
    }
    return !some ? State.EXPECTED : ordered && !open ? State.RECEIVED : State.ARRIVING;
  }
}
