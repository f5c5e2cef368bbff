package app.reliquum.core.ledger;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.Objects;

/**
 * What a position holds.
 *
 * @param quantity how much, in base units
 * @param inDate the day on which its oldest goods first came into the house; null when it is empty
 */
public record Holding(Quantity quantity, LocalDate inDate) {

  /** Nothing. */
  public static final Holding EMPTY = new Holding(Quantity.ZERO, null);

  /** Forgets the in-date when nothing is left. */
  public Holding {
    Objects.requireNonNull(quantity, "quantity");
    if (quantity.isZero()) {
      inDate = null;
    }
  }

  /** With goods put to it; of the two in-dates the older one stays. */
  public Holding plus(Quantity more, LocalDate theirInDate) {
    LocalDate older =
        inDate == null || (theirInDate != null && theirInDate.isBefore(inDate))
            ? theirInDate
            : inDate;
    return new Holding(quantity.plus(more), older);
  }

  /** With goods taken from it; what is left keeps its in-date. */
  public Holding minus(Quantity less) {
    return new Holding(quantity.minus(less), inDate);
  }
}
