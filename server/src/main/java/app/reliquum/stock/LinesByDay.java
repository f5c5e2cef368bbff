package app.reliquum.stock;

import app.reliquum.api.Utc;
import app.reliquum.places.DaysAtSites;
import app.reliquum.places.SiteDays;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How many lines came into sites and left them, day by day. What was reversed is no line. */
@Service
public class LinesByDay {

  private static final String RECEIVED =
      kinds(PostingKind.RECEIPT, PostingKind.ARRIVAL, PostingKind.TRANSFER);
  private static final String SHIPPED =
      kinds(PostingKind.ISSUE, PostingKind.SHIPMENT, PostingKind.TRANSFER);

  private final JdbcClient jdbc;
  private final SiteDays days;

  LinesByDay(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  private static String kinds(PostingKind... kinds) {
    StringBuilder names = new StringBuilder();
    for (PostingKind kind : kinds) {
      names.append(names.isEmpty() ? "'" : ", '").append(kind).append('\'');
    }
    return names.toString();
  }

  /** Lines from suppliers and from other sites. Days on which none came are left out. */
  @Transactional(readOnly = true)
  public Map<LocalDate, Long> received(DaysAtSites asked) {
    return lines("to", RECEIVED, asked);
  }

  /** Lines to customers, jobs and other sites. Days on which none left are left out. */
  @Transactional(readOnly = true)
  public Map<LocalDate, Long> shipped(DaysAtSites asked) {
    return lines("from", SHIPPED, asked);
  }

  private Map<LocalDate, Long> lines(String side, String kinds, DaysAtSites asked) {
    Map<LocalDate, Long> lines = new TreeMap<>();
    asked
        .sites()
        .bind(
            jdbc.sql(
                """
                select %s day, count(*) from posted_line l join posted h on h.id = l.posting_id
                  join place p on p.id = l.%s_place_id
                where l.effective >= :since and h.kind in (%s) and p.site_id <> 0 and %s
                  and not exists (select 1 from posted r where r.reverses_id = h.id)
                group by day
                """
                    .formatted(
                        days.onSql("p.site_id", "l.effective", asked.since()),
                        side,
                        kinds,
                        asked.sites().seen("p.site_id"))))
        .param("since", Utc.of(asked.since()))
        .query(
            row -> {
              lines.put(row.getDate(1).toLocalDate(), row.getLong(2));
            });
    return lines;
  }
}
