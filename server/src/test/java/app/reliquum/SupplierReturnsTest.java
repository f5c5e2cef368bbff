package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Goods go back to who sold them, from the dock or from rejected stock. */
class SupplierReturnsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String AT = "/api/supplier-returns";

  private static Goods goods;
  private static long site;
  private static long supplier;
  private static Client clerk;
  private static int made;

  private String item;
  private long itemId;
  private String order;
  private long orderId;

  @BeforeAll
  static void furnish() {
    clerk = HOUSE.hire("GOES-BACK", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("GB");
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", "SKERRY", "name", "Skerry Works", "leadDays", 5, "active", true));
    entry.putAll(Map.of("email", "orders@skerry.example", "street", "1 Quay", "town", "Holm"));
    supplier = clerk.post("/api/suppliers", entry).ok().path("id").asLong();
  }

  /** Twenty of an item are ordered at 2.50, and twelve of them are received. */
  @BeforeEach
  void receive() {
    made++;
    item = "GB-" + made;
    itemId = goods.item(item, "Shackle " + made, "NONE");
    Map<String, Object> line = Leaving.line(item, "20");
    line.put("price", "2.50");
    Map<String, Object> entry = new HashMap<>(Map.of("supplier", "SKERRY", "site", site));
    entry.putAll(Map.of("note", "", "expected", "2027-01-02", "lines", List.of(line)));
    JsonNode card = clerk.post("/api/inbound", entry).ok();
    orderId = card.path("id").asLong();
    order = card.path("number").asString();
    clerk.post("/api/inbound/" + orderId + "/sending", Map.of()).ok();
    String at = "/api/floor/RECEIVE/";
    clerk.post(at + "document", Map.of("site", site, "document", orderId)).ok();
    for (String said : List.of("RI." + item, "12")) {
      clerk.post(at + "scan", Map.of("site", site, "text", said)).ok();
    }
    for (int i = 0; i < 2; i++) {
      clerk.post(at + "act", Map.of("site", site, "action", "CONFIRM"));
    }
  }

  private JsonNode returnable(String show) {
    return clerk
        .get(
            "/api/returnable-goods?site=%d&supplier=%d&show=%s&q=%s"
                .formatted(site, supplier, show, item))
        .ok()
        .path("rows");
  }

  private static Map<String, Object> line(JsonNode goods, String quantity, boolean again) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", goods.path("itemId").asLong());
    line.put("place", goods.path("placeId").asLong());
    line.put("lot", goods.path("lotId").asLong());
    line.put("serial", goods.path("serialId").asLong());
    line.put("load", goods.path("loadId").asLong());
    line.put("condition", goods.path("condition").asString());
    line.put("quantity", quantity);
    line.put("expectAgain", again);
    return line;
  }

  private static Map<String, Object> entry(List<Map<String, Object>> lines) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("site", site);
    entry.put("supplier", supplier);
    entry.put("reason", "Crushed in transport");
    entry.put("lines", lines);
    return entry;
  }

  private JsonNode setAside(String quantity, boolean again) {
    JsonNode there = returnable("DOCK").get(0);
    return clerk.post(AT, entry(List.of(line(there, quantity, again)))).ok();
  }

  private static String at(JsonNode card) {
    return AT + "/" + card.path("row").path("id").asLong();
  }

  private static JsonNode ship(JsonNode card) {
    int version = card.path("row").path("version").asInt();
    return clerk.post(at(card) + "/shipping", Map.of("version", version, "takenBy", "Driver")).ok();
  }

  private String onHand(String where) {
    return goods.onHand(itemId, where);
  }

  private JsonNode orderLine() {
    return clerk.get("/api/inbound/" + orderId).ok().path("lines").get(0);
  }

  private String orderState() {
    return clerk.get("/api/inbound/" + orderId).ok().path("state").asString();
  }

  @Test
  void itIsKnownOnWhichOrderGoodsCameAndWhatTheyCost() {
    JsonNode there = returnable("DOCK").get(0);
    assertThat(there.path("quantity").asString()).isEqualTo("12");
    JsonNode origin = there.path("origin");
    assertThat(origin.path("order").asString()).isEqualTo(order);
    assertThat(origin.path("unitCost").asDouble()).isEqualTo(2.5);
    assertThat(origin.path("supplierId").asLong()).isEqualTo(supplier);
    assertThat(returnable("REJECTED")).isEmpty();
    assertThat(returnable("STOCK")).hasSize(1);
  }

  @Test
  void whatIsSetAsideIsStillOursAndNowhereAvailableUntilItIsShipped() {
    JsonNode card = setAside("5", false);
    assertThat(card.path("row").path("number").asString()).startsWith("SR-");
    assertThat(card.path("row").path("claim").asDouble()).isEqualTo(12.5);
    assertThat(onHand("")).isEqualTo("12");
    assertThat(onHand("&site=" + site)).isEqualTo("7");
    JsonNode shipped = ship(card);
    assertThat(shipped.path("row").path("state").asString()).isEqualTo("SHIPPED");
    assertThat(shipped.path("takenBy").asString()).isEqualTo("Driver");
    assertThat(shipped.path("can")).isEmpty();
    assertThat(onHand("")).isEqualTo("7");
    assertThat(orderLine().path("received").asString()).as("nothing comes again").isEqualTo("12");
    goods.booksAddUp();
  }

  @Test
  void anOrderExpectsAgainWhatIsToComeAgainAlsoIfItWasClosed() {
    clerk.post("/api/inbound/" + orderId + "/closing", Map.of("reason", "No more")).ok();
    JsonNode shipped = ship(setAside("5", true));
    assertThat(orderLine().path("received").asString()).isEqualTo("7");
    assertThat(orderState()).isEqualTo("ARRIVING");
    assertThat(shipped.path("lines").get(0).path("expectedAgain").asString()).isEqualTo("5");
    // It had not left after all.
    long posting = shipped.path("posting").asLong();
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "left behind")).ok();
    JsonNode open = clerk.get(at(shipped)).ok();
    assertThat(open.path("row").path("state").asString()).isEqualTo("OPEN");
    assertThat(orderLine().path("received").asString()).isEqualTo("12");
    assertThat(onHand("")).isEqualTo("12");
    goods.booksAddUp();
  }

  @Test
  void goodsArePutBackWhereTheyWereOneLineOrAll() {
    JsonNode there = returnable("DOCK").get(0);
    JsonNode card =
        clerk.post(AT, entry(List.of(line(there, "2", true), line(there, "3", true)))).ok();
    long line = card.path("lines").get(0).path("id").asLong();
    JsonNode less =
        clerk.post(at(card) + "/lines/" + line + "/putting-back", Map.of("reason", "Fine")).ok();
    assertThat(less.path("row").path("lines").asInt()).isEqualTo(1);
    assertThat(returnable("DOCK").get(0).path("quantity").asString()).isEqualTo("9");
    assertThat(clerk.post(at(card) + "/lines/" + line + "/putting-back", Map.of()).status())
        .isEqualTo(404);
    JsonNode none = clerk.post(at(card) + "/cancelling", Map.of("reason", "Mended")).ok();
    assertThat(none.path("row").path("state").asString()).isEqualTo("CANCELLED");
    assertThat(returnable("DOCK").get(0).path("quantity").asString()).isEqualTo("12");
    assertThat(clerk.post(at(card) + "/cancelling", Map.of()).problem()).isEqualTo("not-open");
    goods.booksAddUp();
  }

  @Test
  void whatWasSetAsideOrPutBackByAPostingIsTakenBackInTheLedger() {
    JsonNode card = setAside("5", false);
    long id = card.path("row").path("id").asLong();
    String posting =
        HOUSE
            .database()
            .column("select posting_id from supplier_return_line where return_id = " + id)
            .get(0);
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "wrong")).ok();
    JsonNode empty = clerk.get(at(card)).ok();
    assertThat(empty.path("row").path("lines").asInt()).isZero();
    assertThat(empty.path("can").values()).extracting(JsonNode::asString).doesNotContain("SHIP");
    assertThat(
            clerk
                .post(
                    at(card) + "/shipping",
                    Map.of("version", empty.path("row").path("version").asInt()))
                .problem())
        .isEqualTo("nothing-set-aside");
    JsonNode more =
        clerk
            .post(
                at(card) + "/lines",
                Map.of("lines", List.of(line(returnable("DOCK").get(0), "4", false))))
            .ok();
    ship(more);
    assertThat(
            clerk
                .post(
                    "/api/postings/" + (Long.parseLong(posting) + 2) + "/reversal",
                    Map.of("reason", "wrong"))
                .problem())
        .isEqualTo("shipped");
    goods.booksAddUp();
  }

  @Test
  void rejectedGoodsGoBackAndMoreThanIsThereDoesNot() {
    JsonNode there = returnable("DOCK").get(0);
    Map<String, Object> check = new HashMap<>(line(there, "0", false));
    check.remove("quantity");
    check.remove("expectAgain");
    check.put(
        "findings", List.of(Map.of("condition", "REJECTED", "quantity", "4", "reason", "Crushed")));
    clerk.post("/api/checks", check).ok();
    JsonNode rejected = returnable("REJECTED").get(0);
    assertThat(rejected.path("quantity").asString()).isEqualTo("4");
    assertThat(clerk.post(AT, entry(List.of(line(rejected, "5", true)))).status()).isEqualTo(422);
    JsonNode card = clerk.post(AT, entry(List.of(line(rejected, "4", true)))).ok();
    assertThat(card.path("lines").get(0).path("condition").asString()).isEqualTo("REJECTED");
    assertThat(returnable("REJECTED")).isEmpty();
    ship(card);
    assertThat(onHand("")).isEqualTo("8");
    goods.booksAddUp();
  }

  @Test
  void theNoteAndTheDespatchAdviceSayWhatGoes() throws Exception {
    JsonNode card = setAside("5", false);
    assertThat(clerk.get(at(card) + "/advice").problem()).isEqualTo("not-shipped");
    ship(card);
    byte[] pdf = clerk.bytes(at(card) + "/note").body();
    String words;
    try (var document = Loader.loadPDF(pdf)) {
      words = new PDFTextStripper().getText(document);
    }
    assertThat(words)
        .contains("Return note", card.path("row").path("number").asString(), item, order)
        .contains("12.50");
    String xml = new String(clerk.bytes(at(card) + "/advice").body(), StandardCharsets.UTF_8);
    assertThat(xml).contains("DespatchAdvice", item, order, "SKERRY");
  }

  @Test
  void theListFindsItByItsGoods() {
    JsonNode card = setAside("1", false);
    String number = card.path("row").path("number").asString();
    JsonNode found = clerk.get(AT + "?q=" + item).ok();
    assertThat(found.path("rows").get(0).path("number").asString()).isEqualTo(number);
    ship(card);
    assertThat(clerk.get(AT + "?q=" + item).ok().path("rows")).isEmpty();
    assertThat(clerk.get(AT + "?filter=SHIPPED&q=" + item).ok().path("rows")).hasSize(1);
  }

  @Test
  void aReasonIsNeededAndTwoWhoChangeAtOnceAreTold() {
    JsonNode there = returnable("DOCK").get(0);
    Map<String, Object> entry = entry(List.of(line(there, "1", false)));
    entry.put("reason", " ");
    assertThat(clerk.post(AT, entry).body().path("field").asString()).isEqualTo("reason");
    JsonNode card = setAside("1", false);
    Map<String, Object> change = new HashMap<>();
    change.put("version", card.path("row").path("version").asInt());
    change.put("reason", "Wrong size");
    change.put("reference", "THEIRS-9");
    JsonNode changed = clerk.put(at(card), change).ok();
    assertThat(changed.path("row").path("reference").asString()).isEqualTo("THEIRS-9");
    assertThat(clerk.put(at(card), change).status()).isEqualTo(409);
  }
}
