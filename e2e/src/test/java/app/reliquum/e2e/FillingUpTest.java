package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static app.reliquum.e2e.Browser.scan;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What people on the floor do against empty bins: refill pick faces, and request goods. */
class FillingUpTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private final Client maren = HOUSE.signIn("maren");

  private void item(String code, String name, List<Map<String, Object>> homes) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("code", code, "name", name, "category", "", "unit", "PIECE"));
    entry.putAll(Map.of("decimals", 0, "tracking", "NONE", "hazardClass", "", "active", true));
    entry.putAll(Map.of("storageClass", "", "barcodes", List.of(), "homes", homes));
    entry.put(
        "packs", List.of(Map.of("id", 0, "name", "box", "factor", "12", "barcodes", List.of())));
    maren.post("/api/items", entry).ok();
  }

  private void opening(String item, String place, String quantity) {
    maren
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "FROM_SUPPLIER",
                "lines",
                List.of(Map.of("item", item, "place", place, "quantity", quantity, "cost", 4))))
        .ok();
  }

  @Test
  void aPickFaceThatPickersWillEmptyIsRefilledFirst() {
    item(
        "FACE",
        "Face cleat",
        List.of(
            Map.of(
                "site",
                1,
                "address",
                "QA-01-A",
                "shelfNote",
                "",
                "minimum",
                "10",
                "maximum",
                "60",
                "refillPack",
                "box")));
    opening("FACE", "KQ.QA-01-A", "12");
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Refill( \\([0-9]+\\))?$")))
        .click();
    assertThat(page.getByText("Refill pick faces")).isVisible();
    assertThat(page.getByText("Face cleat")).hasCount(0);
    opening("FACE", "KQ.BA-01-A", "100");
    // A customer wants all that lies there: now it has to be refilled before anything else.
    maren
        .post(
            "/api/outbound",
            Map.of(
                "customer",
                "GANNET",
                "site",
                1,
                "allocate",
                true,
                "lines",
                List.of(Map.of("item", "FACE", "packs", "12", "pack", ""))))
        .ok();
    Locator first = page.getByRole(AriaRole.BUTTON).filter(has(page, "Face cleat")).first();
    assertThat(first).containsText("picked empty");
    assertThat(first).containsText("from BA-01-A");
    assertThat(first).containsText("48");
    Browser.accessible(page);
    first.click();
    assertThat(page.getByTestId("sentence")).containsText(Pattern.compile("Refill\\s*QA-01-A"));
    button(page, "Refill").click();
    assertThat(page.getByRole(AriaRole.STATUS)).containsText("Face cleat");
    assertThat(page.getByText("picked empty").and(page.getByText("Face cleat"))).hasCount(0);
    String faces = maren.get("/api/replenishment/refills?site=1").ok().toString();
    org.assertj.core.api.Assertions.assertThat(faces).doesNotContain("Face cleat");
  }

  private static Locator.FilterOptions has(Page page, String text) {
    return new Locator.FilterOptions().setHas(page.getByText(text));
  }

  @Test
  void threeLinesAreRequestedFromThePhoneAndSeenUntilTheyAreOrdered() {
    for (String code : List.of("REQA", "REQB", "REQC")) {
      item(code, "Asked " + code, List.of());
    }
    Page page = BROWSER.floor(HOUSE.address(), "tavi");
    button(page, "Request").click();
    scan(page, "RI.REQA");
    assertThat(page.getByLabel("Quantity of Asked REQA")).hasValue("1");
    scan(page, "RI.REQB");
    assertThat(page.getByLabel("Quantity of Asked REQB")).hasValue("1");
    button(page, "One more of Asked REQB").click();
    // The third is found by its words, after the page was loaded anew.
    page.reload();
    assertThat(page.getByLabel("Quantity of Asked REQB")).hasValue("2");
    button(page, "Find an item").click();
    page.getByLabel("Find an item").fill("asked reqc");
    page.getByText("Asked REQC").click();
    page.getByLabel("Quantity of Asked REQC").fill("24");
    Browser.accessible(page);
    button(page, "Request 3 lines").click();
    assertThat(page.getByText(Pattern.compile("Requested as RQ-"))).isVisible();
    Locator own = page.getByText(Pattern.compile("RQ-[0-9]+ · Requested"));
    assertThat(own).hasCount(3);

    // The controller sees three lines, names who sells them, approves and orders them.
    Page office = BROWSER.office(HOUSE.address(), "maren");
    office.navigate(
        HOUSE.address().resolve("/office/running-low/requisitions?q=Asked+REQ").toString());
    List<Long> ids =
        maren
            .get("/api/requisitions?q=Asked")
            .ok()
            .path("rows")
            .valueStream()
            .map(row -> row.path("id").asLong())
            .toList();
    for (long id : ids) {
      maren.put("/api/requisition-lines/" + id + "/supplier", Map.of("supplier", 5)).ok();
    }
    for (String code : List.of("REQA", "REQB", "REQC")) {
      office.getByLabel(Pattern.compile("^Choose Asked " + code)).check();
    }
    button(office, "Approve 3").click();
    assertThat(page.getByText(Pattern.compile("RQ-[0-9]+ · Approved"))).hasCount(3);
    for (String code : List.of("REQA", "REQB", "REQC")) {
      office.getByLabel(Pattern.compile("^Choose Asked " + code)).check();
    }
    button(office, "Order 3").click();
    assertThat(page.getByText(Pattern.compile("RQ-[0-9]+ · Ordered · PO-"))).hasCount(3);
  }
}
