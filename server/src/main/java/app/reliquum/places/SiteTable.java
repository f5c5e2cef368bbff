package app.reliquum.places;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.Listed;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The sites of the house as a table. */
@Component
class SiteTable implements HouseTable {

  private static final TableForm FORM =
      TableForm.of(
          "sites",
          "Where stock is held: a warehouse, a shop, a van.",
          TableColumn.code("code", "The code of the site: 2 to 8 capital letters or digits.", "KQ")
              .asKey()
              .alsoCalled("site", "site code", "warehouse"),
          TableColumn.text("name", "What it is called.", "Kittiwake Quay").asNeeded(),
          TableColumn.text("time zone", "Its time zone, by its IANA name.", "Europe/London")
              .asNeeded(),
          TableColumn.yesNo("binned", "Whether it has bins, or only shelf notes.", true)
              .alsoCalled("bins", "has bins"),
          TableColumn.yesNo(
              "bins for some", "Whether only items with a home bin are kept in bins there.", false),
          TableColumn.yesNo("virtual", "Whether it only sets stock aside.", false),
          TableColumn.text("street", "Its street.", "1 Fish Quay").alsoCalled("address"),
          TableColumn.text("town", "Its town.", "Outer Holm"),
          TableColumn.text("gln", "Its GS1 number, 13 digits.", ""),
          TableColumn.choice("inbound flow", "How goods come in.", InboundFlow.values())
              .usually(TableColumn.word(InboundFlow.DOCK_FIRST)),
          TableColumn.decimal(
                  "over percent", "How much more than ordered is taken, in percent.", "10")
              .usually("10"),
          TableColumn.choice("outbound flow", "How goods leave.", OutboundFlow.values())
              .usually(TableColumn.word(OutboundFlow.PICK_HAND_OVER)),
          TableColumn.yesNo(
              "shortest round", "Whether pickers walk the shortest round, by the plan.", false),
          TableColumn.yesNo(
              "target scanned",
              "Whether a bin must be scanned before goods are put into it.",
              false),
          TableColumn.yesNo(
              "unplanned reviewed",
              "Whether the Office looks unplanned transfers through before they leave.",
              false),
          TableColumn.of(
                  "working days",
                  TableColumn.Kind.LIST,
                  "The days of the week on which it works.",
                  "monday; tuesday; wednesday; thursday; friday")
              .usually("monday; tuesday; wednesday; thursday; friday"),
          TableColumn.whole("transfer days", "Working days that goods from another site take.", "1")
              .usually("1"),
          TableColumn.whole(
              "allocate ahead",
              "Each morning stock is looked for orders needed within so many days.",
              "3"),
          TableColumn.of(
              "holidays",
              TableColumn.Kind.LIST,
              "Days on which it does not work, each with its name.",
              "2026-12-25 Christmas Day"),
          TableColumn.text(
              "language", "The language of its papers, en or de; empty for the house's.", "de"));

  private final RowQuery query;
  private final JdbcClient jdbc;
  private final SiteSetup setup;
  private final SiteStore sites;
  private final Places places;

  SiteTable(RowQuery query, JdbcClient jdbc, SiteSetup setup, SiteStore sites, Places places) {
    this.query = query;
    this.jdbc = jdbc;
    this.setup = setup;
    this.sites = sites;
    this.places = places;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public References references() {
    return new References(
        "site",
        List.of("site_id", "%\\_site\\_id", "from_site", "to_site"),
        "select id from site where code = ?",
        List.of("site_holiday", "site_morning", "site_group_site"));
  }

  @Override
  public List<Owned> owned(List<Long> numbers) {
    return List.of(
        new Owned("place", BinTable.REFERRING, ofUnbinned("place", numbers)),
        new Owned("area", AreaTable.REFERRING, ofUnbinned("area", numbers)));
  }

  /** The place and the areas that sites without bins have by themselves. */
  private Map<Long, Long> ofUnbinned(String table, List<Long> numbers) {
    Map<Long, Long> owners = new HashMap<>();
    jdbc.sql(
            "select o.id, o.site_id from "
                + table
                + " o join site s on s.id = o.site_id and (not s.binned or s.bins_for_some) where s.id in (:sites)")
        .param("sites", numbers)
        .query(
            row -> {
              owners.put(row.getLong(1), row.getLong(2));
            });
    return owners;
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select s.code, s.name, s.time_zone, s.binned, s.bins_for_some, s.virtual_site, s.street, s.town, s.gln,
          s.inbound_flow, s.over_percent, s.outbound_flow, s.shortest_round, s.target_scanned,
          s.unplanned_reviewed,
          lower(replace(s.working_days, ',', '; ')), s.transfer_days, s.allocate_ahead,
          (select group_concat(h.day, ' ', h.name order by h.day separator '; ')
            from site_holiday h where h.site_id = s.id),
          s.language
        from site s order by s.code
        """,
        first,
        to);
  }

  @Override
  public void write(List<RowChange> changes, TableWriting writing) {
    for (RowChange change : changes) {
      TableRow row = change.after();
      writing.attempt(
          row,
          () -> {
            Site site = change.before().isEmpty() ? null : there(row);
            SiteSetup.SiteEntry entry = entry(row, site);
            if (!writing.valid(row, entry)) {
              return;
            }
            if (site == null) {
              setup.addSite(entry);
            } else {
              setup.changeSite(site.id(), entry, writing.actor());
            }
          });
    }
  }

  private Site there(TableRow row) {
    return sites.findByCode(row.text("code")).orElseThrow();
  }

  private static SiteSetup.SiteEntry entry(TableRow row, @Nullable Site site) {
    return new SiteSetup.SiteEntry(
        site == null ? null : site.version(),
        row.text("code"),
        row.text("name"),
        row.text("time zone"),
        row.yes("binned"),
        row.text("street"),
        row.text("town"),
        row.constant(InboundFlow.class, "inbound flow"),
        site == null ? null : site.overflowAreaId(),
        row.decimal("over percent").orElseThrow(),
        row.yes("virtual"),
        row.text("gln"),
        row.constant(OutboundFlow.class, "outbound flow"),
        row.yes("shortest round"),
        new TreeSet<>(Listed.constants(row, "working days", DayOfWeek.class)),
        row.whole("transfer days").orElseThrow(),
        holidays(row),
        row.whole("allocate ahead").orElse(null),
        row.yes("target scanned"),
        row.yes("unplanned reviewed"),
        row.yes("bins for some"),
        row.text("language"));
  }

  private static List<SiteSetup.HolidayEntry> holidays(TableRow row) {
    List<SiteSetup.HolidayEntry> holidays = new ArrayList<>();
    for (String text : row.list("holidays")) {
      String[] parts = text.split(" ", 2);
      try {
        holidays.add(
            new SiteSetup.HolidayEntry(
                LocalDate.parse(parts[0]), parts.length < 2 ? "" : parts[1]));
      } catch (DateTimeException none) {
        throw Problem.invalid(
            "holidays", "Expected days such as 2026-12-25 Christmas Day; '{0}' is none.", text);
      }
    }
    return holidays;
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    for (TableRow row : rows) {
      Site site = there(row);
      jdbc.sql("delete from site_holiday where site_id = ?").param(site.id()).update();
      jdbc.sql("delete from site_morning where site_id = ?").param(site.id()).update();
      if (site.usesImplied()) {
        places
            .implied(site.id())
            .ifPresent(bin -> jdbc.sql("delete from place where id = ?").param(bin.id()).update());
        jdbc.sql("delete from area where site_id = ?").param(site.id()).update();
      }
      sites.delete(site);
      writing.done(1);
    }
    sites.flush();
  }
}
