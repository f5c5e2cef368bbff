package app.reliquum.outbound;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import org.springframework.stereotype.Component;

/** Those who buy from the house, as a table. */
@Component
class CustomerTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "customers",
          "Those who buy from the house.",
          TableColumn.code("code", "The code of the customer.", "TERN")
              .asKey()
              .alsoCalled("customer", "customer code"),
          TableColumn.text("name", "What it is called.", "Tern Charters").asNeeded(),
          TableColumn.text("email", "Where it is told of what is shipped.", "office@tern.example"),
          TableColumn.text("street", "Its street.", "2 Pontoon Road").alsoCalled("address"),
          TableColumn.text("town", "Its town.", "Outer Holm"),
          TableColumn.text("gln", "Its GS1 number, 13 digits.", ""),
          TableColumn.whole(
                  "minimum life",
                  "For how many days goods must still be good when it needs them.",
                  "90")
              .usually("0")
              .alsoCalled("minimum remaining shelf life"),
          TableColumn.yesNo("one lot", "Whether a line must be of one lot.", false),
          TableColumn.yesNo("active", "Whether orders of it are taken.", true),
          TableColumn.text(
              "language", "The language of its papers, en or de; empty for the house's.", "de"));

  private final Customers customers;
  private final CustomerStore store;

  CustomerTable(RowQuery query, Customers customers, CustomerStore store) {
    super(
        FORM,
        query,
        "select code, name, email, street, town, gln, minimum_life, one_lot, active, language"
            + " from customer order by code");
    this.customers = customers;
    this.store = store;
  }

  @Override
  public References references() {
    return new References(
        "customer", List.of("customer_id"), "select id from customer where code = ?", List.of());
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Customers.Card there = customers.withCode(row.text("code")).orElse(null);
    Customers.Entry entry =
        new Customers.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.text("email"),
            row.text("street"),
            row.text("town"),
            row.text("gln"),
            row.whole("minimum life").orElseThrow(),
            row.yes("one lot"),
            row.yes("active"),
            row.text("language"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        customers.add(entry);
      } else {
        customers.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    customers.withCode(row.text("code")).ifPresent(card -> store.deleteById(card.id()));
    store.flush();
  }
}
