package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.helger.ubl21.UBL21Marshaller;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.order_21.OrderType;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Taxes and totals of purchase orders, what goes to the supplier, and what his system answers. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class PurchaseDocumentsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  /** The supplier's own house, which takes the order in. */
  @RegisterExtension static final RunningHouse SELLER = RunningHouse.empty();

  private static final LocalDate SOON = LocalDate.now().plusDays(10);

  private Client controller;
  private Client clerk;
  private long site;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    site = goods.site("KQ");
    clerk = HOUSE.hire("CLERK", Role.CLERK);
    tax("VAT20", "VAT 20 %", "STANDARD", "20").ok();
    tax("VAT5", "VAT 5 %", "STANDARD", "5").ok();
    long skerry = controller.post("/api/suppliers", supplier()).ok().path("id").asLong();
    Map<String, Object> rope = Goods.itemEntry("ROPE", "Rope", "NONE");
    rope.put("packs", List.of(Goods.pack("box", "10")));
    goods.item(rope);
    long block = goods.item("BLOCK", "Block", "NONE");
    goods.item("CHART", "Chart", "NONE");
    Map<String, Object> sold = new HashMap<>();
    sold.putAll(Map.of("supplierId", skerry, "theirCode", "SK-77", "price", "9.5"));
    sold.putAll(Map.of("minimum", "0", "multiple", "0", "preferred", true, "tax", "VAT5"));
    controller.put("/api/items/" + block + "/suppliers", Map.of("suppliers", List.of(sold))).ok();
  }

  private Client.Answer tax(String code, String name, String category, String rate) {
    Map<String, Object> entry = new HashMap<>(Map.of("code", code, "name", name, "rate", rate));
    entry.putAll(Map.of("category", category, "active", true));
    return controller.post("/api/taxes", entry);
  }

  private static Map<String, Object> supplier() {
    Map<String, Object> supplier = new HashMap<>();
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "street", "Ropewalk", "town", "S"));
    supplier.putAll(Map.of("leadDays", 5, "active", true, "email", "skerry@example.com"));
    supplier.put("tax", "VAT20");
    return supplier;
  }

  private static Map<String, Object> line(String item, String packs, String pack, String price) {
    Map<String, Object> line = new HashMap<>();
    line.putAll(Map.of("item", item, "packs", packs, "pack", pack));
    line.put("price", price);
    return line;
  }

  /** 5 boxes of rope at 20, 4 blocks at 9.50, 2 charts of which nobody knows the price. */
  private JsonNode ordered() {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "expected", SOON.toString()));
    entry.put("note", "Ring at the gate");
    entry.put(
        "lines",
        List.of(
            line("ROPE", "5", "box", "20"),
            line("BLOCK", "4", "", "9.5"),
            line("CHART", "2", "", null)));
    return clerk.post("/api/inbound", entry).ok();
  }

  private JsonNode sent() {
    JsonNode order = ordered();
    return clerk.post("/api/inbound/" + order.path("id").asLong() + "/sending", Map.of()).ok();
  }

  private JsonNode card(JsonNode order) {
    return clerk.get("/api/inbound/" + order.path("id").asLong()).ok();
  }

  @Test
  void anOrderIsAddedUpWithTheTaxesOfWhatTheSupplierSells() {
    JsonNode order = ordered();
    JsonNode totals = order.path("totals");
    assertThat(totals.path("currency").asString()).isEqualTo("EUR");
    assertThat(totals.path("net").decimalValue()).isEqualByComparingTo("138");
    assertThat(totals.path("taxes"))
        .extracting(
            tax -> tax.path("name").asString(),
            tax -> tax.path("taxable").decimalValue().intValue(),
            tax -> tax.path("amount").asDouble())
        .containsExactly(
            org.assertj.core.api.Assertions.tuple("VAT 20 %", 100, 20.0),
            org.assertj.core.api.Assertions.tuple("VAT 5 %", 38, 1.9));
    assertThat(totals.path("gross").decimalValue()).isEqualByComparingTo("159.90");
    assertThat(totals.path("unpriced").asInt()).isEqualTo(1);
    assertThat(order.path("lines").get(0).path("amount").decimalValue())
        .isEqualByComparingTo("100");
    assertThat(order.path("lines").get(2).path("amount").isNull()).isTrue();
  }

  @Test
  void aTaxThatIsChangedLaterLeavesWhatWasOrdered() {
    JsonNode tax = tax("OLD", "Old tax", "STANDARD", "10").ok();
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "note", ""));
    Map<String, Object> line = line("ROPE", "10", "", "10");
    line.put("tax", "old");
    entry.put("lines", List.of(line));
    JsonNode order = clerk.post("/api/inbound", entry).ok();
    assertThat(order.path("totals").path("gross").decimalValue()).isEqualByComparingTo("110");
    Map<String, Object> higher = new HashMap<>();
    higher.putAll(Map.of("version", tax.path("version").asInt(), "code", "OLD"));
    higher.putAll(Map.of("name", "Old tax", "category", "STANDARD", "rate", "12"));
    higher.put("active", false);
    controller.put("/api/taxes/" + tax.path("id").asLong(), higher).ok();
    assertThat(card(order).path("totals").path("gross").decimalValue()).isEqualByComparingTo("110");
    // What is not active can't be chosen any more.
    Client.Answer refused = clerk.post("/api/inbound", entry);
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.detail()).contains("There is no tax OLD").contains("VAT20");
    assertThat(refused.body().path("field").asString()).isEqualTo("lines[0].tax");
  }

  @Test
  void taxesAndCurrenciesAreReadToTheLetter() {
    assertThat(tax("BAD", "Bad", "STANDARD", "0").detail()).contains("rate above zero");
    assertThat(tax("BAD", "Bad", "EXEMPT", "3").detail()).contains("Expected 0, not 3");
    assertThat(tax("VAT20", "Again", "STANDARD", "20").problem()).isEqualTo("not-unique");
    JsonNode house = controller.get("/api/house").ok();
    Map<String, Object> entry = new HashMap<>(Map.of("street", "", "town", "", "mailFrom", ""));
    entry.putAll(Map.of("name", "Kittiwake", "version", house.path("version").asInt()));
    for (String wrong : List.of("XYZ", "XAU", "eur")) {
      entry.put("currency", wrong);
      assertThat(controller.put("/api/house", entry).status()).as(wrong).isEqualTo(400);
    }
    assertThat(controller.get("/api/house").ok()).isEqualTo(house);
  }

  @Test
  void theLetterCarriesTheOrderForPeopleAndForSystems() throws Exception {
    JsonNode order = sent();
    String number = order.path("number").asString();
    JsonNode letter = clerk.get("/api/letters?document=" + number).ok().get(0);
    assertThat(letter.path("body").asString())
        .contains("In all 159.90 EUR with tax, without the lines that have no price (1).");
    assertThat(letter.path("attachments"))
        .extracting(one -> one.path("name").asString())
        .containsExactly(number + ".pdf", number + ".xml");
    try (PDDocument pdf = Loader.loadPDF(attached(letter, 0))) {
      assertThat(new PDFTextStripper().getText(pdf))
          .contains("Purchase order", number, "SK-77", "159.90", "VAT 5 %, of 38.00")
          .contains("Ring at the gate", "Without the lines that have no price: 1");
    }
    OrderType xml = UBL21Marshaller.order().read(attached(letter, 1));
    assertThat(xml).isNotNull();
    assertThat(xml.getIDValue()).isEqualTo(number);
    assertThat(xml.getDocumentCurrencyCodeValue()).isEqualTo("EUR");
    LineItemType rope = xml.getOrderLine().get(0).getLineItem();
    assertThat(rope.getQuantityValue()).isEqualByComparingTo("50");
    assertThat(rope.getPrice().getBaseQuantityValue()).isEqualByComparingTo("10");
    assertThat(rope.getPrice().getPriceAmountValue()).isEqualByComparingTo("20");
    assertThat(rope.getItem().getBuyersItemIdentification().getIDValue()).isEqualTo("ROPE");
    assertThat(xml.getOrderLine().get(1).getLineItem().getItem().getSellersItemIdentification())
        .extracting(id -> id.getIDValue())
        .isEqualTo("SK-77");
    assertThat(xml.getAnticipatedMonetaryTotal().getPayableAmountValue())
        .isEqualByComparingTo("159.90");
    assertThat(clerk.get("/api/letter-attachments/987654321").status()).isEqualTo(404);
    // The same can be had from the order at any time.
    long id = order.path("id").asLong();
    assertThat(clerk.bytes("/api/inbound/" + id + "/papers/order").body())
        .startsWith("%PDF".getBytes());
    assertThat(UBL21Marshaller.order().read(clerk.bytes("/api/inbound/" + id + "/document").body()))
        .isNotNull();
  }

  private byte[] attached(JsonNode letter, int number) throws IOException {
    long id = letter.path("attachments").get(number).path("id").asLong();
    return clerk.bytes("/api/letter-attachments/" + id).body();
  }

  @Test
  void theSuppliersSystemTakesTheOrderInAsItIs() {
    Client seller = SELLER.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(seller);
    long shop = goods.site("SK");
    goods.item("SK-77", "Block", "NONE");
    new Leaving(seller, shop).customer("KQ", 0, false);
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "SKERRY", "site", site, "expected", SOON.toString()));
    entry.put("note", "");
    entry.put("lines", List.of(line("BLOCK", "12", "", "9.25")));
    long id = clerk.post("/api/inbound", entry).ok().path("id").asLong();
    String xml = clerk.get("/api/inbound/" + id + "/document").text();
    JsonNode line = taken(seller, xml);
    assertThat(line.path("asked").asString()).isEqualTo("12");
    assertThat(line.path("price").decimalValue()).isEqualByComparingTo("9.25");
    // A price of several is that of one: 92.50 for ten is 9.25, and is not read as 92.50.
    String forTen =
        xml.replaceAll("(?<price><cbc:PriceAmount[^>]*>)[^<]*<", "${price}92.50<")
            .replaceAll("(?<base><cbc:BaseQuantity[^>]*>)[^<]*<", "${base}10<");
    assertThat(taken(seller, forTen).path("price").decimalValue()).isEqualByComparingTo("9.25");
  }

  private static JsonNode taken(Client seller, String xml) {
    String number =
        seller
            .file("/api/outbound/file", "application/xml", xml.getBytes(StandardCharsets.UTF_8))
            .ok()
            .path("orders")
            .get(0)
            .asString();
    JsonNode order = seller.get("/api/outbound?q=" + number).ok().path("rows").get(0);
    return seller.get("/api/outbound/" + order.path("id").asLong()).ok().path("lines").get(0);
  }

  // What the supplier answers

  /** An order response of UBL 2.1. */
  static String response(String order, String code, String... lines) {
    return """
        <OrderResponse xmlns="urn:oasis:names:specification:ubl:schema:xsd:OrderResponse-2"
            xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
            xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
          <cbc:ID>OR-1</cbc:ID>
          <cbc:IssueDate>2026-03-02</cbc:IssueDate>
          %s
          <cac:OrderReference><cbc:ID>%s</cbc:ID></cac:OrderReference>
          <cac:SellerSupplierParty/>
          <cac:BuyerCustomerParty/>
          %s
        </OrderResponse>
        """
        .formatted(
            code.isEmpty() ? "" : "<cbc:OrderResponseCode>" + code + "</cbc:OrderResponseCode>",
            order,
            String.join("", lines));
  }

  private static String said(
      int line, String status, String quantity, String unit, LocalDate day, String price) {
    return "<cac:OrderLine><cac:LineItem><cbc:ID>"
        + line
        + "</cbc:ID>"
        + (status.isEmpty() ? "" : "<cbc:LineStatusCode>" + status + "</cbc:LineStatusCode>")
        + (quantity.isEmpty()
            ? ""
            : "<cbc:Quantity unitCode='" + unit + "'>" + quantity + "</cbc:Quantity>")
        + (day == null
            ? ""
            : "<cac:Delivery><cac:PromisedDeliveryPeriod><cbc:EndDate>"
                + day
                + "</cbc:EndDate></cac:PromisedDeliveryPeriod></cac:Delivery>")
        + price
        + "<cac:Item><cbc:Name>x</cbc:Name></cac:Item></cac:LineItem></cac:OrderLine>";
  }

  private static String priced(String amount, String of) {
    return "<cac:Price><cbc:PriceAmount currencyID='EUR'>"
        + amount
        + "</cbc:PriceAmount><cbc:BaseQuantity unitCode='C62'>"
        + of
        + "</cbc:BaseQuantity></cac:Price>";
  }

  private Client.Answer answer(String xml) {
    return clerk.file(
        "/api/inbound/responses", "application/xml", xml.getBytes(StandardCharsets.UTF_8));
  }

  private static List<String> events(JsonNode order) {
    return order.path("changes").valueStream().map(one -> one.path("what").asString()).toList();
  }

  @Test
  void anOrderIsConfirmedAsItIs() {
    JsonNode order = sent();
    String number = order.path("number").asString();
    JsonNode known = answer(response(number, "AB")).ok();
    assertThat(known.path("answer").isNull()).isTrue();
    assertThat(events(known)).contains("ACKNOWLEDGED");
    JsonNode confirmed = answer(response(number, "AP")).ok();
    assertThat(confirmed.path("answer").asString()).isEqualTo("CONFIRMED");
    assertThat(confirmed.path("totals")).isEqualTo(order.path("totals"));
    assertThat(confirmed.path("lines"))
        .extracting(line -> line.path("quantity").asString())
        .containsExactly("50", "4", "2");
  }

  @Test
  void otherDaysQuantitiesAndPricesAreExpectedFromNowOn() {
    JsonNode order = sent();
    String number = order.path("number").asString();
    JsonNode changed =
        answer(
                response(
                    number,
                    "CA",
                    said(1, "3", "40", "C62", SOON.plusDays(4), priced("2.1", "1")),
                    said(2, "5", "4", "C62", null, ""),
                    said(3, "7", "", "", null, "")))
            .ok();
    assertThat(changed.path("answer").asString()).isEqualTo("CHANGED");
    JsonNode rope = changed.path("lines").get(0);
    assertThat(rope.path("packs").asString()).isEqualTo("4");
    assertThat(rope.path("quantity").asString()).isEqualTo("40");
    assertThat(rope.path("price").decimalValue()).isEqualByComparingTo("21");
    assertThat(rope.path("expected").asString()).isEqualTo(SOON.plusDays(4).toString());
    assertThat(changed.path("lines").get(1).path("quantity").asString()).isEqualTo("4");
    assertThat(changed.path("lines").get(2).path("quantity").asString()).isEqualTo("0");
    assertThat(changed.path("totals").path("net").decimalValue()).isEqualByComparingTo("122");
    // The same answer again changes nothing more.
    JsonNode again = answer(response(number, "CA", said(2, "5", "4", "C62", null, ""))).ok();
    assertThat(again.path("lines")).isEqualTo(changed.path("lines"));
  }

  @Test
  void aRejectedOrderIsClosed() {
    JsonNode order = sent();
    JsonNode rejected = answer(response(order.path("number").asString(), "RE")).ok();
    assertThat(rejected.path("state").asString()).isEqualTo("CLOSED");
    assertThat(rejected.path("answer").asString()).isEqualTo("CHANGED");
  }

  @Test
  void whatCannotBeTakenDownIsSaidAndChangesNothing() {
    JsonNode order = sent();
    String number = order.path("number").asString();
    Map<String, String> faults = new HashMap<>();
    faults.put(response("PO-NIX", "AP"), "There is no order PO-NIX");
    faults.put(response(number, "ZZ"), "Expected AB, AP, CA or RE");
    faults.put(response(number, "CA", said(9, "3", "1", "C62", null, "")), "has no line 9");
    faults.put(
        response(number, "CA", said(1, "1", "1", "C62", null, "")), "Expected 3, 5, 7 or 42");
    faults.put(response(number, "CA", said(1, "3", "4", "MTR", null, "")), "the document says MTR");
    faults.put(response(number, "CA", said(1, "5", "49", "C62", null, "")), "accepted as ordered");
    faults.put(
        response(number, "CA", said(2, "3", "3", "C62", null, priced("10", "3"))),
        "can't be kept with 4 decimals");
    faults.put(
        response(
            number, "CA", said(2, "3", "3", "C62", null, priced("9", "1").replace("EUR", "SEK"))),
        "the price is in SEK");
    faults.put(
        response(
            number, "CA", said(2, "3", "3", "C62", null, ""), said(2, "3", "4", "C62", null, "")),
        "is answered twice");
    faults.put("<nothing/>", "This is no order response of UBL 2.1");
    faults.forEach(
        (xml, said) -> {
          Client.Answer refused = answer(xml);
          assertThat(refused.status()).as(refused.text()).isIn(400, 404);
          assertThat(refused.detail()).contains(said);
        });
    assertThat(card(order)).isEqualTo(order);
  }
}
