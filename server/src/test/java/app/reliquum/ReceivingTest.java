package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Sscc;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.net.http.HttpRequest.BodyPublishers;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Orders, and goods that come in on them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ReceivingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String FLARE_GTIN = gtin("2100000000010");
  private static final String SHACKLE_BOX = gtin("2200000000010");
  private static final LocalDate GOOD_UNTIL = LocalDate.now().plusDays(400);

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private long shackle;
  private long beacon;
  private int pallets;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    Map<String, Object> entry = Goods.itemEntry("SHK", "Shackle", "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10", SHACKLE_BOX)));
    shackle = goods.item(entry);
    entry = Goods.itemEntry("FLR", "Flare", "LOT");
    entry.put("barcodes", List.of(FLARE_GTIN));
    entry.put("shelfLifeDays", 900);
    entry.put("homes", List.of(Map.of("site", site, "address", "B-03", "shelfNote", "")));
    goods.item(entry);
    beacon = goods.item("BCN", "Beacon", "SERIAL");
    goods.item("RPE", "Rope", "NONE");
    controller
        .post(
            "/api/suppliers",
            Map.of(
                "code",
                "SKERRY",
                "name",
                "Skerry Works",
                "email",
                "orders@skerry.example",
                "street",
                "",
                "town",
                "",
                "leadDays",
                5,
                "active",
                true))
        .ok();
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
  }

  private static String gtin(String before) {
    return before.substring(0, 12)
        + app.reliquum.core.scan.Gtin.checkDigit(before.substring(0, 12));
  }

  @BeforeEach
  void rest() {
    flow("DOCK_FIRST");
    choose(0);
    act("CLEAR");
  }

  private void flow(String flow) {
    JsonNode card = controller.get("/api/sites").ok().get(0);
    Map<String, Object> entry = new HashMap<>();
    for (String same : List.of("code", "name", "timeZone", "street", "town")) {
      entry.put(same, card.path(same).asString());
    }
    entry.put("version", card.path("version").asInt());
    entry.put("binned", true);
    entry.put("inboundFlow", flow);
    entry.put("overPercent", 10);
    controller.put("/api/sites/" + site, entry).ok();
  }

  private static Map<String, Object> line(String item, String packs, String pack) {
    return Map.of("item", item, "packs", packs, "pack", pack, "price", 12.5);
  }

  @SafeVarargs
  private long order(Map<String, Object>... lines) {
    return controller
        .post(
            "/api/inbound",
            Map.of(
                "supplier",
                "SKERRY",
                "site",
                site,
                "expected",
                LocalDate.now().toString(),
                "note",
                "",
                "lines",
                List.of(lines)))
        .ok()
        .path("id")
        .asLong();
  }

  private JsonNode order(long id) {
    return controller.get("/api/inbound/" + id).ok();
  }

  private static String received(JsonNode order, int line) {
    return order.path("lines").get(line).path("received").asString();
  }

  private JsonNode choose(long order) {
    return hand.post("/api/floor/RECEIVE/document", Map.of("site", site, "document", order)).ok();
  }

  private JsonNode scan(String text) {
    return hand.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", text)).ok();
  }

  private JsonNode act(String action) {
    return hand.post("/api/floor/RECEIVE/act", Map.of("site", site, "action", action)).ok();
  }

  private JsonNode say(Map<String, Object> saying) {
    return hand.post("/api/floor/RECEIVE/say", Map.of("site", site, "saying", saying)).ok();
  }

  private static String outcome(JsonNode view) {
    return view.path("outcome").asString();
  }

  private static String refused(JsonNode view) {
    assertThat(outcome(view)).isEqualTo("REFUSED");
    return Told.refusal(view);
  }

  private String pallet(int count, String lot) {
    Sscc sscc = Sscc.of("30400001", ++pallets);
    String until = GOOD_UNTIL.format(DateTimeFormatter.ofPattern("yyMMdd"));
    return "]C1"
        + ElementString.ofBracketed(
                "(00)"
                    + sscc
                    + "(02)0"
                    + FLARE_GTIN
                    + "(37)"
                    + count
                    + "(17)"
                    + until
                    + "(10)"
                    + lot)
            .encoded();
  }

  @Test
  void aPalletIsReceivedWithOneScanAndPutAwayWithOneMore() {
    long order = order(line("FLR", "36", ""));
    choose(order);
    JsonNode view = scan(pallet(36, "K2291"));
    assertThat(outcome(view)).isEqualTo("DONE");
    assertThat(Told.done(view))
        .isEqualTo("done part=NONE quantity=36 item=Flare lot=K2291 serial= place=DOCK-1");
    assertThat(view.path("done").path("suggested").asString()).isEqualTo("B-03");
    assertThat(order(order).path("state").asString()).isEqualTo("RECEIVED");
    JsonNode row = controller.get("/api/on-hand?group=LOT&q=K2291").ok().path("rows").get(0);
    assertThat(row.path("onHand").asString()).isEqualTo("36");
    assertThat(row.path("available").asString()).isEqualTo("0");
    JsonNode away = scan("RB.KQ.B-03");
    assertThat(outcome(away)).isEqualTo("DONE");
    assertThat(Told.done(away)).contains("part=WHOLE", "load=3").endsWith("from=DOCK-1 to=B-03");
    row = controller.get("/api/on-hand?group=LOT&q=K2291").ok().path("rows").get(0);
    assertThat(row.path("available").asString()).isEqualTo("36");
    assertThat(row.path("expiry").asString()).isEqualTo(GOOD_UNTIL.toString());
  }

  @Test
  void lessLeavesTheRestOpenAndShowsWhatIsOnTheWay() {
    goods.opening("SHK", null, null, "KQ.A-01-A", "1");
    long order = order(line("SHK", "10", "box"));
    choose(order);
    scan(SHACKLE_BOX);
    scan(SHACKLE_BOX);
    assertThat(outcome(act("CONFIRM"))).isEqualTo("FILLED");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    JsonNode card = order(order);
    assertThat(card.path("state").asString()).isEqualTo("ARRIVING");
    assertThat(received(card, 0)).isEqualTo("20");
    assertThat(card.path("receipts").get(0).path("place").asString()).isEqualTo("DOCK-1");
    JsonNode row =
        controller.get("/api/on-hand?group=ITEM&item=" + shackle).ok().path("rows").get(0);
    assertThat(Integer.parseInt(row.path("coming").asString())).isGreaterThanOrEqualTo(80);
    assertThat(controller.post("/api/inbound/" + order + "/closing", Map.of()).detail())
        .contains("Say why");
    card =
        controller
            .post("/api/inbound/" + order + "/closing", Map.of("reason", "Out of stock there"))
            .ok();
    assertThat(card.path("state").asString()).isEqualTo("CLOSED");
    JsonNode events = card.path("changes");
    assertThat(events.get(events.size() - 1).path("what").asString()).isEqualTo("CLOSED_SHORT");
    assertThat(
            hand.post("/api/floor/RECEIVE/document", Map.of("site", site, "document", order))
                .problem())
        .isEqualTo("closed");
  }

  @Test
  void moreIsAgreedToOrRefusedWithTheFigures() {
    long order = order(line("SHK", "10", "box"));
    choose(order);
    scan("SHK");
    JsonNode over = scan("105");
    assertThat(over.path("receiving").path("beyond").asString()).isEqualTo("5");
    act("CONFIRM");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    JsonNode card = order(order);
    assertThat(received(card, 0)).isEqualTo("100");
    assertThat(card.path("lines").get(1).path("origin").asString()).isEqualTo("OVER");
    assertThat(received(card, 1)).isEqualTo("5");
    scan("SHK");
    assertThat(refused(scan("6"))).isEqualTo("too-much item=Shackle asked=6 open=0 most=5");
  }

  @Test
  void theWrongGoodsMustBeAddedKnowingly() {
    long order = order(line("SHK", "1", "box"), line("FLR", "6", ""));
    choose(order);
    JsonNode view = scan("RPE");
    assertThat(refused(view)).isEqualTo("not-on-order item=Rope");
    long rope = view.path("addable").asLong();
    say(Map.of("kind", "KNOWINGLY", "item", rope));
    scan("3");
    act("CONFIRM");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    assertThat(order(order).path("lines").get(2).path("origin").asString()).isEqualTo("ADDED");
  }

  @Test
  void twentyPiecesByTheEndsOfTheirRow() {
    long order = order(line("BCN", "20", ""));
    choose(order);
    JsonNode view = scan("B-0095..B-0114");
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("20");
    act("CONFIRM");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    assertThat(order(order).path("receipts").size()).isEqualTo(20);
    assertThat(goods.onHand(beacon, "")).isEqualTo("20");
    order(line("BCN", "2", ""));
    choose(0);
    scan("BCN");
    assertThat(refused(scan("B-0100")))
        .startsWith("piece-here")
        .endsWith("code=B-0100 place=DOCK-1");
  }

  @Test
  void anExpiredLotIsRefusedAndANewOneGetsItsDate() {
    long order = order(line("FLR", "12", ""));
    choose(order);
    scan(FLARE_GTIN);
    assertThat(scan("NEWLOT-1").path("lot").path("code").asString()).isEqualTo("NEWLOT-1");
    assertThat(refused(scan(LocalDate.now().minusDays(2).toString()))).startsWith("expired");
    JsonNode view = scan("6");
    assertThat(view.path("expiry").path("state").asString()).isEqualTo("SUGGESTED");
    assertThat(view.path("expiry").path("value").asString())
        .isEqualTo(LocalDate.now().plusDays(900).toString());
    act("CLEAR");
    scan(FLARE_GTIN);
    assertThat(say(Map.of("kind", "NEW_LOT")).path("lot").path("code").asString())
        .matches("L[0-9]{6}-[0-9]{2}");
  }

  @Test
  void theOrderThatASenderHasPutOnTheLabelIsTaken() {
    String gtin = gtin("2100000000027");
    Map<String, Object> named = Goods.itemEntry("NAMED", "Named thing", "NONE");
    named.put("barcodes", List.of(gtin));
    goods.item(named);
    order(line("NAMED", "5", ""));
    long second = order(line("NAMED", "6", ""));
    String number = order(second).path("number").asString();
    String label = "]C1" + ElementString.ofBracketed("(01)0" + gtin + "(400)%s").encoded();
    JsonNode view = scan(label.formatted(number));
    assertThat(view.path("receiving").path("order").path("id").asLong()).isEqualTo(second);
    assertThat(view.path("item").path("state").asString()).isEqualTo("SAID");
    // What is no order of ours leaves the choice to a person.
    choose(0);
    act("CLEAR");
    assertThat(outcome(scan(label.formatted("THEIRS-1")))).isEqualTo("CHOOSE");
  }

  @Test
  void whatIsExpectedSaysWhereOnTheShelfItBelongs() {
    Map<String, Object> shelved = Goods.itemEntry("NOTED", "Noted thing", "NONE");
    shelved.put(
        "homes",
        List.of(Map.of("site", site, "address", "B-02", "shelfNote", "Left, behind rope")));
    goods.item(shelved);
    JsonNode view = choose(order(line("NOTED", "5", "")));
    JsonNode expected = view.path("receiving").path("lines").get(0);
    assertThat(expected.path("shelfNote").asString()).isEqualTo("Left, behind rope");
    assertThat(expected.path("home").asString()).isEqualTo("B-02");
  }

  @Test
  void whatIsScannedFindsItsOrder() {
    long rare = goods.item("RARE", "Rare thing", "NONE");
    assertThat(refused(scan("RARE"))).isEqualTo("not-expected item=Rare thing");
    long first = order(line("RARE", "5", ""));
    JsonNode view = scan("RARE");
    assertThat(view.path("receiving").path("order").path("id").asLong()).isEqualTo(first);
    assertThat(view.path("item").path("id").asLong()).isEqualTo(rare);
    act("CLEAR");
    choose(0);
    long second = order(line("RARE", "7", ""));
    view = scan("RARE");
    assertThat(outcome(view)).isEqualTo("CHOOSE");
    assertThat(view.path("receiving").path("orders").size()).isEqualTo(2);
    act("CLEAR");
    choose(0);
    assertThat(scan("Skerry").path("receiving").path("orders").size()).isGreaterThan(1);
    String number = order(second).path("number").asString();
    assertThat(scan("RD." + number).path("receiving").path("order").path("id").asLong())
        .isEqualTo(second);
  }

  @Test
  void unexpectedGoodsAndReturnsComeWithAReason() {
    assertThat(
            hand.post(
                    "/api/inbound/unexpected",
                    Map.of("kind", "RETURN", "site", site, "reason", " "))
                .status())
        .isEqualTo(400);
    long back =
        hand.post(
                "/api/inbound/unexpected",
                Map.of("kind", "RETURN", "site", site, "reason", "Wrong size"))
            .ok()
            .path("id")
            .asLong();
    choose(back);
    scan("RPE");
    scan("2");
    act("CONFIRM");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    JsonNode rows = controller.get("/api/ledger?kind=RETURN").ok().path("rows");
    assertThat(rows.get(0).path("reason").asString()).isEqualTo("Wrong size");
    assertThat(order(back).path("receipts").size()).isEqualTo(1);
  }

  @Test
  void whatIsTakenBackIsExpectedAgain() {
    long order = order(line("SHK", "2", "box"));
    choose(order);
    scan("SHK");
    scan("22");
    act("CONFIRM");
    long posting = act("CONFIRM").path("done").path("posting").asLong();
    assertThat(order(order).path("state").asString()).isEqualTo("RECEIVED");
    controller
        .post("/api/postings/" + posting + "/reversal", Map.of("reason", "Counted wrong"))
        .ok();
    JsonNode card = order(order);
    assertThat(card.path("state").asString()).isEqualTo("EXPECTED");
    assertThat(card.path("lines").size()).isEqualTo(1);
    assertThat(received(card, 0)).isEqualTo("0");
  }

  @Test
  void inTheLongFlowGoodsAreCheckedBeforeTheyArePutAway() {
    flow("DOCK_CHECK");
    Map<String, Object> entry = Goods.itemEntry("CHK", "Checked thing", "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10")));
    long checked = goods.item(entry);
    long order = order(line("CHK", "3", "box"));
    choose(order);
    scan("CHK");
    act("CONFIRM");
    assertThat(outcome(act("CONFIRM"))).isEqualTo("DONE");
    JsonNode waiting = null;
    for (JsonNode row : controller.get("/api/waiting?toCheck=true").ok()) {
      waiting = row.path("item").asString().equals("CHK") ? row : waiting;
    }
    assertThat(waiting).isNotNull();
    assertThat(waiting.path("condition").asString()).isEqualTo("ON_HOLD");
    JsonNode away =
        hand.post("/api/floor/PUT_AWAY/scan", Map.of("site", site, "text", "RI.CHK")).ok();
    assertThat(refused(away)).contains("to-inspect item=Checked thing");
    Map<String, Object> check = new HashMap<>();
    check.put("item", waiting.path("itemId").asLong());
    check.put("place", waiting.path("placeId").asLong());
    check.put("lot", 0);
    check.put("serial", 0);
    check.put("load", 0);
    check.put("condition", "ON_HOLD");
    check.put(
        "findings",
        List.of(
            Map.of("condition", "GOOD", "quantity", "28"),
            Map.of("condition", "REJECTED", "quantity", "2")));
    assertThat(hand.post("/api/checks", check).detail()).contains("Say why");
    check.put(
        "findings",
        List.of(
            Map.of("condition", "GOOD", "quantity", "28"),
            Map.of("condition", "REJECTED", "quantity", "2", "reason", "Bent")));
    check.put("picture", Base64.getEncoder().encodeToString(Camera.png()));
    check.put("mediaType", "image/png");
    JsonNode postings = hand.post("/api/checks", check).ok().path("postings");
    assertThat(postings.size()).isEqualTo(2);
    assertThat(hand.get("/api/pictures/" + postings.get(1).asLong()).status()).isEqualTo(200);
    // What was rejected goes where goods are held back.
    JsonNode plan =
        controller
            .get(
                "/api/put-away/plan?site=%d&item=%d&condition=REJECTED&quantity=2"
                    .formatted(site, checked))
            .ok();
    assertThat(plan.path("reasons").get(plan.path("reasons").size() - 1).path("place").asString())
        .isEqualTo("HOLD-1");
  }

  @Test
  void straightInGoodsStayWhereTheyAreReceived() {
    flow("STRAIGHT_IN");
    long order = order(line("FLR", "12", ""));
    choose(order);
    scan(FLARE_GTIN);
    scan("STRAIGHT1");
    JsonNode view = scan("6");
    assertThat(view.path("place").path("address").asString()).isEqualTo("B-03");
    assertThat(view.path("place").path("why").asString()).isEqualTo("HOME_BIN");
    scan("RB.KQ.B-04");
    act("CONFIRM");
    assertThat(Told.done(act("CONFIRM"))).endsWith("place=B-04");
    // The flow changes while the order is under way, and nothing is lost.
    flow("DOCK_FIRST");
    scan(FLARE_GTIN);
    assertThat(refused(scan("RB.KQ.B-04"))).contains("docks=DOCK-1,DOCK-2");
    assertThat(order(order).path("state").asString()).isEqualTo("ARRIVING");
  }

  @Test
  void tenWhoReceiveAtOnceDoNotReceiveTooMuch() throws Exception {
    long lot = goods.item("MANY", "Many things", "NONE");
    long order = order(line("MANY", "10", ""));
    List<Callable<Integer>> tasks = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      Client one = HOUSE.hire("TEN" + i, Role.FLOOR_HAND, site);
      tasks.add(
          () -> {
            Map<String, Object> at = Map.of("site", site, "document", order);
            one.post("/api/floor/RECEIVE/document", at).ok();
            one.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", "MANY"));
            one.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", "2"));
            int done = 0;
            for (int k = 0; k < 2; k++) {
              Client.Answer answer =
                  one.post("/api/floor/RECEIVE/act", Map.of("site", site, "action", "CONFIRM"));
              done += answer.status() == 200 && outcome(answer.body()).equals("DONE") ? 1 : 0;
            }
            return done;
          });
    }
    int done = 0;
    ExecutorService pool = Executors.newFixedThreadPool(10);
    try {
      for (Future<Integer> one : pool.invokeAll(tasks)) {
        done += one.get();
      }
    } finally {
      pool.shutdown();
    }
    // Ten were ordered and one in ten may be over: five pairs fit, never a sixth.
    assertThat(done).isEqualTo(5);
    assertThat(goods.onHand(lot, "")).isEqualTo("10");
    assertThat(received(order(order), 0)).isEqualTo("10");
  }

  @Test
  void aRepeatedScanOfAPalletIsDoneOnce() {
    long order = order(line("FLR", "100", ""));
    choose(order);
    String label = pallet(50, "TWICE");
    UUID command = UUID.randomUUID();
    Map<String, Object> body = Map.of("site", site, "text", label);
    String first = hand.post("/api/floor/RECEIVE/scan", body, command).text();
    assertThat(hand.post("/api/floor/RECEIVE/scan", body, command).text()).isEqualTo(first);
    // Scanned anew it is the same pallet, which has come already.
    assertThat(refused(scan(label))).startsWith("load-here").endsWith("place=DOCK-1");
    assertThat(received(order(order), 0)).isEqualTo("50");
  }

  @Test
  void ordersComeFromAFileAllOrNone() {
    String heading = "supplier,site,expected,item,quantity,pack,price\n";
    String right = "SKERRY,KQ,2027-01-31,SHK,3,box,9.5\nSKERRY,KQ,2027-01-31,FLR,6,,4\n";
    JsonNode bad =
        file(heading + right + "SKERRY,XX,,SHK,1,,\nSKERRY,KQ,2027-02-01,SHK,x,,\n", false);
    assertThat(bad.path("written").asBoolean()).isFalse();
    assertThat(bad.path("faults").size()).isEqualTo(2);
    assertThat(bad.path("faults").get(0).path("row").asInt()).isEqualTo(4);
    JsonNode tried = file(heading + right, true);
    assertThat(tried.path("written").asBoolean()).isFalse();
    assertThat(tried.path("faults").size()).isZero();
    JsonNode written = file(heading + right, false);
    assertThat(written.path("written").asBoolean()).isTrue();
    assertThat(written.path("orders").size()).isEqualTo(1);
    JsonNode rows =
        controller
            .get("/api/inbound?q=" + written.path("orders").get(0).asString())
            .ok()
            .path("rows");
    assertThat(rows.get(0).path("lines").asInt()).isEqualTo(2);
    assertThat(controller.send(request("nonsense")).problem()).isEqualTo("invalid");
  }

  private java.net.http.HttpRequest.Builder request(String content) {
    return controller
        .request("/api/inbound/file?trial=false")
        .setHeader("Content-Type", "text/csv")
        .header("Idempotency-Key", UUID.randomUUID().toString())
        .POST(BodyPublishers.ofString(content));
  }

  private JsonNode file(String content, boolean trial) {
    return controller
        .send(
            controller
                .request("/api/inbound/file?trial=" + trial)
                .setHeader("Content-Type", "text/csv")
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .POST(BodyPublishers.ofString(content)))
        .ok();
  }

  @Test
  void withoutAMailServerALetterSaysThatItWasNotDelivered() throws InterruptedException {
    long order = order(line("SHK", "3", "box"));
    JsonNode card = controller.post("/api/inbound/" + order + "/sending", Map.of()).ok();
    assertThat(card.path("sent").isNull()).isFalse();
    String number = card.path("number").asString();
    JsonNode letter = null;
    long end = System.nanoTime() + 20_000_000_000L;
    while (System.nanoTime() < end) {
      letter = controller.get("/api/letters?document=" + number).ok().get(0);
      if (!letter.path("state").asString().equals("WAITING")) {
        break;
      }
      java.util.concurrent.locks.LockSupport.parkNanos(100_000_000L);
    }
    assertThat(letter.path("state").asString()).isEqualTo("NOT_DELIVERED");
    assertThat(letter.path("failure").asString()).isEqualTo("No mail server is set.");
    assertThat(letter.path("sent").isNull()).isTrue();
    assertThat(letter.path("recipient").asString()).isEqualTo("orders@skerry.example");
    assertThat(letter.path("body").asString()).contains(number, "3 box", "SHK");
    assertThat(hand.get("/api/letters").status()).isEqualTo(403);
  }
}
