package app.reliquum.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** Looks at all items of the large house as a night does, and asks what runs low. */
final class Replenishing {

  private static final int USED_DAYS = 30;
  private static final int PAGES = 60;
  private static final int TRIED_ITEMS = 400;
  private static final int TRIED_DAYS = 270;
  private static final String TRIED = "Category 7";

  private static final String FIGURES =
      "{\"kind\":\"POINT_AND_QUANTITY\",\"servicePercent\":95,\"reviewDays\":1,\"windowDays\":365,"
          + "\"orderCost\":12,\"holdingPercent\":20,\"forOrders\":\"FROM_STOCK\"}";

  private final Http http;
  private final Connection connection;

  Replenishing(Http http, Connection connection) {
    this.http = http;
    this.connection = connection;
  }

  /** A run over all items, twice; the page of what runs low; a policy tried on the past. */
  void print() throws Exception {
    demand();
    if (!http.get("/api/replenishment/policies").contains("\"HOUSE\"")) {
      http.post("/api/replenishment/policies", "{\"figures\":" + FIGURES + "}");
    }
    run("first run");
    run("second run");
    System.out.printf(
        "   %,d run low, %,d proposals are open%n",
        number("select count(*) from item_outlook where low"),
        number("select count(*) from proposal where state = 'OPEN'"));
    for (String path :
        List.of(
            "/api/replenishment/items",
            "/api/replenishment/items?show=PROPOSED",
            "/api/replenishment/items?show=EVERY",
            "/api/replenishment/items/17/at/1")) {
      page(path);
    }
    tried();
  }

  /** Each item was used on thirty days of the last year; every tenth is nearly gone. */
  private void demand() throws SQLException {
    if (number("select exists(select 1 from usage_by_day)") > 0) {
      return;
    }
    run(
        "insert ignore into supplier (code, name) values ('BENCH', 'Bench supplier')",
        """
        insert into usage_by_day (item_id, site_id, day, cause, quantity)
        select i.id, 1, current_date - interval (n.seq * 9 + i.id %% 9) day, 'CUSTOMER',
          1 + (i.id + n.seq) %% 7
        from item i join seq_1_to_%d n
        """
            .formatted(USED_DAYS),
        """
        insert into change_by_day (item_id, site_id, day, quantity)
        select item_id, site_id, day, -quantity from usage_by_day
        """,
        """
        insert into change_by_day (item_id, site_id, day, quantity)
        select t.item_id, 1, current_date - interval 300 day,
          t.on_hand - (select sum(c.quantity) from change_by_day c where c.item_id = t.item_id)
        from item_stock t where t.site_id = 1
        """,
        """
        insert into supplier_item (item_id, supplier_id, price, multiple, preferred)
        select i.id, (select min(id) from supplier), 5, 12, true from item i
        """,
        "update stock_position set quantity = 1 where item_id % 10 = 0",
        "analyze table usage_by_day, change_by_day, supplier_item");
  }

  private void run(String what) throws Exception {
    long start = System.nanoTime();
    http.post("/api/replenishment/runs", "{}");
    while (number("select count(*) from replenishment_run where finished is null") > 0) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(200));
    }
    System.out.printf(
        "%10.1f s   %s over %,d items%n",
        (System.nanoTime() - start) / 1e9,
        what,
        number("select looked from replenishment_run order by id desc limit 1"));
  }

  private void page(String path) throws Exception {
    List<Long> nanos = new ArrayList<>();
    for (int i = 0; i < 2 * PAGES; i++) {
      long start = System.nanoTime();
      http.get(path);
      // The first half warms up.
      if (i >= PAGES) {
        nanos.add(System.nanoTime() - start);
      }
    }
    nanos.sort(null);
    System.out.printf("%10.1f ms  %s%n", nanos.get(PAGES / 2) / 1e6, path);
  }

  private void tried() throws Exception {
    run(
        "update item set category = 'Tried' where category = '"
            + TRIED
            + "' order by id limit "
            + TRIED_ITEMS);
    String body =
        "{\"site\":1,\"category\":\"Tried\",\"days\":%d,\"figures\":%s}"
            .formatted(TRIED_DAYS, FIGURES);
    long best = Long.MAX_VALUE;
    for (int i = 0; i < 5; i++) {
      long start = System.nanoTime();
      http.post("/api/replenishment/trials", body);
      best = Math.min(best, System.nanoTime() - start);
    }
    run("update item set category = '" + TRIED + "' where category = 'Tried'");
    System.out.printf(
        "%10.1f ms  a policy tried over %d items and %d days%n",
        best / 1e6, TRIED_ITEMS, TRIED_DAYS);
  }

  private void run(String... statements) throws SQLException {
    for (String sql : statements) {
      try (PreparedStatement statement = connection.prepareStatement(sql)) {
        statement.execute();
      }
    }
  }

  private long number(String sql) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql);
        ResultSet row = statement.executeQuery()) {
      row.next();
      return row.getLong(1);
    }
  }
}
