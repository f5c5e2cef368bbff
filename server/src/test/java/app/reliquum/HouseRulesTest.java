package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class HouseRulesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Goods goods;
  private long site;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
  }

  private static String gtin(String before) {
    return before + app.reliquum.core.scan.Gtin.checkDigit(before);
  }

  private Map<String, Object> rack(String pattern) {
    Map<String, Object> rack = new HashMap<>();
    long area = controller.get("/api/sites").ok().get(0).path("areas").get(0).path("id").asLong();
    rack.put("areaId", area);
    rack.put("pattern", pattern);
    rack.put("walkFrom", 100);
    rack.put("walkStep", 10);
    rack.put("levels", 2);
    rack.put("stepX", 1.5);
    Map<String, Object> traits = new HashMap<>(Map.of("mixing", "ONE_ITEM", "storageClass", ""));
    traits.put("x", 0);
    traits.put("y", 4);
    rack.put("traits", traits);
    return rack;
  }

  @Test
  void aPatternMakesAWholeRackInWalkingOrder() {
    JsonNode tried = controller.post("/api/racks/preview", rack("RK-[01..02]-[A..B]")).ok();
    assertThat(tried.path("count").asInt()).isEqualTo(4);
    assertThat(bins("RK-")).isEmpty();
    controller.post("/api/racks", rack("RK-[01..02]-[A..B]")).ok();
    assertThat(bins("RK-")).containsExactly("RK-01-A", "RK-01-B", "RK-02-A", "RK-02-B");
    JsonNode last =
        controller.get("/api/sites/" + site + "/bins?q=RK-02-A").ok().path("rows").get(0);
    assertThat(last.path("walk").asInt()).isEqualTo(120);
    assertThat(last.path("x").asDouble()).isEqualTo(1.5);
    Client.Answer again = controller.post("/api/racks", rack("RK-[02..03]-[A..B]"));
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.detail()).contains("RK-02-A, RK-02-B");
    assertThat(bins("RK-")).hasSize(4);
    Client.Answer wrong = controller.post("/api/racks/preview", rack("RK-[05..01]"));
    assertThat(wrong.detail()).contains("backwards");
    assertThat(wrong.body().path("offset").asInt()).isEqualTo(4);
  }

  private List<String> bins(String starts) {
    List<String> addresses = new ArrayList<>();
    controller
        .get("/api/sites/" + site + "/bins?q=" + starts)
        .ok()
        .path("rows")
        .forEach(bin -> addresses.add(bin.path("address").asString()));
    return addresses;
  }

  @Test
  void aBinWithGoodsCanNotBeClosedAndAClosedOneTakesNone() {
    goods.item("CLOSE", "Closing", "NONE");
    goods.opening("CLOSE", null, null, "KQ.B-01", "2");
    Map<String, Object> closed = closing("B-01");
    String path = "/api/bins/" + goods.bin(site, "B-01");
    assertThat(controller.put(path, closed).problem()).isEqualTo("not-empty");
    controller.post("/api/moves", Goods.move("CLOSE", null, "KQ.B-01", "KQ.B-02", "2")).ok();
    controller.put(path, closed).ok();
    assertThat(
            controller
                .post("/api/moves", Goods.move("CLOSE", null, "KQ.B-02", "KQ.B-01", "1"))
                .problem())
        .isEqualTo("closed");
    assertThat(controller.put(path, closed).problem()).isEqualTo("changed");
  }

  private Map<String, Object> closing(String address) {
    JsonNode bin = controller.get("/api/bins/" + goods.bin(site, address)).ok();
    return Map.of(
        "version", bin.path("version").asInt(),
        "areaId", bin.path("areaId").asLong(),
        "walk", bin.path("walk").asInt(),
        "active", false,
        "traits", Map.of("mixing", "ANYTHING", "storageClass", ""));
  }

  @Test
  void whatAnAreaIsForDecidesWhatIsAvailable() {
    long item = goods.item("AVAIL", "Available", "NONE");
    goods.opening("AVAIL", null, null, "KQ.HOLD-1", "6");
    assertThat(available(item)).isEqualTo("0");
    JsonNode hold = null;
    for (JsonNode area : controller.get("/api/sites").ok().get(0).path("areas")) {
      if (area.path("code").asString().equals("HOLD")) {
        hold = area;
      }
    }
    controller
        .put(
            "/api/areas/" + hold.path("id").asLong(),
            Map.of(
                "version",
                hold.path("version").asInt(),
                "code",
                "HOLD",
                "name",
                "Now for picking",
                "purpose",
                "PICK"))
        .ok();
    assertThat(available(item)).isEqualTo("6");
  }

  private String available(long item) {
    return controller
        .get("/api/on-hand?group=ITEM&item=" + item)
        .ok()
        .path("rows")
        .get(0)
        .path("available")
        .asString();
  }

  @Test
  void aSiteWithoutBinsHasOneImpliedBinAndShelfNotes() {
    JsonNode shop =
        controller
            .post(
                "/api/sites",
                Map.of(
                    "code",
                    "PS",
                    "name",
                    "Shop",
                    "timeZone",
                    "Europe/London",
                    "binned",
                    false,
                    "street",
                    "",
                    "town",
                    ""))
            .ok();
    Map<String, Object> entry = Goods.itemEntry("NOTE", "Noted", "NONE");
    entry.put("homes", List.of(Map.of("site", shop.path("id").asLong(), "shelfNote", "Shelf 3")));
    long item = goods.item(entry);
    goods.opening("NOTE", null, null, "PS.PS", "4");
    JsonNode home = controller.get("/api/items/" + item).ok().path("homes").get(0);
    assertThat(home.path("shelfNote").asString()).isEqualTo("Shelf 3");
    assertThat(home.path("place").isNull()).isTrue();
    long area = shop.path("areas").get(0).path("id").asLong();
    Map<String, Object> rack = rack("X-[1..2]");
    rack.put("areaId", area);
    assertThat(controller.post("/api/racks", rack).problem()).isEqualTo("unbinned");
  }

  @Test
  void packsAndBarcodesAreCheckedAndKept() {
    Map<String, Object> entry = Goods.itemEntry("PACKED", "Packed", "NONE");
    entry.put("barcodes", List.of(gtin("210000000077"), "OLD-CODE-9"));
    entry.put("packs", List.of(Goods.pack("box", "10", gtin("220000000077"))));
    JsonNode card = controller.get("/api/items/" + goods.item(entry)).ok();
    assertThat(card.path("barcodes").get(0).asString()).isEqualTo(gtin("210000000077"));
    assertThat(card.path("packs").get(0).path("factor").asString()).isEqualTo("10");

    Map<String, Object> thief = Goods.itemEntry("THIEF", "Same barcode", "NONE");
    thief.put("barcodes", List.of(gtin("220000000077")));
    assertThat(refused(thief)).contains("belongs to PACKED");
    thief.put("barcodes", List.of("2100000000770"));
    assertThat(refused(thief)).contains("check digit");
    thief.put("barcodes", List.of());
    thief.put("packs", List.of(Goods.pack("box", "10"), Goods.pack("Box", "12")));
    assertThat(refused(thief)).contains("Two packs");
    thief.put("packs", List.of(Goods.pack("half", "0.5")));
    assertThat(refused(thief)).contains("finer than the item");
    thief.put("packs", List.of());
    thief.put("homes", List.of(Map.of("site", site, "address", "NO-BIN", "shelfNote", "")));
    assertThat(refused(thief)).contains("no bin NO-BIN");
    thief.put("homes", List.of());
    thief.put("code", "small letters");
    assertThat(refused(thief)).contains("capital letters");
    assertThat(refused(Goods.itemEntry("PACKED", "Again", "NONE"))).contains("PACKED already");
    assertThat(controller.get("/api/items?q=THIEF").ok().path("total").asInt()).isZero();
  }

  private String refused(Map<String, Object> entry) {
    Client.Answer answer = controller.post("/api/items", entry);
    assertThat(answer.status()).isBetween(400, 422);
    return answer.detail();
  }

  @Test
  void howAnItemIsCountedStaysOnceItIsInTheLedger() {
    long item = goods.item("COUNTED", "Counted", "NONE");
    Map<String, Object> change = Goods.itemEntry("COUNTED", "Counted anew", "LOT");
    change.put("version", 0);
    JsonNode changed = controller.put("/api/items/" + item, change).ok();
    assertThat(changed.path("tracking").asString()).isEqualTo("LOT");
    goods.opening("COUNTED", "L1", null, "KQ.B-03", "1");
    change.put("version", changed.path("version").asInt());
    change.put("tracking", "NONE");
    assertThat(controller.put("/api/items/" + item, change).problem()).isEqualTo("in-ledger");
    change.put("tracking", "LOT");
    change.put("name", "Only the name");
    controller.put("/api/items/" + item, change).ok();
    assertThat(controller.get("/api/items?q=only+name").ok().path("total").asInt()).isEqualTo(1);
  }

  @Test
  void aSiteNeedsARealTimeZone() {
    Client.Answer answer =
        controller.post(
            "/api/sites",
            Map.of(
                "code",
                "TZ",
                "name",
                "Nowhere",
                "timeZone",
                "Mars/Olympus",
                "binned",
                true,
                "street",
                "",
                "town",
                ""));
    assertThat(answer.detail()).contains("no time zone");
  }
}
