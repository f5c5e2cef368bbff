package app.reliquum.core.demand;

import java.util.Arrays;

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
    double[] days = history.amounts();
    double[] sizes = new double[days.length];
    double[] intervals = new double[days.length];
    int asked = 0;
    int last = 0;
    for (int i = 0; i < days.length; i++) {
      if (days[i] > 0) {
        if (asked > 0) {
          intervals[asked - 1] = i - last;
        }
        sizes[asked++] = days[i];
        last = i;
      }
    }
    sizes = Arrays.copyOf(sizes, asked);
    intervals = Arrays.copyOf(intervals, Math.max(0, asked - 1));
    double interval =
        intervals.length == 0 ? Math.max(1, days.length) : DemandHistory.mean(intervals);
    double variation = variation(sizes);
    Kind kind = kind(interval, variation);
    double perDay =
        kind == Kind.SMOOTH || intervals.length == 0
            ? history.mean()
            : (1 - ALPHA / 2) * smoothed(sizes) / smoothed(intervals);
    return new DemandPattern(kind, interval, variation, perDay);
  }

  private static Kind kind(double interval, double variation) {
    boolean often = interval <= LONGEST_INTERVAL;
    boolean alike = variation <= LARGEST_VARIATION;
    return often ? (alike ? Kind.SMOOTH : Kind.ERRATIC) : (alike ? Kind.INTERMITTENT : Kind.LUMPY);
  }

  private static double variation(double[] sizes) {
    double mean = DemandHistory.mean(sizes);
    double deviation = DemandHistory.deviation(sizes);
    return mean == 0 ? 0 : deviation * deviation / (mean * mean);
  }

  private static double smoothed(double[] values) {
    double estimate = values[0];
    for (int i = 1; i < values.length; i++) {
      estimate += ALPHA * (values[i] - estimate);
    }
    return estimate;
  }
}
