package app.reliquum.importing;

import app.reliquum.api.sheets.HouseTable;
import app.reliquum.core.table.NearestMatch;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.SheetReading;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Holds the rows of a file against those that are there, and looks that what they name exists. */
@Component
class RowComparison {

  /** For so many faults the nearest that exists is looked for. */
  private static final int MOST_NEAREST = 500;

  private final HouseTables tables;

  RowComparison(HouseTables tables) {
    this.tables = tables;
  }

  /**
   * What a file does to a table.
   *
   * @param changes the rows that are new or changed
   * @param unchanged how many say what is there already
   */
  record Compared(HouseTable table, List<RowChange> changes, int unchanged) {}

  /** The rows with some keys, as they are. */
  static Map<List<String>, TableRow> there(HouseTable table, Set<List<String>> keys) {
    Map<List<String>, TableRow> there = new HashMap<>();
    if (!keys.isEmpty()) {
      table.rows(
          row -> {
            if (keys.contains(row.key())) {
              there.put(row.key(), row);
            }
          });
    }
    return there;
  }

  /**
   * Compares the rows of a file.
   *
   * @param rows those of each table of the file, by its name
   * @param faults takes what names something that does not exist
   */
  List<Compared> compare(Map<String, List<SheetReading.Said>> rows, List<TableFault> faults) {
    Map<String, List<RowChange>> changes = new LinkedHashMap<>();
    for (HouseTable table : tables.all()) {
      List<SheetReading.Said> said = rows.get(table.form().name());
      if (said != null) {
        changes.put(table.form().name(), changes(table, said));
      }
    }
    Known known = new Known(changes);
    List<Compared> compared = new ArrayList<>();
    changes.forEach(
        (name, all) -> {
          HouseTable table = tables.named(name).orElseThrow();
          List<RowChange> naming =
              all.stream().filter(change -> namesWhatExists(change, known, faults)).toList();
          List<RowChange> kept =
              naming.stream().filter(change -> change.kind() != RowChange.Kind.UNCHANGED).toList();
          compared.add(new Compared(table, kept, naming.size() - kept.size()));
        });
    return compared;
  }

  private static List<RowChange> changes(HouseTable table, List<SheetReading.Said> said) {
    Set<List<String>> keys = new HashSet<>();
    said.forEach(one -> keys.add(one.key()));
    Map<List<String>, TableRow> there = there(table, keys);
    return said.stream()
        .map(
            one -> {
              Optional<TableRow> before = Optional.ofNullable(there.get(one.key()));
              return new RowChange(before, table.completed(one.over(before), before));
            })
        .toList();
  }

  private static boolean namesWhatExists(RowChange change, Known known, List<TableFault> faults) {
    TableRow row = change.after();
    boolean all = true;
    for (TableColumn column : row.form().columns()) {
      if (column.refersTo().isEmpty() || !row.says(column.name())) {
        continue;
      }
      if (!known.exists(column, row)) {
        faults.add(
            new TableFault(
                row.form().name(),
                row.number(),
                column.name(),
                row.text(column.name()),
                "Expected one of the " + column.refersTo() + ".",
                faults.size() < MOST_NEAREST ? known.nearest(column, row) : ""));
        all = false;
      }
    }
    return all;
  }

  /** What exists in the house or comes with the file. */
  private final class Known {
    private final Map<String, List<RowChange>> coming;
    private final Map<String, Map<String, Set<String>>> tablesByName = new HashMap<>();

    Known(Map<String, List<RowChange>> coming) {
      this.coming = coming;
    }

    /** The last parts of the keys of a table, by what comes before them. */
    private Map<String, Set<String>> of(String name) {
      return tablesByName.computeIfAbsent(
          name,
          k -> {
            Map<String, Set<String>> keys = new HashMap<>();
            tables.named(name).orElseThrow().rows(row -> add(row, keys));
            coming.getOrDefault(name, List.of()).forEach(change -> add(change.after(), keys));
            return keys;
          });
    }

    private static void add(TableRow row, Map<String, Set<String>> keys) {
      List<String> key = row.form().key(row.cells());
      keys.computeIfAbsent(
              key.size() > 1 ? key.get(0).toUpperCase(Locale.ROOT) : "",
              k -> new TreeSet<>(String.CASE_INSENSITIVE_ORDER))
          .add(key.get(key.size() - 1));
    }

    private Set<String> among(TableColumn column, TableRow row) {
      TableForm named = tables.named(column.refersTo()).orElseThrow().form();
      List<TableColumn> key = named.keyColumns();
      String first = key.size() > 1 ? row.text(key.get(0).name()).toUpperCase(Locale.ROOT) : "";
      return of(named.name()).getOrDefault(first, Set.of());
    }

    boolean exists(TableColumn column, TableRow row) {
      return among(column, row).contains(row.text(column.name()));
    }

    String nearest(TableColumn column, TableRow row) {
      return NearestMatch.of(row.text(column.name()), among(column, row)).orElse("");
    }
  }
}
