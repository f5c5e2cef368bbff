package app.reliquum.core.place;

/** The one thing that a part of a site is for. */
public enum AreaPurpose {
  /** Goods land here from the lorry. */
  RECEIVE(false),
  /** Goods wait here to be checked. */
  INSPECT(false),
  /** Goods are kept here in bulk. */
  STORE(true),
  /** Goods are taken from here, piece by piece. */
  PICK(true),
  /** Goods are packed here. */
  PACK(false),
  /** Goods are held back here. */
  HOLD(false),
  /**
   * Scrap waits here until it is collected. What lies here is still ours, Rejected, and worth the
   * share of its cost that the house says.
   */
  SCRAP(false);

  private final boolean available;

  AreaPurpose(boolean available) {
    this.available = available;
  }

  /** Whether good stock here is available; elsewhere it is on hand but not available. */
  public boolean available() {
    return available;
  }

  /** Whether goods are picked from here: what is not available can't be picked. */
  public boolean pickable() {
    return available;
  }

  /** Whether someone who picks or packs goes here, so that the way is worth knowing. */
  public boolean onRound() {
    return pickable() || this == PACK;
  }
}
