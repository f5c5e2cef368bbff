package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Purchase orders that are amended line by line after sending, and answered by the supplier. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AmendedOrdersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final LocalDate SOON = LocalDate.now().plusDays(10);

  private Client clerk;
  private long site;

  @BeforeAll
  void furnish() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    site = goods.site("KQ");
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    Map<String, Object> supplier = new HashMap<>();
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "street", "", "town", ""));
    supplier.putAll(Map.of("leadDays", 5, "active", true, "email", "skerry@example.com"));
    controller.post("/api/suppliers", supplier).ok();
    Map<String, Object> rope = Goods.itemEntry("ROPE", "Rope", "NONE");
    rope.put("packs", List.of(Goods.pack("box", "10")));
    goods.item(rope);
    goods.item("BLOCK", "Block", "NONE");
  }

  /** An order of 5 boxes of rope and 4 blocks that was sent. */
  private long sent() {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "expected", SOON.toString()));
    entry.put("note", "");
    entry.put(
        "lines",
        List.of(
            Map.of("item", "ROPE", "packs", "5", "pack", "box"),
            Map.of("item", "BLOCK", "packs", "4", "pack", "")));
    long id = clerk.post("/api/inbound", entry).ok().path("id").asLong();
    clerk.post("/api/inbound/" + id + "/sending", Map.of()).ok();
    return id;
  }

  private JsonNode card(long order) {
    return clerk.get("/api/inbound/" + order).ok();
  }

  private static Map<String, Object> line(int line, String packs, LocalDate day) {
    Map<String, Object> said = new HashMap<>();
    said.put("line", line);
    said.put("packs", packs);
    said.put("expected", day == null ? null : day.toString());
    return said;
  }

  @SafeVarargs
  private Client.Answer amend(long order, String by, Map<String, Object>... lines) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("version", card(order).path("version").asInt());
    entry.put("by", by);
    entry.put("note", "");
    entry.put("lines", List.of(lines));
    return clerk.post("/api/inbound/" + order + "/amendment", entry);
  }

  private int letters(JsonNode order) {
    return clerk.get("/api/letters?document=" + order.path("number").asString()).ok().size();
  }

  private static List<String> events(JsonNode order) {
    return order.path("changes").valueStream().map(one -> one.path("what").asString()).toList();
  }

  @Test
  void aLineIsWantedOtherwiseAndTheSupplierIsTold() {
    long id = sent();
    int before = letters(card(id));
    JsonNode amended = amend(id, "HOUSE", line(1, "3", null)).ok();
    assertThat(amended.path("lines").get(0).path("quantity").asString()).isEqualTo("30");
    assertThat(amended.path("can")).extracting(JsonNode::asString).contains("AMEND");
    assertThat(events(amended)).contains("AMENDED");
    assertThat(letters(amended)).isEqualTo(before + 1);
    assertThat(amended.path("answer").isNull()).isTrue();

    // A line of which nothing is wanted is out; with the last one the order is closed.
    amended = amend(id, "HOUSE", line(1, "0", null)).ok();
    assertThat(amended.path("state").asString()).isEqualTo("EXPECTED");
    assertThat(amend(id, "HOUSE", line(2, "0", null)).ok().path("state").asString())
        .isEqualTo("CLOSED");
    assertThat(amend(id, "HOUSE", line(2, "1", null)).problem()).isEqualTo("not-open");
  }

  @Test
  void theSupplierAnswersWithAnotherDayAndAnotherQuantity() {
    long id = sent();
    int before = letters(card(id));
    JsonNode confirmed = amend(id, "SUPPLIER").ok();
    assertThat(confirmed.path("answer").asString()).isEqualTo("CONFIRMED");
    JsonNode changed =
        amend(id, "SUPPLIER", line(1, "4", SOON.plusDays(3)), line(2, "4", SOON.minusDays(1))).ok();
    assertThat(changed.path("answer").asString()).isEqualTo("CHANGED");
    assertThat(changed.path("lines").get(0).path("expected").asString())
        .isEqualTo(SOON.plusDays(3).toString());
    assertThat(changed.path("expected").asString()).isEqualTo(SOON.minusDays(1).toString());
    assertThat(letters(changed)).isEqualTo(before);
    assertThat(clerk.get("/api/inbound?filter=CHANGED").ok().path("rows"))
        .extracting(row -> row.path("number").asString())
        .contains(changed.path("number").asString());

    // What comes first has come: the order is expected when the other line is.
    HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    receive(changed.path("number").asString(), "BLOCK", "4");
    JsonNode now = card(id);
    assertThat(now.path("state").asString()).isEqualTo("ARRIVING");
    assertThat(now.path("expected").asString()).isEqualTo(SOON.plusDays(3).toString());
    assertThat(amend(id, "HOUSE", line(2, "3", null)).problem()).isEqualTo("invalid");
    assertThat(amend(id, "HOUSE", line(1, "0", null)).ok().path("state").asString())
        .isEqualTo("RECEIVED");
  }

  private void receive(String order, String item, String quantity) {
    Client hand = HOUSE.nobody().signIn("HAND", RunningHouse.PASSWORD);
    for (String text : List.of("RD." + order, "RI." + item, quantity, "RB.KQ.DOCK-1")) {
      hand.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", text)).ok();
    }
    JsonNode done =
        hand.post("/api/floor/RECEIVE/act", Map.of("site", site, "action", "CONFIRM")).ok();
    assertThat(done.path("outcome").asString()).as(done.toString()).isEqualTo("DONE");
  }

  @Test
  void whatCanNotBeAmendedIsSaidAtItsLine() {
    long id = sent();
    assertThat(amend(id, "HOUSE", line(9, "1", null)).detail()).contains("has no line 9");
    Client.Answer answer = amend(id, "HOUSE", line(2, "1.5", null));
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.body().path("field").asString()).isEqualTo("lines[0].packs");
    assertThat(amend(id, "HOUSE", line(2, "-1", null)).status()).isEqualTo(400);
    assertThat(amend(id, "HOUSE", line(2, "4", null)).detail()).contains("wanted otherwise");
    Map<String, Object> stale =
        Map.of("version", 0, "by", "HOUSE", "note", "", "lines", List.of(line(2, "1", null)));
    assertThat(clerk.post("/api/inbound/" + id + "/amendment", stale).status()).isEqualTo(409);
  }
}
