package app.reliquum.counting;

import app.reliquum.core.counting.RecordAccuracy;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How right the book was, by the day on which counts were posted. */
@Service
public class AccuracyByDay {

  private final JdbcClient jdbc;
  private final SiteDays days;

  AccuracyByDay(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  /** The accuracy of each day. Days on which no count was posted are left out. */
  @Transactional(readOnly = true)
  public Map<LocalDate, RecordAccuracy> byDay(DaysAtSites asked) {
    Map<LocalDate, RecordAccuracy> accuracy = new TreeMap<>();
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select %s day, count(*) counted, sum(coalesce(r.within, true)) within,
                  sum(round(r.book * r.unit_cost, 2)) counted_value, sum(r.value) net,
                  sum(r.gross) gross
                from stock_count c join count_result r on r.count_id = c.id
                where c.state = 'POSTED' and c.ended >= :since and %s
                group by day
                """
                    .formatted(
                        days.onSql("c.site_id", "c.ended", asked.since()),
                        asked.sites().seen("c.site_id"))))
        .param("since", Times.utc(asked.since()))
        .query(
            row -> {
              accuracy.put(
                  row.getDate("day").toLocalDate(),
                  new RecordAccuracy(
                      row.getLong("counted"),
                      row.getLong("within"),
                      row.getBigDecimal("counted_value"),
                      row.getBigDecimal("net"),
                      row.getBigDecimal("gross")));
            });
    return accuracy;
  }
}
