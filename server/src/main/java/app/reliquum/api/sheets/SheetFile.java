package app.reliquum.api.sheets;

import app.reliquum.api.Problem;
import app.reliquum.core.table.CellReading.Cell;
import app.reliquum.core.table.SheetReading;
import app.reliquum.core.text.Message;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;

/**
 * The sheets of a file with their headings and rows: a workbook, one CSV file, or several in a ZIP
 * file. CSV is read in UTF-8 or UTF-16 as its mark says, in UTF-8 if it is that, or else in
 * Windows-1252; its cells are parted by whichever of semicolon, comma and tab makes more of the
 * heading.
 */
public final class SheetFile {

  private static final int MOST_SHEETS = 60;
  private static final int MOST_COLUMNS = 256;
  private static final int LONGEST_CELL = 4_000;

  /** What the CSV files of a ZIP file may inflate to, all together. */
  private static final long LARGEST_INFLATED = 96L << 20;

  private static final String WORKBOOK_PART = "[Content_Types].xml";
  private static final Charset WINDOWS = Charset.forName("windows-1252");

  private final int mostRows;
  private final List<Content> sheets = new ArrayList<>();
  private int rows;

  private SheetFile(int mostRows) {
    this.mostRows = mostRows;
  }

  /**
   * A sheet.
   *
   * @param name its name, that of the file for CSV
   * @param headings what stands in its first row that is not empty
   * @param lines the rows under it that are not empty
   */
  public record Content(String name, List<String> headings, List<SheetReading.Line> lines) {}

  /**
   * Reads a file.
   *
   * @param name the name of the file
   * @param mostRows how many rows all sheets may have together
   * @throws Problem if it can't be read, or is larger than it may be
   */
  public static List<Content> read(byte[] bytes, String name, int mostRows) {
    if (bytes.length == 0) {
      throw Problem.invalid(
          "file", "The file is empty. Expected XLSX, CSV, or a ZIP of CSV files.");
    }
    SheetFile file = new SheetFile(mostRows);
    try {
      if (bytes.length > 1 && bytes[0] == 'P' && bytes[1] == 'K') {
        file.zipped(bytes);
      } else {
        file.csv(bareName(name), bytes);
      }
    } catch (Problem said) {
      throw said;
    } catch (IOException | RuntimeException unreadable) {
      throw Problem.invalid(
          "file",
          "The file can't be read. Expected XLSX, CSV, or a ZIP of CSV files: {0}",
          Message.of(unreadable));
    }
    file.sheets.removeIf(sheet -> sheet.headings().isEmpty());
    if (file.sheets.isEmpty()) {
      throw Problem.invalid("file", "The file has no heading. Expected one in its first row.");
    }
    return file.sheets;
  }

  private static String bareName(String name) {
    String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
    return last.replaceFirst("\\.[A-Za-z]{1,4}$", "");
  }

  private void zipped(byte[] bytes) throws IOException {
    long left = LARGEST_INFLATED;
    List<ZipEntry> entries = new ArrayList<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.getName().equals(WORKBOOK_PART)) {
          sheets.clear();
          rows = 0;
          Workbook.readAll(bytes, MOST_COLUMNS, MOST_SHEETS, this::sheet);
          return;
        }
        entries.add(entry);
        boolean table = entry.getName().toLowerCase(java.util.Locale.ROOT).endsWith(".csv");
        if (!table || entries.size() > MOST_SHEETS) {
          continue;
        }
        byte[] inflated = zip.readNBytes((int) left);
        left -= inflated.length;
        if (left <= 0) {
          throw Problem.invalid("file", "The ZIP file holds more than 96 MB. Send it in parts.");
        }
        csv(bareName(entry.getName()), inflated);
      }
    }
  }

  private Workbook.Rows sheet(String name) {
    Taking taking = new Taking(name);
    return taking::row;
  }

  /** Takes the rows of one sheet. */
  private final class Taking {
    private final String name;
    private @Nullable Content sheet;

    Taking(String name) {
      this.name = name;
    }

    void row(int number, List<Cell> cells) {
      if (cells.size() > MOST_COLUMNS) {
        throw Problem.invalid(
            "file",
            "{0}: row {1} has {2} columns; at most {3} are read.",
            name,
            number,
            cells.size(),
            MOST_COLUMNS);
      }
      for (Cell cell : cells) {
        if (cell.text().length() > LONGEST_CELL) {
          throw Problem.invalid(
              "file",
              "{0}: row {1} has a cell of {2} characters; at most {3} are read.",
              name,
              number,
              cell.text().length(),
              LONGEST_CELL);
        }
      }
      if (cells.stream().allMatch(cell -> cell.text().isBlank())) {
        return;
      }
      if (sheet == null) {
        sheet =
            new Content(
                name, cells.stream().map(cell -> cell.text().strip()).toList(), new ArrayList<>());
        sheets.add(sheet);
        return;
      }
      if (++rows > mostRows) {
        throw Problem.invalid(
            "file", "The file has more than {0} rows. Send it in parts.", mostRows);
      }
      sheet.lines().add(new SheetReading.Line(number, cells));
    }
  }

  private void csv(String name, byte[] bytes) throws IOException {
    String text = decoded(bytes);
    Taking taking = new Taking(name);
    CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter(text)).get();
    try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
      int number = 0;
      for (CSVRecord record : parser) {
        taking.row(
            ++number, record.stream().map(cell -> Cell.of(FormulaGuard.bare(cell))).toList());
      }
    }
  }

  private static String decoded(byte[] bytes) throws CharacterCodingException {
    if (bytes.length > 1 && (bytes[0] & 0xFF) == 0xFF && (bytes[1] & 0xFF) == 0xFE) {
      return decoded(bytes, StandardCharsets.UTF_16LE).substring(1);
    }
    if (bytes.length > 1 && (bytes[0] & 0xFF) == 0xFE && (bytes[1] & 0xFF) == 0xFF) {
      return decoded(bytes, StandardCharsets.UTF_16BE).substring(1);
    }
    String text;
    try {
      text = decoded(bytes, StandardCharsets.UTF_8);
    } catch (CharacterCodingException other) {
      text = decoded(bytes, WINDOWS);
    }
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  private static String decoded(byte[] bytes, Charset charset) throws CharacterCodingException {
    return charset
        .newDecoder()
        .onMalformedInput(CodingErrorAction.REPORT)
        .onUnmappableCharacter(CodingErrorAction.REPORT)
        .decode(ByteBuffer.wrap(bytes))
        .toString();
  }

  /** What parts the cells of the first line: whichever makes more of them. */
  private static char delimiter(String text) {
    String first = text.lines().filter(line -> !line.isBlank()).findFirst().orElse("");
    return (char)
        IntStream.of(',', ';', '\t')
            .boxed()
            .max(java.util.Comparator.comparingLong(c -> parts(first, c)))
            .orElseThrow()
            .intValue();
  }

  private static long parts(String line, int delimiter) {
    boolean quoted = false;
    long parts = 1;
    for (int i = 0; i < line.length(); i++) {
      quoted ^= line.charAt(i) == '"';
      parts += !quoted && line.charAt(i) == delimiter ? 1 : 0;
    }
    return parts;
  }
}
