package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials.Code;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Sscc;
import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What lies in the bins of the house, as a table: what comes in with it is opening stock, one
 * posting for each site. Where something lies already nothing is opened; a row that says what lies
 * there changes nothing.
 */
@Component
class OpeningStock implements HouseTable {

  private static final String DEVICE = "import";

  /** A lot or serial number of an item that has none: the rules refuse it. */
  private static final long UNKNOWN = Long.MAX_VALUE;

  private static final TableForm FORM =
      TableForm.of(
          "opening stock",
          "What lies where. A position that is there already is counted, not opened again.",
          TableColumn.code("site", "The code of the site.", "KQ").asKey().naming("sites"),
          TableColumn.code("bin", "The bin; empty at a site without bins.", "QA-03-B")
              .asKeyOrEmpty()
              .naming("bins")
              .alsoCalled("location", "address"),
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asKey()
              .naming("items")
              .alsoCalled("item code", "article", "sku"),
          TableColumn.text("lot", "Its lot, for items that are kept by lot.", "")
              .asKeyOrEmpty()
              .alsoCalled("batch"),
          TableColumn.text("serial", "Its serial number, for items that have them.", "")
              .asKeyOrEmpty()
              .alsoCalled("serial number"),
          TableColumn.code("unit load", "The SSCC of the load that it stands on.", "")
              .asKeyOrEmpty()
              .alsoCalled("sscc"),
          TableColumn.choice("condition", "Whether it can be used.", Condition.values())
              .usually(TableColumn.word(Condition.GOOD))
              .asKeyOrEmpty(),
          TableColumn.decimal("quantity", "How much lies there.", "24")
              .asNeeded()
              .alsoCalled("on hand", "stock"),
          TableColumn.text("pack", "The pack that is counted; empty for single units.", ""),
          TableColumn.decimal("unit cost", "What one unit cost.", "1.85")
              .alsoCalled("cost", "price"),
          TableColumn.day("in date", "Since when it is in stock; empty for today.", "2026-03-31"),
          TableColumn.day("expiry", "When its lot expires.", "")
              .alsoCalled("expiry date", "use by"),
          TableColumn.day("best before", "Until when its lot is at its best.", ""),
          TableColumn.day("produced", "When its lot was made.", ""),
          TableColumn.day("service due", "When the piece is due for service.", ""));

  private final OpeningStockRows rows;
  private final OpeningGoods goods;
  private final JdbcClient jdbc;
  private final Stock stock;
  private final Catalog catalog;
  private final Places places;
  private final SiteDays days;
  private final UnitLoads loads;

  OpeningStock(
      OpeningStockRows rows,
      OpeningGoods goods,
      JdbcClient jdbc,
      Stock stock,
      Catalog catalog,
      Places places,
      SiteDays days,
      UnitLoads loads) {
    this.rows = rows;
    this.goods = goods;
    this.jdbc = jdbc;
    this.stock = stock;
    this.catalog = catalog;
    this.places = places;
    this.days = days;
    this.loads = loads;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public Permission permission() {
    return Permission.POST;
  }

  /** The ledger says who posted what. */
  @Override
  public boolean logged() {
    return false;
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    rows.each(
        FORM,
        row -> {
          if (row.beginsWith(first)) {
            to.accept(row);
          }
        });
  }

  @Override
  public TableRow completed(TableRow row, Optional<TableRow> before) {
    TableRow units = inUnits(row);
    // What lies there already is taken as it is: it is worth what its pool is worth.
    return before
        .filter(there -> there.text("quantity").equals(units.text("quantity")))
        .orElse(units);
  }

  /** What it is worth, and its days, follow from all that there is of it. */
  @Override
  public boolean isStill(TableRow written, TableRow now) {
    return inUnits(written).text("quantity").equals(now.text("quantity"));
  }

  private TableRow inUnits(TableRow row) {
    if (!row.says("pack")) {
      return row;
    }
    return jdbc.sql(
            "select p.factor from pack p join item i on i.id = p.item_id"
                + " where i.code = ? and p.name = ?")
        .params(row.text("item"), row.text("pack"))
        .query(BigDecimal.class)
        .optional()
        .map(factor -> times(row, factor))
        .orElse(row);
  }

  private static TableRow times(TableRow row, BigDecimal factor) {
    return row.with(
            "quantity", CellReading.plain(row.decimal("quantity").orElseThrow().multiply(factor)))
        .with("pack", "");
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    Map<String, List<OpeningRow>> bySite = new LinkedHashMap<>();
    for (OpeningRow named : named(changes, writing)) {
      bySite.computeIfAbsent(named.row().text("site"), k -> new ArrayList<>()).add(named);
    }
    bySite.values().forEach(rows -> open(rows, writing));
    writing.done(changes.size());
  }

  private List<OpeningRow> named(List<RowChange> changes, TableWriting writing) {
    Map<String, Catalog.Measured> items =
        catalog.coded(changes.stream().map(change -> change.after().text("item")).toList());
    Map<String, Places.LedgerPlace> bins =
        places.labelled(
            new HashSet<>(changes.stream().map(change -> label(change.after())).toList()));
    Map<Long, List<Pack>> packs =
        catalog.packs(
            changes.stream()
                .map(RowChange::after)
                .filter(row -> row.says("pack") && items.containsKey(row.text("item")))
                .map(row -> Objects.requireNonNull(items.get(row.text("item"))).id())
                .distinct()
                .toList());
    List<OpeningRow> named = new ArrayList<>();
    for (RowChange change : changes) {
      TableRow row = change.after();
      Catalog.Measured item = items.get(row.text("item"));
      Places.LedgerPlace place = bins.get(label(row));
      if (change.before().isPresent()) {
        writing.fault(
            row,
            "quantity",
            "Expected a place where none of it lies; there are %s. Count it instead."
                .formatted(change.before().get().text("quantity")));
      } else if (place == null) {
        // A bin that is named may have a fault itself.
        if (!row.says("bin")) {
          writing.fault(row, "bin", "Expected a bin: the site has some.");
        }
      } else if (!place.active()) {
        writing.fault(
            row,
            "bin",
            "Expected a bin that is active. To use it again, say yes in the column active of bins.");
      } else if (place.scrap()
          && row.constant(Condition.class, "condition") != Condition.REJECTED) {
        writing.fault(row, "condition", "Expected rejected: the bin is a scrap place.");
      } else if (item != null) {
        inUnits(row, packs.getOrDefault(item.id(), List.of()), writing)
            .ifPresent(units -> named.add(new OpeningRow(units, item, place)));
      }
    }
    return named;
  }

  /** The row in base units, by a pack that comes with the same file. */
  private static Optional<TableRow> inUnits(TableRow row, List<Pack> packs, TableWriting writing) {
    if (!row.says("pack")) {
      return Optional.of(row);
    }
    Optional<TableRow> units =
        packs.stream()
            .filter(pack -> pack.name().equalsIgnoreCase(row.text("pack")))
            .findFirst()
            .map(pack -> times(row, pack.factor().amount()));
    if (units.isEmpty()) {
      writing.fault(
          row, "pack", "Expected a pack of the item: " + packs.stream().map(Pack::name).toList());
    }
    return units;
  }

  /** What stands on the label of the bin, which at a site without bins is the site's. */
  private static String label(TableRow row) {
    return row.text("site") + "." + (row.says("bin") ? row.text("bin") : row.text("site"));
  }

  private void open(List<OpeningRow> rows, TableWriting writing) {
    LocalDate today = days.today(rows.get(0).place().site());
    Map<Code, Long> lots = goods.lots(rows, today, writing);
    Map<Code, Long> serials = goods.serials(rows, lots, writing);
    long from = places.contra(PlaceKind.OPENING);
    List<Line> lines = new ArrayList<>();
    List<OpeningRow> posted = new ArrayList<>();
    Map<Integer, UnitCost> paid = new TreeMap<>();
    Map<PositionKey, LocalDate> since = new HashMap<>();
    for (OpeningRow named : rows) {
      TableRow row = named.row();
      writing.attempt(
          row,
          () -> {
            Line line = line(named, from, lots, serials);
            row.decimal("unit cost").ifPresent(cost -> paid.put(lines.size(), cost(cost)));
            row.day("in date").ifPresent(day -> since.put(line.put(), past(day, today)));
            lines.add(line);
            posted.add(named);
          });
    }
    Set<Catalog.Measured> items = new HashSet<>();
    Set<Places.LedgerPlace> bins = new HashSet<>(places.forLedger(Set.of(from)));
    posted.forEach(
        named -> {
          items.add(named.item());
          bins.add(named.place());
        });
    NewPosting.Known known = new NewPosting.Known(items, bins);
    Map<Integer, Problem> refused = stock.refused(lines, known);
    refused.forEach((line, problem) -> tell(posted.get(line), problem, writing));
    if (refused.isEmpty() && !lines.isEmpty()) {
      post(
          new NewPosting(PostingKind.OPENING, null, null, null, writing.batch(), lines)
              .paid(paid)
              .knowing(items, bins),
          since,
          posted,
          writing);
    }
  }

  private void post(
      NewPosting posting,
      Map<PositionKey, LocalDate> since,
      List<OpeningRow> rows,
      TableWriting writing) {
    try {
      stock.open(new Command(UUID.randomUUID(), writing.actor(), DEVICE), posting, since);
    } catch (Problem refused) {
      Object serial = refused.values().get("serial");
      OpeningRow about =
          rows.stream()
              .filter(named -> serial != null && named.row().text("serial").equals(serial))
              .findFirst()
              .orElse(rows.get(0));
      tell(about, refused, writing);
    }
  }

  private static void tell(OpeningRow named, Problem refused, TableWriting writing) {
    String column =
        switch (refused.type()) {
          case "lot-missing", "lot-not-kept" -> "lot";
          case "serial-missing", "serial-not-kept", "serial-in-house" -> "serial";
          default -> "quantity";
        };
    writing.fault(named.row(), column, Problem.said(refused));
  }

  private static UnitCost cost(BigDecimal cost) {
    try {
      return new UnitCost(cost);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("unitCost", fault);
    }
  }

  private static LocalDate past(LocalDate day, LocalDate today) {
    if (day.isAfter(today)) {
      throw Problem.invalid("inDate", "Expected a day that is not after {0}.", today);
    }
    return day;
  }

  private Line line(OpeningRow named, long from, Map<Code, Long> lots, Map<Code, Long> serials) {
    TableRow row = named.row();
    Goods what =
        new Goods(
            named.item().id(),
            row.says("lot") ? lots.getOrDefault(named.lot().folded(), UNKNOWN) : 0,
            row.says("serial") ? serials.getOrDefault(named.serial().folded(), UNKNOWN) : 0);
    Condition condition = row.constant(Condition.class, "condition");
    return new Line(
        what,
        new Spot(from, 0, condition),
        new Spot(named.place().id(), load(row), condition),
        new Quantity(row.decimal("quantity").orElseThrow()));
  }

  private long load(TableRow row) {
    if (!row.says("unit load")) {
      return 0;
    }
    try {
      return loads.obtain(new Sscc(row.text("unit load")));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("unitLoad", fault);
    }
  }

  /** All of it is one posting for each site: they are reversed. */
  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    List<Long> postings =
        jdbc.sql(
                "select p.id from posting p where p.kind = 'OPENING' and p.reason = ?"
                    + " and not exists (select 1 from posting r where r.reverses_id = p.id)")
            .param(writing.batch())
            .query(Long.class)
            .list();
    for (long posting : postings) {
      writing.attempt(
          rows.get(0),
          () ->
              stock.reverse(
                  new Command(UUID.randomUUID(), writing.actor(), DEVICE),
                  posting,
                  writing.batch()));
    }
    writing.done(rows.size());
  }
}
