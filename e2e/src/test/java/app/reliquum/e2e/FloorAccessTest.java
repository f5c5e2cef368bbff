package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.accessible;
import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FloorAccessTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  @ParameterizedTest
  @ValueSource(strings = {"day", "night"})
  void floorViewsKeepNobodyOut(String shift) {
    HOUSE.signIn("tavi").post("/api/floor/COUNT/document", Map.of("site", 1, "document", 0)).ok();
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.evaluate("shift => localStorage.setItem('reliquum.shift', shift)", shift);
    page.reload();
    page.getByText("Scan anything").waitFor();
    fits(page);
    scan(page, "FLR-001");
    page.getByText("Home bin").waitFor();
    fits(page);
    button(page, "Move").click();
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    fits(page);
    scan(page, "NOTHING LIKE IT");
    page.getByRole(AriaRole.ALERT).waitFor();
    fits(page);
    button(page, "Clear").click();
    page.locator("[data-blank=Item][data-state=EMPTY]").waitFor();
    fits(page);
    button(page, "Back").click();
    button(page, "Receive").click();
    page.getByText("What is arriving?").waitFor();
    fits(page);
    scan(page, "RD.PO-10003");
    scan(page, "RI.BCN-001");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    fits(page);
    button(page, "Clear").click();
    button(page, "Other order").click();
    page.getByText("What is arriving?").waitFor();
    button(page, "Back").click();
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Put away")).click();
    page.getByText("DOCK-1").first().waitFor();
    fits(page);
    scan(page, "RI.ENG-019");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    page.waitForFunction("() => document.getAnimations().length === 0");
    fits(page);
    button(page, "Clear").click();
    page.getByText("DOCK-1").first().waitFor();
    button(page, "Back").click();
    page.navigate(HOUSE.address().resolve("/floor/pick").toString());
    page.locator("[data-blank=Bin]").waitFor();
    fits(page);
    page.navigate(HOUSE.address().resolve("/floor/pack").toString());
    page.getByText("Pack an order").waitFor();
    fits(page);
    page.navigate(HOUSE.address().resolve("/floor").toString());
    button(page, "Adjust").click();
    page.getByText("Damaged").waitFor();
    fits(page);
    page.getByText("Damaged").click();
    scan(page, "RI.FLR-001");
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    page.waitForFunction("() => document.getAnimations().length === 0");
    fits(page);
    scan(page, "1");
    page.locator("[data-blank=Quantity][data-state=SAID]").waitFor();
    scan(page, "RA.CONFIRM");
    page.getByText("1 adjustment line").waitFor();
    page.getByText("Review 1 line").click();
    page.getByText("Parachute flare, red").click();
    page.getByLabel("Quantity").waitFor();
    fits(page);
    button(page, "Remove all lines").click();
    page.getByText("Adjust stock").waitFor();
    button(page, "Back").or(page.locator("header button").first()).first().click();
    page.getByText("Scan anything").waitFor();
    scan(page, "LN-10001");
    page.getByText("What is received back?").first().waitFor();
    fits(page);
    button(page, "Back").last().click();
    page.getByText("Scan anything").waitFor();
    button(page, "Send transfer").click();
    page.getByText("TR-10004").waitFor();
    fits(page);
    page.getByText("TR-10004").click();
    page.getByText("Braided polyester").first().click();
    page.locator("[data-blank=Item][data-state=SAID]").waitFor();
    page.waitForFunction("() => document.getAnimations().length === 0");
    fits(page);
    button(page, "Clear").click();
    button(page, "Other transfer").click();
    button(page, "Back").click();
    button(page, "Receive transfer").click();
    page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Receive transfer"))
        .waitFor();
    fits(page);
    button(page, "Back").click();
    page.getByText("Scan anything").waitFor();
    scan(page, "RB.KQ.BA-01-A");
    button(page, "Choose what moves").click();
    fits(page);
    button(page, "Back").click();
    button(page, "Count").click();
    page.getByText("What is counted?").waitFor();
    fits(page);
    page.getByText("CO-10014").click();
    page.getByText("6 of 20").waitFor();
    scan(page, "RB.KQ.FL-08");
    page.getByText("The book has").waitFor();
    fits(page);
    scan(page, "RB.KQ.FL-08");
    page.getByText("Are they really not there?").waitFor();
    fits(page);
    button(page, "Continue counting").click();
  }

  @Test
  void theDoorKeepsNobodyOut() {
    Page page = BROWSER.office(HOUSE.address(), "bram");
    button(page, "Bram Tideman").click();
    accessible(page);
    button(page, "Sign out").click();
    // A badge opens enrolled devices only: so this browser becomes one first.
    accessible(page);
    String code =
        HOUSE
            .signIn("maren")
            .post("/api/devices", Map.of("name", "Handheld of the test", "site", 1))
            .ok()
            .path("code")
            .asString();
    button(page, "Enrol this device").click();
    accessible(page);
    page.getByLabel("Code from House rules, Devices").fill(code);
    button(page, "Enrol").click();
    page.getByText("This is Handheld of the test.").waitFor();
    accessible(page);
    page.getByLabel("Badge").fill("RP.TAVI");
    page.getByLabel("PIN").fill("9999");
    button(page, "Sign in").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("don't go together");
    page.getByLabel("PIN").fill("7402");
    button(page, "Sign in").click();
    page.getByText("Scan anything").waitFor();
    // A PIN opens the Floor only.
    page.navigate(HOUSE.address().resolve("/office/on-hand").toString());
    page.getByText("Scan anything").waitFor();
    button(page, "Tavi").click();
    button(page, "Change PIN").click();
    page.getByLabel("Present PIN").waitFor();
    accessible(page);
  }

  @Test
  void theMoveIsDoneByKeyboardAlone() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.keyboard().press("Tab");
    while (!"Move goods".equals(focused(page)) && !"Continue move".equals(focused(page))) {
      page.keyboard().press("Tab");
    }
    page.keyboard().press("Enter");
    page.locator("[data-blank=Item]").waitFor();
    scan(page, "RA.CLEAR");
    scan(page, "FLR-002");
    assertThat(page.locator("[data-blank=Item]")).hasAttribute("data-state", "SAID");
  }

  /** Keeps nobody out, and nothing to be pressed is too small for a gloved thumb. */
  private static void fits(Page page) {
    accessible(page);
    Object small =
        page.evaluate(
            """
            () => [...document.querySelectorAll('button, a[href], select, input:not([type=hidden])')]
              .filter(one => one.offsetParent !== null && !one.disabled)
              .map(one => one.closest('label') ?? one.closest('.MuiInputBase-root') ?? one)
              .filter(one => Math.round(one.getBoundingClientRect().height) < 48)
              .map(one => one.outerHTML.slice(0, 160))
            """);
    org.assertj.core.api.Assertions.assertThat((java.util.List<?>) small).as(page.url()).isEmpty();
  }

  private static String focused(Page page) {
    return String.valueOf(page.evaluate("() => document.activeElement.textContent"));
  }
}
