package app.reliquum.approvals;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.approval.Approval.Person;
import app.reliquum.core.approval.Approval.State;
import app.reliquum.feed.Feed;
import app.reliquum.feed.FeedTopic;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps what waits for someone else to agree.
 *
 * <p>Nobody agrees to their own. Who has a limit agrees only up to it. Agreeing does at once what
 * was proposed, on the stock as it is then; if that can't be done any more, it stays proposed.
 */
@Service
public class Approvals {

  private final JdbcClient jdbc;
  private final ObjectProvider<Subject> subjects;
  private final Clock clock;

  private final Feed feed;

  Approvals(JdbcClient jdbc, ObjectProvider<Subject> subjects, Clock clock, Feed feed) {
    this.feed = feed;
    this.jdbc = jdbc;
    this.subjects = subjects;
    this.clock = clock;
  }

  /** What someone did with a proposal. */
  public enum What {
    PROPOSED,
    INFORMATION_REQUESTED,
    ANSWERED,
    APPROVED,
    REFUSED,
    WITHDRAWN
  }

  /**
   * A proposal.
   *
   * @param value what it changes, ups and downs added without their signs
   * @param most the limit that it is above
   * @param askedBack whether the one who proposed has been asked something
   * @param own whether the one who looks has proposed it
   */
  @Schema(name = "Approval")
  public record Row(
      long id,
      Subject.Matter subject,
      long subjectId,
      String number,
      long siteId,
      String site,
      BigDecimal value,
      BigDecimal most,
      State state,
      boolean askedBack,
      Instant proposed,
      String proposedBy,
      boolean own,
      @Nullable Instant decided,
      @Nullable String decidedBy) {}

  /** What someone said of a proposal. */
  @Schema(name = "ApprovalWord")
  public record Word(Instant at, String person, What what, String note) {}

  /** A proposal with all that was said of it, and what the one who looks may do with it. */
  @Schema(name = "ApprovalCard")
  public record Card(Row approval, List<Word> words, List<Approval.Action> can) {}

  private static final ListTable<ApprovalColumn> APPROVALS =
      new ListTable<>(
          "from approval a join site s on s.id = a.site_id"
              + " left join person p on p.id = a.proposed_by"
              + " left join person d on d.id = a.decided_by",
          "a.id",
          List.of("a.site_id"),
          List.of("a.number like :starts", "p.name like :holds", "d.name like :holds"));

  private static final String SELECT = "select a.*, s.name site, p.name proposer, d.name decider ";

  /** The limit of value above which someone else must agree; empty for none. */
  public Optional<BigDecimal> limit(Actor actor, @Nullable BigDecimal ofReason) {
    return Approval.limit(ownLimit(actor).orElse(null), ofReason);
  }

  private Optional<BigDecimal> ownLimit(Actor actor) {
    return jdbc.sql("select approval_value from person where id = ?")
        .param(actor.id())
        .query((row, n) -> Optional.ofNullable(row.getBigDecimal(1)))
        .optional()
        .flatMap(limit -> limit);
  }

  /** Proposes something. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long propose(
      Command command,
      Subject.Matter subject,
      long id,
      String number,
      long site,
      BigDecimal value,
      @Nullable BigDecimal most) {
    long approval =
        GeneratedId.of(
            jdbc.sql(
                    "insert into approval (subject, subject_id, number, site_id, value, most, state,"
                        + " proposed, proposed_by) values (?, ?, ?, ?, ?, ?, 'PROPOSED', ?, ?)")
                .params(
                    subject.name(), id, number, site, value, most, now(), command.actor().id()));
    word(approval, command.actor(), What.PROPOSED, "");
    return approval;
  }

  /** A page of proposals: those that wait, or all; those that were proposed last come first. */
  @Transactional(readOnly = true)
  public Page<Row> page(boolean waiting, ListQuery<ApprovalColumn> query, Actor actor) {
    String only = waiting ? "a.state = 'PROPOSED'" : "1 = 1";
    return APPROVALS.page(
        jdbc,
        query,
        new ListTable.Shown(SELECT, "", only, "a.proposed desc"),
        actor,
        (row, n) -> row(row, actor));
  }

  /** One proposal. */
  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    Row row = find(id, actor, "");
    return new Card(
        row,
        jdbc.sql(
                "select w.at, coalesce(p.name, '') person, w.what, w.note from approval_word w left"
                    + " join person p on p.id = w.person_id where w.approval_id = ? order by w.id")
            .param(id)
            .query(
                (found, n) ->
                    new Word(
                        Utc.instant(found.getTimestamp(1)),
                        found.getString(2),
                        What.valueOf(found.getString(3)),
                        found.getString(4)))
            .list(),
        row.state() == State.PROPOSED
            ? Approval.can(row.state(), person(row, actor), row.value())
            : List.of());
  }

  private Row find(long id, Actor actor, String lock) {
    Row row =
        jdbc.sql(SELECT + APPROVALS.from() + " where a.id = ?" + lock)
            .param(id)
            .query((found, n) -> row(found, actor))
            .optional()
            .orElseThrow(() -> Problem.missing("approval", id));
    actor.requireSite(row.siteId(), row.site());
    return row;
  }

  private Row waiting(long id, Actor actor) {
    jdbc.sql("select id from approval where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    Row row = find(id, actor, "");
    if (row.state() != State.PROPOSED) {
      throw Problem.conflict(
              "decided-already", "{0} was decided by {1} meanwhile.", row.number(), row.decidedBy())
          .with("state", row.state());
    }
    return row;
  }

  /** Agrees; what was proposed is done. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card approve(Command command, long id, String note) {
    Row row = waiting(id, command.actor());
    Subject subject = subject(row);
    Actor actor = command.actor();
    Person person = person(row, actor);
    Approval.obstacle(person, row.value())
        .ifPresent(
            obstacle -> {
              throw refused(obstacle, row, person);
            });
    if (subject.carryOut(command, row.subjectId(), note)) {
      // Some documents settle their proposals themselves as they go on.
      settle(command, row.subject(), row.subjectId(), State.APPROVED, note);
    }
    return card(id, actor);
  }

  private Person person(Row row, Actor actor) {
    return new Person(
        row.own(),
        subject(row).tookPart(actor.id(), row.subjectId()),
        actor.may(Permission.RULES),
        actor.may(Permission.MOVE),
        ownLimit(actor).orElse(null));
  }

  private static Problem refused(Approval.Obstacle obstacle, Row row, Person person) {
    return switch (obstacle) {
      case OWN ->
          Problem.forbidden("You have proposed it yourself. It needs approval by someone else.")
              .with("number", row.number());
      case TOOK_PART ->
          Problem.forbidden("You took part in it yourself. It needs approval by someone else.")
              .with("number", row.number());
      case ABOVE_LIMIT ->
          Problem.forbidden(
                  "You may agree up to {0}, and this is {1}.",
                  person.limit().toPlainString(), row.value().toPlainString())
              .with("limit", person.limit())
              .with("value", row.value());
    };
  }

  /** Refuses, and says why. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card refuse(Command command, long id, String note) {
    Row row = waiting(id, command.actor());
    if (row.own()) {
      throw Problem.forbidden("You have proposed it yourself. Withdraw it instead.")
          .with("number", row.number());
    }
    subject(row).letGo(command, row.subjectId(), note);
    decide(row, command.actor(), State.REFUSED, What.REFUSED, note);
    return card(id, command.actor());
  }

  /** Takes one's own proposal back. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card withdraw(Command command, long id) {
    Row row = waiting(id, command.actor());
    if (!row.own()) {
      throw Problem.forbidden("Only who proposed it can withdraw it. Refuse it instead.");
    }
    subject(row).letGo(command, row.subjectId(), "");
    decide(row, command.actor(), State.WITHDRAWN, What.WITHDRAWN, "");
    return card(id, command.actor());
  }

  /** Asks the one who proposed something, or answers. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card say(Command command, long id, String note) {
    Row row = waiting(id, command.actor());
    if (!row.own() && !command.actor().permissions().contains(Permission.RULES)) {
      throw Problem.forbidden("Only who proposed it, and those who may agree, have a say here.");
    }
    jdbc.sql("update approval set asked_back = ? where id = ?").params(!row.own(), id).update();
    word(id, command.actor(), row.own() ? What.ANSWERED : What.INFORMATION_REQUESTED, note);
    return card(id, command.actor());
  }

  /** Ends a proposal of which the document itself has gone on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void settle(Command command, Subject.Matter subject, long id, State state) {
    settle(command, subject, id, state, "");
  }

  /** The same, with what was said of it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void settle(Command command, Subject.Matter subject, long id, State state, String note) {
    jdbc.sql(
            "select id from approval where subject = ? and subject_id = ? and state = 'PROPOSED' for"
                + " update")
        .params(subject.name(), id)
        .query(Long.class)
        .list()
        .forEach(
            open ->
                decide(
                    find(open, command.actor(), ""),
                    command.actor(),
                    state,
                    What.valueOf(state.name()),
                    note));
  }

  private void decide(Row row, Actor actor, State state, What what, String note) {
    jdbc.sql(
            "update approval set state = ?, asked_back = false, decided = ?, decided_by = ? where"
                + " id = ?")
        .params(state.name(), now(), actor.id(), row.id())
        .update();
    word(row.id(), actor, what, note);
  }

  private void word(long approval, Actor actor, What what, String note) {
    jdbc.sql(
            "insert into approval_word (approval_id, at, person_id, what, note) values (?, ?, ?, ?,"
                + " ?)")
        .params(approval, now(), actor.id(), what.name(), note)
        .update();
    jdbc.sql("select number, site_id from approval where id = ?")
        .param(approval)
        .query(
            row -> {
              feed.write(
                  FeedTopic.APPROVAL,
                  approval,
                  row.getString(1),
                  what.name(),
                  List.of(row.getLong(2)));
            });
  }

  private Subject subject(Row row) {
    return subjects.stream()
        .filter(one -> one.matters().contains(row.subject()))
        .findFirst()
        .orElseThrow();
  }

  private static Row row(ResultSet row, Actor actor) throws SQLException {
    return new Row(
        row.getLong("id"),
        Subject.Matter.valueOf(row.getString("subject")),
        row.getLong("subject_id"),
        row.getString("number"),
        row.getLong("site_id"),
        row.getString("site"),
        row.getBigDecimal("value"),
        row.getBigDecimal("most"),
        State.valueOf(row.getString("state")),
        row.getBoolean("asked_back"),
        Utc.instant(row.getTimestamp("proposed")),
        row.getString("proposer"),
        row.getLong("proposed_by") == actor.id(),
        Utc.instant(row.getTimestamp("decided")),
        row.getString("decider"));
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
