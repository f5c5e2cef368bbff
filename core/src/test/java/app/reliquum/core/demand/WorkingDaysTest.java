package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class WorkingDaysTest {

  /** A Monday. */
  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

  @Test
  void countsTheDaysAfterOneAndUpToAnother() {
    WorkingDays week = WorkingDays.MONDAY_TO_FRIDAY;
    assertThat(week.between(MONDAY, MONDAY)).isZero();
    assertThat(week.between(MONDAY, MONDAY.plusDays(1))).isEqualTo(1);
    assertThat(week.between(MONDAY, MONDAY.plusDays(7))).isEqualTo(5);
    assertThat(week.between(MONDAY.plusDays(7), MONDAY)).isEqualTo(-5);
  }

  /** Whatever the week and its holidays: as many as one counts with a finger on the calendar. */
  @Test
  void countsAsOneWouldDayByDay() {
    Random random = new Random(2026);
    for (int round = 0; round < 500; round++) {
      Set<DayOfWeek> days = EnumSet.of(DayOfWeek.of(1 + random.nextInt(7)));
      Set<LocalDate> holidays = new HashSet<>();
      for (int i = random.nextInt(7); i > 0; i--) {
        days.add(DayOfWeek.of(1 + random.nextInt(7)));
        holidays.add(MONDAY.plusDays(random.nextInt(60)));
      }
      WorkingDays working = new WorkingDays(days, holidays);
      LocalDate from = MONDAY.plusDays(random.nextInt(20));
      LocalDate to = from.plusDays(random.nextInt(60));
      long counted =
          from.datesUntil(to).map(day -> day.plusDays(1)).filter(working::includes).count();
      assertThat(working.between(from, to)).isEqualTo((int) counted);
    }
  }
}
