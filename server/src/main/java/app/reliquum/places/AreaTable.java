package app.reliquum.places;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The areas of sites with bins as a table. A site without bins has its one area of itself. */
@Component
class AreaTable implements HouseTable {

  /** By which columns others refer to a row. */
  static final List<String> REFERRING = List.of("area_id", "%\\_area\\_id");

  private static final TableForm FORM =
      TableForm.of(
          "areas",
          "A part of a site with one purpose.",
          TableColumn.code("site", "The code of the site.", "KQ").asKey().naming("sites"),
          TableColumn.code("area", "The code of the area: capital letters and digits.", "QA")
              .asKey()
              .alsoCalled("area code", "zone"),
          TableColumn.text("name", "What it is called.", "Pick face A").asNeeded(),
          TableColumn.choice("purpose", "What it is for.", AreaPurpose.values()).asNeeded(),
          TableColumn.yesNo(
              "overflow", "Whether goods go here that find no other place at the site.", false));

  private final RowQuery query;
  private final JdbcClient jdbc;
  private final SiteSetup setup;
  private final SiteStore sites;
  private final AreaStore areas;

  AreaTable(RowQuery query, JdbcClient jdbc, SiteSetup setup, SiteStore sites, AreaStore areas) {
    this.query = query;
    this.jdbc = jdbc;
    this.setup = setup;
    this.sites = sites;
    this.areas = areas;
  }

  @Override
  public TableForm form() {
    return FORM;
  }

  @Override
  public References references() {
    return new References(
        "area",
        REFERRING,
        "select a.id from area a join site s on s.id = a.site_id where s.code = ? and a.code = ?",
        List.of());
  }

  @Override
  public void rows(List<String> first, Consumer<TableRow> to) {
    query.each(
        FORM,
        """
        select s.code, a.code, a.name, a.purpose, a.id = s.overflow_area_id
        from area a join site s on s.id = a.site_id where s.binned order by s.code, a.code
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
            Site site = sites.findByCode(row.text("site")).orElseThrow();
            Area area = areas.findBySiteIdAndCode(site.id(), row.text("area")).orElse(null);
            SiteSetup.AreaEntry entry =
                new SiteSetup.AreaEntry(
                    area == null ? null : area.version(),
                    row.text("area"),
                    row.text("name"),
                    row.constant(AreaPurpose.class, "purpose"));
            if (!writing.valid(row, entry)) {
              return;
            }
            long id =
                area == null
                    ? setup.addArea(site.id(), entry, writing.actor()).id()
                    : setup.changeArea(area.id(), entry, writing.actor()).id();
            overflow(site, id, row.yes("overflow"));
          });
    }
  }

  private void overflow(Site site, long area, boolean wanted) {
    if (wanted || site.overflowAreaId() == area) {
      site.receives(site.inboundFlow(), wanted ? area : 0, site.overPercent());
      sites.saveAndFlush(site);
    }
  }

  @Override
  public void remove(List<TableRow> rows, TableWriting writing) {
    for (TableRow row : rows) {
      Site site = sites.findByCode(row.text("site")).orElseThrow();
      Area area = areas.findBySiteIdAndCode(site.id(), row.text("area")).orElseThrow();
      overflow(site, area.id(), false);
      areas.delete(area);
      writing.done(1);
    }
    areas.flush();
  }
}
