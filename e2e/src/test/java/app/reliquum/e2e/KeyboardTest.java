package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Each main job is done from beginning to end by keys alone; nothing here clicks. */
class KeyboardTest {

  private static final int MOST_TABS = 120;

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static String focused(Page page) {
    return String.valueOf(
        page.evaluate(
            "() => (document.activeElement.labels?.[0]?.textContent"
                + " || document.activeElement.getAttribute('aria-label')"
                + " || document.activeElement.textContent || '').trim()"));
  }

  /** Walks on by Tab until something of that name has the focus. */
  private static void walkTo(Page page, String name) {
    StringBuilder passed = new StringBuilder();
    for (int i = 0; i < MOST_TABS; i++) {
      String here = focused(page);
      if (here.replaceAll("[\\s\\u2009*]+$", "").equals(name)) {
        return;
      }
      passed.append(here, 0, Math.min(24, here.length())).append(" | ");
      page.keyboard().press("Tab");
    }
    throw new AssertionError("No way to " + name + " by Tab: " + passed);
  }

  private static Page office(String person, String path) {
    Page page = BROWSER.office(HOUSE.address(), person);
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static void press(Page page, String name) {
    walkTo(page, name);
    page.keyboard().press("Enter");
  }

  @Test
  void whoWalksByTabIsLedPastTheHeader() {
    Page page = office("oddny", "/office/today");
    page.getByText("Stock value").waitFor();
    page.keyboard().press("Tab");
    org.assertj.core.api.Assertions.assertThat(focused(page)).isEqualTo("Skip to content");
    page.keyboard().press("Enter");
    page.keyboard().press("Tab");
    org.assertj.core.api.Assertions.assertThat(
            page.evaluate("() => document.activeElement.closest('main') !== null"))
        .isEqualTo(true);
  }

  @Test
  void anItemIsMadeInTheOffice() {
    Page page = office("maren", "/office/rules/items");
    page.getByRole(AriaRole.GRID).waitFor();
    press(page, "New item");
    walkTo(page, "Item code");
    page.keyboard().type("KEYS-1");
    walkTo(page, "Name");
    page.keyboard().type("Made by keys");
    press(page, "Save");
    assertThat(page.locator("aside")).hasCount(0);
    // What is typed is not thrown away by a key.
    press(page, "New item");
    walkTo(page, "Name");
    page.keyboard().type("And another");
    page.keyboard().press("Escape");
    assertThat(page.getByText("What you typed here is not saved.")).isVisible();
    press(page, "Discard changes");
    assertThat(page.locator("aside")).hasCount(0);
  }

  @Test
  void stockIsLookedUpAndLeft() {
    Page page = office("oddny", "/office/on-hand");
    page.getByRole(AriaRole.GRID).waitFor();
    page.keyboard().press("Control+k");
    page.keyboard().type("FLR-001");
    assertThat(page.getByRole(AriaRole.OPTION).first()).containsText("Kittiwake Quay");
    page.keyboard().press("Enter");
    assertThat(page.locator("aside")).containsText("Parachute flare, red");
    page.keyboard().press("Escape");
    assertThat(page.locator("aside")).hasCount(0);
  }

  @Test
  void whoWantsNoSingleKeysHasNone() {
    HOUSE
        .signIn("bram")
        .put("/api/own-choices", Map.of("landingPage", "", "singleKeys", false, "language", ""))
        .ok();
    Page page = office("bram", "/office/on-hand");
    page.getByRole(AriaRole.GRID).waitFor();
    page.keyboard().press("/");
    page.keyboard().press("?");
    assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
    org.assertj.core.api.Assertions.assertThat(focused(page)).isNotEqualTo("Ask or scan anything");
    page.keyboard().press("Control+k");
    page.keyboard().type("parachute");
    assertThat(page.getByRole(AriaRole.OPTION).first()).isVisible();
  }

  @Test
  void goodsAreFoundWithoutTheirCodeAndMovedOnTheFloor() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    press(page, "Move goods");
    page.locator("[data-blank=Item][data-state=EMPTY]").waitFor();
    press(page, "Find");
    page.getByRole(AriaRole.DIALOG).waitFor();
    page.keyboard().type("parachute flare, red");
    page.getByText("FLR-001").waitFor();
    walkTo(page, focusedRow(page));
    page.keyboard().press("Enter");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    scan(page, "RA.CLEAR");
    page.locator("[data-blank=Item][data-state=EMPTY]").waitFor();
  }

  /** What the row of the item that was found is called. */
  private static String focusedRow(Page page) {
    return page.getByRole(AriaRole.DIALOG)
        .getByRole(AriaRole.BUTTON)
        .filter(new com.microsoft.playwright.Locator.FilterOptions().setHasText("FLR-001"))
        .first()
        .textContent()
        .trim();
  }

  @Test
  void anOrderIsReceivedOnTheFloor() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    press(page, "Receive");
    page.getByText("What is arriving?").waitFor();
    press(page, "Back");
    page.getByText("Scan anything").waitFor();
    press(page, "Count");
    page.getByText("What is counted?").waitFor();
  }
}
