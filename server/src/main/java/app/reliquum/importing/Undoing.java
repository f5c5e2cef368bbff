package app.reliquum.importing;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.api.sheets.LastingTraces;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableFault;
import app.reliquum.core.table.TableRow;
import app.reliquum.core.text.Message;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/**
 * Takes changes of rows back: those of an import, the last written table first, or a single one.
 * Rows that were changed become as they were, rows that were brought go. What was posted with them
 * is reversed, but stays in the ledger: rows that nothing but it names are put out of use. Not if
 * any of them is something else by now, or if something else refers to a row that would go: then
 * nothing is taken back.
 */
@Component
class Undoing {

  private static final int PORTION = 500;

  private final ImportStore store;
  private final HouseTables tables;
  private final ChangeLog log;
  private final JdbcOperations jdbc;
  private final EntityManager entities;
  private final List<LastingTraces> traces;

  Undoing(
      ImportStore store,
      HouseTables tables,
      ChangeLog log,
      JdbcOperations jdbc,
      EntityManager entities,
      List<LastingTraces> traces) {
    this.store = store;
    this.log = log;
    this.tables = tables;
    this.jdbc = jdbc;
    this.entities = entities;
    this.traces = List.copyOf(traces);
  }

  /** The rows that stay, since the ledger names them: their numbers, by table of the database. */
  private static final class Staying {
    private final Map<String, Set<Long>> numbers = new HashMap<>();
    private int rows;

    Set<Long> in(String table) {
      return numbers.getOrDefault(table, Set.of());
    }

    void add(String table, long number) {
      if (numbers.computeIfAbsent(table, key -> new HashSet<>()).add(number)) {
        rows++;
      }
    }

    /** One that came with another and is not counted by itself. */
    void addOwned(String table, long number) {
      add(table, number);
      rows--;
    }
  }

  /**
   * Takes all of it back, in a transaction that is there.
   *
   * @return how many rows stay, out of use
   * @throws Problem {@code built-on}, naming the first row that can't be taken back
   */
  int undo(long id, TableWriting writing) {
    Staying staying = new Staying();
    List<HouseTable> last = new ArrayList<>(tables.all());
    Collections.reverse(last);
    for (HouseTable table : last) {
      List<RowChange> changes = store.changes(id, table.form());
      if (!changes.isEmpty()) {
        HouseTables.require(table, writing.actor());
        log.keep(writing.actor(), id, undo(table, changes, staying, writing));
        entities.flush();
        entities.clear();
      }
    }
    checkDone(writing);
    return staying.rows;
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
        throw builtOn(gone, Message.of("is there again"));
      }
      table.write(List.of(RowChange.ofNew(gone)), writing);
    } else {
      Staying staying = new Staying();
      TableRow after = change.change().after().orElseThrow();
      undo(table, List.of(new RowChange(change.change().before(), after)), staying, writing);
      if (staying.rows > 0) {
        // Nothing is reversed here: what the ledger names was not posted by this change.
        throw builtOn(after, Message.of("is in use"));
      }
    }
    checkDone(writing);
  }

  private static void checkDone(TableWriting writing) {
    if (!writing.faults().isEmpty()) {
      TableFault first = writing.faults().get(0);
      throw Problem.refused(
          "built-on",
          first.row() == 0
              ? Message.of("It can't be undone: {0}", first.expected())
              : Message.of(
                  "Row {0} of {1} can't be undone: {2}",
                  first.row(), first.table(), first.expected()));
    }
  }

  /** Takes changes of a table back, and says what was done. */
  private List<ChangeLog.Change> undo(
      HouseTable table, List<RowChange> changes, Staying staying, TableWriting writing) {
    Set<List<String>> keys = new HashSet<>();
    changes.forEach(change -> keys.add(change.after().key()));
    Map<List<String>, TableRow> there = RowComparison.there(table, keys);
    List<TableRow> brought = new ArrayList<>();
    List<RowChange> changed = new ArrayList<>();
    List<ChangeLog.Change> done = new ArrayList<>();
    for (RowChange change : changes) {
      TableRow after = change.after();
      TableRow now = there.get(after.key());
      if (now == null || !table.isStill(after, now)) {
        throw builtOn(after, Message.of("was changed since"));
      }
      if (change.before().isEmpty()) {
        brought.add(after);
      } else {
        changed.add(change.reversed());
      }
    }
    Set<TableRow> kept = keptByLedger(table, brought, staying, writing.batch());
    List<TableRow> gone = brought.stream().filter(row -> !kept.contains(row)).toList();
    gone.forEach(row -> done.add(new ChangeLog.Change(Optional.of(row), Optional.empty())));
    kept.stream()
        .map(row -> new RowChange(Optional.of(row), table.outOfUse(row)))
        .filter(change -> change.kind() == RowChange.Kind.CHANGED)
        .forEach(changed::add);
    changed.forEach(change -> done.add(ChangeLog.Change.of(change)));
    // What was brought may stand where something else stood before.
    table.remove(gone, writing);
    table.write(changed, writing);
    return done;
  }

  private static Problem builtOn(TableRow row, Message why) {
    return Problem.refused(
        "built-on",
        "{0} in {1} {2}, so nothing is undone.",
        String.join(" ", row.form().key(row.cells())),
        row.form(),
        why);
  }

  /**
   * Those of the rows that can't go, since what was posted by the same import names them, or a row
   * that stays does.
   *
   * @throws Problem {@code built-on} if anything else refers to one
   */
  private Set<TableRow> keptByLedger(
      HouseTable table, List<TableRow> rows, Staying staying, String batch) {
    HouseTable.References references = table.references();
    if (references.columns().isEmpty() || rows.isEmpty()) {
      return Set.of();
    }
    Map<Long, TableRow> numbered = new LinkedHashMap<>();
    for (TableRow row : rows) {
      numbered.put(
          jdbc.queryForObject(
              references.number(), Long.class, row.form().key(row.cells()).toArray()),
          row);
    }
    List<Long> numbers = List.copyOf(numbered.keySet());
    List<HouseTable.Owned> owned = table.owned(numbers);
    Map<String, Set<Long>> going = new HashMap<>();
    owned.forEach(one -> going.put(one.table(), one.owners().keySet()));
    Set<Long> kept =
        new LinkedHashSet<>(
            keeping(references.columns(), references.own(), numbers, going, staying, numbered));
    for (HouseTable.Owned one : owned) {
      Map<Long, TableRow> owners = new HashMap<>();
      one.owners().forEach((own, of) -> owners.put(own, Objects.requireNonNull(numbered.get(of))));
      List<Long> own = List.copyOf(owners.keySet());
      for (long named : keeping(one.columns(), List.of(), own, going, staying, owners)) {
        kept.add(Objects.requireNonNull(one.owners().get(named)));
        staying.addOwned(one.table(), named);
      }
      checkNotOthers(one.table(), one.columns(), owners, staying, batch);
    }
    kept.forEach(number -> staying.add(references.table(), number));
    checkNotOthers(references.table(), references.columns(), numbered, staying, batch);
    return kept.stream()
        .map(number -> Objects.requireNonNull(numbered.get(number)))
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** What stays may be named by what this import has posted, and by nothing else. */
  private void checkNotOthers(
      String table, List<String> columns, Map<Long, TableRow> rows, Staying staying, String batch) {
    List<Long> kept = staying.in(table).stream().filter(rows::containsKey).toList();
    if (kept.isEmpty()) {
      return;
    }
    for (LastingTraces one : traces) {
      one.ofOthers(columns.get(0), kept, batch).stream()
          .findFirst()
          .ifPresent(
              number -> {
                throw builtOn(Objects.requireNonNull(rows.get(number)), Message.of("is in use"));
              });
    }
  }

  /**
   * Of some numbers, those that something refers to that stays.
   *
   * @param columns by which they are referred to
   * @param own tables whose rows go with them
   * @param going rows that go with them, by table
   * @throws Problem {@code built-on} if anything else refers to one, in any table that has such a
   *     column
   */
  private Set<Long> keeping(
      List<String> columns,
      List<String> own,
      List<Long> numbers,
      Map<String, Set<Long>> going,
      Staying staying,
      Map<Long, TableRow> rows) {
    Set<Long> kept = new LinkedHashSet<>();
    for (String[] place : places(columns, own)) {
      Set<Long> goes = going.getOrDefault(place[0], Set.of());
      Set<Long> stays = staying.in(place[0]);
      boolean lasting = traces.stream().anyMatch(one -> one.tables().contains(place[0]));
      for (int from = 0; from < numbers.size(); from += PORTION) {
        List<Long> some = numbers.subList(from, Math.min(numbers.size(), from + PORTION));
        jdbc.query(
            "select distinct `%s`, %s from `%s` where `%s` in (%s)"
                .formatted(
                    place[1],
                    goes.isEmpty() && stays.isEmpty() ? "0" : "id",
                    place[0],
                    place[1],
                    String.join(",", Collections.nCopies(some.size(), "?"))),
            found -> {
              long number = found.getLong(1);
              long by = found.getLong(2);
              if (lasting || stays.contains(by)) {
                kept.add(number);
              } else if (!goes.contains(by)) {
                throw builtOn(Objects.requireNonNull(rows.get(number)), Message.of("is in use"))
                    .with("usedBy", place[0]);
              }
            },
            some.toArray());
      }
    }
    return kept;
  }

  /** The columns of the database that refer to rows of a table. */
  private List<String[]> places(List<String> columns, List<String> own) {
    List<String[]> places = new ArrayList<>();
    for (String column : columns) {
      jdbc.query(
          "select c.table_name, c.column_name from information_schema.columns c"
              + " join information_schema.tables t on t.table_schema = c.table_schema"
              + " and t.table_name = c.table_name and t.table_type = 'BASE TABLE'"
              + " where c.table_schema = database() and c.column_name like ?"
              + " and c.data_type in ('bigint', 'int')",
          row -> {
            if (!own.contains(row.getString(1))) {
              places.add(new String[] {row.getString(1), row.getString(2)});
            }
          },
          column);
    }
    return places;
  }
}
