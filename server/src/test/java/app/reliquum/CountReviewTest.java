package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Drawing up, reviewing and posting counts, through the door of the application. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountReviewTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client clerk;
  private Counter hand;
  private Counter mate;
  private Counter third;
  private Goods goods;
  private long quay;
  private int made;
  private String shackle;
  private String flare;
  private long shackleId;
  private long flareId;
  private String first;
  private String second;
  private String last;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    goods.rack(quay, "C", "STORE", "C-[01..40]-[A..C]");
    hand = new Counter(HOUSE.hire("HAND", Role.FLOOR_HAND, quay), quay);
    mate = new Counter(HOUSE.hire("MATE", Role.FLOOR_HAND, quay), quay);
    third = new Counter(HOUSE.hire("THIRD", Role.FLOOR_HAND, quay), quay);
  }

  @BeforeEach
  void stock() {
    made++;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    first = "C-%02d-A".formatted(made);
    second = "C-%02d-B".formatted(made);
    last = "C-%02d-C".formatted(made);
    shackleId = goods.item(shackle, "Shackle " + made, "NONE");
    flareId = goods.item(flare, "Flare " + made, "LOT");
    controller.put("/api/items/" + shackleId + "/cost", Map.of("cost", "2")).ok();
    controller.put("/api/items/" + flareId + "/cost", Map.of("cost", "10")).ok();
    goods.opening(shackle, null, null, "KQ." + first, "100");
    goods.opening(flare, "K1", null, "KQ." + second, "6");
    goods.opening(shackle, null, null, "KQ." + last, "7");
    for (Counter counter : List.of(hand, mate, third)) {
      counter.choose(0);
    }
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private Map<String, Object> mine() {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put(
        "places",
        Arrays.asList(goods.bin(quay, first), goods.bin(quay, second), goods.bin(quay, last)));
    return scope;
  }

  private long drawUp(String method) {
    return Counter.drawUp(clerk, Counter.entry(mine(), method, "BIN"));
  }

  private void count(Counter who, long count, String bin, String item, String... rest) {
    who.choose(count);
    who.scan("RB.KQ." + bin, "RI." + item);
    who.scan(rest);
    JsonNode left = who.confirm();
    if (left.path("outcome").asString().equals("ASKS")) {
      who.confirm();
    }
  }

  private long result(long count, String bin) {
    return Counter.results(clerk, count, "q=" + bin).get(0).path("id").asLong();
  }

  private String held(long item, String bin) {
    return goods.onHand(item, "&place=" + goods.bin(quay, bin));
  }

  @Test
  void aPreviewSaysHowManySlipsAndHowMuchValue() {
    JsonNode preview =
        clerk.post("/api/counts/preview", Counter.entry(mine(), "SWEEP", "BIN")).ok();
    assertThat(preview.path("slips").asInt()).isEqualTo(3);
    assertThat(preview.path("positions").asInt()).isEqualTo(3);
    assertThat(preview.path("value").asDouble()).isEqualTo(274.0);
    assertThat(preview.path("first").get(0).asString()).isEqualTo(first);
    JsonNode items = clerk.post("/api/counts/preview", Counter.entry(mine(), "SWEEP", "ITEM")).ok();
    assertThat(items.path("slips").asInt()).isEqualTo(2);
  }

  @Test
  void theAskLineFindsACountByItsNumber() {
    long count = drawUp("SPOT");
    JsonNode hit = clerk.get("/api/ask?q=" + number(count)).ok().get(0);
    assertThat(hit.path("kind").asString()).isEqualTo("COUNT");
    assertThat(hit.path("id").asLong()).isEqualTo(count);
  }

  @Test
  void aScopeIsNarrowedByWhatIsAsked() {
    Map<String, Object> dear = mine();
    dear.put("minValue", "50");
    assertThat(slips(dear)).isEqualTo(2);
    Map<String, Object> flares = mine();
    flares.put("items", List.of(flare));
    assertThat(slips(flares)).isEqualTo(1);
    Map<String, Object> stretch = Counter.scope(quay);
    stretch.put("binsFrom", first);
    stretch.put("binsTo", second);
    assertThat(slips(stretch)).isEqualTo(2);
    Map<String, Object> wrong = mine();
    wrong.put("items", List.of("NO-SUCH"));
    assertThat(clerk.post("/api/counts/preview", Counter.entry(wrong, "SWEEP", "BIN")).status())
        .isEqualTo(404);
    Map<String, Object> nothing = mine();
    nothing.put("minValue", "100000");
    Client.Answer empty = clerk.post("/api/counts", Counter.entry(nothing, "SWEEP", "BIN"));
    assertThat(empty.problem()).isEqualTo("nothing-to-count");
  }

  private int slips(Map<String, Object> scope) {
    return clerk
        .post("/api/counts/preview", Counter.entry(scope, "SWEEP", "BIN"))
        .ok()
        .path("slips")
        .asInt();
  }

  @Test
  void whatWasCountedLatelyAndWhatWasWrongCanBeAskedFor() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "98");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    Counter.decide(clerk, count, "ACCEPT");
    Counter.post(clerk, count).ok();
    Map<String, Object> stale = mine();
    stale.put("notCountedDays", 30);
    assertThat(slips(stale)).isZero();
    Map<String, Object> wrong = mine();
    wrong.put("hadDifferences", true);
    assertThat(slips(wrong)).isEqualTo(1);
  }

  @Test
  void variancesAreSortedByValueAndFiltered() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "97");
    count(hand, count, second, flare, "5", "K1");
    count(hand, count, last, shackle, "7");
    List<JsonNode> all = Counter.results(clerk, count, "");
    assertThat(all)
        .extracting(row -> row.path("place").asString())
        .containsExactly(second, first, last);
    assertThat(Counter.results(clerk, count, "show=WRONG&minValue=7")).hasSize(1);
    assertThat(Counter.results(clerk, count, "show=WRONG&minPercent=10")).hasSize(1);
    assertThat(Counter.results(clerk, count, "show=WRONG&minQuantity=2")).hasSize(1);
    assertThat(
            Counter.results(clerk, count, "sort=PLACE&descending=false")
                .get(0)
                .path("place")
                .asString())
        .isEqualTo(first);
    JsonNode chart = clerk.get("/api/counts/" + count + "/chart").ok();
    assertThat(chart.path("bars").size()).isEqualTo(2);
    assertThat(chart.path("bars").get(1).path("cumulative").asDouble()).isEqualTo(16.0);
    JsonNode row = clerk.get("/api/counts?q=" + number(count)).ok().path("rows").get(0);
    assertThat(row.path("wrong").asInt()).isEqualTo(2);
    assertThat(row.path("gross").asDouble()).isEqualTo(16.0);
  }

  private String number(long count) {
    return clerk.get("/api/counts/" + count).ok().path("number").asString();
  }

  @Test
  void whatPostingWillDoIsToldBeforeAndNothingIsPostedUndecided() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "97");
    count(hand, count, second, flare, "8", "K1");
    count(hand, count, last, shackle, "7");
    assertThat(Counter.post(clerk, count).problem()).isEqualTo("undecided");
    Counter.decide(clerk, count, "ACCEPT", result(count, first));
    Counter.decide(clerk, count, "LEAVE", result(count, second));
    JsonNode outcome = Counter.outcome(clerk, count);
    assertThat(outcome.path("lines").asInt()).isEqualTo(1);
    assertThat(outcome.path("net").asDouble()).isEqualTo(-6.0);
    assertThat(outcome.path("undecided").asInt()).isZero();
    Map<String, Object> stale = new HashMap<>(Counter.seen(outcome));
    stale.put("lines", 2);
    assertThat(clerk.post("/api/counts/" + count + "/posting", stale).problem())
        .isEqualTo("changed-meanwhile");
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
    assertThat(held(shackleId, first)).isEqualTo("97");
    assertThat(held(flareId, second)).as("left as it is").isEqualTo("6");
    assertThat(Counter.post(clerk, count).problem()).isEqualTo("posted-already");
    assertThat(clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).problem())
        .isEqualTo("count-ended");
  }

  @Test
  void withinToleranceLinesAreAcceptedByRule() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "99");
    count(hand, count, second, flare, "5", "K1");
    count(hand, count, last, shackle, "7");
    Map<String, Object> tolerance = Map.of("percent", "2", "value", "5");
    JsonNode many = clerk.post("/api/counts/" + count + "/tolerance", tolerance).ok();
    assertThat(many.path("many").asInt()).isEqualTo(1);
    assertThat(Counter.results(clerk, count, "show=DECIDED").get(0).path("byRule").asBoolean())
        .isTrue();
    assertThat(clerk.post("/api/counts/" + count + "/tolerance", Map.of()).status()).isEqualTo(400);
  }

  @Test
  void aRecountIsBlindAndBySomeoneElseAndTwoWhoAgreeSettleIt() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "90");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    Counter.decide(clerk, count, "RECOUNT", result(count, first));
    assertThat(Counter.state(clerk, count)).isEqualTo("COUNTING");
    assertThat(hand.choose(count).path("counting").path("slips").size())
        .as("not by the same person")
        .isZero();
    assertThat(hand.tryScan("RB.KQ." + first).problem()).isIn("counted-already", "not-on-count");
    JsonNode blind = mate.choose(count);
    assertThat(blind.path("counting").path("slips").get(0).path("again").asBoolean()).isTrue();
    // Goods move between the two counts: what agrees is the variance.
    goods.post("TO_CUSTOMER", List.of(Goods.line(shackle, null, null, "KQ." + first, "10"))).ok();
    JsonNode in = mate.scan("RB.KQ." + first);
    assertThat(in.path("counting").path("lines").size())
        .as("the first figure is not shown")
        .isZero();
    mate.scan("RI." + shackle, "80");
    mate.confirm();
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    JsonNode line = Counter.results(clerk, count, "q=" + first).get(0);
    assertThat(line.path("decision").asString()).isEqualTo("UNDECIDED");
    assertThat(line.path("variance").asString()).isEqualTo("-10");
    assertThat(line.path("rounds").asInt()).isEqualTo(2);
    Counter.decide(clerk, count, "ACCEPT");
    Counter.post(clerk, count).ok();
    assertThat(held(shackleId, first)).isEqualTo("80");
  }

  @Test
  void ifTheyDifferAThirdCounts() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "90");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    Counter.decide(clerk, count, "RECOUNT", result(count, first));
    count(mate, count, first, shackle, "95");
    assertThat(Counter.state(clerk, count)).isEqualTo("COUNTING");
    assertThat(mate.choose(count).path("counting").path("slips").size()).isZero();
    count(third, count, first, shackle, "90");
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    JsonNode line = Counter.results(clerk, count, "q=" + first).get(0);
    assertThat(line.path("counted").asString()).isEqualTo("90");
    assertThat(line.path("round").asInt()).isEqualTo(3);
    JsonNode trail =
        clerk.get("/api/counts/" + count + "/results/" + line.path("id").asLong() + "/trail").ok();
    assertThat(
            trail
                .valueStream()
                .filter(one -> one.path("kind").asString().equals("COUNTED"))
                .count())
        .isEqualTo(3);
  }

  @Test
  void theReviewerMayMarkAsZero() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "90");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    Counter.decide(clerk, count, "ZERO", result(count, first));
    assertThat(Counter.outcome(clerk, count).path("net").asDouble()).isEqualTo(-200.0);
    Counter.post(clerk, count).ok();
    assertThat(held(shackleId, first)).isEqualTo("0");
  }

  @Test
  void aStockTakeDecidesAboutWhatNobodyCounted() {
    long count = drawUp("STOCK_TAKE");
    count(hand, count, first, shackle, "100");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    JsonNode uncounted =
        clerk.get("/api/counts/" + count + "/slips?filter=UNCOUNTED").ok().path("rows");
    assertThat(uncounted.size()).isEqualTo(2);
    assertThat(uncounted.get(0).path("value").asDouble()).isEqualTo(60.0);
    assertThat(Counter.post(clerk, count).problem()).isEqualTo("undecided");
    long keep = uncounted.get(0).path("id").asLong();
    long zero = uncounted.get(1).path("id").asLong();
    rest(count, "KEEP", keep);
    rest(count, "BACK", zero);
    assertThat(Counter.state(clerk, count)).isEqualTo("COUNTING");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    rest(count, "ZERO", zero);
    JsonNode first = Counter.outcome(clerk, count);
    assertThat(first.path("uncounted").asInt()).isZero();
    assertThat(first.path("net").asDouble()).as("told before it is done").isEqualTo(-14.0);
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
    assertThat(held(flareId, second)).isEqualTo("6");
    assertThat(held(shackleId, last)).isEqualTo("0");
    assertThat(held(shackleId, this.first)).isEqualTo("100");
  }

  private void rest(long count, String rest, Long... slips) {
    clerk
        .post("/api/counts/" + count + "/uncounted", Map.of("rest", rest, "slips", List.of(slips)))
        .ok();
  }

  @Test
  void aboveTheLimitSomeoneElseMustAgree() {
    long count = drawUp("SWEEP");
    goods.opening(flare, "K1", null, "KQ." + second, "100");
    count(hand, count, first, shackle, "100");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    Counter.decide(controller, count, "ACCEPT");
    JsonNode outcome = Counter.outcome(controller, count);
    assertThat(outcome.path("needsApproval").asBoolean()).isTrue();
    assertThat(Counter.post(controller, count).ok().path("posted").asBoolean()).isFalse();
    assertThat(held(flareId, second)).as("nothing is posted yet").isEqualTo("106");
    String approval = "/api/counts/" + count + "/approval";
    assertThat(clerk.post(approval, Counter.seen(outcome)).status()).isEqualTo(403);
    assertThat(controller.post(approval, Counter.seen(outcome)).detail())
        .contains("proposed it yourself");
    Client other = HOUSE.hire("OTHER" + made, Role.CONTROLLER);
    assertThat(other.post(approval, Counter.seen(outcome)).ok().path("posted").asBoolean())
        .isTrue();
    assertThat(held(flareId, second)).isEqualTo("6");
  }

  @Test
  void whoeverHasCountedDoesNotAgreeToIt() {
    goods.opening(flare, "K1", null, "KQ." + second, "100");
    Counter counting = new Counter(HOUSE.hire("BOTH" + made, Role.CONTROLLER), quay);
    Client both = HOUSE.nobody().signIn("BOTH" + made, RunningHouse.PASSWORD);
    long count = drawUp("SPOT");
    count(counting, count, second, flare, "6", "K1");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    Counter.decide(clerk, count, "ACCEPT");
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isFalse();
    Client.Answer own =
        both.post(
            "/api/counts/" + count + "/approval", Counter.seen(Counter.outcome(clerk, count)));
    assertThat(own.status()).isEqualTo(403);
    assertThat(own.detail()).contains("counted in it yourself");
    assertThat(clerk.get("/api/counts/numbers").ok().path("proposed").asInt()).isPositive();
    // Whatever is decided anew is to be proposed anew.
    Counter.decide(clerk, count, "LEAVE", result(count, second));
    assertThat(clerk.get("/api/counts/" + count).ok().path("proposedBy").isNull()).isTrue();
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
    assertThat(held(flareId, second)).isEqualTo("106");
  }

  @Test
  void afterThreeWhoDifferTheReviewerDecides() {
    long count = drawUp("SPOT");
    count(hand, count, first, shackle, "90");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    Counter.decide(clerk, count, "RECOUNT", result(count, first));
    count(mate, count, first, shackle, "91");
    count(third, count, first, shackle, "92");
    clerk.post("/api/counts/" + count + "/review", Map.of());
    JsonNode line = Counter.results(clerk, count, "q=" + first).get(0);
    assertThat(line.path("decision").asString()).isEqualTo("RECOUNT");
    assertThat(line.path("counted").asString()).as("the latest is shown").isEqualTo("92");
    assertThat(Counter.post(clerk, count).problem()).isEqualTo("undecided");
    Counter.decide(clerk, count, "ACCEPT", line.path("id").asLong());
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
    assertThat(held(shackleId, first)).isEqualTo("92");
  }

  @Test
  void anItemThatNobodyCountedIsSetToZeroWhereverItLies() {
    Map<String, Object> scope = mine();
    scope.put("items", List.of(shackle));
    long count = Counter.drawUp(clerk, Counter.entry(scope, "STOCK_TAKE", "ITEM"));
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    Map<String, Object> all = new HashMap<>();
    all.put("rest", "ZERO");
    assertThat(clerk.post("/api/counts/" + count + "/uncounted", all).ok().path("many").asInt())
        .isEqualTo(1);
    assertThat(Counter.outcome(clerk, count).path("down").asInt()).isEqualTo(2);
    assertThat(Counter.post(clerk, count).ok().path("posted").asBoolean()).isTrue();
    assertThat(goods.onHand(shackleId, "")).isEqualTo("0");
    assertThat(goods.onHand(flareId, "")).isEqualTo("6");
  }

  @Test
  void aReviewMayGoBackToCountingAndASlipToSomeoneElse() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "100");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    assertThat(hand.tryScan("RB.KQ." + second).problem()).isIn("", "not-counting");
    clerk.post("/api/counts/" + count + "/counting", Map.of()).ok();
    JsonNode slip =
        clerk.get("/api/counts/" + count + "/slips?filter=UNCOUNTED").ok().path("rows").get(0);
    long mateId =
        clerk
            .get("/api/people/names")
            .ok()
            .valueStream()
            .filter(one -> one.path("name").asString().equals("Person MATE"))
            .findFirst()
            .orElseThrow()
            .path("id")
            .asLong();
    clerk
        .post(
            "/api/counts/" + count + "/hands",
            Map.of("slips", List.of(slip.path("id").asLong()), "person", mateId))
        .ok();
    hand.choose(count);
    assertThat(hand.tryScan("RB.KQ." + second).problem()).isEqualTo("handed-to-another");
    count(mate, count, second, flare, "6", "K1");
    assertThat(clerk.get("/api/counts/" + count).ok().path("done").asInt()).isEqualTo(2);
  }

  @Test
  void aCountThatWasTakenBackIsShownSoAndOneThatIsDroppedChangesNothing() {
    long count = drawUp("SWEEP");
    count(hand, count, first, shackle, "90");
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "Wrong aisle")).ok();
    assertThat(Counter.state(clerk, count)).isEqualTo("CANCELLED");
    assertThat(held(shackleId, first)).isEqualTo("100");
    assertThat(hand.stands().path("counting").path("count").isNull())
        .as("the floor has left it")
        .isTrue();
    long again = drawUp("SPOT");
    count(hand, again, first, shackle, "90");
    clerk.post("/api/counts/" + again + "/review", Map.of()).ok();
    Counter.decide(clerk, again, "ACCEPT");
    Counter.post(clerk, again).ok();
    long posting = clerk.get("/api/counts/" + again).ok().path("posting").asLong();
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "Miscounted")).ok();
    assertThat(held(shackleId, first)).isEqualTo("100");
    JsonNode events = clerk.get("/api/counts/" + again).ok().path("changes");
    assertThat(events.get(events.size() - 1).path("what").asString()).isEqualTo("TAKEN_BACK");
  }

  @Test
  void twoCountsOfOnePositionPutItRightOnce() {
    long one = drawUp("SPOT");
    long two = drawUp("SPOT");
    count(hand, one, first, shackle, "90");
    count(mate, two, first, shackle, "90");
    for (long count : List.of(two, one)) {
      clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
      Counter.decide(clerk, count, "ACCEPT");
      Counter.post(clerk, count).ok();
    }
    assertThat(held(shackleId, first)).isEqualTo("90");
    assertThat(Counter.results(clerk, one, "").get(0).path("posted").asString()).isEqualTo("0");
  }

  @Test
  void goodsThatLeftSinceAreNotPostedBelowZero() {
    long count = drawUp("SPOT");
    count(hand, count, first, shackle, "1");
    goods.post("TO_CUSTOMER", List.of(Goods.line(shackle, null, null, "KQ." + first, "100"))).ok();
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    Counter.decide(clerk, count, "ACCEPT");
    assertThat(Counter.outcome(clerk, count).path("few").size()).isEqualTo(1);
    Client.Answer answer = Counter.post(clerk, count);
    assertThat(answer.problem()).isEqualTo("goods-left");
    assertThat(answer.detail()).contains("Shackle " + made);
  }

  @Test
  void aSuspicionIsAReasonToCount() {
    long bin = goods.bin(quay, first);
    controller
        .post(
            "/api/counts/suspicions", Map.of("place", bin, "empty", true, "note", "Nothing there"))
        .ok();
    controller.post("/api/counts/suspicions", Map.of("place", bin, "empty", false)).ok();
    JsonNode open = clerk.get("/api/counts/suspicions?site=" + quay).ok();
    assertThat(open.size()).as("said twice, it is one").isEqualTo(1);
    assertThat(open.get(0).path("note").asString()).isEqualTo("Nothing there");
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("suspected", true);
    long count = Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
    assertThat(clerk.get("/api/counts/suspicions").ok().size()).isZero();
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).ok();
    assertThat(clerk.get("/api/counts/suspicions").ok().size()).as("it is open again").isEqualTo(1);
    Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
  }

  @Test
  void countSheetsAndDiscrepanciesArePrintedAndExported() throws Exception {
    long count = drawUp("SWEEP");
    String papers = "/api/counts/" + count + "/papers/";
    String blind = text(papers + "SHEETS");
    assertThat(blind).contains("Count sheets", number(count), first, "Shackle " + made, "K1");
    assertThat(blind).doesNotContain("100 pc");
    assertThat(text(papers + "SHEETS_WITH_BOOK")).contains("100");
    count(hand, count, first, shackle, "97");
    count(hand, count, second, flare, "6", "K1");
    count(hand, count, last, shackle, "7");
    assertThat(text(papers + "DISCREPANCIES"))
        .contains("Variance report", "-3 pc", "-6.00", "Person HAND");
    byte[] csv = clerk.bytes("/api/export/counts/" + count + "?format=CSV&show=WRONG").body();
    assertThat(new String(csv, StandardCharsets.UTF_8)).contains(first, shackle, "97", "-3");
    byte[] xlsx = clerk.bytes("/api/export/counts/" + count + "?format=XLSX").body();
    try (var book =
        new org.apache.poi.xssf.usermodel.XSSFWorkbook(new java.io.ByteArrayInputStream(xlsx))) {
      assertThat(book.getSheetAt(0).getLastRowNum()).isEqualTo(3);
    }
  }

  private String text(String path) throws Exception {
    try (PDDocument paper = Loader.loadPDF(clerk.bytes(path).body())) {
      return new PDFTextStripper().getText(paper);
    }
  }

  @Test
  void theProgrammeSaysWhatIsDueAndHowRightTheBookWas() {
    goods.post("TO_CUSTOMER", List.of(Goods.line(shackle, null, null, "KQ." + first, "50"))).ok();
    controller.post("/api/count-programme/classes?site=" + quay, Map.of()).ok();
    JsonNode plan = clerk.get("/api/count-programme?site=" + quay).ok();
    assertThat(plan.path("classes").size()).isEqualTo(3);
    assertThat(plan.path("calendar").size()).isEqualTo(30);
    int due = plan.path("dueInAll").asInt();
    assertThat(due).isPositive();
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("items", List.of(shackle));
    long count = Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
    count(hand, count, first, shackle, "49");
    count(hand, count, last, shackle, "7");
    Counter.decide(clerk, count, "ACCEPT");
    Counter.post(clerk, count).ok();
    JsonNode after = clerk.get("/api/count-programme?site=" + quay).ok();
    assertThat(after.path("dueInAll").asInt()).isEqualTo(due - 1);
    for (String by : List.of("MONTH", "SITE", "AREA", "CLASS", "PERSON")) {
      JsonNode told = clerk.get("/api/count-programme/accuracy?by=" + by).ok();
      assertThat(told.valueStream().map(one -> one.path("label").asString()))
          .as(by)
          .doesNotHaveDuplicates();
      assertThat(told.valueStream().mapToInt(one -> one.path("counted").asInt()).sum())
          .as(by)
          .isGreaterThanOrEqualTo(2);
    }
  }

  @Test
  void rulesAreChangedByControllersOnly() {
    JsonNode rules = controller.get("/api/count-programme/rules").ok();
    Map<String, Object> changed = new HashMap<>();
    rules.propertyStream().forEach(one -> changed.put(one.getKey(), one.getValue()));
    changed.put("aDays", 14);
    assertThat(clerk.put("/api/count-programme/rules", changed).status()).isEqualTo(403);
    assertThat(controller.put("/api/count-programme/rules", changed).ok().path("aDays").asInt())
        .isEqualTo(14);
    assertThat(controller.put("/api/count-programme/rules", changed).problem())
        .isEqualTo("changed-meanwhile");
    changed.put("version", rules.path("version").asInt() + 1);
    changed.put("aPercent", 99);
    assertThat(controller.put("/api/count-programme/rules", changed).status()).isEqualTo(400);
  }
}
