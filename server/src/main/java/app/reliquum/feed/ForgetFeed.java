package app.reliquum.feed;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Lets go of entries that everyone has read and that no page can want to catch up with. */
@Configuration
class ForgetFeed {

  private static final Duration KEPT = Duration.ofDays(7);
  private static final int AT_ONCE = 5000;

  @Bean
  RecurringTask<Void> forgetReadEntries(FeedTable table, List<FeedReader> readers, Clock clock) {
    List<String> names = readers.stream().map(FeedReader::name).toList();
    return Tasks.recurring("forget-feed", FixedDelay.of(Duration.ofHours(1)))
        .execute(
            (task, context) -> {
              while (table.forget(clock.instant().minus(KEPT), names, AT_ONCE) == AT_ONCE) {
                // More of them, a few at a time, so that nobody waits for their locks.
              }
            });
  }
}
