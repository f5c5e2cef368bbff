package app.reliquum.transfers;

import app.reliquum.api.NoticeRaised;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.places.SiteMornings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.sql.Date;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Tells each morning which transfers were due the day before and are not here. */
@Service
class LateTransfers {

  private static final LocalTime FIRST = LocalTime.of(5, 0);

  private final JdbcClient jdbc;
  private final ApplicationEventPublisher events;

  LateTransfers(JdbcClient jdbc, ApplicationEventPublisher events) {
    this.jdbc = jdbc;
    this.events = events;
  }

  private boolean tell(long site, LocalDate today, LocalDate last) {
    jdbc.sql(
            """
            select t.id, t.number, s.name, t.wanted from transfer t
              join site s on s.id = t.from_site_id
            where t.to_site_id = :site and %s and t.wanted >= :last and t.wanted < :today
            order by t.wanted, t.id
            """
                .formatted(TransferRows.NOT_CLOSED))
        .param("site", site)
        .param("last", Date.valueOf(last))
        .param("today", Date.valueOf(today))
        .query(
            (row, n) ->
                new NoticeRaised(
                    NoticeKind.LATE_GOODS,
                    site,
                    row.getString(2),
                    Map.of(
                        "transfer", Long.toString(row.getLong(1)),
                        "number", row.getString(2),
                        "from", row.getString(3),
                        "due", row.getDate(4).toString())))
        .list()
        .forEach(events::publishEvent);
    return true;
  }

  /** The job itself. */
  @Configuration
  static class Work {

    @Bean
    RecurringTask<Void> tellingOfLateTransfers(LateTransfers late, SiteMornings mornings) {
      return mornings.job("late-transfers", FIRST, late::tell);
    }
  }
}
