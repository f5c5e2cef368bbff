package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class DemandPatternTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

  private static DemandHistory history(int... demanded) {
    List<DemandHistory.Day> days = new ArrayList<>();
    for (int i = 0; i < demanded.length; i++) {
      days.add(new DemandHistory.Day(MONDAY.plusDays(i), Quantity.of(demanded[i]), false));
    }
    return new DemandHistory(days);
  }

  @Test
  void whatIsAskedForEveryDayInLikeAmountsIsSmooth() {
    DemandPattern pattern = DemandPattern.of(history(4, 5, 3, 4, 4, 5, 3, 4));
    assertThat(pattern.kind()).isEqualTo(DemandPattern.Kind.SMOOTH);
    assertThat(pattern.interval()).isEqualTo(1);
    assertThat(pattern.perDay()).isEqualTo(4);
  }

  @Test
  void amountsThatDifferMuchAreErratic() {
    DemandPattern pattern = DemandPattern.of(history(1, 20, 1, 1, 18, 1, 2, 25));
    assertThat(pattern.kind()).isEqualTo(DemandPattern.Kind.ERRATIC);
    assertThat(pattern.variation()).isGreaterThan(DemandPattern.LARGEST_VARIATION);
  }

  @Test
  void whatIsAskedForNowAndThenIsIntermittentOrLumpy() {
    assertThat(DemandPattern.of(history(0, 5, 0, 0, 5, 0, 0, 5)).kind())
        .isEqualTo(DemandPattern.Kind.INTERMITTENT);
    assertThat(DemandPattern.of(history(0, 1, 0, 0, 40, 0, 0, 1)).kind())
        .isEqualTo(DemandPattern.Kind.LUMPY);
  }

  @Test
  void intermittentDemandIsItsSizeByItsIntervalALittleLess() {
    // Five, every third day: 0.95 × 5 ÷ 3.
    DemandPattern pattern = DemandPattern.of(history(0, 5, 0, 0, 5, 0, 0, 5));
    assertThat(pattern.interval()).isEqualTo(3);
    assertThat(pattern.perDay()).isEqualTo(0.95 * 5 / 3, within(1e-12));
    // A size of 15 after two of 5 moves the estimate by a tenth of what it is more.
    assertThat(DemandPattern.of(history(0, 5, 0, 0, 5, 0, 0, 15)).perDay())
        .isEqualTo(0.95 * 6 / 3, within(1e-12));
  }

  @Test
  void daysWithoutStockSayNothingOfWhatIsWanted() {
    List<DemandHistory.Day> days = new ArrayList<>(history(4, 4, 0, 0, 4, 4).days());
    for (int i : new int[] {2, 3}) {
      days.set(i, new DemandHistory.Day(days.get(i).day(), Quantity.ZERO, true));
    }
    DemandHistory history = new DemandHistory(days);
    assertThat(history.leftOut()).isEqualTo(2);
    assertThat(history.mean()).isEqualTo(4);
    assertThat(history.deviation()).isZero();
    assertThat(DemandPattern.of(history).kind()).isEqualTo(DemandPattern.Kind.SMOOTH);
  }

  @Test
  void theDeviationIsThatOfASampleOfAllDays() {
    assertThat(history(2, 4, 4, 4, 5, 5, 7, 9).mean()).isEqualTo(5);
    assertThat(history(2, 4, 4, 4, 5, 5, 7, 9).deviation())
        .isEqualTo(Math.sqrt(32.0 / 7), within(1e-12));
    assertThat(history(2).deviation()).isZero();
    assertThat(history().mean()).isZero();
  }

  @Test
  void oneDayWithDemandIsSeldom() {
    DemandPattern pattern = DemandPattern.of(history(0, 0, 6, 0, 0, 0));
    assertThat(pattern.kind()).isEqualTo(DemandPattern.Kind.INTERMITTENT);
    assertThat(pattern.interval()).isEqualTo(6);
    assertThat(pattern.perDay()).isEqualTo(1);
    assertThat(DemandPattern.of(history()).perDay()).isZero();
  }

  @Test
  void daysComeOneAfterTheOther() {
    DemandHistory.Day day = new DemandHistory.Day(MONDAY, Quantity.ONE, false);
    assertThatThrownBy(() -> new DemandHistory(List.of(day, day))).hasMessageContaining("after");
  }

  @Property
  void whatIsExpectedLiesWithinWhatWasAskedFor(
      @ForAll @Size(min = 1, max = 60) List<@IntRange(min = 0, max = 50) Integer> demanded) {
    DemandPattern pattern =
        DemandPattern.of(history(demanded.stream().mapToInt(Integer::intValue).toArray()));
    int most = demanded.stream().mapToInt(Integer::intValue).max().orElseThrow();
    assertThat(pattern.perDay()).isBetween(0.0, (double) most);
    assertThat(pattern.interval()).isGreaterThanOrEqualTo(1);
  }
}
