package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.amount;
import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** From one site to another, in the browser. */
class TransfersTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final long QUAY = 1;
  private static final long PONTOON = 3;

  private final Client maren = HOUSE.signIn("maren");

  @BeforeEach
  void rest() {
    for (String person : List.of("tavi", "isolde")) {
      Client hand = HOUSE.signIn(person);
      for (String verb : List.of("MOVE", "SEND", "ARRIVE")) {
        long site = person.equals("tavi") ? QUAY : PONTOON;
        if (!verb.equals("MOVE")) {
          hand.post("/api/floor/" + verb + "/document", Map.of("site", site, "document", 0));
        }
        hand.post("/api/floor/" + verb + "/act", Map.of("site", site, "action", "CLEAR"));
      }
    }
  }

  private static org.assertj.core.api.AbstractStringAssert<?> check(String text) {
    return org.assertj.core.api.Assertions.assertThat(text);
  }

  private static org.assertj.core.api.AbstractDoubleAssert<?> check(double number) {
    return org.assertj.core.api.Assertions.assertThat(number);
  }

  private double onHand(String item, long site) {
    long id = maren.get("/api/items?q=" + item).ok().path("rows").get(0).path("id").asLong();
    JsonNode rows =
        maren.get("/api/on-hand?group=ITEM&item=" + id + "&site=" + site).ok().path("rows");
    return rows.isEmpty() ? 0 : Double.parseDouble(rows.get(0).path("onHand").asString());
  }

  private JsonNode card(String number) {
    long id =
        maren
            .get("/api/transfers?filter=ALL&q=" + number)
            .ok()
            .path("rows")
            .get(0)
            .path("id")
            .asLong();
    return maren.get("/api/transfers/" + id).ok();
  }

  private static Locator blank(Page page, String name) {
    return page.locator("[data-blank=\"" + name + "\"]");
  }

  private static void says(Page page, String text) {
    assertThat(page.getByText(text).first()).isVisible();
  }

  /** Says it in a table, not in what narrows it. */
  private static void lists(Page page, String text) {
    assertThat(page.getByRole(AriaRole.GRIDCELL).getByText(text).first()).isVisible();
  }

  private static void tap(Page page, String text) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(text)).first().click();
  }

  /** Writes a transfer in the Office, and opens it. */
  private static void write(Page page, String number, String[]... lines) {
    page.navigate(HOUSE.address().resolve("/office/coming/transfers?open=new").toString());
    page.getByLabel("To", new Page.GetByLabelOptions().setExact(true)).selectOption("Pontoon Shop");
    page.locator("aside")
        .getByLabel("Number", new Locator.GetByLabelOptions().setExact(true))
        .fill(number);
    page.getByLabel("Due").fill(LocalDate.now().plusDays(2).toString());
    for (int i = 0; i < lines.length; i++) {
      if (i > 0) {
        button(page, "Add line").click();
      }
      fill(page, "Item", i, lines[i][0]);
      fill(page, "Quantity", i, lines[i][1]);
      fill(page, "Pack", i, lines[i][2]);
    }
    says(page, "available at the sender");
    button(page, "Save").click();
    assertThat(page.locator("aside h2")).hasText(number);
  }

  private static void fill(Page page, String label, int line, String text) {
    page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).nth(line).fill(text);
  }

  private static void pickAllOnTheFloor(Page page, int rows) {
    for (int i = 0; i < rows; i++) {
      page.locator("h2:text-is('To be picked') ~ button").first().click();
      amount(page, "Pick").click();
      says(page, "Done.");
    }
  }

  @Test
  void threeItemsArePlannedReleasedPickedSentAndArriveOneCaseShort() {
    double shackles = onHand("SHK-002", QUAY);
    double there = onHand("SHK-002", PONTOON);
    Page office = BROWSER.office(HOUSE.address(), "oddny");
    write(
        office,
        "E2E-WAY",
        new String[] {"SHK-002", "2", "box"},
        new String[] {"FLR-003", "1", "box"},
        new String[] {"BCN-004", "1", ""});
    button(office, "Make ready").click();
    says(office, "Made ready, all is reserved");
    check(onHand("SHK-002", QUAY)).as("reserved is still there").isEqualTo(shackles);

    Page floor = BROWSER.floor(HOUSE.address(), "tavi");
    scan(floor, "RD.E2E-WAY");
    says(floor, "To be picked");
    pickAllOnTheFloor(floor, card("E2E-WAY").path("kept").size());
    says(floor, "All that is asked for is picked");
    button(floor, "Ship").click();
    says(floor, "Everything is picked.");
    button(floor, "Ship").click();
    says(floor, "Shipped to Pontoon Shop.");
    check(onHand("SHK-002", QUAY)).isEqualTo(shackles - 20);
    check(card("E2E-WAY").path("state").asString()).isEqualTo("IN_TRANSIT");

    Page shop = BROWSER.floor(HOUSE.address(), "isolde");
    button(shop, "Receive transfer").click();
    tap(shop, "E2E-WAY");
    says(shop, "Still in transit");
    tap(shop, "shackle");
    assertThat(blank(shop, "Quantity")).containsText("20");
    scan(shop, "25");
    says(shop, "20 of that are in transit on");
    scan(shop, "10");
    button(shop, "Confirm receipt").click();
    says(shop, "Received 10 ×");
    tap(shop, "Parachute flare");
    button(shop, "Confirm receipt").click();
    says(shop, "Received 6 ×");
    tap(shop, "Personal locator");
    button(shop, "Confirm receipt").click();
    says(shop, "Received 1 ×");
    check(onHand("SHK-002", PONTOON)).isEqualTo(there + 10);

    office.reload();
    office.locator("aside h2").waitFor();
    assertThat(office.locator("[aria-current=step]")).containsText("Partly received");
    assertThat(office.locator("aside")).containsText("In transit 10");
    button(office, "Close").click();
    office.getByLabel("Show").selectOption("MISSING");
    says(office, "E2E-WAY");

    // The missing case turns up.
    tap(shop, "shackle");
    button(shop, "Confirm receipt").click();
    says(shop, "Receive transfer");
    check(onHand("SHK-002", PONTOON)).isEqualTo(there + 20);
    JsonNode done = card("E2E-WAY");
    check(done.path("state").asString()).isEqualTo("CLOSED");
    office.navigate(HOUSE.address().resolve("/office/looking-back?document=E2E-WAY").toString());
    lists(office, "Transfer receipt");
    lists(office, "Shipment");
    lists(office, "Pick");
  }

  @Test
  void anUnplannedTransferGoesOnOnAnotherDeviceAndInOtherHands() {
    Page first = BROWSER.floor(HOUSE.address(), "tavi");
    button(first, "Send transfer").click();
    button(first, "Pontoon Shop").click();
    says(first, "→ Pontoon Shop");
    scan(first, "RI.SHK-011");
    blank(first, "Item").waitFor();
    scan(first, "RI.SHK-012");
    assertThat(blank(first, "Item")).containsText("Bow shackle");
    first
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Enlarge the picture of"))
        .click();
    first.getByRole(AriaRole.DIALOG).click();
    // The battery is empty. Another device knows what was scanned.
    first.context().close();
    Page second = BROWSER.floor(HOUSE.address(), "tavi");
    button(second, "Send transfer").click();
    assertThat(blank(second, "Item")).containsText("Bow shackle");
    String number = second.locator("main code, main span").first().textContent();
    check(number).startsWith("TR-");
    if (blank(second, "From").getAttribute("data-state").equals("EMPTY")) {
      second.locator("h2:text-is('It is in') ~ button").first().click();
    }
    scan(second, "2");
    amount(second, "Pick").click();
    says(second, "Done.");
    // Someone else goes on with it, and sends it.
    Page other = BROWSER.floor(HOUSE.address(), "maren");
    scan(other, "RD." + number);
    says(other, "Picked");
    button(other, "Ship").click();
    button(other, "Ship").click();
    says(other, "Shipped to Pontoon Shop.");
    JsonNode card = card(number);
    check(card.path("state").asString()).isEqualTo("IN_TRANSIT");
    check(card.path("lines").get(0).path("sent").asString()).isEqualTo("2");
    Page shop = BROWSER.floor(HOUSE.address(), "isolde");
    scan(shop, number);
    tap(shop, "shackle");
    button(shop, "Confirm receipt").click();
    says(shop, "Receive transfer");
    check(card(number).path("state").asString()).isEqualTo("CLOSED");
  }

  private JsonNode sent(String number, String item, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("number", number);
    entry.put("from", QUAY);
    entry.put("to", PONTOON);
    entry.put("lines", List.of(Map.of("item", item, "packs", quantity, "pack", "")));
    long id = maren.post("/api/transfers", entry).ok().path("id").asLong();
    for (String step : List.of("release", "picking")) {
      maren.post("/api/transfers/" + id + "/" + step, Map.of()).ok();
    }
    return maren.post("/api/transfers/" + id + "/sending", Map.of("rest", "FOLLOWS")).ok();
  }

  @Test
  void aDifferenceIsWrittenOffAndShowsInLookingBack() {
    JsonNode card = sent("E2E-LOST", "SHK-009", "12");
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    page.navigate(
        HOUSE
            .address()
            .resolve("/office/coming/transfers?open=" + card.path("id").asLong())
            .toString());
    button(page, "Report missing").click();
    button(page, "Close as lost in transit").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("say what happened");
    page.getByLabel("What happened").fill("Went over the side");
    button(page, "Close as lost in transit").click();
    assertThat(page.locator("[aria-current=step]")).containsText("Closed");
    page.locator("aside").getByText("Looking back").click();
    lists(page, "Write-off");
    lists(page, "Lost");
    check(
            maren
                .get("/api/ledger?kind=WRITE_OFF&document=E2E-LOST")
                .ok()
                .path("rows")
                .get(0)
                .path("reason")
                .asString())
        .isEqualTo("Went over the side");
  }

  @Test
  void routesShowWhatIsOnTheRoadAndLeadToIt() {
    sent("E2E-ROAD", "SHK-010", "4");
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    page.navigate(HOUSE.address().resolve("/office/coming/transfers?view=routes").toString());
    page.locator("tr:has-text('Kittiwake Quay') td button").last().click();
    says(page, "E2E-ROAD");
  }

  @Test
  void anAdviceIsReadAsATransferThatCanBeReceived() throws IOException {
    JsonNode card = sent("E2E-UBL", "SHK-013", "6");
    byte[] advice = maren.bytes("/api/transfers/" + card.path("id").asLong() + "/advices/1").body();
    Page page = BROWSER.office(HOUSE.address(), "maren");
    page.navigate(HOUSE.address().resolve("/office/coming/transfers?open=file").toString());
    upload(page, "no advice".getBytes());
    says(page, "This is no despatch advice of UBL 2.1.");
    upload(page, advice);
    says(page, "There is a transfer E2E-UBL in the books already.");
    String foreign =
        new String(advice, java.nio.charset.StandardCharsets.UTF_8)
            .replace("E2E-UBL", "FAR-1")
            .replace(">KQ<", ">FAR<");
    upload(page, foreign.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    assertThat(page.locator("aside h2")).hasText("FAR-1");
    button(page, "Receive all").click();
    assertThat(page.locator("[aria-current=step]")).containsText("Closed");
    check(card("FAR-1").path("lines").get(0).path("arrived").asString()).isEqualTo("6");
  }

  private static void upload(Page page, byte[] content) {
    page.locator("input[type=file]")
        .setInputFiles(new FilePayload("advice.xml", "application/xml", content));
  }

  @Test
  void severalGoodsOfABinAndThenTheWholeBinMove() {
    JsonNode bin = null;
    for (JsonNode row : maren.get("/api/on-hand?group=PLACE&site=1&q=BA-0").ok().path("rows")) {
      bin = bin == null && row.path("items").asInt() > 2 ? row : bin;
    }
    String address = bin.path("place").asString();
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    scan(page, "RB.KQ." + address);
    button(page, "Choose what moves").click();
    List<Locator> ticks = new ArrayList<>(page.getByRole(AriaRole.CHECKBOX).all());
    ticks.get(0).click();
    ticks.get(1).click();
    button(page, "Move 2 chosen").click();
    assertThat(blank(page, "Item")).containsText("2 kinds of goods");
    scan(page, "RB.KQ.PACK-3");
    assertThat(blank(page, "To")).containsText("PACK-3");
    button(page, "Move").click();
    says(page, "Moved 2 kinds of goods from " + address + " to PACK-3.");
    button(page, "Back").click();
    page.getByText("Scan anything").waitFor();
    scan(page, "RB.KQ.PACK-3");
    button(page, "Move all").click();
    assertThat(blank(page, "Item")).containsText("everything");
    scan(page, "RB.KQ." + address);
    button(page, "Move").click();
    says(page, "Moved everything (2 kinds of goods) from PACK-3 to " + address + ".");
  }
}
