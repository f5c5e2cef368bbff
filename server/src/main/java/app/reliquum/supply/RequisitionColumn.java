package app.reliquum.supply;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.fulfilment.Requisition;

/** What requisitions can be narrowed and sorted by: of a line {@code l}, see RequisitionRows. */
public enum RequisitionColumn implements ListColumn {
  NUMBER(ListValue.text("r.number")),
  /** Sorted as the work goes: what waits first. */
  STATE(ListValue.choice(Requisition.State.class, "l.state")),
  ITEM(ListValue.reference("l.item_id", "i.code")),
  QUANTITY(ListValue.number("l.quantity")),
  SITE(ListValue.reference("r.site_id", "s.name")),
  SUPPLIER(ListValue.reference("l.supplier_id", "u.name")),
  SOURCE(ListValue.text("r.source")),
  REQUESTED(ListValue.moment("r.asked")),
  REQUESTED_BY(ListValue.text("a.name")),
  APPROVED_BY(ListValue.text("g.name")),
  ORDER(ListValue.text("o.number"));

  private final ListValue value;

  RequisitionColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
