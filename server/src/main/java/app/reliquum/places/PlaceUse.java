package app.reliquum.places;

import java.util.Collection;

/** Answered by whoever keeps the stock: what lies in the places. */
public interface PlaceUse {

  /** Whether any goods lie in a place. */
  boolean holdsGoods(long place);

  /** Whether anything was ever posted to one of some places. */
  boolean inLedger(Collection<Long> places);

  /** What counts as available at a site has changed with its areas. */
  void availabilityChanged(long site);

  /** The days of a site are others: it keeps another time zone. */
  void daysChanged(long site);
}
