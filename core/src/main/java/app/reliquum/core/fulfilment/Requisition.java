package app.reliquum.core.fulfilment;

import java.util.List;

/** Goods that someone wants bought. */
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
