package app.reliquum.core.trace;

import app.reliquum.core.ledger.Goods;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What one job has used up and what it has made of it.
 *
 * <p>Which part of a component went into which piece is not known: everything that a job has made
 * may contain something of everything that it has used.
 *
 * @param document the number of the job
 * @param used what was used up, less what was put back, in base units
 * @param made what was made, less what was taken back
 */
public record JobStep(String document, Map<Goods, Quantity> used, Map<Goods, Quantity> made) {

  public JobStep {
    Objects.requireNonNull(document, "document");
    used = new LinkedHashMap<>(used);
    made = new LinkedHashMap<>(made);
  }

  /**
   * The step of one document.
   *
   * @param lines its lines with one end used up
   */
  static JobStep of(String document, List<TraceLine> lines) {
    Map<Goods, Quantity> used = new LinkedHashMap<>();
    for (TraceLine line : lines.stream().sorted(TraceLine.BY_TIME).toList()) {
      used.merge(line.goods(), usedBy(line), Quantity::plus);
    }
    Map<Goods, Quantity> made = new LinkedHashMap<>();
    used.forEach(
        (goods, quantity) -> {
          if (quantity.isNegative()) {
            made.put(goods, quantity.negated());
          }
        });
    used.values().removeIf(quantity -> !quantity.isPositive());
    return new JobStep(document, used, made);
  }

  /** How much a line uses up; negative if it makes, or puts back. */
  private static Quantity usedBy(TraceLine line) {
    return line.to().kind() == PlaceKind.USED_UP ? line.quantity() : line.quantity().negated();
  }

  /** Whether it has used some of these goods. */
  boolean hasUsed(TracedGoods goods) {
    return used.keySet().stream().anyMatch(goods::covers);
  }

  /** Whether it has made some of these goods. */
  boolean hasMade(TracedGoods goods) {
    return made.keySet().stream().anyMatch(goods::covers);
  }

  /** What of some goods can be followed. */
  static Set<TracedGoods> traced(Map<Goods, Quantity> goods) {
    return goods.keySet().stream()
        .flatMap(one -> TracedGoods.of(one).stream())
        .collect(Collectors.toCollection(LinkedHashSet::new));
  }
}
