package app.reliquum.floor;

import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.stock.Reserving;
import java.util.List;
import java.util.function.Predicate;

/** What of stock someone may take because it is reserved for nobody else. */
final class FreeGoods {

  private FreeGoods() {}

  /**
   * Of some stock what is free.
   *
   * @param own which reservations are one's own
   */
  static List<HeldPosition> of(
      List<HeldPosition> stock, Reserving reserving, Predicate<Reservation> own) {
    List<Reservation> reserved =
        reserving.at(stock.stream().map(HeldPosition::key).toList()).stream()
            .filter(own.negate())
            .toList();
    return stock.stream()
        .map(one -> less(one, reserved))
        .filter(one -> one.quantity().isPositive())
        .toList();
  }

  private static HeldPosition less(HeldPosition one, List<Reservation> reserved) {
    Quantity free =
        reserved.stream()
            .filter(other -> other.key().equals(one.key()))
            .map(Reservation::quantity)
            .reduce(one.quantity(), Quantity::minus);
    return new HeldPosition(one.key(), new Holding(free, one.holding().inDate()));
  }
}
