package app.reliquum.importing;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableRow;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/**
 * Takes changes of rows back: those of an import, the last written table first, or a single one.
 * Rows that were changed become as they were, rows that were brought go. Not if any of them is
 * something else by now, or if something refers to a row that would go: then nothing is taken back.
 */
@Component
class Undoing {

  private static final int PORTION = 500;

  private final ImportStore store;
  private final HouseTables tables;
  private final ChangeLog log;
  private final JdbcOperations jdbc;
  private final EntityManager entities;

  Undoing(
      ImportStore store,
      HouseTables tables,
      ChangeLog log,
      JdbcOperations jdbc,
      EntityManager entities) {
    this.store = store;
    this.log = log;
    this.tables = tables;
    this.jdbc = jdbc;
    this.entities = entities;
  }

  /**
   * Takes all of it back, in a transaction that is there.
   *
   * @throws Problem {@code built-on}, naming the first row that can't be taken back
   */
  void undo(long id, TableWriting writing) {
    List<HouseTable> last = new ArrayList<>(tables.all());
    Collections.reverse(last);
    for (HouseTable table : last) {
      List<RowChange> changes = store.changes(id, table.form());
      if (!changes.isEmpty()) {
        HouseTables.require(table, writing.actor());
        undo(table, changes, writing);
        log.keep(
            writing.actor(),
            id,
            changes.stream().map(ChangeLog.Change::of).map(ChangeLog.Change::reversed).toList());
        entities.flush();
        entities.clear();
      }
    }
    checkDone(writing);
  }

  /**
   * Takes one change back, in a transaction that is there.
   *
   * @throws Problem {@code built-on} if the row is something else by now, or is in use
   */
  void undo(ChangeLog.Kept change, TableWriting writing) {
    HouseTable table = change.table();
    HouseTables.require(table, writing.actor());
    if (change.change().kind() == ChangeLog.Kind.REMOVED) {
      TableRow gone = change.change().before().orElseThrow();
      if (!RowComparison.there(table, Set.of(gone.key())).isEmpty()) {
        throw builtOn(gone, "is there again");
      }
      table.write(List.of(RowChange.ofNew(gone)), writing);
    } else {
      undo(
          table,
          List.of(new RowChange(change.change().before(), change.change().after().orElseThrow())),
          writing);
    }
    checkDone(writing);
  }

  private static void checkDone(TableWriting writing) {
    if (!writing.faults().isEmpty()) {
      TableFault first = writing.faults().get(0);
      throw Problem.refused(
          "built-on",
          first.row() == 0
              ? "It can't be taken back: " + first.expected()
              : "Row %d of %s can't be taken back: %s"
                  .formatted(first.row(), first.table(), first.expected()));
    }
  }

  private void undo(HouseTable table, List<RowChange> changes, TableWriting writing) {
    Set<List<String>> keys = new HashSet<>();
    changes.forEach(change -> keys.add(change.after().key()));
    Map<List<String>, TableRow> there = RowComparison.there(table, keys);
    List<TableRow> brought = new ArrayList<>();
    List<RowChange> changed = new ArrayList<>();
    for (RowChange change : changes) {
      TableRow after = change.after();
      TableRow now = there.get(after.key());
      if (now == null || !table.isStill(after, now)) {
        throw builtOn(after, "was changed since");
      }
      if (change.before().isEmpty()) {
        brought.add(after);
      } else {
        changed.add(change.reversed());
      }
    }
    // What was brought may stand where something else stood before.
    checkUnused(table, brought);
    table.remove(brought, writing);
    table.write(changed, writing);
  }

  private static Problem builtOn(TableRow row, String why) {
    return Problem.refused(
        "built-on",
        "%s in %s %s, so nothing is taken back."
            .formatted(String.join(" ", row.form().key(row.cells())), row.form(), why));
  }

  /** Something may refer to a row by its number, in any table that has such a column. */
  private void checkUnused(HouseTable table, List<TableRow> rows) {
    HouseTable.References references = table.references();
    if (references.columns().isEmpty() || rows.isEmpty()) {
      return;
    }
    List<Long> numbers = new ArrayList<>();
    for (TableRow row : rows) {
      numbers.add(
          jdbc.queryForObject(
              references.number(), Long.class, row.form().key(row.cells()).toArray()));
    }
    for (String[] place : places(references)) {
      for (int from = 0; from < numbers.size(); from += PORTION) {
        List<Long> some = numbers.subList(from, Math.min(numbers.size(), from + PORTION));
        List<Long> used =
            jdbc.queryForList(
                "select `%s` from `%s` where `%s` in (%s) limit 1"
                    .formatted(
                        place[1],
                        place[0],
                        place[1],
                        String.join(",", Collections.nCopies(some.size(), "?"))),
                Long.class,
                some.toArray());
        if (!used.isEmpty()) {
          TableRow row = rows.get(numbers.indexOf(used.get(0)));
          throw builtOn(row, "is in use").with("usedBy", place[0]);
        }
      }
    }
  }

  /** The columns of the database that refer to rows of a table. */
  private List<String[]> places(HouseTable.References references) {
    List<String[]> places = new ArrayList<>();
    for (String column : references.columns()) {
      jdbc.query(
          "select c.table_name, c.column_name from information_schema.columns c"
              + " join information_schema.tables t on t.table_schema = c.table_schema"
              + " and t.table_name = c.table_name and t.table_type = 'BASE TABLE'"
              + " where c.table_schema = database() and c.column_name like ?"
              + " and c.data_type in ('bigint', 'int')",
          row -> {
            if (!references.own().contains(row.getString(1))) {
              places.add(new String[] {row.getString(1), row.getString(2)});
            }
          },
          column);
    }
    return places;
  }
}
