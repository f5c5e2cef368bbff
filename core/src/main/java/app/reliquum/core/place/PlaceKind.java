package app.reliquum.core.place;

/**
 * What a place is: a bin of our own, or one of the contra places on the other side of what enters
 * or leaves the house.
 *
 * <p>Contra places make every movement two-ended, so that for every item the sum over all places is
 * zero. Only places whose goods are still ours keep positions.
 */
public enum PlaceKind {
  /** A bin of a site; also the one implied bin of a site without bins. */
  BIN(true),
  /** Goods that have left one site and not reached the next. */
  IN_TRANSIT(true),
  /** Goods that someone has borrowed. */
  ON_LOAN(true),
  /** Goods that are set aside to go back to who sold them. */
  SUPPLIER_RETURN(true),
  /** Where bought goods come from. */
  SUPPLIER(false),
  /** Where sold goods go. */
  CUSTOMER(false),
  /** Where goods go that are thrown away. */
  SCRAPPED(false),
  /** The other side of what a count found more or less. */
  COUNT_DIFFERENCE(false),
  /** Where goods go that were sent and never arrived, or went missing. */
  LOST(false),
  /** Where goods go that jobs and the house itself use. */
  USED_UP(false),
  /** The other side of the stock that was there when the books began. */
  OPENING(false);

  private final boolean ours;

  PlaceKind(boolean ours) {
    this.ours = ours;
  }

  /** Whether goods there are still the house's own: they have positions, never below zero. */
  public boolean ours() {
    return ours;
  }
}
