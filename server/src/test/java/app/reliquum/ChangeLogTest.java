package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Who changed what of rules and masters, and how it is taken back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ChangeLogTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Client administrator;
  private Importing importing;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    administrator = HOUSE.hire("ADM", Role.ADMINISTRATOR);
    importing = new Importing(controller);
    importing.imported(
        "house.xlsx",
        Importing.workbook(
            Map.of(
                "sites",
                List.of(
                    List.of("code", "name", "time zone"), List.of("KQ", "Quay", "Europe/London")),
                "areas",
                List.of(
                    List.of("site", "area", "name", "purpose"),
                    List.of("KQ", "A", "Picking", "pick")),
                "bins",
                List.of(List.of("site", "bin", "area"), List.of("KQ", "A-01", "A")))));
  }

  /** Operations whose changes are kept row by row. */
  private static final Set<String> KEPT =
      Set.of(
          "addArea",
          "addItem",
          "addPerson",
          "addPolicy",
          "addPrintRule",
          "addPrinter",
          "addScale",
          "addCarrier",
          "addPutAwayRule",
          "addRack",
          "addReason",
          "addRemovalRule",
          "addSite",
          "addSiteGroup",
          "addSupplier",
          "addTax",
          "changeArea",
          "changeBin",
          "changeCountRules",
          "changeHouse",
          "changeItem",
          "changeNumberRange",
          "changePerson",
          "changePolicy",
          "changePrintRule",
          "changePrinter",
          "changeScale",
          "changeCarrier",
          "changePutAwayRule",
          "changeReason",
          "changeRemovalRule",
          "changeSite",
          "changeSiteGroup",
          "changeSupplier",
          "changeTax",
          "deleteRemovalRule",
          "moveCategory",
          "removePolicy",
          "removePrintRule",
          "removePutAwayRule",
          "removeSiteGroup",
          "setAccount",
          "setComponents",
          "setItemCost",
          "setPolicyOfMany",
          "setSuppliersOfItem",
          "shareCosts",
          "takeChangeBack",
          "undoImport",
          "writeImport");

  /** Operations that change no row of a table of rules and masters, and where they are kept. */
  private static final Map<String, String> NOT_ROWS =
      Map.ofEntries(
          Map.entry("askPrinter", "asked, not written"),
          Map.entry("readScale", "asked, not written"),
          Map.entry("askCarrier", "asked, not written"),
          Map.entry("printTestPage", "print jobs"),
          Map.entry("addDevice", "security log"),
          Map.entry("offerDeviceAgain", "security log"),
          Map.entry("revokeDevice", "security log"),
          Map.entry("emptyHouse", "log of the server"),
          Map.entry("addImport", "imports"),
          Map.entry("readImport", "imports"),
          Map.entry("cancelImport", "imports"),
          Map.entry("changeMany", "imports"),
          Map.entry("leaveOutOfMany", "imports"),
          Map.entry("approve", "history of the document"),
          Map.entry("approveCount", "history of the document"),
          Map.entry("approveProposals", "proposals"),
          Map.entry("approveRequisitions", "history of the document"),
          Map.entry("refuse", "history of the document"),
          Map.entry("refuseProposals", "proposals"),
          Map.entry("closeBooks", "closings"),
          Map.entry("classifyItems", "worked out"),
          Map.entry("chooseNotice", "security log"),
          Map.entry("rankRemovalRule", "asked, not written"),
          Map.entry("addTrolley", "unit loads"),
          Map.entry("setItemPicture", "security log"),
          Map.entry("removeItemPicture", "security log"),
          Map.entry("setLogo", "security log"),
          Map.entry("removeLogo", "security log"),
          Map.entry("settingUp", "security log"));

  @Test
  void ofEveryOperationThatSetsRulesItIsSaidWhereItsChangesAreKept() throws IOException {
    Set<String> writing = new TreeSet<>();
    for (String line : Files.readAllLines(Path.of("src/test/resources/access.csv"))) {
      String[] cells = line.split(",");
      if (List.of("RULES", "PEOPLE").contains(cells[1])
          && !cells[0].matches("(get|list|export|try|preview|replay).*")) {
        writing.add(cells[0]);
      }
    }
    Set<String> said = new TreeSet<>(KEPT);
    said.addAll(NOT_ROWS.keySet());
    assertThat(writing).isEqualTo(said);
  }

  private static JsonNode ofRow(Client who, String table, String key) {
    return who.get("/api/change-log/row?table=" + coded(table) + "&key=" + coded(key))
        .ok()
        .path("rows");
  }

  private static String coded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  /** The newest change of a row. */
  private static JsonNode newest(Client who, String table, String key) {
    return ofRow(who, table, key).get(0);
  }

  private Client.Answer takeBack(JsonNode change) {
    return controller.post("/api/change-log/" + change.path("id").asLong() + "/undoing", Map.of());
  }

  private JsonNode added(String code) {
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("code", code);
    entry.put("name", "Bow shackle");
    entry.put("category", "");
    entry.put("unit", "PIECE");
    entry.put("decimals", 0);
    entry.put("tracking", "NONE");
    entry.put("hazardClass", "");
    entry.put("storageClass", "");
    entry.put("active", true);
    entry.put("barcodes", List.of());
    entry.put("packs", List.of());
    entry.put("homes", List.of());
    return controller.post("/api/items", entry).ok();
  }

  /** An item as it is entered again, with something else in one field. */
  private JsonNode changed(JsonNode item, String field, String value) {
    ObjectNode entry = ((ObjectNode) item).deepCopy();
    entry.retain(
        List.of(
            "version",
            "code",
            "name",
            "category",
            "unit",
            "decimals",
            "tracking",
            "shelfLifeDays",
            "hazardClass",
            "storageClass",
            "lotRule",
            "serialRule",
            "active",
            "barcodes",
            "packs",
            "homes"));
    entry.put(field, value);
    return controller.put("/api/items/" + item.path("id").asLong(), entry).ok();
  }

  private JsonNode item(JsonNode item) {
    return controller.get("/api/items/" + item.path("id").asLong()).ok();
  }

  @Test
  void aChangeIsKeptWithWhatItWasWithWhomAndWhenAndIsTakenBack() {
    JsonNode item = changed(added("SH-1"), "name", "Dee shackle");
    JsonNode change = newest(controller, "items", "SH-1");
    assertThat(change.path("kind").asString()).isEqualTo("CHANGED");
    assertThat(change.path("person").asString()).isEqualTo("Person CON");
    assertThat(change.path("key").asString()).isEqualTo("SH-1");
    assertThat(change.path("changed").asString())
        .startsWith(HOUSE.clock().instant().toString().substring(0, 10));
    assertThat(change.path("cells")).hasSize(1);
    assertThat(change.path("cells").get(0).path("column").asString()).isEqualTo("name");
    assertThat(change.path("cells").get(0).path("before").asString()).isEqualTo("Bow shackle");
    assertThat(change.path("cells").get(0).path("after").asString()).isEqualTo("Dee shackle");
    assertThat(takeBack(change).ok().path("takenBack").asBoolean()).isTrue();
    assertThat(item(item).path("name").asString()).isEqualTo("Bow shackle");
    assertThat(takeBack(change).status()).isEqualTo(422);
    // That is a change too, and is taken back likewise.
    assertThat(takeBack(newest(controller, "items", "SH-1")).status()).isEqualTo(200);
    assertThat(item(item).path("name").asString()).isEqualTo("Dee shackle");
  }

  @Test
  void whatChangesNothingLeavesNothing() {
    JsonNode item = added("SH-2");
    changed(item, "name", "Bow shackle");
    assertThat(ofRow(controller, "items", "SH-2")).hasSize(1);
  }

  @Test
  void whatWasChangedSinceStays() {
    JsonNode item = changed(added("SH-3"), "name", "Dee shackle");
    JsonNode first = newest(controller, "items", "SH-3");
    changed(item, "name", "Snap shackle");
    Client.Answer refused = takeBack(first);
    assertThat(refused.problem()).isEqualTo("built-on");
    assertThat(refused.detail()).contains("SH-3");
    assertThat(item(item).path("name").asString()).isEqualTo("Snap shackle");
  }

  @Test
  void whatIsNewGoesAgainIfNothingRefersToIt() {
    added("SH-4");
    added("SH-5");
    importing.imported(
        "stock.csv", "site,bin,item,quantity\nKQ,A-01,SH-5,3\n".getBytes(StandardCharsets.UTF_8));
    assertThat(takeBack(newest(controller, "items", "SH-4")).status()).isEqualTo(200);
    assertThat(controller.get("/api/items?q=SH-4").ok().path("total").asInt()).isZero();
    assertThat(takeBack(newest(controller, "items", "SH-5")).problem()).isEqualTo("built-on");
    // Neither does one go, nor is it put out of use, that only its cost names.
    added("SH-8");
    importing.imported("costs.csv", "item,cost\nSH-8,4\n".getBytes(StandardCharsets.UTF_8));
    assertThat(takeBack(newest(controller, "items", "SH-8")).problem()).isEqualTo("built-on");
    assertThat(controller.get("/api/items?q=SH-8").ok().path("total").asInt()).isEqualTo(1);
  }

  @Test
  void whatBelongsToSomethingStandsWithIt() {
    added("SH-6");
    importing.imported(
        "packs.csv", "item,pack,factor\nSH-6,box,10\n".getBytes(StandardCharsets.UTF_8));
    JsonNode changes = ofRow(controller, "items", "sh-6");
    assertThat(changes.valueStream().map(one -> one.path("table").asString()))
        .containsExactly("packs", "items");
    assertThat(changes.get(0).path("importId").asLong()).isPositive();
    assertThat(changes.get(1).path("importId").isNull()).isTrue();
    // Neither a longer code, nor one with a sign that stands for any other.
    added("SH-66");
    assertThat(ofRow(controller, "items", "SH-6")).hasSize(2);
    assertThat(ofRow(controller, "items", "SH_6")).isEmpty();
  }

  @Test
  void aRuleThatWasTakenAwayIsThereAgain() {
    added("SH-7");
    Map<String, Object> figures = new LinkedHashMap<>();
    figures.put("kind", "POINT_AND_QUANTITY");
    figures.put("point", "5");
    figures.put("quantity", "20");
    figures.put("upTo", null);
    figures.put("servicePercent", 95);
    figures.put("reviewDays", 1);
    figures.put("windowDays", 365);
    figures.put("orderCost", 0);
    figures.put("holdingPercent", 0);
    figures.put("forOrders", "FROM_STOCK");
    long policy =
        controller
            .post(
                "/api/replenishment/policies",
                Map.of("item", "SH-7", "category", "", "figures", figures))
            .ok()
            .path("id")
            .asLong();
    controller.delete("/api/replenishment/policies/" + policy).ok();
    JsonNode gone = newest(controller, "policies", "SH-7 ·  ·  · ");
    assertThat(gone.path("kind").asString()).isEqualTo("REMOVED");
    assertThat(gone.path("key").asString()).isEqualTo("SH-7");
    takeBack(gone).ok();
    assertThat(
            HOUSE
                .database()
                .column(
                    "select y.point + 0 from replenishment_policy y join item i on i.id = y.item_id"
                        + " where i.code = 'SH-7'"))
        .containsExactly("5.000000");
  }

  @Test
  void theHousesOwnSettingsAreKeptToo() {
    JsonNode house = controller.get("/api/house").ok();
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("version", house.path("version").asInt());
    entry.put("name", house.path("name").asString());
    entry.put("street", "2 Quay Street");
    entry.put("town", "");
    entry.put("mailFrom", "");
    entry.put("timeZone", "Europe/Oslo");
    controller.put("/api/house", entry).ok();
    List<String> changes =
        controller
            .get("/api/change-log?where=" + coded("TABLE:IS:house"))
            .ok()
            .path("rows")
            .valueStream()
            .map(
                one ->
                    one.path("key").asString()
                        + " "
                        + one.path("cells").get(0).path("after").asString())
            .toList();
    assertThat(changes).containsExactlyInAnyOrder("street 2 Quay Street", "time zone Europe/Oslo");
    entry.put("version", house.path("version").asInt() + 1);
    entry.put("timeZone", "Atlantis");
    assertThat(controller.put("/api/house", entry).status()).isEqualTo(400);
  }

  /** Of short tables all rows are looked at: what someone else changes meanwhile is theirs. */
  @Test
  void whatTwoChangeAtOnceIsKeptOnceAndOfTheOneWhoDidIt() {
    int times = 25;
    Map<String, Client> who =
        Map.of(
            "TXA", HOUSE.hire("TXA", Role.CONTROLLER), "TXB", HOUSE.hire("TXB", Role.CONTROLLER));
    Map<String, Object> tax = new LinkedHashMap<>();
    tax.put("category", "STANDARD");
    tax.put("rate", 20);
    tax.put("active", true);
    who.entrySet().parallelStream()
        .forEach(
            one -> {
              Map<String, Object> entry = new LinkedHashMap<>(tax);
              entry.put("code", one.getKey());
              entry.put("name", "Tax");
              JsonNode card = one.getValue().post("/api/taxes", entry).ok();
              for (int i = 1; i <= times; i++) {
                entry.put("version", card.path("version").asInt());
                entry.put("name", "Tax " + i);
                card = one.getValue().put("/api/taxes/" + card.path("id").asLong(), entry).ok();
              }
            });
    for (String code : who.keySet()) {
      assertThat(
              HOUSE
                  .database()
                  .column(
                      "select concat(p.code, ' ', count(*)) from row_change c join person p on p.id"
                          + " = c.person_id where c.form = 'taxes' and c.row_key = '"
                          + code
                          + "' group by p.code"))
          .containsExactly(code + " " + (times + 1));
    }
  }

  @Test
  void whatWasChangedOfPeopleIsForThoseWhoSayWhoMayDoWhat() {
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("code", "EBBA");
    entry.put("name", "Ebba");
    entry.put("role", "CLERK");
    entry.put("everywhere", true);
    entry.put("sites", List.of());
    entry.put("active", true);
    entry.put("password", "kittiwake quay");
    entry.put("email", "");
    administrator.post("/api/people", entry).ok();
    JsonNode change = newest(administrator, "people", "EBBA");
    assertThat(change.path("kind").asString()).isEqualTo("NEW");
    assertThat(change.toString()).doesNotContain("kittiwake");
    assertThat(controller.get("/api/change-log/row?table=people&key=EBBA").status()).isEqualTo(403);
    assertThat(controller.get("/api/change-log?q=EBBA").ok().path("total").asInt()).isZero();
    assertThat(administrator.get("/api/change-log?q=EBBA").ok().path("total").asInt()).isEqualTo(1);
    assertThat(takeBack(change).status()).isEqualTo(403);
  }

  @Test
  void aRackAndACategoryAreKeptRowByRow() {
    long area =
        HOUSE.database().column("select id from area where code = 'A'").stream()
            .mapToLong(Long::parseLong)
            .findFirst()
            .orElseThrow();
    Map<String, Object> traits = new LinkedHashMap<>();
    traits.put("storageClass", "");
    traits.put("mixing", "ANYTHING");
    Map<String, Object> rack = new LinkedHashMap<>();
    rack.put("areaId", area);
    rack.put("pattern", "B-[01..30]");
    rack.put("traits", traits);
    rack.put("walkFrom", 10);
    rack.put("walkStep", 10);
    rack.put("levels", 1);
    controller.post("/api/racks", rack).ok();
    assertThat(
            controller
                .get("/api/change-log?where=" + coded("TABLE:IS:bins") + "&q=b-&limit=100")
                .ok()
                .path("total")
                .asInt())
        .isEqualTo(30);
  }
}
