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
   * @param broken what could be read of lines that are no rows: what names them is not wrong too
   * @param faults takes what names something that does not exist
   */
  List<Compared> compare(
      Map<String, List<SheetReading.Said>> rows,
      List<SheetReading.Said> broken,
      List<TableFault> faults) {
    Map<String, List<RowChange>> changes = new LinkedHashMap<>();
    for (HouseTable table : tables.all()) {
      List<SheetReading.Said> said = rows.get(table.form().name());
      if (said != null) {
        changes.put(table.form().name(), changes(table, said));
      }
    }
    List<TableRow> coming = new ArrayList<>();
    changes.values().forEach(all -> all.forEach(change -> coming.add(change.after())));
    List<TableRow> faulty =
        broken.stream()
            .filter(said -> !said.key().stream().allMatch(String::isEmpty))
            .map(said -> said.over(Optional.empty()))
            .toList();
    coming.addAll(faulty);
    Known known = new Known(coming);
    faulty.forEach(row -> namesWhatExists(row, known, faults));
    List<Compared> compared = new ArrayList<>();
    changes.forEach(
        (name, all) -> {
          HouseTable table = tables.named(name).orElseThrow();
          List<RowChange> naming =
              all.stream()
                  .filter(change -> isWhole(change, faults))
                  .filter(change -> namesWhatExists(change.after(), known, faults))
                  .toList();
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
    List<RowChange> changes = new ArrayList<>();
    for (SheetReading.Said one : said) {
      Optional<TableRow> before = Optional.ofNullable(there.get(one.key()));
      changes.add(new RowChange(before, table.completed(one.over(before), before)));
    }
    // First what gives way, then what takes its place.
    List<RowChange> all = new ArrayList<>(table.givingWay(changes));
    all.addAll(changes);
    return all;
  }

  /** A sheet can leave out what is needed as long as its rows are there already. */
  private static boolean isWhole(RowChange change, List<TableFault> faults) {
    if (change.before().isPresent()) {
      return true;
    }
    TableRow row = change.after();
    List<TableColumn> lacking =
        row.form().columns().stream()
            .filter(column -> column.needed() && !row.says(column.name()))
            .toList();
    for (TableColumn column : lacking) {
      faults.add(
          new TableFault(
              row.form().name(),
              row.number(),
              column.name(),
              "",
              "Expected "
                  + column.name()
                  + ", because there is no "
                  + String.join(" ", row.form().key(row.cells()))
                  + " in "
                  + row.form()
                  + " yet.",
              ""));
    }
    return lacking.isEmpty();
  }

  private static boolean namesWhatExists(TableRow row, Known known, List<TableFault> faults) {
    Set<String> unknown = new HashSet<>();
    for (TableColumn column : row.form().columns()) {
      if (column.refersTo().isEmpty() || !row.says(column.name())) {
        continue;
      }
      if (unknown.contains(known.within(column))) {
        // Nothing can be said of what lies in something that is not known itself.
        unknown.add(column.name());
      } else if (!known.exists(column, row)) {
        faults.add(
            new TableFault(
                row.form().name(),
                row.number(),
                column.name(),
                row.text(column.name()),
                "Expected one of the " + column.refersTo() + ".",
                faults.size() < MOST_NEAREST ? known.nearest(column, row) : ""));
        unknown.add(column.name());
      }
    }
    return unknown.isEmpty();
  }

  /** What exists in the house or comes with the file. */
  private final class Known {
    private final List<TableRow> coming;
    private final Map<String, Map<String, Set<String>>> tablesByName = new HashMap<>();

    Known(List<TableRow> coming) {
      this.coming = coming;
    }

    /** The last parts of the keys of a table, by what comes before them. */
    private Map<String, Set<String>> of(String name) {
      return tablesByName.computeIfAbsent(
          name,
          k -> {
            Map<String, Set<String>> keys = new HashMap<>();
            tables.named(name).orElseThrow().rows(row -> add(row, keys));
            coming.stream()
                .filter(row -> row.form().name().equals(name))
                .forEach(row -> add(row, keys));
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

    /** The column that says in what something lies that a column names; empty for nothing. */
    String within(TableColumn column) {
      List<TableColumn> key = tables.named(column.refersTo()).orElseThrow().form().keyColumns();
      return key.size() > 1 ? key.get(0).name() : "";
    }

    boolean exists(TableColumn column, TableRow row) {
      return among(column, row).contains(row.text(column.name()));
    }

    String nearest(TableColumn column, TableRow row) {
      return NearestMatch.of(row.text(column.name()), among(column, row)).orElse("");
    }
  }
}
