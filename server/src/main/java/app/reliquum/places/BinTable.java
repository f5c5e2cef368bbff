package app.reliquum.places;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.place.BinPattern;
import app.reliquum.core.place.BinPatternException;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import jakarta.validation.Valid;
import jakarta.validation.constraints.PositiveOrZero;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/** The bins of sites as a table. Many thousands are written at once. */
@Component
class BinTable implements HouseTable {

  /** By which columns others refer to a row. */
  static final List<String> REFERRING =
      List.of("place_id", "%\\_place\\_id", "from_place", "to_place", "bin_id");

  private static final TableForm FORM =
      TableForm.of(
          "bins",
          "The bins of sites that have them.",
          TableColumn.code("site", "The code of the site.", "KQ").asKey().naming("sites"),
          TableColumn.code("bin", "Its address at the site.", "QA-03-B")
              .asKey()
              .alsoCalled("address", "bin code", "location"),
          TableColumn.code("area", "The code of the area in which it is.", "QA")
              .asNeeded()
              .naming("areas")
              .alsoCalled("zone"),
          TableColumn.whole("walk", "Where it comes in the walk through the site.", "30")
              .usually("0")
              .alsoCalled("sequence", "walk sequence"),
          TableColumn.decimal("x", "Where it stands on the floor plan, in metres.", "4.5"),
          TableColumn.decimal("y", "Where it stands across, in metres.", "12"),
          TableColumn.text(
              "storage class", "Only items of this class are put away here.", "FLARES"),
          TableColumn.choice("mixing", "What may lie together in it.", MixingPolicy.values())
              .usually(TableColumn.word(MixingPolicy.ANYTHING)),
          TableColumn.decimal("max volume", "How much it holds, in cubic metres.", "0.4"),
          TableColumn.decimal("max weight", "How much it carries, in kilograms.", "80"),
          TableColumn.whole("max unit loads", "How many unit loads it holds.", "1"),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private final RowQuery query;
  private final JdbcOperations jdbc;
  private final ObjectProvider<PlaceUse> use;

  BinTable(RowQuery query, JdbcOperations jdbc, ObjectProvider<PlaceUse> use) {
    this.query = query;
    this.jdbc = jdbc;
    this.use = use;
  }

  /** A bin as a row has it, with the bounds that any bin has. */
  record Entry(@PositiveOrZero int walk, @Valid SiteSetup.BinTraits traits) {}

  private record AreaOfSite(long site, long area, boolean binned, boolean scrap) {}

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public References references() {
    return new References(
        "place",
        REFERRING,
        "select p.id from place p join site s on s.id = p.site_id"
            + " where s.code = ? and p.address = ?",
        List.of());
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select s.code, p.address, a.code, p.walk, p.x, p.y, p.storage_class, p.mixing,
          p.max_volume, p.max_weight, p.max_unit_loads, p.active
        from place p join site s on s.id = p.site_id join area a on a.id = p.area_id
        where p.kind = 'BIN' and s.binned order by s.code, p.address
        """,
        first,
        to);
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    Map<String, AreaOfSite> areas = areas();
    List<Object[]> added = new ArrayList<>();
    List<Object[]> changed = new ArrayList<>();
    Set<Long> otherAreas = new TreeSet<>();
    for (RowChange change : changes) {
      TableRow row = change.after();
      AreaOfSite area = areas.get(row.text("site") + " " + row.text("area"));
      Entry entry = entry(row);
      if (area == null || !writing.valid(row, entry) || !fits(row, area, writing)) {
        continue;
      }
      if (change.before().isEmpty()) {
        added.add(withLabel(values(row, area, entry), row));
      } else if (mayChange(change, area, writing)) {
        changed.add(values(row, area, entry));
        if (change.columns().contains("area")) {
          otherAreas.add(area.site());
        }
      }
    }
    jdbc.batchUpdate(
        """
        insert into place (area_id, walk, x, y, storage_class, mixing, max_volume, max_weight,
          max_unit_loads, active, scrap, site_id, address, kind, label)
        values (?,?,?,?,?,?,?,?,?,?,?,?,?,'BIN',?)
        """,
        added);
    if (!writing.trial()) {
      jdbc.batchUpdate(
          """
          update place set area_id = ?, walk = ?, x = ?, y = ?, storage_class = ?, mixing = ?,
            max_volume = ?, max_weight = ?, max_unit_loads = ?, active = ?, scrap = ?,
            version = version + 1
          where site_id = ? and address = ?
          """,
          changed);
      use.ifAvailable(keeper -> otherAreas.forEach(keeper::availabilityChanged));
    }
    writing.done(changes.size());
  }

  private static Object[] withLabel(Object[] values, TableRow row) {
    Object[] all = Arrays.copyOf(values, values.length + 1);
    all[values.length] = row.text("site") + "." + row.text("bin");
    return all;
  }

  private static boolean fits(TableRow row, AreaOfSite area, TableWriting writing) {
    if (!area.binned()) {
      writing.fault(row, "site", "Expected a site that has bins.");
      return false;
    }
    try {
      if (BinPattern.of(row.text("bin")).addresses().size() == 1) {
        return true;
      }
      writing.fault(row, "bin", "Expected the address of one bin.");
    } catch (BinPatternException fault) {
      writing.fault(row, "bin", String.valueOf(fault.getMessage()));
    }
    return false;
  }

  private boolean mayChange(RowChange change, AreaOfSite area, TableWriting writing) {
    TableRow row = change.after();
    PlaceUse keeper = use.getIfAvailable();
    boolean closed = change.columns().contains("active") && !row.yes("active");
    if (closed && keeper != null && keeper.holdsGoods(number(area.site(), row.text("bin")))) {
      writing.fault(row, "active", "Expected yes: goods lie in it. Move them first.");
      return false;
    }
    if (change.columns().contains("area")
        && keeper != null
        && scrap(area.site(), row.text("bin")) != area.scrap()
        && keeper.inLedger(List.of(number(area.site(), row.text("bin"))))) {
      writing.fault(
          row,
          "area",
          "Expected an area that is %s scrap: goods have lain in it, and scrap is valued apart."
              .formatted(area.scrap() ? "not for" : "for"));
      return false;
    }
    return true;
  }

  private boolean scrap(long site, String address) {
    return Boolean.TRUE.equals(
        jdbc.queryForObject(
            "select scrap from place where site_id = ? and address = ?",
            Boolean.class,
            site,
            address));
  }

  private long number(long site, String address) {
    Long id =
        jdbc.queryForObject(
            "select id from place where site_id = ? and address = ?", Long.class, site, address);
    return java.util.Objects.requireNonNull(id);
  }

  private Map<String, AreaOfSite> areas() {
    Map<String, AreaOfSite> areas = new HashMap<>();
    jdbc.query(
        "select s.code, a.code, s.id, a.id, s.binned, a.purpose = 'SCRAP' from area a join site s on"
            + " s.id = a.site_id",
        row -> {
          areas.put(
              row.getString(1) + " " + row.getString(2),
              new AreaOfSite(row.getLong(3), row.getLong(4), row.getBoolean(5), row.getBoolean(6)));
        });
    return areas;
  }

  private static Entry entry(TableRow row) {
    return new Entry(
        row.whole("walk").orElse(0),
        new SiteSetup.BinTraits(
            row.text("storage class"),
            row.constant(MixingPolicy.class, "mixing"),
            row.decimal("max volume").orElse(null),
            row.decimal("max weight").orElse(null),
            row.whole("max unit loads").orElse(null),
            row.decimal("x").orElse(null),
            row.decimal("y").orElse(null)));
  }

  private static Object[] values(TableRow row, AreaOfSite area, Entry entry) {
    return new Object[] {
      area.area(),
      entry.walk(),
      entry.traits().x(),
      entry.traits().y(),
      row.text("storage class"),
      entry.traits().mixing().name(),
      entry.traits().maxVolume(),
      entry.traits().maxWeight(),
      entry.traits().maxUnitLoads(),
      row.yes("active"),
      area.scrap(),
      area.site(),
      row.text("bin")
    };
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    jdbc.batchUpdate(
        "delete p from place p join site s on s.id = p.site_id where s.code = ? and p.address = ?"
            + " and p.kind = 'BIN'",
        rows.stream().map(row -> new Object[] {row.text("site"), row.text("bin")}).toList());
    writing.done(rows.size());
  }
}
