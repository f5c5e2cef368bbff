package app.reliquum.core.document;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;

/** The day by which a document that has not ended should have. */
public final class DueDay {

  private DueDay() {}

  /** The day by which goods must still be good: when they are due, and today at the least. */
  public static LocalDate notBefore(LocalDate today, LocalDate due) {
    return due == null || due.isBefore(today) ? today : due;
  }

  /**
   * How many days it is late. On the day itself it is not.
   *
   * @param due the day; null if there is none
   * @param today the day at the site that waits
   */
  public static int daysLate(LocalDate due, LocalDate today) {
    return due != null && due.isBefore(today) ? (int) ChronoUnit.DAYS.between(due, today) : 0;
  }
}
