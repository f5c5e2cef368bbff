package app.reliquum.core.counting;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Compares the two typings of a count sheet. A figure that is read from paper and typed twice is
 * wrong only if both times the same mistake was made: what differs is looked up on the paper again
 * (double entry with verification).
 */
public final class SheetComparison {

  private SheetComparison() {}

  /**
   * A figure that was typed otherwise the second time.
   *
   * @param <P> what names a position on a sheet
   * @param position the position
   * @param first what was typed first; empty if nothing was
   * @param second what was typed second; empty if nothing was
   */
  public record Difference<P>(P position, Optional<Quantity> first, Optional<Quantity> second) {}

  /**
   * What differs, in the order of the first typing, then that of the second. A position without a
   * figure is not the same as one with zero.
   *
   * @param first the figures of the first typing
   * @param second the figures of the second typing
   * @param <P> what names a position on a sheet
   */
  public static <P> List<Difference<P>> of(Map<P, Quantity> first, Map<P, Quantity> second) {
    Set<P> positions = new LinkedHashSet<>(first.keySet());
    positions.addAll(second.keySet());
    List<Difference<P>> differences = new ArrayList<>();
    for (P position : positions) {
      Optional<Quantity> once = Optional.ofNullable(first.get(position));
      Optional<Quantity> twice = Optional.ofNullable(second.get(position));
      if (!once.equals(twice)) {
        differences.add(new Difference<>(position, once, twice));
      }
    }
    return List.copyOf(differences);
  }
}
