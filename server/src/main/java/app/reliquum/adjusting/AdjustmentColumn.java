package app.reliquum.adjusting;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.adjustment.Purpose;

/**
 * What adjustments, scrap and movements can be narrowed and sorted by: of one {@code a}, see
 * AdjustmentRows.
 */
public enum AdjustmentColumn implements ListColumn {
  NUMBER(ListValue.text("a.number")),
  PURPOSE(ListValue.choice(Purpose.class, "a.purpose")),
  STATE(ListValue.choice(Adjustment.State.class, "a.state")),
  /** Its reasons and movement kinds. */
  KIND(
      ListValue.among(
          "select r.kind_id from adjustment_reason r where r.adjustment_id = a.id", "k.name")),
  SITE(ListValue.reference("a.site_id", "s.name")),
  ITEM(
      ListValue.among(
          "select l.item_id from adjustment_line l where l.adjustment_id = a.id", null)),
  LINES(ListValue.number("(select count(*) from adjustment_line l where l.adjustment_id = a.id)")),
  NET(ListValue.number("a.net")),
  GROSS(ListValue.number("a.gross")),
  NOTE(ListValue.text("a.note")),
  SOURCE(ListValue.text("a.source")),
  /** What its fields are filled with. */
  FIELDS(
      ListValue.text(
          "(select group_concat(f.value separator ' ') from adjustment_field f"
              + " where f.adjustment_id = a.id)")),
  CREATED(ListValue.moment("a.written")),
  CREATED_BY(ListValue.text("w.name")),
  ENDED(ListValue.moment("a.ended"));

  private final ListValue value;

  AdjustmentColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
