package app.reliquum.core.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Reads the lines of a sheet into rows of a table. A line with a cell that can't be read is no row
 * but one or more faults; of two lines with the same key, the second is a fault.
 */
public final class SheetReading {

  private SheetReading() {}

  /**
   * A line of a sheet.
   *
   * @param number its number in the sheet, the heading being 1
   * @param cells from left to right; those that are missing at the end are empty
   */
  public record Line(int number, List<CellReading.Cell> cells) {
    public Line {
      cells = List.copyOf(cells);
    }
  }

  /**
   * What a line says.
   *
   * @param said what it says, by column; columns that the sheet does not have are missing
   */
  public record Said(TableForm form, int number, Map<String, String> said) {
    public Said {
      said = Map.copyOf(said);
    }

    /** Which row it means; capital and small letters make no difference. */
    public List<String> key() {
      return form.keyColumns().stream()
          .map(one -> said.getOrDefault(one.name(), one.usual()).toLowerCase(Locale.ROOT))
          .toList();
    }

    /** The row that it makes: of what the sheet does not say, a row that is there keeps its own. */
    public TableRow over(Optional<TableRow> before) {
      List<String> cells = new ArrayList<>();
      for (TableColumn column : form.columns()) {
        String kept = before.map(row -> row.text(column.name())).orElse(column.usual());
        boolean asItIs = column.key() && before.isPresent();
        cells.add(asItIs ? kept : said.getOrDefault(column.name(), kept));
      }
      return new TableRow(form, number, cells);
    }
  }

  /**
   * The rows of a sheet, and what is wrong with the others.
   *
   * @param broken what could be read of lines that are no rows
   */
  public record Result(List<Said> rows, List<Said> broken, List<TableFault> faults) {}

  /**
   * Reads lines.
   *
   * @param columns for each heading of the sheet the column that it means, empty for none
   */
  public static Result read(
      TableForm form, List<String> columns, List<Line> lines, WrittenStyle style) {
    List<Said> rows = new ArrayList<>();
    List<Said> broken = new ArrayList<>();
    List<TableFault> faults = new ArrayList<>();
    Map<List<String>, Integer> seen = new HashMap<>();
    for (Line line : lines) {
      int before = faults.size();
      Said said = new Said(form, line.number(), cells(form, columns, line, style, faults));
      if (faults.size() > before) {
        broken.add(said);
        continue;
      }
      Integer first = seen.putIfAbsent(said.key(), line.number());
      if (first == null) {
        rows.add(said);
      } else {
        TableColumn key = form.keyColumns().get(form.keyColumns().size() - 1);
        faults.add(
            new TableFault(
                form.name(),
                line.number(),
                key.name(),
                said.said().getOrDefault(key.name(), ""),
                "Expected each row once; row " + first + " is the same.",
                ""));
      }
    }
    return new Result(List.copyOf(rows), List.copyOf(broken), List.copyOf(faults));
  }

  private static Map<String, String> cells(
      TableForm form,
      List<String> columns,
      Line line,
      WrittenStyle style,
      List<TableFault> faults) {
    Map<String, String> said = new HashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).isEmpty()) {
        continue;
      }
      TableColumn column = form.columns().get(form.place(columns.get(i)));
      CellReading.Cell cell =
          i < line.cells().size() ? line.cells().get(i) : CellReading.Cell.of("");
      try {
        said.put(column.name(), CellReading.read(column, cell, style));
      } catch (CellReading.UnreadableException fault) {
        faults.add(
            new TableFault(
                form.name(),
                line.number(),
                column.name(),
                cell.text(),
                fault.getMessage(),
                column.kind() == TableColumn.Kind.CHOICE
                    ? NearestMatch.of(cell.text(), column.choices()).orElse("")
                    : ""));
      }
    }
    for (int i = columns.size(); i < line.cells().size(); i++) {
      if (!line.cells().get(i).text().isBlank()) {
        faults.add(
            new TableFault(
                form.name(),
                line.number(),
                "",
                line.cells().get(i).text(),
                "Expected a heading above column " + (i + 1) + ".",
                ""));
      }
    }
    return said;
  }
}
