package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.SitesAsked;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What stock was worth at the end of each month, by category. */
@Service
public class ValueByMonth {

  private final JdbcClient jdbc;
  private final SiteDays days;

  ValueByMonth(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  /**
   * A category.
   *
   * @param values what it was worth at the end of each month; now for the one that goes on
   */
  @Schema(name = "CategoryValues")
  public record Category(String category, List<BigDecimal> values) {}

  /** Months, the oldest first, and the categories, the most value first. */
  @Schema(name = "ValueByMonth")
  public record Months(List<String> months, List<Category> categories) {}

  /**
   * The value of the last months.
   *
   * @param pool a group of sites; null for all that someone may look at
   */
  @Transactional(readOnly = true)
  public Months months(int last, @Nullable Long pool, Actor actor) {
    YearMonth now = YearMonth.from(days.today(new SitesAsked(actor, null)));
    YearMonth first = now.minusMonths(last - 1L);
    // Clocks somewhere are a day ahead.
    Instant since = first.atDay(1).minusDays(1).atStartOfDay(ZoneOffset.UTC).toInstant();
    Map<String, Map<String, BigDecimal>> changes = new TreeMap<>();
    ValueSql.bind(
            jdbc.sql(
                """
                select i.category, date_format(%s, '%%Y-%%m') month, sum(x.value) value from (
                  select y.item_id, y.pool, y.effective, y.value from (%s) y
                  union all select item_id, pool_id, effective, value from revaluation
                    where effective >= :at) x join item i on i.id = x.item_id
                where %s group by i.category, month
                """
                    .formatted(
                        days.onSql("x.pool", "x.effective", since),
                        ValueSql.changes("l.effective >= :at and l.value <> 0"),
                        ValueSql.seen(actor, pool))),
            actor,
            pool,
            since)
        .query(
            row -> {
              changes
                  .computeIfAbsent(row.getString(1), category -> new TreeMap<>())
                  .put(row.getString(2), row.getBigDecimal(3));
            });
    Map<String, BigDecimal> values = new TreeMap<>();
    ValueSql.bind(
            jdbc.sql(
                "select i.category, sum(x.value) from ("
                    + ValueSql.pools(false)
                    + ") x join item i on i.id = x.item_id where "
                    + ValueSql.seen(actor, pool)
                    + " group by i.category"),
            actor,
            pool,
            null)
        .query(
            row -> {
              values.put(row.getString(1), row.getBigDecimal(2));
            });
    changes.keySet().forEach(category -> values.putIfAbsent(category, BigDecimal.ZERO));
    return new Months(
        monthsFrom(first, last),
        values.entrySet().stream()
            .map(
                one ->
                    new Category(
                        one.getKey(),
                        back(
                            one.getValue(),
                            changes.getOrDefault(one.getKey(), Map.of()),
                            now,
                            last)))
            .sorted(Comparator.comparing((Category one) -> one.values().get(last - 1)).reversed())
            .toList());
  }

  private static List<String> monthsFrom(YearMonth first, int last) {
    List<String> months = new ArrayList<>();
    for (int i = 0; i < last; i++) {
      months.add(first.plusMonths(i).toString());
    }
    return months;
  }

  private static List<BigDecimal> back(
      BigDecimal value, Map<String, BigDecimal> changes, YearMonth now, int last) {
    List<BigDecimal> values = new ArrayList<>();
    BigDecimal then = value;
    for (int i = 0; i < last; i++) {
      values.add(then);
      then = then.subtract(changes.getOrDefault(now.minusMonths(i).toString(), BigDecimal.ZERO));
    }
    Collections.reverse(values);
    return values;
  }
}
