package app.reliquum.places;

/** Answered by whoever keeps the stock: what lies in the places. */
public interface PlaceUse {

  /** Whether any goods lie in a place. */
  boolean holdsGoods(long place);

  /** Whether anything was ever posted to a place. */
  boolean placeInLedger(long place);

  /** What counts as available at a site has changed with its areas. */
  void availabilityChanged(long site);

  /** The days of a site are others: it keeps another time zone. */
  void daysChanged(long site);
}
