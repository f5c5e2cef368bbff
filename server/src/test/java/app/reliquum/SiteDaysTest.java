package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Late, due and overdue go by the day of the site, in lists, on cards and in counts alike. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SiteDaysTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final LocalDate DUE = LocalDate.of(2027, 7, 1);

  private Client controller;
  private Goods goods;

  @BeforeAll
  void furnish() {
    HOUSE.clock().set(Instant.parse("2027-06-20T12:00:00Z"));
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    goods.item("SHK", "Shackle", "NONE");
    Map<String, Object> supplier = new HashMap<>();
    List.of("email", "street", "town").forEach(field -> supplier.put(field, ""));
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 5, "active", true));
    controller.post("/api/suppliers", supplier).ok();
  }

  @AfterAll
  void theRealTime() {
    HOUSE.clock().reset();
  }

  /** Another moment; who was signed in before it is no longer. */
  private void now(Instant moment) {
    HOUSE.clock().set(moment);
    controller.signIn("CON", RunningHouse.PASSWORD);
  }

  private static Instant at(String zone, LocalDate day, int hour, int minute) {
    return LocalDateTime.of(day.getYear(), day.getMonth(), day.getDayOfMonth(), hour, minute)
        .atZone(ZoneId.of(zone))
        .toInstant();
  }

  /** What a list, its filter, a card and the counts of Today say of lateness. */
  private void says(String path, long id, int late) {
    boolean listed = false;
    for (JsonNode row : controller.get(path + "?filter=OPEN&limit=200").ok().path("rows")) {
      if (row.path("id").asLong() == id) {
        assertThat(row.path("late").asInt()).as("in the list of %s", path).isEqualTo(late);
      }
    }
    for (JsonNode row : controller.get(path + "?filter=LATE&limit=200").ok().path("rows")) {
      listed |= row.path("id").asLong() == id;
    }
    assertThat(listed).as("among what is late of %s", path).isEqualTo(late > 0);
    assertThat(controller.get(path + "/" + id).ok().path("late").asInt())
        .as("on the card of %s", path)
        .isEqualTo(late);
  }

  private void agree(String zone, String code) {
    now(at(zone, DUE.minusDays(3), 12, 0));
    long site = goods.site(code, zone, false);
    long other = goods.site(code + "2", "UTC", false);
    goods.opening("SHK", null, null, code + "." + code, "50");
    new Leaving(controller, site).customer("C" + code, 0, false);

    Map<String, Object> inbound = new HashMap<>();
    inbound.put("supplier", "SKERRY");
    inbound.put("site", site);
    inbound.put("expected", DUE.toString());
    inbound.put("note", "");
    inbound.put("lines", List.of(Map.of("item", "SHK", "packs", "5", "pack", "")));
    long in = controller.post("/api/inbound", inbound).ok().path("id").asLong();

    Map<String, Object> outbound =
        new Leaving(controller, site).entry("C" + code, Leaving.line("SHK", "5"));
    outbound.put("needed", DUE.toString());
    long out = controller.post("/api/outbound", outbound).ok().path("id").asLong();

    Map<String, Object> transfer = new HashMap<>();
    transfer.put("from", other);
    transfer.put("to", site);
    transfer.put("wanted", DUE.toString());
    transfer.put("note", "");
    transfer.put("lines", List.of(Map.of("item", "SHK", "packs", "5", "pack", "")));
    Client.Answer planned = controller.post("/api/transfers", transfer);
    long between = planned.ok().path("id").asLong();

    now(at(zone, DUE, 23, 30));
    says("/api/inbound", in, 0);
    says("/api/outbound", out, 0);
    says("/api/transfers", between, 0);
    int lateBefore = controller.get("/api/outbound/counts").ok().path("late").asInt();
    now(at(zone, DUE.plusDays(1), 0, 30));
    says("/api/inbound", in, 1);
    says("/api/outbound", out, 1);
    says("/api/transfers", between, 1);
    assertThat(controller.get("/api/outbound/counts").ok().path("late").asInt())
        .isEqualTo(lateBefore + 1);
  }

  @Test
  void anHourAfterMidnightInAuckland() {
    agree("Pacific/Auckland", "AK");
  }

  @Test
  void anHourAfterMidnightInLondonInSummer() {
    agree("Europe/London", "LN");
  }

  @Test
  void aLoanIsOverdueOnceTheDayOfItsSiteIsOver() {
    now(at("Pacific/Auckland", DUE.minusDays(3), 12, 0));
    goods.site("LO", "Pacific/Auckland", false);
    goods.opening("SHK", null, null, "LO.LO", "5");
    long lent = 0;
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      lent = kind.path("code").asString().equals("LENT") ? kind.path("id").asLong() : lent;
    }
    Map<String, Object> entry = new HashMap<>();
    entry.put("kind", lent);
    entry.put("way", "OUT");
    entry.put("replacing", false);
    entry.put("party", "Harbour office");
    entry.put("due", DUE.toString());
    entry.put("lines", List.of(Goods.line("SHK", null, null, "LO.LO", "1")));
    controller.post("/api/adjustments", entry).ok();
    now(at("Pacific/Auckland", DUE, 23, 30));
    assertThat(controller.get("/api/loans?filter=OVERDUE").ok().path("rows")).isEmpty();
    now(at("Pacific/Auckland", DUE.plusDays(1), 0, 30));
    JsonNode overdue = controller.get("/api/loans?filter=OVERDUE").ok().path("rows");
    assertThat(overdue).hasSize(1);
    assertThat(overdue.get(0).path("overdue").asBoolean()).isTrue();
  }
}
