package app.reliquum.counting;

import static app.reliquum.counting.Times.utc;

import app.reliquum.counting.CountTable.SlipRow;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Count sheets as they were typed. */
@Repository
class TypedSheetTable {

  private final JdbcClient jdbc;
  private final Clock clock;

  TypedSheetTable(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /**
   * A typing of a sheet.
   *
   * @param typing the first or the second
   * @param person the name of the one who typed it
   * @param countedBy the number of the one who had counted it
   * @param figures what was typed, as JSON
   */
  record Typing(
      int typing,
      long personId,
      String person,
      long countedBy,
      LocalDateTime countedAt,
      LocalDateTime typedAt,
      String figures,
      int differences) {}

  /** The typings of a slip, the first one first. */
  List<Typing> of(long slip) {
    return jdbc.sql(
            """
            select t.typing, t.person_id, w.name person, t.counted_by, t.counted_at, t.typed_at,
              t.figures, t.differences
            from typed_sheet t join person w on w.id = t.person_id where t.slip_id = ?
            order by t.typing
            """)
        .param(slip)
        .query(Typing.class)
        .list();
  }

  void add(
      SlipRow slip,
      int typing,
      long person,
      long countedBy,
      Instant countedAt,
      String figures,
      int differences) {
    jdbc.sql(
            """
            insert into typed_sheet (count_id, slip_id, typing, person_id, counted_by, counted_at,
              typed_at, figures, differences)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            slip.countId(),
            slip.id(),
            typing,
            person,
            countedBy,
            utc(countedAt),
            utc(clock.instant()),
            figures,
            differences)
        .update();
  }

  /** Forgets what was typed of a slip. */
  void forget(long slip) {
    jdbc.sql("delete from typed_sheet where slip_id = ?").param(slip).update();
  }

  boolean typedBy(long person, long count) {
    return jdbc.sql(
            "select exists (select 1 from typed_sheet where count_id = ? and person_id = ?)")
        .params(count, person)
        .query(Boolean.class)
        .single();
  }

  /** The slip that a sheet is numbered by; the latest round of it. */
  Optional<Long> slip(long count, int number) {
    return jdbc.sql("select id from count_slip where count_id = ? and slip_no = ?")
        .params(count, number)
        .query(Long.class)
        .optional();
  }

  /**
   * The next slip to be typed: those that were typed less often first, then the one that follows.
   *
   * @param after the number of the slip that was typed last, 0 for none
   */
  Optional<Integer> next(long count, int after) {
    return jdbc.sql(
            """
            select s.slip_no from count_slip s
            where s.count_id = ? and s.state <> 'DONE'
              and (s.state = 'OPEN' or not exists (select 1 from count_line l where l.slip_id = s.id))
            order by (select count(*) from typed_sheet t where t.slip_id = s.id), s.slip_no <= ?,
              s.slip_no limit 1
            """)
        .params(count, after)
        .query(Integer.class)
        .optional();
  }
}
