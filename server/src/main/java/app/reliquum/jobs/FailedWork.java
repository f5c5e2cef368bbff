package app.reliquum.jobs;

import app.reliquum.api.NoticeRaised;
import com.github.kagkarlsson.scheduler.event.AbstractSchedulerListener;
import com.github.kagkarlsson.scheduler.task.ExecutionComplete;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Tells of each job that failed. */
@Component
class FailedWork extends AbstractSchedulerListener {

  private static final Logger LOG = LoggerFactory.getLogger(FailedWork.class);
  private static final int LONGEST = 400;

  private final ApplicationEventPublisher events;

  FailedWork(ApplicationEventPublisher events) {
    this.events = events;
  }

  @Override
  public void onExecutionComplete(ExecutionComplete done) {
    if (done.getResult() != ExecutionComplete.Result.FAILED) {
      return;
    }
    String why = done.getCause().map(Throwable::getMessage).orElse("It gave no reason.");
    try {
      events.publishEvent(
          NoticeRaised.failure(
              0,
              done.getExecution().getTaskName(),
              Map.of("failure", why.substring(0, Math.min(LONGEST, why.length())))));
    } catch (RuntimeException fault) {
      // The database may be what failed: the log has both.
      LOG.error("Nobody could be told that {} failed", done.getExecution().getTaskName(), fault);
    }
  }
}
