package app.reliquum.core.fulfilment;

import app.reliquum.core.approval.Approval;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/** Goods that someone wants bought: a line of what they ask for. */
public final class Requisition {

  private Requisition() {}

  /** How far it is. */
  public enum State {
    REQUESTED,
    /** Someone has agreed that it is bought. */
    APPROVED,
    /** It stands on a purchase order. */
    ORDERED,
    CANCELLED
  }

  /** What may be done with a requisition. */
  public enum Action {
    APPROVE,
    /** Write a purchase order for it. */
    ORDER,
    CHOOSE_SUPPLIER,
    CANCEL
  }

  /**
   * Whether what someone asks for is agreed to with their asking: only who has a limit up to which
   * they may agree has that right, and only for what is known to be worth no more.
   *
   * @param value what it comes to; empty if a price is not known
   * @param limit up to what they may agree; empty if nobody has set it
   */
  public static boolean approvedAtOnce(Optional<BigDecimal> value, Optional<BigDecimal> limit) {
    return value.isPresent() && limit.isPresent() && !Approval.needed(value.get(), limit);
  }

  /**
   * What may be done with one; the first is what is usually done next. Whoever may not do it has to
   * be asked elsewhere.
   *
   * @param supplier whether it is known who sells it
   */
  public static List<Action> can(State state, boolean supplier) {
    return switch (state) {
      case REQUESTED -> List.of(Action.APPROVE, Action.CHOOSE_SUPPLIER, Action.CANCEL);
      case APPROVED ->
          supplier
              ? List.of(Action.ORDER, Action.CHOOSE_SUPPLIER, Action.CANCEL)
              : List.of(Action.CHOOSE_SUPPLIER, Action.CANCEL);
      case ORDERED, CANCELLED -> List.of();
    };
  }
}
