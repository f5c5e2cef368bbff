package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;

/**
 * What was asked for of an item at a site, working day by working day, oldest first. Days on which
 * it was out of stock are left out of every figure: nobody knows what would have been asked for.
 */
public final class DemandHistory {

  /** A history of no day. */
  public static final DemandHistory NONE = new DemandHistory(List.of());

  private final List<Day> days;
  private final double[] counted;

  /**
   * One working day.
   *
   * @param demanded how much was used for demand, in the item's unit; negative where more was taken
   *     back than used
   * @param outOfStock whether there was nothing to be had for all or part of it
   */
  public record Day(LocalDate day, Quantity demanded, boolean outOfStock) {

    double amount() {
      return demanded.isZero() ? 0 : demanded.amount().doubleValue();
    }
  }

  /**
   * Keeps the days as they are.
   *
   * @param days working days of the site in the item's life, in their order
   * @throws IllegalArgumentException if they are not in the order of the calendar
   */
  public DemandHistory(List<Day> days) {
    double[] amounts = new double[days.size()];
    int count = 0;
    LocalDate before = LocalDate.MIN;
    for (Day day : days) {
      if (!day.day().isAfter(before)) {
        throw new InvalidValueException("Days come one after the other.");
      }
      before = day.day();
      if (!day.outOfStock()) {
        amounts[count++] = day.amount();
      }
    }
    this.days = List.copyOf(days);
    this.counted = Arrays.copyOf(amounts, count);
  }

  /** Every working day of it. */
  public List<Day> days() {
    return days;
  }

  /** How much was asked for on each of the days that count: those on which there was stock. */
  double[] amounts() {
    return counted;
  }

  /** How many days count: those on which there was stock. */
  public int counted() {
    return counted.length;
  }

  /** How many days are left out because the item was out of stock. */
  public int leftOut() {
    return days.size() - counted.length;
  }

  /** The mean demand of a working day, in the item's unit; zero where no day counts. */
  public double mean() {
    return mean(counted);
  }

  /**
   * The sample deviation of the demand of a working day, whatever its pattern; zero where fewer
   * than two days count.
   */
  public double deviation() {
    return deviation(counted);
  }

  static double mean(double[] values) {
    double sum = 0;
    for (double value : values) {
      sum += value;
    }
    return values.length == 0 ? 0 : sum / values.length;
  }

  static double deviation(double[] values) {
    if (values.length < 2) {
      return 0;
    }
    double mean = mean(values);
    double squares = 0;
    for (double value : values) {
      squares += (value - mean) * (value - mean);
    }
    return Math.sqrt(squares / (values.length - 1));
  }
}
