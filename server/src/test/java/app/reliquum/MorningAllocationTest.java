package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Each morning stock is looked for what is needed soon, at sites that want it. */
class MorningAllocationTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final ZoneId LONDON = ZoneId.of("Europe/London");

  private Client clerk;
  private long site;

  private long order(LocalDate needed) {
    Map<String, Object> entry = new HashMap<>();
    entry.putAll(Map.of("customer", "TERN", "site", site, "reference", "", "note", ""));
    entry.put("needed", needed.toString());
    entry.put("allocate", false);
    entry.put("lines", List.of(Leaving.line("ROPE", "2")));
    return clerk.post("/api/outbound", entry).ok().path("id").asLong();
  }

  private String state(long order) {
    // The clock runs ahead of every session.
    return HOUSE.database().column("select state from outbound_order where id = " + order).get(0);
  }

  private void now(LocalDate day, int hour) {
    HOUSE.clock().set(day.atTime(LocalTime.of(hour, 30)).atZone(LONDON).toInstant());
    HOUSE
        .database()
        .run(
            "update scheduled_tasks set execution_time = utc_timestamp(6)"
                + " where task_name = 'morning-allocation' and not picked");
    clerk = HOUSE.nobody().signIn("CON", RunningHouse.PASSWORD);
  }

  private void ahead(Integer days) {
    Map<String, Object> settings = new HashMap<>();
    settings.put("allocateAhead", days);
    JsonNode saved = new Goods(clerk).change(site, settings).ok();
    assertThat(saved.path("allocateAhead").isNull()).isEqualTo(days == null);
  }

  private void until(long order, String state) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (!state(order).equals(state) && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
    assertThat(state(order)).isEqualTo(state);
  }

  @Test
  void whatIsNeededSoonIsAllocatedOnceItIsMorning() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(clerk);
    site = goods.site("KQ");
    goods.item("ROPE", "Rope", "NONE");
    goods.opening("ROPE", null, null, "KQ.A-01-A", "100");
    new Leaving(clerk, site).customer("TERN", 0, false);
    LocalDate today = LocalDate.ofInstant(Instant.now(), LONDON).plusDays(1);
    long soon = order(today.plusDays(2));
    long later = order(today.plusDays(9));
    long night = order(today);
    ahead(2);

    // At half past three nobody's stock is looked for yet; at half past six that of what is needed.
    now(today, 3);
    now(today, 6);
    until(soon, "ALLOCATED");
    until(night, "ALLOCATED");
    assertThat(state(later)).isEqualTo("ACCEPTED");

    // Once a day: what comes in afterwards is left to people until the next morning.
    until(
        () ->
            HOUSE
                .database()
                .column("select day from site_morning where work = 'morning-allocation'")
                .contains(today.toString()));
    long evening = order(today.plusDays(1));
    now(today, 18);
    now(today.plusDays(1), 6);
    until(evening, "ALLOCATED");

    ahead(null);
    long never = order(today.plusDays(2));
    now(today.plusDays(2), 9);
    LockSupport.parkNanos(TimeUnit.SECONDS.toNanos(1));
    assertThat(state(never)).isEqualTo("ACCEPTED");
  }

  private static void until(java.util.function.BooleanSupplier seen) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
    while (!seen.getAsBoolean() && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
    assertThat(seen.getAsBoolean()).isTrue();
  }
}
