package app.reliquum.bench;

import java.net.URI;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Lets several clients allocate ten thousand order lines at once, and looks whether any position is
 * then reserved more than it holds. A tenth of the lines ask for the same hundred items.
 */
final class Allocations {

  private static final int ORDERS = 1_000;
  private static final int LINES = 10;
  private static final int CLIENTS = 4;
  private static final Pattern ID = Pattern.compile("\"id\":([0-9]+)");

  private final URI base;
  private final Http http;
  private final Connection connection;
  private final Size size;

  Allocations(Http http, URI base, Connection connection, Size size) {
    this.http = http;
    this.base = base;
    this.connection = connection;
    this.size = size;
  }

  void print() throws Exception {
    if (!http.get("/api/customers").contains("\"BENCH\"")) {
      http.post(
          "/api/customers",
          "{\"code\":\"BENCH\",\"name\":\"Bench customer\",\"email\":\"\",\"street\":\"\","
              + "\"town\":\"\",\"gln\":\"\",\"minimumLife\":0,\"oneLot\":false,\"active\":true}");
    }
    // The first few warm up.
    allocate(accept(40, new Random(1)));
    List<Long> orders = accept(ORDERS, new Random(2));
    long before = number("select count(*) from reservation");
    long start = System.nanoTime();
    allocate(orders);
    double seconds = (System.nanoTime() - start) / 1e9;
    System.out.printf(
        "   %,d lines of %,d orders, %d clients: %.1f s, %,d reservations%n",
        ORDERS * LINES,
        ORDERS,
        CLIENTS,
        seconds,
        number("select count(*) from reservation") - before);
    System.out.printf(
        "   positions reserved beyond what they hold: %d; that differ from their reservations: %d%n",
        number("select count(*) from stock_position where reserved > quantity"),
        number(
            """
            select count(*) from (
              select s.item_id, s.place_id, s.reserved - coalesce(sum(r.quantity), 0) difference
              from stock_position s left join reservation r on r.item_id = s.item_id
                and r.place_id = s.place_id and r.lot_id = s.lot_id and r.serial_id = s.serial_id
                and r.unit_load_id = s.unit_load_id and r.condition_code = s.condition_code
              where s.reserved > 0
              group by s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id,
                s.condition_code, s.reserved having difference <> 0) d
            """));
  }

  private List<Long> accept(int many, Random random) throws Exception {
    List<Long> orders = new ArrayList<>();
    for (int i = 0; i < many; i++) {
      StringBuilder lines = new StringBuilder();
      for (int line = 0; line < LINES; line++) {
        int item = line == 0 ? 1 + random.nextInt(100) : 1 + random.nextInt(size.items());
        lines
            .append(line == 0 ? "" : ",")
            .append(
                "{\"item\":\"IT-%06d\",\"packs\":\"%d\",\"pack\":\"\"}"
                    .formatted(item, 1 + random.nextInt(5)));
      }
      Matcher id =
          ID.matcher(
              http.post(
                  "/api/outbound",
                  "{\"customer\":\"BENCH\",\"site\":1,\"allocate\":false,\"lines\":["
                      + lines
                      + "]}"));
      if (id.find()) {
        orders.add(Long.parseLong(id.group(1)));
      }
    }
    return orders;
  }

  private void allocate(List<Long> orders) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(CLIENTS);
    List<Future<String>> running = new ArrayList<>();
    int each = orders.size() / CLIENTS;
    for (int client = 0; client < CLIENTS; client++) {
      Http own = new Http(base).signIn();
      List<Long> some = orders.subList(client * each, (client + 1) * each);
      running.add(
          pool.submit(
              () -> own.post("/api/outbound/allocation", "{\"site\":1,\"orders\":" + some + "}")));
    }
    for (Future<String> one : running) {
      one.get();
    }
    pool.shutdown();
  }

  private long number(String sql) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      row.next();
      return row.getLong(1);
    }
  }
}
