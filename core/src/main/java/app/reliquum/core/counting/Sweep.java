package app.reliquum.core.counting;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.util.Collection;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;

/** The count that states a whole bin: what was not scanned there is not there. */
public final class Sweep {

  private Sweep() {}

  /**
   * What leaving the bin would state as zero: all that the book has there and nobody scanned, each
   * lot, piece and unit load by itself, in the order of their keys.
   *
   * @param book what the book has in the bin
   * @param counted the positions that were counted there, with whatever figure
   */
  public static SortedSet<PositionKey> notFound(
      Map<PositionKey, Quantity> book, Collection<PositionKey> counted) {
    TreeSet<PositionKey> missing = new TreeSet<>();
    book.forEach(
        (key, quantity) -> {
          if (quantity.isPositive() && !counted.contains(key)) {
            missing.add(key);
          }
        });
    return missing;
  }

  /**
   * Whether the list that someone has seen and said yes to covers all that would become zero now.
   * Goods that came meanwhile are not stated as zero by a yes that was said before.
   */
  public static boolean covers(Collection<PositionKey> seen, Collection<PositionKey> notFound) {
    return seen.containsAll(notFound);
  }
}
