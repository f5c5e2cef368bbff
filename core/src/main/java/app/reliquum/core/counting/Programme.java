package app.reliquum.core.counting;

import app.reliquum.core.text.InvalidValueException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * The cycle count programme: each item is counted again after the interval of its class, and the
 * work is spread evenly over working days.
 */
public final class Programme {

  /** An item that was found wrong so often lately is due sooner. */
  public static final int REPEATED = 2;

  /** So many working days later than due a count may be, for the load to be even. */
  public static final int GRACE = 9;

  private static final Set<DayOfWeek> WORKING =
      EnumSet.complementOf(EnumSet.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY));

  private Programme() {}

  /**
   * Something that is counted again and again.
   *
   * @param item the item's number
   * @param of its class
   * @param last the day when it was last counted; null for never
   * @param differences in how many of its last counts the book was wrong, one after the other
   */
  public record Subject(long item, AbcClass of, LocalDate last, int differences) {}

  /**
   * When something is due.
   *
   * @param subject what
   * @param due on which day
   * @param sooner whether it is due sooner because it was wrong repeatedly
   */
  public record Due(Subject subject, LocalDate due, boolean sooner) {}

  /**
   * When a subject is due: the last count and the interval of its class; half the interval, at
   * least a day, if it was found wrong {@value #REPEATED} times or more in a row. What was never
   * counted is due today.
   *
   * @param intervals days between two counts, by class
   */
  public static Due due(Subject subject, Map<AbcClass, Integer> intervals, LocalDate today) {
    int interval = intervals.get(subject.of());
    if (interval < 1) {
      throw new InvalidValueException("An interval is a day or more: {0}.", interval);
    }
    boolean sooner = subject.differences() >= REPEATED;
    int days = sooner ? Math.max(1, interval / 2) : interval;
    LocalDate due = subject.last() == null ? today : subject.last().plusDays(days);
    return new Due(subject, due, sooner && subject.last() != null);
  }

  /**
   * Spreads what is due over the working days from today on, evenly: every day has the same load at
   * most, the smallest by which nothing is counted later than {@value #GRACE} working days after it
   * is due. What is longest due comes first, of equals class A before B before C. Nothing is
   * planned before it is due, unless its day is no working day; then it goes to the next one.
   *
   * @param all when everything is due
   * @param today the first day
   * @param days how many working days to plan
   * @param most how many can be counted on a day; 0 for as many as make an even load
   * @return what to count on each working day; what does not fit stays out
   */
  public static SortedMap<LocalDate, List<Due>> spread(
      List<Due> all, LocalDate today, int days, int most) {
    List<LocalDate> working = workingDays(today, days);
    SortedMap<LocalDate, List<Due>> plan = new TreeMap<>();
    if (working.isEmpty()) {
      return plan;
    }
    List<Due> waiting =
        all.stream()
            .filter(one -> !one.due().isAfter(working.get(working.size() - 1)))
            .sorted(
                Comparator.comparing((Due one) -> latest(one.due(), today))
                    .thenComparing(one -> one.subject().of())
                    .thenComparing(Due::due)
                    .thenComparingLong(one -> one.subject().item()))
            .toList();
    int load = most > 0 ? most : evenLoad(waiting, working);
    int next = 0;
    for (LocalDate day : working) {
      int end = next;
      while (end < waiting.size() && end - next < load && !waiting.get(end).due().isAfter(day)) {
        end++;
      }
      plan.put(day, List.copyOf(waiting.subList(next, end)));
      next = end;
    }
    return plan;
  }

  private static LocalDate latest(LocalDate one, LocalDate other) {
    return one.isAfter(other) ? one : other;
  }

  /**
   * The load by which whatever falls due in any stretch of days is done {@value #GRACE} days after
   * its end at the latest.
   */
  private static int evenLoad(List<Due> waiting, List<LocalDate> working) {
    int[] dueBy = new int[working.size() + 1];
    for (int day = 0, due = 0; day < working.size(); day++) {
      while (due < waiting.size() && !waiting.get(due).due().isAfter(working.get(day))) {
        due++;
      }
      dueBy[day + 1] = due;
    }
    int load = 0;
    for (int first = 0; first < working.size(); first++) {
      for (int last = first; last < working.size(); last++) {
        int stretch = last - first + 1 + GRACE;
        load = Math.max(load, (dueBy[last + 1] - dueBy[first] + stretch - 1) / stretch);
      }
    }
    return load;
  }

  private static List<LocalDate> workingDays(LocalDate today, int days) {
    List<LocalDate> working = new ArrayList<>();
    for (LocalDate day = today; working.size() < days; day = day.plusDays(1)) {
      if (WORKING.contains(day.getDayOfWeek())) {
        working.add(day);
      }
    }
    return working;
  }
}
