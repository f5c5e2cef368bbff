package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** One person who counts on the floor of a site, in few words. */
final class Counter {

  private final Client who;
  private final long site;

  Counter(Client who, long site) {
    this.who = who;
    this.site = site;
  }

  JsonNode choose(long count) {
    return who.post("/api/floor/COUNT/document", Map.of("site", site, "document", count)).ok();
  }

  JsonNode begin(String method) {
    return who.post("/api/floor/count/begin", Map.of("site", site, "method", method)).ok();
  }

  Client.Answer tryScan(String text) {
    return who.post("/api/floor/COUNT/scan", Map.of("site", site, "text", text));
  }

  /** Scans one after the other; the answer to the last. */
  JsonNode scan(String... texts) {
    JsonNode last = null;
    for (String text : texts) {
      last = tryScan(text).ok();
      assertThat(last.path("outcome").asString())
          .as("%s: %s", text, last.path("refusal"))
          .isNotEqualTo("REFUSED");
    }
    return last;
  }

  /** A scan that waited for the network. */
  JsonNode scanLate(Duration ago, String text) {
    return who.post(
            "/api/floor/COUNT/scan",
            Map.of("site", site, "text", text),
            "X-Scanned-Ago",
            Long.toString(ago.toMillis()))
        .ok();
  }

  JsonNode act(String action) {
    return who.post("/api/floor/COUNT/act", Map.of("site", site, "action", action)).ok();
  }

  JsonNode confirm() {
    return act("CONFIRM");
  }

  JsonNode stands() {
    return who.get("/api/floor/COUNT?site=" + site).ok();
  }

  Client.Answer take(long slip) {
    return who.post("/api/floor/count/take", Map.of("site", site, "slip", slip));
  }

  Client.Answer enter(long place) {
    return who.post("/api/floor/count/enter", Map.of("site", site, "place", place));
  }

  JsonNode finish() {
    return who.post("/api/floor/count/finish", Map.of("site", site)).ok();
  }

  Client.Answer correct(long line, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("site", site);
    entry.put("line", line);
    entry.put("quantity", quantity);
    return who.post("/api/floor/count/line", entry);
  }

  static Map<String, Object> scope(long site) {
    Map<String, Object> scope = new HashMap<>();
    scope.put("site", site);
    return scope;
  }

  /** A count to be drawn up. */
  static Map<String, Object> entry(Map<String, Object> scope, String method, String shape) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("scope", scope);
    entry.put("method", method);
    entry.put("shape", shape);
    entry.put("blind", true);
    return entry;
  }

  static long drawUp(Client clerk, Map<String, Object> entry) {
    return clerk.post("/api/counts", entry).ok().path("id").asLong();
  }

  static List<JsonNode> results(Client clerk, long count, String question) {
    return clerk
        .get("/api/counts/" + count + "/results?" + question)
        .ok()
        .path("rows")
        .valueStream()
        .toList();
  }

  static void decide(Client clerk, long count, String decision, Long... ids) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("decision", decision);
    entry.put("ids", ids.length == 0 ? null : List.of(ids));
    clerk.post("/api/counts/" + count + "/decisions", entry).ok();
  }

  static JsonNode outcome(Client clerk, long count) {
    return clerk.get("/api/counts/" + count + "/outcome").ok();
  }

  /** Posts what was seen. */
  static Client.Answer post(Client clerk, long count) {
    JsonNode seen = outcome(clerk, count);
    return clerk.post("/api/counts/" + count + "/posting", seen(seen));
  }

  static Map<String, Object> seen(JsonNode outcome) {
    return Map.of(
        "net",
        new BigDecimal(outcome.path("net").asString()),
        "lines",
        outcome.path("lines").asInt());
  }

  static String state(Client clerk, long count) {
    return clerk.get("/api/counts/" + count).ok().path("state").asString();
  }
}
