package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Problems are said in the language that is asked for, papers in that of whom they are for. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LanguagesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final LocalDate EXPIRY = LocalDate.of(2031, 5, 7);

  private Client clerk;
  private Goods goods;
  private long quay;
  private long shop;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    shop = goods.site("PS");
    goods.item("FLR", "Flare", "LOT");
    Map<String, Object> rope = Goods.itemEntry("ROPE", "Rope", "NONE");
    rope.put("unit", "METRE");
    rope.put("decimals", 2);
    goods.item(rope);
    Map<String, Object> lot = Goods.line("FLR", "K2291", null, "KQ.A-02-A", "6");
    lot.put("expiry", EXPIRY.toString());
    goods.post("OPENING", List.of(lot)).ok();
    goods.opening("ROPE", null, null, "KQ.A-01-A", "40");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "; en; There is no item NONE.",
        "fr; en; There is no item NONE.",
        "not a language!; en; There is no item NONE.",
        "en-GB,en; en; There is no item NONE.",
        "de; de; Den Artikel NONE gibt es nicht.",
        "'de-AT,de;q=0.8,en;q=0.5'; de; Den Artikel NONE gibt es nicht."
      })
  void aProblemIsSaidInTheLanguageThatIsAskedFor(String asked, String told, String detail) {
    var request =
        clerk
            .request("/api/transfers")
            .header("Idempotency-Key", java.util.UUID.randomUUID().toString())
            .POST(
                java.net.http.HttpRequest.BodyPublishers.ofString(
                    "{\"from\":%d,\"to\":%d,\"note\":\"\",\"lines\":[{\"item\":\"NONE\",\"packs\":\"1\",\"pack\":\"\"}]}"
                        .formatted(quay, shop)));
    if (asked != null) {
      request.header("Accept-Language", asked);
    }
    Client.Answer answer = clerk.send(request);
    assertThat(answer.detail()).isEqualTo(detail);
    assertThat(answer.whole().headers().firstValue("Content-Language")).contains(told);
    assertThat(answer.problem()).as("what programs read stays").isEqualTo("invalid");
  }

  @Test
  void whatATransferIsPickedByIsForWhoSendsAndItsNoteForWhoReceives() {
    goods.change(shop, Map.of("language", "de")).ok();
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("number", "TR-DE", "from", quay, "to", shop, "note", "Keep dry"));
    entry.put(
        "lines",
        List.of(
            Map.of("item", "FLR", "packs", "2", "pack", ""),
            Map.of("item", "ROPE", "packs", "2.5", "pack", "")));
    long id = clerk.post("/api/transfers", entry).ok().path("id").asLong();
    clerk.post("/api/transfers/" + id + "/release", Map.of()).ok();
    assertThat(paper("/api/transfers/" + id + "/papers/PICK"))
        .contains("Pick sheet", "K2291, good until 7 May 2031", "2.5 m", "Keep dry");
    clerk.post("/api/transfers/" + id + "/picking", Map.of()).ok();
    clerk.post("/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS")).ok();
    assertThat(paper("/api/transfers/" + id + "/papers/DISPATCH"))
        .contains("Lieferschein", "TR-DE", "K2291, haltbar bis 7. Mai 2031", "2,5 m", "Keep dry")
        .containsIgnoringCase("Empfänger: Name, Unterschrift, Datum")
        .doesNotContain("Delivery note", "good until");
  }

  @Test
  void anOrderIsWrittenInTheLanguageOfTheSupplier() {
    Map<String, Object> supplier = new HashMap<>();
    supplier.putAll(Map.of("code", "TAU", "name", "Tauwerk", "street", "", "town", ""));
    supplier.putAll(Map.of("leadDays", 5, "active", true, "email", "tau@example.com"));
    supplier.put("language", "de");
    clerk.post("/api/suppliers", supplier).ok();
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "TAU", "site", quay, "expected", "2031-03-04", "note", ""));
    Map<String, Object> line = new HashMap<>(Map.of("item", "ROPE", "packs", "7.5", "pack", ""));
    line.put("price", 2.25);
    entry.put("lines", List.of(line));
    JsonNode order = clerk.post("/api/inbound", entry).ok();
    long id = order.path("id").asLong();
    clerk.post("/api/inbound/" + id + "/sending", Map.of()).ok();
    JsonNode letter =
        clerk.get("/api/letters?document=" + order.path("number").asString()).ok().get(0);
    assertThat(letter.path("subject").asString())
        .isEqualTo("Bestellung " + order.path("number").asString());
    assertThat(letter.path("body").asString())
        .contains("An Tauwerk", "Bitte liefern Sie an Site KQ bis 4. März 2031", "7,5", "zu 2,25");
    assertThat(
            paper(
                "/api/letter-attachments/" + letter.path("attachments").get(0).path("id").asLong()))
        .contains("Bestellung", "7,5 m", "2,25")
        .containsIgnoringCase("Ihre Nummer");
  }

  @Test
  void aDispatchNoteIsForTheCustomerOnesOwnPaperForTheHouse() {
    Leaving leaving = new Leaving(clerk, quay);
    leaving.flow("PICK_AND_GO");
    leaving.customer("KUTTER", 0, false);
    JsonNode customer = clerk.get("/api/customers").ok().get(0);
    Map<String, Object> change = new HashMap<>();
    customer
        .properties()
        .forEach(
            one -> {
              if (!one.getKey().equals("id")) {
                change.put(one.getKey(), one.getValue());
              }
            });
    change.put("language", "de");
    JsonNode changed = clerk.put("/api/customers/" + customer.path("id").asLong(), change).ok();
    assertThat(changed.path("language").asString()).isEqualTo("de");
    change.put("language", "fr");
    change.put("version", changed.path("version"));
    assertThat(clerk.put("/api/customers/" + customer.path("id").asLong(), change).detail())
        .contains("is en, de, or empty");
    long order = leaving.order("KUTTER", Leaving.line("ROPE", "1.5")).path("id").asLong();
    assertThat(paper("/api/outbound/" + order + "/papers/PICK")).contains("Pick sheet", "1.5 m");
    clerk.post("/api/outbound/" + order + "/picking", Map.of()).ok();
    assertThat(paper("/api/outbound/" + order + "/papers/DISPATCH"))
        .contains("Lieferschein", "1,5 m");
  }

  private String paper(String path) {
    try {
      HttpResponse<byte[]> answer = clerk.bytes(path);
      assertThat(answer.statusCode()).isEqualTo(200);
      try (PDDocument document = Loader.loadPDF(answer.body())) {
        return new PDFTextStripper().getText(document);
      }
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }
}
