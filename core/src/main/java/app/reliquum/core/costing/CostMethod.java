package app.reliquum.core.costing;

/** Which worth goods take along when they leave. */
public enum CostMethod {
  /** The average of all that lies in the pool: one layer. */
  MOVING_AVERAGE,
  /** The worth of what came in first: a layer for each time that goods came in. */
  FIFO,
  /** What the lot itself cost: a layer for each lot. */
  LOT
}
