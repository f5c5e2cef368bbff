package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Counting in the browser: on the floor by scanner, in the Office by value. */
class CountingTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final long QUAY = 1;

  private final Client maren = HOUSE.signIn("maren");

  /** An aisle that nobody else uses. */
  @BeforeAll
  static void rack() {
    Client rowan = HOUSE.signIn("rowan");
    long area =
        rowan
            .post(
                "/api/sites/" + QUAY + "/areas",
                Map.of("code", "T", "name", "New aisle", "purpose", "PICK"))
            .ok()
            .path("id")
            .asLong();
    rowan
        .post(
            "/api/racks",
            Map.of(
                "areaId",
                area,
                "pattern",
                "T-[01..06]-[A..C]",
                "walkFrom",
                0,
                "walkStep",
                1,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")))
        .ok();
  }

  @BeforeEach
  void nobodyCounts() {
    for (String person : List.of("tavi", "oddny")) {
      HOUSE
          .signIn(person)
          .post("/api/floor/COUNT/document", Map.of("site", QUAY, "document", 0))
          .ok();
    }
  }

  private static void says(Page page, String text) {
    assertThat(page.getByText(text).first()).isVisible();
  }

  private static Locator blank(Page page, String name) {
    return page.locator("[data-blank=\"" + name + "\"]");
  }

  private static void starting(Page page, String words) {
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^" + words)))
        .first()
        .click();
  }

  private Page office(String person, String path) {
    Page page = BROWSER.office(HOUSE.address(), person);
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private Page countOnTheFloor(String person) {
    Page page = BROWSER.floor(HOUSE.address(), person);
    button(page, "Count").click();
    says(page, "What is counted?");
    return page;
  }

  /** Puts goods into a bin as if they had always been there. */
  private void opening(String bin, String item, String lot, String serial, String quantity) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", item);
    line.put("lot", lot);
    line.put("serial", serial);
    line.put("place", "KQ." + bin);
    line.put("quantity", quantity);
    maren.post("/api/postings", Map.of("direction", "OPENING", "lines", List.of(line))).ok();
  }

  private long bin(String address) {
    return maren
        .get("/api/sites/" + QUAY + "/bins?q=" + address)
        .ok()
        .path("rows")
        .get(0)
        .path("id")
        .asLong();
  }

  private List<String> lyingIn(String address) {
    List<String> all = new ArrayList<>();
    for (JsonNode row :
        maren.get("/api/on-hand?group=POSITION&place=" + bin(address)).ok().path("rows")) {
      all.add(
          row.path("item").asString()
              + " "
              + row.path("lot").asString("")
              + row.path("serial").asString("")
              + " "
              + row.path("onHand").asString());
    }
    return all;
  }

  private long drawUp(String method, String... bins) {
    Map<String, Object> scope = new HashMap<>();
    scope.put("site", QUAY);
    scope.put("places", java.util.Arrays.stream(bins).map(this::bin).toList());
    return maren
        .post(
            "/api/counts", Map.of("scope", scope, "method", method, "shape", "BIN", "blind", true))
        .ok()
        .path("id")
        .asLong();
  }

  private String number(long count) {
    return maren.get("/api/counts/" + count).ok().path("number").asString();
  }

  private String review(long count) {
    return "/office/checking/counts/" + count;
  }

  @Test
  void sixLinesAreInTheBookAndTwoOnTheShelf() {
    String bin = "T-01-A";
    opening(bin, "SHK-001", null, null, "40");
    opening(bin, "FLR-001", "E1", null, "6");
    opening(bin, "FLR-001", "E2", null, "4");
    for (int piece = 1; piece <= 3; piece++) {
      opening(bin, "BCN-001", null, "E-900" + piece, "1");
    }
    long count = drawUp("SWEEP", bin, "T-01-B");
    Page floor = countOnTheFloor("tavi");
    floor.getByText(number(count)).click();
    scan(floor, "RB.KQ." + bin);
    assertThat(blank(floor, "Bin")).hasText(bin);
    says(floor, "The book has 6 lines here");
    scan(floor, "RI.SHK-001");
    scan(floor, "4 boxes");
    assertThat(blank(floor, "Quantity")).containsText("40");
    scan(floor, "E-9002");
    says(floor, "Counted here (2)");
    scan(floor, "RB.KQ." + bin);
    says(floor, "T-01-A: 4 lines were not scanned");
    assertThat(floor.getByText("E-9001")).isVisible();
    assertThat(floor.getByText("E-9002")).hasCount(0);
    button(floor, "Continue counting").click();
    says(floor, "Counted here (2)");
    button(floor, "Finish T-01-A").click();
    button(floor, "Count all as zero").click();
    says(floor, "4 counted as zero");
    // An empty bin is two scans.
    scan(floor, "RB.KQ.T-01-B");
    assertThat(blank(floor, "Bin")).hasText("T-01-B");
    scan(floor, "RA.CONFIRM");
    says(floor, "the count is in review now");

    Page page = office("oddny", review(count));
    says(page, "In review");
    says(page, "4 variances are undecided");
    assertThat(button(page, "Post count")).isDisabled();
    assertThat(page.locator("svg[role=group] rect")).hasCount(4);
    page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName("E-9003")).click();
    says(page, "Movements since the last match");
    says(page, "Counted by Tavi Brandt (" + number(count) + ")");
    button(page, "Accept").click();
    says(page, "3 variances are undecided");
    button(page, "Close").click();
    button(page, "All shown").click();
    button(page, "Accept all shown").click();
    assertThat(page.getByTestId("outcome")).containsText("4 positions: 0 up, 4 down");
    assertThat(page.getByTestId("outcome")).containsText("Value -");
    // Beacons are dear: someone else must agree.
    button(page, "Propose to post").click();
    says(page, "Proposed by Oddny Varga");
    assertThat(button(page, "Approve and post")).hasCount(0);
    Page agrees = office("maren", review(count));
    button(agrees, "Approve and post").click();
    says(agrees, "Positions counted: 6.");
    says(page, "Posted");
    org.assertj.core.api.Assertions.assertThat(lyingIn(bin))
        .containsExactlyInAnyOrder("SHK-001  40", "BCN-001 E-9002 1");
    page.getByText("Posted ").last().click();
    says(page, "Count difference");
  }

  @Test
  void thirtyThreeWereCountedWhenTheBookHeldThirtyFive() {
    String bin = "T-02-A";
    Instant noon = Instant.now();
    move(noon.minus(3, ChronoUnit.HOURS), "OPENING", bin, "40");
    move(noon.minus(2, ChronoUnit.HOURS), "TO_CUSTOMER", bin, "5");
    Page floor = countOnTheFloor("tavi");
    button(floor, "Only what I scan").click();
    scan(floor, "RB.KQ." + bin);
    scan(floor, "RI.SHK-003");
    assertThat(blank(floor, "Item")).hasAttribute("data-state", "SAID");
    scan(floor, "33");
    assertThat(blank(floor, "Quantity")).containsText("33");
    // Goods go on moving while the count waits to be posted.
    move(null, "TO_CUSTOMER", bin, "4");
    button(floor, "Finish " + bin).click();
    says(floor, bin + " is counted");
    button(floor, "Finish count").click();
    says(floor, "is in review now");
    JsonNode count = maren.get("/api/counts?filter=REVIEW").ok().path("rows").get(0);
    Page page = office("oddny", review(count.path("id").asLong()));
    page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(bin)).click();
    says(page, "Movements since the last match");
    button(page, "Accept").click();
    assertThat(page.getByTestId("outcome")).containsText("1 position: 0 up, 1 down");
    // Two look at it. One posts it; the other, who has not heard of that, is told.
    Page other = office("maren", review(count.path("id").asLong()));
    says(other, "Everything is decided.");
    other.route(
        "**/api/counts/**",
        route -> {
          if (route.request().method().equals("POST")) {
            route.resume();
          }
        });
    button(page, "Post count").click();
    says(page, "Positions counted: 1.");
    button(other, "Post count").click();
    says(other, "is posted already");
    org.assertj.core.api.Assertions.assertThat(lyingIn(bin)).containsExactly("SHK-003  29");
  }

  private void move(Instant when, String direction, String bin, String quantity) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", "SHK-003");
    line.put("place", "KQ." + bin);
    line.put("quantity", quantity);
    Map<String, Object> posting = new HashMap<>();
    posting.put("direction", direction);
    posting.put("effective", when == null ? null : when.toString());
    posting.put("lines", List.of(line));
    maren.post("/api/postings", posting).ok();
  }

  @Test
  void twoInOneBinSeeEachOtherAndARecountIsBySomeoneElse() {
    String bin = "T-03-A";
    opening(bin, "SHK-005", null, null, "30");
    opening(bin, "SHK-006", null, null, "8");
    long count = drawUp("SWEEP", bin);
    Page tavi = countOnTheFloor("tavi");
    tavi.getByText(number(count)).click();
    Page oddny = countOnTheFloor("oddny");
    oddny.getByText(number(count)).click();
    scan(tavi, "RB.KQ." + bin);
    scan(oddny, "RB.KQ." + bin);
    says(oddny, "Tavi Brandt is counting here too");
    scan(tavi, "RI.SHK-005");
    scan(tavi, "20");
    // It arrives by itself.
    says(oddny, "by Tavi Brandt");
    scan(oddny, "RI.SHK-005");
    scan(oddny, "8");
    says(tavi, "by Oddny Varga");
    assertThat(blank(tavi, "Quantity")).containsText("20");
    button(tavi, "Finish " + bin).click();
    says(tavi, "Oddny Varga still counts there");
    scan(oddny, "RI.SHK-006");
    scan(oddny, "7");
    starting(oddny, "Change Bow shackle|Change D shackle|Change ");
    oddny.getByLabel("Quantity (pc)").fill("8");
    button(oddny, "Correct").click();
    button(oddny, "Finish " + bin).click();
    says(oddny, "in review now");
    JsonNode line =
        maren.get("/api/counts/" + count + "/results?show=WRONG").ok().path("rows").get(0);
    org.assertj.core.api.Assertions.assertThat(line.path("counted").asString()).isEqualTo("28");

    Page page = office("maren", review(count));
    page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(bin)).first().click();
    button(page, "Count again").click();
    says(page, "Counting");
    // Both have counted it; only a third person may count it again.
    Page rowan = BROWSER.floor(HOUSE.address(), "rowan");
    button(rowan, "Count").click();
    rowan.getByText(number(count)).click();
    says(rowan, "count again");
    rowan.getByText(bin).click();
    says(rowan, "Count again");
    assertThat(rowan.getByText("28")).hasCount(0);
    scan(rowan, "RI.SHK-005");
    scan(rowan, "28");
    assertThat(blank(rowan, "Quantity")).containsText("28");
    button(rowan, "Finish D shackle").or(rowan.getByText("Finish ")).first().click();
    says(rowan, "in review now");
    page.navigate(HOUSE.address().resolve(review(count)).toString());
    says(page, "settled, count 2");
  }

  @Test
  void whatNobodyCountedIsKeptSetToZeroOrSentBack() {
    for (String bin : List.of("T-04-A", "T-04-B", "T-04-C")) {
      opening(bin, "SHK-007", null, null, "5");
    }
    Page page = office("maren", "/office/checking/counts?open=new");
    page.getByText("Stock take").click();
    page.getByLabel("Bins from").fill("T-04-A");
    page.getByLabel("to", new Page.GetByLabelOptions().setExact(true)).fill("T-04-C");
    says(page, "Slips: 3.");
    button(page, "Create count").click();
    says(page, "Prepared");
    button(page, "Send to review").click();
    says(page, "3 slips nobody counted are undecided");
    button(page, "Slips").click();
    page.getByText("T-04-A").click();
    button(page, "Keep the book").click();
    says(page, "not counted, kept");
    page.getByText("T-04-B").click();
    button(page, "Set to zero").click();
    says(page, "not counted, to zero");
    page.getByText("T-04-C").click();
    button(page, "Send back").click();
    says(page, "Counting");
    String number = page.locator("h1").textContent();
    Page floor = countOnTheFloor("tavi");
    floor.getByText(number).click();
    floor.getByText("T-04-C").click();
    for (JsonNode row :
        maren.get("/api/on-hand?group=POSITION&place=" + bin("T-04-C")).ok().path("rows")) {
      scan(floor, "RI." + row.path("item").asString());
      assertThat(blank(floor, "Item")).hasAttribute("data-state", "SAID");
      scan(floor, row.path("onHand").asString());
      assertThat(blank(floor, "Quantity")).hasAttribute("data-state", "SAID");
    }
    button(floor, "Finish T-04-C").click();
    says(floor, "T-04-C is counted");
    button(page, "Send to review").click();
    says(page, "Posting changes");
    button(page, "Post count").or(button(page, "Propose to post")).click();
    says(page, "Positions counted:");
    org.assertj.core.api.Assertions.assertThat(lyingIn("T-04-A")).contains("SHK-007  5");
    org.assertj.core.api.Assertions.assertThat(lyingIn("T-04-B")).isEmpty();
    org.assertj.core.api.Assertions.assertThat(lyingIn("T-04-C")).contains("SHK-007  5");
  }

  @Test
  void theCollectorCountsWithoutANetworkAndItsBadLinesAreMended() throws IOException {
    String bin = "T-05-A";
    opening(bin, "SHK-008", null, null, "12");
    long count = drawUp("SPOT", bin);
    Page page = office("maren", "/office/checking/collector");
    button(page, "Files").click();
    page.getByLabel("All departments").waitFor();
    button(page, "Load look-up file").click();
    says(page, "All departments:");
    button(page, "Count").click();
    page.context().setOffline(true);
    Locator device = page.getByLabel("Collector", new Page.GetByLabelOptions().setExact(true));
    keep(device, bin, "SHK-008", "11");
    says(page, " each");
    keep(device, bin, "NO-SUCH-CODE", "2");
    says(page, "Not in the look-up file");
    starting(page, "Lines \\(2\\)");
    device.getByLabel("Quantity").last().fill("10");
    button(page, "Files").click();
    Download file = page.waitForDownload(() -> starting(page, "Save 2 lines as a file"));
    page.context().setOffline(false);
    String csv = Files.readString(file.path());
    org.assertj.core.api.Assertions.assertThat(csv).contains("SHK-008,10," + bin);
    page.getByLabel("Into count").selectOption(String.valueOf(count));
    page.getByLabel("Choose file")
        .setInputFiles(
            new FilePayload("counted.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8)));
    says(page, "Rows that can be imported: 1 of 2");
    button(page, "Import 1 row").click();
    says(page, "Rows imported: 1 of 2.");
    says(page, "NO-SUCH-CODE");
    page.getByLabel("Barcode of row 2").fill("SHK-009");
    button(page, "Check the corrected rows").click();
    says(page, "Rows imported: 1 of 1.");
    page.getByText("Go to count").click();
    says(page, number(count));
    button(page, "Review").click();
    page.getByLabel("Show").selectOption("All lines");
    assertThat(page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName(bin)))
        .hasCount(2);
  }

  private static void keep(Locator device, String bin, String barcode, String quantity) {
    device.getByLabel("Bin").fill(bin);
    device.getByLabel("Barcode").fill(barcode);
    device.getByLabel("Quantity").fill(quantity);
    device.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Add line")).click();
  }

  @Test
  void aBinThatLooksWrongIsCountedAndWhatIsDueIsDrawnUp() {
    Page floor = BROWSER.floor(HOUSE.address(), "tavi");
    scan(floor, "RB.KQ.T-06-A");
    button(floor, "Report a discrepancy").click();
    says(floor, "someone will count it");
    Page page = office("maren", "/office/checking/counts");
    says(page, "Reported discrepancies in 3 bins");
    button(page, "Create count of these bins").click();
    says(page, "Slips: 3.");
    button(page, "Create count").click();
    says(page, "0 of 3 slips counted");
    page.navigate(HOUSE.address().resolve("/office/checking/programme").toString());
    says(page, "The days ahead");
    page.getByText("Create count of").first().click();
    page.locator("aside h2").waitFor();
    assertThat(page.locator("aside [role=listitem]").first()).isVisible();
  }
}
