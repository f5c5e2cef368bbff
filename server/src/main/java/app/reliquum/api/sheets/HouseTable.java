package app.reliquum.api.sheets;

import app.reliquum.api.Permission;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * A table that a house moves in and out with. Each capability brings its own as beans; what comes
 * out of {@link #rows} can be given to {@link #write} again and then changes nothing.
 */
public interface HouseTable {

  /** The column that says whether a row can be used, in tables whose rows can be put out of use. */
  String ACTIVE = "active";

  /** Its columns. */
  TableForm form();

  /** What someone must be allowed to, to take it out or bring it in. */
  default Permission permission() {
    return Permission.RULES;
  }

  /**
   * A row that was read, with what its other cells say about empty ones, and written as rows of
   * this table are.
   *
   * @param before the row with its key that is there, with which it is then compared
   */
  default TableRow completed(TableRow row, Optional<TableRow> before) {
    return row;
  }

  /**
   * What else has to change so that rows can be written, of rows that are not among them: what they
   * take the place of.
   */
  default List<RowChange> givingWay(List<RowChange> changes) {
    return List.of();
  }

  /** Whether a row is still what an import has made of it, so that it can be taken back. */
  default boolean isStill(TableRow written, TableRow now) {
    return written.cells().equals(now.cells());
  }

  /** Hands out all rows as they are, in the order of their keys. */
  default void rows(Consumer<TableRow> to) {
    rows(List.of(), to);
  }

  /**
   * Hands out rows as they are.
   *
   * @param first with which parts the key of a row begins; empty for all rows
   */
  void rows(List<String> first, Consumer<TableRow> to);

  /** Whether its rows are rules and masters, of which is kept who changed what. */
  default boolean logged() {
    return true;
  }

  /**
   * Writes rows that are new or changed, in a transaction that is there. What a row names exists.
   * Faults are told to {@code writing}; if there are any, or if it is only tried, all of it is
   * rolled back.
   */
  void write(List<RowChange> changes, TableWriting writing);

  /**
   * Takes rows away that an import has brought and to which nothing refers, in a transaction that
   * is there.
   */
  void remove(List<TableRow> rows, TableWriting writing);

  /**
   * How a row is written that can't be taken away, since what was posted names it: it is put out of
   * use, where rows of this table can be.
   */
  default TableRow outOfUse(TableRow row) {
    return form().has(ACTIVE) ? row.with(ACTIVE, "no") : row;
  }

  /**
   * The columns of the database by which others refer to a row, as SQL patterns, and the query that
   * gives the number of a row by its key.
   */
  default References references() {
    return References.NONE;
  }

  /**
   * Rows of other tables that came with rows and go with them, though others may refer to them as
   * well: the one bin of a site that has none to name.
   *
   * @param numbers of the rows
   */
  default List<Owned> owned(List<Long> numbers) {
    return List.of();
  }

  /**
   * Rows that came with others.
   *
   * @param table their table of the database
   * @param columns names of columns by which they are referred to, as patterns of {@code like}
   * @param owners with which row each of them came, by their numbers
   */
  record Owned(String table, List<String> columns, Map<Long, Long> owners) {}

  /**
   * How rows are referred to.
   *
   * @param table the table of the database that has the rows; empty if nothing can refer to a row
   * @param columns names of columns in any table, as patterns of {@code like}
   * @param number SQL that selects the number of a row, with a parameter for each part of its key;
   *     empty if nothing can refer to a row
   * @param own tables whose rows belong to a row and go with it
   */
  record References(String table, List<String> columns, String number, List<String> own) {
    static final References NONE = new References("", List.of(), "", List.of());
  }
}
