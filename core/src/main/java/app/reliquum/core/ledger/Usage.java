package app.reliquum.core.ledger;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * How much a ledger line uses of its goods, and by what. Usage is what leaves the house's own
 * places for a contra place; what a reversal or a return brings back takes usage away again, on the
 * day of what it takes back. Goods that come in otherwise (bought, found, made) are no usage, and
 * neither is what goes from one own place to another.
 *
 * @param quantity in the item's unit; negative if it takes usage back
 */
public record Usage(Cause cause, Quantity quantity) {

  /** What goods were used by. */
  public enum Cause {
    /** They went to a customer. */
    CUSTOMER(PlaceKind.CUSTOMER),
    /** Jobs and the house itself used them up. */
    JOB_OR_HOUSE(PlaceKind.USED_UP),
    /** They were thrown away. */
    SCRAP(PlaceKind.SCRAPPED),
    /** They were sent and never arrived, or went missing. */
    LOSS(PlaceKind.LOST),
    /** A count found fewer. */
    COUNT(PlaceKind.COUNT_DIFFERENCE),
    /** They went back to who sold them. */
    RETURN_TO_SUPPLIER(PlaceKind.SUPPLIER);

    private final PlaceKind contra;

    Cause(PlaceKind contra) {
      this.contra = contra;
    }

    /** Where goods go that are used by this. */
    public PlaceKind contra() {
      return contra;
    }

    /** The cause that goods go to a contra place by; none for one that nothing is used by. */
    public static Optional<Cause> of(PlaceKind contra) {
      return Arrays.stream(values()).filter(cause -> cause.contra == contra).findFirst();
    }
  }

  /** What is asked for: what the house must have in stock. */
  public static final Set<Cause> DEMAND =
      Set.copyOf(EnumSet.of(Cause.CUSTOMER, Cause.JOB_OR_HOUSE));

  /**
   * What a house must have in stock: what is asked for, and what is scrapped where it reckons with
   * that.
   *
   * @param withScrap whether it does
   */
  public static Set<Cause> demand(boolean withScrap) {
    if (!withScrap) {
      return DEMAND;
    }
    EnumSet<Cause> demand = EnumSet.copyOf(DEMAND);
    demand.add(Cause.SCRAP);
    return Set.copyOf(demand);
  }

  /** What stock is turned over by: what left for customers and jobs. */
  public static final Set<Cause> TURNOVER = DEMAND;

  /**
   * What a line uses.
   *
   * @param takesBack whether its posting reverses another, or brings goods back that had been used
   * @return nothing if the line is no usage
   */
  public static Optional<Usage> of(
      PlaceKind from, PlaceKind to, Quantity quantity, boolean takesBack) {
    if (from.ours() && !to.ours()) {
      return Cause.of(to).map(cause -> new Usage(cause, quantity));
    }
    if (takesBack && !from.ours() && to.ours()) {
      return Cause.of(from).map(cause -> new Usage(cause, quantity.negated()));
    }
    return Optional.empty();
  }
}
