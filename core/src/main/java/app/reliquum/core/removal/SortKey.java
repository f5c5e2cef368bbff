package app.reliquum.core.removal;

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
  LARGEST(Comparator.comparing(Candidate::free, Comparator.reverseOrder()));

  private final Comparator<Candidate> order;

  SortKey(Comparator<Candidate> order) {
    this.order = order;
  }

  private static Comparator<LocalDate> nullsLast() {
    return Comparator.nullsLast(Comparator.naturalOrder());
  }

  Comparator<Candidate> order() {
    return order;
  }
}
