package app.reliquum.bench;

import java.io.File;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/**
 * Measures the running application beside bare JDBC on the same data in the same run, and prints
 * ratios: ./reliquum bench [--small] [--floor | --counts | --outbound | --replenishment |
 * --moving-in | --backup]
 */
public final class Bench {

  private static final int PORT = 8099;
  private static final double SECONDS = 8;
  private static final double WARM_UP_SECONDS = 90;
  private static final int[] CLIENTS = {1, 8, 32};

  private final Path jar;
  private final Path pid;
  private final Size size;
  private final List<String> only;
  private final URI base = URI.create("http://127.0.0.1:" + PORT);
  private long firstBin;

  private Bench(Path jar, Path pid, Size size, List<String> only) {
    this.only = only;
    this.jar = jar;
    this.pid = pid;
    this.size = size;
  }

  public static void main(String[] args) throws Exception {
    List<String> options = List.of(args).subList(2, args.length);
    Size size = options.contains("--small") ? Size.SMALL : Size.LARGE;
    new Bench(Path.of(args[0]), Path.of(args[1]), size, options).run();
  }

  private void run() throws Exception {
    Process application = start();
    try (Connection connection = connect()) {
      LargeHouse house = new LargeHouse(connection, size);
      if (!house.isThere()) {
        house.load();
      }
      firstBin = number(connection, "select min(id) from place where kind = 'BIN'");
      System.out.printf(
          "%,d items, %,d bins, %,d positions, %,d ledger lines%n",
          number(connection, "select count(*) from item"),
          number(connection, "select count(*) from place where kind = 'BIN'"),
          number(connection, "select count(*) from stock_position"),
          number(connection, "select count(*) from ledger_line"));
      Http http = new Http(base).signIn();
      if (only.contains("--outbound")) {
        System.out.println("\nWhat leaves");
        new Allocations(http, base, connection, Bench::connect, size).print();
        CoreBenchmarks.print();
        return;
      }
      if (only.contains("--counts")) {
        System.out.println("\nCounting, through HTTP");
        new Counts(http, base, connection, size).print();
        return;
      }
      if (only.contains("--floor")) {
        floor(http);
        return;
      }
      if (only.contains("--replenishment")) {
        replenishment(http, connection);
        return;
      }
      if (only.contains("--moving-in")) {
        movingIn(http, connection);
        return;
      }
      if (only.contains("--backup")) {
        warmUp(http);
        backingUp(http, application);
        return;
      }
      System.out.println("\nPostings: a move of one piece, through HTTP and by bare JDBC");
      warmUp(http);
      for (int clients : CLIENTS) {
        postings(http, clients, false);
      }
      for (int clients : CLIENTS) {
        postings(http, clients, true);
      }
      System.out.println("\nLook-ups: on hand of one item, through HTTP and by bare SQL, 1 client");
      lookUps(http, connection);
      System.out.println("\nFirst pages, through HTTP, 1 client");
      pages(http);
      floor(http);
      System.out.println("\nCounting, through HTTP");
      new Counts(http, base, connection, size).print();
      System.out.println("\nAllocating, through HTTP");
      new Allocations(http, base, connection, Bench::connect, size).print();
      replenishment(http, connection);
      movingIn(http, connection);
      backingUp(http, application);
      System.out.println("\nThe rules by themselves");
      CoreBenchmarks.print();
      System.out.println("\nThe check of the books");
      check(http);
    } finally {
      application.destroy();
      application.waitFor(20, TimeUnit.SECONDS);
      Files.deleteIfExists(pid);
    }
  }

  private static void floor(Http http) throws Exception {
    System.out.println("\nReceiving on the Floor, through HTTP, 1 person");
    new Receipts(http, PORT).print();
  }

  private static void movingIn(Http http, Connection connection) throws Exception {
    System.out.println("\nMoving in and out");
    new MovingIn(http, connection).print();
  }

  private void backingUp(Http http, Process application) throws Exception {
    System.out.println("\nA backup while 8 clients post, and an export that is read slowly");
    new BackingUp(
            http, (clients, seconds) -> through(http, clients, seconds, false), application.pid())
        .print();
  }

  private static void replenishment(Http http, Connection connection) throws Exception {
    System.out.println("\nRunning low");
    new Replenishing(http, connection).print();
  }

  private Process start() throws Exception {
    ProcessBuilder builder = new ProcessBuilder("java", "-Xmx2g", "-jar", jar.toString());
    builder.environment().put("RELIQUUM_PORT", Integer.toString(PORT));
    builder.environment().put("RELIQUUM_DEMO", "false");
    builder.environment().put("RELIQUUM_DB_POOL", "40");
    builder.redirectErrorStream(true);
    builder.redirectOutput(new File(pid + ".log"));
    Process process = builder.start();
    Files.writeString(pid, Long.toString(process.pid()));
    Http http = new Http(base);
    Instant end = Instant.now().plus(Duration.ofMinutes(2));
    while (!http.answers("/actuator/health/readiness")) {
      if (Instant.now().isAfter(end) || !process.isAlive()) {
        throw new IllegalStateException("The application did not start: see " + pid + ".log");
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(200));
    }
    return process;
  }

  private static Connection connect() throws SQLException {
    return DriverManager.getConnection(
        System.getenv("RELIQUUM_DB_URL") + "?useServerPrepStmts=true",
        System.getenv("RELIQUUM_DB_USER"),
        System.getenv("RELIQUUM_DB_PASSWORD"));
  }

  private static long number(Connection connection, String sql) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql);
        ResultSet row = statement.executeQuery()) {
      row.next();
      return row.getLong(1);
    }
  }

  /** A move from a position that was opened to the bin beside it. */
  private record Way(long item, long from, long to) {}

  private Way way(int client, boolean oneItem) {
    long p = oneItem ? 1 : 1 + ThreadLocalRandom.current().nextInt(size.positions());
    long from = p * 7 % size.bins();
    // On one item, each client goes its own way out of the one bin that all take from.
    long to = oneItem ? (from + 2 + client) % size.bins() : (p * 7 + 1) % size.bins();
    return new Way(1 + p % size.items(), firstBin + from, firstBin + to);
  }

  private void postings(Http http, int clients, boolean oneItem) throws Exception {
    if (oneItem) {
      // Plenty, so that nobody is refused.
      try (Connection connection = connect()) {
        Way way = way(0, true);
        connection
            .createStatement()
            .execute(
                "update stock_position set quantity = quantity + 1000000 where item_id = "
                    + way.item()
                    + " and place_id = "
                    + way.from());
      }
    }
    List<BareMove> open = new ArrayList<>();
    for (int i = 0; i < clients; i++) {
      open.add(new BareMove(connect()));
    }
    Latencies bare =
        Load.of(
            clients,
            SECONDS,
            i ->
                () -> {
                  Way way = way(i, oneItem);
                  open.get(i).move(way.item(), way.from(), way.to());
                });
    for (BareMove one : open) {
      one.close();
    }
    Latencies ours = through(http, clients, SECONDS, oneItem);
    System.out.printf(
        "%2d clients%s%n   bare JDBC  %s%n   HTTP       %s%n   ratio      %8.2f%n",
        clients,
        oneItem ? ", all on one position" : "",
        bare.told(),
        ours.told(),
        ours.perSecond() / bare.perSecond());
  }

  private Latencies through(Http http, int clients, double seconds, boolean oneItem)
      throws Exception {
    List<Wire> wires = new ArrayList<>();
    for (int i = 0; i < clients; i++) {
      wires.add(new Wire(PORT, http));
    }
    Latencies taken = Load.of(clients, seconds, i -> () -> post(wires.get(i), way(i, oneItem)));
    for (Wire wire : wires) {
      wire.close();
    }
    return taken;
  }

  private void post(Wire wire, Way way) throws Exception {
    wire.post(
        "/api/moves",
        "{\"item\":\"IT-%06d\",\"from\":\"BE.B-%06d\",\"to\":\"BE.B-%06d\",\"quantity\":\"1\"}"
            .formatted(way.item(), way.from() - firstBin + 1, way.to() - firstBin + 1));
  }

  private void warmUp(Http http) throws Exception {
    through(http, 8, WARM_UP_SECONDS, false);
    Load.of(2, 4, i -> () -> http.get("/api/on-hand?group=POSITION&item=" + (1 + i)));
  }

  private void lookUps(Http http, Connection connection) throws Exception {
    try (PreparedStatement bare =
        connection.prepareStatement(
            "select i.code, i.name, p.address, a.name, t.name, s.quantity, s.in_date"
                + " from stock_position s join item i on i.id = s.item_id"
                + " join place p on p.id = s.place_id join area a on a.id = p.area_id"
                + " join site t on t.id = p.site_id"
                + " where s.item_id = ? and s.quantity > 0 order by i.code limit 100")) {
      Latencies sql =
          Load.of(
              1,
              4,
              i ->
                  () -> {
                    bare.setLong(1, 1 + ThreadLocalRandom.current().nextInt(size.items()));
                    try (ResultSet rows = bare.executeQuery()) {
                      while (rows.next()) {
                        rows.getString(1);
                      }
                    }
                  });
      Latencies ours;
      try (Wire wire = new Wire(PORT, http)) {
        ours =
            Load.of(
                1,
                4,
                i ->
                    () ->
                        wire.get(
                            "/api/on-hand?group=POSITION&item="
                                + (1 + ThreadLocalRandom.current().nextInt(size.items()))));
      }
      System.out.printf(
          "   bare SQL   %s%n   HTTP       %s%n   times as long at p50  %.1f%n",
          sql.told(), ours.told(), ours.millis(0.5) / sql.millis(0.5));
    }
  }

  private void pages(Http http) throws Exception {
    String month = Instant.now().minus(Duration.ofDays(1)).toString();
    for (String path :
        new String[] {
          "/api/on-hand?group=ITEM",
          "/api/on-hand?group=ITEM&sort=ON_HAND&descending=true",
          "/api/on-hand?group=ITEM&sort=NAME",
          "/api/on-hand?group=ITEM&q=shackle",
          "/api/on-hand?group=ITEM&offset=" + size.items() / 2,
          "/api/on-hand?group=PLACE&sort=PLACE",
          "/api/on-hand?group=POSITION",
          "/api/on-hand?group=POSITION&sort=PLACE",
          "/api/on-hand?group=POSITION&sort=ON_HAND&descending=true",
          "/api/on-hand?group=POSITION&q=B-0012",
          "/api/on-hand?group=POSITION&offset=" + size.positions() / 2,
          "/api/on-hand?group=POSITION&item=17&at=" + month,
          "/api/on-hand?group=ITEM&at=" + month,
          "/api/ledger",
          "/api/ledger?item=17",
          "/api/ledger?place=" + (firstBin + 5),
          "/api/ledger?kind=OPENING",
          "/api/ledger?q=anchor+heavy",
          "/api/items?q=rope",
          "/api/ask?q=B-0012"
        }) {
      Latencies taken = Load.of(1, 1.5, i -> () -> http.get(path));
      System.out.printf("   %8.1f ms  %s%n", taken.millis(0.5), path);
    }
  }

  private void check(Http http) throws Exception {
    long start = System.nanoTime();
    http.post("/api/book-checks", "{}");
    String checks;
    do {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(250));
      checks = http.get("/api/book-checks");
    } while (checks.contains("\"finished\":null"));
    System.out.printf(
        "   %.1f s for the whole ledger: %s%n",
        (System.nanoTime() - start) / 1e9, checks.substring(0, Math.min(220, checks.length())));
  }
}
