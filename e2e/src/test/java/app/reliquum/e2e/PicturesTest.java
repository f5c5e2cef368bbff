package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Takes the pictures in docs/screenshots: ./reliquum shots */
@EnabledIfSystemProperty(named = "reliquum.shots", matches = "true")
class PicturesTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final String SHELVES =
      """
      item;site;bin;minimum;maximum
      SHK-001;KQ;QA-03-B;20;60
      SHK-0O2;KQ;QA-03-C;20;60
      FND-001;KQ;QA-03-Z;five;40
      ROP-001;KW;QA-04-A;10;30
      """;

  private static void shoot(Page page, String name) {
    page.mouse().move(640, 799);
    page.waitForFunction("() => document.fonts.ready.then(() => true)");
    page.screenshot(
        new Page.ScreenshotOptions().setPath(Path.of("../docs/screenshots", name + ".png")));
  }

  /** A sentence that has settled: nothing moves, and the server has answered. */
  private static void shootSentence(Page page, String name) {
    page.waitForFunction(
        "() => document.getAnimations().length === 0 && !document.querySelector('main :disabled')");
    shoot(page, name);
  }

  private static void shoot(Page page, String name, String path) {
    page.navigate(HOUSE.address().resolve(path).toString());
    page.locator("h1").first().waitFor();
    if (path.contains("open=")) {
      page.locator("aside h2").waitFor();
    }
    assertThat(page.getByText("Loading…")).hasCount(0);
    assertThat(page.locator("[aria-busy=true]")).hasCount(0);
    shoot(page, name);
  }

  @Test
  void office() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    shoot(page, "today", "/office/today");
    shoot(page, "on-hand", "/office/on-hand?q=flare&open=item:1&row=i1");
    shoot(page, "looking-back", "/office/looking-back?open=2500");
    shoot(page, "inbound", "/office/coming/inbound?open=3");
    shoot(page, "transfers", "/office/coming/transfers?open=3");
    page.navigate(HOUSE.address().resolve("/office/checking/counts/13").toString());
    page.locator("[data-key]").first().click();
    page.getByText("Movements since the last match").waitFor();
    page.getByTestId("outcome").waitFor();
    shoot(page, "count-review");
    page.navigate(HOUSE.address().resolve("/office/looking-back/trace?lot=319").toString());
    page.getByText("Way through time").waitFor();
    shoot(page, "trace");
    page.navigate(HOUSE.address().resolve("/office/checking/approvals").toString());
    page.locator("[data-key]").first().click();
    page.getByText("What changes").waitFor();
    shoot(page, "approvals");
    shoot(page, "value", "/office/looking-back/value?by=CATEGORY");
    shoot(
        page,
        "outbound",
        OfficePages.in(HOUSE, "/office/coming/outbound?open={OB-10006}").toString());
    page.navigate(HOUSE.address().resolve("/office/running-low/items").toString());
    page.locator("[data-key]").first().click();
    page.getByRole(AriaRole.FIGURE).waitFor();
    shoot(page, "low-stock");
    page.navigate(HOUSE.address().resolve("/office/rules/removal?open=1").toString());
    page.getByLabel("Item", new Page.GetByLabelOptions().setExact(true)).last().fill("FLR-013");
    button(page, "Show picks").click();
    page.getByText("not needed").or(page.getByText("expires later")).first().waitFor();
    page.locator("aside").evaluate("aside => aside.scrollTo(0, aside.scrollHeight)");
    shoot(page, "rules-removal");
    page.navigate(HOUSE.address().resolve("/office/rules/tables").toString());
    page.getByLabel("Choose a file")
        .setInputFiles(
            new FilePayload(
                "shelves of autumn.csv", "text/csv", SHELVES.getBytes(StandardCharsets.UTF_8)));
    page.getByText("cells have errors").waitFor();
    assertThat(page.locator("[aria-busy=true]")).hasCount(0);
    shoot(page, "import");
  }

  @Test
  void floor() {
    Client hand = HOUSE.signIn("tavi");
    hand.post("/api/floor/MOVE/act", Map.of("site", 1, "action", "CLEAR")).ok();
    JsonNode stock =
        hand.get("/api/on-hand?group=POSITION&site=1&sort=ON_HAND&descending=true&q=LJC")
            .ok()
            .path("rows")
            .get(0);
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.getByRole(AriaRole.LISTITEM).first().waitFor();
    shoot(page, "floor-rest");
    scan(page, "FLR-001");
    page.getByText("Home bin").waitFor();
    button(page, "Back").click();
    page.getByText("Scan anything").waitFor();
    scan(page, "RA.MOVE");
    page.locator("[data-blank=Item]").waitFor();
    scan(page, "RB.KQ." + stock.path("place").asString());
    scan(page, "RI." + stock.path("item").asString());
    scan(page, stock.path("lot").asString());
    scan(page, "1 box");
    page.locator("[data-blank=Quantity][data-state=SAID]").waitFor();
    shootSentence(page, "floor-move");
    scan(page, "RI.SHK-004");
    page.getByText("That is").waitFor();
    scan(page, "RB.KQ.PACK-1");
    page.locator("[data-blank=To][data-state=SAID]").waitFor();
    scan(page, "RA.CONFIRM");
    page.getByText("Done.").waitFor();
    button(page, "Back").click();
    page.getByText("Scan anything").waitFor();
    scan(page, "RD.PO-10001");
    page.getByText("Still to come").waitFor();
    scan(page, "FLR-001");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    scan(page, "K2291");
    page.locator("[data-blank=Lot][data-state=SAID]").waitFor();
    shootSentence(page, "floor-receive");
    scan(page, "RA.CLEAR");
    page.navigate(HOUSE.address().resolve("/floor/pick").toString());
    Locator bin = page.locator("[data-blank=Bin]").first();
    bin.waitFor();
    scan(page, "RB.KQ." + bin.innerText());
    page.locator("[data-blank=Bin][data-state=SAID]").waitFor();
    shootSentence(page, "floor-pick");
    page.navigate(HOUSE.address().resolve("/floor/put-away").toString());
    page.getByText("Long shackle").click();
    page.locator("[data-blank=To][data-state=SUGGESTED]").waitFor();
    page.getByText("Why this bin?").click();
    page.getByText("would go").waitFor();
    shoot(page, "floor-put-away");
    page.navigate(HOUSE.address().resolve("/floor/count").toString());
    page.getByText("CO-10014").click();
    page.getByText("FL-07").click();
    page.getByText("The book has").waitFor();
    scan(page, "FLR-007");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    scan(page, "14");
    page.locator("[data-blank=Quantity][data-state=SAID]").waitFor();
    shootSentence(page, "floor-count");
  }
}
