package app.reliquum.api;

import java.util.List;

/**
 * A stretch of a long table.
 *
 * @param total how many rows there are in all; -1 if it was not asked for
 * @param offset the number of the first row here, from 0
 * @param rows the rows
 */
public record Page<T>(long total, int offset, List<T> rows) {

  /** The most rows that one request gets. */
  public static final int MAX_ROWS = 200;

  /** Asks for as many rows as an export reads at once; no one outside can. */
  public static final int EXPORT = Integer.MIN_VALUE;

  private static final int EXPORT_ROWS = 5_000;

  /** A number of rows that is neither silly nor too many. */
  public static int limit(int asked) {
    return asked == EXPORT ? EXPORT_ROWS : Math.max(1, Math.min(asked, MAX_ROWS));
  }
}
