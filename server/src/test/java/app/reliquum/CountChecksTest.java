package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Bins that were found right are checked by others. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountChecksTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Counter hand;
  private Counter mate;
  private Goods goods;
  private long quay;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "C", "STORE", "C-[01..04]-[A..B]");
    goods.item("SHK", "Shackle", "NONE");
    for (int bin = 1; bin <= 4; bin++) {
      goods.opening("SHK", null, null, "KQ.C-0" + bin + "-A", "10");
    }
    hand = new Counter(HOUSE.hire("HAND", Role.FLOOR_HAND, quay), quay);
    mate = new Counter(HOUSE.hire("MATE", Role.FLOOR_HAND, quay), quay);
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private static void say(Counter who, long count, String bin, String quantity) {
    who.choose(count);
    who.scan("RB.KQ." + bin, "RI.SHK", quantity);
    who.confirm();
  }

  @Test
  void someBinsThatWereRightAreCountedOnceMoreByOthers() {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("binsFrom", "C-01-A");
    scope.put("binsTo", "C-04-B");
    scope.put("items", java.util.List.of("SHK"));
    long count = Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
    Client.Answer early = clerk.post("/api/counts/" + count + "/checks", Map.of("bins", 2));
    assertThat(early.problem()).isEqualTo("not-counted-yet");
    say(hand, count, "C-01-A", "10");
    say(hand, count, "C-02-A", "10");
    say(hand, count, "C-03-A", "10");
    // One is wrong: it is settled in review, not by a check.
    say(hand, count, "C-04-A", "7");
    JsonNode before = clerk.get("/api/counts/" + count + "/checks").ok();
    assertThat(before.path("right").asInt()).isEqualTo(3);
    JsonNode check = clerk.post("/api/counts/" + count + "/checks", Map.of("bins", 2)).ok();
    long id = check.path("id").asLong();
    assertThat(check.path("checks").asLong()).isEqualTo(count);
    assertThat(check.path("blind").asBoolean()).isTrue();
    JsonNode slips = clerk.get("/api/counts/" + id + "/slips").ok().path("rows");
    assertThat(slips).hasSize(2);
    assertThat(slips.valueStream().map(slip -> slip.path("place").asString()))
        .isSubsetOf("C-01-A", "C-02-A", "C-03-A");
    String first = slips.get(0).path("place").asString();
    String second = slips.get(1).path("place").asString();
    hand.choose(id);
    assertThat(hand.tryScan("RB.KQ." + first).body().toString())
        .contains("You have counted that bin yourself");
    hand.choose(0);
    say(mate, id, first, "10");
    say(mate, id, second, "9");
    JsonNode checked = clerk.get("/api/counts/" + count + "/checks").ok();
    assertThat(checked.path("right").asInt()).isEqualTo(1);
    JsonNode row = checked.path("checks").get(0);
    assertThat(row.path("bins").asInt()).isEqualTo(2);
    assertThat(row.path("done").asInt()).isEqualTo(2);
    assertThat(row.path("otherwise").asInt()).isEqualTo(1);
    JsonNode person = checked.path("people").get(0);
    assertThat(person.path("name").asString()).isEqualTo("Person HAND");
    assertThat(person.path("bins").asInt()).isEqualTo(2);
    assertThat(person.path("otherwise").asInt()).isEqualTo(1);
    clerk.post("/api/counts/" + count + "/checks", Map.of("bins", 9)).ok();
    Client.Answer none = clerk.post("/api/counts/" + count + "/checks", Map.of("bins", 1));
    assertThat(none.problem()).isEqualTo("nothing-to-check");
    mate.choose(0);
  }
}
