package app.reliquum.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Receives goods on the Floor of the large house, as one person with a scanner does. */
final class Receipts {

  private static final int LINES = 200;
  private static final int ROUNDS = 150;
  private static final Pattern ID = Pattern.compile("\"id\":([0-9]+)");

  private final Http http;
  private final int port;

  Receipts(Http http, int port) {
    this.http = http;
    this.port = port;
  }

  /** How long the scans of receiving take: item, quantity, and the confirmation that posts. */
  void print() throws Exception {
    dock();
    long order = order();
    List<Long> scans = new ArrayList<>();
    List<Long> posts = new ArrayList<>();
    try (Wire wire = new Wire(port, http)) {
      wire.post("/api/floor/RECEIVE/document", "{\"site\":1,\"document\":%d}".formatted(order));
      for (int round = 0; round < 2 * ROUNDS; round++) {
        // The first half warms up.
        boolean counts = round >= ROUNDS;
        int item = 1 + round % LINES;
        time(wire, counts ? scans : null, scan("RI.IT-%06d".formatted(item)));
        time(wire, counts ? scans : null, scan("2"));
        time(wire, null, act());
        time(wire, counts ? posts : null, act());
      }
    }
    if (!http.get("/api/inbound/" + order).contains("\"state\":\"ARRIVING\"")) {
      throw new IllegalStateException("Nothing was received on the bench's order.");
    }
    say("a scan", scans);
    say("the receipt", posts);
  }

  private static String[] scan(String text) {
    return new String[] {"/api/floor/RECEIVE/scan", "{\"site\":1,\"text\":\"%s\"}".formatted(text)};
  }

  private static String[] act() {
    return new String[] {"/api/floor/RECEIVE/act", "{\"site\":1,\"action\":\"CONFIRM\"}"};
  }

  private static void time(Wire wire, List<Long> into, String[] request) throws Exception {
    long start = System.nanoTime();
    wire.post(request[0], request[1]);
    if (into != null) {
      into.add(System.nanoTime() - start);
    }
  }

  private static void say(String what, List<Long> nanos) {
    Latencies taken =
        new Latencies(
            nanos.stream().mapToLong(Long::longValue).toArray(),
            nanos.stream().mapToLong(Long::longValue).sum() / 1e9);
    System.out.printf("   %-12s %s%n", what, taken.told());
  }

  private void dock() throws Exception {
    String sites = http.get("/api/sites");
    if (sites.contains("\"RECEIVE\"")) {
      return;
    }
    String area =
        http.post(
            "/api/sites/1/areas", "{\"code\":\"DOCK\",\"name\":\"Dock\",\"purpose\":\"RECEIVE\"}");
    http.post(
        "/api/racks",
        "{\"areaId\":%s,\"pattern\":\"DOCK-[1..2]\",\"walkFrom\":0,\"walkStep\":1,\"levels\":1,"
                .formatted(id(area))
            + "\"traits\":{\"mixing\":\"ANYTHING\",\"storageClass\":\"\"}}");
  }

  private long order() throws Exception {
    if (!http.get("/api/suppliers").contains("\"BENCH\"")) {
      http.post(
          "/api/suppliers",
          "{\"code\":\"BENCH\",\"name\":\"Bench supplier\",\"email\":\"\",\"street\":\"\","
              + "\"town\":\"\",\"leadDays\":1,\"active\":true}");
    }
    StringBuilder lines = new StringBuilder();
    for (int i = 1; i <= LINES; i++) {
      lines
          .append(i == 1 ? "" : ",")
          .append("{\"item\":\"IT-%06d\",\"packs\":\"1000\",\"pack\":\"\"}".formatted(i));
    }
    return id(
        http.post(
            "/api/inbound",
            "{\"supplier\":\"BENCH\",\"site\":1,\"note\":\"\",\"lines\":[" + lines + "]}"));
  }

  private static long id(String json) {
    Matcher matcher = ID.matcher(json);
    if (!matcher.find()) {
      throw new IllegalStateException(json);
    }
    return Long.parseLong(matcher.group(1));
  }
}
