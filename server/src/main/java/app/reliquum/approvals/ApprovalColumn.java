package app.reliquum.approvals;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.approval.Approval;

/** What approvals can be narrowed and sorted by: of one {@code a}, see Approvals. */
public enum ApprovalColumn implements ListColumn {
  NUMBER(ListValue.text("a.number")),
  SUBJECT(ListValue.choice(Subject.Matter.class, "a.subject")),
  STATE(ListValue.choice(Approval.State.class, "a.state")),
  SITE(ListValue.reference("a.site_id", "s.name")),
  VALUE(ListValue.number("a.value")),
  MOST(ListValue.number("a.most")),
  PROPOSED(ListValue.moment("a.proposed")),
  PROPOSED_BY(ListValue.text("p.name")),
  DECIDED(ListValue.moment("a.decided")),
  DECIDED_BY(ListValue.text("d.name"));

  private final ListValue value;

  ApprovalColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
