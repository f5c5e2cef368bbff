package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Customers, what items are made of, and who may say so. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CustomersTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client hand;
  private Goods goods;
  private Leaving leaving;
  private long site;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    leaving = new Leaving(clerk, site);
  }

  private static Map<String, Object> entry(String code) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", "Customer " + code);
    entry.put("email", "");
    entry.put("street", "");
    entry.put("town", "");
    entry.put("gln", "");
    entry.put("minimumLife", 0);
    entry.put("oneLot", false);
    entry.put("active", true);
    return entry;
  }

  private List<String> codes() {
    return clerk
        .get("/api/customers")
        .ok()
        .valueStream()
        .map(one -> one.path("code").asString())
        .toList();
  }

  @Test
  void aCustomerIsAddedChangedAndNotAddedTwice() {
    JsonNode added = clerk.post("/api/customers", entry("GULL")).ok();
    Client.Answer again = clerk.post("/api/customers", entry("GULL"));
    assertThat(again.problem()).isEqualTo("not-unique");
    assertThat(again.detail()).contains("GULL");
    Map<String, Object> change = entry("GULL");
    change.put("minimumLife", 60);
    change.put("oneLot", true);
    change.put("version", added.path("version"));
    JsonNode changed = clerk.put("/api/customers/" + added.path("id").asLong(), change).ok();
    assertThat(changed.path("minimumLife").asInt()).isEqualTo(60);
    assertThat(changed.path("oneLot").asBoolean()).isTrue();
    assertThat(clerk.put("/api/customers/" + added.path("id").asLong(), change).problem())
        .as("what someone else changed meanwhile is not written over")
        .isEqualTo("changed");
    assertThat(clerk.put("/api/customers/987654", change).status()).isEqualTo(404);
  }

  @ParameterizedTest
  @CsvSource({
    "code, small, capital letters",
    "code, WAY-TOO-LONG-A-CODE-FOR-ANYBODY, 1 to 24",
    "name, '', name",
    "email, nobody, mail address",
    "gln, 123, 13 digits",
    "minimumLife, -1, minimumLife",
    "minimumLife, 4000, minimumLife"
  })
  void whatIsWrongIsSaidOfItsField(String field, String value, String said) {
    Map<String, Object> entry = entry("TEST");
    entry.put(field, value);
    Client.Answer refused = clerk.post("/api/customers", entry);
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.text()).contains(said);
    assertThat(codes()).doesNotContain("TEST", value);
  }

  @Test
  void whoeverWorksOnTheFloorReadsThemAndChangesNothing() {
    clerk.post("/api/customers", entry("AUK")).ok();
    assertThat(hand.get("/api/customers").ok().toString()).contains("AUK");
    assertThat(hand.post("/api/customers", entry("PIRATE")).status()).isEqualTo(403);
    long item = goods.item("KIT-H", "Kit", "NONE");
    assertThat(
            hand.post("/api/outbound", leaving.entry("AUK", Leaving.line("KIT-H", "1"))).status())
        .isEqualTo(403);
    assertThat(
            hand.put("/api/items/" + item + "/components", Map.of("components", List.of()))
                .status())
        .isEqualTo(403);
    assertThat(codes()).contains("AUK").doesNotContain("PIRATE");
  }

  @Test
  void whoIsClosedGetsNothingMore() {
    goods.item("ROPE-C", "Rope", "NONE");
    JsonNode skua = clerk.post("/api/customers", entry("SKUA")).ok();
    Map<String, Object> closed = entry("SKUA");
    closed.put("version", skua.path("version"));
    closed.put("active", false);
    clerk.put("/api/customers/" + skua.path("id").asLong(), closed).ok();
    Client.Answer refused =
        clerk.post("/api/outbound", leaving.entry("SKUA", Leaving.line("ROPE-C", "1")));
    assertThat(refused.status()).isGreaterThanOrEqualTo(400);
    assertThat(refused.detail()).contains("SKUA");
    Client.Answer nobody =
        clerk.post("/api/outbound", leaving.entry("NOBODY", Leaving.line("ROPE-C", "1")));
    assertThat(nobody.detail()).contains("NOBODY");
  }

  @SafeVarargs
  private final Client.Answer madeOf(long kit, Map<String, Object>... components) {
    return clerk.put(
        "/api/items/" + kit + "/components", Map.of("components", List.of(components)));
  }

  private static Map<String, Object> component(String item, String quantity) {
    return Map.of("item", item, "quantity", quantity);
  }

  @Test
  void whatAnItemIsMadeOfIsWholeOrNotChanged() {
    long kit = goods.item("KIT-A", "Mooring kit", "NONE");
    goods.item("SHK-A", "Shackle", "NONE");
    goods.item("ROP-A", "Rope", "NONE");
    madeOf(kit, component("SHK-A", "2"), component("ROP-A", "1")).ok();
    assertThat(madeOf(kit, component("SHK-A", "3"), component("KIT-A", "1")).detail())
        .isEqualTo("Nothing is made of itself.");
    assertThat(madeOf(kit, component("SHK-A", "3"), component("SHK-A", "1")).detail())
        .isEqualTo("Shackle is named twice.");
    assertThat(madeOf(kit, component("SHK-A", "3"), component("NIX", "1")).detail())
        .contains("NIX");
    assertThat(madeOf(kit, component("SHK-A", "0.5")).status()).isEqualTo(400);
    assertThat(madeOf(kit, component("SHK-A", "0")).status()).isEqualTo(400);
    assertThat(madeOf(987654, component("SHK-A", "1")).status()).isEqualTo(404);
    JsonNode card = clerk.get("/api/items/" + kit + "/components").ok();
    assertThat(
            card.path("components")
                .valueStream()
                .map(one -> one.path("quantity").asString() + " " + one.path("item").asString()))
        .as("as it was before all that")
        .containsExactly("1 ROP-A", "2 SHK-A");
    assertThat(clerk.get("/api/kits").ok().toString()).contains("KIT-A");
    madeOf(kit).ok();
    assertThat(clerk.get("/api/kits").ok().toString()).doesNotContain("KIT-A");
    Map<String, Object> job = new HashMap<>(Map.of("kit", "KIT-A", "kits", "1", "site", site));
    job.put("note", "");
    assertThat(clerk.post("/api/outbound/jobs", job).detail())
        .contains("what Mooring kit is made of");
  }

  @Test
  void whatIsReservedIsFreedFromWhereItLies() {
    long item = goods.item("FEND-T", "Fender", "NONE");
    goods.opening("FEND-T", null, null, "KQ.A-01-A", "6");
    clerk.post("/api/customers", entry("PUFFIN")).ok();
    JsonNode order = leaving.order("PUFFIN", Leaving.line("FEND-T", "4"));
    JsonNode rows = clerk.get("/api/reservations?item=" + item).ok();
    assertThat(rows).hasSize(1);
    assertThat(rows.get(0).path("document")).isEqualTo(order.path("number"));
    long reservation = rows.get(0).path("id").asLong();
    assertThat(hand.post("/api/reservations/" + reservation + "/release", Map.of()).status())
        .isEqualTo(403);
    clerk.post("/api/reservations/" + reservation + "/release", Map.of()).ok();
    assertThat(clerk.get("/api/reservations?item=" + item).ok()).isEmpty();
    assertThat(leaving.state(order.path("id").asLong())).isEqualTo("SHORT");
    assertThat(clerk.post("/api/reservations/" + reservation + "/release", Map.of()).status())
        .as("it is not there any more")
        .isEqualTo(404);
  }
}
