package app.reliquum.importing;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;

/** What kept changes can be narrowed and sorted by: of a change {@code c}, see ChangeLog. */
enum ChangeColumn implements ListColumn {
  TABLE(ListValue.text("c.form")),
  ROW(ListValue.text("c.row_key")),
  KIND(ListValue.choice(ChangeLog.Kind.class, "c.kind")),
  PERSON(ListValue.reference("c.person_id", "p.name")),
  CHANGED(ListValue.moment("c.changed"));

  private final ListValue value;

  ChangeColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
