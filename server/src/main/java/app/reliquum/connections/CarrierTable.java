package app.reliquum.connections;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import org.springframework.stereotype.Component;

/** The carriers as a table. */
@Component
class CarrierTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "carriers",
          "The carriers that collect from the house.",
          TableColumn.code("code", "The code of the carrier.", "COAST").asKey(),
          TableColumn.text("name", "What it is called.", "Coast Carriage").asNeeded(),
          TableColumn.text(
              "address",
              "Where it is asked over HTTP; empty for the built-in practice carrier.",
              "https://carrier.example/api"),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private final Carriers carriers;

  CarrierTable(RowQuery query, Carriers carriers) {
    super(FORM, query, "select code, name, address, active from carrier order by code");
    this.carriers = carriers;
  }

  @Override
  public References references() {
    return new References(
        "carrier",
        List.of("carrier_id"),
        "select id from carrier where code = ?",
        List.of("carrier_service"));
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Carriers.Card there = fresh ? null : carriers.coded(row.text("code")).orElseThrow();
    Carriers.Entry entry =
        new Carriers.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.text("address"),
            row.yes("active"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        carriers.add(entry);
      } else {
        carriers.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    carriers.delete(row.text("code"));
  }
}
