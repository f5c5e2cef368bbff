package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What is accepted by a tolerance is what {@link CountTolerance} allows, over counts at random. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountToleranceTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final List<String> COSTS = List.of("0", "0.33", "2", "19.99");
  private static final int COUNTS = 6;

  private Client clerk;
  private Goods goods;
  private Counter hand;
  private long site;
  private final Map<String, UnitCost> costs = new TreeMap<>();

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    hand = new Counter(HOUSE.hire("HAND", Role.FLOOR_HAND, site), site);
    for (int i = 0; i < COSTS.size(); i++) {
      String item = "COST-" + i;
      long id = goods.item(item, "Item " + item, "NONE");
      costs.put(item, new UnitCost(new BigDecimal(COSTS.get(i))));
      clerk.put("/api/items/" + id + "/cost", Map.of("cost", COSTS.get(i))).ok();
      goods.opening(item, null, null, "KQ.A-0" + (i + 1) + "-A", i == 0 ? "3" : "" + 40 * i);
    }
  }

  @Test
  void theStatementAcceptsWhatTheRuleAllows() {
    int accepted = 0;
    int left = 0;
    for (int n = 0; n < COUNTS; n++) {
      Random random = new Random(n);
      long count = Counter.drawUp(clerk, Counter.entry(scope(), "SWEEP", "BIN"));
      hand.choose(count);
      for (int i = 0; i < COSTS.size(); i++) {
        int book = i == 0 ? 3 : 40 * i;
        int counted = Math.max(0, book + random.nextInt(9) - 4);
        hand.scan("RB.KQ.A-0" + (i + 1) + "-A", "RI.COST-" + i, "" + counted);
      }
      hand.confirm();
      CountTolerance tolerance =
          new CountTolerance(
              random.nextBoolean() ? Quantity.of(random.nextInt(4)) : null,
              random.nextBoolean() ? BigDecimal.valueOf(random.nextInt(8)) : null,
              BigDecimal.valueOf(random.nextInt(40)));
      clerk.post("/api/counts/" + count + "/tolerance", said(tolerance)).ok();
      for (JsonNode row : Counter.results(clerk, count, "show=ALL&limit=200")) {
        Quantity variance = quantity(row, "variance");
        if (!variance.isZero()) {
          boolean allowed =
              tolerance.allows(
                  quantity(row, "book"), variance, costs.get(row.path("item").asString()));
          assertThat(row.path("byRule").asBoolean())
              .as("%s of %s within %s", variance, row.path("item"), tolerance)
              .isEqualTo(allowed);
          accepted += allowed ? 1 : 0;
          left += allowed ? 0 : 1;
        }
      }
      clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).ok();
    }
    assertThat(accepted).isGreaterThan(2);
    assertThat(left).isGreaterThan(2);
  }

  private Map<String, Object> scope() {
    Map<String, Object> scope = Counter.scope(site);
    scope.put(
        "places",
        IntStream.rangeClosed(1, COSTS.size())
            .mapToObj(i -> goods.bin(site, "A-0" + i + "-A"))
            .toList());
    return scope;
  }

  private static Quantity quantity(JsonNode row, String name) {
    return new Quantity(new BigDecimal(row.path(name).asString()));
  }

  private static Map<String, Object> said(CountTolerance tolerance) {
    Map<String, Object> said = new HashMap<>();
    said.put("quantity", tolerance.quantity() == null ? null : tolerance.quantity().toString());
    said.put("percent", tolerance.percent() == null ? null : tolerance.percent().toString());
    said.put("value", tolerance.value().toString());
    return said;
  }
}
