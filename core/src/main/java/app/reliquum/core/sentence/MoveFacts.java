package app.reliquum.core.sentence;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
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
}
