package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.Sscc;
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

/** Sending and arriving on the floor, and moving several goods of a bin at once. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FloorTransfersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client hand;
  private Client colleague;
  private Client shopHand;
  private Goods goods;
  private long quay;
  private long shop;
  private int made;
  private int pallets;
  private String shackle;
  private String flare;
  private String beacon;
  private long shackleId;
  private long flareId;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "PACK", "PACK", "PACK-[1..2]");
    shop = goods.site("PS");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    colleague = HOUSE.hire("MATE", Role.FLOOR_HAND, quay);
    shopHand = HOUSE.hire("SHOP", Role.FLOOR_HAND, shop);
  }

  @BeforeEach
  void stock() {
    made++;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    beacon = "BCN-" + made;
    shackleId = goods.item(shackle, "Shackle " + made, "NONE");
    flareId = goods.item(flare, "Flare " + made, "LOT");
    goods.item(beacon, "Beacon " + made, "SERIAL");
    goods.opening(shackle, null, null, "KQ.A-01-A", "40");
    goods.opening(shackle, null, null, "KQ.B-01", "100");
    goods.opening(flare, "L-" + made, null, "KQ.A-02-A", "6");
    goods.opening(beacon, null, "S-" + made + "-1", "KQ.B-02", "1");
    goods.opening(beacon, null, "S-" + made + "-2", "KQ.B-02", "1");
    choose(hand, quay, "SEND", 0);
    choose(colleague, quay, "SEND", 0);
    choose(shopHand, shop, "ARRIVE", 0);
  }

  private JsonNode choose(Client who, long site, String verb, long transfer) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("site", site);
    entry.put("document", transfer);
    return who.post("/api/floor/" + verb + "/document", entry).ok();
  }

  private JsonNode scan(Client who, long site, String verb, String text) {
    return who.post("/api/floor/" + verb + "/scan", Map.of("site", site, "text", text)).ok();
  }

  private JsonNode act(Client who, long site, String verb, String action) {
    return who.post("/api/floor/" + verb + "/act", Map.of("site", site, "action", action)).ok();
  }

  private JsonNode send(Client who, long transfer, String rest) {
    return who.post(
            "/api/floor/transfer/sending", Map.of("site", quay, "transfer", transfer, "rest", rest))
        .ok();
  }

  private JsonNode card(long id) {
    return clerk.get("/api/transfers/" + id).ok();
  }

  private static String outcome(JsonNode view) {
    return view.path("outcome").asString();
  }

  private static String refusal(JsonNode view) {
    assertThat(outcome(view)).isEqualTo("REFUSED");
    return Told.refusal(view);
  }

  private long planned(String item, String quantity) {
    long id =
        clerk
            .post(
                "/api/transfers",
                Map.of(
                    "from",
                    quay,
                    "to",
                    shop,
                    "lines",
                    List.of(Map.of("item", item, "packs", quantity, "pack", ""))))
            .ok()
            .path("id")
            .asLong();
    clerk.post("/api/transfers/" + id + "/release", Map.of()).ok();
    return id;
  }

  private void reviewed(boolean on) {
    new Goods(clerk).change(quay, Map.of("unplannedReviewed", on)).ok();
  }

  private void picks(String quantity) {
    scan(hand, quay, "SEND", "RB.KQ.A-01-A");
    scan(hand, quay, "SEND", "RI." + shackle);
    scan(hand, quay, "SEND", quantity);
    act(hand, quay, "SEND", "CONFIRM");
  }

  @Test
  void whatNobodyPlannedIsLookedThroughWhereTheSiteWantsItBeforeItLeaves() {
    reviewed(true);
    try {
      long id =
          hand.post("/api/floor/transfer/begin", Map.of("site", quay, "to", shop))
              .ok()
              .path("transfer")
              .path("id")
              .asLong();
      assertThat(
              hand.post(
                      "/api/floor/transfer/sending",
                      Map.of("site", quay, "transfer", id, "rest", "FOLLOWS"))
                  .problem())
          .isEqualTo("nothing-picked");
      picks("5");
      send(hand, id, "FOLLOWS");
      JsonNode waits = card(id);
      assertThat(waits.path("handedInBy").asString()).isEqualTo("Person HAND");
      assertThat(waits.path("shipments")).isEmpty();
      assertThat(goods.onHand(shackleId, "&site=" + quay)).isEqualTo("140");
      int review = clerk.get("/api/transfers/counts").ok().path("review").asInt();
      assertThat(review).isEqualTo(1);
      assertThat(clerk.get("/api/transfers?filter=REVIEW").ok().path("rows").get(0).path("id"))
          .hasToString(String.valueOf(id));

      // What is picked after it was handed in has not been looked through.
      choose(hand, quay, "SEND", id);
      picks("2");
      assertThat(card(id).path("handedIn").isNull()).isTrue();
      send(hand, id, "FOLLOWS");
      clerk.post("/api/transfers/" + id + "/sending", Map.of("rest", "STAYS")).ok();
      assertThat(card(id).path("handedIn").isNull()).isTrue();
      assertThat(card(id).path("state").asString()).isEqualTo("IN_TRANSIT");
      assertThat(goods.onHand(shackleId, "&site=" + quay)).isEqualTo("133");
      assertThat(clerk.get("/api/transfers?filter=REVIEW").ok().path("rows")).isEmpty();

      // What was planned was looked through then.
      long planned = planned(shackle, "3");
      choose(hand, quay, "SEND", planned);
      picks("3");
      send(hand, planned, "FOLLOWS");
      assertThat(card(planned).path("state").asString()).isEqualTo("IN_TRANSIT");
    } finally {
      reviewed(false);
    }
    goods.booksAddUp();
  }

  @Test
  void anUnplannedTransferIsMadeAsThingsAreScannedAndHandedOverHalfDone() {
    JsonNode begun = hand.post("/api/floor/transfer/begin", Map.of("site", quay, "to", shop)).ok();
    long id = begun.path("transfer").path("id").asLong();
    String number = begun.path("transfer").path("number").asString();
    assertThat(number).startsWith("TR-");
    scan(hand, quay, "SEND", "RB.KQ.A-01-A");
    scan(hand, quay, "SEND", "RI." + shackle);
    JsonNode view = scan(hand, quay, "SEND", "12");
    assertThat(view.path("whole").asBoolean()).isTrue();
    view = act(hand, quay, "SEND", "CONFIRM");
    assertThat(outcome(view)).isEqualTo("DONE");
    assertThat(Told.done(view)).contains("quantity=12 item=Shackle " + made, "from=A-01-A");
    // What was scanned is on the server at once; someone else goes on, on another device.
    assertThat(card(id).path("lines").get(0).path("picked").asString()).isEqualTo("12");
    view = scan(colleague, quay, "SEND", "RD." + number);
    assertThat(view.path("transfer").path("lines")).hasSize(1);
    scan(colleague, quay, "SEND", "S-" + made + "-2");
    act(colleague, quay, "SEND", "CONFIRM");
    scan(colleague, quay, "SEND", "L-" + made);
    scan(colleague, quay, "SEND", "4");
    act(colleague, quay, "SEND", "CONFIRM");
    view = send(colleague, id, "FOLLOWS");
    assertThat(view.path("transfer").isNull()).isTrue();
    JsonNode card = card(id);
    assertThat(card.path("state").asString()).isEqualTo("IN_TRANSIT");
    assertThat(card.path("planned").asBoolean()).isFalse();
    assertThat(card.path("goods")).hasSize(3);
    assertThat(goods.onHand(flareId, "&site=" + quay)).isEqualTo("2");

    // It arrives: what is on the road is what can be received, no more.
    view = scan(shopHand, shop, "ARRIVE", number);
    assertThat(view.path("transfer").path("goods")).hasSize(3);
    scan(shopHand, shop, "ARRIVE", "L-" + made);
    assertThat(refusal(scan(shopHand, shop, "ARRIVE", "5")))
        .startsWith("not-enough")
        .endsWith("asked=5 held=4");
    view = scan(shopHand, shop, "ARRIVE", "3");
    assertThat(view.path("to").path("address").asString()).isEqualTo("DOCK-1");
    view = act(shopHand, shop, "ARRIVE", "CONFIRM");
    assertThat(Told.done(view))
        .contains("quantity=3 item=Flare " + made, "lot=L-" + made)
        .endsWith("to=DOCK-1");
    assertThat(refusal(scan(shopHand, shop, "ARRIVE", "S-" + made + "-1")))
        .startsWith("none-here item=Beacon");
    scan(shopHand, shop, "ARRIVE", "S-" + made + "-2");
    act(shopHand, shop, "ARRIVE", "CONFIRM");
    scan(shopHand, shop, "ARRIVE", "RI." + shackle);
    act(shopHand, shop, "ARRIVE", "CONFIRM");
    assertThat(card(id).path("state").asString()).isEqualTo("PARTLY_RECEIVED");
    scan(shopHand, shop, "ARRIVE", "RI." + flare);
    view = act(shopHand, shop, "ARRIVE", "CONFIRM");
    assertThat(card(id).path("state").asString()).isEqualTo("CLOSED");
    assertThat(goods.onHand(flareId, "&site=" + shop)).isEqualTo("4");
    assertThat(view.path("transfer").isNull()).as("nothing more arrives on it").isTrue();
  }

  @Test
  void aPlannedTransferIsPickedByItsListAndNoMore() {
    long id = planned(shackle, "50");
    JsonNode view = choose(hand, quay, "SEND", id);
    JsonNode first = view.path("transfer").path("kept").get(0);
    assertThat(first.path("place").asString()).isEqualTo("A-01-A");
    // The list is tapped: what is reserved there is suggested.
    view = scan(hand, quay, "SEND", "RI." + shackle);
    assertThat(view.path("from").path("state").asString()).isEqualTo("SUGGESTED");
    assertThat(view.path("from").path("why").asString()).isEqualTo("RESERVED");
    view = scan(hand, quay, "SEND", "RB.KQ.B-01");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("50");
    assertThat(refusal(scan(hand, quay, "SEND", "51")))
        .startsWith("too-much item=Shackle")
        .endsWith("asked=51 open=50 most=50");
    // Something else that was not asked for, and is sent knowingly.
    act(hand, quay, "SEND", "CLEAR");
    view = scan(hand, quay, "SEND", "RI." + flare);
    assertThat(refusal(view)).startsWith("not-on-order item=Flare");
    assertThat(view.path("addable").asLong()).isEqualTo(flareId);
    hand.post(
            "/api/floor/SEND/say",
            Map.of("site", quay, "saying", Map.of("kind", "KNOWINGLY", "item", flareId)))
        .ok();
    view = act(hand, quay, "SEND", "CONFIRM");
    assertThat(outcome(view)).as("%s", view.path("refusal")).isEqualTo("DONE");
    assertThat(card(id).path("lines")).hasSize(2);
    // Putting it back is possible as long as it is not sent.
    long picked = card(id).path("kept").get(2).path("id").asLong();
    hand.post("/api/transfers/" + id + "/picked/" + picked + "/return", Map.of()).ok();
    assertThat(goods.onHand(flareId, "&place=" + goods.bin(quay, "A-02-A"))).isEqualTo("6");
  }

  @Test
  void whatOthersHaveReservedIsNotOfferedAndAWrongItemIsReplaced() {
    planned(shackle, "130");
    long id =
        hand.post("/api/floor/transfer/begin", Map.of("site", quay, "to", shop))
            .ok()
            .path("transfer")
            .path("id")
            .asLong();
    scan(hand, quay, "SEND", "RI." + shackle);
    JsonNode view = scan(hand, quay, "SEND", "RI." + flare);
    assertThat(view.path("candidates")).isEmpty();
    assertThat(view.path("item").path("code").asString()).isEqualTo(flare);
    assertThat(view.path("item").path("available").asString()).isEqualTo("6");
    view = scan(hand, quay, "SEND", "RI." + shackle);
    assertThat(view.path("held").asString()).as("of 140, 130 are kept").isEqualTo("10");
    view = act(hand, quay, "SEND", "CONFIRM");
    assertThat(outcome(view)).as("%s", view).isEqualTo("DONE");
    assertThat(card(id).path("lines").get(0).path("picked").asString()).isEqualTo("10");
  }

  @Test
  void whatWasScannedFindsTheTransferThatBringsIt() {
    long id = planned(beacon, "2");
    clerk.post("/api/transfers/" + id + "/picking", Map.of()).ok();
    clerk.post("/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS")).ok();
    JsonNode view = scan(shopHand, shop, "ARRIVE", "S-" + made + "-1");
    assertThat(view.path("transfer").path("id").asLong()).isEqualTo(id);
    assertThat(view.path("serials").get(0).asString()).isEqualTo("S-" + made + "-1");
    choose(shopHand, shop, "ARRIVE", 0);
    act(shopHand, shop, "ARRIVE", "CLEAR");
    assertThat(refusal(scan(shopHand, shop, "ARRIVE", "RI." + flare)))
        .isEqualTo("document-first verb=ARRIVE");
    assertThat(refusal(scan(hand, quay, "SEND", "RI." + flare)))
        .isEqualTo("document-first verb=SEND");
  }

  @Test
  void aTransferIsSentAndArrivesOnlyWhereItShould() {
    long id = planned(shackle, "5");
    assertThat(
            shopHand
                .post("/api/floor/SEND/document", Map.of("site", shop, "document", id))
                .problem())
        .isEqualTo("other-site");
    JsonNode found =
        hand.post(
                "/api/floor/scan", Map.of("site", quay, "text", card(id).path("number").asString()))
            .ok();
    assertThat(found.path("hits").get(0).path("kind").asString()).isEqualTo("TRANSFER");
    // Whoever scans it where it is sent from sends it.
    Map<String, Object> entry = Map.of("site", quay, "transfer", id);
    assertThat(hand.post("/api/floor/transfer", entry).ok().path("verb").asString())
        .isEqualTo("SEND");
    assertThat(
            hand.post(
                    "/api/floor/transfer/sending",
                    Map.of("site", quay, "transfer", id, "rest", "FOLLOWS"))
                .problem())
        .isEqualTo("nothing-picked");
  }

  // Unit loads

  /** A pallet of 36 that has come in and been put away; its SSCC. */
  private String pallet(String gtin) {
    long order =
        clerk
            .post(
                "/api/inbound/unexpected",
                Map.of("kind", "UNEXPECTED", "site", quay, "reason", "Turned up"))
            .ok()
            .path("id")
            .asLong();
    hand.post("/api/floor/RECEIVE/document", Map.of("site", quay, "document", order)).ok();
    String sscc = Sscc.of("34000000", made * 10L + pallets++).digits();
    receive("(00)" + sscc + "(02)" + gtin + "(37)36");
    receive("RB.KQ.B-05");
    return sscc;
  }

  private void receive(String text) {
    JsonNode view = hand.post("/api/floor/RECEIVE/scan", Map.of("site", quay, "text", text)).ok();
    assertThat(outcome(view)).as("%s", view.path("refusal")).isEqualTo("DONE");
  }

  @Test
  void aPalletTravelsWholeAndWhatIsPickedByTheListComesOffIt() {
    String gtin = "210000000" + (1000 + made);
    gtin += Gtin.checkDigit(gtin);
    Map<String, Object> entry = Goods.itemEntry("ANC-" + made, "Anchor " + made, "NONE");
    entry.put("barcodes", List.of(gtin));
    long anchor = goods.item(entry);
    String whole = pallet(gtin);
    long id =
        hand.post("/api/floor/transfer/begin", Map.of("site", quay, "to", shop))
            .ok()
            .path("transfer")
            .path("id")
            .asLong();
    JsonNode view = scan(hand, quay, "SEND", "(00)" + whole);
    assertThat(view.path("load").path("part").asString()).isEqualTo("WHOLE");
    view = act(hand, quay, "SEND", "CONFIRM");
    assertThat(Told.done(view)).contains("part=WHOLE", "load=" + whole);
    send(hand, id, "FOLLOWS");
    assertThat(card(id).path("goods").get(0).path("load").asString()).isEqualTo(whole);
    choose(shopHand, shop, "ARRIVE", id);
    scan(shopHand, shop, "ARRIVE", "(00)" + whole);
    view = act(shopHand, shop, "ARRIVE", "CONFIRM");
    assertThat(outcome(view)).isEqualTo("DONE");
    assertThat(goods.onHand(anchor, "&site=" + shop)).isEqualTo("36");

    // Ten of another pallet, by the list: they travel without it.
    pallet(gtin);
    long part = planned("ANC-" + made, "10");
    clerk.post("/api/transfers/" + part + "/picking", Map.of()).ok();
    clerk.post("/api/transfers/" + part + "/sending", Map.of("rest", "FOLLOWS")).ok();
    assertThat(card(part).path("goods").get(0).path("load").isNull()).isTrue();
    assertThat(goods.onHand(anchor, "&place=" + goods.bin(quay, "B-05"))).isEqualTo("26");
  }

  // Several goods of a bin

  private Map<String, Object> taken(long item, long lot, String quantity) {
    Map<String, Object> taken = new HashMap<>();
    taken.put("kind", "TAKEN");
    taken.put("item", item);
    taken.put("lot", lot);
    taken.put("quantity", quantity);
    return taken;
  }

  private JsonNode contents(long place, List<Map<String, Object>> parts) {
    return hand.post(
            "/api/floor/MOVE/say",
            Map.of(
                "site", quay, "saying", Map.of("kind", "CONTENTS", "place", place, "parts", parts)))
        .ok();
  }

  @Test
  void severalGoodsOfABinOrAllOfThemMoveInOnePosting() {
    act(hand, quay, "MOVE", "CLEAR");
    goods.opening(flare, "L-" + made, null, "KQ.A-01-A", "3");
    long bin = goods.bin(quay, "A-01-A");
    long lot = 0;
    for (JsonNode row :
        clerk.get("/api/on-hand?group=POSITION&item=" + flareId).ok().path("rows")) {
      lot = row.path("lotId").asLong();
    }
    JsonNode view = contents(bin, List.of(taken(shackleId, 0, "15"), taken(flareId, lot, "3")));
    assertThat(view.path("load").path("part").asString()).isEqualTo("SEVERAL");
    assertThat(view.path("load").path("contents")).hasSize(2);
    view = scan(hand, quay, "MOVE", "RB.KQ.A-06-C");
    assertThat(view.path("ready").asBoolean()).isTrue();
    view = act(hand, quay, "MOVE", "CONFIRM");
    assertThat(Told.done(view)).contains("part=SEVERAL", "kinds=2", "from=A-01-A to=A-06-C");
    List<String> lines = new ArrayList<>();
    clerk
        .get("/api/ledger?posting=" + view.path("done").path("posting").asLong())
        .ok()
        .path("rows")
        .forEach(row -> lines.add(row.path("quantity").asString()));
    assertThat(lines).containsExactlyInAnyOrder("15", "3");
    // The whole bin, as it is.
    view = contents(bin, List.of());
    assertThat(view.path("load").path("part").asString()).isEqualTo("EVERYTHING");
    scan(hand, quay, "MOVE", "RB.KQ.A-06-B");
    view = act(hand, quay, "MOVE", "CONFIRM");
    assertThat(outcome(view)).isEqualTo("DONE");
    assertThat(goods.onHand(shackleId, "&place=" + bin)).isEqualTo("0");
    assertThat(refusal(contents(bin, List.of()))).isEqualTo("empty-bin place=A-01-A");
  }
}
