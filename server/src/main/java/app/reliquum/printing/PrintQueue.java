package app.reliquum.printing;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.notice.NoticeKind;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is to be printed, and what has become of it. */
@Service
public class PrintQueue {

  private static final int MOST = 200;
  private static final int LONGEST_TITLE = 120;
  private static final int LONGEST = 400;

  /** So often a job is tried, later and later; then someone must look at it. */
  private static final int TRIES = 10;

  private static final Duration FIRST_PAUSE = Duration.ofSeconds(5);
  private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);

  /** A server that has taken a job and then died has it for so long. */
  private static final Duration CLAIM = Duration.ofMinutes(3);

  /** So often one looks whether a printer is done, and for so long. */
  private static final Duration LOOK = Duration.ofSeconds(3);

  private static final Duration LONGEST_PRINTING = Duration.ofHours(1);

  private final JdbcClient jdbc;
  private final Printers printers;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  PrintQueue(JdbcClient jdbc, Printers printers, ApplicationEventPublisher events, Clock clock) {
    this.jdbc = jdbc;
    this.printers = printers;
    this.events = events;
    this.clock = clock;
  }

  /** What has become of a job. */
  public enum State {
    WAITING,
    /** A printer has it. */
    SENT,
    PRINTED,
    /** There was nothing to print of it when its turn came. */
    NOTHING,
    /** The printer has refused it, or could not be reached for long. */
    FAILED,
    CANCELLED
  }

  /**
   * A job.
   *
   * @param labels how many labels it is; 0 for papers
   * @param paper what printed by itself; null if someone had it printed
   * @param made whether there are pages to look at
   * @param nextTry when it is tried again, while it waits after a failure
   */
  @Schema(name = "PrintJob")
  public record Job(
      long id,
      String title,
      int labels,
      long printerId,
      String printer,
      int copies,
      String document,
      @Nullable PaperKind paper,
      String person,
      Instant at,
      State state,
      int tries,
      @Nullable Instant nextTry,
      @Nullable String failure,
      @Nullable Instant ended,
      boolean made) {}

  /**
   * Labels to be printed.
   *
   * @param badges whether they let someone sign in, so that not everyone may see them
   */
  public record Labels(String title, int many, boolean badges, byte[] pdf) {}

  private static final String SELECT =
      """
      select t.*, w.name person, p.name printer, t.content is not null made from print_job t
        join person w on w.id = t.person_id join printer p on p.id = t.printer_id
      """;

  private static Job job(ResultSet row, int n) throws SQLException {
    String paper = row.getString("paper");
    return new Job(
        row.getLong("id"),
        row.getString("title"),
        row.getInt("labels"),
        row.getLong("printer_id"),
        row.getString("printer"),
        row.getInt("copies"),
        row.getString("document"),
        paper == null ? null : PaperKind.valueOf(paper),
        row.getString("person"),
        Objects.requireNonNull(Utc.instant(row.getTimestamp("at"))),
        State.valueOf(row.getString("state")),
        row.getInt("tries"),
        Utc.instant(row.getTimestamp("next_try")),
        row.getString("failure"),
        Utc.instant(row.getTimestamp("ended")),
        row.getBoolean("made"));
  }

  /**
   * Has labels printed when the transaction has gone through.
   *
   * @param printer on which; null for the one that is usual for them
   * @throws Problem if it prints none, or stands at a site of others
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Job print(Labels labels, @Nullable Long printer, Actor actor) {
    Printers.Card on = printer == null ? printers.forLabels(actor) : printers.printer(printer);
    if (on.siteId() != null) {
      actor.requireSite(on.siteId(), Objects.requireNonNull(on.site()));
    }
    if (!on.active() || !on.labels()) {
      throw Problem.invalid("printer", "{0} prints no labels now. Choose another one.", on.name());
    }
    return add(on.id(), actor.id(), labels.badges(), labels.title(), labels.many(), labels.pdf());
  }

  /** Has a page printed by which one sees that a printer prints. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Job printTest(long printer, byte[] pdf, Actor actor) {
    return add(printers.printer(printer).id(), actor.id(), false, "Test page", 0, pdf);
  }

  private Job add(
      long printer, long person, boolean badges, String title, int labels, byte[] content) {
    return job(
        GeneratedId.of(
            jdbc.sql(
                    "insert into print_job (printer_id, person_id, badges, title, labels, at,"
                        + " content, state) values (?, ?, ?, ?, ?, ?, ?, 'WAITING')")
                .param(printer)
                .param(person)
                .param(badges)
                .param(cut(title, LONGEST_TITLE))
                .param(labels)
                .param(now())
                .param(content)));
  }

  /** Has something printed by itself: it is made when its turn comes. */
  @Transactional(propagation = Propagation.MANDATORY)
  void printLater(long printer, int copies, long site, PaperKind paper, long subject, long person) {
    jdbc.sql(
            "insert into print_job (printer_id, person_id, badges, title, labels, at, copies,"
                + " site_id, paper, subject_id, state)"
                + " values (?, ?, false, '', 0, ?, ?, ?, ?, ?, 'WAITING')")
        .params(printer, person, now(), copies, site, paper.name(), subject)
        .update();
  }

  /**
   * Who sees a job: those who had it printed, for what printed by itself those who work at its
   * site, and those who work everywhere all of it; badges only who may print them.
   */
  private static final String SEEN =
      " (t.person_id = :person or t.site_id in (:sites) or :everywhere)"
          + " and (:people or not t.badges)";

  private JdbcClient.StatementSpec seen(String sql, Actor actor) {
    return jdbc.sql(sql)
        .param("person", actor.id())
        .param("sites", actor.siteNumbers())
        .param("everywhere", actor.everywhere())
        .param("people", actor.may(Permission.PEOPLE));
  }

  /** The newest jobs that someone may see. */
  @Transactional(readOnly = true)
  public List<Job> jobs(Actor actor) {
    return seen(SELECT + " where" + SEEN + " order by t.id desc limit " + MOST, actor)
        .query(PrintQueue::job)
        .list();
  }

  /** The pages of a job. */
  @Transactional(readOnly = true)
  public byte[] pages(long id, Actor actor) {
    return seen("select t.content from print_job t where t.id = :id and" + SEEN, actor)
        .param("id", id)
        .query((row, n) -> Optional.ofNullable(row.getBytes(1)))
        .optional()
        .flatMap(pages -> pages)
        .orElseThrow(() -> Problem.missing("print job", id));
  }

  /** Has a job printed once more, from its beginning. */
  @Transactional
  public Job again(long id, Actor actor) {
    Job job = lock(id, actor);
    if (job.state() == State.WAITING || job.state() == State.SENT) {
      throw Problem.conflict("gone-on", "{0} is about to be printed.", job.title());
    }
    jdbc.sql(
            "update print_job set state = 'WAITING', tries = 0, next_try = null, failure = null,"
                + " sent = null, ended = null, job_number = null where id = ?")
        .param(id)
        .update();
    return job(id);
  }

  /** Has a job not printed that no printer has yet. */
  @Transactional
  public Job cancel(long id, Actor actor) {
    Job job = lock(id, actor);
    boolean taken =
        jdbc.sql("select coalesce(claimed_until > ?, false) from print_job where id = ?")
            .params(now(), id)
            .query(Boolean.class)
            .single();
    if (job.state() != State.WAITING || taken) {
      throw Problem.conflict(
          "gone-on", "A printer has {0} already; it can't be held back.", job.title());
    }
    jdbc.sql("update print_job set state = 'CANCELLED', next_try = null, ended = ? where id = ?")
        .params(now(), id)
        .update();
    return job(id);
  }

  private Job lock(long id, Actor actor) {
    seen("select t.id from print_job t where t.id = :id and" + SEEN + " for update", actor)
        .param("id", id)
        .query(Long.class)
        .optional()
        .orElseThrow(() -> Problem.missing("print job", id));
    return job(id);
  }

  private Job job(long id) {
    return jdbc.sql(SELECT + " where t.id = ?").param(id).query(PrintQueue::job).single();
  }

  // What the round of printing does with them

  /**
   * A job whose turn it is.
   *
   * @param content its pages; null if they are still to be made
   * @param jobNumber what the printer calls it; 0 if no printer has it
   */
  record Turn(
      Job job,
      byte @Nullable [] content,
      long subject,
      long site,
      int jobNumber,
      @Nullable Instant sent) {

    /** Whether the printer has it for longer than it could take. */
    private boolean isOverdue(Instant now) {
      return sent != null && sent.plus(LONGEST_PRINTING).isBefore(now);
    }
  }

  /** Takes a job that is to be printed or looked after now, so that no other server does. */
  @Transactional
  Optional<Turn> take() {
    LocalDateTime now = now();
    Optional<Long> next =
        jdbc.sql(
                "select id from print_job where state in ('WAITING', 'SENT')"
                    + " and (next_try is null or next_try <= ?)"
                    + " and (claimed_until is null or claimed_until <= ?)"
                    + " order by id limit 1 for update skip locked")
            .params(now, now)
            .query(Long.class)
            .optional();
    return next.map(
        id -> {
          jdbc.sql(
                  "update print_job set claimed_until = ?, tries = tries + (state = 'WAITING')"
                      + " where id = ?")
              .params(now.plus(CLAIM), id)
              .update();
          return turn(id);
        });
  }

  private Turn turn(long id) {
    return jdbc.sql(SELECT + " where t.id = ?")
        .param(id)
        .query(
            (row, n) ->
                new Turn(
                    job(row, n),
                    row.getBytes("content"),
                    row.getLong("subject_id"),
                    row.getLong("site_id"),
                    row.getInt("job_number"),
                    Utc.instant(row.getTimestamp("sent"))))
        .single();
  }

  void made(long id, PaperSource.Made made) {
    jdbc.sql("update print_job set title = ?, document = ?, content = ? where id = ?")
        .params(cut(made.title(), LONGEST_TITLE), made.document(), made.pdf(), id)
        .update();
  }

  /** A printer has it; one looks again whether it is done. */
  @Transactional
  public void sent(Turn turn, IppPrinter.Job has) {
    switch (has.progress()) {
      case PRINTED -> end(turn.job().id(), State.PRINTED, null);
      case BROKEN_OFF -> fail(turn.job(), "The printer broke it off: " + has.reasons() + ".");
      case GOING_ON -> {
        if (turn.isOverdue(clock.instant())) {
          fail(turn.job(), "The printer has not printed it for an hour: " + has.reasons() + ".");
          return;
        }
        jdbc.sql(
                "update print_job set state = 'SENT', job_number = ?, next_try = ?,"
                    + " sent = coalesce(sent, ?), claimed_until = null, failure = null"
                    + " where id = ?")
            .params(has.number(), now().plus(LOOK), now(), turn.job().id())
            .update();
      }
    }
  }

  void end(long id, State state, @Nullable String why) {
    jdbc.sql(
            "update print_job set state = ?, failure = ?, next_try = null, claimed_until = null,"
                + " ended = ? where id = ?")
        .params(state.name(), why == null ? null : cut(why, LONGEST), now(), id)
        .update();
  }

  /** It went wrong in a way that may pass: it is tried again, later and later. */
  @Transactional
  public void failForNow(Turn turn, String why) {
    Job job = turn.job();
    int tries = job.tries();
    if (tries >= TRIES || turn.isOverdue(clock.instant())) {
      fail(job, why);
      return;
    }
    Duration pause = FIRST_PAUSE.multipliedBy(1L << Math.max(0, tries - 1));
    jdbc.sql("update print_job set failure = ?, next_try = ?, claimed_until = null where id = ?")
        .params(
            cut(why, LONGEST),
            now().plus(pause.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause),
            job.id())
        .update();
  }

  /** It does not print: whoever sees to that is told, once for each printer. */
  @Transactional
  public void fail(Job job, String why) {
    end(job.id(), State.FAILED, why);
    Printers.Card printer = printers.printer(job.printerId());
    events.publishEvent(
        new NoticeRaised(
            NoticeKind.NOT_PRINTED,
            printer.siteId() == null ? 0 : printer.siteId(),
            printer.code(),
            Map.of(
                "printer",
                printer.name(),
                "about",
                job.title().isEmpty() ? String.valueOf(job.paper()) : job.title(),
                "failure",
                cut(why, LONGEST))));
  }

  private static String cut(String text, int longest) {
    return text.substring(0, Math.min(longest, text.length()));
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
