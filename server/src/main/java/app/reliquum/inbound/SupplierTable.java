package app.reliquum.inbound;

import app.reliquum.api.sheets.Listed;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.time.DayOfWeek;
import java.util.List;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Those who sell to the house, as a table. */
@Component
class SupplierTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "suppliers",
          "Those who sell to the house.",
          TableColumn.code("code", "The code of the supplier.", "NORDHOLM")
              .asKey()
              .alsoCalled("supplier", "supplier code", "vendor"),
          TableColumn.text("name", "What it is called.", "Nordholm Rigging").asNeeded(),
          TableColumn.text("email", "Where orders are sent to.", "orders@nordholm.example"),
          TableColumn.text("street", "Its street.", "4 Ropewalk").alsoCalled("address"),
          TableColumn.text("town", "Its town.", "Nordholm"),
          TableColumn.whole("lead days", "Working days from an order to its receipt.", "7")
              .usually("7")
              .alsoCalled("lead time"),
          TableColumn.of(
              "order days",
              TableColumn.Kind.LIST,
              "The days of the week on which it takes orders; empty for any.",
              "tuesday; thursday"),
          TableColumn.text("cut off", "Until when it takes them on such a day.", "14:30"),
          TableColumn.code("tax", "The code of the tax on what it sells.", "").naming("taxes"),
          TableColumn.yesNo("active", "Whether it can be ordered from.", true),
          TableColumn.text(
              "language", "The language of its papers, en or de; empty for the house's.", "de"));

  private final Suppliers suppliers;
  private final SupplierStore store;

  SupplierTable(RowQuery query, Suppliers suppliers, SupplierStore store) {
    super(
        FORM,
        query,
        """
        select s.code, s.name, s.email, s.street, s.town, s.lead_days,
          lower(replace(s.order_days, ',', '; ')), time_format(s.cut_off, '%H:%i'), x.code,
          s.active, s.language
        from supplier s left join tax x on x.id = s.tax_id order by s.code
        """);
    this.suppliers = suppliers;
    this.store = store;
  }

  @Override
  public References references() {
    return new References(
        "supplier", List.of("supplier_id"), "select id from supplier where code = ?", List.of());
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Suppliers.Card there = suppliers.withCode(row.text("code")).orElse(null);
    Suppliers.Entry entry =
        new Suppliers.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.text("email"),
            row.text("street"),
            row.text("town"),
            row.whole("lead days").orElseThrow(),
            row.yes("active"),
            new TreeSet<>(Listed.constants(row, "order days", DayOfWeek.class)),
            row.says("cut off") ? row.text("cut off") : null,
            row.text("tax"),
            row.text("language"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        suppliers.add(entry);
      } else {
        suppliers.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    store.findByCode(row.text("code")).ifPresent(store::delete);
    store.flush();
  }
}
