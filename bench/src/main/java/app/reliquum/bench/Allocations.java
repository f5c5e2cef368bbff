package app.reliquum.bench;

import java.net.URI;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Callable;
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
  private final Callable<Connection> another;
  private final Size size;

  Allocations(Http http, URI base, Connection connection, Callable<Connection> another, Size size) {
    this.http = http;
    this.base = base;
    this.connection = connection;
    this.another = another;
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
    double seconds = allocate(orders);
    System.out.printf(
        "   %,d lines of %,d orders, %d clients: %.1f s, %,d reservations%n",
        ORDERS * LINES,
        ORDERS,
        CLIENTS,
        seconds,
        number("select count(*) from reservation") - before);
    bare(accept(40, new Random(3)));
    double bare = bare(accept(ORDERS, new Random(4)));
    System.out.printf("   as many by bare JDBC: %.1f s; ratio %.2f%n", bare, bare / seconds);
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

  /** What one client does with its share of the orders. */
  private interface Client extends AutoCloseable {
    void allocate(List<Long> orders) throws Exception;

    @Override
    default void close() throws Exception {}
  }

  /** How many seconds it takes through HTTP. */
  private double allocate(List<Long> orders) throws Exception {
    List<Client> clients = new ArrayList<>();
    for (int client = 0; client < CLIENTS; client++) {
      Http own = new Http(base).signIn();
      clients.add(
          some -> own.post("/api/outbound/allocation", "{\"site\":1,\"orders\":" + some + "}"));
    }
    return shared(orders, clients);
  }

  /** How many seconds it takes without any rule. */
  private double bare(List<Long> orders) throws Exception {
    List<Client> clients = new ArrayList<>();
    for (int client = 0; client < CLIENTS; client++) {
      BareAllocation bare = new BareAllocation(another.call());
      clients.add(
          new Client() {
            @Override
            public void allocate(List<Long> some) throws Exception {
              for (long order : some) {
                bare.allocate(order);
              }
            }

            @Override
            public void close() throws Exception {
              bare.close();
            }
          });
    }
    return shared(orders, clients);
  }

  private static double shared(List<Long> orders, List<Client> clients) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(clients.size());
    List<Future<?>> running = new ArrayList<>();
    int each = orders.size() / clients.size();
    long start = System.nanoTime();
    for (int i = 0; i < clients.size(); i++) {
      Client client = clients.get(i);
      List<Long> some = orders.subList(i * each, (i + 1) * each);
      running.add(
          pool.submit(
              () -> {
                client.allocate(some);
                return null;
              }));
    }
    for (Future<?> one : running) {
      one.get();
    }
    double seconds = (System.nanoTime() - start) / 1e9;
    pool.shutdown();
    for (Client client : clients) {
      client.close();
    }
    return seconds;
  }

  private long number(String sql) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      row.next();
      return row.getLong(1);
    }
  }
}
