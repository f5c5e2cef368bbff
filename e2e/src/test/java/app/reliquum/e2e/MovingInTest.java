package app.reliquum.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/**
 * An empty house is filled from one workbook, whose faults are mended in the copy that marks them.
 */
class MovingInTest {

  private static final String XLSX =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
  private static final String OWN = "gulls over the harbour";

  @RegisterExtension static final PackedHouse HOUSE = PackedHouse.empty();
  @RegisterExtension static final Browser BROWSER = new Browser();

  /** What stands where a fault is, and what should. */
  private static final Map<String, String> MENDED =
      Map.ofEntries(
          Map.entry("Europe/Lundon", "Europe/London"),
          Map.entry("perhaps", "yes"),
          Map.entry("B-0I", "B-01"),
          Map.entry("ten", "10"),
          Map.entry("pcs", "pc"),
          Map.entry("batch", "lot"),
          Map.entry("31.02.2026", "28.02.2026"),
          Map.entry("SHOPP", "SHOP"),
          Map.entry("IT-03X", "IT-03"),
          Map.entry("-5", "5"),
          Map.entry("4 boxes", "4"),
          Map.entry("goood", "good"));

  private static byte[] workbook() throws IOException {
    try (XSSFWorkbook book = new XSSFWorkbook();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      sheet(
          book,
          "sites",
          List.of("code", "name", "time zone", "binned"),
          List.of("MAIN", "Main store", "Europe/London", "yes"),
          List.of("SHOP", "Shop", "Europe/Lundon", "no"));
      sheet(
          book,
          "areas",
          List.of("site", "area", "name", "purpose"),
          List.of("MAIN", "B", "Bins", "pick"));
      sheet(
          book,
          "bins",
          List.of("site", "bin", "area", "walk"),
          List.of("MAIN", "B-01", "B", "ten"),
          List.of("MAIN", "B-02", "B", "20"));
      sheet(
          book,
          "items",
          List.of("code", "name", "unit", "tracking", "active"),
          List.of("IT-01", "Anchor", "pcs", "", ""),
          List.of("IT-02", "Varnish", "pc", "batch", ""),
          List.of("IT-03", "Line", "m", "", "perhaps"),
          List.of("IT-04", "Bolt", "pc", "", ""));
      sheet(
          book,
          "opening stock",
          List.of("site", "bin", "item", "lot", "quantity", "in date", "condition", "unit cost"),
          List.of("MAIN", "B-0I", "IT-01", "", "3", "31.02.2026", "good", "12"),
          List.of("SHOPP", "", "IT-01", "", "4 boxes", "", "good", "12"),
          List.of("MAIN", "B-02", "IT-02", "V1", "6", "", "goood", "3"),
          List.of("MAIN", "B-02", "IT-03X", "", "40", "", "good", "1"),
          List.of("MAIN", "B-02", "IT-04", "", "7", "", "good", "-5"));
      book.write(out);
      return out.toByteArray();
    }
  }

  @SafeVarargs
  private static void sheet(XSSFWorkbook book, String name, List<String>... rows) {
    XSSFSheet sheet = book.createSheet(name);
    for (List<String> cells : rows) {
      XSSFRow row = sheet.createRow(sheet.getPhysicalNumberOfRows());
      for (int i = 0; i < cells.size(); i++) {
        row.createCell(i).setCellValue(cells.get(i));
      }
    }
  }

  /** The copy with each marked cell as it should be; how many were marked. */
  private static byte[] mended(byte[] copy, int[] marked) throws IOException {
    try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(copy));
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      book.forEach(
          sheet -> {
            for (Row row : sheet) {
              for (Cell cell : row) {
                if (cell.getCellComment() != null) {
                  marked[0]++;
                  cell.setCellValue(MENDED.get(cell.getStringCellValue()));
                }
              }
            }
          });
      book.write(out);
      return out.toByteArray();
    }
  }

  private static void choose(Page page, String name, byte[] content) {
    page.getByLabel("Choose a file").setInputFiles(new FilePayload(name, XLSX, content));
  }

  @Test
  void anEmptyHouseIsFilledFromOneWorkbookWithFaults() throws IOException {
    Page page = BROWSER.firstOffice(HOUSE.address(), "ADMIN", HOUSE.firstPassword(), OWN);
    assertThat(page.getByRole(AriaRole.HEADING, named("Setting up"))).isVisible();
    Browser.accessible(page);
    page.navigate(HOUSE.address().resolve("/office/rules/tables").toString());
    choose(page, "my house.xlsx", workbook());
    assertThat(page.getByText("12 cells have errors.")).isVisible();
    assertThat(page.getByText("0 new").first()).isVisible();
    Browser.accessible(page);
    Download download =
        page.waitForDownload(() -> page.getByText("Download with errors marked").click());
    int[] marked = {0};
    byte[] mended = mended(Files.readAllBytes(download.path()), marked);
    Assertions.assertThat(marked[0]).isEqualTo(12);
    choose(page, "my house, mended.xlsx", mended);
    assertThat(page.getByText("No errors.")).isVisible();
    page.getByRole(AriaRole.BUTTON, button("Import 14 rows")).click();
    assertThat(page.getByText("14 rows were imported.")).isVisible();
    page.navigate(HOUSE.address().resolve("/office/on-hand").toString());
    assertThat(page.getByText("Varnish")).isVisible();
    assertThat(page.getByText("Line", new Page.GetByTextOptions().setExact(true))).isVisible();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByRoleOptions button(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }
}
