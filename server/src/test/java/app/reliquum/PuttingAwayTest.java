package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Rules for put-away, the sentence, trolleys, and sites that get bins. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PuttingAwayTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private long shackle;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    Map<String, Object> entry = Goods.itemEntry("SHK", "Shackle", "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10"), Goods.pack("carton", "100")));
    shackle = goods.item(entry);
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    goods.opening("SHK", null, null, "KQ.B-01", "590");
    controller.post("/api/put-away/rules", rule("SHK", "B-01", 1, "60", "box")).ok();
    controller.post("/api/put-away/rules", rule("SHK", "B-02", 2, "6", "carton")).ok();
  }

  private Map<String, Object> rule(
      String item, String bin, int priority, String capacity, String pack) {
    Map<String, Object> rule = new HashMap<>();
    rule.put("site", site);
    rule.put("item", item);
    rule.put("bin", bin);
    rule.put("priority", priority);
    rule.put("capacityPacks", capacity);
    rule.put("capacityPack", pack);
    rule.put("active", true);
    return rule;
  }

  @BeforeEach
  void clear() {
    act("CLEAR");
  }

  private JsonNode scan(String text) {
    return hand.post("/api/floor/PUT_AWAY/scan", Map.of("site", site, "text", text)).ok();
  }

  private JsonNode act(String action) {
    return hand.post("/api/floor/PUT_AWAY/act", Map.of("site", site, "action", action)).ok();
  }

  private static List<String> taken(JsonNode advice) {
    List<String> taken = new ArrayList<>();
    for (JsonNode reason : advice.path("reasons")) {
      if (reason.path("taken").asBoolean()) {
        taken.add(reason.path("place").asString() + " " + reason.path("quantity").asString());
      }
    }
    return taken;
  }

  @Test
  void rulesFillByPriorityUpToCapacityAndTheSentenceFollowsThem() {
    JsonNode plan =
        controller
            .get("/api/put-away/plan?site=%d&item=%d&quantity=100".formatted(site, shackle))
            .ok();
    assertThat(taken(plan)).containsExactly("B-01 10", "B-02 90");
    assertThat(Told.line(plan.path("reasons").get(0).path("why")))
        .contains("taken", "quantity=10", "full=true");

    goods.opening("SHK", null, null, "KQ.DOCK-1", "100");
    JsonNode view = scan("RI.SHK");
    assertThat(view.path("from").path("address").asString()).isEqualTo("DOCK-1");
    assertThat(view.path("to").path("address").asString()).isEqualTo("B-01");
    assertThat(view.path("to").path("why").asString()).isEqualTo("RULE");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("10");
    assertThat(view.path("elsewhere").get(0).path("address").asString()).isEqualTo("B-01");
    // The bin's scan is all that is needed.
    view = scan("RB.KQ.B-01");
    assertThat(view.path("outcome").asString()).isEqualTo("DONE");
    view = scan("RI.SHK");
    assertThat(view.path("to").path("address").asString()).as(view.toString()).isEqualTo("B-02");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("90");
    assertThat(scan("RB.KQ.B-02").path("outcome").asString()).isEqualTo("DONE");
    assertThat(goods.onHand(shackle, "&place=" + goods.bin(site, "B-02"))).isEqualTo("90");

    JsonNode rules = controller.get("/api/put-away/rules?site=" + site).ok();
    assertThat(rules.get(0).path("percent").asInt()).isEqualTo(100);
    assertThat(rules.get(1).path("used").asString()).isEqualTo("90");
    assertThat(rules.get(1).path("free").asString()).isEqualTo("510");
  }

  @Test
  void aBinThatDoesNotFitWarnsFirst() {
    goods.item("DIE", "Die", "NONE");
    controller
        .post(
            "/api/racks",
            Map.of(
                "areaId",
                areaOf("B"),
                "pattern",
                "FLARES-1",
                "walkFrom",
                900,
                "walkStep",
                1,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "FLARE")))
        .ok();
    goods.opening("DIE", null, null, "KQ.DOCK-2", "4");
    scan("DIE");
    JsonNode view = scan("RB.KQ.FLARES-1");
    assertThat(view.path("outcome").asString()).isEqualTo("FILLED");
    assertThat(Told.line(view.path("warning")))
        .contains("other-class", "place=FLARES-1", "accepts=FLARE");
    act("CONFIRM");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
  }

  private long areaOf(String code) {
    for (JsonNode area : controller.get("/api/sites").ok().get(0).path("areas")) {
      if (area.path("code").asString().equals(code)) {
        return area.path("id").asLong();
      }
    }
    throw new AssertionError(code);
  }

  @Test
  void aSiteMayAskThatTheBinIsScannedAndNotOnlyConfirmed() {
    goods.item("SCAN", "Scanned", "NONE");
    controller.post("/api/put-away/rules", rule("SCAN", "A-05-A", 1, null, null)).ok();
    goods.opening("SCAN", null, null, "KQ.DOCK-2", "7");
    targetScanned(true);
    scan("SCAN");
    scan("7");
    JsonNode view = act("CONFIRM");
    assertThat(view.path("outcome").asString()).as("%s", view).isEqualTo("REFUSED");
    assertThat(Told.line(view.path("refusal"))).contains("target-not-scanned", "place=A-05-A");
    assertThat(scan("RB.KQ.A-05-A").path("outcome").asString()).isEqualTo("DONE");
    targetScanned(false);
  }

  private void targetScanned(boolean on) {
    goods.change(site, Map.of("targetScanned", on)).ok();
  }

  @Test
  void aRuleIsTriedBeforeItIsSaved() {
    Map<String, Object> rule = rule("SHK", "B-05", 1, "2", "carton");
    JsonNode advice =
        controller.post("/api/put-away/trial", Map.of("quantity", "300", "rule", rule)).ok();
    assertThat(taken(advice)).contains("B-05 200");
    assertThat(controller.get("/api/put-away/rules?site=" + site).ok().toString())
        .doesNotContain("B-05");
    assertThat(controller.post("/api/put-away/rules", rule("SHK", "B-01", 3, null, null)).status())
        .isEqualTo(409);
    assertThat(controller.post("/api/put-away/rules", rule("SHK", "B-05", 1, "2", "drum")).detail())
        .contains("no pack drum");
    rule.put("bin", null);
    assertThat(controller.post("/api/put-away/rules", rule).detail()).contains("area or a bin");
    assertThat(hand.post("/api/put-away/rules", rule("SHK", "B-05", 1, null, null)).status())
        .isEqualTo(403);
  }

  @Test
  void aTrolleyWithFourItemsGoesToFiveBins() {
    long trolley = trolley("T1");
    for (int i = 1; i <= 4; i++) {
      String code = "TRY" + i;
      Map<String, Object> entry = Goods.itemEntry(code, "Tray " + i, "NONE");
      entry.put("packs", List.of(Goods.pack("box", "5")));
      goods.item(entry);
      controller.post("/api/put-away/rules", rule(code, "A-0" + i + "-A", 1, "10", "")).ok();
      goods.opening(code, null, null, "KQ.DOCK-1", i == 4 ? "15" : "10");
      scan(code);
      scan("RU.T1");
      act("CONFIRM");
      assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
    }
    JsonNode round = hand.get("/api/floor/round?site=%d&load=%d".formatted(site, trolley)).ok();
    assertThat(round.path("stops").size()).isEqualTo(5);
    assertThat(round.path("nowhere").size()).isZero();
    List<String> stops = new ArrayList<>();
    round.path("stops").forEach(stop -> stops.add(stop.path("address").asString()));
    assertThat(stops).contains("A-01-A", "A-02-A", "A-03-A", "A-04-A").doesNotHaveDuplicates();
    // One begins with the trolley; each bin in turn says what goes into it.
    for (String stop : stops) {
      scan("RU.T1");
      JsonNode view = scan("RB.KQ." + stop);
      assertThat(view.path("outcome").asString()).as(stop).isEqualTo("DONE");
    }
    round = hand.get("/api/floor/round?site=%d&load=%d".formatted(site, trolley)).ok();
    assertThat(round.path("stops").size()).isZero();
    assertThat(goods.onHand(itemId("TRY4"), "&place=" + goods.bin(site, "A-04-A"))).isEqualTo("10");
  }

  private long itemId(String code) {
    return controller.get("/api/items?q=" + code).ok().path("rows").get(0).path("id").asLong();
  }

  private long trolley(String code) {
    return controller
        .post("/api/unit-loads/trolleys", Map.of("code", code, "name", "Blue trolley"))
        .ok()
        .path("id")
        .asLong();
  }

  @Test
  void aSiteWithStockGetsBins() {
    JsonNode card =
        controller
            .post(
                "/api/sites",
                Map.of(
                    "code",
                    "PS",
                    "name",
                    "Pontoon Shop",
                    "timeZone",
                    "Europe/London",
                    "binned",
                    false,
                    "street",
                    "",
                    "town",
                    ""))
            .ok();
    long shop = card.path("id").asLong();
    goods.opening("SHK", null, null, "PS.PS", "70");
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", "PS");
    entry.put("name", "Pontoon Shop");
    entry.put("timeZone", "Europe/London");
    entry.put("street", "");
    entry.put("town", "");
    entry.put("binned", true);
    entry.put("version", card.path("version").asInt());
    controller.put("/api/sites/" + shop, entry).ok();
    goods.rack(shop, "W", "PICK", "W-[1..3]");
    JsonNode unbinned =
        controller.get("/api/on-hand?group=POSITION&site=%d&item=%d".formatted(shop, shackle)).ok();
    assertThat(unbinned.path("rows").get(0).path("place").asString()).isEqualTo("NOT-YET-BINNED");
    JsonNode sheet = controller.get("/api/sites/" + shop + "/binning").ok();
    assertThat(sheet.path("total").asInt()).isEqualTo(1);
    assertThat(sheet.path("rows").get(0).path("suggested").asString()).isEqualTo("W-1");
    Client.Answer tooMany = spread(shop, "40", "W-1", "31", "W-2");
    assertThat(tooMany.problem()).isEqualTo("not-enough");
    spread(shop, "40", "W-1", "20", "W-2").ok();
    sheet = controller.get("/api/sites/" + shop + "/binning").ok();
    assertThat(sheet.path("rows").get(0).path("quantity").asString()).isEqualTo("10");
    assertThat(spread(shop, "1", "NO-BIN", "1", "W-1").problem()).isEqualTo("invalid");
    spread(shop, "5", "W-3", "5", "W-2").ok();
    assertThat(controller.get("/api/sites/" + shop + "/binning").ok().path("total").asInt())
        .isZero();
    assertThat(goods.onHand(shackle, "&site=" + shop)).isEqualTo("70");
  }

  @Test
  void aSiteMayKeepOnlySomeItemsInBins() {
    long kiosk = goods.site("ZK", "Europe/London", false);
    long radio = goods.item("RADIO", "Hand radio", "NONE");
    long mug = goods.item("MUG", "Mug", "NONE");
    goods.opening("RADIO", null, null, "ZK.ZK", "9");
    goods.opening("MUG", null, null, "ZK.ZK", "30");
    goods.change(kiosk, Map.of("binned", true, "binsForSome", true)).ok();
    goods.rack(kiosk, "W", "PICK", "W-[1..3]");
    // Nothing has a home bin yet: all of it stays where it was, under the name of the site.
    assertThat(controller.get("/api/sites/" + kiosk + "/binning").ok().path("total").asInt())
        .isZero();
    assertThat(taken(planAt(kiosk, radio, "1"))).containsExactly("ZK 1");
    Map<String, Object> entry = Goods.itemEntry("RADIO", "Hand radio", "NONE");
    entry.put("version", controller.get("/api/items/" + radio).ok().path("version").asInt());
    entry.put("homes", List.of(Map.of("site", kiosk, "address", "W-2", "shelfNote", "")));
    controller.put("/api/items/" + radio, entry).ok();
    JsonNode sheet = controller.get("/api/sites/" + kiosk + "/binning").ok();
    assertThat(sheet.path("rows")).hasSize(1);
    assertThat(sheet.path("rows").get(0).path("item").asString()).isEqualTo("RADIO");
    assertThat(sheet.path("rows").get(0).path("suggested").asString()).isEqualTo("W-2");
    Map<String, Object> line = new HashMap<>(line("9", "W-2"));
    line.put("item", radio);
    controller.post("/api/sites/" + kiosk + "/binning", Map.of("lines", List.of(line))).ok();
    assertThat(controller.get("/api/sites/" + kiosk + "/binning").ok().path("total").asInt())
        .isZero();
    assertThat(taken(planAt(kiosk, radio, "1"))).containsExactly("W-2 1");
    assertThat(taken(planAt(kiosk, mug, "1"))).containsExactly("ZK 1");
    // From some to all: what is left waits to be put into bins; there is no way back.
    goods.change(kiosk, Map.of("binsForSome", false)).ok();
    sheet = controller.get("/api/sites/" + kiosk + "/binning").ok();
    assertThat(sheet.path("rows").get(0).path("item").asString()).isEqualTo("MUG");
    assertThat(goods.change(kiosk, Map.of("binsForSome", true)).problem()).isEqualTo("binned");
  }

  private Client.Answer spread(long shop, String first, String bin, String second, String other) {
    return controller.post(
        "/api/sites/" + shop + "/binning",
        Map.of("lines", List.of(line(first, bin), line(second, other))));
  }

  private Map<String, Object> line(String quantity, String bin) {
    return Map.of(
        "item",
        shackle,
        "lot",
        0,
        "serial",
        0,
        "condition",
        "GOOD",
        "quantity",
        quantity,
        "bin",
        bin);
  }

  @Test
  void rulesOfACategoryHoldForThoseBelowItAndStayAtTheirSite() {
    Map<String, Object> entry = Goods.itemEntry("RED", "Red flare", "NONE");
    entry.put("category", "Safety/Flares/Red");
    long red = goods.item(entry);
    Map<String, Object> rule = rule(null, "B-05", 1, null, null);
    rule.put("category", "Safety");
    controller.post("/api/put-away/rules", rule).ok();
    assertThat(taken(plan(red, "6"))).containsExactly("B-05 6");
    rule.put("category", "Safety/Flares");
    rule.put("bin", "B-06");
    rule.put("priority", 9);
    JsonNode nearer = controller.post("/api/put-away/rules", rule).ok();
    assertThat(taken(plan(red, "6"))).containsExactly("B-06 6");
    goods.opening("RED", null, null, "KQ.B-06", "5");
    for (JsonNode one : controller.get("/api/put-away/rules?site=" + site).ok()) {
      if (one.path("id").asLong() == nearer.path("id").asLong()) {
        assertThat(one.path("used").asString()).isEqualTo("5");
      }
    }

    long other = goods.site("OH");
    Map<String, Object> foreign = rule("RED", null, 1, null, null);
    for (JsonNode one : controller.get("/api/sites").ok()) {
      if (one.path("id").asLong() == other) {
        foreign.put("areaId", one.path("areas").get(0).path("id").asLong());
      }
    }
    Client.Answer refused = controller.post("/api/put-away/rules", foreign);
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.body().path("field").asString()).isEqualTo("areaId");
  }

  @Test
  void heldGoodsFindTheHoldBinOfTheirClass() {
    rack("HOLDF", "HOLD", "HOLDF-1", "FLARE");
    Map<String, Object> entry = Goods.itemEntry("HFL", "Held flare", "NONE");
    entry.put("storageClass", "FLARE");
    long item = goods.item(entry);
    JsonNode plan =
        controller
            .get(
                "/api/put-away/plan?site=%d&item=%d&quantity=6&condition=ON_HOLD"
                    .formatted(site, item))
            .ok();
    assertThat(taken(plan)).containsExactly("HOLDF-1 6");
  }

  @Test
  void anEmptyBinThatIsAnotherItemsHomeIsPassedOverWithItsReason() {
    rack("LOCK", "PICK", "LOCK-[1..2]", "LOCK");
    Map<String, Object> owner = Goods.itemEntry("OWN", "Owner", "NONE");
    owner.put("storageClass", "LOCK");
    Map<String, Object> home = new HashMap<>();
    home.put("site", site);
    home.put("address", "LOCK-1");
    home.put("shelfNote", "");
    owner.put("homes", List.of(home));
    goods.item(owner);
    Map<String, Object> guest = Goods.itemEntry("GST", "Guest", "NONE");
    guest.put("storageClass", "LOCK");
    JsonNode plan = plan(goods.item(guest), "3");
    assertThat(taken(plan)).containsExactly("LOCK-2 3");
    assertThat(plan.path("reasons").get(0).path("place").asString()).isEqualTo("LOCK-1");
    assertThat(Told.line(plan.path("reasons").get(0).path("why")))
        .contains("other-home", "item=Owner");
  }

  private JsonNode plan(long item, String quantity) {
    return planAt(site, item, quantity);
  }

  private JsonNode planAt(long where, long item, String quantity) {
    return controller
        .get("/api/put-away/plan?site=%d&item=%d&quantity=%s".formatted(where, item, quantity))
        .ok();
  }

  private void rack(String area, String purpose, String pattern, String storageClass) {
    long id =
        controller
            .post(
                "/api/sites/" + site + "/areas",
                Map.of("code", area, "name", "Area " + area, "purpose", purpose))
            .ok()
            .path("id")
            .asLong();
    Map<String, Object> rack = new HashMap<>();
    rack.put("areaId", id);
    rack.put("pattern", pattern);
    rack.put("walkFrom", 700);
    rack.put("walkStep", 1);
    rack.put("levels", 1);
    rack.put("traits", Map.of("mixing", "ANYTHING", "storageClass", storageClass));
    controller.post("/api/racks", rack).ok();
  }
}
