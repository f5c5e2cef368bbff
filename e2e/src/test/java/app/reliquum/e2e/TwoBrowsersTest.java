package app.reliquum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.reliquum.testing.Client;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Two people at work: what one saved is not overwritten by the other, and a view is shared. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TwoBrowsersTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final long QUAY = 1;
  private static final long DEPOT = 2;

  private final Map<String, Long> known = new HashMap<>();

  @BeforeAll
  void furnish() {
    Client maren = HOUSE.signIn("maren");
    Map<String, Object> line = Map.of("item", "SHK-020", "packs", "5", "pack", "");
    Map<String, Object> priced = new HashMap<>(line);
    priced.put("price", 1);
    String today = LocalDate.now().toString();
    know(
        "INBOUND",
        maren.post(
            "/api/inbound",
            Map.of(
                "number",
                "E2E-BOTH",
                "supplier",
                "SKERRY",
                "site",
                QUAY,
                "expected",
                today,
                "note",
                "",
                "lines",
                List.of(priced))));
    know(
        "TRANSFER",
        maren.post(
            "/api/transfers",
            Map.of(
                "from",
                QUAY,
                "to",
                DEPOT,
                "number",
                "E2E-BOTH-T",
                "wanted",
                today,
                "note",
                "",
                "lines",
                List.of(line))));
    JsonNode customer = maren.get("/api/customers").ok().get(0);
    known.put("CUSTOMER", customer.path("id").asLong());
    known.put("SUPPLIER", maren.get("/api/suppliers").ok().get(0).path("id").asLong());
    know(
        "OUTBOUND",
        maren.post(
            "/api/outbound",
            Map.of(
                "customer",
                customer.path("code").asString(),
                "site",
                QUAY,
                "number",
                "E2E-BOTH-O",
                "needed",
                today,
                "note",
                "",
                "lines",
                List.of(line))));
    known.put("PUT_AWAY", maren.get("/api/put-away/rules?site=1").ok().get(0).path("id").asLong());
    known.put("REMOVAL", maren.get("/api/removal/rules").ok().get(0).path("id").asLong());
    known.put("KIND", maren.get("/api/movement-kinds").ok().get(0).path("id").asLong());
    known.put("ITEM", first(maren, "/api/items?q=SHK-020"));
    known.put("BIN", first(maren, "/api/sites/1/bins"));
    for (JsonNode site : maren.get("/api/sites").ok()) {
      if (site.path("id").asLong() == QUAY) {
        known.put("AREA", site.path("areas").get(0).path("id").asLong());
      }
    }
    for (JsonNode person : HOUSE.signIn("rowan").get("/api/people").ok()) {
      if (person.path("code").asString().equals("TAVI")) {
        known.put("PERSON", person.path("id").asLong());
      }
    }
  }

  private void know(String name, Client.Answer made) {
    known.put(name, made.ok().path("id").asLong());
  }

  private static long first(Client who, String path) {
    return who.get(path).ok().path("rows").get(0).path("id").asLong();
  }

  @ParameterizedTest
  @CsvSource({
    "coming/inbound?filter=ALL&open={INBOUND}, Change, Note for the supplier",
    "coming/transfers?filter=ALL&open={TRANSFER}, Change, Note",
    "rules/items?open={ITEM}, , Category",
    "rules/customers?open={CUSTOMER}, , Town",
    "rules/suppliers?open={SUPPLIER}, , Town",
    "rules/places?site=1&open=site, , Town",
    "rules/places?site=1&open=area:{AREA}, , Name",
    "rules/places?site=1&open=bin:{BIN}, , Storage class",
    "rules/people?open={PERSON}, , Name",
    "rules/house, , Town",
    "coming/outbound?filter=ALL&open={OUTBOUND}, More > Change, Note",
    "rules/reasons?open={KIND}, , Name"
  })
  void whatTheOtherSavedIsNotOverwritten(String path, String begin, String label) {
    bothSave(path, begin, label, List.of("Mine", "Theirs", "Agreed"));
  }

  @ParameterizedTest
  @CsvSource({
    "rules/put-away?site=1&open={PUT_AWAY}, , Priority",
    "rules/removal?open={REMOVAL}, , Minimum remaining shelf life \\(days\\)",
    "rules/counting, , A every \\(days\\)"
  })
  void aRuleThatTheOtherSavedIsNotOverwritten(String path, String begin, String label) {
    bothSave(path, begin, label, List.of("41", "42", "43"));
  }

  @Test
  void aNameIsChangedForThreeHundredItemsAndTakenBack() {
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    page.navigate(HOUSE.address().resolve("/office/rules/items").toString());
    Locator items = page.getByRole(AriaRole.GRID, named("Items"));
    items.getByLabel("Tick all rows").click();
    Locator ticked = page.getByText(Pattern.compile("^[0-9]+ rows ticked$"));
    assertThat(ticked).isVisible();
    int rows = Integer.parseInt(ticked.textContent().replaceAll("[^0-9]", ""));
    org.assertj.core.api.Assertions.assertThat(rows).isGreaterThan(300);
    String before = items.getByRole(AriaRole.ROW).nth(1).textContent();
    press(page, "Change ticked rows");
    page.getByLabel("Change", new Page.GetByLabelOptions().setExact(true)).selectOption("name");
    page.getByLabel("To *", new Page.GetByLabelOptions().setExact(true)).fill("One name for all");
    press(page, "Show what changes");
    press(page, "Change " + rows + " rows");
    assertThat(page.getByText(rows + " rows were changed.")).isVisible();
    assertThat(items.getByText("One name for all").first()).isVisible();
    press(page, "Undo");
    assertThat(page.getByText("The change was undone.")).isVisible();
    assertThat(items.getByText("One name for all")).hasCount(0);
    assertThat(items.getByRole(AriaRole.ROW).nth(1)).hasText(before);
  }

  @Test
  void aSavedViewIsOpenedByAColleague() {
    Page mine = BROWSER.office(HOUSE.address(), "rowan");
    mine.navigate(
        HOUSE.address().resolve("/office/coming/inbound?filter=ALL&q=E2E-BOTH").toString());
    assertThat(mine.getByText("E2E-BOTH").first()).isVisible();
    press(mine, "Save view");
    mine.getByLabel("Name").fill("Both of us");
    mine.getByLabel("For everyone").check();
    press(mine, "Save");
    Locator tab = mine.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Both of us"));
    assertThat(tab).hasAttribute("aria-current", "page");

    Page theirs = BROWSER.office(HOUSE.address(), "maren");
    theirs.getByRole(AriaRole.COMBOBOX).first().fill("both of");
    theirs.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("Both of us")).click();
    assertThat(theirs.getByText("E2E-BOTH").first()).isVisible();
    Locator shown = theirs.getByRole(AriaRole.GRID, named("Inbound orders"));
    assertThat(shown.getByRole(AriaRole.ROW)).hasCount(2);
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static void press(Page page, String button) {
    page.getByRole(AriaRole.BUTTON, named(button).setExact(true)).click();
  }

  /** Both type; theirs is saved, mine is told so and keeps what was typed. */
  private void bothSave(String path, String begin, String label, List<String> says) {
    String me = says.get(0);
    String them = says.get(1);
    Page mine = open(path, begin);
    Page theirs = open(path, begin);
    field(mine, label).fill(me);
    field(theirs, label).fill(them);
    org.assertj.core.api.Assertions.assertThat(saving(theirs, label).status()).isEqualTo(200);
    org.assertj.core.api.Assertions.assertThat(saving(mine, label).status()).isEqualTo(409);
    assertThat(field(mine, label)).hasValue(me);
    assertThat(mine.getByText(Pattern.compile("meanwhile")).first()).isVisible();

    Page later = open(path, begin);
    assertThat(field(later, label)).hasValue(them);
    // Who wants theirs takes it, and goes on from there.
    mine.getByText("Load the newer version").click();
    assertThat(field(mine, label)).hasValue(them);
    field(mine, label).fill(says.get(2));
    org.assertj.core.api.Assertions.assertThat(saving(mine, label).status()).isEqualTo(200);
  }

  private Page open(String path, String begin) {
    String address = "/office/" + path;
    for (Map.Entry<String, Long> one : known.entrySet()) {
      address = address.replace("{" + one.getKey() + "}", one.getValue().toString());
    }
    Page page = BROWSER.office(HOUSE.address(), "rowan");
    page.navigate(HOUSE.address().resolve(address).toString());
    if (begin != null) {
      for (String press : begin.split(" > ")) {
        // In the panel, or in what one of its buttons has opened.
        page.locator("aside, .MuiPopover-paper")
            .getByRole(
                AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(press).setExact(true))
            .first()
            .click();
      }
    }
    return page;
  }

  private static Locator field(Page page, String label) {
    return page.locator("form").getByLabel(Pattern.compile("^" + label + "(\\s*\\*)?$")).first();
  }

  private static Response saving(Page page, String label) {
    return page.waitForResponse(
        answer -> answer.request().method().equals("PUT"),
        () ->
            field(page, label)
                .locator("xpath=ancestor::form[1]")
                .locator("button[type=submit]")
                .click());
  }
}
