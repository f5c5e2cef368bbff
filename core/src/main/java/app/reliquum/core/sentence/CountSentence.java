package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;

/**
 * A Count sentence: in a bin, so much of an item. Each line is kept as it is said; what stands here
 * is only what the next word is about.
 *
 * @param place the bin that is counted, 0 if none is named yet
 * @param unitLoad the unit load whose goods are counted, 0 for goods that stand by themselves
 * @param item the item that was scanned last, 0 for none
 * @param lot the number of its lot, known or new; empty for none
 * @param expiry the last day of a new lot, as its label says; null for none
 * @param condition the condition of what is counted
 * @param pending what was scanned before its lot was known
 * @param figure whether that was typed as the whole figure, and is not to be added
 */
public record CountSentence(
    long place,
    long unitLoad,
    long item,
    String lot,
    LocalDate expiry,
    Condition condition,
    Quantity pending,
    boolean figure) {

  /** Nothing has been said. */
  public static final CountSentence EMPTY = at(0);

  /** In a bin, nothing more. */
  public static CountSentence at(long place) {
    return new CountSentence(place, 0, 0, "", null, Condition.GOOD, Quantity.ZERO, false);
  }

  CountSentence about(long newItem, String newLot, LocalDate newExpiry) {
    return new CountSentence(
        place, unitLoad, newItem, newLot, newExpiry, condition, Quantity.ZERO, false);
  }

  CountSentence waiting(Quantity quantity, boolean whole) {
    return new CountSentence(place, unitLoad, item, lot, expiry, condition, quantity, whole);
  }

  CountSentence on(long load) {
    return new CountSentence(place, load, 0, "", null, condition, Quantity.ZERO, false);
  }

  /** Counting goods of another condition. */
  public CountSentence in(Condition other) {
    return new CountSentence(place, unitLoad, item, lot, expiry, other, pending, figure);
  }
}
