package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Spreadsheets that come in: read as they are, and refused clearly where they can't be. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SpreadsheetsTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  private static final String HEADING = "supplier,site,expected,item,quantity,pack,price\n";

  private Client controller;

  @BeforeAll
  void furnish() {
    controller = HOUSE.hire("CON", Role.CONTROLLER);
    Goods goods = new Goods(controller);
    goods.site("KQ");
    goods.item("SHK", "Shackle", "NONE");
    Map<String, Object> supplier = new LinkedHashMap<>();
    supplier.put("code", "SKERRY");
    supplier.put("name", "Skerry");
    supplier.put("leadDays", 5);
    supplier.put("active", true);
    for (String field : new String[] {"email", "street", "town"}) {
      supplier.put(field, "");
    }
    controller.post("/api/suppliers", supplier).ok();
  }

  private Client.Answer send(byte[] file) {
    return controller.file("/api/inbound/file?trial=true", "application/octet-stream", file);
  }

  private void refused(byte[] file, String why) {
    Client.Answer answer = send(file);
    assertThat(answer.status()).as(answer.text()).isEqualTo(400);
    assertThat(answer.problem()).isEqualTo("invalid");
    assertThat(answer.detail()).contains(why);
  }

  /** A workbook of which only the sheet matters, written as its text. */
  private static byte[] workbook(String sheet) throws IOException {
    String types =
        """
        <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">
        <Default Extension="rels"
          ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
        <Override PartName="/xl/workbook.xml" ContentType=
          "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>
        <Override PartName="/xl/sheet.xml" ContentType=
          "application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>
        """;
    String relation =
        "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
            + "<Relationship Id=\"r1\" Type=\"http://schemas.openxmlformats.org/officeDocument/"
            + "2006/relationships/%s\" Target=\"%s\"/></Relationships>";
    String book =
        """
        <workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"
          xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">
        <sheets><sheet name="A" sheetId="1" r:id="r1"/></sheets></workbook>
        """;
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      put(zip, "[Content_Types].xml", types);
      put(zip, "_rels/.rels", relation.formatted("officeDocument", "xl/workbook.xml"));
      put(zip, "xl/workbook.xml", book);
      put(zip, "xl/_rels/workbook.xml.rels", relation.formatted("worksheet", "sheet.xml"));
      put(
          zip,
          "xl/sheet.xml",
          "<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\">"
              + "<sheetData>"
              + sheet
              + "</sheetData></worksheet>");
    }
    return out.toByteArray();
  }

  private static void put(ZipOutputStream zip, String name, String content) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(content.getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  @Test
  void aWorkbookIsReadWithItsDatesAndNumbersAsTheyWereTyped() throws Exception {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (XSSFWorkbook book = new XSSFWorkbook()) {
      XSSFSheet sheet = book.createSheet("Orders");
      CellStyle date = book.createCellStyle();
      date.setDataFormat(book.createDataFormat().getFormat("dd.mm.yyyy"));
      Row heading = sheet.createRow(0);
      String[] names = HEADING.strip().split(",");
      for (int i = 0; i < names.length; i++) {
        heading.createCell(i).setCellValue(names[i]);
      }
      Row row = sheet.createRow(1);
      row.createCell(0).setCellValue("SKERRY");
      row.createCell(1).setCellValue("KQ");
      row.createCell(2).setCellValue(LocalDate.of(2027, 1, 31));
      row.getCell(2).setCellStyle(date);
      row.createCell(3).setCellValue("SHK");
      row.createCell(4).setCellValue(3);
      row.createCell(6).setCellValue(9.95);
      book.write(out);
    }
    JsonNode written =
        controller
            .file("/api/inbound/file?trial=false", "application/octet-stream", out.toByteArray())
            .ok();
    assertThat(written.path("faults")).as(written.toString()).isEmpty();
    String number = written.path("orders").get(0).asString();
    long id =
        controller.get("/api/inbound?q=" + number).ok().path("rows").get(0).path("id").asLong();
    JsonNode order = controller.get("/api/inbound/" + id).ok();
    assertThat(order.path("expected").asString()).isEqualTo("2027-01-31");
    assertThat(order.path("lines").get(0).path("packs").asString()).isEqualTo("3");
    assertThat(order.path("lines").get(0).path("price").asString()).isEqualTo("9.95");
  }

  @Test
  void aSmallFileThatWouldFillTheHeapIsRefused() throws Exception {
    StringBuilder wide = new StringBuilder();
    for (int row = 1; row <= 2_000; row++) {
      wide.append("<row r=\"%d\"><c r=\"XFD%d\"><v>1</v></c></row>".formatted(row, row));
    }
    byte[] file = workbook(wide.toString());
    assertThat(file.length).isLessThan(20_000);
    refused(file, "column XFD; at most 256 columns");
  }

  @Test
  void whatInflatesWithoutEndIsRefused() throws Exception {
    StringBuilder bomb = new StringBuilder("<row r=\"1\"><c r=\"A1\" t=\"str\"><v>");
    bomb.append(" ".repeat(30 << 20)).append("</v></c></row>");
    byte[] file = workbook(bomb.toString());
    assertThat(file.length).isLessThan(100_000);
    refused(file, "can't be read");
  }

  @Test
  void brokenFilesAreRefusedWithTheReason() throws Exception {
    byte[] whole = workbook("<row r=\"1\"><c r=\"A1\"><v>1</v></c></row>");
    refused(Arrays.copyOf(whole, whole.length / 2), "can't be read");
    ByteArrayOutputStream other = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(other)) {
      put(zip, "readme.txt", "no workbook");
    }
    refused(other.toByteArray(), "can't be read");
    refused(workbook("<row r=\"1\"><c r=\"A1\"><v>1</v>"), "can't be read");
    refused(workbook("<row r=\"x\"/>"), "can't be read");
    refused("PK nonsense".getBytes(StandardCharsets.UTF_8), "can't be read");
    refused(new byte[0], "empty");
    refused((HEADING + "SKERRY,KQ,,\"SHK,3,,\n").getBytes(StandardCharsets.UTF_8), "can't be read");
  }

  @Test
  void whatNobodyCouldReadIsSaid() {
    refused(
        (HEADING + "SKERRY,KQ,,SHK,3,Kr\u00fcgel,\n").getBytes(Charset.forName("windows-1252")),
        "not in UTF-8");
    refused(
        (HEADING + "SKERRY,KQ,,SHK,3,,4,9.5\n").getBytes(StandardCharsets.UTF_8),
        "Row 2 has '9.5' in column 8, which has no heading");
    refused(
        ("item," + HEADING + "SHK,SKERRY,KQ,,SHK,3,,4\n").getBytes(StandardCharsets.UTF_8),
        "two columns 'item'");
    refused(
        (HEADING + "SKERRY,KQ,,SHK,3,,\n".repeat(60_000)).getBytes(StandardCharsets.UTF_8),
        "rows. Send it in parts");
  }
}
