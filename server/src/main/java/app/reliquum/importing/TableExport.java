package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.SheetFile;
import app.reliquum.api.sheets.WorkbookFile;
import app.reliquum.api.sheets.WorkbookFile.Content;
import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.SheetReading;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Writes the tables of the house out, all as they are at one moment. */
@Service
class TableExport {

  private static final String EXPLANATIONS = "explanations";

  private final HouseTables tables;
  private final ImportStore store;
  private final JdbcClient jdbc;
  private final TransactionTemplate transaction;

  TableExport(
      HouseTables tables,
      ImportStore store,
      JdbcClient jdbc,
      PlatformTransactionManager transactions) {
    this.tables = tables;
    this.store = store;
    this.jdbc = jdbc;
    this.transaction = new TransactionTemplate(transactions);
  }

  /** Tables that someone may take out. */
  List<HouseTable> chosen(List<String> names, Actor actor) {
    return tables.chosen(names, actor);
  }

  /** Writes tables: a workbook, one CSV file, or several in a ZIP file. */
  void write(List<HouseTable> chosen, Sheet.Format format, OutputStream out) {
    transaction.executeWithoutResult(
        status -> {
          // Said before the first read, it is meant for this transaction alone.
          jdbc.sql("set transaction isolation level repeatable read").update();
          if (format == Sheet.Format.XLSX) {
            workbook(chosen, out);
          } else if (chosen.size() == 1) {
            csv(chosen.get(0), out);
          } else {
            zip(chosen, out);
          }
          status.setRollbackOnly();
        });
  }

  private static void csv(HouseTable table, OutputStream out) {
    Sheet.Format.CSV.write(
        out,
        table.form().heading(),
        sheet -> table.rows(row -> sheet.row(new ArrayList<>(csvCells(row)))));
  }

  /** Numbers are no formulas, whatever they begin with. */
  private static List<Object> csvCells(TableRow row) {
    List<Object> cells = new ArrayList<>();
    for (TableColumn column : row.form().columns()) {
      String text = row.text(column.name());
      boolean number =
          column.kind() == TableColumn.Kind.DECIMAL || column.kind() == TableColumn.Kind.WHOLE;
      cells.add(number && !text.isEmpty() ? new java.math.BigDecimal(text) : text);
    }
    return cells;
  }

  private static void zip(List<HouseTable> chosen, OutputStream out) {
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (HouseTable table : chosen) {
        zip.putNextEntry(new ZipEntry(table.form().name() + ".csv"));
        csv(table, new Unclosed(zip));
        zip.closeEntry();
      }
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** An entry of a ZIP file ends without the file. */
  private static final class Unclosed extends FilterOutputStream {
    Unclosed(OutputStream out) {
      super(out);
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
      out.write(bytes, from, length);
    }

    @Override
    public void close() throws IOException {
      flush();
    }
  }

  private static void workbook(List<HouseTable> chosen, OutputStream out) {
    try (WorkbookFile book = new WorkbookFile(out)) {
      for (HouseTable table : chosen) {
        book.sheet(table.form().name(), table.form().heading());
        AtomicInteger number = new AtomicInteger(1);
        table.rows(row -> book.row(number.incrementAndGet(), cells(row)));
      }
    }
  }

  private static List<Content> cells(TableRow row) {
    return row.form().columns().stream()
        .map(column -> new Content(row.text(column.name()), column.kind(), null))
        .toList();
  }

  /** A workbook to fill: headings, a row as an example, and what each column means. */
  void template(List<HouseTable> chosen, OutputStream out) {
    try (WorkbookFile book = new WorkbookFile(out)) {
      for (HouseTable table : chosen) {
        book.sheet(table.form().name(), table.form().heading());
        book.row(
            2,
            table.form().columns().stream()
                .map(column -> new Content(column.example(), kept(column), null))
                .toList());
      }
      book.sheet(
          EXPLANATIONS,
          List.of("table", "column", "meaning", "needed", "holds", "empty means", "names"));
      int number = 1;
      for (HouseTable table : chosen) {
        for (TableColumn column : table.form().columns()) {
          number++;
          book.row(number, explained(table.form(), column).stream().map(Content::of).toList());
        }
      }
    }
  }

  private static TableColumn.Kind kept(TableColumn column) {
    return column.example().isEmpty() ? TableColumn.Kind.TEXT : column.kind();
  }

  private static List<String> explained(TableForm form, TableColumn column) {
    String holds =
        switch (column.kind()) {
          case TEXT -> "text";
          case CODE -> "a code";
          case LIST -> "texts with a semicolon between them";
          case WHOLE -> "a whole number";
          case DECIMAL -> "a number";
          case DAY -> "a day, such as 2026-12-31";
          case YES_NO -> "yes or no";
          case CHOICE -> String.join(", ", column.choices());
        };
    return List.of(
        form.name(),
        column.name(),
        column.meaning(),
        column.needed() ? "yes" : "no",
        holds,
        column.usual(),
        column.refersTo());
  }

  /** The file of an import once more, as a workbook whose faulty cells are marked and noted. */
  void marked(long id, OutputStream out) {
    ImportStore.Kept kept = store.find(id);
    List<SheetFile.Content> contents =
        SheetFile.read(store.content(id), kept.row().fileName(), ImportWork.MOST_ROWS);
    List<ImportViews.Sheet> sheets = store.sheets(id);
    Map<String, Map<Integer, Map<String, String>>> notes = notes(id);
    try (WorkbookFile book = new WorkbookFile(out, true)) {
      for (int i = 0; i < contents.size(); i++) {
        SheetFile.Content content = contents.get(i);
        ImportViews.Sheet sheet = i < sheets.size() ? sheets.get(i) : null;
        book.sheet(content.name(), content.headings());
        String table = sheet == null || sheet.table() == null ? "" : sheet.table();
        for (SheetReading.Line line : content.lines()) {
          Map<String, String> ofLine =
              notes.getOrDefault(table, Map.of()).getOrDefault(line.number(), Map.of());
          book.row(line.number(), marked(line, sheet, ofLine));
        }
      }
    }
  }

  private Map<String, Map<Integer, Map<String, String>>> notes(long id) {
    Map<String, Map<Integer, Map<String, String>>> notes = new HashMap<>();
    for (ImportViews.Fault fault : store.faults(id, 0, Integer.MAX_VALUE).rows()) {
      String note =
          fault.nearest().isEmpty()
              ? fault.expected()
              : fault.expected() + "\nNearest: " + fault.nearest();
      notes
          .computeIfAbsent(fault.table(), k -> new HashMap<>())
          .computeIfAbsent(fault.line(), k -> new HashMap<>())
          .merge(fault.column(), note, (a, b) -> a + "\n" + b);
    }
    return notes;
  }

  /** A fault of the whole row is noted at its first cell. */
  private static List<Content> marked(
      SheetReading.Line line, ImportViews.@Nullable Sheet sheet, Map<String, String> notes) {
    List<Content> cells = new ArrayList<>();
    int width =
        Math.max(
            line.cells().size(), sheet == null || notes.isEmpty() ? 0 : sheet.headings().size());
    for (int i = 0; i < width; i++) {
      CellReading.Cell cell =
          i < line.cells().size() ? line.cells().get(i) : CellReading.Cell.of("");
      String column =
          sheet == null || i >= sheet.headings().size() ? "" : sheet.headings().get(i).column();
      String note = column.isEmpty() ? null : notes.get(column);
      if (i == 0 && notes.containsKey("")) {
        note = note == null ? notes.get("") : note + "\n" + notes.get("");
      }
      cells.add(new Content(cell.text(), kind(cell), note));
    }
    return cells;
  }

  private static TableColumn.Kind kind(CellReading.Cell cell) {
    if (!cell.exact() || cell.text().isEmpty()) {
      return TableColumn.Kind.TEXT;
    }
    return cell.text().matches("-?[0-9.]+") ? TableColumn.Kind.DECIMAL : TableColumn.Kind.DAY;
  }
}
