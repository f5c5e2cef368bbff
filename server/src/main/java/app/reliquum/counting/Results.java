package app.reliquum.counting;

import static app.reliquum.counting.Times.KEY;
import static app.reliquum.counting.Times.same;
import static app.reliquum.counting.Times.utc;

import app.reliquum.core.counting.BookAt;
import app.reliquum.core.counting.Settlement;
import app.reliquum.core.counting.Statement;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.costing.Costs;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * What each counted position comes to. The rows follow from the lines of the count and from the
 * ledger, and are worked out anew whenever one of them changes.
 */
@Repository
class Results {

  /** The ledger's lines about a position after a moment. */
  private static final String LATER =
      """
      from posted_line l where l.item_id = r.item_id and l.lot_id = r.lot_id
        and l.serial_id = r.serial_id and %s
        and ((l.to_place_id = r.place_id and l.to_unit_load_id = r.unit_load_id
              and l.to_condition = r.condition_code)
          or (l.from_place_id = r.place_id and l.from_unit_load_id = r.unit_load_id
              and l.from_condition = r.condition_code))
      """;

  private static final String CHANGE =
      """
      if(l.to_place_id = r.place_id and l.to_unit_load_id = r.unit_load_id
        and l.to_condition = r.condition_code, l.quantity, 0)
      - if(l.from_place_id = r.place_id and l.from_unit_load_id = r.unit_load_id
        and l.from_condition = r.condition_code, l.quantity, 0)
      """;

  /** What the book said when the goods were scanned: what it says now, less what came later. */
  private static final String BOOK =
      "coalesce(p.quantity, 0) - coalesce((select sum("
          + CHANGE
          + ") "
          + LATER.formatted("l.effective > r.moment")
          + "), 0)";

  private static final String DISTURBED =
      "r.since < r.moment and exists (select 1 "
          + LATER.formatted("l.effective > r.since and l.effective <= r.moment")
          + ")";

  /** What a posting would reckon with, so that limits and postings agree. */
  private static final String COST = Costs.unitCostSql("r", "r.place_id");

  /** So many bins are worked out at once. */
  private static final int STRETCH = 250;

  private final JdbcClient jdbc;
  private final CountLineTable lineTable;

  Results(JdbcClient jdbc, CountLineTable lineTable) {
    this.jdbc = jdbc;
    this.lineTable = lineTable;
  }

  /** Works out one position anew. */
  void refresh(long count, PositionKey key) {
    String only =
        " and item_id = %d and place_id = %d and lot_id = %d and serial_id = %d and unit_load_id ="
            + " %d and condition_code = %d";
    refresh(
        count,
        only.formatted(
            key.item(),
            key.place(),
            key.lot(),
            key.serial(),
            key.unitLoad(),
            key.condition().code()));
  }

  /** Works out everything of a count anew. */
  void refresh(long count) {
    refresh(count, "");
  }

  /** Works out everything of a count anew, bin by bin, and says how far it is. */
  void refresh(long count, CountWork.Progress progress) {
    List<Long> places =
        jdbc.sql(
                "select place_id from count_line where count_id = :count union select place_id from"
                    + " count_result where count_id = :count order by place_id")
            .param("count", count)
            .query(Long.class)
            .list();
    for (int done = 0; done < places.size(); done += STRETCH) {
      progress.said(done, places.size());
      String stretch =
          places.subList(done, Math.min(done + STRETCH, places.size())).stream()
              .map(String::valueOf)
              .collect(Collectors.joining(","));
      refresh(count, " and place_id in (" + stretch + ")");
    }
  }

  /**
   * Works out anew whatever is wrong. Where the book was right, a change of the past that nobody
   * has told yet would come after the count is posted; it changes nothing that is posted.
   */
  void refreshWrong(long count) {
    recounted(count, " and wrong");
    compare(count, " and wrong");
  }

  /** Works out some items anew in every count that is open, after their past has changed. */
  List<Long> refreshItems(Collection<Long> items) {
    List<Long> counts =
        jdbc.sql(
                "select distinct c.id from stock_count c join count_result r on r.count_id = c.id"
                    + " where c.state in ('PREPARED', 'COUNTING', 'IN_REVIEW') and r.item_id in"
                    + " (:items)")
            .param("items", items)
            .query(Long.class)
            .list();
    String list = items.stream().map(String::valueOf).reduce((a, b) -> a + "," + b).orElse("0");
    counts.forEach(count -> refresh(count, " and item_id in (" + list + ")"));
    return counts;
  }

  private void refresh(long count, String only) {
    // What nobody says any more.
    jdbc.sql(
            "delete r from count_result r left join count_line l on l.count_id = r.count_id and "
                + same("l", "r")
                + " where r.count_id = ? and l.id is null"
                + only.replace("and ", "and r."))
        .param(count)
        .update();
    jdbc.sql(
            """
            insert into count_result (count_id, slip_id, %1$s, counted, since, moment, people, stated,
              book, unit_cost, disturbed)
            select r.count_id, r.slip_id, %4$s, r.counted, r.since, r.moment, r.people, r.stated,
              %5$s, %8$s, %6$s
            from (select l.count_id, max(l.slip_id) slip_id, %2$s, sum(l.quantity) counted,
                min(l.first_at) since, max(l.last_at) moment,
                left(group_concat(distinct w.name order by w.name separator ', '), 400) people,
                min(l.stated) stated
              from count_line l join person w on w.id = l.person_id
              where l.count_id = ? and l.round = 1 %3$s
              group by l.count_id, %2$s) r
            left join on_hand p on %7$s
            on duplicate key update
              counted = if(count_result.rounds = 1, value(counted), count_result.counted),
              since = if(count_result.rounds = 1, value(since), count_result.since),
              moment = if(count_result.rounds = 1, value(moment), count_result.moment),
              people = if(count_result.rounds = 1, value(people), count_result.people),
              stated = if(count_result.rounds = 1, value(stated), count_result.stated),
              book = if(count_result.rounds = 1, value(book), count_result.book),
              disturbed = if(count_result.rounds = 1, value(disturbed), count_result.disturbed),
              unit_cost = value(unit_cost)
            """
                .formatted(
                    KEY,
                    prefixed("l"),
                    only.replace("and ", "and l."),
                    prefixed("r"),
                    BOOK,
                    DISTURBED,
                    same("p", "r"),
                    COST))
        .param(count)
        .update();
    recounted(count, only);
    compare(count, only + " and rounds > 1");
  }

  private static String prefixed(String table) {
    return table + "." + KEY.replace(", ", ", " + table + ".");
  }

  /** Sets counted figures against the book at their moments. */
  private void compare(long count, String only) {
    jdbc.sql(
            "update count_result r left join on_hand p on "
                + same("p", "r")
                + " set r.book = "
                + BOOK
                + ", r.unit_cost = "
                + COST
                + ", r.disturbed = "
                + DISTURBED
                + " where r.count_id = ?"
                + only.replace("and ", "and r."))
        .param(count)
        .update();
  }

  /** A position that is counted several times: which round holds. */
  record Recounted(
      long id,
      PositionKey key,
      int rounds,
      @Nullable Settlement settlement,
      List<Integer> counted) {}

  /** The positions that are counted several times, and how far they are. */
  List<Recounted> recounts(long count) {
    return recountRows(count, "").stream().map(row -> settle(count, row)).toList();
  }

  private record RecountRow(long id, PositionKey key, int rounds) {}

  private List<RecountRow> recountRows(long count, String only) {
    return jdbc.sql("select * from count_result where count_id = ? and rounds > 1" + only)
        .param(count)
        .query((row, n) -> new RecountRow(row.getLong("id"), Times.key(row), row.getInt("rounds")))
        .list();
  }

  private void recounted(long count, String only) {
    for (RecountRow row : recountRows(count, only)) {
      TreeMap<Integer, List<CountLineTable.LineRow>> rounds = rounds(count, row.key());
      if (rounds.isEmpty()) {
        continue;
      }
      Recounted settled = settle(count, row);
      int holds =
          settled.settlement() instanceof Settlement.Settled one
              ? settled.counted().get(one.round() - 1)
              : rounds.lastKey();
      List<CountLineTable.LineRow> lines = Objects.requireNonNull(rounds.get(holds));
      Statement statement = Statement.of(lines.stream().map(CountLineTable.LineRow::part).toList());
      jdbc.sql(
              """
              update count_result set counted = ?, since = ?, moment = ?, round = ?, stated = ?,
                people = ?, decision = if(? and decision = 'RECOUNT', '', decision)
              where id = ?
              """)
          .params(
              statement.quantity().amount(),
              utc(statement.since()),
              utc(statement.moment()),
              holds,
              lines.stream().allMatch(CountLineTable.LineRow::stated),
              people(lines),
              settled.settlement() instanceof Settlement.Settled,
              row.id())
          .update();
    }
  }

  private static String people(List<CountLineTable.LineRow> lines) {
    String all =
        String.join(", ", lines.stream().map(CountLineTable.LineRow::person).distinct().toList());
    return all.substring(0, Math.min(all.length(), 400));
  }

  private TreeMap<Integer, List<CountLineTable.LineRow>> rounds(long count, PositionKey key) {
    TreeMap<Integer, List<CountLineTable.LineRow>> rounds = new TreeMap<>();
    for (CountLineTable.LineRow line : lineTable.ofPosition(count, key)) {
      rounds.computeIfAbsent(line.round(), round -> new ArrayList<>()).add(line);
    }
    return rounds;
  }

  private Recounted settle(long count, RecountRow row) {
    TreeMap<Integer, List<CountLineTable.LineRow>> rounds = rounds(count, row.key());
    List<Settlement.Round> said = new ArrayList<>();
    for (List<CountLineTable.LineRow> lines : rounds.values()) {
      Statement statement = Statement.of(lines.stream().map(CountLineTable.LineRow::part).toList());
      said.add(
          new Settlement.Round(
              statement.people(), statement.variance(bookAt(row.key(), statement.moment()))));
    }
    return new Recounted(
        row.id(),
        row.key(),
        row.rounds(),
        said.isEmpty() ? null : Settlement.of(said, row.rounds()),
        List.copyOf(rounds.keySet()));
  }

  /** What the book said of a position at a moment. */
  Quantity bookAt(PositionKey key, Instant moment) {
    Quantity now =
        jdbc.sql(
                "select quantity from on_hand r where r.item_id = ? and r.place_id = ? and"
                    + " r.lot_id = ? and r.serial_id = ? and r.unit_load_id = ? and"
                    + " r.condition_code = ?")
            .params(Times.values(key))
            .query(BigDecimal.class)
            .optional()
            .map(Quantity::new)
            .orElse(Quantity.ZERO);
    return BookAt.of(now, movements(key, moment), moment);
  }

  /** How a position has changed since a moment. */
  List<BookAt.Movement> movements(PositionKey key, Instant since) {
    return jdbc.sql(
            "select l.effective, "
                + CHANGE
                + " moved from (select ? item_id, ? place_id, ? lot_id, ? serial_id, ? unit_load_id,"
                + " ? condition_code) r join posted_line l on l.item_id = r.item_id where"
                + LATER.substring(LATER.indexOf("where") + 5).formatted("l.effective > ?")
                + " order by l.effective")
        .params(append(Times.values(key), utc(since)))
        .query(
            (row, n) ->
                new BookAt.Movement(
                    Times.instant(row, "effective"), new Quantity(row.getBigDecimal("moved"))))
        .list();
  }

  private static Object[] append(Object[] first, @Nullable Object last) {
    Object[] all = java.util.Arrays.copyOf(first, first.length + 1);
    all[first.length] = last;
    return all;
  }
}
