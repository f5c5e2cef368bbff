package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Stock of several sites that is looked at together, and asked for at one of them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SiteGroupsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client elsewhere;
  private Goods goods;
  private long quay;
  private long loft;
  private long shop;
  private long group;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    quay = goods.site("KQ");
    loft = goods.site("RL");
    shop = goods.site("SH");
    elsewhere = HOUSE.hire("AWAY", Role.CONTROLLER, shop);
    group = add("Harbour", quay, quay, loft).ok().path("id").asLong();
  }

  private static Map<String, Object> entry(String name, long lead, Long... sites) {
    return new HashMap<>(Map.of("name", name, "lead", lead, "sites", List.of(sites)));
  }

  private Client.Answer add(String name, long lead, Long... sites) {
    return controller.post("/api/site-groups", entry(name, lead, sites));
  }

  private long item(String code, String atQuay, String atLoft) {
    long item = goods.item(code, "Item " + code, "NONE");
    if (!atQuay.equals("0")) {
      goods.opening(code, null, null, "KQ.A-01-A", atQuay);
    }
    if (!atLoft.equals("0")) {
      goods.opening(code, null, null, "RL.A-01-A", atLoft);
    }
    return item;
  }

  private Map<String, Object> policy(String item, String point) {
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "POINT_AND_QUANTITY", "point", point, "quantity", "24"));
    figures.putAll(Map.of("servicePercent", 95, "reviewDays", 1, "windowDays", 90));
    figures.putAll(Map.of("orderCost", 1, "holdingPercent", 20, "forOrders", "FROM_STOCK"));
    return new HashMap<>(Map.of("item", item, "figures", figures));
  }

  private JsonNode ofGroup(String item, String point) {
    Map<String, Object> entry = policy(item, point);
    entry.put("group", group);
    return controller.post("/api/replenishment/policies", entry).ok();
  }

  private void run(long site) {
    long id =
        controller
            .post("/api/replenishment/runs", Map.of("site", site))
            .ok()
            .get(0)
            .path("id")
            .asLong();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (System.nanoTime() < end) {
      JsonNode run = controller.get("/api/replenishment/runs/" + id).ok().path("run");
      if (!run.path("finished").isNull()) {
        assertThat(run.path("failure").isNull()).isTrue();
        return;
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
    }
    throw new AssertionError("The run did not end.");
  }

  private JsonNode rows(String item) {
    return controller.get("/api/replenishment/items?show=EVERY&q=" + item).ok().path("rows");
  }

  private JsonNode only(String item) {
    JsonNode rows = rows(item);
    assertThat(rows).as("%s", rows).hasSize(1);
    return rows.get(0);
  }

  @Test
  void aGroupIsCheckedOnItsSumAndAskedForAtOneSite() {
    long item = item("SUM", "3", "20");
    JsonNode policy = ofGroup("SUM", "25");
    assertThat(policy.path("group").asString()).isEqualTo("Harbour");
    run(loft);
    run(quay);
    JsonNode seen = only("SUM");
    assertThat(seen.path("siteId").asLong()).isEqualTo(quay);
    assertThat(seen.path("free").asString()).isEqualTo("23");
    JsonNode proposal = seen.path("proposals").get(0);
    assertThat(proposal.path("way").asString()).isEqualTo("BUY");
    assertThat(proposal.path("quantity").asString()).isEqualTo("24");
    // Looked at from the loft, it is the same.
    JsonNode card = controller.get("/api/replenishment/items/" + item + "/at/" + loft).ok();
    assertThat(card.path("siteId").asLong()).isEqualTo(quay);
    assertThat(card.path("open")).hasSize(1);
    assertThat(card.path("past").get(card.path("past").size() - 1).path("stock").asInt())
        .isEqualTo(23);
  }

  @Test
  void whatLiesOnlyAtAnotherSiteOfTheGroupIsLookedAtWithIt() {
    item("LOFT", "0", "2");
    ofGroup("LOFT", "5");
    item("ALONE", "0", "2");
    Map<String, Object> each = policy("ALONE", "5");
    controller.post("/api/replenishment/policies", each).ok();
    run(quay);
    run(loft);
    assertThat(only("LOFT").path("siteId").asLong()).isEqualTo(quay);
    // Where each site is for itself, it is looked at only where it lies.
    assertThat(only("ALONE").path("siteId").asLong()).isEqualTo(loft);
  }

  @Test
  void whatOneOfThemSendsToAnotherChangesNothing() {
    item("ROAD", "3", "20");
    ofGroup("ROAD", "5");
    run(quay);
    assertThat(level(only("ROAD"))).isEqualTo(23);
    // Ten are asked for; two more than there are.
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("from", loft, "to", quay, "lines", List.of(Leaving.line("ROAD", "22"))));
    String at =
        "/api/transfers/" + controller.post("/api/transfers", entry).ok().path("id").asLong();
    run(quay);
    assertThat(level(only("ROAD"))).as("planned").isEqualTo(23);
    controller.post(at + "/release", Map.of()).ok();
    run(quay);
    assertThat(level(only("ROAD"))).as("reserved").isEqualTo(23);
    controller.post(at + "/picking", Map.of()).ok();
    controller.post(at + "/sending", Map.of("rest", "FOLLOWS")).ok();
    run(quay);
    assertThat(level(only("ROAD"))).as("on the road").isEqualTo(23);
    controller.post(at + "/arrivals", Map.of()).ok();
    run(quay);
    assertThat(level(only("ROAD"))).as("arrived").isEqualTo(23);
  }

  /** What there is and what comes. */
  private static int level(JsonNode row) {
    return row.path("free").asInt() + row.path("coming").asInt();
  }

  @Test
  void theSiteBeforeItsGroupBeforeAll() {
    item("SPEC", "30", "2");
    controller.post("/api/replenishment/policies", policy("SPEC", "1")).ok();
    ofGroup("SPEC", "10");
    Map<String, Object> own = policy("SPEC", "5");
    own.put("site", loft);
    controller.post("/api/replenishment/policies", own).ok();
    run(quay);
    run(loft);
    assertThat(rows("SPEC")).hasSize(2);
    for (JsonNode row : rows("SPEC")) {
      boolean atLoft = row.path("siteId").asLong() == loft;
      assertThat(row.path("point").asString()).isEqualTo(atLoft ? "5" : "10");
      assertThat(row.path("finding").asString()).isEqualTo(atLoft ? "ORDER" : "ENOUGH");
    }
    assertThat(controller.post("/api/replenishment/policies", own).problem())
        .isEqualTo("not-unique");
    own.put("group", group);
    assertThat(controller.post("/api/replenishment/policies", own).problem()).isEqualTo("invalid");
  }

  @Test
  void aGroupHasTwoSitesItsLeadAndNoneOfAnother() {
    assertThat(add("One", shop, shop).problem()).isEqualTo("invalid");
    assertThat(add("Other", quay, shop, loft).problem()).isEqualTo("invalid");
    assertThat(add("Both", shop, shop, loft).problem()).isEqualTo("not-unique");
    assertThat(add("Harbour", shop, shop, quay).problem()).isEqualTo("not-unique");
    assertThat(controller.get("/api/site-groups").ok()).hasSize(1);
    assertThat(elsewhere.get("/api/site-groups").ok()).isEmpty();
    ofGroup(code(item("USED", "1", "0"), "USED"), "5");
    assertThat(controller.delete("/api/site-groups/" + group).problem()).isEqualTo("in-use");
    Map<String, Object> changed = entry("Harbour and loft", loft, quay, loft);
    changed.put("version", 0);
    JsonNode now = controller.put("/api/site-groups/" + group, changed).ok();
    assertThat(now.path("leadId").asLong()).isEqualTo(loft);
    assertThat(controller.put("/api/site-groups/" + group, changed).problem()).isEqualTo("changed");
    changed.putAll(Map.of("name", "Harbour", "lead", quay, "version", 1));
    controller.put("/api/site-groups/" + group, changed).ok();
  }

  private static String code(long item, String code) {
    assertThat(item).isPositive();
    return code;
  }
}
