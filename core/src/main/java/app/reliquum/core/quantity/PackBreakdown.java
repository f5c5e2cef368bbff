package app.reliquum.core.quantity;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * A quantity as the packs that it breaks into, largest first: 234 pieces are "2 cartons 3 boxes 4".
 *
 * @param parts whole packs, largest first, none of them zero
 * @param loose what is left in base units; less than the smallest pack
 */
public record PackBreakdown(List<Part> parts, Quantity loose) {

  /**
   * A number of one pack.
   *
   * @param pack the pack
   * @param count how many, a whole number above zero
   */
  public record Part(Pack pack, long count) {}

  /**
   * Breaks a quantity greedily, taking as many of the largest pack as fit, then of the next.
   *
   * <p>Packs of one base unit or less say nothing and are passed over. A negative quantity breaks
   * as its opposite does, with negative counts.
   */
  public static PackBreakdown of(Quantity quantity, List<Pack> packs) {
    BigDecimal rest = quantity.amount();
    List<Part> parts = new ArrayList<>();
    List<Pack> largestFirst =
        packs.stream()
            .filter(pack -> pack.factor().compareTo(Quantity.ONE) > 0)
            .sorted(Comparator.comparing(Pack::factor).reversed().thenComparing(Pack::name))
            .toList();
    for (Pack pack : largestFirst) {
      BigDecimal[] split = rest.divideAndRemainder(pack.factor().amount());
      if (split[0].signum() != 0) {
        parts.add(new Part(pack, split[0].longValueExact()));
        rest = split[1];
      }
    }
    return new PackBreakdown(List.copyOf(parts), new Quantity(rest));
  }

  /** The quantity that was broken. */
  public Quantity total() {
    Quantity total = loose;
    for (Part part : parts) {
      total = total.plus(Quantity.of(part.count()).times(part.pack().factor()));
    }
    return total;
  }
}
