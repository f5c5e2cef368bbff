package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * How stock of an item at a site went, day by day, in the item's unit: what lay there, by how much
 * it changed, and how much of that was used for demand.
 */
public final class StockCourse {

  private final LocalDate first;
  private final BigDecimal before;
  private final BigDecimal[] changes;
  private final BigDecimal[] used;

  /**
   * A course in which nothing has happened yet.
   *
   * @param first the first day on which the item lay there, or the first that is looked at
   * @param last the last day that is looked at
   * @param before what lay there before the first day
   */
  public StockCourse(LocalDate first, LocalDate last, BigDecimal before) {
    this.first = first;
    this.before = before;
    int days = (int) Math.max(0, ChronoUnit.DAYS.between(first, last) + 1);
    changes = new BigDecimal[days];
    used = new BigDecimal[days];
  }

  /** A day of it: what lay there at its end, and how much was used on it. */
  public record Day(LocalDate day, BigDecimal stock, BigDecimal used) {}

  /** Says by how much stock changed on a day. Days that are not looked at are left out. */
  public void changed(LocalDate day, BigDecimal by) {
    add(changes, day, by);
  }

  /** Says how much was used for demand on a day; negative where more was taken back. */
  public void used(LocalDate day, BigDecimal quantity) {
    add(used, day, quantity);
  }

  private void add(BigDecimal[] to, LocalDate day, BigDecimal quantity) {
    long at = ChronoUnit.DAYS.between(first, day);
    if (at >= 0 && at < to.length) {
      to[(int) at] = to[(int) at] == null ? quantity : to[(int) at].add(quantity);
    }
  }

  private static BigDecimal at(BigDecimal[] figures, int day) {
    return figures[day] == null ? BigDecimal.ZERO : figures[day];
  }

  /** The first day of it. */
  public LocalDate first() {
    return first;
  }

  /** What lay there before the first day. */
  public BigDecimal before() {
    return before;
  }

  /** Every day of it. */
  public List<Day> days() {
    List<Day> days = new ArrayList<>(changes.length);
    BigDecimal stock = before;
    for (int i = 0; i < changes.length; i++) {
      stock = stock.add(at(changes, i));
      days.add(new Day(first.plusDays(i), stock, at(used, i)));
    }
    return days;
  }

  /**
   * What was asked for on each working day before a day. What was used on a day of rest counts with
   * the next working day. A day that began or ended with nothing was out of stock.
   *
   * @param from the first day that counts; days of rest before it do not
   * @param until the day before which it ends
   */
  public DemandHistory demand(WorkingDays working, LocalDate from, LocalDate until) {
    List<DemandHistory.Day> days = new ArrayList<>(changes.length);
    BigDecimal stock = before;
    BigDecimal resting = BigDecimal.ZERO;
    boolean out = false;
    LocalDate day = first;
    for (int i = 0; i < changes.length && day.isBefore(until); i++, day = day.plusDays(1)) {
      out |= stock.signum() <= 0;
      if (changes[i] != null) {
        stock = stock.add(changes[i]);
        out |= stock.signum() <= 0;
      }
      if (used[i] != null) {
        resting = resting.add(used[i]);
      }
      if (working.includes(day)) {
        if (!day.isBefore(from)) {
          days.add(
              new DemandHistory.Day(
                  day, resting.signum() == 0 ? Quantity.ZERO : new Quantity(resting), out));
        }
        resting = BigDecimal.ZERO;
        out = false;
      }
    }
    return new DemandHistory(days);
  }
}
