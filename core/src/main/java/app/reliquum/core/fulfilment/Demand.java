package app.reliquum.core.fulfilment;

import app.reliquum.core.quantity.Quantity;

/**
 * What a line of a document wants, and what has become of it. All quantities are in base units of
 * the line's item and none of them is negative.
 *
 * @param asked how much is wanted
 * @param withdrawn how much of that will not be delivered after all
 * @param reserved how much is reserved and not picked
 * @param picked how much is picked and has not left
 * @param sent how much has left
 */
public record Demand(
    Quantity asked, Quantity withdrawn, Quantity reserved, Quantity picked, Quantity sent) {

  /** How much is still to leave. */
  public Quantity open() {
    return atLeastZero(asked.minus(withdrawn).minus(sent));
  }

  /** How much is still to be picked. */
  public Quantity toPick() {
    return atLeastZero(open().minus(picked));
  }

  /** How much is neither reserved nor picked. */
  public Quantity missing() {
    return atLeastZero(toPick().minus(reserved));
  }

  static Quantity atLeastZero(Quantity quantity) {
    return quantity.isNegative() ? Quantity.ZERO : quantity;
  }
}
