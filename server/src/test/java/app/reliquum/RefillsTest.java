package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import tools.jackson.databind.JsonNode;

/** Pick faces are refilled from bulk, on the Floor. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@Execution(ExecutionMode.SAME_THREAD)
class RefillsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private String key;
  private int sites;

  @BeforeEach
  void furnish() {
    controller = HOUSE.hire("CON" + sites, Role.CONTROLLER);
    goods = new Goods(controller);
    key = "RF" + sites++;
    site = goods.site(key);
    hand = HOUSE.hire("HAND" + sites, Role.FLOOR_HAND, site);
  }

  private Map<String, Object> home(String bin, Object minimum, Object maximum, Object pack) {
    Map<String, Object> home = new HashMap<>();
    home.put("site", site);
    home.put("address", bin);
    home.put("shelfNote", "");
    home.put("minimum", minimum);
    home.put("maximum", maximum);
    home.put("refillPack", pack);
    return home;
  }

  private long item(String code, Map<String, Object> home) {
    Map<String, Object> entry = Goods.itemEntry(key + code, "Shackle " + code, "NONE");
    entry.put("packs", List.of(Goods.pack("box", "12")));
    entry.put("homes", List.of(home));
    return goods.item(entry);
  }

  private JsonNode refills() {
    return hand.get("/api/replenishment/refills?site=" + site).ok();
  }

  private JsonNode scan(String text) {
    return hand.post("/api/floor/REFILL/scan", Map.of("site", site, "text", text)).ok();
  }

  private JsonNode act(String action) {
    return hand.post("/api/floor/REFILL/act", Map.of("site", site, "action", action)).ok();
  }

  private String bin(String address) {
    return key + "." + address;
  }

  @Test
  void bringsWholeBoxesFromBulkAndWhatSomeonePicksFromGoesFirst() {
    long quiet = item("A", home("B-01", "10", "60", "box"));
    goods.opening(key + "A", null, null, bin("B-01"), "10");
    goods.opening(key + "A", null, null, bin("B-05"), "30");
    long busy = item("B", home("B-02", "10", "60", "box"));
    goods.opening(key + "B", null, null, bin("B-02"), "12");
    goods.opening(key + "B", null, null, bin("B-06"), "100");
    long enough = item("C", home("B-03", "10", "60", "box"));
    goods.opening(key + "C", null, null, bin("B-03"), "11");
    goods.opening(key + "C", null, null, bin("B-06"), "50");

    assertThat(refills()).hasSize(1);
    assertThat(refills().get(0).path("itemId").asLong()).isEqualTo(quiet);
    assertThat(refills().get(0).path("missing").asString()).isEqualTo("48");
    assertThat(refills().get(0).path("sources").get(0).path("quantity").asString()).isEqualTo("24");

    // Someone has reserved all that lies in the second: whoever comes next would find nothing.
    Leaving leaving = new Leaving(controller, site);
    leaving.customer(key, 0, false);
    leaving.order(key, Leaving.line(key + "B", "12"));
    JsonNode now = refills();
    assertThat(now).hasSize(2);
    assertThat(now.get(0).path("itemId").asLong()).isEqualTo(busy);
    assertThat(now.get(0).path("urgent").asBoolean()).isTrue();
    assertThat(now.get(0).path("missing").asString()).isEqualTo("48");

    // What is scanned is an item; the rest is there.
    JsonNode view = scan("RI." + key + "B");
    assertThat(view.path("from").path("address").asString()).isEqualTo("B-06");
    assertThat(view.path("to").path("address").asString()).isEqualTo("B-02");
    assertThat(view.path("to").path("why").asString()).isEqualTo("PICK_FACE");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("48");
    assertThat(view.path("quantity").path("why").asString()).isEqualTo("STILL_MISSING");
    assertThat(scan("RB." + bin("B-02")).path("outcome").asString()).isEqualTo("DONE");
    assertThat(goods.onHand(busy, "&place=" + goods.bin(site, "B-02"))).isEqualTo("60");
    assertThat(refills()).extracting(one -> one.path("itemId").asLong()).containsExactly(quiet);

    view = scan("RI." + key + "A");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("24");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
    assertThat(refills()).isEmpty();
    assertThat(goods.onHand(enough, "&place=" + goods.bin(site, "B-03"))).isEqualTo("11");
  }

  @Test
  void whatNeedsNoRefillIsBroughtOnlyKnowingly() {
    item("D", home("B-01", "10", "60", "box"));
    goods.opening(key + "D", null, null, bin("B-01"), "20");
    goods.opening(key + "D", null, null, bin("B-05"), "36");
    JsonNode view = scan("RI." + key + "D");
    assertThat(view.path("outcome").asString()).isEqualTo("REFUSED");
    assertThat(Told.line(view.path("refusal"))).contains("not-on-order");
    assertThat(view.path("addable").isNull()).isFalse();
  }

  @Test
  void goodsOnATrolleyAreOnTheirWay() {
    long item = item("E", home("B-01", "10", "60", "box"));
    goods.opening(key + "E", null, null, bin("B-05"), "100");
    controller
        .post("/api/unit-loads/trolleys", Map.of("code", key + "T", "name", "Blue trolley"))
        .ok();
    scan("RI." + key + "E");
    scan("RB." + bin("B-05"));
    JsonNode view = scan("RU." + key + "T");
    assertThat(view.path("load").path("part").asString()).as(view.toString()).isEqualTo("ONTO");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("60");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
    assertThat(refills()).isEmpty();
    act("CLEAR");
    scan("RU." + key + "T");
    view = scan("RB." + bin("B-01"));
    assertThat(view.path("outcome").asString()).as(view.toString()).isEqualTo("DONE");
    assertThat(goods.onHand(item, "&place=" + goods.bin(site, "B-01"))).isEqualTo("60");
  }

  @Test
  void saysWhatAHomeBinCanNotBeRefilledBy() {
    Map<String, Object> entry = Goods.itemEntry(key + "F", "Shackle", "NONE");
    entry.put("packs", List.of(Goods.pack("box", "12")));
    entry.put("homes", List.of(home("B-01", "10", "20", "box")));
    assertThat(controller.post("/api/items", entry).detail()).contains("no room for a pack of 12");
    entry.put("homes", List.of(home("B-01", "10", null, null)));
    assertThat(controller.post("/api/items", entry).detail()).contains("one of them is missing");
    entry.put("homes", List.of(home("B-01", "10", "60", "crate")));
    assertThat(controller.post("/api/items", entry).detail()).contains("no pack called crate");
    entry.put("homes", List.of(home("B-01", "0.5", "60", null)));
    assertThat(controller.post("/api/items", entry).status()).isEqualTo(400);
    entry.put("homes", List.of(home(null, "10", "60", null)));
    assertThat(controller.post("/api/items", entry).detail()).contains("Name the bin");
  }
}
