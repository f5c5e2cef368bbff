package app.reliquum.stock;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Decision.Change;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.places.AreaSql;
import app.reliquum.places.Places;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * The rows of positions and totals.
 *
 * <p>Rows are locked and written in the order of their keys, positions before totals, so that two
 * postings never wait for each other crosswise. An emptied position stays as a row of zero, for the
 * night to clear away.
 */
@Repository
class PositionTable {

  private static final int KEYS_AT_ONCE = 200;

  private static final String UPSERT =
      """
      insert into stock_position
        (item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, quantity, in_date,
          landed, landed_by)
      values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
      on duplicate key update
        landed = if(quantity = 0 or landed is null, value(landed), greatest(landed, value(landed))),
        landed_by = if(quantity = 0, value(landed_by), coalesce(value(landed_by), landed_by)),
        in_date = if(quantity = 0 or in_date is null, value(in_date), least(in_date, value(in_date))),
        quantity = quantity + value(quantity)
      """;

  private static final String TAKE =
      """
      update stock_position set quantity = ?, in_date = ?
      where item_id = ? and place_id = ? and lot_id = ? and serial_id = ? and unit_load_id = ?
        and condition_code = ?
      """;

  private static final String RESERVE =
      """
      update stock_position set reserved = reserved + ?
      where item_id = ? and place_id = ? and lot_id = ? and serial_id = ? and unit_load_id = ?
        and condition_code = ?
      """;

  private static final String TOTAL =
      """
      insert into item_stock (item_id, site_id, on_hand, available) values (?, ?, ?, ?)
      on duplicate key update
        on_hand = on_hand + value(on_hand), available = available + value(available)
      """;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;

  PositionTable(JdbcClient jdbc, JdbcTemplate batches) {
    this.jdbc = jdbc;
    this.batches = batches;
  }

  /** A total's row: an item at a site, or in the whole house as site 0. */
  private record TotalKey(long item, long site) implements Comparable<TotalKey> {
    private static final Comparator<TotalKey> ORDER =
        Comparator.comparingLong(TotalKey::item).thenComparingLong(TotalKey::site);

    @Override
    public int compareTo(TotalKey other) {
      return ORDER.compare(this, other);
    }
  }

  /**
   * What locked positions hold.
   *
   * @param reserved how much of them is reserved, where any is
   * @param receipts the document by which they came in, where it is known
   */
  record Locked(
      Map<PositionKey, Holding> held,
      Map<PositionKey, Quantity> reserved,
      Map<PositionKey, String> receipts) {
    Holding held(PositionKey key) {
      return held.getOrDefault(key, Holding.EMPTY);
    }

    Quantity free(PositionKey key) {
      return held(key).quantity().minus(reserved.getOrDefault(key, Quantity.ZERO));
    }
  }

  /** Locks rows in the order of their keys and says what they hold. */
  Locked lock(List<PositionKey> keys) {
    Map<PositionKey, Holding> held = new HashMap<>();
    Map<PositionKey, Quantity> reserved = new HashMap<>();
    Map<PositionKey, String> receipts = new HashMap<>();
    for (int from = 0; from < keys.size(); from += KEYS_AT_ONCE) {
      List<PositionKey> some = keys.subList(from, Math.min(from + KEYS_AT_ONCE, keys.size()));
      List<Object> values = new ArrayList<>();
      StringBuilder sql =
          new StringBuilder(
              "select item_id, place_id, lot_id, serial_id, unit_load_id, condition_code, quantity,"
                  + " in_date, reserved, landed_by from stock_position where"
                  + " (item_id, place_id, lot_id, serial_id, unit_load_id, condition_code) in (");
      for (PositionKey key : some) {
        sql.append(values.isEmpty() ? "" : ", ").append("(?, ?, ?, ?, ?, ?)");
        addKey(values, key);
      }
      sql.append(") order by item_id, place_id, lot_id, serial_id, unit_load_id, condition_code")
          .append(" for update");
      batches.query(
          sql.toString(),
          row -> {
            PositionKey key = key(row);
            held.put(
                key, new Holding(new Quantity(row.getBigDecimal(7)), localDate(row.getDate(8))));
            if (row.getBigDecimal(9).signum() > 0) {
              reserved.put(key, new Quantity(row.getBigDecimal(9)));
            }
            if (row.getString(10) != null) {
              receipts.put(key, row.getString(10));
            }
          },
          values.toArray());
    }
    return new Locked(held, reserved, receipts);
  }

  private static final String CANDIDATE =
      "select s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id, s.condition_code";

  private static final String AT_SITE =
      " from stock_position s join place p on p.id = s.place_id"
          + " left join area a on a.id = p.area_id left join lot l on l.id = s.lot_id"
          + " where s.item_id in (:items) and p.site_id = :site and s.quantity > 0";

  /** Locks every position of items at a site that might be taken from. */
  List<Candidate> lockCandidates(Collection<Long> items, long site) {
    List<Candidate> found = candidates(items, site);
    // Locked by their keys alone, so that places and lots are not locked with them; what they hold
    // counts from then on.
    Locked locked = lock(found.stream().map(Candidate::key).sorted().toList());
    return found.stream()
        .filter(one -> locked.held(one.key()).quantity().isPositive())
        .map(
            one ->
                one.less(one.free().minus(locked.free(one.key())))
                    .since(locked.held(one.key()).inDate()))
        .toList();
  }

  /** Every position of items at a site that might be taken from. */
  List<Candidate> candidates(Collection<Long> items, long site) {
    return jdbc.sql(
            CANDIDATE
                + ", s.quantity - s.reserved free, s.in_date, l.expiry, coalesce(l.code, '') lot,"
                + " p.address, p.walk, p.area_id,"
                + " p.active and "
                + AreaSql.PICKABLE
                + " pickable"
                + AT_SITE)
        .param("items", items)
        .param("site", site)
        .query(
            (row, n) ->
                new Candidate(
                    key(row),
                    new Quantity(row.getBigDecimal("free")),
                    localDate(row.getDate("in_date")),
                    localDate(row.getDate("expiry")),
                    row.getString("lot"),
                    row.getString("address"),
                    row.getInt("walk"),
                    row.getLong("area_id"),
                    row.getBoolean("pickable")))
        .list();
  }

  private static PositionKey key(ResultSet row) throws SQLException {
    return new PositionKey(
        row.getLong(1),
        row.getLong(2),
        row.getLong(3),
        row.getLong(4),
        row.getLong(5),
        condition(row.getInt(6)));
  }

  /** Adds to what is reserved of positions, or takes from it; what is available follows. */
  void reserve(List<Map.Entry<PositionKey, Quantity>> more, Map<Long, Places.LedgerPlace> places) {
    addReserved(more);
    Map<TotalKey, Quantity[]> totals = new TreeMap<>();
    more.forEach(
        one ->
            addTotal(
                totals,
                one.getKey(),
                Quantity.ZERO,
                one.getValue(),
                Objects.requireNonNull(places.get(one.getKey().place()))));
    writeTotals(totals);
  }

  private void addReserved(List<Map.Entry<PositionKey, Quantity>> more) {
    List<Object[]> rows = new ArrayList<>();
    for (Map.Entry<PositionKey, Quantity> one : more) {
      List<Object> values = new ArrayList<>();
      values.add(one.getValue().amount());
      addKey(values, one.getKey());
      rows.add(values.toArray());
    }
    if (!rows.isEmpty()) {
      batches.batchUpdate(RESERVE, rows);
    }
  }

  private static void addKey(List<Object> values, PositionKey key) {
    values.add(key.item());
    values.add(key.place());
    values.add(key.lot());
    values.add(key.serial());
    values.add(key.unitLoad());
    values.add(key.condition().code());
  }

  /** Locks serial numbers that are about to enter, and says which of them are in the house. */
  Set<Long> lockSerials(Collection<Long> serials) {
    jdbc.sql("select id from serial where id in (:ids) order by id for update")
        .param("ids", serials)
        .query(Long.class)
        .list();
    return new HashSet<>(
        jdbc.sql("select serial_id from stock_position where serial_id in (:ids) and quantity > 0")
            .param("ids", serials)
            .query(Long.class)
            .list());
  }

  /**
   * Goods that came to a position.
   *
   * @param at when
   * @param receipt the document by which they came into the house; null if nobody knows
   */
  record Landed(Instant at, @Nullable String receipt) {}

  /**
   * Writes what becomes of positions, and of the totals that follow from them.
   *
   * @param landed of positions that goods came to, when and by which receipt
   * @param reserved how much more of positions is reserved, or less
   */
  void write(
      List<Change> changes,
      Map<PositionKey, Landed> landed,
      Map<PositionKey, Quantity> reserved,
      Map<Long, Places.LedgerPlace> places) {
    List<Object[]> puts = new ArrayList<>();
    List<Object[]> takes = new ArrayList<>();
    Map<TotalKey, Quantity[]> totals = new TreeMap<>();
    for (Change change : changes) {
      Quantity more = change.after().quantity().minus(change.before().quantity());
      if (more.isZero()) {
        continue;
      }
      List<Object> values = new ArrayList<>();
      if (more.isPositive()) {
        addKey(values, change.key());
        values.add(more.amount());
        values.add(change.after().inDate());
        Landed last = landed.get(change.key());
        values.add(last == null ? null : LedgerTable.utc(last.at()));
        values.add(last == null ? null : last.receipt());
        puts.add(values.toArray());
      } else {
        values.add(change.after().quantity().amount());
        values.add(change.after().inDate());
        addKey(values, change.key());
        takes.add(values.toArray());
      }
      addTotal(
          totals,
          change.key(),
          more,
          Quantity.ZERO,
          Objects.requireNonNull(places.get(change.key().place())));
    }
    reserved.forEach(
        (key, more) ->
            addTotal(
                totals, key, Quantity.ZERO, more, Objects.requireNonNull(places.get(key.place()))));
    // At no moment is more reserved than held.
    addReserved(part(reserved, Quantity::isNegative));
    if (!takes.isEmpty()) {
      batches.batchUpdate(TAKE, takes);
    }
    if (!puts.isEmpty()) {
      batches.batchUpdate(UPSERT, puts);
    }
    addReserved(part(reserved, Quantity::isPositive));
    writeTotals(totals);
  }

  private static List<Map.Entry<PositionKey, Quantity>> part(
      Map<PositionKey, Quantity> reserved, Predicate<Quantity> which) {
    return reserved.entrySet().stream().filter(one -> which.test(one.getValue())).toList();
  }

  private void writeTotals(Map<TotalKey, Quantity[]> totals) {
    List<Object[]> rows = new ArrayList<>();
    totals.forEach(
        (key, sums) -> {
          if (!sums[0].isZero() || !sums[1].isZero()) {
            rows.add(new Object[] {key.item(), key.site(), sums[0].amount(), sums[1].amount()});
          }
        });
    if (!rows.isEmpty()) {
      batches.batchUpdate(TOTAL, rows);
    }
  }

  private static void addTotal(
      Map<TotalKey, Quantity[]> totals,
      PositionKey key,
      Quantity more,
      Quantity reserved,
      Places.LedgerPlace place) {
    boolean available =
        place.kind() == PlaceKind.BIN && place.available() && key.condition() == Condition.GOOD;
    for (long site : new long[] {0, place.site()}) {
      Quantity[] sums =
          totals.computeIfAbsent(
              new TotalKey(key.item(), site), k -> new Quantity[] {Quantity.ZERO, Quantity.ZERO});
      sums[0] = sums[0].plus(more);
      sums[1] = available ? sums[1].plus(more).minus(reserved) : sums[1];
      if (place.site() == 0) {
        break;
      }
    }
  }

  /** Says since when goods of positions are in stock. */
  void since(Map<PositionKey, LocalDate> days) {
    List<Object[]> rows = new ArrayList<>();
    days.forEach(
        (key, day) -> {
          List<Object> values = new ArrayList<>();
          values.add(day);
          addKey(values, key);
          rows.add(values.toArray());
        });
    if (!rows.isEmpty()) {
      batches.batchUpdate(
          """
          update stock_position set in_date = ?
          where item_id = ? and place_id = ? and lot_id = ? and serial_id = ? and unit_load_id = ?
            and condition_code = ?
          """,
          rows);
    }
  }

  /** Works the totals of a site, and of the house, out anew from the positions. */
  void rebuildTotals(long site) {
    for (long each : new long[] {site, 0}) {
      jdbc.sql("delete from item_stock where site_id = ?").param(each).update();
      jdbc.sql(
              """
              insert into item_stock (item_id, site_id, on_hand, available)
              select s.item_id, :site, sum(s.quantity),
                sum(if(%s, s.quantity - s.reserved, 0))
              from stock_position s join place p on p.id = s.place_id
                left join area a on a.id = p.area_id
              where s.quantity > 0 and (:site = 0 or p.site_id = :site)
              group by s.item_id
              """
                  .formatted(OnHandSql.good("s")))
          .param("site", each)
          .update();
    }
  }

  /** Clears away the rows of emptied positions. */
  int clearEmpty() {
    return jdbc.sql("delete from stock_position where quantity = 0").update();
  }

  static Condition condition(int code) {
    return Condition.of(code);
  }

  static @Nullable LocalDate localDate(Date date) {
    return date == null ? null : date.toLocalDate();
  }

  static Quantity quantity(BigDecimal amount) {
    return amount == null ? Quantity.ZERO : new Quantity(amount);
  }
}
