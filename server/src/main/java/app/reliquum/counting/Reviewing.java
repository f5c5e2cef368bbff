package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.approvals.Approvals;
import app.reliquum.approvals.Subject;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.text.Message;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.CountTable.SlipRow;
import app.reliquum.counting.Counting.Chart;
import app.reliquum.counting.Counting.Decision;
import app.reliquum.counting.Counting.Question;
import app.reliquum.counting.Counting.Rest;
import app.reliquum.counting.Counting.Result;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.counting.Counting.Trail;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is decided about what was counted, before anything is posted. */
@Service
class Reviewing implements Reviews {

  /** So far back the book and the shelf are looked at side by side if nothing was ever right. */
  private static final Duration TRAIL = Duration.ofDays(60);

  private final JdbcClient jdbc;
  private final CountTable table;
  private final CountRows counts;
  private final Results results;
  private final ResultRows rows;
  private final SlipClosing closing;
  private final CountLineTable lines;
  private final Approvals approvals;
  private final Clock clock;
  private final Staff staff;

  Reviewing(
      JdbcClient jdbc,
      CountTable table,
      CountRows counts,
      Results results,
      ResultRows rows,
      SlipClosing closing,
      CountLineTable lines,
      Approvals approvals,
      Clock clock,
      Staff staff) {
    this.staff = staff;
    this.jdbc = jdbc;
    this.table = table;
    this.counts = counts;
    this.results = results;
    this.rows = rows;
    this.closing = closing;
    this.lines = lines;
    this.approvals = approvals;
    this.clock = clock;
  }

  @Override
  @Transactional(readOnly = true)
  public Page<Result> page(long count, Question question, Actor actor, int offset, int limit) {
    counts.reviewed(count, actor);
    return rows.page(count, question, offset, Page.limit(limit));
  }

  @Transactional(readOnly = true)
  public Result result(long count, long line, Actor actor) {
    counts.reviewed(count, actor);
    return rows.one(count, line).orElseThrow(() -> Problem.missing("line", line));
  }

  @Transactional(readOnly = true)
  public Chart chart(long count, Actor actor) {
    counts.reviewed(count, actor);
    return rows.chart(count);
  }

  /** What has moved since the position was last right, beside what was seen on the shelf. */
  @Transactional(readOnly = true)
  public List<Trail> trail(long count, long result, Actor actor) {
    counts.reviewed(count, actor);
    rows.one(count, result).orElseThrow(() -> Problem.missing("line", result));
    PositionKey key = rows.key(result);
    Instant now = clock.instant();
    Instant since = rows.lastCounted(key).orElse(now.minus(TRAIL));
    return rows.trail(count, key, since, results.bookAt(key, now));
  }

  private Head open(long count, Actor actor) {
    counts.head(count, actor);
    Head head = table.lock(count).orElseThrow();
    if (!head.state().open()) {
      throw Problem.conflict(
              "count-ended",
              head.state() == CountState.POSTED
                  ? Message.of(
                      "{0} is posted already. Nothing of it can be changed any more.",
                      head.number())
                  : Message.of(
                      "{0} was dropped. Nothing of it can be changed any more.", head.number()))
          .with("count", head.number())
          .with("state", head.state());
    }
    return head;
  }

  private Head inReview(long count, Actor actor) {
    Head head = open(count, actor);
    if (head.state() != CountState.IN_REVIEW) {
      throw Problem.refused(
              "not-in-review",
              "{0} is still being counted. Take it to review first.",
              head.number())
          .with("state", head.state());
    }
    return head;
  }

  /** Ends counting, whatever is not counted yet. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void toReview(Command command, long count) {
    toReview(command, count, CountWork.Progress.UNHEARD);
  }

  /** The same, and says how far it is. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void toReview(Command command, long count, CountWork.Progress progress) {
    requireCounting(command, count);
    results.refresh(count, progress);
    table.review(count);
    table.event(count, command.actor().id(), "REVIEW", table.openSlips(count) + "");
  }

  /** Makes sure that a count can be taken to review. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void requireCounting(Command command, long count) {
    Head head = open(count, command.actor());
    if (!head.state().counts()) {
      throw Problem.conflict("in-review", "{0} is in review already.", head.number());
    }
  }

  /** Goes back to counting. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void countOn(Command command, long count) {
    Head head = inReview(count, command.actor());
    unpropose(command, head);
    table.reopen(count);
    table.event(count, command.actor().id(), "COUNT_ON", "");
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(Command command, long count, String reason) {
    unpropose(command, open(count, command.actor()));
    table.end(count, CountState.CANCELLED, command.actor().id(), 0);
    jdbc.sql("update reported_discrepancy set count_id = 0 where count_id = ?")
        .param(count)
        .update();
    table.event(count, command.actor().id(), "CANCELLED", reason);
  }

  /** Hands slips to someone; 0 for the pool. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void assign(Command command, long count, List<Long> slips, long person) {
    Head head = open(count, command.actor());
    if (person != 0 && !staff.worksAt(person, head.siteId())) {
      throw Problem.invalid(
          "person", "Nobody with the number {0} works at the site of {1}.", person, head.number());
    }
    int handed = table.assign(count, slips, person);
    table.event(count, command.actor().id(), "HANDED", handed + "");
  }

  /**
   * Decides about lines.
   *
   * @param ids the lines; null for all that the question finds
   * @return how many lines it was
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public int decide(
      Command command, long count, Decision decision, @Nullable List<Long> ids, Question question) {
    Head head = inReview(count, command.actor());
    ResultRows.Where where =
        ids == null
            ? rows.where(count, question)
            : new ResultRows.Where(
                "r.count_id = :count and r.id in (:ids)",
                new HashMap<>(Map.of("count", count, "ids", ids.isEmpty() ? List.of(0L) : ids)));
    int many =
        switch (decision) {
          case ACCEPT, LEAVE, UNDECIDED -> mark(command, where, decision, false);
          case ZERO -> zero(command, head, where);
          case RECOUNT -> recount(command, head, where);
        };
    unpropose(command, head);
    table.event(count, command.actor().id(), decision.name(), many + "");
    return many;
  }

  private int mark(Command command, ResultRows.Where where, Decision decision, boolean byRule) {
    boolean none = decision == Decision.UNDECIDED;
    return jdbc.sql(
            "update count_result r set decision = :decision, decided_by = :person, decided ="
                + " :decided, by_rule = :byRule where r.wrong and "
                + where.sql())
        .params(where.values())
        .param("decision", none ? "" : decision.name())
        .param("person", none ? 0 : command.actor().id())
        .param("decided", none ? null : table.now())
        .param("byRule", byRule)
        .update();
  }

  private record ResultRow(long id, long slipId, PositionKey key, int rounds, int round) {}

  private List<ResultRow> found(ResultRows.Where where) {
    return jdbc.sql("select r.* from count_result r where " + where.sql() + " order by r.id")
        .params(where.values())
        .query(
            (row, n) ->
                new ResultRow(
                    row.getLong("id"),
                    row.getLong("slip_id"),
                    Times.key(row),
                    row.getInt("rounds"),
                    row.getInt("round")))
        .list();
  }

  /** Whoever reviews says that there is nothing of it. */
  private int zero(Command command, Head head, ResultRows.Where where) {
    List<ResultRow> found = found(where);
    for (ResultRow one : found) {
      for (CountLineTable.LineRow line : lines.ofPosition(head.id(), one.key())) {
        if (line.round() == one.round()) {
          lines.write(
              head.id(), null, line.round(), line.key(), line.personId(), line, null, false);
          lines.forget(line.id());
        }
      }
      SlipRow slip = table.slip(one.slipId()).orElse(null);
      closing.state(command, head, sameRound(slip, head, one), List.of(one.key()));
    }
    mark(command, where, Decision.ACCEPT, false);
    return found.size();
  }

  private static SlipRow sameRound(@Nullable SlipRow slip, Head head, ResultRow one) {
    return new SlipRow(
        slip == null ? 0 : slip.id(), head.id(), 0, one.round(), 0, 0, 0, 0, SlipState.DONE);
  }

  /** Someone else counts it again: each bin and item becomes a slip of its own. */
  private int recount(Command command, Head head, ResultRows.Where where) {
    List<ResultRow> found = found(where);
    Map<List<Long>, Integer> slips = new HashMap<>();
    for (ResultRow one : found) {
      int round =
          lines.ofPosition(head.id(), one.key()).stream()
                  .mapToInt(CountLineTable.LineRow::round)
                  .max()
                  .orElse(1)
              + 1;
      jdbc.sql(
              "update count_result set decision = 'RECOUNT', decided_by = ?, decided = ?, by_rule ="
                  + " false, rounds = greatest(rounds, ?) where id = ?")
          .params(command.actor().id(), table.now(), round, one.id())
          .update();
      slips.merge(List.of(one.key().place(), one.key().item()), round, Math::max);
    }
    slips.forEach(
        (what, round) ->
            table.addSlip(head.id(), round, what.get(0), what.get(1), SlipState.OPEN, 0));
    if (!found.isEmpty()) {
      table.reopen(head.id());
    }
    return found.size();
  }

  /** Accepts all that is within a tolerance. */
  @Transactional(propagation = Propagation.MANDATORY)
  public int acceptByRule(Command command, long count, CountTolerance tolerance) {
    Head head = inReview(count, command.actor());
    if (tolerance.equals(CountTolerance.NONE)) {
      throw Problem.invalid(
          "tolerance", "Set a quantity, a percentage or a value: all that are set must hold.");
    }
    int many = mark(command, within(count, tolerance), Decision.ACCEPT, true);
    unpropose(command, head);
    table.event(count, command.actor().id(), "BY_RULE", many + "");
    return many;
  }

  /** The undecided variances within a tolerance, as {@link CountTolerance#allows} has it. */
  private ResultRows.Where within(long count, CountTolerance tolerance) {
    return rows.within(
        count,
        tolerance.quantity() == null ? null : tolerance.quantity().amount(),
        tolerance.percent(),
        tolerance.value());
  }

  private void unpropose(Command command, Head head) {
    if (head.proposedBy() != 0) {
      table.propose(head.id(), 0);
      approvals.settle(command, Subject.Matter.COUNT, head.id(), Approval.State.WITHDRAWN);
    }
  }

  /**
   * Decides what becomes of slips that nobody has counted.
   *
   * @param ids the slips; null for all that nobody has counted
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public int uncounted(Command command, long count, Rest rest, @Nullable List<Long> ids) {
    Head head = inReview(count, command.actor());
    String which = "count_id = ? and state <> 'DONE'";
    List<Object> values = new ArrayList<>(List.of(count));
    if (ids != null) {
      which += " and id in (" + "?,".repeat(ids.size()) + "0)";
      values.addAll(ids);
    }
    int many;
    if (rest == Rest.BACK) {
      many =
          jdbc.sql("update count_slip set state = 'OPEN', rest = '' where " + which)
              .params(values)
              .update();
      if (many > 0) {
        table.reopen(count);
      }
    } else {
      List<Object> all = new ArrayList<>(Arrays.asList((Object) rest.name()));
      all.addAll(values);
      many = jdbc.sql("update count_slip set rest = ? where " + which).params(all).update();
    }
    unpropose(command, head);
    table.event(count, command.actor().id(), rest.name() + "_REST", many + "");
    return many;
  }
}
