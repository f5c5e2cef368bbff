package app.reliquum.core.counting;

import static app.reliquum.core.counting.AbcClass.A;
import static app.reliquum.core.counting.AbcClass.B;
import static app.reliquum.core.counting.AbcClass.C;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class ProgrammeTest {

  /** A Monday. */
  private static final LocalDate TODAY = LocalDate.of(2026, 3, 2);

  private static final Map<AbcClass, Integer> INTERVALS = Map.of(A, 30, B, 90, C, 360);

  private static Programme.Due due(long item, AbcClass of, LocalDate last, int differences) {
    return Programme.due(new Programme.Subject(item, of, last, differences), INTERVALS, TODAY);
  }

  @Test
  void fewItemsMakeMostOfTheValue() {
    Map<Long, BigDecimal> used = new HashMap<>();
    used.put(1L, new BigDecimal("700"));
    used.put(2L, new BigDecimal("150"));
    used.put(3L, new BigDecimal("100"));
    used.put(4L, new BigDecimal("50"));
    used.put(5L, BigDecimal.ZERO);
    assertThat(AbcClass.of(used, AbcClass.Limits.USUAL))
        .containsExactlyInAnyOrderEntriesOf(Map.of(1L, A, 2L, A, 3L, B, 4L, C, 5L, C));
  }

  @Test
  void whereNothingIsUsedEverythingIsC() {
    assertThat(AbcClass.of(Map.of(1L, BigDecimal.ZERO), AbcClass.Limits.USUAL))
        .containsEntry(1L, C);
    assertThat(AbcClass.of(Map.of(), AbcClass.Limits.USUAL)).isEmpty();
  }

  @Test
  void limitsAreInOrder() {
    assertThatThrownBy(() -> new AbcClass.Limits(BigDecimal.valueOf(90), BigDecimal.valueOf(80)))
        .hasMessageContaining("before class B");
  }

  @Test
  void aCountIsDueAnIntervalAfterTheLast() {
    assertThat(due(1, A, TODAY.minusDays(10), 0).due()).isEqualTo(TODAY.plusDays(20));
    assertThat(due(1, B, TODAY.minusDays(100), 1).due()).isEqualTo(TODAY.minusDays(10));
    assertThat(due(1, C, null, 0).due()).isEqualTo(TODAY);
  }

  @Test
  void whatIsWrongAgainAndAgainIsDueSooner() {
    Programme.Due sooner = due(1, A, TODAY.minusDays(10), 2);
    assertThat(sooner.due()).isEqualTo(TODAY.plusDays(5));
    assertThat(sooner.sooner()).isTrue();
  }

  @Test
  void theLoadIsEven() {
    List<Programme.Due> all = new ArrayList<>();
    for (long item = 1; item <= 100; item++) {
      all.add(due(item, A, TODAY.minusDays(40), 0));
    }
    SortedMap<LocalDate, List<Programme.Due>> plan = Programme.spread(all, TODAY, 12, 0);
    assertThat(plan.values())
        .extracting(List::size)
        .containsExactly(10, 10, 10, 10, 10, 10, 10, 10, 10, 10, 0, 0);
  }

  @Test
  void nothingIsCountedAtTheWeekend() {
    SortedMap<LocalDate, List<Programme.Due>> plan =
        Programme.spread(List.of(due(1, A, TODAY.minusDays(25), 0)), TODAY, 10, 0);
    // Due on Saturday, counted on Monday.
    assertThat(due(1, A, TODAY.minusDays(25), 0).due().getDayOfWeek())
        .isEqualTo(DayOfWeek.SATURDAY);
    assertThat(plan.get(TODAY.plusDays(7))).hasSize(1);
  }

  @Property
  void everyDayHasItsWorkAndNothingIsPlannedTwiceOrTooEarly(
      @ForAll @Size(max = 120) List<@IntRange(min = 0, max = 400) Integer> lastCounted,
      @ForAll @IntRange(min = 1, max = 40) int days,
      @ForAll @IntRange(min = 0, max = 9) int most) {
    List<Programme.Due> all = new ArrayList<>();
    for (int i = 0; i < lastCounted.size(); i++) {
      all.add(due(i + 1L, AbcClass.values()[i % 3], TODAY.minusDays(lastCounted.get(i)), i % 4));
    }
    SortedMap<LocalDate, List<Programme.Due>> plan = Programme.spread(all, TODAY, days, most);
    assertThat(plan).hasSize(days);
    List<Programme.Due> planned = plan.values().stream().flatMap(List::stream).toList();
    assertThat(planned).doesNotHaveDuplicates().isSubsetOf(all);
    plan.forEach(
        (day, work) -> {
          assertThat(day.getDayOfWeek()).isNotIn(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY);
          assertThat(work).allSatisfy(one -> assertThat(one.due()).isBeforeOrEqualTo(day));
          assertThat(most == 0 || work.size() <= most).isTrue();
        });
    if (most == 0 && days > Programme.GRACE) {
      // Without a limit, whatever is due some time before the end is planned.
      LocalDate safe = new ArrayList<>(plan.keySet()).get(days - 1 - Programme.GRACE);
      assertThat(all.stream().filter(one -> !one.due().isAfter(safe)).toList()).isSubsetOf(planned);
    }
  }

  @Property
  void classesFollowTheValueUsed(
      @ForAll @Size(min = 1, max = 60) List<@IntRange(min = 0, max = 1000) Integer> values) {
    Map<Long, BigDecimal> used = new HashMap<>();
    for (int i = 0; i < values.size(); i++) {
      used.put(i + 1L, BigDecimal.valueOf(values.get(i)));
    }
    Map<Long, AbcClass> classes = AbcClass.of(used, AbcClass.Limits.USUAL);
    assertThat(classes.keySet()).isEqualTo(used.keySet());
    used.forEach(
        (one, value) ->
            used.forEach(
                (other, less) -> {
                  if (value.compareTo(less) > 0) {
                    assertThat(classes.get(one)).isLessThanOrEqualTo(classes.get(other));
                  }
                }));
  }
}
