package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Usage;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What the database sums up as usage is what core says of each line. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class UsageTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String BIN = "KQ.A-01-A";

  private final Random random = new Random(12);
  private Client controller;
  private Goods goods;
  private long site;

  /** A line, as this test has posted it. */
  private record Posted(
      long number, PlaceKind from, PlaceKind to, Quantity quantity, Instant usedAt) {}

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    goods.bin(site, "A-01-A");
  }

  private JsonNode post(String item, String direction, Quantity quantity, Instant effective) {
    return controller
        .post(
            "/api/postings",
            Map.of(
                "direction",
                direction,
                "lines",
                List.of(
                    Map.of("item", item, "place", BIN, "quantity", quantity.toString(), "cost", 2)),
                "effective",
                effective.toString()))
        .ok();
  }

  private Quantity used(String item, int days) {
    JsonNode rows =
        controller
            .get("/api/value/usage?days=" + days + "&q=" + item)
            .ok()
            .path("page")
            .path("rows");
    return rows.isEmpty() ? Quantity.ZERO : Quantity.of(rows.get(0).path("used").asString());
  }

  @Test
  void aRandomHistoryIsSummedUpAsCoreHasIt() {
    goods.item("USED", "Used at random", "NONE");
    Instant now = HOUSE.clock().instant();
    post("USED", "FROM_SUPPLIER", Quantity.of("100000"), now.minus(Duration.ofDays(300)));
    List<Posted> history = new ArrayList<>();
    List<Posted> open = new ArrayList<>();
    for (int i = 0; i < 120; i++) {
      if (!open.isEmpty() && random.nextInt(4) == 0) {
        // Taken back today, whenever it was.
        Posted back = open.remove(random.nextInt(open.size()));
        controller
            .post("/api/postings/" + back.number() + "/reversal", Map.of("reason", "wrong"))
            .ok();
        history.add(new Posted(0, back.to(), back.from(), back.quantity(), back.usedAt()));
      } else {
        boolean in = random.nextInt(5) == 0;
        boolean sold = random.nextBoolean();
        Quantity quantity = Quantity.of(Integer.toString(1 + random.nextInt(9)));
        Instant at = now.minus(Duration.ofHours(1 + random.nextInt(24 * 120)));
        long number =
            post("USED", in ? "FROM_SUPPLIER" : sold ? "TO_CUSTOMER" : "USED_UP", quantity, at)
                .path("posting")
                .asLong();
        Posted one =
            in
                ? new Posted(number, PlaceKind.SUPPLIER, PlaceKind.BIN, quantity, at)
                : new Posted(
                    number,
                    PlaceKind.BIN,
                    sold ? PlaceKind.CUSTOMER : PlaceKind.USED_UP,
                    quantity,
                    at);
        history.add(one);
        open.add(one);
      }
    }
    for (int days : new int[] {10, 30, 60, 90, 200}) {
      Instant since = HOUSE.clock().instant().minus(Duration.ofDays(days));
      Quantity expected =
          history.stream()
              .filter(one -> !one.usedAt().isBefore(since))
              .flatMap(
                  one -> Usage.of(one.from(), one.to(), one.quantity(), one.number() == 0).stream())
              .filter(usage -> Usage.DEMAND.contains(usage.cause()))
              .map(Usage::quantity)
              .reduce(Quantity.ZERO, Quantity::plus);
      assertThat(used("USED", days)).as("%d days", days).isEqualTo(expected);
    }
  }

  /** Forty days ago something was sold; taken back today, it does not become less than nothing. */
  @Test
  void whatIsTakenBackWasUsedWhenItWasUsed() {
    goods.item("BACK", "Taken back", "NONE");
    Instant now = HOUSE.clock().instant();
    post("BACK", "FROM_SUPPLIER", Quantity.of("50"), now.minus(Duration.ofDays(60)));
    long sold =
        post("BACK", "TO_CUSTOMER", Quantity.of("10"), now.minus(Duration.ofDays(40)))
            .path("posting")
            .asLong();
    post("BACK", "TO_CUSTOMER", Quantity.of("3"), now.minus(Duration.ofDays(5)));
    controller.post("/api/postings/" + sold + "/reversal", Map.of("reason", "wrong")).ok();
    assertThat(used("BACK", 30)).isEqualTo(Quantity.of("3"));
    assertThat(used("BACK", 90)).isEqualTo(Quantity.of("3"));
  }
}
