package app.reliquum.house;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.purchasing.TaxRate.Category;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import org.springframework.stereotype.Component;

/** The taxes on what the house buys, as a table. */
@Component
class TaxTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "taxes",
          "The taxes on what the house buys.",
          TableColumn.code("code", "The code of the tax.", "VAT20").asKey().alsoCalled("tax"),
          TableColumn.text("name", "What it is called.", "VAT 20 %").asNeeded(),
          TableColumn.choice("category", "Which kind of tax it is.", Category.values()).asNeeded(),
          TableColumn.decimal("rate", "Its rate in percent.", "20").asNeeded(),
          TableColumn.yesNo("active", "Whether it can be chosen.", true));

  private final TaxStore store;
  private final Taxes taxes;

  TaxTable(RowQuery query, TaxStore store, Taxes taxes) {
    super(FORM, query, "select code, name, category, rate, active from tax order by code");
    this.store = store;
    this.taxes = taxes;
  }

  @Override
  public References references() {
    return new References("tax", List.of("tax_id"), "select id from tax where code = ?", List.of());
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Tax there = store.findByCode(row.text("code")).orElse(null);
    Taxes.Entry entry =
        new Taxes.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.constant(Category.class, "category"),
            row.decimal("rate").orElseThrow(),
            row.yes("active"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        taxes.add(entry);
      } else {
        taxes.change(there.card().id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    store.findByCode(row.text("code")).ifPresent(store::delete);
    store.flush();
  }
}
