package app.reliquum.putaway;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The put-away rules of all sites as a table. */
@Component
class PutAwayRuleTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "put-away rules",
          "Where goods of an item or a category are put.",
          TableColumn.code("site", "The code of the site.", "KQ").asKey().naming("sites"),
          TableColumn.code("item", "The code of the item; empty for a category.", "SH-08-GV")
              .asKeyOrEmpty()
              .naming("items"),
          TableColumn.text("category", "The category; empty for an item.", "").asKeyOrEmpty(),
          TableColumn.code("area", "The code of the area; empty for a bin.", "QA")
              .asKeyOrEmpty()
              .naming("areas"),
          TableColumn.code("bin", "The bin; empty for an area.", "").asKeyOrEmpty().naming("bins"),
          TableColumn.whole("priority", "Which of several is asked first: the lowest.", "10")
              .usually("10"),
          TableColumn.decimal("capacity packs", "How many packs may lie there.", "20"),
          TableColumn.text("capacity pack", "Which pack; empty for single units.", "box"),
          TableColumn.yesNo("active", "Whether it holds.", true));

  private final JdbcClient jdbc;
  private final Rules rules;
  private final Places places;

  PutAwayRuleTable(RowQuery query, JdbcClient jdbc, Rules rules, Places places) {
    super(
        FORM,
        query,
        """
        select s.code, i.code, r.category, a.code, p.address, r.priority, r.capacity_packs,
          r.capacity_pack, r.active
        from put_away_rule r join site s on s.id = r.site_id left join item i on i.id = r.item_id
          left join area a on a.id = r.area_id left join place p on p.id = r.place_id
        order by s.code, i.code, r.category, a.code, p.address
        """);
    this.jdbc = jdbc;
    this.rules = rules;
    this.places = places;
  }

  private record There(long id, int version) {}

  private Optional<There> there(TableRow row) {
    return jdbc.sql(
            """
            select r.id, r.version from put_away_rule r join site s on s.id = r.site_id
              left join item i on i.id = r.item_id left join area a on a.id = r.area_id
              left join place p on p.id = r.place_id
            where s.code = ? and coalesce(i.code, '') = ? and r.category = ?
              and coalesce(a.code, '') = ? and coalesce(p.address, '') = ?
            """)
        .params(
            row.text("site"),
            row.text("item"),
            row.text("category"),
            row.text("area"),
            row.text("bin"))
        .query((found, n) -> new There(found.getLong(1), found.getInt(2)))
        .optional();
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    There there = there(row).orElse(null);
    Places.SiteCard site =
        places.sites(writing.actor()).stream()
            .filter(one -> one.code().equals(row.text("site")))
            .findFirst()
            .orElseThrow();
    Rules.Entry entry =
        new Rules.Entry(
            there == null ? null : there.version(),
            site.id(),
            row.text("item"),
            row.text("category"),
            site.areas().stream()
                .filter(area -> area.code().equals(row.text("area")))
                .map(Places.AreaCard::id)
                .findFirst()
                .orElse(null),
            row.text("bin"),
            row.whole("priority").orElseThrow(),
            row.decimal("capacity packs").map(Quantity::new).orElse(null),
            row.says("capacity pack") ? row.text("capacity pack") : null,
            row.yes("active"));
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
