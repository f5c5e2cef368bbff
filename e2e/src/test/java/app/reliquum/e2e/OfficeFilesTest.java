package app.reliquum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CopyOnWriteArrayList;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class OfficeFilesTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final String ADDRESSES =
      """
      () => [...document.querySelectorAll('a[href^="/api/"], img[src^="/api/"]')]
        .map((one) => one.getAttribute('href') ?? one.getAttribute('src'))
      """;

  /** Asks for each, and looks at no more than whether it is there. */
  private static final String REFUSED =
      """
      async (addresses) => {
        const refused = [];
        for (const address of addresses) {
          const answer = await fetch(address);
          await answer.body?.cancel();
          if (!answer.ok) refused.push(`${answer.status} ${address}`);
        }
        return refused;
      }
      """;

  /** Pictures and files are asked for by addresses that no test of a page sends by itself. */
  @Test
  void everyPictureAndFileThatAPageNamesIsThere() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    Set<String> asked = new TreeSet<>();
    List<String> refused = new CopyOnWriteArrayList<>();
    page.onResponse(
        answer -> {
          if (answer.status() == 400) {
            refused.add(answer.url());
          }
        });
    for (String path : OfficePages.ALL) {
      page.navigate(OfficePages.in(HOUSE, path).toString());
      page.locator(path.contains("open=") ? "aside h2" : "h1").first().waitFor();
      assertThat(page.getByText("Loading…")).hasCount(0);
      for (Object address : (List<?>) page.evaluate(ADDRESSES)) {
        asked.add(address.toString());
      }
    }
    Assertions.assertThat(refused).as("what the pages themselves ask").isEmpty();
    Assertions.assertThat(asked).hasSizeGreaterThan(20).anyMatch(one -> one.contains("/picture"));
    Assertions.assertThat((List<?>) page.evaluate(REFUSED, List.copyOf(asked))).isEmpty();
  }
}
