package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.ApiShapes.Extent;
import app.reliquum.ApiShapes.Operation;
import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Who may do what: every operation of the API document, asked by each role and by nobody, about
 * one's own site and about a foreign one. The table access.csv says what is right; an operation
 * that is missing there fails.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class AccessMatrixTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final JsonNodeFactory JSON = JsonNodeFactory.instance;

  /** What each role may; kept apart from the code that it tests. */
  private static final Map<Role, Set<String>> ROLES =
      Map.of(
          Role.AUDITOR, Set.of("LOOK"),
          Role.FLOOR_HAND, Set.of("LOOK", "MOVE"),
          Role.CLERK, Set.of("LOOK", "MOVE", "POST"),
          Role.CONTROLLER, Set.of("LOOK", "MOVE", "POST", "RULES"),
          Role.ADMINISTRATOR, Set.of("LOOK", "MOVE", "POST", "RULES", "PEOPLE"));

  /** How an operation has to do with sites. */
  private enum Sites {
    /** With none. */
    HOUSE,
    /** It holds for all: only for those who work everywhere. */
    EVERYWHERE,
    /** It is about one: only for those who work there. */
    CHECKED,
    /** It lists what belongs to several: everyone gets what is of their sites. */
    FILTERED
  }

  private record Right(String permission, boolean floor, Sites sites) {}

  private final Map<String, Right> rights = new TreeMap<>();
  private final Map<String, Operation> operations = new LinkedHashMap<>();
  private final Map<Role, Client> everywhere = new HashMap<>();
  private final Map<Role, Client> here = new HashMap<>();
  private ApiShapes shapes;
  private JsonNode document;
  private ForeignSite foreign;
  private long lost;

  /** What the foreign site has written to the one that its goods are on the way to. */
  private String advice;

  /** What a supplier has answered to an order of the foreign site. */
  private String response;

  @BeforeAll
  void furnish() {
    Client root = HOUSE.hire("ROOT", Role.ADMINISTRATOR);
    Goods goods = new Goods(root);
    long own = goods.site("KQ");
    goods.item("SHK", "Shackle", "NONE");
    goods.item("FLR", "Flare", "LOT");
    goods.opening("SHK", null, null, "KQ.A-01-A", "100");
    Map<String, Object> supplier = new HashMap<>();
    List.of("street", "town").forEach(field -> supplier.put(field, ""));
    supplier.put("email", "orders@skerry.example");
    supplier.putAll(Map.of("code", "SKERRY", "name", "Skerry", "leadDays", 5, "active", true));
    root.post("/api/suppliers", supplier).ok();
    new Leaving(root, own).customer("CUST", 0, false);
    long item = root.get("/api/items?q=SHK").ok().path("rows").get(0).path("id").asLong();
    root.put(
            "/api/items/" + item + "/components",
            Map.of("components", List.of(Map.of("item", "FLR", "quantity", "1"))))
        .ok();
    foreign = new ForeignSite(root, goods);
    foreign.withHand(HOUSE.hire("FHAND", Role.FLOOR_HAND)).furnish();
    for (JsonNode kind : root.get("/api/movement-kinds").ok()) {
      lost = kind.path("code").asString().equals("LOSS") ? kind.path("id").asLong() : lost;
    }
    for (Role role : Role.values()) {
      everywhere.put(role, HOUSE.hire("ALL" + role.ordinal(), role));
      here.put(role, HOUSE.hire("HERE" + role.ordinal(), role, own));
    }
    advice =
        root.get(
                "/api/transfers/"
                    + foreign.id("sentTransfer")
                    + "/advices/"
                    + foreign.id("shipment"))
            .text();
    response = PurchaseDocumentsTest.response(ForeignSite.MARK + "-IN", "AB");
    document = root.get("/api/openapi.json").ok();
    shapes = new ApiShapes(document);
    for (Operation one : shapes.operations()) {
      operations.put(one.id(), one);
    }
    for (String row : table().lines().skip(1).toList()) {
      String[] cells = row.split(",");
      rights.put(cells[0], new Right(cells[1], cells[2].equals("yes"), Sites.valueOf(cells[3])));
    }
  }

  private static String table() {
    try (var rows = AccessMatrixTest.class.getResourceAsStream("/access.csv")) {
      return new String(rows.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  @Test
  void everyOperationStandsInTheTableAndSaysTheSame() {
    assertThat(operations.keySet()).containsExactlyInAnyOrderElementsOf(rights.keySet());
    rights.forEach(
        (id, right) -> {
          JsonNode about = operations.get(id).about();
          assertThat(about.path("x-permission").asString()).as(id).isEqualTo(right.permission());
          assertThat(about.path("x-everywhere").asBoolean(false))
              .as(id)
              .isEqualTo(right.sites() == Sites.EVERYWHERE);
          if (!Set.of("NONE", "OWN").contains(right.permission())) {
            assertThat(about.path("x-floor").asBoolean(false)).as(id).isEqualTo(right.floor());
          }
        });
  }

  /** Asks about something that nobody has, with the least that can be said. */
  private Client.Answer ask(Client who, Operation operation) {
    String path = shapes.address(operation, shapes::plain).replace("/1", "/987654321");
    JsonNode body = operation.body() == null ? null : shapes.body(operation.body(), Extent.MINIMAL);
    return send(who, operation, path, body);
  }

  private Client.Answer send(Client who, Operation operation, String path, JsonNode body) {
    HttpRequest.Builder request =
        who.request(path).header("Idempotency-Key", UUID.randomUUID().toString());
    String content = body == null ? null : body.toString();
    if (operation.media() != null && operation.body() == null) {
      String file =
          switch (operation.id()) {
            case "importDespatchAdvice" -> advice;
            case "importOrderResponse" -> response;
            default -> FILES.get(operation.id());
          };
      request.setHeader(
          "Content-Type", FILES.containsKey(operation.id()) ? "text/csv" : operation.media());
      content = file == null ? "x" : file;
    }
    return who.send(
        request.method(
            operation.method(),
            content == null ? BodyPublishers.noBody() : BodyPublishers.ofString(content)));
  }

  /** Files that are about the foreign site. */
  private static final Map<String, String> FILES =
      Map.of(
          "importAdjustment",
          "item,bin,change,reason\nSHK,ZZ9.A-01-A,-1,LOSS\n",
          "importInboundOrders",
          "number,supplier,site,expected,item,quantity\nZZ9-X,SKERRY,ZZ9,2026-01-01,SHK,1\n",
          "importOutboundOrders",
          "number,customer,site,item,quantity\nZZ9-Y,CUST,ZZ9,SHK,1\n");

  /** A stream never ends: that it is let through is seen by its beginning. */
  private static boolean streams(String id) {
    return id.equals("listenToChanges");
  }

  @Test
  void eachRoleMayDoWhatTheTableSaysAndNothingElse() {
    List<String> wrong = new ArrayList<>();
    rights.forEach(
        (id, right) -> {
          Operation operation = operations.get(id);
          if (right.permission().equals("OWN")
              || right.permission().equals("NONE")
              || streams(id)) {
            return;
          }
          Client.Answer nobody = ask(HOUSE.nobody(), operation);
          if (nobody.status() != 401 && !(operation.writes() && nobody.status() == 403)) {
            wrong.add(id + " nobody " + nobody.status());
          }
          for (Role role : Role.values()) {
            Client.Answer answer = ask(everywhere.get(role), operation);
            boolean refused = answer.status() == 403 && answer.detail().contains("Your role");
            boolean right403 = !ROLES.get(role).contains(right.permission());
            if (refused != right403 || answer.status() == 401) {
              wrong.add(id + " " + role + " " + answer.status() + " " + answer.detail());
            }
          }
        });
    assertThat(wrong).isEmpty();
  }

  @Test
  void aPinOpensWhatTheTableSaysIsOfTheFloor() {
    Client hand = HOUSE.nobody();
    hand.get("/api/session/options");
    String code =
        everywhere
            .get(Role.CONTROLLER)
            .post("/api/devices", Map.of("name", "Handheld", "site", 1))
            .ok()
            .path("code")
            .asString();
    hand.post("/api/session/device", Map.of("code", code)).ok();
    String badge = "RP.ALL" + Role.CONTROLLER.ordinal();
    hand.post("/api/session/badge", Map.of("badge", badge, "pin", RunningHouse.PIN)).ok();
    List<String> wrong = new ArrayList<>();
    rights.forEach(
        (id, right) -> {
          boolean may = ROLES.get(Role.CONTROLLER).contains(right.permission());
          if (may && !streams(id)) {
            Client.Answer answer = ask(hand, operations.get(id));
            if (answer.problem().equals("floor-only") == right.floor()) {
              wrong.add(id + " " + answer.status() + " " + answer.problem());
            }
          }
        });
    assertThat(wrong).isEmpty();
  }

  @Test
  void whoIsNotEverywhereCanNotSayWhatHoldsEverywhere() {
    List<String> wrong = new ArrayList<>();
    rights.forEach(
        (id, right) -> {
          if (right.sites() == Sites.EVERYWHERE) {
            for (Role role : Role.values()) {
              if (ROLES.get(role).contains(right.permission())) {
                Client.Answer limited = ask(here.get(role), operations.get(id));
                Client.Answer whole = ask(everywhere.get(role), operations.get(id));
                if (limited.status() != 403 || whole.status() == 403) {
                  wrong.add(id + " " + role + " " + limited.status() + " " + whole.status());
                }
              }
            }
          }
        });
    assertThat(wrong).isEmpty();
  }

  // Foreign sites

  /** The thing of the foreign site that a parameter of a path names. */
  private static final Map<String, String> OF_PATH =
      Map.ofEntries(
          Map.entry("/api/areas", "area"),
          Map.entry("/api/bins", "bin"),
          Map.entry("/api/inbound", "inbound"),
          Map.entry("/api/transfers", "transfer"),
          Map.entry("/api/outbound", "outbound"),
          Map.entry("/api/charges", "charge"),
          Map.entry("/api/counts", "count"),
          Map.entry("/api/export/counts", "count"),
          Map.entry("/api/collector/counts", "count"),
          Map.entry("/api/adjustments", "adjustment"),
          Map.entry("/api/approvals", "approval"),
          Map.entry("/api/loans", "loan"),
          Map.entry("/api/supplier-returns", "supplierReturn"),
          Map.entry("/api/remarks", "comment"),
          Map.entry("/api/document-files", "documentFile"),
          Map.entry("/api/document-papers", "keptPaper"),
          Map.entry("/api/sites", "site"),
          Map.entry("/api/costs/sites", "site"),
          Map.entry("/api/print-jobs", "printed"),
          Map.entry("/api/print-rules", "printRule"),
          Map.entry("/api/letters", "letter"),
          Map.entry("/api/letter-attachments", "letterAttachment"),
          Map.entry("/api/pictures", "checkedPosting"),
          Map.entry("/api/postings", "posting"),
          Map.entry("/api/put-away/rules", "putAwayRule"),
          Map.entry("/api/removal/rules", "removalRule"),
          Map.entry("/api/requisitions", "requisitionLine"),
          Map.entry("/api/requisition-lines", "requisitionLine"),
          Map.entry("/api/replenishment/runs", "run"),
          Map.entry("/api/replenishment/orders", "outbound"),
          Map.entry("/api/replenishment/inbound", "inbound"),
          Map.entry("/api/replenishment/proposals", "proposal"),
          Map.entry("/api/replenishment/policies", "policy"),
          Map.entry("/api/reservations", "reservation"),
          Map.entry("/api/devices", "device"));

  /** Operations that need another thing of the same kind, or a part of it. */
  private static final Map<String, Map<String, String>> PARTS =
      Map.ofEntries(
          Map.entry("splitLots", Map.of("line", "outboundLine")),
          Map.entry("setSupplyOfLine", Map.of("line", "outboundLine")),
          Map.entry("scrapComponent", Map.of("line", "outboundLine")),
          Map.entry("getLowItem", Map.of("item", "item", "site", "site")),
          Map.entry("removeReservation", Map.of("reservation", "reservation")),
          Map.entry("putBackFromSupplierReturn", Map.of("line", "supplierReturnLine")),
          Map.entry("getSupplierReturnDespatchAdvice", Map.of("id", "goneSupplierReturn")),
          Map.entry("packGoods", Map.of("id", "packedOrder")),
          Map.entry("unpackGoods", Map.of("id", "packedOrder", "picked", "picked")),
          Map.entry("returnPicked", Map.of("id", "packedOrder", "reservation", "picked")),
          Map.entry("explainPick", Map.of("reservation", "reservation")),
          Map.entry("weighParcel", Map.of("id", "packedOrder", "load", "parcel")),
          Map.entry("bookCarriage", Map.of("id", "packedOrder", "load", "parcel")),
          Map.entry("deleteParcel", Map.of("id", "packedOrder", "load", "parcel")),
          Map.entry("getDespatchAdvice", Map.of("id", "goneOrder", "despatch", "despatch")),
          Map.entry(
              "getTransferDespatchAdvice", Map.of("id", "sentTransfer", "shipment", "shipment")),
          Map.entry("receiveTransfer", Map.of("id", "sentTransfer")),
          Map.entry("endMissingGoods", Map.of("id", "sentTransfer")),
          Map.entry("returnPickedOfTransfer", Map.of("id", "transfer", "reservation", "picked")),
          Map.entry("getCountSheet", Map.of("slip", "slipNumber")),
          Map.entry("typeCountSheet", Map.of("slip", "slipNumber")),
          Map.entry("takeBackCountSheet", Map.of("slip", "slipNumber")),
          Map.entry("getCountResult", Map.of("id", "reviewedCount", "line", "countLine")),
          Map.entry("getCountResultTrail", Map.of("id", "reviewedCount", "line", "countLine")));

  /** What a member or a parameter says when it means something of the foreign site. */
  private JsonNode said(String name, boolean text) {
    String at = ForeignSite.MARK + ".A-01-A";
    return switch (name) {
      case "site", "costSite" -> number("site");
      case "from" -> text ? JSON.stringNode(at) : number("site");
      case "to" -> text ? JSON.stringNode(ForeignSite.MARK + ".A-01-B") : number("other");
      case "place", "bin" -> text ? JSON.stringNode(at) : number("bin");
      case "item", "kit" -> text ? JSON.stringNode("SHK") : number("item");
      case "supplier" -> text ? JSON.stringNode("SKERRY") : JSON.numberNode(1);
      case "customer" -> JSON.stringNode("CUST");
      case "order", "orders" -> number("outbound");
      case "transfer" -> number("transfer");
      case "count" -> number("count");
      case "slip" -> number("slip");
      case "area", "areaId" -> number("area");
      case "text" -> JSON.stringNode("RB." + at);
      case "quantity", "packs", "kits" -> JSON.stringNode("1");
      case "document" -> text ? JSON.stringNode(ForeignSite.MARK + "-IN") : null;
      case "pattern" -> JSON.stringNode("X-[1..2]");
      case "picked" -> number("picked");
      case "load" -> number("parcel");
      case "kind" -> text ? null : JSON.numberNode(lost);
      case "reason", "note", "takenBy", "question" -> JSON.stringNode("because");
      case "ids" -> JSON.arrayNode().add(foreign.id("requisition"));
      case "q" -> JSON.stringNode(ForeignSite.MARK);
      default -> null;
    };
  }

  private JsonNode number(String of) {
    return JSON.numberNode(foreign.id(of));
  }

  /** Members beyond the required ones that an operation needs to be about the foreign site. */
  private static final Map<String, Set<String>> ALSO =
      Map.ofEntries(
          Map.entry("chooseInboundOrder", Set.of("order")),
          Map.entry("chooseCount", Set.of("count")),
          Map.entry("listCollectorItems", Set.of("count")),
          Map.entry("chooseTransfer", Set.of("transfer")),
          Map.entry("chooseAdjustmentReason", Set.of("kind")),
          Map.entry("addPutAwayRule", Set.of("item", "bin")),
          Map.entry("changePutAwayRule", Set.of("item", "bin", "version")),
          Map.entry("addRemovalRule", Set.of("site", "item")),
          Map.entry("changeRemovalRule", Set.of("site", "item", "version")),
          Map.entry("tryPutAwayRule", Set.of("item", "bin")),
          Map.entry("addPolicy", Set.of("item", "site")),
          Map.entry("setPolicyOfMany", Set.of("site")),
          Map.entry("startReplenishmentRun", Set.of("site")),
          Map.entry("cancelCount", Set.of("reason")),
          Map.entry("closeInboundOrder", Set.of("reason")),
          Map.entry("shipOrder", Set.of("takenBy")));

  private static final Map<String, Object> KEYS = Map.of("keys", List.of("SHORTEST_WALK"));

  private static final Map<String, Object> NEVER =
      Map.of("kind", "NONE", "forOrders", "FROM_STOCK");

  /** What else an operation must say to get to where the site matters. */
  private static final Map<String, Map<String, Object>> SAY =
      Map.ofEntries(
          Map.entry("post", Map.of("direction", "FROM_SUPPLIER")),
          Map.entry("addRemovalRule", KEYS),
          Map.entry("changeRemovalRule", KEYS),
          Map.entry("compareRemovalRule", KEYS),
          Map.entry("receiveUnexpected", Map.of("kind", "UNEXPECTED")),
          Map.entry("shortPick", Map.of("reason", "EMPTY")),
          Map.entry("createAdjustment", Map.of("way", "OUT")),
          Map.entry("makeLabels", Map.of("of", "BIN", "copies", 1, "widthMm", 80, "heightMm", 40)),
          Map.entry("printLabels", Map.of("of", "BIN", "copies", 1, "widthMm", 80, "heightMm", 40)),
          Map.entry("addDevice", Map.of("name", "Another")),
          Map.entry("addPolicy", NEVER),
          Map.entry("changePolicy", NEVER),
          Map.entry("tryPolicy", NEVER),
          Map.entry(
              "setPolicyOfMany",
              Map.of("kind", "NONE", "forOrders", "FROM_STOCK", "items", List.of(1))),
          Map.entry("changeArea", Map.of("name", "Area", "code", "A", "version", 0)),
          Map.entry("addArea", Map.of("name", "New", "code", "NEW")),
          Map.entry(
              "changeSite",
              Map.of("name", "Site ZZ9", "code", "ZZ9", "timeZone", "UTC", "version", 99)));

  private ObjectNode foreignBody(String id, JsonNode schema) {
    JsonNode known = shapes.resolved(schema);
    ObjectNode body = (ObjectNode) shapes.body(known, Extent.MINIMAL);
    for (Map.Entry<String, JsonNode> one : known.path("properties").properties()) {
      String name = one.getKey();
      JsonNode of = shapes.resolved(one.getValue());
      String type = ApiShapes.type(of);
      if (!body.has(name) && !ALSO.getOrDefault(id, Set.of()).contains(name)) {
        continue;
      }
      JsonNode said = said(name, type.equals("string") && !of.has("enum"));
      if (type.equals("object")) {
        body.set(name, foreignBody(id, of));
      } else if (type.equals("array") && !name.equals("ids")) {
        JsonNode items = shapes.resolved(of.path("items"));
        ArrayNode array = JSON.arrayNode();
        if (ApiShapes.type(items).equals("object")) {
          array.add(foreignBody(id, items));
        } else if (name.equals("orders")) {
          array.add(foreign.id("outbound"));
        } else if (name.equals("slips")) {
          array.add(foreign.id("slip"));
        }
        body.set(name, array);
      } else if (said != null) {
        body.set(name, said);
      }
    }
    SAY.getOrDefault(id, Map.of())
        .forEach(
            (name, value) -> {
              if (known.path("properties").has(name)) {
                body.putPOJO(name, value);
              }
            });
    return ownSubject(id, body);
  }

  /** The same member means another thing with some operations. */
  private ObjectNode ownSubject(String id, ObjectNode body) {
    switch (id) {
      case "addPrintRule", "changePrintRule" ->
          body.put("occasion", "ORDER_ALLOCATED")
              .put("paper", "PICK_SHEET")
              .put("printerId", foreign.id("printer"))
              .put("copies", 1)
              .set("siteId", number("site"));
      case "chooseNotice" -> body.put("kind", "PROPOSALS").set("siteId", number("site"));
      case "changeReceivedCost" ->
          body.put("posting", foreign.id("receivedPosting"))
              .put("line", foreign.id("receivedLine"));
      case "chooseInboundOrder" -> body.put("order", foreign.id("inbound"));
      case "makeLabels", "printLabels" -> body.set("ids", JSON.arrayNode().add(foreign.id("bin")));
      case "approveProposals", "refuseProposals" ->
          body.set("ids", JSON.arrayNode().add(foreign.id("proposal")));
      case "decideVariances" -> body.set("ids", JSON.arrayNode().add(foreign.id("countLine")));
      case "addPutAwayRule", "changePutAwayRule", "tryPutAwayRule" -> {
        if (body.has("bin")) {
          body.put("bin", "A-01-A");
        }
      }
      default -> {
        // as it is
      }
    }
    return body;
  }

  private String foreignPath(Operation operation) {
    String group =
        OF_PATH.keySet().stream()
            .filter(prefix -> operation.path().startsWith(prefix))
            .max(java.util.Comparator.comparingInt(String::length))
            .orElse("");
    Map<String, String> parts = PARTS.getOrDefault(operation.id(), Map.of());
    String path = operation.path();
    StringBuilder query = new StringBuilder();
    for (JsonNode one : operation.parameters()) {
      String name = one.path("name").asString();
      switch (one.path("in").asString()) {
        case "path" -> {
          String of = parts.getOrDefault(name, OF_PATH.get(group));
          String value = of == null ? null : Long.toString(foreign.id(of));
          path =
              path.replace(
                  "{" + name + "}", value == null || isEnum(one) ? shapes.plain(one) : value);
        }
        case "query" -> {
          boolean meant = ALSO.getOrDefault(operation.id(), Set.of()).contains(name);
          if (meant || one.path("required").asBoolean(false)) {
            JsonNode said = said(name, name.equals("document"));
            query
                .append(query.isEmpty() ? "?" : "&")
                .append(name)
                .append('=')
                .append(said == null ? shapes.plain(one) : said.asString());
          }
        }
        default -> {
          // headers
        }
      }
    }
    return path + query;
  }

  private boolean isEnum(JsonNode parameter) {
    return shapes.resolved(parameter.path("schema")).has("enum");
  }

  private Client.Answer askForeign(Client who, Operation operation) {
    JsonNode body = operation.body() == null ? null : foreignBody(operation.id(), operation.body());
    return send(who, operation, foreignPath(operation), body);
  }

  @Test
  void nobodyAsksAboutASiteWhereTheyDoNotWork() {
    List<String> wrong = new ArrayList<>();
    List<String> checked =
        rights.entrySet().stream()
            .filter(one -> one.getValue().sites() == Sites.CHECKED)
            .map(Map.Entry::getKey)
            .toList();
    for (String id : checked) {
      for (Role role : Role.values()) {
        if (ROLES.get(role).contains(rights.get(id).permission())) {
          Client.Answer limited = askForeign(here.get(role), operations.get(id));
          boolean kept = limited.status() == 403 || limited.status() == 404 && !LOOSE.contains(id);
          // A file is read to its end, and each line that is about another site is refused.
          kept |= FILES.containsKey(id) && REFUSED_LINES.matcher(limited.text()).find();
          if (!kept) {
            wrong.add(id + " " + role + " is let through: " + brief(limited));
          }
        }
      }
    }
    // Someone who works there is not kept away: so it was the site that kept the others. What ends
    // something is asked last.
    List<String> last = new ArrayList<>(checked);
    last.sort(java.util.Comparator.comparing(AccessMatrixTest::ends));
    for (String id : last) {
      Client.Answer whole = askForeign(everywhere.get(Role.CONTROLLER), operations.get(id));
      boolean kept = whole.status() == 401 || whole.status() == 403;
      kept |= FILES.containsKey(id) && REFUSED_LINES.matcher(whole.text()).find();
      if (kept || whole.status() == 404 && !LOOSE.contains(id)) {
        wrong.add(id + " is kept from those who work there: " + brief(whole));
      }
    }
    assertThat(wrong).isEmpty();
  }

  private static boolean ends(String id) {
    return List.of(
            "close", "cancel", "delete", "detach", "remove", "reverse", "revoke", "return", "end")
        .stream()
        .anyMatch(id::startsWith);
  }

  /** They name a part that this test does not have: it is the site itself that must refuse. */
  private static final Set<String> LOOSE =
      Set.of(
          "changeAdjustmentLine",
          "changeCountLine",
          "getTrolleyRound",
          "receiveLoanBack",
          "removeReservation",
          "returnPicked",
          "returnPickedOfTransfer",
          "unpackGoods");

  private static final Pattern REFUSED_LINES =
      Pattern.compile("There is no site 'ZZ9'|No line of the file can be done");

  private static String brief(Client.Answer answer) {
    String text = answer.text();
    return answer.status() + " " + text.substring(0, Math.min(160, text.length()));
  }

  @Test
  void listsShowWhatIsOfOnesOwnSitesOnly() {
    List<String> wrong = new ArrayList<>();
    rights.forEach(
        (id, right) -> {
          if (right.sites() != Sites.FILTERED || streams(id)) {
            return;
          }
          Operation operation = operations.get(id);
          String path = operation.path() + LISTED.getOrDefault(id, "");
          for (Role role : Role.values()) {
            if (ROLES.get(role).contains(right.permission())) {
              Client.Answer limited = send(here.get(role), operation, path, null);
              if (limited.status() / 100 != 2 && limited.status() != 403
                  || limited.text().contains(ForeignSite.MARK)) {
                wrong.add(id + " " + role + " sees " + at(limited));
              }
            }
          }
          Client.Answer whole = send(everywhere.get(Role.CONTROLLER), operation, path, null);
          boolean same =
              whole.text().equals(send(here.get(Role.CONTROLLER), operation, path, null).text());
          if (FIGURES.contains(id) ? same : !whole.text().contains(ForeignSite.MARK)) {
            wrong.add(id + " does not show it to those who work there: " + brief(whole));
          }
        });
    assertThat(wrong).isEmpty();
  }

  private static String at(Client.Answer answer) {
    int at = answer.text().indexOf(ForeignSite.MARK);
    return answer.status()
        + " "
        + answer
            .text()
            .substring(
                Math.max(0, at - 80), Math.min(answer.text().length(), Math.max(0, at) + 80));
  }

  private static final String YEAR = "from=2026-01-01T00:00:00Z&to=2100-01-01T00:00:00Z";

  /** What makes a list show what is of the foreign site, to whoever may see it. */
  private static final Map<String, String> LISTED =
      Map.ofEntries(
          Map.entry("ask", "?q=" + ForeignSite.MARK),
          Map.entry("exportAdjustments", "?format=CSV"),
          Map.entry("exportJournal", "?format=CSV&" + YEAR),
          Map.entry("exportLedger", "?format=CSV&columns=document,item,from,to"),
          Map.entry("exportLoans", "?format=CSV"),
          Map.entry("exportLowItems", "?format=CSV"),
          Map.entry("exportOnHand", "?format=CSV&columns=site,place&group=PLACE"),
          Map.entry("exportOutboundOrders", "?format=CSV"),
          Map.entry(
              "exportReasonReport",
              "?format=CSV&purpose=SCRAP&by=ITEM&after=2026-01-01T00:00:00Z&before=2100-01-01T00:00:00Z"),
          Map.entry("exportSupplierReturns", "?format=CSV"),
          Map.entry("exportTransferJournal", "?format=CSV"),
          Map.entry("exportUsage", "?format=CSV"),
          Map.entry("exportValue", "?format=CSV&by=SITE"),
          Map.entry("getJournal", "?" + YEAR),
          Map.entry("listValueChanges", "?" + YEAR),
          Map.entry("listOnHand", "?group=PLACE"),
          Map.entry("listReservations", "?item=1"),
          Map.entry(
              "reportReasons",
              "?purpose=SCRAP&by=ITEM&after=2026-01-01T00:00:00Z&before=2100-01-01T00:00:00Z"),
          Map.entry("listStockValue", "?by=SITE"));

  /** Figures that name no site: those who work everywhere get others. */
  private static final Set<String> FIGURES =
      Set.of(
          "getCountNumbers",
          "getOutboundCounts",
          "getTransferCounts",
          "exportReasonReport",
          "exportUsage",
          "exportJournal",
          "getJournal",
          "listValueChanges",
          "listPrintJobs",
          "listSalesAndMargin",
          "reportReasons",
          "listUsage");
}
