package app.reliquum.core.counting;

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
      throw new IllegalArgumentException("An interval is a day or more: " + interval + ".");
    }
    boolean sooner = subject.differences() >= REPEATED;
    int days = sooner ? Math.max(1, interval / 2) : interval;
    LocalDate due = subject.last() == null ? today : subject.last().plusDays(days);
    return new Due(subject, due, sooner && subject.last() != null);
  }

  /**
   * Spreads what is due over the working days from today on, evenly: no day gets more than its
   * share of what is due by then or the days before could not take. Class A comes before B, what is
   * longest due comes first. Nothing is planned before it is due, unless its day is no working day;
   * then it goes to the next one.
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
    working.forEach(day -> plan.put(day, new ArrayList<>()));
    if (working.isEmpty()) {
      return plan;
    }
    LocalDate end = working.get(working.size() - 1);
    List<Due> waiting =
        new ArrayList<>(
            all.stream()
                .filter(one -> !one.due().isAfter(end))
                .sorted(
                    Comparator.comparing(Due::due)
                        .thenComparing((Due one) -> one.subject().of())
                        .thenComparingLong(one -> one.subject().item()))
                .toList());
    int next = 0;
    for (int i = 0; i < working.size(); i++) {
      LocalDate day = working.get(i);
      int ready = next;
      while (ready < waiting.size() && !waiting.get(ready).due().isAfter(day)) {
        ready++;
      }
      int share = most > 0 ? most : share(waiting, next, working, i);
      int taken = Math.min(ready - next, share);
      plan.get(day).addAll(waiting.subList(next, next + taken));
      next += taken;
    }
    return plan;
  }

  /**
   * The even load from a day on: the largest need of any stretch of days that begins with it. If a
   * hundred are due by Friday, five days make twenty a day.
   */
  private static int share(List<Due> waiting, int from, List<LocalDate> working, int first) {
    int share = 0;
    int due = from;
    for (int i = first; i < working.size(); i++) {
      while (due < waiting.size() && !waiting.get(due).due().isAfter(working.get(i))) {
        due++;
      }
      int daysLeft = working.size() - first;
      int stretch = Math.min(daysLeft, i - first + 5);
      share = Math.max(share, (due - from + stretch - 1) / stretch);
    }
    return share;
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
