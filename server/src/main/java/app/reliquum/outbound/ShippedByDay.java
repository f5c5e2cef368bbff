package app.reliquum.outbound;

import app.reliquum.api.Utc;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was shipped for outbound orders, day by day. What was reversed is left out. */
@Service
public class ShippedByDay {

  private static final int HOURS = 24;

  private final JdbcClient jdbc;
  private final SiteDays days;

  ShippedByDay(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  /**
   * What was shipped on a day.
   *
   * @param lines lines of despatches
   * @param dated those of orders with a required date
   * @param onTime those of them that were shipped on it or before
   * @param sold what customers pay for goods with a price
   * @param margin that, less the cost of the same goods
   */
  public record Shipped(long lines, long dated, long onTime, BigDecimal sold, BigDecimal margin) {

    /** Nothing was. */
    public static final Shipped NOTHING = new Shipped(0, 0, 0, BigDecimal.ZERO, BigDecimal.ZERO);

    /** Both taken together. */
    public Shipped plus(Shipped other) {
      return new Shipped(
          lines + other.lines,
          dated + other.dated,
          onTime + other.onTime,
          sold.add(other.sold),
          margin.add(other.margin));
    }
  }

  /** What was shipped on each day. Days on which nothing was are left out. */
  @Transactional(readOnly = true)
  public Map<LocalDate, Shipped> byDay(DaysAtSites asked) {
    Map<LocalDate, Shipped> shipped = new TreeMap<>();
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select x.day, count(*) lines_shipped, sum(x.needed is not null) dated,
                  sum(coalesce(x.day <= x.needed, false)) on_time, sum(x.sold) sold,
                  sum(x.sold - x.cost) margin
                from (
                  select %s day, o.needed,
                    sum(if(o.kind = 'CUSTOMER', coalesce(g.quantity * g.price, 0), 0)) sold,
                    sum(if(o.kind = 'CUSTOMER' and g.price is not null, g.cost, 0)) cost
                  from despatch d join outbound_order o on o.id = d.order_id
                    join despatch_goods g on g.despatch_id = d.id and not g.reversed
                  where d.at >= :since and %s
                  group by d.id, g.line_no, day, o.needed
                ) x group by x.day
                """
                    .formatted(
                        days.onSql("o.site_id", "d.at", asked.since()),
                        asked.sites().seen("o.site_id"))))
        .param("since", Utc.of(asked.since()))
        .query(
            row -> {
              shipped.put(
                  row.getDate("day").toLocalDate(),
                  new Shipped(
                      row.getLong("lines_shipped"),
                      row.getLong("dated"),
                      row.getLong("on_time"),
                      OutboundRows.money(row.getBigDecimal("sold")),
                      OutboundRows.money(row.getBigDecimal("margin"))));
            });
    return shipped;
  }

  /** How many lines were shipped in each hour of the day at their sites, from midnight. */
  @Transactional(readOnly = true)
  public List<Long> byHour(DaysAtSites asked) {
    Long[] hours = new Long[HOURS];
    Arrays.fill(hours, 0L);
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select %s hour, count(distinct d.id, g.line_no) from despatch d
                  join outbound_order o on o.id = d.order_id
                  join despatch_goods g on g.despatch_id = d.id and not g.reversed
                where d.at >= :since and %s group by hour
                """
                    .formatted(
                        days.hourOnSql("o.site_id", "d.at", asked.since()),
                        asked.sites().seen("o.site_id"))))
        .param("since", Utc.of(asked.since()))
        .query(
            row -> {
              hours[row.getInt(1)] = row.getLong(2);
            });
    return List.of(hours);
  }
}
