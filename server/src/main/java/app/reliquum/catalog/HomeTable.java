package app.reliquum.catalog;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/** Where items belong, as a table: their home bins, shelf notes and limits. */
@Component
class HomeTable implements HouseTable {

  static final TableForm FORM =
      TableForm.of(
          "homes",
          "Where an item belongs at a site.",
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asKey()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.code("site", "The code of the site.", "KQ").asKey().naming("sites"),
          TableColumn.code("bin", "The bin where it belongs.", "QA-03-B")
              .naming("bins")
              .alsoCalled("home bin", "bin location"),
          TableColumn.text("shelf note", "Where it is found, in words.", "Left of the till"),
          TableColumn.decimal("minimum", "At or below this the bin is refilled.", "10"),
          TableColumn.decimal("maximum", "Up to this it is filled.", "40"),
          TableColumn.text("refill pack", "The pack that is brought whole.", "box"));

  private final RowQuery query;
  private final JdbcOperations jdbc;
  private final Catalog catalog;
  private final Places places;

  HomeTable(RowQuery query, JdbcOperations jdbc, Catalog catalog, Places places) {
    this.catalog = catalog;
    this.query = query;
    this.jdbc = jdbc;
    this.places = places;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select i.code, s.code, if(s.binned, p.address, ''), h.shelf_note, h.minimum, h.maximum, h.refill_pack
        from item_home h join item i on i.id = h.item_id join site s on s.id = h.site_id
          left join place p on p.id = h.place_id order by i.code, s.code
        """,
        first,
        to);
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    List<TableRow> rows = changes.stream().map(RowChange::after).toList();
    Map<String, Catalog.Measured> items =
        catalog.coded(rows.stream().map(row -> row.text("item")).toList());
    Map<String, Long> sites = new HashMap<>();
    places.sites(writing.actor()).forEach(site -> sites.put(site.code(), site.id()));
    Map<String, Long> bins = places.numbered(sites.values());
    Map<String, Quantity> packs = packs();
    List<Object[]> written = new ArrayList<>();
    for (TableRow row : rows) {
      Catalog.Measured item = items.get(row.text("item"));
      Long site = sites.get(row.text("site"));
      Long bin = row.says("bin") ? bins.get(site + " " + row.text("bin")) : Long.valueOf(0);
      if (item == null || site == null || bin == null) {
        continue;
      }
      Catalog.Home home = home(row, site);
      if (!writing.valid(row, home)) {
        continue;
      }
      writing.attempt(
          row,
          () -> {
            ItemSetup.checkRefill(
                item.id(),
                bin,
                home,
                item.measure(),
                () ->
                    Optional.ofNullable(
                        packs.get(PackTable.named(item.id(), row.text("refill pack")))));
            written.add(
                new Object[] {
                  item.id(),
                  site,
                  bin,
                  home.shelfNote(),
                  row.decimal("minimum").orElse(null),
                  row.decimal("maximum").orElse(null),
                  home.refillPack()
                });
          });
    }
    jdbc.batchUpdate(
        """
        insert into item_home (item_id, site_id, place_id, shelf_note, minimum, maximum,
          refill_pack) values (?, ?, ?, ?, ?, ?, ?)
        on duplicate key update place_id = value(place_id), shelf_note = value(shelf_note),
          minimum = value(minimum), maximum = value(maximum), refill_pack = value(refill_pack)
        """,
        written);
  }

  private static Catalog.Home home(TableRow row, long site) {
    return new Catalog.Home(
        site,
        null,
        row.text("bin"),
        row.text("shelf note"),
        row.decimal("minimum").map(Quantity::new).orElse(null),
        row.decimal("maximum").map(Quantity::new).orElse(null),
        row.says("refill pack") ? row.text("refill pack") : null);
  }

  /** What each pack holds. */
  private Map<String, Quantity> packs() {
    Map<String, Quantity> packs = new HashMap<>();
    jdbc.query(
        "select item_id, name, factor from pack",
        row -> {
          packs.put(
              PackTable.named(row.getLong(1), row.getString(2)),
              new Quantity(row.getBigDecimal(3)));
        });
    return packs;
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    jdbc.batchUpdate(
        "delete h from item_home h join item i on i.id = h.item_id"
            + " join site s on s.id = h.site_id where i.code = ? and s.code = ?",
        rows.stream().map(row -> new Object[] {row.text("item"), row.text("site")}).toList());
    writing.done(rows.size());
  }
}
