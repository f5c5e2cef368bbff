package app.reliquum.replenishment;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The groups of sites whose stock is looked at together, as a table. */
@Component
class SiteGroupTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "site groups",
          "Sites whose stock is looked at together when it runs low.",
          TableColumn.text("name", "What the group is called.", "Harbour")
              .asKey()
              .alsoCalled("group"),
          TableColumn.code("lead", "The code of the site that asks for more.", "KQ")
              .asNeeded()
              .naming("sites"),
          TableColumn.of(
                  "sites",
                  TableColumn.Kind.LIST,
                  "The codes of its sites, with the lead.",
                  "KQ; PS")
              .asNeeded());

  private final SiteGroups groups;
  private final Places places;

  SiteGroupTable(RowQuery query, SiteGroups groups, Places places) {
    super(
        FORM,
        query,
        """
        select g.name, s.code, (select group_concat(o.code order by o.code separator '; ')
          from site_group_site t join site o on o.id = t.site_id where t.group_id = g.id)
        from site_group g join site s on s.id = g.lead_site_id order by g.name
        """);
    this.groups = groups;
    this.places = places;
  }

  @Override
  public References references() {
    return new References(
        "site_group",
        List.of("group_id"),
        "select id from site_group where name = ?",
        List.of("site_group_site"));
  }

  private SiteGroups.Group there(TableRow row, TableWriting writing) {
    return groups.all(writing.actor()).stream()
        .filter(group -> group.name().equalsIgnoreCase(row.text("name")))
        .findFirst()
        .orElseThrow();
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Map<String, Long> sites =
        places.sites(writing.actor()).stream()
            .collect(Collectors.toMap(Places.SiteCard::code, Places.SiteCard::id));
    List<Long> its =
        row.list("sites").stream()
            .map(
                code -> {
                  Long site = sites.get(code.toUpperCase(java.util.Locale.ROOT));
                  if (site == null) {
                    throw Problem.invalid(
                        "sites", "Expected codes of sites; there is no {0}", code);
                  }
                  return site;
                })
            .toList();
    Long lead = sites.get(row.text("lead"));
    SiteGroups.Group there = fresh ? null : there(row, writing);
    SiteGroups.Entry entry =
        new SiteGroups.Entry(
            there == null ? null : there.version(),
            row.text("name"),
            lead == null ? 0L : lead,
            its);
    if (writing.valid(row, entry)) {
      if (there == null) {
        groups.add(entry);
      } else {
        groups.change(there.id(), entry);
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    groups.remove(there(row, writing).id());
  }
}
