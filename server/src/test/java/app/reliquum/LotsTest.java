package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What is said of a lot's days, on every way in, and how they are corrected. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class LotsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private long flare;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    Map<String, Object> entry = Goods.itemEntry("FLR", "Flare", "LOT");
    entry.put("shelfLifeDays", 100);
    flare = goods.item(entry);
  }

  private static LocalDate today() {
    return LocalDate.now(ZoneId.of("Europe/London"));
  }

  private Client.Answer receive(String lot, LocalDate expiry) {
    Map<String, Object> line = Goods.line("FLR", lot, null, "KQ.B-01", "6");
    line.put("expiry", expiry == null ? null : expiry.toString());
    return goods.post("FROM_SUPPLIER", List.of(line));
  }

  private JsonNode lot(String code) {
    for (JsonNode row :
        controller.get("/api/on-hand?group=POSITION&item=" + flare).ok().path("rows")) {
      if (row.path("lot").asString("").equals(code)) {
        return controller.get("/api/lots/" + row.path("lotId").asLong()).ok();
      }
    }
    throw new AssertionError("No lot " + code);
  }

  @Test
  void anExpiryThatSaysOtherwiseIsRefusedWhateverWayGoodsComeIn() {
    receive("K1", today().plusDays(50)).ok();
    Client.Answer other = receive("K1", today().plusDays(51));
    assertThat(other.status()).isEqualTo(422);
    assertThat(other.problem()).isEqualTo("other-expiry");
    assertThat(other.body().path("expected").asString()).isEqualTo(today().plusDays(50).toString());
    assertThat(other.body().path("found").asString()).isEqualTo(today().plusDays(51).toString());
    receive("K1", today().plusDays(50)).ok();
    receive("K1", null).ok();
    assertThat(goods.onHand(flare, "&place=" + goods.bin(site, "B-01"))).isNotEqualTo("0");

    long found = 0;
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      found = kind.path("code").asString().equals("FOUND") ? kind.path("id").asLong() : found;
    }
    Map<String, Object> line = Goods.line("FLR", "K1", null, "KQ.B-02", "2");
    line.put("expiry", today().plusDays(52).toString());
    Map<String, Object> adjustment = new HashMap<>();
    adjustment.put("kind", found);
    adjustment.put("way", "IN");
    adjustment.put("replacing", false);
    adjustment.put("lines", List.of(line));
    adjustment.put("note", "behind the rack");
    Client.Answer adjusted = controller.post("/api/adjustments", adjustment);
    assertThat(adjusted.problem()).as(adjusted.text()).isEqualTo("other-expiry");
  }

  @Test
  void shelfLifeRunsFromTheDayOnWhichGoodsComeAndALotTakesWhatItLacks() {
    receive("K2", null).ok();
    assertThat(lot("K2").path("expiry").asString()).isEqualTo(today().plusDays(100).toString());

    Map<String, Object> plain = Goods.itemEntry("PNT", "Paint", "LOT");
    long paint = goods.item(plain);
    goods.opening("PNT", "P1", null, "KQ.B-03", "4");
    Map<String, Object> line = Goods.line("PNT", "P1", null, "KQ.B-03", "4");
    line.put("expiry", "2030-01-31");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    JsonNode row =
        controller.get("/api/on-hand?group=POSITION&item=" + paint).ok().path("rows").get(0);
    assertThat(row.path("expiry").asString()).isEqualTo("2030-01-31");
  }

  @Test
  void aSerialNumberStaysWithItsLot() {
    goods.item("BCN", "Beacon", "LOT_AND_SERIAL");
    goods.opening("BCN", "B1", "S-1", "KQ.B-04", "1");
    goods.post("USED_UP", List.of(Goods.line("BCN", "B1", "S-1", "KQ.B-04", "1"))).ok();
    Client.Answer other =
        goods.post("OPENING", List.of(Goods.line("BCN", "B2", "S-1", "KQ.B-04", "1")));
    assertThat(other.problem()).as(other.text()).isEqualTo("other-lot");
  }

  @Test
  void itsDaysAreCorrectedWithAReasonAndWhatTheyWereIsKept() {
    receive("K3", today().plusDays(30)).ok();
    JsonNode before = lot("K3");
    String path = "/api/lots/" + before.path("id").asLong() + "/dates";
    Map<String, Object> entry = new HashMap<>();
    entry.put("version", before.path("version").asInt());
    entry.put("expiry", today().plusDays(60).toString());
    entry.put("bestBefore", today().plusDays(55).toString());
    entry.put("produced", null);
    assertThat(controller.put(path, entry).status()).as("without a reason").isEqualTo(400);
    entry.put("reason", "The supplier's certificate says so");
    assertThat(hand.put(path, entry).status()).isEqualTo(403);
    JsonNode after = controller.put(path, entry).ok();
    assertThat(after.path("expiry").asString()).isEqualTo(today().plusDays(60).toString());
    JsonNode change = after.path("changes").get(0);
    assertThat(change.path("expiryBefore").asString()).isEqualTo(today().plusDays(30).toString());
    assertThat(change.path("by").asString()).isEqualTo("Person CON");
    assertThat(change.path("reason").asString()).contains("certificate");
    assertThat(controller.put(path, entry).problem())
        .as("with the old version")
        .isEqualTo("changed");

    entry.put("version", after.path("version").asInt());
    entry.put("produced", today().plusDays(61).toString());
    assertThat(controller.put(path, entry).body().path("field").asString()).isEqualTo("produced");
    receive("K3", today().plusDays(60)).ok();
  }

  @Test
  void aPieceTellsWhereItCameFromWhereItIsWhoHasItAndWhenItsServiceIsDue() {
    long beacon = goods.item("PLB", "Beacon", "SERIAL");
    Map<String, Object> line = Goods.line("PLB", null, "B-7", "KQ.B-01", "1");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    long id =
        controller
            .get("/api/on-hand?group=POSITION&item=" + beacon)
            .ok()
            .path("rows")
            .get(0)
            .path("serialId")
            .asLong();
    JsonNode piece = controller.get("/api/serials/" + id).ok();
    assertThat(piece.path("code").asString()).isEqualTo("B-7");
    assertThat(piece.path("where").path("place").asString()).isEqualTo("B-01");
    assertThat(piece.path("origin").path("from").asString()).isEqualTo("SUPPLIER");
    assertThat(piece.path("lent").isNull()).isTrue();

    // Its service is put off, and what was said before is kept.
    Map<String, Object> service = new HashMap<>();
    service.put("version", piece.path("version").asInt());
    service.put("serviceDue", today().plusDays(90).toString());
    service.put("reason", "Checked on the bench");
    JsonNode due = controller.put("/api/serials/" + id + "/service-due", service).ok();
    assertThat(due.path("serviceDue").asString()).isEqualTo(today().plusDays(90).toString());
    assertThat(due.path("changes").get(0).path("reason").asString())
        .isEqualTo("Checked on the bench");
    assertThat(due.path("changes").get(0).path("serviceDueBefore").isNull()).isTrue();
    assertThat(controller.put("/api/serials/" + id + "/service-due", service).status())
        .isEqualTo(409);
    service.put("reason", " ");
    assertThat(controller.put("/api/serials/" + id + "/service-due", service).status())
        .isEqualTo(400);

    // Lent out, it says who has it until when; who works elsewhere does not see the bin.
    long lent = 0;
    for (JsonNode kind : controller.get("/api/movement-kinds").ok()) {
      lent =
          kind.path("purpose").asString().equals("LOAN")
                  && kind.path("direction").asString().equals("OUT")
              ? kind.path("id").asLong()
              : lent;
    }
    Map<String, Object> loan = new HashMap<>(Map.of("kind", lent, "way", "OUT", "party", "Tern"));
    loan.putAll(Map.of("replacing", false, "due", today().plusDays(5).toString()));
    loan.put("lines", List.of(Goods.line("PLB", null, "B-7", "KQ.B-01", "1")));
    controller.post("/api/adjustments", loan).ok();
    piece = controller.get("/api/serials/" + id).ok();
    assertThat(piece.path("where").path("kind").asString()).isEqualTo("ON_LOAN");
    assertThat(piece.path("lent").path("party").asString()).isEqualTo("Tern");
    assertThat(piece.path("lent").path("due").asString()).isEqualTo(today().plusDays(5).toString());
    assertThat(piece.path("loans").asInt()).isEqualTo(1);

    line.put("serial", "B-8");
    goods.post("FROM_SUPPLIER", List.of(line)).ok();
    long other =
        controller
            .get("/api/on-hand?group=POSITION&item=" + beacon + "&q=B-8")
            .ok()
            .path("rows")
            .get(0)
            .path("serialId")
            .asLong();
    long shop = goods.site("PS");
    Client elsewhere = HOUSE.hire("ELSE", Role.CLERK, shop);
    JsonNode seen = elsewhere.get("/api/serials/" + other).ok().path("where");
    assertThat(seen.path("place").isNull()).isTrue();
    assertThat(seen.path("site").asString()).isEqualTo("Site KQ");
    assertThat(controller.get("/api/serials/999999").status()).isEqualTo(404);
  }
}
