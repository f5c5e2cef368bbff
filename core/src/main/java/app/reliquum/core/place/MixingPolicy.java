package app.reliquum.core.place;

/** What may lie together in one bin. */
public enum MixingPolicy {
  /** Anything beside anything. */
  ANYTHING,
  /** One item, in any of its lots. */
  ONE_ITEM,
  /** One item in one lot. */
  ONE_ITEM_AND_LOT
}
