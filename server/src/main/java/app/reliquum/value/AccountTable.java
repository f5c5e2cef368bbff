package app.reliquum.value;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** The accounts that the value of the house goes to, as a table. */
@Component
class AccountTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "accounts",
          "The accounts that the value of the house goes to.",
          TableColumn.text("purpose", "What goes to it.", "bin").asKey(),
          TableColumn.text("code", "Its number in the books.", "3000").asNeeded(),
          TableColumn.text("name", "What it is called in the books.", "Stock").asNeeded());

  private final Accounts accounts;

  AccountTable(RowQuery query, Accounts accounts) {
    super(
        FORM,
        query,
        "select lower(replace(role, '_', ' ')), code, name from account order by role");
    this.accounts = accounts;
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    if (fresh) {
      writing.fault(row, "purpose", "Expected one that is there: none can be added.");
      return;
    }
    Accounts.Account account =
        new Accounts.Account(
            row.text("purpose").toUpperCase(Locale.ROOT).replace(' ', '_'),
            row.text("code"),
            row.text("name"));
    if (writing.valid(row, account)) {
      accounts.change(account);
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    throw new IllegalStateException("Accounts are not removed");
  }
}
