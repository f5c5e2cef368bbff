package app.reliquum.core.sentence;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** What the Move sentence must know of the house. Order of the lists does not matter. */
public interface MoveFacts {

  /** The site at which goods are being moved. */
  long site();

  /** The site of a place. */
  long siteOf(long place);

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** The packs that an item comes in. */
  List<Pack> packs(long item);

  /** Everything that lies in a place. */
  List<Stock> stockIn(long place);

  /** Everything of an item that lies at the site. */
  List<Stock> stockOf(long item);

  /** When a lot expires, if it does. */
  Optional<LocalDate> expiry(long lot);

  /** The bin at the site that an item belongs in, if one is named. */
  Optional<Long> homeBin(long item);

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

  /** Everything that stands on a unit load. */
  default List<Stock> stockOn(long unitLoad) {
    return List.of();
  }

  /** Whether a unit load is a trolley, which goods are put on and off; a pallet moves whole. */
  default boolean trolley(long unitLoad) {
    return false;
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

  /** The stock of an item that is set aside to be taken next, if any is. */
  default Optional<PositionKey> setAside(long item) {
    return Optional.empty();
  }

  /** Whether another item that is scanned takes the place of the one before. */
  default boolean replaces() {
    return false;
  }
}
