package app.reliquum;

import app.reliquum.testing.Client;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import tools.jackson.databind.JsonNode;

/** Brings files in as someone does, and waits until each is through. */
final class Importing {

  private final Client who;

  Importing(Client who) {
    this.who = who;
  }

  /** A workbook of sheets, each with its rows of text, the heading first. */
  static byte[] workbook(Map<String, List<List<String>>> sheets) {
    try (XSSFWorkbook book = new XSSFWorkbook();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      sheets.forEach(
          (name, rows) -> {
            XSSFSheet sheet = book.createSheet(name);
            for (List<String> cells : rows) {
              XSSFRow row = sheet.createRow(sheet.getPhysicalNumberOfRows());
              cells.forEach(
                  cell -> row.createCell(Math.max(0, row.getLastCellNum())).setCellValue(cell));
            }
          });
      book.write(out);
      return out.toByteArray();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** Has a file checked. */
  JsonNode checked(String name, byte[] content) {
    return through(
        who.file(
                "/api/imports?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8),
                "application/octet-stream",
                content)
            .ok()
            .path("row")
            .path("id")
            .asLong());
  }

  /** Has a file checked that has no faults, and written. */
  JsonNode imported(String name, byte[] content) {
    JsonNode checked = checked(name, content);
    if (!checked.path("ready").asBoolean()) {
      throw new AssertionError(checked + " " + faults(checked));
    }
    return done(checked, "writing");
  }

  /** Has something done with an import. */
  JsonNode done(JsonNode card, String what) {
    long id = card.path("row").path("id").asLong();
    who.post("/api/imports/" + id + "/" + what, Map.of()).ok();
    return through(id);
  }

  JsonNode faults(JsonNode card) {
    return who.get("/api/imports/" + card.path("row").path("id").asLong() + "/faults")
        .ok()
        .path("rows");
  }

  JsonNode changes(JsonNode card) {
    return who.get("/api/imports/" + card.path("row").path("id").asLong() + "/changes")
        .ok()
        .path("rows");
  }

  /** The import once nothing goes on any more. */
  JsonNode through(long id) {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
    while (System.nanoTime() < end) {
      JsonNode card = who.get("/api/imports/" + id).ok();
      String state = card.path("row").path("state").asString();
      if (!List.of("CHECKING", "IMPORTING", "UNDOING").contains(state)) {
        return card;
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(50));
    }
    throw new AssertionError("The import did not come to an end.");
  }
}
