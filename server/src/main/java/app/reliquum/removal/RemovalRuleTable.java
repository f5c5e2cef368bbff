package app.reliquum.removal;

import app.reliquum.api.sheets.Listed;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.removal.Rule;
import app.reliquum.core.removal.SortKey;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The removal rules of the house as a table. */
@Component
class RemovalRuleTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "removal rules",
          "Which goods leave first.",
          TableColumn.code("item", "The code of the item; empty for a category or all.", "")
              .asKeyOrEmpty()
              .naming("items"),
          TableColumn.text("category", "The category; empty for an item or all.", "Flares")
              .asKeyOrEmpty(),
          TableColumn.code("site", "The code of the site; empty for every site.", "")
              .asKeyOrEmpty()
              .naming("sites"),
          TableColumn.code("area", "The code of an area of the site; empty for all of it.", "")
              .asKeyOrEmpty()
              .naming("areas"),
          TableColumn.of(
                  "keys",
                  TableColumn.Kind.LIST,
                  "What goods are sorted by, the first first: "
                      + String.join(
                          ", ", List.of(SortKey.values()).stream().map(TableColumn::word).toList())
                      + ".",
                  TableColumn.word(SortKey.values()[0]))
              .asNeeded(),
          TableColumn.whole(
                  "minimum life",
                  "For how many days goods must still be good on the day they are needed.",
                  "30")
              .usually("0"),
          TableColumn.yesNo("one lot", "Whether a line must be of one lot.", false),
          TableColumn.yesNo("full packs", "Whether full packs leave first.", false),
          TableColumn.choice(
                  "substitutes", "Whether other lots may be taken.", Rule.Substitutes.values())
              .asNeeded());

  private final JdbcClient jdbc;
  private final RemovalRules rules;
  private final Places places;

  RemovalRuleTable(RowQuery query, JdbcClient jdbc, RemovalRules rules, Places places) {
    super(
        FORM,
        query,
        """
        select i.code, r.category, coalesce(s.code, t.code), a.code,
          lower(replace(replace(r.sort_keys, ',', '; '), '_', ' ')), r.minimum_life, r.one_lot,
          r.full_packs, r.substitutes
        from removal_rule r left join item i on i.id = r.item_id left join site s on s.id = r.site_id
          left join area a on a.id = r.area_id left join site t on t.id = a.site_id
        order by i.code, r.category, 3, a.code
        """);
    this.jdbc = jdbc;
    this.rules = rules;
    this.places = places;
  }

  private record There(long id, int version) {}

  private Optional<There> there(TableRow row) {
    return jdbc.sql(
            """
            select r.id, r.version from removal_rule r left join item i on i.id = r.item_id
              left join site s on s.id = r.site_id left join area a on a.id = r.area_id
              left join site t on t.id = a.site_id
            where coalesce(i.code, '') = ? and r.category = ?
              and coalesce(s.code, t.code, '') = ? and coalesce(a.code, '') = ?
            """)
        .params(row.text("item"), row.text("category"), row.text("site"), row.text("area"))
        .query((found, n) -> new There(found.getLong(1), found.getInt(2)))
        .optional();
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    There there = there(row).orElse(null);
    Optional<Places.SiteCard> site =
        places.sites(writing.actor()).stream()
            .filter(one -> one.code().equals(row.text("site")))
            .findFirst();
    Long area =
        site.stream()
            .flatMap(one -> one.areas().stream())
            .filter(one -> one.code().equals(row.text("area")))
            .map(Places.AreaCard::id)
            .findFirst()
            .orElse(null);
    RemovalRules.Entry entry =
        new RemovalRules.Entry(
            there == null ? null : there.version(),
            row.text("item"),
            row.text("category"),
            area,
            area == null ? site.map(Places.SiteCard::id).orElse(null) : null,
            Listed.constants(row, "keys", SortKey.class),
            row.whole("minimum life").orElseThrow(),
            row.yes("one lot"),
            row.yes("full packs"),
            row.constant(Rule.Substitutes.class, "substitutes"));
    if (writing.valid(row, entry)) {
      if (there == null) {
        rules.add(entry, writing.actor());
      } else {
        rules.change(there.id(), entry, writing.actor());
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    rules.remove(there(row).orElseThrow().id(), writing.actor());
  }
}
