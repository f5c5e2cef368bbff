package app.reliquum.adjusting;

import app.reliquum.api.lists.ListColumn;
import app.reliquum.api.lists.ListValue;
import app.reliquum.core.adjustment.Purpose;

/** What loans can be narrowed and sorted by: of a loan {@code l}, see Loans. */
public enum LoanColumn implements ListColumn {
  NUMBER(ListValue.text("l.number")),
  SITE(ListValue.reference("l.site_id", "s.name")),
  /** Lent out, or used in the house until it comes back. */
  PURPOSE(ListValue.choice(Purpose.class, "k.purpose")),
  KIND(ListValue.reference("l.kind_id", "k.name")),
  PARTY(ListValue.text("l.party")),
  ITEM(ListValue.among("select g.item_id from loan_goods g where g.loan_id = l.id", null)),
  DUE(ListValue.day("l.due")),
  LINES(ListValue.number("(select count(*) from loan_goods g where g.loan_id = l.id)")),
  OPEN_LINES(
      ListValue.number(
          "(select count(*) from loan_goods g where g.loan_id = l.id and g.back < g.lent)")),
  LENT(ListValue.moment("l.lent")),
  LENT_BY(ListValue.text("p.name")),
  CLOSED(ListValue.moment("l.closed"));

  private final ListValue value;

  LoanColumn(ListValue value) {
    this.value = value;
  }

  @Override
  public ListValue value() {
    return value;
  }
}
