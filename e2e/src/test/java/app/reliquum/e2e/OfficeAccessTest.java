package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.accessible;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.nio.charset.StandardCharsets.UTF_8;

import com.microsoft.playwright.Page;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
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
          "/office/coming/outbound?open={OB-10006}",
          "/office/coming/transfers?view=routes",
          "/office/checking/counts/13",
          "/office/checking/programme",
          "/office/checking/collector",
          "/office/looking-back/changes",
          "/office/rules/put-away?open=new",
          "/office/rules/labels");

  private static final List<String> GERMAN =
      List.of(
          "/office/today",
          "/office/on-hand?group=ITEM&open=item:1",
          "/office/looking-back?open=1500",
          "/office/looking-back/value",
          "/office/coming/inbound?open=3",
          "/office/coming/transfers?open=3",
          "/office/coming/outbound?open={OB-10006}",
          "/office/coming/waiting",
          "/office/checking/counts/13",
          "/office/checking/accuracy",
          "/office/running-low/items",
          "/office/rules/items",
          "/office/own/choices",
          "/office/on-hand?group=SITES&stock=ALL");

  private static final Pattern NAME_OF_A_TEXT =
      Pattern.compile("\\b[a-z]+\\.[a-z]+[A-Z]|\\b[a-z]+\\.[a-zA-Z]+\\.[A-Z_]{3,}");

  private static final String CUT_CELLS = script("/cut-cells.js");

  @ParameterizedTest
  @ValueSource(strings = {"day", "night"})
  void officeViewsKeepNobodyOut(String shift) {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    page.evaluate("shift => localStorage.setItem('reliquum.shift', shift)", shift);
    for (String path : shift.equals("day") ? OfficePages.ALL : BY_NIGHT) {
      page.navigate(OfficePages.in(HOUSE, path).toString());
      page.locator("h1").first().waitFor();
      if (path.contains("open=")) {
        page.locator("aside h2").waitFor();
      }
      assertThat(page.getByText("Loading…")).hasCount(0);
      accessible(page);
      assertThat(page.locator("body")).not().containsText(NAME_OF_A_TEXT);
      if (shift.equals("day")) {
        nothingIsCut(page, path);
      }
    }
    page.keyboard().press("/");
    page.locator("[role=option]").first().waitFor();
    accessible(page);
  }

  /** German words are longer, and the screens must hold them too. */
  @Test
  void germanFitsAsWell() {
    readsIn("de");
    try {
      Page page = BROWSER.office(HOUSE.address(), "rowan");
      for (String path : GERMAN) {
        page.navigate(OfficePages.in(HOUSE, path).toString());
        page.locator("h1").first().waitFor();
        assertThat(page.getByText("Lädt …")).hasCount(0);
        assertThat(page.locator("html")).hasAttribute("lang", "de");
        accessible(page);
        nothingIsCut(page, path);
        // A text that is missing would show its name.
        assertThat(page.locator("body")).not().containsText(NAME_OF_A_TEXT);
      }
      assertThat(page.locator("h1").first()).containsText("Bestand");
    } finally {
      readsIn("");
    }
  }

  private static void readsIn(String language) {
    HOUSE
        .signIn("rowan")
        .put(
            "/api/own-choices", Map.of("landingPage", "", "singleKeys", true, "language", language))
        .ok();
  }

  /** Beside its panel or without, a table has room for what one came for. */
  private static void nothingIsCut(Page page, String path) {
    for (int width : new int[] {1440, 1280}) {
      page.setViewportSize(width, width * 5 / 8);
      // What is wider than the table thought is measured as it is laid out anew.
      page.waitForFunction("() => new Promise(done => requestAnimationFrame(() => done(true)))");
      org.assertj.core.api.Assertions.assertThat((List<?>) page.evaluate(CUT_CELLS))
          .as("at %d: %s", width, path)
          .isEmpty();
    }
  }

  private static String script(String name) {
    try (InputStream script = OfficeAccessTest.class.getResourceAsStream(name)) {
      return new String(Objects.requireNonNull(script).readAllBytes(), UTF_8);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }
}
