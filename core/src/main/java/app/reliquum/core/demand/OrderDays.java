package app.reliquum.core.demand;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.Optional;
import java.util.Set;

/**
 * On which days a supplier takes orders, and until when.
 *
 * @param days the days of the week; none for any day
 * @param cutOff an order that is sent later is taken on the next of them; none for any time
 */
public record OrderDays(Set<DayOfWeek> days, Optional<LocalTime> cutOff) {

  /** Any day, any time. */
  public static final OrderDays ANY = new OrderDays(Set.of(), Optional.empty());

  private static final int WEEK = 7;

  /** Keeps the days as they are. */
  public OrderDays {
    days = Set.copyOf(days);
  }

  /** The day on which an order is taken that is sent at a moment of the supplier's own clock. */
  public LocalDate takenOn(LocalDateTime sent) {
    boolean late = cutOff.isPresent() && sent.toLocalTime().isAfter(cutOff.get());
    return first(sent.toLocalDate().plusDays(late ? 1 : 0), 1);
  }

  /** The last day on or before another on which an order is taken. */
  public LocalDate lastBefore(LocalDate day) {
    return first(day, -1);
  }

  private LocalDate first(LocalDate from, int step) {
    LocalDate day = from;
    for (int i = 0; i < WEEK && !days.isEmpty() && !days.contains(day.getDayOfWeek()); i++) {
      day = day.plusDays(step);
    }
    return day;
  }
}
