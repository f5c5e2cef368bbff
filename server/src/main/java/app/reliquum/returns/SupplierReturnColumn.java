package app.reliquum.returns;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.fulfilment.SupplierReturn;

/** What supplier returns can be narrowed and sorted by: of a return {@code r}. */
enum SupplierReturnColumn implements ListColumn {
  NUMBER(ListValue.text("r.number")),
  STATE(ListValue.choice(SupplierReturn.State.class, "r.state")),
  SITE(ListValue.reference("r.site_id", "s.name")),
  SUPPLIER(ListValue.reference("r.supplier_id", "v.name")),
  REASON(ListValue.text("r.reason")),
  REFERENCE(ListValue.text("r.reference")),
  ITEM(
      ListValue.among(
          "select n.item_id from supplier_return_line n where n.return_id = r.id"
              + " and n.put_back_posting_id = 0",
          null)),
  LINES(
      ListValue.number(
          "(select count(*) from supplier_return_line n where n.return_id = r.id"
              + " and n.put_back_posting_id = 0)")),
  CLAIM(
      ListValue.number(
          "(select coalesce(sum(round(n.quantity * n.unit_cost, 2)), 0) from supplier_return_line n"
              + " where n.return_id = r.id and n.put_back_posting_id = 0)")),
  CREATED(ListValue.moment("r.created")),
  CREATED_BY(ListValue.text("c.name")),
  SHIPPED(ListValue.moment("r.shipped"));

  private final ListValue value;

  SupplierReturnColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
