package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.accessible;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.List;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OfficeAccessTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  /** By night only the colours are others: one view of each kind shows them all. */
  private static final List<String> BY_NIGHT =
      List.of(
          "/office/on-hand?group=ITEM&open=item:1",
          "/office/looking-back?open=1500",
          "/office/rules/places?open=rack",
          "/office/coming/inbound?open=3",
          "/office/coming/transfers?open=3",
          "/office/coming/outbound?open=6",
          "/office/coming/transfers?view=routes",
          "/office/checking/counts/13",
          "/office/checking/programme",
          "/office/checking/collector",
          "/office/looking-back/changes",
          "/office/rules/put-away?open=new",
          "/office/rules/labels");

  @ParameterizedTest
  @ValueSource(strings = {"day", "night"})
  void officeViewsKeepNobodyOut(String shift) {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    page.evaluate("shift => localStorage.setItem('reliquum.shift', shift)", shift);
    for (String path : shift.equals("day") ? OfficePages.ALL : BY_NIGHT) {
      page.navigate(HOUSE.address().resolve(path).toString());
      page.locator("h1").first().waitFor();
      if (path.contains("open=")) {
        page.locator("aside h2").waitFor();
      }
      assertThat(page.getByText("Loading…")).hasCount(0);
      accessible(page);
    }
    page.keyboard().press("/");
    page.locator("[role=option]").first().waitFor();
    accessible(page);
  }
}
