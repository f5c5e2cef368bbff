package app.reliquum.core.demand;

import app.reliquum.core.text.InvalidValueException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/**
 * The days on which a site works: days of the week, without its holidays.
 *
 * @param days at least one day of the week
 * @param holidays days on which it does not work all the same
 */
public record WorkingDays(Set<DayOfWeek> days, Set<LocalDate> holidays) {

  /** Monday to Friday, without holidays. */
  public static final WorkingDays MONDAY_TO_FRIDAY =
      new WorkingDays(EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY), Set.of());

  /** A year's holidays in a row are no working site. */
  private static final int LONGEST_REST = 366;

  /**
   * Keeps the days as they are.
   *
   * @throws IllegalArgumentException if there is no day of the week
   */
  public WorkingDays {
    if (days.isEmpty()) {
      throw new InvalidValueException("A site works on one day of the week at least.");
    }
    // As bits: they are asked for every day of every item.
    days = Collections.unmodifiableSet(EnumSet.copyOf(days));
    holidays = Set.copyOf(holidays);
  }

  /** Whether the site works on a day. */
  public boolean includes(LocalDate day) {
    return days.contains(day.getDayOfWeek()) && !holidays.contains(day);
  }

  /**
   * The day that comes a number of working days after another; the same day for none, also if it is
   * no working day.
   *
   * @param count how many; negative for a day before
   * @throws IllegalArgumentException if the site does not work for a year
   */
  public LocalDate plus(LocalDate day, int count) {
    int step = Integer.signum(count);
    LocalDate reached = day;
    for (int left = Math.abs(count); left > 0; left--) {
      reached = next(reached, step);
    }
    return reached;
  }

  private LocalDate next(LocalDate day, int step) {
    LocalDate next = day.plusDays(step);
    for (int i = 0; i < LONGEST_REST; i++, next = next.plusDays(step)) {
      if (includes(next)) {
        return next;
      }
    }
    throw new InvalidValueException("The site does not work for a year from {0}.", day);
  }

  /**
   * How many working days lie after one day and up to another: one from a Monday to the Tuesday.
   *
   * @return negative if the second day is before the first
   */
  public int between(LocalDate from, LocalDate to) {
    if (to.isBefore(from)) {
      return -between(to, from);
    }
    long weeks = ChronoUnit.DAYS.between(from, to) / DayOfWeek.values().length;
    int count = (int) weeks * days.size();
    for (LocalDate day = from.plusWeeks(weeks).plusDays(1);
        !day.isAfter(to);
        day = day.plusDays(1)) {
      count += days.contains(day.getDayOfWeek()) ? 1 : 0;
    }
    for (LocalDate holiday : holidays) {
      boolean within = holiday.isAfter(from) && !holiday.isAfter(to);
      count -= within && days.contains(holiday.getDayOfWeek()) ? 1 : 0;
    }
    return count;
  }
}
