package app.reliquum.stock;

/** What a posting is about. */
public enum PostingKind {
  /** Between our own bins. */
  MOVE,
  /** Stock that was there when the books began. */
  OPENING,
  /** In from a supplier. */
  RECEIPT,
  /** Back from a customer. */
  RETURN,
  /** Out to a customer, or used up. */
  ISSUE,
  /** A change of condition. */
  CONDITION,
  /** Takes an earlier posting back. */
  REVERSAL
}
