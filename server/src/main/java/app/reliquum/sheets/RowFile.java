package app.reliquum.sheets;

import app.reliquum.api.Problem;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;

/** The rows of a file, each by the names of its columns; CSV or XLSX, as it is found to be. */
public final class RowFile {

  private static final int ZIP = 'P';

  private RowFile() {}

  /**
   * A row of the file.
   *
   * @param row its number in the file, the heading being 1
   */
  public record Entry(int row, Map<String, String> cells) {
    /** What stands in a column; empty if the file has none of that name. */
    public String cell(String column) {
      return cells.getOrDefault(column, "").strip();
    }
  }

  /**
   * Reads a file.
   *
   * @param content the file
   * @param columns the columns that it may have, as they are told to people
   * @param needed the columns that it must have
   * @param most how many rows it may have
   * @throws Problem if it can't be read or has not the columns that it must have
   */
  public static List<Entry> read(
      InputStream content, List<String> columns, List<String> needed, int most) throws IOException {
    byte[] bytes = content.readAllBytes();
    if (bytes.length == 0) {
      throw Problem.invalid("file", "The file is empty. Expected CSV or XLSX with a heading.");
    }
    List<List<String>> rows;
    try {
      rows = bytes[0] == ZIP ? workbook(bytes) : csv(bytes);
    } catch (RuntimeException unreadable) {
      throw Problem.invalid(
          "file", "The file can't be read. Expected CSV or XLSX: " + unreadable.getMessage());
    }
    if (rows.isEmpty()) {
      throw Problem.invalid("file", "The file has no heading. Expected " + columns + ".");
    }
    List<String> heading =
        rows.get(0).stream().map(name -> name.strip().toLowerCase(Locale.ROOT)).toList();
    for (String name : needed) {
      if (!heading.contains(name)) {
        throw Problem.invalid(
            "file", "There is no column '" + name + "'. Expected " + columns + ".");
      }
    }
    List<Entry> entries = new ArrayList<>();
    for (int i = 1; i < rows.size(); i++) {
      Map<String, String> cells = new HashMap<>();
      for (int c = 0; c < Math.min(heading.size(), rows.get(i).size()); c++) {
        cells.put(heading.get(c), rows.get(i).get(c));
      }
      if (cells.values().stream().anyMatch(cell -> !cell.isBlank())) {
        entries.add(new Entry(i + 1, cells));
      }
    }
    if (entries.size() > most) {
      throw Problem.invalid(
          "file", "The file has " + entries.size() + " rows; at most " + most + " are read.");
    }
    return entries;
  }

  private static List<List<String>> csv(byte[] bytes) throws IOException {
    String text = new String(bytes, StandardCharsets.UTF_8);
    String bare = text.startsWith("\uFEFF") ? text.substring(1) : text;
    String first = bare.lines().findFirst().orElse("");
    char delimiter = first.indexOf(';') >= 0 && first.indexOf(',') < 0 ? ';' : ',';
    CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
    List<List<String>> rows = new ArrayList<>();
    try (Reader reader =
            new InputStreamReader(
                new java.io.ByteArrayInputStream(bare.getBytes(StandardCharsets.UTF_8)),
                StandardCharsets.UTF_8);
        CSVParser parser = CSVParser.parse(reader, format)) {
      for (CSVRecord record : parser) {
        rows.add(record.toList());
      }
    }
    return rows;
  }

  private static List<List<String>> workbook(byte[] bytes) throws IOException {
    DataFormatter plain = new DataFormatter(Locale.ROOT);
    List<List<String>> rows = new ArrayList<>();
    try (Workbook book = WorkbookFactory.create(new java.io.ByteArrayInputStream(bytes))) {
      for (Row row : book.getSheetAt(0)) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < Math.max(0, row.getLastCellNum()); i++) {
          Cell cell = row.getCell(i);
          cells.add(cell == null ? "" : text(cell, plain));
        }
        rows.add(cells);
      }
    }
    return rows;
  }

  private static String text(Cell cell, DataFormatter plain) {
    if (cell.getCellType() == CellType.NUMERIC) {
      return DateUtil.isCellDateFormatted(cell)
          ? cell.getLocalDateTimeCellValue().toLocalDate().toString()
          : new java.math.BigDecimal(Double.toString(cell.getNumericCellValue()))
              .stripTrailingZeros()
              .toPlainString();
    }
    return plain.formatCellValue(cell);
  }
}
