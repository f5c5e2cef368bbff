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
  private static final int ORDERS = 50;
  private static final int SERVED = 9;
  private static final int SERVED_BEFORE = 15;

  /** How much of what has happened is not seen to yet. */
  private static final String BEHIND =
      "select count(*) from feed_entry where sequence is null or sequence >"
          + " (select sequence from feed_cursor where reader = 'replenishment-order-supply')";

  private static final String SERVED_ORDERS =
      "select count(*) from outbound_order o join outbound_line l on l.order_id = o.id"
          + " join item i on i.id = l.item_id where i.code = '%s' and o.state = 'ALLOCATED'";

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
    served();
  }

  /**
   * Goods come for which fifty orders wait: how long the receipt takes, and until all of them have
   * what they asked for, which follows behind it.
   */
  void served() throws Exception {
    if (!http.get("/api/customers").contains("\"BENCH\"")) {
      http.post(
          "/api/customers",
          "{\"code\":\"BENCH\",\"name\":\"Bench customer\",\"email\":\"\",\"street\":\"\","
              + "\"town\":\"\",\"gln\":\"\",\"minimumLife\":0,\"oneLot\":false,\"active\":true}");
    }
    String bin =
        text(
            "select p.label from place p join area a on a.id = p.area_id where p.site_id = 1"
                + " and p.kind = 'BIN' and a.purpose = 'STORE' order by p.id limit 1");
    List<Long> answers = new ArrayList<>();
    List<Long> nanos = new ArrayList<>();
    for (int round = 0; round < SERVED_BEFORE + SERVED; round++) {
      String item = "SRV-%d-%d".formatted(System.currentTimeMillis() % 1_000_000, round);
      waiting(item);
      while (number(BEHIND) > 0) {
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
      }
      long start = System.nanoTime();
      http.post(
          "/api/postings",
          "{\"direction\":\"FROM_SUPPLIER\",\"lines\":[{\"item\":\"%s\",\"place\":\"%s\",\"quantity\":\"%d\"}]}"
              .formatted(item, bin, 2 * ORDERS));
      long answered = System.nanoTime() - start;
      while (number(SERVED_ORDERS.formatted(item)) < ORDERS) {
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(2));
      }
      if (round >= SERVED_BEFORE) {
        answers.add(answered);
        nanos.add(System.nanoTime() - start);
      }
    }
    answers.sort(null);
    nanos.sort(null);
    System.out.printf(
        "%10.1f ms  until a receipt has served %d waiting orders (at most %.1f ms;"
            + " the receipt itself %.1f ms)%n",
        nanos.get(SERVED / 2) / 1e6,
        ORDERS,
        nanos.get(SERVED - 1) / 1e6,
        answers.get(SERVED / 2) / 1e6);
  }

  /** A new item, and orders that wait for it. */
  private void waiting(String item) throws Exception {
    http.post(
        "/api/items",
        ("{\"code\":\"%s\",\"name\":\"Served\",\"category\":\"\",\"unit\":\"PIECE\",\"decimals\":0,"
                + "\"tracking\":\"NONE\",\"hazardClass\":\"\",\"storageClass\":\"\",\"active\":true,"
                + "\"barcodes\":[],\"packs\":[],\"homes\":[]}")
            .formatted(item));
    http.post(
        "/api/replenishment/policies",
        "{\"item\":\"%s\",\"site\":1,\"figures\":%s}"
            .formatted(item, FIGURES.replace("FROM_STOCK", "FROM_STOCK_ELSE_BUY")));
    for (int order = 0; order < ORDERS; order++) {
      http.post(
          "/api/outbound",
          "{\"customer\":\"BENCH\",\"site\":1,\"allocate\":true,\"lines\":[{\"item\":\"%s\",\"packs\":\"2\",\"pack\":\"\"}]}"
              .formatted(item));
    }
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
    return Long.parseLong(text(sql));
  }

  private String text(String sql) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql);
        ResultSet row = statement.executeQuery()) {
      row.next();
      return row.getString(1);
    }
  }
}
