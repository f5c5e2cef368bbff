package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Large counts are drawn up, taken to review and posted in the background. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LargeCountsTest {

  @RegisterExtension
  static final RunningHouse HOUSE = RunningHouse.empty("--reliquum.counting.large=4");

  private Client clerk;
  private Client second;
  private Counter hand;
  private Goods goods;
  private long quay;
  private int made;
  private long item;
  private String rack;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    second = HOUSE.hire("CON2", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    item = goods.item("SHK", "Shackle", "NONE");
    cost("2");
    hand = new Counter(HOUSE.hire("HAND", Role.FLOOR_HAND, quay), quay);
  }

  /** Six bins of this test alone. */
  @BeforeEach
  void stock() {
    made++;
    rack = "C" + made;
    goods.rack(quay, rack, "STORE", rack + "-[01..06]-A");
    for (int bin = 1; bin <= 6; bin++) {
      goods.opening("SHK", null, null, "KQ." + bin(bin), "10");
    }
  }

  private void cost(String each) {
    clerk.put("/api/items/" + item + "/cost", Map.of("cost", each, "reason", "List")).ok();
  }

  private String bin(int number) {
    return rack + "-0" + number + "-A";
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  private JsonNode card(long count) {
    return clerk.get("/api/counts/" + count).ok();
  }

  /** The count once nothing is done with it any more, or it has failed. */
  private JsonNode rested(long count) {
    for (int tries = 0; tries < 400; tries++) {
      JsonNode card = card(count);
      JsonNode work = card.path("work");
      if (work.isNull() || !work.path("failure").isNull()) {
        return card;
      }
      LockSupport.parkNanos(Duration.ofMillis(50).toNanos());
    }
    throw new AssertionError("It is still at work: " + card(count).path("work"));
  }

  private long drawnUp() {
    Map<String, Object> scope = Counter.scope(quay);
    scope.put("binsFrom", bin(1));
    scope.put("binsTo", bin(6));
    JsonNode asked = clerk.post("/api/counts", Counter.entry(scope, "SWEEP", "BIN")).ok();
    assertThat(asked.path("work").path("kind").asString()).isEqualTo("PREPARE");
    return asked.path("id").asLong();
  }

  private void count(long count, int bins, String quantity) {
    hand.choose(count);
    for (int bin = 1; bin <= bins; bin++) {
      hand.scan("RB.KQ." + bin(bin), "RI.SHK", quantity);
      hand.confirm();
    }
    hand.choose(0);
  }

  @Test
  void aLargeCountGoesItsWholeWayInTheBackground() {
    long count = drawnUp();
    JsonNode drawn = rested(count);
    assertThat(drawn.path("work").isNull()).isTrue();
    assertThat(drawn.path("slips").asInt()).isEqualTo(6);
    assertThat(drawn.path("changes").get(0).path("what").asString()).isEqualTo("PREPARED");
    count(count, 5, "9");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    assertThat(rested(count).path("state").asString()).isEqualTo("IN_REVIEW");
    assertThat(Counter.results(clerk, count, "show=WRONG")).hasSize(5);
    Counter.decide(clerk, count, "ACCEPT");
    JsonNode asked = Counter.post(clerk, count).ok();
    assertThat(asked.path("posted").asBoolean()).isFalse();
    JsonNode posted = rested(count);
    assertThat(posted.path("work").isNull()).as("%s", posted.path("work")).isTrue();
    assertThat(posted.path("state").asString()).isEqualTo("POSTED");
    assertThat(posted.path("posting").asLong()).isPositive();
    assertThat(Counter.outcome(clerk, count).path("down").asInt()).isEqualTo(5);
  }

  @Test
  void largeCountsOfTheSameBinsFollowOneAnother() {
    for (String quantity : java.util.List.of("8", "9")) {
      long count = drawnUp();
      rested(count);
      count(count, 5, quantity);
      clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
      rested(count);
      Counter.decide(clerk, count, "ACCEPT");
      Counter.post(clerk, count).ok();
      JsonNode posted = rested(count);
      assertThat(posted.path("work").isNull()).as("%s", posted.path("work")).isTrue();
      assertThat(posted.path("state").asString()).isEqualTo("POSTED");
    }
  }

  @Test
  void whatWasSeenIsNoLongerSoStopsThePostingAndSaysWhy() {
    long count = drawnUp();
    rested(count);
    count(count, 4, "8");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    rested(count);
    Counter.decide(clerk, count, "ACCEPT");
    clerk.post("/api/counts/" + count + "/posting", Map.of("net", "-1", "lines", 1)).ok();
    JsonNode failed = rested(count);
    assertThat(failed.path("state").asString()).isEqualTo("IN_REVIEW");
    assertThat(failed.path("work").path("failure").asString())
        .contains("has changed since you looked");
    // What has failed is asked for again, or something else is done.
    Counter.post(clerk, count).ok();
    assertThat(rested(count).path("state").asString()).isEqualTo("POSTED");
  }

  @Test
  void agreedToAmongTheApprovalsItIsPostedInTheBackgroundToo() {
    cost("200");
    long count = drawnUp();
    rested(count);
    count(count, 5, "9");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    rested(count);
    Counter.decide(clerk, count, "ACCEPT");
    Counter.post(clerk, count).ok();
    assertThat(rested(count).path("proposedBy").asString()).isEqualTo("Person CON");
    long approval = 0;
    for (JsonNode row : second.get("/api/approvals").ok().path("rows")) {
      approval = row.path("subjectId").asLong() == count ? row.path("id").asLong() : approval;
    }
    JsonNode asked =
        second.post("/api/approvals/" + approval + "/approval", Map.of("note", "As seen")).ok();
    assertThat(asked.path("approval").path("state").asString()).isEqualTo("PROPOSED");
    assertThat(rested(count).path("state").asString()).isEqualTo("POSTED");
    JsonNode agreed = second.get("/api/approvals/" + approval).ok();
    assertThat(agreed.path("approval").path("state").asString()).isEqualTo("APPROVED");
    assertThat(agreed.path("approval").path("decidedBy").asString()).isEqualTo("Person CON2");
    List<String> notes = new ArrayList<>();
    agreed.path("words").forEach(word -> notes.add(word.path("note").asString()));
    assertThat(notes).containsExactly("", "As seen");
    cost("2");
  }

  @Test
  void whatCanNotBeDoneIsRefusedAtOnce() {
    long count = drawnUp();
    rested(count);
    Client.Answer early =
        clerk.post("/api/counts/" + count + "/posting", Map.of("net", "0", "lines", 0));
    assertThat(early.problem()).isEqualTo("not-in-review");
    count(count, 4, "10");
    clerk.post("/api/counts/" + count + "/review", Map.of()).ok();
    rested(count);
    assertThat(clerk.post("/api/counts/" + count + "/review", Map.of()).problem())
        .isEqualTo("in-review");
    Client.Answer unproposed =
        second.post("/api/counts/" + count + "/approval", Map.of("net", "0", "lines", 0));
    assertThat(unproposed.problem()).isEqualTo("not-proposed");
    clerk.post("/api/counts/" + count + "/drop", Map.of("reason", "")).ok();
  }
}
