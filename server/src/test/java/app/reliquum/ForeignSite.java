package app.reliquum;

import app.reliquum.testing.Client;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/**
 * A site with one of everything, at which others do not work. What can have a name of its own has
 * the site's code in it, so that it is known wherever it turns up.
 */
final class ForeignSite {

  /** Stands in the names of all that belongs to the site, and nowhere else. */
  static final String MARK = "ZZ9";

  private final Client root;
  private final Goods goods;
  private final Map<String, Long> ids = new HashMap<>();
  private long kinds;

  ForeignSite(Client root, Goods goods) {
    this.root = root;
    this.goods = goods;
  }

  /** The number of one of its things. */
  long id(String of) {
    Long id = ids.get(of);
    if (id == null) {
      throw new IllegalArgumentException("The foreign site has no " + of);
    }
    return id;
  }

  boolean has(String of) {
    return ids.containsKey(of);
  }

  private long know(String name, long id) {
    ids.put(name, id);
    return id;
  }

  private JsonNode make(String path, Object body) {
    return root.post(path, body).ok();
  }

  private static Map<String, Object> map(Object... pairs) {
    Map<String, Object> map = new HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      map.put((String) pairs[i], pairs[i + 1]);
    }
    return map;
  }

  private long kind(String code) {
    for (JsonNode kind : root.get("/api/movement-kinds").ok()) {
      if (kind.path("code").asString().equals(code)) {
        return kind.path("id").asLong();
      }
    }
    throw new IllegalArgumentException(code);
  }

  /** Furnishes it. The items SHK and FLR are known already. */
  ForeignSite furnish() {
    long site = know("site", goods.site(MARK));
    long other = know("other", goods.site(MARK + "B"));
    for (long one : List.of(site, other)) {
      goods.rack(one, "PACK", "PACK", "PACK-1");
    }
    know("area", area(site));
    long bin = know("bin", goods.bin(site, "A-01-A"));
    know("bin2", goods.bin(site, "A-01-B"));
    for (String at : List.of("A-01-A", "A-02-A", "A-03-A")) {
      goods.opening("SHK", null, null, MARK + "." + at, "100");
    }
    goods.opening("FLR", MARK + "-L1", null, MARK + ".A-04-A", "50");
    know("item", root.get("/api/items?q=SHK").ok().path("rows").get(0).path("id").asLong());
    orders(site);
    transfers(site, other);
    outbound(site);
    supplierReturns(site, bin);
    remarks();
    counts(site, bin);
    adjustments(site);
    rules(site);
    return this;
  }

  private long area(long site) {
    for (JsonNode one : root.get("/api/sites").ok()) {
      if (one.path("id").asLong() == site) {
        for (JsonNode area : one.path("areas")) {
          if (area.path("code").asString().equals("A")) {
            return area.path("id").asLong();
          }
        }
      }
    }
    throw new AssertionError();
  }

  private void orders(long site) {
    Map<String, Object> line = Leaving.line("SHK", "50");
    line.put("price", "1");
    Map<String, Object> entry =
        map("supplier", "SKERRY", "site", site, "number", MARK + "-IN", "note", "");
    entry.put("expected", "2026-01-02");
    entry.put("lines", List.of(line));
    long in = know("inbound", make("/api/inbound", entry).path("id").asLong());
    make("/api/inbound/" + in + "/sending", Map.of());
    JsonNode letter = root.get("/api/letters").ok().get(0);
    know("letter", letter.path("id").asLong());
    know("letterAttachment", letter.path("attachments").get(0).path("id").asLong());
    String at = "/api/floor/RECEIVE/";
    make(at + "document", map("site", site, "document", in));
    make(at + "scan", map("site", site, "text", "SHK"));
    make(at + "scan", map("site", site, "text", "5"));
    JsonNode done = null;
    for (int i = 0; i < 2; i++) {
      done = make(at + "act", map("site", site, "action", "CONFIRM"));
    }
    know("posting", done.path("done").path("posting").asLong());
    Map<String, Object> charge =
        map("document", MARK + "-IN", "name", "Freight", "amount", 5, "basis", "VALUE");
    JsonNode landed = make("/api/charges", charge);
    know("charge", landed.path("charges").get(0).path("id").asLong());
    know("receivedPosting", landed.path("lines").get(0).path("posting").asLong());
    know("receivedLine", landed.path("lines").get(0).path("line").asLong());
    Map<String, Object> check = map("item", id("item"), "place", goods.bin(site, "DOCK-1"));
    for (String none : List.of("lot", "serial", "load")) {
      check.put(none, 0);
    }
    check.put("condition", "GOOD");
    check.put("findings", List.of(map("condition", "ON_HOLD", "quantity", "1", "reason", MARK)));
    check.put("mediaType", "image/jpeg");
    check.put("picture", Base64.getEncoder().encodeToString(Camera.jpeg(40, 30)));
    know("checkedPosting", make("/api/checks", check).path("postings").get(0).asLong());
    long load = make("/api/unit-loads", Map.of()).path("id").asLong();
    know("unitLoad", load);
  }

  private void transfers(long site, long other) {
    List<Map<String, Object>> lines = List.of(Leaving.line("SHK", "20"));
    Map<String, Object> entry =
        map("from", site, "to", other, "number", MARK + "-T1", "note", "", "lines", lines);
    long planned = know("transfer", make("/api/transfers", entry).path("id").asLong());
    make("/api/transfers/" + planned + "/release", Map.of());
    entry.put("number", MARK + "-T2");
    long sent = know("sentTransfer", make("/api/transfers", entry).path("id").asLong());
    make("/api/transfers/" + sent + "/release", Map.of());
    make("/api/transfers/" + sent + "/picking", Map.of());
    JsonNode card = make("/api/transfers/" + sent + "/sending", map("rest", "FOLLOWS"));
    know("shipment", card.path("goods").get(0).path("shipment").asLong());
    JsonNode released = root.get("/api/transfers/" + planned).ok();
    know("transferReservation", released.path("kept").get(0).path("id").asLong(1));
  }

  private void outbound(long site) {
    Leaving leaving = new Leaving(root, site);
    leaving.flow("PICK_PACK_HAND_OVER");
    Map<String, Object> entry = leaving.entry("CUST", Leaving.line("SHK", "6"));
    entry.put("number", MARK + "-O1");
    entry.put("needed", "2026-01-03");
    entry.put("allocate", true);
    long kept = know("outbound", make("/api/outbound", entry).path("id").asLong());
    JsonNode card = leaving.card(kept);
    know("outboundLine", card.path("lines").get(0).path("id").asLong(1));
    know("reservation", card.path("kept").get(0).path("id").asLong());
    entry.put("number", MARK + "-O2");
    long packed = know("packedOrder", make("/api/outbound", entry).path("id").asLong());
    leaving.act(packed, "allocation", Map.of());
    leaving.act(packed, "picking", Map.of()).ok();
    know("picked", leaving.card(packed).path("kept").get(0).path("id").asLong());
    card = leaving.act(packed, "parcels", Map.of()).ok();
    know("parcel", leaving.card(packed).path("parcels").get(0).path("load").asLong());
    entry.put("number", MARK + "-O3");
    long gone = know("goneOrder", make("/api/outbound", entry).path("id").asLong());
    leaving.act(gone, "allocation", Map.of());
    leaving.act(gone, "picking", Map.of()).ok();
    leaving.act(gone, "packing", Map.of()).ok();
    leaving.act(gone, "hand-over", map("takenBy", "Driver")).ok();
    know("despatch", leaving.card(gone).path("despatches").get(0).path("id").asLong(1));
  }

  private void remarks() {
    String document = MARK + "-O1";
    JsonNode said = make("/api/remarks", map("document", document, "text", MARK));
    know("comment", said.path("comments").get(0).path("id").asLong());
    JsonNode attached =
        root.file(
                "/api/document-files?document=" + document + "&name=a.txt",
                "application/octet-stream",
                MARK.getBytes(java.nio.charset.StandardCharsets.UTF_8))
            .ok();
    know("documentFile", attached.path("files").get(0).path("id").asLong());
    print("/api/outbound/" + id("outbound") + "/papers/PICK");
    know(
        "keptPaper",
        root.get("/api/remarks?document=" + document)
            .ok()
            .path("papers")
            .get(0)
            .path("id")
            .asLong());
  }

  private void print(String paper) {
    try {
      root.bytes(paper);
    } catch (java.io.IOException lost) {
      throw new java.io.UncheckedIOException(lost);
    }
  }

  private void supplierReturns(long site, long bin) {
    Map<String, Object> line = map("item", id("item"), "place", bin, "condition", "GOOD");
    line.putAll(map("lot", 0, "serial", 0, "load", 0, "quantity", "1", "expectAgain", false));
    Map<String, Object> entry = map("site", site, "supplier", 1, "reason", MARK);
    entry.put("lines", List.of(line));
    long gone =
        know(
            "goneSupplierReturn",
            make("/api/supplier-returns", entry).path("row").path("id").asLong());
    int version =
        root.get("/api/supplier-returns/" + gone).ok().path("row").path("version").asInt();
    make("/api/supplier-returns/" + gone + "/shipping", map("version", version));
    JsonNode open = make("/api/supplier-returns", entry);
    know("supplierReturn", open.path("row").path("id").asLong());
    know("supplierReturnLine", open.path("lines").get(0).path("id").asLong());
  }

  private void counts(long site, long bin) {
    Map<String, Object> scope = Counter.scope(site);
    scope.put("places", List.of(bin));
    Map<String, Object> entry = Counter.entry(scope, "SWEEP", "BIN");
    entry.put("number", MARK + "-C1");
    long count = know("count", Counter.drawUp(root, entry));
    know("slipNumber", 1);
    JsonNode slips = root.get("/api/counts/" + count + "/slips").ok().path("rows");
    know("slip", slips.get(0).path("id").asLong());
    Counter hand = new Counter(root, site);
    hand.choose(count);
    hand.scan("RB." + MARK + ".A-01-A", "RI.SHK");
    // Another that is counted and stands in review; it is the floor's own, so it ends at once.
    Counter other = new Counter(root, site);
    other.choose(0);
    other.begin("SPOT");
    other.scan("RB." + MARK + ".A-02-A", "RI.SHK", "7");
    other.confirm();
    long reviewed =
        know("reviewedCount", other.stands().path("counting").path("count").path("id").asLong());
    other.finish();
    know("countLine", Counter.results(root, reviewed, "show=ALL").get(0).path("id").asLong());
    make("/api/counts/suspicions", map("place", id("bin2"), "empty", true, "note", MARK));
  }

  private void adjustments(long site) {
    Map<String, Object> entry = map("kind", kind("LOSS"), "way", "OUT", "replacing", false);
    entry.put("lines", List.of(Goods.line("SHK", null, null, MARK + ".A-02-A", "1")));
    entry.put("note", MARK);
    entry.put(
        "picture",
        map(
            "mediaType",
            "image/jpeg",
            "content",
            Base64.getEncoder().encodeToString(Camera.jpeg(40, 30))));
    know("adjustment", make("/api/adjustments", entry).path("id").asLong());
    Client hand = hand(site);
    JsonNode proposed = hand.post("/api/adjustments", entry).ok();
    know(
        "approval",
        root.get("/api/adjustments/" + proposed.path("id").asLong())
            .ok()
            .path("approval")
            .asLong());
    entry.put("kind", kind("BROKEN"));
    make("/api/adjustments", entry);
    for (JsonNode one : root.get("/api/movement-kinds").ok()) {
      if (one.path("purpose").asString().equals("LOAN")
          && one.path("direction").asString().equals("OUT")) {
        entry.put("kind", one.path("id").asLong());
        entry.put("party", MARK);
        entry.put("due", "2026-02-03");
        know("loan", make("/api/adjustments", entry).path("id").asLong());
      }
    }
    JsonNode loans = root.get("/api/loans").ok().path("rows");
    know("loan", loans.get(0).path("id").asLong());
  }

  private Client hand;

  private Client hand(long site) {
    return hand;
  }

  /** Someone who works there and may not post. */
  ForeignSite withHand(Client works) {
    this.hand = works;
    return this;
  }

  private void rules(long site) {
    JsonNode requisition = make("/api/requisitions", Goods.requisition("SHK", "5", site));
    know("requisition", requisition.path("id").asLong());
    know("requisitionLine", requisition.path("lines").get(0).path("id").asLong());
    know(
        "putAwayRule",
        make(
                "/api/put-away/rules",
                map("site", site, "item", "SHK", "bin", "A-05-A", "priority", 1, "active", true))
            .path("id")
            .asLong());
    Map<String, Object> rule = Leaving.rule("IN_DATE_ASCENDING");
    rule.put("site", site);
    Client.Answer made = root.post("/api/removal/rules", rule);
    if (made.status() / 100 != 2) {
      rule.put("keys", List.of("SHORTEST_WALK"));
      made = root.post("/api/removal/rules", rule);
    }
    know("removalRule", made.ok().path("id").asLong());
    Map<String, Object> labels =
        map("of", "BIN", "ids", List.of(id("bin")), "copies", 1, "symbol", "QR", "paper", "SINGLE");
    labels.putAll(map("startAt", 0, "widthMm", 100, "heightMm", 60));
    know("printed", make("/api/labels/printing", labels).path("id").asLong());
    Map<String, Object> printer =
        map("code", MARK + "PRN", "name", MARK + " printer", "siteId", site);
    printer.putAll(map("address", "", "labels", true, "papers", true, "active", true));
    make(
        "/api/scales",
        map(
            "code",
            MARK + "SCL",
            "name",
            MARK + " scale",
            "siteId",
            site,
            "address",
            "",
            "active",
            true));
    know("printer", make("/api/printers", printer).path("id").asLong());
    Map<String, Object> printing = map("siteId", site, "occasion", "ORDER_ALLOCATED");
    printing.putAll(map("paper", "PICK_SHEET", "printerId", id("printer"), "copies", 1));
    printing.put("active", false);
    know("printRule", make("/api/print-rules", printing).path("id").asLong());
    replenishment(site);
    know(
        "device", make("/api/devices", map("name", MARK + " 1", "site", site)).path("id").asLong());
  }

  private void replenishment(long site) {
    Map<String, Object> figures =
        map("kind", "POINT_AND_QUANTITY", "point", "1000", "quantity", "5", "servicePercent", "95");
    figures.putAll(map("reviewDays", 1, "windowDays", 90, "orderCost", 1, "holdingPercent", 20));
    figures.put("forOrders", "FROM_STOCK");
    Map<String, Object> policy = map("item", "SHK", "site", site, "figures", figures);
    know("policy", make("/api/replenishment/policies", policy).path("id").asLong());
    know("run", make("/api/replenishment/runs", map("site", site)).get(0).path("id").asLong());
    String item = "/api/replenishment/items/" + id("item") + "/at/" + site;
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
    JsonNode open = root.get(item).ok().path("open");
    while (open.isEmpty() && System.nanoTime() < end) {
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
      open = root.get(item).ok().path("open");
    }
    know("proposal", open.get(0).path("id").asLong());
  }
}
