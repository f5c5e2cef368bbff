package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Where goods that run low come from: from a site that has more than it needs, if that is sooner
 * than buying; made, as far as the components are there; bought. In parts where one alone does not
 * do.
 */
public final class Sourcing {

  private Sourcing() {}

  /** How goods come. */
  public enum Way {
    TRANSFER,
    MAKE,
    BUY
  }

  /**
   * What another site has more than it needs.
   *
   * @param site its number
   * @param quantity its stock position less its own point or level, and no more than lies there
   * @param days working days until it is here
   */
  public record Surplus(long site, Quantity quantity, int days) {}

  /**
   * What can be made.
   *
   * @param most as much as the components that are there are enough for
   * @param days working days until it is made
   */
  public record Making(Quantity most, int days) {}

  /**
   * Who sells it.
   *
   * @param supplier its number
   * @param terms in which quantities
   * @param days working days until it is here
   */
  public record Buying(long supplier, SupplyTerms terms, int days) {}

  /**
   * A part of what is needed.
   *
   * @param from the number of the site or supplier; 0 for what is made
   * @param quantity more than nothing
   * @param days working days until it is here
   */
  public record Part(Way way, long from, Quantity quantity, int days) {}

  /**
   * Shares out what is needed. What is bought may be more than that, as the supplier sells it; what
   * nobody can give is left out.
   *
   * @param needed in the item's unit
   * @param bought what is bought if all of it is bought, as the supplier sells it; it can be less
   *     than what is needed where the rest would expire
   * @param surpluses of other sites; the soonest is taken first, of those the largest
   */
  public static List<Part> parts(
      Quantity needed,
      Quantity bought,
      List<Surplus> surpluses,
      Optional<Making> making,
      Optional<Buying> buying) {
    List<Part> parts = new ArrayList<>();
    Quantity left = needed;
    List<Surplus> soonest =
        surpluses.stream()
            .filter(one -> one.quantity().isPositive())
            .filter(one -> buying.isEmpty() || one.days() < buying.get().days())
            .sorted(
                Comparator.comparingInt(Surplus::days)
                    .thenComparing(Surplus::quantity, Comparator.reverseOrder())
                    .thenComparingLong(Surplus::site))
            .toList();
    for (Surplus one : soonest) {
      left =
          add(
              parts,
              new Part(Way.TRANSFER, one.site(), one.quantity().min(left), one.days()),
              left);
    }
    if (making.isPresent()) {
      Making made = making.get();
      left = add(parts, new Part(Way.MAKE, 0, made.most().min(left), made.days()), left);
    }
    if (buying.isPresent() && left.isPositive()) {
      Buying from = buying.get();
      Quantity quantity = parts.isEmpty() ? bought : from.terms().atLeast(left);
      add(parts, new Part(Way.BUY, from.supplier(), quantity, from.days()), left);
    }
    return List.copyOf(parts);
  }

  private static Quantity add(List<Part> parts, Part part, Quantity left) {
    if (!part.quantity().isPositive()) {
      return left;
    }
    parts.add(part);
    return left.minus(part.quantity());
  }
}
