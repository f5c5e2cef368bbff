package app.reliquum.places;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.sql.Date;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Sees to work once each morning at each site, whatever its time zone. Asked every few minutes, it
 * does what has become due.
 */
@Service
public class SiteMornings {

  private static final Logger LOG = LoggerFactory.getLogger(SiteMornings.class);

  private static final Duration LOOK = Duration.ofMinutes(5);

  private final JdbcClient jdbc;
  private final Clock clock;

  SiteMornings(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** Work of a morning. */
  @FunctionalInterface
  public interface Work {
    /**
     * Is done again if it throws, or the server dies: so it must be safe to repeat.
     *
     * @param today the day at the site
     * @param last the day on which it was last done there; the day before if never
     * @return whether it is done with for today; else it is asked for again in a while
     */
    boolean at(long site, LocalDate today, LocalDate last);
  }

  private record Due(long site, ZoneId zone, LocalDate last) {}

  /**
   * A job that does some work each morning at each site.
   *
   * @param work what it is called
   * @param from the time of day from which it is done
   */
  public RecurringTask<Void> job(String work, LocalTime from, Work doing) {
    // Sites lie in several time zones: it is morning at one of them every so often.
    return Tasks.recurring(work, FixedDelay.of(LOOK))
        .execute((task, context) -> each(work, from, doing));
  }

  /**
   * Does some work at each site where it is time for it and it was not done today. What fails at
   * one site is tried again, and stops no other.
   */
  private void each(String work, LocalTime from, Work doing) {
    Instant now = clock.instant();
    for (Due due : due(work, now)) {
      LocalDateTime there = LocalDateTime.ofInstant(now, due.zone());
      LocalDate today = there.toLocalDate();
      if (!today.isAfter(due.last()) || there.toLocalTime().isBefore(from)) {
        continue;
      }
      try {
        if (!doing.at(due.site(), today, due.last())) {
          continue;
        }
      } catch (RuntimeException fault) {
        LOG.error("The morning's {} failed at site {}", work, due.site(), fault);
        continue;
      }
      jdbc.sql("replace into site_morning (work, site_id, day) values (?, ?, ?)")
          .params(work, due.site(), Date.valueOf(today))
          .update();
    }
  }

  private List<Due> due(String work, Instant now) {
    return jdbc.sql(
            "select s.id, s.time_zone, m.day from site s"
                + " left join site_morning m on m.site_id = s.id and m.work = ? order by s.id")
        .param(work)
        .query(
            (row, n) -> {
              ZoneId zone = ZoneId.of(row.getString(2));
              Date last = row.getDate(3);
              return new Due(
                  row.getLong(1),
                  zone,
                  last == null ? LocalDate.ofInstant(now, zone).minusDays(1) : last.toLocalDate());
            })
        .list();
  }
}
