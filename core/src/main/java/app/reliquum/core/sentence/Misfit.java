package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.scan.LabelFault;
import app.reliquum.core.scan.Reading;
import java.time.LocalDate;
import java.util.List;

/** Why a scan fits nowhere in a sentence. It carries what there is to say about it. */
public sealed interface Misfit {

  /** The sentence is about another item. */
  record OtherItem(long expectedItem, long item) implements Misfit {}

  /** The sentence is about another lot. */
  record OtherLot(long expectedLot, long lot) implements Misfit {}

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
   * @param item the item
   * @param places where the goods do lie
   */
  record NotThere(long place, long item, List<Long> places) implements Misfit {}

  /** There is nothing in the bin that goods are to be taken from. */
  record EmptyBin(long place) implements Misfit {}

  /** There is none of the item at the site; of anything, if the item is 0. */
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

  /** The house knows no such lot of the item. */
  record UnknownLot(long item, String code) implements Misfit {}

  /** The house knows no such piece of the item. */
  record UnknownSerial(long item, String code) implements Misfit {}

  /** There is nothing on the unit load. */
  record NothingOn(long unitLoad) implements Misfit {}

  /** A pallet is moved whole: for a part of it the item is scanned instead. */
  record WholeLoad(long unitLoad) implements Misfit {}

  /** Several goods of a bin move together; nothing else can be said of them. */
  record SeveralMove(long place) implements Misfit {}

  /** Another unit load has been named. */
  record OtherLoad(long expectedUnitLoad, long unitLoad) implements Misfit {}

  /**
   * The pallet has come in before.
   *
   * @param place where it stands
   */
  record LoadHere(String sscc, long place) implements Misfit {}

  /** The item is not on the order that is being received. */
  record NotOnOrder(long item) implements Misfit {}

  /**
   * More would come in than the house lets pass.
   *
   * @param asked how much would be received now
   * @param open how much the order still expects
   * @param most how much of it may be received now, with the tolerance
   */
  record TooMuch(long item, Quantity asked, Quantity open, Quantity most) implements Misfit {}

  /** The lot's last day has passed. */
  record Expired(String lot, LocalDate expiry, LocalDate today) implements Misfit {}

  /** The lot is known with another day than the one that is said now. */
  record OtherDate(String lot, LotDates.Contradiction contradiction) implements Misfit {}

  /** Another lot number has been named. */
  record OtherLotCode(String expectedLot, String lot) implements Misfit {}

  /** The piece's number was scanned before. */
  record CodeTwice(String code) implements Misfit {}

  /** The item keeps no lots, or no serial numbers. */
  record NotKept(long item, boolean serial) implements Misfit {}

  /**
   * The piece is in the house already.
   *
   * @param place where it is
   */
  record PieceHere(long item, String code, long place) implements Misfit {}

  /** Two numbers that are no ends of a row: they must differ in their last digits only. */
  record NoRow(String first, String last, int most) implements Misfit {}

  /**
   * Goods don't land there.
   *
   * @param docks where they do
   */
  record NoDock(long place, List<Long> docks) implements Misfit {}

  /** No bin has been named yet. */
  record BinFirst() implements Misfit {}

  /** No item has been named yet. */
  record ItemFirst() implements Misfit {}

  /** How many is said, but not yet of which lot. */
  record LotFirst(long item) implements Misfit {}

  /** Each piece of the item has a number: its book is not set to a figure. */
  record NotByFigure(long item) implements Misfit {}

  /** Nothing is to be taken any more. */
  record NothingToTake() implements Misfit {}

  /**
   * Nothing that is to be taken lies in the bin.
   *
   * @param next the bins where something does, in walking order
   */
  record NotOnWalk(long place, List<Long> next) implements Misfit {}

  /** The item is not on the list. */
  record NotOnList(long item) implements Misfit {}

  /**
   * It may not be taken instead of what the list says.
   *
   * @param chosen what the list says
   * @param other what was scanned
   * @param why what is against it
   */
  record NotInstead(PositionKey chosen, PositionKey other, Removal.Verdict why) implements Misfit {}

  /**
   * More than is to be taken.
   *
   * @param asked how much was said
   * @param most how much is to be taken there
   */
  record MoreThanAsked(Quantity asked, Quantity most) implements Misfit {}

  // What is refused before it comes to the goods.

  /** The text can't be read at all. */
  record Unreadable(LabelFault fault) implements Misfit {}

  /**
   * The house knows no such code.
   *
   * @param fault what is wrong with it, if it has the shape of a code that it is not; null if none
   * @param wanted what could be said instead
   */
  record UnknownCode(String text, LabelFault fault, List<Wanted> wanted) implements Misfit {
    public UnknownCode {
      wanted = List.copyOf(wanted);
    }
  }

  /**
   * The misfit of a text that means nothing in the house: it is unknown, or can't be read at all.
   */
  static Misfit unknown(Reading reading, List<Wanted> wanted) {
    return reading instanceof Reading.Unreadable unreadable
        ? new Unreadable(unreadable.fault())
        : new UnknownCode(
            reading.text(),
            reading instanceof Reading.Plain plain ? plain.fault().orElse(null) : null,
            wanted);
  }

  /** Something is still missing. */
  record NotWhole(List<Wanted> wanted) implements Misfit {
    public NotWhole {
      wanted = List.copyOf(wanted);
    }
  }

  /** There is nothing to take back. */
  record NothingToUndo() implements Misfit {}

  /**
   * The same can't be done again.
   *
   * @param begun whether another sentence has been begun; nothing was done before otherwise
   */
  record NothingBefore(boolean begun) implements Misfit {}

  /** The document that it is about must be chosen first, or why the book is adjusted. */
  record DocumentFirst(Verb verb) implements Misfit {}

  /** Nobody expects the item at the site. */
  record NotExpected(long item) implements Misfit {}

  /** Some of the item waits, but must be inspected before it is put away. */
  record ToInspect(long item) implements Misfit {}

  /** The bin that goods are put into was only suggested, and at its site it must be scanned. */
  record TargetNotScanned(long place) implements Misfit {}

  /** Less is taken than the list says, and nobody has said why. */
  record SayWhy(Quantity shortBy) implements Misfit {}

  /** Fewer are there than the list says, and nobody has said how many. */
  record HowMany() implements Misfit {}
}
