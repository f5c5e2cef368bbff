package app.reliquum.core.removal;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.Comparator;

/** One thing by which candidates are put in order. Keys may be chained. */
public enum SortKey {
  /** What came into the house first leaves first (FIFO). */
  OLDEST(Comparator.comparing(Candidate::inDate, nullsLast())),
  /** What came into the house last leaves first (LIFO). */
  NEWEST(Comparator.comparing(Candidate::inDate, nullsLast().reversed())),
  /** What expires first leaves first (FEFO); what does not expire leaves last. */
  EARLIEST_EXPIRY(Comparator.comparing(Candidate::expiry, nullsLast())),
  /** What lies first on the way through the site. */
  SHORTEST_WALK(Comparator.comparingInt(Candidate::walk)),
  /** The smallest quantities first: remainders are used up. */
  SMALLEST(Comparator.comparing(Candidate::free)),
  /** The largest quantities first: fewest stops. */
  LARGEST(Comparator.comparing(Candidate::free, Comparator.reverseOrder())),
  /** What lies in full packs only first, so that no pack is opened while one is whole. */
  FULL_PACKS(null);

  private final Comparator<Candidate> order;

  SortKey(Comparator<Candidate> order) {
    this.order = order;
  }

  private static Comparator<LocalDate> nullsLast() {
    return Comparator.nullsLast(Comparator.naturalOrder());
  }

  /**
   * The order.
   *
   * @param pack how many base units make a full pack; zero if the item has none, and then every
   *     quantity is full
   */
  Comparator<Candidate> order(Quantity pack) {
    return this == FULL_PACKS
        ? Comparator.comparing(
            one -> one.free().isZero() || !one.free().inWholes(pack).equals(one.free()))
        : order;
  }
}
