package app.reliquum.printing;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import org.springframework.stereotype.Component;

/** The printers as a table. */
@Component
class PrinterTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "printers",
          "The printers of the house.",
          TableColumn.code("code", "The code of the printer.", "LAB1").asKey(),
          TableColumn.text("name", "What it is called.", "Label printer at the dock").asNeeded(),
          TableColumn.code("site", "Where it stands; empty for one that every site uses.", "KQ")
              .naming("sites"),
          TableColumn.text(
              "address",
              "Where it is reached by IPP; empty for the built-in tray.",
              "ipp://10.0.0.9/ipp/print"),
          TableColumn.yesNo("labels", "Whether it prints labels.", true),
          TableColumn.yesNo("papers", "Whether it prints papers.", true),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private final Printers printers;
  private final Places places;

  PrinterTable(RowQuery query, Printers printers, Places places) {
    super(
        FORM,
        query,
        "select p.code, p.name, s.code, p.address, p.labels, p.papers, p.active from printer p"
            + " left join site s on s.id = p.site_id order by p.code");
    this.printers = printers;
    this.places = places;
  }

  @Override
  public References references() {
    return new References(
        "printer", List.of("printer_id"), "select id from printer where code = ?", List.of());
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Printers.Card there = fresh ? null : printers.coded(row.text("code")).orElseThrow();
    Printers.Entry entry =
        new Printers.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.says("site") ? (Long) places.coded(row.text("site")) : null,
            row.text("address"),
            row.yes("labels"),
            row.yes("papers"),
            row.yes("active"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        printers.add(entry);
      } else {
        printers.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    printers.delete(row.text("code"));
  }
}
