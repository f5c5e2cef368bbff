package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Freight and duty become part of what goods cost, and a cost that was wrong is put right. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ChargesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client clerk;
  private Goods goods;
  private long site;
  private long other;
  private int made;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    goods = new Goods(controller);
    site = goods.site("KQ");
    other = goods.site("RN");
    Map<String, Object> supplier = new HashMap<>();
    for (String field : List.of("email", "street", "town")) {
      supplier.put(field, "");
    }
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 9, "active", true));
    controller.post("/api/suppliers", supplier).ok();
  }

  @AfterAll
  void theBooksAddUp() {
    goods.booksAddUp();
  }

  private String item(String gross) {
    String code = "ITEM-" + ++made;
    Map<String, Object> entry = Goods.itemEntry(code, "Item " + made, "NONE");
    if (gross != null) {
      Map<String, Object> pack = new HashMap<>(Goods.pack("box", "10"));
      pack.put("grossKg", gross);
      entry.put("packs", List.of(pack));
    }
    goods.item(entry);
    return code;
  }

  private static Map<String, Object> line(String item, String packs, String price) {
    Map<String, Object> line = Leaving.line(item, packs);
    line.put("price", price);
    return line;
  }

  /** Orders goods and receives all of them on the dock. The order's number. */
  @SafeVarargs
  private String received(Map<String, Object>... lines) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "note", ""));
    entry.put("lines", List.of(lines));
    JsonNode order = clerk.post("/api/inbound", entry).ok();
    String at = "/api/floor/RECEIVE/";
    for (Map<String, Object> line : lines) {
      clerk.post(at + "document", Map.of("site", site, "document", order.path("id").asLong())).ok();
      for (Object text : List.of(line.get("item"), line.get("packs"), "RB.KQ.DOCK-1")) {
        clerk.post(at + "scan", Map.of("site", site, "text", text)).ok();
      }
      clerk.post(at + "act", Map.of("site", site, "action", "CONFIRM")).ok();
    }
    return order.path("number").asString();
  }

  private JsonNode charges(String document) {
    return clerk.get("/api/charges?document=" + document).ok();
  }

  private static Map<String, Object> charge(String document, String amount, String basis) {
    return Map.of("document", document, "name", "Freight", "amount", amount, "basis", basis);
  }

  private BigDecimal value(String item) {
    return clerk
        .get("/api/value?by=ITEM&q=" + item)
        .ok()
        .path("page")
        .path("rows")
        .get(0)
        .path("value")
        .decimalValue();
  }

  private BigDecimal balance(String account) {
    JsonNode journal =
        controller
            .get("/api/value/journal?from=2020-01-01T00:00:00Z&to=" + Instant.now().plusSeconds(5))
            .ok();
    assertThat(journal.path("debit").decimalValue())
        .isEqualByComparingTo(journal.path("credit").decimalValue());
    BigDecimal sum = BigDecimal.ZERO;
    for (JsonNode entry : journal.path("entries")) {
      if (entry.path("account").asString().equals(account)) {
        sum =
            sum.add(entry.path("debit").decimalValue())
                .subtract(entry.path("credit").decimalValue());
      }
    }
    return sum;
  }

  private void scrap(String item, String quantity) {
    clerk
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "TO_CUSTOMER",
                "lines",
                List.of(Map.of("item", item, "place", "KQ.DOCK-1", "quantity", quantity))))
        .ok();
  }

  @Test
  void freightBecomesPartOfWhatGoodsCostByTheirValue() {
    String dear = item(null);
    String cheap = item(null);
    String order = received(line(dear, "10", "60"), line(cheap, "100", "3"));
    BigDecimal owed = balance("2110");
    JsonNode card = clerk.post("/api/charges", charge(order, "90.00", "VALUE")).ok();
    assertThat(value(dear)).isEqualByComparingTo("660");
    assertThat(value(cheap)).isEqualByComparingTo("330");
    assertThat(card.path("lines").get(0).path("charges").decimalValue()).isEqualByComparingTo("60");
    assertThat(card.path("lines").get(0).path("cost").decimalValue()).isEqualByComparingTo("60");
    assertThat(card.path("charges").get(0).path("held").decimalValue()).isEqualByComparingTo("90");
    assertThat(balance("2110").subtract(owed)).isEqualByComparingTo("-90");

    long id = card.path("charges").get(0).path("id").asLong();
    JsonNode back = clerk.post("/api/charges/" + id + "/reversal", Map.of()).ok();
    assertThat(back.path("charges").get(0).path("takenBack").isNull()).isFalse();
    assertThat(back.path("lines").get(0).path("charges").decimalValue()).isEqualByComparingTo("0");
    assertThat(value(dear)).isEqualByComparingTo("600");
    assertThat(balance("2110")).isEqualByComparingTo(owed);
    assertThat(clerk.post("/api/charges/" + id + "/reversal", Map.of()).problem())
        .isEqualTo("gone-on");
  }

  @Test
  void whatFallsOnGoodsThatHaveGoneIsNotAddedToOthers() {
    String item = item(null);
    String order = received(line(item, "10", "5"));
    scrap(item, "6");
    BigDecimal gone = balance("5510");
    JsonNode card = clerk.post("/api/charges", charge(order, "20.00", "QUANTITY")).ok();
    assertThat(card.path("charges").get(0).path("held").decimalValue()).isEqualByComparingTo("8");
    assertThat(value(item)).isEqualByComparingTo("28");
    assertThat(balance("5510").subtract(gone)).isEqualByComparingTo("12");
  }

  @Test
  void byWeightItIsSharedOutOnlyIfEverythingHasBeenWeighed() {
    String heavy = item("30");
    String light = item("10");
    String order = received(line(heavy, "10", "1"), line(light, "10", "1"));
    clerk.post("/api/charges", charge(order, "8.00", "WEIGHT")).ok();
    assertThat(value(heavy)).isEqualByComparingTo("16");
    assertThat(value(light)).isEqualByComparingTo("12");
    String unknown = item(null);
    String second = received(line(heavy, "10", "1"), line(unknown, "10", "1"));
    Client.Answer refused = clerk.post("/api/charges", charge(second, "8.00", "WEIGHT"));
    assertThat(refused.problem()).isEqualTo("invalid");
    assertThat(refused.detail()).contains("weighs");
    assertThat(charges(second).path("charges")).isEmpty();
  }

  @Test
  void aCostThatWasWrongIsPutRightWithAReasonAndUpToALimit() {
    String item = item(null);
    String order = received(line(item, "10", "5"));
    JsonNode line = charges(order).path("lines").get(0);
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("document", order, "posting", line.path("posting").asLong()));
    entry.putAll(Map.of("line", line.path("line").asInt(), "cost", "6.20", "reason", ""));
    assertThat(clerk.post("/api/charges/cost", entry).problem()).isEqualTo("invalid");
    entry.put("reason", "Invoice 881 says so");
    Client junior = HOUSE.hire("JUNIOR", Role.CLERK);
    limit("JUNIOR", 10);
    Client.Answer above = junior.post("/api/charges/cost", entry);
    assertThat(above.problem()).isEqualTo("above-limit");
    assertThat(value(item)).isEqualByComparingTo("50");
    JsonNode card = clerk.post("/api/charges/cost", entry).ok();
    assertThat(card.path("lines").get(0).path("cost").decimalValue()).isEqualByComparingTo("6.2");
    assertThat(value(item)).isEqualByComparingTo("62");
    assertThat(clerk.post("/api/charges/cost", entry).problem()).isEqualTo("unchanged");
    entry.put("cost", "4");
    clerk.post("/api/charges/cost", entry).ok();
    assertThat(value(item)).isEqualByComparingTo("40");
    assertThat(clerk.get("/api/items?q=" + item).ok().path("rows").size()).isEqualTo(1);
  }

  private void limit(String code, int value) {
    Client root = HOUSE.hire("ADM" + code, Role.ADMINISTRATOR);
    for (JsonNode person : root.get("/api/people").ok()) {
      if (person.path("code").asString().equals(code)) {
        Map<String, Object> entry = new HashMap<>();
        for (String field : List.of("version", "code", "name", "role", "everywhere", "active")) {
          entry.put(field, person.path(field));
        }
        entry.put("sites", List.of());
        entry.put("approvalValue", value);
        root.put("/api/people/" + person.path("id").asLong(), entry).ok();
      }
    }
  }

  @Test
  void theFreightOfATransferBelongsToWhatArrived() {
    String item = item(null);
    received(line(item, "10", "5"));
    clerk.post("/api/moves", Goods.move(item, null, "KQ.DOCK-1", "KQ.A-01-A", "10")).ok();
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("from", site, "to", other, "lines", List.of(Leaving.line(item, "4"))));
    JsonNode transfer = clerk.post("/api/transfers", entry).ok();
    String at = "/api/transfers/" + transfer.path("id").asLong();
    String number = transfer.path("number").asString();
    assertThat(clerk.post("/api/charges", charge(number, "8.00", "VALUE")).problem())
        .isEqualTo("nothing-received");
    clerk.post(at + "/release", Map.of()).ok();
    clerk.post(at + "/picking", Map.of()).ok();
    clerk.post(at + "/sending", Map.of("rest", "FOLLOWS")).ok();
    clerk.post(at + "/arrivals", Map.of()).ok();
    clerk.post("/api/charges", charge(number, "8.00", "VALUE")).ok();
    assertThat(value(item)).isEqualByComparingTo("58");
    assertThat(charges(number).path("lines").get(0).path("charges").decimalValue())
        .isEqualByComparingTo("8");
  }

  @Test
  void nothingIsSharedOutOverAReceiptThatWasTakenBack() {
    String item = item(null);
    String order = received(line(item, "10", "5"));
    long posting = charges(order).path("lines").get(0).path("posting").asLong();
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "Wrong dock")).ok();
    assertThat(charges(order).path("lines")).isEmpty();
    assertThat(clerk.post("/api/charges", charge(order, "8.00", "VALUE")).problem())
        .isEqualTo("nothing-received");
    assertThat(clerk.post("/api/charges", charge(order, "-8.00", "VALUE")).problem())
        .isEqualTo("invalid");
  }
}
