package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.SitesAsked;
import app.reliquum.api.lists.SearchText;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers what is on hand: by position, item, place or lot; now, or as of a past moment. */
@Service
public class OnHand {

  /** What a row stands for. */
  public enum Group {
    POSITION,
    ITEM,
    PLACE,
    LOT
  }

  /** Which items are shown, where rows are items. */
  public enum Stocked {
    /** Of which some is on hand. */
    IN_STOCK,
    ALL,
    /** In use, but none is on hand. */
    NONE,
    /** At or below their re-order point, as the last check of a site saw it. */
    BELOW_POINT,
    /** Of which something is expected. */
    COMING
  }

  /** What rows are sorted by. */
  public enum Sort {
    ITEM,
    NAME,
    PLACE,
    LOT,
    EXPIRY,
    IN_DATE,
    ON_HAND,
    AVAILABLE
  }

  /**
   * A question. Whatever is null does not narrow it.
   *
   * @param at the moment that is asked for; null for now
   * @param q words of an item, or the beginning of a bin's address, a lot or a serial number
   */
  public record Query(
      Group group, Filter filter, Sort sort, boolean descending, int offset, int limit) {}

  /** What narrows stock; what is null does not. */
  public record Filter(
      @Nullable Long site,
      @Nullable Long area,
      @Nullable Long item,
      @Nullable Long place,
      @Nullable Long lot,
      @Nullable Long serial,
      @Nullable String load,
      @Nullable Condition condition,
      @Nullable String q,
      @Nullable Instant at,
      @Nullable Stocked stocked) {

    Stocked shown() {
      return stocked == null ? Stocked.IN_STOCK : stocked;
    }

    boolean whole() {
      return area == null
          && place == null
          && lot == null
          && serial == null
          && load == null
          && condition == null
          && at == null;
    }

    boolean narrow() {
      return item != null || place != null || lot != null || serial != null || load != null;
    }
  }

  /** A row; what its group does not have is null. */
  @Schema(name = "OnHandRow")
  public record Row(
      String key,
      @Nullable Long itemId,
      @Nullable String item,
      @Nullable String name,
      @Nullable String symbol,
      @Nullable Long placeId,
      @Nullable String place,
      @Nullable String area,
      @Nullable String site,
      @Nullable Long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable Long serialId,
      @Nullable String serial,
      @Nullable String load,
      @Nullable Condition condition,
      @Nullable Quantity onHand,
      @Nullable Quantity available,
      @Nullable Quantity reserved,
      @Nullable Quantity coming,
      @Nullable LocalDate inDate,
      @Nullable Integer positions,
      @Nullable Integer items) {}

  private static final int MOST_MATCHES = 20_000;

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final ObjectProvider<Coming> coming;
  private final ObjectProvider<BlindCounting> blind;
  private final Clock clock;
  private final StockedItems items;

  OnHand(
      JdbcClient jdbc,
      Catalog catalog,
      ObjectProvider<Coming> coming,
      ObjectProvider<BlindCounting> blind,
      Clock clock,
      StockedItems items) {
    this.items = items;
    this.blind = blind;
    this.clock = clock;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.coming = coming;
  }

  /** A page of rows, and how many there are in all. */
  @Transactional(readOnly = true)
  public Page<Row> page(Query query, Actor actor) {
    notYet(query.filter().at());
    String narrowed = matching(query);
    if (narrowed == null) {
      return new Page<>(0, query.offset(), List.of());
    }
    String seen =
        blind
            .getIfAvailable(() -> nobody -> BlindCounting.Hidden.NOTHING)
            .hiddenFrom(actor)
            .condition("p.item_id", "p.place_id");
    if (query.group() == Group.ITEM && query.filter().shown() != Stocked.IN_STOCK) {
      return stocked(query, narrowed, actor, seen.isEmpty());
    }
    boolean wholeHouse = query.filter().site() == null && actor.everywhere();
    if (seen.isEmpty()
        && query.group() == Group.ITEM
        && query.filter().whole()
        && (wholeHouse || query.filter().site() != null)) {
      return itemTotals(query, actor, narrowed);
    }
    return grouped(query, actor, narrowed + seen);
  }

  /** Items that are not only those in stock. */
  private Page<Row> stocked(Query query, String narrowed, Actor actor, boolean allSeen) {
    if (!query.filter().whole()) {
      throw Problem.invalid(
          "stocked",
          "Which items are shown can be chosen for a site or all sites, now: not for a bin, an"
              + " area, a condition or a past moment.");
    }
    SitesAsked asked = new SitesAsked(actor, query.filter().site());
    Page<Row> page = items.page(query, narrowed.replace("p.item_id", "s.item_id"), asked);
    Long site = query.filter().site();
    boolean spread = allSeen && (site != null ? actor.worksAt(site) : actor.everywhere());
    return spread
        ? new Page<>(page.total(), page.offset(), withSpread(page.rows(), site == null ? 0 : site))
        : page;
  }

  /** How much of an item is at a site. */
  @Schema(name = "OnHandAtSite")
  public record AtSite(long siteId, String site, Quantity onHand, Quantity available) {}

  /**
   * How much of items is at each site that one may look at, the most first; items of which there is
   * nothing are left out.
   */
  @Transactional(readOnly = true)
  public Map<Long, List<AtSite>> atSites(List<Long> items, Actor actor) {
    return this.items.atSites(items, new SitesAsked(actor, null));
  }

  /** Items that someone looks for at a site, those that are there first. */
  @Transactional(readOnly = true)
  Page<StockedItems.Found> find(Query query, @Nullable String category, Actor actor) {
    String narrowed = matching(query);
    return narrowed == null
        ? new Page<>(0, query.offset(), List.of())
        : items.find(query, narrowed.replace("p.item_id", "s.item_id"), category, actor);
  }

  /** A page of items with all sites side by side that someone may look at. */
  @Transactional(readOnly = true)
  Page<StockedItems.BySite> bySite(Query query, Actor actor) {
    String narrowed = matching(query);
    return narrowed == null
        ? new Page<>(0, query.offset(), List.of())
        : items.bySite(query, narrowed.replace("p.item_id", "s.item_id"), actor);
  }

  // Items, from their totals

  private Page<Row> itemTotals(Query query, Actor actor, String narrowed) {
    long site = query.filter().site() == null ? 0 : query.filter().site();
    if (site != 0 && !actor.worksAt(site)) {
      return new Page<>(0, query.offset(), List.of());
    }
    String where =
        " where s.site_id = :site and s.on_hand > 0"
            + (query.filter().item() == null ? "" : " and s.item_id = :item")
            + narrowed.replace("p.item_id", "s.item_id");
    boolean byTotal = query.sort() == Sort.ON_HAND || query.sort() == Sort.AVAILABLE;
    boolean few = query.filter().item() != null || !narrowed.isEmpty();
    String tables =
        few
            ? " from item_stock s join item i on i.id = s.item_id"
            : byTotal
                ? " from item_stock s force index ("
                    + (query.sort() == Sort.AVAILABLE ? "available" : "on_hand")
                    + ") straight_join item i on i.id = s.item_id"
                : " from item i force index ("
                    + (query.sort() == Sort.NAME ? "name" : "code")
                    + ") straight_join item_stock s on s.item_id = i.id";
    String way = query.descending() ? " desc" : "";
    String order =
        switch (query.sort()) {
          case ON_HAND -> "s.on_hand" + way + ", s.item_id" + way;
          case AVAILABLE -> "s.available" + way + ", s.item_id" + way;
          case NAME -> "i.name" + way + ", i.id" + way;
          default -> "i.code" + way;
        };
    long total =
        jdbc.sql("select count(*) from item_stock s" + where)
            .param("site", site)
            .param("item", query.filter().item())
            .query(Long.class)
            .single();
    List<Row> rows =
        jdbc.sql(
                "select i.id, i.code, i.name, i.unit, s.on_hand, s.available"
                    + tables
                    + where
                    + " order by "
                    + order
                    + " limit :limit offset :offset")
            .param("site", site)
            .param("item", query.filter().item())
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query(
                (row, n) ->
                    OnHandRows.itemRow(
                        row,
                        new Quantity(row.getBigDecimal("on_hand")),
                        new Quantity(row.getBigDecimal("available"))))
            .list();
    return new Page<>(total, query.offset(), withSpread(rows, site));
  }

  /** Adds in how many positions the items of a page lie, and since when. */
  private List<Row> withSpread(List<Row> rows, long site) {
    if (rows.isEmpty()) {
      return rows;
    }
    record Spread(long itemId, int positions, @Nullable LocalDate inDate, Quantity reserved) {}
    List<Long> items = rows.stream().map(Row::itemId).toList();
    Map<Long, Quantity> onTheWay =
        coming.stream()
            .flatMap(one -> one.coming(items, site).entrySet().stream())
            .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, Quantity::plus));
    Map<Long, Spread> spreads =
        jdbc
            .sql(
                "select s.item_id, count(*) positions, min(s.in_date) in_date,"
                    + " sum(if("
                    + OnHandSql.good("s")
                    + ", s.reserved, 0)) reserved"
                    + " from stock_position s join place p on p.id = s.place_id"
                    + " left join area a on a.id = p.area_id"
                    + " where s.quantity > 0 and p.kind = 'BIN' and s.item_id in (:items)"
                    + (site == 0 ? "" : " and p.site_id = :site")
                    + " group by s.item_id")
            .param("items", items)
            .param("site", site)
            .query(
                (row, n) ->
                    new Spread(
                        row.getLong(1),
                        row.getInt(2),
                        PositionTable.localDate(row.getDate(3)),
                        PositionTable.quantity(row.getBigDecimal(4))))
            .list()
            .stream()
            .collect(Collectors.toMap(Spread::itemId, spread -> spread));
    return rows.stream()
        .map(
            row -> {
              Spread spread = spreads.get(row.itemId());
              return OnHandRows.spread(
                  row,
                  spread == null ? 0 : spread.positions(),
                  spread == null ? null : spread.inDate(),
                  spread == null ? Quantity.ZERO : spread.reserved(),
                  onTheWay.get(row.itemId()));
            })
        .toList();
  }

  // Everything else, from the positions

  private Page<Row> grouped(Query query, Actor actor, String narrowed) {
    String source = query.filter().at() == null ? "stock_position" : OnHandSql.asOf(query);
    String where = OnHandSql.where(query, actor) + narrowed;
    boolean many = !query.filter().narrow() && narrowed.isEmpty() && query.filter().at() == null;
    String key =
        switch (query.group()) {
          case POSITION -> null;
          case ITEM -> "p.item_id";
          case PLACE -> "p.place_id";
          case LOT -> "p.lot_id";
        };
    if (query.group() == Group.LOT) {
      where += " and p.lot_id <> 0";
    }
    String counted = OnHandSql.counted(source, where) + where;
    // Sorted by what a position itself says, the page is found before anything is joined to it.
    boolean alone =
        many
            && query.group() == Group.POSITION
            && (query.sort() == Sort.ON_HAND || query.sort() == Sort.IN_DATE)
            && !where.contains("pl.");
    String driver = alone ? "" : OnHandSql.driver(query, many);
    String tables = OnHandSql.tables(alone ? OnHandSql.sortedAlone(query, where) : source, driver);
    long total =
        bind(
                jdbc.sql(
                    "select "
                        + (key == null ? "count(*)" : "count(distinct " + key + ")")
                        + counted),
                query,
                actor)
            .query(Long.class)
            .single();
    String sql =
        OnHandSql.columns(query)
            + tables
            + where
            + (key == null ? "" : " group by " + OnHandSql.groupKey(query))
            + " order by "
            + OnHandSql.order(query, driver)
            + (alone ? "" : " limit :limit offset :offset");
    List<Row> rows =
        bind(jdbc.sql(OnHandSql.unbuffered(driver, sql)), query, actor)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> OnHandRows.row(query, row))
            .list();
    return new Page<>(total, query.offset(), rows);
  }

  private static JdbcClient.StatementSpec bind(
      JdbcClient.StatementSpec statement, Query query, Actor actor) {
    return statement
        .param("site", query.filter().site())
        .param("sites", actor.siteNumbers())
        .param("area", query.filter().area())
        .param("item", query.filter().item())
        .param("place", query.filter().place())
        .param("lot", query.filter().lot())
        .param("serial", query.filter().serial())
        .param("load", query.filter().load())
        .param(
            "condition",
            query.filter().condition() == null ? null : query.filter().condition().code())
        .param("at", query.filter().at() == null ? null : LedgerTable.utc(query.filter().at()));
  }

  /** The condition that words make; empty if there are none, null if nothing matches them. */
  private @Nullable String matching(Query query) {
    SearchText words = SearchText.of(query.filter().q());
    if (words.isEmpty()) {
      return "";
    }
    StringBuilder any = new StringBuilder();
    anyOf(any, "p.item_id", catalog.idsMatching(words, MOST_MATCHES));
    boolean totals = query.group() == Group.ITEM && query.filter().whole();
    anyOf(any, "p.place_id", ids("place", "address", words));
    anyOf(any, "p.lot_id", ids("lot", "code", words));
    anyOf(any, "p.serial_id", ids("serial", "code", words));
    if (any.isEmpty()) {
      return null;
    }
    if (totals && any.toString().matches("(?s).*p\\.(place|lot|serial)_id.*")) {
      // Totals know no places: find the items that lie there.
      List<Long> items =
          jdbc.sql("select distinct p.item_id from stock_position p where " + any)
              .query(Long.class)
              .list();
      any.setLength(0);
      anyOf(any, "p.item_id", items);
    }
    return any.isEmpty() ? null : " and (" + any + ")";
  }

  private List<Long> ids(String table, String column, SearchText words) {
    return jdbc.sql(
            "select id from " + table + " where " + column + " like :prefix limit " + MOST_MATCHES)
        .param("prefix", words.prefix())
        .query(Long.class)
        .list();
  }

  private static void anyOf(StringBuilder any, String column, List<Long> ids) {
    if (!ids.isEmpty()) {
      String list = ids.stream().map(String::valueOf).collect(Collectors.joining(","));
      any.append(any.isEmpty() ? "" : " or ")
          .append(column)
          .append(" in (")
          .append(list)
          .append(")");
    }
  }

  // What the floor asks

  /** Everything that lies in a place. */
  public List<app.reliquum.core.sentence.HeldPosition> in(long place) {
    return positions("s.place_id = ?", place);
  }

  /** Everything that stands on a unit load. */
  public List<app.reliquum.core.sentence.HeldPosition> on(long unitLoad) {
    return positions("s.unit_load_id = ?", unitLoad);
  }

  /** Where a piece is, if it is in the house, on the road or on loan. */
  public Optional<Long> placeOf(long serial) {
    return jdbc
        .sql("select place_id from stock_position where serial_id = ? and quantity > 0")
        .param(serial)
        .query(Long.class)
        .stream()
        .findFirst();
  }

  /** How much of an item is available at a site. */
  public Quantity available(long item, long site) {
    return jdbc.sql("select available from item_stock where item_id = ? and site_id = ?")
        .params(item, site)
        .query(java.math.BigDecimal.class)
        .optional()
        .map(Quantity::new)
        .orElse(Quantity.ZERO);
  }

  /** Everything of an item that lies at a site. */
  public List<app.reliquum.core.sentence.HeldPosition> of(long item, long site) {
    return positions(
        "s.item_id = ? and s.place_id in (select id from place where site_id = ?)", item, site);
  }

  private List<app.reliquum.core.sentence.HeldPosition> positions(String where, Object... values) {
    return jdbc.sql(
            "select s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id,"
                + " s.condition_code, s.quantity, s.in_date from stock_position s"
                + " where s.quantity > 0 and "
                + where)
        .params(values)
        .query(
            (row, n) ->
                new app.reliquum.core.sentence.HeldPosition(
                    new PositionKey(
                        row.getLong(1),
                        row.getLong(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5),
                        PositionTable.condition(row.getInt(6))),
                    new Holding(
                        new Quantity(row.getBigDecimal(7)),
                        PositionTable.localDate(row.getDate(8)))))
        .list();
  }

  /** Refuses a moment that has not come yet. */
  private void notYet(@Nullable Instant at) {
    if (at != null && at.isAfter(clock.instant())) {
      throw Problem.invalid("at", "That moment has not come yet. Choose a past one.");
    }
  }
}
