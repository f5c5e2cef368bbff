package app.reliquum.core.fulfilment;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;

/**
 * What a job has made: how much may be booked in, and what it cost. It may be booked in parts, each
 * as far as its components are used up; together the parts cost what the components cost.
 *
 * @param planned how much is to be made
 * @param made how much is booked in
 * @param usedUp what the components that are used up were worth
 * @param bookedIn what of that is booked in
 */
public record JobOutput(Quantity planned, Quantity made, BigDecimal usedUp, BigDecimal bookedIn) {

  /**
   * A component of a job.
   *
   * @param asked how much is to be used for all that is planned; more than nothing
   * @param withdrawn how much of that will not be used after all
   * @param used how much is used up
   * @param scrapped how much of what is used up was spoilt; as much more is asked for
   */
  public record Component(Quantity asked, Quantity withdrawn, Quantity used, Quantity scrapped) {

    /** How much all that is planned takes, with nothing spoilt. */
    private Quantity planned() {
      return asked.minus(scrapped);
    }

    /** How much is used up and in what is made. */
    private Quantity good() {
      return used.minus(scrapped);
    }

    private boolean isComplete() {
      return used.compareTo(asked.minus(withdrawn)) >= 0;
    }
  }

  /**
   * How much more may be booked in: as much as the components that are used up are enough for;
   * everything, if no more of them will be used.
   *
   * @param decimals those of the item that is made
   */
  public Quantity mayBook(List<Component> components, int decimals) {
    Quantity backed =
        components.stream().allMatch(Component::isComplete)
            ? planned
            : components.stream()
                .map(one -> enoughFor(one, decimals))
                .min(Quantity::compareTo)
                .orElse(Quantity.ZERO);
    Quantity more = backed.min(planned).minus(made);
    return more.isPositive() && usesAnything(components) ? more : Quantity.ZERO;
  }

  private static boolean usesAnything(List<Component> components) {
    return components.stream().anyMatch(one -> one.used().isPositive());
  }

  private Quantity enoughFor(Component one, int decimals) {
    BigDecimal amount =
        planned
            .amount()
            .multiply(one.good().amount())
            .divide(one.planned().amount(), decimals, RoundingMode.FLOOR);
    return new Quantity(amount);
  }

  /**
   * How much of a component may still turn out to be spoilt: what is used up and in nothing that is
   * booked in.
   *
   * @param decimals those of the component
   */
  public Quantity mayScrap(Component one, int decimals) {
    BigDecimal booked =
        one.planned()
            .amount()
            .multiply(made.amount())
            .divide(planned.amount(), decimals, RoundingMode.CEILING);
    Quantity left = one.good().minus(new Quantity(booked));
    return left.isPositive() ? left : Quantity.ZERO;
  }

  /**
   * What one of a part costs: its share of what is used up and not booked in.
   *
   * @param part how much is booked in now
   * @param mayBook how much may be; the part is no more than that
   */
  public UnitCost costOf(Quantity part, Quantity mayBook) {
    if (!part.isPositive() || part.compareTo(mayBook) > 0) {
      throw new InvalidValueException("A part is more than nothing, and no more than may be.");
    }
    BigDecimal open = usedUp.subtract(bookedIn).max(BigDecimal.ZERO);
    return new UnitCost(open.divide(mayBook.amount(), UnitCost.DECIMALS, RoundingMode.HALF_UP));
  }
}
