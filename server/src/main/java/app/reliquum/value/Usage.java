package app.reliquum.value;

import static app.reliquum.core.ledger.Usage.DEMAND;
import static app.reliquum.core.ledger.Usage.TURNOVER;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.core.costing.Turnover;
import app.reliquum.core.ledger.Usage.Cause;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.stock.UsageSql;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How goods are used: what came and went in the last days, and what lies still. */
@Service
public class Usage {

  private final JdbcClient jdbc;
  private final Clock clock;

  Usage(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** In which order items stand. */
  public enum Sort {
    COST,
    VALUE,
    NAME,
    RECEIVED,
    USED,
    SCRAPPED,
    ADJUSTED,
    TURNS_A_YEAR,
    DAYS
  }

  /** A question. */
  public record Query(
      int days,
      Long pool,
      String category,
      Turnover.Movement turnover,
      String q,
      Sort sort,
      boolean descending,
      int offset,
      int limit) {}

  /**
   * An item.
   *
   * @param cost what the goods were worth that left for customers, jobs and the house
   * @param turnsAYear how often a year stock is turned over
   * @param daysOfStock for how many days it lasts
   * @param turnover how fast it leaves
   */
  @Schema(name = "UsageRow")
  public record Row(
      long itemId,
      String item,
      String name,
      String category,
      String symbol,
      Quantity received,
      Quantity used,
      Quantity scrapped,
      Quantity adjusted,
      BigDecimal cost,
      Quantity onHand,
      BigDecimal value,
      @Nullable BigDecimal turnsAYear,
      @Nullable BigDecimal daysOfStock,
      Turnover.Movement turnover) {}

  /** What all items come to. */
  @Schema(name = "UsageSums")
  public record Sums(
      BigDecimal cost,
      BigDecimal value,
      @Nullable BigDecimal turnsAYear,
      int slowMoving,
      BigDecimal slowMovingValue,
      int nonMoving,
      BigDecimal nonMovingValue) {}

  /** Items with what all of them come to. */
  @Schema(name = "UsagePage")
  public record Rows(Sums sums, Page<Row> page) {}

  private static String usedIf(Collection<Cause> causes, String figure) {
    return "if("
        + UsageSql.isUsage(
            causes, "y.quantity", "c", "h", "coalesce(o.effective, y.effective)", ":at")
        + ", -"
        + figure
        + ", 0)";
  }

  /** What each item did in the time and is worth now. */
  private static String items(Query query, Actor actor) {
    return """
        select z.*, greatest(0, (z.value + z.before_value) / 2) mean from (
          select x.item_id, sum(x.received) received, sum(x.used) used, sum(x.scrapped) scrapped,
            sum(x.adjusted) adjusted, sum(x.cost) cost, sum(x.on_hand) on_hand, sum(x.value) value,
            sum(x.value) - sum(x.more) before_value
          from (
            select y.item_id, y.pool, if(c.kind = 'SUPPLIER', y.quantity, 0) received, %s used,
              %s scrapped, if(c.kind in ('COUNT_DIFFERENCE', 'LOST'), y.quantity, 0) adjusted,
              %s cost, 0 on_hand, 0 value, y.value more
            from (%s) y join place c on c.id = y.other join posted h on h.id = y.posting_id
              left join posted o on o.id = h.reverses_id
            union all
            select r.item_id, r.pool_id, 0, 0, 0, 0, 0, 0, 0, r.value
            from revaluation r where r.effective >= :at
            union all
            select k.item_id, k.pool_id, 0, 0, 0, 0, 0, k.quantity, k.value, 0 from cost_pool k
          ) x where %s group by x.item_id
        ) z
        """
        .formatted(
            usedIf(DEMAND, "y.quantity"),
            usedIf(Set.of(Cause.SCRAP), "y.quantity"),
            usedIf(TURNOVER, "y.value"),
            ValueSql.changes("l.effective >= :at"),
            ValueSql.seen(actor, query.pool()));
  }

  /**
   * How fast an item leaves, as the core has it; so that the database can sort and narrow by it.
   */
  private static final String MOVEMENT =
      "if(u.on_hand <= 0, 'NO_STOCK', if(u.used <= 0, 'NON_MOVING', if(u.value * :days > u.cost * "
          + Turnover.SLOW_DAYS
          + ", 'SLOW_MOVING', 'MOVING')))";

  /** A page of items, and what all of them come to. */
  @Transactional(readOnly = true)
  public Rows rows(Query query, Actor actor) {
    Instant after = clock.instant().minus(Duration.ofDays(query.days()));
    String from =
        " from (select u.*, "
            + MOVEMENT
            + " turnover, i.code, i.name, i.category, i.unit from ("
            + items(query, actor)
            + ") u join item i on i.id = u.item_id where (u.on_hand <> 0 or u.used <> 0 or"
            + " u.received <> 0)"
            + (query.category() == null ? "" : " and i.category = :category")
            + (query.q() == null ? "" : " and (i.code like :q or i.name like :q)")
            + ") v";
    record All(
        BigDecimal cost,
        BigDecimal value,
        BigDecimal mean,
        int slowMoving,
        BigDecimal slowMovingValue,
        int nonMoving,
        BigDecimal nonMovingValue) {}
    All all =
        bind(
                "select coalesce(sum(cost), 0) cost, coalesce(sum(value), 0) value,"
                    + " coalesce(sum(mean), 0) mean, coalesce(sum(turnover = 'SLOW_MOVING'), 0) slow_moving,"
                    + " coalesce(sum(if(turnover = 'SLOW_MOVING', value, 0)), 0) slow_moving_value,"
                    + " coalesce(sum(turnover = 'NON_MOVING'), 0) non_moving, coalesce(sum(if(turnover = 'NON_MOVING', value,"
                    + " 0)), 0) non_moving_value"
                    + from,
                query,
                actor,
                after)
            .query(All.class)
            .single();
    String narrowed = from + (query.turnover() == null ? "" : " where v.turnover = :turnover");
    long total = bind("select count(*)" + narrowed, query, actor, after).query(Long.class).single();
    List<Row> rows =
        bind(
                "select v.*" + narrowed + order(query) + " limit :limit offset :offset",
                query,
                actor,
                after)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> row(row, query.days()))
            .list();
    return new Rows(
        new Sums(
            all.cost(),
            all.value(),
            Turnover.aYear(all.cost(), all.mean(), query.days()).orElse(null),
            all.slowMoving(),
            all.slowMovingValue(),
            all.nonMoving(),
            all.nonMovingValue()),
        new Page<>(total, query.offset(), rows));
  }

  private static String order(Query query) {
    String by =
        switch (query.sort()) {
          case COST -> "v.cost";
          case VALUE -> "v.value";
          case NAME -> "v.name";
          case RECEIVED -> "v.received";
          case USED -> "v.used";
          case SCRAPPED -> "v.scrapped";
          case ADJUSTED -> "v.adjusted";
          case TURNS_A_YEAR -> "v.cost / nullif(v.mean, 0)";
          case DAYS -> "v.value / nullif(v.cost, 0)";
        };
    return " order by " + by + (query.descending() ? " desc" : "") + ", v.item_id";
  }

  private JdbcClient.StatementSpec bind(String sql, Query query, Actor actor, Instant after) {
    return ValueSql.bind(jdbc.sql(sql), actor, query.pool(), after)
        .param("days", query.days())
        .param("turnover", query.turnover() == null ? null : query.turnover().name())
        .param("category", query.category())
        .param("q", query.q() == null ? null : "%" + query.q().strip() + "%");
  }

  private static Row row(ResultSet row, int days) throws SQLException {
    BigDecimal cost = row.getBigDecimal("cost");
    BigDecimal value = row.getBigDecimal("value");
    Quantity used = new Quantity(row.getBigDecimal("used"));
    Quantity onHand = new Quantity(row.getBigDecimal("on_hand"));
    return new Row(
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        row.getString("category"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        new Quantity(row.getBigDecimal("received")),
        used,
        new Quantity(row.getBigDecimal("scrapped")),
        new Quantity(row.getBigDecimal("adjusted")),
        cost,
        onHand,
        value,
        Turnover.aYear(cost, row.getBigDecimal("mean"), days).orElse(null),
        Turnover.daysOfStock(value, cost, days).orElse(null),
        Turnover.movement(onHand, used, value, cost, days));
  }
}
