package app.reliquum.notices;

import app.reliquum.api.Commands;
import app.reliquum.places.SiteMornings;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.time.LocalTime;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The mail that people get once a day. */
@Configuration
class NoticeJobs {

  private static final LocalTime BEFORE_WORK = LocalTime.of(6, 0);

  @Bean
  RecurringTask<Void> dailyNotices(
      NoticeMails mails, Notices notices, Commands commands, SiteMornings mornings) {
    return mornings.job(
        "daily-notices",
        BEFORE_WORK,
        (site, today, last) -> {
          notices.forget();
          return commands.patiently(
              () -> {
                mails.daily(site);
                return true;
              });
        });
  }
}
