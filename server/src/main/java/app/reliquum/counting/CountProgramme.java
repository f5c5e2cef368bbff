package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.core.counting.AbcClass;
import app.reliquum.core.counting.Programme;
import app.reliquum.core.counting.RecordAccuracy;
import app.reliquum.core.ledger.Usage;
import app.reliquum.places.Places;
import app.reliquum.stock.UsageSql;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.Schedules;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The cycle count programme: classes, what is due when, and how right the book was. */
@Service
public class CountProgramme {

  private static final int CALENDAR_DAYS = 30;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final CountRules rules;
  private final Places places;
  private final Clock clock;

  CountProgramme(
      JdbcClient jdbc, JdbcTemplate batches, CountRules rules, Places places, Clock clock) {
    this.jdbc = jdbc;
    this.batches = batches;
    this.rules = rules;
    this.places = places;
    this.clock = clock;
  }

  @Configuration
  static class Nightly {
    private static final LocalTime AT_NIGHT = LocalTime.of(2, 20);

    @Bean
    RecurringTask<Void> workOutClasses(CountProgramme programme) {
      return Tasks.recurring("count-classes", Schedules.daily(ZoneOffset.UTC, AT_NIGHT))
          .execute((instance, context) -> programme.workOutEverywhere());
    }
  }

  /** An item that is due. */
  @Schema(name = "CountDue")
  record Due(
      long itemId,
      String item,
      String name,
      AbcClass of,
      @Nullable Instant last,
      LocalDate due,
      boolean sooner,
      int differences,
      int positions) {}

  /** A working day of the programme. */
  @Schema(name = "CountDay")
  record Day(LocalDate day, int items, int a, int b, int c) {}

  /** A class at a site. */
  @Schema(name = "CountClass")
  record Class(AbcClass of, int items, BigDecimal used, int never, int overdue, int days) {}

  /** The programme of a site. */
  @Schema(name = "CountProgramme")
  record Plan(
      LocalDate today,
      @Nullable Instant workedOut,
      List<Class> classes,
      List<Due> due,
      int dueInAll,
      List<Day> calendar) {}

  /** Works the classes of every site out anew. */
  @Transactional
  public void workOutEverywhere() {
    places.allNamed().forEach(site -> workOut(site.id()));
  }

  /** The same, for someone who works there. */
  @Transactional
  public int workOut(long site, Actor actor) {
    places.requireSite(site, actor);
    return workOut(site);
  }

  /** Works the classes of a site out anew, from the value that was used of each item there. */
  @Transactional
  public int workOut(long site) {
    CountRules.Rules set = rules.rules();
    Instant now = clock.instant();
    Map<Long, BigDecimal> used = new HashMap<>();
    jdbc.sql(
            """
            select t.item_id, greatest(0, coalesce(u.used, 0)) used from on_hand_at_site t
              left join (select x.item_id, sum(round(x.quantity * c.cost, 2)) used
                from (%s) x join item_cost c on c.item_id = x.item_id
                where x.site_id = :site group by x.item_id) u on u.item_id = t.item_id
            where t.site_id = :site and (t.on_hand > 0 or u.used > 0)
            """
                .formatted(UsageSql.lines(Usage.DEMAND)))
        .param("site", site)
        .param("since", Times.utc(now.minus(set.usageDays(), ChronoUnit.DAYS)))
        .query(
            row -> {
              used.put(row.getLong(1), row.getBigDecimal(2));
            });
    List<Object[]> values = new ArrayList<>();
    AbcClass.of(used, set.limits())
        .forEach(
            (item, of) ->
                values.add(new Object[] {site, item, of.name(), used.get(item), Times.utc(now)}));
    jdbc.sql("delete from item_class where site_id = ?").param(site).update();
    batches.batchUpdate(
        "insert into item_class (site_id, item_id, class, used, worked_out) values (?, ?, ?, ?, ?)",
        values);
    return values.size();
  }

  private record Row(
      long itemId,
      String item,
      String name,
      AbcClass of,
      BigDecimal used,
      @Nullable Instant last,
      int differences,
      int positions) {}

  private List<Row> subjects(long site) {
    return jdbc.sql(
            """
            select i.id, i.code, i.name, coalesce(k.class, 'C') class, coalesce(k.used, 0) used,
              n.last_counted, coalesce(n.differences, 0) differences, s.positions
            from (select s.item_id, count(*) positions from on_hand s
                join place p on p.id = s.place_id and p.site_id = :site and p.kind = 'BIN'
                group by s.item_id) s
              join item i on i.id = s.item_id
              left join item_class k on k.site_id = :site and k.item_id = i.id
              left join counted_item n on n.site_id = :site and n.item_id = i.id
            """)
        .param("site", site)
        .query(
            (row, n) ->
                new Row(
                    row.getLong("id"),
                    row.getString("code"),
                    row.getString("name"),
                    AbcClass.valueOf(row.getString("class")),
                    row.getBigDecimal("used"),
                    Times.instantIfAny(row, "last_counted").orElse(null),
                    row.getInt("differences"),
                    row.getInt("positions")))
        .list();
  }

  /** What is due at a site today and how the days after it look. */
  @Transactional(readOnly = true)
  public Plan plan(long site, Actor actor) {
    Places.Receiving at = places.receiving(site);
    actor.requireSite(site, at.name());
    ZoneId zone = ZoneId.of(at.timeZone());
    LocalDate today = clock.instant().atZone(zone).toLocalDate();
    CountRules.Rules set = rules.rules();
    Map<AbcClass, Integer> intervals = set.intervals();
    Map<Long, Row> rows = new LinkedHashMap<>();
    List<Programme.Due> all = new ArrayList<>();
    for (Row row : subjects(site)) {
      rows.put(row.itemId(), row);
      LocalDate last = row.last() == null ? null : row.last().atZone(zone).toLocalDate();
      all.add(
          Programme.due(
              new Programme.Subject(row.itemId(), row.of(), last, row.differences()),
              intervals,
              today));
    }
    Map<LocalDate, List<Programme.Due>> spread = Programme.spread(all, today, CALENDAR_DAYS, 0);
    List<Day> calendar = new ArrayList<>();
    spread.forEach((day, work) -> calendar.add(day(day, work)));
    // At the weekend the next working day's work may be begun.
    List<Due> due =
        spread.values().stream().findFirst().orElse(List.of()).stream()
            .map(one -> due(one, Objects.requireNonNull(rows.get(one.subject().item()))))
            .toList();
    int inAll = (int) all.stream().filter(one -> !one.due().isAfter(today)).count();
    return new Plan(
        today, workedOut(site), classes(rows, all, intervals, today), due, inAll, calendar);
  }

  private static Due due(Programme.Due one, Row row) {
    return new Due(
        row.itemId(),
        row.item(),
        row.name(),
        row.of(),
        row.last(),
        one.due(),
        one.sooner(),
        row.differences(),
        row.positions());
  }

  private static Day day(LocalDate day, List<Programme.Due> work) {
    Map<AbcClass, Integer> of = new EnumMap<>(AbcClass.class);
    work.forEach(one -> of.merge(one.subject().of(), 1, Integer::sum));
    return new Day(
        day,
        work.size(),
        of.getOrDefault(AbcClass.A, 0),
        of.getOrDefault(AbcClass.B, 0),
        of.getOrDefault(AbcClass.C, 0));
  }

  private static List<Class> classes(
      Map<Long, Row> rows,
      List<Programme.Due> all,
      Map<AbcClass, Integer> intervals,
      LocalDate today) {
    List<Class> classes = new ArrayList<>();
    for (AbcClass of : AbcClass.values()) {
      List<Programme.Due> mine = all.stream().filter(one -> one.subject().of() == of).toList();
      classes.add(
          new Class(
              of,
              mine.size(),
              mine.stream()
                  .map(one -> Objects.requireNonNull(rows.get(one.subject().item())).used())
                  .reduce(BigDecimal.ZERO, BigDecimal::add),
              (int) mine.stream().filter(one -> one.subject().last() == null).count(),
              (int)
                  mine.stream()
                      .filter(one -> one.subject().last() != null && one.due().isBefore(today))
                      .count(),
              intervals.getOrDefault(of, 0)));
    }
    return classes;
  }

  private @Nullable Instant workedOut(long site) {
    return jdbc.sql("select max(worked_out) worked_out from item_class where site_id = ?")
        .param(site)
        .query((row, n) -> Times.instantIfAny(row, "worked_out"))
        .single()
        .orElse(null);
  }

  // How right the book was

  /** What accuracy is told by. */
  enum By {
    MONTH,
    SITE,
    AREA,
    CLASS,
    PERSON
  }

  /** How right the book was, of one group. */
  @Schema(name = "CountAccuracy")
  record Accuracy(
      String label,
      long counted,
      long within,
      @Nullable BigDecimal percent,
      BigDecimal countedValue,
      BigDecimal net,
      BigDecimal gross,
      @Nullable BigDecimal netPercent,
      @Nullable BigDecimal grossPercent) {}

  /** How right the book was in the counts that were posted in some last days. */
  @Transactional(readOnly = true)
  public List<Accuracy> accuracy(By by, Long site, int days, Actor actor) {
    String group =
        switch (by) {
          case MONTH -> "date_format(c.ended, '%Y-%m')";
          case SITE -> "t.name";
          case AREA -> "concat(t.code, ' ', coalesce(a.name, ''))";
          case CLASS -> "coalesce(k.class, 'C')";
          case PERSON -> "r.people";
        };
    return jdbc.sql(
            """
            select %s told, count(*) counted, sum(coalesce(r.within, true)) within,
              sum(round(r.book * r.unit_cost, 2)) counted_value, sum(r.value) net, sum(r.gross) gross
            from stock_count c join count_result r on r.count_id = c.id
              join site t on t.id = c.site_id join place p on p.id = r.place_id
              left join area a on a.id = p.area_id
              left join item_class k on k.site_id = c.site_id and k.item_id = r.item_id
            where c.state = 'POSTED' and c.ended > :since and (:site = 0 or c.site_id = :site)
              and (:all or c.site_id in (:sites))
            group by told order by told
            """
                .formatted(group))
        .param("since", Times.utc(clock.instant().minus(days, ChronoUnit.DAYS)))
        .param("site", site == null ? 0 : site)
        .param("all", actor.everywhere())
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                accuracy(
                    row.getString("told"),
                    new RecordAccuracy(
                        row.getLong("counted"),
                        row.getLong("within"),
                        row.getBigDecimal("counted_value"),
                        row.getBigDecimal("net"),
                        row.getBigDecimal("gross"))))
        .list();
  }

  private static Accuracy accuracy(String label, RecordAccuracy of) {
    return new Accuracy(
        label,
        of.counted(),
        of.within(),
        of.percent(),
        of.countedValue().setScale(2, RoundingMode.HALF_UP),
        of.net(),
        of.gross(),
        of.netPercent(),
        of.grossPercent());
  }
}
