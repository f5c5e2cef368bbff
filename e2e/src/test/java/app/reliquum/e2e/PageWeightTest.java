package app.reliquum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Request;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What opening the Floor costs on a slow network: bytes, and what is fetched for nothing. */
class PageWeightTest {

  private static final long MOST_CODE = 200_000;
  private static final long MOST_FONTS = 120_000;

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static boolean isCode(Request request) {
    return List.of("script", "stylesheet").contains(request.resourceType());
  }

  private static long bytes(List<Request> requests) {
    return requests.stream().mapToLong(one -> one.sizes().responseBodySize).sum();
  }

  @Test
  void theFloorOpensWithLittleCodeAndKeepsWhatHasANameOfItsOwn() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.getByText("Scan anything").waitFor();
    List<Request> fetched = new ArrayList<>();
    Page fresh = page.context().browser().newContext().newPage();
    fresh.context().addCookies(page.context().cookies());
    fresh.onRequestFinished(fetched::add);
    fresh.navigate(HOUSE.address().resolve("/floor").toString());
    fresh.getByText("Scan anything").waitFor();
    // What comes later comes when nobody waits.
    List<Request> first = List.copyOf(fetched);
    List<Request> code = first.stream().filter(PageWeightTest::isCode).toList();
    assertThat(bytes(code))
        .as(code.stream().map(Request::url).toList().toString())
        .isBetween(50_000L, MOST_CODE);
    assertThat(bytes(first.stream().filter(one -> one.resourceType().equals("font")).toList()))
        .isLessThan(MOST_FONTS);
    for (Request one : first) {
      assertThat(one.url()).doesNotContain("Office", "Camera", "cameraDecoder", ".wasm", "Sheet-");
      if (one.url().contains("/assets/")) {
        Map<String, String> headers = one.response().headers();
        assertThat(headers.get("cache-control")).contains("immutable", "max-age=31536000");
      }
    }
    assertThat(fresh.title()).isEqualTo("Floor view · Reliquum");
    fresh.context().close();
  }

  @Test
  void fontsAreNotWaitedFor() {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.getByText("Scan anything").waitFor();
    assertThat(page.evaluate("() => [...document.fonts].every(font => font.display === 'swap')"))
        .isEqualTo(true);
  }
}
