package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** The figures of the day: each is what the ledger and the lists add up to. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TodayTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String BIN = "KQ.A-01-A";
  private static final String ELSEWHERE = "OH.A-01-A";

  private Client controller;
  private Goods goods;
  private long quay;
  private long holm;

  @BeforeAll
  void furnish() throws InterruptedException {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("OH");
    goods.bin(quay, "A-01-A");
    goods.bin(holm, "A-01-A");
    for (String item : List.of("SHACKLE", "ROPE")) {
      goods.item(item, item, "NONE");
    }
    // Fifty days ago it began, ten days ago the last shackle went to a customer.
    post("SHACKLE", BIN, "FROM_SUPPLIER", 10, 50);
    post("SHACKLE", BIN, "TO_CUSTOMER", 4, 40);
    post("SHACKLE", BIN, "TO_CUSTOMER", 6, 10);
    long wrong = post("ROPE", BIN, "FROM_SUPPLIER", 99, 20);
    post("ROPE", BIN, "FROM_SUPPLIER", 7, 20);
    post("ROPE", ELSEWHERE, "FROM_SUPPLIER", 5, 3);
    controller.post("/api/postings/" + wrong + "/reversal", Map.of("reason", "wrong")).ok();
    // The figures by day follow the ledger.
    Instant until = Instant.now().plusSeconds(30);
    while (figure(controller, "STOCK_OUTS", null).path("now").asInt() == 0) {
      assertThat(Instant.now()).isBefore(until);
      Thread.sleep(100);
    }
  }

  private long post(String item, String place, String direction, int quantity, int daysAgo) {
    Instant at = HOUSE.clock().instant().minus(Duration.ofDays(daysAgo));
    return controller
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "lines",
                List.of(Map.of("item", item, "place", place, "quantity", "" + quantity, "cost", 2)),
                "effective",
                at.toString()))
        .ok()
        .path("posting")
        .asLong();
  }

  private static JsonNode figure(Client client, String kind, Long site) {
    JsonNode figures =
        client.get("/api/today/figures" + (site == null ? "" : "?site=" + site)).ok();
    assertThat(figures.path("days")).hasSize(30);
    for (JsonNode one : figures.path("figures")) {
      if (one.path("kind").asString().equals(kind)) {
        assertThat(one.path("course")).hasSize(30);
        assertThat(one.path("courseBefore")).hasSize(30);
        return one;
      }
    }
    throw new AssertionError("There is no " + kind);
  }

  /** What a figure was at the end of a day, so many days ago. */
  private static int daysAgo(JsonNode figure, int days) {
    return days < 30
        ? figure.path("course").get(29 - days).asInt()
        : figure.path("courseBefore").get(59 - days).asInt();
  }

  @Test
  void stockIsWorthAtTheEndOfEachDayWhatTheLedgerHasMadeOfIt() {
    JsonNode value = figure(controller, "STOCK_VALUE", null);
    assertThat(value.path("now").decimalValue()).isEqualByComparingTo("24");
    assertThat(value.path("before").decimalValue()).isEqualByComparingTo("12");
    List<Integer> course = new ArrayList<>();
    for (int days : new int[] {55, 50, 41, 40, 21, 11, 10, 4, 3, 0}) {
      course.add(daysAgo(value, days));
    }
    // What was reversed today was worth something until then.
    assertThat(course).containsExactly(0, 20, 20, 12, 12, 224, 212, 212, 222, 24);
  }

  @Test
  void itIsTheValueThatTheListsShow() {
    for (Long site : new Long[] {null, quay, holm}) {
      assertThat(figure(controller, "STOCK_VALUE", site).path("now").decimalValue())
          .isEqualByComparingTo(
              controller
                  .get("/api/value" + (site == null ? "" : "?pool=" + site))
                  .ok()
                  .path("total")
                  .decimalValue());
    }
  }

  @Test
  void linesAreCountedBySiteAndDayWithoutThoseThatWereReversed() {
    JsonNode received = figure(controller, "LINES_RECEIVED", quay);
    assertThat(received.path("now").asInt()).isEqualTo(1);
    assertThat(received.path("before").asInt()).isEqualTo(1);
    assertThat(daysAgo(received, 20)).isEqualTo(1);
    assertThat(figure(controller, "LINES_RECEIVED", null).path("now").asInt()).isEqualTo(2);
    JsonNode shipped = figure(controller, "LINES_SHIPPED", quay);
    assertThat(List.of(daysAgo(shipped, 40), daysAgo(shipped, 10), daysAgo(shipped, 5)))
        .containsExactly(1, 1, 0);
    assertThat(figure(controller, "LINES_SHIPPED", holm).path("now").asInt()).isZero();
  }

  @Test
  void anItemThatWasUsedAndIsGoneIsOutOfStockFromTheDayOnWhichItWent() {
    JsonNode outs = figure(controller, "STOCK_OUTS", null);
    assertThat(outs.path("now").asInt()).isEqualTo(1);
    assertThat(List.of(daysAgo(outs, 9), daysAgo(outs, 10), daysAgo(outs, 11), daysAgo(outs, 45)))
        .containsExactly(1, 1, 0, 0);
    // Before it first came there was none of it either.
    assertThat(daysAgo(outs, 52)).isEqualTo(1);
    assertThat(figure(controller, "STOCK_OUTS", holm).path("now").asInt()).isZero();
  }

  @Test
  void whereNothingWasCountedNoAccuracyIsClaimed() {
    JsonNode accuracy = figure(controller, "RECORD_ACCURACY", null);
    assertThat(accuracy.path("now").isNull()).isTrue();
    assertThat(accuracy.path("course").get(0).isNull()).isTrue();
  }

  @Test
  void theCourseOfAnItemIsWhatItsLinesMakeOfIt() {
    long item = controller.get("/api/items?q=SHACKLE").ok().path("rows").get(0).path("id").asLong();
    String at = "/api/items/" + item + "/course?days=60&site=";
    JsonNode days = controller.get(at + quay).ok().path("days");
    assertThat(days).hasSize(60);
    List<String> told = new ArrayList<>();
    for (int ago : new int[] {51, 50, 40, 39, 10, 0}) {
      JsonNode day = days.get(59 - ago);
      told.add(
          "%d: %d +%d -%d"
              .formatted(
                  ago,
                  day.path("onHand").asInt(),
                  day.path("received").asInt(),
                  day.path("issued").asInt()));
    }
    assertThat(told)
        .containsExactly(
            "51: 0 +0 -0",
            "50: 10 +10 -0",
            "40: 6 +0 -4",
            "39: 6 +0 -0",
            "10: 0 +0 -6",
            "0: 0 +0 -0");
    assertThat(controller.get(at + holm).ok().path("days").get(59 - 45).path("onHand").asInt())
        .isZero();
    long rope = controller.get("/api/items?q=ROPE").ok().path("rows").get(0).path("id").asLong();
    JsonNode everywhere = controller.get("/api/items/" + rope + "/course?days=5").ok();
    assertThat(everywhere.path("days").get(4).path("onHand").asInt()).isEqualTo(12);
  }

  @Test
  void theValueOfMonthsEndsWithTheValueOfNow() {
    JsonNode months = controller.get("/api/value/months?months=4").ok();
    assertThat(months.path("months")).hasSize(4);
    int now = 0;
    int first = 0;
    for (JsonNode category : months.path("categories")) {
      assertThat(category.path("values")).hasSize(4);
      now += category.path("values").get(3).asInt();
      first += category.path("values").get(0).asInt();
    }
    assertThat(List.of(first, now)).containsExactly(0, 24);
  }

  @Test
  void whoWorksAtOneSiteSeesTheFiguresOfThatSite() {
    Client tavi = HOUSE.hire("TAVI", Role.CLERK, holm);
    for (Long asked : new Long[] {null, holm}) {
      assertThat(figure(tavi, "STOCK_VALUE", asked).path("now").decimalValue())
          .isEqualByComparingTo("10");
      assertThat(figure(tavi, "LINES_RECEIVED", asked).path("now").asInt()).isEqualTo(1);
    }
    assertThat(figure(tavi, "LINES_SHIPPED", quay).path("now").asInt()).isZero();
  }

  @Test
  void whatNeedsSomeoneIsToldWithItsAgeAndByWhoseTurnItIs() {
    String dueDay = Instant.now().minus(Duration.ofDays(3)).toString().substring(0, 10);
    controller
        .post(
            "/api/suppliers",
            Map.of(
                "code",
                "SKERRY",
                "email",
                "",
                "name",
                "Skerry Ropes",
                "leadDays",
                3,
                "active",
                true,
                "street",
                "Skerry Road",
                "town",
                "Skerry"))
        .ok();
    JsonNode order =
        controller
            .post(
                "/api/inbound",
                Map.of(
                    "supplier",
                    "SKERRY",
                    "site",
                    quay,
                    "expected",
                    dueDay,
                    "note",
                    "",
                    "lines",
                    List.of(Map.of("item", "ROPE", "packs", "10", "price", "3.00"))))
            .ok();
    JsonNode late = task(controller, "LATE_INBOUND", null);
    assertThat(late.path("turn").asString()).isEqualTo("PURCHASING");
    assertThat(late.path("count").asInt()).isEqualTo(1);
    assertThat(late.path("oldest").asString()).isEqualTo(dueDay);
    assertThat(late.path("value").decimalValue()).isEqualByComparingTo("30");
    assertThat(late.path("first").get(0).path("name").asString())
        .isEqualTo(order.path("number").asString());
    assertThat(task(controller, "LATE_INBOUND", holm)).isNull();
    assertThat(task(HOUSE.hire("HAND", Role.FLOOR_HAND, holm), "LATE_INBOUND", null)).isNull();
  }

  private static JsonNode task(Client client, String kind, Long site) {
    for (JsonNode one :
        client.get("/api/today/tasks" + (site == null ? "" : "?site=" + site)).ok()) {
      if (one.path("kind").asString().equals(kind)) {
        return one;
      }
    }
    return null;
  }
}
