package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.List;

/**
 * What was asked for of an item at a site, working day by working day, oldest first. Days on which
 * it was out of stock are left out of every figure: nobody knows what would have been asked for.
 *
 * @param days working days of the site in the item's life, in their order
 */
public record DemandHistory(List<Day> days) {

  /**
   * One working day.
   *
   * @param demanded how much was used for demand, in the item's unit; negative where more was taken
   *     back than used
   * @param outOfStock whether there was nothing to be had for all or part of it
   */
  public record Day(LocalDate day, Quantity demanded, boolean outOfStock) {

    double amount() {
      return demanded.amount().doubleValue();
    }
  }

  /**
   * Keeps the days as they are.
   *
   * @throws IllegalArgumentException if they are not in the order of the calendar
   */
  public DemandHistory {
    for (int i = 1; i < days.size(); i++) {
      if (!days.get(i).day().isAfter(days.get(i - 1).day())) {
        throw new IllegalArgumentException("Days come one after the other.");
      }
    }
    days = List.copyOf(days);
  }

  /** The days that count: those on which there was stock. */
  public List<Day> counted() {
    return days.stream().filter(day -> !day.outOfStock()).toList();
  }

  /** How many days are left out because the item was out of stock. */
  public int leftOut() {
    return days.size() - counted().size();
  }

  /** The mean demand of a working day, in the item's unit; zero where no day counts. */
  public double mean() {
    return counted().stream().mapToDouble(Day::amount).average().orElse(0);
  }

  /**
   * The sample deviation of the demand of a working day, whatever its pattern; zero where fewer
   * than two days count.
   */
  public double deviation() {
    return deviation(counted().stream().mapToDouble(Day::amount).toArray());
  }

  static double deviation(double[] values) {
    if (values.length < 2) {
      return 0;
    }
    double mean = 0;
    for (double value : values) {
      mean += value / values.length;
    }
    double squares = 0;
    for (double value : values) {
      squares += (value - mean) * (value - mean);
    }
    return Math.sqrt(squares / (values.length - 1));
  }
}
