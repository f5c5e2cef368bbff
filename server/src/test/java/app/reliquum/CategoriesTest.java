package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Categories that are renamed, moved and merged, with all that was said of them. */
class CategoriesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static Client controller;
  private static long site;
  private static int round;

  private String mark;

  @BeforeEach
  void furnish() {
    if (controller == null) {
      controller = HOUSE.hire("CON", Role.CONTROLLER);
      site = new Goods(controller).site("KQ");
    }
    mark = "R" + ++round;
    item("F", mark + "/Flares");
    item("L", mark + "/Lights");
    item("T", mark);
    item("O", mark + "s"); // begins alike, and is another
  }

  private void item(String code, String category) {
    Map<String, Object> entry = Goods.itemEntry(mark + code, "Item " + code, "NONE");
    entry.put("category", category);
    new Goods(controller).item(entry);
  }

  private String category(String code) {
    return controller
        .get("/api/items?q=" + mark + code)
        .ok()
        .path("rows")
        .get(0)
        .path("category")
        .asString();
  }

  private static Client.Answer move(String from, String to, boolean merge) {
    return controller.post(
        "/api/categories/moving", Map.of("from", from, "to", to, "merge", merge));
  }

  private static void policy(String category) {
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "ONLY_FOR_ORDERS", "servicePercent", 95, "reviewDays", 1));
    figures.putAll(Map.of("windowDays", 365, "orderCost", 12, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK");
    controller
        .post("/api/replenishment/policies", Map.of("category", category, "figures", figures))
        .ok();
  }

  private static List<String> policies() {
    return controller
        .get("/api/replenishment/policies?limit=200")
        .ok()
        .path("rows")
        .valueStream()
        .map(one -> one.path("category").asString())
        .toList();
  }

  private JsonNode node(String path) {
    return controller
        .get("/api/categories/tree")
        .ok()
        .valueStream()
        .filter(one -> one.path("path").asString().equals(path))
        .findFirst()
        .orElse(null);
  }

  @Test
  void theTreeCountsWhatLiesInEachCategory() {
    assertThat(node(mark).path("items").asInt()).isEqualTo(1);
    assertThat(node(mark).path("within").asInt()).isEqualTo(3);
    assertThat(node(mark + "/Flares").path("depth").asInt()).isEqualTo(1);
  }

  @Test
  void aNewNameHoldsForItemsAndRulesAndBackAgain() {
    policy(mark + "/Flares");
    Map<String, Object> putAway = new HashMap<>(Map.of("site", site, "category", mark));
    putAway.putAll(Map.of("priority", 1, "active", true));
    long area = controller.get("/api/sites").ok().get(0).path("areas").get(0).path("id").asLong();
    putAway.put("areaId", area);
    controller.post("/api/put-away/rules", putAway).ok();
    move(mark, "Gear/" + mark, false).ok();
    assertThat(category("F")).isEqualTo("Gear/" + mark + "/Flares");
    assertThat(category("T")).isEqualTo("Gear/" + mark);
    assertThat(category("O")).isEqualTo(mark + "s");
    assertThat(policies()).contains("Gear/" + mark + "/Flares");
    assertThat(controller.get("/api/put-away/rules?site=" + site).ok())
        .anyMatch(one -> one.path("category").asString().equals("Gear/" + mark));
    assertThat(node(mark)).isNull();
    move("Gear/" + mark, mark, false).ok();
    assertThat(category("F")).isEqualTo(mark + "/Flares");
    assertThat(policies()).contains(mark + "/Flares");
  }

  @Test
  void twoCategoriesBecomeOneOnlyKnowingly() {
    Client.Answer refused = move(mark + "/Flares", mark + "/Lights", false);
    assertThat(refused.problem()).isEqualTo("category-exists");
    assertThat(refused.body().path("items").asInt()).isEqualTo(1);
    move(mark + "/Flares", mark + "/Lights", true).ok();
    assertThat(node(mark + "/Lights").path("items").asInt()).isEqualTo(2);
  }

  @Test
  void ifBothHaveARuleNothingIsMoved() {
    policy(mark + "/Flares");
    policy(mark + "/Lights");
    Client.Answer refused = move(mark + "/Flares", mark + "/Lights", true);
    assertThat(refused.problem()).isEqualTo("both-have-one");
    assertThat(refused.detail()).contains("have a replenishment policy");
    assertThat(category("F")).isEqualTo(mark + "/Flares");
  }

  @Test
  void anItemNamesOneCategoryHoweverItsNamesAreSpaced() {
    item("S", " " + mark + " / Flares ");
    assertThat(node(mark + "/Flares").path("items").asInt()).isEqualTo(2);
    Map<String, Object> entry = Goods.itemEntry(mark + "W", "Wrong", "NONE");
    entry.put("category", mark + "//Flares");
    Client.Answer refused = controller.post("/api/items", entry);
    assertThat(refused.body().path("field").asString()).isEqualTo("category");
    assertThat(refused.detail()).contains("like Safety/Flares");
  }

  @Test
  void whatCannotBeIsRefused() {
    assertThat(move(mark, mark + "/Flares/Old", false).detail()).contains("can't lie in itself");
    assertThat(move(mark, mark, false).detail()).contains("already");
    assertThat(move(mark, "A//B", false).detail()).contains("like Safety/Flares");
    assertThat(move("Nix", "Nox", false).status()).isEqualTo(404);
    assertThat(move(mark, "x".repeat(59), false).detail()).contains("longer than 60");
    assertThat(category("F")).isEqualTo(mark + "/Flares");
  }

  @Test
  void aFormThatWasOpenedBeforeDoesNotBringTheOldNameBack() {
    long id =
        controller.get("/api/items?q=" + mark + "F").ok().path("rows").get(0).path("id").asLong();
    JsonNode before = controller.get("/api/items/" + id).ok();
    move(mark + "/Flares", mark + "/Rockets", false).ok();
    Map<String, Object> stale = Goods.itemEntry(mark + "F", "Flare", "NONE");
    stale.put("category", mark + "/Flares");
    stale.put("version", before.path("version").asInt());
    assertThat(controller.put("/api/items/" + id, stale).problem()).isEqualTo("changed");
  }
}
