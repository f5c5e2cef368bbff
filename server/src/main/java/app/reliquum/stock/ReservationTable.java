package app.reliquum.stock;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * The rows of what is kept for documents. Whoever changes them has locked the positions before, and
 * so needs no locks here.
 */
@Repository
class ReservationTable {

  private static final String SELECT =
      """
      select r.id, r.document, r.document_line, r.item_id, r.place_id, r.lot_id, r.serial_id,
        r.unit_load_id, r.condition_code, r.quantity, r.picked, r.picked_from_id
      from reservation r
      """;

  private static final String INSERT =
      """
      insert into reservation (document, document_line, item_id, place_id, lot_id, serial_id,
        unit_load_id, condition_code, quantity, picked, picked_from_id, made)
      values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
      """;

  /** With the names that people know. */
  private static final String GOODS =
      """
      select r.*, i.code item, i.name, i.unit, p.address, p.walk, o.code lot, o.expiry,
        s.code serial, u.code unit_load
      from reservation r join item i on i.id = r.item_id join place p on p.id = r.place_id
        left join lot o on o.id = r.lot_id left join serial s on s.id = r.serial_id
        left join unit_load u on u.id = r.unit_load_id
      where r.document = ? order by r.picked, p.walk, p.address, i.code, r.id
      """;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;
  private final Clock clock;

  ReservationTable(JdbcClient jdbc, JdbcTemplate batches, Clock clock) {
    this.jdbc = jdbc;
    this.batches = batches;
    this.clock = clock;
  }

  List<Reservation> at(Collection<PositionKey> keys) {
    if (keys.isEmpty()) {
      return List.of();
    }
    Set<Long> items = keys.stream().map(PositionKey::item).collect(Collectors.toSet());
    Set<Long> places = keys.stream().map(PositionKey::place).collect(Collectors.toSet());
    return jdbc
        .sql(SELECT + " where r.item_id in (:items) and r.place_id in (:places)")
        .param("items", items)
        .param("places", places)
        .query((row, n) -> reservation(row))
        .list()
        .stream()
        .filter(one -> keys.contains(one.key()))
        .toList();
  }

  List<Reserving.Kept> of(String document) {
    return jdbc.sql(SELECT + " where r.document = ? order by r.id")
        .param(document)
        .query((row, n) -> new Reserving.Kept(reservation(row), row.getLong("picked_from_id")))
        .list();
  }

  List<ReservedGoods> goods(String document) {
    return jdbc.sql(GOODS)
        .param(document)
        .query(
            (row, n) ->
                new ReservedGoods(
                    row.getLong("id"),
                    row.getInt("document_line"),
                    row.getLong("item_id"),
                    row.getString("item"),
                    row.getString("name"),
                    UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                    row.getLong("place_id"),
                    row.getString("address"),
                    row.getInt("walk"),
                    row.getLong("lot_id"),
                    row.getString("lot"),
                    PositionTable.localDate(row.getDate("expiry")),
                    row.getLong("serial_id"),
                    row.getString("serial"),
                    row.getLong("unit_load_id"),
                    row.getString("unit_load"),
                    Condition.of(row.getInt("condition_code")),
                    new Quantity(row.getBigDecimal("quantity")),
                    row.getBoolean("picked")))
        .list();
  }

  private static Reservation reservation(ResultSet row) throws SQLException {
    return new Reservation(
        row.getLong("id"),
        row.getString("document"),
        row.getInt("document_line"),
        new PositionKey(
            row.getLong("item_id"),
            row.getLong("place_id"),
            row.getLong("lot_id"),
            row.getLong("serial_id"),
            row.getLong("unit_load_id"),
            PositionTable.condition(row.getInt("condition_code"))),
        new Quantity(row.getBigDecimal("quantity")),
        row.getBoolean("picked"));
  }

  void add(Reservation one, long pickedFrom) {
    batches.update(INSERT, row(one, pickedFrom));
  }

  /** Adds reservations of which nothing is picked yet. */
  void add(List<Reservation> all) {
    if (!all.isEmpty()) {
      batches.batchUpdate(INSERT, all.stream().map(one -> row(one, 0)).toList());
    }
  }

  private Object[] row(Reservation one, long pickedFrom) {
    PositionKey key = one.key();
    return new Object[] {
      one.document(),
      one.line(),
      key.item(),
      key.place(),
      key.lot(),
      key.serial(),
      key.unitLoad(),
      key.condition().code(),
      one.quantity().amount(),
      one.picked(),
      pickedFrom,
      LedgerTable.utc(clock.instant())
    };
  }

  /** Writes what has become of a reservation: changed, or ended. */
  void change(Reservation one) {
    if (one.quantity().isPositive()) {
      jdbc.sql("update reservation set quantity = ? where id = ?")
          .params(one.quantity().amount(), one.id())
          .update();
    } else {
      jdbc.sql("delete from reservation where id = ?").param(one.id()).update();
    }
  }
}
