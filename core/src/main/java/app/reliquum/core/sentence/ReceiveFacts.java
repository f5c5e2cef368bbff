package app.reliquum.core.sentence;

import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** What the Receive sentence must know of the house and of the order that arrives. */
public interface ReceiveFacts {

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

  /** The day at the site. */
  LocalDate today();

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** The packs that an item comes in. */
  List<Pack> packs(long item);

  /** The lines of the order that are of an item, open or full; most is what may still come. */
  List<Expected> linesOf(long item);

  /** The items of which the order still expects something. */
  List<Long> expectedItems();

  /** Whether goods may come in that no one ordered, without asking: there is no order. */
  boolean unexpected();

  /** A lot of an item by its number. */
  Optional<KnownLot> lot(long item, String code);

  /** The number of a lot. */
  String lotCode(long lot);

  /** The number of a piece. */
  String serialCode(long serial);

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

  /** The site of a place. */
  long siteOf(long place);

  /** The site at which goods are received. */
  long site();

  /**
   * The bin in which the house would put goods that come straight in.
   *
   * @return empty if the flow of the site lets them land on a dock
   */
  Optional<MoveFacts.Target> target(long item, Quantity quantity);
}
