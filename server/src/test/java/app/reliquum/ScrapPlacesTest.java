package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Scrap that waits to be collected: ours, rejected, and worth what the house says. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ScrapPlacesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Goods goods;
  private long quay;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    goods.rack(quay, "SKIP", "SCRAP", "SK-[01..08]");
  }

  private void keeps(int percent) {
    ObjectNode house = (ObjectNode) controller.get("/api/house").ok();
    house.remove(List.of("logo", "currencyDigits", "settingUp"));
    house.put("scrapWorthPercent", percent);
    controller.put("/api/house", house).ok();
  }

  private long stocked(String code, String place, String quantity, String cost) {
    long item = goods.item(code, "Item " + code, "NONE");
    Map<String, Object> line = Goods.line(code, null, null, place, quantity);
    line.put("cost", cost);
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    return item;
  }

  private long move(String item, String from, String to, String quantity) {
    return controller
        .post("/api/moves", Goods.move(item, null, from, to, quantity))
        .ok()
        .path("posting")
        .asLong();
  }

  private BigDecimal value(long item, Instant at) {
    BigDecimal all = BigDecimal.ZERO;
    String asOf = at == null ? "" : "&at=" + at;
    for (JsonNode row :
        controller.get("/api/value?by=ITEM" + asOf).ok().path("page").path("rows")) {
      if (row.path("id").asLong() == item) {
        all = row.path("value").decimalValue();
      }
    }
    return all;
  }

  private List<JsonNode> positions(long item) {
    List<JsonNode> rows = new ArrayList<>();
    controller
        .get("/api/on-hand?group=POSITION&item=" + item + "&sort=PLACE")
        .ok()
        .path("rows")
        .forEach(rows::add);
    return rows;
  }

  @Test
  void whatIsPutThereIsRejectedAndWorthWhatTheHouseSays() {
    keeps(20);
    long item = stocked("ROPE", "KQ.A-01-A", "10", "2");
    Instant before = Instant.now();
    BigDecimal otherScrap = inScrapPlaces();
    long moved = move("ROPE", "KQ.A-01-A", "KQ.SK-01", "4");
    List<JsonNode> rows = positions(item);
    assertThat(rows).hasSize(2);
    assertThat(rows.get(1).path("place").asString()).isEqualTo("SK-01");
    assertThat(rows.get(1).path("condition").asString()).isEqualTo("REJECTED");
    assertThat(goods.onHand(item, "")).isEqualTo("10");
    assertThat(value(item, null)).isEqualByComparingTo("13.60");
    assertThat(value(item, before)).isEqualByComparingTo("20.00");
    // What is bought next costs what such goods cost, whatever lies on the skip.
    assertThat(controller.get("/api/items/" + item + "/cost").ok().path("cost").decimalValue())
        .isEqualByComparingTo("2");
    assertThat(inScrapPlaces().subtract(otherScrap)).isEqualByComparingTo("1.60");
    goods.booksAddUp();
    controller.post("/api/postings/" + moved + "/reversal", Map.of("reason", "Still good")).ok();
    assertThat(positions(item)).hasSize(1);
    assertThat(positions(item).get(0).path("condition").asString()).isEqualTo("GOOD");
    assertThat(value(item, null)).isEqualByComparingTo("20.00");
    goods.booksAddUp();
  }

  private BigDecimal inScrapPlaces() {
    for (JsonNode row : controller.get("/api/value?by=SITE").ok().path("page").path("rows")) {
      if (row.path("label").asString().equals("In scrap places")) {
        return row.path("value").decimalValue();
      }
    }
    return BigDecimal.ZERO;
  }

  @Test
  void collectedScrapLeavesWithWhatItWasWorthThere() {
    keeps(50);
    long item = stocked("CHAIN", "KQ.A-02-A", "6", "3");
    move("CHAIN", "KQ.A-02-A", "KQ.SK-02", "6");
    long area = 0;
    for (JsonNode site : controller.get("/api/sites").ok()) {
      for (JsonNode one : site.path("areas")) {
        area = one.path("code").asString().equals("SKIP") ? one.path("id").asLong() : area;
      }
    }
    JsonNode there =
        controller.get("/api/on-hand?group=POSITION&item=" + item + "&area=" + area).ok();
    assertThat(there.path("rows")).hasSize(1);
    Map<String, Object> line = Goods.line("CHAIN", null, null, "KQ.SK-02", "6");
    line.put("condition", "REJECTED");
    Map<String, Object> collected = new HashMap<>();
    collected.put("kind", kind("SCRAP"));
    collected.put("way", "OUT");
    collected.put("replacing", false);
    collected.put("lines", List.of(line));
    controller.post("/api/adjustments", collected).ok();
    assertThat(goods.onHand(item, "")).isEqualTo("0");
    JsonNode ledger = controller.get("/api/ledger?item=" + item + "&kind=SCRAP").ok().path("rows");
    assertThat(ledger.get(0).path("value").decimalValue()).isEqualByComparingTo("9.00");
    goods.booksAddUp();
  }

  private long kind(String purpose) {
    for (JsonNode one : controller.get("/api/movement-kinds").ok()) {
      if (one.path("purpose").asString().equals(purpose)) {
        return one.path("id").asLong();
      }
    }
    throw new AssertionError("No reason to scrap.");
  }

  @Test
  void reservedGoodsThatAreScrappedAreNoLongerKept() {
    long item = stocked("SHACKLE", "KQ.A-03-A", "5", "1");
    Leaving leaving = new Leaving(controller, quay);
    leaving.customer("WREN", 0, false);
    long order = leaving.order("WREN", Leaving.line("SHACKLE", "4")).path("id").asLong();
    assertThat(Leaving.kept(leaving.card(order))).containsExactly("4 A-03-A");
    move("SHACKLE", "KQ.A-03-A", "KQ.SK-03", "2");
    assertThat(Leaving.kept(leaving.card(order))).containsExactly("3 A-03-A");
    assertThat(available(item)).isEqualTo("0");
    goods.booksAddUp();
  }

  private String available(long item) {
    JsonNode rows = controller.get("/api/on-hand?group=ITEM&item=" + item).ok().path("rows");
    return rows.get(0).path("available").asString();
  }

  @Test
  void noConditionIsGivenToGoodsThere() {
    long item = stocked("CLEAT", "KQ.A-06-A", "4", "8");
    move("CLEAT", "KQ.A-06-A", "KQ.SK-06", "1");
    Map<String, Object> finding = Map.of("condition", "GOOD", "quantity", "1", "reason", "Fine");
    Map<String, Object> check = new HashMap<>();
    check.put("item", item);
    check.put("place", goods.bin(quay, "SK-06"));
    check.put("lot", 0);
    check.put("serial", 0);
    check.put("load", 0);
    check.put("condition", "REJECTED");
    check.put("findings", List.of(finding));
    assertThat(controller.post("/api/checks", check).problem()).isEqualTo("scrap-place");
  }

  @Test
  void anotherCostIsSharedThere() {
    keeps(25);
    long item = stocked("BLOCK", "KQ.A-04-A", "4", "8");
    move("BLOCK", "KQ.A-04-A", "KQ.SK-04", "1");
    controller.put("/api/items/" + item + "/cost", Map.of("cost", 10, "reason", "New list")).ok();
    assertThat(value(item, null)).isEqualByComparingTo("32.50");
    goods.booksAddUp();
  }

  @Test
  void anAreaInWhichGoodsHaveLainDoesNotBecomeOneNorStopsBeingOne() {
    stocked("PIN", "KQ.A-05-A", "4", "8");
    move("PIN", "KQ.A-05-A", "KQ.SK-05", "1");
    for (JsonNode site : controller.get("/api/sites").ok()) {
      for (JsonNode area : site.path("areas")) {
        if (!List.of("A", "SKIP").contains(area.path("code").asString())) {
          continue;
        }
        Map<String, Object> entry = new HashMap<>();
        entry.put("version", area.path("version").asInt());
        entry.put("code", area.path("code").asString());
        entry.put("name", area.path("name").asString());
        boolean scrap = area.path("purpose").asString().equals("SCRAP");
        entry.put("purpose", scrap ? "STORE" : "SCRAP");
        assertThat(controller.put("/api/areas/" + area.path("id").asLong(), entry).problem())
            .isEqualTo("scrap-settled");
      }
    }
  }
}
