package app.reliquum.outbound;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.stock.DemandSql;

/**
 * What outbound orders and jobs can be narrowed and sorted by: of an order {@code o}, see
 * OutboundRows.
 */
public enum OutboundColumn implements ListColumn {
  NUMBER(ListValue.text("o.number")),
  KIND(ListValue.choice(OutboundViews.Kind.class, "o.kind")),
  STATE(ListValue.choice(Outbound.State.class, "o.state")),
  SITE(ListValue.reference("o.site_id", "s.name")),
  CUSTOMER(ListValue.reference("o.customer_id", "c.name")),
  /** The customer, or the kit of a job. */
  PARTY(ListValue.text("if(o.kind = 'JOB', k.name, c.name)")),
  ITEM(ListValue.among("select l.item_id from outbound_line l where l.order_id = o.id", null)),
  REFERENCE(ListValue.text("o.reference")),
  NEEDED(ListValue.day("o.needed")),
  LINES(ListValue.number("(select count(*) from outbound_line l where l.order_id = o.id)")),
  /** Lines of which some could not be reserved. */
  SHORT_LINES(
      ListValue.number(
          "if(o.allocated is null, 0, (select count(*) from outbound_line l"
              + " where l.order_id = o.id and "
              + DemandSql.missing("l", "shipped", "o.number")
              + "))")),
  UNIT_LOADS(ListValue.number("(select count(*) from parcel p where p.order_id = o.id)")),
  VALUE(
      ListValue.number(
          "(select coalesce(sum(l.asked * l.price), 0) from outbound_line l"
              + " where l.order_id = o.id)")),
  PICKER(
      ListValue.text(
          "(select w.name from pick_round n join person w on w.id = n.person_id"
              + " where n.id = o.round_id)")),
  CREATED(ListValue.moment("o.created")),
  ENDED(ListValue.moment("o.ended"));

  private final ListValue value;

  OutboundColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
