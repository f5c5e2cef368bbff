package app.reliquum.core.quantity;

/** How the pieces of an item are told apart in the ledger. */
public enum Tracking {
  /** One piece is like the other. */
  NONE,
  /** Each piece belongs to a lot. */
  LOT,
  /** Each piece has a serial number of its own; its quantity is 1. */
  SERIAL,
  /** Each piece has a serial number and belongs to a lot. */
  LOT_AND_SERIAL;

  /** Whether every ledger line of the item must name a lot. */
  public boolean needsLot() {
    return this == LOT || this == LOT_AND_SERIAL;
  }

  /** Whether every ledger line of the item must name a serial number. */
  public boolean needsSerial() {
    return this == SERIAL || this == LOT_AND_SERIAL;
  }
}
