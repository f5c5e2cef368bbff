package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Counting on the floor, through the door of the application. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client handClient;
  private Counter hand;
  private Counter mate;
  private Goods goods;
  private long quay;
  private int made;

  private String shackle;
  private String flare;
  private String beacon;
  private long shackleId;
  private long flareId;

  /** Bins of this test alone. */
  private String bin;

  private String other;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "C", "STORE", "C-[01..40]-[A..B]");
    handClient = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    hand = new Counter(handClient, quay);
    mate = new Counter(HOUSE.hire("MATE", Role.FLOOR_HAND, quay), quay);
  }

  @BeforeEach
  void stock() {
    made++;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    beacon = "BCN-" + made;
    bin = "C-%02d-A".formatted(made);
    other = "C-%02d-B".formatted(made);
    Map<String, Object> entry = Goods.itemEntry(shackle, "Shackle " + made, "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10")));
    shackleId = goods.item(entry);
    flareId = goods.item(flare, "Flare " + made, "LOT");
    goods.item(beacon, "Beacon " + made, "SERIAL");
    clerk.put("/api/items/" + shackleId + "/cost", Map.of("cost", "2.50")).ok();
    hand.choose(0);
    mate.choose(0);
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private String label(String address) {
    return "RB.KQ." + address;
  }

  private void at(Instant moment, String direction, String place, String quantity) {
    clerk
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "effective",
                moment.toString(),
                "lines",
                List.of(Goods.line(shackle, null, null, "KQ." + place, quantity))))
        .ok();
  }

  /** Six lines in one bin: shackles, two lots of flares, three beacons. */
  private void sixLines() {
    goods.opening(shackle, null, null, "KQ." + bin, "40");
    goods.opening(flare, "K1", null, "KQ." + bin, "6");
    goods.opening(flare, "K2", null, "KQ." + bin, "4");
    for (int piece = 1; piece <= 3; piece++) {
      goods.opening(beacon, null, "B" + made + "-" + piece, "KQ." + bin, "1");
    }
  }

  private long sweep(String... bins) {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("places", java.util.Arrays.stream(bins).map(b -> goods.bin(quay, b)).toList());
    return Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
  }

  private void acceptAndPost(long count) {
    Counter.decide(clerk, count, "ACCEPT");
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
  }

  private String held(long item, String address) {
    return goods.onHand(item, "&place=" + goods.bin(quay, address));
  }

  @Test
  void theBookIsComparedAtTheMomentOfTheScan() {
    Instant noon = Instant.now().truncatedTo(ChronoUnit.SECONDS);
    at(noon.minus(3, ChronoUnit.HOURS), "OPENING", bin, "40");
    at(noon.minus(2, ChronoUnit.HOURS), "TO_CUSTOMER", bin, "5");
    at(noon.minus(1, ChronoUnit.HOURS), "TO_CUSTOMER", bin, "4");
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + shackle);
    hand.scanLate(Duration.ofMinutes(90), "33");
    hand.confirm();
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    JsonNode line = Counter.results(clerk, count, "").get(0);
    assertThat(line.path("book").asString()).isEqualTo("35");
    assertThat(line.path("variance").asString()).isEqualTo("-2");
    assertThat(line.path("value").asDouble()).isEqualTo(-5.0);
    acceptAndPost(count);
    assertThat(held(shackleId, bin)).isEqualTo("29");
    // In the past as well: from the moment of the count on, the book is right.
    String then = noon.minus(75, ChronoUnit.MINUTES).toString();
    assertThat(goods.onHand(shackleId, "&at=" + then)).isEqualTo("33");
    JsonNode posted = Counter.results(clerk, count, "").get(0);
    assertThat(posted.path("posted").asString()).isEqualTo("-2");
  }

  @Test
  void aMoveThatArrivesLateChangesTheVarianceUntilItIsPosted() {
    Instant noon = Instant.now();
    at(noon.minus(3, ChronoUnit.HOURS), "OPENING", bin, "40");
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + shackle);
    hand.scanLate(Duration.ofMinutes(60), "33");
    hand.confirm();
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    assertThat(Counter.results(clerk, count, "").get(0).path("variance").asString())
        .isEqualTo("-7");
    at(noon.minus(2, ChronoUnit.HOURS), "TO_CUSTOMER", bin, "7");
    assertThat(Counter.results(clerk, count, "").get(0).path("variance").asString()).isEqualTo("0");
    at(noon.minus(30, ChronoUnit.MINUTES), "TO_CUSTOMER", bin, "1");
    assertThat(Counter.results(clerk, count, "").get(0).path("variance").asString()).isEqualTo("0");
    acceptAndPost(count);
    assertThat(held(shackleId, bin)).isEqualTo("32");
  }

  @Test
  void aBinWithManyLinesAsksTheDatabaseAsOftenAsOneWithFew() {
    List<Map<String, Object>> lines = new ArrayList<>();
    for (int i = 1; i <= 32; i++) {
      String where = "KQ." + (i <= 2 ? other : bin);
      lines.add(Goods.line(beacon, null, "M%d-%02d".formatted(made, i), where, "1"));
    }
    goods.post("OPENING", lines).ok();
    long few = questions(other, 1, 2);
    long many = questions(bin, 3, 32);
    assertThat(many - few).as("questions more for 28 lines more").isLessThan(8);
  }

  /** How often the database is asked to show a bin in which so many pieces are counted. */
  private long questions(String where, int first, int last) {
    hand.choose(sweep(where));
    hand.scan(label(where));
    for (int i = first; i <= last; i++) {
      hand.scan("M%d-%02d".formatted(made, i));
    }
    long before = HOUSE.watched().statements();
    assertThat(hand.stands().path("counting").path("lines")).hasSize(last - first + 1);
    return HOUSE.watched().statements() - before;
  }

  @Test
  void leavingASweptBinAsksAboutWhatWasNotScannedAndStatesItAsZero() {
    sixLines();
    long count = sweep(bin);
    hand.choose(count);
    hand.scan(label(bin), "RI." + shackle, "4 boxes", "B" + made + "-2");
    JsonNode asks = hand.scan(label(bin));
    assertThat(asks.path("outcome").asString()).isEqualTo("ASKS");
    assertThat(
            asks.path("counting")
                .path("notFound")
                .valueStream()
                .map(one -> one.path("name").asString()))
        .containsExactlyInAnyOrder(
            "Flare " + made, "Flare " + made, "Beacon " + made, "Beacon " + made);
    assertThat(asks.path("counting").path("notFound").get(0).path("quantity").isNull())
        .as("blind")
        .isTrue();
    JsonNode done = hand.confirm();
    assertThat(done.path("outcome").asString()).isEqualTo("DONE");
    assertThat(Told.done(done)).startsWith("counted").contains("zeros=4").endsWith("all-counted");
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    assertThat(Counter.results(clerk, count, "show=STATED")).hasSize(4);
    assertThat(Counter.results(clerk, count, "show=RIGHT")).hasSize(2);
    acceptAndPost(count);
    assertThat(goods.onHand(flareId, "")).isEqualTo("0");
    assertThat(held(shackleId, bin)).isEqualTo("40");
    assertThat(Counter.state(clerk, count)).isEqualTo("POSTED");
  }

  @Test
  void whatComesWhileItIsAskedIsNotStatedAsZeroByTheYes() {
    sixLines();
    long count = sweep(bin);
    hand.choose(count);
    hand.scan(label(bin), "RI." + shackle, "40");
    assertThat(hand.confirm().path("outcome").asString()).isEqualTo("ASKS");
    goods.opening(flare, "K3", null, "KQ." + bin, "5");
    JsonNode again = hand.confirm();
    assertThat(again.path("outcome").asString()).isEqualTo("ASKS");
    assertThat(again.path("counting").path("notFound").size()).isEqualTo(6);
  }

  @Test
  void aScanFromTooLongAgoIsNotBelieved() {
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + shackle);
    Map<String, Object> scan = Map.of("site", quay, "text", "5");
    for (String ago : List.of("-5", Long.toString(Duration.ofDays(8).toMillis()), "soon")) {
      assertThat(handClient.post("/api/floor/COUNT/scan", scan, "X-Scanned-Ago", ago).status())
          .as(ago)
          .isEqualTo(400);
    }
    assertThat(hand.stands().path("counting").path("lines").size()).isZero();
  }

  @Test
  void sayingNoGoesOnCounting() {
    sixLines();
    hand.choose(sweep(bin));
    hand.scan(label(bin), "RI." + shackle, "40");
    hand.confirm();
    hand.act("UNDO");
    JsonNode on = hand.scan("B" + made + "-1");
    assertThat(on.path("outcome").asString()).isEqualTo("COUNTED");
    assertThat(on.path("counting").path("lines").size()).isEqualTo(2);
  }

  @Test
  void anEmptyBinIsTwoScans() {
    long count = sweep(bin);
    hand.choose(count);
    hand.scan(label(bin));
    JsonNode done = hand.scan(label(bin));
    assertThat(done.path("outcome").asString()).isEqualTo("DONE");
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    assertThat(Counter.results(clerk, count, "")).isEmpty();
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
  }

  @Test
  void anEmptyBinThatTheBookThinksIsFullIsConfirmedInTwoScansButADoubleReadAsks() {
    sixLines();
    goods.opening(shackle, null, null, "KQ." + other, "3");
    long count = sweep(bin, other);
    hand.choose(count);
    JsonNode standing = hand.scan(label(bin));
    assertThat(standing.path("counting").path("notFound").size())
        .as("what would be zero is on show")
        .isEqualTo(6);
    assertThat(hand.scan(label(bin)).path("outcome").asString())
        .as("the same label twice may be a slip of the scanner")
        .isEqualTo("ASKS");
    hand.act("UNDO");
    assertThat(hand.scan("RA.CONFIRM").path("outcome").asString()).isEqualTo("DONE");
    hand.scan(label(other), "RA.CONFIRM");
    acceptAndPost(count);
    assertThat(goods.onHand(shackleId, "")).isEqualTo("0");
  }

  @Test
  void aBinWhereSomethingWasNamedIsNotEmptyByOneWord() {
    sixLines();
    hand.choose(sweep(bin));
    hand.scan(label(bin), "RI." + shackle);
    assertThat(hand.confirm().path("outcome").asString()).isEqualTo("ASKS");
  }

  @Test
  void whoCountsBlindFindsNoBookFigureOfIt() {
    goods.opening(shackle, null, null, "KQ." + bin, "40");
    goods.opening(shackle, null, null, "KQ." + other, "7");
    Client eyes = HOUSE.hire("EYES" + made, Role.FLOOR_HAND, quay);
    String in = "/api/on-hand?group=POSITION&place=" + goods.bin(quay, bin);
    String all = "/api/on-hand?group=ITEM&item=" + shackleId;
    String ledger = "/api/ledger?place=" + goods.bin(quay, bin);
    assertThat(eyes.get(in).ok().path("total").asInt()).isEqualTo(1);
    long count = sweep(bin);
    for (String path : List.of(in, ledger)) {
      assertThat(eyes.get(path).ok().path("total").asInt()).as(path).isZero();
      assertThat(clerk.get(path).ok().path("total").asInt()).as(path).isEqualTo(1);
    }
    // Nor can it be worked out from the sum of the item.
    assertThat(eyes.get(all).ok().path("rows").get(0).path("onHand").asString()).isEqualTo("7");
    String course = "/api/items/" + shackleId + "/course?days=1&site=" + quay;
    JsonNode today = eyes.get(course).ok().path("days").get(0);
    assertThat(today.path("onHand").asInt()).isEqualTo(7);
    assertThat(today.path("received").asInt()).isEqualTo(7);
    assertThat(clerk.get(course).ok().path("days").get(0).path("onHand").asInt()).isEqualTo(47);
    for (String look : List.of("find?site=" + quay + "&q=", "by-site?q=")) {
      List<String> told = new ArrayList<>();
      for (JsonNode found : eyes.get("/api/on-hand/" + look + shackle).ok().path("rows")) {
        if (found.path("itemId").asLong() == shackleId) {
          told.add(found.path("onHand").asString());
        }
      }
      assertThat(told).as(look).containsExactly("7");
    }
    JsonNode hit = eyes.get("/api/ask?q=" + shackle).ok().get(0);
    assertThat(hit.path("onHand").asString()).isEqualTo("7");
    assertThat(
            eyes.get("/api/export/on-hand?format=CSV&columns=place,onHand&group=POSITION").text())
        .contains(other)
        .doesNotContain(bin);
    // A clerk to whom the slip is handed does not see it either, until it is handed in.
    Client one = HOUSE.hire("BLIND" + made, Role.CLERK);
    long person = one.get("/api/session").ok().path("id").asLong();
    long slip =
        clerk.get("/api/counts/" + count + "/slips").ok().path("rows").get(0).path("id").asLong();
    clerk
        .post("/api/counts/" + count + "/hands", Map.of("slips", List.of(slip), "person", person))
        .ok();
    assertThat(one.get(in).ok().path("total").asInt()).isZero();
    assertThat(eyes.get(in).ok().path("total").asInt()).isEqualTo(1);
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "Seen enough")).ok();
    assertThat(one.get(in).ok().path("total").asInt()).isEqualTo(1);
  }

  @Test
  void aSpotCountLeavesTheRestAlone() {
    sixLines();
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + flare, "2", "K1");
    assertThat(hand.scan(label(bin)).path("outcome").asString()).isEqualTo("DONE");
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    acceptAndPost(count);
    assertThat(goods.onHand(flareId, "")).isEqualTo("6");
    assertThat(held(shackleId, bin)).isEqualTo("40");
  }

  @Test
  void scanningAgainAddsATypedFigureReplacesAndAWordCanBeTakenBack() {
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + shackle, "3");
    assertThat(quantity(hand.scan("2 boxes"))).isEqualTo("20");
    assertThat(quantity(hand.act("UNDO"))).isEqualTo("3");
    JsonNode gone = hand.act("UNDO");
    assertThat(gone.path("counting").path("lines").size()).isZero();
    assertThat(hand.act("UNDO").path("refusal").path("type").asString())
        .isEqualTo("nothing-to-undo");
  }

  /** What is counted first, as the list and the sentence say it. */
  private static String quantity(JsonNode view) {
    String listed = view.path("counting").path("lines").get(0).path("quantity").asString();
    if (!view.path("item").path("id").isNull()) {
      assertThat(view.path("quantity").path("value").asString()).isEqualTo(listed);
    }
    return listed;
  }

  @Test
  void aLineIsCorrectedOrTakenAwayByWhoeverCountedIt() {
    hand.begin("SPOT");
    JsonNode view = hand.scan(label(bin), "RI." + shackle, "3");
    long line = view.path("counting").path("lines").get(0).path("id").asLong();
    assertThat(mate.correct(line, "9").problem()).isEqualTo("not-yours");
    assertThat(quantity(hand.correct(line, "9").ok())).isEqualTo("9");
    assertThat(hand.correct(line, "-1").status()).isEqualTo(400);
    assertThat(hand.correct(line, "1.5").status()).isEqualTo(400);
    assertThat(hand.correct(line, null).ok().path("counting").path("lines").size()).isZero();
  }

  @Test
  void twoPeopleInOneBinAddUpAndTheLastHandsIn() {
    sixLines();
    long count = sweep(bin);
    hand.choose(count);
    mate.choose(count);
    hand.scan(label(bin), "RI." + shackle, "15");
    JsonNode seen = mate.scan(label(bin));
    assertThat(seen.path("counting").path("lines").get(0).path("person").asString())
        .isEqualTo("Person HAND");
    assertThat(seen.path("counting").path("others").get(0).asString()).isEqualTo("Person HAND");
    mate.scan("RI." + shackle, "24", "B" + made + "-1", "B" + made + "-3");
    assertThat(mate.tryScan("B" + made + "-1").ok().path("refusal").path("type").asString())
        .isEqualTo("code-twice");
    assertThat(hand.tryScan("B" + made + "-1").ok().path("refusal").path("type").asString())
        .as("nor by the other one")
        .isEqualTo("code-twice");
    JsonNode left = hand.confirm();
    assertThat(Told.done(left)).startsWith("left").contains("others=Person MATE");
    assertThat(Counter.state(clerk, count)).isEqualTo("COUNTING");
    assertThat(mate.confirm().path("outcome").asString()).isEqualTo("ASKS");
    mate.confirm();
    JsonNode shackles = Counter.results(clerk, count, "q=" + shackle).get(0);
    assertThat(shackles.path("counted").asString()).isEqualTo("39");
    assertThat(shackles.path("people").asString()).isEqualTo("Person HAND, Person MATE");
  }

  @Test
  void foundGoodsAreAddedWithLotsAndPiecesThatNobodyKnew() {
    Map<String, Object> label = Goods.itemEntry("GTN-" + made, "Rocket " + made, "LOT");
    String gtin = "0210004100%03d".formatted(made);
    String digits = gtin + checkDigit(gtin);
    label.put("barcodes", List.of(digits));
    goods.item(label);
    hand.begin("SPOT");
    hand.scan(label(bin));
    JsonNode view = hand.scan("(01)" + digits + "(17)301231(10)R77(30)6");
    JsonNode line = view.path("counting").path("lines").get(0);
    assertThat(line.path("lot").asString()).isEqualTo("R77");
    assertThat(line.path("expiry").asString()).isEqualTo("2030-12-31");
    assertThat(line.path("quantity").asString()).isEqualTo("6");
    JsonNode piece = hand.scan("RI." + beacon, "NEW-" + made);
    assertThat(piece.path("counting").path("lines").get(0).path("serial").asString())
        .isEqualTo("NEW-" + made);
    hand.confirm();
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    acceptAndPost(count);
    JsonNode rows = clerk.get("/api/on-hand?group=POSITION&q=NEW-" + made).ok().path("rows");
    assertThat(rows.get(0).path("place").asString()).isEqualTo(bin);
  }

  private static int checkDigit(String digits) {
    int sum = 0;
    for (int i = 0; i < digits.length(); i++) {
      int digit = digits.charAt(digits.length() - 1 - i) - '0';
      sum += i % 2 == 0 ? 3 * digit : digit;
    }
    return (10 - sum % 10) % 10;
  }

  @Test
  void aPieceThatIsFoundElsewhereIsMovedAndNotGained() {
    sixLines();
    hand.begin("SPOT");
    hand.scan(label(other), "B" + made + "-1");
    hand.confirm();
    long count = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    acceptAndPost(count);
    JsonNode row =
        clerk.get("/api/on-hand?group=POSITION&q=B" + made + "-1").ok().path("rows").get(0);
    assertThat(row.path("place").asString()).isEqualTo(other);
    JsonNode line =
        clerk
            .get("/api/ledger?kind=COUNT&serial=" + row.path("serialId").asLong())
            .ok()
            .path("rows")
            .get(0);
    assertThat(line.path("from").asString()).isEqualTo(bin);
  }

  @Test
  void goodsAreCountedOntoAPalletWhichThenCountsByItsLabel() {
    String sscc = clerk.post("/api/unit-loads", Map.of()).ok().path("code").asString();
    hand.begin("SPOT");
    hand.scan(label(bin), "(00)" + sscc, "RI." + shackle, "12");
    hand.confirm();
    long first = hand.stands().path("counting").path("count").path("id").asLong();
    hand.finish();
    acceptAndPost(first);
    assertThat(held(shackleId, bin)).isEqualTo("12");
    long second = sweep(bin);
    hand.choose(second);
    JsonNode view = hand.scan(label(bin), "(00)" + sscc);
    assertThat(view.path("counting").path("lines").get(0).path("load").asString()).isEqualTo(sscc);
    assertThat(quantity(view)).isEqualTo("12");
    assertThat(hand.confirm().path("outcome").asString())
        .as("nothing is missing")
        .isEqualTo("DONE");
  }

  @Test
  void slipsAreHandedToPeopleAndOthersAreToldWhose() {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("places", List.of(goods.bin(quay, bin), goods.bin(quay, other)));
    Map<String, Object> entry = Counter.entry(scope, "SWEEP", "BIN");
    long me = person("HAND");
    long they = person("MATE");
    entry.put("people", List.of(me, they));
    long count = Counter.drawUp(clerk, entry);
    hand.choose(count);
    mate.choose(count);
    Client.Answer refused = hand.tryScan(label(other));
    assertThat(refused.problem()).isEqualTo("handed-to-another");
    assertThat(refused.detail()).contains("Person MATE");
    assertThat(hand.stands().path("counting").path("slips").size()).isEqualTo(1);
    hand.scan(label(bin), label(bin));
    mate.scan(label(other), label(other));
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
  }

  private long person(String code) {
    return clerk
        .get("/api/people/names")
        .ok()
        .valueStream()
        .filter(one -> one.path("name").asString().equals("Person " + code))
        .findFirst()
        .orElseThrow()
        .path("id")
        .asLong();
  }

  @Test
  void aBinThatIsOnNoSlipIsCountedKnowingly() {
    long count = sweep(bin);
    hand.choose(count);
    Client.Answer refused = hand.tryScan(label(other));
    assertThat(refused.problem()).isEqualTo("not-on-count");
    JsonNode in = hand.enter(goods.bin(quay, other)).ok();
    assertThat(in.path("place").path("address").asString()).isEqualTo(other);
    assertThat(clerk.get("/api/counts/" + count).ok().path("slips").asInt()).isEqualTo(2);
  }

  @Test
  void whatIsHandedInIsTakenUpAgainByWhoeverCountedIt() {
    sixLines();
    long count = sweep(bin, other);
    hand.choose(count);
    hand.scan(label(bin), "RI." + shackle, "39");
    hand.confirm();
    hand.confirm();
    assertThat(mate.choose(count).path("counting").path("count").path("done").asInt()).isEqualTo(1);
    assertThat(mate.tryScan(label(bin)).problem()).isEqualTo("counted-already");
    JsonNode again = hand.scan(label(bin));
    assertThat(again.path("counting").path("lines").size())
        .as("what was stated by leaving is open again")
        .isEqualTo(1);
  }

  @Test
  void anItemIsCountedWhereverItLies() {
    goods.opening(shackle, null, null, "KQ." + bin, "10");
    goods.opening(shackle, null, null, "KQ." + other, "5");
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("items", List.of(shackle));
    long count = Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "ITEM"));
    long slip = hand.choose(count).path("counting").path("slips").get(0).path("id").asLong();
    hand.take(slip).ok();
    hand.scan(label(bin), "RI." + shackle, "9");
    JsonNode asks = hand.confirm();
    assertThat(asks.path("counting").path("notFound").get(0).path("place").asString())
        .isEqualTo(other);
    hand.confirm();
    acceptAndPost(count);
    assertThat(goods.onHand(shackleId, "")).isEqualTo("9");
  }

  @Test
  void whatTheBookSaysIsHiddenInABlindCountAndShownInAnOpenOne() {
    sixLines();
    hand.begin("SPOT");
    JsonNode blind = hand.scan(label(bin), "RI." + shackle);
    assertThat(blind.path("item").path("available").isNull()).isTrue();
    hand.choose(0);
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("places", List.of(goods.bin(quay, bin)));
    Map<String, Object> entry = Counter.entry(scope, "SWEEP", "BIN");
    entry.put("blind", false);
    hand.choose(Counter.drawUp(clerk, entry));
    JsonNode open = hand.scan(label(bin), "RI." + shackle);
    assertThat(open.path("item").path("available").asString()).isEqualTo("40");
    assertThat(open.path("counting").path("notFound").size()).isEqualTo(6);
    assertThat(
            open.path("counting")
                .path("notFound")
                .valueStream()
                .map(one -> one.path("quantity").asString()))
        .contains("40");
  }

  @Test
  void scansThatFitNowhereSayWhatWasExpected() {
    hand.begin("SPOT");
    assertThat(refusal("RI." + shackle)).isEqualTo("bin-first");
    hand.scan(label(bin));
    assertThat(refusal("4")).isEqualTo("item-first");
    assertThat(refusal("NO-SUCH-THING")).contains("wanted=ITEM,PLACE");
    hand.scan("RI." + flare, "4");
    assertThat(refusal(label(other))).startsWith("lot-first");
    assertThat(hand.confirm().path("refusal").path("type").asString()).isEqualTo("lot-first");
  }

  private String refusal(String text) {
    return Told.refusal(hand.tryScan(text).ok());
  }

  @Test
  void theCountIsChosenByItsDocumentAndGoesOnOnAnotherDevice() {
    sixLines();
    long count = sweep(bin);
    String number = clerk.get("/api/counts/" + count).ok().path("number").asString();
    JsonNode found =
        handClient.post("/api/floor/scan", Map.of("site", quay, "text", "RD." + number)).ok();
    assertThat(found.path("hits").get(0).path("kind").asString()).isEqualTo("COUNT");
    hand.scan("RD." + number, label(bin), "RI." + shackle);
    Client device = HOUSE.nobody().signIn("HAND", RunningHouse.PASSWORD);
    Counter elsewhere = new Counter(device, quay);
    assertThat(elsewhere.stands().path("item").path("code").asString()).isEqualTo(shackle);
    assertThat(
            elsewhere.scan("38").path("counting").path("lines").get(0).path("quantity").asString())
        .isEqualTo("38");
  }

  @Test
  void aSiteWithoutBinsHasNoBinToScan() {
    long shop =
        clerk
            .post(
                "/api/sites",
                Map.of(
                    "code",
                    "SH" + made,
                    "name",
                    "Shop " + made,
                    "timeZone",
                    "Europe/London",
                    "binned",
                    false,
                    "street",
                    "",
                    "town",
                    ""))
            .ok()
            .path("id")
            .asLong();
    Client keeper = HOUSE.hire("KEEP" + made, Role.FLOOR_HAND, shop);
    Counter counter = new Counter(keeper, shop);
    JsonNode begun = counter.begin("SPOT");
    assertThat(begun.path("wanted").get(0).asString()).isEqualTo("ITEM");
    assertThat(counter.scan("RI." + shackle, "7").path("counting").path("lines").size())
        .isEqualTo(1);
  }

  @Test
  void floorHandsCountButDoNotReview() {
    long count = sweep(bin);
    assertThat(handClient.post("/api/counts/" + count + "/review", Map.of()).status())
        .isEqualTo(403);
    assertThat(
            handClient
                .post("/api/counts", Counter.entry(Counter.scope(quay), "SWEEP", "BIN"))
                .status())
        .isEqualTo(403);
    for (String figures : List.of("/results", "/chart", "/outcome", "/papers/DISCREPANCIES")) {
      assertThat(handClient.get("/api/counts/" + count + figures).status())
          .as("blind: " + figures)
          .isEqualTo(403);
    }
    Client stranger = HOUSE.hire("STR" + made, Role.CLERK, goods.site("S" + made));
    assertThat(stranger.get("/api/counts/" + count).status()).isEqualTo(403);
  }

  @Test
  void aRepeatedScanCountsOnce() {
    hand.begin("SPOT");
    hand.scan(label(bin), "RI." + shackle, "3");
    java.util.UUID id = java.util.UUID.randomUUID();
    Map<String, Object> scan = Map.of("site", quay, "text", "5");
    JsonNode first = handClient.post("/api/floor/COUNT/scan", scan, id).ok();
    JsonNode again = handClient.post("/api/floor/COUNT/scan", scan, id).ok();
    assertThat(again).isEqualTo(first);
    Map<String, Object> later = new HashMap<>(scan);
    later.put("text", "6");
    assertThat(handClient.post("/api/floor/COUNT/scan", later, id).status()).isEqualTo(409);
  }

  @Test
  void aCountIsOfASite() {
    Map<String, Object> entry = Counter.entry(new HashMap<>(), "SPOT", "BIN");
    for (String path : List.of("/api/counts", "/api/counts/preview")) {
      Client.Answer answer = clerk.post(path, entry);
      assertThat(answer.problem()).isEqualTo("invalid");
      assertThat(answer.body().path("field").asString()).isEqualTo("scope.site");
    }
  }
}
