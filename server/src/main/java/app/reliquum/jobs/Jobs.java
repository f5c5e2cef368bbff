package app.reliquum.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import java.time.Duration;
import java.util.List;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;

/** The one scheduler. Capabilities bring their jobs as beans. */
@Configuration
class Jobs {

  @Bean(destroyMethod = "stop")
  Scheduler scheduler(
      DataSource source,
      List<OneTimeTask<?>> single,
      List<RecurringTask<?>> recurring,
      FailedWork failed,
      @Value("${reliquum.jobs.heartbeat}") Duration heartbeat) {
    // Within a transaction, a job is asked for only if the transaction goes through.
    return Scheduler.create(new TransactionAwareDataSourceProxy(source), List.copyOf(single))
        .startTasks(recurring)
        .addSchedulerListener(failed)
        .threads(2)
        .pollingInterval(Duration.ofSeconds(1))
        .heartbeatInterval(heartbeat)
        .alwaysPersistTimestampInUTC()
        .schedulerName(new SchedulerName.Hostname())
        .shutdownMaxWait(Duration.ofSeconds(5))
        .build();
  }

  @Configuration
  static class Start {
    /** What is made at the start of the house, of which jobs make use, comes before. */
    private static final int AFTER_WHAT_JOBS_NEED = Ordered.HIGHEST_PRECEDENCE + 100;

    private final Scheduler scheduler;

    Start(Scheduler scheduler) {
      this.scheduler = scheduler;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(AFTER_WHAT_JOBS_NEED)
    void begin() {
      scheduler.start();
    }
  }
}
