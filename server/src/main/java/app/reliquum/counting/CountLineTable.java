package app.reliquum.counting;

import static app.reliquum.counting.Times.utc;

import app.reliquum.api.GeneratedId;
import app.reliquum.core.counting.Statement;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of what was counted: a line a person and position, and every word that changed it. */
@Repository
class CountLineTable {

  private static final String POSITION =
      "item_id = ? and place_id = ? and lot_id = ? and serial_id = ? and unit_load_id = ? and"
          + " condition_code = ?";

  private final JdbcClient jdbc;
  private final Clock clock;

  CountLineTable(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** One person's figure of a position. */
  record LineRow(
      long id,
      long slipId,
      int round,
      PositionKey key,
      long personId,
      String person,
      Quantity quantity,
      Instant first,
      Instant last,
      boolean stated) {

    Statement.Part part() {
      return new Statement.Part(personId, quantity, first, last);
    }
  }

  private static final String LINE =
      "select l.*, w.name person from count_line l join person w on w.id = l.person_id where ";

  private List<LineRow> lines(String where, Object... values) {
    return jdbc.sql(LINE + where)
        .params(values)
        .query(
            (row, n) ->
                new LineRow(
                    row.getLong("id"),
                    row.getLong("slip_id"),
                    row.getInt("round"),
                    Times.key(row),
                    row.getLong("person_id"),
                    row.getString("person"),
                    new Quantity(row.getBigDecimal("quantity")),
                    Times.instant(row, "first_at"),
                    Times.instant(row, "last_at"),
                    row.getBoolean("stated")))
        .list();
  }

  /** What was counted on a slip, by everyone, the latest first. */
  List<LineRow> ofSlip(long slip) {
    return lines("l.slip_id = ? order by l.last_at desc, l.id desc", slip);
  }

  /** What was counted in a place without a slip or with whatever slip, in a round. */
  List<LineRow> inPlace(long count, long place, int round) {
    return lines(
        "l.count_id = ? and l.place_id = ? and l.round = ? order by l.last_at desc, l.id desc",
        count,
        place,
        round);
  }

  /** Everything that was said of a position, round by round. */
  List<LineRow> ofPosition(long count, PositionKey key) {
    return lines(
        "l.count_id = ? and "
            + POSITION.replaceAll("([a-z_]+) =", "l.$1 =")
            + " order by l.round, l.id",
        with(count, Times.values(key)));
  }

  Optional<LineRow> line(long count, int round, long person, PositionKey key) {
    return lines(
            "l.count_id = ? and "
                + POSITION.replaceAll("([a-z_]+) =", "l.$1 =")
                + " and l.round = ? and l.person_id = ?",
            and(with(count, Times.values(key)), round, person))
        .stream()
        .findFirst();
  }

  Optional<LineRow> line(long id) {
    return lines("l.id = ?", id).stream().findFirst();
  }

  /** Whether a piece was counted in a round, wherever. */
  boolean pieceCounted(long count, int round, long serial) {
    return jdbc.sql(
                "select count(*) from count_line where count_id = ? and serial_id = ? and round = ? and"
                    + " quantity > 0")
            .params(count, serial, round)
            .query(Integer.class)
            .single()
        > 0;
  }

  /**
   * Writes what a line comes to; null takes it away.
   *
   * @return the line's number
   */
  long write(
      long count,
      CountTable.@Nullable SlipRow slip,
      int round,
      PositionKey key,
      long person,
      @Nullable LineRow before,
      Statement.@Nullable Part after,
      boolean stated) {
    if (after == null) {
      if (before == null) {
        return 0;
      }
      jdbc.sql("delete from count_line where id = ?").param(before.id()).update();
      return before.id();
    }
    if (before != null) {
      jdbc.sql(
              "update count_line set quantity = ?, first_at = ?, last_at = ?, stated = ? where id ="
                  + " ?")
          .params(
              after.quantity().amount(), utc(after.first()), utc(after.last()), stated, before.id())
          .update();
      return before.id();
    }
    return GeneratedId.of(
        jdbc.sql(
                "insert into count_line (count_id, slip_id, round, "
                    + Times.KEY
                    + ", person_id, quantity, first_at, last_at, stated)"
                    + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
            .params(
                and(
                    and(
                        new Object[] {count, slip == null ? 0 : slip.id(), round},
                        Times.values(key)),
                    person,
                    after.quantity().amount(),
                    utc(after.first()),
                    utc(after.last()),
                    stated)));
  }

  /** Remembers a word that changed a line. */
  void stroke(
      long count,
      long slip,
      long line,
      long person,
      Instant at,
      String device,
      @Nullable LineRow before,
      @Nullable Quantity after) {
    jdbc.sql(
            """
            insert into count_stroke (count_id, slip_id, line_id, person_id, at, recorded, device,
              before_quantity, before_first, before_last, after_quantity)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            Arrays.asList(
                count,
                slip,
                line,
                person,
                utc(at),
                utc(clock.instant()),
                device,
                before == null ? null : before.quantity().amount(),
                before == null ? null : utc(before.first()),
                before == null ? null : utc(before.last()),
                after == null ? null : after.amount()))
        .update();
  }

  /** A word that changed a line. */
  record StrokeRow(
      long id,
      long slipId,
      long lineId,
      BigDecimal beforeQuantity,
      java.time.LocalDateTime beforeFirst,
      java.time.LocalDateTime beforeLast) {}

  /** The last word of someone on a slip that is not taken back. */
  Optional<StrokeRow> lastStroke(long count, long slip, long person) {
    return jdbc.sql(
            """
            select id, slip_id, line_id, before_quantity, before_first, before_last
            from count_stroke where count_id = ? and person_id = ? and slip_id = ? and not undone
            order by id desc limit 1
            """)
        .params(count, person, slip)
        .query(StrokeRow.class)
        .optional();
  }

  void takeBack(long stroke) {
    jdbc.sql("update count_stroke set undone = true where id = ?").param(stroke).update();
  }

  /** Takes back all words of a line that has gone, so that none of them is taken back again. */
  void forget(long line) {
    jdbc.sql("update count_stroke set undone = true where line_id = ?").param(line).update();
  }

  // What the book has

  /** What the book has of what a slip is about. */
  Map<PositionKey, Quantity> book(CountTable.SlipRow slip, long site) {
    Map<PositionKey, Quantity> book = new HashMap<>();
    List<Object> values = new ArrayList<>();
    StringBuilder where = new StringBuilder();
    if (slip.placeId() != 0) {
      where.append("s.place_id = ?");
      values.add(slip.placeId());
    } else {
      where.append("p.site_id = ? and p.kind = 'BIN'");
      values.add(site);
    }
    if (slip.itemId() != 0) {
      where.append(" and s.item_id = ?");
      values.add(slip.itemId());
    }
    if (slip.ofLoad()) {
      where.append(" and s.unit_load_id = ?");
      values.add(slip.unitLoadId());
    }
    jdbc.sql("select s.* from on_hand s join place p on p.id = s.place_id where " + where)
        .params(values)
        .query(
            row -> {
              book.put(Times.key(row), new Quantity(row.getBigDecimal("quantity")));
            });
    return book;
  }

  private static Object[] with(Object first, Object[] rest) {
    return and(new Object[] {first}, rest);
  }

  private static Object[] and(Object[] first, @Nullable Object... rest) {
    Object[] all = Arrays.copyOf(first, first.length + rest.length);
    System.arraycopy(rest, 0, all, first.length, rest.length);
    return all;
  }
}
