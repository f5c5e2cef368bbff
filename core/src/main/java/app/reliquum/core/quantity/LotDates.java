package app.reliquum.core.quantity;

import java.time.LocalDate;
import java.util.Optional;

/**
 * The days that a lot carries, each null where nobody has said it.
 *
 * <p>A lot has one of each: what is said first is kept, what is missing may be said later, and what
 * says otherwise is refused, because the goods at hand are then another lot, or a label lies.
 *
 * @param expiry the last day on which goods may be used (GS1 identifier 17)
 * @param bestBefore the day until which goods are at their best (15); it does not bar them
 * @param produced the day on which they were made (11), or packed (13)
 */
public record LotDates(LocalDate expiry, LocalDate bestBefore, LocalDate produced) {

  /** Nothing is known. */
  public static final LotDates NONE = new LotDates(null, null, null);

  /** One of the days of a lot. */
  public enum Day {
    EXPIRY,
    BEST_BEFORE,
    PRODUCED
  }

  /**
   * Two days that can't both be true.
   *
   * @param day which day it is about
   * @param known what was said first
   * @param said what is said now
   */
  public record Contradiction(Day day, LocalDate known, LocalDate said) {}

  /** Goods of which only the last day is known; it may be null. */
  public static LotDates expiring(LocalDate expiry) {
    return new LotDates(expiry, null, null);
  }

  /** Where what is said now contradicts what is known: the first of its days that does. */
  public Optional<Contradiction> against(LotDates said) {
    return contradiction(Day.EXPIRY, expiry, said.expiry)
        .or(() -> contradiction(Day.BEST_BEFORE, bestBefore, said.bestBefore))
        .or(() -> contradiction(Day.PRODUCED, produced, said.produced));
  }

  private static Optional<Contradiction> contradiction(Day day, LocalDate known, LocalDate said) {
    return known == null || said == null || known.equals(said)
        ? Optional.empty()
        : Optional.of(new Contradiction(day, known, said));
  }

  /**
   * What is known, with what is said now where nothing is known yet.
   *
   * @param said days that do not contradict these
   */
  public LotDates with(LotDates said) {
    return new LotDates(
        expiry == null ? said.expiry : expiry,
        bestBefore == null ? said.bestBefore : bestBefore,
        produced == null ? said.produced : produced);
  }

  /**
   * These days with the expiry that follows from how long goods keep, where none is known: so many
   * days from the day on which they were made, or else from the day on which they came.
   *
   * @param shelfLifeDays for how many days the item keeps; null if it does not expire
   * @param came the day on which the goods come into the house
   */
  public LotDates keeping(Integer shelfLifeDays, LocalDate came) {
    return expiry != null || shelfLifeDays == null
        ? this
        : new LotDates(
            (produced == null ? came : produced).plusDays(shelfLifeDays), bestBefore, produced);
  }

  /** Whether the days follow each other as they must: nothing ends before it was made. */
  public boolean inOrder() {
    return produced == null
        || ((expiry == null || !expiry.isBefore(produced))
            && (bestBefore == null || !bestBefore.isBefore(produced)));
  }
}
