package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.SitesAsked;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.stock.OnHand.AtSite;
import app.reliquum.stock.OnHand.Filter;
import app.reliquum.stock.OnHand.Row;
import app.reliquum.stock.OnHand.Stocked;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Items with what is on hand of them, those of which nothing is among them. */
@Service
class StockedItems {

  private final JdbcClient jdbc;
  private final ObjectProvider<Coming> coming;
  private final ObjectProvider<BlindCounting> blind;
  private final Catalog catalog;

  StockedItems(
      JdbcClient jdbc,
      ObjectProvider<Coming> coming,
      ObjectProvider<BlindCounting> blind,
      Catalog catalog) {
    this.catalog = catalog;
    this.jdbc = jdbc;
    this.coming = coming;
    this.blind = blind;
  }

  /**
   * An item with what is on hand of it.
   *
   * @param reserved how much of it is reserved; null where its totals don't say
   */
  record Item(
      long id,
      String code,
      String name,
      String symbol,
      Quantity onHand,
      Quantity available,
      @Nullable Quantity reserved) {}

  /**
   * An item with all sites side by side.
   *
   * @param sites those where some of it is
   */
  @Schema(name = "OnHandBySite")
  public record BySite(
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity onHand,
      Quantity available,
      List<AtSite> sites) {}

  /**
   * An item that someone looks for.
   *
   * @param onHand how much of it is at the site
   * @param picture which picture there is of it; null for none
   */
  @Schema(name = "FoundItem")
  public record Found(
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity onHand,
      @Nullable Long picture) {}

  /**
   * Items that someone looks for at a site: those of which some is there first, then by their
   * names.
   *
   * @param category the category that they are in, or in one below it; null for any
   */
  Page<Found> find(OnHand.Query query, String matching, @Nullable String category, Actor actor) {
    SitesAsked asked = new SitesAsked(actor, query.filter().site());
    String from =
        " from item i left join ("
            + totals(asked)
            + ") s on s.item_id = i.id where i.active"
            + (category == null
                ? ""
                : " and (i.category = :category or i.category like concat(:category, '/%'))")
            + matching.replace("s.item_id", "i.id");
    long total =
        bind("select count(*)" + from, asked, null)
            .param("category", category)
            .query(Long.class)
            .single();
    List<Item> items =
        bind(
                "select i.id, i.code, i.name, i.unit, coalesce(s.on_hand, 0) on_hand, 0 available,"
                    + " null reserved"
                    + from
                    + " order by coalesce(s.on_hand, 0) > 0 desc, i.name, i.id"
                    + " limit :limit offset :offset",
                asked,
                null)
            .param("category", category)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> item(row))
            .list();
    Map<Long, Long> pictures =
        items.isEmpty() ? Map.of() : catalog.pictures(items.stream().map(Item::id).toList());
    return new Page<>(
        total,
        query.offset(),
        items.stream()
            .map(
                one ->
                    new Found(
                        one.id(),
                        one.code(),
                        one.name(),
                        one.symbol(),
                        one.onHand(),
                        pictures.get(one.id())))
            .toList());
  }

  private static Item item(ResultSet row) throws SQLException {
    BigDecimal reserved = row.getBigDecimal("reserved");
    return new Item(
        row.getLong("id"),
        row.getString("code"),
        row.getString("name"),
        OnHandRows.symbol(row.getString("unit")),
        new Quantity(row.getBigDecimal("on_hand")),
        new Quantity(row.getBigDecimal("available")),
        reserved == null ? null : new Quantity(reserved));
  }

  /**
   * A page of items.
   *
   * @param matching a condition on the item {@code s.item_id}, beginning with {@code and}, or empty
   * @param asked which sites they are counted at
   */
  Page<Row> page(OnHand.Query query, String matching, SitesAsked asked) {
    Page<Item> items = items(query, matching, asked);
    return new Page<>(
        items.total(), items.offset(), items.rows().stream().map(OnHandRows::itemRow).toList());
  }

  private Page<Item> items(OnHand.Query query, String matching, SitesAsked asked) {
    Filter filter = query.filter();
    Stocked stocked = filter.shown();
    String from =
        " from item i left join ("
            + totals(asked)
            + ") s on s.item_id = i.id where "
            + condition(stocked, asked)
            + (filter.item() == null ? "" : " and i.id = :item")
            + matching.replace("s.item_id", "i.id");
    String way = query.descending() ? " desc" : "";
    String order =
        switch (query.sort()) {
          case ON_HAND -> "coalesce(s.on_hand, 0)" + way + ", i.id" + way;
          case AVAILABLE -> "coalesce(s.available, 0)" + way + ", i.id" + way;
          case NAME -> "i.name" + way + ", i.id" + way;
          default -> "i.code" + way;
        };
    long total = bind("select count(*)" + from, asked, filter.item()).query(Long.class).single();
    List<Item> rows =
        bind(
                "select i.id, i.code, i.name, i.unit, coalesce(s.on_hand, 0) on_hand,"
                    + " coalesce(s.available, 0) available, s.reserved"
                    + from
                    + " order by "
                    + order
                    + " limit :limit offset :offset",
                asked,
                filter.item())
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> item(row))
            .list();
    return new Page<>(total, query.offset(), rows);
  }

  /** The same with what is on hand at each site that one may look at. */
  Page<BySite> bySite(OnHand.Query query, String matching, Actor actor) {
    SitesAsked asked = new SitesAsked(actor, null);
    Page<Item> page = items(query, matching, asked);
    Map<Long, List<AtSite>> sites = atSites(page.rows().stream().map(Item::id).toList(), asked);
    return new Page<>(
        page.total(),
        page.offset(),
        page.rows().stream()
            .map(
                row ->
                    new BySite(
                        row.id(),
                        row.code(),
                        row.name(),
                        row.symbol(),
                        row.onHand(),
                        row.available(),
                        sites.getOrDefault(row.id(), List.of())))
            .toList());
  }

  /** How much of items is at each site where there is some. */
  Map<Long, List<AtSite>> atSites(List<Long> items, SitesAsked asked) {
    Map<Long, List<AtSite>> sites = new HashMap<>();
    if (!items.isEmpty()) {
      bind(
              "select s.item_id, s.site_id, t.name, s.on_hand, s.available from ("
                  + bySite(asked, "site_id", " in (:items)")
                  + ") s join site t on t.id = s.site_id where s.on_hand > 0"
                  + " order by s.item_id, s.on_hand desc, t.name",
              asked,
              null)
          .param("items", items)
          .query(
              row -> {
                sites
                    .computeIfAbsent(row.getLong("item_id"), item -> new ArrayList<>())
                    .add(
                        new AtSite(
                            row.getLong("site_id"),
                            row.getString("name"),
                            new Quantity(row.getBigDecimal("on_hand")),
                            new Quantity(row.getBigDecimal("available"))));
              });
    }
    return sites;
  }

  private String totals(SitesAsked asked) {
    return bySite(asked, "", "");
  }

  /**
   * What is on hand of items at the sites: from their totals; or from what lies in bins for those
   * who work at some sites only, or count blind and must not be told of some of it.
   *
   * @param by one more column to tell it apart by, or empty
   * @param items a condition on the item, or empty
   */
  private String bySite(SitesAsked asked, String by, String items) {
    String hidden =
        blind
            .getIfAvailable(() -> nobody -> BlindCounting.Hidden.NOTHING)
            .hiddenFrom(asked.actor())
            .condition("p.item_id", "p.place_id");
    String more = by.isEmpty() ? "" : ", w." + by;
    if (hidden.isEmpty() && (asked.site() != null || asked.actor().everywhere())) {
      return "select w.item_id"
          + more
          + ", sum(w.on_hand) on_hand, sum(w.available) available, null reserved"
          + " from item_stock w"
          + " where w.site_id <> 0 and "
          + asked.seen("w.site_id")
          + (items.isEmpty() ? "" : " and w.item_id" + items)
          + " group by w.item_id"
          + more;
    }
    return "select p.item_id"
        + more
        + ", sum(p.quantity) on_hand, sum(if("
        + OnHandSql.good("p")
        + ", p.quantity - p.reserved, 0)) available, sum(if("
        + OnHandSql.good("p")
        + ", p.reserved, 0)) reserved from stock_position p"
        + " join place w on w.id = p.place_id left join area a on a.id = w.area_id"
        + " where p.quantity <> 0 and "
        + asked.seen("w.site_id")
        + hidden
        + (items.isEmpty() ? "" : " and p.item_id" + items)
        + " group by p.item_id"
        + more;
  }

  private String condition(Stocked stocked, SitesAsked asked) {
    return switch (stocked) {
      case IN_STOCK -> "s.on_hand > 0";
      case ALL -> "(i.active or s.on_hand > 0)";
      case NONE -> "i.active and coalesce(s.on_hand, 0) = 0";
      case BELOW_POINT ->
          "exists (select 1 from item_outlook o where o.item_id = i.id and o.free <= o.point and "
              + asked.seen("o.site_id")
              + ")";
      case COMING -> {
        Set<Long> items = new LinkedHashSet<>();
        coming.stream().forEach(one -> items.addAll(one.itemsComing(site(asked))));
        yield items.isEmpty()
            ? "false"
            : items.stream()
                .map(String::valueOf)
                .collect(Collectors.joining(",", "i.id in (", ")"));
      }
    };
  }

  private static long site(SitesAsked asked) {
    Long site = asked.site();
    return site == null ? 0 : site;
  }

  private JdbcClient.StatementSpec bind(String sql, SitesAsked asked, @Nullable Long item) {
    return asked.bind(jdbc.sql(sql)).param("item", item);
  }
}
