package app.reliquum.counting;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.approvals.Subject;
import app.reliquum.counting.CountWorkTable.Asked;
import app.reliquum.counting.CountWorkTable.Kind;
import app.reliquum.counting.Counting.Entry;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Draws large counts up, takes them to review and posts them in the background, each in one
 * transaction: what is cut off is done again from its beginning. Small ones are done at once.
 */
@Service
class CountWork implements Subject {

  private static final Logger LOG = LoggerFactory.getLogger(CountWork.class);

  private static final TaskDescriptor<Long> WORK = TaskDescriptor.of("count-work", Long.class);

  private static final String UNFORESEEN =
      "It failed for a reason that does not lie in the count. The log of the server says which.";

  /** Posting is told by its steps: positions held, compared, written, remembered. */
  private static final int STEPS = 4;

  private final CountWorkTable table;
  private final CountPreparation preparation;
  private final Reviewing reviewing;
  private final CountPosting posting;
  private final Commands commands;
  private final Staff staff;
  private final JdbcClient jdbc;
  private final JsonMapper json;
  private final Clock clock;
  private final ObjectProvider<SchedulerClient> scheduler;
  private final int large;

  CountWork(
      CountWorkTable table,
      CountPreparation preparation,
      Reviewing reviewing,
      CountPosting posting,
      Commands commands,
      Staff staff,
      JdbcClient jdbc,
      JsonMapper json,
      Clock clock,
      ObjectProvider<SchedulerClient> scheduler,
      @Value("${reliquum.counting.large}") int large) {
    this.table = table;
    this.preparation = preparation;
    this.reviewing = reviewing;
    this.posting = posting;
    this.commands = commands;
    this.staff = staff;
    this.jdbc = jdbc;
    this.json = json;
    this.clock = clock;
    this.scheduler = scheduler;
    this.large = large;
  }

  /** Draws a count up, at once or in the background. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long drawUp(Command command, Entry entry) {
    boolean many =
        entry.shape() != Counting.Shape.FREE
            && preparation.preview(entry, command.actor()).slips() >= large;
    if (!many) {
      return preparation.drawUp(command, entry);
    }
    long count = preparation.begin(command, entry);
    ask(command, count, Kind.PREPARE, null, json.writeValueAsString(entry));
    return count;
  }

  /** Takes a count to review, at once or in the background. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void toReview(Command command, long count) {
    table.requireIdle(count);
    if (positions(count, "count_line") < large) {
      table.forget(count);
      reviewing.toReview(command, count);
    } else {
      reviewing.requireCounting(command, count);
      ask(command, count, Kind.REVIEW, null, null);
    }
  }

  /**
   * Posts a count, or proposes it, at once or in the background.
   *
   * @return whether it is posted already
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean post(Command command, long count, CountPosting.Seen seen) {
    table.requireIdle(count);
    if (positions(count, "count_result") < large) {
      table.forget(count);
      return posting.post(command, count, seen);
    }
    posting.requireReviewed(command, count);
    ask(command, count, Kind.POST, seen, null);
    return false;
  }

  /**
   * Agrees to a count that someone else has proposed, and posts it, at once or in the background.
   *
   * @param note what was said with it
   * @return whether it is posted already
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean approve(Command command, long count, CountPosting.Seen seen, String note) {
    table.requireIdle(count);
    if (positions(count, "count_result") < large) {
      table.forget(count);
      posting.approve(command, count, seen, note);
      return true;
    }
    posting.requireApprovable(command, count);
    ask(command, count, Kind.APPROVE, seen, note);
    return false;
  }

  @Override
  public Set<Matter> matters() {
    return Set.of(Matter.COUNT);
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean carryOut(Command command, long count, String note) {
    return approve(command, count, posting.seenNow(command, count), note);
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public void letGo(Command command, long count, String note) {
    table.requireIdle(count);
    posting.letGo(command, count, note);
  }

  @Override
  public boolean tookPart(long person, long count) {
    return posting.tookPart(person, count);
  }

  private int positions(long count, String of) {
    return jdbc.sql("select count(*) from " + of + " where count_id = ?")
        .param(count)
        .query(Integer.class)
        .single();
  }

  private void ask(
      Command command,
      long count,
      Kind kind,
      CountPosting.@Nullable Seen seen,
      @Nullable String entry) {
    table.ask(
        new Asked(
            count,
            kind,
            command.actor().id(),
            seen == null ? null : seen.net(),
            seen == null ? null : seen.lines(),
            entry));
    scheduler
        .getObject()
        .scheduleIfNotExists(
            WORK.instance(count + "-" + kind + "-" + clock.millis())
                .data(count)
                .scheduledTo(clock.instant()));
  }

  /** Does what a count waits for. Doing it again is harmless. */
  void goOn(long count) {
    Asked asked = table.asked(count).orElse(null);
    if (asked == null) {
      return;
    }
    try {
      commands.patiently(
          () -> {
            work(asked);
            return count;
          });
    } catch (Problem problem) {
      table.failed(count, Problem.said(problem));
    } catch (RuntimeException fault) {
      LOG.error("The work on count {} failed", count, fault);
      table.failed(count, UNFORESEEN);
    }
  }

  private void work(Asked asked) {
    long count = asked.countId();
    Command command = new Command(UUID.randomUUID(), staff.actor(asked.personId()), "");
    Progress progress = (done, total) -> table.progress(count, done, total);
    switch (asked.kind()) {
      case PREPARE ->
          preparation.complete(
              command,
              count,
              json.readValue(Objects.requireNonNull(asked.entry()), Entry.class),
              progress);
      case REVIEW -> reviewing.toReview(command, count, progress);
      case POST -> posting.post(command, count, seen(asked), steps(progress));
      case APPROVE ->
          posting.approve(
              command,
              count,
              seen(asked),
              Objects.requireNonNullElse(asked.entry(), ""),
              steps(progress));
    }
    // Told last: whoever sees that it is done sees what was done.
    table.forget(count);
  }

  private static CountPosting.Seen seen(Asked asked) {
    return new CountPosting.Seen(
        Objects.requireNonNull(asked.net()), Objects.requireNonNull(asked.seenLines()));
  }

  private static Runnable steps(Progress progress) {
    int[] done = {0};
    progress.said(0, STEPS);
    return () -> progress.said(Math.min(++done[0], STEPS), STEPS);
  }

  /** Hears how far something is. */
  interface Progress {
    /** Nobody wants to know. */
    Progress UNHEARD = (done, total) -> {};

    void said(int done, int total);
  }

  @Configuration
  static class Work {
    private static final Duration SOON = Duration.ofSeconds(5);

    @Bean
    OneTimeTask<Long> countWorkTask(CountWork work) {
      return Tasks.oneTime(WORK)
          .onFailure(new FailureHandler.OnFailureRetryLater<>(SOON))
          .execute((task, context) -> work.goOn(task.getData()));
    }
  }
}
