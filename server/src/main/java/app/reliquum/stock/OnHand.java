package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.Words;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
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
      Group group,
      Long site,
      Long area,
      Long item,
      Long place,
      Long lot,
      Long serial,
      Condition condition,
      String q,
      Instant at,
      Sort sort,
      boolean descending,
      int offset,
      int limit) {

    boolean whole() {
      return area == null
          && place == null
          && lot == null
          && serial == null
          && condition == null
          && at == null;
    }

    boolean narrow() {
      return item != null || place != null || lot != null || serial != null;
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
      @Nullable Condition condition,
      @Nullable Quantity onHand,
      @Nullable Quantity available,
      @Nullable LocalDate inDate,
      @Nullable Integer positions,
      @Nullable Integer items) {}

  private static final int MOST_MATCHES = 20_000;

  private static final String AVAILABLE =
      "if(p.condition_code = 0 and a.purpose in ('STORE', 'PICK'), p.quantity, 0)";

  private final JdbcClient jdbc;
  private final Catalog catalog;

  OnHand(JdbcClient jdbc, Catalog catalog) {
    this.jdbc = jdbc;
    this.catalog = catalog;
  }

  /** A page of rows, and how many there are in all. */
  @Transactional(readOnly = true)
  public Page<Row> page(Query query, Actor actor) {
    String narrowed = matching(query);
    if (narrowed == null) {
      return new Page<>(0, query.offset(), List.of());
    }
    boolean wholeHouse = query.site() == null && actor.everywhere();
    if (query.group() == Group.ITEM && query.whole() && (wholeHouse || query.site() != null)) {
      return itemTotals(query, actor, narrowed);
    }
    return grouped(query, actor, narrowed);
  }

  // Items, from their totals

  private Page<Row> itemTotals(Query query, Actor actor, String narrowed) {
    long site = query.site() == null ? 0 : query.site();
    if (site != 0 && !actor.worksAt(site)) {
      return new Page<>(0, query.offset(), List.of());
    }
    String where =
        " where s.site_id = :site and s.on_hand > 0"
            + (query.item() == null ? "" : " and s.item_id = :item")
            + narrowed.replace("p.item_id", "s.item_id");
    boolean byTotal = query.sort() == Sort.ON_HAND || query.sort() == Sort.AVAILABLE;
    boolean few = query.item() != null || !narrowed.isEmpty();
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
    String order =
        switch (query.sort()) {
          case ON_HAND -> "s.on_hand";
          case AVAILABLE -> "s.available";
          case NAME -> "i.name";
          default -> "i.code";
        };
    long total =
        jdbc.sql("select count(*) from item_stock s" + where)
            .param("site", site)
            .param("item", query.item())
            .query(Long.class)
            .single();
    List<Row> rows =
        jdbc.sql(
                "select i.id, i.code, i.name, i.unit, s.on_hand, s.available"
                    + tables
                    + where
                    + " order by "
                    + order
                    + (query.descending() ? " desc" : "")
                    + " limit :limit offset :offset")
            .param("site", site)
            .param("item", query.item())
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query(
                (row, n) ->
                    itemRow(
                        row,
                        new Quantity(row.getBigDecimal("on_hand")),
                        new Quantity(row.getBigDecimal("available"))))
            .list();
    return new Page<>(total, query.offset(), withSpread(rows, site));
  }

  private static Row itemRow(ResultSet row, Quantity onHand, Quantity available)
      throws SQLException {
    long id = row.getLong("id");
    return new Row(
        "i" + id,
        id,
        row.getString("code"),
        row.getString("name"),
        symbol(row.getString("unit")),
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        onHand,
        available,
        null,
        null,
        null);
  }

  /** Adds in how many positions the items of a page lie, and since when. */
  private List<Row> withSpread(List<Row> rows, long site) {
    if (rows.isEmpty()) {
      return rows;
    }
    record Spread(long itemId, int positions, LocalDate inDate) {}
    Map<Long, Spread> spreads =
        jdbc
            .sql(
                "select s.item_id, count(*) positions, min(s.in_date) in_date"
                    + " from stock_position s join place p on p.id = s.place_id"
                    + " where s.quantity > 0 and s.item_id in (:items)"
                    + (site == 0 ? "" : " and p.site_id = :site")
                    + " group by s.item_id")
            .param("items", rows.stream().map(Row::itemId).toList())
            .param("site", site)
            .query(Spread.class)
            .stream()
            .collect(Collectors.toMap(Spread::itemId, spread -> spread));
    return rows.stream()
        .map(
            row -> {
              Spread spread = spreads.get(row.itemId());
              return spread == null ? row : spread(row, spread.positions(), spread.inDate());
            })
        .toList();
  }

  private static Row spread(Row row, int positions, LocalDate inDate) {
    return new Row(
        row.key(),
        row.itemId(),
        row.item(),
        row.name(),
        row.symbol(),
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        null,
        row.onHand(),
        row.available(),
        inDate,
        positions,
        null);
  }

  // Everything else, from the positions

  private Page<Row> grouped(Query query, Actor actor, String narrowed) {
    String source = query.at() == null ? "stock_position" : asOf(query);
    String where = where(query, actor) + narrowed;
    String few = query.narrow() || !narrowed.isEmpty() || query.at() != null ? "" : "many";
    String tables = tables(source, driver(query, !few.isEmpty()));
    String key =
        switch (query.group()) {
          case POSITION -> null;
          case ITEM -> "p.item_id";
          case PLACE -> "p.place_id";
          case LOT -> "p.lot_id";
        };
    String counted =
        tables(source, "") + where + (query.group() == Group.LOT ? " and p.lot_id <> 0" : "");
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
        columns(query.group())
            + tables
            + where
            + (query.group() == Group.LOT ? " and p.lot_id <> 0" : "")
            + (key == null ? "" : " group by " + groupKey(query))
            + " order by "
            + order(query)
            + " limit :limit offset :offset";
    List<Row> rows =
        bind(jdbc.sql(sql), query, actor)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> row(query.group(), row))
            .list();
    return new Page<>(total, query.offset(), rows);
  }

  /** Grouping by the column that is sorted by lets the index give the first page at once. */
  private static String groupKey(Query query) {
    return switch (query.group()) {
      case ITEM -> query.sort() == Sort.NAME ? "i.name, i.id" : "i.code";
      case PLACE -> "pl.label";
      default -> "p.lot_id";
    };
  }

  private static String driver(Query query, boolean many) {
    if (!many) {
      return "";
    }
    return switch (query.group()) {
      case POSITION ->
          query.sort() == Sort.PLACE ? "label" : query.sort() == Sort.ITEM ? "code" : "";
      case ITEM -> query.sort() == Sort.ITEM ? "code" : "";
      case PLACE -> "label";
      case LOT -> "";
    };
  }

  private static String tables(String source, String driver) {
    String rest =
        " left join area a on a.id = pl.area_id left join site t on t.id = pl.site_id"
            + " left join lot l on l.id = p.lot_id left join serial r on r.id = p.serial_id";
    return switch (driver) {
      case "code" ->
          " from item i force index (code) straight_join "
              + source
              + " p on p.item_id = i.id straight_join place pl on pl.id = p.place_id"
              + rest;
      case "label" ->
          " from place pl force index (label) straight_join "
              + source
              + " p force index (place) on p.place_id = pl.id"
              + " straight_join item i on i.id = p.item_id"
              + rest;
      default ->
          " from "
              + source
              + " p join item i on i.id = p.item_id join place pl on pl.id = p.place_id"
              + rest;
    };
  }

  private static String columns(Group group) {
    String sums = " sum(p.quantity) on_hand, sum(" + AVAILABLE + ") available,";
    return switch (group) {
      case POSITION ->
          "select i.id, i.code, i.name, i.unit, p.quantity on_hand, "
              + AVAILABLE
              + " available, p.in_date, p.place_id, pl.address, a.name area, t.name site,"
              + " p.lot_id, l.code lot, l.expiry, p.serial_id, r.code serial, p.unit_load_id,"
              + " p.condition_code";
      case ITEM ->
          "select i.id, i.code, i.name, i.unit,"
              + sums
              + " min(p.in_date) in_date, count(*) positions";
      case PLACE ->
          "select p.place_id, pl.address, a.name area, t.name site, min(p.in_date) in_date,"
              + " count(*) positions, count(distinct p.item_id) items";
      case LOT ->
          "select i.id, i.code, i.name, i.unit, p.lot_id, l.code lot, l.expiry,"
              + sums
              + " min(p.in_date) in_date, count(*) positions";
    };
  }

  private static String order(Query query) {
    String way = query.descending() ? " desc" : "";
    boolean single = query.group() == Group.POSITION;
    return switch (query.sort()) {
      case ITEM -> query.group() == Group.PLACE ? "pl.label" + way : "i.code" + way;
      case NAME -> "i.name" + way;
      case PLACE -> "pl.label" + way;
      case LOT -> "l.code" + way + ", i.code";
      case EXPIRY -> "l.expiry is null, l.expiry" + way + ", i.code";
      case IN_DATE -> (single ? "p.in_date" : "min(p.in_date)") + way;
      case ON_HAND -> (single ? "p.quantity" : "sum(p.quantity)") + way;
      case AVAILABLE -> (single ? AVAILABLE : "sum(" + AVAILABLE + ")") + way;
    };
  }

  private static Row row(Group group, ResultSet row) throws SQLException {
    LocalDate inDate = PositionTable.localDate(row.getDate("in_date"));
    return switch (group) {
      case ITEM -> {
        Row item = itemRow(row, sum(row, "on_hand"), sum(row, "available"));
        yield spread(item, row.getInt("positions"), inDate);
      }
      case PLACE ->
          new Row(
              "p" + row.getLong("place_id"),
              null,
              null,
              null,
              null,
              row.getLong("place_id"),
              row.getString("address"),
              row.getString("area"),
              row.getString("site"),
              null,
              null,
              null,
              null,
              null,
              null,
              null,
              null,
              inDate,
              row.getInt("positions"),
              row.getInt("items"));
      case LOT ->
          new Row(
              "l" + row.getLong("lot_id"),
              row.getLong("id"),
              row.getString("code"),
              row.getString("name"),
              symbol(row.getString("unit")),
              null,
              null,
              null,
              null,
              row.getLong("lot_id"),
              row.getString("lot"),
              PositionTable.localDate(row.getDate("expiry")),
              null,
              null,
              null,
              sum(row, "on_hand"),
              sum(row, "available"),
              inDate,
              row.getInt("positions"),
              null);
      case POSITION -> position(row, inDate);
    };
  }

  private static Row position(ResultSet row, LocalDate inDate) throws SQLException {
    long lot = row.getLong("lot_id");
    long serial = row.getLong("serial_id");
    Condition condition = PositionTable.condition(row.getInt("condition_code"));
    String key =
        row.getLong("id")
            + "-"
            + row.getLong("place_id")
            + "-"
            + lot
            + "-"
            + serial
            + "-"
            + row.getLong("unit_load_id")
            + "-"
            + condition.ordinal();
    return new Row(
        key,
        row.getLong("id"),
        row.getString("code"),
        row.getString("name"),
        symbol(row.getString("unit")),
        row.getLong("place_id"),
        row.getString("address"),
        row.getString("area"),
        row.getString("site"),
        lot == 0 ? null : lot,
        row.getString("lot"),
        PositionTable.localDate(row.getDate("expiry")),
        serial == 0 ? null : serial,
        row.getString("serial"),
        condition,
        sum(row, "on_hand"),
        sum(row, "available"),
        inDate,
        null,
        null);
  }

  private static Quantity sum(ResultSet row, String column) throws SQLException {
    return PositionTable.quantity(row.getBigDecimal(column));
  }

  private static String symbol(String unit) {
    return UnitOfMeasure.valueOf(unit).symbol();
  }

  /**
   * The positions of a past moment: those of now, less what has happened since. It costs what has
   * happened since, not what the ledger holds.
   */
  private static String asOf(Query query) {
    String now = query.item() == null ? "" : " and item_id = :item";
    return """
        (select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
           sum(quantity) quantity, null in_date
         from (
           select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, quantity
           from stock_position where quantity > 0 %1$s
           union all
           select l.item_id, l.from_place_id, l.lot_id, l.serial_id, l.from_unit_load_id,
             l.from_condition, l.quantity
           from ledger_line l where l.effective > :at %1$s
           union all
           select l.item_id, l.to_place_id, l.lot_id, l.serial_id, l.to_unit_load_id,
             l.to_condition, -l.quantity
           from ledger_line l where l.effective > :at %1$s
         ) moved
         where place_id in (select id from place where kind in ('BIN', 'ON_THE_ROAD', 'ON_LOAN'))
         group by item_id, place_id, lot_id, serial_id, unit_load_id, condition_code
         having sum(quantity) <> 0)"""
        .formatted(now);
  }

  private static String where(Query query, Actor actor) {
    StringBuilder where = new StringBuilder(" where p.quantity <> 0");
    if (query.site() != null) {
      where.append(" and pl.site_id = :site");
    }
    if (!actor.everywhere()) {
      where.append(" and pl.site_id in (:sites)");
    }
    if (query.area() != null) {
      where.append(" and pl.area_id = :area");
    }
    if (query.item() != null) {
      where.append(" and p.item_id = :item");
    }
    if (query.place() != null) {
      where.append(" and p.place_id = :place");
    }
    if (query.lot() != null) {
      where.append(" and p.lot_id = :lot");
    }
    if (query.serial() != null) {
      where.append(" and p.serial_id = :serial");
    }
    if (query.condition() != null) {
      where.append(" and p.condition_code = :condition");
    }
    return where.toString();
  }

  private static JdbcClient.StatementSpec bind(
      JdbcClient.StatementSpec statement, Query query, Actor actor) {
    return statement
        .param("site", query.site())
        .param("sites", actor.sites().isEmpty() ? List.of(-1L) : actor.sites())
        .param("area", query.area())
        .param("item", query.item())
        .param("place", query.place())
        .param("lot", query.lot())
        .param("serial", query.serial())
        .param("condition", query.condition() == null ? null : query.condition().ordinal())
        .param("at", query.at() == null ? null : LedgerTable.utc(query.at()));
  }

  /** The condition that words make; empty if there are none, null if nothing matches them. */
  private String matching(Query query) {
    Words words = Words.of(query.q());
    if (words.isEmpty()) {
      return "";
    }
    StringBuilder any = new StringBuilder();
    anyOf(any, "p.item_id", catalog.idsMatching(words, MOST_MATCHES));
    boolean totals = query.group() == Group.ITEM && query.whole();
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

  private List<Long> ids(String table, String column, Words words) {
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
  public List<app.reliquum.core.sentence.Stock> in(long place) {
    return positions("s.place_id = ?", place);
  }

  /** Everything of an item that lies at a site. */
  public List<app.reliquum.core.sentence.Stock> of(long item, long site) {
    return positions(
        "s.item_id = ? and s.place_id in (select id from place where site_id = ?)", item, site);
  }

  private List<app.reliquum.core.sentence.Stock> positions(String where, Object... values) {
    return jdbc.sql(
            "select s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id,"
                + " s.condition_code, s.quantity, s.in_date from stock_position s"
                + " where s.quantity > 0 and "
                + where)
        .params(values)
        .query(
            (row, n) ->
                new app.reliquum.core.sentence.Stock(
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
  static Instant past(Instant at, Instant now) {
    if (at != null && at.isAfter(now)) {
      throw Problem.invalid("at", "That moment has not come yet. Choose a past one.");
    }
    return at;
  }
}
