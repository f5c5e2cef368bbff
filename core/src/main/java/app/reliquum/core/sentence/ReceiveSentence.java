package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * "Receive <em>quantity</em> × <em>item</em>, lot <em>lot</em>, good until <em>day</em>, at
 * <em>place</em>", as far as it is known.
 *
 * @param evidence what it was read from
 * @param item the item
 * @param lot the lot's number; empty where the item keeps none
 * @param needsLot whether a lot must be named
 * @param expiry the lot's last day, as far as it is known or suggested
 * @param needsExpiry whether a last day must be named: lots of the item expire
 * @param dates the days that were said of the lot
 * @param needsSerials whether each piece must be named
 * @param serials the pieces' numbers
 * @param quantity how much, in base units
 * @param place where it lands
 * @param condition in which condition
 * @param load the number of the pallet on which it comes, null for none
 * @param ordered whether the order has a line for the item, or someone added it knowingly
 * @param expected how much the order still expects of the item; zero if nothing
 * @param beyond how much of the quantity is more than was expected; zero if none
 * @param agreed whether someone has agreed to what is beyond
 */
public record ReceiveSentence(
    List<Evidence> evidence,
    Blank<Long> item,
    Blank<String> lot,
    boolean needsLot,
    Blank<LocalDate> expiry,
    boolean needsExpiry,
    LotDates dates,
    boolean needsSerials,
    List<String> serials,
    Blank<Quantity> quantity,
    Blank<Long> place,
    Condition condition,
    String load,
    boolean ordered,
    Quantity expected,
    Quantity beyond,
    boolean agreed)
    implements Sentence {

  public ReceiveSentence {
    evidence = List.copyOf(evidence);
    serials = List.copyOf(serials);
  }

  @Override
  public List<Wanted> wanted() {
    return Wanted.of(
        Wanted.ITEM.in(item),
        Wanted.much(needsSerials, serials, quantity),
        Wanted.LOT.in(needsLot, lot),
        Wanted.EXPIRY.in(needsExpiry, expiry),
        Wanted.PLACE.in(place));
  }

  @Override
  public boolean ready() {
    return whole()
        && !quantity.suggested()
        && !expiry.suggested()
        && !place.suggested()
        && (beyond.isZero() || agreed);
  }

  @Override
  public List<Evidence> accepted() {
    List<Evidence> said = new ArrayList<>(evidence);
    quantity.accepted(much -> new Evidence.Figure(much, null)).ifPresent(said::add);
    expiry.accepted(Evidence.Expiry::new).ifPresent(said::add);
    place.accepted(bin -> new Evidence.Bin(bin, Evidence.Role.TO)).ifPresent(said::add);
    if (beyond.isPositive() && !agreed) {
      said.add(new Evidence.OverReceiptAgreed());
    }
    return said;
  }
}
