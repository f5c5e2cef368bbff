package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Each site is looked at once a night, whatever happens to the server meanwhile. */
class ReplenishmentNightsTest {

  @RegisterExtension
  static final RunningHouse HOUSE = RunningHouse.empty("--reliquum.jobs.heartbeat=1s");

  private static final int ITEMS = 2600;

  private static Map<String, Object> figures() {
    return Map.of(
        "kind",
        "POINT_AND_QUANTITY",
        "servicePercent",
        "95",
        "reviewDays",
        1,
        "windowDays",
        365,
        "orderCost",
        "12",
        "holdingPercent",
        "20",
        "forOrders",
        "FROM_STOCK");
  }

  private static <T> T until(String what, Supplier<T> look) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(90);
    while (System.nanoTime() < end) {
      T found = look.get();
      if (found != null) {
        return found;
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(20));
    }
    throw new AssertionError("Not seen: " + what);
  }

  /** The number that a query has for an answer; null if it has none. */
  private static @Nullable Long number(String query) {
    return HOUSE.database().column(query).stream().findFirst().map(Long::valueOf).orElse(null);
  }

  private static List<Long> nights(Client controller, String zone) {
    List<Long> sites = new ArrayList<>();
    String today = LocalDate.ofInstant(HOUSE.clock().instant(), ZoneId.of(zone)).toString();
    for (JsonNode run : controller.get("/api/replenishment/runs").ok()) {
      if (run.path("night").asBoolean() && run.path("day").asString().equals(today)) {
        sites.add(run.path("siteId").asLong());
      }
    }
    return sites;
  }

  /** A site with many items that each have a policy and are at their point. */
  private static long manyLowItems(Client controller) {
    Goods goods = new Goods(controller);
    long site = goods.site("KQ");
    HOUSE
        .database()
        .run(
            "insert into item (code, name, unit, decimals, tracking) select concat('LOW-', seq),"
                + " concat('Item ', seq), 'PIECE', 0, 'NONE' from seq_1_to_"
                + ITEMS);
    HOUSE
        .database()
        .run(
            "insert into item_stock (site_id, item_id, on_hand, available)"
                + " select "
                + site
                + ", id, 0, 0 from item");
    controller.post("/api/replenishment/policies", Map.of("figures", figures())).ok();
    return site;
  }

  @Test
  void aNightIsRunOnceAndGoesOnWhenItsServerIsKilled() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    long site = manyLowItems(controller);
    HOUSE.stop();
    HOUSE
        .database()
        .run(
            "update scheduled_tasks set execution_time = utc_timestamp(6)"
                + " where task_name = 'replenishment-nights'");
    // Another server begins the night as it starts, and is killed in the middle of it.
    long run;
    try (ServerProcess other =
        new ServerProcess(HOUSE.database(), "--reliquum.jobs.heartbeat=1s")) {
      run =
          until(
              "a run in the middle",
              () ->
                  number(
                      "select id from replenishment_run where looked >= 500 and looked < "
                          + ITEMS));
      other.kill();
    }
    assertThat(number("select id from replenishment_run where finished is null")).isEqualTo(run);
    HOUSE.restart();
    Client again = HOUSE.hire("AGAIN", Role.CONTROLLER);
    JsonNode done =
        until(
            "the end of the run",
            () -> {
              JsonNode card = again.get("/api/replenishment/runs/" + run).ok().path("run");
              return card.path("finished").isNull() ? null : card;
            });
    assertThat(done.path("failure").isNull()).isTrue();
    assertThat(done.path("looked").asInt()).isEqualTo(ITEMS);
    assertThat(done.path("low").asInt()).isEqualTo(ITEMS);
    assertThat(number("select count(*) from proposal")).isEqualTo(ITEMS);

    // Asked for again, it finds the same proposals.
    long asked =
        again.post("/api/replenishment/runs", Map.of("site", site)).ok().get(0).path("id").asLong();
    assertThat(asked).isNotEqualTo(run);
    until(
        "the end of the second run",
        () ->
            again.get("/api/replenishment/runs/" + asked).ok().path("run").path("finished").isNull()
                ? null
                : true);
    assertThat(number("select count(*) from proposal where state = 'OPEN'")).isEqualTo(ITEMS);
    assertThat(number("select count(*) from proposal")).isEqualTo(ITEMS);
    assertThat(nights(again, "Europe/London")).containsExactly(site);
  }
}
