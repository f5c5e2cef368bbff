package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** A dear count waits among the approvals, beside what else waits. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountApprovalTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client other;
  private Client hand;
  private Goods goods;
  private long site;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    other = HOUSE.hire("CON2", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
  }

  /** A spot count of one bin, found to hold less, taken to review and proposed. Its number. */
  private long proposed(String item, String address, String counted) {
    Map<String, Object> line = Goods.line(item, null, null, "KQ." + address, "100");
    line.put("cost", "10");
    goods.item(item, "Item " + item, "NONE");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    JsonNode begun =
        hand.post("/api/floor/count/begin", Map.of("site", site, "method", "SPOT")).ok();
    long count = begun.path("counting").path("count").path("id").asLong();
    for (String text : List.of("RB.KQ." + address, "RI." + item, counted)) {
      hand.post("/api/floor/COUNT/scan", Map.of("site", site, "text", text)).ok();
    }
    hand.post("/api/floor/COUNT/act", Map.of("site", site, "action", "CONFIRM")).ok();
    hand.post("/api/floor/count/finish", Map.of("site", site)).ok();
    controller.post("/api/counts/" + count + "/decisions", Map.of("decision", "ACCEPT")).ok();
    JsonNode outcome = controller.get("/api/counts/" + count + "/outcome").ok();
    assertThat(outcome.path("needsApproval").asBoolean()).as("%s", outcome).isTrue();
    JsonNode posted =
        controller
            .post(
                "/api/counts/" + count + "/posting",
                Map.of("net", outcome.path("net"), "lines", outcome.path("lines")))
            .ok();
    assertThat(posted.path("posted").asBoolean()).isFalse();
    return count;
  }

  private JsonNode waiting(long count) {
    for (JsonNode row : controller.get("/api/approvals").ok().path("rows")) {
      if (row.path("subject").asString().equals("COUNT")
          && row.path("subjectId").asLong() == count) {
        return row;
      }
    }
    return null;
  }

  private String state(long count) {
    return controller.get("/api/counts/" + count).ok().path("state").asString();
  }

  @Test
  void someoneElseAgreesAndItIsPosted() {
    long count = proposed("CNT1", "A-01-A", "20");
    JsonNode row = waiting(count);
    assertThat(row.path("value").decimalValue()).isEqualByComparingTo("800");
    String at = "/api/approvals/" + row.path("id").asLong() + "/approval";
    assertThat(controller.post(at, Map.of("note", "")).detail()).contains("yourself");
    other.post(at, Map.of("note", "")).ok();
    assertThat(state(count)).isEqualTo("POSTED");
    assertThat(waiting(count)).isNull();
    goods.booksAddUp();
  }

  @Test
  void refusedItGoesBackToReview() {
    long count = proposed("CNT2", "A-02-A", "10");
    String at = "/api/approvals/" + waiting(count).path("id").asLong() + "/refusal";
    other.post(at, Map.of("note", "Count it again")).ok();
    assertThat(state(count)).isEqualTo("IN_REVIEW");
    assertThat(waiting(count)).isNull();
    assertThat(controller.get("/api/counts/" + count).ok().path("proposedBy").isNull()).isTrue();
  }

  @Test
  void countedOnItWaitsNoLonger() {
    long count = proposed("CNT3", "A-03-A", "30");
    assertThat(waiting(count)).isNotNull();
    controller.post("/api/counts/" + count + "/counting", Map.of()).ok();
    assertThat(state(count)).isEqualTo("COUNTING");
    assertThat(waiting(count)).isNull();
    JsonNode all = controller.get("/api/approvals?waiting=false").ok().path("rows");
    assertThat(all)
        .anySatisfy(
            row -> {
              assertThat(row.path("subjectId").asLong()).isEqualTo(count);
              assertThat(row.path("state").asString()).isEqualTo("WITHDRAWN");
            });
  }
}
