package app.reliquum.core.removal;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Decides which stock leaves first.
 *
 * <p>Candidates are good, lie where goods may be taken, are not reserved and not expired on the day
 * they are needed. They are taken in the order of the sort keys. Ties end on the bin's address, the
 * lot's number and the position's own key, so that the answer never depends on the order in which
 * the candidates are handed in.
 */
public final class Removal {

  /** How the house takes goods where no rule says otherwise: first to expire, oldest, nearest. */
  public static final List<SortKey> USUAL =
      List.of(SortKey.EARLIEST_EXPIRY, SortKey.OLDEST, SortKey.SHORTEST_WALK);

  private Removal() {}

  /**
   * What is wanted of an item.
   *
   * @param quantity how much
   * @param needed the day on which it must still be good
   * @param lot the lot that it must be of, 0 for any
   * @param serial the piece that it must be, 0 for any
   */
  public record Wanted(Quantity quantity, LocalDate needed, long lot, long serial) {}

  /** What became of a candidate. */
  public enum Verdict {
    /** Some or all of it is taken. */
    TAKEN,
    /** It would do, but enough was found before it. */
    NOT_NEEDED,
    /** Others have reserved all of it. */
    RESERVED,
    /** It will have expired. */
    EXPIRED,
    /** It is on hold or rejected. */
    NOT_GOOD,
    /** It lies where goods are not taken from. */
    NOT_PICKABLE,
    /** It is not the lot or the piece that is wanted. */
    OTHER_GOODS
  }

  /**
   * A candidate with what became of it.
   *
   * @param rank its place in the order of taking, from 1; 0 if it was passed over
   * @param taken how much of it is taken
   */
  public record Choice(Candidate candidate, Verdict verdict, int rank, Quantity taken) {}

  /**
   * What to take.
   *
   * @param choices every candidate, those that would do in the order of taking, then the others
   * @param missing how much was not found
   */
  public record Plan(List<Choice> choices, Quantity missing) {
    public Plan {
      choices = List.copyOf(choices);
    }

    /** The candidates that are taken, in the order of taking. */
    public List<Choice> taken() {
      return choices.stream().filter(choice -> choice.taken().isPositive()).toList();
    }
  }

  /** Chooses among candidates of one item at one site. */
  public static Plan decide(Wanted wanted, List<SortKey> keys, List<Candidate> candidates) {
    List<Candidate> inOrder = new ArrayList<>(candidates);
    inOrder.sort(order(keys));
    List<Choice> choices = new ArrayList<>();
    List<Choice> passedOver = new ArrayList<>();
    Quantity rest = wanted.quantity();
    int rank = 0;
    for (Candidate candidate : inOrder) {
      Verdict against = against(wanted, candidate);
      if (against != null) {
        passedOver.add(new Choice(candidate, against, 0, Quantity.ZERO));
        continue;
      }
      Quantity taken = rest.min(candidate.free());
      rest = rest.minus(taken);
      choices.add(
          new Choice(
              candidate, taken.isPositive() ? Verdict.TAKEN : Verdict.NOT_NEEDED, ++rank, taken));
    }
    choices.addAll(passedOver);
    return new Plan(choices, rest);
  }

  private static Verdict against(Wanted wanted, Candidate candidate) {
    if ((wanted.lot() != 0 && candidate.key().lot() != wanted.lot())
        || (wanted.serial() != 0 && candidate.key().serial() != wanted.serial())) {
      return Verdict.OTHER_GOODS;
    }
    if (candidate.key().condition() != Condition.GOOD) {
      return Verdict.NOT_GOOD;
    }
    if (!candidate.pickable()) {
      return Verdict.NOT_PICKABLE;
    }
    if (candidate.expiry() != null && candidate.expiry().isBefore(wanted.needed())) {
      return Verdict.EXPIRED;
    }
    return candidate.free().isPositive() ? null : Verdict.RESERVED;
  }

  private static Comparator<Candidate> order(List<SortKey> keys) {
    Comparator<Candidate> order = (one, other) -> 0;
    for (SortKey key : keys) {
      order = order.thenComparing(key.order());
    }
    return order
        .thenComparing(Candidate::address)
        .thenComparing(Candidate::lot)
        .thenComparing(Candidate::key);
  }
}
