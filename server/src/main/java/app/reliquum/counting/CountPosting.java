package app.reliquum.counting;

import static app.reliquum.counting.Times.KEY;
import static app.reliquum.counting.Times.same;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.approvals.Approvals;
import app.reliquum.approvals.Subject;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.counting.Correction;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.Counting.Outcome;
import app.reliquum.places.Places;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Posts what was counted, once. */
@Service
class CountPosting {

  private static final int MOST_NAMED = 20;

  private static final Runnable NO_STEP = () -> {};

  private static final String OVERTAKEN =
      "exists (select 1 from counted_position n where "
          + same("n", "r")
          + " and n.moment >= r.moment)";

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final CountTable table;
  private final CountRows counts;
  private final Results results;
  private final CountRules rules;
  private final Stock stock;
  private final Places places;
  private final Approvals approvals;
  private final TypedSheetTable typings;

  CountPosting(
      JdbcClient jdbc,
      JdbcTemplate batches,
      CountTable table,
      CountRows counts,
      Results results,
      CountRules rules,
      Stock stock,
      Places places,
      Approvals approvals,
      TypedSheetTable typings) {
    this.typings = typings;
    this.jdbc = jdbc;
    this.batches = batches;
    this.table = table;
    this.counts = counts;
    this.results = results;
    this.rules = rules;
    this.stock = stock;
    this.places = places;
    this.approvals = approvals;
  }

  /**
   * What someone has seen before they post. If it is no longer so, nothing is posted.
   *
   * @param net the value by which stock would change
   * @param lines how many positions would change
   */
  record Seen(BigDecimal net, int lines) {}

  /** What posting would do. */
  @Transactional(readOnly = true)
  public Outcome outcome(long count, Actor actor) {
    return outcome(counts.reviewed(count, actor), actor);
  }

  Outcome outcome(Head head, Actor actor) {
    return head.state() == CountState.POSTED ? posted(head) : toPost(head, actor);
  }

  /** What posting has done. */
  private Outcome posted(Head head) {
    record Sums(int counted, int up, int down, BigDecimal gain, BigDecimal loss) {}
    Sums sums =
        jdbc.sql(
                """
                select count(*) counted, coalesce(sum(posted > 0), 0) up,
                  coalesce(sum(posted < 0), 0) down,
                  coalesce(sum(if(posted > 0, round(posted * unit_cost, 2), 0)), 0) gain,
                  coalesce(sum(if(posted < 0, -round(posted * unit_cost, 2), 0)), 0) loss
                from count_result where count_id = ?
                """)
            .param(head.id())
            .query(Sums.class)
            .single();
    return new Outcome(
        sums.counted(),
        sums.up() + sums.down(),
        sums.up(),
        sums.down(),
        sums.gain(),
        sums.loss(),
        sums.gain().subtract(sums.loss()),
        sums.gain().add(sums.loss()),
        0,
        0,
        0,
        0,
        List.of(),
        null,
        false);
  }

  private Outcome toPost(Head head, Actor actor) {
    long count = head.id();
    record Sums(
        int counted,
        int wrote,
        int up,
        int down,
        BigDecimal gain,
        BigDecimal loss,
        int undecided,
        int waiting,
        int overtaken) {}
    Sums sums =
        jdbc.sql(
                """
                select (select count(*) from count_result where count_id = :count) counted,
                  coalesce(sum(r.puts), 0) wrote,
                  coalesce(sum(r.puts and r.variance > 0), 0) up,
                  coalesce(sum(r.puts and r.variance < 0), 0) down,
                  coalesce(sum(if(r.puts and r.variance > 0, r.value, 0)), 0) gain,
                  coalesce(sum(if(r.puts and r.variance < 0, -r.value, 0)), 0) loss,
                  coalesce(sum(r.decision = ''), 0) undecided,
                  (select count(*) from count_result where count_id = :count
                    and decision = 'RECOUNT') waiting,
                  coalesce(sum(r.late), 0) overtaken
                from (select r.variance, r.value, r.decision, %1$s late,
                    r.decision = 'ACCEPT' and not %1$s puts
                  from count_result r where r.count_id = :count and r.wrong) r
                """
                    .formatted(OVERTAKEN))
            .param("count", count)
            .query(Sums.class)
            .single();
    Unstated rest = unstated(head);
    BigDecimal loss = sums.loss().add(rest.value());
    BigDecimal gross = sums.gain().add(loss);
    BigDecimal most = approvals.limit(actor, rules.rules().approvalValue()).orElse(null);
    return new Outcome(
        sums.counted(),
        sums.wrote() + rest.positions(),
        sums.up(),
        sums.down() + rest.positions(),
        sums.gain(),
        loss,
        sums.gain().subtract(loss),
        gross,
        sums.undecided(),
        sums.waiting(),
        undecidedSlips(head),
        sums.overtaken(),
        head.state().open() ? few(count) : List.of(),
        most,
        Approval.needed(gross, Optional.ofNullable(most)));
  }

  private record Unstated(int positions, BigDecimal value) {}

  /** What posting would state as zero although nobody has looked. */
  private Unstated unstated(Head head) {
    Unstated all = new Unstated(0, BigDecimal.ZERO);
    for (String there : rest()) {
      Unstated some =
          jdbc.sql(
                  "select count(*) positions, coalesce(sum(round(y.quantity * "
                      + Costs.unitCostSql("y", "y.place_id")
                      + ", 2)), 0) value from (select x.item_id, x.lot_id, x.place_id, x.quantity"
                      + there
                      + ") y")
              .param("count", head.id())
              .param("site", head.siteId())
              .query(Unstated.class)
              .single();
      all = new Unstated(all.positions() + some.positions(), all.value().add(some.value()));
    }
    return all;
  }

  /** Slips that nobody has counted; only a stock take must decide about each. */
  private int undecidedSlips(Head head) {
    return head.method() != Counting.Method.STOCK_TAKE
        ? 0
        : jdbc.sql(
                "select count(*) from count_slip where count_id = ? and state <> 'DONE' and rest ="
                    + " ''")
            .param(head.id())
            .query(Integer.class)
            .single();
  }

  /** What would be less than nothing: goods have left that the count says were never there. */
  private List<String> few(long count) {
    return jdbc.sql(
            "select concat(i.name, ', ', p.address) from count_result r join item i on i.id ="
                + " r.item_id join place p on p.id = r.place_id left join on_hand s on "
                + same("s", "r")
                + " where r.count_id = ? and r.decision = 'ACCEPT' and r.variance < 0 and"
                + " coalesce(s.quantity, 0) + r.variance < 0 and not "
                + OVERTAKEN
                + " limit "
                + MOST_NAMED)
        .param(count)
        .query(String.class)
        .list();
  }

  /**
   * Posts the count, or, above the limit of value, proposes it to someone else.
   *
   * @param seen what the one who posts has seen
   * @return whether it is posted
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean post(Command command, long count, Seen seen) {
    return post(command, count, seen, NO_STEP);
  }

  /** Makes sure that a count can be posted. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void requireReviewed(Command command, long count) {
    locked(count, command.actor());
  }

  /** The same, and says after each step that it is done. */
  @Transactional(propagation = Propagation.MANDATORY)
  public boolean post(Command command, long count, Seen seen, Runnable step) {
    Actor actor = command.actor();
    Head head = locked(count, actor);
    Outcome before = ready(command, head, seen, step);
    if (before.needsApproval()) {
      table.propose(count, actor.id());
      table.event(count, actor.id(), "PROPOSED", before.gross().toPlainString());
      approvals.settle(command, Subject.Matter.COUNT, count, Approval.State.WITHDRAWN);
      approvals.propose(
          command,
          Subject.Matter.COUNT,
          count,
          head.number(),
          head.siteId(),
          before.gross(),
          before.approvalValue());
      return false;
    }
    write(command, head, before, step);
    return true;
  }

  /** Agrees to what someone else has proposed, and posts it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void approve(Command command, long count, Seen seen, String note) {
    approve(command, count, seen, note, NO_STEP);
  }

  /** The same, and says after each step that it is done. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void approve(Command command, long count, Seen seen, String note, Runnable step) {
    Actor actor = command.actor();
    Head head = requireApprovable(command, count);
    Outcome before = ready(command, head, seen, step);
    table.event(count, actor.id(), "APPROVED", before.gross().toPlainString());
    approvals.settle(command, Subject.Matter.COUNT, count, Approval.State.APPROVED, note);
    write(command, head, before, step);
  }

  /** Makes sure that someone may agree to post a count. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Head requireApprovable(Command command, long count) {
    Actor actor = command.actor();
    Head head = locked(count, actor);
    if (head.proposedBy() == 0) {
      throw Problem.refused("not-proposed", "Nobody has proposed to post {0}.", head.number());
    }
    boolean counted = tookPart(actor.id(), count);
    if (head.proposedBy() == actor.id() || counted) {
      throw Problem.forbidden(
              head.proposedBy() == actor.id()
                  ? Message.of("You have proposed it yourself. It needs approval by someone else.")
                  : Message.of(
                      "You have counted in it yourself. It needs approval by someone else."))
          .with("count", head.number());
    }
    return head;
  }

  /** What posting would do as things are now, for who agrees without looking at each line. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Seen seenNow(Command command, long count) {
    Head head = locked(count, command.actor());
    results.refreshWrong(count);
    Outcome now = outcome(head, command.actor());
    return new Seen(now.net(), now.lines());
  }

  /** Lets go of a proposal. */
  public void letGo(Command command, long count, String note) {
    locked(count, command.actor());
    table.propose(count, 0);
    table.event(count, command.actor().id(), "REFUSED", note);
  }

  /** Whether a person has counted in it, or typed what others counted. */
  public boolean tookPart(long person, long count) {
    return jdbc.sql("select count(*) from count_line where count_id = ? and person_id = ?")
                .params(count, person)
                .query(Integer.class)
                .single()
            > 0
        || typings.typedBy(person, count);
  }

  private Head locked(long count, Actor actor) {
    counts.head(count, actor);
    Head head = table.lock(count).orElseThrow();
    if (head.state() != CountState.IN_REVIEW) {
      throw Problem.conflict(
              head.state() == CountState.POSTED ? "posted-already" : "not-in-review",
              "{0}",
              head.number()
                  + switch (head.state()) {
                    case POSTED -> " is posted already.";
                    case CANCELLED -> " was dropped.";
                    default -> " is still being counted. Take it to review first.";
                  })
          .with("count", head.number())
          .with("state", head.state());
    }
    return head;
  }

  /** Everything is decided, and as it was seen. */
  private Outcome ready(Command command, Head head, Seen seen, Runnable step) {
    lockPositions(head.id());
    stateRest(command, head);
    step.run();
    results.refreshWrong(head.id());
    step.run();
    Outcome now = outcome(head, command.actor());
    if (now.undecided() > 0 || now.waiting() > 0 || now.uncounted() > 0) {
      throw Problem.refused(
              "undecided",
              "Not everything is decided: {0} variances, {1} recounts, {2} slips that nobody counted.",
              now.undecided(),
              now.waiting(),
              now.uncounted())
          .with("undecided", now.undecided())
          .with("waiting", now.waiting())
          .with("uncounted", now.uncounted());
    }
    if (!now.few().isEmpty()) {
      throw Problem.refused(
              "goods-left",
              "Goods have left since, more than the count leaves: {0}. Count them again.",
              String.join("; ", now.few()))
          .with("positions", now.few());
    }
    if (now.net().compareTo(seen.net()) != 0 || now.lines() != seen.lines()) {
      throw Problem.conflict(
              "changed-meanwhile",
              "What posting would do has changed since you looked: now {0} lines, {1}. Look again, then post.",
              now.lines(),
              now.net().toPlainString())
          .with("lines", now.lines())
          .with("net", now.net());
    }
    return now;
  }

  /** Nothing of what was counted moves until it is posted. */
  private void lockPositions(long count) {
    stock.hold(
        jdbc.sql("select " + KEY + " from count_result where count_id = ? and wrong")
            .param(count)
            .query((row, n) -> Times.key(row))
            .list());
  }

  /** What lies in slips that nobody has counted, and someone has said is not there. */
  private static List<String> rest() {
    return List.of(
            "x.place_id = s.place_id",
            "x.item_id = s.item_id",
            "x.unit_load_id = s.unit_load_id and s.unit_load_id > 0")
        .stream()
        .map(
            about ->
                " from count_slip s join on_hand x on "
                    + about
                    + " join place q on q.id = x.place_id and q.kind = 'BIN' and q.site_id = :site"
                    + " where s.count_id = :count and s.state <> 'DONE' and s.rest = 'ZERO'"
                    + " and s.round = 1 and (s.place_id = 0 or s.item_id = 0)"
                    + " and not exists (select 1 from count_line l where l.count_id = s.count_id"
                    + " and "
                    + same("l", "x")
                    + ")")
        .toList();
  }

  /** States it as zero. */
  private void stateRest(Command command, Head head) {
    int stated = 0;
    for (String there : rest()) {
      Map<String, Object> values = new HashMap<>(Map.of("count", head.id(), "site", head.siteId()));
      jdbc.sql("select x.quantity" + there + " for update")
          .params(values)
          .query(BigDecimal.class)
          .list();
      values.put("person", command.actor().id());
      values.put("now", table.now());
      stated +=
          jdbc.sql(
                  "insert into count_line (count_id, slip_id, round, "
                      + KEY
                      + ", person_id, quantity, first_at, last_at, stated) select s.count_id, s.id,"
                      + " 1, x."
                      + KEY.replace(", ", ", x.")
                      + ", :person, 0, :now, :now, true"
                      + there)
              .params(values)
              .update();
    }
    if (stated > 0) {
      results.refresh(head.id());
      jdbc.sql(
              "update count_result r join count_slip s on s.id = r.slip_id and s.rest = 'ZERO' set"
                  + " r.decision = 'ACCEPT', r.decided_by = ?, r.decided = ? where r.count_id = ?"
                  + " and r.stated and r.wrong and r.decision = ''")
          .params(command.actor().id(), table.now(), head.id())
          .update();
    }
  }

  void write(Command command, Head head, Outcome before) {
    write(command, head, before, NO_STEP);
  }

  private void write(Command command, Head head, Outcome before, Runnable step) {
    List<Correction.Settled> settled =
        jdbc.sql(
                "select r.* from count_result r where r.count_id = ? and r.wrong and"
                    + " r.decision = 'ACCEPT' and not "
                    + OVERTAKEN
                    + " order by r.place_id, r.item_id, r.id")
            .param(head.id())
            .query(
                (row, n) ->
                    new Correction.Settled(
                        Times.key(row),
                        new Quantity(row.getBigDecimal("variance")),
                        Times.instant(row, "moment")))
            .list();
    List<Correction.Dated> dated =
        Correction.lines(settled, pieces(settled), places.contra(PlaceKind.COUNT_DIFFERENCE));
    long posting = 0;
    if (!dated.isEmpty()) {
      List<Instant> moments = dated.stream().map(Correction.Dated::moment).toList();
      posting =
          stock
              .post(
                  command,
                  new NewPosting(
                          PostingKind.COUNT,
                          null,
                          head.number(),
                          null,
                          null,
                          dated.stream().map(Correction.Dated::line).toList())
                      .dated(moments))
              .posting();
    }
    step.run();
    remember(head);
    step.run();
    table.end(head.id(), CountState.POSTED, command.actor().id(), posting);
    table.event(
        head.id(),
        command.actor().id(),
        "POSTED",
        before.lines() + " / " + before.net().toPlainString());
  }

  /** Where the book has the pieces that were found. */
  private Map<Long, PositionKey> pieces(List<Correction.Settled> settled) {
    List<Long> serials =
        settled.stream()
            .filter(one -> one.key().serial() != 0 && one.variance().isPositive())
            .map(one -> one.key().serial())
            .distinct()
            .toList();
    Map<Long, PositionKey> pieces = new HashMap<>();
    if (!serials.isEmpty()) {
      jdbc.sql(
              "select s.* from on_hand s join place p on p.id = s.place_id and p.kind ="
                  + " 'BIN' where s.serial_id in (:serials)")
          .param("serials", serials)
          .query(
              row -> {
                pieces.put(row.getLong("serial_id"), Times.key(row));
              });
    }
    return pieces;
  }

  /** What was counted when, and whether it was right. */
  private void remember(Head head) {
    markWithin(head);
    jdbc.sql(
            "insert into counted_position ("
                + KEY
                + ", moment, count_id) select "
                + KEY
                + ", moment, count_id from count_result r where r.count_id = ? on duplicate key"
                + " update count_id = if(value(moment) > counted_position.moment, value(count_id),"
                + " counted_position.count_id), moment = greatest(counted_position.moment,"
                + " value(moment))")
        .param(head.id())
        .update();
    jdbc.sql(
            """
            insert into counted_place (place_id, last_counted)
            select place_id, max(moment) from (
              select place_id, moment from count_result where count_id = :count
              union all select place_id, ended from count_slip
                where count_id = :count and state = 'DONE' and place_id > 0 and item_id = 0) r
            group by place_id
            on duplicate key update last_counted = greatest(last_counted, value(last_counted))
            """)
        .param("count", head.id())
        .update();
    jdbc.sql(
            """
            insert into counted_item (item_id, site_id, last_counted, differences)
            select item_id, ?, max(moment), if(sum(coalesce(within, true) = false) > 0, 1, 0) from count_result
              where count_id = ? group by item_id
            on duplicate key update
              differences = if(value(differences) > 0, differences + 1, 0),
              last_counted = greatest(last_counted, value(last_counted))
            """)
        .params(head.siteId(), head.id())
        .update();
  }

  /** Keeps what was posted, and whether the book was right enough. */
  private void markWithin(Head head) {
    CountTolerance tolerance = rules.rules().tolerance();
    record Row(long id, Quantity book, Quantity variance, UnitCost cost) {}
    List<Object[]> off = new ArrayList<>();
    jdbc.sql(
            "update count_result r set r.within = true, r.posted = if(r.decision = 'ACCEPT' and not "
                + OVERTAKEN
                + ", r.variance, 0) where r.count_id = ? and r.wrong")
        .param(head.id())
        .update();
    for (Row row :
        jdbc.sql(
                "select id, book, variance, unit_cost from count_result where count_id = ? and"
                    + " wrong")
            .param(head.id())
            .query(
                (r, n) ->
                    new Row(
                        r.getLong(1),
                        new Quantity(r.getBigDecimal(2)),
                        new Quantity(r.getBigDecimal(3)),
                        new UnitCost(r.getBigDecimal(4))))
            .list()) {
      if (!tolerance.allows(row.book(), row.variance(), row.cost())) {
        off.add(new Object[] {row.id()});
      }
    }
    batches.batchUpdate("update count_result set within = false where id = ?", off);
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (reversal.kind() == PostingKind.COUNT) {
      table.withNumber(reversal.document()).ifPresent(count -> table.lock(count.id()));
    }
  }

  /** A count whose posting is taken back was never right: its positions may be put right again. */
  @EventListener
  void reversed(PostingReversed back) {
    if (back.kind() == PostingKind.COUNT) {
      table
          .withNumber(back.document())
          .ifPresent(
              head -> {
                jdbc.sql("delete from counted_position where count_id = ?")
                    .param(head.id())
                    .update();
                jdbc.sql("update count_result set posted = 0 where count_id = ?")
                    .param(head.id())
                    .update();
                table.event(head.id(), head.endedBy(), "TAKEN_BACK", "");
              });
    }
  }
}
