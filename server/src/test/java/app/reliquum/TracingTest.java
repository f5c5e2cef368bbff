package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * Twelve of a lot are bought on an order, six are moved, two jobs make kits of four, and customers
 * get kits and pieces: where all that came from and went is found from any of it.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class TracingTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client clerk;
  private Goods goods;
  private Leaving leaving;
  private long site;
  private int made;
  private String cord;
  private long cordId;
  private String order;

  @BeforeAll
  void furnish() {
    clerk = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(clerk);
    site = goods.site("KQ");
    leaving = new Leaving(clerk, site);
    leaving.flow("PICK_HAND_OVER");
    leaving.customer("DULSE", 0, false);
    leaving.customer("PUFFIN", 0, false);
    Map<String, Object> supplier = new HashMap<>();
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry Works", "leadDays", 5));
    supplier.putAll(
        Map.of("email", "a@skerry.example", "street", "1 Quay", "town", "Holm", "active", true));
    clerk.post("/api/suppliers", supplier).ok();
  }

  @AfterAll
  void theBooksAddUp() {
    goods.booksAddUp();
  }

  @BeforeEach
  void buy() {
    made++;
    cord = "CRD-" + made;
    cordId = goods.item(cord, "Cord " + made, "LOT");
    order = receive("K" + made, "12");
    clerk.post("/api/moves", Goods.move(cord, "K" + made, "KQ.DOCK-1", "KQ.A-01-A", "12")).ok();
  }

  /** Receives a lot on an order. Its number. */
  private String receive(String lot, String quantity) {
    Map<String, Object> line = Leaving.line(cord, quantity);
    line.put("price", "2.50");
    Map<String, Object> entry = new HashMap<>(Map.of("supplier", "SKERRY", "site", site));
    entry.putAll(Map.of("note", "", "expected", "2027-01-02", "lines", List.of(line)));
    JsonNode card = clerk.post("/api/inbound", entry).ok();
    long id = card.path("id").asLong();
    clerk.post("/api/inbound/" + id + "/sending", Map.of()).ok();
    String at = "/api/floor/RECEIVE/";
    clerk.post(at + "document", Map.of("site", site, "document", id)).ok();
    for (String said : List.of("RI." + cord, lot, quantity)) {
      clerk.post(at + "scan", Map.of("site", site, "text", said)).ok();
    }
    for (int i = 0; i < 2; i++) {
      clerk.post(at + "act", Map.of("site", site, "action", "CONFIRM"));
    }
    return card.path("number").asString();
  }

  private long lot(String code) {
    for (JsonNode start : clerk.get("/api/trace/starts?q=" + code).ok()) {
      if (start.path("kind").asString().equals("LOT")
          && start.path("code").asString().equals(code)) {
        return start.path("id").asLong();
      }
    }
    throw new AssertionError("No lot " + code);
  }

  private JsonNode traceOfLot(String code) {
    return clerk.get("/api/trace/lots/" + lot(code)).ok();
  }

  /** Sends some of an item to a customer. The number of the order. */
  private String ship(String customer, String item, String packs) {
    JsonNode card = leaving.order(customer, Leaving.line(item, packs));
    long id = card.path("id").asLong();
    leaving.act(id, "picking", Map.of()).ok();
    leaving.act(id, "hand-over", Map.of("takenBy", "Ferry")).ok();
    return card.path("number").asString();
  }

  /** Makes kits of two cords each, with a lot or with serial numbers. The number of the job. */
  private String make(String kit, String kits, String lot, List<String> serials) {
    JsonNode job =
        clerk.post("/api/outbound/jobs", Map.of("kit", kit, "kits", kits, "site", site)).ok();
    long id = job.path("id").asLong();
    leaving.act(id, "picking", Map.of()).ok();
    leaving.act(id, "hand-over", Map.of("takenBy", "")).ok();
    Map<String, Object> part = new HashMap<>(Map.of("quantity", kits, "bin", "A-02-A"));
    part.put("lot", lot);
    part.put("serials", serials);
    clerk.post("/api/outbound/" + id + "/output", part).ok();
    return job.path("number").asString();
  }

  private String kit(String tracking) {
    String code = "KIT-" + made + tracking;
    long kit = goods.item(code, "Kit " + made, tracking);
    clerk
        .put(
            "/api/items/" + kit + "/components",
            Map.of("components", List.of(Map.of("item", cord, "quantity", "2"))))
        .ok();
    return code;
  }

  private static List<String> sides(JsonNode trace, String which) {
    List<String> sides = new ArrayList<>();
    for (JsonNode side : trace.path(which)) {
      JsonNode goods = trace.path("parts").get(side.path("part").asInt()).path("goods");
      sides.add(
          "%s %s %s of %s"
              .formatted(
                  side.path("place").asString(),
                  side.path("party").path("code").asString("-"),
                  side.path("there").asString(),
                  goods.path("serial").asString(goods.path("lot").asString())));
    }
    return sides;
  }

  private static void inBalance(JsonNode trace) {
    for (JsonNode part : trace.path("parts")) {
      JsonNode balance = part.path("balance");
      assertThat(balance.path("missing").asString()).as("%s", part).isEqualTo("0");
      assertThat(balance.path("differences")).isEmpty();
    }
  }

  @Test
  void aLotIsFollowedToTheCustomersAlsoThroughAJob() {
    String kit = kit("LOT");
    String job = make(kit, "2", "M" + made, null);
    String kits = ship("DULSE", kit, "1");
    String plain = ship("PUFFIN", cord, "3");

    JsonNode trace = traceOfLot("K" + made);
    assertThat(trace.path("complete").asBoolean()).isTrue();
    assertThat(trace.path("parts"))
        .extracting(part -> part.path("role").asString())
        .containsExactly("SUBJECT", "PRODUCT");
    assertThat(sides(trace, "holders"))
        .containsExactlyInAnyOrder(
            "USED_UP - 4 of K" + made, "CUSTOMER PUFFIN 3 of K" + made,
            "CUSTOMER DULSE 1 of M" + made, "USED_UP - -2 of M" + made);
    assertThat(sides(trace, "origins")).containsExactly("SUPPLIER SKERRY 12 of K" + made);
    assertThat(trace.path("holders"))
        .filteredOn(side -> side.path("party").path("code").asString("").equals("DULSE"))
        .extracting(side -> side.path("documents").get(0).asString())
        .containsExactly(kits);
    assertThat(trace.path("jobs").get(0).path("document").asString()).isEqualTo(job);
    assertThat(trace.path("jobs").get(0).path("made").get(0).path("part").asInt()).isEqualTo(1);
    JsonNode subject = trace.path("parts").get(0);
    assertThat(subject.path("balance").path("cameIn").asString()).isEqualTo("12");
    assertThat(subject.path("balance").path("wentOut").asString()).isEqualTo("7");
    assertThat(subject.path("balance").path("held").asString()).isEqualTo("5");
    assertThat(trace.path("lines"))
        .filteredOn(line -> line.path("document").asString("").equals(plain))
        .as("picked and handed over")
        .isNotEmpty()
        .allMatch(line -> line.path("part").asInt() == 0)
        .allMatch(line -> !line.path("person").asString("").isEmpty());
    inBalance(trace);
  }

  @Test
  void aPieceIsFollowedBackToTheSupplier() {
    String kit = kit("SERIAL");
    make(kit, "2", null, List.of("S" + made + "A", "S" + made + "B"));
    receive("Z" + made, "4");
    ship("DULSE", kit, "2");
    JsonNode start = clerk.get("/api/trace/starts?q=S" + made + "B").ok().get(0);
    assertThat(start.path("kind").asString()).isEqualTo("SERIAL");
    JsonNode trace = clerk.get("/api/trace/serials/" + start.path("id").asLong()).ok();
    assertThat(sides(trace, "holders"))
        .containsExactly("USED_UP - -1 of S" + made + "B", "CUSTOMER DULSE 1 of S" + made + "B");
    assertThat(sides(trace, "origins"))
        .as("the other lot was not in it")
        .containsExactly("SUPPLIER SKERRY 12 of K" + made);
    assertThat(trace.path("origins").get(0).path("documents").get(0).asString()).isEqualTo(order);
    assertThat(trace.path("jobs").get(0).path("made")).hasSize(2);
    inBalance(trace);
  }

  @Test
  void whatWasTakenBackIsNobodysAnyMore() {
    String shipped = ship("PUFFIN", cord, "3");
    JsonNode trace = traceOfLot("K" + made);
    long issue = 0;
    for (JsonNode line : trace.path("lines")) {
      issue = line.path("kind").asString().equals("ISSUE") ? line.path("posting").asLong() : issue;
    }
    clerk.post("/api/postings/" + issue + "/reversal", Map.of("reason", "Wrong boat")).ok();
    JsonNode after = traceOfLot("K" + made);
    JsonNode holder = after.path("holders").get(0);
    assertThat(holder.path("documents").get(0).asString()).isEqualTo(shipped);
    assertThat(holder.path("there").asString()).isEqualTo("0");
    assertThat(holder.path("back").asString()).isEqualTo("3");
    assertThat(after.path("lines"))
        .filteredOn(line -> line.path("reverses").asBoolean())
        .hasSize(1);
    inBalance(after);
  }

  @Test
  void customersAndSuppliersAreStartsOfWhatTheyHaveAndBrought() {
    ship("PUFFIN", cord, "3");
    JsonNode start = clerk.get("/api/trace/starts?q=PUFF").ok().get(0);
    assertThat(start.path("kind").asString()).isEqualTo("CUSTOMER");
    String at = "/api/trace/goods?kind=CUSTOMER&limit=200&party=" + start.path("id").asLong();
    assertThat(clerk.get(at).ok().path("rows"))
        .filteredOn(row -> row.path("goods").path("itemId").asLong() == cordId)
        .extracting(
            row -> row.path("goods").path("lot").asString() + row.path("quantity").asString())
        .containsExactly("K" + made + "3");
    JsonNode supplier = clerk.get("/api/trace/starts?q=skerry").ok().get(0);
    JsonNode brought =
        clerk
            .get("/api/trace/goods?kind=SUPPLIER&limit=200&party=" + supplier.path("id").asLong())
            .ok();
    assertThat(brought.path("total").asInt()).isEqualTo(brought.path("rows").size());
    assertThat(brought.path("rows"))
        .filteredOn(row -> row.path("goods").path("itemId").asLong() == cordId)
        .extracting(row -> row.path("quantity").asString())
        .containsExactly("12");
  }

  @Test
  void aUnitLoadIsTracedByWhatIsOnIt() {
    JsonNode load = clerk.post("/api/unit-loads", Map.of()).ok();
    long id = load.path("id").asLong();
    assertThat(clerk.get("/api/trace/unit-loads/" + id).problem()).isEqualTo("nothing-to-trace");
    Map<String, Object> line = Goods.line(cord, "K" + made, null, "KQ.B-01", "6");
    line.put("load", load.path("code").asString());
    long found = 0;
    for (JsonNode kind : clerk.get("/api/movement-kinds").ok()) {
      found = kind.path("code").asString().equals("FOUND") ? kind.path("id").asLong() : found;
    }
    Map<String, Object> entry = new HashMap<>(Map.of("kind", found, "way", "IN"));
    entry.putAll(Map.of("replacing", false, "lines", List.of(line), "note", "behind the rack"));
    clerk.post("/api/adjustments", entry).ok();
    JsonNode trace = clerk.get("/api/trace/unit-loads/" + id).ok();
    assertThat(trace.path("parts").get(0).path("goods").path("lot").asString())
        .isEqualTo("K" + made);
    Set<String> loads = new TreeSet<>();
    trace
        .path("parts")
        .get(0)
        .path("positions")
        .forEach(
            one -> loads.add(one.path("load").asString("-") + one.path("quantity").asString()));
    assertThat(loads).containsExactlyInAnyOrder("-12", load.path("code").asString() + "6");
    JsonNode start = clerk.get("/api/trace/starts?q=" + load.path("code").asString()).ok().get(0);
    assertThat(start.path("kind").asString()).isEqualTo("UNIT_LOAD");
    assertThat(start.path("exact").asBoolean()).isTrue();
  }

  @Test
  void whoWorksElsewhereSeesNothingAndNobodyWhoCountsItBlind() {
    long there = goods.site("E" + made);
    Client stranger = HOUSE.hire("STR" + made, Role.CLERK, there);
    JsonNode trace = stranger.get("/api/trace/lots/" + lot("K" + made)).ok();
    assertThat(trace.path("lines")).isEmpty();
    assertThat(trace.path("holders")).isEmpty();
    assertThat(trace.path("parts").get(0).path("positions")).isEmpty();
    inBalance(trace);

    Client hand = HOUSE.hire("HND" + made, Role.FLOOR_HAND, site);
    hand.get("/api/trace/lots/" + lot("K" + made)).ok();
    Map<String, Object> scope = Counter.scope(site);
    scope.put("items", List.of(cord));
    Counter.drawUp(clerk, Counter.entry(scope, "SWEEP", "BIN"));
    Client.Answer refused = hand.get("/api/trace/lots/" + lot("K" + made));
    assertThat(refused.problem()).isEqualTo("counted-blind");
  }

  @Test
  void whatDoesNotExistIsSaidSo() {
    assertThat(clerk.get("/api/trace/lots/987654").status()).isEqualTo(404);
    assertThat(clerk.get("/api/trace/serials/987654").status()).isEqualTo(404);
    assertThat(clerk.get("/api/trace/unit-loads/987654").status()).isEqualTo(404);
    assertThat(clerk.get("/api/trace/starts?q=").ok()).isEmpty();
  }
}
