package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Jobs book in what they make, in parts, at what their components cost. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class JobsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Goods goods;
  private Leaving leaving;
  private long site;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    leaving = new Leaving(clerk, site);
    leaving.flow("PICK_HAND_OVER");
    goods.item("PIN", "Pin", "NONE");
    goods.item("BODY", "Body", "NONE");
    bought("PIN", "100", 1.5);
    bought("BODY", "50", 4);
  }

  @AfterAll
  void theBooksAddUp() {
    goods.booksAddUp();
  }

  private void bought(String item, String quantity, double cost) {
    clerk
        .post(
            "/api/postings",
            Map.of(
                "direction",
                "FROM_SUPPLIER",
                "lines",
                List.of(
                    Map.of(
                        "item", item, "place", "KQ.A-01-A", "quantity", quantity, "cost", cost))))
        .ok();
  }

  /** A kit of two pins and a body: seven each. Its number. */
  private long kit(String code, String tracking) {
    long kit = goods.item(code, "Shackle " + code, tracking);
    clerk
        .put(
            "/api/items/" + kit + "/components",
            Map.of(
                "components",
                List.of(
                    Map.of("item", "PIN", "quantity", "2"),
                    Map.of("item", "BODY", "quantity", "1"))))
        .ok();
    return kit;
  }

  private JsonNode job(String kit, String many) {
    return clerk.post("/api/outbound/jobs", Map.of("kit", kit, "kits", many, "site", site)).ok();
  }

  private static long id(JsonNode card) {
    return card.path("id").asLong();
  }

  private void useUp(JsonNode job) {
    leaving.act(id(job), "picking", Map.of()).ok();
    leaving.act(id(job), "hand-over", Map.of("takenBy", "")).ok();
  }

  private static Map<String, Object> part(String quantity) {
    return new HashMap<>(Map.of("quantity", quantity, "bin", "A-02-A"));
  }

  private JsonNode output(JsonNode job) {
    return clerk.get("/api/outbound/" + id(job) + "/output").ok();
  }

  private BigDecimal value(String item) {
    return clerk
        .get("/api/value?by=ITEM&q=" + item)
        .ok()
        .path("page")
        .path("rows")
        .get(0)
        .path("value")
        .decimalValue();
  }

  @Test
  void aJobIsFinishedInTwoPartsWhoseCostIsItsComponents() {
    long kit = kit("SHK-A", "NONE");
    JsonNode job = job("SHK-A", "10");
    Client.Answer early = leaving.act(id(job), "output", part("1"));
    assertThat(early.problem()).isEqualTo("too-much");
    assertThat(early.body().path("most").asString()).isEqualTo("0");
    useUp(job);
    assertThat(output(job).path("mayBook").asString()).isEqualTo("10");
    JsonNode first = leaving.act(id(job), "output", part("4")).ok();
    assertThat(first.path("made").asString()).isEqualTo("4");
    assertThat(first.path("value").decimalValue()).isEqualByComparingTo("28");
    assertThat(goods.onHand(kit, "")).isEqualTo("4");
    assertThat(leaving.act(id(job), "output", part("7")).problem()).isEqualTo("too-much");
    JsonNode second = leaving.act(id(job), "output", part("6")).ok();
    assertThat(second.path("mayBook").asString()).isEqualTo("0");
    assertThat(second.path("value").decimalValue()).isEqualByComparingTo("70");
    assertThat(value("SHK-A")).isEqualByComparingTo("70");
    assertThat(leaving.card(id(job)).path("changes").toString()).contains("4 × SHK-A, A-02-A");
  }

  @Test
  void aComponentThatWasSpoiltIsReplacedAndIsPartOfWhatTheJobCosts() {
    long kit = kit("SHK-S", "NONE");
    JsonNode job = job("SHK-S", "5");
    useUp(job);
    assertThat(leaving.state(id(job))).isEqualTo("DONE");
    leaving.act(id(job), "output", part("2")).ok();
    JsonNode pins = output(job).path("components").get(1);
    assertThat(pins.path("item").asString()).isEqualTo("PIN");
    // Four of ten pins are in what is booked in.
    assertThat(pins.path("mayScrap").asString()).isEqualTo("6");
    String at = "lines/" + pins.path("line").asInt() + "/scrap";
    assertThat(leaving.act(id(job), at, Map.of("quantity", "7", "reason", "bent")).problem())
        .isEqualTo("too-much");
    assertThat(leaving.act(id(job), at, Map.of("quantity", "3", "reason", "")).problem())
        .isEqualTo("invalid");
    JsonNode after = leaving.act(id(job), at, Map.of("quantity", "3", "reason", "bent")).ok();
    assertThat(after.path("components").get(1).path("scrapped").asString()).isEqualTo("3");
    // Seven good pins are enough for three; two are booked in.
    assertThat(after.path("mayBook").asString()).isEqualTo("1");
    assertThat(leaving.state(id(job))).isEqualTo("ALLOCATED");
    useUp(job);
    assertThat(leaving.state(id(job))).isEqualTo("DONE");
    leaving.act(id(job), "output", part("3")).ok();
    // Five bodies at 4 and thirteen pins at 1.50.
    assertThat(value("SHK-S")).isEqualByComparingTo("39.50");
    assertThat(goods.onHand(kit, "")).isEqualTo("5");
    assertThat(leaving.card(id(job)).path("changes").toString()).contains("3 × PIN: bent");
  }

  @Test
  void whatIsTakenBackMayBeBookedInAgain() {
    long kit = kit("SHK-B", "LOT");
    JsonNode job = job("SHK-B", "3");
    useUp(job);
    Map<String, Object> lot = part("3");
    lot.put("lot", "made-1");
    leaving.act(id(job), "output", lot).ok();
    JsonNode lines = clerk.get("/api/ledger?item=" + kit + "&kind=PRODUCTION").ok().path("rows");
    long posting = lines.get(0).path("posting").asLong();
    assertThat(lines.get(0).path("lot").asString()).isEqualTo("MADE-1");
    clerk.post("/api/postings/" + posting + "/reversal", Map.of("reason", "wrong bin")).ok();
    assertThat(goods.onHand(kit, "")).isEqualTo("0");
    assertThat(output(job).path("mayBook").asString()).isEqualTo("3");
    // Without a number, the rule gives the lot one.
    leaving.act(id(job), "output", part("3")).ok();
    assertThat(goods.onHand(kit, "")).isEqualTo("3");
  }

  @Test
  void piecesWithSerialNumbersNeedOneEach() {
    long kit = kit("SHK-C", "SERIAL");
    JsonNode job = job("SHK-C", "2");
    useUp(job);
    Map<String, Object> pieces = part("2");
    pieces.put("serials", List.of("S-1", "s-1"));
    Client.Answer twice = leaving.act(id(job), "output", pieces);
    assertThat(twice.body().path("field").asString()).isEqualTo("serials");
    pieces.put("serials", List.of("S-1", "S-2"));
    leaving.act(id(job), "output", pieces).ok();
    assertThat(goods.onHand(kit, "")).isEqualTo("2");
    Map<String, Object> nowhere = part("1");
    nowhere.put("bin", "Z-99");
    JsonNode other = job("SHK-C", "1");
    useUp(other);
    nowhere.put("serials", List.of("S-3"));
    assertThat(leaving.act(id(other), "output", nowhere).body().path("field").asString())
        .isEqualTo("bin");
    JsonNode order = leaving.card(id(other));
    assertThat(order.path("state").asString()).isEqualTo("DONE");
  }

  @Test
  void piecesAreNumberedByTheRuleOfTheirItemIfNobodyNumbersThem() {
    Map<String, Object> entry = Goods.itemEntry("SHK-R", "Shackle", "SERIAL");
    entry.put("serialRule", "R{oops}");
    assertThat(clerk.post("/api/items", entry).body().path("field").asString())
        .isEqualTo("serialRule");
    entry.put("serialRule", "R{nnnn}");
    long kit = goods.item(entry);
    clerk
        .put(
            "/api/items/" + kit + "/components",
            Map.of("components", List.of(Map.of("item", "PIN", "quantity", "2"))))
        .ok();
    JsonNode job = job("SHK-R", "3");
    useUp(job);
    leaving.act(id(job), "output", part("2")).ok();
    leaving.act(id(job), "output", part("1")).ok();
    JsonNode rows = clerk.get("/api/on-hand?group=POSITION&item=" + kit).ok().path("rows");
    assertThat(rows.valueStream().map(row -> row.path("serial").asString()).toList())
        .containsExactlyInAnyOrder("R0001", "R0002", "R0003");
  }

  /** What a job will make is on its way, until it is booked in. */
  @Test
  void whatAJobWillMakeIsComing() {
    long kit = kit("SHK-D", "NONE");
    JsonNode job = job("SHK-D", "5");
    Map<String, Object> figures = new HashMap<>();
    figures.putAll(Map.of("kind", "POINT_AND_QUANTITY", "point", "3", "servicePercent", 95));
    figures.putAll(Map.of("reviewDays", 1, "windowDays", 90, "orderCost", 1));
    figures.putAll(Map.of("holdingPercent", 20, "forOrders", "FROM_STOCK"));
    clerk.post("/api/replenishment/policies", Map.of("item", "SHK-D", "figures", figures)).ok();
    String card = "/api/replenishment/items/" + kit + "/at/" + site;
    assertThat(clerk.get(card).ok().path("reason").path("coming").asString()).isEqualTo("5");
    useUp(job);
    leaving.act(id(job), "output", part("5")).ok();
    JsonNode after = clerk.get(card).ok().path("reason");
    assertThat(after.path("coming").asString()).isEqualTo("0");
    assertThat(after.path("free").asString()).isEqualTo("5");
  }
}
