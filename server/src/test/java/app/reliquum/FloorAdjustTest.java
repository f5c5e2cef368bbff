package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Putting the book right on the floor: the sentence, and the basket that it fills. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FloorAdjustTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private long rope;
  private long beacon;
  private final Map<String, Long> kinds = new HashMap<>();

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.CLERK, site);
    rope = goods.item("RPE", "Rope", "NONE");
    beacon = goods.item("BCN", "Beacon", "SERIAL");
    goods.item("FLR", "Flare", "LOT");
    goods.opening("RPE", null, null, "KQ.A-01-A", "40");
    goods.opening("FLR", "K1", null, "KQ.A-01-B", "10");
    goods.opening("FLR", "K2", null, "KQ.A-01-B", "10");
    goods.opening("BCN", null, "B-1", "KQ.A-01-C", "1");
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      kinds.put(kind.path("code").asString(), kind.path("id").asLong());
    }
  }

  @BeforeEach
  void begin() {
    send("empty", Map.of());
  }

  private JsonNode send(String what, Map<String, Object> values) {
    return answer(what, values).ok();
  }

  private Client.Answer answer(String what, Map<String, Object> values) {
    Map<String, Object> body = new HashMap<>(values);
    body.put("site", site);
    String at = List.of("scan", "act").contains(what) ? "ADJUST/" : "adjust/";
    return hand.post("/api/floor/" + at + what, body);
  }

  private JsonNode kind(String code, String way) {
    return send("kind", Map.of("kind", kinds.get(code), "way", way));
  }

  private JsonNode scan(String text) {
    return send("scan", Map.of("text", text));
  }

  private JsonNode act(String action) {
    return send("act", Map.of("action", action));
  }

  @Test
  void whyComesFirstAndScansAfterItInAnyOrder() {
    JsonNode early = scan("RI.RPE");
    assertThat(early.path("refusal").path("type").asString()).isEqualTo("document-first");
    assertThat(early.path("adjusting").path("kinds").findValuesAsString("code"))
        .contains("DAMAGE", "EXPIRED", "LENT")
        .doesNotContain("CAMEBACK");
    kind("DAMAGE", "OUT");
    scan("3");
    JsonNode sentence = scan("RI.RPE");
    assertThat(sentence.path("place").path("address").asString()).isEqualTo("A-01-A");
    assertThat(sentence.path("adjusting").path("book").asString()).isEqualTo("40");
    assertThat(sentence.path("whole").asBoolean()).isTrue();
    JsonNode gathered = act("CONFIRM");
    assertThat(gathered.path("adjusting").path("lines").get(0).path("quantity").asString())
        .isEqualTo("3");
    JsonNode posted = send("posting", Map.of("replacing", false)).path("adjusting").path("posted");
    assertThat(posted.path("proposed").asBoolean()).isFalse();
    assertThat(posted.path("number").asString()).startsWith("AD-");
    assertThat(goods.onHand(rope, "")).isEqualTo("37");
    // Taken back, so that the other tests find forty.
    send("kind", Map.of("kind", kinds.get("RECOUNT"), "way", "SET"));
    scan("RB.KQ.A-01-A");
    scan("40");
    act("CONFIRM");
    send("posting", Map.of("replacing", false));
    assertThat(goods.onHand(rope, "")).isEqualTo("40");
  }

  @Test
  void aBasketOfFiveIsLookedThroughChangedAndPostedAsOne() {
    kind("USED", "OUT");
    for (String lot : List.of("K1", "K2")) {
      scan("RB.KQ.A-01-B");
      scan(lot);
      scan("2");
      act("CONFIRM");
      act("CLEAR");
    }
    scan("RI.RPE");
    scan("5");
    act("CONFIRM");
    act("CLEAR");
    scan("B-1");
    act("CONFIRM");
    act("CLEAR");
    scan("RB.KQ.A-01-B");
    scan("K1");
    scan("1");
    // The same goods in the same bin are one line.
    assertThat(act("CONFIRM").path("adjusting").path("lines")).hasSize(4);
    act("CLEAR");
    goods.opening("RPE", null, null, "KQ.A-02-A", "4");
    scan("RB.KQ.A-02-A");
    scan("1");
    JsonNode basket = act("CONFIRM");
    assertThat(basket.path("adjusting").path("lines")).hasSize(5);
    assertThat(basket.path("adjusting").path("lines").get(0).path("quantity").asString())
        .isEqualTo("3");
    assertThat(answer("line", Map.of("line", 4, "quantity", "2")).problem())
        .isEqualTo("serial-is-one");
    send("line", Map.of("line", 3, "quantity", "6"));
    assertThat(answer("line", Map.of("line", 9, "quantity", "6")).status()).isEqualTo(404);
    JsonNode done = send("posting", Map.of("replacing", false));
    assertThat(done.path("adjusting").path("posted").path("lines").asInt()).isEqualTo(5);
    assertThat(done.path("adjusting").path("lines")).isEmpty();
    assertThat(goods.onHand(beacon, "&site=" + site)).isEqualTo("0");
    JsonNode ledger =
        controller
            .get(
                "/api/ledger?document="
                    + done.path("adjusting").path("posted").path("number").asString())
            .ok();
    assertThat(ledger.path("total").asInt()).isEqualTo(5);
    assertThat(ledger.path("rows").findValuesAsString("posting").stream().distinct().count())
        .isEqualTo(1);
    // Once is once: an empty basket is not posted again.
    assertThat(answer("posting", Map.of("replacing", false)).problem()).isEqualTo("no-lines");
    // Brought back with the piece that went.
    kind("FOUND", "IN");
    scan("RI.BCN");
    scan("RB.KQ.A-01-C");
    scan("B-1");
    act("CONFIRM");
    send("posting", Map.of("replacing", false));
    assertThat(goods.onHand(beacon, "&site=" + site)).isEqualTo("1");
    kind("FOUND", "IN");
    scan("RI.RPE");
    scan("RB.KQ.A-01-A");
    scan("6");
    act("CONFIRM");
    send("posting", Map.of("replacing", false));
    goods.booksAddUp();
  }

  @Test
  void aBasketStaysWhatItIsUntilItIsPostedOrEmptied() {
    kind("DAMAGE", "OUT");
    scan("RI.RPE");
    scan("RB.KQ.A-01-A");
    scan("1");
    act("CONFIRM");
    assertThat(answer("kind", Map.of("kind", kinds.get("FOUND"), "way", "IN")).problem())
        .isEqualTo("lines-left");
    // Another device of the same person finds it.
    JsonNode there = hand.get("/api/floor/ADJUST?site=" + site).ok();
    assertThat(there.path("adjusting").path("lines")).hasSize(1);
    assertThat(there.path("adjusting").path("kind").path("code").asString()).isEqualTo("DAMAGE");
    assertThat(act("UNDO").path("outcome").asString()).isEqualTo("FILLED");
    act("UNDO");
    assertThat(send("empty", Map.of()).path("adjusting").path("lines")).isEmpty();
  }

  @Test
  void newGoodsComeInByTheirNumbers() {
    kind("FOUND", "IN");
    scan("RI.FLR");
    JsonNode lot = scan("K-NEW-1");
    assertThat(lot.path("lot").path("code").asString()).isEqualTo("K-NEW-1");
    scan("RB.KQ.A-03-A");
    scan("4");
    act("CONFIRM");
    JsonNode done = send("posting", Map.of("replacing", false));
    assertThat(done.path("adjusting").path("posted").path("number").asString()).startsWith("AD-");
    assertThat(controller.get("/api/on-hand?group=LOT&q=K-NEW-1").text()).contains("K-NEW-1");
  }

  private String palletOf(String place, List<Map<String, Object>> lines) {
    String load = controller.post("/api/unit-loads", Map.of()).ok().path("code").asString();
    controller
        .post(
            "/api/adjustments",
            Map.of(
                "kind",
                kinds.get("FOUND"),
                "way",
                "IN",
                "replacing",
                false,
                "lines",
                lines.stream()
                    .map(
                        line -> {
                          Map<String, Object> on = new HashMap<>(line);
                          on.put("place", place);
                          on.put("load", load);
                          return on;
                        })
                    .toList()))
        .ok();
    return load;
  }

  @Test
  void aPalletGoesIntoTheBasketWithAllThatStandsOnIt() {
    String load =
        palletOf(
            "KQ.A-02-A",
            List.of(
                Map.of("item", "RPE", "quantity", "12"),
                Map.of("item", "FLR", "lot", "K9", "quantity", "5")));
    kind("DAMAGE", "OUT");
    JsonNode said = scan("RU." + load);
    assertThat(said.path("whole").asBoolean()).isTrue();
    assertThat(said.path("load").path("part").asString()).isEqualTo("WHOLE");
    assertThat(said.path("load").path("contents")).hasSize(2);
    JsonNode lines = act("CONFIRM").path("adjusting").path("lines");
    assertThat(lines.findValuesAsString("load")).containsExactly(load, load);
    assertThat(lines.findValuesAsString("lot")).contains("K9");
    send("posting", Map.of("replacing", false));
    assertThat(controller.get("/api/on-hand?group=POSITION&load=" + load).ok().path("rows"))
        .isEmpty();
    assertThat(scan("RU." + load).path("refusal").path("type").asString()).isNotEmpty();
    goods.booksAddUp();
  }

  @Test
  void aBinOfAnotherSiteIsNamedSoThatOneMayGoOnThere() {
    long other = goods.site("PS");
    goods.item("OAR", "Oar", "NONE");
    goods.opening("OAR", null, null, "PS.A-01-A", "9");
    kind("DAMAGE", "OUT");
    JsonNode refusal = scan("RB.PS.A-01-A").path("refusal");
    assertThat(refusal.path("type").asString()).isEqualTo("other-site");
    assertThat(refusal.path("values").path("siteId").asLong()).isEqualTo(other);
    assertThat(refusal.path("values").path("scan").asString()).isEqualTo("RB.PS.A-01-A");
  }

  @Test
  void whatCanNotBeIsRefusedAndNothingIsLost() {
    kind("DAMAGE", "OUT");
    scan("RB.KQ.A-01-B");
    scan("RI.FLR");
    scan("K1");
    JsonNode much = scan("99");
    assertThat(much.path("refusal").path("type").asString()).isEqualTo("not-enough");
    assertThat(much.path("lot").path("code").asString()).isEqualTo("K1");
    assertThat(scan("NOSUCHCODE").path("outcome").asString()).isEqualTo("REFUSED");
    assertThat(act("CONFIRM").path("refusal").path("type").asString()).isEqualTo("not-whole");
    assertThat(answer("kind", Map.of("kind", kinds.get("DAMAGE"), "way", "IN")).problem())
        .isEqualTo("wrong-way");
    kind("RECOUNT", "SET");
    act("CLEAR");
    assertThat(scan("RI.BCN").path("refusal").path("type").asString()).isEqualTo("not-by-figure");
    // A note that is needed is asked for when the basket is posted; the basket waits.
    kind("THEFT", "OUT");
    scan("RI.RPE");
    scan("RB.KQ.A-01-A");
    scan("1");
    act("CONFIRM");
    Client.Answer missing = answer("posting", Map.of("replacing", false));
    assertThat(missing.body().path("field").asString()).isEqualTo("note");
    assertThat(hand.get("/api/floor/ADJUST?site=" + site).ok().path("adjusting").path("lines"))
        .hasSize(1);
  }

  @Test
  void aPieceOnLoanIsFoundByScanningIt() {
    goods.opening("BCN", null, "B-77", "KQ.A-04-A", "1");
    kind("LENT", "OUT");
    scan("B-77");
    act("CONFIRM");
    JsonNode done =
        send("posting", Map.of("replacing", false, "party", "Lifeboat", "due", "2026-01-10"));
    String number = done.path("adjusting").path("posted").path("number").asString();
    for (String text : List.of("B-77", number)) {
      JsonNode hit =
          hand.post("/api/floor/scan", Map.of("site", site, "text", text)).ok().path("hits").get(0);
      assertThat(hit.path("kind").asString()).isEqualTo("LOAN");
      assertThat(hit.path("detail").asString()).isEqualTo("Lifeboat");
      assertThat(hit.path("overdue").asBoolean()).isTrue();
    }
  }
}
