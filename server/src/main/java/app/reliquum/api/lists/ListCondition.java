package app.reliquum.api.lists;

import app.reliquum.api.Problem;
import app.reliquum.core.text.Message;
import java.util.Arrays;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What the rows of a list have in common, written {@code COLUMN:COMPARISON:value}. The value is
 * everything after the second colon, whatever signs it has.
 *
 * @param value what the column is compared with, as a statement takes it; null if nothing is needed
 */
public record ListCondition<C extends Enum<C> & ListColumn>(
    C column, Comparison comparison, @Nullable Object value) {

  private static final int LONGEST = 200;

  /**
   * Reads a condition.
   *
   * @throws Problem if it is none that the list knows; it says which there are
   */
  static <C extends Enum<C> & ListColumn> ListCondition<C> read(Class<C> columns, String text) {
    String[] parts = text.split(":", 3);
    if (parts.length < 2 || text.length() > LONGEST) {
      throw Problem.invalid(
          "where", "A condition is COLUMN:COMPARISON:value, such as NUMBER:HOLDS:17.");
    }
    C column = column("where", columns, parts[0], false);
    Comparison comparison =
        column.value().kind().comparisons().stream()
            .filter(one -> one.name().equals(parts[1]))
            .findFirst()
            .orElseThrow(
                () ->
                    Problem.invalid(
                        "where",
                        "{0} is compared by {1}.",
                        column.name(),
                        column.value().comparisonNames()));
    String given = parts.length < 3 ? null : parts[2];
    if (!comparison.needsValue()) {
      if (given != null) {
        throw Problem.invalid("where", "{0} takes no value. Leave it off.", comparison);
      }
      return new ListCondition<>(column, comparison, null);
    }
    try {
      return new ListCondition<>(column, comparison, column.value().read(given));
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("where", "{0} {1}.", column.name(), Message.of(fault));
    }
  }

  static <C extends Enum<C> & ListColumn> C column(
      String field, Class<C> columns, String name, boolean sorts) {
    return Arrays.stream(columns.getEnumConstants())
        .filter(one -> one.name().equals(name) && (!sorts || one.value().sorts()))
        .findFirst()
        .orElseThrow(
            () ->
                Problem.invalid(
                    field,
                    "The columns of this list are {0}.",
                    Arrays.stream(columns.getEnumConstants())
                        .filter(one -> !sorts || one.value().sorts())
                        .map(Enum::name)
                        .collect(Collectors.joining(", "))));
  }
}
