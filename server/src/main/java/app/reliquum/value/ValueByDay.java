package app.reliquum.value;

import app.reliquum.api.Utc;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What stock was worth at the end of each day. */
@Service
public class ValueByDay {

  private final JdbcClient jdbc;
  private final SiteDays days;

  ValueByDay(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  /**
   * The value at the end of each of the days, worked out back from what it is now. That of a site
   * which shares its cost with others is the value of all of them.
   */
  @Transactional(readOnly = true)
  public Map<LocalDate, BigDecimal> byDay(DaysAtSites asked) {
    Long pool = asked.sites().site() == null ? null : poolOf(asked.sites().site());
    Map<LocalDate, BigDecimal> changed = new TreeMap<>();
    bind(
            """
            select %s day, sum(x.value) from (
              select y.pool, y.effective, y.value from (%s) y
              union all select pool_id, effective, value from revaluation
                where effective >= :at) x
            where %s group by day
            """
                .formatted(
                    days.onSql("x.pool", "x.effective", asked.since()),
                    ValueSql.changes("l.effective >= :at and l.value <> 0"),
                    ValueSql.seen(asked.sites().actor(), pool)),
            asked,
            pool)
        .query(
            row -> {
              changed.put(row.getDate(1).toLocalDate(), row.getBigDecimal(2));
            });
    BigDecimal value =
        bind(
                "select coalesce(sum(x.value), 0) from ("
                    + ValueSql.pools(false)
                    + ") x where "
                    + ValueSql.seen(asked.sites().actor(), pool),
                asked,
                pool)
            .query(BigDecimal.class)
            .single();
    Map<LocalDate, BigDecimal> values = new TreeMap<>();
    for (LocalDate day = latest(asked, changed);
        !day.isBefore(asked.first());
        day = day.minusDays(1)) {
      if (!day.isAfter(asked.last())) {
        values.put(day, value);
      }
      value = value.subtract(changed.getOrDefault(day, BigDecimal.ZERO));
    }
    return values;
  }

  private static LocalDate latest(DaysAtSites asked, Map<LocalDate, BigDecimal> changed) {
    return changed.keySet().stream()
        .filter(day -> day.isAfter(asked.last()))
        .max(LocalDate::compareTo)
        .orElse(asked.last());
  }

  private @Nullable Long poolOf(long site) {
    return jdbc.sql("select if(cost_site_id = 0, id, cost_site_id) from site where id = ?")
        .param(site)
        .query(Long.class)
        .optional()
        .orElse(site);
  }

  private JdbcClient.StatementSpec bind(String sql, DaysAtSites asked, @Nullable Long pool) {
    return jdbc.sql(sql)
        .param("sites", asked.sites().actor().siteNumbers())
        .param("pool", pool)
        .param("at", Utc.of(asked.since()));
  }
}
