package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.nio.charset.StandardCharsets.UTF_8;

import com.microsoft.playwright.Page;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Every text may be 40 per cent longer, as it is in another language, and nothing is cut. */
class StretchedTextsTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final String STRETCHED = script("/stretched-texts.js");
  private static final String CUT_CELLS = script("/cut-cells.js");
  private static final String CUT_TEXTS = script("/cut-texts.js");

  private final List<String> faults = new ArrayList<>();

  @Test
  void theOfficeHoldsLongerTexts() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    page.addInitScript(STRETCHED);
    for (String path : OfficePages.ALL) {
      page.navigate(OfficePages.in(HOUSE, path).toString());
      page.locator("h1").first().waitFor();
      if (path.contains("open=")) {
        page.locator("aside h2").waitFor();
      }
      assertThat(page.getByText("Loaadii")).hasCount(0);
      look(page, path, CUT_CELLS);
      look(page, path, CUT_TEXTS);
    }
    Assertions.assertThat(page.locator("h1").first().textContent())
        .as("the texts are longer")
        .doesNotContain("Bins");
    Assertions.assertThat(faults).isEmpty();
  }

  @Test
  void theFloorHoldsLongerTexts() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.addInitScript(STRETCHED);
    for (String path :
        List.of(
            "/floor",
            "/floor/move",
            "/floor/receive",
            "/floor/put-away",
            "/floor/pick",
            "/floor/pack",
            "/floor/adjust",
            "/floor/count",
            "/floor/send",
            "/floor/arrive",
            "/floor/refill")) {
      page.navigate(HOUSE.address().resolve(path).toString());
      page.locator("main").waitFor();
      page.waitForFunction("() => document.getAnimations().length === 0");
      look(page, path, CUT_TEXTS);
      Assertions.assertThat(
              page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"))
          .as("no scrolling sideways: %s", path)
          .isEqualTo(true);
    }
    page.navigate(HOUSE.address().resolve("/floor").toString());
    page.locator("main button").first().waitFor();
    scan(page, "FLR-001");
    page.getByText("Parachute flare").first().waitFor();
    look(page, "the card of an item", CUT_TEXTS);
    scan(page, "NOTHING LIKE IT");
    page.locator("[role=alert]").first().waitFor();
    look(page, "a refusal", CUT_TEXTS);
    Assertions.assertThat(faults).isEmpty();
  }

  private void look(Page page, String where, String script) {
    // What is wider than the table thought is measured as it is laid out anew.
    page.waitForFunction("() => new Promise(done => requestAnimationFrame(() => done(true)))");
    ((List<?>) page.evaluate(script)).forEach(cut -> faults.add(where + ": " + cut));
  }

  private static String script(String name) {
    try (InputStream script = StretchedTextsTest.class.getResourceAsStream(name)) {
      return new String(Objects.requireNonNull(script).readAllBytes(), UTF_8);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }
}
