package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Orders, jobs and rules by which goods leave, in few words. */
final class Leaving {

  private final Client clerk;
  private final long site;

  Leaving(Client clerk, long site) {
    this.clerk = clerk;
    this.site = site;
  }

  /** How goods leave the site from now on. */
  void flow(String flow) {
    new Goods(clerk).change(site, Map.of("outboundFlow", flow)).ok();
  }

  void customer(String code, int minimumLife, boolean oneLot) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", "Customer " + code);
    entry.put("email", "");
    entry.put("street", "1 Quay");
    entry.put("town", "Holm");
    entry.put("gln", "");
    entry.put("minimumLife", minimumLife);
    entry.put("oneLot", oneLot);
    entry.put("active", true);
    clerk.post("/api/customers", entry).ok();
  }

  static Map<String, Object> line(String item, String packs) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", item);
    line.put("packs", packs);
    line.put("pack", "");
    return line;
  }

  @SafeVarargs
  final Map<String, Object> entry(String customer, Map<String, Object>... lines) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("customer", customer);
    entry.put("site", site);
    entry.put("lines", List.of(lines));
    return entry;
  }

  /** An order that is accepted and allocated. */
  @SafeVarargs
  final JsonNode order(String customer, Map<String, Object>... lines) {
    return clerk.post("/api/outbound", entry(customer, lines)).ok();
  }

  JsonNode card(long order) {
    return clerk.get("/api/outbound/" + order).ok();
  }

  String state(long order) {
    return card(order).path("state").asString();
  }

  /** What is kept for an order: lot or bin, quantity, and whether it is picked. */
  static List<String> kept(JsonNode card) {
    List<String> kept = new ArrayList<>();
    for (JsonNode one : card.path("kept")) {
      kept.add(
          one.path("quantity").asString()
              + " "
              + (one.path("lot").isNull() ? "" : one.path("lot").asString() + " ")
              + one.path("place").asString()
              + (one.path("picked").asBoolean() ? " picked" : ""));
    }
    return kept;
  }

  Client.Answer act(long order, String what, Object entry) {
    return clerk.post("/api/outbound/" + order + "/" + what, entry);
  }

  static Map<String, Object> rule(String... keys) {
    Map<String, Object> rule = new HashMap<>();
    rule.put("keys", List.of(keys));
    rule.put("minimumLife", 0);
    rule.put("oneLot", false);
    rule.put("fullPacks", false);
    rule.put("substitutes", "ANY_THAT_FITS");
    return rule;
  }

  JsonNode trial(String item, String quantity, Map<String, Object> more) {
    Map<String, Object> entry = new HashMap<>(more);
    entry.put("item", item);
    entry.put("site", site);
    entry.put("quantity", quantity);
    entry.putIfAbsent("minimumLife", 0);
    entry.putIfAbsent("oneLot", false);
    return clerk.post("/api/removal/trial", entry).ok();
  }

  static Map<String, Object> lot(
      String item, String lot, int goodForDays, String place, String quantity) {
    Map<String, Object> line = Goods.line(item, lot, null, place, quantity);
    line.put("expiry", LocalDate.now().plusDays(goodForDays).toString());
    return line;
  }

  /** One person who picks or packs on the floor of the site. */
  final class Hand {
    private final Client who;
    private final String verb;

    Hand(Client who, String verb) {
      this.who = who;
      this.verb = verb;
    }

    JsonNode round(Map<Long, String> totes) {
      return tryRound(totes).ok();
    }

    Client.Answer tryRound(Map<Long, String> totes) {
      List<Map<String, Object>> orders = new ArrayList<>();
      totes.forEach((order, tote) -> orders.add(Map.of("order", order, "tote", tote)));
      return who.post("/api/floor/pick/round", Map.of("site", site, "orders", orders));
    }

    JsonNode pack(long order) {
      return who.post("/api/floor/PACK/document", Map.of("site", site, "document", order)).ok();
    }

    JsonNode newLoad() {
      return who.post("/api/floor/pick/load", Map.of("site", site)).ok();
    }

    JsonNode tryScan(String text) {
      return who.post("/api/floor/" + verb + "/scan", Map.of("site", site, "text", text)).ok();
    }

    JsonNode scan(String... texts) {
      JsonNode last = null;
      for (String text : texts) {
        last = tryScan(text);
        assertThat(last.path("outcome").asString())
            .as("%s: %s", text, last.path("refusal"))
            .isNotEqualTo("REFUSED");
      }
      return last;
    }

    JsonNode confirm() {
      return who.post("/api/floor/" + verb + "/act", Map.of("site", site, "action", "CONFIRM"))
          .ok();
    }

    JsonNode done(String... scans) {
      scan(scans);
      JsonNode answer = confirm();
      assertThat(answer.path("outcome").asString())
          .as("%s", answer.path("refusal"))
          .isEqualTo("DONE");
      return answer;
    }

    JsonNode takeLess(String reason) {
      return who.post("/api/floor/pick/short", Map.of("site", site, "reason", reason)).ok();
    }

    JsonNode stands() {
      return who.get("/api/floor/" + verb + "?site=" + site).ok();
    }
  }
}
