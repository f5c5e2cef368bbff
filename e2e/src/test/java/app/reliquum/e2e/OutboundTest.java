package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.amount;
import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.complete;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What leaves, in the browser: rules, orders, picking, packing, handing over. */
class OutboundTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final long QUAY = 1;

  private static Client maren;

  /** Two aisles that nobody else uses: three lots of a flare as they came in, and shackles. */
  @BeforeAll
  static void furnish() {
    maren = HOUSE.signIn("maren");
    Client rowan = HOUSE.signIn("rowan");
    rack(rowan, "W", "PICK", "W-[01..06]-[A..B]");
    rack(rowan, "V", "STORE", "V-[01..06]");
    item("OUTF", "Test flare", "LOT", "Outbound/Flares");
    item("OUTS", "Test shackle", "NONE", "Outbound/Shackles");
    item("OUTL", "Lot flare", "LOT", "Outbound/Flares");
    lot("OUTL", "L1", 40, "W-01-A", "10");
    lot("OUTL", "L2", 100, "W-01-B", "5");
    lot("OUTL", "L3", 400, "W-02-A", "60");
    lot("OUTF", "F1", 400, "W-02-B", "160");
    opening(line("OUTS", null, "W-03-A", "30"));
    opening(line("OUTS", null, "V-05", "100"));
    for (String tote : List.of("OUT-1", "OUT-2")) {
      maren.post("/api/unit-loads/trolleys", Map.of("code", tote, "name", "Tote")).ok();
    }
  }

  private static void rack(Client rowan, String area, String purpose, String pattern) {
    long id =
        rowan
            .post(
                "/api/sites/" + QUAY + "/areas",
                Map.of("code", area, "name", "Aisle " + area, "purpose", purpose))
            .ok()
            .path("id")
            .asLong();
    rowan
        .post(
            "/api/racks",
            Map.of(
                "areaId",
                id,
                "pattern",
                pattern,
                "walkFrom",
                area.equals("W") ? 1 : 500,
                "walkStep",
                1,
                "levels",
                1,
                "traits",
                Map.of("mixing", "ANYTHING", "storageClass", "")))
        .ok();
  }

  private static void item(String code, String name, String tracking, String category) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", name);
    entry.put("category", category);
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

  private static Map<String, Object> line(String item, String lot, String bin, String quantity) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", item);
    line.put("lot", lot);
    line.put("place", "KQ." + bin);
    line.put("quantity", quantity);
    return line;
  }

  private static void lot(String item, String lot, int goodForDays, String bin, String quantity) {
    Map<String, Object> line = line(item, lot, bin, quantity);
    line.put("expiry", LocalDate.now().plusDays(goodForDays).toString());
    opening(line);
  }

  private static void opening(Map<String, Object> line) {
    maren.post("/api/postings", Map.of("direction", "OPENING", "lines", List.of(line))).ok();
  }

  /** Whoever was on the way has come back. */
  @BeforeEach
  void nobodyIsOnTheWay() {
    HOUSE.signIn("tavi").post("/api/floor/pick/leaving", Map.of("site", QUAY));
  }

  private static JsonNode order(String customer, String item, String quantity) {
    Map<String, Object> line = new HashMap<>();
    line.put("item", item);
    line.put("packs", quantity);
    line.put("pack", "");
    Map<String, Object> entry = new HashMap<>();
    entry.put("customer", customer);
    entry.put("site", QUAY);
    entry.put("needed", LocalDate.now().toString());
    entry.put("lines", List.of(line));
    return maren.post("/api/outbound", entry).ok();
  }

  private static Page office(String path) {
    Page page = BROWSER.office(HOUSE.address(), "maren");
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static Page floor(String path, String says) {
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.navigate(HOUSE.address().resolve(path).toString());
    page.getByText(says).first().waitFor();
    return page;
  }

  private static Locator itemField(Page page) {
    return page.getByRole(
        AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Item").setExact(true));
  }

  private static Locator labelled(Page page, String label) {
    return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).first();
  }

  private static void blank(Page page, String name, String text) {
    assertThat(page.locator("[data-blank='" + name + "']").first()).containsText(text);
  }

  private static Locator done(Page page) {
    return page.getByRole(AriaRole.STATUS);
  }

  private static org.assertj.core.api.AbstractStringAssert<?> check(String text) {
    return org.assertj.core.api.Assertions.assertThat(text);
  }

  private static String state(long order) {
    return maren.get("/api/outbound/" + order).ok().path("state").asString();
  }

  @Test
  void anOrderIsWrittenInOfficeAndPickedLotByLotOnTheFloor() {
    Page page = office("/office/coming/outbound?open=new");
    page.locator("aside form")
        .getByLabel("Customer *", new Locator.GetByLabelOptions().setExact(true))
        .fill("LANTERN");
    labelled(page, "From").selectOption("Kittiwake Quay");
    labelled(page, "Item").fill("OUTL");
    labelled(page, "Quantity").fill("45");
    button(page, "Save").click();
    Locator panel = page.locator("aside");
    assertThat(panel).containsText("To be picked");
    for (String lot : List.of("L1", "L2", "L3")) {
      assertThat(panel).containsText(lot);
    }
    String number = panel.locator("h2").first().innerText();
    Page floor = floor("/floor", "Scan anything");
    scan(floor, number);
    blank(floor, "Bin", "W-01-A");
    blank(floor, "Quantity", "10");
    scan(floor, "RB.KQ.W-01-A");
    scan(floor, "L1");
    amount(floor, "Pick").click();
    assertThat(done(floor)).containsText("Picked 10 × Lot flare, lot L1");
    blank(floor, "Bin", "W-01-B");
    scan(floor, "RB.KQ.W-01-B");
    scan(floor, "RI.OUTL");
    amount(floor, "Pick").click();
    assertThat(done(floor)).containsText("Picked 5 × Lot flare, lot L2");
    // Whoever does not scan says twice that it is so.
    blank(floor, "Bin", "W-02-A");
    button(floor, "Accept suggestion").click();
    amount(floor, "Pick").click();
    assertThat(done(floor)).containsText("Picked 30 × Lot flare, lot L3");
    assertThat(floor.getByText("Pick an order")).isVisible();
    page.reload();
    assertThat(page.locator("aside")).containsText("Picked");
    HOUSE.signIn("maren").post("/api/outbound/" + id(number) + "/packing", Map.of()).ok();
    maren.post("/api/outbound/" + id(number) + "/hand-over", Map.of()).ok();
    org.assertj.core.api.Assertions.assertThat(state(id(number))).isEqualTo("SHIPPED");
  }

  private static long id(String number) {
    return maren
        .get("/api/outbound?filter=ALL&q=" + number)
        .ok()
        .path("rows")
        .get(0)
        .path("id")
        .asLong();
  }

  @Test
  void aRuleIsTriedBeforeItIsLiveAndTheMostSpecificWins() {
    Page page = office("/office/rules/removal?open=new");
    labelled(page, "Category").selectOption("Outbound/Shackles");
    labelled(page, "Where").selectOption("at Kittiwake Quay");
    labelled(page, "take").selectOption("largest quantity");
    itemField(page).last().fill("OUTS");
    labelled(page, "Quantity asked for").fill("20");
    button(page, "Show picks").click();
    assertThat(page.getByText("For category Outbound/Shackles").first()).isVisible();
    Locator trial =
        page.locator("aside section")
            .filter(new Locator.FilterOptions().setHasText("Quantity asked for"));
    assertThat(trial).containsText("V-05");
    button(page, "Save").click();
    assertThat(page.getByRole(AriaRole.LISTITEM).getByText("category Outbound/Shackles"))
        .isVisible();
    page.navigate(HOUSE.address().resolve("/office/rules/removal?open=new").toString());
    labelled(page, "For").selectOption("Item");
    itemField(page).first().fill("OUTS");
    labelled(page, "Where").selectOption("in Aisle W, Kittiwake Quay");
    assertThat(page.locator("aside")).containsText("Overrides");
    assertThat(page.locator("aside")).containsText("For category Outbound/Shackles");
    button(page, "Save").click();
    assertThat(page.getByRole(AriaRole.LISTITEM).getByText("Aisle W, Kittiwake Quay")).isVisible();
    JsonNode order = order("LANTERN", "OUTS", "8");
    org.assertj.core.api.Assertions.assertThat(order.path("kept").get(0).path("place").asString())
        .isEqualTo("W-03-A");
    button(page, "Changes").click();
    assertThat(page.locator("aside")).containsText("Maren Holme");
    maren.post("/api/outbound/" + order.path("id").asLong() + "/closing", Map.of("reason", "-"));
  }

  @Test
  void whatIsNeededUpToADayIsAllocatedTogether() {
    long order = order("GANNET", "OUTS", "2").path("id").asLong();
    maren.post("/api/outbound/" + order + "/release", Map.of()).ok();
    check(state(order)).isEqualTo("ACCEPTED");
    Page page = office("/office/coming/outbound?open=allocate");
    labelled(page, "Needed up to").fill(LocalDate.now().toString());
    button(page, "Allocate").click();
    Locator told = page.locator("aside").getByRole(AriaRole.STATUS);
    assertThat(told).containsText("Lines: ");
    check(state(order)).isEqualTo("ALLOCATED");
    maren.post("/api/outbound/" + order + "/closing", Map.of("reason", "Not wanted")).ok();
  }

  @Test
  void twoOrdersInOneWalkWithAShortPickOnTheWay() {
    String one = order("LANTERN", "OUTF", "3").path("number").asString();
    JsonNode shackles = order("GANNET", "OUTS", "12");
    String other = shackles.path("number").asString();
    Page page = floor("/floor/pick", "Pick an order");
    page.getByRole(AriaRole.BUTTON).filter(new Locator.FilterOptions().setHasText(one)).click();
    page.getByRole(AriaRole.BUTTON).filter(new Locator.FilterOptions().setHasText(other)).click();
    labelled(page, "Tote of " + one).fill("OUT-1");
    labelled(page, "Tote of " + other).fill("OUT-2");
    button(page, "Pick 2 in one route").click();
    blank(page, "Unit load", "OUT-1");
    String bin = page.locator("[data-blank='Bin']").first().innerText();
    scan(page, "RB.KQ." + bin);
    scan(page, "RI.OUTF");
    scan(page, "RU.OUT-2");
    assertThat(page.getByRole(AriaRole.ALERT).first()).containsText("OUT-1");
    scan(page, "RU.OUT-1");
    // The scans have said it all, but for a lot that lies there with others.
    complete(page, "Pick", "Accept suggestion");
    blank(page, "Item", "Test shackle");
    String first = page.locator("[data-blank='Bin']").first().innerText();
    button(page, "Short pick").click();
    button(page, "Nothing is there").click();
    assertThat(done(page)).containsText("12 short in " + first);
    assertThat(done(page)).containsText("now from");
    complete(page, "Pick", "Accept suggestion");
    assertThat(done(page)).containsText("Picked 12 × Test shackle");
    org.assertj.core.api.Assertions.assertThat(
            maren.get("/api/counts/suspicions?site=" + QUAY).ok().toString())
        .contains(first);
    Page office = office("/office/coming/outbound?filter=ALL&open=" + shackles.path("id").asLong());
    assertThat(office.locator("aside")).containsText("Short pick");
    assertThat(office.locator("aside")).containsText("OUT-2");
  }

  @Test
  void packedIntoTwoUnitLoadsAndHandedOver() {
    JsonNode order = order("LANTERN", "OUTF", "6");
    long id = order.path("id").asLong();
    maren.post("/api/outbound/" + id + "/picking", Map.of()).ok();
    Page page = floor("/floor/pack", "Pack an order");
    scan(page, order.path("number").asString());
    button(page, "New unit load").click();
    assertThat(page.locator("[data-blank='Unit load']")).containsText("3020");
    scan(page, "RI.OUTF");
    scan(page, "2");
    complete(page, "Pack", "Accept suggestion");
    assertThat(done(page)).containsText("Packed 2 × Test flare");
    button(page, "New unit load").click();
    scan(page, "RI.OUTF");
    complete(page, "Pack", "Accept suggestion");
    assertThat(done(page)).containsText("Packed 4 × Test flare");
    button(page, "Weigh").first().click();
    assertThat(page.getByText("kg").first()).isVisible();
    page.getByLabel("Carrier")
        .first()
        .selectOption(
            new com.microsoft.playwright.options.SelectOption().setLabel("Economy, up to 70 kg"));
    assertThat(page.getByText("TC2")).isVisible();
    button(page, "Ship").click();
    assertThat(page.getByText("Pack an order")).isVisible();
    check(state(id)).isEqualTo("SHIPPED");
    Page office = office("/office/coming/outbound?filter=SHIPPED&open=" + id);
    assertThat(office.locator("aside")).containsText("Shipped: DN-");
    assertThat(office.locator("aside")).containsText("Economy TC2");
  }

  @Test
  void reservedGoodsAreSeenAndFreedFromWhereTheyLie() {
    JsonNode order = order("LANTERN", "OUTS", "4");
    long item = order.path("lines").get(0).path("itemId").asLong();
    Page page = office("/office/on-hand?group=ITEM&open=item:" + item);
    Locator part =
        page.locator("aside section")
            .filter(new Locator.FilterOptions().setHasText("Reserved for"));
    assertThat(part).containsText(order.path("number").asString());
    part.locator("div")
        .filter(new Locator.FilterOptions().setHasText(order.path("number").asString()))
        .getByRole(AriaRole.BUTTON)
        .last()
        .click();
    assertThat(page.locator("aside")).not().containsText(order.path("number").asString());
    org.assertj.core.api.Assertions.assertThat(state(order.path("id").asLong())).isEqualTo("SHORT");
  }
}
