package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.NoticeRaised;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.core.notice.NoticeKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.costing.Pools;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds up the whole ledger and says where a kept figure differs. On demand, and every night. */
@Service
public class BookChecks {

  private static final Logger LOG = LoggerFactory.getLogger(BookChecks.class);
  private static final Duration COMMANDS_KEPT = Duration.ofDays(30);

  private static final String TRACKED = OwnPlaces.are("kind");

  private final JdbcClient jdbc;
  private final PositionTable positions;
  private final Staff staff;
  private final Commands commands;
  private final DailyFigures figures;
  private final Clock clock;
  private final ApplicationEventPublisher events;
  private final ObjectProvider<SchedulerClient> scheduler;

  BookChecks(
      JdbcClient jdbc,
      PositionTable positions,
      Staff staff,
      Commands commands,
      DailyFigures figures,
      Clock clock,
      ApplicationEventPublisher events,
      ObjectProvider<SchedulerClient> scheduler) {
    this.events = events;
    this.jdbc = jdbc;
    this.positions = positions;
    this.staff = staff;
    this.commands = commands;
    this.figures = figures;
    this.clock = clock;
    this.scheduler = scheduler;
  }

  /** A check, running or done. */
  @Schema(name = "BookCheck")
  public record Check(
      long id,
      @Nullable String askedBy,
      Instant started,
      @Nullable Instant finished,
      long positions,
      int differences,
      @Nullable String failure) {}

  /** A figure that is not what the ledger adds up to. The place is null for an item's total. */
  @Schema(name = "BookDifference")
  public record Difference(
      String item,
      @Nullable String place,
      @Nullable String lot,
      @Nullable String serial,
      Quantity kept,
      Quantity recomputed) {}

  /** Asks for a check; it runs in the background. */
  @Transactional
  public Check start(Actor actor) {
    long id = begin(actor);
    scheduler
        .getObject()
        .scheduleIfNotExists(
            CHECK.instance(Long.toString(id)).data(id).scheduledTo(clock.instant()));
    return check(id);
  }

  /** Checks at once, and gives what was found. */
  Check now(Actor actor) {
    long id = begin(actor);
    run(id);
    return check(id);
  }

  private long begin(Actor actor) {
    return GeneratedId.of(
        jdbc.sql("insert into book_check (asked_by, started) values (?, ?)")
            .param(actor.id())
            .param(LedgerTable.utc(clock.instant())));
  }

  /** The last checks, newest first. */
  @Transactional(readOnly = true)
  public List<Check> last() {
    return query("order by c.id desc limit 20");
  }

  @Transactional(readOnly = true)
  public Check check(long id) {
    return query("where c.id = " + id).stream()
        .findFirst()
        .orElseThrow(() -> Problem.missing("check", id));
  }

  private List<Check> query(String rest) {
    return jdbc.sql(
            "select c.*, w.name asked_by_name from book_check c left join person w"
                + " on w.id = c.asked_by "
                + rest)
        .query(
            (row, n) ->
                new Check(
                    row.getLong("id"),
                    row.getString("asked_by_name"),
                    LedgerTable.instant(row.getTimestamp("started")),
                    LedgerTable.instant(row.getTimestamp("finished")),
                    row.getLong("positions"),
                    row.getInt("differences"),
                    row.getString("failure")))
        .list();
  }

  /** What a check found at the sites of someone, at most 500. */
  @Transactional(readOnly = true)
  public List<Difference> differences(long check, Actor actor) {
    return jdbc.sql(
            """
            select i.code item, p.address, l.code lot, s.code serial, d.kept, d.recomputed
            from book_check_difference d join item i on i.id = d.item_id
              left join place p on p.id = d.place_id left join lot l on l.id = d.lot_id
              left join serial s on s.id = d.serial_id
            where d.check_id = :check and (:everywhere or p.site_id in (:sites))
            order by i.code, p.address limit 500
            """)
        .param("check", check)
        .param("everywhere", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                new Difference(
                    row.getString("item"),
                    row.getString("address"),
                    row.getString("lot"),
                    row.getString("serial"),
                    new Quantity(row.getBigDecimal("kept")),
                    new Quantity(row.getBigDecimal("recomputed"))))
        .list();
  }

  /** Runs a check that was begun. Doing it again is harmless. */
  void run(long id) {
    try {
      jdbc.sql("delete from book_check_difference where check_id = ?").param(id).update();
      jdbc.sql(POSITIONS_AGAINST_LINES).param("id", id).update();
      jdbc.sql(TOTALS_AGAINST_POSITIONS).param("id", id).update();
      jdbc.sql(RESERVED_AGAINST_RESERVATIONS).param("id", id).update();
      jdbc.sql(POOLS_AGAINST_POSITIONS).param("id", id).update();
      jdbc.sql(VALUES_AGAINST_LINES).param("id", id).update();
      jdbc.sql(LAYERS_AGAINST_POOLS).param("id", id).update();
      jdbc.sql(figures.differences()).param("id", id).update();
      jdbc.sql(
              """
              update book_check set finished = :now,
                positions = (select count(*) from stock_position where quantity > 0),
                differences = (select count(*) from book_check_difference where check_id = :id)
              where id = :id
              """)
          .param("id", id)
          .param("now", LedgerTable.utc(clock.instant()))
          .update();
      Check done = check(id);
      if (done.differences() > 0) {
        LOG.error("Check {} of the books found {} differences", id, done.differences());
        events.publishEvent(
            new NoticeRaised(
                NoticeKind.LEDGER_DIFFERENCES,
                0,
                Long.toString(id),
                Map.of("count", Integer.toString(done.differences()))));
      } else {
        LOG.info("Check {} of the books: {} positions, all right", id, done.positions());
      }
    } catch (RuntimeException fault) {
      jdbc.sql("update book_check set finished = ?, failure = ? where id = ?")
          .param(LedgerTable.utc(clock.instant()))
          .param(brief(String.valueOf(fault.getMessage())))
          .param(id)
          .update();
      throw fault;
    }
  }

  private static String brief(String text) {
    return text.substring(0, Math.min(text.length(), 400));
  }

  // One statement each, so that each sees one moment of a book that is being written.
  private static final String POSITIONS_AGAINST_LINES =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
        sum(kept), sum(recomputed)
      from (
        select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
          quantity kept, 0 recomputed
        from stock_position
        union all
        select l.item_id, l.from_place_id, l.lot_id, l.serial_id, l.from_unit_load_id,
          l.from_condition, 0, -l.quantity
        from ledger_line l join place p on p.id = l.from_place_id and p.%1$s
        union all
        select l.item_id, l.to_place_id, l.lot_id, l.serial_id, l.to_unit_load_id,
          l.to_condition, 0, l.quantity
        from ledger_line l join place p on p.id = l.to_place_id and p.%1$s
      ) both_sides
      group by item_id, place_id, lot_id, serial_id, unit_load_id, condition_code
      having sum(kept) <> sum(recomputed)
      """
          .formatted(TRACKED);

  private static final String TOTALS_AGAINST_POSITIONS =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, 0, 0, 0, 0, 0, sum(kept), sum(recomputed)
      from (
        select item_id, site_id, on_hand kept, 0 recomputed from item_stock
        union all
        select s.item_id, p.site_id, 0, s.quantity
        from stock_position s join place p on p.id = s.place_id where p.site_id <> 0
        union all
        select s.item_id, 0, 0, s.quantity from stock_position s
      ) both_sides
      group by item_id, site_id
      having sum(kept) <> sum(recomputed)
      """;

  /** What positions say is reserved, against the reservations themselves. */
  private static final String RESERVED_AGAINST_RESERVATIONS =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
        sum(kept), sum(recomputed)
      from (
        select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code,
          reserved kept, 0 recomputed
        from stock_position where reserved > 0
        union all
        select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, 0, quantity
        from reservation
      ) both_sides
      group by item_id, place_id, lot_id, serial_id, unit_load_id, condition_code
      having sum(kept) <> sum(recomputed)
      """;

  private static final String POOL = Pools.OF_PLACE;

  /** How much the pools of value hold, against the positions that they stand for. */
  private static final String POOLS_AGAINST_POSITIONS =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, 0, 0, 0, 0, 0, sum(kept), sum(recomputed)
      from (
        select item_id, pool_id pool, quantity kept, 0 recomputed from cost_pool
        union all
        select s.item_id, %s, 0, s.quantity
        from stock_position s join place p on p.id = s.place_id
          left join site w on w.id = p.site_id
      ) both_sides
      group by item_id, pool
      having sum(kept) <> sum(recomputed)
      """
          .formatted(POOL);

  /** What the pools are worth, against what every posting and revaluation came to. */
  private static final String VALUES_AGAINST_LINES =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, 0, 0, 0, 0, 0, sum(kept), sum(recomputed)
      from (
        select item_id, pool_id pool, value kept, 0 recomputed from cost_pool
        union all
        select l.item_id, %1$s, 0, l.value
        from ledger_line l join place p on p.id = l.to_place_id and p.%2$s
          left join site w on w.id = p.site_id
        union all
        select l.item_id, %1$s, 0, -l.value
        from ledger_line l join place p on p.id = l.from_place_id and p.%2$s
          left join site w on w.id = p.site_id
        union all
        select item_id, pool_id, 0, value from revaluation
      ) both_sides
      group by item_id, pool
      having sum(kept) <> sum(recomputed)
      """
          .formatted(POOL, TRACKED);

  /** The layers of a pool are what it comes to. */
  private static final String LAYERS_AGAINST_POOLS =
      """
      insert into book_check_difference (check_id, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, kept, recomputed)
      select :id, item_id, 0, 0, 0, 0, 0, sum(kept), sum(recomputed)
      from (
        select item_id, pool_id, value kept, 0 recomputed from cost_pool
        where method <> 'MOVING_AVERAGE'
        union all
        select item_id, pool_id, 0, value from cost_layer
      ) both_sides
      group by item_id, pool_id
      having sum(kept) <> sum(recomputed)
      """;

  private static final TaskDescriptor<Long> CHECK =
      TaskDescriptor.of("check-the-books", Long.class);

  /** The jobs themselves. */
  @Configuration
  static class Work {

    @Bean
    OneTimeTask<Long> checkTheBooks(BookChecks checks) {
      return Tasks.oneTime(CHECK).execute((task, context) -> checks.run(task.getData()));
    }

    @Bean
    RecurringTask<Void> nightly(BookChecks checks) {
      return Tasks.recurring("nightly", Schedules.daily(ZoneOffset.UTC, LocalTime.of(2, 30)))
          .execute((task, context) -> checks.night());
    }
  }

  private void night() {
    commands.forgetBefore(LedgerTable.utc(clock.instant().minus(COMMANDS_KEPT)));
    positions.clearEmpty();
    run(begin(staff.house()));
  }
}
