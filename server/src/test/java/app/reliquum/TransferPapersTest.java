package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.ReaderException;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.oned.Code128Reader;
import com.helger.ubl21.UBL21Marshaller;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What is printed of a transfer, and how another system is told of it. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TransferPapersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  /** Another house with books of its own, to which the shop belongs as well. */
  @RegisterExtension static final RunningHouse OTHER = RunningHouse.empty();

  private Client clerk;
  private Client stranger;
  private long shop;
  private JsonNode sent;

  @BeforeAll
  void sendSomething() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(clerk);
    long quay = goods.site("KQ");
    shop = goods.site("PS");
    clerk
        .put(
            "/api/house",
            Map.of(
                "version",
                0,
                "name",
                "Förde & Söhne <Ltd>",
                "street",
                "Quay 1",
                "town",
                "Kiel",
                "mailFrom",
                ""))
        .ok();
    items(goods);
    Map<String, Object> lot = Goods.line("FLR", "K2291", null, "KQ.A-02-A", "6");
    lot.put("expiry", LocalDate.now().plusDays(100).toString());
    goods.post("OPENING", List.of(lot)).ok();
    goods.opening("SHK", null, null, "KQ.A-01-A", "40");
    goods.opening("BCN", null, "B-1", "KQ.B-02", "1");
    long id =
        clerk
            .post(
                "/api/transfers",
                Map.of(
                    "number",
                    "TR-77",
                    "from",
                    quay,
                    "to",
                    shop,
                    "note",
                    "Keep dry",
                    "lines",
                    List.of(line("SHK", "12"), line("FLR", "6"), line("BCN", "1"))))
            .ok()
            .path("id")
            .asLong();
    clerk.post("/api/transfers/" + id + "/release", Map.of()).ok();
    assertThat(paper(id, "PICK")).contains("Pick sheet", "A-02-A", "K2291", "12 pc");
    clerk.post("/api/transfers/" + id + "/picking", Map.of()).ok();
    sent = clerk.post("/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS")).ok();
    stranger = OTHER.hire("CON", Role.CONTROLLER);
    Goods theirs = new Goods(stranger);
    theirs.site("PS");
    items(theirs);
  }

  private static void items(Goods goods) {
    goods.item("SHK", "Shackle", "NONE");
    goods.item("FLR", "Flare", "LOT");
    goods.item("BCN", "Beacon", "SERIAL");
  }

  private static Map<String, Object> line(String item, String quantity) {
    return Map.of("item", item, "packs", quantity, "pack", "");
  }

  private byte[] bytes(String path) {
    try {
      HttpResponse<byte[]> answer = clerk.bytes(path);
      assertThat(answer.statusCode()).isEqualTo(200);
      return answer.body();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private String paper(long id, String kind) {
    try (PDDocument document = Loader.loadPDF(bytes("/api/transfers/" + id + "/papers/" + kind))) {
      return new PDFTextStripper().getText(document);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  @Test
  void theDispatchNoteHasAddressesMarksAndBoxesToSign() {
    String text = paper(sent.path("id").asLong(), "DISPATCH");
    assertThat(text)
        .contains("Förde & Söhne <Ltd>", "Quay 1, Kiel", "Delivery note", "TR-77", "Keep dry")
        .contains("Site KQ", "Site PS", "12 pc", "K2291", "B-1")
        .containsIgnoringCase("Sender: name, signature, date")
        .containsIgnoringCase("Receiver: name, signature, date");
  }

  @Test
  void itsBarcodesCanBeScanned() throws Exception {
    try (PDDocument document =
        Loader.loadPDF(bytes("/api/transfers/" + sent.path("id").asLong() + "/papers/DISPATCH"))) {
      BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, 300);
      Set<String> read = new TreeSet<>();
      for (int y = 0; y + STRIP < page.getHeight(); y += STRIP / 3) {
        read.addAll(codesIn(page.getSubimage(0, y, page.getWidth(), STRIP)));
      }
      assertThat(read).contains("RD.TR-77", "RI.SHK");
    }
  }

  /** About the height of a barcode, in dots. */
  private static final int STRIP = 90;

  private static List<String> codesIn(BufferedImage strip) {
    try {
      return List.of(
          new Code128Reader()
              .decode(
                  new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(strip))))
              .getText());
    } catch (ReaderException none) {
      return List.of();
    }
  }

  @Test
  void theReceiptNoteSaysWhatIsMissing() {
    assertThat(paper(sent.path("id").asLong(), "RECEIPT"))
        .contains("Receipt note", "Missing:", "12 pc Shackle in transit");
  }

  private byte[] advice() {
    return bytes("/api/transfers/" + sent.path("id").asLong() + "/advices/1");
  }

  private static Client.Answer read(Client who, byte[] xml) {
    return who.send(
        who.request("/api/transfers/advices")
            .setHeader("Content-Type", "application/xml")
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .POST(BodyPublishers.ofByteArray(xml)));
  }

  @Test
  void theAdviceKeepsItsSchemaAndTellsAllMarks() {
    var advice = UBL21Marshaller.despatchAdvice().read(advice());
    assertThat(advice).as("valid by the schema of UBL 2.1").isNotNull();
    assertThat(advice.getIDValue()).isEqualTo("TR-77/1");
    assertThat(advice.getDespatchLine()).hasSize(3);
    var flare = advice.getDespatchLine().get(1);
    assertThat(flare.getDeliveredQuantity().getUnitCode()).isEqualTo("C62");
    assertThat(flare.getDeliveredQuantityValue()).isEqualByComparingTo("6");
    assertThat(
            flare.getItem().getItemInstance().get(0).getLotIdentification().getLotNumberIDValue())
        .isEqualTo("K2291");
  }

  @Test
  void itComesBackInAsATransferThatCanBeReceived() {
    // These books know it already.
    Client.Answer known = read(clerk, advice());
    assertThat(known.problem()).isEqualTo("known");
    assertThat(known.body().path("transfer").asLong()).isEqualTo(sent.path("id").asLong());
    // Another house, which has the shop but not the quay.
    JsonNode card = read(stranger, advice()).ok();
    assertThat(card.path("number").asString()).isEqualTo("TR-77");
    assertThat(card.path("state").asString()).isEqualTo("IN_TRANSIT");
    assertThat(card.path("from").asString()).contains("Site KQ");
    assertThat(card.path("goods")).hasSize(3);
    long id = card.path("id").asLong();
    card = stranger.post("/api/transfers/" + id + "/arrivals", Map.of()).ok();
    assertThat(card.path("state").asString()).isEqualTo("CLOSED");
    JsonNode rows = stranger.get("/api/on-hand?group=POSITION").ok().path("rows");
    List<String> marks = new ArrayList<>();
    rows.forEach(
        row ->
            marks.add(
                row.path("item").asString()
                    + " "
                    + row.path("lot").asString("")
                    + row.path("serial").asString("")
                    + " "
                    + row.path("onHand").asString()));
    assertThat(marks).containsExactlyInAnyOrder("BCN B-1 1", "FLR K2291 6", "SHK  12");
  }

  @Test
  void anAdviceOfOneOfOurSitesTakesFromItsStock() {
    String xml =
        new String(advice(), StandardCharsets.UTF_8)
            .replace("TR-77", "TR-78")
            .replace(">12<", ">5<")
            .replace(">12.0<", ">5<");
    // The flares and the beacon are gone already: nothing at all is done.
    assertThat(read(clerk, xml.getBytes(StandardCharsets.UTF_8)).problem())
        .isIn("not-enough", "nothing-reserved");
    assertThat(clerk.get("/api/transfers?filter=ALL&q=TR-78").ok().path("total").asInt()).isZero();
  }

  @Test
  void whatIsNoAdviceIsToldWhy() {
    assertThat(read(clerk, "nonsense".getBytes(StandardCharsets.UTF_8)).detail())
        .startsWith("This is no despatch advice of UBL 2.1.");
    String xml = new String(advice(), StandardCharsets.UTF_8);
    Map<String, String> faults = new HashMap<>();
    faults.put(xml.replace("C62", "MTR"), "is counted in C62, the document says MTR");
    faults.put(xml.replace(">FLR<", ">NIX<"), "nobody here knows the item NIX");
    faults.put(xml.replace(">PS<", ">ZZ<"), "no site of this house");
    faults.forEach(
        (document, words) ->
            assertThat(
                    read(
                            stranger,
                            document.replace("TR-77", "TR-79").getBytes(StandardCharsets.UTF_8))
                        .detail())
                .contains(words));
  }

  @Test
  void theJournalIsExportedAsAFile() {
    String csv =
        new String(
            bytes("/api/export/transfer-journal?format=CSV&document=TR-77"),
            StandardCharsets.UTF_8);
    assertThat(csv)
        .contains("account,debit,credit")
        .contains("Stock Site KQ")
        .contains("In transit");
  }

  @Test
  void theLogoStandsOnPaperAndBadOnesAreRefused() {
    Client.Answer bad =
        clerk.send(
            clerk
                .request("/api/house/logo")
                .setHeader("Content-Type", "image/png")
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .PUT(BodyPublishers.ofByteArray(new byte[600_000])));
    assertThat(bad.detail()).contains("500 kB");
    assertThat(clerk.get("/api/house/logo").status()).isEqualTo(404);
  }
}
