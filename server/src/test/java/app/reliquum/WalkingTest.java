package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** In which order a picker is led through a block of three aisles. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class WalkingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client hand;
  private Leaving leaving;
  private Goods goods;
  private long site;

  /** Aisles at y 0, 3 and 6, ten bays deep; goods are packed at the front of the first. */
  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site =
        clerk
            .post(
                "/api/sites",
                Map.of(
                    "code",
                    "KQ",
                    "name",
                    "Site KQ",
                    "timeZone",
                    "Europe/London",
                    "binned",
                    true,
                    "street",
                    "",
                    "town",
                    ""))
            .ok()
            .path("id")
            .asLong();
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    aisle("C", "PICK", 200, "6", 10);
    aisle("A", "PICK", 0, "0", 10);
    aisle("B", "PICK", 100, "3", 10);
    aisle("PACK", "PACK", 900, "0", 1);
    leaving = new Leaving(clerk, site);
    leaving.customer("TERN", 0, false);
    for (String bin : List.of("A-08", "B-02", "C-09", "C-02")) {
      goods.item("IT-" + bin, "Goods of " + bin, "NONE");
      goods.opening("IT-" + bin, null, null, "KQ." + bin, "10");
    }
  }

  private void aisle(String code, String purpose, int walk, String y, int bays) {
    long area =
        clerk
            .post(
                "/api/sites/" + site + "/areas",
                Map.of("code", code, "name", "Aisle " + code, "purpose", purpose))
            .ok()
            .path("id")
            .asLong();
    Map<String, Object> rack = new HashMap<>();
    rack.put("areaId", area);
    rack.put("pattern", bays == 1 ? code + "-1" : code + "-[01..10]");
    rack.put("walkFrom", walk);
    rack.put("walkStep", 1);
    rack.put("levels", 1);
    rack.put("stepX", "1");
    rack.put("stepY", "0");
    rack.put("traits", Map.of("mixing", "ANYTHING", "storageClass", "", "x", "0", "y", y));
    clerk.post("/api/racks", rack).ok();
  }

  private List<String> walk() {
    JsonNode order =
        leaving.order(
            "TERN",
            Leaving.line("IT-C-02", "1"),
            Leaving.line("IT-A-08", "1"),
            Leaving.line("IT-C-09", "1"),
            Leaving.line("IT-B-02", "1"));
    Leaving.Hand picker = leaving.new Hand(hand, "PICK");
    List<String> walk =
        picker
            .round(Map.of(order.path("id").asLong(), ""))
            .path("picking")
            .path("stops")
            .valueStream()
            .map(one -> one.path("place").asString())
            .toList();
    // Half-way the rest of the walk is still the same.
    String first = walk.get(0);
    JsonNode rest = picker.done("RB.KQ." + first, "IT-" + first);
    assertThat(
            rest.path("picking")
                .path("stops")
                .valueStream()
                .map(one -> one.path("place").asString()))
        .containsExactlyElementsOf(walk.subList(1, walk.size()));
    hand.post("/api/floor/pick/leaving", Map.of("site", site)).ok();
    return walk;
  }

  private void shortest(boolean on) {
    JsonNode card = clerk.get("/api/sites").ok().get(0);
    Map<String, Object> entry = new HashMap<>();
    for (String name : List.of("version", "code", "name", "timeZone", "binned", "street", "town")) {
      entry.put(name, card.path(name));
    }
    entry.put("shortestRound", on);
    clerk.put("/api/sites/" + site, entry).ok();
  }

  @Test
  void bySequenceOrByTheShortestRound() {
    shortest(false);
    assertThat(walk()).containsExactly("A-08", "B-02", "C-02", "C-09");
    shortest(true);
    // Out through one aisle and home through the other, with the shallow stop on the way.
    assertThat(walk())
        .isIn(List.of("A-08", "C-09", "C-02", "B-02"), List.of("B-02", "C-02", "C-09", "A-08"));
  }
}
