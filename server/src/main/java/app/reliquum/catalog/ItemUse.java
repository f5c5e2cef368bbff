package app.reliquum.catalog;

/** Answered by whoever keeps the ledger: whether an item has a past. */
public interface ItemUse {

  /** Whether the ledger has ever named an item. */
  boolean inLedger(long item);
}
