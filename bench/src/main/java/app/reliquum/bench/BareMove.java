package app.reliquum.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;

/**
 * The twin of a move through HTTP: the same durable writes (command, posting, line, two positions)
 * in one transaction, by bare JDBC, without any rule, check or answer.
 */
final class BareMove implements AutoCloseable {

  private final Connection connection;
  private final PreparedStatement command;
  private final PreparedStatement lock;
  private final PreparedStatement posting;
  private final PreparedStatement line;
  private final PreparedStatement take;
  private final PreparedStatement put;
  private final PreparedStatement answer;

  BareMove(Connection connection) throws SQLException {
    this.connection = connection;
    connection.setAutoCommit(false);
    connection.setTransactionIsolation(Connection.TRANSACTION_READ_COMMITTED);
    command =
        connection.prepareStatement(
            "insert into command (id, person_id, fingerprint, created)"
                + " values (?, 1, repeat('x', 32), utc_timestamp(6))");
    lock =
        connection.prepareStatement(
            "select quantity from stock_position where item_id = ? and place_id in (?, ?)"
                + " order by place_id for update");
    posting =
        connection.prepareStatement(
            "insert into posting (kind, effective, recorded, person_id, device, command_id)"
                + " values ('MOVE', utc_timestamp(6), utc_timestamp(6), 1, 'bare', ?)",
            Statement.RETURN_GENERATED_KEYS);
    line =
        connection.prepareStatement(
            "insert into ledger_line (posting_id, line_no, effective, item_id, from_place_id,"
                + " to_place_id, quantity) values (?, 1, utc_timestamp(6), ?, ?, ?, 1)");
    take =
        connection.prepareStatement(
            "update stock_position set quantity = quantity - 1"
                + " where item_id = ? and place_id = ? and quantity >= 1");
    put =
        connection.prepareStatement(
            "insert into stock_position (item_id, place_id, quantity, in_date)"
                + " values (?, ?, 1, '2026-01-02')"
                + " on duplicate key update quantity = quantity + 1");
    answer = connection.prepareStatement("update command set answer = ? where id = ?");
  }

  void move(long item, long from, long to) throws SQLException {
    String id = UUID.randomUUID().toString();
    command.setString(1, id);
    command.executeUpdate();
    set(lock, item, from, to);
    lock.executeQuery().close();
    posting.setString(1, id);
    posting.executeUpdate();
    long number;
    try (ResultSet keys = posting.getGeneratedKeys()) {
      keys.next();
      number = keys.getLong(1);
    }
    set(line, number, item, from, to);
    line.executeUpdate();
    set(take, item, from);
    take.executeUpdate();
    set(put, item, to);
    put.executeUpdate();
    answer.setString(1, "{\"posting\":" + number + "}");
    answer.setString(2, id);
    answer.executeUpdate();
    connection.commit();
  }

  private static void set(PreparedStatement statement, long... values) throws SQLException {
    for (int i = 0; i < values.length; i++) {
      statement.setLong(i + 1, values[i]);
    }
  }

  @Override
  public void close() throws SQLException {
    connection.close();
  }
}
