package app.reliquum.counting;

import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** What is being done with large counts, and how far it is. */
@Repository
class CountWorkTable {

  private static final int LONGEST = 400;

  private final JdbcClient jdbc;
  private final Clock clock;
  private final TransactionTemplate aside;

  CountWorkTable(JdbcClient jdbc, Clock clock, PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.clock = clock;
    this.aside = new TransactionTemplate(transactions);
    this.aside.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
  }

  /** What is done. */
  enum Kind {
    /** Its slips are made. */
    PREPARE,
    /** It is taken to review: every position is compared with the book once more. */
    REVIEW,
    /** It is posted, or proposed where someone else must agree. */
    POST,
    /** What someone else has proposed is posted. */
    APPROVE
  }

  /**
   * How far something is.
   *
   * @param done how many slips, positions or steps are done, of how many
   * @param failure why it was not done; null while it is worked on
   */
  @Schema(name = "CountWork")
  record Work(Kind kind, int done, int total, @Nullable String failure) {}

  /** What was asked for. */
  record Asked(
      long countId,
      Kind kind,
      long personId,
      @Nullable BigDecimal net,
      @Nullable Integer seenLines,
      @Nullable String entry) {}

  Optional<Work> of(long count) {
    return jdbc.sql("select kind, done, total, failure from count_work where count_id = ?")
        .param(count)
        .query(Work.class)
        .optional();
  }

  Optional<Asked> asked(long count) {
    return jdbc.sql(
            "select count_id, kind, person_id, net, seen_lines, entry from count_work where count_id"
                + " = ? and failure is null")
        .param(count)
        .query(Asked.class)
        .optional();
  }

  /** Nothing else is done with a count while something is done with it in the background. */
  void requireIdle(long count) {
    of(count)
        .filter(work -> work.failure() == null)
        .ifPresent(
            work -> {
              throw Problem.conflict(
                      "at-work", "That count is being worked on. Its page says how far it is.")
                  .with("kind", work.kind());
            });
  }

  void ask(Asked asked) {
    requireIdle(asked.countId());
    forget(asked.countId());
    jdbc.sql(
            "insert into count_work (count_id, kind, person_id, net, seen_lines, entry, asked)"
                + " values (?, ?, ?, ?, ?, ?, ?)")
        .params(
            Arrays.asList(
                asked.countId(),
                asked.kind().name(),
                asked.personId(),
                asked.net(),
                asked.seenLines(),
                asked.entry(),
                Times.utc(clock.instant())))
        .update();
  }

  /** Says how far it is, at once, whatever else becomes of the transaction. */
  void progress(long count, int done, int total) {
    aside.executeWithoutResult(
        status ->
            jdbc.sql("update count_work set done = ?, total = ? where count_id = ?")
                .params(done, total, count)
                .update());
  }

  void failed(long count, String why) {
    aside.executeWithoutResult(
        status ->
            jdbc.sql("update count_work set failure = ? where count_id = ?")
                .params(why.substring(0, Math.min(LONGEST, why.length())), count)
                .update());
  }

  /** It is done, or what failed has been seen. */
  void forget(long count) {
    jdbc.sql("delete from count_work where count_id = ?").param(count).update();
  }
}
