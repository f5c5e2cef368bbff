package app.reliquum.core.counting;

import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * How much of the value that is used an item stands for: few items make up most of it (Pareto's
 * law), and those are counted most often.
 */
public enum AbcClass {
  /** The few that make up most. */
  A,
  /** Those that make up most of the rest. */
  B,
  /** The many that make up little, and those that nobody used. */
  C;

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  /**
   * Where classes end, as cumulative percentages of the value used.
   *
   * @param a up to here is A, 80 for most houses
   * @param b up to here is B, 95 for most houses; the rest is C
   */
  public record Limits(BigDecimal a, BigDecimal b) {

    /** 80 and 95 per cent. */
    public static final Limits USUAL = new Limits(BigDecimal.valueOf(80), BigDecimal.valueOf(95));

    /**
     * @throws IllegalArgumentException unless 0 ≤ a ≤ b ≤ 100
     */
    public Limits {
      if (a.signum() < 0 || a.compareTo(b) > 0 || b.compareTo(HUNDRED) > 0) {
        throw new InvalidValueException(
            "Class A must end before class B, and both between 0 and 100 per cent.");
      }
    }
  }

  /**
   * The class of each item. Sorted by value used, largest first (of equals the lower number), an
   * item is in the class within which its value begins: whatever crosses a limit still belongs to
   * the class before it.
   *
   * @param used the value that was used of each item; none is negative
   */
  public static Map<Long, AbcClass> of(Map<Long, BigDecimal> used, Limits limits) {
    BigDecimal all = used.values().stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    List<Map.Entry<Long, BigDecimal>> sorted =
        used.entrySet().stream()
            .sorted(
                Map.Entry.<Long, BigDecimal>comparingByValue(Comparator.reverseOrder())
                    .thenComparing(Map.Entry.comparingByKey()))
            .toList();
    Map<Long, AbcClass> classes = new LinkedHashMap<>();
    BigDecimal before = BigDecimal.ZERO;
    for (Map.Entry<Long, BigDecimal> one : sorted) {
      BigDecimal share = before.multiply(HUNDRED);
      AbcClass of =
          one.getValue().signum() <= 0
              ? C
              : share.compareTo(limits.a().multiply(all)) < 0
                  ? A
                  : share.compareTo(limits.b().multiply(all)) < 0 ? B : C;
      classes.put(one.getKey(), of);
      before = before.add(one.getValue());
    }
    return classes;
  }
}
