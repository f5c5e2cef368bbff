package app.reliquum.counting;

import static app.reliquum.counting.Times.instant;
import static app.reliquum.counting.Times.utc;

import app.reliquum.api.Page;
import app.reliquum.api.lists.SearchText;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.counting.Counting.Bar;
import app.reliquum.counting.Counting.Chart;
import app.reliquum.counting.Counting.Decision;
import app.reliquum.counting.Counting.Question;
import app.reliquum.counting.Counting.Result;
import app.reliquum.counting.Counting.Trail;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What was counted as it is reviewed. */
@Repository
class ResultRows {

  private static final int BARS = 40;
  private static final int MOST_TRAIL = 500;
  private static final int MOST_MATCHES = 5_000;

  private static final String PERCENT =
      "if(r.book = 0, 100 * sign(r.variance), r.variance * 100 / abs(r.book))";

  private final JdbcClient jdbc;
  private final Catalog catalog;

  ResultRows(JdbcClient jdbc, Catalog catalog) {
    this.jdbc = jdbc;
    this.catalog = catalog;
  }

  /** What a question comes to in a statement. */
  record Where(String sql, Map<String, Object> values) {}

  Where where(long count, Question question) {
    Map<String, Object> values = new HashMap<>();
    values.put("count", count);
    StringBuilder where =
        new StringBuilder(
            "r.count_id = :count"
                + switch (question.show()) {
                  case ALL -> "";
                  case UNDECIDED -> " and r.wrong and r.decision = ''";
                  case WRONG -> " and r.wrong";
                  case RIGHT -> " and not r.wrong";
                  case RECOUNT -> " and r.decision = 'RECOUNT'";
                  case DECIDED -> " and r.decision in ('ACCEPT', 'LEAVE')";
                  case DISTURBED -> " and r.disturbed";
                  case STATED -> " and r.stated and r.wrong";
                });
    if (question.minQuantity() != null) {
      where.append(" and abs(r.variance) >= :minQuantity");
      values.put("minQuantity", question.minQuantity());
    }
    if (question.minPercent() != null) {
      where.append(" and abs(" + PERCENT + ") >= :minPercent");
      values.put("minPercent", question.minPercent());
    }
    if (question.minValue() != null) {
      where.append(" and r.gross >= :minValue");
      values.put("minValue", question.minValue());
    }
    if (question.q() != null && !question.q().isBlank()) {
      where.append(" and (").append(matching(question.q())).append(")");
    }
    return new Where(where.toString(), values);
  }

  /** What is called so: found first by themselves, so that the rows are found by index. */
  private String matching(String q) {
    List<String> any = new ArrayList<>();
    anyOf(any, "r.item_id", catalog.idsMatching(SearchText.of(q), MOST_MATCHES));
    for (String table : List.of("place.address", "lot.code", "serial.code")) {
      String name = table.substring(0, table.indexOf('.'));
      anyOf(
          any,
          "r." + name + "_id",
          jdbc.sql("select id from " + name + " where " + table + " like :q limit " + MOST_MATCHES)
              .param("q", q.strip() + "%")
              .query(Long.class)
              .list());
    }
    return any.isEmpty() ? "false" : String.join(" or ", any);
  }

  private static void anyOf(List<String> any, String column, List<Long> ids) {
    if (!ids.isEmpty()) {
      any.add(
          column
              + " in ("
              + ids.stream().map(String::valueOf).collect(Collectors.joining(","))
              + ")");
    }
  }

  /** Variances that nobody has decided about, none larger than any limit that is set. */
  Where within(long count, @Nullable BigDecimal quantity, BigDecimal percent, BigDecimal value) {
    Where undecided = where(count, Question.UNDECIDED);
    StringBuilder where = new StringBuilder(undecided.sql());
    Map<String, Object> values = new HashMap<>(undecided.values());
    if (quantity != null) {
      where.append(" and abs(r.variance) <= :mostQuantity");
      values.put("mostQuantity", quantity);
    }
    if (percent != null) {
      where.append(" and abs(" + PERCENT + ") <= :mostPercent");
      values.put("mostPercent", percent);
    }
    if (value != null) {
      where.append(" and r.gross <= :mostValue");
      values.put("mostValue", value);
    }
    return new Where(where.toString(), values);
  }

  private static String order(Question question) {
    String way = question.descending() ? " desc" : "";
    return switch (question.sort()) {
      case GROSS -> "r.gross" + way + ", r.id" + way;
      case VARIANCE -> "abs(r.variance)" + way + ", r.id";
      case PERCENT -> "abs(" + PERCENT + ")" + way + ", r.id";
      // Where the index gives the order, it gives that of equals as well.
      case PLACE -> "o.label" + way + (driven(question) ? "" : ", r.id");
      case ITEM -> "o.code" + way + (driven(question) ? "" : ", r.id");
      case MOMENT -> "r.moment" + way + ", r.id";
    };
  }

  /**
   * What the rows of a page are found in. Where most rows are shown, the index of what they are
   * sorted by gives the first page at once.
   */
  private static String source(Question question) {
    boolean driven = driven(question);
    return switch (question.sort()) {
      case PLACE ->
          driven
              ? "place o force index (label) straight_join count_result r force index (by_place)"
                  + " on r.place_id = o.id"
              : "count_result r join place o on o.id = r.place_id";
      case ITEM ->
          driven
              ? "item o force index (code) straight_join count_result r force index (one)"
                  + " on r.item_id = o.id"
              : "count_result r join item o on o.id = r.item_id";
      default -> "count_result r";
    };
  }

  private static boolean driven(Question question) {
    boolean many = question.show() == Counting.Show.ALL || question.show() == Counting.Show.RIGHT;
    boolean narrow =
        question.minQuantity() != null
            || question.minPercent() != null
            || question.minValue() != null
            || question.q() != null;
    return many && !narrow;
  }

  Page<Result> page(long count, Question question, int offset, int limit) {
    Where where = where(count, question);
    long total =
        jdbc.sql("select count(*) from count_result r where " + where.sql())
            .params(where.values())
            .query(Long.class)
            .single();
    return new Page<>(total, offset, rows(where, source(question), order(question), offset, limit));
  }

  /** Everything that a question finds, up to a number. */
  List<Result> all(long count, Question question, int atMost) {
    return rows(where(count, question), source(question), order(question), 0, atMost);
  }

  private List<Result> rows(Where where, String source, String order, int offset, int limit) {
    return jdbc.sql(
            "select r.*, "
                + PERCENT
                + " percent, i.code item, i.name, i.unit, p.address, a.name area, l.code lot,"
                + " l.expiry, n.code serial, u.code load_code, w.name decided_name"
                + " from (select r.id from "
                + source
                + " where "
                + where.sql()
                + " order by "
                + order
                + " limit :limit offset :offset) k join count_result r on r.id = k.id"
                + " join item i on i.id = r.item_id join place p on p.id = r.place_id"
                + " left join area a on a.id = p.area_id left join lot l on l.id = r.lot_id"
                + " left join serial n on n.id = r.serial_id"
                + " left join unit_load u on u.id = r.unit_load_id"
                + " left join person w on w.id = r.decided_by order by "
                + order.replace("o.label", "p.label").replace("o.code", "i.code"))
        .params(where.values())
        .param("limit", limit)
        .param("offset", offset)
        .query((row, n) -> result(row))
        .list();
  }

  private static Result result(ResultSet row) throws SQLException {
    Quantity book = new Quantity(row.getBigDecimal("book"));
    Quantity counted = new Quantity(row.getBigDecimal("counted"));
    Quantity variance = counted.minus(book);
    BigDecimal posted = row.getBigDecimal("posted");
    String decision = row.getString("decision");
    java.sql.Date expiry = row.getDate("expiry");
    return new Result(
        row.getLong("id"),
        row.getLong("item_id"),
        row.getString("item"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getLong("place_id"),
        row.getString("address"),
        row.getString("area"),
        row.getLong("lot_id"),
        row.getString("lot"),
        expiry == null ? null : expiry.toLocalDate(),
        row.getLong("serial_id"),
        row.getString("serial"),
        row.getString("load_code"),
        Condition.of(row.getInt("condition_code")),
        book,
        counted,
        variance,
        CountTolerance.percent(book, variance).setScale(1, RoundingMode.HALF_UP),
        row.getBigDecimal("value"),
        row.getString("people"),
        instant(row, "moment"),
        row.getInt("rounds"),
        row.getInt("round"),
        row.getBoolean("stated"),
        row.getBoolean("disturbed"),
        decision.isEmpty() ? Decision.UNDECIDED : Decision.valueOf(decision),
        row.getBoolean("by_rule"),
        row.getString("decided_name"),
        posted == null ? null : new Quantity(posted));
  }

  Optional<Result> one(long count, long id) {
    Where where = new Where("r.count_id = :count and r.id = :id", Map.of("count", count, "id", id));
    return rows(where, "count_result r", "r.id", 0, 1).stream().findFirst();
  }

  PositionKey key(long id) {
    return jdbc.sql("select * from count_result where id = ?")
        .param(id)
        .query((row, n) -> Times.key(row))
        .single();
  }

  /** Variances by value, largest first, with what they add up to. */
  Chart chart(long count) {
    Where where =
        where(
            count,
            new Question(Counting.Show.WRONG, null, null, null, null, Counting.Sort.GROSS, true));
    record Sum(int many, BigDecimal gross) {}
    Sum sum =
        jdbc.sql(
                "select count(*) many, coalesce(sum(r.gross), 0) gross from count_result r where "
                    + where.sql())
            .params(where.values())
            .query(Sum.class)
            .single();
    BigDecimal so = BigDecimal.ZERO;
    List<Bar> bars = new ArrayList<>();
    for (Result one : rows(where, "count_result r", "r.gross desc, r.id desc", 0, BARS)) {
      BigDecimal gross = one.value().abs();
      if (gross.signum() == 0) {
        break;
      }
      so = so.add(gross);
      bars.add(new Bar(one.id(), one.name() + " · " + one.place(), one.value(), gross, so));
    }
    return new Chart(bars, sum.many() - bars.size(), sum.gross().subtract(so), sum.gross());
  }

  /**
   * What is known of a position's past: what changed the book, and what was seen on the shelf.
   *
   * @param since from when on
   * @param now what the book says now
   */
  List<Trail> trail(long count, PositionKey key, Instant since, Quantity now) {
    List<Trail> all = new ArrayList<>(moves(key, since));
    all.sort(Comparator.comparing(Trail::at));
    Quantity book = now;
    List<Trail> withBook = new ArrayList<>();
    for (int i = all.size() - 1; i >= 0; i--) {
      Trail one = all.get(i);
      withBook.add(
          new Trail(
              one.at(),
              one.kind(),
              one.posting(),
              one.what(),
              one.document(),
              one.person(),
              one.other(),
              one.change(),
              book,
              null));
      book = book.minus(one.change());
    }
    withBook.addAll(looks(count, key));
    withBook.sort(Comparator.comparing(Trail::at).reversed());
    return withBook;
  }

  private List<Trail> moves(PositionKey key, Instant since) {
    return jdbc.sql(
            """
            select l.effective, l.posting_id, h.kind, h.document, w.name person, l.quantity,
              l.to_place_id = :place and l.to_unit_load_id = :load and l.to_condition = :condition
                came, o.address other
            from posted_line l join posted h on h.id = l.posting_id
              join person w on w.id = h.person_id
              join place o on o.id = if(l.to_place_id = :place, l.from_place_id, l.to_place_id)
            where l.item_id = :item and l.lot_id = :lot and l.serial_id = :serial
              and l.effective > :since
              and ((l.to_place_id = :place and l.to_unit_load_id = :load
                  and l.to_condition = :condition)
                or (l.from_place_id = :place and l.from_unit_load_id = :load
                  and l.from_condition = :condition))
            order by l.effective desc, l.posting_id desc limit :most
            """)
        .param("item", key.item())
        .param("place", key.place())
        .param("lot", key.lot())
        .param("serial", key.serial())
        .param("load", key.unitLoad())
        .param("condition", key.condition().code())
        .param("since", utc(since))
        .param("most", MOST_TRAIL)
        .query(
            (row, n) -> {
              Quantity quantity = new Quantity(row.getBigDecimal("quantity"));
              return new Trail(
                  instant(row, "effective"),
                  Trail.Kind.MOVED,
                  row.getLong("posting_id"),
                  row.getString("kind"),
                  row.getString("document"),
                  row.getString("person"),
                  row.getString("other"),
                  row.getBoolean("came") ? quantity : quantity.negated(),
                  null,
                  null);
            })
        .list();
  }

  /** Every time that someone counted the position: in this count, and in those that are posted. */
  private List<Trail> looks(long count, PositionKey key) {
    return jdbc.sql(
            """
            select l.last_at, l.quantity, w.name person, c.number from count_line l
              join stock_count c on c.id = l.count_id join person w on w.id = l.person_id
            where l.item_id = ? and l.place_id = ? and l.lot_id = ? and l.serial_id = ?
              and l.unit_load_id = ? and l.condition_code = ?
              and (c.state = 'POSTED' or c.id = ?)
            order by l.last_at desc limit 50
            """)
        .params(
            key.item(),
            key.place(),
            key.lot(),
            key.serial(),
            key.unitLoad(),
            key.condition().code(),
            count)
        .query(
            (row, n) ->
                new Trail(
                    instant(row, "last_at"),
                    Trail.Kind.COUNTED,
                    null,
                    null,
                    row.getString("number"),
                    row.getString("person"),
                    null,
                    null,
                    null,
                    new Quantity(row.getBigDecimal("quantity"))))
        .list();
  }

  /** When the position was last counted before, of all counts that are posted. */
  Optional<Instant> lastCounted(PositionKey key) {
    return jdbc
        .sql(
            """
            select moment from counted_position where item_id = ? and place_id = ? and lot_id = ?
              and serial_id = ? and unit_load_id = ? and condition_code = ?
            """)
        .params(Times.values(key))
        .query((row, n) -> instant(row, "moment"))
        .stream()
        .findFirst();
  }
}
