package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Putting it right in the browser: reasons, approvals, scrap, loans, baskets, files, value. */
class RightingTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final long QUAY = 1;

  private static Client maren;

  /** An aisle that nobody else uses, with plain goods worth ten each. */
  @BeforeAll
  static void furnish() {
    maren = HOUSE.signIn("maren");
    Client rowan = HOUSE.signIn("rowan");
    long area =
        rowan
            .post(
                "/api/sites/" + QUAY + "/areas",
                Map.of("code", "R", "name", "Righting", "purpose", "PICK"))
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
                "R-[01..09]-[A..B]",
                "walkFrom",
                0,
                "walkStep",
                1,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")))
        .ok();
    for (int i = 1; i <= 9; i++) {
      item("RGT-" + i, "NONE");
      bought("RGT-" + i, "R-0" + i + "-A");
    }
    item("RGL", "LOT");
  }

  private static void item(String code, String tracking) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", "Thimble " + code);
    entry.put("category", "");
    entry.put("unit", "PIECE");
    entry.put("decimals", 0);
    entry.put("tracking", tracking);
    entry.put("hazardClass", "");
    entry.put("storageClass", "");
    entry.put("active", true);
    entry.put("barcodes", List.of());
    entry.put("packs", List.of());
    entry.put("homes", List.of());
    maren.post("/api/items", entry).ok();
  }

  private static void bought(String code, String bin) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", code);
    line.put("place", "KQ." + bin);
    line.put("quantity", "200");
    line.put("cost", "10");
    maren.post("/api/postings", Map.of("direction", "FROM_SUPPLIER", "lines", List.of(line))).ok();
  }

  @BeforeEach
  void emptyBasket() {
    HOUSE.signIn("oddny").post("/api/floor/adjust/empty", Map.of("site", QUAY)).ok();
  }

  private Page office(String person, String path) {
    Page page = BROWSER.office(HOUSE.address(), person);
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static Locator labelled(Page page, String label) {
    return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
  }

  private static void says(Page page, String text) {
    assertThat(page.getByText(text).first()).isVisible();
  }

  private static String onHand(String code) {
    for (JsonNode row : maren.get("/api/on-hand?group=ITEM&q=" + code).ok().path("rows")) {
      if (row.path("item").asString().equals(code)) {
        return row.path("onHand").asString();
      }
    }
    return "0";
  }

  private static void press(Page page, String beginning) {
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + beginning)))
        .first()
        .click();
  }

  /** Writes one line in the form that is open. */
  private static void line(Page page, String item, String bin, String figure, String quantity) {
    labelled(page, "Item").fill(item);
    labelled(page, "Bin").fill("KQ." + bin);
    labelled(page, figure).fill(quantity);
  }

  /** The reason in the form; the list behind it can be narrowed by one too. */
  private static Locator reason(Page page) {
    return page.locator("aside")
        .getByLabel("Reason", new Locator.GetByLabelOptions().setExact(true));
  }

  private static void why(Page page, String reason) {
    reason(page).selectOption(new com.microsoft.playwright.options.SelectOption().setLabel(reason));
  }

  @Test
  void eachReasonGoesTheWaysThatItAllows() {
    Page page = office("oddny", "/office/checking/adjustments?open=new");
    Map<String, List<String>> ways = new LinkedHashMap<>();
    for (String reason :
        List.of("Damaged", "Stolen", "Lost", "Expired", "Broken", "Spoiled", "Used in the house")) {
      ways.put(reason, List.of("Out"));
    }
    for (String reason : List.of("Found", "Back to stock", "Opening stock")) {
      ways.put(reason, List.of("In"));
    }
    ways.put("Counted again", List.of("Set quantity", "Out", "In"));
    int expected = 200;
    for (Map.Entry<String, List<String>> one : ways.entrySet()) {
      for (String way : one.getValue()) {
        page.navigate(HOUSE.address().resolve("/office/checking/adjustments?open=new").toString());
        reason(page).waitFor();
        why(page, one.getKey());
        Locator offered = labelled(page, "Direction");
        assertThat(offered.locator("option")).hasText(one.getValue().toArray(String[]::new));
        offered.selectOption(new com.microsoft.playwright.options.SelectOption().setLabel(way));
        String figure = way.equals("In") ? "Comes in" : way.equals("Out") ? "Goes out" : "Quantity";
        expected = way.equals("In") ? expected + 1 : expected - 1;
        line(page, "RGT-1", "R-01-A", figure, figure.equals("Quantity") ? "" + expected : "1");
        page.getByLabel(Pattern.compile("^Note")).last().fill("Tried");
        press(page, "(Take out|Bring in|Set)");
        assertThat(page.locator("aside").getByText("Posted", exact())).isVisible();
      }
    }
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-1")).isEqualTo("" + expected);
  }

  private static Locator.GetByTextOptions exact() {
    return new Locator.GetByTextOptions().setExact(true);
  }

  private static void propose(Page page, String item, String bin, String quantity) {
    page.navigate(HOUSE.address().resolve("/office/checking/adjustments?open=new").toString());
    reason(page).waitFor();
    why(page, "Lost");
    line(page, item, bin, "Goes out", quantity);
    press(page, "Take out");
    says(page, "Needs approval");
  }

  @Test
  void whatIsAboveTheLimitIsAskedBackApprovedRefusedAndCheckedAgain() {
    Page clerk = office("oddny", "/office/today");
    propose(clerk, "RGT-2", "R-02-A", "60");
    Page controller = office("maren", "/office/checking/approvals");
    controller.getByRole(AriaRole.GRIDCELL).getByText("600.00").first().click();
    controller.getByLabel("Note, reason or question").fill("Did you look behind the rack?");
    button(controller, "Request information").click();
    says(controller, "Did you look behind the rack?");
    clerk.reload();
    says(clerk, "Did you look behind the rack?");
    clerk.getByLabel("Your answer").fill("Yes, twice.");
    button(clerk, "Answer").click();
    says(clerk, "Yes, twice.");
    controller.reload();
    says(controller, "Yes, twice.");
    button(controller, "Approve and post").click();
    assertThat(controller.locator("aside").getByText("Approved").first()).isVisible();
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-2")).isEqualTo("140");

    // Refused with a note: the book stays.
    propose(clerk, "RGT-2", "R-02-A", "70");
    controller.navigate(HOUSE.address().resolve("/office/checking/approvals").toString());
    controller.getByRole(AriaRole.GRIDCELL).getByText("700.00").first().click();
    controller.getByLabel("Note, reason or question").fill("Count it first.");
    button(controller, "Refuse").click();
    assertThat(controller.locator("aside").getByText("Refused").first()).isVisible();
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-2")).isEqualTo("140");

    // Gone meanwhile: it says what is left, and stays proposed.
    propose(clerk, "RGT-2", "R-02-A", "80");
    Map<String, Object> sold = new HashMap<>();
    sold.put("item", "RGT-2");
    sold.put("place", "KQ.R-02-A");
    sold.put("quantity", "100");
    maren.post("/api/postings", Map.of("direction", "TO_CUSTOMER", "lines", List.of(sold))).ok();
    controller.navigate(HOUSE.address().resolve("/office/checking/approvals").toString());
    controller.getByRole(AriaRole.GRIDCELL).getByText("800.00").first().click();
    says(controller, "now 40");
    button(controller, "Approve and post").click();
    says(controller, "R-02-A holds 40");
    assertThat(controller.locator("aside").getByText("Needs approval").first()).isVisible();
  }

  @Test
  void scrapThatWaitsIsCollectedAndAUnitLoadLeavesWhole() {
    Map<String, Object> move = new HashMap<>();
    move.putAll(Map.of("item", "RGT-9", "from", "KQ.R-09-A", "to", "KQ.SCRAP-1", "quantity", "3"));
    maren.post("/api/moves", move).ok();
    Page page = office("maren", "/office/checking/adjustments");
    button(page, "Collect scrap").click();
    assertThat(page.locator("aside").getByText("Thimble RGT-9")).isVisible();
    press(page, "Take out");
    assertThat(page.locator("aside").getByText("Posted", exact())).isVisible();
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-9")).isEqualTo("197");
    page.navigate(HOUSE.address().resolve("/office/checking/adjustments?open=collect").toString());
    assertThat(page.locator("aside").getByText("Nothing is there.")).isVisible();

    String load = maren.post("/api/unit-loads", Map.of()).ok().path("code").asString();
    long found = 0;
    for (JsonNode kind : maren.get("/api/movement-kinds").ok()) {
      found = kind.path("code").asString().equals("FOUND") ? kind.path("id").asLong() : found;
    }
    Map<String, Object> line =
        Map.of("item", "RGT-9", "place", "KQ.R-09-B", "quantity", "5", "load", load);
    maren
        .post(
            "/api/adjustments",
            Map.of("kind", found, "way", "IN", "replacing", false, "lines", List.of(line)))
        .ok();
    page.navigate(
        HOUSE.address().resolve("/office/checking/adjustments?open=new&why=SCRAP").toString());
    labelled(page, "Whole unit load").fill(load);
    labelled(page, "Whole unit load").press("Enter");
    assertThat(page.locator("aside").getByText(load)).isVisible();
    press(page, "Take out");
    assertThat(page.locator("aside").getByText("Posted", exact())).isVisible();
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-9")).isEqualTo("197");
  }

  @Test
  void scrapWithTwoReasonsBecomesAPurchaseOrder() {
    Page page = office("maren", "/office/checking/reason-report");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("New scrap")).click();
    reason(page).waitFor();
    why(page, "Expired");
    page.getByLabel("Broken").check();
    page.getByLabel("Order replacement (creates a requisition)").check();
    line(page, "RGT-3", "R-03-A", "Goes out", "4");
    press(page, "Take out");
    says(page, "Expired + Broken");
    page.navigate(HOUSE.address().resolve("/office/checking/reason-report?by=REASON").toString());
    assertThat(page.getByRole(AriaRole.GRIDCELL).getByText("Expired + Broken")).isVisible();
    page.navigate(
        HOUSE
            .address()
            .resolve("/office/running-low/requisitions?where=STATE:IS:REQUESTED")
            .toString());
    page.getByText("Thimble RGT-3").click();
    Locator supplier = page.locator("aside").getByLabel(Pattern.compile("^Supplier"));
    supplier.fill("works");
    page.getByRole(AriaRole.OPTION).getByText("Skerry Rope Works").click();
    button(page, "Save").click();
    says(page, "Saved.");
    button(page, "Close").click();
    Locator row =
        page.getByRole(
            AriaRole.ROW, new Page.GetByRoleOptions().setName(Pattern.compile("Thimble RGT-3")));
    row.getByRole(AriaRole.CHECKBOX).check();
    press(page, "Approve");
    assertThat(row).hasCount(0);
    page.navigate(
        HOUSE
            .address()
            .resolve("/office/running-low/requisitions?where=STATE:IS:APPROVED")
            .toString());
    row.getByRole(AriaRole.CHECKBOX).check();
    press(page, "Order");
    says(page, "Ordered:");
    page.getByRole(AriaRole.STATUS).getByRole(AriaRole.LINK).click();
    // The page of requisitions stays until that of the orders has loaded.
    page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Inbound")).waitFor();
    page.getByRole(AriaRole.GRIDCELL).first().click();
    says(page, "Thimble RGT-3");
  }

  @Test
  void aLoanComesBackInPartsAndItsRestIsOverdue() {
    Page hand = BROWSER.floor(HOUSE.address(), "oddny");
    button(hand, "Adjust").click();
    hand.getByText("On loan").click();
    hand.locator("[data-blank=Item]").waitFor();
    scan(hand, "RB.KQ.R-04-A");
    scan(hand, "6");
    hand.locator("[data-blank=Quantity][data-state=SAID]").waitFor();
    button(hand, "Add line").click();
    press(hand, "Review");
    hand.getByLabel("Borrower").fill("Sailing school");
    hand.getByLabel("Due back").fill(LocalDate.now().minusDays(2).toString());
    press(hand, "Post");
    hand.getByText("Posted", new Page.GetByTextOptions().setExact(true)).waitFor();
    String number = hand.getByRole(AriaRole.STATUS).locator("span").first().textContent();
    button(hand, "Back").click();
    hand.getByText("Scan anything").waitFor();
    scan(hand, number);
    says(hand, "What is received back?");
    hand.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Received back").setExact(true))
        .first()
        .click();
    hand.getByLabel("Quantity Thimble RGT-4").fill("4");
    scan(hand, "RB.KQ.R-04-B");
    says(hand, "Received back into");
    Page page = office("maren", "/office/today");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Sailing school")).click();
    assertThat(page.locator("aside").getByText("still out: 2")).isVisible();
    assertThat(page.locator("aside").getByText("overdue").first()).isVisible();
  }

  @Test
  void aKindMadeInHouseRulesFillsABasketOfFiveOnTheFloor() {
    Page rules = office("maren", "/office/rules/reasons?open=new");
    rules.locator("aside").getByLabel("Code").fill("REFIT");
    rules.locator("aside").getByLabel("Name").first().fill("Refit");
    String[][] fields = {{"Order", "Text"}, {"Hours", "A number"}, {"Day", "A day"}};
    for (int i = 0; i < 4; i++) {
      button(rules, "Add field").click();
      labelled(rules, "Field").nth(i).fill(i < 3 ? fields[i][0] : "Berth");
      labelled(rules, "Takes")
          .nth(i)
          .selectOption(
              new com.microsoft.playwright.options.SelectOption()
                  .setLabel(i < 3 ? fields[i][1] : "One of a list"));
    }
    labelled(rules, "required").first().check();
    rules.getByLabel("Choices, one per line").fill("North\nSouth");
    button(rules, "Save").click();
    assertThat(rules.locator("aside h2").first()).hasText("Refit");

    Page hand = BROWSER.floor(HOUSE.address(), "oddny");
    scan(hand, "RA.ADJUST");
    hand.getByText("Refit").click();
    hand.locator("[data-blank=Item]").waitFor();
    for (int i = 5; i <= 9; i++) {
      scan(hand, "RB.KQ.R-0" + i + "-A");
      hand.locator("[data-blank=Item][data-state=ONLY]").waitFor();
      scan(hand, "" + i);
      hand.locator("[data-blank=Quantity][data-state=SAID]").waitFor();
      scan(hand, "RA.CONFIRM");
      says(hand, i == 5 ? "1 adjustment line" : (i - 4) + " adjustment lines");
      scan(hand, "RA.CLEAR");
      hand.locator("[data-blank=Item][data-state=EMPTY]").waitFor();
    }
    hand.reload();
    press(hand, "Review 5 lines");
    hand.getByText("Thimble RGT-6").click();
    hand.getByLabel("Quantity").fill("2");
    button(hand, "Change").click();
    press(hand, "Post 5 lines");
    says(hand, "Order is needed.");
    hand.getByLabel("Order").fill("RF-77");
    hand.getByLabel("Berth (if known)")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("South"));
    press(hand, "Post 5 lines");
    hand.getByText("Posted", new Page.GetByTextOptions().setExact(true)).waitFor();
    org.assertj.core.api.Assertions.assertThat(onHand("RGT-6")).isEqualTo("198");
    JsonNode found = maren.get("/api/ledger?field=RF-77").ok();
    org.assertj.core.api.Assertions.assertThat(found.path("total").asInt()).isEqualTo(5);
    Page ledger = office("bram", "/office/looking-back/ledger?field=RF-77");
    ledger.getByRole(AriaRole.GRIDCELL).getByText("RGT-5").first().click();
    assertThat(ledger.locator("aside").getByText("South")).isVisible();
  }

  @Test
  void aFileOfAThousandIsTriedAndItsGoodLinesPosted() {
    StringBuilder file = new StringBuilder("item,bin,lot,change,reason,note\n");
    for (int i = 0; i < 1000; i++) {
      file.append(i % 100 < 3 ? "NOSUCH" : "RGL")
          .append(",KQ.R-09-B,L")
          .append(i)
          .append(",1,FOUND,Behind the rack\n");
    }
    Page page = office("oddny", "/office/checking/adjustments?open=file");
    page.locator("input[type=file]")
        .setInputFiles(
            new FilePayload(
                "found.csv", "text/csv", file.toString().getBytes(StandardCharsets.UTF_8)));
    says(page, "Lines that can be posted: 970. With errors: 30.");
    assertThat(page.locator("aside").getByText("no item NOSUCH").first()).isVisible();
    press(page, "Show only lines with errors");
    assertThat(page.locator("aside [role=grid]")).not().containsText("RGL");
    press(page, "Post 970 lines");
    says(page, "970 lines were posted");
    org.assertj.core.api.Assertions.assertThat(onHand("RGL")).isEqualTo("970");
  }

  @Test
  void valueIsLookedAtAndTheBooksAreClosed() {
    Page page = office("maren", "/office/looking-back/value");
    String total =
        String.format(
            java.util.Locale.UK,
            "%,.2f",
            maren.get("/api/value").ok().path("total").decimalValue());
    says(page, total);
    labelled(page, "Show by")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("Category"));
    page.getByRole(AriaRole.GRIDCELL).getByText("Flares and signals").click();
    says(page, "Parachute flare, red");
    says(page, "First in, first out");
    page.navigate(HOUSE.address().resolve("/office/looking-back/changes").toString());
    says(page, "Sold");
    assertThat(page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("JSON")))
        .isVisible();
    page.navigate(HOUSE.address().resolve("/office/looking-back/usage?days=365").toString());
    says(page, "turns a year");
    labelled(page, "Turnover")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("Slow-moving"));
    page.navigate(HOUSE.address().resolve("/office/looking-back/books").toString());
    page.getByLabel("Up to and including").fill(LocalDate.now().plusDays(1).toString());
    button(page, "Close books").click();
    says(page, "That day is not over yet");
    page.getByLabel("Up to and including").fill(LocalDate.now().minusDays(200).toString());
    button(page, "Close books").click();
    says(page, "The books are closed up to");
  }
}
