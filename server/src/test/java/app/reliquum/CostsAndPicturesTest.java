package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** What goods cost, how they look, and how the house and its sites are known. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class CostsAndPicturesTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client hand;
  private Goods goods;
  private long site;
  private long shackle;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    goods = new Goods(controller);
    site = goods.site("KQ");
    hand = HOUSE.hire("HAND", Role.FLOOR_HAND, site);
    Map<String, Object> entry = Goods.itemEntry("SHK", "Shackle", "NONE");
    entry.put("packs", List.of(Goods.pack("box", "10")));
    shackle = goods.item(entry);
    Map<String, Object> supplier = new HashMap<>();
    for (String field : List.of("email", "street", "town")) {
      supplier.put(field, "");
    }
    supplier.put("code", "SKERRY");
    supplier.put("name", "Skerry Works");
    supplier.put("leadDays", 5);
    supplier.put("active", true);
    controller.post("/api/suppliers", supplier).ok();
  }

  private double cost(long item) {
    return controller.get("/api/items/" + item + "/cost").ok().path("cost").asDouble();
  }

  /** Orders boxes of shackles at a price a box, and receives some pieces of them. */
  private void buy(String price, String boxes, String received) {
    long order =
        controller
            .post(
                "/api/inbound",
                Map.of(
                    "supplier",
                    "SKERRY",
                    "site",
                    site,
                    "note",
                    "",
                    "lines",
                    List.of(Map.of("item", "SHK", "packs", boxes, "pack", "box", "price", price))))
            .ok()
            .path("id")
            .asLong();
    hand.post("/api/floor/RECEIVE/document", Map.of("site", site, "document", order)).ok();
    hand.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", "RI.SHK")).ok();
    hand.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", received)).ok();
    hand.post("/api/floor/RECEIVE/scan", Map.of("site", site, "text", "RB.KQ.DOCK-1")).ok();
    JsonNode done =
        hand.post("/api/floor/RECEIVE/act", Map.of("site", site, "action", "CONFIRM")).ok();
    assertThat(done.path("outcome").asString()).as("%s", done).isEqualTo("DONE");
  }

  @Test
  void whatIsPaidMovesTheAverage() {
    assertThat(cost(shackle)).isZero();
    buy("20.00", "1", "10");
    assertThat(cost(shackle)).isEqualTo(2);
    // Thirty more at four each: (10 × 2 + 30 × 4) ÷ 40.
    buy("40.00", "3", "30");
    assertThat(cost(shackle)).isEqualTo(3.5);
    // What leaves does not change it.
    goods.post("TO_CUSTOMER", List.of(Goods.line("SHK", null, null, "KQ.DOCK-1", "5"))).ok();
    assertThat(cost(shackle)).isEqualTo(3.5);
  }

  @Test
  void aCostIsSetByThoseWhoSetRulesAndIsNeverNegative() {
    long rope = goods.item("RPE", "Rope", "NONE");
    String at = "/api/items/" + rope + "/cost";
    assertThat(hand.put(at, Map.of("cost", 4)).status()).isEqualTo(403);
    Client.Answer nothing = controller.put("/api/items/987654/cost", Map.of("cost", 4));
    assertThat(nothing.status()).isEqualTo(404);
    assertThat(controller.put(at, Map.of("cost", -1)).status()).isEqualTo(400);
    assertThat(controller.put(at, Map.of()).status()).isEqualTo(400);
    assertThat(cost(rope)).isZero();
    controller.put(at, Map.of("cost", "0.123456")).ok();
    assertThat(cost(rope)).isEqualTo(0.123456);
  }

  private Client.Answer picture(Client who, String type, byte[] content) {
    return who.send(
        who.request("/api/items/" + shackle + "/picture")
            .setHeader("Content-Type", type)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .PUT(BodyPublishers.ofByteArray(content)));
  }

  @Test
  void anItemHasAPictureThatRunsNoScript() {
    byte[] drawing =
        "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"
            .getBytes(StandardCharsets.UTF_8);
    assertThat(picture(controller, "image/svg+xml", drawing).status() / 100).isEqualTo(4);
    // What it calls itself does not count.
    assertThat(picture(controller, "image/png", drawing).detail()).contains("can't be read");
    byte[] sent = Camera.jpeg(40, 30);
    picture(controller, "image/png", sent).ok();
    Client.Answer shown = controller.get("/api/items/" + shackle + "/picture");
    assertThat(shown.status()).isEqualTo(200);
    assertThat(shown.whole().headers().firstValue("Content-Type")).contains("image/jpeg");
    assertThat(shown.whole().headers().allValues("Content-Security-Policy"))
        .anySatisfy(policy -> assertThat(policy).contains("default-src 'none'", "sandbox"));
    JsonNode card = controller.get("/api/items/" + shackle).ok();
    assertThat(card.path("picture").asLong()).isPositive();
    assertThat(picture(hand, "image/png", new byte[] {1}).status()).isEqualTo(403);
    assertThat(picture(controller, "text/html", new byte[] {1}).status() / 100).isEqualTo(4);
    assertThat(picture(controller, "image/png", new byte[0]).status()).isEqualTo(400);
  }

  @Test
  void theHouseIsNamedByOneAtATime() {
    Map<String, Object> entry = new HashMap<>();
    entry.put("version", controller.get("/api/house").ok().path("version").asInt());
    entry.put("name", "Kittiwake");
    entry.put("street", "Quay 1");
    entry.put("town", "");
    entry.put("mailFrom", "");
    assertThat(hand.put("/api/house", entry).status()).isEqualTo(403);
    assertThat(controller.put("/api/house", entry).ok().path("name").asString())
        .isEqualTo("Kittiwake");
    assertThat(controller.put("/api/house", entry).problem()).isEqualTo("changed");
  }

  private Client.Answer site(String code, boolean binned, boolean virtual, String gln) {
    Map<String, Object> entry = new HashMap<>();
    entry.put("code", code);
    entry.put("name", "Site " + code);
    entry.put("timeZone", "Europe/London");
    entry.put("binned", binned);
    entry.put("street", "");
    entry.put("town", "");
    entry.put("virtual", virtual);
    entry.put("gln", gln);
    return controller.post("/api/sites", entry);
  }

  @Test
  void aSiteHasAGlnThatIsRightAndAVirtualOneNoBins() {
    assertThat(site("G1", true, false, "4012345000010").status()).isEqualTo(400);
    assertThat(site("G1", true, false, "40123").status()).isEqualTo(400);
    assertThat(site("G1", true, false, "4012345000009").ok().path("gln").asString())
        .isEqualTo("4012345000009");
    assertThat(site("G2", true, true, "").detail()).isEqualTo("A virtual site has no bins.");
    assertThat(site("G2", false, true, "").ok().path("areas").get(0).path("purpose").asString())
        .isEqualTo("HOLD");
  }

  @Test
  void whatIsReservedIsSaidApartFromWhatIsAvailable() {
    long flare = goods.item("FLR", "Flare", "NONE");
    goods.opening("FLR", null, null, "KQ.A-01-A", "20");
    long other = site("OH", false, false, "").ok().path("id").asLong();
    Map<String, Object> line = Map.of("item", "FLR", "packs", "8", "pack", "");
    long id =
        controller
            .post("/api/transfers", Map.of("from", site, "to", other, "lines", List.of(line)))
            .ok()
            .path("id")
            .asLong();
    controller.post("/api/transfers/" + id + "/release", Map.of()).ok();
    for (String group : List.of("ITEM", "POSITION")) {
      JsonNode row =
          controller
              .get("/api/on-hand?group=" + group + "&item=" + flare + "&site=" + site)
              .ok()
              .path("rows")
              .get(0);
      assertThat(row.path("onHand").asString()).isEqualTo("20");
      assertThat(row.path("available").asString()).isEqualTo("12");
      assertThat(row.path("reserved").asString()).isEqualTo("8");
    }
  }

  @Test
  void aPictureIsDrawnAnewUprightAndNoLargerThanAScreen() throws Exception {
    picture(controller, "image/jpeg", Camera.jpeg(3_000, 2_000, 6)).ok();
    byte[] kept = controller.bytes("/api/items/" + shackle + "/picture").body();
    BufferedImage drawn = ImageIO.read(new ByteArrayInputStream(kept));
    assertThat(drawn.getWidth()).as("it was taken upright").isLessThan(drawn.getHeight());
    assertThat(drawn.getHeight()).isEqualTo(1_600);
    assertThat(new String(kept, StandardCharsets.ISO_8859_1)).doesNotContain("Exif");
    picture(controller, "image/webp", Camera.webp()).ok();
    assertThat(picture(controller, "image/png", Camera.bomb()).detail()).contains("million pixels");
  }
}
