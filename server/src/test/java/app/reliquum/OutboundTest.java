package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Goods that leave for customers and jobs, through the door of the application. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OutboundTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client hand;
  private Goods goods;
  private Leaving leaving;
  private Leaving.Hand picker;
  private Leaving.Hand packer;
  private long site;
  private int made;
  private String flare;
  private String shackle;
  private long flareId;
  private long shackleId;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    goods.rack(site, "PACK", "PACK", "PACK-1");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    leaving = new Leaving(clerk, site);
    picker = leaving.new Hand(hand, "PICK");
    packer = leaving.new Hand(hand, "PACK");
    leaving.customer("TERN", 0, false);
    leaving.customer("LONG", 90, false);
    leaving.customer("SAME", 0, true);
  }

  /** Three lots as they came in, L1 the oldest; shackles in two bins. */
  @BeforeEach
  void stock() {
    made++;
    flare = "FLR-" + made;
    shackle = "SHK-" + made;
    Map<String, Object> boxed = Goods.itemEntry(shackle, "Shackle " + made, "NONE");
    boxed.put("packs", List.of(Goods.pack("box", "10")));
    shackleId = goods.item(boxed);
    flareId = goods.item(flare, "Flare " + made, "LOT");
    goods.post("OPENING", List.of(Leaving.lot(flare, "L1", 40, "KQ.A-01-A", "10"))).ok();
    goods.post("OPENING", List.of(Leaving.lot(flare, "L2", 100, "KQ.A-01-B", "5"))).ok();
    goods.post("OPENING", List.of(Leaving.lot(flare, "L3", 400, "KQ.A-01-C", "60"))).ok();
    goods.opening(shackle, null, null, "KQ.A-02-A", "30");
    goods.opening(shackle, null, null, "KQ.B-06", "100");
    leaving.flow("PICK_HAND_OVER");
  }

  @AfterEach
  void nobodyIsOnTheWay() {
    hand.post("/api/floor/pick/leaving", Map.of("site", site));
  }

  @AfterAll
  void theBooksAddUp() {
    goods.booksAddUp();
  }

  private static long id(JsonNode card) {
    return card.path("id").asLong();
  }

  @Test
  void tenFiveAndThirtyArePickedLotByLotOnTheFloor() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "45"));
    assertThat(Leaving.kept(order)).containsExactly("10 L1 A-01-A", "5 L2 A-01-B", "30 L3 A-01-C");
    assertThat(order.path("state").asString()).isEqualTo("ALLOCATED");
    JsonNode first = picker.round(Map.of(id(order), ""));
    assertThat(first.path("picking").path("stops")).hasSize(3);
    assertThat(first.path("quantity").path("value").asString()).isEqualTo("10");
    assertThat(leaving.state(id(order))).isEqualTo("PICKING");
    assertThat(leaving.card(id(order)).path("picker").asString()).isEqualTo("Person HAND");
    assertThat(Told.done(picker.done("RB.KQ.A-01-A", flare)))
        .contains("quantity=10 item=Flare " + made + " lot=L1")
        .endsWith("from=A-01-A order=" + order.path("number").asString());
    picker.done("L2", "RB.KQ.A-01-B");
    JsonNode last = picker.done("RB.KQ.A-01-C", "L3");
    assertThat(last.path("picking").path("stops")).isEmpty();
    assertThat(last.path("picking").path("orders")).as("the round has ended by itself").isEmpty();
    assertThat(leaving.state(id(order))).isEqualTo("PACKED");
    assertThat(goods.onHand(flareId, "&group=ITEM")).isEqualTo("75");
    JsonNode gone = leaving.act(id(order), "hand-over", Map.of("takenBy", "Ferry")).ok();
    assertThat(gone.path("state").asString()).isEqualTo("SHIPPED");
    assertThat(gone.path("despatches").get(0).path("goods")).hasSize(3);
    assertThat(goods.onHand(flareId, "")).isEqualTo("30");
  }

  @Test
  void whoeverNeedsNinetyDaysGetsTheEarliestThatKeepsThem() {
    JsonNode order = leaving.order("LONG", Leaving.line(flare, "8"));
    assertThat(Leaving.kept(order)).containsExactly("5 L2 A-01-B", "3 L3 A-01-C");
    Map<String, Object> later = leaving.entry("LONG", Leaving.line(flare, "2"));
    later.put("needed", LocalDate.now().plusDays(11).toString());
    JsonNode card = clerk.post("/api/outbound", later).ok();
    assertThat(Leaving.kept(card)).containsExactly("2 L3 A-01-C");
  }

  @Test
  void oneLotOnlyIsWholeOrOfferedAsASplit() {
    JsonNode whole = leaving.order("SAME", Leaving.line(flare, "12"));
    assertThat(Leaving.kept(whole)).containsExactly("12 L3 A-01-C");
    JsonNode none = leaving.order("SAME", Leaving.line(flare, "55"));
    assertThat(none.path("state").asString()).isEqualTo("SHORT");
    assertThat(Leaving.kept(none)).isEmpty();
    assertThat(none.path("changes").get(1).path("detail").asString()).contains("of one lot");
    JsonNode split = leaving.act(id(none), "lines/1/split", Map.of()).ok();
    assertThat(Leaving.kept(split)).containsExactly("10 L1 A-01-A", "5 L2 A-01-B", "40 L3 A-01-C");
    assertThat(split.path("state").asString()).isEqualTo("ALLOCATED");
  }

  @Test
  void theSplitWorksWhereTheRuleAskedForOneLot() {
    Map<String, Object> rule = Leaving.rule("EARLIEST_EXPIRY");
    rule.put("item", flare);
    rule.put("oneLot", true);
    JsonNode card = clerk.post("/api/removal/rules", rule).ok();
    try {
      JsonNode none = leaving.order("TERN", Leaving.line(flare, "70"));
      assertThat(Leaving.kept(none)).isEmpty();
      assertThat(none.path("lines").get(0).path("splittable").asBoolean()).isTrue();
      JsonNode split = leaving.act(id(none), "lines/1/split", Map.of()).ok();
      assertThat(Leaving.kept(split))
          .containsExactly("10 L1 A-01-A", "5 L2 A-01-B", "55 L3 A-01-C");
      assertThat(split.path("lines").get(0).path("splittable").asBoolean()).isFalse();
    } finally {
      clerk.delete("/api/removal/rules/" + card.path("id").asLong()).ok();
    }
  }

  @Test
  void twoOrdersArePickedInOneWalkIntoTheirTotes() {
    for (String tote : List.of("T" + made + "A", "T" + made + "B")) {
      clerk.post("/api/unit-loads/trolleys", Map.of("code", tote, "name", "Tote")).ok();
    }
    JsonNode one = leaving.order("TERN", Leaving.line(flare, "4"), Leaving.line(shackle, "3"));
    JsonNode other = leaving.order("TERN", Leaving.line(flare, "2"));
    Map<Long, String> totes = new LinkedHashMap<>();
    totes.put(id(one), "T" + made + "A");
    totes.put(id(other), "T" + made + "B");
    JsonNode round = picker.round(totes);
    assertThat(
            round
                .path("picking")
                .path("stops")
                .valueStream()
                .map(stop -> stop.path("place").asString()))
        .containsExactly("A-01-A", "A-01-A", "A-02-A");
    assertThat(picker.tryRound(Map.of(id(other), "")).problem()).isEqualTo("on-round");
    assertThat(round.path("into").path("value").asString()).isEqualTo("T" + made + "A");
    JsonNode next = picker.done("RB.KQ.A-01-A", "L1", "RU.T" + made + "A");
    assertThat(next.path("place").path("state").asString())
        .as("whoever stands there need not scan the bin again")
        .isEqualTo("SAID");
    assertThat(picker.tryScan("RU.T" + made + "A").path("refusal").path("type").asString())
        .as("the other order's tote")
        .isEqualTo("other-load");
    picker.done("L1");
    picker.done("RB.KQ.A-02-A", shackle);
    assertThat(Leaving.kept(leaving.card(id(one))))
        .containsExactlyInAnyOrder("4 L1 PACK-1 picked", "3 PACK-1 picked");
    assertThat(leaving.card(id(other)).path("kept").get(0).path("load").asString())
        .isEqualTo("T" + made + "B");
    leaving.act(id(one), "hand-over", Map.of()).ok();
    leaving.act(id(other), "hand-over", Map.of()).ok();
  }

  @Test
  void aShortPickLooksElsewhereAndMakesACountDue() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "20"));
    assertThat(Leaving.kept(order)).containsExactly("20 A-02-A");
    picker.round(Map.of(id(order), ""));
    picker.scan("RB.KQ.A-02-A", shackle, "12");
    assertThat(picker.confirm().path("refusal").path("type").asString()).isEqualTo("say-why");
    JsonNode done = picker.takeLess("FEWER");
    assertThat(Told.done(done))
        .contains("quantity=12", "; short ", "quantity=8", "place=A-02-A", "elsewhere=B-06");
    assertThat(done.path("place").path("address").asString()).isEqualTo("B-06");
    assertThat(clerk.get("/api/counts/suspicions?site=" + site).ok().toString()).contains("A-02-A");
    picker.done("RB.KQ.B-06", shackle);
    assertThat(leaving.state(id(order))).isEqualTo("PACKED");
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  @Test
  void whereNothingElseIsTheOrderIsShortAndTheRestIsFree() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "75"));
    picker.round(Map.of(id(order), ""));
    JsonNode done = picker.takeLess("EMPTY");
    assertThat(Told.done(done)).startsWith("short").matches(".*elsewhere=( .*)?$");
    hand.post("/api/floor/pick/leaving", Map.of("site", site)).ok();
    JsonNode card = leaving.card(id(order));
    assertThat(card.path("state").asString()).isEqualTo("SHORT");
    assertThat(card.path("lines").get(0).path("missing").asString()).isEqualTo("10");
    assertThat(card.path("lines").get(0).path("available").asString())
        .as("what was freed can be had by others")
        .isEqualTo("10");
    leaving.act(id(order), "closing", Map.of("reason", "Cancelled")).ok();
    assertThat(leaving.state(id(order))).isEqualTo("CANCELLED");
  }

  @Test
  void aSubstituteIsTakenIfTheRuleAllowsIt() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "6"));
    picker.round(Map.of(id(order), ""));
    JsonNode instead = picker.scan("L3");
    assertThat(instead.path("picking").path("substitute").asBoolean()).isTrue();
    picker.done("RB.KQ.A-01-C");
    assertThat(Leaving.kept(leaving.card(id(order)))).containsExactly("6 L3 PACK-1 picked");
    Map<String, Object> strict = Leaving.rule("EARLIEST_EXPIRY");
    strict.put("item", flare);
    strict.put("substitutes", "SAME_LOT");
    long rule = clerk.post("/api/removal/rules", strict).ok().path("id").asLong();
    JsonNode second = leaving.order("TERN", Leaving.line(flare, "6"));
    picker.round(Map.of(id(second), ""));
    JsonNode refused = picker.tryScan("L3");
    assertThat(Told.refusal(refused))
        .startsWith("not-instead")
        .contains("chosenMark=L1", "otherMark=L3", "why=OTHER_LOT");
    hand.post("/api/floor/pick/leaving", Map.of("site", site)).ok();
    clerk.delete("/api/removal/rules/" + rule);
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  @Test
  void packIntoTwoUnitLoadsAndHandOver() {
    leaving.flow("PICK_PACK_HAND_OVER");
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "12"), Leaving.line(shackle, "5"));
    leaving.act(id(order), "picking", Map.of()).ok();
    assertThat(leaving.state(id(order))).isEqualTo("PICKING");
    assertThat(leaving.act(id(order), "hand-over", Map.of()).problem()).isEqualTo("not-packed");
    packer.pack(id(order));
    assertThat(Told.refusal(packer.confirm())).contains("wanted=").contains("INTO");
    packer.newLoad();
    packer.done("L1", "6");
    JsonNode second = packer.newLoad();
    packer.done("L1");
    packer.done("L2");
    packer.done(shackle);
    JsonNode card = leaving.card(id(order));
    assertThat(card.path("state").asString()).isEqualTo("PACKED");
    assertThat(card.path("parcels")).hasSize(2);
    assertThat(second.path("picking").path("parcels")).hasSize(2);
    long load = card.path("parcels").get(0).path("load").asLong();
    String parcel = "parcels/" + load;
    assertThat(
            leaving
                .act(id(order), parcel + "/carriage", Map.of("carrier", 1, "service", "NEXT_DAY"))
                .problem())
        .isEqualTo("no-weight");
    leaving.act(id(order), parcel + "/weight", Map.of("weight", "31")).ok();
    assertThat(
            leaving
                .act(id(order), parcel + "/carriage", Map.of("carrier", 1, "service", "NEXT_DAY"))
                .problem())
        .isEqualTo("too-heavy");
    JsonNode weighed = leaving.act(id(order), parcel + "/weight", Map.of()).ok();
    assertThat(weighed.path("parcels").get(0).path("weighed").asBoolean()).isTrue();
    JsonNode carried =
        leaving
            .act(id(order), parcel + "/carriage", Map.of("carrier", 1, "service", "NEXT_DAY"))
            .ok();
    assertThat(carried.path("parcels").get(0).path("tracking").asString()).startsWith("TC1");
    assertThat(goods.onHand(flareId, "")).isEqualTo("75");
    JsonNode gone = leaving.act(id(order), "hand-over", Map.of("takenBy", "Van")).ok();
    assertThat(gone.path("state").asString()).isEqualTo("SHIPPED");
    assertThat(
            gone.path("despatches")
                .get(0)
                .path("goods")
                .valueStream()
                .map(one -> one.path("load").asString())
                .distinct())
        .hasSize(2);
    assertThat(goods.onHand(flareId, "")).isEqualTo("63");
    assertThat(goods.onHand(shackleId, "")).isEqualTo("125");
    List<String> kinds =
        clerk
            .get("/api/ledger?limit=50&item=" + flareId)
            .ok()
            .path("rows")
            .valueStream()
            .map(row -> row.path("kind").asString())
            .distinct()
            .toList();
    assertThat(kinds).containsExactly("ISSUE", "PACK", "PICK", "OPENING");
  }

  @Test
  void ahandOverThatIsTakenBackWaitsAgain() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "12"), Leaving.line(shackle, "5"));
    leaving.act(id(order), "picking", Map.of()).ok();
    JsonNode gone = leaving.act(id(order), "hand-over", Map.of()).ok();
    long posting = gone.path("despatches").get(0).path("goods").get(0).path("posting").asLong();
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "Van broke down")).ok();
    JsonNode back = leaving.card(id(order));
    assertThat(back.path("state").asString()).isEqualTo("PACKED");
    assertThat(Leaving.kept(back))
        .containsExactlyInAnyOrder("10 L1 PACK-1 picked", "2 L2 PACK-1 picked", "5 PACK-1 picked");
    leaving.act(id(order), "hand-over", Map.of()).ok();
    assertThat(goods.onHand(flareId, "")).isEqualTo("63");
  }

  @Test
  void whereGoodsGoAtOnceAPickIsAllThereIs() {
    leaving.flow("PICK_AND_GO");
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "12"));
    picker.round(Map.of(id(order), ""));
    picker.done("RB.KQ.A-01-A", "L1");
    assertThat(goods.onHand(flareId, "")).isEqualTo("65");
    picker.done("RB.KQ.A-01-B", "L2");
    JsonNode card = leaving.card(id(order));
    assertThat(card.path("state").asString()).isEqualTo("SHIPPED");
    assertThat(card.path("despatches")).hasSize(1);
    assertThat(card.path("despatches").get(0).path("goods")).hasSize(2);
  }

  @Test
  void aJobTakesWhatItsKitIsMadeOf() {
    long kit = goods.item("KIT-" + made, "Grab bag " + made, "NONE");
    Map<String, Object> parts =
        Map.of(
            "components",
            List.of(
                Map.of("item", flare, "quantity", "3"), Map.of("item", shackle, "quantity", "2")));
    clerk.put("/api/items/" + kit + "/components", parts).ok();
    Map<String, Object> job = new HashMap<>();
    job.put("kit", "KIT-" + made);
    job.put("kits", "4");
    job.put("site", site);
    JsonNode card = clerk.post("/api/outbound/jobs", job).ok();
    assertThat(card.path("kind").asString()).isEqualTo("JOB");
    assertThat(Leaving.kept(card))
        .containsExactlyInAnyOrder("10 L1 A-01-A", "2 L2 A-01-B", "8 A-02-A");
    leaving.act(id(card), "picking", Map.of()).ok();
    JsonNode done = leaving.act(id(card), "hand-over", Map.of()).ok();
    assertThat(done.path("state").asString()).isEqualTo("DONE");
    assertThat(done.path("ended").isNull()).isFalse();
    assertThat(clerk.get("/api/ledger?limit=5&item=" + flareId).ok().toString())
        .contains("Used up");
    JsonNode dropped = clerk.post("/api/outbound/jobs", job).ok();
    JsonNode cancelled = leaving.act(id(dropped), "closing", Map.of("reason", "not now")).ok();
    assertThat(cancelled.path("state").asString()).isEqualTo("CANCELLED");
    assertThat(
            clerk
                .post("/api/outbound/jobs", Map.of("kit", shackle, "kits", "1", "site", site))
                .detail())
        .contains("made of");
  }

  @Test
  void whatIsWithdrawnWholeIsCancelledAndNotAmongWhatHasGone() {
    long order = id(leaving.order("TERN", Leaving.line(flare, "3")));
    JsonNode closed = leaving.act(order, "closing", Map.of("reason", "changed their mind")).ok();
    assertThat(closed.path("state").asString()).isEqualTo("CANCELLED");
    assertThat(closed.path("ended").isNull()).isFalse();
    assertThat(listed("SHIPPED")).doesNotContain(order);
    assertThat(listed("OPEN")).doesNotContain(order);
    assertThat(listed("CANCELLED")).contains(order);
    Client.Answer again = leaving.act(order, "allocation", Map.of());
    assertThat(again.problem()).isEqualTo("ended");
    assertThat(again.detail()).endsWith("is cancelled.");
  }

  private List<Long> listed(String filter) {
    List<Long> ids = new ArrayList<>();
    clerk
        .get("/api/outbound?filter=" + filter + "&limit=200")
        .ok()
        .path("rows")
        .forEach(row -> ids.add(id(row)));
    return ids;
  }

  @Test
  void shortOrdersAreFoundTheirGoodsWhenTheyCome() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "150"));
    assertThat(order.path("state").asString()).isEqualTo("SHORT");
    JsonNode line = order.path("lines").get(0);
    assertThat(line.path("missing").asString()).isEqualTo("20");
    goods.opening(shackle, null, null, "KQ.B-05", "40");
    assertThat(clerk.get("/api/outbound/allocation?site=" + site).ok())
        .extracting(JsonNode::asLong)
        .contains(id(order));
    assertThat(clerk.get("/api/outbound/allocation?until=2020-01-01&site=" + site).ok()).isEmpty();
    // What is found stays found, although another order fails.
    List<Long> orders = List.of(id(order), Long.MAX_VALUE);
    Map<String, Object> both = Map.of("site", site, "orders", orders);
    assertThat(clerk.post("/api/outbound/allocation", both).status()).isEqualTo(404);
    assertThat(leaving.state(id(order))).isEqualTo("ALLOCATED");
    JsonNode found =
        clerk
            .post("/api/outbound/allocation", Map.of("site", site, "orders", List.of(id(order))))
            .ok();
    assertThat(found.path("shortLines").asInt()).isZero();
    assertThat(Leaving.kept(leaving.card(id(order)))).contains("20 B-05");
    leaving.act(id(order), "closing", Map.of("reason", "No longer wanted")).ok();
  }

  @Test
  void reservationsAreSeenAndFreedAndMovesCarryThem() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "20"));
    clerk.post("/api/moves", Goods.move(shackle, null, "KQ.A-02-A", "KQ.A-03-A", "30")).ok();
    JsonNode card = leaving.card(id(order));
    assertThat(Leaving.kept(card)).containsExactly("20 A-03-A");
    long place = goods.bin(site, "A-03-A");
    JsonNode seen = clerk.get("/api/reservations?item=" + shackleId + "&place=" + place).ok();
    assertThat(seen.get(0).path("document").asString()).isEqualTo(card.path("number").asString());
    long reservation = card.path("kept").get(0).path("id").asLong();
    JsonNode less =
        leaving
            .act(id(order), "reservations/" + reservation + "/release", Map.of("quantity", "5"))
            .ok();
    assertThat(Leaving.kept(less)).containsExactly("15 A-03-A");
    assertThat(less.path("state").asString()).isEqualTo("SHORT");
    leaving.act(id(order), "release", Map.of()).ok();
    assertThat(leaving.state(id(order))).isEqualTo("ACCEPTED");
    leaving.act(id(order), "closing", Map.of("reason", "Test")).ok();
  }

  @Test
  void whatIsCountedAwayIsMissingFromTheOrdersThatItWasKeptFor() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "25"));
    long recount = 0;
    for (JsonNode kind : clerk.get("/api/movement-kinds").ok()) {
      recount = kind.path("code").asString().equals("RECOUNT") ? kind.path("id").asLong() : recount;
    }
    Map<String, Object> counted = new HashMap<>();
    counted.put("kind", recount);
    counted.put("way", "SET");
    counted.put("replacing", false);
    counted.put("lines", List.of(Goods.line(shackle, null, null, "KQ.A-02-A", "18")));
    clerk.post("/api/adjustments", counted).ok();
    JsonNode card = leaving.card(id(order));
    assertThat(Leaving.kept(card)).containsExactly("18 A-02-A");
    assertThat(card.path("state").asString()).isEqualTo("SHORT");
    assertThat(card.path("lines").get(0).path("missing").asString()).isEqualTo("7");
    leaving.act(id(order), "closing", Map.of("reason", "Test")).ok();
  }

  @Test
  void badInputIsRefusedAndChangesNothing() {
    assertThat(
            clerk.post("/api/outbound", leaving.entry("NOBODY", Leaving.line(flare, "1"))).detail())
        .contains("no customer");
    assertThat(
            clerk.post("/api/outbound", leaving.entry("TERN", Leaving.line("NIX", "1"))).detail())
        .contains("no item NIX");
    assertThat(
            clerk.post("/api/outbound", leaving.entry("TERN", Leaving.line(flare, "1.5"))).status())
        .isEqualTo(400);
    Map<String, Object> named = leaving.entry("TERN", Leaving.line(flare, "1"));
    named.put("number", "MINE-" + made);
    long id = id(clerk.post("/api/outbound", named).ok());
    assertThat(clerk.post("/api/outbound", named).problem()).isEqualTo("not-unique");
    JsonNode card = leaving.card(id);
    Map<String, Object> changed = leaving.entry("TERN", Leaving.line(flare, "3"));
    changed.put("version", card.path("version"));
    JsonNode after = clerk.put("/api/outbound/" + id, changed).ok();
    assertThat(Leaving.kept(after)).containsExactly("3 L1 A-01-A");
    assertThat(clerk.put("/api/outbound/" + id, changed).problem()).isEqualTo("changed");
    assertThat(hand.post("/api/outbound", leaving.entry("TERN", Leaving.line(flare, "1"))).status())
        .isEqualTo(403);
    assertThat(leaving.act(id, "hand-over", Map.of()).problem()).isEqualTo("nothing-picked");
  }
}
