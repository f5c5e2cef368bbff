package app.reliquum.api.sheets;

import app.reliquum.core.table.TableColumn;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.ClientAnchor;
import org.apache.poi.ss.usermodel.Comment;
import org.apache.poi.ss.usermodel.FillPatternType;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.IndexedColors;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.util.WorkbookUtil;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.jspecify.annotations.Nullable;

/**
 * A workbook of Office Open XML (ISO/IEC 29500) with several sheets, written row by row. Cells can
 * be marked and noted.
 */
public final class WorkbookFile implements AutoCloseable {

  private static final int ROWS_IN_MEMORY = 200;

  /** So long a name of a sheet may be, by ECMA-376. */
  private static final int SHEET_NAME = 31;

  private static final int WIDTH = 18 * 256;

  private final OutputStream out;
  private final SXSSFWorkbook book;
  private final CellStyle dates;
  private final CellStyle texts;
  private final CellStyle bold;
  private final CellStyle marked;
  private @Nullable SXSSFSheet sheet;

  /** A workbook of any length that is written to a stream when it is closed. */
  public WorkbookFile(OutputStream out) {
    this(out, false);
  }

  /**
   * The same.
   *
   * @param edited whether programs change its cells in place: then its texts stand in one list, as
   *     they all understand it, which takes memory
   */
  public WorkbookFile(OutputStream out, boolean edited) {
    this.out = out;
    this.book = new SXSSFWorkbook(null, ROWS_IN_MEMORY, false, edited);
    this.dates = book.createCellStyle();
    this.texts = book.createCellStyle();
    this.bold = book.createCellStyle();
    this.marked = book.createCellStyle();
    dates.setDataFormat(book.createDataFormat().getFormat("yyyy-mm-dd"));
    texts.setDataFormat(book.createDataFormat().getFormat("@"));
    Font font = book.createFont();
    font.setBold(true);
    bold.setFont(font);
    marked.setFillForegroundColor(IndexedColors.TAN.getIndex());
    marked.setFillPattern(FillPatternType.SOLID_FOREGROUND);
    marked.setDataFormat(texts.getDataFormat());
  }

  /**
   * What stands in a cell.
   *
   * @param kind how it is kept: numbers and days as such where nothing of them is lost, or as text
   * @param note what is wrong with it, null for nothing
   */
  public record Content(String text, TableColumn.Kind kind, @Nullable String note) {
    /** A cell of text. */
    public static Content of(String text) {
      return new Content(text, TableColumn.Kind.TEXT, null);
    }
  }

  /** Begins another sheet. What no sheet can be called is written otherwise. */
  public void sheet(String name, List<String> heading) {
    sheet = book.createSheet(free(name));
    Row row = sheet.createRow(0);
    for (int i = 0; i < heading.size(); i++) {
      row.createCell(i).setCellValue(heading.get(i));
      row.getCell(i).setCellStyle(bold);
      sheet.setColumnWidth(i, WIDTH);
    }
    sheet.createFreezePane(0, 1);
  }

  private String free(String name) {
    String safe = WorkbookUtil.createSafeSheetName(name);
    for (int i = 2; book.getSheet(safe) != null; i++) {
      String more = " (" + i + ")";
      int longest = SHEET_NAME - more.length();
      String first = WorkbookUtil.createSafeSheetName(name);
      safe = first.substring(0, Math.min(longest, first.length())) + more;
    }
    return safe;
  }

  /**
   * Writes a row.
   *
   * @param number its number in the sheet, the heading being 1; they rise
   */
  public void row(int number, List<Content> cells) {
    SXSSFSheet here = java.util.Objects.requireNonNull(sheet, "a sheet comes first");
    Row row = here.createRow(number - 1);
    for (int i = 0; i < cells.size(); i++) {
      Content content = cells.get(i);
      if (content.text().isEmpty() && content.note() == null) {
        continue;
      }
      Cell cell = row.createCell(i);
      fill(cell, content);
      if (content.note() != null) {
        cell.setCellStyle(marked);
        note(here, cell, content.note());
      }
    }
  }

  private void fill(Cell cell, Content content) {
    switch (content.kind()) {
      case WHOLE, DECIMAL -> number(cell, content.text());
      case DAY -> {
        cell.setCellValue(LocalDate.parse(content.text()));
        cell.setCellStyle(dates);
      }
      default -> text(cell, content.text());
    }
  }

  private void text(Cell cell, String text) {
    cell.setCellValue(text);
    cell.setCellStyle(texts);
  }

  /** Spreadsheets keep binary floats; a number that is none of them is kept as text. */
  private void number(Cell cell, String text) {
    BigDecimal exact = new BigDecimal(text);
    double kept = exact.doubleValue();
    if (new BigDecimal(Double.toString(kept)).compareTo(exact) == 0) {
      cell.setCellValue(kept);
    } else {
      text(cell, text);
    }
  }

  private void note(SXSSFSheet here, Cell cell, String text) {
    ClientAnchor anchor = book.getCreationHelper().createClientAnchor();
    // Where it begins is also the cell that it belongs to.
    anchor.setCol1(cell.getColumnIndex());
    anchor.setCol2(cell.getColumnIndex() + 4);
    anchor.setRow1(cell.getRowIndex());
    anchor.setRow2(cell.getRowIndex() + 4);
    Comment comment = here.createDrawingPatriarch().createCellComment(anchor);
    comment.setString(book.getCreationHelper().createRichTextString(text));
    cell.setCellComment(comment);
  }

  @Override
  public void close() {
    try {
      book.write(out);
      book.close();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }
}
