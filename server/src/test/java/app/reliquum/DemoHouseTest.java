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

  @Test
  void aSecondStartAddsNothing() {
    int before = maren.get("/api/ledger?limit=1").ok().path("total").asInt();
    HOUSE.restart();
    Client again = HOUSE.nobody().signIn("maren", "kittiwake quay");
    assertThat(again.get("/api/ledger?limit=1").ok().path("total").asInt()).isEqualTo(before);
  }
}
