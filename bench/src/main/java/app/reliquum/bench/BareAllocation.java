package app.reliquum.bench;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;

/**
 * The twin of allocating an order: the same durable writes (reservations, positions, totals, the
 * order and its event) in one transaction, by bare JDBC. It takes the first position that has
 * enough, without any rule or choice.
 */
final class BareAllocation implements AutoCloseable {

  private record Line(int number, long item, BigDecimal asked) {}

  private final Connection connection;
  private final PreparedStatement order;
  private final PreparedStatement lines;
  private final PreparedStatement find;
  private final PreparedStatement reservation;
  private final PreparedStatement reserve;
  private final PreparedStatement total;
  private final PreparedStatement allocated;
  private final PreparedStatement event;

  BareAllocation(Connection connection) throws SQLException {
    this.connection = connection;
    connection.setAutoCommit(false);
    connection.setTransactionIsolation(Connection.TRANSACTION_READ_COMMITTED);
    order =
        connection.prepareStatement("select number from outbound_order where id = ? for update");
    // By item, so that whoever wants the same goods waits for them in the same order.
    lines =
        connection.prepareStatement(
            "select line_no, item_id, asked from outbound_line where order_id = ?"
                + " order by item_id");
    find =
        connection.prepareStatement(
            "select place_id from stock_position where item_id = ? and quantity - reserved >= ?"
                + " order by place_id limit 1 for update");
    reservation =
        connection.prepareStatement(
            "insert into reservation (document, document_line, item_id, place_id, quantity, made)"
                + " values (?, ?, ?, ?, ?, utc_timestamp(6))");
    reserve =
        connection.prepareStatement(
            "update stock_position set reserved = reserved + ? where item_id = ? and place_id = ?"
                + " and lot_id = 0 and serial_id = 0 and unit_load_id = 0 and condition_code = 0");
    total =
        connection.prepareStatement(
            "update item_stock set available = available - ? where item_id = ? and site_id = ?");
    allocated =
        connection.prepareStatement(
            "update outbound_order set allocated = utc_timestamp(6), state = 'ALLOCATED',"
                + " version = version + 1 where id = ?");
    event =
        connection.prepareStatement(
            "insert into document_change (kind, document_id, at, person_id, what)"
                + " values ('OUTBOUND_ORDER', ?, utc_timestamp(6), 1, 'ALLOCATED')");
  }

  void allocate(long id) throws SQLException {
    String number = first(order, id).toString();
    for (Line line : linesOf(id)) {
      Object place = first(find, line.item(), line.asked());
      if (place != null) {
        add(reservation, number, line.number(), line.item(), place, line.asked());
        add(reserve, line.asked(), line.item(), place);
        add(total, line.asked(), line.item(), 0);
        add(total, line.asked(), line.item(), 1);
      }
    }
    reservation.executeBatch();
    reserve.executeBatch();
    total.executeBatch();
    set(allocated, id);
    allocated.executeUpdate();
    set(event, id);
    event.executeUpdate();
    connection.commit();
  }

  private List<Line> linesOf(long id) throws SQLException {
    set(lines, id);
    List<Line> found = new ArrayList<>();
    try (ResultSet rows = lines.executeQuery()) {
      while (rows.next()) {
        found.add(new Line(rows.getInt(1), rows.getLong(2), rows.getBigDecimal(3)));
      }
    }
    return found;
  }

  private static Object first(PreparedStatement statement, Object... values) throws SQLException {
    set(statement, values);
    try (ResultSet rows = statement.executeQuery()) {
      return rows.next() ? rows.getObject(1) : null;
    }
  }

  private static void add(PreparedStatement statement, Object... values) throws SQLException {
    set(statement, values);
    statement.addBatch();
  }

  private static void set(PreparedStatement statement, Object... values) throws SQLException {
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
  }

  @Override
  public void close() throws SQLException {
    connection.close();
  }
}
