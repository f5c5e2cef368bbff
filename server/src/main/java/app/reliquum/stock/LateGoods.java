package app.reliquum.stock;

import app.reliquum.api.NoticeRaised;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.places.SiteMornings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Tells each morning of the goods that were due before and are not here. */
@Service
class LateGoods {

  private static final LocalTime FIRST = LocalTime.of(5, 0);

  private final List<Coming> coming;
  private final ApplicationEventPublisher events;

  LateGoods(List<Coming> coming, ApplicationEventPublisher events) {
    this.coming = List.copyOf(coming);
    this.events = events;
  }

  private boolean tell(long site, LocalDate today, LocalDate last) {
    for (Coming one : coming) {
      for (LateDocument late : one.due(site, last, today)) {
        events.publishEvent(
            new NoticeRaised(
                NoticeKind.LATE_GOODS,
                site,
                late.number(),
                Map.of(
                    late.what(),
                    Long.toString(late.id()),
                    "number",
                    late.number(),
                    "from",
                    late.from(),
                    "due",
                    late.due().toString())));
      }
    }
    return true;
  }

  /** The job itself. */
  @Configuration
  static class Work {

    @Bean
    RecurringTask<Void> tellingOfLateGoods(LateGoods late, SiteMornings mornings) {
      return mornings.job("late-goods", FIRST, late::tell);
    }
  }
}
