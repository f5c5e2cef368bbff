package app.reliquum.core.fulfilment;

import app.reliquum.core.quantity.Quantity;

/**
 * What has come for a line of an order because of it, in the item's unit.
 *
 * @param arrived how much of it has become available, ever
 * @param others how much the line had that had not come because of it
 */
public record LineArrival(Quantity arrived, Quantity others) {

  /** Nothing has come. */
  public static final LineArrival NONE = new LineArrival(Quantity.ZERO, Quantity.ZERO);

  /**
   * More has become available.
   *
   * @param met what of the line is reserved or gone before that
   */
  public LineArrival more(Quantity more, Quantity met) {
    return new LineArrival(arrived.plus(more), others(met));
  }

  private Quantity others(Quantity met) {
    Quantity beside = met.minus(arrived);
    return beside.compareTo(others) > 0 ? beside : others;
  }

  /**
   * How much of what has come for the line it does not have yet.
   *
   * @param met what of it is reserved or gone
   */
  public Quantity notTaken(Quantity met) {
    Quantity left = arrived.plus(others).minus(met);
    return left.isPositive() ? left.min(arrived) : Quantity.ZERO;
  }

  /**
   * How much of what was received because of the line is not available yet.
   *
   * @param received how much was, ever
   */
  public Quantity toArrive(Quantity received) {
    Quantity left = received.minus(arrived);
    return left.isPositive() ? left : Quantity.ZERO;
  }
}
