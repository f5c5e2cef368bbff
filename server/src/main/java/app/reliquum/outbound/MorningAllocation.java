package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.Staff;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.sql.Date;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Looks for the stock of what is needed soon, each morning at each site that wants it, before
 * people come in.
 */
@Service
class MorningAllocation {

  private static final Logger LOG = LoggerFactory.getLogger(MorningAllocation.class);

  private static final LocalTime FIRST = LocalTime.of(5, 0);

  private final JdbcClient jdbc;
  private final OutboundTable table;
  private final Allocating allocating;
  private final Commands commands;
  private final Staff staff;
  private final Clock clock;

  MorningAllocation(
      JdbcClient jdbc,
      OutboundTable table,
      Allocating allocating,
      Commands commands,
      Staff staff,
      Clock clock) {
    this.jdbc = jdbc;
    this.table = table;
    this.allocating = allocating;
    this.commands = commands;
    this.staff = staff;
    this.clock = clock;
  }

  private record Site(long id, ZoneId zone, int ahead, LocalDate last) {}

  /** Sees to each site where it is morning and that was not seen to today. */
  void mornings() {
    List<Site> sites =
        jdbc.sql(
                "select s.id, s.time_zone, s.allocate_ahead, m.day from site s"
                    + " left join morning_allocation m on m.site_id = s.id"
                    + " where s.allocate_ahead is not null")
            .query(
                (row, n) ->
                    new Site(
                        row.getLong(1),
                        ZoneId.of(row.getString(2)),
                        row.getInt(3),
                        row.getDate(4) == null ? LocalDate.MIN : row.getDate(4).toLocalDate()))
            .list();
    for (Site site : sites) {
      LocalDateTime now = LocalDateTime.ofInstant(clock.instant(), site.zone());
      if (now.toLocalDate().isAfter(site.last()) && !now.toLocalTime().isBefore(FIRST)) {
        allocate(site, now.toLocalDate());
      }
    }
  }

  /**
   * Each order by itself: one that can't be allocated stops no other. Doing it again is harmless.
   */
  private void allocate(Site site, LocalDate today) {
    Actor house = staff.house();
    for (long order : table.toAllocate(site.id(), today.plusDays(site.ahead()))) {
      try {
        commands.patiently(() -> allocating.allocate(order, house));
      } catch (RuntimeException fault) {
        LOG.error("Stock for order {} could not be looked for", order, fault);
      }
    }
    jdbc.sql("replace into morning_allocation (site_id, day) values (?, ?)")
        .params(site.id(), Date.valueOf(today))
        .update();
  }

  /** The job itself. */
  @Configuration
  static class Work {

    private static final Duration LOOK = Duration.ofMinutes(5);

    /** Sites lie in several time zones: it is morning at one of them every so often. */
    @Bean
    RecurringTask<Void> allocatingInTheMorning(MorningAllocation mornings) {
      return Tasks.recurring("morning-allocation", FixedDelay.of(LOOK))
          .execute((task, context) -> mornings.mornings());
    }
  }
}
