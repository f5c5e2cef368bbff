package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.fulfilment.SupplierReturn;
import app.reliquum.core.quantity.Quantity;
import java.util.Collection;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Orders of which goods went back to the supplier: what is to come again, they expect again. */
@Service
public class GoneBack {

  private final OrderTable table;

  GoneBack(OrderTable table) {
    this.table = table;
  }

  /**
   * Lets an order expect goods again that had come on a line of it, also if it was closed.
   *
   * @param document the document with which they went back
   * @return how much it expects again: no more than had come, and nothing of what nobody ordered
   * @throws Problem if there is no such order
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Quantity expectAgain(long order, int line, Quantity back, String document, Actor actor) {
    table.lock(order).orElseThrow(() -> Problem.missing("order", order));
    Quantity again =
        table.lines(order).stream()
            .map(OrderTable.LineRow::arrival)
            .filter(one -> one.line() == line && one.origin() == Arrival.Origin.ORDERED)
            .map(one -> SupplierReturn.expectedAgain(back, one.received()))
            .findFirst()
            .orElse(Quantity.ZERO);
    if (again.isPositive()) {
      changed(order, line, again.negated());
      table.event(order, actor, "EXPECTED_AGAIN", document);
    }
    return again;
  }

  /** Locks orders, in the order in which everyone does: before the positions of their goods. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(Collection<Long> orders) {
    orders.stream().sorted().distinct().forEach(table::lock);
  }

  /** Takes that back: what went back to the supplier is here after all. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void hereAfterAll(long order, int line, Quantity again) {
    table.lock(order).orElseThrow(() -> Problem.missing("order", order));
    changed(order, line, again);
  }

  private void changed(long order, int line, Quantity more) {
    table.received(order, line, more);
    table.state(
        order,
        Arrival.state(table.lines(order).stream().map(OrderTable.LineRow::arrival).toList()),
        false);
  }
}
