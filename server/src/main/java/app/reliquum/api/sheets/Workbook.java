package app.reliquum.api.sheets;

import app.reliquum.api.Problem;
import app.reliquum.core.table.CellReading.Cell;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.StylesTable;
import org.apache.poi.xssf.usermodel.XSSFCellStyle;
import org.jspecify.annotations.Nullable;
import org.xml.sax.Attributes;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;
import org.xml.sax.helpers.DefaultHandler;

/**
 * The sheets of a workbook (ISO/IEC 29500), read as streams: what it inflates to, how many columns
 * it has and how long its numbers are is bounded before any of it is kept.
 */
final class Workbook extends DefaultHandler {

  /** The most bytes that a part of the workbook may inflate to. */
  private static final long LARGEST_PART = 64L << 20;

  static {
    ZipSecureFile.setMaxEntrySize(LARGEST_PART);
    ZipSecureFile.setMaxTextSize(LARGEST_PART);
  }

  private static final String INLINE = "inlineStr";

  private final ReadOnlySharedStringsTable texts;
  private final StylesTable styles;
  private final int mostColumns;
  private final Rows rows;

  private final StringBuilder value = new StringBuilder();
  private List<Cell> cells = new ArrayList<>();
  private int number;
  private int column;
  private @Nullable String type;
  private @Nullable String style;
  private boolean inValue;
  private boolean hidden;

  private Workbook(
      ReadOnlySharedStringsTable texts, StylesTable styles, int mostColumns, Rows rows) {
    this.texts = texts;
    this.styles = styles;
    this.mostColumns = mostColumns;
    this.rows = rows;
  }

  /** What takes the rows of a sheet, one by one. */
  interface Rows {
    /**
     * @param number its number in the sheet, the first being 1
     */
    void row(int number, List<Cell> cells);
  }

  /**
   * Reads the first sheet.
   *
   * @throws Problem if it is larger than it may be
   * @throws IOException if it is no workbook
   */
  static void read(byte[] bytes, int mostColumns, Rows rows) throws IOException {
    read(bytes, mostColumns, 1, name -> rows);
  }

  /**
   * Reads every sheet.
   *
   * @param rows what takes the rows of the sheet of a name
   * @throws Problem if it is larger than it may be
   * @throws IOException if it is no workbook
   */
  static void readAll(byte[] bytes, int mostColumns, int mostSheets, Function<String, Rows> rows)
      throws IOException {
    read(bytes, mostColumns, mostSheets, rows);
  }

  private static void read(
      byte[] bytes, int mostColumns, int mostSheets, Function<String, Rows> rows)
      throws IOException {
    try (OPCPackage parts = OPCPackage.open(new ByteArrayInputStream(bytes))) {
      XSSFReader reader = new XSSFReader(parts);
      XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
      if (!sheets.hasNext()) {
        throw new IOException("There is no sheet in it.");
      }
      ReadOnlySharedStringsTable texts = new ReadOnlySharedStringsTable(parts);
      for (int n = 0; n < mostSheets && sheets.hasNext(); n++) {
        try (InputStream sheet = sheets.next()) {
          XMLReader xml = XMLHelper.newXMLReader();
          xml.setContentHandler(
              new Workbook(
                  texts, reader.getStylesTable(), mostColumns, rows.apply(sheets.getSheetName())));
          xml.parse(new InputSource(sheet));
        }
      }
    } catch (OpenXML4JException | SAXException | ParserConfigurationException broken) {
      throw new IOException(broken.getMessage(), broken);
    }
  }

  @Override
  public void startElement(String uri, String local, String name, Attributes attributes) {
    switch (local.isEmpty() ? name : local) {
      case "row" -> {
        String row = attributes.getValue("r");
        number = row == null ? number + 1 : Integer.parseInt(row);
        cells = new ArrayList<>();
      }
      case "c" -> {
        String reference = attributes.getValue("r");
        column = reference == null ? cells.size() : new CellReference(reference).getCol();
        if (column >= mostColumns) {
          throw Problem.invalid(
              "file",
              "Row {0} has a cell in column {1}; at most {2} columns are read.",
              number,
              CellReference.convertNumToColString(column),
              mostColumns);
        }
        type = attributes.getValue("t");
        style = attributes.getValue("s");
        value.setLength(0);
      }
      // A cell that was changed may still carry what it said before, in the other of the two.
      case "v" -> inValue = !INLINE.equals(type);
      case "t" -> inValue = INLINE.equals(type);
      // How a text is pronounced stands beside it, and is not part of it.
      case "rPh" -> hidden = true;
      default -> {
        // nothing of what a table says
      }
    }
  }

  @Override
  public void characters(char[] text, int start, int length) {
    if (inValue && !hidden) {
      value.append(text, start, length);
    }
  }

  @Override
  public void endElement(String uri, String local, String name) {
    switch (local.isEmpty() ? name : local) {
      case "v", "t" -> inValue = false;
      case "rPh" -> hidden = false;
      case "c" -> {
        while (cells.size() < column) {
          cells.add(Cell.of(""));
        }
        cells.add(new Cell(text(), type == null || type.equals("n") || type.equals("d")));
      }
      case "row" -> rows.row(number, cells);
      default -> {
        // nothing of what a table says
      }
    }
  }

  private String text() {
    String raw = value.toString();
    if (raw.isEmpty()) {
      return "";
    }
    return switch (type == null ? "n" : type) {
      case "s" -> texts.getItemAt(Integer.parseInt(raw)).getString();
      case "b" -> raw.equals("1") ? "TRUE" : "FALSE";
      case "n" -> number(raw);
      default -> raw;
    };
  }

  private String number(String raw) {
    double read = Double.parseDouble(raw);
    if (Double.isNaN(read) || Math.abs(read) >= 1e21) {
      throw Problem.invalid("file", "Row {0} has a number that is too large: {1}", number, raw);
    }
    if (isDate()) {
      return DateUtil.getLocalDateTime(read).toLocalDate().toString();
    }
    // Spreadsheets keep binary floats; the shortest figure that is that float is what was typed.
    return new BigDecimal(Double.toString(read)).stripTrailingZeros().toPlainString();
  }

  private boolean isDate() {
    if (style == null) {
      return false;
    }
    XSSFCellStyle format = styles.getStyleAt(Integer.parseInt(style));
    return format != null
        && DateUtil.isADateFormat(format.getDataFormat(), format.getDataFormatString());
  }
}
