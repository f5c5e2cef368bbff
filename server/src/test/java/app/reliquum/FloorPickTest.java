package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Picking and packing on the floor: what is scanned, refused, left, and taken on by others. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FloorPickTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client first;
  private Client second;
  private Goods goods;
  private Leaving leaving;
  private Leaving.Hand picker;
  private Leaving.Hand other;
  private Leaving.Hand packer;
  private long site;
  private int made;
  private String beacon;
  private String shackle;
  private String flare;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    goods.rack(site, "PACK", "PACK", "PACK-1");
    first = HOUSE.hire("FIRST", Role.FLOOR_HAND, site);
    second = HOUSE.hire("SECOND", Role.FLOOR_HAND, site);
    leaving = new Leaving(clerk, site);
    picker = leaving.new Hand(first, "PICK");
    other = leaving.new Hand(second, "PICK");
    packer = leaving.new Hand(first, "PACK");
    leaving.customer("TERN", 0, false);
    tote("T1");
    tote("T2");
  }

  private void tote(String code) {
    clerk.post("/api/unit-loads/trolleys", Map.of("code", code, "name", "Tote")).ok();
  }

  @BeforeEach
  void stock() {
    made++;
    beacon = "BCN-" + made;
    shackle = "SHK-" + made;
    flare = "FLR-" + made;
    goods.item(beacon, "Beacon " + made, "SERIAL");
    goods.item(shackle, "Shackle " + made, "NONE");
    goods.item(flare, "Flare " + made, "LOT");
    for (int piece = 1; piece <= 3; piece++) {
      goods.opening(beacon, null, "B" + made + "-" + piece, "KQ.A-03-A", "1");
    }
    goods.opening(shackle, null, null, "KQ.A-04-A", "12");
    goods.opening(shackle, null, null, "KQ.A-06-C", "50");
    goods.post("OPENING", List.of(Leaving.lot(flare, "X" + made, 90, "KQ.A-05-A", "10"))).ok();
    goods.post("OPENING", List.of(Leaving.lot(flare, "Y" + made, 200, "KQ.A-05-A", "10"))).ok();
    leaving.flow("PICK_HAND_OVER");
  }

  @AfterEach
  void nobodyIsOnTheWay() {
    for (Client who : List.of(first, second)) {
      who.post("/api/floor/pick/leaving", Map.of("site", site));
    }
  }

  @AfterAll
  void theBooksAddUp() {
    goods.booksAddUp();
  }

  private static long id(JsonNode card) {
    return card.path("id").asLong();
  }

  private static String refusal(JsonNode answer) {
    return answer.path("refusal").path("type").asString("");
  }

  private JsonNode act(Client who, String verb, String action) {
    return who.post("/api/floor/" + verb + "/act", Map.of("site", site, "action", action)).ok();
  }

  @Test
  void aPieceIsFoundByItsNumberAlone() {
    JsonNode order = leaving.order("TERN", Leaving.line(beacon, "2"));
    assertThat(order.path("kept")).hasSize(2);
    picker.round(Map.of(id(order), ""));
    JsonNode ready = picker.scan("B" + made + "-1");
    assertThat(ready.path("ready").asBoolean()).isTrue();
    assertThat(ready.path("place").path("state").asString()).isEqualTo("ONLY");
    picker.done();
    // The third piece is not on the list, and may be taken instead of the second.
    JsonNode instead = picker.scan("B" + made + "-3");
    assertThat(instead.path("picking").path("substitute").asBoolean()).isTrue();
    picker.done();
    assertThat(
            leaving
                .card(id(order))
                .path("kept")
                .valueStream()
                .map(one -> one.path("serial").asString()))
        .containsExactlyInAnyOrder("B" + made + "-1", "B" + made + "-3");
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  @Test
  void aWalkSaysWhyItLeadsThereAndWhetherItStillWould() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "10"));
    JsonNode walk = picker.round(Map.of(id(order), ""));
    JsonNode stop = walk.path("picking").path("stops").get(0);
    assertThat(stop.path("orderId").asLong()).isEqualTo(id(order));
    String why = "/api/outbound/" + id(order) + "/reserved/" + stop.path("id").asLong() + "/reason";
    JsonNode reason = first.get(why).ok();
    assertThat(reason.path("still").asBoolean()).isTrue();
    JsonNode choices = reason.path("now").path("choices");
    assertThat(choices.get(0).path("lot").asString()).isEqualTo("X" + made);
    assertThat(choices.get(0).path("behind").asString()).isEqualTo("FIRST");
    assertThat(choices.get(0).path("taken").asString()).isEqualTo("10");
    assertThat(choices.get(1).path("lot").asString()).isEqualTo("Y" + made);
    assertThat(choices.get(1).path("behind").asString()).isEqualTo("EARLIEST_EXPIRY");
    // What expires sooner came in meanwhile.
    goods.post("OPENING", List.of(Leaving.lot(flare, "W" + made, 30, "KQ.A-06-A", "10"))).ok();
    JsonNode later = first.get(why).ok();
    assertThat(later.path("still").asBoolean()).isFalse();
    assertThat(later.path("now").path("choices").get(0).path("lot").asString())
        .isEqualTo("W" + made);
    leaving.act(id(order), "picking", Map.of()).ok();
    assertThat(first.get(why).status()).isEqualTo(404);
  }

  @Test
  void aPieceThatAnotherOrderGetsIsNotTaken() {
    JsonNode order = leaving.order("TERN", Leaving.line(beacon, "1"));
    Map<String, Object> line = Leaving.line(beacon, "1");
    line.put("lot", "B" + made + "-3");
    JsonNode named = leaving.order("TERN", line);
    assertThat(named.path("kept").get(0).path("serial").asString()).isEqualTo("B" + made + "-3");
    picker.round(Map.of(id(order), ""));
    JsonNode refused = picker.tryScan("B" + made + "-3");
    assertThat(Told.refusal(refused))
        .startsWith("not-instead")
        .contains("otherMark=B" + made + "-3", "why=RESERVED");
    leaving.act(id(named), "closing", Map.of("reason", "Test")).ok();
  }

  @Test
  void whatFitsNowhereIsRefusedAndNothingOfTheSentenceIsLost() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "5"));
    assertThat(refusal(picker.tryScan("RB.KQ.A-04-A"))).isEqualTo("document-first");
    picker.round(Map.of(id(order), ""));
    picker.scan("RB.KQ.A-04-A");
    assertThat(refusal(picker.tryScan("RB.KQ.A-01-A"))).isEqualTo("not-on-walk");
    assertThat(refusal(picker.tryScan(beacon))).isEqualTo("not-on-list");
    assertThat(refusal(picker.tryScan("NO SUCH CODE"))).isEqualTo("unknown-code");
    assertThat(refusal(picker.tryScan("99"))).isEqualTo("more-than-asked");
    JsonNode stands = picker.stands();
    assertThat(stands.path("place").path("state").asString()).isEqualTo("SAID");
    assertThat(stands.path("canUndo").asBoolean()).isTrue();
    act(first, "PICK", "UNDO");
    assertThat(picker.stands().path("place").path("state").asString()).isEqualTo("SUGGESTED");
    assertThat(refusal(act(first, "PICK", "UNDO"))).isEqualTo("nothing-to-undo");
    picker.scan("RB.KQ.A-04-A", shackle);
    act(first, "PICK", "CLEAR");
    assertThat(picker.stands().path("canUndo").asBoolean()).isFalse();
    JsonNode other = act(first, "PICK", "COUNT");
    assertThat(other.path("begins").asString()).isEqualTo("COUNT");
    assertThat(other.path("outcome").asString()).as("this one stays").isEqualTo("STANDS");
    leaving.act(id(order), "round/leaving", Map.of()).ok();
    leaving.act(id(order), "closing", Map.of("reason", "Test")).ok();
  }

  @Test
  void aRoundThatIsLeftIsTakenOnByAnother() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "15"));
    picker.round(Map.of(id(order), ""));
    picker.done("RB.KQ.A-04-A", shackle);
    Client.Answer taken = other.tryRound(Map.of(id(order), ""));
    assertThat(taken.problem()).isEqualTo("under-way");
    assertThat(taken.detail()).contains("Person FIRST");
    first.post("/api/floor/pick/leaving", Map.of("site", site)).ok();
    JsonNode rest = other.round(Map.of(id(order), ""));
    assertThat(rest.path("picking").path("stops")).hasSize(1);
    assertThat(rest.path("quantity").path("value").asString()).isEqualTo("3");
    other.done("RB.KQ.A-06-C", shackle);
    assertThat(leaving.state(id(order))).isEqualTo("PACKED");
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  @Test
  void anOrderIsBegunByItsLabelAndActionLabelsChangeTheWork() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "2"));
    JsonNode begun = picker.scan("RD." + order.path("number").asString());
    assertThat(begun.path("picking").path("orders").get(0).path("number"))
        .isEqualTo(order.path("number"));
    picker.done("RB.KQ.A-04-A", shackle);
    assertThat(picker.tryScan("RA.PACK").path("begins").asString()).isEqualTo("PACK");
    JsonNode packing = packer.stands();
    assertThat(
            packing.path("picking").path("choosable").valueStream().map(one -> one.path("number")))
        .contains(order.path("number"));
    assertThat(packer.scan("RD." + order.path("number").asString()).path("picking").path("stops"))
        .hasSize(1);
    assertThat(packer.tryScan("RA.PICK").path("begins").asString()).isEqualTo("PICK");
    leaving.act(id(order), "hand-over", Map.of()).ok();
    assertThat(packer.stands().path("picking").path("orders"))
        .as("it has gone meanwhile")
        .isEmpty();
  }

  @Test
  void toteAreOfOneOrderAndEmptyAtFirst() {
    JsonNode one = leaving.order("TERN", Leaving.line(shackle, "2"));
    JsonNode two = leaving.order("TERN", Leaving.line(shackle, "2"));
    Map<Long, String> same = new LinkedHashMap<>();
    same.put(id(one), "T1");
    same.put(id(two), "T1");
    assertThat(picker.tryRound(same).problem()).isEqualTo("tote-in-use");
    assertThat(picker.tryRound(Map.of(id(one), "NIX")).detail()).contains("no tote NIX");
    assertThat(leaving.card(id(one)).path("round").isNull()).as("nothing is half done").isTrue();
    picker.round(Map.of(id(one), "T1"));
    picker.done("RB.KQ.A-04-A", shackle);
    assertThat(other.tryRound(Map.of(id(two), "T1")).problem()).isEqualTo("tote-in-use");
    other.round(Map.of(id(two), "T2"));
    other.done("RB.KQ.A-04-A", shackle);
    leaving.act(id(one), "hand-over", Map.of()).ok();
    JsonNode third = leaving.order("TERN", Leaving.line(shackle, "1"));
    picker.round(Map.of(id(third), "T1"));
    leaving.act(id(two), "hand-over", Map.of()).ok();
  }

  @Test
  void whatIsPickedIsPutBackWhereItWas() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "4"));
    leaving.act(id(order), "picking", Map.of()).ok();
    JsonNode picked = leaving.card(id(order));
    assertThat(Leaving.kept(picked)).containsExactly("4 PACK-1 picked");
    long reservation = picked.path("kept").get(0).path("id").asLong();
    assertThat(clerk.post("/api/reservations/" + reservation + "/release", Map.of()).problem())
        .isEqualTo("picked");
    assertThat(leaving.act(id(order), "closing", Map.of("reason", "x")).problem())
        .isEqualTo("picked");
    JsonNode back = leaving.act(id(order), "picked/" + reservation + "/return", Map.of()).ok();
    assertThat(Leaving.kept(back)).containsExactly("4 A-04-A");
    assertThat(back.path("state").asString()).isEqualTo("ALLOCATED");
    leaving.act(id(order), "closing", Map.of("reason", "Test")).ok();
  }

  @Test
  void lessForAReasonOfEachKind() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "12"));
    picker.round(Map.of(id(order), ""));
    assertThat(refusal(picker.takeLess("FEWER"))).isEqualTo("how-many");
    picker.scan("RB.KQ.A-04-A", shackle, "10");
    JsonNode damaged = picker.takeLess("DAMAGED");
    assertThat(Told.done(damaged)).contains("quantity=10", "elsewhere=A-06-C");
    JsonNode reach = picker.takeLess("OUT_OF_REACH");
    assertThat(Told.done(reach))
        .as("what is left in the first bin may be taken after all")
        .startsWith("short")
        .contains("quantity=2", "place=A-06-C", "elsewhere=A-04-A");
    String due = clerk.get("/api/counts/suspicions?site=" + site).ok().toString();
    assertThat(due).contains("A-04-A");
    assertThat(due).as("out of reach is no doubt about the book").doesNotContain("\"A-06-C\"");
    leaving.act(id(order), "round/leaving", Map.of()).ok();
  }

  @Test
  void aLotInABinWithOthersMustBeSaid() {
    JsonNode order = leaving.order("TERN", Leaving.line(flare, "4"));
    picker.round(Map.of(id(order), ""));
    JsonNode open = picker.scan("RB.KQ.A-05-A", flare);
    assertThat(open.path("wanted").valueStream().map(JsonNode::asString)).containsExactly("LOT");
    JsonNode accepted = picker.confirm();
    assertThat(accepted.path("outcome").asString()).isEqualTo("FILLED");
    assertThat(accepted.path("ready").asBoolean()).isTrue();
    assertThat(picker.confirm().path("outcome").asString()).isEqualTo("DONE");
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  @Test
  void packedGoodsComeOffAgainAndAnEmptyLoadIsDoneAwayWith() {
    leaving.flow("PICK_PACK_HAND_OVER");
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "6"));
    leaving.act(id(order), "picking", Map.of()).ok();
    packer.pack(id(order));
    JsonNode load = packer.newLoad();
    packer.done(shackle, "4");
    long unit = load.path("picking").path("parcels").get(0).path("load").asLong();
    assertThat(leaving.card(id(order)).path("state").asString()).isEqualTo("PICKING");
    assertThat(drop(id(order), unit).problem()).isEqualTo("not-empty");
    leaving.act(id(order), "parcels/" + unit + "/weight", Map.of("weight", "3")).ok();
    JsonNode packed = leaving.act(id(order), "packing", Map.of()).ok();
    assertThat(packed.path("state").asString()).isEqualTo("PACKED");
    assertThat(packed.path("parcels")).hasSize(2);
    for (JsonNode one : leaving.card(id(order)).path("kept")) {
      if (one.path("loadId").asLong() == unit) {
        leaving.act(id(order), "packed/" + one.path("id").asLong() + "/return", Map.of()).ok();
      }
    }
    JsonNode off = leaving.card(id(order));
    assertThat(off.path("parcels").get(0).path("weight").isNull())
        .as("what it weighed is no longer so")
        .isTrue();
    assertThat(drop(id(order), unit).ok().path("parcels")).hasSize(1);
    leaving.act(id(order), "packing", Map.of()).ok();
    leaving.act(id(order), "hand-over", Map.of()).ok();
  }

  private Client.Answer drop(long order, long load) {
    return clerk.delete("/api/outbound/" + order + "/parcels/" + load);
  }

  @Test
  void aLoadOfAnotherOrderOrOfTheHouseIsNotPackedInto() {
    leaving.flow("PICK_PACK_HAND_OVER");
    JsonNode one = leaving.order("TERN", Leaving.line(shackle, "2"));
    JsonNode two = leaving.order("TERN", Leaving.line(shackle, "3"));
    leaving.act(id(one), "picking", Map.of()).ok();
    leaving.act(id(two), "picking", Map.of()).ok();
    JsonNode packed = leaving.act(id(one), "packing", Map.of()).ok();
    long load = packed.path("parcels").get(0).path("load").asLong();
    long loose = leaving.card(id(two)).path("kept").get(0).path("id").asLong();
    assertThat(pack(id(two), loose, load, null).problem()).isEqualTo("other-order");
    assertThat(pack(id(two), loose, 0, "9").problem()).isEqualTo("too-much");
    for (JsonNode tote : first.get("/api/floor/trolleys").ok()) {
      assertThat(pack(id(two), loose, tote.path("id").asLong(), null).problem())
          .isEqualTo("not-empty");
    }
    assertThat(leaving.act(id(two), "parcels/" + load + "/weight", Map.of()).status())
        .isEqualTo(404);
    leaving.act(id(two), "packing", Map.of()).ok();
    // What two orders have in one place stays apart: each leaves with its own.
    leaving.act(id(one), "hand-over", Map.of()).ok();
    assertThat(leaving.card(id(two)).path("kept")).hasSize(1);
    leaving.act(id(two), "hand-over", Map.of()).ok();
  }

  private Client.Answer pack(long order, long picked, long load, String quantity) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("picked", picked);
    entry.put("load", load);
    entry.put("quantity", quantity);
    return leaving.act(order, "packed", entry);
  }

  @Test
  void aScanAtRestFindsAnOrderOnlyForThoseWhoWorkThere() {
    JsonNode order = leaving.order("TERN", Leaving.line(shackle, "1"));
    JsonNode hit =
        first
            .post(
                "/api/floor/scan",
                Map.of("site", site, "text", "RD." + order.path("number").asString()))
            .ok()
            .path("hits")
            .get(0);
    assertThat(hit.path("kind").asString()).isEqualTo("LEAVING");
    assertThat(hit.path("detail").asString()).isEqualTo("Customer TERN");
    assertThat(clerk.get("/api/ask?q=" + order.path("number").asString()).ok().toString())
        .contains("LEAVING");
    leaving.act(id(order), "closing", Map.of("reason", "Test")).ok();
  }
}
