package app.reliquum.api.lists;

import app.reliquum.api.Page;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What someone asks of a list.
 *
 * @param q words that must all be found in a row; null for any
 * @param where conditions that must all hold; several {@link Comparison#IS} of one column are one
 * @param sort the column to sort by; null for the order that the list has by itself
 */
public record ListQuery<C extends Enum<C> & ListColumn>(
    @Nullable String q,
    List<ListCondition<C>> where,
    @Nullable C sort,
    boolean descending,
    int offset,
    int limit) {

  public ListQuery {
    where = List.copyOf(where);
  }

  /** The first rows of a list in its own order. */
  public static <C extends Enum<C> & ListColumn> ListQuery<C> first(int rows) {
    return new ListQuery<>(null, List.of(), null, false, 0, rows);
  }

  /** The same, narrowed to what a column is. */
  public ListQuery<C> is(C column, Object value) {
    List<ListCondition<C>> more = new ArrayList<>(where);
    more.add(new ListCondition<>(column, Comparison.IS, value));
    return new ListQuery<>(q, more, sort, descending, offset, limit);
  }

  /** The same, narrowed to rows in which words are found. */
  public ListQuery<C> words(@Nullable String words) {
    return new ListQuery<>(words, where, sort, descending, offset, limit);
  }

  /** The same from a row on, as much of it as an export reads at once. */
  public ListQuery<C> portion(int row) {
    return new ListQuery<>(q, where, sort, descending, row, Page.EXPORT);
  }
}
