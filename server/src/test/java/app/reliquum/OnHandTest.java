package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OnHandTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Goods goods;
  private long quay;
  private long holm;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    holm = goods.site("OH");
    goods.item("AAA", "Bow shackle", "NONE");
    goods.item("BBB", "Hand flare", "LOT");
    goods.item("CCC", "Distress beacon", "SERIAL");
    goods.opening("AAA", null, null, "KQ.A-01-A", "10");
    goods.opening("AAA", null, null, "KQ.DOCK-1", "5");
    goods.opening("AAA", null, null, "OH.A-01-A", "7");
    Map<String, Object> early = Goods.line("BBB", "EARLY", null, "KQ.A-02-A", "3");
    early.put("expiry", "2030-01-31");
    Map<String, Object> late = Goods.line("BBB", "LATE", null, "KQ.A-02-A", "4");
    late.put("expiry", "2031-01-31");
    goods.post("OPENING", List.of(late, early)).ok();
    goods.opening("CCC", null, "SN-100", "OH.B-01", "1");
  }

  private JsonNode page(String query) {
    return page(controller, query);
  }

  private static JsonNode page(Client client, String query) {
    return client.get("/api/on-hand?" + query).ok();
  }

  private static List<String> column(JsonNode page, String name) {
    List<String> values = new ArrayList<>();
    page.path("rows").forEach(row -> values.add(row.path(name).asString("")));
    return values;
  }

  @Test
  void byItemItAddsUpAndTellsWhatIsAvailable() {
    JsonNode page = page("group=ITEM");
    assertThat(page.path("total").asInt()).isEqualTo(3);
    assertThat(column(page, "item")).containsExactly("AAA", "BBB", "CCC");
    assertThat(column(page, "onHand")).containsExactly("22", "7", "1");
    // What stands on the dock is on hand but not available.
    assertThat(column(page, "available")).containsExactly("17", "7", "1");
    assertThat(column(page("group=ITEM&site=" + quay), "onHand")).containsExactly("15", "7");
    assertThat(column(page("group=ITEM&sort=ON_HAND&descending=true"), "item"))
        .containsExactly("AAA", "BBB", "CCC");
    assertThat(column(page("group=ITEM&sort=NAME&descending=true"), "item"))
        .containsExactly("BBB", "CCC", "AAA");
  }

  @Test
  void byLotItIsSortedByExpiry() {
    JsonNode page = page("group=LOT&sort=EXPIRY");
    assertThat(column(page, "lot")).containsExactly("EARLY", "LATE");
    assertThat(column(page, "onHand")).containsExactly("3", "4");
    assertThat(column(page("group=LOT&sort=EXPIRY&descending=true"), "lot"))
        .containsExactly("LATE", "EARLY");
  }

  @Test
  void byPlaceItCountsWhatLiesThere() {
    JsonNode page = page("group=PLACE&sort=PLACE");
    assertThat(column(page, "place"))
        .containsExactly("A-01-A", "A-02-A", "DOCK-1", "A-01-A", "B-01");
    assertThat(page.path("rows").get(1).path("positions").asInt()).isEqualTo(2);
    assertThat(page.path("rows").get(1).path("items").asInt()).isEqualTo(1);
  }

  @Test
  void wordsFindItemsBinsLotsAndSerialNumbers() {
    assertThat(column(page("group=ITEM&q=shackle"), "item")).containsExactly("AAA");
    assertThat(column(page("group=ITEM&q=shack+bow"), "item")).containsExactly("AAA");
    assertThat(column(page("group=POSITION&q=DOCK"), "place")).containsExactly("DOCK-1");
    assertThat(column(page("group=ITEM&q=DOCK"), "item")).containsExactly("AAA");
    assertThat(column(page("group=POSITION&q=early"), "lot")).containsExactly("EARLY");
    assertThat(column(page("group=POSITION&q=SN-1"), "serial")).containsExactly("SN-100");
    assertThat(page("group=ITEM&q=zebra").path("total").asInt()).isZero();
    assertThat(page("group=ITEM&q=%25").path("total").asInt()).isZero();
  }

  @Test
  void pagesFitTogether() {
    List<String> all = column(page("group=POSITION&sort=PLACE"), "key");
    List<String> paged = new ArrayList<>();
    for (int offset = 0; offset < all.size(); offset += 2) {
      paged.addAll(column(page("group=POSITION&sort=PLACE&limit=2&offset=" + offset), "key"));
    }
    assertThat(paged).isEqualTo(all).doesNotHaveDuplicates();
    for (String sort : List.of("ITEM", "EXPIRY", "IN_DATE", "ON_HAND", "AVAILABLE", "LOT")) {
      assertThat(page("group=POSITION&sort=" + sort).path("total").asInt()).isEqualTo(all.size());
    }
  }

  @Test
  void positionsAreSortedByWhatTheyHold() {
    assertThat(column(page("group=POSITION&sort=ON_HAND&descending=true"), "onHand"))
        .containsExactly("10", "7", "5", "4", "3", "1");
    assertThat(column(page("group=POSITION&sort=ON_HAND&limit=2&offset=2"), "onHand"))
        .containsExactly("4", "5");
    assertThat(column(page("group=POSITION&sort=ON_HAND&site=" + quay), "onHand"))
        .containsExactly("3", "4", "5", "10");
    assertThat(column(page("group=POSITION&sort=IN_DATE"), "inDate")).hasSize(6);
  }

  @Test
  void anAuditorWhoMaySeeOneSiteSeesNoOther() {
    Client auditor = HOUSE.hire("AUD", Role.AUDITOR, holm);
    assertThat(column(page(auditor, "group=ITEM"), "onHand")).containsExactly("7", "1");
    assertThat(page(auditor, "group=ITEM&site=" + quay).path("total").asInt()).isZero();
    assertThat(column(page(auditor, "group=POSITION"), "site")).containsOnly("Site OH");
    JsonNode ledger = auditor.get("/api/ledger").ok();
    assertThat(ledger.path("total").asInt()).isEqualTo(2);
    assertThat(auditor.get("/api/sites").ok()).hasSize(1);
    assertThat(auditor.get("/api/bins/" + goods.bin(quay, "A-01-A")).status()).isEqualTo(403);
  }

  @Test
  void aMomentThatHasNotComeIsRefused() {
    Client.Answer answer =
        controller.get("/api/on-hand?at=" + Instant.now().plus(Duration.ofHours(1)));
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("has not come yet");
    assertThat(page("group=ITEM&at=2020-01-01T00:00:00Z").path("total").asInt()).isZero();
  }

  @Test
  void theLedgerIsFilteredByWhatStandsInIt() {
    assertThat(rows("q=flare")).isEqualTo(2);
    assertThat(rows("kind=OPENING")).isEqualTo(6);
    assertThat(rows("kind=MOVE")).isZero();
    assertThat(rows("site=" + holm)).isEqualTo(2);
    assertThat(rows("place=" + goods.bin(quay, "DOCK-1"))).isEqualTo(1);
    assertThat(rows("device=test")).isEqualTo(6);
    assertThat(rows("device=other")).isZero();
    assertThat(rows("before=2020-01-01T00:00:00Z")).isZero();
    assertThat(rows("after=2020-01-01T00:00:00Z")).isEqualTo(6);
    long con = controller.get("/api/session").ok().path("id").asLong();
    assertThat(rows("person=" + con)).isEqualTo(6);
    assertThat(rows("person=999")).isZero();
    assertThat(rows("document=D-1")).isZero();
    JsonNode oldest = controller.get("/api/ledger?oldestFirst=true&limit=1").ok();
    assertThat(oldest.path("rows").get(0).path("item").asString()).isEqualTo("AAA");
  }

  private int rows(String query) {
    JsonNode page = controller.get("/api/ledger?" + query).ok();
    assertThat(page.path("rows").size()).isEqualTo(page.path("total").asInt());
    return page.path("total").asInt();
  }

  @Test
  void whatIsShownGoesIntoAFile() throws Exception {
    Client.Answer csv =
        controller.get("/api/export/on-hand?format=CSV&columns=item&columns=onHand&group=ITEM");
    assertThat(csv.text().replace("\uFEFF", ""))
        .isEqualTo("item,onHand\r\nAAA,22\r\nBBB,7\r\nCCC,1\r\n");
    assertThat(csv.whole().headers().firstValue("Content-Disposition").orElse(""))
        .contains("on-hand.csv");
    Client.Answer wrong = controller.get("/api/export/on-hand?format=CSV&columns=secret");
    assertThat(wrong.detail()).contains("no column secret");
    byte[] xlsx =
        java.net.http.HttpClient.newHttpClient()
            .send(
                controller
                    .request("/api/export/ledger?format=XLSX&columns=item&columns=quantity")
                    .header("Cookie", "reliquum=" + controller.cookie("reliquum"))
                    .GET()
                    .build(),
                java.net.http.HttpResponse.BodyHandlers.ofByteArray())
            .body();
    try (var book =
        new org.apache.poi.xssf.usermodel.XSSFWorkbook(new java.io.ByteArrayInputStream(xlsx))) {
      var sheet = book.getSheetAt(0);
      assertThat(sheet.getLastRowNum()).isEqualTo(6);
      assertThat(sheet.getRow(0).getCell(1).getStringCellValue()).isEqualTo("quantity");
      assertThat(sheet.getRow(1).getCell(1).getNumericCellValue()).isEqualTo(1.0);
    }
  }

  @Test
  void theAskLineFindsAnything() {
    assertThat(kinds("AAA")).startsWith("ITEM");
    assertThat(kinds("RB.KQ.A-01-A")).containsExactly("BIN");
    assertThat(kinds("EARLY")).containsExactly("LOT");
    assertThat(kinds("SN-100")).containsExactly("SERIAL");
    assertThat(kinds("A-01")).contains("BIN");
    assertThat(kinds("1")).contains("POSTING");
    assertThat(kinds("person")).isEmpty();
    assertThat(kinds("")).isEmpty();
    Client administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    assertThat(administrator.get("/api/ask?q=person").ok().get(0).path("kind").asString())
        .isEqualTo("PERSON");
  }

  private List<String> kinds(String text) {
    List<String> kinds = new ArrayList<>();
    controller
        .get("/api/ask?q=" + text)
        .ok()
        .forEach(hit -> kinds.add(hit.path("kind").asString()));
    return kinds;
  }

  @Test
  void itemsOfWhichNothingIsThereAreShownWithWhatIsOnOrder() {
    goods.item("ZERO", "Nothing of it yet", "NONE");
    goods.item("YARD", "Nothing of it at all", "NONE");
    Map<String, Object> supplier = new HashMap<>();
    for (String empty : List.of("email", "street", "town")) {
      supplier.put(empty, "");
    }
    supplier.putAll(
        Map.of("code", "SKERRY", "name", "Skerry Works", "leadDays", 5, "active", true));
    controller.post("/api/suppliers", supplier).ok();
    Map<String, Object> line = Map.of("item", "ZERO", "packs", "12", "price", 1);
    Map<String, Object> order = new HashMap<>();
    order.putAll(Map.of("supplier", "SKERRY", "site", quay, "note", "", "lines", List.of(line)));
    order.put("expected", "2031-05-01");
    controller.post("/api/inbound", order).ok();
    String items = "group=ITEM&stocked=";
    assertThat(column(page(items + "ALL"), "item")).contains("AAA", "YARD", "ZERO");
    assertThat(column(page(items + "NONE"), "item")).containsExactly("YARD", "ZERO");
    assertThat(column(page(items + "NONE"), "coming")).containsExactly("", "12");
    assertThat(column(page(items + "COMING"), "item")).containsExactly("ZERO");
    assertThat(column(page(items + "COMING&site=" + holm), "item")).isEmpty();
    assertThat(column(page(items + "NONE&site=" + holm), "item")).contains("BBB", "ZERO");
    assertThat(column(page(items + "ALL&q=yard"), "item")).containsExactly("YARD");
    assertThat(column(page(items + "BELOW_POINT"), "item")).isEmpty();
    assertThat(controller.get("/api/on-hand?" + items + "ALL&condition=GOOD").status())
        .isEqualTo(400);
    // Who works at one site is told of that one.
    Client tavi = HOUSE.hire("TAVIA", Role.CLERK, holm);
    assertThat(column(page(tavi, items + "NONE"), "item")).contains("BBB");
    JsonNode own = page(tavi, items + "ALL&q=AAA");
    assertThat(column(own, "onHand")).containsExactly("7");
    assertThat(column(own, "reserved")).containsExactly("0");
  }

  @Test
  void allSitesOfAnItemStandSideBySide() {
    JsonNode row = controller.get("/api/on-hand/by-site?q=AAA").ok().path("rows").get(0);
    assertThat(row.path("onHand").asString()).isEqualTo("22");
    List<String> sites = new ArrayList<>();
    row.path("sites")
        .forEach(
            one -> sites.add(one.path("siteId").asLong() + " " + one.path("onHand").asString()));
    assertThat(sites).containsExactlyInAnyOrder(quay + " 15", holm + " 7");
    Client tavi = HOUSE.hire("TAVIB", Role.CLERK, holm);
    JsonNode own = tavi.get("/api/on-hand/by-site?q=AAA").ok().path("rows").get(0);
    assertThat(own.path("onHand").asString()).isEqualTo("7");
    assertThat(own.path("sites")).hasSize(1);
  }

  @Test
  void whatIsThereIsFoundFirst() {
    Map<String, Object> flare = new HashMap<>(Goods.itemEntry("FIND-1", "Beacon battery", "NONE"));
    flare.put("category", "Safety/Beacons");
    goods.item(flare);
    goods.item("FIND-2", "Beacon bracket", "NONE");
    String find = "/api/on-hand/find?q=beacon&site=";
    assertThat(column(controller.get(find + quay).ok(), "item"))
        .containsExactly("FIND-1", "FIND-2", "CCC");
    assertThat(column(controller.get(find + holm).ok(), "item"))
        .containsExactly("CCC", "FIND-1", "FIND-2");
    assertThat(column(controller.get(find + quay + "&category=Safety").ok(), "item"))
        .containsExactly("FIND-1");
    assertThat(column(controller.get(find + quay + "&category=Saf").ok(), "item")).isEmpty();
  }

  @Test
  void theAskLineTellsHowMuchOfAnItemThereIsAndWhere() {
    JsonNode hit = controller.get("/api/ask?q=AAA").ok().get(0);
    assertThat(hit.path("onHand").asString()).isEqualTo("22");
    assertThat(hit.path("where").get(0).path("onHand").asString()).isEqualTo("15");
    assertThat(hit.path("where")).hasSize(2);
    Client tavi = HOUSE.hire("TAVIC", Role.CLERK, holm);
    JsonNode own = tavi.get("/api/ask?q=AAA").ok().get(0);
    assertThat(own.path("onHand").asString()).isEqualTo("7");
    assertThat(own.path("where")).hasSize(1);
  }
}
