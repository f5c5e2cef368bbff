package app.reliquum.inbound;

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

/** Tells each morning which purchase orders were due the day before and are not here. */
@Service
class LateOrders {

  private static final LocalTime FIRST = LocalTime.of(5, 0);

  private final JdbcClient jdbc;
  private final ApplicationEventPublisher events;

  LateOrders(JdbcClient jdbc, ApplicationEventPublisher events) {
    this.jdbc = jdbc;
    this.events = events;
  }

  private boolean tell(long site, LocalDate today, LocalDate last) {
    jdbc.sql(
            """
            select o.id, o.number, s.name, o.expected from inbound_order o
              join supplier s on s.id = o.supplier_id
            where o.site_id = :site and o.state in ('EXPECTED', 'ARRIVING')
              and o.expected >= :last and o.expected < :today
            order by o.expected, o.id
            """)
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
                        "inbound", Long.toString(row.getLong(1)),
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
    RecurringTask<Void> tellingOfLateOrders(LateOrders late, SiteMornings mornings) {
      return mornings.job("late-orders", FIRST, late::tell);
    }
  }
}
