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

/** Removal rules: which wins, what they would take, who changed them. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RemovalRulesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Leaving leaving;
  private long site;
  private long areaB;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    site = goods.site("KQ");
    leaving = new Leaving(controller, site);
    for (JsonNode one : controller.get("/api/sites").ok().get(0).path("areas")) {
      areaB = one.path("code").asString().equals("B") ? one.path("id").asLong() : areaB;
    }
    Map<String, Object> flare = Goods.itemEntry("FLR", "Flare", "LOT");
    flare.put("category", "Safety/Flares");
    goods.item(flare);
    goods.post("OPENING", List.of(Leaving.lot("FLR", "OLD", 90, "KQ.A-01-A", "20"))).ok();
    goods.post("OPENING", List.of(Leaving.lot("FLR", "NEW", 300, "KQ.B-01", "20"))).ok();
    goods.post("OPENING", List.of(Leaving.lot("FLR", "SOON", 30, "KQ.B-02", "7"))).ok();
  }

  private static List<String> taken(JsonNode trial) {
    return trial
        .path("choices")
        .valueStream()
        .filter(one -> !one.path("taken").asString().equals("0"))
        .map(one -> one.path("taken").asString() + " " + one.path("lot").asString())
        .toList();
  }

  @Test
  void aRuleForAnItemInAnAreaBeatsOneForACategoryAtASite() {
    assertThat(taken(leaving.trial("FLR", "25", Map.of()))).containsExactly("7 SOON", "18 OLD");
    Map<String, Object> category = Leaving.rule("LARGEST", "SHORTEST_WALK");
    category.put("category", "Safety");
    category.put("site", site);
    JsonNode broad = controller.post("/api/removal/rules", category).ok();
    assertThat(taken(leaving.trial("FLR", "25", Map.of()))).containsExactly("20 OLD", "5 NEW");
    Map<String, Object> narrow = Leaving.rule("EARLIEST_EXPIRY");
    narrow.put("item", "FLR");
    narrow.put("area", areaB);
    JsonNode tried = leaving.trial("FLR", "25", Map.of("rule", narrow));
    assertThat(taken(tried)).containsExactly("7 SOON", "18 NEW");
    assertThat(tried.path("choices").get(2).path("behind").asString()).isEqualTo("RULE");
    assertThat(tried.path("covered").asBoolean()).isTrue();
    assertThat(taken(leaving.trial("FLR", "25", Map.of())))
        .as("a trial changes nothing")
        .containsExactly("20 OLD", "5 NEW");
    JsonNode standing = controller.post("/api/removal/standing", Map.of("rule", narrow)).ok();
    assertThat(standing.path("overrides").get(0).path("id")).isEqualTo(broad.path("id"));
    JsonNode written = controller.post("/api/removal/rules", narrow).ok();
    assertThat(controller.post("/api/removal/rules", narrow).problem()).isEqualTo("not-unique");
    assertThat(taken(leaving.trial("FLR", "25", Map.of()))).containsExactly("7 SOON", "18 NEW");
    for (JsonNode one : controller.get("/api/removal/rules").ok()) {
      if (one.path("id").equals(broad.path("id"))) {
        assertThat(one.path("overriddenBy").get(0).path("id")).isEqualTo(written.path("id"));
      }
    }
    narrow.put("version", written.path("version"));
    narrow.put("minimumLife", 60);
    controller.put("/api/removal/rules/" + written.path("id").asLong(), narrow).ok();
    assertThat(taken(leaving.trial("FLR", "25", Map.of()))).containsExactly("20 NEW", "5 OLD");
    controller.delete("/api/removal/rules/" + written.path("id").asLong()).ok();
    controller.delete("/api/removal/rules/" + broad.path("id").asLong()).ok();
    JsonNode changes = controller.get("/api/removal/changes").ok();
    assertThat(changes.valueStream().map(one -> one.path("person").asString()).distinct())
        .containsExactly("Person CON");
    assertThat(changes.get(2).path("after").asString())
        .isEqualTo("For Flare in Area B take earliest expiry; good for 60 more days.");
    assertThat(changes.get(2).path("before").asString())
        .isEqualTo("For Flare in Area B take earliest expiry.");
  }

  @Test
  void twoRulesAreComparedOnWhatWasReallyAskedFor() {
    Goods goods = new Goods(controller);
    Map<String, Object> item = Goods.itemEntry("CMP", "Compared", "LOT");
    item.put("category", "Compared");
    goods.item(item);
    goods.post("OPENING", List.of(Leaving.lot("CMP", "C1", 90, "KQ.A-03-A", "4"))).ok();
    goods.post("OPENING", List.of(Leaving.lot("CMP", "C2", 300, "KQ.A-03-B", "40"))).ok();
    goods.post("TO_CUSTOMER", List.of(Goods.line("CMP", "C1", null, "KQ.A-03-A", "3"))).ok();
    goods.post("TO_CUSTOMER", List.of(Goods.line("CMP", "C2", null, "KQ.A-03-B", "6"))).ok();
    Map<String, Object> largest = Leaving.rule("LARGEST");
    largest.put("category", "Compared");
    JsonNode compared =
        controller
            .post("/api/removal/comparison", Map.of("site", site, "days", 90, "rule", largest))
            .ok();
    assertThat(compared.path("askings").asInt()).isEqualTo(2);
    assertThat(compared.path("now").path("stops").asInt()).isEqualTo(3);
    assertThat(compared.path("now").path("splits").asInt()).isEqualTo(1);
    assertThat(compared.path("then").path("stops").asInt()).isEqualTo(2);
    assertThat(compared.path("then").path("remainders").asInt()).isEqualTo(1);
    assertThat(compared.path("then").path("missing").asString()).isEqualTo("0");
    assertThat(compared.path("items").get(0).path("item").asString()).isEqualTo("CMP");
    assertThat(goods.onHand(compared.path("items").get(0).path("itemId").asLong(), ""))
        .as("nothing was moved by it")
        .isEqualTo("35");
  }

  @Test
  void aTrialSaysWhyEachPositionIsPassedOver() {
    JsonNode trial =
        leaving.trial(
            "FLR", "5", Map.of("minimumLife", 60, "oneLot", true, "needed", "2030-01-01"));
    assertThat(trial.path("choices").valueStream().map(one -> one.path("verdict").asString()))
        .containsOnly("EXPIRED");
    JsonNode lot = leaving.trial("FLR", "30", Map.of("oneLot", true));
    assertThat(lot.path("missing").asString()).isEqualTo("30");
    assertThat(lot.path("split")).hasSize(3);
  }

  @Test
  void aRuleThatMeansNothingIsRefused() {
    Map<String, Object> both = Leaving.rule("OLDEST");
    both.put("item", "FLR");
    both.put("category", "Safety");
    assertThat(controller.post("/api/removal/rules", both).detail()).contains("not both");
    Map<String, Object> twice = Leaving.rule("OLDEST", "OLDEST");
    assertThat(controller.post("/api/removal/rules", twice).detail()).contains("once");
    Map<String, Object> unknown = Leaving.rule("OLDEST");
    unknown.put("category", "Nothing");
    assertThat(controller.post("/api/removal/rules", unknown).detail()).contains("No item");
    Client hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    assertThat(hand.post("/api/removal/rules", Leaving.rule("OLDEST")).status()).isEqualTo(403);
  }
}
