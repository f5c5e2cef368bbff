package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.List;

/**
 * "Take <em>quantity</em> × <em>item</em>, lot <em>lot</em>, from <em>place</em> into <em>unit
 * load</em>", as far as it is known. A new sentence is the next stop of the walk, suggested.
 *
 * @param evidence what it was read from
 * @param stop what it is about on the list; null if the list is done
 * @param place where it is taken
 * @param item the item
 * @param lot the lot; empty where the item keeps none
 * @param needsLot whether it is of a lot
 * @param serial the piece; empty where pieces have no numbers
 * @param needsSerial whether each piece has a number
 * @param quantity how much, in base units
 * @param into the unit load that it is put into; empty if there is none
 * @param needsInto whether it must be put into one
 * @param taken what is taken; another position than the stop's if it is a substitute
 */
public record PickSentence(
    List<Evidence> evidence,
    PickFacts.Stop stop,
    Blank<Long> place,
    Blank<Long> item,
    Blank<Long> lot,
    boolean needsLot,
    Blank<Long> serial,
    boolean needsSerial,
    Blank<Quantity> quantity,
    Blank<Long> into,
    boolean needsInto,
    PositionKey taken)
    implements Sentence {

  public PickSentence {
    evidence = List.copyOf(evidence);
  }

  @Override
  public List<Wanted> wanted() {
    return stop == null
        ? List.of()
        : Wanted.of(
            Wanted.ITEM.until(item.settled()),
            Wanted.SERIAL.until(!needsSerial || serial.settled()),
            Wanted.LOT.until(needsSerial || !needsLot || lot.settled()),
            Wanted.PLACE.until(place.settled()),
            Wanted.INTO.until(!needsInto || into.settled()));
  }

  /** Whether nothing is empty: accepted as it stands it can be done. */
  @Override
  public boolean whole() {
    return stop != null && (!needsInto || into.filled().isPresent());
  }

  /** Whether what is taken, and where, is certain. How much stands as it is suggested. */
  @Override
  public boolean ready() {
    return whole() && wanted().stream().allMatch(one -> one == Wanted.INTO);
  }

  /** Whether it is something else than the list says. */
  public boolean substitute() {
    return stop != null && !taken.equals(stop.key());
  }

  /** How much less it is than the list says. */
  public Quantity shortBy() {
    return stop == null
        ? Quantity.ZERO
        : stop.quantity().minus(quantity.filled().orElse(stop.quantity()));
  }

  @Override
  public List<Evidence> accepted() {
    List<Evidence> said = new ArrayList<>(evidence);
    if (stop == null) {
      return said;
    }
    place.accepted(bin -> new Evidence.Bin(bin, Evidence.Role.FROM)).ifPresent(said::add);
    if (needsSerial) {
      serial
          .accepted(piece -> new Evidence.Serial(taken.item(), taken.lot(), piece))
          .ifPresent(said::add);
    } else if (needsLot && lot.suggested()) {
      said.add(new Evidence.Lot(taken.item(), taken.lot()));
    } else if (item.suggested()) {
      said.add(new Evidence.Item(taken.item(), Quantity.ZERO));
    }
    return said;
  }
}
