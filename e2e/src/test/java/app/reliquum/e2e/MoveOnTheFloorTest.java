package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class MoveOnTheFloorTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private final Client clerk = HOUSE.signIn("oddny");
  private final Client hand = HOUSE.signIn("tavi");

  @BeforeEach
  void beginAnew() {
    hand.post("/api/floor/MOVE/act", Map.of("site", 1, "action", "CLEAR")).ok();
  }

  /** Where an item without lots lies at the main site: its home bin, and how much. */
  private JsonNode somewhere(String code) {
    JsonNode rows =
        clerk
            .get("/api/on-hand?group=POSITION&site=1&sort=ON_HAND&descending=true&q=" + code)
            .ok()
            .path("rows");
    return rows.get(0);
  }

  private String onHand(long item, String address) {
    JsonNode rows =
        clerk
            .get("/api/on-hand?group=POSITION&site=1&item=" + item + "&q=" + address)
            .ok()
            .path("rows");
    for (JsonNode row : rows) {
      if (row.path("place").asString().equals(address)) {
        return row.path("onHand").asString();
      }
    }
    return "0";
  }

  private static Locator blank(Page page, String name) {
    return page.locator("[data-blank=\"" + name + "\"]");
  }

  @ParameterizedTest
  @CsvSource({
    "item from to quantity, PACK-1",
    "from item quantity to, PACK-2",
    "to item from quantity, PACK-3",
    "quantity to from item, PACK-4",
    "from to quantity item, HOLD-3"
  })
  void scansFillTheSentenceInAnyOrder(String order, String target) {
    JsonNode stock = somewhere("SHK-004");
    long item = stock.path("itemId").asLong();
    String from = stock.path("place").asString();
    int before = Integer.parseInt(stock.path("onHand").asString());
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Move goods").click();
    assertThat(blank(page, "Item")).hasAttribute("data-state", "EMPTY");
    for (String said : order.split(" ")) {
      scan(
          page,
          switch (said) {
            case "item" -> "RI.SHK-004";
            case "from" -> "RB.KQ." + from;
            case "to" -> "RB.KQ." + target;
            default -> "3";
          });
    }
    assertThat(blank(page, "From")).hasText(from);
    assertThat(blank(page, "To")).hasText(target);
    assertThat(blank(page, "Quantity")).hasText(Pattern.compile("^3\\s*pc$"));
    scan(page, "");
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Moved 3 × ");
    org.assertj.core.api.Assertions.assertThat(onHand(item, from)).isEqualTo("" + (before - 3));
    org.assertj.core.api.Assertions.assertThat(onHand(item, target)).isEqualTo("3");

    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(HOUSE.address().resolve("/office/looking-back?q=SHK-004").toString());
    Locator newest = office.locator("[data-key]").first();
    assertThat(newest).containsText(from);
    assertThat(newest).containsText(target);
    assertThat(newest).containsText("Tavi Brandt");
    office.navigate(
        HOUSE.address().resolve("/office/on-hand?group=ITEM&open=item:" + item).toString());
    assertThat(office.locator("aside")).containsText(target);
  }

  @Test
  void anOpenOfficePageSeesTheMoveByItself() {
    JsonNode stock = somewhere("SHK-011");
    Page office = BROWSER.office(HOUSE.address(), "oddny");
    office.navigate(HOUSE.address().resolve("/office/looking-back?q=SHK-011").toString());
    office.locator("[data-key]").first().waitFor();
    clerk
        .post(
            "/api/moves",
            Map.of(
                "item",
                "SHK-011",
                "from",
                "KQ." + stock.path("place").asString(),
                "to",
                "KQ.HOLD-4",
                "quantity",
                "1"))
        .ok();
    assertThat(office.locator("[data-key]").first()).containsText("HOLD-4");
  }

  @Test
  void aRefusedScanSaysWhatItIsAndKeepsTheSentence() {
    JsonNode stock = somewhere("SHK-004");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    scan(page, "RA.MOVE");
    scan(page, "RB.KQ." + stock.path("place").asString());
    scan(page, "RI.SHK-004");
    scan(page, "RI.SHK-005");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("That is ");
    assertThat(blank(page, "Item")).hasText("D shackle, 8 mm");
    scan(page, "RA.UNDO");
    assertThat(page.getByRole(AriaRole.ALERT)).hasCount(0);
    scan(page, "NO SUCH THING");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("NO SUCH THING not found");
  }

  @Test
  void theSentenceOutlivesAReloadAndChangesDevice() {
    JsonNode stock = somewhere("SHK-012");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Move goods").click();
    assertThat(blank(page, "Item")).hasAttribute("data-state", "EMPTY");
    scan(page, "RB.KQ." + stock.path("place").asString());
    scan(page, "RI.SHK-012");
    assertThat(blank(page, "Item")).hasAttribute("data-state", "SAID");
    page.reload();
    assertThat(blank(page, "From")).hasText(stock.path("place").asString());

    Page other = BROWSER.floor(HOUSE.address(), "tavi");
    button(other, "Continue move").click();
    assertThat(blank(other, "From")).hasText(stock.path("place").asString());
    scan(other, "RB.KQ.PACK-1");
    assertThat(blank(other, "To")).hasText("PACK-1");
    // All that lies there is suggested: the first Enter takes it, the second does it.
    button(other, "Accept suggestion").click();
    button(other, "Move").click();
    assertThat(other.getByText("Done.")).isVisible();
    button(other, "Repeat").click();
    assertThat(blank(other, "To")).hasText("PACK-1");
    button(other, "Clear").click();
    assertThat(blank(other, "To")).hasAttribute("data-state", "EMPTY");
  }

  @Test
  void lotsAndSerialNumbersAreScanned() {
    JsonNode flare =
        clerk.get("/api/on-hand?group=POSITION&site=1&q=FLR-003").ok().path("rows").get(0);
    JsonNode beacon =
        clerk.get("/api/on-hand?group=POSITION&site=1&q=BCN").ok().path("rows").get(0);
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Move goods").click();
    assertThat(blank(page, "Item")).hasAttribute("data-state", "EMPTY");
    scan(page, "RB.KQ." + flare.path("place").asString());
    scan(page, flare.path("lot").asString());
    assertThat(blank(page, "Lot")).hasText(flare.path("lot").asString());
    scan(page, "1");
    scan(page, "RB.KQ.INSP-2");
    scan(page, "RA.CONFIRM");
    assertThat(page.getByText("Done.")).isVisible();
    scan(page, beacon.path("serial").asString());
    assertThat(blank(page, "Serial number")).hasText(beacon.path("serial").asString());
    scan(page, "RB.KQ.INSP-3");
    scan(page, "RA.CONFIRM");
    assertThat(page.getByText("to INSP-3.")).isVisible();
  }

  @Test
  void everythingCanBeDoneByTouchAndTypedText() {
    JsonNode stock = somewhere("SHK-018");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.getByLabel("Scan, or type a code").fill("SHK-018");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText(stock.path("name").asString());
    button(page, "Move").click();
    page.getByText("It is in").waitFor();
    page.locator("button:has-text(\"" + stock.path("place").asString() + "\")").first().click();
    assertThat(blank(page, "From")).hasText(stock.path("place").asString());
    page.getByLabel("Scan, or type a quantity").fill("1 box");
    page.keyboard().press("Enter");
    assertThat(blank(page, "Quantity")).hasText(Pattern.compile("^10\\s*pc$"));
    button(page, "Undo").click();
    assertThat(blank(page, "Quantity")).hasAttribute("data-state", "SUGGESTED");
    button(page, "Camera").click();
    assertThat(page.getByRole(AriaRole.DIALOG)).isVisible();
    button(page, "Close").click();
  }

  @Test
  void whatLiesInABinStandsOnItsCard() {
    JsonNode stock = somewhere("SHK-004");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    scan(page, stock.path("place").asString());
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText(stock.path("place").asString());
    assertThat(page.getByText(stock.path("name").asString())).isVisible();
    Locator buttons = page.locator("button");
    for (int i = 0; i < buttons.count(); i++) {
      org.assertj.core.api.Assertions.assertThat(buttons.nth(i).boundingBox().height)
          .as(buttons.nth(i).textContent())
          .isGreaterThanOrEqualTo(48);
    }
  }

  @Test
  void aScanWithoutNetworkIsKeptAndSentAgain() {
    JsonNode stock = somewhere("SHK-019");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Move goods").click();
    assertThat(blank(page, "Item")).hasAttribute("data-state", "EMPTY");
    page.context().setOffline(true);
    scan(page, "RB.KQ." + stock.path("place").asString());
    scan(page, "RI.SHK-019");
    assertThat(page.getByText("Your scan is kept and sent again.")).isVisible();
    page.context().setOffline(false);
    assertThat(blank(page, "From")).hasText(stock.path("place").asString());
    assertThat(blank(page, "Item")).hasText(stock.path("name").asString());
    assertThat(page.getByText("Your scan is kept and sent again.")).hasCount(0);
  }

  @Test
  void aHandWorksAtTheSitesThatAreTheirs() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Tavi").click();
    assertThat(button(page, "Work at Pontoon Shop")).hasCount(0);
    button(page, "Work at Outer Holm Depot").click();
    assertThat(button(page, "Outer Holm Depot")).isVisible();
    scan(page, "OA-01-A");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("OA-01-A");
    button(page, "Move").click();
    assertThat(blank(page, "From")).hasText("OA-01-A");
    scan(page, "RB.KQ.QA-01-A");
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("at Kittiwake Quay");
  }

  @Test
  void aCodeThatMeansTwoThingsIsAskedAbout() {
    Client controller = HOUSE.signIn("maren");
    JsonNode lot =
        clerk.get("/api/on-hand?group=POSITION&site=1&q=FLR-010").ok().path("rows").get(0);
    // Another item gets a plain barcode that reads like that lot.
    JsonNode item = clerk.get("/api/items?q=SHK-020").ok().path("rows").get(0);
    JsonNode card = clerk.get("/api/items/" + item.path("id").asLong()).ok();
    Map<String, Object> entry = new HashMap<>();
    for (String name :
        new String[] {
          "code",
          "name",
          "category",
          "unit",
          "decimals",
          "tracking",
          "hazardClass",
          "storageClass",
          "active",
          "packs",
          "homes"
        }) {
      entry.put(name, card.path(name));
    }
    entry.put("version", card.path("version").asInt());
    entry.put("barcodes", List.of(lot.path("lot").asString()));
    controller.put("/api/items/" + item.path("id").asLong(), entry).ok();

    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    scan(page, lot.path("lot").asString());
    assertThat(page.getByText("Which one do you mean?")).isVisible();
    button(page, "Move goods").click();
    assertThat(blank(page, "Item")).hasAttribute("data-state", "EMPTY");
    scan(page, lot.path("lot").asString());
    assertThat(page.getByText("Which one do you mean?")).isVisible();
    page.getByText("Lot " + lot.path("lot").asString()).click();
    assertThat(blank(page, "Item")).hasText(lot.path("name").asString());
    // Where the sentence is about the flare already, only the lot fits, and nobody is asked.
    button(page, "Clear").click();
    scan(page, "RI.FLR-010");
    scan(page, lot.path("lot").asString());
    assertThat(blank(page, "Lot")).hasText(lot.path("lot").asString());
  }
}
