package app.reliquum.core.table;

import app.reliquum.core.text.InvalidValueException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The form of a table: its name, and its columns from left to right.
 *
 * <p>The example of each column, read together, is one row that could be real.
 */
public final class TableForm {

  private final String name;
  private final String meaning;
  private final List<TableColumn> columns;
  private final Map<String, Integer> places = new HashMap<>();
  private final List<Integer> keys;

  private TableForm(String name, String meaning, List<TableColumn> columns) {
    this.name = name;
    this.meaning = meaning;
    this.columns = List.copyOf(columns);
    Set<String> headings = new HashSet<>();
    for (int i = 0; i < columns.size(); i++) {
      TableColumn column = columns.get(i);
      places.put(column.name(), i);
      for (String heading : headings(column)) {
        if (!headings.add(HeadingMatch.plain(heading))) {
          throw new InvalidValueException("Two columns of {0} are known as '{1}'", name, heading);
        }
      }
    }
    this.keys =
        columns.stream().filter(TableColumn::key).map(column -> place(column.name())).toList();
    if (keys.isEmpty()) {
      throw new InvalidValueException("No column of {0} says which row is meant", name);
    }
  }

  /**
   * A form.
   *
   * @param name the name of the table, as of a sheet: small letters
   * @param meaning what a row of it is, in one sentence
   * @throws IllegalArgumentException if two columns go by the same heading, or none is a key
   */
  public static TableForm of(String name, String meaning, TableColumn... columns) {
    return new TableForm(name, meaning, List.of(columns));
  }

  private static List<String> headings(TableColumn column) {
    return java.util.stream.Stream.concat(
            java.util.stream.Stream.of(column.name()), column.synonyms().stream())
        .toList();
  }

  /** Its name, as of a sheet. */
  public String name() {
    return name;
  }

  /** What a row of it is. */
  public String meaning() {
    return meaning;
  }

  /** Its columns from left to right. */
  public List<TableColumn> columns() {
    return columns;
  }

  /** The headings of its columns from left to right. */
  public List<String> heading() {
    return columns.stream().map(TableColumn::name).toList();
  }

  /**
   * Where a column stands, the first at 0.
   *
   * @throws IllegalArgumentException if there is none of that name
   */
  public int place(String column) {
    Integer place = places.get(column);
    if (place == null) {
      throw new InvalidValueException("{0} has no column '{1}'", name, column);
    }
    return place;
  }

  /** Whether it has a column of that name. */
  public boolean has(String column) {
    return places.containsKey(column);
  }

  /** What says which row is meant, among the cells of a row. */
  public List<String> key(List<String> cells) {
    return keys.stream().map(cells::get).toList();
  }

  /** The columns that say which row is meant. */
  public List<TableColumn> keyColumns() {
    return keys.stream().map(columns::get).toList();
  }

  @Override
  public String toString() {
    return name;
  }
}
