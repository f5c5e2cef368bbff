package app.reliquum.core.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Finds which columns of a form the headings of a file mean: those that someone has said before,
 * then names and synonyms. Case, spaces and marks make no difference, nor how a square is written.
 * A heading that means none is left out and named, and a column is never taken from two.
 */
public final class HeadingMatch {

  private HeadingMatch() {}

  /**
   * What the headings of a file mean.
   *
   * @param columns for each heading the name of its column, empty for none
   * @param unknown the headings that mean none
   * @param missing the columns that say which row is meant and that no heading means
   * @param neededByNew the columns that a new row needs too and that no heading means
   */
  public record Result(
      List<String> columns, List<String> unknown, List<String> missing, List<String> neededByNew) {
    /** Whether the rows under these headings can be read. */
    public boolean whole() {
      return missing.isEmpty();
    }
  }

  /** A heading without what makes no difference. */
  public static String plain(String heading) {
    return heading
        .toLowerCase(Locale.ROOT)
        .replace('²', '2')
        .replace('³', '3')
        .replaceAll("[^\\p{L}\\p{N}]", "");
  }

  /**
   * Matches headings.
   *
   * @param told what someone has said that a heading means: the name of a column, or empty for
   *     none. It goes before names and synonyms.
   */
  public static Result match(TableForm form, List<String> headings, Map<String, String> told) {
    Map<String, String> known = new HashMap<>();
    for (TableColumn column : form.columns()) {
      known.put(plain(column.name()), column.name());
      column.synonyms().forEach(also -> known.put(plain(also), column.name()));
    }
    List<String> columns = new ArrayList<>();
    Set<String> taken = new HashSet<>();
    for (String heading : headings) {
      String column = told.getOrDefault(heading, "");
      taken.add(form.has(column) ? column : "");
      columns.add(form.has(column) ? column : "");
    }
    List<String> unknown = new ArrayList<>();
    for (int i = 0; i < headings.size(); i++) {
      String heading = headings.get(i);
      if (heading.isBlank() || !columns.get(i).isEmpty()) {
        continue;
      }
      String column = told.containsKey(heading) ? "" : known.getOrDefault(plain(heading), "");
      if (column.isEmpty() || !taken.add(column)) {
        unknown.add(heading);
      } else {
        columns.set(i, column);
      }
    }
    return new Result(
        List.copyOf(columns),
        List.copyOf(unknown),
        lacking(form, taken, true),
        lacking(form, taken, false));
  }

  private static List<String> lacking(TableForm form, Set<String> taken, boolean key) {
    return form.columns().stream()
        .filter(column -> column.needed() && column.key() == key && !taken.contains(column.name()))
        .map(TableColumn::name)
        .toList();
  }

  /**
   * How many of the headings mean a column: how well a form fits a file that does not say which it
   * is; 0 if a new row of it would lack something.
   */
  public static int fit(TableForm form, List<String> headings) {
    Result result = match(form, headings, Map.of());
    return result.whole() && result.neededByNew().isEmpty()
        ? (int) result.columns().stream().filter(column -> !column.isEmpty()).count()
        : 0;
  }
}
