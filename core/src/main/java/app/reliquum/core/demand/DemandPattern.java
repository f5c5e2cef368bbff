package app.reliquum.core.demand;

import java.util.ArrayList;
import java.util.List;

/**
 * How regularly an item is asked for, and so how its demand is best estimated.
 *
 * <p>The classes and their limits are those of Syntetos, Boylan and Croston, "On the categorization
 * of demand patterns" (Journal of the Operational Research Society 56, 2005).
 *
 * @param interval p, the mean number of working days from one day with demand to the next; the
 *     number of days looked at where there were fewer than two such days
 * @param variation CV², the squared coefficient of variation of what was asked for on those days
 * @param perDay the demand of a working day that is to be expected, in the item's unit
 */
public record DemandPattern(Kind kind, double interval, double variation, double perDay) {

  /** The longest mean interval of demand that is not intermittent, in working days. */
  public static final double LONGEST_INTERVAL = 1.32;

  /** The largest squared coefficient of variation of demand that is not erratic. */
  public static final double LARGEST_VARIATION = 0.49;

  /** How much of the last demand goes into the estimate. */
  private static final double ALPHA = 0.1;

  /** What demand is like. */
  public enum Kind {
    /** Nearly every day, in like amounts. */
    SMOOTH,
    /** Nearly every day, in amounts that differ much. */
    ERRATIC,
    /** Now and then, in like amounts. */
    INTERMITTENT,
    /** Now and then, in amounts that differ much. */
    LUMPY
  }

  /**
   * Classes a history. What is smooth is estimated by its mean; everything else by the
   * approximation of Syntetos and Boylan (International Journal of Forecasting 21, 2005): the sizes
   * and the intervals are smoothed separately by 0.1, beginning with the first of each, and their
   * ratio is lessened by half of that.
   */
  public static DemandPattern of(DemandHistory history) {
    List<DemandHistory.Day> days = history.counted();
    List<Double> sizes = new ArrayList<>();
    List<Integer> intervals = new ArrayList<>();
    int since = 0;
    for (DemandHistory.Day day : days) {
      since++;
      if (day.demanded().isPositive()) {
        if (!sizes.isEmpty()) {
          intervals.add(since);
        }
        sizes.add(day.amount());
        since = 0;
      }
    }
    double interval =
        intervals.stream().mapToInt(Integer::intValue).average().orElse(Math.max(1, days.size()));
    double variation = variation(sizes);
    Kind kind = kind(interval, variation);
    double perDay =
        kind == Kind.SMOOTH || intervals.isEmpty()
            ? history.mean()
            : (1 - ALPHA / 2) * smoothed(sizes) / smoothed(intervals);
    return new DemandPattern(kind, interval, variation, perDay);
  }

  private static Kind kind(double interval, double variation) {
    boolean often = interval <= LONGEST_INTERVAL;
    boolean alike = variation <= LARGEST_VARIATION;
    return often ? (alike ? Kind.SMOOTH : Kind.ERRATIC) : (alike ? Kind.INTERMITTENT : Kind.LUMPY);
  }

  private static double variation(List<Double> sizes) {
    double mean = sizes.stream().mapToDouble(Double::doubleValue).average().orElse(0);
    double deviation =
        DemandHistory.deviation(sizes.stream().mapToDouble(Double::doubleValue).toArray());
    return mean == 0 ? 0 : deviation * deviation / (mean * mean);
  }

  private static double smoothed(List<? extends Number> values) {
    double estimate = values.get(0).doubleValue();
    for (Number value : values.subList(1, values.size())) {
      estimate += ALPHA * (value.doubleValue() - estimate);
    }
    return estimate;
  }
}
