package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The course that stock will take, day by day, if nothing more is ordered.
 *
 * @param days the days in their order, beginning with the day it is looked at
 * @param belowSafety the first day that ends below safety stock
 * @param runsOut the first day on which more is taken than there is
 * @param lastDayToOrder the last working day on which an order still comes before stock is below
 *     safety stock; the first day if it is too late already
 */
public record Projection(
    List<Day> days,
    Optional<LocalDate> belowSafety,
    Optional<LocalDate> runsOut,
    Optional<LocalDate> lastDayToOrder) {

  /**
   * A day and how it ends.
   *
   * @param comes what is due on it
   * @param goes the greater of what is asked for it and what is usually used
   * @param stock what is left at its end, in the item's unit; negative by how much is missing
   */
  public record Day(LocalDate day, double comes, double goes, double stock) {}

  /**
   * What is known of the days to come.
   *
   * @param stock what is there and not reserved
   * @param perDay what is usually used on a working day, in the item's unit
   * @param asked what is asked for and not reserved, by the day it is needed; what is late belongs
   *     to the first day
   * @param due what is coming, by its day; what is late belongs to the first day
   * @param safetyStock what stock should not fall below, in the item's unit
   * @param leadDays working days from ordering to having
   */
  public record Outlook(
      Quantity stock,
      double perDay,
      Map<LocalDate, Quantity> asked,
      Map<LocalDate, Quantity> due,
      double safetyStock,
      int leadDays) {}

  /** Less than this is an error of counting, not of stock. */
  private static final double NOTHING = 1e-9;

  /**
   * Goes on from a day.
   *
   * @param count how many days to look ahead, the first one among them
   */
  public static Projection of(Outlook outlook, LocalDate from, int count, WorkingDays working) {
    List<Day> days = new ArrayList<>();
    double stock = outlook.stock().amount().doubleValue();
    double[] due = byDay(outlook.due(), from, count);
    double[] asked = byDay(outlook.asked(), from, count);
    for (int i = 0; i < count; i++) {
      LocalDate day = from.plusDays(i);
      double usual = working.includes(day) ? outlook.perDay() : 0;
      double goes = Math.max(asked[i], usual);
      stock += due[i] - goes;
      days.add(new Day(day, due[i], goes, stock));
    }
    Optional<LocalDate> below = first(days, outlook.safetyStock());
    return new Projection(
        List.copyOf(days),
        below,
        first(days, 0),
        below.map(day -> lastDayToOrder(day, outlook.leadDays(), from, working)));
  }

  /** Quantities of the days ahead; what is late belongs to the first of them. */
  private static double[] byDay(Map<LocalDate, Quantity> quantities, LocalDate from, int count) {
    double[] byDay = new double[count];
    quantities.forEach(
        (day, quantity) -> {
          long ahead = Math.max(0, ChronoUnit.DAYS.between(from, day));
          if (ahead < count) {
            byDay[(int) ahead] += quantity.amount().doubleValue();
          }
        });
    return byDay;
  }

  private static Optional<LocalDate> first(List<Day> days, double level) {
    return days.stream().filter(day -> day.stock() < level - NOTHING).map(Day::day).findFirst();
  }

  private static LocalDate lastDayToOrder(
      LocalDate below, int leadDays, LocalDate from, WorkingDays working) {
    LocalDate last = working.plus(below, -leadDays);
    return last.isBefore(from) ? from : last;
  }
}
