package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.quantity.Quantity;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class ProjectionTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);
  private static final WorkingDays WORKING = WorkingDays.MONDAY_TO_FRIDAY;

  private static Projection.Outlook outlook(
      int stock, Map<LocalDate, Quantity> asked, Map<LocalDate, Quantity> due) {
    return new Projection.Outlook(Quantity.of(stock), 4, asked, due, 10, 3);
  }

  @Test
  void stockFallsByUsageOnWorkingDaysAndNamesTheDaysThatMatter() {
    Projection projection = Projection.of(outlook(30, Map.of(), Map.of()), MONDAY, 14, WORKING);
    // 26 22 18 14 10 | 10 10 | 6 2 -2: the second Monday ends below ten, its Wednesday runs out.
    assertThat(projection.days().get(4).stock()).isEqualTo(10);
    assertThat(projection.days().get(6).stock()).isEqualTo(10);
    assertThat(projection.belowSafety()).contains(MONDAY.plusDays(7));
    assertThat(projection.runsOut()).contains(MONDAY.plusDays(9));
    // Three working days before that Monday.
    assertThat(projection.lastDayToOrder()).contains(MONDAY.plusDays(2));
  }

  @Test
  void aDayTakesTheGreaterOfWhatIsAskedForAndWhatIsUsual() {
    Map<LocalDate, Quantity> asked =
        Map.of(MONDAY.plusDays(1), Quantity.of(9), MONDAY.plusDays(2), Quantity.of(1));
    Projection projection = Projection.of(outlook(30, asked, Map.of()), MONDAY, 3, WORKING);
    assertThat(projection.days()).extracting(Projection.Day::goes).containsExactly(4.0, 9.0, 4.0);
    assertThat(projection.days().get(2).stock()).isEqualTo(13);
  }

  @Test
  void whatComesIsThereOnItsDayAndWhatIsLateIsExpectedNow() {
    Map<LocalDate, Quantity> due =
        Map.of(MONDAY.minusDays(3), Quantity.of(5), MONDAY.plusDays(1), Quantity.of(20));
    Projection projection = Projection.of(outlook(6, Map.of(), due), MONDAY, 3, WORKING);
    assertThat(projection.days())
        .extracting(Projection.Day::stock)
        .containsExactly(7.0, 23.0, 19.0);
    assertThat(projection.belowSafety()).contains(MONDAY);
    // It is too late already: today.
    assertThat(projection.lastDayToOrder()).contains(MONDAY);
    assertThat(projection.runsOut()).isEmpty();
  }

  @Test
  void whatNeverFallsHasNoLastDay() {
    Projection projection = Projection.of(outlook(500, Map.of(), Map.of()), MONDAY, 30, WORKING);
    assertThat(projection.belowSafety()).isEmpty();
    assertThat(projection.lastDayToOrder()).isEmpty();
  }

  @Property
  void theLastStockIsTheFirstWithAllThatCameAndWent(
      @ForAll @IntRange(min = 0, max = 500) int stock,
      @ForAll @Size(max = 20) List<@IntRange(min = 0, max = 40) Integer> due) {
    Map<LocalDate, Quantity> coming = new HashMap<>();
    for (int i = 0; i < due.size(); i++) {
      coming.put(MONDAY.plusDays(i), Quantity.of(due.get(i)));
    }
    Projection projection = Projection.of(outlook(stock, Map.of(), coming), MONDAY, 20, WORKING);
    double came = projection.days().stream().mapToDouble(Projection.Day::comes).sum();
    double went = projection.days().stream().mapToDouble(Projection.Day::goes).sum();
    assertThat(projection.days().get(19).stock()).isEqualTo(stock + came - went);
  }

  @Test
  void workingDaysLeaveOutWeekendsAndHolidays() {
    WorkingDays days = new WorkingDays(WORKING.days(), Set.of(MONDAY.plusDays(1)));
    assertThat(days.plus(MONDAY, 1)).isEqualTo(MONDAY.plusDays(2));
    assertThat(days.plus(MONDAY, 4)).isEqualTo(MONDAY.plusDays(7));
    assertThat(days.plus(MONDAY.plusDays(7), -4)).isEqualTo(MONDAY);
    assertThat(days.plus(MONDAY.plusDays(5), 0)).isEqualTo(MONDAY.plusDays(5));
    assertThat(days.between(MONDAY, MONDAY.plusDays(7))).isEqualTo(4);
    assertThat(days.between(MONDAY.plusDays(7), MONDAY)).isEqualTo(-4);
    assertThatThrownBy(() -> new WorkingDays(Set.of(), Set.of())).hasMessageContaining("one day");
    Set<LocalDate> never = new HashSet<>();
    MONDAY.datesUntil(MONDAY.plusYears(2)).forEach(never::add);
    assertThatThrownBy(() -> new WorkingDays(Set.of(DayOfWeek.MONDAY), never).plus(MONDAY, 1))
        .hasMessageContaining("does not work");
  }

  @Property
  void workingDaysCountedThereAndBackAreTheSame(
      @ForAll @IntRange(min = 0, max = 60) int start, @ForAll @IntRange(min = 0, max = 60) int n) {
    LocalDate from = WORKING.plus(MONDAY.plusDays(start), 1);
    LocalDate to = WORKING.plus(from, n);
    assertThat(WORKING.between(from, to)).isEqualTo(n);
    assertThat(WORKING.plus(to, -n)).isEqualTo(from);
  }

  @Test
  void whoLooksNoDayAheadSeesNothing() {
    assertThat(Projection.of(outlook(1, Map.of(), Map.of()), MONDAY, 0, WORKING).belowSafety())
        .isEqualTo(Optional.empty());
  }
}
