package app.reliquum.connections;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import org.springframework.stereotype.Component;

/** The scales as a table. */
@Component
class ScaleTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "scales",
          "The scales of the packing benches.",
          TableColumn.code("code", "The code of the scale.", "BENCH2").asKey(),
          TableColumn.text("name", "What it is called.", "Scale at bench 2").asNeeded(),
          TableColumn.code("site", "Where it stands; empty for one that every site uses.", "KQ")
              .naming("sites"),
          TableColumn.text(
              "address",
              "Where it is asked over HTTP; empty for the built-in practice scale.",
              "http://10.0.0.9:8090/scale"),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private final Scales scales;
  private final Places places;

  ScaleTable(RowQuery query, Scales scales, Places places) {
    super(
        FORM,
        query,
        "select c.code, c.name, s.code, c.address, c.active from scale c"
            + " left join site s on s.id = c.site_id order by c.code");
    this.scales = scales;
    this.places = places;
  }

  @Override
  public References references() {
    return new References(
        "scale", List.of("scale_id"), "select id from scale where code = ?", List.of());
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Scales.Card there = fresh ? null : scales.coded(row.text("code")).orElseThrow();
    Scales.Entry entry =
        new Scales.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.says("site") ? (Long) places.coded(row.text("site")) : null,
            row.text("address"),
            row.yes("active"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        scales.add(entry);
      } else {
        scales.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    scales.delete(row.text("code"));
  }
}
