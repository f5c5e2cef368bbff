package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What stock is worth, what changed that, and what the accounts are told. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ValueTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final Instant LONG_AGO = Instant.parse("2020-01-01T00:00:00Z");

  private Client controller;
  private Goods goods;
  private long quay;
  private long holm;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("OH");
  }

  private long item(String code, String tracking, String method) {
    long item = goods.item(code, "Item " + code, tracking);
    controller.put("/api/items/" + item + "/cost", Map.of("cost", 0, "method", method)).ok();
    return item;
  }

  private static Map<String, Object> bought(
      String item, String lot, String place, String quantity, String cost) {
    Map<String, Object> line = Goods.line(item, lot, null, place, quantity);
    line.put("cost", cost);
    return line;
  }

  private void buy(String item, String lot, String place, String quantity, String cost) {
    goods.post("FROM_SUPPLIER", List.of(bought(item, lot, place, quantity, cost))).ok();
  }

  private void sell(String item, String lot, String place, String quantity) {
    goods.post("TO_CUSTOMER", List.of(Goods.line(item, lot, null, place, quantity))).ok();
  }

  private BigDecimal value(String item) {
    for (JsonNode row :
        controller.get("/api/value?by=ITEM&q=" + item).ok().path("page").path("rows")) {
      if (row.path("code").asString().equals(item)) {
        return row.path("value").decimalValue();
      }
    }
    return BigDecimal.ZERO;
  }

  @Test
  void eachMethodTakesItsOwnValueAlong() {
    for (String method : List.of("MOVING_AVERAGE", "FIFO", "LOT")) {
      String code = "M" + method.charAt(0);
      item(code, "LOT", method);
      buy(code, "OLD", "KQ.A-01-A", "10", "2");
      buy(code, "NEW", "KQ.A-01-B", "10", "3");
      assertThat(value(code)).isEqualByComparingTo("50.00");
      sell(code, "NEW", "KQ.A-01-B", "4");
    }
    assertThat(value("MM")).isEqualByComparingTo("40.00");
    assertThat(value("MF")).isEqualByComparingTo("42.00");
    assertThat(value("ML")).isEqualByComparingTo("38.00");
  }

  @Test
  void aPostingThatIsTakenBackBringsItsValueBack() {
    long item = item("BACK", "NONE", "MOVING_AVERAGE");
    buy("BACK", null, "KQ.A-02-A", "3", "3.33");
    long sold =
        goods
            .post("TO_CUSTOMER", List.of(Goods.line("BACK", null, null, "KQ.A-02-A", "1")))
            .ok()
            .path("posting")
            .asLong();
    assertThat(value("BACK")).isEqualByComparingTo("6.66");
    controller.post("/api/postings/" + sold + "/reversal", Map.of("reason", "wrong")).ok();
    assertThat(value("BACK")).isEqualByComparingTo("9.99");
    JsonNode lines = controller.get("/api/ledger?item=" + item).ok().path("rows");
    assertThat(lines).allMatch(line -> line.path("value").decimalValue().signum() > 0);
  }

  @Test
  void anotherCostRevaluesWhatIsThereAndSaysSo() {
    Instant before = Instant.now();
    long item = item("REV", "NONE", "FIFO");
    buy("REV", null, "KQ.A-02-B", "10", "2");
    buy("REV", null, "OH.A-01-A", "5", "4");
    controller
        .put("/api/items/" + item + "/cost", Map.of("cost", "3", "reason", "New price list"))
        .ok();
    assertThat(value("REV")).isEqualByComparingTo("45.00");
    JsonNode changes =
        controller.get("/api/value/changes?from=" + before + "&to=" + Instant.now()).ok();
    assertThat(cause(changes, "REVALUED")).isEqualByComparingTo("5.00");
    // The first cost that is known of an item is taken to be that of what was there before.
    goods.item("FIRST", "Item FIRST", "NONE");
    goods.opening("FIRST", null, null, "KQ.A-02-C", "10");
    assertThat(value("FIRST")).isZero();
    buy("FIRST", null, "KQ.A-02-C", "1", "7");
    assertThat(value("FIRST")).isEqualByComparingTo("77.00");
  }

  private static BigDecimal cause(JsonNode changes, String cause) {
    for (JsonNode change : changes.path("changes")) {
      if (change.path("cause").asString().equals(cause)) {
        return change.path("value").decimalValue();
      }
    }
    return BigDecimal.ZERO;
  }

  @Test
  void aChangeOfMethodKeepsTheValue() {
    long item = item("RECAST", "LOT", "MOVING_AVERAGE");
    buy("RECAST", "L1", "KQ.A-03-A", "3", "1.11");
    buy("RECAST", "L2", "KQ.A-03-A", "4", "2.50");
    BigDecimal worth = value("RECAST");
    for (String method : List.of("LOT", "FIFO", "MOVING_AVERAGE", "FIFO")) {
      controller
          .put(
              "/api/items/" + item + "/cost",
              Map.of(
                  "cost",
                  controller.get("/api/items/" + item + "/cost").ok().path("cost").decimalValue(),
                  "method",
                  method))
          .ok();
      assertThat(value("RECAST")).as(method).isEqualByComparingTo(worth);
    }
    sell("RECAST", "L1", "KQ.A-03-A", "3");
    sell("RECAST", "L2", "KQ.A-03-A", "4");
    assertThat(value("RECAST")).isZero();
  }

  @Test
  void sitesShareACostOrHaveTheirOwn() {
    item("GRP", "NONE", "MOVING_AVERAGE");
    buy("GRP", null, "KQ.A-04-A", "10", "10");
    buy("GRP", null, "OH.A-01-B", "10", "20");
    sell("GRP", null, "OH.A-01-B", "1");
    assertThat(value("GRP")).isEqualByComparingTo("280.00");
    controller.put("/api/costs/sites/" + holm, Map.of("costSite", quay)).ok();
    sell("GRP", null, "KQ.A-04-A", "9");
    // Nineteen were worth 280 together: 9 of them 132.63.
    assertThat(value("GRP")).isEqualByComparingTo("147.37");
    assertThat(controller.put("/api/costs/sites/" + quay, Map.of("costSite", holm)).status())
        .isEqualTo(422);
    controller.put("/api/costs/sites/" + holm, Map.of("costSite", 0)).ok();
    assertThat(value("GRP")).isEqualByComparingTo("147.37");
    sell("GRP", null, "KQ.A-04-A", "1");
    sell("GRP", null, "OH.A-01-B", "9");
    assertThat(value("GRP")).isZero();
    assertThat(
            controller
                .get(
                    "/api/value/changes?from="
                        + LONG_AGO
                        + "&to="
                        + Instant.now()
                        + "&pool="
                        + holm)
                .status())
        .isEqualTo(200);
    wholeHouseAddsUp();
  }

  /** The value of the house is what its postings come to, at any moment; its journal balances. */
  private void wholeHouseAddsUp() {
    goods.booksAddUp();
    Instant now = Instant.now();
    JsonNode changes = controller.get("/api/value/changes?from=" + LONG_AGO + "&to=" + now).ok();
    BigDecimal sum = changes.path("before").decimalValue();
    for (JsonNode change : changes.path("changes")) {
      sum = sum.add(change.path("value").decimalValue());
    }
    assertThat(sum).isEqualByComparingTo(changes.path("after").decimalValue());
    JsonNode journal = controller.get("/api/value/journal?from=" + LONG_AGO + "&to=" + now).ok();
    assertThat(journal.path("debit").decimalValue())
        .isEqualByComparingTo(journal.path("credit").decimalValue());
    BigDecimal stock = BigDecimal.ZERO;
    for (JsonNode entry : journal.path("entries")) {
      if (entry.path("account").asString().startsWith("14")) {
        stock = stock.add(entry.path("debit").decimalValue());
        stock = stock.subtract(entry.path("credit").decimalValue());
      }
    }
    assertThat(stock).isEqualByComparingTo(changes.path("after").decimalValue());
    // By sites, by categories and by items it is the same.
    for (String by : List.of("SITE", "CATEGORY", "ITEM")) {
      assertThat(controller.get("/api/value?by=" + by).ok().path("total").decimalValue())
          .as(by)
          .isEqualByComparingTo(stock);
    }
  }

  @Test
  void anyHistoryAddsUpAtAnyMoment() {
    Random random = new Random(20_261_126);
    List<String> codes = new ArrayList<>();
    for (String method : List.of("MOVING_AVERAGE", "FIFO", "LOT")) {
      String code = "H" + method.charAt(0);
      item(code, "LOT", method);
      codes.add(code);
    }
    List<Long> postings = new ArrayList<>();
    List<Instant> moments = new ArrayList<>();
    List<BigDecimal> values = new ArrayList<>();
    for (int i = 0; i < 120; i++) {
      String code = codes.get(random.nextInt(3));
      String lot = "L" + random.nextInt(3);
      String site = random.nextBoolean() ? "KQ" : "OH";
      String place = site + ".B-0" + (1 + random.nextInt(3));
      String quantity = Integer.toString(1 + random.nextInt(12));
      Client.Answer answer =
          switch (random.nextInt(5)) {
            case 0, 1 ->
                goods.post(
                    "FROM_SUPPLIER",
                    List.of(
                        bought(
                            code,
                            lot,
                            place,
                            quantity,
                            BigDecimal.valueOf(random.nextInt(2000), 2).toPlainString())));
            case 2 -> goods.post("USED_UP", List.of(Goods.line(code, lot, null, place, quantity)));
            case 3 ->
                postings.isEmpty()
                    ? null
                    : controller.post(
                        "/api/postings/"
                            + postings.get(random.nextInt(postings.size()))
                            + "/reversal",
                        Map.of("reason", "wrong"));
            default ->
                controller.post(
                    "/api/moves", Goods.move(code, lot, place, site + ".B-04", quantity));
          };
      if (answer != null && answer.status() == 201) {
        postings.add(answer.body().path("posting").asLong());
      }
      if (i % 20 == 0) {
        values.add(controller.get("/api/value").ok().path("total").decimalValue());
        moments.add(Instant.now());
      }
    }
    assertThat(postings).hasSizeGreaterThan(40);
    for (int i = 0; i < moments.size(); i++) {
      assertThat(
              controller.get("/api/value?at=" + moments.get(i)).ok().path("total").decimalValue())
          .isEqualByComparingTo(values.get(i));
    }
    wholeHouseAddsUp();
  }

  @Test
  void closedBooksStayAsTheyAre() {
    item("SHUT", "NONE", "MOVING_AVERAGE");
    LocalDate today = LocalDate.now(ZoneOffset.UTC);
    Client clerk = HOUSE.hire("CLERKV", Role.CLERK);
    Map<String, Object> closing = Map.of("upTo", today.minusDays(10).toString(), "note", "October");
    assertThat(clerk.post("/api/closings", closing).status()).isEqualTo(403);
    assertThat(
            controller
                .post("/api/closings", Map.of("upTo", today.plusDays(1).toString(), "note", ""))
                .status())
        .isEqualTo(400);
    controller.post("/api/closings", closing).ok();
    assertThat(controller.post("/api/closings", closing).problem()).isEqualTo("closed-already");
    Map<String, Object> late = new HashMap<>();
    late.put("direction", "OPENING");
    late.put("lines", List.of(Goods.line("SHUT", null, null, "KQ.A-05-A", "1")));
    late.put("effective", today.minusDays(10).atTime(12, 0).toInstant(ZoneOffset.UTC).toString());
    assertThat(controller.post("/api/postings", late).problem()).isEqualTo("books-closed");
    late.put("effective", today.minusDays(8).atTime(12, 0).toInstant(ZoneOffset.UTC).toString());
    controller.post("/api/postings", late).ok();
    assertThat(controller.get("/api/closings").ok().get(0).path("note").asString())
        .isEqualTo("October");
  }

  @Test
  void usageSaysWhatMovesAndWhatLiesStill() {
    item("FAST", "NONE", "MOVING_AVERAGE");
    item("STILL", "NONE", "MOVING_AVERAGE");
    buy("FAST", null, "KQ.A-05-B", "100", "2");
    sell("FAST", null, "KQ.A-05-B", "60");
    buy("STILL", null, "KQ.A-05-C", "10", "5");
    JsonNode rows =
        controller.get("/api/value/usage?days=30&q=FAST").ok().path("page").path("rows");
    JsonNode fast = rows.get(0);
    assertThat(fast.path("received").asString()).isEqualTo("100");
    assertThat(fast.path("used").asString()).isEqualTo("60");
    assertThat(fast.path("cost").decimalValue()).isEqualByComparingTo("120.00");
    // 120 in 30 days of a mean of (0 + 80) ÷ 2; 80 left at 4 a day.
    assertThat(fast.path("turnsAYear").decimalValue()).isEqualByComparingTo("36.50");
    assertThat(fast.path("daysOfStock").decimalValue()).isEqualByComparingTo("20");
    assertThat(fast.path("turnover").asString()).isEqualTo("MOVING");
    JsonNode dead =
        controller.get("/api/value/usage?days=30&turnover=NON_MOVING&q=STILL").ok().path("page");
    assertThat(dead.path("total").asInt()).isEqualTo(1);
    assertThat(dead.path("rows").get(0).path("daysOfStock").isNull()).isTrue();
    assertThat(controller.get("/api/export/usage?format=CSV&days=30&q=FAST").text())
        .contains("FAST", "120");
    assertThat(
            controller
                .get("/api/export/journal?format=CSV&from=" + LONG_AGO + "&to=" + Instant.now())
                .text())
        .contains("debit", "5000");
  }
}
