package app.reliquum.core.sentence;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import java.util.List;

/** Why a scan fits nowhere in a sentence. It carries what there is to say about it. */
public sealed interface Misfit {

  /** The sentence is about another item. */
  record OtherItem(long expected, long found) implements Misfit {}

  /** The sentence is about another lot. */
  record OtherLot(long expected, long found) implements Misfit {}

  /** The serial number has been scanned before. */
  record SerialTwice(long serial) implements Misfit {}

  /** The serial numbers do not lie in one place. */
  record SerialsApart(long serial) implements Misfit {}

  /** The bin belongs to another site. */
  record OtherSite(long place) implements Misfit {}

  /** The bin has been named before. */
  record PlaceTwice(long place) implements Misfit {}

  /** Both places are named, and this is neither. */
  record PlacesNamed(long place, long from, long to) implements Misfit {}

  /**
   * The goods do not lie where they are to be taken.
   *
   * @param place the bin that was named
   * @param item the item, 0 if it is not known and the bin is simply empty
   * @param places where the goods do lie
   */
  record NotThere(long place, long item, List<Long> places) implements Misfit {}

  /** There is none of the item at the site. */
  record NoneHere(long item) implements Misfit {}

  /** There is less than was asked for. */
  record NotEnough(long place, Quantity asked, Quantity held) implements Misfit {}

  /** The item does not allow the quantity. */
  record WrongQuantity(QuantityException fault) implements Misfit {}

  /** Pieces with serial numbers are scanned, not typed. */
  record ScanSerials(long item) implements Misfit {}

  /** A pack was named before the item was known. */
  record PackNeedsItem(String pack) implements Misfit {}

  /**
   * The item has no such pack.
   *
   * @param known the names of the packs that it has
   */
  record NoSuchPack(String pack, List<String> known) implements Misfit {}

  /** There is nothing of that condition. */
  record NoSuchCondition() implements Misfit {}

  /** The places can't change roles. */
  record CannotTurn() implements Misfit {}

  /** The scan says nothing that a sentence of this verb has room for. */
  record NoRoom() implements Misfit {}
}
