package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FloorTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client hand;
  private Goods goods;
  private long site;
  private long other;
  private long shackle;

  @BeforeAll
  void furnish() {
    Client controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    other = goods.site("OH");
    Map<String, Object> entry = Goods.itemEntry("SHK", "Shackle", "NONE");
    entry.put("barcodes", List.of(gtin("210000000001")));
    entry.put("packs", List.of(Goods.pack("box", "10", gtin("220000000001"))));
    entry.put("homes", List.of(Map.of("site", site, "address", "a-06-c", "shelfNote", "")));
    shackle = goods.item(entry);
    goods.item("FLR", "Flare", "LOT");
    goods.item("BCN", "Beacon", "SERIAL");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    goods.opening("SHK", null, null, "KQ.A-01-A", "250");
    goods.opening("FLR", "K1", null, "KQ.A-02-A", "20");
    goods.opening("FLR", "K2", null, "KQ.A-02-A", "20");
    goods.opening("BCN", null, "B-1", "KQ.A-03-A", "1");
    goods.opening("BCN", null, "B-2", "KQ.A-03-A", "1");
  }

  private static String gtin(String before) {
    return before + app.reliquum.core.scan.Gtin.checkDigit(before);
  }

  @BeforeEach
  void clear() {
    act("CLEAR");
  }

  private JsonNode scan(Client client, String text) {
    return client.post("/api/floor/MOVE/scan", Map.of("site", site, "text", text)).ok();
  }

  private JsonNode scan(String text) {
    return scan(hand, text);
  }

  private JsonNode act(String action) {
    return hand.post("/api/floor/MOVE/act", Map.of("site", site, "action", action)).ok();
  }

  private static String refused(JsonNode view) {
    assertThat(view.path("outcome").asString()).isEqualTo("REFUSED");
    return Told.refusal(view);
  }

  @Test
  void aWholeMoveByScansOnly() {
    scan("RB.KQ.A-01-A");
    scan(gtin("220000000001"));
    JsonNode view = scan("RB.KQ.A-05-A");
    assertThat(view.path("ready").asBoolean()).isTrue();
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("10");
    assertThat(view.path("quantity").path("packs").asString()).isEqualTo("1 box");
    JsonNode done = scan("RA.CONFIRM");
    assertThat(done.path("outcome").asString()).isEqualTo("DONE");
    assertThat(Told.done(done))
        .startsWith("moved part=NONE quantity=10 item=Shackle")
        .endsWith("from=A-01-A to=A-05-A");
    assertThat(goods.onHand(shackle, "&place=" + goods.bin(site, "A-05-A"))).isEqualTo("10");
    JsonNode same = scan("RA.SAME");
    assertThat(same.path("from").path("address").asString()).isEqualTo("A-01-A");
    assertThat(same.path("to").path("address").asString()).isEqualTo("A-05-A");
  }

  @Test
  void suggestionsAreTakenFirstAndThenDone() {
    JsonNode view = scan("SHK");
    assertThat(view.path("item").path("name").asString()).isEqualTo("Shackle");
    assertThat(scan("KQ.A-01-A").path("outcome").asString()).isEqualTo("REFUSED");
    view = scan("A-01-A");
    assertThat(view.path("to").path("state").asString()).isEqualTo("SUGGESTED");
    assertThat(view.path("to").path("address").asString()).isEqualTo("A-06-C");
    assertThat(view.path("to").path("why").asString()).isEqualTo("HOME_BIN");
    scan("3");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("FILLED");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
  }

  @Test
  void manySerialsInABinCostNoMoreQuestionsThanFew() {
    goods.item("EPB", "Position beacon", "SERIAL");
    List<Map<String, Object>> lines = new java.util.ArrayList<>();
    for (int i = 1; i <= 80; i++) {
      lines.add(
          Goods.line("EPB", null, "EPB-%03d".formatted(i), i <= 2 ? "KQ.B-05" : "KQ.B-06", "1"));
    }
    goods.post("OPENING", lines).ok();
    scan("RB.KQ.B-05");
    act("CLEAR");
    long few = questions("RB.KQ.B-05", "EPB-002");
    long many = questions("RB.KQ.B-06", "EPB-003");
    assertThat(many - few).as("questions more for 76 serials more").isLessThan(12);
  }

  /** How often the database is asked for a scan of a bin and what the view of it needs. */
  private long questions(String bin, String serial) {
    long before = HOUSE.watched().statements();
    assertThat(scan(bin).toString()).contains(serial);
    long asked = HOUSE.watched().statements() - before;
    act("CLEAR");
    return asked;
  }

  @Test
  void theSentenceIsThereOnAnotherDevice() {
    scan("A-02-A");
    scan("FLR");
    Client elsewhere = HOUSE.nobody().signIn("HAND", RunningHouse.PASSWORD);
    JsonNode view = elsewhere.get("/api/floor/MOVE?site=" + site).ok();
    assertThat(view.path("from").path("address").asString()).isEqualTo("A-02-A");
    assertThat(view.path("item").path("code").asString()).isEqualTo("FLR");
    scan(elsewhere, "K2");
    assertThat(hand.get("/api/floor/MOVE?site=" + site).ok().path("lot").path("code").asString())
        .isEqualTo("K2");
    JsonNode undone = act("UNDO");
    assertThat(undone.path("lot").path("state").asString()).isEqualTo("SUGGESTED");
  }

  @Test
  void whatWasSaidBeforeAnUpgradeIsReadOn() {
    scan("A-01-A");
    // As it was written before sentences had their present names.
    String said =
        """
        [{"kind":"together","parts":[{"kind":"bin","place":%d,"role":"FROM"},
        {"kind":"item","item":%d,"counts":"0"}]},{"kind":"of","condition":"GOOD"},
        {"kind":"figure","quantity":"7","pack":null}]
        """
            .formatted(goods.bin(site, "A-01-A"), shackle)
            .replace("\n", "");
    HOUSE
        .database()
        .run(
            "update sentence set evidence = '"
                + said
                + "' where verb = 'MOVE' and person_id = (select id from person where code ="
                + " 'HAND')");
    JsonNode view = hand.get("/api/floor/MOVE?site=" + site).ok();
    assertThat(view.path("quantity").path("value").asString()).isEqualTo("7");
    assertThat(view.path("item").path("code").asString()).isEqualTo("SHK");
    assertThat(view.path("from").path("address").asString()).isEqualTo("A-01-A");
  }

  @Test
  void aScanSentTwiceCountsOnce() {
    scan("A-01-A");
    UUID command = UUID.randomUUID();
    Map<String, Object> body = Map.of("site", site, "text", gtin("210000000001"));
    hand.post("/api/floor/MOVE/scan", body, command).ok();
    JsonNode again = hand.post("/api/floor/MOVE/scan", body, command).ok();
    assertThat(again.path("quantity").path("value").asString()).isEqualTo("1");
    assertThat(scan(gtin("210000000001")).path("quantity").path("value").asString()).isEqualTo("2");
  }

  @Test
  void refusalsNameWhatTheLabelIsAndWhatWasExpected() {
    assertThat(refused(scan("XYZZY")))
        .isEqualTo("unknown-code text=XYZZY fault= wanted=ITEM,QUANTITY,FROM,TO more=0");
    String wrong = gtin("210000000009").substring(0, 12) + "x";
    assertThat(refused(scan(wrong))).startsWith("unknown-code text=" + wrong);
    char right = gtin("210000000001").charAt(12);
    assertThat(refused(scan("210000000001" + (right == '0' ? '1' : '0'))))
        .contains("fault=GTIN_CHECK_DIGIT", "expected=" + right);
    scan("A-02-A");
    scan("FLR");
    assertThat(refused(scan("SHK"))).isEqualTo("other-item expectedItem=Flare item=Shackle");
    assertThat(refused(scan("99"))).isEqualTo("not-enough place=A-02-A asked=99 held=20");
    assertThat(refused(scan("1.5"))).isEqualTo("wrong-quantity fault=NOT_WHOLE given=1.5 limit=0");
    assertThat(refused(scan("RB.OH.A-01-A"))).startsWith("other-site place=A-01-A");
    scan("A-04-A");
    assertThat(refused(scan("A-05-A")))
        .isEqualTo("places-named place=A-05-A from=A-02-A to=A-04-A");
    assertThat(refused(act("TURN"))).isEqualTo("cannot-turn");
    assertThat(refused(act("SAME"))).isEqualTo("nothing-before begun=true");
    clear();
    assertThat(refused(act("UNDO"))).contains("nothing-to-undo");
    assertThat(refused(act("CONFIRM"))).startsWith("not-whole");
    assertThat(refused(scan("2 box"))).isEqualTo("pack-needs-item pack=box");
  }

  @Test
  void serialNumbersAreScannedOneByOne() {
    scan("B-1");
    JsonNode view = scan("B-2");
    assertThat(view.path("serials")).hasSize(2);
    assertThat(view.path("from").path("address").asString()).isEqualTo("A-03-A");
    assertThat(refused(scan("B-2"))).isEqualTo("serial-twice serial=B-2");
    scan("A-04-C");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
    scan("A-04-C");
    scan("A-03-A");
    scan("B-1");
    scan("B-2");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
  }

  @Test
  void aCodeWithSeveralMeaningsIsNeverGuessed() {
    goods.item("12", "Twelve-inch block", "NONE");
    goods.opening("12", null, null, "KQ.B-03", "5");
    JsonNode view = scan("12");
    assertThat(view.path("outcome").asString()).isEqualTo("CHOOSE");
    assertThat(view.path("choices")).hasSize(2);
    JsonNode saying = view.path("choices").get(0).path("saying");
    JsonNode chosen = hand.post("/api/floor/MOVE/say", Map.of("site", site, "saying", saying)).ok();
    assertThat(chosen.path("item").path("code").asString()).isEqualTo("12");
    assertThat(scan("2").path("quantity").path("value").asString()).isEqualTo("2");
  }

  @Test
  void whenTheGoodsAreGoneMeanwhileTheSentenceSaysSo() {
    goods.opening("SHK", null, null, "KQ.B-04", "5");
    scan("B-04");
    scan("5");
    scan("B-05");
    goods.post("USED_UP", List.of(Goods.line("SHK", null, null, "KQ.B-04", "3"))).ok();
    JsonNode view = hand.get("/api/floor/MOVE?site=" + site).ok();
    assertThat(refused(view)).contains("not-enough place=B-04 asked=5 held=2");
    assertThat(view.path("to").path("address").asString()).isEqualTo("B-05");
    assertThat(refused(act("CONFIRM"))).contains("not-enough place=B-04 asked=5 held=2");
    assertThat(act("CONFIRM").path("quantity").path("value").asString()).isEqualTo("2");
    assertThat(act("CONFIRM").path("outcome").asString()).isEqualTo("DONE");
  }

  @Test
  void atRestAScanOpensACard() {
    Map<String, Object> bin = Map.of("site", site, "text", "A-01-A");
    JsonNode found = hand.post("/api/floor/scan", bin).ok();
    // The address stands at both sites; this hand works at one of them.
    assertThat(found.path("hits")).hasSize(1);
    assertThat(found.path("hits").get(0).path("kind").asString()).isEqualTo("BIN");
    JsonNode item =
        hand.post("/api/floor/scan", Map.of("site", site, "text", gtin("210000000001"))).ok();
    assertThat(item.path("hits").get(0).path("title").asString()).isEqualTo("Shackle");
    assertThat(
            hand.post("/api/floor/scan", Map.of("site", site, "text", "RA.MOVE"))
                .ok()
                .path("action")
                .asString())
        .isEqualTo("MOVE");
    assertThat(
            hand.post("/api/floor/scan", Map.of("site", site, "text", "nothing"))
                .ok()
                .path("refusal")
                .path("type")
                .asString())
        .isEqualTo("unknown-code");
    assertThat(hand.post("/api/floor/scan", Map.of("site", other, "text", "SHK")).status())
        .isEqualTo(403);
  }
}
