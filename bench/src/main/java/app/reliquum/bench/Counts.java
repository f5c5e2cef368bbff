package app.reliquum.bench;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Counts a large part of the large house, and has twenty people count at once. */
final class Counts {

  private static final int PEOPLE = 20;
  private static final double SECONDS = 15;
  private static final long BETWEEN_SCANS_NANOS = 300_000_000;
  private static final Pattern ID = Pattern.compile("\"id\":([0-9]+)");

  private final Http http;
  private final URI base;
  private final Connection connection;
  private final int slips;

  Counts(Http http, URI base, Connection connection, Size size) {
    this.http = http;
    this.base = base;
    this.connection = connection;
    this.slips = size.bins() / 3;
  }

  void print() throws Exception {
    run("update count_rules set approval_value = null");
    run(
        "insert ignore into item_cost (item_id, cost, changed) select id, 1 + id % 50, now(6) from"
            + " item");
    stockTake();
    together();
  }

  private void stockTake() throws Exception {
    long drawn = System.nanoTime();
    long count =
        id(
            http.post(
                "/api/counts",
                "{\"scope\":{\"site\":1,\"binsFrom\":\"B-000001\",\"binsTo\":\"B-%06d\"},"
                        .formatted(slips)
                    + "\"method\":\"STOCK_TAKE\",\"shape\":\"BIN\",\"blind\":true}"));
    awaitRest(count);
    say("draw up " + slips + " slips", drawn);
    // As if everyone had counted; one position in twenty is wrong.
    run(
        """
        insert into count_line (count_id, slip_id, round, item_id, place_id, lot_id, serial_id,
          unit_load_id, condition_code, person_id, quantity, first_at, last_at)
        select s.count_id, s.id, 1, p.item_id, p.place_id, p.lot_id, p.serial_id, p.unit_load_id,
          p.condition_code, 1, p.quantity + if(p.item_id % 20 = 0, 1 + p.item_id % 3, 0),
          utc_timestamp(6), utc_timestamp(6)
        from count_slip s join stock_position p on p.place_id = s.place_id and p.quantity > 0
        where s.count_id = """
            + count);
    run("update count_slip set state = 'DONE', ended = utc_timestamp(6) where count_id = " + count);
    run("analyze table count_line, count_slip, count_result");
    long reviewed = System.nanoTime();
    http.post("/api/counts/" + count + "/review", "{}");
    awaitRest(count);
    say("take it to review", reviewed);
    for (String question :
        new String[] {
          "",
          "?show=WRONG",
          "?show=WRONG&sort=PERCENT",
          "?show=WRONG&sort=PLACE&descending=false",
          "?show=WRONG&minValue=40&minPercent=1",
          "?show=ALL&sort=ITEM",
          "?q=IT-0001",
          "?offset=1000"
        }) {
      String path = "/api/counts/" + count + "/results" + question;
      Latencies taken = Load.of(1, 1.5, i -> () -> http.get(path));
      System.out.printf("   %8.1f ms  results%s%n", taken.millis(0.5), question);
    }
    for (String part : new String[] {"", "/chart", "/outcome", "/slips"}) {
      String path = "/api/counts/" + count + part;
      Latencies taken = Load.of(1, 1.5, i -> () -> http.get(path));
      System.out.printf("   %8.1f ms  the count%s%n", taken.millis(0.5), part);
    }
    http.post("/api/counts/" + count + "/decisions", "{\"decision\":\"ACCEPT\"}");
    String outcome = http.get("/api/counts/" + count + "/outcome");
    String seen =
        "{\"net\":%s,\"lines\":%s}".formatted(figure(outcome, "net"), figure(outcome, "lines"));
    System.out.printf("   %s of %s%n", seen, figure(outcome, "counted"));
    long posted = System.nanoTime();
    http.post("/api/counts/" + count + "/posting", seen);
    awaitRest(count);
    say("post it", posted);
  }

  /** Large counts are worked on in the background. */
  private void awaitRest(long count) throws Exception {
    while (!http.get("/api/counts/" + count).contains("\"work\":null")) {
      LockSupport.parkNanos(100_000_000L);
    }
  }

  private static void say(String what, long since) {
    System.out.printf("   %8.1f s   %s%n", (System.nanoTime() - since) / 1e9, what);
  }

  /** One of twenty counts beside a colleague who watches; the others count elsewhere. */
  private void together() throws Exception {
    List<Http> people = new ArrayList<>();
    for (int i = 0; i <= PEOPLE; i++) {
      run(
          "insert ignore into person (code, name, role, everywhere, password_hash) select"
              + " 'COUNTER%1$d', 'Counter %1$d', role, true, password_hash from person where code ="
                  .formatted(i)
              + " '"
              + LargeHouse.PERSON
              + "'");
      people.add(new Http(base).signIn("COUNTER" + i));
    }
    String begun = people.get(0).post("/api/floor/count/begin", "{\"site\":1,\"method\":\"SPOT\"}");
    long count = id(begun.substring(begun.indexOf("\"count\":{")));
    for (int i = 0; i <= PEOPLE; i++) {
      if (i > 0) {
        people
            .get(i)
            .post("/api/floor/COUNT/document", "{\"site\":1,\"document\":%d}".formatted(count));
      }
      // The last one watches the first.
      scan(people.get(i), "RB.BE.B-%06d".formatted(1 + i % PEOPLE));
    }
    AtomicBoolean done = new AtomicBoolean();
    ConcurrentHashMap<Integer, Long> said = new ConcurrentHashMap<>();
    ConcurrentLinkedQueue<Long> delays = new ConcurrentLinkedQueue<>();
    ConcurrentLinkedQueue<Long> scans = new ConcurrentLinkedQueue<>();
    ExecutorService pool = Executors.newFixedThreadPool(PEOPLE + 1);
    Future<?> watching = pool.submit(() -> watch(people.get(PEOPLE), done, said, delays));
    List<Future<?>> working = new ArrayList<>();
    long end = System.nanoTime() + (long) (SECONDS * 1e9);
    for (int i = 0; i < PEOPLE; i++) {
      int person = i;
      working.add(
          pool.submit(
              () -> {
                scan(people.get(person), "RI.IT-%06d".formatted(1 + person));
                for (int n = 1000; System.nanoTime() < end; n++) {
                  long start = System.nanoTime();
                  if (person == 0) {
                    said.put(n, start);
                  }
                  scan(people.get(person), Integer.toString(n));
                  scans.add(System.nanoTime() - start);
                  LockSupport.parkNanos(BETWEEN_SCANS_NANOS);
                }
                return null;
              }));
    }
    for (Future<?> one : working) {
      one.get();
    }
    LockSupport.parkNanos(1_500_000_000L);
    done.set(true);
    scan(people.get(0), "7");
    watching.get();
    pool.shutdown();
    System.out.printf("   a scan of one of %d       %s%n", PEOPLE, told(scans));
    System.out.printf(
        "   until a colleague sees it %s; %d of %d figures seen, the rest replaced before%n",
        told(delays), delays.size(), said.size());
    http.post("/api/counts/" + count + "/drop", "{\"reason\":\"\"}");
  }

  private static String told(ConcurrentLinkedQueue<Long> nanos) {
    return new Latencies(nanos.stream().mapToLong(Long::longValue).toArray(), SECONDS).told();
  }

  private static void scan(Http who, String text) throws Exception {
    who.post("/api/floor/COUNT/scan", "{\"site\":1,\"text\":\"%s\"}".formatted(text));
  }

  /** Listens as a browser does, fetches how it stands, and looks for what was said. */
  private Void watch(
      Http who,
      AtomicBoolean done,
      ConcurrentHashMap<Integer, Long> said,
      ConcurrentLinkedQueue<Long> delays)
      throws Exception {
    HttpURLConnection stream =
        (HttpURLConnection) base.resolve("/api/live").toURL().openConnection();
    stream.setRequestProperty("Cookie", who.cookies());
    List<Integer> seen = new ArrayList<>();
    try (BufferedReader events =
        new BufferedReader(
            new InputStreamReader(stream.getInputStream(), StandardCharsets.UTF_8))) {
      while (!done.get()) {
        String event = events.readLine();
        if (event == null || !event.startsWith("event:count")) {
          continue;
        }
        String stands = who.get("/api/floor/COUNT?site=1");
        long now = System.nanoTime();
        Matcher quantity = Pattern.compile("\"quantity\":\"([0-9]+)\"").matcher(stands);
        while (quantity.find()) {
          int figure = Integer.parseInt(quantity.group(1));
          Long since = said.get(figure);
          if (since != null && !seen.contains(figure)) {
            seen.add(figure);
            delays.add(now - since);
          }
        }
      }
    }
    return null;
  }

  private static String figure(String json, String name) {
    Matcher matcher = Pattern.compile("\"" + name + "\":(-?[0-9.]+)").matcher(json);
    if (!matcher.find()) {
      throw new IllegalStateException(json);
    }
    return matcher.group(1);
  }

  private void run(String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static long id(String json) {
    Matcher matcher = ID.matcher(json);
    if (!matcher.find()) {
      throw new IllegalStateException(json);
    }
    return Long.parseLong(matcher.group(1));
  }
}
