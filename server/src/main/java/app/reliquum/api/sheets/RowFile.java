package app.reliquum.api.sheets;

import app.reliquum.api.Problem;
import app.reliquum.core.table.CellReading.Cell;
import app.reliquum.core.text.Message;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/** The rows of a file, each by the names of its columns; CSV or XLSX, as it is found to be. */
public final class RowFile {

  private static final int ZIP = 'P';

  /** The most columns that a file may have; anyone's own beside ours are passed over. */
  private static final int MOST_COLUMNS = 256;

  /** The most characters that a cell may hold. */
  private static final int LONGEST_CELL = 4_000;

  private final List<String> columns;
  private final List<String> needed;
  private final int most;
  private final List<Entry> entries = new ArrayList<>();
  private @Nullable List<String> heading;

  private RowFile(List<String> columns, List<String> needed, int most) {
    this.columns = columns;
    this.needed = needed;
    this.most = most;
  }

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

  /** Takes the rows of a file one by one. */
  interface Rows {
    /**
     * @param number its number in the file, the first being 1
     */
    void row(int number, List<String> cells);
  }

  /**
   * Reads a file, row by row, and no further than it may go.
   *
   * @param content the file
   * @param columns the columns that it may have, as they are told to people
   * @param needed the columns that it must have
   * @param most how many rows it may have
   * @throws Problem if it can't be read, is larger than it may be, or has not the columns that it
   *     must have
   */
  public static List<Entry> read(
      InputStream content, List<String> columns, List<String> needed, int most) throws IOException {
    byte[] bytes = content.readAllBytes();
    if (bytes.length == 0) {
      throw Problem.invalid("file", "The file is empty. Expected CSV or XLSX with a heading.");
    }
    RowFile file = new RowFile(columns, needed, most);
    try {
      if (bytes[0] == ZIP) {
        Workbook.read(
            bytes,
            MOST_COLUMNS,
            (number, cells) -> file.row(number, cells.stream().map(Cell::text).toList()));
      } else {
        csv(bytes, file::row);
      }
    } catch (Problem said) {
      throw said;
    } catch (IOException | RuntimeException unreadable) {
      throw Problem.invalid(
          "file", "The file can't be read. Expected CSV or XLSX: {0}", Message.of(unreadable));
    }
    if (file.heading == null) {
      throw Problem.invalid("file", "The file has no heading. Expected {0}.", columns);
    }
    return file.entries;
  }

  private void row(int number, List<String> cells) {
    if (cells.size() > MOST_COLUMNS) {
      throw Problem.invalid(
          "file",
          "Row {0} has {1} columns; at most {2} are read.",
          number,
          cells.size(),
          MOST_COLUMNS);
    }
    for (String cell : cells) {
      if (cell.length() > LONGEST_CELL) {
        throw Problem.invalid(
            "file",
            "Row {0} has a cell of {1} characters; at most {2} are read.",
            number,
            cell.length(),
            LONGEST_CELL);
      }
    }
    if (heading == null) {
      heading = heading(cells);
      return;
    }
    if (cells.stream().allMatch(String::isBlank)) {
      return;
    }
    Map<String, String> named = new HashMap<>();
    for (int c = 0; c < cells.size(); c++) {
      if (c < heading.size()) {
        named.put(heading.get(c), cells.get(c));
      } else if (!cells.get(c).isBlank()) {
        throw Problem.invalid(
            "file",
            "Row {0} has '{1}' in column {2}, which has no heading.",
            number,
            cells.get(c),
            c + 1);
      }
    }
    if (entries.size() == most) {
      throw Problem.invalid("file", "The file has more than {0} rows. Send it in parts.", most);
    }
    entries.add(new Entry(number, named));
  }

  private List<String> heading(List<String> cells) {
    List<String> names = cells.stream().map(name -> name.strip().toLowerCase(Locale.ROOT)).toList();
    for (String name : needed) {
      if (!names.contains(name)) {
        throw Problem.invalid("file", "There is no column '{0}'. Expected {1}.", name, columns);
      }
    }
    Set<String> seen = new HashSet<>();
    for (String name : names) {
      if (columns.contains(name) && !seen.add(name)) {
        throw Problem.invalid("file", "There are two columns '{0}'. Expected one.", name);
      }
    }
    return names;
  }

  private static void csv(byte[] bytes, Rows rows) throws IOException {
    String text;
    try {
      text =
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes))
              .toString();
    } catch (CharacterCodingException other) {
      throw Problem.invalid(
          "file", "The file is not in UTF-8. Save it as CSV UTF-8, or as XLSX, and send it again.");
    }
    String bare = text.startsWith("\uFEFF") ? text.substring(1) : text;
    String first = bare.lines().findFirst().orElse("");
    char delimiter = first.indexOf(';') >= 0 && first.indexOf(',') < 0 ? ';' : ',';
    CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
    try (CSVParser parser = CSVParser.parse(new StringReader(bare), format)) {
      int number = 0;
      for (CSVRecord record : parser) {
        number++;
        rows.row(number, record.toList());
      }
    }
  }
}
