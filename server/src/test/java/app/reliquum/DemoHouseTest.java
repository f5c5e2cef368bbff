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
  void aSecondStartAddsNothing() {
    int before = maren.get("/api/ledger?limit=1").ok().path("total").asInt();
    HOUSE.restart();
    Client again = HOUSE.nobody().signIn("maren", "kittiwake quay");
    assertThat(again.get("/api/ledger?limit=1").ok().path("total").asInt()).isEqualTo(before);
  }
}
