package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/** Writes down a small house through the API, in few words. */
final class Goods {

  private final Client controller;

  Goods(Client controller) {
    this.controller = controller;
  }

  /** A site with bins, given as a pattern each for dock, storing and hold. Its id. */
  long site(String code) {
    long site = site(code, "Europe/London", true);
    rack(site, "DOCK", "RECEIVE", "DOCK-[1..2]");
    rack(site, "A", "PICK", "A-[01..06]-[A..C]");
    rack(site, "B", "STORE", "B-[01..06]");
    rack(site, "HOLD", "HOLD", "HOLD-1");
    return site;
  }

  /** A site without areas. Its id. */
  long site(String code, String timeZone, boolean binned) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", code, "name", "Site " + code, "street", "", "town", ""));
    entry.put("timeZone", timeZone);
    entry.put("binned", binned);
    return controller.post("/api/sites", entry).ok().path("id").asLong();
  }

  /** Changes settings of a site; the others stay. */
  Client.Answer change(long site, Map<String, Object> settings) {
    JsonNode card = null;
    for (JsonNode one : controller.get("/api/sites").ok()) {
      card = one.path("id").asLong() == site ? one : card;
    }
    Map<String, Object> entry = new HashMap<>();
    for (String same : List.of("code", "name", "timeZone", "street", "town", "binned", "version")) {
      entry.put(same, card.path(same));
    }
    entry.putAll(settings);
    return controller.put("/api/sites/" + site, entry);
  }

  void rack(long site, String area, String purpose, String pattern) {
    long id =
        controller
            .post(
                "/api/sites/" + site + "/areas",
                Map.of("code", area, "name", "Area " + area, "purpose", purpose))
            .ok()
            .path("id")
            .asLong();
    controller
        .post(
            "/api/racks",
            Map.of(
                "areaId",
                id,
                "pattern",
                pattern,
                "walkFrom",
                0,
                "walkStep",
                10,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")))
        .ok();
  }

  static Map<String, Object> itemEntry(String code, String name, String tracking) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", name);
    entry.put("category", "");
    entry.put("unit", "PIECE");
    entry.put("decimals", 0);
    entry.put("tracking", tracking);
    entry.put("hazardClass", "");
    entry.put("storageClass", "");
    entry.put("active", true);
    entry.put("barcodes", List.of());
    entry.put("packs", List.of());
    entry.put("homes", List.of());
    return entry;
  }

  /** An item without packs. Its id. */
  long item(String code, String name, String tracking) {
    return item(itemEntry(code, name, tracking));
  }

  long item(Map<String, Object> entry) {
    return controller.post("/api/items", entry).ok().path("id").asLong();
  }

  /** So much of an item that is asked for at a site. */
  static Map<String, Object> requisition(String item, String quantity, long site) {
    return Map.of("site", site, "lines", List.of(Map.of("item", item, "packs", quantity)));
  }

  static Map<String, Object> pack(String name, String factor, String... barcodes) {
    return Map.of("id", 0, "name", name, "factor", factor, "barcodes", List.of(barcodes));
  }

  /** A line of goods that come in or go out; lot and serial may be null. */
  static Map<String, Object> line(
      String item, String lot, String serial, String place, String quantity) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", item);
    line.put("lot", lot);
    line.put("serial", serial);
    line.put("place", place);
    line.put("quantity", quantity);
    return line;
  }

  Client.Answer post(String direction, List<Map<String, Object>> lines) {
    return controller.post("/api/postings", Map.of("direction", direction, "lines", lines));
  }

  /** Puts stock there as if it had always been there. */
  void opening(String item, String lot, String serial, String place, String quantity) {
    post("OPENING", List.of(line(item, lot, serial, place, quantity))).ok();
  }

  static Map<String, Object> move(String item, String lot, String from, String to, String amount) {
    Map<String, Object> move = new HashMap<>();
    move.put("item", item);
    move.put("lot", lot);
    move.put("from", from);
    move.put("to", to);
    move.put("quantity", amount);
    return move;
  }

  /** How much of an item lies in the house, or in the places that a query narrows it to. */
  String onHand(long item, String narrowed) {
    JsonNode rows =
        controller.get("/api/on-hand?group=ITEM&item=" + item + narrowed).ok().path("rows");
    return rows.isEmpty() ? "0" : rows.get(0).path("onHand").asString();
  }

  long bin(long site, String address) {
    return controller
        .get("/api/sites/" + site + "/bins?q=" + address)
        .ok()
        .path("rows")
        .get(0)
        .path("id")
        .asLong();
  }

  /** Has the books checked, and waits for what the check says. */
  JsonNode checkedBooks() {
    long id = controller.post("/api/book-checks", Map.of()).ok().path("id").asLong();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (System.nanoTime() < end) {
      for (JsonNode check : controller.get("/api/book-checks").ok()) {
        if (check.path("id").asLong() == id && !check.path("finished").isNull()) {
          return check;
        }
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
    throw new AssertionError("The check of the books did not end.");
  }

  /** Has the books checked, and accepts no difference. */
  void booksAddUp() {
    JsonNode check = checkedBooks();
    assertThat(check.path("failure").asString(null)).isNull();
    assertThat(check.path("differences").asInt())
        .as(
            "%s",
            controller.get("/api/book-checks/" + check.path("id").asLong() + "/differences").text())
        .isZero();
  }
}
