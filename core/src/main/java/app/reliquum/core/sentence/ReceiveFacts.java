package app.reliquum.core.sentence;

import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import java.util.List;
import java.util.Optional;

/** What the Receive sentence must know of the order that arrives, and of where goods land. */
public interface ReceiveFacts extends HouseFacts {

  /**
   * A line of the order that still expects something.
   *
   * @param line its number in the order
   * @param item the item
   * @param expected how much was ordered
   * @param open how much has not come yet; above zero
   * @param most how much may still come, with what the house lets pass beyond the order
   */
  record Expected(int line, long item, Quantity expected, Quantity open, Quantity most) {}

  /** A lot that the house knows. */
  record KnownLot(long lot, LotDates dates) {}

  /** Whether it is known on which order goods come, or that they come unexpectedly. */
  boolean orderChosen();

  /** The lines of the order that are of an item, open or full; most is what may still come. */
  List<Expected> linesOf(long item);

  /** The items of which the order still expects something. */
  List<Long> expectedItems();

  /** Whether goods may come in that no one ordered, without asking: there is no order. */
  boolean unexpected();

  /** A lot of an item by its number. */
  Optional<KnownLot> lot(long item, String code);

  /** Where a piece is, if it is in the house, on the road or on loan. */
  Optional<Long> pieceAt(long item, String code);

  /** Where a unit load stands that has goods on it, by its SSCC. */
  Optional<Long> loadAt(String sscc);

  /** For how many days a lot of the item keeps, if lots of it expire. */
  Optional<Integer> shelfLifeDays(long item);

  /** Where goods land at the site, in walking order. */
  List<Long> docks();

  /** Whether goods may be received straight into a bin that is no dock. */
  boolean straightIn();

  /**
   * The bin in which the house would put goods that come straight in.
   *
   * @return empty if the flow of the site lets them land on a dock
   */
  Optional<MoveFacts.Target> target(long item, Quantity quantity);
}
