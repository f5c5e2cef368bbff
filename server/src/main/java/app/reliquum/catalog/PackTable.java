package app.reliquum.catalog;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/** The packs of items as a table. */
@Component
class PackTable implements HouseTable {

  static final TableForm FORM =
      TableForm.of(
          "packs",
          "The ways in which an item comes: a box of 10, a drum of 205 litres.",
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asKey()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.text("pack", "What one of them is called.", "box")
              .asKey()
              .alsoCalled("pack name", "packaging"),
          TableColumn.decimal("factor", "How many units of the item one holds.", "10")
              .asNeeded()
              .alsoCalled("holds", "quantity", "contents"),
          TableColumn.decimal("length cm", "How long one is, in centimetres.", "20"),
          TableColumn.decimal("width cm", "How wide one is, in centimetres.", "15"),
          TableColumn.decimal("height cm", "How high one is, in centimetres.", "10"),
          TableColumn.decimal("gross kg", "What a full one weighs, in kilograms.", "1.2"),
          TableColumn.of(
                  "barcodes",
                  TableColumn.Kind.LIST,
                  "Its barcodes, with a semicolon between them.",
                  "14012345678908")
              .alsoCalled("barcode", "gtin", "ean"));

  private final RowQuery query;
  private final JdbcOperations jdbc;
  private final Catalog catalog;
  private final BarcodeRows barcodes;

  PackTable(RowQuery query, JdbcOperations jdbc, Catalog catalog, BarcodeRows barcodes) {
    this.catalog = catalog;
    this.query = query;
    this.jdbc = jdbc;
    this.barcodes = barcodes;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public TableRow completed(TableRow row, Optional<TableRow> before) {
    return row.with("barcodes", BarcodeRows.kept(row));
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select i.code, p.name, p.factor, p.length_cm, p.width_cm, p.height_cm, p.gross_kg,
          (select group_concat(b.code order by b.id separator '; ') from barcode b
            where b.item_id = i.id and b.pack_id = p.id)
        from pack p join item i on i.id = p.item_id order by i.code, p.name
        """,
        first,
        to);
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    Map<String, Catalog.Measured> items =
        catalog.coded(changes.stream().map(change -> change.after().text("item")).toList());
    List<Object[]> rows = new ArrayList<>();
    for (RowChange change : changes) {
      TableRow row = change.after();
      Catalog.Measured item = items.get(row.text("item"));
      Catalog.PackCard card =
          new Catalog.PackCard(
              0,
              row.text("pack"),
              new Quantity(row.decimal("factor").orElseThrow()),
              row.decimal("length cm").orElse(null),
              row.decimal("width cm").orElse(null),
              row.decimal("height cm").orElse(null),
              row.decimal("gross kg").orElse(null),
              row.list("barcodes"));
      if (item == null || !writing.valid(row, card)) {
        continue;
      }
      writing.attempt(
          row,
          () -> {
            Pack pack = new Pack(card.name(), card.factor());
            if (pack.factor().decimals() > item.measure().decimals()) {
              writing.fault(
                  row,
                  "factor",
                  "Expected at most %d decimals, as its item has."
                      .formatted(item.measure().decimals()));
              return;
            }
            rows.add(
                new Object[] {
                  item.id(),
                  pack.name(),
                  pack.factor().amount(),
                  card.lengthCm(),
                  card.widthCm(),
                  card.heightCm(),
                  card.grossKg()
                });
          });
    }
    jdbc.batchUpdate(
        """
        insert into pack (item_id, name, factor, length_cm, width_cm, height_cm, gross_kg)
        values (?, ?, ?, ?, ?, ?, ?)
        on duplicate key update factor = value(factor), length_cm = value(length_cm),
          width_cm = value(width_cm), height_cm = value(height_cm), gross_kg = value(gross_kg)
        """,
        rows);
    barcodes.write(changes, writing);
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    List<Object[]> packs =
        rows.stream().map(row -> new Object[] {row.text("item"), row.text("pack")}).toList();
    jdbc.batchUpdate(
        "delete b from barcode b join pack p on p.id = b.pack_id join item i on i.id = p.item_id"
            + " where i.code = ? and p.name = ?",
        packs);
    jdbc.batchUpdate(
        "delete p from pack p join item i on i.id = p.item_id where i.code = ? and p.name = ?",
        packs);
    writing.done(rows.size());
  }

  static String named(long item, String pack) {
    return item + " " + pack.toLowerCase(Locale.ROOT);
  }

  /** The numbers of the packs of items, by {@link #named}. */
  static Map<String, Long> numbers(JdbcOperations jdbc, Collection<Long> items) {
    Map<String, Long> numbers = new HashMap<>();
    List<Long> all = List.copyOf(items);
    for (int from = 0; from < all.size(); from += 1_000) {
      List<Long> some = all.subList(from, Math.min(all.size(), from + 1_000));
      jdbc.query(
          "select item_id, name, id from pack where item_id in ("
              + String.join(",", Collections.nCopies(some.size(), "?"))
              + ")",
          row -> {
            numbers.put(named(row.getLong(1), row.getString(2)), row.getLong(3));
          },
          some.toArray());
    }
    return numbers;
  }
}
