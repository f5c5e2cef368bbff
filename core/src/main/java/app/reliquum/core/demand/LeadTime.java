package app.reliquum.core.demand;

import app.reliquum.core.text.InvalidValueException;
import java.util.List;

/**
 * How long goods are on their way: working days of the site from the sending of an order's line to
 * its goods being available.
 *
 * @param mean working days, not negative
 * @param deviation sample deviation of them, not negative
 * @param observed how many times it was seen; zero where only the supplier says so
 */
public record LeadTime(double mean, double deviation, int observed) {

  /**
   * So many times it must have been seen before it is believed more than what the supplier says.
   */
  public static final int FEWEST = 3;

  /**
   * Keeps the figures as they are.
   *
   * @throws IllegalArgumentException if one of them is negative
   */
  public LeadTime {
    if (mean < 0 || deviation < 0 || observed < 0) {
      throw new InvalidValueException("Nothing comes before it is ordered.");
    }
  }

  /** As long as the supplier says, without deviation. */
  public static LeadTime stated(int days) {
    return new LeadTime(days, 0, 0);
  }

  /**
   * As it was seen, or as the supplier says while it was seen fewer than three times.
   *
   * @param seen working days of each time
   * @param stated what the supplier says
   */
  public static LeadTime of(List<Integer> seen, int stated) {
    if (seen.size() < FEWEST) {
      return stated(stated);
    }
    double[] days = seen.stream().mapToDouble(Integer::doubleValue).toArray();
    double mean = seen.stream().mapToInt(Integer::intValue).average().orElseThrow();
    return new LeadTime(mean, DemandHistory.deviation(days), seen.size());
  }
}
