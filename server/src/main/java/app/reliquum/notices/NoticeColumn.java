package app.reliquum.notices;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.notice.NoticeKind;

/** What notices can be narrowed and sorted by: of a notice {@code n}, see Notices. */
public enum NoticeColumn implements ListColumn {
  KIND(ListValue.choice(NoticeKind.class, "n.kind")),
  SITE(ListValue.reference("n.site_id", "s.name")),
  RAISED(ListValue.moment("n.raised")),
  TIMES(ListValue.number("n.times"));

  private final ListValue value;

  NoticeColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
