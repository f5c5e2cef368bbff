package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
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
      suppliers.put(code, controller.post("/api/suppliers", supplier).ok().path("id").asLong());
    }
    for (String code : List.of("ROPE", "BLOCK", "CLEAT")) {
      items.put(code, goods.item(code, "Item " + code, "NONE"));
    }
  }

  private JsonNode ask(String item, String quantity, long site) {
    return clerk
        .post("/api/requisitions", Map.of("item", item, "quantity", quantity, "site", site))
        .ok();
  }

  private static Map<String, Object> ids(JsonNode... rows) {
    return Map.of("ids", List.of(rows).stream().map(row -> row.path("id").asLong()).toList());
  }

  private void soldBy(String item, String supplier) {
    controller
        .put(
            "/api/items/" + items.get(item) + "/suppliers",
            Map.of(
                "suppliers",
                List.of(
                    Map.of(
                        "supplierId",
                        suppliers.get(supplier),
                        "theirCode",
                        "",
                        "minimum",
                        "0",
                        "multiple",
                        "0",
                        "preferred",
                        true))))
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
    JsonNode orders = controller.get("/api/inbound?filter=OPEN").ok().path("rows");
    int lines = 0;
    for (JsonNode order : orders) {
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
    Map<String, Object> entry = Map.of("item", "BLOCK", "quantity", "1", "site", quay);
    assertThat(elsewhere.post("/api/requisitions", entry).status()).isEqualTo(403);
  }

  @Test
  void whatCanNotBeAskedForIsRefused() {
    Client.Answer none =
        clerk.post("/api/requisitions", Map.of("item", "NOSUCH", "quantity", "1", "site", quay));
    assertThat(none.status()).isEqualTo(404);
    assertThat(none.body().path("field").asString()).isEqualTo("item");
    for (String quantity : List.of("0", "-1", "1.5")) {
      Client.Answer wrong =
          clerk.post(
              "/api/requisitions", Map.of("item", "ROPE", "quantity", quantity, "site", quay));
      assertThat(wrong.status()).as(quantity).isEqualTo(400);
    }
    Client hand = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    assertThat(
            hand.post("/api/requisitions", Map.of("item", "ROPE", "quantity", "1", "site", quay))
                .status())
        .isEqualTo(403);
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
