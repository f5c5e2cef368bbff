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
    List<Wanted> wanted = new ArrayList<>();
    if (item.filled().isEmpty()) {
      wanted.add(Wanted.ITEM);
    }
    if (needsSerials && serials.isEmpty()) {
      wanted.add(Wanted.SERIAL);
    } else if (quantity.filled().isEmpty()) {
      wanted.add(Wanted.QUANTITY);
    }
    if (needsLot && lot.filled().isEmpty()) {
      wanted.add(Wanted.LOT);
    }
    if (needsExpiry && expiry.filled().isEmpty()) {
      wanted.add(Wanted.EXPIRY);
    }
    if (place.filled().isEmpty()) {
      wanted.add(Wanted.PLACE);
    }
    return wanted;
  }

  @Override
  public boolean whole() {
    return wanted().isEmpty();
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
    if (quantity.suggested()) {
      said.add(new Evidence.Figure(quantity.filled().orElseThrow(), null));
    }
    if (expiry.suggested()) {
      said.add(new Evidence.Expiry(expiry.filled().orElseThrow()));
    }
    if (place.suggested()) {
      said.add(new Evidence.Bin(place.filled().orElseThrow(), Evidence.Role.TO));
    }
    if (beyond.isPositive() && !agreed) {
      said.add(new Evidence.OverReceiptAgreed());
    }
    return said;
  }
}
