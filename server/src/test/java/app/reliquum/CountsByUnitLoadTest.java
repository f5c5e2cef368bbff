package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Unit loads are counted by their numbers, wherever they stand, and those nobody knew of. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CountsByUnitLoadTest {

  /** A number that no unit load of the house has yet. */
  private static final String STRANGER = "340123450000000017";

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Client someone;
  private Counter hand;
  private Goods goods;
  private long quay;
  private long found;
  private long shackle;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    quay = goods.site("KQ");
    goods.rack(quay, "C", "STORE", "C-[01..06]");
    goods.rack(quay, "D", "STORE", "D-[01..06]");
    shackle = goods.item("SHK", "Shackle", "NONE");
    for (JsonNode kind : clerk.get("/api/movement-kinds").ok()) {
      found = kind.path("code").asString().equals("FOUND") ? kind.path("id").asLong() : found;
    }
    someone = HOUSE.hire("HAND", Role.FLOOR_HAND, quay);
    hand = new Counter(someone, quay);
  }

  @AfterAll
  void booksAddUp() {
    goods.booksAddUp();
  }

  /** A new unit load in a bin; its number. */
  private String load(String bin, String quantity) {
    String load = clerk.post("/api/unit-loads", Map.of()).ok().path("code").asString();
    Map<String, Object> line = Goods.line("SHK", null, null, "KQ." + bin, quantity);
    line.put("load", load);
    Map<String, Object> entry = new HashMap<>();
    entry.put("kind", found);
    entry.put("way", "IN");
    entry.put("replacing", false);
    entry.put("lines", List.of(line));
    clerk.post("/api/adjustments", entry).ok();
    return load;
  }

  private static Map<String, Object> scope(long site, String bins) {
    Map<String, Object> scope = Counter.scope(site);
    scope.put("binsFrom", bins + "-01");
    scope.put("binsTo", bins + "-06");
    return scope;
  }

  private Map<String, JsonNode> slips(long count) {
    Map<String, JsonNode> slips = new HashMap<>();
    for (JsonNode slip : clerk.get("/api/counts/" + count + "/slips").ok().path("rows")) {
      slips.put(slip.path("load").asString(), slip);
    }
    return slips;
  }

  private String onHand(String load, String bin) {
    for (JsonNode row : clerk.get("/api/on-hand?group=POSITION&load=" + load).ok().path("rows")) {
      if (row.path("place").asString().equals(bin)) {
        return row.path("onHand").asString();
      }
    }
    return "0";
  }

  @Test
  void eachIsCountedWholeWhereItIsScannedAndNowhereElse() {
    String stays = load("C-01", "10");
    String wanders = load("C-02", "8");
    String gone = load("C-03", "5");
    goods.opening("SHK", null, null, "KQ.C-04", "7");
    Map<String, Object> entry = Counter.entry(scope(quay, "C"), "SPOT", "LOAD");
    JsonNode preview = clerk.post("/api/counts/preview", entry).ok();
    assertThat(preview.path("slips").asInt()).isEqualTo(3);
    assertThat(preview.path("positions").asInt()).isEqualTo(3);
    long count = Counter.drawUp(clerk, entry);
    assertThat(slips(count).keySet()).containsExactlyInAnyOrder(stays, wanders, gone);
    assertThat(slips(count).get(wanders).path("place").asString()).isEqualTo("C-02");
    hand.choose(count);
    assertThat(hand.tryScan("(00)" + stays).ok().path("outcome").asString()).isEqualTo("REFUSED");
    JsonNode whole = hand.scan("RB.KQ.C-01", "(00)" + stays);
    assertThat(whole.path("counting").path("slip").path("load").asString()).isEqualTo(stays);
    assertThat(whole.path("counting").path("lines").get(0).path("quantity").asString())
        .isEqualTo("10");
    hand.scan("(00)" + wanders);
    assertThat(slips(count).get(stays).path("state").asString()).isEqualTo("DONE");
    // One that nobody knew of, with what stands on it.
    JsonNode extra = hand.scan("RB.KQ.C-05", "(00)" + STRANGER, "RI.SHK", "4");
    assertThat(extra.path("counting").path("slip").path("load").asString()).isEqualTo(STRANGER);
    hand.confirm();
    assertThat(Counter.state(clerk, count)).isEqualTo("COUNTING");
    hand.take(slips(count).get(gone).path("id").asLong()).ok();
    hand.confirm();
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    assertThat(
            Counter.results(clerk, count, "show=ALL").stream()
                .map(
                    row ->
                        row.path("load").asString()
                            + " "
                            + row.path("place").asString()
                            + " "
                            + row.path("variance").asString()))
        .containsExactlyInAnyOrder(
            stays + " C-01 0",
            wanders + " C-01 8",
            wanders + " C-02 -8",
            gone + " C-03 -5",
            STRANGER + " C-05 4");
    Counter.decide(
        clerk,
        count,
        "ACCEPT",
        Counter.results(clerk, count, "show=WRONG").stream()
            .map(row -> row.path("id").asLong())
            .toArray(Long[]::new));
    Counter.post(clerk, count).ok();
    assertThat(onHand(wanders, "C-01")).isEqualTo("8");
    assertThat(onHand(wanders, "C-02")).isEqualTo("0");
    assertThat(onHand(STRANGER, "C-05")).isEqualTo("4");
    assertThat(goods.onHand(shackle, "&place=" + goods.bin(quay, "C-04"))).isEqualTo("7");
  }

  @Test
  void whatIsTakenBackIsStillToBeCountedAndOneMayBeCorrected() {
    String first = load("D-01", "10");
    String second = load("D-02", "6");
    long count = Counter.drawUp(clerk, Counter.entry(scope(quay, "D"), "SWEEP", "LOAD"));
    hand.choose(count);
    hand.scan("RB.KQ.D-01", "(00)" + first);
    hand.act("UNDO");
    hand.scan("(00)" + second);
    assertThat(slips(count).get(first).path("state").asString()).isEqualTo("OPEN");
    JsonNode again = hand.scan("(00)" + first);
    long line = again.path("counting").path("lines").get(0).path("id").asLong();
    hand.correct(line, "9").ok();
    hand.confirm();
    assertThat(Counter.state(clerk, count)).isEqualTo("IN_REVIEW");
    assertThat(
            Counter.results(clerk, count, "show=WRONG").stream()
                .map(row -> row.path("place").asString() + " " + row.path("variance").asString()))
        .containsExactlyInAnyOrder("D-01 -1", "D-01 6", "D-02 -6");
  }

  @Test
  void scannedAnewInAnotherBinItStandsThereOnly() {
    goods.rack(quay, "F", "STORE", "F-[01..06]");
    String load = load("F-01", "10");
    String other = load("F-02", "1");
    load("F-04", "2");
    long count = Counter.drawUp(clerk, Counter.entry(scope(quay, "F"), "SWEEP", "LOAD"));
    hand.choose(count);
    hand.scan("RB.KQ.F-01", "(00)" + load, "(00)" + other);
    assertThat(slips(count).get(load).path("state").asString()).isEqualTo("DONE");
    // The label of the bin was the wrong one.
    hand.scan("RB.KQ.F-03", "(00)" + load);
    hand.confirm();
    assertThat(
            Counter.results(clerk, count, "show=WRONG").stream()
                .filter(row -> row.path("load").asString().equals(load))
                .map(row -> row.path("place").asString() + " " + row.path("variance").asString()))
        .containsExactlyInAnyOrder("F-01 -10", "F-03 10");
  }

  @Test
  void sheetsOfThemAreTypedWithTheNumbersOfExtraOnes() {
    goods.rack(quay, "E", "STORE", "E-[01..06]");
    String known = load("E-01", "10");
    long count = Counter.drawUp(clerk, Counter.entry(scope(quay, "E"), "SWEEP", "LOAD"));
    JsonNode sheet = clerk.get("/api/counts/" + count + "/sheets/1").ok();
    assertThat(sheet.path("load").asString()).isEqualTo(known);
    JsonNode printed = sheet.path("lines").get(0);
    Map<String, Object> figure = new HashMap<>();
    for (String name : List.of("itemId", "placeId", "lotId", "serialId", "unitLoadId")) {
      figure.put(name, printed.path(name).asLong());
    }
    figure.put("condition", printed.path("condition").asString());
    figure.put("quantity", "10");
    Map<String, Object> extra = new HashMap<>();
    extra.put("item", "SHK");
    extra.put("bin", "E-02");
    extra.put("load", "00" + STRANGER.replace("17", "18"));
    extra.put("quantity", "3");
    Map<String, Object> typed = new HashMap<>();
    typed.put("figures", List.of(figure));
    typed.put("found", List.of(extra));
    typed.put("lookedUp", false);
    Client.Answer wrong = clerk.post("/api/counts/" + count + "/sheets/1", typed);
    assertThat(wrong.body().path("field").asString()).isEqualTo("found[0].load");
    extra.put("load", STRANGER);
    clerk.post("/api/counts/" + count + "/sheets/1", typed).ok();
    assertThat(
            Counter.results(clerk, count, "show=WRONG").stream()
                .map(row -> row.path("load").asString() + " " + row.path("variance").asString()))
        .containsExactly(STRANGER + " 3");
  }
}
