package app.reliquum.core.table;

import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;

/**
 * A row of a table, its cells as {@link CellReading} writes them: numbers with a decimal point and
 * no needless zeros, days as {@code 2026-12-31}, codes in capital letters.
 *
 * @param form the form of its table
 * @param number its number in the file that it was read from, the heading being 1; 0 if it was not
 * @param cells one for each column of the form; empty for nothing
 */
public record TableRow(TableForm form, int number, List<String> cells) {

  public TableRow {
    Objects.requireNonNull(form);
    cells = List.copyOf(cells);
    if (cells.size() != form.columns().size()) {
      throw new InvalidValueException(
          "{0} has {1} columns, not {2}", form, form.columns().size(), cells.size());
    }
  }

  /** The same row with something else in a column. */
  public TableRow with(String column, String cell) {
    List<String> other = new ArrayList<>(cells);
    other.set(form.place(column), cell);
    return new TableRow(form, number, other);
  }

  /** What says which row it is; capital and small letters make no difference. */
  public List<String> key() {
    return form.key(cells).stream().map(part -> part.toLowerCase(Locale.ROOT)).toList();
  }

  /** Whether its key begins with some parts; capital and small letters make no difference. */
  public boolean beginsWith(List<String> parts) {
    List<String> first = parts.stream().map(part -> part.toLowerCase(Locale.ROOT)).toList();
    List<String> key = key();
    return first.size() <= key.size() && key.subList(0, first.size()).equals(first);
  }

  /** What stands in a column; empty for nothing. */
  public String text(String column) {
    return cells.get(form.place(column));
  }

  /** Whether something stands in a column. */
  public boolean says(String column) {
    return !text(column).isEmpty();
  }

  /** The number in a column, if there is one. */
  public Optional<BigDecimal> decimal(String column) {
    return says(column) ? Optional.of(new BigDecimal(text(column))) : Optional.empty();
  }

  /** The whole number in a column, if there is one. */
  public Optional<Integer> whole(String column) {
    return says(column) ? Optional.of(Integer.valueOf(text(column))) : Optional.empty();
  }

  /** The day in a column, if there is one. */
  public Optional<LocalDate> day(String column) {
    return says(column) ? Optional.of(LocalDate.parse(text(column))) : Optional.empty();
  }

  /** Whether a column says yes. */
  public boolean yes(String column) {
    return text(column).equals("yes");
  }

  /** The texts that a column lists. */
  public List<String> list(String column) {
    return says(column)
        ? Arrays.stream(text(column).split(CellReading.BETWEEN_TEXTS)).toList()
        : List.of();
  }

  /** The constant that a column names. */
  public <E extends Enum<E>> E constant(Class<E> type, String column) {
    return TableColumn.constant(type, text(column));
  }
}
