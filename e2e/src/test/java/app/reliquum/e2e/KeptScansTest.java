package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.scan;
import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Page;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** What was scanned is done once and in its order, whatever becomes of server and browser. */
class KeptScansTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final int MOVES = 40;
  // While this many more are scanned, no server answers.
  private static final int UNHEARD = 8;
  private static final String LAST_KEPT =
      """
      () => new Promise(done => {
        const opening = indexedDB.open('reliquum-outbox');
        opening.onerror = () => done('');
        opening.onsuccess = () => {
          const reading = opening.result.transaction('waiting').objectStore('waiting').getAll();
          reading.onsuccess = () => {
            opening.result.close();
            done(reading.result.at(-1)?.step.text ?? '');
          };
        };
      })
      """;

  @TempDir private Path profile;
  private Page page;

  /** Five scans a move, and each move its own quantity, so that the ledger tells their order. */
  private static List<String> scans(String from) {
    List<String> scans = new ArrayList<>();
    for (int i = 1; i <= MOVES; i++) {
      scans.addAll(List.of("RB.KQ." + from, "RI.SHK-004", "" + i, "RB.KQ.PACK-1", "RA.CONFIRM"));
    }
    return scans;
  }

  @Test
  void everyScanIsInTheBookOnceThoughServerAndBrowserDied() {
    Client clerk = HOUSE.signIn("oddny");
    JsonNode stock =
        clerk
            .get("/api/on-hand?group=POSITION&site=1&sort=ON_HAND&descending=true&q=SHK-004")
            .ok()
            .path("rows")
            .get(0);
    String from = stock.path("place").asString();
    HOUSE
        .signIn("maren")
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "OPENING",
                "lines",
                List.of(Map.of("item", "SHK-004", "place", "KQ." + from, "quantity", "1000"))))
        .ok();
    HOUSE.signIn("tavi").post("/api/floor/MOVE/act", Map.of("site", 1, "action", "CLEAR")).ok();
    String newest = "/api/ledger?kind=MOVE&limit=" + MOVES + "&item=" + stock.path("itemId");
    long before = clerk.get(newest).ok().path("total").asLong();

    List<String> scans = scans(from);
    begin();
    for (int i = 0; i < scans.size(); i++) {
      switch (i) {
        case 33, 93, 151 -> HOUSE.kill();
        case 33 + UNHEARD, 93 + UNHEARD -> {
          closeBrowser(scans.get(i - 1));
          HOUSE.start();
          begin();
        }
        case 151 + UNHEARD -> HOUSE.start();
        default -> {}
      }
      scan(page, scans.get(i));
    }

    Client again = HOUSE.signIn("oddny");
    JsonNode ledger = again.get(newest).ok();
    long end = System.nanoTime() + TimeUnit.MINUTES.toNanos(2);
    while (ledger.path("total").asLong() < before + MOVES && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(200));
      ledger = again.get(newest).ok();
    }
    assertThat(ledger.path("total").asLong()).isEqualTo(before + MOVES);
    assertThat(ledger.path("rows").findValuesAsString("quantity"))
        .containsExactlyElementsOf(
            IntStream.iterate(MOVES, i -> i - 1).limit(MOVES).mapToObj(Integer::toString).toList());
  }

  private void begin() {
    page = BROWSER.keptFloor(profile, HOUSE.address(), "tavi");
    page.navigate(HOUSE.address().resolve("/floor/move").toString());
    page.locator("[data-blank]").first().waitFor();
  }

  /** Closes it as soon as the last scan has been heard. */
  private void closeBrowser(String lastScan) {
    page.waitForCondition(() -> lastScan.equals(page.evaluate(LAST_KEPT)));
    page.context().close();
  }
}
