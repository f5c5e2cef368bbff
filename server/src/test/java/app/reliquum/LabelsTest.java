package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.ScanReader;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.Result;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.multi.GenericMultipleBarcodeReader;
import java.awt.image.BufferedImage;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Labels of every kind, printed and read back by a reader that is not ours. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LabelsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final int DPI = 300;

  private Client controller;
  private Goods goods;
  private long site;
  private final Map<String, Long> ids = new HashMap<>();

  @BeforeAll
  void furnish() {
    // Badges are printed by those who say who may do what.
    controller = HOUSE.hire("CON", Role.ADMINISTRATOR);
    goods = new Goods(controller);
    site = goods.site("KQ");
    Map<String, Object> entry = Goods.itemEntry("FLR-001", "Parachute flare, red", "LOT");
    entry.put("barcodes", List.of("210000000001" + Gtin.checkDigit("210000000001")));
    ids.put("ITEM", goods.item(entry));
    goods.opening("FLR-001", "K2291", null, "KQ.A-01-A", "5");
    ids.put("BIN", goods.bin(site, "A-01-A"));
    Map<String, Object> beacon = Goods.itemEntry("BCN-001", "Beacon", "SERIAL");
    beacon.put("barcodes", List.of("210000000002" + Gtin.checkDigit("210000000002")));
    goods.item(beacon);
    goods.opening("BCN-001", null, "B-0100", "KQ.A-01-B", "1");
    ids.put(
        "SERIAL",
        controller
            .get("/api/on-hand?group=POSITION&q=BCN-001")
            .ok()
            .path("rows")
            .get(0)
            .path("serialId")
            .asLong());
    ids.put(
        "LOT",
        controller.get("/api/on-hand?group=LOT").ok().path("rows").get(0).path("lotId").asLong());
    ids.put(
        "TROLLEY",
        controller
            .post("/api/unit-loads/trolleys", Map.of("code", "T1", "name", ""))
            .ok()
            .path("id")
            .asLong());
    ids.put(
        "ORDER",
        controller
            .post(
                "/api/inbound/unexpected",
                Map.of("kind", "UNEXPECTED", "site", site, "reason", "Stood at the door"))
            .ok()
            .path("id")
            .asLong());
    JsonNode pallet = controller.post("/api/unit-loads", Map.of()).ok();
    ids.put("UNIT_LOAD", pallet.path("id").asLong());
    ids.put("PERSON", controller.get("/api/people/names").ok().get(0).path("id").asLong());
  }

  private Map<String, Object> entry(String of, List<Long> which, String symbol, String paper) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("of", of);
    entry.put("ids", which);
    entry.put("symbol", symbol);
    entry.put("paper", paper);
    entry.put("copies", 1);
    entry.put("startAt", 0);
    entry.put("widthMm", 80);
    entry.put("heightMm", 50);
    return entry;
  }

  private List<BufferedImage> pages(byte[] pdf) throws Exception {
    List<BufferedImage> pages = new ArrayList<>();
    try (PDDocument document = Loader.loadPDF(pdf)) {
      for (int i = 0; i < document.getNumberOfPages(); i++) {
        pages.add(new PDFRenderer(document).renderImageWithDPI(i, DPI));
      }
    }
    return pages;
  }

  private byte[] pdf(Map<String, Object> entry) throws Exception {
    HttpRequest request =
        controller
            .request("/api/labels/pdf")
            .header("Cookie", "")
            .POST(BodyPublishers.ofString(new JsonMapper().writeValueAsString(entry)))
            .build();
    return bytes(request);
  }

  private byte[] bytes(HttpRequest request) throws Exception {
    HttpRequest.Builder signedIn = HttpRequest.newBuilder(request.uri());
    request
        .headers()
        .map()
        .forEach(
            (name, values) -> {
              if (!name.equalsIgnoreCase("cookie")) {
                values.forEach(value -> signedIn.header(name, value));
              }
            });
    signedIn.header(
        "Cookie",
        "reliquum="
            + controller.cookie("reliquum")
            + "; XSRF-TOKEN="
            + controller.cookie("XSRF-TOKEN"));
    signedIn.method(request.method(), request.bodyPublisher().orElse(BodyPublishers.noBody()));
    HttpResponse<byte[]> answer =
        HttpClient.newHttpClient().send(signedIn.build(), BodyHandlers.ofByteArray());
    assertThat(answer.statusCode()).as(new String(answer.body())).isEqualTo(200);
    return answer.body();
  }

  private static String read(BufferedImage page) throws Exception {
    Result result =
        new MultiFormatReader()
            .decode(
                new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(page))),
                Map.of(DecodeHintType.TRY_HARDER, true, DecodeHintType.ASSUME_GS1, true));
    return result.getText();
  }

  private String readBack(String of, long id, String symbol) throws Exception {
    BufferedImage page = pages(pdf(entry(of, List.of(id), symbol, "SINGLE"))).get(0);
    return read(symbol.equals("BARS") ? page : symbolOf(page));
  }

  /** Square symbols stand on the left; the reader looks for them in the middle of a picture. */
  private static BufferedImage symbolOf(BufferedImage page) {
    int side = (int) (page.getWidth() * 0.47);
    return page.getSubimage(0, 0, side, page.getHeight());
  }

  @ParameterizedTest
  @ValueSource(strings = {"BARS", "DATAMATRIX", "QR"})
  void everyKindReadsBack(String symbol) throws Exception {
    assertThat(plain(readBack("BIN", ids.get("BIN"), symbol))).isEqualTo("RB.KQ.A-01-A");
    assertThat(plain(readBack("ITEM", ids.get("ITEM"), symbol))).isEqualTo("RI.FLR-001");
    assertThat(plain(readBack("UNIT_LOAD", ids.get("TROLLEY"), symbol))).isEqualTo("RU.T1");
    assertThat(plain(readBack("PERSON", ids.get("PERSON"), symbol))).startsWith("RP.");
    assertThat(plain(readBack("ORDER", ids.get("ORDER"), symbol))).startsWith("RD.UR-");
    BufferedImage action = pages(pdf(entry("ACTION", List.of(), symbol, "SINGLE"))).get(0);
    assertThat(plain(read(symbol.equals("BARS") ? action : symbolOf(action)))).isEqualTo("RA.MOVE");
    Reading lot = ScanReader.read(readBack("LOT", ids.get("LOT"), symbol));
    assertThat(lot).isInstanceOf(Reading.Elements.class);
    assertThat(((Reading.Elements) lot).elements().data("10")).contains("K2291");
    assertThat(((Reading.Elements) lot).elements().gtin()).isPresent();
    Reading piece = ScanReader.read(readBack("SERIAL", ids.get("SERIAL"), symbol));
    assertThat(((Reading.Elements) piece).elements().data("21")).contains("B-0100");
    Reading load = ScanReader.read(readBack("UNIT_LOAD", ids.get("UNIT_LOAD"), symbol));
    assertThat(((Reading.Elements) load).elements().sscc()).isPresent();
  }

  @Test
  void badgesAreForAdministratorsAndTheTrayForThoseWhoPrinted() {
    Client clerk = HOUSE.hire("CLERK", Role.CLERK);
    Client.Answer refused =
        clerk.post(
            "/api/labels/printing", entry("PERSON", List.of(ids.get("PERSON")), "QR", "SINGLE"));
    assertThat(refused.status()).isEqualTo(403);
    assertThat(refused.detail()).contains("administrators");
    long badge =
        controller
            .post(
                "/api/labels/printing", entry("PERSON", List.of(ids.get("PERSON")), "QR", "SINGLE"))
            .ok()
            .path("id")
            .asLong();
    assertThat(clerk.get("/api/print-jobs/" + badge + "/pages").status()).isEqualTo(404);
    assertThat(controller.get("/api/print-jobs/" + badge + "/pages").status()).isEqualTo(200);
    for (JsonNode one : clerk.get("/api/print-jobs").ok()) {
      assertThat(one.path("id").asLong()).isNotEqualTo(badge);
    }
  }

  /** What a reader puts in front of a Code 128 that it takes for GS1 is passed over. */
  private static String plain(String text) {
    return text.startsWith("]C1") ? text.substring(3) : text;
  }

  @Test
  void aSheetHoldsTwentyFourAndActionsHaveTheirOwn() throws Exception {
    Map<String, Object> bins = entry("BIN", List.of(), "QR", "A4");
    long area = 0;
    for (JsonNode one : controller.get("/api/sites").ok().get(0).path("areas")) {
      area = one.path("code").asString().equals("A") ? one.path("id").asLong() : area;
    }
    bins.put("area", area);
    bins.put("copies", 2);
    List<BufferedImage> pages = pages(pdf(bins));
    assertThat(pages).hasSize(2);
    Result[] read =
        new GenericMultipleBarcodeReader(new MultiFormatReader())
            .decodeMultiple(
                new BinaryBitmap(
                    new HybridBinarizer(new BufferedImageLuminanceSource(pages.get(0)))));
    assertThat(List.of(read)).extracting(Result::getText).contains("RB.KQ.A-01-A");
    assertThat(pages(pdf(entry("ACTION", List.of(), "BARS", "SINGLE"))))
        .hasSize(Action.values().length);
  }

  @Test
  void allActionsHangOnOnePageAndCanBeScannedThere() throws Exception {
    List<BufferedImage> pages = pages(controller.bytes("/api/labels/actions").body());
    assertThat(pages).hasSize(1);
    BufferedImage page = pages.get(0);
    float mm = page.getWidth() / 210f;
    for (Action action : Action.values()) {
      int cell = action.ordinal();
      BufferedImage label =
          page.getSubimage(
              Math.round(cell % 2 * 105 * mm),
              Math.round((4.5f + cell / 2 * 36) * mm),
              Math.round(104 * mm),
              Math.round(35 * mm));
      assertThat(read(symbolOf(label))).isEqualTo("RA." + action.name());
    }
  }

  @Test
  void thePrinterKeepsWhatItPrinted() throws Exception {
    UUID command = UUID.randomUUID();
    Map<String, Object> entry = entry("BIN", List.of(ids.get("BIN")), "DATAMATRIX", "SINGLE");
    JsonNode printed = controller.post("/api/labels/printing", entry, command).ok();
    assertThat(controller.post("/api/labels/printing", entry, command).ok()).isEqualTo(printed);
    JsonNode jobs = controller.get("/api/print-jobs").ok();
    assertThat(jobs.get(0).path("title").asString()).isEqualTo("A-01-A");
    String pages = "/api/print-jobs/" + printed.path("id").asLong() + "/pages";
    byte[] paper = bytes(controller.request(pages).GET().build());
    assertThat(plain(read(symbolOf(pages(paper).get(0))))).isEqualTo("RB.KQ.A-01-A");
  }

  @Test
  void nothingToPrintIsSaidSo() {
    assertThat(
            controller.post("/api/labels/printing", entry("LOT", List.of(), "BARS", "A4")).detail())
        .contains("at least one");
    assertThat(
            controller
                .post("/api/labels/printing", entry("LOT", List.of(999_999L), "BARS", "A4"))
                .status())
        .isEqualTo(404);
  }
}
