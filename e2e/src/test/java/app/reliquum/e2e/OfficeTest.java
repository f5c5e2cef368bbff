package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class OfficeTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static Page at(Page page, String path) {
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static Locator rows(Page page) {
    return page.locator("[data-key]");
  }

  @Test
  void onHandIsWalkedByKeyboardAndOpensBesideTheTable() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/on-hand");
    rows(page).first().waitFor();
    page.getByRole(AriaRole.GRID).focus();
    page.keyboard().press("ArrowDown");
    page.keyboard().press("ArrowDown");
    page.keyboard().press("Enter");
    Locator panel = page.locator("aside");
    assertThat(panel).containsText("Antifouling hard, red 2.5 l");
    assertThat(panel).containsText("Where it is");
    assertThat(panel).containsText("Last movements");
    page.keyboard().press("Escape");
    assertThat(panel).hasCount(0);
    page.keyboard().press("End");
    assertThat(rows(page).last()).containsText("SHK-");
  }

  @Test
  void stockIsGroupedSortedAndNarrowed() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/on-hand");
    page.getByLabel("Show by").selectOption("LOT");
    assertThat(page.getByRole(AriaRole.COLUMNHEADER).first()).containsText("Lot");
    page.getByLabel("Show by").selectOption("POSITION");
    page.getByLabel("Condition").selectOption("REJECTED");
    assertThat(page.getByText(Pattern.compile("^[1-9] rows?$"))).isVisible();
    page.getByLabel("Show by").selectOption("ITEM");
    page.getByLabel("Words or code").fill("parachute");
    assertThat(page.getByText("4 rows")).isVisible();
    page.getByLabel("Words or code").fill("no such goods");
    assertThat(page.getByText("No stock matches. Remove a filter.")).isVisible();
    page.getByLabel("Words or code").fill("");
    button(page, "On hand").last().click();
    button(page, "On hand ↑").click();
    assertThat(page.locator("[aria-sort=descending]")).hasText("On hand ↓");
    assertThat(rows(page).first()).containsText("RPE-");
    page.reload();
    assertThat(rows(page).first()).containsText("RPE-");
  }

  @Test
  void aColumnIsWidenedAtItsEdgeMovedByItsTitleAndStaysSo() {
    Page page = BROWSER.office(HOUSE.address(), "bram");
    at(page, "/office/on-hand");
    rows(page).first().waitFor();
    assertThat(page).hasTitle("On hand · Reliquum");
    Locator item = page.getByRole(AriaRole.COLUMNHEADER).first();
    assertThat(item).containsText("Item");
    double before = item.boundingBox().width;
    double edge = item.boundingBox().x + before + 3;
    double middle = item.boundingBox().y + item.boundingBox().height / 2;
    page.mouse().move(edge, middle);
    page.mouse().down();
    page.mouse().move(edge + 70, middle);
    page.mouse().up();
    page.reload();
    rows(page).first().waitFor();
    org.assertj.core.api.Assertions.assertThat(item.boundingBox().width)
        .isCloseTo(before + 70, org.assertj.core.data.Offset.offset(3.0));
    page.getByRole(AriaRole.BUTTON, named("Item code ↑"))
        .dragTo(page.getByRole(AriaRole.BUTTON, named("On hand")).last());
    assertThat(page.getByRole(AriaRole.COLUMNHEADER).first()).containsText("Name");
    page.reload();
    rows(page).first().waitFor();
    assertThat(page.getByRole(AriaRole.COLUMNHEADER).first()).containsText("Name");
    assertThat(page.getByRole(AriaRole.COLUMNHEADER).nth(2)).containsText("Item");
  }

  @Test
  void columnsAreChosenAndRemembered() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/on-hand");
    rows(page).first().waitFor();
    assertThat(page.getByRole(AriaRole.COLUMNHEADER)).hasCount(7);
    button(page, "Columns").click();
    page.getByRole(AriaRole.CHECKBOX, named("In stock since")).uncheck();
    page.keyboard().press("Escape");
    assertThat(page.getByRole(AriaRole.COLUMNHEADER)).hasCount(6);
    page.reload();
    assertThat(page.getByRole(AriaRole.COLUMNHEADER)).hasCount(6);
  }

  @Test
  void whatIsShownIsSavedAsAFile() throws Exception {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/on-hand");
    page.getByLabel("Words or code").fill("parachute");
    assertThat(page.getByText("4 rows")).isVisible();
    Download download =
        page.waitForDownload(() -> page.getByRole(AriaRole.LINK, named("CSV")).click());
    String csv = new String(download.createReadStream().readAllBytes(), StandardCharsets.UTF_8);
    org.assertj.core.api.Assertions.assertThat(csv.lines()).hasSize(5);
    org.assertj.core.api.Assertions.assertThat(csv).contains("FLR-001", "\"Parachute flare, red\"");
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  @Test
  void theAskLineGetsAnythingByKeyboardOrScan() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    at(page, "/office/on-hand");
    rows(page).first().waitFor();
    page.keyboard().press("/");
    // As fast as a scanner types; Enter comes before the answer.
    page.keyboard().type("RB.KQ.QA-01-A");
    page.keyboard().press("Enter");
    assertThat(page.locator("aside")).containsText("Pick face QA");
    page.keyboard().press("Control+k");
    page.keyboard().type("parachute");
    assertThat(page.locator("[role=option]").first()).containsText("Parachute flare");
    page.keyboard().press("ArrowDown");
    page.keyboard().press("Enter");
    // The bin before holds it too, so the address says that the item is open.
    page.waitForURL("**open=item**");
    page.keyboard().press("/");
    page.keyboard().type("isolde");
    assertThat(page.locator("[role=option]").first()).containsText("Person");
    page.keyboard().press("Enter");
    assertThat(page.locator("aside")).containsText("Isolde Penrose");
  }

  @Test
  void aPostingIsTakenBackWithAReason() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/looking-back?kind=CONDITION");
    rows(page).first().click();
    Locator panel = page.locator("aside");
    panel.getByLabel("Reason").fill("Label was found");
    button(page, "Reverse").click();
    assertThat(panel).containsText("Reversed by posting");
    assertThat(rows(page).first()).containsText("reversed");
    at(page, "/office/looking-back?reason=label+was+found");
    assertThat(rows(page).first()).containsText("Reversal");
  }

  @Test
  void aCategoryGetsAnotherNameWithAllThatIsSaidOfIt() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    at(page, "/office/rules/categories");
    button(page, "Rename or move Electronics").click();
    page.getByLabel("New name, or path with /").fill("Rigging");
    button(page, "Rename").last().click();
    // There is one of that name: they become one only if that is said.
    assertThat(page.getByRole(AriaRole.BUTTON, named("Merge with Rigging (74 items)"))).isVisible();
    page.getByLabel("New name, or path with /").fill("Instruments / Electronics");
    button(page, "Rename").last().click();
    assertThat(page.getByText("Instruments")).isVisible();
    at(page, "/office/rules/replenishment");
    assertThat(rows(page).filter(new Locator.FilterOptions().setHasText("Instruments/Electronics")))
        .isVisible();
    at(page, "/office/rules/categories");
    button(page, "Rename or move Instruments/Electronics").click();
    page.getByLabel("New name, or path with /").fill("Electronics");
    button(page, "Rename").last().click();
    assertThat(page.getByText("Instruments")).hasCount(0);
  }

  @Test
  void theBooksAreCheckedOnDemand() {
    Page page = BROWSER.office(HOUSE.address(), "oddny");
    at(page, "/office/looking-back/books");
    button(page, "Check now").click();
    assertThat(page.getByText(Pattern.compile("No differences: [0-9,]+ positions agree")))
        .isVisible();
  }

  @Test
  void anItemIsMadeAndChangedWithItsFaultsBesideTheField() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    at(page, "/office/rules/items");
    button(page, "New item").click();
    Locator panel = page.locator("aside");
    panel.getByLabel("Item code *").fill("flr-001");
    panel.getByLabel("Name").fill("Test buoy");
    button(page, "Save").click();
    assertThat(panel.getByText("There is an item FLR-001 already.").first()).isVisible();
    panel.getByLabel("Item code *").fill("buoy-1");
    button(page, "Add pack").click();
    panel.getByLabel("Pack").fill("box");
    panel.getByLabel("Contains").fill("4");
    button(page, "Save").click();
    assertThat(panel).hasCount(0);
    page.getByLabel("Words or code").fill("buoy");
    assertThat(page.getByText("1 row", new Page.GetByTextOptions().setExact(true))).isVisible();
    rows(page).first().click();
    assertThat(panel.getByLabel("Contains")).hasValue("4");
    panel.getByLabel("Name").fill("Test buoy, large");
    button(page, "Save").click();
    assertThat(panel.locator("h2")).hasText("Test buoy, large");
  }

  @Test
  void aRackIsTriedBeforeItIsMade() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    at(page, "/office/rules/places?open=rack");
    Locator panel = page.locator("aside");
    panel.getByLabel("Pattern").fill("QA-[01..02]-[A..E]");
    assertThat(panel).containsText("Already there: QA-01-A");
    panel.getByLabel("Pattern").fill("ZZ-[01..");
    assertThat(panel).containsText("The bracket is not closed");
    panel.getByLabel("Pattern").fill("ZZ-[01..02]-[A..B]");
    assertThat(panel).containsText("Makes 4 bins");
    button(page, "Add 4 bins").click();
    assertThat(panel).hasCount(0);
    page.getByLabel("Begins with").fill("ZZ");
    assertThat(page.getByText("4 rows")).isVisible();
    assertThat(rows(page).first()).containsText("ZZ-01-A");
    rows(page).first().click();
    panel.getByLabel("Storage class").fill("PAINT");
    button(page, "Save").click();
    assertThat(rows(page).first()).containsText("PAINT");
  }

  @Test
  void someoneNewSignsInAtOnceAndSeesOnlyWhatTheyMay() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    at(page, "/office/rules/people?open=new");
    Locator panel = page.locator("aside");
    panel.getByLabel("Name").fill("Nils Aker");
    panel.getByLabel("Code").fill("nils");
    panel.getByLabel("Role").selectOption("AUDITOR");
    panel.getByLabel("Pontoon Shop").check();
    panel.getByLabel("Password").fill("short");
    button(page, "Save").click();
    assertThat(panel.getByText("has 10 to 72 characters").first()).isVisible();
    panel.getByLabel("Password").fill(Browser.PASSWORD);
    button(page, "Save").click();
    assertThat(page.getByText("Nils Aker")).isVisible();

    Page nils = BROWSER.firstOffice(HOUSE.address(), "nils", "larch and pitch");
    at(nils, "/office/on-hand");
    assertThat(nils.getByLabel("Site")).not().containsText("Kittiwake Quay");
    at(nils, "/office/rules/items");
    assertThat(rows(nils).first()).isVisible();
    assertThat(button(nils, "New item")).hasCount(0);
  }

  /** What narrows and sorts a list stands in its address: it is there after a reload. */
  @Test
  void aListIsNarrowedByAnyColumnAndSortedByItsHeadings() {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    at(page, "/office/coming/outbound?filter=ALL");
    Locator rows = rows(page);
    assertThat(rows.first()).isVisible();
    int all = rows.count();
    button(page, "Add filter").click();
    page.getByLabel("Column").first().selectOption("State");
    page.getByLabel("Value").first().selectOption("Shipped");
    button(page, "Apply").click();
    assertThat(page.getByText("State is Shipped")).isVisible();
    button(page, "Add filter").click();
    page.getByLabel("Column").first().selectOption("Sold for");
    page.getByLabel("Value").first().fill("1,5");
    button(page, "Apply").click();
    assertThat(page.getByText("Sold for at least 1.5")).isVisible();
    button(page, "Sold for").click();
    assertThat(page.locator("[role=columnheader][aria-sort=ascending]")).hasText("Sold for \u2191");
    page.reload();
    assertThat(page.getByText("State is Shipped")).isVisible();
    assertThat(rows.first()).containsText("Shipped");
    int narrowed = rows.count();
    org.assertj.core.api.Assertions.assertThat(narrowed).isBetween(1, all - 1);
    button(page, "Remove filter: State is Shipped").click();
    button(page, "Remove filter: Sold for at least 1.5").click();
    assertThat(rows).hasCount(all);
    // An address that asks for what the list does not have says so, and shows nothing else.
    at(page, "/office/coming/outbound?where=COLOUR:IS:red");
    assertThat(page.getByText("The columns of this list are")).isVisible();
    button(page, "Remove filter: COLOUR is COLOUR red").click();
    assertThat(rows.first()).isVisible();
  }
}
