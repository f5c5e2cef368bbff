package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.helger.ubl21.UBL21Marshaller;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import oasis.names.specification.ubl.schema.xsd.despatchadvice_21.DespatchAdviceType;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Orders that come as files, and what is printed or told of them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OutboundFilesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Leaving leaving;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(clerk);
    long site = goods.site("KQ");
    goods.rack(site, "PACK", "PACK", "PACK-1");
    leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
    goods.item("SHK", "Shackle", "NONE");
    goods.item("FLR", "Flare", "LOT");
    goods.opening("SHK", null, null, "KQ.A-01-A", "500");
    goods.post("OPENING", List.of(Leaving.lot("FLR", "L1", 300, "KQ.A-01-B", "50"))).ok();
  }

  private JsonNode file(String path, String content) {
    return clerk
        .file(path, "application/octet-stream", content.getBytes(StandardCharsets.UTF_8))
        .ok();
  }

  @Test
  void aSheetIsReadWholeOrNotAtAll() {
    String good =
        """
        customer,site,needed,reference,item,quantity,price,one lot
        TERN,KQ,DAY,PO-1,SHK,4,2.50,
        TERN,KQ,DAY,PO-1,FLR,3,11,yes
        TERN,KQ,,PO-2,SHK,1,,
        """
            .replace("DAY", LocalDate.now().plusDays(20).toString());
    String bad = good + "NOBODY,KQ,,,SHK,1,,\nTERN,XX,,,SHK,1,,\nTERN,KQ,,PO-3,SHK,many,,\n";
    JsonNode faults = file("/api/outbound/file", bad).path("faults");
    assertThat(faults.valueStream().map(one -> one.path("row").asInt())).containsExactly(5, 6, 7);
    assertThat(clerk.get("/api/outbound?q=PO-1").ok().path("total").asInt()).isZero();
    assertThat(file("/api/outbound/file?trial=true", good).path("orders")).hasSize(2);
    assertThat(clerk.get("/api/outbound?q=PO-1").ok().path("total").asInt()).isZero();
    JsonNode written = file("/api/outbound/file", good);
    assertThat(written.path("written").asBoolean()).isTrue();
    JsonNode row = clerk.get("/api/outbound?q=PO-1").ok().path("rows").get(0);
    assertThat(row.path("state").asString()).isEqualTo("ALLOCATED");
    assertThat(row.path("value").asDouble()).isEqualTo(43);
  }

  private static String order(String customer, String item) {
    return """
        <?xml version="1.0" encoding="UTF-8"?>
        <Order xmlns="urn:oasis:names:specification:ubl:schema:xsd:Order-2"
          xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
          xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
          <cbc:ID>THEIRS-77</cbc:ID><cbc:IssueDate>2026-01-02</cbc:IssueDate>
          <cac:BuyerCustomerParty><cac:Party><cac:PartyIdentification><cbc:ID>%s</cbc:ID>
            </cac:PartyIdentification><cac:PartyName><cbc:Name>Tern Boats</cbc:Name></cac:PartyName>
          </cac:Party></cac:BuyerCustomerParty>
          <cac:SellerSupplierParty/>
          <cac:OrderLine><cac:LineItem><cbc:ID>1</cbc:ID>
            <cbc:Quantity unitCode="C62">6</cbc:Quantity>
            <cac:Price><cbc:PriceAmount currencyID="EUR">12.40</cbc:PriceAmount></cac:Price>
            <cac:Item><cac:SellersItemIdentification><cbc:ID>%s</cbc:ID>
            </cac:SellersItemIdentification></cac:Item>
          </cac:LineItem></cac:OrderLine>
        </Order>
        """
        .formatted(customer, item);
  }

  @Test
  void anOrderOfUblIsAcceptedAndAnsweredByItsDespatchAdvice() throws IOException {
    assertThat(fault(order("NOBODY", "FLR"))).contains("Tern Boats").contains("no customer");
    assertThat(fault(order("TERN", "NIX"))).contains("Line 1").contains("NIX");
    assertThat(fault(order("TERN", "FLR").replace("EUR", "GBP"))).contains("price is in GBP");
    assertThat(fault("<Order/>")).contains("no order of UBL 2.1");
    file("/api/outbound/file", order("TERN", "FLR"));
    long id = clerk.get("/api/outbound?q=THEIRS-77").ok().path("rows").get(0).path("id").asLong();
    JsonNode card = leaving.card(id);
    assertThat(card.path("lines").get(0).path("asked").asString()).isEqualTo("6");
    assertThat(card.path("lines").get(0).path("price").asString()).startsWith("12.4");
    assertThat(text(id, "PICK")).contains("A-01-B").contains("L1").contains("6 pc");
    leaving.act(id, "picking", Map.of()).ok();
    leaving.act(id, "packing", Map.of()).ok();
    assertThat(text(id, "PACKING")).contains("Unit load 302");
    long load = leaving.card(id).path("parcels").get(0).path("load").asLong();
    assertThat(clerk.get("/api/outbound/" + id + "/papers/CARRIER?load=" + load).problem())
        .isEqualTo("no-carrier");
    leaving.act(id, "parcels/" + load + "/weight", Map.of("weight", "4.5")).ok();
    JsonNode carried =
        leaving
            .act(id, "parcels/" + load + "/carriage", Map.of("carrier", 1, "service", "ECONOMY"))
            .ok();
    assertThat(text(id, "CARRIER?load=" + load))
        .contains(carried.path("parcels").get(0).path("tracking").asString())
        .contains("4.5 kg")
        .contains("Customer TERN");
    JsonNode gone = leaving.act(id, "hand-over", Map.of("takenBy", "Ferry")).ok();
    assertThat(text(id, "DISPATCH")).contains("Ferry").contains("THEIRS-77");
    long despatch = gone.path("despatches").get(0).path("id").asLong();
    byte[] xml = clerk.bytes("/api/outbound/" + id + "/advices/" + despatch).body();
    DespatchAdviceType advice = UBL21Marshaller.despatchAdvice().read(xml);
    assertThat(advice.getOrderReference().get(0).getIDValue()).isEqualTo("THEIRS-77");
    assertThat(advice.getDespatchLine().get(0).getDeliveredQuantityValue())
        .isEqualByComparingTo("6");
    assertThat(
            advice
                .getDespatchLine()
                .get(0)
                .getItem()
                .getItemInstance()
                .get(0)
                .getLotIdentification()
                .getLotNumberIDValue())
        .isEqualTo("L1");
    JsonNode earned = clerk.get("/api/outbound/earnings?days=30").ok().get(0);
    assertThat(earned.path("item").asString()).isEqualTo("FLR");
    assertThat(earned.path("sold").asDouble()).isEqualTo(74.4);
  }

  @Test
  void pickSheetsOfSeveralOrdersAreOneFileInWalkingOrder() throws IOException {
    JsonNode far = leaving.order("TERN", Leaving.line("FLR", "2"));
    JsonNode near = leaving.order("TERN", Leaving.line("FLR", "3"));
    String ids = far.path("id").asLong() + "," + near.path("id").asLong();
    byte[] pdf = clerk.bytes("/api/outbound/pick-sheets?orders=" + ids).body();
    try (var document = Loader.loadPDF(pdf)) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
      assertThat(new PDFTextStripper().getText(document))
          .containsSubsequence(
              far.path("number").asString(), "2 pc", near.path("number").asString(), "3 pc");
    }
    leaving.act(far.path("id").asLong(), "picking", Map.of()).ok();
    leaving.act(near.path("id").asLong(), "picking", Map.of()).ok();
    assertThat(clerk.get("/api/outbound/pick-sheets?orders=" + ids).problem())
        .isEqualTo("nothing-to-pick");
  }

  @Test
  void anOrderThatIsOnlyBlankIsNone() {
    assertThat(clerk.get("/api/outbound/pick-sheets?orders=%20").status()).isEqualTo(400);
  }

  private String fault(String xml) {
    Client.Answer answer =
        clerk.file("/api/outbound/file", "application/xml", xml.getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).isBetween(400, 499);
    return answer.detail();
  }

  private String text(long order, String kind) throws IOException {
    byte[] pdf = clerk.bytes("/api/outbound/" + order + "/papers/" + kind).body();
    try (var document = Loader.loadPDF(pdf)) {
      return new PDFTextStripper().getText(document);
    }
  }
}
