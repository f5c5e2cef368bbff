package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.counting.Counting.Entry;
import app.reliquum.counting.Counting.Preview;
import app.reliquum.counting.Counting.Scope;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Draws counts up: what a scope comes to, and its slips. */
@Service
public class CountPreparation {

  /** A count of more would be several. */
  static final int MOST_SLIPS = 200_000;

  private static final int FIRST_SHOWN = 12;

  /** So many slips are made at once. */
  private static final int STRETCH = 5_000;

  private final JdbcClient jdbc;
  private final CountTable table;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Places places;
  private final JsonMapper json;
  private final Clock clock;

  CountPreparation(
      JdbcClient jdbc,
      CountTable table,
      Catalog catalog,
      DocumentNumbers numbers,
      Places places,
      JsonMapper json,
      Clock clock) {
    this.jdbc = jdbc;
    this.table = table;
    this.catalog = catalog;
    this.numbers = numbers;
    this.places = places;
    this.json = json;
    this.clock = clock;
  }

  /** What drawing it up would come to. */
  @Transactional(readOnly = true)
  public Preview preview(Entry entry, Actor actor) {
    check(entry, actor);
    if (entry.shape() == Shape.FREE) {
      return new Preview(0, 0, BigDecimal.ZERO, List.of());
    }
    ScopeSql sql = new ScopeSql(entry.scope(), entry.shape(), clock.instant());
    record Worth(int positions, BigDecimal value) {}
    int slips =
        jdbc.sql("select count(*) from (" + sql.subjects() + ") x")
            .params(sql.values())
            .query(Integer.class)
            .single();
    Worth worth = jdbc.sql(sql.worth()).params(sql.values()).query(Worth.class).single();
    List<String> first =
        jdbc.sql("select label from (" + sql.subjects() + ") x order by walk, label limit :few")
            .params(sql.values())
            .param("few", FIRST_SHOWN)
            .query(String.class)
            .list();
    return new Preview(slips, worth.positions(), worth.value(), first);
  }

  /** Draws it up. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long drawUp(Command command, Entry entry) {
    long count = begin(command, entry);
    complete(command, count, entry, CountWork.Progress.UNHEARD);
    return count;
  }

  /** Begins to draw it up: it has no slips yet. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long begin(Command command, Entry entry) {
    Actor actor = command.actor();
    check(entry, actor);
    return table.insert(
        numbers.claim(DocumentKind.COUNT, "CO", entry.number()),
        entry.scope().site(),
        entry.method(),
        entry.shape(),
        entry.blind(),
        false,
        Boolean.TRUE.equals(entry.typedTwice()),
        json.writeValueAsString(entry.scope()),
        entry.note() == null ? "" : entry.note().strip(),
        actor.id());
  }

  /** Makes its slips. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void complete(Command command, long count, Entry entry, CountWork.Progress progress) {
    int slips = entry.shape() == Shape.FREE ? 0 : slips(count, entry, progress);
    if (slips == 0 && entry.shape() != Shape.FREE) {
      throw Problem.refused(
          "nothing-to-count", "Nothing is like that at the site. Widen what is to be counted.");
    }
    hand(count, slips, entry.people());
    jdbc.sql(
            "update reported_discrepancy u set u.count_id = :count where u.count_id = 0 and exists (select 1"
                + " from count_slip s where s.count_id = :count and s.place_id = u.place_id)")
        .param("count", count)
        .update();
    table.event(count, command.actor().id(), "PREPARED", slips + "");
  }

  /** A count that begins on the floor: bins become its slips as they are scanned. */
  @Transactional(propagation = Propagation.MANDATORY)
  public long unplanned(long site, Counting.Method method, Actor actor) {
    long count =
        table.insert(
            numbers.next(DocumentKind.COUNT, "CO"),
            site,
            method,
            Shape.FREE,
            true,
            true,
            false,
            json.writeValueAsString(Scope.of(site)),
            "",
            actor.id());
    table.event(count, actor.id(), "BEGUN", "");
    return count;
  }

  private void check(Entry entry, Actor actor) {
    places.requireSite(entry.scope().site(), actor);
    if (entry.scope().items() != null) {
      for (String code : entry.scope().items()) {
        if (catalog.withCode(code.strip().toUpperCase(Locale.ROOT)).isEmpty()) {
          throw Problem.missing("item", code).with("field", "items");
        }
      }
    }
    Integer days = entry.scope().notCountedDays();
    if (days != null && days < 0) {
      throw Problem.invalid("notCountedDays", "Days are zero or more.");
    }
  }

  private int slips(long count, Entry entry, CountWork.Progress progress) {
    ScopeSql sql = new ScopeSql(entry.scope(), entry.shape(), clock.instant());
    // What is to be counted is found once, and becomes slips stretch by stretch.
    jdbc.sql("drop temporary table if exists slip_to_make").update();
    int slips =
        jdbc.sql(
                "create temporary table slip_to_make (slip_no int not null primary key, place_id"
                    + " bigint not null, item_id bigint not null, unit_load_id bigint not null) select"
                    + " row_number() over (order by x.walk, x.label) slip_no, x.place_id,"
                    + " x.item_id, x.unit_load_id from ("
                    + sql.subjects()
                    + ") x")
            .params(sql.values())
            .update();
    if (slips > MOST_SLIPS) {
      throw Problem.refused(
          "too-many-slips",
          "{0} slips are too many for one count. Create several, of at most {1}.",
          slips,
          MOST_SLIPS);
    }
    for (int made = 0; made < slips; made += STRETCH) {
      progress.said(made, slips);
      jdbc.sql(
              "insert into count_slip (count_id, slip_no, place_id, item_id, unit_load_id, state)"
                  + " select ?, slip_no, place_id, item_id, unit_load_id, 'OPEN' from slip_to_make where slip_no > ? and"
                  + " slip_no <= ?")
          .params(count, made, made + STRETCH)
          .update();
    }
    jdbc.sql("drop temporary table slip_to_make").update();
    return slips;
  }

  /** Each gets a stretch of the walk, all equally long. */
  private void hand(long count, int slips, @Nullable List<Long> people) {
    if (people == null || people.isEmpty()) {
      return;
    }
    for (int i = 0; i < people.size(); i++) {
      jdbc.sql(
              "update count_slip set person_id = ? where count_id = ? and slip_no > ? and slip_no <= ?")
          .params(
              people.get(i),
              count,
              (long) slips * i / people.size(),
              (long) slips * (i + 1) / people.size())
          .update();
    }
  }
}
