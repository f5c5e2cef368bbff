package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Optional;

/** What sentences that move goods must know of the house beyond what every sentence does. */
public interface MoveFacts extends HouseFacts {
  /**
   * Where goods are best put.
   *
   * @param place the bin
   * @param quantity how much of them fits there; never more than was asked about
   * @param why the rule that chose it
   */
  record Target(long place, Quantity quantity, Blank.Why why) {}

  /**
   * The bin in which the house would put goods that come from a place. By default the home bin,
   * however much it is.
   */
  default Optional<Target> target(PositionKey goods, Quantity quantity) {
    return homeBin(goods.item())
        .filter(home -> home != goods.place())
        .map(home -> new Target(home, quantity, Blank.Why.HOME_BIN));
  }

  /** Whether goods wait where they are: on a dock, at inspection, or on a trolley. */
  default boolean waits(PositionKey goods) {
    return false;
  }

  /** Whether some of an item waits, but must be inspected first. */
  default boolean toInspect(long item) {
    return false;
  }

  /** What a bin has against goods; nothing if it takes them. */
  default Optional<Verdict> objection(long place, PositionKey goods, Quantity quantity) {
    return Optional.empty();
  }

  /** Whether goods go into a bin only when it was scanned, and not when it was only suggested. */
  default boolean targetIsScanned(long place) {
    return false;
  }

  /** Something that a trolley carries for a bin. */
  record Carried(long item, long lot, Quantity quantity) {}

  /** What a trolley carries that the rules would put into a bin. */
  default List<Carried> carriedFor(long trolley, long place) {
    return List.of();
  }

  /** Where goods are taken, if there is no choice: what arrives comes off the road. */
  default Optional<Long> origin() {
    return Optional.empty();
  }

  /** Where goods are put, if there is no choice: what is sent goes onto the road. */
  default Optional<Long> destination() {
    return Optional.empty();
  }

  /**
   * How much of an item may still be taken.
   *
   * @return empty if nobody says how much; zero also if it is not {@link #listed}
   */
  default Optional<Quantity> asked(long item) {
    return Optional.empty();
  }

  /** Whether an item is one that goods may be taken of. */
  default boolean listed(long item) {
    return true;
  }

  /** Why as much is suggested as is still {@link #asked}. */
  default Blank.Why whyAsked() {
    return Blank.Why.STILL_ASKED;
  }

  /**
   * What is to be taken next of an item.
   *
   * @param why what has chosen it
   */
  record Next(PositionKey key, Blank.Why why) {}

  /** The stock of an item that is to be taken next, if it is settled. */
  default Optional<Next> next(long item) {
    return Optional.empty();
  }

  /** Whether another item that is scanned takes the place of the one before. */
  default boolean replaces() {
    return false;
  }
}
