package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.catalog.LotsAndSerials.Code;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
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
import java.math.RoundingMode;
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
import org.jspecify.annotations.Nullable;
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

  private final RowQuery query;
  private final JdbcClient jdbc;
  private final Stock stock;
  private final Catalog catalog;
  private final Places places;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;
  private final UnitLoads loads;

  OpeningStock(
      RowQuery query,
      JdbcClient jdbc,
      Stock stock,
      Catalog catalog,
      Places places,
      SiteDays days,
      LotsAndSerials lotsAndSerials,
      UnitLoads loads) {
    this.query = query;
    this.jdbc = jdbc;
    this.stock = stock;
    this.catalog = catalog;
    this.places = places;
    this.days = days;
    this.lotsAndSerials = lotsAndSerials;
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

  // Out

  /** What is left of a pool to be shared out over the positions that are worth it. */
  private static final class Left {
    private BigDecimal quantity;
    private BigDecimal value;

    Left(BigDecimal quantity, BigDecimal value) {
      this.quantity = quantity;
      this.value = value;
    }

    /** The unit cost of a part, so that all parts together are worth the whole to the cent. */
    String cost(BigDecimal part) {
      if (quantity.signum() <= 0 || part.signum() <= 0) {
        return "";
      }
      BigDecimal share =
          value.multiply(part).divide(quantity, UnitCost.CENTS, RoundingMode.HALF_UP);
      quantity = quantity.subtract(part);
      value = value.subtract(share);
      return CellReading.plain(share.divide(part, UnitCost.DECIMALS, RoundingMode.HALF_UP));
    }
  }

  private record PoolPart(long item, long pool, long lot) {}

  private Map<PoolPart, Left> pools() {
    Map<PoolPart, Left> pools = new HashMap<>();
    jdbc.sql(
            """
            select item_id, pool_id, 0, quantity, value from cost_pool
            where method <> 'LOT' and quantity > 0
            union all select l.item_id, l.pool_id, l.lot_id, sum(l.quantity), sum(l.value)
            from cost_layer l join cost_pool p on p.item_id = l.item_id and p.pool_id = l.pool_id
            where p.method = 'LOT' group by l.item_id, l.pool_id, l.lot_id
            """)
        .query(
            row -> {
              pools.put(
                  new PoolPart(row.getLong(1), row.getLong(2), row.getLong(3)),
                  new Left(row.getBigDecimal(4), row.getBigDecimal(5)));
            });
    return pools;
  }

  @Override
  public void rows(Consumer<TableRow> to) {
    Map<PoolPart, Left> pools = pools();
    query.each(
        FORM,
        """
        select s.code, if(s.binned, p.address, ''), i.code, l.code, n.code, u.code,
          elt(h.condition_code + 1, 'good', 'on hold', 'rejected'), h.quantity, '', null, h.in_date,
          l.expiry, l.best_before, l.produced, n.service_due, h.item_id,
          if(s.cost_site_id = 0, s.id, s.cost_site_id), h.lot_id
        from stock_position h join place p on p.id = h.place_id join site s on s.id = p.site_id
          join item i on i.id = h.item_id left join lot l on l.id = h.lot_id
          left join serial n on n.id = h.serial_id left join unit_load u on u.id = h.unit_load_id
        where p.kind = 'BIN' and h.quantity > 0
        order by s.code, p.address, i.code, l.code, n.code, u.code, h.condition_code
        """,
        (row, told) -> {
          long item = told.getLong("item_id");
          long pool = told.getLong(17);
          Left left =
              pools.getOrDefault(
                  new PoolPart(item, pool, told.getLong("lot_id")),
                  pools.get(new PoolPart(item, pool, 0)));
          to.accept(
              left == null
                  ? row
                  : row.with("unit cost", left.cost(row.decimal("quantity").orElseThrow())));
        });
  }

  // In

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

  /** A row with what it names. */
  private record Named(TableRow row, Catalog.Measured item, Places.LedgerPlace place) {
    Code lot() {
      return new Code(item.id(), row.text("lot"));
    }

    Code serial() {
      return new Code(item.id(), row.text("serial"));
    }

    LotDates dates() {
      return new LotDates(
          row.day("expiry").orElse(null),
          row.day("best before").orElse(null),
          row.day("produced").orElse(null));
    }
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    Map<String, List<Named>> bySite = new LinkedHashMap<>();
    for (Named named : named(changes, writing)) {
      bySite.computeIfAbsent(named.row().text("site"), k -> new ArrayList<>()).add(named);
    }
    bySite.values().forEach(rows -> open(rows, writing));
    writing.done(changes.size());
  }

  private List<Named> named(List<RowChange> changes, TableWriting writing) {
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
    List<Named> named = new ArrayList<>();
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
        writing.fault(row, "bin", "Expected a bin that is active.");
      } else if (item != null) {
        inUnits(row, packs.getOrDefault(item.id(), List.of()), writing)
            .ifPresent(units -> named.add(new Named(units, item, place)));
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

  private void open(List<Named> rows, TableWriting writing) {
    LocalDate today = days.today(rows.get(0).place().site());
    Map<Code, Long> lots = lots(rows, today, writing);
    Map<Code, Long> serials = serials(rows, lots, writing);
    long from = places.contra(PlaceKind.OPENING);
    List<Line> lines = new ArrayList<>();
    List<Named> posted = new ArrayList<>();
    Map<Integer, UnitCost> paid = new TreeMap<>();
    Map<PositionKey, LocalDate> since = new HashMap<>();
    for (Named named : rows) {
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
      List<Named> rows,
      TableWriting writing) {
    try {
      stock.open(new Command(UUID.randomUUID(), writing.actor(), DEVICE), posting, since);
    } catch (Problem refused) {
      Object serial = refused.values().get("serial");
      Named about =
          rows.stream()
              .filter(named -> serial != null && named.row().text("serial").equals(serial))
              .findFirst()
              .orElse(rows.get(0));
      tell(about, refused, writing);
    }
  }

  private static void tell(Named named, Problem refused, TableWriting writing) {
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
      throw Problem.invalid("unitCost", fault.getMessage());
    }
  }

  private static LocalDate past(LocalDate day, LocalDate today) {
    if (day.isAfter(today)) {
      throw Problem.invalid("inDate", "Expected a day that is not after " + today + ".");
    }
    return day;
  }

  private Line line(Named named, long from, Map<Code, Long> lots, Map<Code, Long> serials) {
    TableRow row = named.row();
    Goods goods =
        new Goods(
            named.item().id(),
            row.says("lot") ? lots.getOrDefault(named.lot().folded(), UNKNOWN) : 0,
            row.says("serial") ? serials.getOrDefault(named.serial().folded(), UNKNOWN) : 0);
    Condition condition = row.constant(Condition.class, "condition");
    return new Line(
        goods,
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
      throw Problem.invalid("unitLoad", fault.getMessage());
    }
  }

  /** The lots of rows, made if they are not there; those that are take what is said of them. */
  private Map<Code, Long> lots(List<Named> rows, LocalDate today, TableWriting writing) {
    List<Named> ofLots =
        rows.stream()
            .filter(named -> named.row().says("lot") && named.item().tracking().needsLot())
            .toList();
    Set<Long> items = new HashSet<>();
    ofLots.forEach(named -> items.add(named.item().id()));
    Map<Code, Long> known = lotsAndSerials.lotsOf(items);
    Map<Code, Named> fresh = new LinkedHashMap<>();
    for (Named named : ofLots) {
      if (known.containsKey(named.lot().folded())) {
        writing.attempt(
            named.row(),
            () ->
                lotsAndSerials.obtainLot(
                    named.item().id(), named.row().text("lot"), named.dates(), today));
      } else {
        Named first = fresh.putIfAbsent(named.lot().folded(), named);
        if (first != null && !first.dates().equals(named.dates())) {
          writing.fault(
              named.row(),
              "lot",
              "Expected the same days as in row %d, which is of the same lot."
                  .formatted(first.row().number()));
        }
      }
    }
    Map<Code, LotDates> said = new LinkedHashMap<>();
    fresh.values().forEach(named -> said.put(named.lot(), ordered(named, writing)));
    lotsAndSerials.makeLots(said, today);
    return lotsAndSerials.lotsOf(items);
  }

  private static LotDates ordered(Named named, TableWriting writing) {
    if (!named.dates().inOrder()) {
      writing.fault(named.row(), "produced", "Expected a day before the lot expires.");
    }
    return named.dates();
  }

  private Map<Code, Long> serials(List<Named> rows, Map<Code, Long> lots, TableWriting writing) {
    List<Named> ofPieces =
        rows.stream()
            .filter(named -> named.row().says("serial") && named.item().tracking().needsSerial())
            .toList();
    Set<Long> items = new HashSet<>();
    ofPieces.forEach(named -> items.add(named.item().id()));
    Map<Code, Long> known = lotsAndSerials.serialsOf(items);
    Map<Code, Long> fresh = new LinkedHashMap<>();
    Map<Code, LocalDate> due = new HashMap<>();
    for (Named named : ofPieces) {
      long lot = lots.getOrDefault(named.lot().folded(), 0L);
      @Nullable LocalDate service = named.row().day("service due").orElse(null);
      if (known.containsKey(named.serial().folded())) {
        writing.attempt(
            named.row(),
            () ->
                lotsAndSerials.obtainSerial(
                    named.item().id(), named.row().text("serial"), lot, service));
      } else {
        fresh.put(named.serial(), lot);
        if (service != null) {
          due.put(named.serial(), service);
        }
      }
    }
    lotsAndSerials.makeSerials(fresh, due);
    return lotsAndSerials.serialsOf(items);
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
