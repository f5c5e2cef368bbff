package app.reliquum.inbound;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.fulfilment.Arrival;

/** What inbound orders can be narrowed and sorted by: of an order {@code o}, see InboundRows. */
public enum InboundColumn implements ListColumn {
  NUMBER(ListValue.text("o.number")),
  KIND(ListValue.choice(InboundViews.Kind.class, "o.kind")),
  STATE(ListValue.choice(Arrival.State.class, "o.state")),
  SUPPLIER(ListValue.reference("o.supplier_id", "s.name")),
  SITE(ListValue.reference("o.site_id", "t.name")),
  ITEM(ListValue.among("select l.item_id from inbound_line l where l.order_id = o.id", null)),
  EXPECTED(ListValue.day("o.expected")),
  LINES(ListValue.number("(select count(*) from inbound_line l where l.order_id = o.id)")),
  OPEN_LINES(
      ListValue.number(
          "(select count(*) from inbound_line l where l.order_id = o.id"
              + " and l.origin = 'ORDERED' and l.received < l.quantity)")),
  /** How much of what was ordered has come, from 0 to 1, line by line. */
  PROGRESS(
      ListValue.number(
          "(select avg(least(1, l.received / l.quantity)) from inbound_line l"
              + " where l.order_id = o.id and l.origin = 'ORDERED')")),
  VALUE(
      ListValue.number(
          "(select sum(l.packs * l.price) from inbound_line l where l.order_id = o.id)")),
  REASON(ListValue.text("o.reason")),
  CREATED(ListValue.moment("o.created")),
  LAST_RECEIPT(ListValue.moment("o.last_receipt"));

  private final ListValue value;

  InboundColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
