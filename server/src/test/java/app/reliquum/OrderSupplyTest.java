package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** An order that can't be met raises its own supply, waits for it, and becomes ready by itself. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OrderSupplyTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client clerk;
  private Goods goods;
  private long site;
  private long skerry;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    goods = new Goods(controller);
    site = goods.site("KQ");
    goods.rack(site, "INSP", "INSPECT", "INSP-1");
    Map<String, Object> supplier = new HashMap<>();
    for (String field : List.of("email", "street", "town")) {
      supplier.put(field, "");
    }
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 9, "active", true));
    skerry = controller.post("/api/suppliers", supplier).ok().path("id").asLong();
    new Leaving(controller, site).customer("TERN", 0, false);
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "ONLY_FOR_ORDERS", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 90, "orderCost", 1, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK_ELSE_BUY");
    controller.post("/api/replenishment/policies", Map.of("figures", figures)).ok();
  }

  private long item(String code, String stock) {
    long item = goods.item(code, "Item " + code, "NONE");
    if (!stock.equals("0")) {
      goods.opening(code, null, null, "KQ.A-01-A", stock);
    }
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
                        "",
                        "minimum",
                        "0",
                        "multiple",
                        "5",
                        "preferred",
                        true))))
        .ok();
    return item;
  }

  private JsonNode order(String item, String quantity) {
    return order(Leaving.line(item, quantity));
  }

  private static Map<String, Object> line(String item, String quantity, String rule) {
    Map<String, Object> line = Leaving.line(item, quantity);
    line.put("supply", rule);
    return line;
  }

  private JsonNode order(Map<String, Object> line) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("customer", "TERN", "site", site, "reference", "", "note", ""));
    entry.put("needed", LocalDate.now().plusDays(20).toString());
    entry.put("allocate", true);
    entry.put("lines", List.of(line));
    return clerk.post("/api/outbound", entry).ok();
  }

  private JsonNode card(JsonNode order) {
    return clerk.get("/api/outbound/" + order.path("id").asLong()).ok();
  }

  private static JsonNode until(String what, Supplier<JsonNode> look, Predicate<JsonNode> seen) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
    JsonNode last = look.get();
    while (!seen.test(last) && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
      last = look.get();
    }
    assertThat(seen.test(last)).as("%s: %s", what, last).isTrue();
    return last;
  }

  private JsonNode untilState(JsonNode order, String state) {
    return until(state, () -> card(order), card -> card.path("state").asString().equals(state));
  }

  private JsonNode requisitionsOf(JsonNode order, int many) {
    return until(
        many + " requisitions",
        () -> clerk.get("/api/requisitions?q=" + order.path("number").asString()).ok().path("rows"),
        rows -> rows.size() == many);
  }

  private static Map<String, Object> ids(JsonNode... rows) {
    return Map.of("ids", List.of(rows).stream().map(row -> row.path("id").asLong()).toList());
  }

  private String buy(JsonNode... requisitions) {
    controller.post("/api/requisitions/agreement", ids(requisitions)).ok();
    JsonNode orders =
        controller.post("/api/requisitions/order", ids(requisitions)).ok().path("orders");
    assertThat(orders).hasSize(1);
    return orders.get(0).asString();
  }

  private JsonNode inbound(String number) {
    long id = clerk.get("/api/inbound?q=" + number).ok().path("rows").get(0).path("id").asLong();
    return clerk.get("/api/inbound/" + id).ok();
  }

  /** Receives so much of an item on the dock. */
  private void receive(String order, String item, String quantity) {
    String at = "/api/floor/RECEIVE/";
    clerk
        .post(at + "document", Map.of("site", site, "document", inbound(order).path("id").asLong()))
        .ok();
    clerk.post(at + "scan", Map.of("site", site, "text", item)).ok();
    clerk.post(at + "scan", Map.of("site", site, "text", quantity)).ok();
    clerk.post(at + "scan", Map.of("site", site, "text", "RB.KQ.DOCK-1")).ok();
    JsonNode done = clerk.post(at + "act", Map.of("site", site, "action", "CONFIRM")).ok();
    if (done.path("done").isMissingNode() || done.path("done").isNull()) {
      clerk.post(at + "act", Map.of("site", site, "action", "CONFIRM")).ok();
    }
  }

  private void putAway(String item, String quantity) {
    clerk.post("/api/moves", Goods.move(item, null, "KQ.DOCK-1", "KQ.A-01-B", quantity)).ok();
  }

  private void reject(long item, String quantity) {
    Map<String, Object> check = new HashMap<>();
    check.putAll(Map.of("item", item, "place", goods.bin(site, "DOCK-1"), "condition", "GOOD"));
    check.putAll(Map.of("lot", 0, "serial", 0, "load", 0, "mediaType", "image/jpeg"));
    check.put(
        "findings",
        List.of(Map.of("condition", "REJECTED", "quantity", quantity, "reason", "crushed")));
    check.put("picture", Base64.getEncoder().encodeToString(Camera.jpeg(40, 30)));
    clerk.post("/api/checks", check).ok();
  }

  private JsonNode supply(JsonNode order) {
    return clerk.get("/api/replenishment/orders/" + order.path("id").asLong() + "/supply").ok();
  }

  @Test
  void anOrderIsCoveredAndBecomesReadyWithoutAnyonePressingAnything() {
    long item = item("ROPE", "4");
    long other = item("CLEAT", "0");
    JsonNode order = order("ROPE", "10");
    assertThat(order.path("state").asString()).isEqualTo("SHORT");
    // Six are missing, and it is sold in fives.
    JsonNode requisition = requisitionsOf(order, 1).get(0);
    assertThat(requisition.path("quantity").asString()).isEqualTo("10");
    assertThat(supply(order).get(0).path("firm").asBoolean()).isFalse();
    assertThat(card(order).path("state").asString()).isEqualTo("SHORT");

    // Two purchases of one supplier are one order.
    JsonNode cleats = order("CLEAT", "3");
    String bought = buy(requisition, requisitionsOf(cleats, 1).get(0));
    JsonNode covered = untilState(order, "COVERED");
    assertThat(covered.path("coveredBy").asString())
        .isEqualTo(inbound(bought).path("expected").asString());
    untilState(cleats, "COVERED");
    JsonNode peg = supply(order).get(0);
    assertThat(peg.path("document").asString()).isEqualTo(bought);
    assertThat(peg.path("quantity").asString()).isEqualTo("6");
    JsonNode waiting =
        clerk
            .get("/api/replenishment/inbound/" + inbound(bought).path("id").asLong() + "/waiting")
            .ok();
    assertThat(waiting).hasSize(2);

    // Received in two parts, and rejected in part.
    receive(bought, "ROPE", "5");
    assertThat(card(order).path("state").asString()).isEqualTo("COVERED");
    reject(item, "2");
    putAway("ROPE", "3");
    JsonNode half =
        until(
            "seven reserved",
            () -> card(order).path("lines").get(0),
            line -> line.path("reserved").asString().equals("7"));
    assertThat(half.path("missing").asString()).isEqualTo("3");
    assertThat(card(order).path("state").asString()).isEqualTo("COVERED");
    receive(bought, "ROPE", "5");
    reject(item, "4");
    // Of what is still missing, one lies on the dock; two are requested anew.
    putAway("ROPE", "1");
    JsonNode again = requisitionsOf(order, 2);
    untilState(order, "SHORT");
    JsonNode second =
        again.get(0).path("state").asString().equals("REQUESTED") ? again.get(0) : again.get(1);
    assertThat(second.path("quantity").asString()).isEqualTo("5");
    String more = buy(second);
    untilState(order, "COVERED");
    receive(more, "ROPE", "5");
    putAway("ROPE", "5");
    JsonNode ready = untilState(order, "ALLOCATED");
    assertThat(ready.path("lines").get(0).path("reserved").asString()).isEqualTo("10");
    assertThat(supply(order)).isEmpty();
    // Three of the last five are free.
    assertThat(goods.onHand(item, "&site=" + site)).isEqualTo("19");
    goods.booksAddUp();
    assertThat(other).isPositive();
  }

  @Test
  void whatWasRequestedForALineGoesToItBeforeAnyoneElse() {
    item("BLOCK", "0");
    JsonNode first = order("BLOCK", "5");
    String bought = buy(requisitionsOf(first, 1).get(0));
    untilState(first, "COVERED");
    // Someone else needs theirs sooner, and nothing is there for them.
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("customer", "TERN", "site", site, "reference", "", "note", ""));
    entry.put("needed", LocalDate.now().plusDays(1).toString());
    entry.put("lines", List.of(Leaving.line("BLOCK", "5")));
    JsonNode sooner = clerk.post("/api/outbound", entry).ok();
    requisitionsOf(sooner, 1);
    receive(bought, "BLOCK", "5");
    putAway("BLOCK", "5");
    untilState(first, "ALLOCATED");
    assertThat(card(sooner).path("state").asString()).isEqualTo("SHORT");
  }

  @Test
  void ordersThatWaitAreLeftInPeaceByThoseThatFollow() {
    item("QUEUE", "0");
    long few = followingTen("QUEUE");
    for (int i = 0; i < 40; i++) {
      requisitionsOf(order("QUEUE", "5"), 1);
    }
    assertThat(followingTen("QUEUE")).as("after %s", few).isLessThan(few + 400);
  }

  /** How often the database was asked for what follows from ten more orders. */
  private long followingTen(String item) {
    long before = HOUSE.watched().following();
    for (int i = 0; i < 10; i++) {
      requisitionsOf(order(item, "5"), 1);
    }
    return HOUSE.watched().following() - before;
  }

  @Test
  void whatIsComingAnywayIsNotBoughtTwice() {
    item("HOOK", "0");
    Map<String, Object> line = Leaving.line("HOOK", "20");
    line.put("price", "1");
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "note", ""));
    entry.put("expected", LocalDate.now().plusDays(4).toString());
    entry.put("lines", List.of(line));
    clerk.post("/api/inbound", entry).ok();
    JsonNode order = order("HOOK", "8");
    JsonNode covered = untilState(order, "COVERED");
    assertThat(covered.path("coveredBy").asString())
        .isEqualTo(LocalDate.now().plusDays(4).toString());
    requisitionsOf(order, 0);
  }

  @Test
  void whatWasRequestedForACancelledOrderIsKeptForStockOrCancelled() {
    item("GONE", "0");
    JsonNode order = order("GONE", "4");
    JsonNode requested = requisitionsOf(order, 1).get(0);
    assertThat(requested.path("sourceLine").asInt()).isEqualTo(1);
    clerk
        .post(
            "/api/outbound/" + order.path("id").asLong() + "/closing", Map.of("reason", "No more"))
        .ok();
    assertThat(card(order).path("state").asString()).isEqualTo("CANCELLED");
    assertThat(requisitionsOf(order, 1).get(0).path("state").asString()).isEqualTo("REQUESTED");
    clerk.post("/api/requisitions/keeping", ids(requested)).ok();
    JsonNode kept = requisitionsOf(order, 1).get(0);
    assertThat(kept.path("sourceLine").asInt()).isZero();
    assertThat(kept.path("state").asString()).isEqualTo("REQUESTED");
    // For stock it meets whoever lacks it next: nothing more is requested.
    JsonNode next = order("GONE", "3");
    untilState(next, "SHORT");
    requisitionsOf(next, 0);
    clerk.post("/api/requisitions/drop", ids(kept)).ok();
    assertThat(clerk.post("/api/requisitions/keeping", ids(kept)).problem()).isEqualTo("gone-on");
    requisitionsOf(next, 1);
  }

  private static JsonNode line(JsonNode card) {
    return card.path("lines").get(0);
  }

  private JsonNode untilReserved(JsonNode order, String quantity) {
    return until(
        quantity + " reserved",
        () -> card(order),
        card -> line(card).path("reserved").asString().equals(quantity));
  }

  @Test
  void whatIsBoughtForAnOrderLeavesTheStockToOthers() {
    long item = item("SHEAVE", "20");
    JsonNode order = order(line("SHEAVE", "7", "BUY_FOR_ORDER"));
    assertThat(order.path("state").asString()).isEqualTo("SHORT");
    assertThat(line(order).path("reserved").asString()).isEqualTo("0");
    JsonNode requisition = requisitionsOf(order, 1).get(0);
    assertThat(requisition.path("quantity").asString()).isEqualTo("10");
    // It takes nothing either when someone looks again, or what was bought for stock comes in.
    clerk.post("/api/outbound/" + order.path("id").asLong() + "/allocation", Map.of());
    goods.opening("SHEAVE", null, null, "KQ.A-01-A", "5");
    assertThat(line(card(order)).path("reserved").asString()).isEqualTo("0");
    String bought = buy(requisition);
    untilState(order, "COVERED");
    receive(bought, "SHEAVE", "4");
    putAway("SHEAVE", "4");
    JsonNode part = untilReserved(order, "4");
    assertThat(part.path("state").asString()).isEqualTo("COVERED");
    receive(bought, "SHEAVE", "6");
    reject(item, "5");
    putAway("SHEAVE", "1");
    untilReserved(order, "5");
    // Five of ten were rejected, and two are missing: they are bought anew, not taken from stock.
    JsonNode anew =
        until(
            "two requisitions",
            () -> requisitionsOf(order, 2),
            rows -> rows.toString().contains("REQUESTED"));
    JsonNode second =
        anew.get(0).path("state").asString().equals("REQUESTED") ? anew.get(0) : anew.get(1);
    String boughtAnew = buy(second);
    receive(boughtAnew, "SHEAVE", "5");
    putAway("SHEAVE", "5");
    untilState(order, "ALLOCATED");
    assertThat(line(card(order)).path("reserved").asString()).isEqualTo("7");
    assertThat(line(card(order)).path("available").asString()).isEqualTo("28");
    goods.booksAddUp();
  }

  @Test
  void thePolicyOfAnItemSaysThatItIsBoughtForEachOrderUnlessTheLineSaysOtherwise() {
    item("CROWN", "20");
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "NONE", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 90, "orderCost", 1, "holdingPercent", 20));
    figures.put("forOrders", "BUY_FOR_ORDER");
    controller
        .post("/api/replenishment/policies", Map.of("item", "CROWN", "figures", figures))
        .ok();
    JsonNode order = order("CROWN", "5");
    assertThat(line(order).path("reserved").asString()).isEqualTo("0");
    assertThat(line(order).path("supply").isNull()).isTrue();
    requisitionsOf(order, 1);
    assertThat(order(line("CROWN", "5", "FROM_STOCK")).path("state").asString())
        .isEqualTo("ALLOCATED");
    // Who waits takes it from stock after all; what was requested stays, for whoever decides.
    String at = "/api/outbound/" + order.path("id").asLong() + "/lines/1/supply";
    JsonNode changed = clerk.put(at, Map.of("rule", "FROM_STOCK")).ok();
    assertThat(changed.path("state").asString()).isEqualTo("ALLOCATED");
    assertThat(line(changed).path("supply").asString()).isEqualTo("FROM_STOCK");
    // And back: what is reserved is free again.
    JsonNode back = clerk.put(at, new HashMap<>()).ok();
    assertThat(line(back).path("reserved").asString()).isEqualTo("0");
    assertThat(back.path("changes").toString()).contains("SUPPLY_CHANGED");
  }

  @Test
  void whatStockDoesNotMeetIsAskedForFromAnotherSite() {
    long other = goods.site("RN");
    item("GAFF", "4");
    goods.opening("GAFF", null, null, "RN.A-01-A", "30");
    Map<String, Object> line = line("GAFF", "10", "FROM_STOCK_ELSE_TRANSFER");
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("customer", "TERN", "site", site, "lines", List.of(line)));
    assertThat(clerk.post("/api/outbound", entry).problem()).isEqualTo("invalid");
    line.put("supplyFrom", site);
    assertThat(clerk.post("/api/outbound", entry).problem()).isEqualTo("invalid");
    line.put("supplyFrom", other);
    JsonNode order = order(line);
    assertThat(line(order).path("reserved").asString()).isEqualTo("4");
    JsonNode pegs = until("a transfer", () -> supply(order), rows -> rows.size() == 1);
    JsonNode peg = pegs.get(0);
    assertThat(peg.path("quantity").asString()).isEqualTo("6");
    assertThat(peg.path("firm").asBoolean()).isFalse();
    requisitionsOf(order, 0);
    String number = peg.path("document").asString();
    String transfer =
        "/api/transfers/"
            + clerk
                .get("/api/transfers?filter=ALL&q=" + number)
                .ok()
                .path("rows")
                .get(0)
                .path("id")
                .asLong();
    assertThat(clerk.get(transfer).ok().path("note").asString())
        .isEqualTo(order.path("number").asString());
    clerk.post(transfer + "/release", Map.of()).ok();
    untilState(order, "COVERED");
    clerk.post(transfer + "/picking", Map.of()).ok();
    clerk.post(transfer + "/sending", Map.of("rest", "FOLLOWS")).ok();
    clerk.post(transfer + "/arrivals", Map.of()).ok();
    assertThat(supply(order).get(0).path("document").asString()).isEmpty();
    putAway("GAFF", "6");
    untilState(order, "ALLOCATED");
    goods.booksAddUp();
  }

  @Test
  void whatTheOtherSiteRefusesIsNotAskedForAgain() {
    long other = goods.site("RS");
    item("BOOM", "0");
    Map<String, Object> line = line("BOOM", "6", "FROM_STOCK_ELSE_TRANSFER");
    line.put("supplyFrom", other);
    JsonNode order = order(line);
    JsonNode peg = until("a transfer", () -> supply(order), rows -> rows.size() == 1).get(0);
    JsonNode transfers =
        clerk.get("/api/transfers?filter=ALL&q=" + peg.path("document").asString()).ok();
    clerk
        .post(
            "/api/transfers/" + transfers.path("rows").get(0).path("id").asLong() + "/closing",
            Map.of("reason", "We have none"))
        .ok();
    until("nothing comes", () -> supply(order), JsonNode::isEmpty);
    // Something else happens to the order's item, and nobody asks again.
    order("BOOM", "1");
    requisitionsOf(order, 0);
    assertThat(supply(order)).isEmpty();
  }

  @Test
  void aRequisitionThatWasRefusedIsNotMadeAgain() {
    item("SPRIT", "0");
    JsonNode order = order("SPRIT", "5");
    JsonNode requisition = requisitionsOf(order, 1).get(0);
    clerk.post("/api/requisitions/drop", ids(requisition)).ok();
    JsonNode other = order("SPRIT", "5");
    requisitionsOf(other, 1);
    JsonNode still = requisitionsOf(order, 1).get(0);
    assertThat(still.path("id")).isEqualTo(requisition.path("id"));
    assertThat(still.path("state").asString()).isEqualTo("CANCELLED");
  }

  @Test
  void whatStockDoesNotMeetIsMadeAndBecomesReadyWhenItIsBookedIn() {
    item("EYE", "8");
    long kit = item("STROP", "4");
    controller
        .put(
            "/api/items/" + kit + "/components",
            Map.of("components", List.of(Map.of("item", "EYE", "quantity", "2"))))
        .ok();
    JsonNode order = order(line("STROP", "10", "FROM_STOCK_ELSE_MAKE"));
    assertThat(line(order).path("reserved").asString()).isEqualTo("4");
    JsonNode peg = until("a job", () -> supply(order), rows -> rows.size() == 1).get(0);
    assertThat(peg.path("quantity").asString()).isEqualTo("6");
    // Its components are not all there: they are bought, and the order is not covered yet.
    assertThat(peg.path("firm").asBoolean()).isFalse();
    String number = peg.path("document").asString();
    JsonNode job = clerk.get("/api/outbound?filter=ALL&q=" + number).ok().path("rows").get(0);
    JsonNode eyes = requisitionsOf(job, 1).get(0);
    assertThat(eyes.path("quantity").asString()).isEqualTo("5");
    String bought = buy(eyes);
    untilState(job, "COVERED");
    untilState(order, "COVERED");
    receive(bought, "EYE", "5");
    putAway("EYE", "5");
    untilState(job, "ALLOCATED");
    String at = "/api/outbound/" + job.path("id").asLong();
    clerk.post(at + "/picking", Map.of()).ok();
    clerk.post(at + "/hand-over", Map.of("takenBy", "")).ok();
    clerk.post(at + "/output", Map.of("quantity", "2", "bin", "A-02-A")).ok();
    untilReserved(order, "6");
    clerk.post(at + "/output", Map.of("quantity", "4", "bin", "A-02-A")).ok();
    untilState(order, "ALLOCATED");
    goods.booksAddUp();
  }

  @Test
  void whatIsMadeOfNothingWaits() {
    item("OAR", "2");
    JsonNode order = order(line("OAR", "5", "MAKE_FOR_ORDER"));
    assertThat(line(order).path("reserved").asString()).isEqualTo("0");
    assertThat(supply(order)).isEmpty();
    // The house goes on with what follows.
    item("THOLE", "0");
    requisitionsOf(order("THOLE", "5"), 1);
    assertThat(card(order).path("state").asString()).isEqualTo("SHORT");
  }
}
