package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.Sheet;
import app.reliquum.api.sheets.SheetFile;
import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * What someone types of rows of a table, or says of all of many, as a file that can be tried,
 * written and taken back.
 */
@Component
class ManyRows {

  static final int MOST = 20_000;

  private static final int MOST_KEYS = 24;
  private static final int MOST_VALUES = 10;
  private static final int LONGEST = 400;

  private final HouseTables tables;

  ManyRows(HouseTables tables) {
    this.tables = tables;
  }

  /**
   * What is said of many rows.
   *
   * @param columns the columns that differ from row to row, which name it
   * @param rows what each row has in them
   * @param values what every row shall have, by column; empty for nothing
   */
  @Schema(name = "ChangeOfManyEntry")
  record Entry(
      @NotBlank @Size(max = 40) String table,
      @NotEmpty @Size(max = MOST_KEYS) List<@NotNull @Size(max = 40) String> columns,
      @NotEmpty @Size(max = MOST)
          List<@NotNull @Size(max = MOST_KEYS) List<@NotNull @Size(max = LONGEST) String>> rows,
      @NotNull @Size(max = MOST_VALUES)
          Map<@NotNull @Size(max = 40) String, @NotNull @Size(max = LONGEST) String> values) {}

  /** The file that says it. */
  byte[] file(Entry entry, Actor actor) {
    HouseTable table =
        tables
            .named(entry.table())
            .orElseThrow(() -> Problem.invalid("table", "There is no table {0}.", entry.table()));
    HouseTables.require(table, actor);
    if (entry.values().isEmpty()) {
      throw Problem.invalid("values", "Say what all rows shall have.");
    }
    TableForm form = table.form();
    List<String> heading = new ArrayList<>(entry.columns());
    heading.addAll(entry.values().keySet());
    if (Set.copyOf(heading).size() < heading.size()) {
      throw Problem.invalid("values", "A column names the rows, or is changed; not both.");
    }
    heading.forEach(column -> checkColumn(form, column));
    List<String> missing =
        form.keyColumns().stream()
            .filter(TableColumn::needed)
            .map(TableColumn::name)
            .filter(column -> !heading.contains(column))
            .toList();
    if (!missing.isEmpty()) {
      throw Problem.invalid(
          "columns", "Which row is meant is said by {0} too.", String.join(" and ", missing));
    }
    Set<List<Object>> lines = new LinkedHashSet<>();
    for (List<String> row : entry.rows()) {
      if (row.size() != entry.columns().size()) {
        throw Problem.invalid(
            "rows", "Each row says {0}, and no more.", String.join(" and ", entry.columns()));
      }
      List<Object> line = new ArrayList<>(row);
      line.addAll(entry.values().values());
      lines.add(line);
    }
    return written(heading, lines);
  }

  /**
   * The same without some lines.
   *
   * @param lines their numbers, the heading being 1
   * @throws Problem if no other is left
   */
  static byte[] without(byte[] file, Set<Integer> lines) {
    SheetFile.Content content = SheetFile.read(file, "many.csv", MOST).get(0);
    List<List<Object>> left =
        content.lines().stream()
            .filter(line -> !lines.contains(line.number()))
            .map(line -> line.cells().stream().<Object>map(CellReading.Cell::text).toList())
            .toList();
    if (left.isEmpty()) {
      throw Problem.refused("nothing-left", "None of the rows can be changed like that.");
    }
    return written(content.headings(), left);
  }

  private static byte[] written(List<String> heading, Collection<List<Object>> lines) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Sheet.Format.CSV.write(out, heading, sheet -> lines.forEach(sheet::row));
    return out.toByteArray();
  }

  private static void checkColumn(TableForm form, String column) {
    if (!form.has(column)) {
      throw Problem.invalid("values", "The table {0} has no column '{1}'.", form, column);
    }
  }
}
