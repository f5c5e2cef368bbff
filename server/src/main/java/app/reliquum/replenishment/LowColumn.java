package app.reliquum.replenishment;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.demand.DemandPattern;

/** What the items of a run can be narrowed and sorted by: of one {@code o}, see RunningLow. */
public enum LowColumn implements ListColumn {
  ITEM(ListValue.reference("o.item_id", "i.code")),
  CATEGORY(ListValue.text("i.category")),
  SITE(ListValue.reference("o.site_id", "s.name")),
  SUPPLIER(ListValue.reference("o.supplier_id", "u.name")),
  FINDING(ListValue.choice(Finding.class, "o.finding")),
  PATTERN(ListValue.choice(DemandPattern.Kind.class, "o.pattern")),
  FREE(ListValue.number("o.free")),
  COMING(ListValue.number("o.coming")),
  POINT(ListValue.number("o.point")),
  TO_ORDER(ListValue.number("o.to_order")),
  RUNS_OUT(ListValue.day("o.runs_out")),
  LAST_DAY_TO_ORDER(ListValue.day("o.last_day_to_order"));

  private final ListValue value;

  LowColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
