package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What runs low is found in a run, told with every figure, and proposed once. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ReplenishmentTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final String LOW = "/api/replenishment/items";

  private Client controller;
  private Client clerk;
  private Client elsewhere;
  private Goods goods;
  private long quay;
  private long holm;
  private long skerry;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("OH");
    elsewhere = HOUSE.hire("AWAY", Role.CONTROLLER, holm);
    Map<String, Object> supplier = new HashMap<>();
    for (String field : List.of("email", "street", "town")) {
      supplier.put(field, "");
    }
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 9, "active", true));
    skerry = controller.post("/api/suppliers", supplier).ok().path("id").asLong();
  }

  private static Map<String, Object> figures(String kind) {
    Map<String, Object> figures = new HashMap<>();
    figures.put("kind", kind);
    figures.put("servicePercent", "95");
    figures.put("reviewDays", 1);
    figures.put("windowDays", 365);
    figures.put("orderCost", "12");
    figures.put("holdingPercent", "20");
    figures.put("forOrders", "FROM_STOCK");
    return figures;
  }

  private static Map<String, Object> fixed(String kind, String field, String figure) {
    Map<String, Object> figures = figures(kind);
    figures.put(field, figure);
    return figures;
  }

  private JsonNode policy(String item, Long site, Map<String, Object> figures) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("item", item);
    entry.put("site", site);
    entry.put("figures", figures);
    return controller.post("/api/replenishment/policies", entry).ok();
  }

  /** An item of which some lay at the quay two hundred days ago, at 10 each. Its number. */
  private long item(String code, String quantity) {
    long item = goods.item(code, "Item " + code, "NONE");
    post("FROM_SUPPLIER", "KQ.A-01-A", code, quantity, daysAgo(200));
    return item;
  }

  private static Instant daysAgo(int days) {
    return HOUSE.clock().instant().minus(Duration.ofDays(days));
  }

  private void post(String direction, String place, String item, String quantity, Instant at) {
    controller
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "lines",
                List.of(Map.of("item", item, "place", place, "quantity", quantity, "cost", 10)),
                "effective",
                at.toString()))
        .ok();
  }

  /** Sells four of an item on each weekday of the last so many days. */
  private void sellDaily(String item, int days) {
    for (int day = days; day > 0; day--) {
      Instant at = daysAgo(day);
      if (at.atZone(ZONE).getDayOfWeek().getValue() < 6) {
        post("TO_CUSTOMER", "KQ.A-01-A", item, "4", at);
      }
    }
  }

  private void soldBy(long item, String minimum, String multiple) {
    controller
        .put(
            "/api/items/" + item + "/suppliers",
            Map.of(
                "suppliers",
                List.of(
                    Map.of(
                        "supplierId",
                        skerry,
                        "theirCode",
                        "S-1",
                        "price",
                        "9.50",
                        "minimum",
                        minimum,
                        "multiple",
                        multiple,
                        "preferred",
                        true))))
        .ok();
  }

  /** Looks at all items of a site, and waits until that is through. */
  private JsonNode run(long site) {
    long id =
        clerk.post("/api/replenishment/runs", Map.of("site", site)).ok().get(0).path("id").asLong();
    return finished(id);
  }

  private JsonNode finished(long id) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (System.nanoTime() < end) {
      JsonNode card = controller.get("/api/replenishment/runs/" + id).ok();
      if (!card.path("run").path("finished").isNull()) {
        assertThat(card.path("run").path("failure").isNull()).as("%s", card).isTrue();
        return card;
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
    }
    throw new AssertionError("The run did not end.");
  }

  private JsonNode card(long item, long site) {
    return controller.get(LOW + "/" + item + "/at/" + site).ok();
  }

  private JsonNode only(JsonNode rows) {
    assertThat(rows).as("%s", rows).hasSize(1);
    return rows.get(0);
  }

  private JsonNode proposal(long item, long site) {
    return only(card(item, site).path("open"));
  }

  private static Map<String, Object> ids(JsonNode... rows) {
    return Map.of("ids", List.of(rows).stream().map(row -> row.path("id").asLong()).toList());
  }

  @Test
  void anItemAtItsPointIsProposedOnceWithEveryFigure() {
    long item = item("STEADY", "600");
    soldBy(item, "0", "12");
    sellDaily("STEADY", 199);
    policy("STEADY", null, figures("POINT_AND_QUANTITY"));
    run(quay);
    JsonNode proposal = proposal(item, quay);
    assertThat(proposal.path("way").asString()).isEqualTo("BUY");
    assertThat(proposal.path("from").asString()).isEqualTo("Skerry");
    JsonNode reason = proposal.path("reason");
    assertThat(reason.path("perDay").asDouble()).isEqualTo(4);
    assertThat(reason.path("leadDays").asDouble()).isEqualTo(9);
    assertThat(reason.path("workedPoint").asString()).isEqualTo("40");
    assertThat(reason.path("pattern").asString()).isEqualTo("SMOOTH");
    // As it is sold: a multiple of twelve, and no less than the best quantity.
    assertThat(proposal.path("quantity").asInt() % 12).isZero();
    assertThat(proposal.path("quantity").asInt()).isBetween(108, 120);

    run(quay);
    JsonNode again = proposal(item, quay);
    assertThat(again.path("id")).isEqualTo(proposal.path("id"));
    // Nothing of it is otherwise: whoever is changing it now may go on.
    assertThat(again.path("version")).isEqualTo(proposal.path("version"));
    JsonNode row = only(controller.get(LOW + "?q=STEADY").ok().path("rows"));
    assertThat(row.path("finding").asString()).isEqualTo("ORDER");
    assertThat(only(row.path("proposals")).path("id")).isEqualTo(proposal.path("id"));
    // The course ends where stock is, and goes on from there.
    JsonNode card = card(item, quay);
    JsonNode past = card.path("past");
    assertThat(past.get(past.size() - 1).path("stock").decimalValue())
        .isEqualByComparingTo(goods.onHand(item, "&site=" + quay));
    assertThat(card.path("ahead").get(0).path("day"))
        .isEqualTo(past.get(past.size() - 1).path("day"));
    goods.booksAddUp();
  }

  @Test
  void whatIsApprovedIsRequestedAndCountsAsComing() {
    long item = item("BOUGHT", "5");
    soldBy(item, "0", "0");
    policy("BOUGHT", null, fixed("POINT_AND_UP_TO", "point", "8"));
    run(quay);
    JsonNode proposal = proposal(item, quay);
    assertThat(elsewhere.post("/api/replenishment/proposals/approval", ids(proposal)).status())
        .isEqualTo(403);
    JsonNode done = controller.post("/api/replenishment/proposals/approval", ids(proposal)).ok();
    String number = only(done.path("documents")).asString();
    JsonNode requisition = only(controller.get("/api/requisitions?q=" + number).ok().path("rows"));
    assertThat(requisition.path("state").asString()).isEqualTo("APPROVED");
    assertThat(requisition.path("supplier").asString()).isEqualTo("Skerry");
    assertThat(requisition.path("quantity")).isEqualTo(proposal.path("quantity"));
    assertThat(controller.post("/api/replenishment/proposals/approval", ids(proposal)).status())
        .isEqualTo(409);

    run(quay);
    JsonNode card = card(item, quay);
    assertThat(card.path("open")).isEmpty();
    assertThat(card.path("finding").asString()).isEqualTo("ENOUGH");
    assertThat(card.path("reason").path("coming")).isEqualTo(proposal.path("quantity"));
    assertThat(card.path("decided").get(0).path("document").asString()).isEqualTo(number);

    // Ordered, it is what is still to come of the order: counted once.
    String order =
        only(clerk.post("/api/requisitions/order", ids(requisition)).ok().path("orders"))
            .asString();
    JsonNode ordered = card(item, quay);
    assertThat(ordered.path("reason").path("coming")).isEqualTo(proposal.path("quantity"));
    assertThat(only(ordered.path("due")).path("document").asString()).isEqualTo(order);
    JsonNode inbound = only(controller.get("/api/inbound?q=" + order).ok().path("rows"));
    JsonNode line =
        controller.get("/api/inbound/" + inbound.path("id").asLong()).ok().path("lines").get(0);
    assertThat(line.path("price").decimalValue()).isEqualByComparingTo("9.50");
  }

  @Test
  void whatIsRefusedStaysAwayUntilTheItemIsLower() {
    long item = item("REFUSED", "5");
    policy("REFUSED", null, fixed("POINT_AND_QUANTITY", "point", "8"));
    run(quay);
    Map<String, Object> refusal = new HashMap<>(ids(proposal(item, quay)));
    refusal.put("note", "We stop selling it");
    controller.post("/api/replenishment/proposals/refusal", refusal).ok();
    JsonNode found = run(quay);
    assertThat(card(item, quay).path("open")).isEmpty();
    assertThat(found.path("findings").toString()).contains("REFUSED");
    post("TO_CUSTOMER", "KQ.A-01-A", "REFUSED", "1", HOUSE.clock().instant());
    run(quay);
    assertThat(card(item, quay).path("open")).hasSize(1);
  }

  @Test
  void whatSomeoneHasChangedIsNotChangedByARun() {
    long item = item("CHANGED", "5");
    soldBy(item, "0", "0");
    policy("CHANGED", null, fixed("POINT_AND_QUANTITY", "point", "8"));
    run(quay);
    JsonNode proposal = proposal(item, quay);
    JsonNode bad = change(proposal, "1.5", "BUY", skerry).body();
    assertThat(bad.path("field").asString()).isEqualTo("quantity");
    change(proposal, "50", "BUY", skerry).ok();
    assertThat(change(proposal, "60", "BUY", skerry).status()).isEqualTo(409);
    run(quay);
    JsonNode after = proposal(item, quay);
    assertThat(after.path("quantity").asString()).isEqualTo("50");

    // Part of it from another site, and joined again.
    Map<String, Object> part = part(after, "20", "TRANSFER", holm);
    clerk.post("/api/replenishment/proposals/" + after.path("id").asLong() + "/split", part).ok();
    JsonNode open = card(item, quay).path("open");
    assertThat(open).hasSize(2);
    JsonNode transfer = of(open, "TRANSFER");
    assertThat(transfer.path("quantity").asString()).isEqualTo("20");
    assertThat(of(open, "BUY").path("quantity").asString()).isEqualTo("30");
    clerk
        .post(
            "/api/replenishment/proposals/" + transfer.path("id").asLong() + "/split",
            part(transfer, "20", "BUY", skerry))
        .ok();
    assertThat(proposal(item, quay).path("quantity").asString()).isEqualTo("50");
  }

  private static JsonNode of(JsonNode proposals, String way) {
    for (JsonNode one : proposals) {
      if (one.path("way").asString().equals(way)) {
        return one;
      }
    }
    throw new AssertionError("Nothing comes by " + way + ": " + proposals);
  }

  private static Map<String, Object> part(
      JsonNode proposal, String quantity, String way, long from) {
    return Map.of(
        "version",
        proposal.path("version").asInt(),
        "quantity",
        quantity,
        "way",
        way,
        "from",
        from);
  }

  private Client.Answer change(JsonNode proposal, String quantity, String way, long from) {
    return clerk.put(
        "/api/replenishment/proposals/" + proposal.path("id").asLong(),
        part(proposal, quantity, way, from));
  }

  private JsonNode told(String kind) {
    return controller
        .get("/api/notices?filter=ALL&where=KIND:IS:" + kind)
        .ok()
        .path("rows")
        .get(0)
        .path("details");
  }

  @Test
  void oneItemThatFailsIsToldAndStopsNobody() {
    long level = item("FAILS", "600");
    sellDaily("FAILS", 100);
    policy("FAILS", null, fixed("POINT_AND_UP_TO", "upTo", "3"));
    long other = item("WORKS", "1");
    policy("WORKS", null, fixed("POINT_AND_QUANTITY", "point", "8"));
    JsonNode run = run(quay);
    assertThat(run.path("run").path("failed").asInt()).isEqualTo(1);
    JsonNode failed = run.path("findings").get(0);
    assertThat(failed.path("finding").asString()).isEqualTo("FAILED");
    assertThat(failed.path("item").asString()).isEqualTo("FAILS");
    assertThat(failed.path("detail").asString()).contains("level");
    assertThat(card(other, quay).path("open")).hasSize(1);
    assertThat(card(level, quay).path("failure").asString()).contains("level");
    assertThat(told("BACKGROUND_FAILURE").path("work").asString()).isEqualTo("REPLENISHMENT_ITEMS");
    assertThat(told("PROPOSALS").path("count").asInt()).isPositive();
    controller
        .put(
            "/api/replenishment/policies/" + card(level, quay).path("policy").path("id").asLong(),
            Map.of("version", 0, "figures", figures("POINT_AND_UP_TO")))
        .ok();
    assertThat(run(quay).path("run").path("failed").asInt()).isZero();
  }

  @Test
  void whatIsScrappedIsDemandWhereTheHouseReckonsWithIt() {
    long item = item("SPOILS", "600");
    policy("SPOILS", null, figures("POINT_AND_QUANTITY"));
    for (int day = 100; day > 0; day -= 7) {
      post("TO_CUSTOMER", "KQ.A-01-A", "SPOILS", "1", daysAgo(day));
      scrap("SPOILS", "9", daysAgo(day));
    }
    run(quay);
    double without = card(item, quay).path("reason").path("perDay").asDouble();
    assertThat(without).isPositive();
    scrapIsDemand(true);
    try {
      run(quay);
      assertThat(card(item, quay).path("reason").path("perDay").asDouble())
          .isCloseTo(10 * without, org.assertj.core.data.Percentage.withPercentage(5));
    } finally {
      scrapIsDemand(false);
    }
  }

  private void scrap(String item, String quantity, Instant at) {
    long broken = 0;
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      broken = kind.path("code").asString().equals("BROKEN") ? kind.path("id").asLong() : broken;
    }
    Map<String, Object> entry =
        new HashMap<>(Map.of("kind", broken, "way", "OUT", "replacing", false));
    entry.put("lines", List.of(Goods.line(item, null, null, "KQ.A-01-A", quantity)));
    entry.put("effective", at.toString());
    entry.put("note", "Spoiled");
    controller.post("/api/adjustments", entry).ok();
  }

  private void scrapIsDemand(boolean is) {
    Map<String, Object> entry = new HashMap<>(Map.of("street", "", "town", "", "mailFrom", ""));
    entry.putAll(Map.of("name", "Kittiwake", "scrapIsDemand", is));
    entry.put("version", controller.get("/api/house").ok().path("version").asInt());
    controller.put("/api/house", entry).ok();
  }

  @Test
  void aSurplusElsewhereComesBeforeBuying() {
    long item = item("SPREAD", "2");
    soldBy(item, "0", "0");
    post("FROM_SUPPLIER", "OH.A-01-A", "SPREAD", "30", daysAgo(50));
    policy("SPREAD", null, fixed("POINT_AND_QUANTITY", "point", "10"));
    Map<String, Object> plenty = fixed("POINT_AND_QUANTITY", "point", "40");
    plenty.put("quantity", "40");
    policy("SPREAD", quay, plenty);
    run(holm);
    run(quay);
    JsonNode open = card(item, quay).path("open");
    JsonNode transfer = of(open, "TRANSFER");
    assertThat(transfer.path("from").asString()).isEqualTo("Site OH");
    assertThat(transfer.path("quantity").asString()).isEqualTo("20");
    assertThat(of(open, "BUY").path("quantity").asString()).isEqualTo("20");
    String number =
        only(controller
                .post("/api/replenishment/proposals/approval", ids(transfer))
                .ok()
                .path("documents"))
            .asString();
    JsonNode planned = only(controller.get("/api/transfers?q=" + number).ok().path("rows"));
    assertThat(planned.path("state").asString()).isEqualTo("PLANNED");
  }

  @Test
  void whatIsPutTogetherHereIsMadeAsFarAsItsComponentsGo() {
    long kit = item("KIT", "1");
    item("PART", "7");
    controller
        .put(
            "/api/items/" + kit + "/components",
            Map.of("components", List.of(Map.of("item", "PART", "quantity", "2"))))
        .ok();
    policy("KIT", null, fixed("POINT_AND_QUANTITY", "point", "5"));
    run(quay);
    JsonNode open = card(kit, quay).path("open");
    assertThat(of(open, "MAKE").path("quantity").asString()).isEqualTo("3");
    String number =
        only(controller
                .post("/api/replenishment/proposals/approval", ids(of(open, "MAKE")))
                .ok()
                .path("documents"))
            .asString();
    JsonNode job = only(controller.get("/api/outbound?q=" + number).ok().path("rows"));
    assertThat(job.path("kind").asString()).isEqualTo("JOB");
  }

  @Test
  void theMostSpecificPolicyHolds() {
    Map<String, Object> entry = Goods.itemEntry("SPECIFIC", "Specific", "NONE");
    entry.put("category", "Chain");
    long item = goods.item(entry);
    goods.opening("SPECIFIC", null, null, "KQ.A-01-A", "100");
    assertThat(controller.get(LOW + "/" + item + "/at/" + quay).status()).isEqualTo(404);
    Map<String, Object> category = new HashMap<>();
    category.put("category", "Chain");
    category.put("figures", figures("NONE"));
    controller.post("/api/replenishment/policies", category).ok();
    assertThat(card(item, quay).path("policy").path("scope").asString()).isEqualTo("CATEGORY");
    policy("SPECIFIC", null, figures("ONLY_FOR_ORDERS"));
    policy("SPECIFIC", quay, fixed("POINT_AND_QUANTITY", "point", "3"));
    JsonNode holding = card(item, quay).path("policy");
    assertThat(holding.path("figures").path("kind").asString()).isEqualTo("POINT_AND_QUANTITY");
    assertThat(holding.path("siteId").asLong()).isEqualTo(quay);
    controller.delete("/api/replenishment/policies/" + holding.path("id").asLong()).ok();
    assertThat(card(item, quay).path("policy").path("figures").path("kind").asString())
        .isEqualTo("ONLY_FOR_ORDERS");
    Client.Answer twice = controller.post("/api/replenishment/policies", category);
    assertThat(twice.status()).isEqualTo(409);
    category.put("category", "Chains");
    assertThat(
            controller
                .post("/api/replenishment/policies", category)
                .body()
                .path("field")
                .asString())
        .isEqualTo("category");
    category.put("category", "Chain");
    category.put("figures", fixed("POINT_AND_QUANTITY", "point", "3"));
    assertThat(controller.post("/api/replenishment/policies", category).status()).isEqualTo(400);
    int many =
        controller
            .post(
                "/api/replenishment/policies/many",
                Map.of("items", List.of(item), "figures", figures("NONE")))
            .ok()
            .path("items")
            .asInt();
    assertThat(many).isEqualTo(1);
    assertThat(card(item, quay).path("finding").asString()).isEqualTo("NO_POLICY");
  }

  @Test
  void aPolicyIsTriedOnACategoryWithAllThatLiesInItAndOnOneKindOfDemand() {
    for (String category : List.of("Rigging", "Rigging/Wire", "Riggings")) {
      String code = "TR-" + category.replace("/", "-").toUpperCase(Locale.ROOT);
      Map<String, Object> item = Goods.itemEntry(code, code, "NONE");
      item.put("category", category);
      goods.item(item);
      post("FROM_SUPPLIER", "KQ.A-01-A", code, "600", daysAgo(100));
      policy(code, null, fixed("POINT_AND_QUANTITY", "point", "0"));
    }
    sellDaily("TR-RIGGING", 90);
    post("TO_CUSTOMER", "KQ.A-01-A", "TR-RIGGING-WIRE", "9", daysAgo(60));
    post("TO_CUSTOMER", "KQ.A-01-A", "TR-RIGGING-WIRE", "2", daysAgo(20));
    run(quay);
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("site", quay, "category", "Rigging", "days", 90));
    entry.put("figures", figures("POINT_AND_QUANTITY"));
    assertThat(tried(entry)).containsExactlyInAnyOrder("TR-RIGGING", "TR-RIGGING-WIRE");
    entry.put("pattern", "SMOOTH");
    assertThat(tried(entry)).containsExactly("TR-RIGGING");
  }

  private List<String> tried(Map<String, Object> entry) {
    JsonNode items = controller.post("/api/replenishment/trials", entry).ok().path("items");
    return items.valueStream().map(one -> one.path("item").asString()).toList();
  }

  @Test
  void aPolicyIsTriedOnThePast() {
    long item = item("TRIED", "40");
    soldBy(item, "0", "0");
    for (int day = 199; day > 20; day -= 10) {
      post("TO_CUSTOMER", "KQ.A-01-A", "TRIED", "2", daysAgo(day));
    }
    policy("TRIED", null, fixed("POINT_AND_QUANTITY", "point", "0"));
    Map<String, Object> entry = new HashMap<>();
    entry.put("site", quay);
    entry.put("item", item);
    entry.put("days", 190);
    entry.put("figures", fixed("POINT_AND_QUANTITY", "point", "12"));
    JsonNode trial = controller.post("/api/replenishment/trials", entry).ok();
    assertThat(trial.path("tried").path("fillRate").asDouble())
        .isGreaterThanOrEqualTo(trial.path("today").path("fillRate").asDouble());
    assertThat(trial.path("tried").path("daysWithout").asInt()).isZero();
    assertThat(trial.path("course").size()).isEqualTo(trial.path("daysPlayed").asInt());
    assertThat(controller.post("/api/replenishment/trials", entry).ok()).isEqualTo(trial);
  }
}
