package app.reliquum.transfers;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.stock.DemandSql;

/** What transfers can be narrowed and sorted by: of a transfer {@code t}, see TransferRows. */
public enum TransferColumn implements ListColumn {
  NUMBER(ListValue.text("t.number")),
  STATE(ListValue.choice(Transfer.State.class, "t.state")),
  FROM(ListValue.reference("t.from_site_id", "coalesce(f.name, t.sender)")),
  TO(ListValue.reference("t.to_site_id", "o.name")),
  /** Where it starts or ends. */
  SITE(ListValue.among("t.from_site_id, t.to_site_id", null)),
  ITEM(ListValue.among("select l.item_id from transfer_line l where l.transfer_id = t.id", null)),
  WANTED(ListValue.day("t.wanted")),
  DISPATCH(ListValue.day("t.dispatch")),
  LINES(ListValue.number("(select count(*) from transfer_line l where l.transfer_id = t.id)")),
  TO_SEND(
      ListValue.number(
          "(select count(*) from transfer_line l where l.transfer_id = t.id"
              + " and l.asked > l.withdrawn + l.sent)")),
  IN_TRANSIT(
      ListValue.number(
          "(select count(*) from transfer_line l where l.transfer_id = t.id"
              + " and l.sent > l.arrived + l.lost)")),
  /** Lines of which some could not be reserved. */
  SHORT_LINES(
      ListValue.number(
          "if(t.released is null, 0, (select count(*) from transfer_line l"
              + " where l.transfer_id = t.id and "
              + DemandSql.missing("l", "sent", "t.number")
              + "))")),
  IN_TRANSIT_VALUE(
      ListValue.number(
          "(select sum((g.sent - g.arrived - g.lost) * g.unit_cost) from transfer_goods g"
              + " where g.transfer_id = t.id)")),
  LAST_SENT(ListValue.moment("t.last_sent")),
  LAST_ARRIVAL(ListValue.moment("t.last_arrival")),
  CREATED(ListValue.moment("t.created"));

  private final ListValue value;

  TransferColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
