package app.reliquum.api.sheets;

import app.reliquum.api.Problem;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Constants that a cell lists by their words. */
public final class Listed {

  private Listed() {}

  /**
   * The constants that a cell lists, in its order.
   *
   * @throws Problem if it lists another word
   */
  public static <E extends Enum<E>> List<E> constants(TableRow row, String column, Class<E> type) {
    List<E> constants = new ArrayList<>();
    for (String word : row.list(column)) {
      try {
        constants.add(TableColumn.constant(type, word));
      } catch (IllegalArgumentException unknown) {
        throw Problem.invalid(
            column,
            "Expected some of {0}; '{1}' is none.",
            Arrays.stream(type.getEnumConstants()).map(TableColumn::word).toList(),
            word);
      }
    }
    return constants;
  }
}
