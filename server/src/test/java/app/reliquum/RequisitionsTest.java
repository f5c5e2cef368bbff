package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What someone wants bought: asked for, agreed to, ordered from whoever sells it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RequisitionsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client clerk;
  private Client elsewhere;
  private long quay;
  private long holm;
  private final Map<String, Long> suppliers = new HashMap<>();
  private final Map<String, Long> items = new HashMap<>();

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    Goods goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("OH");
    elsewhere = HOUSE.hire("AWAY", Role.CONTROLLER, holm);
    for (String code : List.of("SKERRY", "LANTERN")) {
      Map<String, Object> supplier = new HashMap<>();
      for (String field : List.of("email", "street", "town")) {
        supplier.put(field, "");
      }
      supplier.putAll(Map.of("code", code, "name", code, "leadDays", 5, "active", true));
      supplier.put("email", code.toLowerCase(Locale.ROOT) + "@example.com");
      suppliers.put(code, controller.post("/api/suppliers", supplier).ok().path("id").asLong());
    }
    for (String code : List.of("ROPE", "BLOCK", "CLEAT")) {
      items.put(code, goods.item(code, "Item " + code, "NONE"));
    }
  }

  private JsonNode ask(String item, String quantity, long site) {
    return clerk
        .post("/api/requisitions", Goods.requisition(item, quantity, site))
        .ok()
        .path("lines")
        .get(0);
  }

  private static Map<String, Object> ids(JsonNode... rows) {
    return Map.of("ids", List.of(rows).stream().map(row -> row.path("id").asLong()).toList());
  }

  private void soldBy(String item, String supplier) {
    soldBy(item, supplier, null);
  }

  private void soldBy(String item, String supplier, String price) {
    Map<String, Object> sold = new HashMap<>();
    sold.put("supplierId", suppliers.get(supplier));
    sold.put("theirCode", "");
    sold.put("price", price);
    sold.put("minimum", "0");
    sold.put("multiple", "0");
    sold.put("preferred", true);
    controller
        .put("/api/items/" + items.get(item) + "/suppliers", Map.of("suppliers", List.of(sold)))
        .ok();
  }

  private String state(JsonNode row) {
    for (JsonNode one : controller.get("/api/requisitions?limit=200").ok().path("rows")) {
      if (one.path("id").asLong() == row.path("id").asLong()) {
        return one.path("state").asString();
      }
    }
    throw new AssertionError("There is no requisition " + row);
  }

  @Test
  void oneOrderIsMadeForEachSupplierAndSite() {
    soldBy("ROPE", "SKERRY");
    soldBy("BLOCK", "SKERRY");
    soldBy("CLEAT", "LANTERN");
    JsonNode rope = ask("ROPE", "10", quay);
    JsonNode more = ask("ROPE", "5", quay);
    JsonNode block = ask("BLOCK", "2", quay);
    JsonNode cleat = ask("CLEAT", "4", quay);
    JsonNode away = ask("ROPE", "7", holm);
    assertThat(rope.path("supplier").asString()).isEqualTo("SKERRY");
    Map<String, Object> all = ids(rope, more, block, cleat, away);
    controller.post("/api/requisitions/agreement", all).ok();
    JsonNode done = clerk.post("/api/requisitions/order", all).ok();
    assertThat(done.path("orders")).hasSize(3);
    assertThat(state(away)).isEqualTo("ORDERED");
    List<String> made = new ArrayList<>();
    done.path("orders").forEach(number -> made.add(number.asString()));
    JsonNode orders = controller.get("/api/inbound?filter=OPEN").ok().path("rows");
    int lines = 0;
    for (JsonNode order : orders) {
      if (!made.contains(order.path("number").asString())) {
        continue;
      }
      JsonNode card = controller.get("/api/inbound/" + order.path("id").asLong()).ok();
      for (JsonNode line : card.path("lines")) {
        lines++;
        if (line.path("item").asString().equals("ROPE") && card.path("siteId").asLong() == quay) {
          // Two requisitions of one item are one line.
          assertThat(line.path("quantity").asString()).isEqualTo("15");
        }
      }
      assertThat(card.path("expected").isNull()).isFalse();
    }
    assertThat(lines).isEqualTo(4);
  }

  @Test
  void whatIsNotInOrderLeavesEverythingAsItWas() {
    soldBy("ROPE", "SKERRY");
    JsonNode agreed = ask("ROPE", "1", quay);
    JsonNode asked = ask("ROPE", "1", quay);
    controller.post("/api/requisitions/agreement", ids(agreed)).ok();
    Client.Answer both = clerk.post("/api/requisitions/order", ids(agreed, asked));
    assertThat(both.problem()).isEqualTo("gone-on");
    assertThat(state(agreed)).isEqualTo("APPROVED");
    assertThat(controller.post("/api/requisitions/agreement", ids(agreed)).problem())
        .isEqualTo("gone-on");
    clerk.post("/api/requisitions/drop", ids(agreed, asked)).ok();
    assertThat(state(asked)).isEqualTo("CANCELLED");
    assertThat(clerk.post("/api/requisitions/drop", ids(asked)).problem()).isEqualTo("gone-on");
  }

  @Test
  void whoWorksElsewhereHasNoSayHere() {
    JsonNode here = ask("BLOCK", "3", quay);
    assertThat(elsewhere.post("/api/requisitions/agreement", ids(here)).status()).isEqualTo(403);
    for (JsonNode row : elsewhere.get("/api/requisitions").ok().path("rows")) {
      assertThat(row.path("siteId").asLong()).isEqualTo(holm);
    }
    Map<String, Object> entry = Goods.requisition("BLOCK", "1", quay);
    assertThat(elsewhere.post("/api/requisitions", entry).status()).isEqualTo(403);
  }

  @Test
  void whatCanNotBeAskedForIsRefused() {
    Client.Answer none = clerk.post("/api/requisitions", Goods.requisition("NOSUCH", "1", quay));
    assertThat(none.status()).isEqualTo(400);
    assertThat(none.body().path("item").asString()).isEqualTo("NOSUCH");
    for (String quantity : List.of("0", "-1", "1.5")) {
      Client.Answer wrong =
          clerk.post("/api/requisitions", Goods.requisition("ROPE", quantity, quay));
      assertThat(wrong.status()).as(quantity).isEqualTo(400);
    }
    assertThat(clerk.post("/api/requisitions", Map.of("site", quay, "lines", List.of())).status())
        .isEqualTo(400);
  }

  @Test
  void aFloorHandAsksForThreeThingsAndMayThinkBetterOfOne() {
    soldBy("ROPE", "SKERRY");
    Client hand = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    JsonNode card =
        hand.post(
                "/api/requisitions",
                Map.of(
                    "site",
                    quay,
                    "note",
                    "for the slip",
                    "lines",
                    List.of(
                        Map.of("item", "ROPE", "packs", "3"),
                        Map.of("item", "BLOCK", "packs", "2"),
                        Map.of("item", "CLEAT", "packs", "8"))))
            .ok();
    assertThat(card.path("lines")).hasSize(3);
    assertThat(card.path("value").isNull()).isTrue();
    JsonNode own = hand.get("/api/own-requisitions?site=" + quay).ok();
    assertThat(own).hasSize(3);
    assertThat(own.get(0).path("number")).isEqualTo(card.path("number"));
    assertThat(own.get(0).path("can")).extracting(JsonNode::asString).containsExactly("CANCEL");

    hand.post("/api/requisitions/drop", ids(card.path("lines").get(1))).ok();
    controller.post("/api/requisitions/agreement", ids(card.path("lines").get(0))).ok();
    assertThat(hand.post("/api/requisitions/drop", ids(card.path("lines").get(0))).status())
        .isEqualTo(403);
    assertThat(hand.post("/api/requisitions/drop", ids(ask("ROPE", "1", quay))).status())
        .isEqualTo(403);
    clerk.post("/api/requisitions/order", ids(card.path("lines").get(0))).ok();
    JsonNode now = hand.get("/api/own-requisitions?site=" + quay).ok();
    assertThat(now)
        .extracting(line -> line.path("state").asString())
        .containsExactly("ORDERED", "CANCELLED", "REQUESTED");
    assertThat(now.get(0).path("orderDue").isNull()).isFalse();
    assertThat(elsewhere.get("/api/requisitions/" + card.path("id").asLong()).status())
        .isEqualTo(403);
  }

  @Test
  void whatIsWorthNoMoreThanOnesLimitIsAgreedToAtOnce() {
    soldBy("CLEAT", "LANTERN", "10");
    Client buyer = HOUSE.hireUpTo("BUYER", Role.CONTROLLER, new BigDecimal("50"));
    JsonNode small = buyer.post("/api/requisitions", Goods.requisition("CLEAT", "5", quay)).ok();
    assertThat(small.path("value").decimalValue()).isEqualByComparingTo("50.00");
    assertThat(small.path("lines").get(0).path("state").asString()).isEqualTo("APPROVED");
    JsonNode large = buyer.post("/api/requisitions", Goods.requisition("CLEAT", "6", quay)).ok();
    assertThat(large.path("lines").get(0).path("state").asString()).isEqualTo("REQUESTED");
    Client.Answer above =
        buyer.post("/api/requisitions/agreement", ids(large.path("lines").get(0)));
    assertThat(above.problem()).isEqualTo("above-limit");
    soldBy("BLOCK", "LANTERN", null);
    JsonNode unpriced = ask("BLOCK", "1", quay);
    assertThat(buyer.post("/api/requisitions/agreement", ids(unpriced)).problem())
        .isEqualTo("no-price");
    controller.post("/api/requisitions/agreement", ids(large.path("lines").get(0))).ok();
  }

  @Test
  void anOrderThatIsNotSentYetTakesInWhatIsOrderedNext() {
    soldBy("BLOCK", "LANTERN");
    JsonNode first = ask("BLOCK", "1", holm);
    controller.post("/api/requisitions/agreement", ids(first)).ok();
    String number =
        clerk.post("/api/requisitions/order", ids(first)).ok().path("orders").get(0).asString();
    JsonNode second = ask("BLOCK", "2", holm);
    controller.post("/api/requisitions/agreement", ids(second)).ok();
    JsonNode again = clerk.post("/api/requisitions/order", ids(second)).ok().path("orders");
    assertThat(again).extracting(JsonNode::asString).containsExactly(number);
    long order = clerk.get("/api/inbound?q=" + number).ok().path("rows").get(0).path("id").asLong();
    assertThat(clerk.get("/api/inbound/" + order).ok().path("lines"))
        .extracting(line -> line.path("quantity").asString())
        .containsExactly("1", "2");

    // Once it is sent, the next one is another.
    clerk.post("/api/inbound/" + order + "/sending", Map.of()).ok();
    JsonNode third = ask("BLOCK", "3", holm);
    controller.post("/api/requisitions/agreement", ids(third)).ok();
    assertThat(clerk.post("/api/requisitions/order", ids(third)).ok().path("orders"))
        .extracting(JsonNode::asString)
        .doesNotContain(number);
  }

  @Test
  void whoeverSoldItLastIsAskedWhereNobodyIsNamed() {
    Goods goods = new Goods(controller);
    goods.item("OARS", "Item OARS", "NONE");
    assertThat(ask("OARS", "1", quay).path("supplier").isNull()).isTrue();
    controller
        .post(
            "/api/inbound",
            Map.of(
                "supplier",
                "LANTERN",
                "site",
                quay,
                "note",
                "",
                "lines",
                List.of(Map.of("item", "OARS", "packs", "6", "pack", ""))))
        .ok();
    assertThat(ask("OARS", "1", quay).path("supplier").asString()).isEqualTo("LANTERN");
  }
}
