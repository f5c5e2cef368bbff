package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.complete;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** From the lorry to the right bin, in the browser. */
class GoodsInTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private final Client maren = HOUSE.signIn("maren");
  private final Client hand = HOUSE.signIn("tavi");

  @BeforeEach
  void rest() {
    hand.post("/api/floor/RECEIVE/document", Map.of("site", 1, "document", 0)).ok();
    hand.post("/api/floor/RECEIVE/act", Map.of("site", 1, "action", "CLEAR")).ok();
    hand.post("/api/floor/PUT_AWAY/act", Map.of("site", 1, "action", "CLEAR")).ok();
  }

  private static Map<String, Object> line(String item, String packs, String pack) {
    return Map.of("item", item, "packs", packs, "pack", pack, "price", 1);
  }

  private JsonNode order(long site, String number, List<Map<String, Object>> lines) {
    return maren
        .post(
            "/api/inbound",
            Map.of(
                "number",
                number,
                "supplier",
                "SKERRY",
                "site",
                site,
                "expected",
                LocalDate.now().toString(),
                "note",
                "",
                "lines",
                lines))
        .ok();
  }

  private JsonNode card(JsonNode order) {
    return maren.get("/api/inbound/" + order.path("id").asLong()).ok();
  }

  private static org.assertj.core.api.AbstractStringAssert<?> check(String text) {
    return org.assertj.core.api.Assertions.assertThat(text);
  }

  private static org.assertj.core.api.AbstractIntegerAssert<?> check(int number) {
    return org.assertj.core.api.Assertions.assertThat(number);
  }

  /** Takes what is suggested, if something is, and receives the line. */
  private static void receive(Page page) {
    complete(page, "Receive", "Accept suggestion", "Receive more than ordered");
  }

  private static void putAway(Page page) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Put away")).click();
    page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Put away")).waitFor();
  }

  private static void quantity(Page page, String said) {
    assertThat(blank(page, "Quantity")).hasText(Pattern.compile("^" + said + "\\s*(pc|m)$"));
  }

  private static Locator blank(Page page, String name) {
    return page.locator("[data-blank=\"" + name + "\"]");
  }

  private Page receiving(String number) {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    order(page, number);
    return page;
  }

  /** Scans an order, and waits until its lines are there. */
  private static void order(Page page, String number) {
    scan(page, "RD." + number);
    assertThat(page.getByText(number)).isVisible();
    page.getByText("Still to come").waitFor();
  }

  @Test
  void aPalletIsReceivedWithOneScanAndPutAwayWithOneMore() {
    JsonNode flare = maren.get("/api/items?q=FLR-002").ok().path("rows").get(0);
    String gtin =
        maren
            .get("/api/items/" + flare.path("id").asLong())
            .ok()
            .path("barcodes")
            .get(0)
            .asString();
    JsonNode order = order(1, "E2E-PALLET", List.of(line("FLR-002", "36", "")));
    String until = LocalDate.now().plusDays(500).format(DateTimeFormatter.ofPattern("yyMMdd"));
    Page page = receiving("E2E-PALLET");
    scan(
        page,
        "(00)"
            + sscc("34012345000000000")
            + "(02)"
            + "0".repeat(14 - gtin.length())
            + gtin
            + "(37)36(17)"
            + until
            + "(10)E2E1");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 36 × Parachute flare");
    assertThat(page.getByText("Scan its bin:")).isVisible();
    assertThat(page.getByText("Everything ordered is received")).isVisible();
    JsonNode lot = maren.get("/api/on-hand?group=LOT&q=E2E1").ok().path("rows").get(0);
    check(lot.path("available").asString()).isEqualTo("0");
    scan(page, "RB.KQ.FL-11");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("to FL-11");
    lot = maren.get("/api/on-hand?group=LOT&q=E2E1").ok().path("rows").get(0);
    check(lot.path("available").asString()).isEqualTo("36");

    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(
        HOUSE.address().resolve("/office/coming/inbound?filter=ALL&q=E2E-PALLET").toString());
    office.locator("[data-key]").first().click();
    assertThat(office.locator("aside")).containsText("Received");
    assertThat(office.locator("aside")).containsText("E2E1");
    check(card(order).path("state").asString()).isEqualTo("RECEIVED");
  }

  private static String sscc(String before) {
    return before + app.reliquum.core.scan.Gtin.checkDigit(before);
  }

  @Test
  void aShortAnOverAndAWrongLine() {
    JsonNode order =
        order(1, "E2E-LINES", List.of(line("SHK-020", "2", "box"), line("SHK-021", "1", "box")));
    Page page = receiving("E2E-LINES");
    scan(page, "RI.SHK-020");
    scan(page, "15");
    quantity(page, "15");
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 15 ×");
    // 5 are still to come, and stay on the screen.
    assertThat(page.getByText("of 20")).isVisible();
    scan(page, "RI.SHK-021");
    scan(page, "11");
    assertThat(page.getByText("That is 1 more than the order still expects (10).")).isVisible();
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 11 ×");
    scan(page, "RI.RPE-003");
    assertThat(page.getByText("which is not on this order")).isVisible();
    button(page, "Add unordered item").click();
    scan(page, "2.5");
    quantity(page, "2.5");
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 2.5 ×");
    JsonNode lines = card(order).path("lines");
    check(lines.size()).isEqualTo(4);
    check(lines.get(0).path("open").asString()).isEqualTo("5");

    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(
        HOUSE
            .address()
            .resolve("/office/coming/inbound?open=" + order.path("id").asLong())
            .toString());
    assertThat(office.locator("aside")).containsText("over-received");
    button(office, "Close short").click();
    button(office, "Close order").click();
    assertThat(office.locator("aside")).containsText("Say why it will not come");
    office.getByLabel("Why the rest will not come").fill("Out of stock there");
    button(office, "Close order").click();
    assertThat(office.locator("aside")).containsText("Closed short");
  }

  @Test
  void whatComesIsLabelledRejectedAtTheDoorAndSummedUp() {
    JsonNode order = order(1, "E2E-DOOR", List.of(line("SHK-022", "12", "")));
    Page page = receiving("E2E-DOOR");
    scan(page, "RI.SHK-022");
    scan(page, "10");
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 10 ×");
    button(page, "Print 1 label").click();
    assertThat(page.getByText("1 label", new Page.GetByTextOptions().setExact(false)).last())
        .isVisible();
    button(page, "Reject some").click();
    page.getByLabel("Quantity rejected").fill("3");
    page.getByLabel("Reason for rejection").fill("Rusty");
    button(page, "3 rejected").click();
    assertThat(page.getByText("3 rejected")).isVisible();
    button(page, "Summary").click();
    assertThat(page.getByText("2 missing")).isVisible();
    button(page, "Continue receiving").click();
    JsonNode rejected =
        maren.get("/api/returnable-goods?site=1&show=REJECTED&q=SHK-022").ok().path("rows").get(0);
    check(rejected.path("quantity").asString()).isEqualTo("3");
    check(rejected.path("origin").path("order").asString()).isEqualTo("E2E-DOOR");

    // They go back, and their order expects them again.
    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(
        HOUSE.address().resolve("/office/coming/returns?open=new&goods=SHK-022").toString());
    office.getByRole(AriaRole.CHECKBOX).first().check();
    office.getByLabel("E2E-DOOR expects them again").check();
    office.getByLabel("Reason").fill("Rusty");
    button(office, "Set goods aside").click();
    assertThat(office.locator("aside")).containsText("to be expected again");
    office.getByLabel("Comment").fill("@tavi, the lorry comes at two");
    button(office, "Add comment").click();
    // What is being typed holds the name as well: it is written once the field is empty again.
    assertThat(office.getByLabel("Comment", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("");
    assertThat(office.locator("aside").getByText("@tavi")).isVisible();
    check(hand.get("/api/notices").ok().path("rows").get(0).path("kind").asString())
        .isEqualTo("MENTIONED");
    button(office, "Ship").click();
    office.getByLabel("Collected by").fill("Tern Couriers");
    button(office, "Ship now").click();
    assertThat(office.locator("aside")).containsText("3 expected again");
    check(card(order).path("lines").get(0).path("open").asString()).isEqualTo("5");
  }

  @Test
  void whatIsOnHoldIsCheckedOnTheFloor() {
    order(1, "E2E-HOLD", List.of(line("SHK-023", "6", "")));
    Page page = receiving("E2E-HOLD");
    scan(page, "RI.SHK-023");
    button(page, "Hold for inspection").click();
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 6 ×");
    page.navigate(HOUSE.address().resolve("/floor/check").toString());
    String name =
        maren.get("/api/items?q=SHK-023").ok().path("rows").get(0).path("name").asString();
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name)).click();
    page.getByLabel("Quantity rejected").fill("2");
    page.getByLabel("Reason for rejection").fill("Bent");
    button(page, "2 rejected, 4 good").click();
    assertThat(page.getByText(name + ": 2 rejected, 4 good")).isVisible();
  }

  @Test
  void twentySerialsInARowAndALotThatHasExpired() {
    JsonNode order =
        order(1, "E2E-SERIAL", List.of(line("BCN-002", "20", ""), line("FLR-003", "6", "")));
    Page page = receiving("E2E-SERIAL");
    scan(page, "RI.BCN-002");
    button(page, "Serial range").click();
    page.getByLabel("First", new Page.GetByLabelOptions().setExact(true)).fill("E2E-0095");
    page.getByLabel("Last", new Page.GetByLabelOptions().setExact(true)).fill("E2E-0114");
    button(page, "Add range").click();
    assertThat(blank(page, "Quantity")).hasText(Pattern.compile("^20\\s*pc$"));
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 20 ×");
    scan(page, "RI.FLR-003");
    scan(page, "(10)E2E-LOT-1");
    assertThat(blank(page, "Lot")).hasText("E2E-LOT-1");
    scan(page, LocalDate.now().minusDays(1).toString());
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("so it does not come in");
    // The page is closed in the middle: on another device the sentence is still there.
    page.close();
    Page other = BROWSER.floor(HOUSE.address(), "tavi");
    button(other, "Receive").click();
    assertThat(blank(other, "Lot")).hasText("E2E-LOT-1");
    scan(other, LocalDate.now().plusDays(300).toString());
    receive(other);
    assertThat(other.getByRole(AriaRole.STATUS)).containsText("Received 6 ×");
    check(card(order).path("state").asString()).isEqualTo("RECEIVED");
  }

  private void flow(long site, String flow) {
    for (JsonNode card : maren.get("/api/sites").ok()) {
      if (card.path("id").asLong() == site) {
        Map<String, Object> entry = new HashMap<>();
        for (String same : List.of("code", "name", "timeZone", "street", "town")) {
          entry.put(same, card.path(same).asString());
        }
        entry.put("version", card.path("version").asInt());
        entry.put("binned", true);
        entry.put("inboundFlow", flow);
        maren.put("/api/sites/" + site, entry).ok();
      }
    }
  }

  @Test
  void theThreeFlowsAndTheCheck() {
    // At Outer Holm goods go straight in.
    order(2, "E2E-HOLM", List.of(line("SHK-030", "3", "box")));
    hand.post("/api/floor/RECEIVE/document", Map.of("site", 2, "document", 0)).ok();
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Tavi").click();
    page.getByText("Outer Holm Depot").click();
    page.getByText("Scan anything").waitFor();
    order(page, "E2E-HOLM");
    scan(page, "RI.SHK-030");
    assertThat(blank(page, "Place")).hasText(Pattern.compile("OA-"));
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 30 ×");

    // Then it wants them checked first: what is under way goes on.
    flow(2, "DOCK_CHECK");
    order(2, "E2E-CHECK", List.of(line("SHK-031", "1", "box")));
    button(page, "Other order").click();
    page.getByText("What is arriving?").waitFor();
    order(page, "E2E-CHECK");
    scan(page, "RI.SHK-031");
    assertThat(blank(page, "Place")).hasText(Pattern.compile("DOCK-1"));
    receive(page);
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 10 ×");

    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(HOUSE.address().resolve("/office/coming/waiting?show=check&site=2").toString());
    office.locator("[data-key]").first().click();
    office.getByLabel("Good", new Page.GetByLabelOptions().setExact(true)).fill("9");
    office.getByLabel("Rejected").fill("1");
    office.getByLabel("Reason (required)").fill("Bent");
    button(office, "Set condition").click();
    assertThat(office.getByText("Nothing waits on a dock")).isVisible();

    button(page, "Back").click();
    putAway(page);
    scan(page, "RI.SHK-031");
    assertThat(blank(page, "Quantity")).hasText(Pattern.compile("^9\\s*pc"));
    flow(2, "STRAIGHT_IN");
  }

  @Test
  void theShacklesFillTheirHomeBinAndThenBulk() {
    JsonNode rules = maren.get("/api/put-away/rules?site=1").ok();
    String home = null;
    int free = 0;
    for (JsonNode rule : rules) {
      if (rule.path("item").asString("").equals("SHK-001") && rule.path("priority").asInt() == 1) {
        home = rule.path("place").asString();
        free = Integer.parseInt(rule.path("free").asString());
      }
    }
    int arriving = free / 10 * 10 + 90;
    order(1, "E2E-SHK", List.of(line("SHK-001", String.valueOf(arriving), "")));
    Page page = receiving("E2E-SHK");
    scan(page, "RI.SHK-001");
    scan(page, "RB.KQ.DOCK-4");
    receive(page);
    page.getByRole(AriaRole.STATUS).waitFor();
    button(page, "Back").click();
    putAway(page);
    scan(page, "RI.SHK-001");
    if (free >= 10) {
      assertThat(blank(page, "To")).containsText(home);
      assertThat(blank(page, "Quantity")).containsText("as much as fits");
      page.getByText("Why this bin?").click();
      assertThat(page.getByText("then it is full")).isVisible();
      scan(page, "RB.KQ." + home);
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("to " + home);
      scan(page, "RI.SHK-001");
    }
    assertThat(blank(page, "To")).containsText("BA-01-A");
    scan(page, "RB.KQ.BA-01-A");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("to BA-01-A");
  }

  @Test
  void aTrolleyIsLoadedAndWalkedThroughItsBins() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    List<Map<String, Object>> lines =
        List.of(
            line("ENG-001", "4", ""),
            line("ENG-002", "4", ""),
            line("ENG-003", "4", ""),
            line("ENG-004", "4", ""));
    order(1, "E2E-TROLLEY", lines);
    order(page, "E2E-TROLLEY");
    for (int i = 1; i <= 4; i++) {
      scan(page, "RI.ENG-00" + i);
      receive(page);
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("Received 4 ×");
    }
    button(page, "Back").click();
    putAway(page);
    for (int i = 1; i <= 4; i++) {
      scan(page, "RI.ENG-00" + i);
      scan(page, "RB.KQ.DOCK-1");
      scan(page, "4");
      scan(page, "RU.T2");
      assertThat(blank(page, "Unit load")).hasText("T2");
      button(page, "Put on unit load").click();
      assertThat(page.getByRole(AriaRole.STATUS)).containsText("onto T2");
    }
    long trolley = 0;
    for (JsonNode one : hand.get("/api/floor/trolleys").ok()) {
      trolley = one.path("code").asString().equals("T2") ? one.path("id").asLong() : trolley;
    }
    JsonNode stops = hand.get("/api/floor/round?site=1&load=" + trolley).ok().path("stops");
    check(stops.size()).isGreaterThanOrEqualTo(4);
    for (JsonNode stop : stops) {
      scan(page, "RU.T2");
      assertThat(page.getByText(stop.path("address").asString()).first()).isVisible();
      scan(page, "RB.KQ." + stop.path("address").asString());
      assertThat(page.getByRole(AriaRole.STATUS))
          .containsText("to " + stop.path("address").asString());
    }
    check(hand.get("/api/floor/round?site=1&load=" + trolley).ok().path("stops").size()).isZero();
  }

  @Test
  void thePontoonShopGetsBins() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    page.navigate(HOUSE.address().resolve("/office/rules/places?site=3&open=site").toString());
    page.getByText("Has bins").click();
    button(page, "Save").click();
    // Once it has bins they can't be turned off again.
    page.getByLabel("Has bins").and(page.locator(":disabled")).waitFor();
    page.navigate(HOUSE.address().resolve("/office/rules/places?site=3&open=new-area").toString());
    page.getByLabel("Code").fill("WALL");
    page.getByLabel("Name").fill("Shop wall");
    page.getByLabel("Purpose").selectOption("PICK");
    button(page, "Save").click();
    page.locator("aside")
        .waitFor(
            new Locator.WaitForOptions()
                .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    long area = 0;
    for (JsonNode one : maren.get("/api/sites").ok()) {
      for (JsonNode each : one.path("areas")) {
        area = each.path("code").asString().equals("WALL") ? each.path("id").asLong() : area;
      }
    }
    maren
        .post(
            "/api/racks",
            Map.of(
                "areaId",
                area,
                "pattern",
                "W-[01..40]",
                "walkFrom",
                0,
                "walkStep",
                10,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")))
        .ok();
    JsonNode before = maren.get("/api/sites/3/binning").ok();
    page.navigate(HOUSE.address().resolve("/office/rules/binning/3").toString());
    page.getByText("Accept W-01").first().waitFor();
    button(page, "Accept all suggestions").click();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("Put \\d+ lines? into bins")))
        .click();
    assertThat(button(page, "Put into bins")).isVisible();
    JsonNode after = maren.get("/api/sites/3/binning").ok();
    check(after.path("total").asInt()).isLessThan(before.path("total").asInt());
  }

  @Test
  void anOrderIsWrittenSentAndItsLabelsPrinted() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    page.navigate(HOUSE.address().resolve("/office/coming/inbound?open=new").toString());
    page.getByLabel("Number", new Page.GetByLabelOptions().setExact(true)).fill("E2E-LETTER");
    Locator form = page.locator("aside form");
    form.getByLabel("Supplier").first().fill("rope works");
    page.getByRole(AriaRole.OPTION).getByText("Skerry Rope Works").click();
    form.getByLabel("Item").fill("SHK-002");
    form.getByLabel("Quantity").fill("2");
    form.getByLabel("Pack").fill("crate");
    button(page, "Save").click();
    assertThat(form.getByRole(AriaRole.ALERT)).containsText("SHK-002 has no pack crate");
    form.getByLabel("Pack").fill("box");
    button(page, "Save").click();
    button(page, "Send to the supplier").click();
    assertThat(button(page, "Send again")).isVisible();
    button(page, "Order label").click();
    button(page, "Print").click();
    assertThat(page.getByText("1 label goes to Tray.")).isVisible();
    page.navigate(HOUSE.address().resolve("/office/rules/labels").toString());
    assertThat(page.getByText("E2E-LETTER")).isVisible();
    page.navigate(HOUSE.address().resolve("/office/coming/letters").toString());
    assertThat(page.locator("[data-key]").first()).containsText("Order E2E-LETTER");
    assertThat(page.locator("[data-key]").first()).containsText("Not delivered");
  }
}
