package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Transfers between sites, through the door of the application. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TransfersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client quayHand;
  private Client shopHand;
  private Goods goods;
  private long quay;
  private long shop;
  private int made;

  /** The items of one test: plain, by lot, by serial number. */
  private String shackle;

  private String flare;
  private String beacon;
  private long shackleId;
  private long flareId;
  private long beaconId;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "PACK", "PACK", "PACK-[1..2]");
    shop = site("PS", false);
    quayHand = HOUSE.hire("QUAY", Role.FLOOR_HAND, quay);
    shopHand = HOUSE.hire("SHOP", Role.FLOOR_HAND, shop);
  }

  private long site(String code, boolean virtual) {
    return clerk
        .post(
            "/api/sites",
            Map.of(
                "code",
                code,
                "name",
                "Site " + code,
                "timeZone",
                "Europe/London",
                "binned",
                false,
                "street",
                "",
                "town",
                "",
                "virtual",
                virtual))
        .ok()
        .path("id")
        .asLong();
  }

  @BeforeEach
  void stock() {
    made++;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    beacon = "BCN-" + made;
    Map<String, Object> entry = Goods.itemEntry(shackle, "Shackle " + made, "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10")));
    shackleId = goods.item(entry);
    flareId = goods.item(flare, "Flare " + made, "LOT");
    beaconId = goods.item(beacon, "Beacon " + made, "SERIAL");
    goods.opening(shackle, null, null, "KQ.A-01-A", "40");
    goods.opening(shackle, null, null, "KQ.B-01", "100");
    lot("L1", 200, "KQ.A-02-A", "6");
    lot("L2", 90, "KQ.A-02-B", "10");
    goods.opening(beacon, null, "B-" + made + "-1", "KQ.B-02", "1");
    goods.opening(beacon, null, "B-" + made + "-2", "KQ.B-02", "1");
    cost(shackleId, "2.50");
    cost(flareId, "9.99");
    cost(beaconId, "150");
  }

  private void lot(String code, int goodForDays, String place, String quantity) {
    Map<String, Object> line = Goods.line(flare, code, null, place, quantity);
    line.put("expiry", LocalDate.now().plusDays(goodForDays).toString());
    goods.post("OPENING", List.of(line)).ok();
  }

  private void cost(long item, String cost) {
    clerk.put("/api/items/" + item + "/cost", Map.of("cost", cost)).ok();
  }

  /** Whatever the tests did, the books add up. */
  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  // In few words

  private static Map<String, Object> line(String item, String quantity) {
    return Map.of("item", item, "packs", quantity, "pack", "");
  }

  @SafeVarargs
  private Map<String, Object> entry(long to, Map<String, Object>... lines) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("from", quay);
    entry.put("to", to);
    entry.put("wanted", LocalDate.now().plusDays(1).toString());
    entry.put("note", "");
    entry.put("lines", List.of(lines));
    return entry;
  }

  @SafeVarargs
  private long plan(Map<String, Object>... lines) {
    return clerk.post("/api/transfers", entry(shop, lines)).ok().path("id").asLong();
  }

  private JsonNode step(Client who, long id, String step, Object body) {
    return who.post("/api/transfers/" + id + "/" + step, body).ok();
  }

  private JsonNode step(long id, String step) {
    return step(clerk, id, step, Map.of());
  }

  private JsonNode send(long id) {
    return step(quayHand, id, "sending", Map.of("rest", "FOLLOWS"));
  }

  private JsonNode card(long id) {
    return clerk.get("/api/transfers/" + id).ok();
  }

  private static String state(JsonNode card) {
    return card.path("state").asString();
  }

  /** Line, quantity, and so on of what was sent, as {@code line:lot/serial:quantity}. */
  private static long goodsOf(JsonNode card, String item, String mark) {
    for (JsonNode one : card.path("goods")) {
      if (one.path("item").asString().equals(item)
          && (mark == null
              || mark.equals(one.path("lot").asString(""))
              || mark.equals(one.path("serial").asString("")))) {
        return one.path("id").asLong();
      }
    }
    throw new AssertionError("Nothing of " + item + " " + mark + " in " + card);
  }

  private static Map<String, Object> arriving(long goods, String quantity) {
    return Map.of("goods", goods, "quantity", quantity);
  }

  private String at(long item, long site) {
    return goods.onHand(item, "&site=" + site);
  }

  private String available(long item, long site) {
    JsonNode rows =
        clerk.get("/api/on-hand?group=ITEM&item=" + item + "&site=" + site).ok().path("rows");
    return rows.isEmpty() ? "0" : rows.get(0).path("available").asString();
  }

  // The whole way

  @Test
  void threeItemsGoFromTheQuayToTheShopAndOneCaseComesLater() {
    long id = plan(line(shackle, "50"), line(flare, "12"), line(beacon, "2"));
    assertThat(state(card(id))).isEqualTo("PLANNED");
    assertThat(available(shackleId, quay)).isEqualTo("140");

    JsonNode card = step(id, "release");
    assertThat(state(card)).isEqualTo("READY_TO_SEND");
    assertThat(available(shackleId, quay)).isEqualTo("90");
    assertThat(goods.onHand(shackleId, "")).isEqualTo("140");
    List<String> kept = new ArrayList<>();
    card.path("kept")
        .forEach(
            one ->
                kept.add(
                    one.path("place").asString()
                        + " "
                        + one.path("lot").asString("")
                        + " "
                        + one.path("quantity").asString()));
    // The lot that expires first goes first; the rest by age and by the way through the site.
    assertThat(kept).contains("A-02-B L2 10", "A-02-A L1 2", "A-01-A  40", "B-01  10").hasSize(6);

    card = step(quayHand, id, "picking", Map.of());
    assertThat(card.path("kept").get(0).path("picked").asBoolean()).isTrue();
    assertThat(goods.onHand(shackleId, "&place=" + goods.bin(quay, "PACK-1"))).isEqualTo("50");

    card = send(id);
    assertThat(state(card)).isEqualTo("IN_TRANSIT");
    assertThat(at(shackleId, quay)).isEqualTo("90");
    assertThat(goods.onHand(shackleId, "")).as("still ours").isEqualTo("140");
    assertThat(card.path("value").asDouble()).isEqualTo(50 * 2.5 + 12 * 9.99 + 2 * 150);
    assertThat(card.path("goods")).hasSize(5);

    long l1 = goodsOf(card, flare, "L1");
    long first = goodsOf(card, beacon, "B-" + made + "-1");
    card =
        step(
            shopHand,
            id,
            "arrivals",
            Map.of(
                "lines",
                List.of(
                    arriving(goodsOf(card, shackle, null), "40"),
                    arriving(goodsOf(card, flare, "L2"), "10"),
                    arriving(l1, "2"),
                    arriving(first, "1"),
                    arriving(goodsOf(card, beacon, "B-" + made + "-2"), "1"))));
    assertThat(state(card)).isEqualTo("PARTLY_RECEIVED");
    assertThat(card.path("lines").get(0).path("missing").asString()).isEqualTo("10");
    assertThat(at(shackleId, shop)).isEqualTo("40");
    assertThat(at(flareId, shop)).isEqualTo("12");
    assertThat(at(beaconId, shop)).isEqualTo("2");
    assertThat(numbers("MISSING")).contains(card.path("number").asString());

    card =
        step(
            shopHand,
            id,
            "arrivals",
            Map.of("lines", List.of(arriving(goodsOf(card, shackle, null), "10"))));
    assertThat(state(card)).isEqualTo("CLOSED");
    assertThat(at(shackleId, shop)).isEqualTo("50");
    assertThat(card.path("value").asDouble()).isZero();
    List<String> history = new ArrayList<>();
    card.path("changes").forEach(event -> history.add(event.path("what").asString()));
    assertThat(history).containsExactly("MADE", "MADE_READY", "SENT", "ARRIVED", "ARRIVED");
    assertThat(kinds(card)).containsOnlyKeys("PICK", "SHIPMENT", "ARRIVAL");
  }

  private List<String> numbers(String filter) {
    List<String> numbers = new ArrayList<>();
    clerk
        .get("/api/transfers?filter=" + filter)
        .ok()
        .path("rows")
        .forEach(row -> numbers.add(row.path("number").asString()));
    return numbers;
  }

  private Map<String, Integer> kinds(JsonNode card) {
    Map<String, Integer> kinds = new HashMap<>();
    clerk
        .get("/api/ledger?document=" + card.path("number").asString())
        .ok()
        .path("rows")
        .forEach(row -> kinds.merge(row.path("kind").asString(), 1, Integer::sum));
    return kinds;
  }

  private long sent(Map<String, Object> line) {
    long id = plan(line);
    step(id, "release");
    step(quayHand, id, "picking", Map.of());
    send(id);
    return id;
  }

  @Test
  void aTransferLeavesOnADayOfItsOwnAndNeverAfterItIsDue() {
    Map<String, Object> entry = entry(shop, line(shackle, "5"));
    LocalDate due = LocalDate.now().plusDays(1);
    entry.put("dispatch", due.plusDays(1).toString());
    assertThat(clerk.post("/api/transfers", entry).body().path("field").asString())
        .isEqualTo("dispatch");
    entry.put("dispatch", due.minusDays(1).toString());
    JsonNode card = clerk.post("/api/transfers", entry).ok();
    assertThat(card.path("dispatch").asString()).isEqualTo(due.minusDays(1).toString());
    entry.put("version", card.path("version").asInt());
    entry.put("dispatch", due.toString());
    JsonNode changed =
        clerk.put("/api/transfers/" + card.path("id").asLong(), entry).ok().path("changes");
    JsonNode last = changed.get(changed.size() - 1);
    assertThat(last.path("what").asString()).isEqualTo("DISPATCH");
    assertThat(last.path("before").asString()).isEqualTo(due.minusDays(1).toString());
    JsonNode row =
        clerk
            .get(
                "/api/transfers?where=DISPATCH:IS:"
                    + due
                    + "&where=NUMBER:IS:"
                    + card.path("number").asString())
            .ok()
            .path("rows");
    assertThat(row).hasSize(1);
  }

  @Test
  void tenClientsAtOnceReceiveNoMoreThanWasSent() throws Exception {
    long id = sent(line(shackle, "25"));
    long of = goodsOf(card(id), shackle, null);
    int done = 0;
    for (Client.Answer answer :
        atOnce(
            10,
            () ->
                shopHand.post(
                    "/api/transfers/" + id + "/arrivals",
                    Map.of("lines", List.of(arriving(of, "4")))))) {
      if (answer.status() == 200) {
        done++;
      } else {
        assertThat(answer.problem()).isIn("not-sent", "closed");
      }
    }
    assertThat(done).isEqualTo(6);
    assertThat(at(shackleId, shop)).isEqualTo("24");
    assertThat(card(id).path("lines").get(0).path("inTransit").asString()).isEqualTo("1");
  }

  @Test
  void tenClientsAtOnceReceiveTheWholeOfItOnce() throws Exception {
    long id = sent(line(shackle, "25"));
    List<Client.Answer> answers =
        atOnce(10, () -> shopHand.post("/api/transfers/" + id + "/arrivals", Map.of()));
    assertThat(answers).filteredOn(answer -> answer.status() == 200).hasSize(1);
    assertThat(answers)
        .filteredOn(answer -> answer.status() != 200)
        .allSatisfy(answer -> assertThat(answer.problem()).isEqualTo("closed"));
    assertThat(at(shackleId, shop)).isEqualTo("25");
    assertThat(state(card(id))).isEqualTo("CLOSED");
  }

  @Test
  void theSameSendingUnderOneCommandIdIsDoneOnce() throws Exception {
    long id = plan(line(shackle, "25"));
    step(id, "release");
    step(id, "picking");
    UUID command = UUID.randomUUID();
    for (Client.Answer answer :
        atOnce(
            6,
            () ->
                clerk.post(
                    "/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS"), command))) {
      assertThat(answer.ok().path("shipments")).hasSize(1);
    }
    assertThat(at(shackleId, quay)).isEqualTo("115");
  }

  private static List<Client.Answer> atOnce(int clients, Callable<Client.Answer> work)
      throws Exception {
    ExecutorService hands = Executors.newFixedThreadPool(clients);
    try {
      List<Callable<Client.Answer>> all = new ArrayList<>();
      for (int i = 0; i < clients; i++) {
        all.add(work);
      }
      List<Client.Answer> answers = new ArrayList<>();
      for (Future<Client.Answer> answer : hands.invokeAll(all)) {
        answers.add(answer.get());
      }
      return answers;
    } finally {
      hands.shutdownNow();
    }
  }

  // Differences

  @Test
  void aDearDifferenceWaitsUntilSomeoneElseAgrees() {
    cost(shackleId, "90");
    long id = sent(line(shackle, "12"));
    long of = goodsOf(card(id), shackle, null);
    step(shopHand, id, "arrivals", Map.of("lines", List.of(arriving(of, "4"))));
    JsonNode card = step(clerk, id, "endings", Map.of("ending", "LOST", "reason", "Gone"));
    assertThat(state(card)).isEqualTo("PARTLY_RECEIVED");
    JsonNode waiting = clerk.get("/api/approvals").ok().path("rows").get(0);
    assertThat(waiting.path("subject").asString()).isEqualTo("WRITE_OFF");
    assertThat(waiting.path("value").decimalValue()).isEqualByComparingTo("720");
    String at = "/api/approvals/" + waiting.path("id").asLong() + "/approval";
    assertThat(clerk.post(at, Map.of("note", "")).status()).isEqualTo(403);
    // Some of it turns up meanwhile: only what is still missing is given up.
    step(shopHand, id, "arrivals", Map.of("lines", List.of(arriving(of, "3"))));
    HOUSE.hire("OTHER", Role.CONTROLLER).post(at, Map.of("note", "")).ok();
    assertThat(state(card(id))).isEqualTo("CLOSED");
    assertThat(card(id).path("lines").get(0).path("lost").asString()).isEqualTo("5");
  }

  @Test
  void aDifferenceIsWrittenOffWithAReasonAndShowsInTheLedger() {
    long id = sent(line(shackle, "25"));
    long of = goodsOf(card(id), shackle, null);
    step(shopHand, id, "arrivals", Map.of("lines", List.of(arriving(of, "22"))));
    Client.Answer silent =
        clerk.post("/api/transfers/" + id + "/endings", Map.of("ending", "LOST", "reason", " "));
    assertThat(silent.status()).isEqualTo(400);
    assertThat(clerk.post("/api/transfers/" + id + "/closing", Map.of("reason", "Gone")).problem())
        .isEqualTo("on-the-road");
    JsonNode card =
        step(clerk, id, "endings", Map.of("ending", "LOST", "reason", "Fell off the ferry"));
    assertThat(state(card)).isEqualTo("CLOSED");
    assertThat(card.path("lines").get(0).path("lost").asString()).isEqualTo("3");
    assertThat(goods.onHand(shackleId, "")).isEqualTo("137");
    JsonNode row =
        clerk.get("/api/ledger?kind=WRITE_OFF&item=" + shackleId).ok().path("rows").get(0);
    assertThat(row.path("reason").asString()).isEqualTo("Fell off the ferry");
    assertThat(row.path("to").asString()).isEqualTo("Lost");
    assertThat(row.path("quantity").asString()).isEqualTo("3");

    // It was found after all: the write-off is taken back, and it arrives.
    clerk
        .post(
            "/api/postings/" + row.path("posting").asLong() + "/reversal",
            Map.of("reason", "Found"))
        .ok();
    assertThat(state(card(id))).isEqualTo("PARTLY_RECEIVED");
    step(shopHand, id, "arrivals", Map.of());
    assertThat(state(card(id))).isEqualTo("CLOSED");
    assertThat(at(shackleId, shop)).isEqualTo("25");
  }

  @Test
  void whatWasNeverLoadedGoesBackAndWhatIsSpoiltIsScrapped() {
    long id = sent(line(flare, "14"));
    JsonNode card = card(id);
    Map<String, Object> some = new HashMap<>();
    some.put("goods", goodsOf(card, flare, "L1"));
    some.put("quantity", "3");
    some.put("ending", "BACK");
    some.put("reason", "Stood on the quay");
    step(clerk, id, "endings", some);
    assertThat(at(flareId, quay)).isEqualTo("5");
    some.put("goods", goodsOf(card, flare, "L2"));
    some.put("ending", "SPOILT");
    some.put("reason", "Wet");
    card = step(clerk, id, "endings", some);
    assertThat(state(card)).isEqualTo("PARTLY_RECEIVED");
    assertThat(goods.onHand(flareId, "")).isEqualTo("13");
    some.put("quantity", "8");
    assertThat(clerk.post("/api/transfers/" + id + "/endings", some).problem())
        .isEqualTo("not-sent");
  }

  @Test
  void postingsThatAreTakenBackAreUndoneInTheTransfer() {
    long id = sent(line(shackle, "25"));
    step(shopHand, id, "arrivals", Map.of());
    JsonNode card = card(id);
    long arrival = postings(card, "ARRIVAL").get(0);
    clerk.post("/api/postings/" + arrival + "/reversal", Map.of("reason", "Wrong site")).ok();
    card = card(id);
    assertThat(state(card)).isEqualTo("IN_TRANSIT");
    assertThat(at(shackleId, shop)).isEqualTo("0");
    long shipment = postings(card, "SHIPMENT").get(0);
    clerk
        .post("/api/postings/" + shipment + "/reversal", Map.of("reason", "Lorry broke down"))
        .ok();
    card = card(id);
    assertThat(state(card)).isEqualTo("READY_TO_SEND");
    assertThat(card.path("lines").get(0).path("picked").asString()).isEqualTo("25");
    assertThat(
            clerk
                .post(
                    "/api/postings/" + postings(card, "PICK").get(0) + "/reversal",
                    Map.of("reason", "No"))
                .problem())
        .isEqualTo("picked");
    assertThat(state(send(id))).isEqualTo("IN_TRANSIT");
  }

  private List<Long> postings(JsonNode card, String kind) {
    List<Long> postings = new ArrayList<>();
    clerk
        .get("/api/ledger?kind=" + kind + "&document=" + card.path("number").asString())
        .ok()
        .path("rows")
        .forEach(row -> postings.add(row.path("posting").asLong()));
    return postings;
  }

  // Reservations

  @Test
  void whatIsReservedIsNotTakenByOthersAndMovesAlong() {
    long id = plan(line(shackle, "130"));
    step(id, "release");
    // Another transfer gets only what is left.
    long other = plan(line(shackle, "20"));
    JsonNode card = step(other, "release");
    assertThat(card.path("lines").get(0).path("shortBy").asString()).isEqualTo("10");
    assertThat(numbers("SHORT")).contains(card.path("number").asString());
    // Nor does a customer.
    Client.Answer issue =
        goods.post("TO_CUSTOMER", List.of(Goods.line(shackle, null, null, "KQ.A-01-A", "5")));
    assertThat(issue.problem()).isEqualTo("reserved");
    assertThat(issue.detail()).contains("A-01-A").contains("reserved for TR-");
    // A move within the site carries the reservation along.
    clerk.post("/api/moves", Goods.move(shackle, null, "KQ.A-01-A", "KQ.A-05-C", "40")).ok();
    assertThat(available(shackleId, quay)).isEqualTo("0");
    assertThat(card(id).path("lines").get(0).path("reserved").asString()).isEqualTo("130");
    step(quayHand, id, "picking", Map.of());
    assertThat(state(send(id))).isEqualTo("IN_TRANSIT");
    assertThat(at(shackleId, quay)).isEqualTo("10");
    // What the other one still needs is reserved once there is more.
    goods.opening(shackle, null, null, "KQ.B-03", "12");
    card = step(other, "release");
    assertThat(card.path("lines").get(0).path("reserved").asString()).isEqualTo("20");
    assertThat(available(shackleId, quay)).isEqualTo("2");
    card = step(other, "holding-back");
    assertThat(state(card)).isEqualTo("PLANNED");
    assertThat(available(shackleId, quay)).isEqualTo("22");
  }

  @Test
  void eightClientsReleaseTheLastPiecesAndNothingIsReservedTwice() throws Exception {
    List<Long> ids = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      ids.add(plan(line(shackle, "30"), line(flare, "3")));
    }
    List<Callable<Client.Answer>> all = new ArrayList<>();
    ids.forEach(id -> all.add(() -> clerk.post("/api/transfers/" + id + "/release", Map.of())));
    ExecutorService hands = Executors.newFixedThreadPool(8);
    BigDecimal reserved = BigDecimal.ZERO;
    for (Future<Client.Answer> answer : hands.invokeAll(all)) {
      reserved =
          reserved.add(
              new BigDecimal(answer.get().ok().path("lines").get(0).path("reserved").asString()));
    }
    hands.shutdownNow();
    assertThat(reserved).isEqualByComparingTo("140");
    assertThat(available(shackleId, quay)).isEqualTo("0");
    assertThat(available(flareId, quay)).isEqualTo("0");
  }

  /** Transfers go by the same rules as orders, packs and all. */
  @Test
  void fullPacksAreReservedFirstWhereTheRuleSaysSo() {
    String shot = "SHOT-" + made;
    Map<String, Object> item = Goods.itemEntry(shot, "Shot " + made, "NONE");
    item.put("packs", List.of(Goods.pack("box", "10")));
    goods.item(item);
    goods.opening(shot, null, null, "KQ.A-01-A", "4");
    goods.opening(shot, null, null, "KQ.B-01", "10");
    Map<String, Object> rule = Leaving.rule("FULL_PACKS", "SHORTEST_WALK");
    rule.put("item", shot);
    clerk.post("/api/removal/rules", rule).ok();
    long id = plan(line(shot, "10"));
    JsonNode kept = step(id, "release").path("kept");
    assertThat(kept).hasSize(1);
    assertThat(kept.get(0).path("place").asString()).isEqualTo("B-01");
  }

  @Test
  void whatWasPickedCanBePutBack() {
    long id = plan(line(shackle, "50"));
    step(id, "release");
    JsonNode card = step(id, "picking");
    for (JsonNode one : card.path("kept")) {
      card = step(id, "picked/" + one.path("id").asLong() + "/return");
    }
    assertThat(card.path("lines").get(0).path("picked").asString()).isEqualTo("0");
    assertThat(card.path("lines").get(0).path("reserved").asString()).isEqualTo("50");
    assertThat(goods.onHand(shackleId, "&place=" + goods.bin(quay, "PACK-1"))).isEqualTo("0");
    assertThat(available(shackleId, quay)).isEqualTo("90");
    card = step(clerk, id, "closing", Map.of("reason", "No longer needed"));
    assertThat(state(card)).isEqualTo("CLOSED");
    assertThat(available(shackleId, quay)).isEqualTo("140");
  }

  // Other ways

  @Test
  void severalShipmentsAndAShortLineThatStaysOpen() {
    long id = plan(line(shackle, "150"));
    step(id, "release");
    step(id, "picking");
    JsonNode card = send(id);
    assertThat(state(card)).isEqualTo("IN_TRANSIT");
    assertThat(card.path("lines").get(0).path("toSend").asString()).isEqualTo("10");
    step(shopHand, id, "arrivals", Map.of());
    assertThat(state(card(id))).isEqualTo("PARTLY_RECEIVED");
    goods.opening(shackle, null, null, "KQ.B-01", "6");
    step(id, "release");
    step(id, "picking");
    card = step(quayHand, id, "sending", Map.of("rest", "STAYS"));
    assertThat(card.path("shipments")).hasSize(2);
    assertThat(card.path("lines").get(0).path("withdrawn").asString()).isEqualTo("4");
    card = step(shopHand, id, "arrivals", Map.of());
    assertThat(state(card)).isEqualTo("CLOSED");
    assertThat(at(shackleId, shop)).isEqualTo("146");
  }

  @Test
  void aVirtualSiteSetsStockAsideInOneStep() {
    long aside = site("V" + made, true);
    JsonNode card = clerk.post("/api/transfers", entry(aside, line(shackle, "30"))).ok();
    assertThat(card.path("direct").asBoolean()).isTrue();
    long id = card.path("id").asLong();
    step(id, "release");
    step(id, "picking");
    card = send(id);
    assertThat(state(card)).isEqualTo("CLOSED");
    assertThat(at(shackleId, aside)).isEqualTo("30");
    assertThat(available(shackleId, aside)).isEqualTo("0");
    assertThat(kinds(card)).containsOnlyKeys("PICK", "TRANSFER");
  }

  @Test
  void everyChangeIsKeptWithBeforeAndAfter() {
    long id = plan(line(shackle, "3"));
    Map<String, Object> changed = entry(shop, line(shackle, "5"), line(flare, "1"));
    changed.put("version", card(id).path("version").asInt());
    changed.put("note", "By the noon boat");
    JsonNode card = clerk.put("/api/transfers/" + id, changed).ok();
    Map<String, JsonNode> events = new HashMap<>();
    card.path("changes").forEach(event -> events.put(event.path("what").asString(), event));
    assertThat(events).containsOnlyKeys("MADE", "NOTE", "LINES");
    assertThat(events.get("LINES").path("before").asString()).isEqualTo("3 × " + shackle);
    assertThat(events.get("LINES").path("after").asString())
        .isEqualTo("5 × " + shackle + ", 1 × " + flare);
    assertThat(events.get("NOTE").path("after").asString()).isEqualTo("By the noon boat");
    assertThat(events.get("NOTE").path("person").asString()).isEqualTo("Person CON");
    assertThat(clerk.put("/api/transfers/" + id, changed).problem()).isEqualTo("changed");
  }

  @Test
  void aReleasedTransferThatIsChangedIsReservedAnew() {
    long id = plan(line(shackle, "30"));
    step(id, "release");
    Map<String, Object> changed = entry(shop, line(shackle, "5"));
    changed.put("version", card(id).path("version").asInt());
    JsonNode card = clerk.put("/api/transfers/" + id, changed).ok();
    assertThat(state(card)).isEqualTo("READY_TO_SEND");
    assertThat(available(shackleId, quay)).isEqualTo("135");
    step(id, "picking");
    changed.put("version", card(id).path("version").asInt());
    assertThat(clerk.put("/api/transfers/" + id, changed).problem()).isEqualTo("under-way");
  }

  @Test
  void routesAddUpWhatIsOnTheRoad() {
    BigDecimal before = road();
    sent(line(shackle, "8"));
    assertThat(road().subtract(before)).isEqualByComparingTo("20.00");
  }

  private BigDecimal road() {
    for (JsonNode route : clerk.get("/api/transfers/routes").ok()) {
      if (route.path("fromId").asLong() == quay && route.path("toId").asLong() == shop) {
        return new BigDecimal(route.path("value").asString());
      }
    }
    return BigDecimal.ZERO;
  }

  @Test
  void theJournalOfTheTwoStepsBalances() {
    long id = sent(line(shackle, "25"));
    // The cost at sending counts, whatever it becomes later.
    cost(shackleId, "99");
    long of = goodsOf(card(id), shackle, null);
    step(shopHand, id, "arrivals", Map.of("lines", List.of(arriving(of, "22"))));
    step(clerk, id, "endings", Map.of("ending", "LOST", "reason", "Gone"));
    JsonNode lines =
        clerk.get("/api/transfers/journal?document=" + card(id).path("number").asString()).ok();
    Map<String, BigDecimal> accounts = new HashMap<>();
    for (JsonNode line : lines) {
      accounts.merge(
          line.path("account").asString(),
          new BigDecimal(line.path("debit").asString())
              .subtract(new BigDecimal(line.path("credit").asString())),
          BigDecimal::add);
    }
    assertThat(accounts.get("Stock Site KQ")).isEqualByComparingTo("-62.50");
    assertThat(accounts.get("Stock Site PS")).isEqualByComparingTo("55.00");
    assertThat(accounts.get("Lost")).isEqualByComparingTo("7.50");
    assertThat(accounts.get("In transit")).isEqualByComparingTo("0");
  }

  @Test
  void saysWhatTheSenderHasAndWhetherTheReceiverHasPlenty() {
    goods.opening(shackle, null, null, "PS.PS", "30");
    goods.post("TO_CUSTOMER", List.of(Goods.line(shackle, null, null, "PS.PS", "10"))).ok();
    JsonNode advice =
        clerk
            .get(
                "/api/transfers/advice?from="
                    + quay
                    + "&to="
                    + shop
                    + "&items="
                    + shackle
                    + ","
                    + flare)
            .ok();
    JsonNode one = advice.get(1);
    assertThat(one.path("item").asString()).isEqualTo(shackle);
    assertThat(one.path("available").asString()).isEqualTo("140");
    assertThat(one.path("held").asString()).isEqualTo("20");
    assertThat(one.path("used").asString()).isEqualTo("10");
    assertThat(one.path("days").asInt()).isEqualTo(180);
    assertThat(one.path("plenty").asBoolean()).isTrue();
    assertThat(advice.get(0).path("plenty").asBoolean()).isFalse();
  }

  @Test
  void whatIsReleasedIsOnTheWayToTheReceiver() {
    goods.opening(shackle, null, null, "PS.PS", "1");
    long id = plan(line(shackle, "8"));
    assertThat(coming()).isEmpty();
    step(id, "release");
    assertThat(coming()).isEqualTo("8");
    step(id, "picking");
    send(id);
    assertThat(coming()).isEqualTo("8");
    step(shopHand, id, "arrivals", Map.of());
    assertThat(coming()).isEmpty();
  }

  private String coming() {
    return clerk
        .get("/api/on-hand?group=ITEM&item=" + shackleId + "&site=" + shop)
        .ok()
        .path("rows")
        .get(0)
        .path("coming")
        .asString("");
  }

  // What can't be done

  @Test
  void whoeverWorksAtOneEndDoesOnlyWhatIsDoneThere() {
    long id = sent(line(shackle, "4"));
    assertThat(quayHand.post("/api/transfers/" + id + "/arrivals", Map.of()).problem())
        .isEqualTo("forbidden");
    long planned = plan(line(shackle, "4"));
    step(planned, "release");
    assertThat(shopHand.post("/api/transfers/" + planned + "/picking", Map.of()).problem())
        .isEqualTo("forbidden");
    assertThat(quayHand.post("/api/transfers/" + planned + "/release", Map.of()).status())
        .isEqualTo(403);
    Client stranger = HOUSE.hire("TERN" + made, Role.FLOOR_HAND, site("WT" + made, false));
    assertThat(stranger.get("/api/transfers/" + id).status()).isEqualTo(403);
    assertThat(stranger.get("/api/transfers").ok().path("total").asInt()).isZero();
  }

  @Test
  void badEntriesChangeNothingAndSayWhy() {
    assertThat(clerk.post("/api/transfers", entry(quay, line(shackle, "1"))).detail())
        .contains("another site");
    assertThat(clerk.post("/api/transfers", entry(shop, line("NONE-1", "1"))).detail())
        .isEqualTo("There is no item NONE-1.");
    assertThat(clerk.post("/api/transfers", entry(shop, line(shackle, "1.5"))).status())
        .isEqualTo(400);
    assertThat(clerk.post("/api/transfers", entry(shop)).status()).isEqualTo(400);
    assertThat(clerk.post("/api/transfers", entry(999, line(shackle, "1"))).status())
        .isEqualTo(404);
    long id = plan(line(shackle, "4"));
    assertThat(clerk.post("/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS")).problem())
        .isEqualTo("nothing-picked");
    assertThat(clerk.post("/api/transfers/" + id + "/picking", Map.of()).problem())
        .isEqualTo("nothing-reserved");
    assertThat(clerk.post("/api/transfers/" + id + "/arrivals", Map.of()).problem())
        .isEqualTo("nothing-sent");
  }
}
