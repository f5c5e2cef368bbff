package app.reliquum.catalog;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.category.CategoryPath;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/** The items of the house as a table. Many thousands are written at once. */
@Component
class ItemTable implements HouseTable {

  static final TableForm FORM =
      TableForm.of(
          "items",
          "What the house keeps.",
          TableColumn.code(
                  "code",
                  "The code of the item: capital letters, digits, hyphens and dots.",
                  "SH-08-GV")
              .asKey()
              .alsoCalled("item", "item code", "article", "sku", "part number"),
          TableColumn.text("name", "What it is called.", "Bow shackle 8 mm, galvanised")
              .asNeeded()
              .alsoCalled("description", "item name"),
          TableColumn.text(
                  "category",
                  "Its category; a slash parts one from what lies in it.",
                  "Rigging / Shackles")
              .alsoCalled("group"),
          TableColumn.choice(
                  "unit",
                  "The unit in which it is counted.",
                  Arrays.stream(UnitOfMeasure.values()).map(UnitOfMeasure::symbol).toList())
              .usually(UnitOfMeasure.PIECE.symbol())
              .alsoCalled("base unit", "unit of measure", "uom"),
          TableColumn.whole(
              "decimals",
              "How many decimals its quantities have, up to 6; empty for what is usual for the"
                  + " unit.",
              "0"),
          TableColumn.choice(
                  "tracking",
                  "Whether it is followed by lot or by serial number.",
                  Tracking.values())
              .usually(TableColumn.word(Tracking.NONE)),
          TableColumn.whole("shelf life days", "How many days it keeps.", "730")
              .alsoCalled("shelf life"),
          TableColumn.text("hazard class", "Its class of dangerous goods.", "1.4G"),
          TableColumn.text(
              "storage class", "Only bins of this class, or of none, take it.", "FLARES"),
          TableColumn.text("lot rule", "How new lots are numbered.", "K{yy}{ww}-{nn}"),
          TableColumn.text("serial rule", "How new pieces are numbered.", "S{yy}-{nnnn}"),
          TableColumn.of(
                  "barcodes",
                  TableColumn.Kind.LIST,
                  "The barcodes of one unit, with a semicolon between them.",
                  "4012345678901")
              .alsoCalled("barcode", "gtin", "ean"),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private final RowQuery query;
  private final JdbcOperations jdbc;
  private final ItemSetup setup;
  private final BarcodeRows barcodes;

  ItemTable(RowQuery query, JdbcOperations jdbc, ItemSetup setup, BarcodeRows barcodes) {
    this.query = query;
    this.jdbc = jdbc;
    this.setup = setup;
    this.barcodes = barcodes;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public References references() {
    return new References(
        "item",
        List.of("item_id", "kit_id"),
        "select id from item where code = ?",
        List.of("barcode", "item_stock", "on_hand_at_site", "item_class"));
  }

  @Override
  public TableRow completed(TableRow row, Optional<TableRow> before) {
    TableRow whole = row;
    if (!row.says("decimals")) {
      whole = whole.with("decimals", Integer.toString(unit(row).usualDecimals()));
    }
    if (row.says("category")) {
      try {
        whole = whole.with("category", CategoryPath.read(row.text("category")));
      } catch (IllegalArgumentException saidLater) {
        // when it is written
      }
    }
    return whole.with("barcodes", BarcodeRows.kept(row));
  }

  private static UnitOfMeasure unit(TableRow row) {
    return Arrays.stream(UnitOfMeasure.values())
        .filter(unit -> unit.symbol().equals(row.text("unit")))
        .findFirst()
        .orElseThrow();
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select i.code, i.name, i.category, case i.unit %s end, i.decimals, i.tracking,
          i.shelf_life_days, i.hazard_class, i.storage_class, i.lot_rule, i.serial_rule,
          (select group_concat(b.code order by b.id separator '; ') from barcode b
            where b.item_id = i.id and b.pack_id = 0), i.active
        from item i order by i.code
        """
            .formatted(
                Arrays.stream(UnitOfMeasure.values())
                    .map(unit -> "when '" + unit.name() + "' then '" + unit.symbol() + "'")
                    .collect(Collectors.joining(" "))),
        first,
        to);
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    List<RowChange> written = new ArrayList<>();
    List<Object[]> added = new ArrayList<>();
    List<Object[]> changed = new ArrayList<>();
    for (RowChange change : changes) {
      TableRow row = change.after();
      ItemSetup.ItemEntry entry = entry(row);
      if (writing.valid(row, entry)) {
        writing.attempt(
            row,
            () -> {
              Item item = item(change, entry);
              written.add(change);
              (change.before().isEmpty() ? added : changed).add(values(item));
            });
      }
    }
    jdbc.batchUpdate(
        """
        insert into item (name, category, unit, decimals, tracking, shelf_life_days, hazard_class,
          storage_class, lot_rule, serial_rule, active, code) values (?,?,?,?,?,?,?,?,?,?,?,?)
        """,
        added);
    if (!writing.trial()) {
      jdbc.batchUpdate(
          """
          update item set name = ?, category = ?, unit = ?, decimals = ?, tracking = ?,
            shelf_life_days = ?, hazard_class = ?, storage_class = ?, lot_rule = ?,
            serial_rule = ?, active = ?, version = version + 1 where code = ?
          """,
          changed);
    }
    barcodes.write(written, writing);
  }

  /** The item that a row describes; what it may not become is refused. */
  private Item item(RowChange change, ItemSetup.ItemEntry entry) {
    ItemSetup.checkRules(entry);
    change
        .before()
        .filter(before -> !measure(before).equals(measure(change.after())))
        .map(before -> id(before.text("code")))
        .filter(setup::inLedger)
        .ifPresent(
            id -> {
              throw ItemSetup.measureStays(entry.code()).with("field", "unit");
            });
    Item item = new Item(entry.code());
    item.measure(ItemSetup.measure(entry));
    item.describe(entry);
    return item;
  }

  private long id(String code) {
    Long id = jdbc.queryForObject("select id from item where code = ?", Long.class, code);
    return java.util.Objects.requireNonNull(id);
  }

  private static List<String> measure(TableRow row) {
    return List.of(row.text("unit"), row.text("decimals"), row.text("tracking"));
  }

  private static ItemSetup.ItemEntry entry(TableRow row) {
    return new ItemSetup.ItemEntry(
        null,
        row.text("code"),
        row.text("name"),
        row.text("category"),
        unit(row),
        row.whole("decimals").orElse(0),
        row.constant(Tracking.class, "tracking"),
        row.whole("shelf life days").orElse(null),
        row.text("hazard class"),
        row.text("storage class"),
        row.text("lot rule"),
        row.text("serial rule"),
        row.yes("active"),
        row.list("barcodes"),
        List.of(),
        List.of());
  }

  private static Object[] values(Item item) {
    return new Object[] {
      item.name(),
      item.category(),
      item.measure().unit().name(),
      item.measure().decimals(),
      item.measure().tracking().name(),
      item.shelfLifeDays(),
      item.hazardClass(),
      item.storageClass(),
      item.lotRule(),
      item.serialRule(),
      item.active(),
      item.code()
    };
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    List<Object[]> codes = rows.stream().map(row -> new Object[] {row.text("code")}).toList();
    jdbc.batchUpdate(
        "delete b from barcode b join item i on i.id = b.item_id where i.code = ? and b.pack_id = 0",
        codes);
    jdbc.batchUpdate("delete from item where code = ?", codes);
    writing.done(rows.size());
  }
}
