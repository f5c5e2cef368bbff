package app.reliquum.core.sentence;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * What every sentence must know of the house at the moment it is read. A verb adds what it needs
 * beyond. The order of lists does not matter.
 */
public interface HouseFacts {
  /** The site at which it is said. */
  long site();

  /** The day at that site. */
  LocalDate today();

  /** The site of a place. */
  long siteOf(long place);

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** The packs that an item comes in. */
  List<Pack> packs(long item);

  /** Everything that lies in a place. */
  List<HeldPosition> stockIn(long place);

  /** Everything of an item that lies at the site. */
  List<HeldPosition> stockOf(long item);

  /** Everything that stands on a unit load, wherever that is. */
  List<HeldPosition> stockOn(long unitLoad);

  /** Whether a unit load is a trolley, which goods are put on and off; a pallet moves whole. */
  boolean trolley(long unitLoad);

  /** The bin at the site that an item belongs in, if one is named. */
  Optional<Long> homeBin(long item);

  /** The number that people call a lot by. */
  String lotCode(long lot);

  /** When a lot expires, if it does. */
  Optional<LocalDate> expiry(long lot);

  /** The number that people call a piece by. */
  String serialCode(long serial);
}
