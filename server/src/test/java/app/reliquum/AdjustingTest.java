package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Adjustments, scrap, loans and movements of the house's own, and who agrees to them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AdjustingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client other;
  private Client clerk;
  private Client hand;
  private Goods goods;
  private long quay;
  private final Map<String, JsonNode> kinds = new HashMap<>();

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    other = HOUSE.hire("CON2", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    Map<String, Object> supplier = new HashMap<>();
    for (String field : List.of("email", "street", "town")) {
      supplier.put(field, "");
    }
    supplier.putAll(
        Map.of("code", "SKERRY", "name", "Skerry Works", "leadDays", 5, "active", true));
    controller.post("/api/suppliers", supplier).ok();
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      kinds.put(kind.path("code").asString(), kind);
    }
  }

  private long kind(String code) {
    return kinds.get(code).path("id").asLong();
  }

  /** An item of which so many lie in a bin, each worth ten. */
  private long stocked(String code, String tracking, String place, String quantity) {
    long item = goods.item(code, "Item " + code, tracking);
    Map<String, Object> line =
        Goods.line(code, tracking.equals("LOT") ? "L1" : null, null, place, quantity);
    line.put("cost", "10");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    return item;
  }

  private static Map<String, Object> entry(
      long kind, String way, String item, String place, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("kind", kind);
    entry.put("way", way);
    entry.put("replacing", false);
    entry.put("lines", List.of(Goods.line(item, null, null, place, quantity)));
    return entry;
  }

  private JsonNode card(JsonNode written) {
    return controller.get("/api/adjustments/" + written.path("id").asLong()).ok();
  }

  private JsonNode waiting(JsonNode written) {
    long approval = card(written).path("approval").asLong();
    return controller.get("/api/approvals/" + approval).ok().path("approval");
  }

  @Test
  void eachReasonGoesTheWaysThatItAllows() {
    long item = stocked("WAYS", "NONE", "KQ.A-01-A", "40");
    int tried = 0;
    int expected = 40;
    for (Map.Entry<String, JsonNode> one : kinds.entrySet()) {
      if (one.getValue().path("purpose").asString().equals("LOAN")) {
        continue;
      }
      String direction = one.getValue().path("direction").asString();
      for (String way : List.of("IN", "OUT")) {
        Map<String, Object> entry = entry(kind(one.getKey()), way, "WAYS", "KQ.A-01-A", "1");
        entry.put("note", "because");
        Client.Answer answer = clerk.post("/api/adjustments", entry);
        if (direction.equals("EITHER") || direction.equals(way)) {
          assertThat(answer.ok().path("state").asString()).as(one.getKey()).isEqualTo("POSTED");
          expected += way.equals("IN") ? 1 : -1;
          tried++;
        } else {
          assertThat(answer.problem()).as(one.getKey()).isEqualTo("wrong-way");
        }
      }
    }
    assertThat(tried).isGreaterThanOrEqualTo(11);
    assertThat(goods.onHand(item, "")).isEqualTo(Integer.toString(expected));
    goods.booksAddUp();
  }

  @Test
  void aFigureSetsTheBookAndIsWrittenWithItsReason() {
    long item = stocked("FIG", "NONE", "KQ.A-01-B", "12");
    JsonNode written =
        clerk.post("/api/adjustments", entry(kind("RECOUNT"), "SET", "FIG", "KQ.A-01-B", "9")).ok();
    assertThat(written.path("net").decimalValue()).isEqualByComparingTo("-30.00");
    assertThat(goods.onHand(item, "")).isEqualTo("9");
    JsonNode line =
        controller
            .get("/api/ledger?item=" + item + "&movementKind=" + kind("RECOUNT"))
            .ok()
            .path("rows")
            .get(0);
    assertThat(line.path("movementKind").asString()).isEqualTo("Counted again");
    assertThat(line.path("to").asString()).isEqualTo("Count difference");
    Client.Answer same =
        clerk.post("/api/adjustments", entry(kind("RECOUNT"), "SET", "FIG", "KQ.A-01-B", "9"));
    assertThat(same.problem()).isEqualTo("nothing-to-change");
    Client.Answer damage =
        clerk.post("/api/adjustments", entry(kind("DAMAGE"), "SET", "FIG", "KQ.A-01-B", "5"));
    assertThat(damage.problem()).isEqualTo("wrong-way");
    Client.Answer much =
        clerk.post("/api/adjustments", entry(kind("DAMAGE"), "OUT", "FIG", "KQ.A-01-B", "10"));
    assertThat(much.problem()).isEqualTo("not-enough");
    assertThat(much.detail()).contains("holds 9");
  }

  @Test
  void aPictureShowsWhatHappened() {
    stocked("PIC", "NONE", "KQ.A-05-B", "5");
    Map<String, Object> entry = entry(kind("DAMAGE"), "OUT", "PIC", "KQ.A-05-B", "1");
    byte[] broken = {(byte) 0x89, 'P', 'N', 'G'};
    entry.put(
        "picture",
        Map.of("mediaType", "image/png", "content", Base64.getEncoder().encodeToString(broken)));
    assertThat(hand.post("/api/adjustments", entry).body().path("field").asString())
        .isEqualTo("picture");
    String inText = Base64.getEncoder().encodeToString(Camera.jpeg(20, 20));
    entry.put("picture", Map.of("mediaType", "image/jpeg", "content", inText));
    JsonNode written = clerk.post("/api/adjustments", entry).ok();
    assertThat(card(written).path("picture").asBoolean()).isTrue();
    Client.Answer shown =
        controller.get("/api/adjustments/" + written.path("id").asLong() + "/picture");
    assertThat(shown.status()).isEqualTo(200);
    assertThat(shown.whole().headers().firstValue("Content-Type")).contains("image/jpeg");
    assertThat(shown.whole().headers().allValues("Content-Security-Policy"))
        .anySatisfy(policy -> assertThat(policy).contains("sandbox"));
    JsonNode plain =
        hand.post("/api/adjustments", entry(kind("DAMAGE"), "OUT", "PIC", "KQ.A-05-B", "1")).ok();
    assertThat(
            controller.get("/api/adjustments/" + plain.path("id").asLong() + "/picture").status())
        .isEqualTo(404);
  }

  @Test
  void aNoteIsAskedForWhereTheReasonNeedsOne() {
    stocked("NOTE", "NONE", "KQ.A-01-C", "5");
    Map<String, Object> entry = entry(kind("THEFT"), "OUT", "NOTE", "KQ.A-01-C", "1");
    Client.Answer answer = clerk.post("/api/adjustments", entry);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.body().path("field").asString()).isEqualTo("note");
    entry.put("note", "The window was open.");
    clerk.post("/api/adjustments", entry).ok();
  }

  private JsonNode proposed(String item, String place, String quantity) {
    JsonNode written =
        clerk.post("/api/adjustments", entry(kind("LOSS"), "OUT", item, place, quantity)).ok();
    assertThat(written.path("state").asString()).isEqualTo("PROPOSED");
    return written;
  }

  @Test
  void aboveTheLimitSomeoneElseAgreesRefusesOrAsksBack() {
    long item = stocked("DEAR", "NONE", "KQ.A-02-A", "200");
    JsonNode first = proposed("DEAR", "KQ.A-02-A", "60");
    assertThat(goods.onHand(item, "")).isEqualTo("200");
    JsonNode approval = waiting(first);
    String at = "/api/approvals/" + approval.path("id").asLong();
    assertThat(approval.path("value").decimalValue()).isEqualByComparingTo("600.00");
    assertThat(approval.path("most").decimalValue()).isEqualByComparingTo("500.00");
    assertThat(clerk.post(at + "/approval", Map.of("note", "")).status()).isEqualTo(403);
    assertThat(controller.post(at + "/refusal", Map.of("note", " ")).status()).isEqualTo(400);

    // Asked back, answered, approved by another.
    controller.post(at + "/words", Map.of("note", "Did you look behind the rack?")).ok();
    assertThat(waiting(first).path("askedBack").asBoolean()).isTrue();
    clerk.post(at + "/words", Map.of("note", "Yes, twice.")).ok();
    assertThat(waiting(first).path("askedBack").asBoolean()).isFalse();
    JsonNode card = controller.post(at + "/approval", Map.of("note", "Go on")).ok();
    assertThat(card.path("words").findValuesAsString("what"))
        .containsExactly("PROPOSED", "INFORMATION_REQUESTED", "ANSWERED", "APPROVED");
    assertThat(goods.onHand(item, "")).isEqualTo("140");
    assertThat(card(first).path("adjustment").path("state").asString()).isEqualTo("POSTED");
    assertThat(controller.post(at + "/approval", Map.of("note", "")).problem())
        .isEqualTo("decided-already");

    // Refused with a note.
    JsonNode second = proposed("DEAR", "KQ.A-02-A", "70");
    String then = "/api/approvals/" + waiting(second).path("id").asLong();
    controller.post(then + "/refusal", Map.of("note", "Count it first.")).ok();
    assertThat(card(second).path("adjustment").path("state").asString()).isEqualTo("REFUSED");
    assertThat(goods.onHand(item, "")).isEqualTo("140");

    // Withdrawn by the one who proposed it, and by nobody else.
    JsonNode third = proposed("DEAR", "KQ.A-02-A", "80");
    String last = "/api/approvals/" + waiting(third).path("id").asLong();
    assertThat(controller.post(last + "/withdrawal", Map.of()).status()).isEqualTo(403);
    clerk.post(last + "/withdrawal", Map.of()).ok();
    assertThat(card(third).path("adjustment").path("state").asString()).isEqualTo("REFUSED");
  }

  @Test
  void theLimitAsksForWhatThePostingWillCost() {
    // Both are worth 600 in all, 60 of 120: the one oldest first, the other on average.
    for (String oldest : List.of("1", "9")) {
      String code = "LAYER" + oldest;
      long item = goods.item(code, "Item " + code, "NONE");
      controller.put("/api/items/" + item + "/cost", Map.of("cost", 0, "method", "FIFO")).ok();
      for (String cost : List.of(oldest, oldest.equals("1") ? "9" : "1")) {
        Map<String, Object> line = Goods.line(code, null, null, "KQ.A-05-A", "60");
        line.put("cost", cost);
        goods.post("FROM_SUPPLIER", List.of(line)).ok();
      }
      JsonNode written =
          clerk.post("/api/adjustments", entry(kind("LOSS"), "OUT", code, "KQ.A-05-A", "60")).ok();
      if (oldest.equals("9")) {
        assertThat(written.path("state").asString()).isEqualTo("PROPOSED");
        JsonNode approval = waiting(written);
        assertThat(approval.path("value").decimalValue()).isEqualByComparingTo("540.00");
        controller
            .post(
                "/api/approvals/" + approval.path("id").asLong() + "/approval", Map.of("note", ""))
            .ok();
      } else {
        assertThat(written.path("state").asString()).isEqualTo("POSTED");
      }
      JsonNode lost =
          controller.get("/api/ledger?item=" + item + "&place=" + goods.bin(quay, "A-05-A")).ok();
      assertThat(lost.path("rows").get(0).path("value").decimalValue())
          .isEqualByComparingTo(oldest.equals("9") ? "540.00" : "60.00");
    }
  }

  @Test
  void nobodyAgreesToTheirOwnNorAboveTheirOwnLimit() {
    stocked("OWN", "NONE", "KQ.A-02-B", "200");
    JsonNode written =
        controller
            .post("/api/adjustments", entry(kind("LOSS"), "OUT", "OWN", "KQ.A-02-B", "90"))
            .ok();
    String at = "/api/approvals/" + waiting(written).path("id").asLong();
    assertThat(controller.post(at + "/approval", Map.of("note", "")).detail()).contains("yourself");
    Client small = HOUSE.hire("SMALL", Role.CONTROLLER);
    limit("SMALL", 800);
    assertThat(small.post(at + "/approval", Map.of("note", "")).detail()).contains("up to 800");
    other.post(at + "/approval", Map.of("note", "")).ok();
  }

  private void limit(String code, int value) {
    for (JsonNode person : HOUSE.hire("ADM" + code, Role.ADMINISTRATOR).get("/api/people").ok()) {
      if (person.path("code").asString().equals(code)) {
        Map<String, Object> entry = new HashMap<>();
        for (String field : List.of("version", "code", "name", "role", "everywhere", "active")) {
          entry.put(field, person.path(field));
        }
        entry.put("sites", List.of());
        entry.put("approvalValue", value);
        HOUSE
            .nobody()
            .signIn("ADM" + code, RunningHouse.PASSWORD)
            .put("/api/people/" + person.path("id").asLong(), entry)
            .ok();
      }
    }
  }

  @Test
  void aPersonsOwnLimitHoldsWhateverTheReason() {
    stocked("MINE", "NONE", "KQ.A-02-C", "50");
    Client junior = HOUSE.hire("JUNIOR", Role.CLERK);
    limit("JUNIOR", 50);
    Client.Answer under =
        junior.post("/api/adjustments", entry(kind("DAMAGE"), "OUT", "MINE", "KQ.A-02-C", "5"));
    assertThat(under.ok().path("state").asString()).isEqualTo("POSTED");
    Client.Answer above =
        junior.post("/api/adjustments", entry(kind("DAMAGE"), "OUT", "MINE", "KQ.A-02-C", "6"));
    assertThat(above.ok().path("state").asString()).isEqualTo("PROPOSED");
  }

  @Test
  void whatIsGoneMeanwhileCanNotBeAgreedToAndStaysProposed() {
    long item = stocked("GONE", "NONE", "KQ.A-03-A", "80");
    JsonNode written = proposed("GONE", "KQ.A-03-A", "70");
    goods.post("TO_CUSTOMER", List.of(Goods.line("GONE", null, null, "KQ.A-03-A", "30"))).ok();
    String at = "/api/approvals/" + waiting(written).path("id").asLong();
    Client.Answer answer = controller.post(at + "/approval", Map.of("note", ""));
    assertThat(answer.problem()).isEqualTo("not-enough");
    assertThat(answer.detail()).contains("50");
    assertThat(waiting(written).path("state").asString()).isEqualTo("PROPOSED");
    assertThat(card(written).path("lines").get(0).path("now").asString()).isEqualTo("50");
    assertThat(goods.onHand(item, "")).isEqualTo("50");
    controller.post(at + "/refusal", Map.of("note", "Sold meanwhile.")).ok();
  }

  @Test
  void scrapHasSeveralReasonsAndIsBoughtAgain() {
    long item = stocked("SCRP", "LOT", "KQ.A-03-B", "30");
    Map<String, Object> entry = entry(kind("EXPIRED"), "OUT", "SCRP", "KQ.A-03-B", "4");
    entry.put("lines", List.of(Goods.line("SCRP", "L1", null, "KQ.A-03-B", "4")));
    entry.put("reasons", List.of(kind("BROKEN")));
    entry.put("source", "INSP-7");
    entry.put("replacing", true);
    JsonNode written = clerk.post("/api/adjustments", entry).ok();
    JsonNode card = card(written);
    assertThat(card.path("adjustment").path("reasons").asString()).isEqualTo("Expired + Broken");
    Instant after = Instant.now().minusSeconds(3600);
    Instant before = Instant.now().plusSeconds(60);
    String time = "&after=" + after + "&before=" + before;
    JsonNode byReason =
        controller.get("/api/reason-report?purpose=SCRAP&by=REASON" + time).ok().path("rows");
    assertThat(byReason)
        .anySatisfy(
            row -> {
              assertThat(row.path("label").asString()).isEqualTo("Expired + Broken");
              assertThat(row.path("outValue").decimalValue()).isEqualByComparingTo("40.00");
              assertThat(row.path("inValue").decimalValue()).isEqualByComparingTo("0");
            });
    assertThat(controller.get("/api/reason-report?purpose=SCRAP&by=ITEM" + time).text())
        .contains("Item SCRP");
    assertThat(
            controller
                .get("/api/export/reason-report?format=CSV&purpose=SCRAP&by=MONTH" + time)
                .text())
        .contains("label", "20");
    assertThat(goods.onHand(item, "")).isEqualTo("26");

    // The requisition: nobody is known to sell it; then it is agreed to and ordered.
    JsonNode asked =
        find(
            controller.get("/api/requisitions?where=STATE:IS:REQUESTED").ok().path("rows"),
            "item",
            "SCRP");
    assertThat(asked.path("quantity").asString()).isEqualTo("4");
    assertThat(asked.path("source").asString()).isEqualTo(written.path("number").asString());
    Map<String, Object> some = Map.of("ids", List.of(asked.path("id").asLong()));
    assertThat(clerk.post("/api/requisitions/order", some).problem()).isEqualTo("gone-on");
    assertThat(clerk.post("/api/requisitions/agreement", some).status()).isEqualTo(403);
    controller.post("/api/requisitions/agreement", some).ok();
    assertThat(clerk.post("/api/requisitions/order", some).problem()).isEqualTo("no-supplier");
    long skerry = controller.get("/api/suppliers").ok().get(0).path("id").asLong();
    clerk
        .put(
            "/api/requisition-lines/" + asked.path("id").asLong() + "/supplier",
            Map.of("supplier", skerry))
        .ok();
    JsonNode done = clerk.post("/api/requisitions/order", some).ok();
    assertThat(done.path("orders")).hasSize(1);
    JsonNode ordered =
        find(
            controller.get("/api/requisitions?where=STATE:IS:ORDERED").ok().path("rows"),
            "item",
            "SCRP");
    JsonNode order = controller.get("/api/inbound/" + ordered.path("orderId").asLong()).ok();
    assertThat(order.path("lines").get(0).path("quantity").asString()).isEqualTo("4");
    assertThat(clerk.post("/api/requisitions/order", some).problem()).isEqualTo("gone-on");
  }

  private static JsonNode find(JsonNode rows, String field, String value) {
    for (JsonNode row : rows) {
      if (row.path(field).asString().equals(value)) {
        return row;
      }
    }
    throw new AssertionError("There is no " + field + " " + value + " in " + rows);
  }

  @Test
  void aLoanComesBackInPartsAndIsOverdueUntilThen() {
    long item = stocked("LOAN", "NONE", "KQ.A-04-A", "10");
    Map<String, Object> entry = entry(kind("LENT"), "OUT", "LOAN", "KQ.A-04-A", "6");
    assertThat(hand.post("/api/adjustments", entry).body().path("field").asString())
        .isEqualTo("party");
    entry.put("party", "Harbour school");
    entry.put("due", LocalDate.now().minusDays(3).toString());
    JsonNode written = clerk.post("/api/adjustments", entry).ok();
    // What is on loan is still ours, and nowhere available.
    assertThat(goods.onHand(item, "")).isEqualTo("10");
    assertThat(goods.onHand(item, "&site=" + quay)).isEqualTo("4");
    JsonNode loan =
        find(
            controller.get("/api/loans?filter=OVERDUE&q=harbour").ok().path("rows"),
            "party",
            "Harbour school");
    assertThat(loan.path("number").asString()).isEqualTo(written.path("number").asString());
    String at = "/api/loans/" + loan.path("id").asLong();
    long lent = controller.get(at).ok().path("goods").get(0).path("id").asLong();
    assertThat(hand.post(at + "/returns", back(lent, "7")).problem()).isEqualTo("more-than-lent");
    hand.post(at + "/returns", back(lent, "4")).ok();
    JsonNode card = controller.get(at).ok();
    assertThat(card.path("goods").get(0).path("open").asString()).isEqualTo("2");
    assertThat(card.path("loan").path("overdue").asBoolean()).isTrue();
    assertThat(goods.onHand(item, "&site=" + quay)).isEqualTo("8");
    JsonNode whole = hand.post(at + "/returns", back(lent, "2")).ok();
    assertThat(whole.path("loan").path("closed").isNull()).isFalse();
    // The last return is taken back: the loan is open again.
    long posting = whole.path("returns").get(1).path("posting").asLong();
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "wrong")).ok();
    assertThat(controller.get(at).ok().path("goods").get(0).path("open").asString()).isEqualTo("2");
    assertThat(controller.get(at).ok().path("loan").path("closed").isNull()).isTrue();
    goods.booksAddUp();
  }

  @Test
  void aPositionOnAUnitLoadIsAdjustedThere() {
    long item = stocked("PALL", "NONE", "KQ.A-05-A", "3");
    String load = controller.post("/api/unit-loads", Map.of()).ok().path("code").asString();
    Map<String, Object> found = entry(kind("FOUND"), "IN", "PALL", "KQ.A-05-A", "8");
    Map<String, Object> line = new HashMap<>(Goods.line("PALL", null, null, "KQ.A-05-A", "8"));
    line.put("load", load);
    found.put("lines", List.of(line));
    clerk.post("/api/adjustments", found).ok();
    JsonNode rows =
        controller
            .get("/api/on-hand?group=POSITION&item=" + item + "&sort=ON_HAND")
            .ok()
            .path("rows");
    assertThat(rows).hasSize(2);
    JsonNode on = find(rows, "load", load);
    assertThat(on.path("onHand").asString()).isEqualTo("8");
    assertThat(controller.get("/api/on-hand?group=POSITION&load=" + load).ok().path("rows"))
        .hasSize(1);
    assertThat(controller.get("/api/on-hand?group=POSITION&load=NONE").ok().path("rows")).isEmpty();
    line.put("quantity", "6");
    Map<String, Object> out = entry(kind("LOSS"), "OUT", "PALL", "KQ.A-05-A", "6");
    out.put("lines", List.of(line));
    clerk.post("/api/adjustments", out).ok();
    assertThat(
            find(
                    controller.get("/api/on-hand?group=POSITION&item=" + item).ok().path("rows"),
                    "load",
                    load)
                .path("onHand")
                .asString())
        .isEqualTo("2");
  }

  @Test
  void whatIsUsedInTheHouseIsOutUntilItComesBackAsItsOppositeSays() {
    long item = stocked("USED", "NONE", "KQ.A-04-A", "10");
    Map<String, Object> back = ownMovement("TOOLBACK", "Tool returned", "IN");
    back.put(
        "fields",
        List.of(
            Map.of(
                "id",
                0,
                "name",
                "Wear",
                "type",
                "CHOICE",
                "required",
                true,
                "choices",
                List.of("none", "worn"))));
    JsonNode returned = controller.post("/api/movement-kinds", back).ok();
    Map<String, Object> out = ownMovement("TOOLOUT", "Tool in use", "OUT");
    out.put("oppositeId", returned.path("id").asLong());
    out.put("fields", List.of(field("Hours", "NUMBER"), field("Boat", "TEXT")));
    JsonNode use = controller.post("/api/movement-kinds", out).ok();
    assertThat(use.path("comesBack").asBoolean()).isTrue();
    assertThat(returned.path("comesBack").asBoolean()).isFalse();
    long hours = use.path("fields").get(0).path("id").asLong();
    long boat = use.path("fields").get(1).path("id").asLong();
    Map<String, Object> entry = entry(use.path("id").asLong(), "OUT", "USED", "KQ.A-04-A", "3");
    entry.put("due", LocalDate.now().minusDays(1).toString());
    entry.put("fields", Map.of(hours, "2.5", boat, "Tern"));
    JsonNode written = clerk.post("/api/adjustments", entry).ok();
    long loan = card(written).path("loan").asLong();
    String at = "/api/loans/" + loan;
    JsonNode card = controller.get(at).ok();
    assertThat(card.path("loan").path("purpose").asString()).isEqualTo("MOVEMENT");
    assertThat(card.path("loan").path("kind").asString()).isEqualTo("Tool in use");
    assertThat(card.path("loan").path("overdue").asBoolean()).isTrue();
    assertThat(card.path("backKind").path("code").asString()).isEqualTo("TOOLBACK");
    assertThat(
            find(
                controller
                    .get("/api/loans?filter=OVERDUE&where=PURPOSE:IS:MOVEMENT")
                    .ok()
                    .path("rows"),
                "id",
                String.valueOf(loan)))
        .isNotNull();
    assertThat(goods.onHand(item, "")).isEqualTo("7");

    // It costs twice as much by now: what comes back is worth what it was when it went.
    controller.put("/api/items/" + item + "/cost", Map.of("cost", "20")).ok();
    long goodsOut = card.path("goods").get(0).path("id").asLong();
    Map<String, Object> some = new HashMap<>(back(goodsOut, "2"));
    assertThat(hand.post(at + "/returns", some).body().path("detail").asString())
        .contains("Wear is needed");
    long wear = returned.path("fields").get(0).path("id").asLong();
    some.put("fields", Map.of(wear, "worn"));
    JsonNode after = hand.post(at + "/returns", some).ok();
    assertThat(after.path("goods").get(0).path("open").asString()).isEqualTo("1");
    assertThat(after.path("loan").path("closed").isNull()).isTrue();
    assertThat(goods.onHand(item, "")).isEqualTo("9");
    long posting = after.path("returns").get(0).path("posting").asLong();
    JsonNode lines = controller.get("/api/ledger?posting=" + posting).ok().path("rows");
    assertThat(lines.get(0).path("value").decimalValue()).isEqualByComparingTo("20.00");

    String time =
        "&after=" + Instant.now().minusSeconds(3600) + "&before=" + Instant.now().plusSeconds(60);
    String asked = "/api/reason-report?purpose=MOVEMENT";
    JsonNode byWear = controller.get(asked + "&by=FIELD&field=" + wear + time).ok().path("rows");
    assertThat(find(byWear, "label", "worn").path("inValue").decimalValue())
        .isEqualByComparingTo("20.00");
    JsonNode byBoat =
        controller
            .get(asked + "&by=FIELD&field=" + boat + "&sum=" + hours + time)
            .ok()
            .path("rows");
    assertThat(find(byBoat, "label", "Tern").path("outValue").decimalValue())
        .isEqualByComparingTo("30.00");
    assertThat(find(byBoat, "label", "Tern").path("sum").decimalValue())
        .isEqualByComparingTo("2.5");
    assertThat(controller.get(asked + "&by=FIELD" + time).status()).isEqualTo(400);
    assertThat(
            controller.get(asked + "&by=ITEM&sum=" + boat + time).body().path("detail").asString())
        .contains("takes numbers");

    // What went out never did: there is nothing to come back, and none of it in the report.
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "not it")).ok();
    clerk
        .post(
            "/api/postings/" + written.path("posting").asLong() + "/reversal",
            Map.of("reason", "never out"))
        .ok();
    assertThat(controller.get(at).ok().path("loan").path("closed").isNull()).isFalse();
    assertThat(goods.onHand(item, "")).isEqualTo("10");
    assertThat(controller.get(asked + "&by=FIELD&field=" + boat + time).ok().path("rows"))
        .noneSatisfy(row -> assertThat(row.path("label").asString()).isEqualTo("Tern"));
    goods.booksAddUp();
  }

  private static Map<String, Object> field(String name, String type) {
    return Map.of("id", 0, "name", name, "type", type, "required", false, "choices", List.of());
  }

  private static Map<String, Object> ownMovement(String code, String name, String direction) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", name);
    entry.put("purpose", "MOVEMENT");
    entry.put("direction", direction);
    entry.put("contra", "USED_UP");
    entry.put("account", "5150");
    entry.put("noteNeeded", false);
    entry.put("active", true);
    entry.put("fields", List.of());
    return entry;
  }

  private static Map<String, Object> back(long goods, String quantity) {
    return Map.of(
        "lines",
        List.of(Map.of("goods", goods, "quantity", quantity, "place", "KQ.A-04-A")),
        "note",
        "");
  }

  @Test
  void aKindWithFieldsAsksForThemAndTheyAreFoundAgain() {
    stocked("JOB", "NONE", "KQ.A-04-B", "20");
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", "JOBOUT");
    entry.put("name", "Taken for a job");
    entry.put("purpose", "MOVEMENT");
    entry.put("direction", "OUT");
    entry.put("contra", "USED_UP");
    entry.put("account", "5150");
    entry.put("noteNeeded", false);
    entry.put("active", true);
    entry.put(
        "fields",
        List.of(
            field("Job", "TEXT", true),
            field("Hours", "NUMBER", false),
            field("Due", "DATE", true),
            Map.of(
                "id",
                0,
                "name",
                "Boat",
                "type",
                "CHOICE",
                "required",
                true,
                "choices",
                List.of("Tern", "Gannet"))));
    assertThat(clerk.post("/api/movement-kinds", entry).status()).isEqualTo(403);
    JsonNode kind = controller.post("/api/movement-kinds", entry).ok();
    Map<String, Object> taken = entry(kind.path("id").asLong(), "OUT", "JOB", "KQ.A-04-B", "3");
    Map<String, Object> fields = new HashMap<>();
    taken.put("fields", fields);
    JsonNode asked = kind.path("fields");
    Client.Answer missing = clerk.post("/api/adjustments", taken);
    assertThat(missing.detail()).isEqualTo("Job is needed.");
    fields.put(asked.get(0).path("id").asString(), "J-1042");
    fields.put(asked.get(1).path("id").asString(), "many");
    fields.put(asked.get(2).path("id").asString(), "2026-03-31");
    fields.put(asked.get(3).path("id").asString(), "tern");
    assertThat(clerk.post("/api/adjustments", taken).detail()).contains("Hours is a number");
    fields.put(asked.get(1).path("id").asString(), "2,50");
    assertThat(clerk.post("/api/adjustments", taken).detail()).contains("Hours is a number");
    fields.put(asked.get(1).path("id").asString(), "2.50");
    JsonNode written = clerk.post("/api/adjustments", taken).ok();
    assertThat(card(written).path("fields").findValuesAsString("value"))
        .containsExactly("J-1042", "2.5", "2026-03-31", "Tern");
    JsonNode found = controller.get("/api/adjustments?where=FIELDS:HOLDS:J-1042").ok();
    assertThat(found.path("total").asInt()).isEqualTo(1);
    JsonNode line = controller.get("/api/ledger?field=J-1042").ok().path("rows").get(0);
    assertThat(line.path("fields").asString())
        .isEqualTo("Job: J-1042; Hours: 2.5; Due: 2026-03-31; Boat: Tern");
    assertThat(
            controller
                .get("/api/export/ledger?format=CSV&columns=item,fields,value&field=J-1042")
                .text())
        .contains("Job: J-1042");
    assertThat(
            controller
                .get("/api/value/journal?from=2020-01-01T00:00:00Z&to=" + Instant.now())
                .ok()
                .path("entries")
                .findValuesAsString("account"))
        .contains("5150");
    // A field that is no longer asked for stays with what was written.
    entry.put("version", kind.path("version"));
    entry.put("fields", List.of(asked.get(1)));
    controller.put("/api/movement-kinds/" + kind.path("id").asLong(), entry).ok();
    assertThat(card(written).path("fields")).hasSize(4);
  }

  private static Map<String, Object> field(String name, String type, boolean required) {
    return Map.of("id", 0, "name", name, "type", type, "required", required, "choices", List.of());
  }

  @Test
  void kindsThatCanNotBeAreRefused() {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", "ODD");
    entry.put("name", "Odd");
    entry.put("purpose", "SCRAP");
    entry.put("direction", "IN");
    entry.put("contra", "SCRAPPED");
    entry.put("account", "");
    entry.put("noteNeeded", false);
    entry.put("active", true);
    entry.put("fields", List.of());
    assertThat(controller.post("/api/movement-kinds", entry).body().path("field").asString())
        .isEqualTo("contra");
    entry.put("purpose", "LOAN");
    entry.put("contra", "ON_LOAN");
    entry.put("direction", "EITHER");
    assertThat(controller.post("/api/movement-kinds", entry).body().path("field").asString())
        .isEqualTo("direction");
    entry.put("direction", "IN");
    entry.put("purpose", "MOVEMENT");
    entry.put("contra", "BIN");
    assertThat(controller.post("/api/movement-kinds", entry).status()).isEqualTo(400);
    entry.put("contra", "USED_UP");
    entry.put("fields", List.of(field("Size", "CHOICE", true)));
    assertThat(controller.post("/api/movement-kinds", entry).detail()).contains("two choices");
    entry.put("fields", List.of(field("Size", "TEXT", true), field("size", "TEXT", true)));
    assertThat(controller.post("/api/movement-kinds", entry).detail()).contains("Two fields");
    entry.put("fields", List.of());
    entry.put("code", "FOUND");
    assertThat(controller.post("/api/movement-kinds", entry).problem()).isEqualTo("not-unique");
  }

  @Test
  void aFileOfAThousandSaysWhatEachLineDoesAndPostsTheGoodOnes() {
    long item = stocked("FILE", "NONE", "KQ.B-01", "5000");
    // A thousand items would be long to make; lots tell the lines apart.
    long lots = goods.item("FLOT", "Item FLOT", "LOT");
    StringBuilder file = new StringBuilder("item,bin,lot,change,figure,reason,note\n");
    for (int i = 0; i < 1000; i++) {
      if (i % 100 < 3) {
        file.append(
            switch (i % 100) {
              case 0 -> "NOSUCH,KQ.B-01,,1,,FOUND,\n";
              case 1 -> "FILE,KQ.B-01,,-9999,,LOSS,\n";
              default -> "FLOT,KQ.B-02,X" + i + ",,,FOUND,\n";
            });
      } else {
        file.append("FLOT,KQ.B-02,").append("F").append(i).append(",2,,FOUND,Stock take\n");
      }
    }
    byte[] content = file.toString().getBytes(StandardCharsets.UTF_8);
    JsonNode trial = clerk.file("/api/adjustments/files?trial=true", "text/csv", content).ok();
    assertThat(trial.path("good").asInt()).isEqualTo(970);
    assertThat(trial.path("bad").asInt()).isEqualTo(30);
    assertThat(trial.path("lines")).hasSize(1000);
    assertThat(trial.path("lines").get(0).path("fault").asString()).contains("NOSUCH");
    assertThat(trial.path("lines").get(1).path("fault").asString()).contains("only 5000");
    assertThat(trial.path("lines").get(2).path("fault").asString()).contains("change or figure");
    assertThat(goods.onHand(lots, "")).isEqualTo("0");
    JsonNode done = clerk.file("/api/adjustments/files", "text/csv", content).ok();
    assertThat(done.path("good").asInt()).isEqualTo(970);
    assertThat(done.path("written")).hasSize(1);
    assertThat(goods.onHand(lots, "")).isEqualTo("1940");
    assertThat(goods.onHand(item, "")).isEqualTo("5000");
    goods.booksAddUp();
    assertThat(clerk.file("/api/adjustments/files", "text/csv", new byte[0]).status())
        .isEqualTo(400);
    assertThat(
            clerk
                .file(
                    "/api/adjustments/files?trial=true",
                    "text/csv",
                    "item,reason\nFILE,LOSS\n".getBytes(StandardCharsets.UTF_8))
                .detail())
        .contains("no column 'bin'");
  }

  @Test
  void aTakenBackAdjustmentBringsGoodsAndValueBack() {
    long item = stocked("UNDO", "NONE", "KQ.A-05-A", "7");
    JsonNode written =
        clerk.post("/api/adjustments", entry(kind("DAMAGE"), "OUT", "UNDO", "KQ.A-05-A", "2")).ok();
    clerk
        .post(
            "/api/postings/" + written.path("posting").asLong() + "/reversal",
            Map.of("reason", "It was another bin"))
        .ok();
    assertThat(goods.onHand(item, "")).isEqualTo("7");
    assertThat(card(written).path("adjustment").path("reversedBy").asLong()).isPositive();
    BigDecimal value =
        controller.get("/api/value?by=ITEM&q=UNDO").ok().path("total").decimalValue();
    assertThat(value).isEqualByComparingTo("70.00");
  }

  @Test
  void aReasonIsOfferedToRolesAtSitesAndOnTheFloorAsItSays() {
    long shop = goods.site("PS");
    stocked("OFFERED", "NONE", "KQ.A-01-A", "20");
    Map<String, Object> kind = new HashMap<>();
    kind.putAll(Map.of("code", "OFFER", "name", "Offered", "purpose", "ADJUSTMENT"));
    kind.putAll(Map.of("direction", "EITHER", "contra", "LOST", "account", "", "active", true));
    kind.putAll(Map.of("noteNeeded", false, "fields", List.of(), "sites", List.of(quay)));
    kind.putAll(Map.of("roles", List.of("CONTROLLER", "FLOOR_HAND"), "onFloor", true));
    JsonNode made = controller.post("/api/movement-kinds", kind).ok();
    long id = made.path("id").asLong();
    assertThat(made.path("roles").size()).isEqualTo(2);
    Client.Answer refused =
        clerk.post("/api/adjustments", entry(id, "OUT", "OFFERED", "KQ.A-01-A", "1"));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.detail()).contains("a reason for others");
    controller.post("/api/adjustments", entry(id, "OUT", "OFFERED", "KQ.A-01-A", "1")).ok();
    assertThat(offeredOnTheFloor(id)).isTrue();

    // At another site it is none, for whomever.
    kind.put("sites", List.of(shop));
    kind.put("version", made.path("version").asInt());
    JsonNode moved = controller.put("/api/movement-kinds/" + id, kind).ok();
    refused = controller.post("/api/adjustments", entry(id, "OUT", "OFFERED", "KQ.A-01-A", "1"));
    assertThat(refused.detail()).contains("no reason at Site KQ");
    assertThat(offeredOnTheFloor(id)).isFalse();

    kind.putAll(Map.of("sites", List.of(), "onFloor", false));
    kind.put("version", moved.path("version").asInt());
    controller.put("/api/movement-kinds/" + id, kind).ok();
    assertThat(offeredOnTheFloor(id)).isFalse();
    Client.Answer chosen =
        hand.post("/api/floor/adjust/kind", Map.of("site", quay, "kind", id, "way", "OUT"));
    assertThat(chosen.problem()).isEqualTo("not-offered");
  }

  private boolean offeredOnTheFloor(long kind) {
    return hand.get("/api/floor/ADJUST?site=" + quay)
        .ok()
        .path("adjusting")
        .path("kinds")
        .valueStream()
        .anyMatch(one -> one.path("id").asLong() == kind);
  }
}
