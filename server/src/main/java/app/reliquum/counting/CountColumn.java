package app.reliquum.counting;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.counting.CountState;

/** What counts can be narrowed and sorted by: of a count {@code c}, see CountRows. */
public enum CountColumn implements ListColumn {
  NUMBER(ListValue.text("c.number")),
  METHOD(ListValue.choice(Counting.Method.class, "c.method")),
  SHAPE(ListValue.choice(Counting.Shape.class, "c.shape")),
  STATE(ListValue.choice(CountState.class, "c.state")),
  SITE(ListValue.reference("c.site_id", "(select t.name from site t where t.id = c.site_id)")),
  NOTE(ListValue.text("c.note")),
  SLIPS(ListValue.number("(select count(*) from count_slip s where s.count_id = c.id)")),
  POSITIONS(ListValue.number("(select count(*) from count_result r where r.count_id = c.id)")),
  WRONG(
      ListValue.number(
          "(select count(*) from count_result r where r.count_id = c.id and r.wrong)")),
  NET(
      ListValue.number(
          "(select coalesce(sum(r.value), 0) from count_result r where r.count_id = c.id"
              + " and r.wrong)")),
  GROSS(
      ListValue.number(
          "(select coalesce(sum(r.gross), 0) from count_result r where r.count_id = c.id"
              + " and r.wrong)")),
  CREATED(ListValue.moment("c.created")),
  CREATED_BY(ListValue.text("(select w.name from person w where w.id = c.created_by)")),
  ENDED(ListValue.moment("c.ended"));

  private final ListValue value;

  CountColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
