package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;

class StockCourseTest {

  /** A Monday. */
  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

  private static StockCourse course(long before, int days) {
    return new StockCourse(MONDAY, MONDAY.plusDays(days - 1), BigDecimal.valueOf(before));
  }

  private static void uses(StockCourse course, int day, long quantity) {
    course.changed(MONDAY.plusDays(day), BigDecimal.valueOf(-quantity));
    course.used(MONDAY.plusDays(day), BigDecimal.valueOf(quantity));
  }

  private static DemandHistory demand(StockCourse course, int from, int until) {
    return course.demand(
        WorkingDays.MONDAY_TO_FRIDAY, MONDAY.plusDays(from), MONDAY.plusDays(until));
  }

  @Test
  void whatIsUsedOnADayOfRestCountsWithTheNextWorkingDay() {
    StockCourse course = course(100, 9);
    uses(course, 4, 3);
    uses(course, 5, 2);
    uses(course, 7, 4);
    DemandHistory demand = demand(course, 0, 8);
    assertThat(demand.days()).hasSize(6);
    assertThat(demand.days().get(4).demanded()).isEqualTo(Quantity.of(3));
    assertThat(demand.days().get(5).demanded()).isEqualTo(Quantity.of(6));
    assertThat(demand.leftOut()).isZero();
  }

  @Test
  void aDayThatBeganOrEndedWithNothingWasOutOfStock() {
    StockCourse course = course(5, 5);
    uses(course, 1, 5);
    course.changed(MONDAY.plusDays(3), BigDecimal.TEN);
    DemandHistory demand = demand(course, 0, 5);
    assertThat(demand.days())
        .extracting(DemandHistory.Day::outOfStock)
        .containsExactly(false, true, true, true, false);
    assertThat(demand.counted()).isEqualTo(2);
    assertThat(demand.leftOut()).isEqualTo(3);
  }

  @Test
  void onlyTheDaysThatAreAskedForCount() {
    StockCourse course = course(50, 5);
    uses(course, 0, 9);
    uses(course, 3, 1);
    uses(course, 3, 1);
    DemandHistory demand = demand(course, 2, 4);
    assertThat(demand.days())
        .extracting(DemandHistory.Day::demanded)
        .containsExactly(Quantity.ZERO, Quantity.of(2));
    assertThat(demand.mean()).isEqualTo(1);
    assertThat(course.days().get(3).stock()).isEqualByComparingTo("39");
    assertThat(course.first()).isEqualTo(MONDAY);
    assertThat(course.before()).isEqualByComparingTo("50");
  }

  @Test
  void whatLiesOutsideIsLeftOut() {
    StockCourse course = course(1, 2);
    course.changed(MONDAY.minusDays(1), BigDecimal.TEN);
    course.changed(MONDAY.plusDays(2), BigDecimal.TEN);
    assertThat(course.days()).hasSize(2);
    assertThat(course.days().get(1).stock()).isEqualByComparingTo("1");
  }
}
