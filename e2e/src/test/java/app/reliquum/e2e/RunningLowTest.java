package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/**
 * Low stock in the browser: what runs low and why, what becomes of it, a policy tried and taken.
 */
class RunningLowTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final LocatorAssertions.IsVisibleOptions PATIENTLY =
      new LocatorAssertions.IsVisibleOptions().setTimeout(60_000);

  private static Client maren;

  /** Items of which little is left, each with a policy of its own. */
  @BeforeAll
  static void furnish() {
    maren = HOUSE.signIn("maren");
    item("LOWA", "Anchor lamp", "3");
    item("LOWB", "Boat hook", "2");
    item("LOWC", "Cleat", "40");
    policy("LOWA", Map.of("point", "10", "quantity", "24"));
    policy("LOWB", Map.of("point", "8"));
    for (int day = 120; day > 0; day -= 6) {
      post("TO_CUSTOMER", "LOWC", "2", day);
    }
    policy("LOWC", Map.of("point", "1", "quantity", "4"));
  }

  private static void item(String code, String name, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", code, "name", name, "category", "", "unit", "PIECE"));
    entry.putAll(Map.of("decimals", 0, "tracking", "NONE", "hazardClass", "", "active", true));
    entry.putAll(Map.of("storageClass", "", "barcodes", List.of(), "packs", List.of()));
    entry.put("homes", List.of());
    maren.post("/api/items", entry).ok();
    post("FROM_SUPPLIER", code, quantity, 150);
  }

  private static void post(String direction, String item, String quantity, int daysAgo) {
    maren
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "lines",
                List.of(
                    Map.of("item", item, "place", "KQ.QA-01-A", "quantity", quantity, "cost", 4)),
                "effective",
                Instant.now().minus(Duration.ofDays(daysAgo)).toString()))
        .ok();
  }

  private static void policy(String item, Map<String, Object> fixed) {
    Map<String, Object> figures = new HashMap<>(fixed);
    figures.putAll(Map.of("kind", "POINT_AND_QUANTITY", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 365, "orderCost", 12, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK");
    maren
        .post("/api/replenishment/policies", Map.of("item", item, "site", 1, "figures", figures))
        .ok();
  }

  private static Page open(String path) {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static Locator row(Page page, String text) {
    return page.locator("[data-key]").filter(new Locator.FilterOptions().setHasText(text));
  }

  private static Page checked(String path) {
    Page page = open(path);
    button(page, "Check stock now").click();
    assertThat(row(page, "LOWA")).isVisible(PATIENTLY);
    return page;
  }

  @Test
  void whatRunsLowIsFoundExplainedAndApproved() {
    Page page = checked("/office/running-low/items?q=LOWA");
    row(page, "LOWA").click();
    Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
    assertThat(panel.getByText("Buy 24 pc from no supplier")).isVisible();
    assertThat(panel.getByText(Pattern.compile("Fixed at 10 pc"))).isVisible();
    Browser.accessible(page);
    button(page, "Show as a table").click();
    assertThat(panel.getByRole(AriaRole.TABLE)).isVisible();

    // Bought from someone, and a few more.
    panel.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Change")).click();
    page.getByLabel("Quantity *").fill("30");
    page.getByLabel("From").fill("TIDEWRACK");
    assertThat(page.getByText("Tidewrack Rigging").first()).isVisible();
    button(page, "Save proposal").click();
    assertThat(panel.getByText("Buy 30 pc from Tidewrack Rigging")).isVisible();
    panel
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Approve proposal"))
        .click();
    assertThat(panel.getByText(Pattern.compile("Approved.*RQ-"))).isVisible();

    // Nothing of it is proposed again.
    button(page, "Close").click();
    button(page, "Check stock now").click();
    assertThat(row(page, "LOWA"))
        .hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(60_000));
    page.navigate(HOUSE.address().resolve("/office/running-low/requisitions?q=LOWA").toString());
    assertThat(row(page, "Anchor lamp")).containsText("30");
  }

  @Test
  void manyAreRefusedAtOnceWithAReason() {
    Page page = open("/office/running-low/items?q=LOWB");
    button(page, "Check stock now").click();
    row(page, "LOWB").getByRole(AriaRole.CHECKBOX).check();
    button(page, "Refuse proposal").click();
    page.getByLabel("Why it is refused").fill("The range ends");
    page.locator("form")
        .filter(new Locator.FilterOptions().setHasText("Why it is refused"))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Refuse proposal"))
        .click();
    assertThat(row(page, "LOWB")).not().containsText("Buy");
    button(page, "Check stock now").click();
    assertThat(row(page, "LOWB").getByText("Refused")).isVisible(PATIENTLY);
  }

  @Test
  void aPolicyIsTriedOnThePastAndThenTaken() {
    Page page = open("/office/rules/replenishment?q=LOWC");
    row(page, "LOWC").click();
    page.getByLabel("Re-order point", new Page.GetByLabelOptions().setExact(true)).fill("14");
    page.getByLabel("Days back").fill("110");
    button(page, "Try policy").click();
    assertThat(page.getByRole(AriaRole.FIGURE)).isVisible();
    Locator fillRate =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("Fill rate"))
            .first();
    assertThat(fillRate).containsText("100 %");
    button(page, "Save").click();
    assertThat(row(page, "LOWC")).containsText("14");
  }

  @Test
  void anItemThatCannotBeWorkedOutIsToldToTheController() {
    item("LOWX", "Xylophone", "9");
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "POINT_AND_UP_TO", "upTo", "1", "servicePercent", 95));
    figures.putAll(Map.of("reviewDays", 1, "windowDays", 365, "orderCost", 12));
    figures.put("holdingPercent", 20);
    figures.put("forOrders", "FROM_STOCK");
    for (int day = 100; day > 90; day--) {
      post("FROM_SUPPLIER", "LOWX", "30", day);
      post("TO_CUSTOMER", "LOWX", "30", day);
    }
    maren
        .post("/api/replenishment/policies", Map.of("item", "LOWX", "site", 1, "figures", figures))
        .ok();
    Page page = open("/office/running-low/items?q=LOWX");
    button(page, "Check stock now").click();
    assertThat(row(page, "LOWX").getByText("Could not be calculated")).isVisible(PATIENTLY);
    page.navigate(HOUSE.address().resolve("/office/today").toString());
    Locator told =
        page.getByRole(AriaRole.LINK)
            .filter(new Locator.FilterOptions().setHasText("could not be checked for low stock"));
    told.click();
    row(page, "LOWX").click();
    assertThat(page.getByText(Pattern.compile("The up-to level 1 is below the re-order point")))
        .isVisible();
  }

  /** Asked 10, there are 4: what is missing is bought, and comes, while someone looks on. */
  @Test
  void anOrderBecomesReadyOnTheScreenOfTheOneWhoWaits() {
    item("LOWO", "Oarlock", "4");
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "ONLY_FOR_ORDERS", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 365, "orderCost", 12, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK_ELSE_BUY");
    maren.post("/api/replenishment/policies", Map.of("item", "LOWO", "figures", figures)).ok();
    long order =
        maren
            .post(
                "/api/outbound",
                Map.of(
                    "customer",
                    "GANNET",
                    "site",
                    1,
                    "lines",
                    List.of(Map.of("item", "LOWO", "packs", "10", "pack", ""))))
            .ok()
            .path("id")
            .asLong();
    Page page = open("/office/coming/outbound?open=" + order);
    Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
    assertThat(panel.getByText(Pattern.compile("6 pc requested: RQ-"))).isVisible();
    long requisition =
        maren.get("/api/requisitions?q=LOWO").ok().path("rows").get(0).path("id").asLong();
    maren.put("/api/requisition-lines/" + requisition + "/supplier", Map.of("supplier", 5)).ok();
    Map<String, Object> one = Map.of("ids", List.of(requisition));
    maren.post("/api/requisitions/agreement", one).ok();
    String bought =
        maren.post("/api/requisitions/order", one).ok().path("orders").get(0).asString();
    assertThat(panel.getByText(Pattern.compile("Covered by"))).isVisible();
    assertThat(panel.getByText(Pattern.compile("6 pc from " + bought))).isVisible();
    Browser.accessible(page);

    // The purchase says who waits for it.
    panel.getByText(Pattern.compile("6 pc from " + bought)).click();
    row(page, bought).click();
    assertThat(page.getByText("Waiting for it")).isVisible();
    page.navigate(HOUSE.address().resolve("/office/coming/outbound?open=" + order).toString());
    assertThat(panel.getByText(Pattern.compile("Covered by"))).isVisible();
    post("FROM_SUPPLIER", "LOWO", "10", 0);
    assertThat(panel.getByText("Allocated").first()).isVisible();
    assertThat(panel.getByText(Pattern.compile("Covered by"))).hasCount(0);
  }

  /** Asked ten of which there are four: the clerk has the rest sent from the other site. */
  @Test
  void whatIsShortIsAskedForFromAnotherSite() {
    item("LOWT", "Tholepin", "4");
    String other = maren.get("/api/sites").ok().get(1).path("name").asString();
    Page page = open("/office/coming/outbound?open=new");
    page.getByLabel("Customer *").fill("GANNET");
    page.getByLabel("Item", new Page.GetByLabelOptions().setExact(true)).fill("LOWT");
    page.getByLabel("Quantity", new Page.GetByLabelOptions().setExact(true)).fill("10");
    page.getByLabel("Supply").selectOption("From stock, else transfer");
    button(page, "Save").click();
    Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
    assertThat(panel.getByText(Pattern.compile("Name the other site")).first()).isVisible();
    page.getByLabel("From which site").selectOption(other);
    button(page, "Save").click();
    Locator asked = panel.getByText(Pattern.compile("6 pc requested: TR-"));
    assertThat(asked).isVisible();
    Browser.accessible(page);

    // They change their mind: it waits for stock, and is made to look elsewhere again.
    button(page, "Change supply").click();
    panel.getByLabel("Supply").selectOption("From stock");
    button(page, "Save").click();
    assertThat(panel.getByText(Pattern.compile("· From stock$")).first()).isVisible();
    asked.click();
    assertThat(page.getByRole(AriaRole.HEADING, heading("Transfers"))).isVisible();
  }

  private static Page.GetByRoleOptions heading(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  /** Freight of a purchase becomes part of what its goods cost, and is taken back. */
  @Test
  void freightIsSharedOutOverWhatAPurchaseBroughtIn() {
    item("LOWF", "Fairlead, oak", "1");
    Map<String, Object> line = new HashMap<>();
    line.putAll(Map.of("item", "LOWF", "packs", "10", "pack", "", "price", 6));
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("supplier", "HARBINGER", "site", 1, "note", "", "lines", List.of(line)));
    long order = maren.post("/api/inbound", entry).ok().path("id").asLong();
    String at = "/api/floor/RECEIVE/";
    maren.post(at + "document", Map.of("site", 1, "document", order)).ok();
    maren.post(at + "scan", Map.of("site", 1, "text", "LOWF")).ok();
    maren.post(at + "scan", Map.of("site", 1, "text", "10")).ok();
    for (int i = 0; i < 2; i++) {
      maren.post(at + "act", Map.of("site", 1, "action", "CONFIRM"));
    }
    Page page = open("/office/coming/inbound?open=" + order);
    Locator panel = page.getByRole(AriaRole.COMPLEMENTARY);
    assertThat(panel.getByText("Landed cost")).isVisible();
    button(page, "Add charge").click();
    page.getByLabel("Charge *").fill("Ferry");
    page.getByLabel("Amount *").fill("15");
    Browser.accessible(page);
    button(page, "Share out charge").click();
    assertThat(panel.getByText("Ferry")).isVisible();
    assertThat(panel.getByText("15.00").first()).isVisible();
    button(page, "Reverse").click();
    assertThat(panel.getByText(Pattern.compile("reversed"))).isVisible();
    button(page, "Change cost").click();
    page.getByLabel("Cost of one pc *").fill("6.5");
    page.getByLabel("Reason *").fill("Invoice 881");
    button(page, "Change cost").last().click();
    assertThat(panel.getByText("Invoice 881")).isVisible();
  }
}
