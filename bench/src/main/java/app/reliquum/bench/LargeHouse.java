package app.reliquum.bench;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/**
 * Fills an empty, migrated database with a large house, set-wise and straight into the tables: a
 * loader for measuring, not a way into the books. The ledger and the positions agree, so that the
 * application's own check finds nothing.
 */
final class LargeHouse {

  static final String PERSON = "BENCH";
  static final String PASSWORD = "bench secret";

  private final Connection connection;
  private final Size size;

  LargeHouse(Connection connection, Size size) {
    this.connection = connection;
    this.size = size;
  }

  boolean isThere() throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery("select count(*) from item")) {
      row.next();
      return row.getLong(1) >= size.items();
    }
  }

  void load() throws SQLException {
    run(
        "insert into person (code, name, role, everywhere, password_hash) values ('"
            + PERSON
            + "', 'Bench', 'CONTROLLER', true, '"
            + new BCryptPasswordEncoder().encode(PASSWORD)
            + "')");
    run("insert into site (code, name, time_zone) values ('BE', 'Bench site', 'UTC')");
    run("insert into area (site_id, code, name, purpose) values (1, 'ALL', 'All', 'STORE')");
    say("items", size.items());
    run(
        """
        insert into item (code, name, category, unit, decimals, tracking)
        select concat('IT-', lpad(seq, 6, '0')),
          concat(elt(1 + seq %% 8, 'Shackle', 'Flare', 'Rope', 'Anchor', 'Beacon', 'Paint',
            'Filter', 'Chart'), ' ', elt(1 + seq div 8 %% 5, 'red', 'blue', 'small', 'large',
            'heavy'), ' ', seq),
          concat('Category ', seq %% 40), 'PIECE', 0, 'NONE'
        from seq_1_to_%d
        """
            .formatted(size.items()));
    say("bins", size.bins());
    run(
        """
        insert into place (kind, site_id, area_id, address, label, walk)
        select 'BIN', 1, 1, concat('B-', lpad(seq, 6, '0')), concat('BE.B-', lpad(seq, 6, '0')), seq
        from seq_1_to_%d
        """
            .formatted(size.bins()));
    loadLedger();
    say("positions", size.positions());
    run(
        """
        insert into stock_position (item_id, place_id, quantity, in_date)
        select item_id, place_id, sum(quantity), '2026-01-02' from (
          select item_id, to_place_id place_id, quantity from ledger_line
            where to_place_id > 6
          union all
          select item_id, from_place_id, -quantity from ledger_line where from_place_id > 6
        ) moved group by item_id, place_id having sum(quantity) > 0
        """);
    say("totals", size.items());
    for (int site = 0; site <= 1; site++) {
      run(
          "insert into item_stock (site_id, item_id, on_hand, available) select "
              + site
              + ", item_id, sum(quantity), sum(quantity) from stock_position group by item_id");
    }
    run("insert into item_cost (item_id, cost, changed) select id, 1 + id % 50, now(6) from item");
    run(
        """
        insert into cost_pool (item_id, pool_id, method, quantity, value)
        select item_id, 1, 'MOVING_AVERAGE', sum(quantity), sum(quantity) * (1 + item_id % 50)
        from stock_position group by item_id
        """);
    run("analyze table item, place, stock_position, item_stock, posting, ledger_line");
  }

  /**
   * Each position is opened with plenty; the rest of the ledger moves pieces between two of them.
   */
  private void loadLedger() throws SQLException {
    long firstBin = number("select min(id) from place where kind = 'BIN'");
    long opening = number("select id from place where kind = 'OPENING'");
    say("opening lines", size.positions());
    run(
        """
        insert into posting (id, kind, effective, recorded, person_id, device, command_id)
        select seq, 'OPENING', '2026-01-02 08:00:00', '2026-01-02 08:00:00', 1, 'bench', uuid()
        from seq_1_to_%d
        """
            .formatted(size.positions()));
    run(
        """
        insert into ledger_line (posting_id, line_no, effective, item_id, from_place_id,
          to_place_id, quantity, value)
        select seq, 1, '2026-01-02 08:00:00', 1 + seq %% %1$d, %2$d, %3$d + seq * 7 %% %4$d, 1000,
          1000 * (1 + (1 + seq %% %1$d) %% 50)
        from seq_1_to_%5$d
        """
            .formatted(size.items(), opening, firstBin, size.bins(), size.positions()));
    int step = Math.min(1_000_000, size.lines());
    for (int from = size.positions() + 1; from <= size.lines(); from += step) {
      int to = Math.min(size.lines(), from + step - 1);
      say("ledger lines up to", to);
      run(
          """
          insert into posting (id, kind, effective, recorded, person_id, device, command_id)
          select seq, 'MOVE', date_add('2026-01-03', interval seq * 2 second),
            date_add('2026-01-03', interval seq * 2 second), 1, 'bench', uuid()
          from seq_%d_to_%d
          """
              .formatted(from, to));
      // There and back again, so that every position ends with what it was opened with.
      run(
          """
          insert into ledger_line (posting_id, line_no, effective, item_id, from_place_id,
            to_place_id, quantity)
          select seq, 1, date_add('2026-01-03', interval seq * 2 second), 1 + p %% %1$d,
            if(seq %% 2 = 0, %2$d + p * 7 %% %3$d, %2$d + (p * 7 + 1) %% %3$d),
            if(seq %% 2 = 0, %2$d + (p * 7 + 1) %% %3$d, %2$d + p * 7 %% %3$d), 1
          from (select seq, 1 + (seq div 2) %% %4$d p from seq_%5$d_to_%6$d) pairs
          """
              .formatted(size.items(), firstBin, size.bins(), size.positions(), from, to));
    }
  }

  private long number(String sql) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      row.next();
      return row.getLong(1);
    }
  }

  private void run(String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static void say(String what, long count) {
    System.err.printf("  loading %,d %s%n", count, what);
  }
}
