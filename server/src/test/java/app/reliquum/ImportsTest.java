package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Tables that come in as files: tried, written whole or not at all, taken back. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class ImportsTest {

  private static final String EXAMPLE_ITEM = "EX-SHK-1";

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private Client controller;
  private Importing importing;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    importing = new Importing(controller);
  }

  private static byte[] text(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static String state(JsonNode card) {
    return card.path("row").path("state").asString();
  }

  /** How many rows of a sheet are new, changed, unchanged and faulty. */
  private static List<Integer> counts(JsonNode card, String table) {
    for (JsonNode sheet : card.path("sheets")) {
      if (sheet.path("table").asString().equals(table)) {
        return List.of(
            sheet.path("fresh").asInt(),
            sheet.path("changed").asInt(),
            sheet.path("unchanged").asInt(),
            sheet.path("faulty").asInt());
      }
    }
    throw new AssertionError(card);
  }

  private JsonNode item(String code) {
    JsonNode row = controller.get("/api/items?closedToo=true&q=" + code).ok().path("rows").get(0);
    return controller.get("/api/items/" + row.path("id").asLong()).ok();
  }

  private static byte[] house(String prefix) {
    return Importing.workbook(sheets(prefix));
  }

  private static Map<String, List<List<String>>> sheets(String prefix) {
    Map<String, List<List<String>>> sheets = new LinkedHashMap<>();
    // Those that name come before those that are named, on purpose.
    sheets.put(
        "homes",
        List.of(
            List.of("item", "site", "bin", "minimum", "maximum", "refill pack"),
            List.of(prefix + "-1", prefix, "A-01-A", "10", "40", "box"),
            List.of(prefix + "-2", prefix, "A-01-B", "", "", "")));
    sheets.put(
        "packs",
        List.of(
            List.of("item", "pack", "factor", "barcodes"),
            List.of(prefix + "-1", "box", "10", "")));
    sheets.put(
        "items",
        List.of(
            List.of("Article", "Description", "unit", "tracking", "barcode"),
            List.of(prefix + "-1", "Shackle", "pc", "", prefix + "0001"),
            List.of(prefix + "-2", "Rope", "m", "lot", "")));
    sheets.put(
        "sites",
        List.of(List.of("code", "name", "time zone"), List.of(prefix, "Quay", "Europe/London")));
    sheets.put(
        "areas",
        List.of(List.of("site", "area", "name", "purpose"), List.of(prefix, "A", "Pick", "pick")));
    sheets.put(
        "bins",
        List.of(
            List.of("site", "bin", "area", "walk"),
            List.of(prefix, "A-01-A", "A", "10"),
            List.of(prefix, "A-01-B", "A", "20")));
    return sheets;
  }

  @Test
  void aHouseComesInWithOneWorkbookAndAgainChangesNothing() {
    JsonNode checked = importing.checked("house.xlsx", house("AA"));
    assertThat(importing.faults(checked)).isEmpty();
    assertThat(checked.path("ready").asBoolean()).isTrue();
    assertThat(counts(checked, "items")).containsExactly(2, 0, 0, 0);
    assertThat(controller.get("/api/items?q=AA-1").ok().path("total").asInt()).isZero();
    JsonNode written = importing.done(checked, "writing");
    assertThat(state(written)).isEqualTo("IMPORTED");
    JsonNode item = item("AA-1");
    assertThat(item.path("name").asString()).isEqualTo("Shackle");
    assertThat(item.path("packs").get(0).path("factor").asString()).isEqualTo("10");
    assertThat(item.path("barcodes").get(0).asString()).isEqualTo("AA0001");
    assertThat(item.path("homes").get(0).path("address").asString()).isEqualTo("A-01-A");
    assertThat(item("AA-2").path("decimals").asInt()).isEqualTo(3);
    JsonNode again = importing.checked("house.xlsx", house("AA"));
    assertThat(again.path("ready").asBoolean()).isFalse();
    for (String table : List.of("sites", "areas", "bins", "items", "packs", "homes")) {
      assertThat(counts(again, table).subList(0, 2)).as(table).containsExactly(0, 0);
    }
  }

  @Test
  void aFaultIsNamedByItsCellWithWhatWasExpectedAndTheNearest() {
    importing.imported("house.xlsx", house("BB"));
    String file =
        """
        item,site,bin,minimum,maximum
        BB-1,BB,A-01-C,1,2
        BB-11,BB,A-01-A,1,2
        BB-2,BB,A-01-A,one,2
        BB-2,BB,A-01-B,5,2
        BB-2,BB,A-01-B,1,2
        BB-2,ZZ,A-01-B,1,2
        """;
    JsonNode checked = importing.checked("homes.csv", text(file));
    assertThat(checked.path("ready").asBoolean()).isFalse();
    // Where the site is not known, nothing is said of its bin.
    assertThat(importing.faults(checked).valueStream().filter(one -> one.path("line").asInt() == 7))
        .extracting(one -> one.path("column").asString())
        .containsExactly("site");
    assertThat(importing.faults(checked).valueStream())
        .extracting(
            one ->
                one.path("line").asInt()
                    + " "
                    + one.path("column").asString()
                    + " "
                    + one.path("nearest").asString())
        .contains("2 bin A-01-A", "3 item BB-1", "4 minimum ", "6 site ");
    assertThat(counts(checked, "homes").get(3)).isEqualTo(6);
    assertThat(
            controller
                .post(
                    "/api/imports/" + checked.path("row").path("id").asLong() + "/writing",
                    Map.of())
                .status())
        .isEqualTo(422);
  }

  @Test
  void whatChangesIsShownBeforeAndAfterAndCanBeTakenBack() {
    importing.imported("house.xlsx", house("CC"));
    String file = "code;name;shelf life days\nCC-1;Bow shackle;\nCC-3;Thimble;30\n";
    JsonNode checked = importing.checked("items.csv", text(file));
    assertThat(counts(checked, "items")).containsExactly(1, 1, 0, 0);
    JsonNode change = importing.changes(checked).get(0);
    assertThat(change.path("before").path("name").asString()).isEqualTo("Shackle");
    assertThat(change.path("after").path("name").asString()).isEqualTo("Bow shackle");
    JsonNode written = importing.done(checked, "writing");
    // What the file has no column for stays.
    assertThat(item("CC-1").path("barcodes")).hasSize(1);
    assertThat(item("CC-1").path("name").asString()).isEqualTo("Bow shackle");
    assertThat(state(importing.done(written, "undoing"))).isEqualTo("UNDONE");
    assertThat(item("CC-1").path("name").asString()).isEqualTo("Shackle");
    assertThat(controller.get("/api/items?q=CC-3").ok().path("total").asInt()).isZero();
  }

  @Test
  void whatIsThereNeedsNoMoreThanItsKeyAndWhatChanges() {
    importing.imported("house.xlsx", house("RR"));
    JsonNode checked =
        importing.checked("items.csv", text("code;category\nRR-1;Rigging\nRR-9;Rigging\n"));
    assertThat(importing.faults(checked)).hasSize(1);
    assertThat(importing.faults(checked).get(0).path("column").asString()).isEqualTo("name");
    assertThat(importing.faults(checked).get(0).path("expected").asString()).contains("RR-9");
    importing.imported("items.csv", text("code;category\nRR-1;Rigging\n"));
    assertThat(item("RR-1").path("category").asString()).isEqualTo("Rigging");
    assertThat(item("RR-1").path("name").asString()).isEqualTo("Shackle");
  }

  @Test
  void anImportOnWhichSomethingWasBuiltStays() {
    JsonNode written = importing.imported("house.xlsx", house("DD"));
    String file = "item,site,bin,minimum,maximum\nDD-2,DD,A-01-A,1,2\n";
    importing.imported("homes.csv", text(file));
    JsonNode refused = importing.done(written, "undoing");
    assertThat(state(refused)).isEqualTo("IMPORTED");
    assertThat(refused.path("row").path("failure").asString()).contains("DD-2");
    assertThat(item("DD-1").path("name").asString()).isEqualTo("Shackle");
  }

  @Test
  void aWholeHouseIsTakenBackAndComesInAgain() {
    JsonNode written = importing.imported("house.xlsx", house("EE"));
    JsonNode undone = importing.done(written, "undoing");
    assertThat(undone.path("row").path("failure").isNull()).as("%s", undone).isTrue();
    assertThat(controller.get("/api/items?q=EE-1").ok().path("total").asInt()).isZero();
    assertThat(state(importing.imported("house.xlsx", house("EE")))).isEqualTo("IMPORTED");
  }

  @Test
  void whatCouldBeReadInTwoWaysIsAsked() {
    importing.imported("house.xlsx", house("FF"));
    String file = "item;pack;factor\nFF-1;pallet;1.500\n";
    JsonNode asked = importing.checked("packs.csv", text(file));
    assertThat(asked.path("numberExample").asString()).isEqualTo("1.500");
    assertThat(asked.path("ready").asBoolean()).isFalse();
    long id = asked.path("row").path("id").asLong();
    controller
        .put("/api/imports/" + id + "/reading", Map.of("numbers", "COMMA", "sheets", List.of()))
        .ok();
    JsonNode read = importing.through(id);
    assertThat(importing.changes(read).get(0).path("after").path("factor").asString())
        .isEqualTo("1500");
  }

  @Test
  void headingsOfOnesOwnAreMatchedAndRemembered() {
    String file = "Artikelnummer\tBezeichnung\nGG-1\tSchäkel\n";
    byte[] windows = file.getBytes(Charset.forName("windows-1252"));
    JsonNode unknown = importing.checked("artikel.csv", windows);
    assertThat(unknown.path("sheets").get(0).path("table").isNull()).isTrue();
    long id = unknown.path("row").path("id").asLong();
    controller
        .put(
            "/api/imports/" + id + "/reading",
            Map.of(
                "sheets",
                List.of(
                    Map.of(
                        "position",
                        0,
                        "table",
                        "items",
                        "headings",
                        List.of(
                            Map.of("heading", "Artikelnummer", "column", "code"),
                            Map.of("heading", "Bezeichnung", "column", "name"))))))
        .ok();
    JsonNode read = importing.through(id);
    assertThat(read.path("ready").asBoolean()).as("%s", read).isTrue();
    importing.done(read, "writing");
    assertThat(item("GG-1").path("name").asString()).isEqualTo("Schäkel");
    JsonNode next =
        importing.checked(
            "items.csv",
            "Artikelnummer\tBezeichnung\nGG-2\tKausch\n".getBytes(StandardCharsets.UTF_8));
    assertThat(counts(next, "items")).containsExactly(1, 0, 0, 0);
  }

  @Test
  void theFileComesBackWithItsFaultsMarkedAndNoted() throws IOException {
    importing.imported("house.xlsx", house("HH"));
    String file = "item,site,bin,minimum,maximum\nHH-1,HH,A-01-A,20,60\nHH-2,HH,A-01-C,1,2\n";
    JsonNode checked = importing.checked("homes.csv", text(file));
    byte[] marked =
        controller
            .bytes("/api/imports/" + checked.path("row").path("id").asLong() + "/workbook")
            .body();
    try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(marked));
        ByteArrayOutputStream mended = new ByteArrayOutputStream()) {
      XSSFSheet homes = book.getSheet("homes");
      assertThat(homes.getRow(1).getCell(2).getCellComment()).isNull();
      XSSFCell faulty = homes.getRow(2).getCell(2);
      assertThat(faulty.getStringCellValue()).isEqualTo("A-01-C");
      assertThat(faulty.getCellComment().getString().getString())
          .contains("Expected one of the bins")
          .contains("Nearest: A-01-A");
      faulty.setCellValue("A-01-B");
      book.write(mended);
      JsonNode again = importing.checked("homes.xlsx", mended.toByteArray());
      assertThat(importing.faults(again)).isEmpty();
      assertThat(counts(again, "homes")).containsExactly(0, 2, 0, 0);
    }
  }

  @Test
  void aFileWhoseNameNoSheetCanHaveIsMarkedAllTheSame() throws IOException {
    byte[] content = text("code,name,unit\nNO-SHEET,Thing,furlong\n");
    JsonNode card = importing.checked("-1000-01-01T00:00:00Z [1].csv", content);
    long id = card.path("row").path("id").asLong();
    byte[] marked = controller.bytes("/api/imports/" + id + "/workbook").body();
    try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(marked))) {
      assertThat(book.getSheetAt(0).getSheetName()).startsWith("-1000-01-01T00 00 00Z");
    }
  }

  @Test
  void openingStockIsOnePostingWithItsValueAndDays() {
    importing.imported("house.xlsx", house("SS"));
    String file =
        """
        site,bin,item,lot,quantity,pack,unit cost,in date,expiry
        SS,A-01-A,SS-1,,2,box,1.50,2026-01-31,
        SS,A-01-B,SS-2,L1,7.5,,2,,2030-12-31
        """;
    JsonNode checked = importing.checked("opening stock.csv", text(file));
    assertThat(checked.path("openedSites").size()).isZero();
    JsonNode written = importing.done(checked, "writing");
    assertThat(written.path("openedSites").values())
        .extracting(JsonNode::asString)
        .containsExactly("SS");
    assertThat(
            HOUSE
                .database()
                .column(
                    "select concat(i.code, ' ', h.quantity + 0, ' ', h.in_date) from stock_position"
                        + " h join item i on i.id = h.item_id where i.code = 'SS-1'"))
        .containsExactly("SS-1 20.000000 2026-01-31");
    assertThat(
            HOUSE
                .database()
                .column(
                    "select p.value from cost_pool p join item i on i.id = p.item_id"
                        + " where i.code in ('SS-1', 'SS-2') order by i.code"))
        .containsExactly("30.00", "15.00");
    JsonNode again = importing.checked("opening stock.csv", text(file));
    assertThat(counts(again, "opening stock")).containsExactly(0, 0, 2, 0);
    JsonNode more = importing.checked("opening stock.csv", text(file.replace("7.5", "8")));
    assertThat(importing.faults(more).get(0).path("expected").asString()).contains("7.5");
    JsonNode undone = importing.done(written, "undoing");
    assertThat(state(undone)).isEqualTo("UNDONE");
    assertThat(undone.path("openedSites").size()).isZero();
    assertThat(
            HOUSE
                .database()
                .column(
                    "select h.quantity from stock_position h join item i on i.id = h.item_id"
                        + " where i.code like 'SS-%' and h.quantity > 0"))
        .isEmpty();
  }

  @Test
  void whatTheLedgerRefusesIsAFaultOfItsRow() {
    importing.imported("house.xlsx", house("TT"));
    String file =
        """
        site,bin,item,lot,quantity,unit cost,in date
        TT,A-01-A,TT-1,L9,1,,
        TT,A-01-B,TT-2,,1,,
        TT,A-01-A,TT-1,,1.5,-1,2199-01-01
        """;
    JsonNode checked = importing.checked("opening stock.csv", text(file));
    assertThat(importing.faults(checked).valueStream())
        .extracting(one -> one.path("line").asInt() + " " + one.path("column").asString())
        .contains("2 lot", "3 lot", "4 unit cost");
  }

  @Test
  void whoMayNotSeePeopleNeitherExportsNorImportsThem() {
    assertThat(controller.get("/api/tables/file?tables=people").status()).isEqualTo(403);
    byte[] people =
        Importing.workbook(
            Map.of(
                "people", List.of(List.of("code", "name", "role"), List.of("X1", "X", "clerk"))));
    JsonNode checked = importing.checked("people.xlsx", people);
    assertThat(checked.path("ready").asBoolean()).isFalse();
    assertThat(checked.path("row").path("failure").asString()).contains("people");
  }

  @Test
  void aFileThatIsNoneIsRefusedAtOnce() {
    for (String content : List.of("", "PK\u0003\u0004broken", "\n\n")) {
      assertThat(
              controller
                  .file("/api/imports?name=x.csv", "application/octet-stream", text(content))
                  .status())
          .isEqualTo(400);
    }
  }

  @Test
  void theExampleHouseComesInAsItIs() throws IOException {
    byte[] example = controller.bytes("/api/tables/example").body();
    JsonNode written = importing.imported("example house.xlsx", example);
    assertThat(counts(written, "items")).containsExactly(20, 0, 0, 0);
    assertThat(counts(written, "bins")).containsExactly(40, 0, 0, 0);
    assertThat(counts(written, "opening stock")).containsExactly(20, 0, 0, 0);
    JsonNode undone = importing.done(written, "undoing");
    assertThat(undone.path("row").path("failure").isNull()).as("%s", undone).isTrue();
    assertThat(state(undone)).isEqualTo("UNDONE");
    // What was posted stays in the ledger, so what it names does; it can't be used any more.
    assertThat(undone.path("staying").asInt()).isGreaterThan(20);
    JsonNode item = item(EXAMPLE_ITEM);
    assertThat(item.path("active").asBoolean()).isFalse();
    assertThat(
            HOUSE
                .database()
                .column(
                    "select sum(h.quantity) from stock_position h join item i on i.id = h.item_id"
                        + " where i.code like 'EX-%'"))
        .containsExactly("0.000000");
    assertThat(
            controller
                .get("/api/change-log?q=" + EXAMPLE_ITEM)
                .ok()
                .path("rows")
                .valueStream()
                .filter(row -> row.path("table").asString().equals("items"))
                .map(row -> row.path("cells").toString()))
        .first()
        .asString()
        .contains("active", "yes", "no");
    // It comes in again once the bins that stayed are used again: the file says nothing of that.
    JsonNode tried = importing.checked("example house.xlsx", example);
    assertThat(importing.faults(tried).get(0).path("expected").asString())
        .contains("column active");
    StringBuilder use = new StringBuilder("site,bin,active\n");
    importing
        .faults(tried)
        .forEach(one -> use.append("EXMAIN,%s,yes\n".formatted(one.path("found").asString())));
    importing.imported("bins.csv", text(use.toString()));
    importing.imported("items.csv", text("code,active\n" + EXAMPLE_ITEM + ",yes\n"));
    JsonNode again = importing.imported("example house.xlsx", example);
    assertThat(counts(again, "opening stock")).containsExactly(20, 0, 0, 0);
    assertThat(item(EXAMPLE_ITEM).path("active").asBoolean()).isTrue();
  }

  @Test
  void openingStockWithWhichSomethingElseWasPostedStays() {
    Map<String, List<List<String>>> sheets = sheets("UU");
    sheets.put(
        "opening stock",
        List.of(List.of("site", "bin", "item", "quantity"), List.of("UU", "A-01-A", "UU-1", "20")));
    JsonNode written = importing.imported("house.xlsx", Importing.workbook(sheets));
    for (String direction : List.of("FROM_SUPPLIER", "TO_CUSTOMER")) {
      controller
          .post(
              "/api/postings",
              Map.of(
                  "direction",
                  direction,
                  "lines",
                  List.of(Map.of("item", "UU-1", "place", "UU.A-01-A", "quantity", "1"))))
          .ok();
    }
    JsonNode refused = importing.done(written, "undoing");
    assertThat(state(refused)).isEqualTo("IMPORTED");
    assertThat(refused.path("row").path("failure").asString()).contains("UU-1", "in use");
    assertThat(item("UU-1").path("active").asBoolean()).isTrue();
    assertThat(
            HOUSE
                .database()
                .column(
                    "select h.quantity from stock_position h join item i on i.id = h.item_id"
                        + " where i.code = 'UU-1' and h.quantity > 0"))
        .containsExactly("20.000000");
  }

  @Test
  void theTemplateIsOneRowThatCouldBeReal() throws IOException {
    byte[] template = controller.bytes("/api/tables/template").body();
    try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(template))) {
      assertThat(book.getSheet("items").getRow(0).getCell(0).getStringCellValue())
          .isEqualTo("code");
      assertThat(book.getSheet("explanations").getLastRowNum()).isGreaterThan(100);
    }
    JsonNode checked = importing.checked("template.xlsx", template);
    assertThat(
            importing
                .faults(checked)
                .valueStream()
                .map(one -> one.path("table").asString() + " " + one.path("expected").asString()))
        .noneMatch(one -> one.startsWith("items") || one.startsWith("bins"));
  }

  /** The file may hold what only they may see, and it is written with their rights. */
  @Test
  void whatSomeoneWithMoreRightsBringsIsNotSeenNorWrittenByOthers() {
    Client administrator = HOUSE.hire("ROWAN", Role.ADMINISTRATOR);
    byte[] people =
        Importing.workbook(
            Map.of(
                "people", List.of(List.of("code", "name", "role"), List.of("Y1", "Y", "clerk"))));
    JsonNode theirs = new Importing(administrator).checked("people.xlsx", people);
    assertThat(theirs.path("ready").asBoolean()).as("%s", theirs).isTrue();
    String path = "/api/imports/" + theirs.path("row").path("id").asLong();
    for (String what : List.of("", "/faults", "/changes", "/workbook")) {
      assertThat(controller.get(path + what).status()).as(what).isEqualTo(403);
    }
    for (String what : List.of("writing", "cancelling", "undoing")) {
      assertThat(controller.post(path + "/" + what, Map.of()).status()).as(what).isEqualTo(403);
    }
    assertThat(controller.put(path + "/reading", Map.of("sheets", List.of())).status())
        .isEqualTo(403);
    // Those who may do as much go on with it.
    JsonNode mine = importing.checked("items.csv", text("code,name,unit\nYY-1,Thing,pc\n"));
    assertThat(state(new Importing(administrator).done(mine, "writing"))).isEqualTo("IMPORTED");
  }
}
