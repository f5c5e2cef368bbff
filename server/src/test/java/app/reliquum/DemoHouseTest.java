package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.testing.Client;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

class DemoHouseTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.demo();

  private final Client maren = HOUSE.nobody().signIn("maren", "kittiwake quay");

  @Test
  void itHasTheSitesBinsAndGoodsThatItShould() {
    JsonNode sites = maren.get("/api/sites").ok();
    int bins = 0;
    for (JsonNode site : sites) {
      bins +=
          maren
              .get("/api/sites/" + site.path("id").asLong() + "/bins?limit=1")
              .ok()
              .path("total")
              .asInt();
    }
    assertThat(sites).hasSize(4);
    assertThat(bins).isBetween(650, 750);
    assertThat(maren.get("/api/items?limit=1").ok().path("total").asInt()).isBetween(380, 420);
  }

  @Test
  void nineMonthsLieBehindIt() {
    JsonNode first = maren.get("/api/ledger?oldestFirst=true&limit=1").ok();
    Instant begun = Instant.parse(first.path("rows").get(0).path("effective").asString());
    assertThat(begun).isBefore(Instant.now().minus(260, ChronoUnit.DAYS));
    assertThat(first.path("total").asInt()).isGreaterThan(4_000);
    Instant spring = Instant.now().minus(150, ChronoUnit.DAYS);
    assertThat(maren.get("/api/on-hand?at=" + spring).ok().path("total").asInt()).isPositive();
  }

  @Test
  void somethingIsAlwaysAboutToExpire() {
    JsonNode lots = maren.get("/api/on-hand?group=LOT&sort=EXPIRY&limit=10").ok().path("rows");
    Instant soonest = Instant.parse(lots.get(0).path("expiry").asString() + "T00:00:00Z");
    assertThat(soonest)
        .isBetween(
            Instant.now().minus(60, ChronoUnit.DAYS), Instant.now().plus(120, ChronoUnit.DAYS));
    assertThat(
            maren.get("/api/on-hand?group=POSITION&condition=ON_HOLD").ok().path("total").asInt())
        .isPositive();
  }

  /** Looks at the shop, and says what it sees of an item. */
  private JsonNode atTheShop(String item) {
    long shop = 0;
    for (JsonNode site : maren.get("/api/sites").ok()) {
      shop = site.path("code").asString().equals("PS") ? site.path("id").asLong() : shop;
    }
    long id = maren.get("/api/items?q=" + item).ok().path("rows").get(0).path("id").asLong();
    return maren.get("/api/replenishment/items/" + id + "/at/" + shop).ok();
  }

  @Test
  void someGoodsRanOutSomeAreAboutToAndSomeNobodyWants() {
    JsonNode out = atTheShop("FND-002");
    assertThat(out.path("finding").asString()).isEqualTo("ORDER");
    assertThat(out.path("reason").path("free").asString()).isEqualTo("0");
    int empty = 0;
    for (JsonNode day : out.path("past")) {
      empty += day.path("stock").asInt() == 0 ? 1 : 0;
    }
    assertThat(empty).isGreaterThan(5);
    JsonNode soon = atTheShop("FND-001");
    assertThat(soon.path("finding").asString()).isEqualTo("ORDER");
    assertThat(soon.path("reason").path("free").asInt()).isBetween(1, 30);
    JsonNode enough = atTheShop("CVR-001");
    assertThat(enough.path("finding").asString()).isEqualTo("ENOUGH");
    double free = enough.path("reason").path("free").asDouble();
    assertThat(free).isGreaterThan(365 * enough.path("reason").path("perDay").asDouble());
  }

  @Test
  void itsFiguresAreAliveAndWhatTheListsShow() {
    JsonNode sold = maren.get("/api/outbound/performance?days=90").ok();
    long lines = 0;
    long dated = 0;
    long onTime = 0;
    for (JsonNode day : sold.path("days")) {
      lines += day.path("lines").asLong();
      dated += day.path("dated").asLong();
      onTime += day.path("onTime").asLong();
    }
    assertThat(sold.path("days")).hasSize(90);
    assertThat(100 * onTime / dated).isBetween(75L, 95L);
    long hours = 0;
    for (JsonNode hour : sold.path("hours")) {
      hours += hour.asLong();
    }
    assertThat(hours).isBetween(lines, lines + 40);
    for (JsonNode figure : maren.get("/api/today/figures").ok().path("figures")) {
      assertThat(figure.path("now").isNull()).as(figure.path("kind").asString()).isFalse();
      assertThat(figure.path("before").isNull()).as(figure.path("kind").asString()).isFalse();
    }
    for (String[] list :
        new String[][] {
          {"LATE_OUTBOUND", "/api/outbound?filter=LATE"},
          {"LATE_INBOUND", "/api/inbound?filter=LATE"},
          {"COUNT_IN_REVIEW", "/api/counts?filter=REVIEW"},
          {"SHORT_TRANSFER", "/api/transfers?filter=SHORT"},
          {"APPROVAL", "/api/approvals?waiting=true"},
        }) {
      int told = 0;
      for (JsonNode task : maren.get("/api/today/tasks").ok()) {
        told += task.path("kind").asString().equals(list[0]) ? task.path("count").asInt() : 0;
      }
      assertThat(told).as(list[0]).isEqualTo(maren.get(list[1]).ok().path("total").asInt());
    }
  }

  @Test
  void aSecondStartAddsNothing() {
    int before = maren.get("/api/ledger?limit=1").ok().path("total").asInt();
    HOUSE.restart();
    Client again = HOUSE.nobody().signIn("maren", "kittiwake quay");
    assertThat(again.get("/api/ledger?limit=1").ok().path("total").asInt()).isEqualTo(before);
  }
}
