package app.reliquum.replenishment;

import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.demand.ReplenishmentRule.Kind;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** By which policies items are kept in stock, as a table. */
@Component
class PolicyTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "policies",
          "How items are kept in stock. Without item and category it holds for the house.",
          TableColumn.code("item", "The code of the item.", "SH-08-GV")
              .asKeyOrEmpty()
              .naming("items"),
          TableColumn.text("category", "The category; empty for an item.", "").asKeyOrEmpty(),
          TableColumn.code("site", "The code of the site; empty for all.", "KQ")
              .asKeyOrEmpty()
              .naming("sites"),
          TableColumn.text("group", "The sites that are looked at together.", "")
              .asKeyOrEmpty()
              .naming("site groups"),
          TableColumn.choice("kind", "How more is asked for.", Kind.values()).asNeeded(),
          TableColumn.decimal("point", "The re-order point; empty if it is worked out.", ""),
          TableColumn.decimal("quantity", "How much is ordered; empty if it is worked out.", ""),
          TableColumn.decimal("up to", "Up to what it is filled; empty if it is worked out.", ""),
          TableColumn.decimal("service percent", "How often stock shall do, in percent.", "95")
              .usually("95"),
          TableColumn.whole("review days", "Working days from one look to the next.", "1")
              .usually("1"),
          TableColumn.whole("window days", "How many days back demand is looked at.", "365")
              .usually("365"),
          TableColumn.decimal("order cost", "What one order costs.", "12").usually("0"),
          TableColumn.decimal(
                  "holding percent", "What keeping goods for a year costs, of their cost.", "20")
              .usually("0"),
          TableColumn.choice("for orders", "How lines of orders are met.", SupplyRule.values())
              .usually(TableColumn.word(SupplyRule.FROM_STOCK)),
          TableColumn.code("for orders from", "The site that is asked for the rest.", "")
              .naming("sites"));

  private final JdbcClient jdbc;
  private final Policies policies;
  private final SiteGroups groups;
  private final Places places;

  PolicyTable(
      RowQuery query, JdbcClient jdbc, Policies policies, SiteGroups groups, Places places) {
    super(
        FORM,
        query,
        """
        select i.code, y.category, s.code, g.name, y.kind, y.point, y.quantity, y.up_to,
          y.service_percent, y.review_days, y.window_days, y.order_cost, y.holding_percent,
          y.for_orders, f.code
        from replenishment_policy y left join item i on i.id = y.item_id
          left join site s on s.id = y.site_id left join site_group g on g.id = y.group_id
          left join site f on f.id = y.for_orders_from
        order by i.code, y.category, s.code, g.name
        """);
    this.jdbc = jdbc;
    this.policies = policies;
    this.groups = groups;
    this.places = places;
  }

  private record There(long id, int version) {}

  private Optional<There> there(TableRow row) {
    return jdbc.sql(
            """
            select y.id, y.version from replenishment_policy y left join item i on i.id = y.item_id
              left join site s on s.id = y.site_id left join site_group g on g.id = y.group_id
            where coalesce(i.code, '') = ? and y.category = ? and coalesce(s.code, '') = ?
              and coalesce(g.name, '') = ?
            """)
        .params(row.text("item"), row.text("category"), row.text("site"), row.text("group"))
        .query((found, n) -> new There(found.getLong(1), found.getInt(2)))
        .optional();
  }

  private @Nullable Long site(TableRow row, String column, TableWriting writing) {
    return places.sites(writing.actor()).stream()
        .filter(one -> one.code().equals(row.text(column)))
        .map(Places.SiteCard::id)
        .findFirst()
        .orElse(null);
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    There there = there(row).orElse(null);
    Policies.Entry entry =
        new Policies.Entry(
            there == null ? null : there.version(),
            row.text("item"),
            row.text("category"),
            site(row, "site", writing),
            groups.all(writing.actor()).stream()
                .filter(group -> group.name().equalsIgnoreCase(row.text("group")))
                .map(SiteGroups.Group::id)
                .findFirst()
                .orElse(null),
            new Policies.Figures(
                row.constant(Kind.class, "kind"),
                row.decimal("point").map(Quantity::new).orElse(null),
                row.decimal("quantity").map(Quantity::new).orElse(null),
                row.decimal("up to").map(Quantity::new).orElse(null),
                row.decimal("service percent").orElseThrow(),
                row.whole("review days").orElseThrow(),
                row.whole("window days").orElseThrow(),
                row.decimal("order cost").orElseThrow(),
                row.decimal("holding percent").orElseThrow(),
                row.constant(SupplyRule.class, "for orders"),
                site(row, "for orders from", writing)));
    if (writing.valid(row, entry)) {
      if (there == null) {
        policies.add(entry, writing.actor());
      } else {
        policies.change(there.id(), entry, writing.actor());
      }
    }
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    policies.remove(there(row).orElseThrow().id(), writing.actor());
  }
}
