package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.stock.Reserving;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Finds orders for whoever changes them, and keeps their state true to their lines. */
@Component
class OutboundProgress {

  private final OutboundTable table;
  private final ParcelTable parcels;
  private final Reserving reserving;
  private final Places places;

  OutboundProgress(OutboundTable table, ParcelTable parcels, Reserving reserving, Places places) {
    this.table = table;
    this.parcels = parcels;
    this.reserving = reserving;
    this.places = places;
  }

  /** An order that nobody else changes until this transaction ends. */
  Head lock(long id) {
    return table.lock(id).orElseThrow(() -> Problem.missing("order", id));
  }

  /** The same, for someone who works at its site, if something of it is still to leave. */
  Head lockOpen(long id, Actor actor) {
    Head head = lock(id);
    places.requireSite(head.siteId(), actor);
    if (head.state().ended()) {
      String how =
          switch (head.state()) {
            case CANCELLED -> " is cancelled.";
            case DONE -> " is done.";
            default -> " has gone.";
          };
      throw Problem.conflict("ended", "{0}", head.number() + how)
          .with("number", head.number())
          .with("state", head.state());
    }
    return head;
  }

  OutboundFlow flow(Head head) {
    return places.leaving(head.siteId()).flow();
  }

  /** The lines of an order with what is kept for them. */
  List<Outbound.Line> lines(Head head) {
    return lines(head, table.lines(head.id()), reserving.of(head.number()));
  }

  /** The same, of what has been read already. */
  List<Outbound.Line> lines(Head head, List<LineRow> rows, List<Reserving.Kept> kept) {
    Set<Long> loads = parcels.loads(head.id());
    List<Outbound.Line> lines = new ArrayList<>();
    for (LineRow row : rows) {
      Quantity reserved = Quantity.ZERO;
      Quantity picked = Quantity.ZERO;
      Quantity packed = Quantity.ZERO;
      for (Reserving.Kept one : kept) {
        if (one.reservation().line() == row.lineNo()) {
          Quantity quantity = one.reservation().quantity();
          if (!one.reservation().picked()) {
            reserved = reserved.plus(quantity);
          } else {
            picked = picked.plus(quantity);
            boolean on = loads.contains(one.reservation().key().unitLoad());
            packed = on ? packed.plus(quantity) : packed;
          }
        }
      }
      lines.add(row.line(reserved, picked, packed));
    }
    return lines;
  }

  /** What decides how far an order is. */
  Outbound.Order order(Head head, boolean allocated, List<Outbound.Line> lines) {
    return new Outbound.Order(
        head.isJob(),
        allocated,
        head.roundId() != 0,
        flow(head).packs(),
        head.coveredBy() != null,
        lines);
  }

  /** Works the state out of lines for which stock has just been looked for. */
  void allocated(Head head, List<Outbound.Line> lines) {
    table.state(head.id(), order(head, true, lines).state());
  }

  /** Works the state out anew. */
  void refresh(long id) {
    Head head = table.find(id).orElseThrow();
    table.state(id, order(head, head.isAllocated(), lines(head)).state());
  }
}
