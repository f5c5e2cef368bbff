package app.reliquum.replenishment;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.demand.ReplenishmentRule;

/** What policies can be narrowed and sorted by: of one {@code y}, see Policies. */
public enum PolicyColumn implements ListColumn {
  ITEM(ListValue.reference("y.item_id", "i.code")),
  CATEGORY(ListValue.text("y.category")),
  SITE(ListValue.reference("y.site_id", "s.name")),
  KIND(ListValue.choice(ReplenishmentRule.Kind.class, "y.kind")),
  POINT(ListValue.number("y.point")),
  QUANTITY(ListValue.number("y.quantity")),
  UP_TO(ListValue.number("y.up_to")),
  SERVICE(ListValue.number("y.service_percent"));

  private final ListValue value;

  PolicyColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
