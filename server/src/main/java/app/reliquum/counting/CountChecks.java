package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.core.counting.CountState;
import app.reliquum.counting.CountTable.Head;
import app.reliquum.counting.Counting.Scope;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Checks bins that were counted and found right: some of them, drawn at random, are counted once
 * more by others, blind. What is found otherwise says how far a count can be trusted, and whose.
 */
@Service
class CountChecks {

  /** Counted, with something there, and right: a slip of which no position was wrong. */
  private static final String RIGHT =
      """
      from count_slip s where s.count_id = :count and s.state = 'DONE' and s.round = 1
        and s.place_id > 0
        and exists (select 1 from count_line l where l.slip_id = s.id)
        and not exists (select 1 from count_result r where r.count_id = s.count_id
          and r.place_id = s.place_id and r.wrong)
        and not exists (select 1 from stock_count k join count_slip c on c.count_id = k.id
          where k.checks_count_id = :count and k.state <> 'CANCELLED'
            and c.place_id = s.place_id)
      """;

  private final JdbcClient jdbc;
  private final CountTable table;
  private final CountRows counts;
  private final DocumentNumbers numbers;
  private final JsonMapper json;

  CountChecks(
      JdbcClient jdbc,
      CountTable table,
      CountRows counts,
      DocumentNumbers numbers,
      JsonMapper json) {
    this.jdbc = jdbc;
    this.table = table;
    this.counts = counts;
    this.numbers = numbers;
    this.json = json;
  }

  /**
   * How checking went for what one person had counted.
   *
   * @param bins how many of their bins were checked
   * @param otherwise in how many of them something was found otherwise
   */
  @Schema(name = "CountCheckPerson")
  record Person(String name, int bins, int otherwise) {}

  /** A count that checks another. */
  @Schema(name = "CountCheck")
  record Check(long id, String number, CountState state, int bins, int done, int otherwise) {}

  /**
   * How a count was checked.
   *
   * @param right how many bins could still be drawn for a check
   */
  @Schema(name = "CountChecks")
  record Checks(int right, List<Check> checks, List<Person> people) {}

  /** How a count was checked so far. */
  @Transactional(readOnly = true)
  public Checks of(long count, Actor actor) {
    counts.reviewed(count, actor);
    int right =
        jdbc.sql("select count(distinct s.place_id) " + RIGHT)
            .param("count", count)
            .query(Integer.class)
            .single();
    List<Check> checks =
        jdbc.sql(
                """
                select k.id, k.number, k.state, count(s.id) bins,
                  coalesce(sum(s.state = 'DONE'), 0) done,
                  coalesce(sum(s.state = 'DONE' and exists (select 1 from count_result r
                    where r.count_id = k.id and r.place_id = s.place_id and r.wrong)), 0) otherwise
                from stock_count k join count_slip s on s.count_id = k.id and s.round = 1
                where k.checks_count_id = ? group by k.id order by k.id
                """)
            .param(count)
            .query(Check.class)
            .list();
    List<Person> people =
        jdbc.sql(
                """
                select w.name, count(distinct s.place_id) bins,
                  count(distinct if(exists (select 1 from count_result r
                    where r.count_id = k.id and r.place_id = s.place_id and r.wrong),
                    s.place_id, null)) otherwise
                from stock_count k
                  join count_slip s on s.count_id = k.id and s.round = 1 and s.state = 'DONE'
                  join count_line l on l.count_id = k.checks_count_id and l.place_id = s.place_id
                  join person w on w.id = l.person_id
                where k.checks_count_id = ? and k.state <> 'CANCELLED'
                group by w.id, w.name order by w.name
                """)
            .param(count)
            .query(Person.class)
            .list();
    return new Checks(right, checks, people);
  }

  /**
   * Draws bins at random that were found right, and draws up a count of them.
   *
   * @param bins how many
   * @return the count that checks them
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public long drawUp(Command command, long count, int bins) {
    Actor actor = command.actor();
    counts.reviewed(count, actor);
    Head head = table.lock(count).orElseThrow();
    if (head.state() != CountState.IN_REVIEW && head.state() != CountState.POSTED) {
      throw Problem.refused(
          "not-counted-yet", "{0} is not counted to its end: check it afterwards.", head.number());
    }
    List<Long> drawn =
        jdbc.sql("select s.place_id " + RIGHT + " group by s.place_id order by rand() limit :bins")
            .param("count", count)
            .param("bins", bins)
            .query(Long.class)
            .list();
    if (drawn.isEmpty()) {
      throw Problem.refused(
          "nothing-to-check",
          "No bin of {0} is left that was found right and is not checked yet.",
          head.number());
    }
    long check =
        table.insert(
            numbers.next(DocumentKind.COUNT, "CO"),
            head.siteId(),
            Counting.Method.SWEEP,
            Shape.BIN,
            true,
            false,
            false,
            json.writeValueAsString(Scope.of(head.siteId())),
            "",
            actor.id());
    jdbc.sql("update stock_count set checks_count_id = ? where id = ?")
        .params(count, check)
        .update();
    jdbc.sql(
            """
            insert into count_slip (count_id, slip_no, place_id, item_id, state)
            select :check, row_number() over (order by p.walk, p.address), p.id, 0, 'OPEN'
            from place p where p.id in (:bins)
            """)
        .param("check", check)
        .param("bins", drawn)
        .update();
    table.event(check, actor.id(), "PREPARED", drawn.size() + "");
    table.event(count, actor.id(), "CHECK", drawn.size() + "");
    return check;
  }
}
