package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.stock.PostingKind;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What stock is worth, now and at any moment, and what changed it between two. */
@Service
public class StockValue {

  // Rows of what lies at no site.
  private static final int ON_THE_ROAD = -1;
  private static final int ON_LOAN = -2;
  private static final int SET_ASIDE = -3;
  private static final int SCRAP = -4;

  private final JdbcClient jdbc;

  StockValue(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** By what value is told apart. */
  public enum By {
    SITE,
    CATEGORY,
    ITEM
  }

  /**
   * A question.
   *
   * @param at the moment; null for now
   * @param pool a group of sites, or a place outside them; null for the whole house
   */
  public record Query(
      By by,
      Instant at,
      Long pool,
      @Nullable String category,
      @Nullable String q,
      boolean byName,
      int offset,
      int limit) {}

  /** A row. Quantity and what one is worth stand only where rows are items. */
  @Schema(name = "ValueRow")
  public record Row(
      long id,
      String label,
      @Nullable String code,
      @Nullable String category,
      @Nullable CostMethod method,
      int items,
      @Nullable Quantity quantity,
      @Nullable String symbol,
      @Nullable BigDecimal unitCost,
      BigDecimal value) {}

  /** Rows with what they all come to. */
  @Schema(name = "ValuePage")
  public record Rows(BigDecimal total, Page<Row> page) {}

  /** A group of sites that share a cost, or a place of ours outside the sites. */
  @Schema(name = "ValuePool")
  public record Pool(long id, String name) {}

  /** Why value changed. */
  public enum Cause {
    OPENING,
    RECEIVED,
    RETURNED,
    SOLD,
    USED,
    SCRAPPED,
    COUNTED,
    ADJUSTED,
    LOST,
    MOVED,
    REVALUED
  }

  /** By how much something changed it. */
  @Schema(name = "ValueChange")
  public record Change(Cause cause, BigDecimal value) {}

  /** What stock was worth at two moments, and what lies between. */
  @Schema(name = "ValueChanges")
  public record Changes(BigDecimal before, List<Change> changes, BigDecimal after) {}

  /** The pools of the house that someone may look at. */
  @Transactional(readOnly = true)
  public List<Pool> pools(Actor actor) {
    List<Pool> pools = new ArrayList<>();
    names()
        .forEach(
            (id, name) -> {
              if (id > 0 && (actor.everywhere() || worksAt(actor, id))) {
                pools.add(new Pool(id, name));
              }
            });
    return pools;
  }

  private boolean worksAt(Actor actor, long pool) {
    return jdbc
        .sql("select id from site where if(cost_site_id = 0, id, cost_site_id) = ?")
        .param(pool)
        .query(Long.class)
        .list()
        .stream()
        .anyMatch(actor::worksAt);
  }

  private Map<Long, String> names() {
    Map<Long, String> names = new java.util.TreeMap<>();
    jdbc.sql(
            "select if(cost_site_id = 0, id, cost_site_id) pool, group_concat(name order by"
                + " cost_site_id, name separator ', ') from site group by pool")
        .query(
            row -> {
              names.put(row.getLong(1), row.getString(2));
            });
    return names;
  }

  /** A page of rows, the most value first. */
  @Transactional(readOnly = true)
  public Rows rows(Query query, Actor actor) {
    if (query.pool() != null && pools(actor).stream().noneMatch(one -> one.id() == query.pool())) {
      throw Problem.missing("group of sites", query.pool());
    }
    String key =
        switch (query.by()) {
          // Every road is one row.
          case SITE ->
              "if(x.pool > 0, x.pool, case q.kind when 'ON_LOAN' then "
                  + ON_LOAN
                  + " when 'SUPPLIER_RETURN' then "
                  + SET_ASIDE
                  + " when 'BIN' then "
                  + SCRAP
                  + " else "
                  + ON_THE_ROAD
                  + " end)";
          case CATEGORY -> "i.category";
          case ITEM -> "x.item_id";
        };
    String grouped =
        "select "
            + key
            + " k, max(i.name) name, max(i.code) code, max(i.category) category, max(i.unit) unit,"
            + " coalesce(max((select m.method from item_cost_method m where m.item_id = i.id)),"
            + " 'MOVING_AVERAGE') method, count(distinct if(x.quantity <> 0, x.item_id, null))"
            + " items, sum(x.quantity) quantity, sum(x.value) value from ("
            + ValueSql.pools(query.at() != null)
            + ") x join item i on i.id = x.item_id left join place q on q.id = -x.pool where "
            + ValueSql.seen(actor, query.pool())
            + (query.category() == null ? "" : " and i.category = :category")
            + (query.q() == null ? "" : " and (i.code like :q or i.name like :q)")
            + " group by k having sum(x.quantity) <> 0 or sum(x.value) <> 0";
    record Sums(long many, BigDecimal total) {}
    Sums sums =
        bind(
                "select count(*) many, coalesce(sum(value), 0) total from (" + grouped + ") g",
                query,
                actor)
            .query(Sums.class)
            .single();
    Map<Long, String> names = query.by() == By.SITE ? names() : Map.of();
    List<Row> rows =
        bind(
                grouped
                    + (query.byName() ? " order by name, k" : " order by value desc, k")
                    + " limit :limit offset :offset",
                query,
                actor)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query(
                (row, n) -> {
                  boolean item = query.by() == By.ITEM;
                  BigDecimal quantity = row.getBigDecimal("quantity");
                  BigDecimal value = row.getBigDecimal("value");
                  return new Row(
                      query.by() == By.CATEGORY ? n + query.offset() : row.getLong("k"),
                      switch (query.by()) {
                        case SITE -> site(row.getLong("k"), names);
                        case CATEGORY -> row.getString("k");
                        case ITEM -> row.getString("name");
                      },
                      item ? row.getString("code") : null,
                      item ? row.getString("category") : null,
                      item ? CostMethod.valueOf(row.getString("method")) : null,
                      row.getInt("items"),
                      item ? new Quantity(quantity) : null,
                      item ? UnitOfMeasure.valueOf(row.getString("unit")).symbol() : null,
                      item && quantity.signum() > 0
                          ? value.divide(quantity, 4, RoundingMode.HALF_UP)
                          : null,
                      value);
                })
            .list();
    return new Rows(sums.total(), new Page<>(sums.many(), query.offset(), rows));
  }

  private static String site(long key, Map<Long, String> names) {
    return switch ((int) Math.min(key, 0)) {
      case ON_THE_ROAD -> "In transit";
      case ON_LOAN -> "On loan";
      case SET_ASIDE -> "Set aside for suppliers";
      case SCRAP -> "In scrap places";
      default -> names.getOrDefault(key, "?");
    };
  }

  private JdbcClient.StatementSpec bind(String sql, Query query, Actor actor) {
    return ValueSql.bind(jdbc.sql(sql), actor, query.pool(), query.at())
        .param("category", query.category())
        .param("q", query.q() == null ? null : "%" + query.q().strip() + "%");
  }

  /** What stock was worth before and after, and what changed it from the one to the other. */
  @Transactional(readOnly = true)
  public Changes changes(Instant from, Instant to, Long pool, Actor actor) {
    if (!from.isBefore(to)) {
      throw Problem.invalid("to", "The second moment comes after the first.");
    }
    Map<Cause, BigDecimal> sums = new EnumMap<>(Cause.class);
    ValueSql.bind(
            jdbc.sql(
                "select coalesce(o.kind, h.kind) kind, c.kind contra, sum(x.value) value from ("
                    + ValueSql.changes(
                        "l.effective >= :from and l.effective < :to and l.value <> 0")
                    + ") x join posted h on h.id = x.posting_id left join posted o on o.id ="
                    + " h.reverses_id join place c on c.id = x.other where "
                    + ValueSql.seen(actor, pool)
                    + " group by 1, 2"),
            actor,
            pool,
            null)
        .param("from", ValueSql.utc(from))
        .param("to", ValueSql.utc(to))
        .query(
            row -> {
              sums.merge(
                  cause(PostingKind.valueOf(row.getString(1)), PlaceKind.valueOf(row.getString(2))),
                  row.getBigDecimal(3),
                  BigDecimal::add);
            });
    BigDecimal revalued =
        ValueSql.bind(
                jdbc.sql(
                    "select coalesce(sum(x.value), 0) from (select pool_id pool, value, effective"
                        + " from revaluation) x where x.effective >= :from and x.effective < :to"
                        + " and "
                        + ValueSql.seen(actor, pool)),
                actor,
                pool,
                null)
            .param("from", ValueSql.utc(from))
            .param("to", ValueSql.utc(to))
            .query(BigDecimal.class)
            .single();
    sums.merge(Cause.REVALUED, revalued, BigDecimal::add);
    BigDecimal before = total(from, pool, actor);
    return new Changes(
        before,
        sums.entrySet().stream()
            .filter(one -> one.getValue().signum() != 0)
            .map(one -> new Change(one.getKey(), one.getValue()))
            .toList(),
        total(to, pool, actor));
  }

  private BigDecimal total(Instant at, Long pool, Actor actor) {
    return rows(new Query(By.SITE, at, pool, null, null, false, 0, 1), actor).total();
  }

  private static Cause cause(PostingKind kind, PlaceKind other) {
    if (other.ours()) {
      return Cause.MOVED;
    }
    return switch (kind) {
      case OPENING -> Cause.OPENING;
      case RECEIPT -> Cause.RECEIVED;
      case RETURN -> Cause.RETURNED;
      case COUNT -> Cause.COUNTED;
      case SCRAP -> Cause.SCRAPPED;
      case WRITE_OFF -> Cause.LOST;
      case ADJUSTMENT -> Cause.ADJUSTED;
      default ->
          switch (other) {
            case CUSTOMER -> Cause.SOLD;
            case USED_UP -> Cause.USED;
            case SCRAPPED -> Cause.SCRAPPED;
            case SUPPLIER -> Cause.RECEIVED;
            case COUNT_DIFFERENCE -> Cause.COUNTED;
            case LOST -> Cause.LOST;
            case OPENING -> Cause.OPENING;
            default -> Cause.ADJUSTED;
          };
    };
  }
}
