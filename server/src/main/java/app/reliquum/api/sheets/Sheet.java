package app.reliquum.api.sheets;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.temporal.Temporal;
import java.util.List;
import java.util.function.Consumer;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;

/** Writes a table row by row, so that its length costs no memory. */
public interface Sheet extends AutoCloseable {

  /** One row; a cell is text, an exact number, a date, or null for an empty one. */
  void row(List<Object> cells);

  @Override
  void close();

  /** The format that a table is written in. */
  enum Format {
    CSV("text/csv;charset=UTF-8"),
    XLSX("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");

    private final String mediaType;

    Format(String mediaType) {
      this.mediaType = mediaType;
    }

    String mediaType() {
      return mediaType;
    }

    /** Writes a whole table with its heading. */
    public void write(OutputStream out, List<String> heading, Consumer<Sheet> rows) {
      try (Sheet sheet = this == CSV ? new Csv(out, heading) : new Xlsx(out, heading)) {
        rows.accept(sheet);
      }
    }
  }

  /** Comma-separated values (RFC 4180), in UTF-8. */
  final class Csv implements Sheet {
    private final CSVPrinter printer;

    Csv(OutputStream out, List<String> heading) {
      try {
        // The mark tells spreadsheets that it is UTF-8.
        out.write(new byte[] {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF});
        printer =
            new CSVPrinter(new OutputStreamWriter(out, StandardCharsets.UTF_8), CSVFormat.RFC4180);
        printer.printRecord(heading);
      } catch (IOException fault) {
        throw new UncheckedIOException(fault);
      }
    }

    @Override
    public void row(List<Object> cells) {
      try {
        printer.printRecord(cells.stream().map(Csv::harmless).toList());
      } catch (IOException fault) {
        throw new UncheckedIOException(fault);
      }
    }

    private static Object harmless(Object cell) {
      return cell instanceof String text ? FormulaGuard.guarded(text) : cell;
    }

    @Override
    public void close() {
      try {
        printer.close(true);
      } catch (IOException fault) {
        throw new UncheckedIOException(fault);
      }
    }
  }

  /** A workbook of Office Open XML (ISO/IEC 29500) with one sheet. */
  final class Xlsx implements Sheet {
    private static final int ROWS_IN_MEMORY = 200;
    private final OutputStream out;
    private final SXSSFWorkbook book = new SXSSFWorkbook(ROWS_IN_MEMORY);
    private final SXSSFSheet sheet = book.createSheet("Reliquum");
    private final CellStyle dates = book.createCellStyle();
    private int next;

    Xlsx(OutputStream out, List<String> heading) {
      this.out = out;
      dates.setDataFormat(book.createDataFormat().getFormat("yyyy-mm-dd"));
      CellStyle bold = book.createCellStyle();
      Font font = book.createFont();
      font.setBold(true);
      bold.setFont(font);
      Row row = sheet.createRow(next++);
      for (int i = 0; i < heading.size(); i++) {
        row.createCell(i).setCellValue(heading.get(i));
        row.getCell(i).setCellStyle(bold);
        sheet.setColumnWidth(i, 18 * 256);
      }
      sheet.createFreezePane(0, 1);
    }

    @Override
    public void row(List<Object> cells) {
      Row row = sheet.createRow(next++);
      for (int i = 0; i < cells.size(); i++) {
        if (cells.get(i) != null) {
          fill(row.createCell(i), cells.get(i));
        }
      }
    }

    private void fill(Cell cell, Object value) {
      if (value instanceof BigDecimal number) {
        cell.setCellValue(number.doubleValue());
      } else if (value instanceof LocalDate date) {
        cell.setCellValue(date);
        cell.setCellStyle(dates);
      } else if (value instanceof Number number) {
        cell.setCellValue(number.doubleValue());
      } else if (value instanceof Temporal moment) {
        cell.setCellValue(moment.toString());
      } else {
        cell.setCellValue(value.toString());
      }
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
}
