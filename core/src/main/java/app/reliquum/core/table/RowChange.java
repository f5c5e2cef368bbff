package app.reliquum.core.table;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a row of a file does to the table.
 *
 * @param before the row as it is, if there is one already
 * @param after the row as it shall be
 */
public record RowChange(Optional<TableRow> before, TableRow after) {

  /** What becomes of a table by a row. */
  public enum Kind {
    /** There is none with its key yet. */
    NEW,
    /** There is one, and it says something else. */
    CHANGED,
    /** There is one that says the same. */
    UNCHANGED
  }

  /** A row that nothing stands against yet. */
  public static RowChange ofNew(TableRow after) {
    return new RowChange(Optional.empty(), after);
  }

  /** Which it is. */
  public Kind kind() {
    if (before.isEmpty()) {
      return Kind.NEW;
    }
    return before.get().cells().equals(after.cells()) ? Kind.UNCHANGED : Kind.CHANGED;
  }

  /** The columns that it changes, from left to right; all of a new row that say something. */
  public List<String> columns() {
    List<String> changed = new ArrayList<>();
    for (TableColumn column : after.form().columns()) {
      String now = before.map(row -> row.text(column.name())).orElse("");
      if (!now.equals(after.text(column.name()))) {
        changed.add(column.name());
      }
    }
    return changed;
  }

  /** What takes it back, where it changed a row. */
  public RowChange reversed() {
    return new RowChange(Optional.of(after), before.orElseThrow());
  }
}
