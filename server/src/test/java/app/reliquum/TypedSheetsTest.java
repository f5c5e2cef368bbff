package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
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

/** Count sheets that were filled in on paper, and are typed. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TypedSheetsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client handClient;
  private long handId;
  private Goods goods;
  private long quay;
  private int made;
  private String shackle;
  private String flare;
  private String bin;
  private String other;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "C", "STORE", "C-[01..30]-[A..B]");
    handClient = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    handId =
        clerk
            .get("/api/people/names")
            .ok()
            .valueStream()
            .filter(one -> one.path("name").asString().equals("Person HAND"))
            .findFirst()
            .orElseThrow()
            .path("id")
            .asLong();
  }

  @BeforeEach
  void stock() {
    made++;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    bin = "C-%02d-A".formatted(made);
    other = "C-%02d-B".formatted(made);
    goods.item(shackle, "Shackle " + made, "NONE");
    goods.item(flare, "Flare " + made, "LOT");
    goods.opening(shackle, null, null, "KQ." + bin, "40");
    goods.opening(flare, "K1", null, "KQ." + bin, "6");
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private long count(boolean twice, String... bins) {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("places", java.util.Arrays.stream(bins).map(b -> goods.bin(quay, b)).toList());
    Map<String, Object> entry = Counter.entry(scope, "SWEEP", "BIN");
    entry.put("typedTwice", twice);
    return Counter.drawUp(clerk, entry);
  }

  private JsonNode sheet(long count, int slip) {
    return clerk.get("/api/counts/" + count + "/sheets/" + slip).ok();
  }

  /** What is typed: a figure for each line, in their order. */
  private Map<String, Object> figures(JsonNode sheet, String... quantities) {
    List<Map<String, Object>> figures = new ArrayList<>();
    for (int i = 0; i < quantities.length; i++) {
      JsonNode line = sheet.path("lines").get(i);
      Map<String, Object> figure = new HashMap<>();
      for (String name : List.of("itemId", "placeId", "lotId", "serialId", "unitLoadId")) {
        figure.put(name, line.path(name).asLong());
      }
      figure.put("condition", line.path("condition").asString());
      figure.put("quantity", quantities[i]);
      figures.add(figure);
    }
    Map<String, Object> entry = new HashMap<>();
    entry.put("figures", figures);
    entry.put("found", List.of());
    entry.put("lookedUp", false);
    return entry;
  }

  private Client.Answer type(long count, int slip, Map<String, Object> entry) {
    return clerk.post("/api/counts/" + count + "/sheets/" + slip, entry);
  }

  private JsonNode result(long count, String item) {
    return Counter.results(clerk, count, "show=ALL").stream()
        .filter(row -> row.path("item").asString().equals(item))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aSheetIsTypedInTheOrderInWhichItIsPrintedAndCounts() {
    long count = count(false, bin);
    JsonNode sheet = sheet(count, 1);
    assertThat(sheet.path("bin").asString()).isEqualTo(bin);
    assertThat(sheet.path("lines").valueStream().map(line -> line.path("item").asString()))
        .containsExactly(flare, shackle);
    Map<String, Object> entry = figures(sheet, "5", "38");
    entry.put("countedBy", handId);
    assertThat(type(count, 1, entry).ok().path("outcome").asString()).isEqualTo("COUNTED");
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    assertThat(result(count, shackle).path("variance").asString()).isEqualTo("-2");
    assertThat(result(count, flare).path("variance").asString()).isEqualTo("-1");
    assertThat(result(count, flare).path("people").asString()).isEqualTo("Person HAND");
  }

  @Test
  void theBookIsComparedAtTheTimeThatIsWrittenOnTheSheet() {
    Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
    long count = count(false, other);
    goods.opening(shackle, null, null, "KQ." + other, "9");
    // It lay there while the sheet could be printed, and is gone since.
    clerk
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "TO_CUSTOMER",
                "lines",
                List.of(Goods.line(shackle, null, null, "KQ." + other, "9"))))
        .ok();
    JsonNode sheet = sheet(count, 1);
    assertThat(sheet.path("lines")).hasSize(1);
    Map<String, Object> entry = figures(sheet, "0");
    entry.put("countedAt", now.minus(2, ChronoUnit.HOURS).toString());
    type(count, 1, entry).ok();
    assertThat(result(count, shackle).path("variance").asString()).isEqualTo("0");
  }

  @Test
  void aFigureThatIsMissingIsAskedForAndNeverReadAsZero() {
    long count = count(false, bin);
    JsonNode fault =
        refused(type(count, 1, figures(sheet(count, 1), "6")), 400, "Nothing is typed for Shackle");
    assertThat(fault.path("field").asString()).isEqualTo("figures");
    assertThat(Counter.state(clerk, count)).isEqualTo("PREPARED");
  }

  @Test
  void whatElseIsWrittenOnTheSheetIsFoundInItsBin() {
    goods.item("CLT-" + made, "Cleat " + made, "NONE");
    long count = count(false, bin);
    Map<String, Object> entry = figures(sheet(count, 1), "6", "40");
    entry.put(
        "found",
        List.of(
            Map.of("item", "CLT-" + made, "quantity", "3"),
            Map.of("item", flare, "lot", "K9", "bin", other, "quantity", "2")));
    type(count, 1, entry).ok();
    assertThat(result(count, "CLT-" + made).path("place").asString()).isEqualTo(bin);
    assertThat(
            Counter.results(clerk, count, "show=WRONG").stream()
                .map(row -> row.path("lot").asString() + " in " + row.path("place").asString()))
        .contains("K9 in " + other);
  }

  @Test
  void whatIsFoundMustBeSomethingThatCanLieThere() {
    long count = count(false, bin);
    Map<String, Object> entry = figures(sheet(count, 1), "6", "40");
    entry.put("found", List.of(Map.of("item", flare, "quantity", "2")));
    JsonNode fault = refused(type(count, 1, entry), 400, "is kept by lot");
    assertThat(fault.path("field").asString()).isEqualTo("found[0].lot");
    entry.put("found", List.of(Map.of("item", "NEVER", "quantity", "2")));
    refused(type(count, 1, entry), 400, "'NEVER' not found");
    entry.put("found", List.of(Map.of("item", shackle, "quantity", "2")));
    refused(type(count, 1, entry), 400, "has a figure already");
    entry.put("found", List.of(Map.of("item", shackle, "bin", "NOWHERE", "quantity", "2")));
    refused(type(count, 1, entry), 400, "There is no bin 'NOWHERE'");
  }

  @Test
  void twiceTypedItCountsWhenBothAgree() {
    long count = count(true, bin, other);
    JsonNode first = type(count, 1, figures(sheet(count, 1), "6", "38")).ok();
    assertThat(first.path("outcome").asString()).isEqualTo("TYPED_ONCE");
    // All sheets are typed once before any is typed a second time.
    assertThat(first.path("next").asInt()).isEqualTo(2);
    assertThat(Counter.results(clerk, count, "show=ALL")).isEmpty();
    JsonNode again = sheet(count, 1);
    assertThat(again.path("typings")).hasSize(1);
    assertThat(again.path("lines").get(1).has("quantity")).isFalse();
    assertThat(again.path("typings").get(0).has("figures")).isFalse();
    JsonNode second = type(count, 1, figures(again, "6.0", "38")).ok();
    assertThat(second.path("outcome").asString()).isEqualTo("COUNTED");
    assertThat(result(count, shackle).path("counted").asString()).isEqualTo("38");
  }

  @Test
  void whatWasTypedOtherwiseIsLookedUpBeforeItCounts() {
    long count = count(true, bin);
    type(count, 1, figures(sheet(count, 1), "6", "38")).ok();
    Map<String, Object> second = figures(sheet(count, 1), "6", "83");
    JsonNode differs = type(count, 1, second).ok();
    assertThat(differs.path("outcome").asString()).isEqualTo("DIFFERS");
    assertThat(differs.path("differences")).hasSize(1);
    JsonNode difference = differs.path("differences").get(0);
    assertThat(difference.path("item").asString()).isEqualTo(shackle);
    assertThat(difference.path("first").asString()).isEqualTo("38");
    assertThat(difference.path("second").asString()).isEqualTo("83");
    assertThat(Counter.state(clerk, count)).isEqualTo("PREPARED");
    second.put("lookedUp", true);
    assertThat(type(count, 1, second).ok().path("outcome").asString()).isEqualTo("COUNTED");
    assertThat(result(count, shackle).path("counted").asString()).isEqualTo("83");
  }

  @Test
  void aSheetIsTakenBackAndTypedAnew() {
    goods.opening(shackle, null, null, "KQ." + other, "1");
    long count = count(false, bin, other);
    type(count, 1, figures(sheet(count, 1), "6", "4")).ok();
    refused(type(count, 1, figures(sheet(count, 2), "1")), 422, "Withdraw the sheet");
    clerk.post("/api/counts/" + count + "/sheets/1/back", Map.of()).ok();
    assertThat(Counter.results(clerk, count, "show=ALL")).isEmpty();
    type(count, 1, figures(sheet(count, 1), "6", "40")).ok();
    assertThat(result(count, shackle).path("variance").asString()).isEqualTo("0");
  }

  @Test
  void aSheetThatCountsOneItemAgainHasNothingElseOnIt() {
    long count = count(false, bin);
    Map<String, Object> entry = figures(sheet(count, 1), "6", "30");
    entry.put("countedBy", handId);
    type(count, 1, entry).ok();
    Counter.decide(clerk, count, "RECOUNT", result(count, shackle).path("id").asLong());
    clerk.post("/api/counts/" + count + "/counting", Map.of());
    JsonNode again = sheet(count, 2);
    assertThat(again.path("round").asInt()).isEqualTo(2);
    assertThat(again.path("lines")).hasSize(1);
    Map<String, Object> second = figures(again, "40");
    second.put("found", List.of(Map.of("item", flare, "lot", "K7", "quantity", "1")));
    refused(type(count, 2, second), 400, "counts one item again");
    second.put("found", List.of());
    second.put("countedBy", handId);
    refused(type(count, 2, second), 400, "has counted that before");
    second.remove("countedBy");
    type(count, 2, second).ok();
    assertThat(result(count, shackle).path("counted").asString()).isEqualTo("40");
  }

  @Test
  void whatIsBeingCountedOnTheFloorIsNotTyped() {
    long count = count(false, bin);
    Counter hand = new Counter(handClient, quay);
    hand.choose(count);
    hand.scan("RB.KQ." + bin, "RI." + shackle, "3");
    hand.confirm();
    assertThat(sheet(count, 1).path("onFloor").get(0).asString()).isEqualTo("Person HAND");
    refused(
        type(count, 1, figures(sheet(count, 1), "6", "40")), 422, "being counted by Person HAND");
    hand.choose(0);
  }

  @Test
  void whoeverTypedASheetDoesNotApproveTheCount() {
    long item = goods.item("DEAR-" + made, "Dear " + made, "NONE");
    clerk.put("/api/items/" + item + "/cost", Map.of("cost", "900")).ok();
    goods.opening("DEAR-" + made, null, null, "KQ." + other, "9");
    long count = count(false, other);
    Map<String, Object> entry = figures(sheet(count, 1), "1");
    entry.put("countedBy", handId);
    type(count, 1, entry).ok();
    Client second = HOUSE.hire("CON2", Role.CONTROLLER);
    Counter.decide(second, count, "ACCEPT");
    assertThat(Counter.post(second, count).ok().path("posted").asBoolean()).isFalse();
    Client.Answer approved =
        clerk.post(
            "/api/counts/" + count + "/approval", Counter.seen(Counter.outcome(clerk, count)));
    refused(approved, 403, "counted in it yourself");
  }

  private static JsonNode refused(Client.Answer answer, int status, String words) {
    assertThat(answer.status()).as(answer.text()).isEqualTo(status);
    assertThat(answer.detail()).contains(words);
    return answer.body();
  }
}
