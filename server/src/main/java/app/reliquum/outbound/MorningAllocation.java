package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Staff;
import app.reliquum.places.SiteMornings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Map;
import java.util.OptionalInt;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
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
  private final ApplicationEventPublisher events;

  MorningAllocation(
      JdbcClient jdbc,
      OutboundTable table,
      Allocating allocating,
      Commands commands,
      Staff staff,
      ApplicationEventPublisher events) {
    this.jdbc = jdbc;
    this.table = table;
    this.allocating = allocating;
    this.commands = commands;
    this.staff = staff;
    this.events = events;
  }

  private boolean morning(long site, LocalDate today, LocalDate last) {
    OptionalInt ahead = ahead(site);
    ahead.ifPresent(days -> allocate(site, today.plusDays(days)));
    return ahead.isPresent();
  }

  /** How many days ahead a site looks for stock; empty if it does not. */
  private OptionalInt ahead(long site) {
    return jdbc.sql("select allocate_ahead from site where id = ? and allocate_ahead is not null")
        .param(site)
        .query(Integer.class)
        .optional()
        .map(OptionalInt::of)
        .orElseGet(OptionalInt::empty);
  }

  /**
   * Each order by itself: one that can't be allocated stops no other. Doing it again is harmless.
   */
  private void allocate(long site, LocalDate until) {
    Actor house = staff.house();
    int failed = 0;
    for (long order : table.toAllocate(site, until)) {
      try {
        commands.patiently(() -> allocating.allocate(order, house));
      } catch (RuntimeException fault) {
        failed++;
        LOG.error("Stock for order {} could not be looked for", order, fault);
      }
    }
    if (failed > 0) {
      events.publishEvent(
          NoticeRaised.failure(
              site, "MORNING_ALLOCATION", Map.of("count", Integer.toString(failed))));
    }
  }

  /** The job itself. */
  @Configuration
  static class Work {

    @Bean
    RecurringTask<Void> allocatingInTheMorning(
        MorningAllocation allocation, SiteMornings mornings) {
      return mornings.job("morning-allocation", FIRST, allocation::morning);
    }
  }
}
