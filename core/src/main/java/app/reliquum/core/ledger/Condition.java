package app.reliquum.core.ledger;

/** Whether goods may be used. */
public enum Condition {
  /** They may. */
  GOOD,
  /** Not until someone has decided. */
  ON_HOLD,
  /** They may not. */
  REJECTED
}
