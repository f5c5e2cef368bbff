package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.reliquum.core.quantity.Quantity;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReorderPointTest {

  private static final LeadTime NINE = new LeadTime(9, 2, 12);

  @Test
  void aNightlyReviewAddsADayOfDemand() {
    ReorderPoint point = ReorderPoint.of(4, 3, NINE, 1, 0.95, 0);
    assertThat(point.z()).isEqualTo(1.64485, within(0.00001));
    assertThat(point.expected()).isEqualTo(40);
    assertThat(point.safetyStock()).isEqualTo(20.41, within(0.005));
    assertThat(point.point()).isEqualTo(Quantity.of(61));
  }

  @Test
  void aReviewAtEveryMomentAddsNone() {
    ReorderPoint point = ReorderPoint.of(4, 3, NINE, 0, 0.95, 0);
    assertThat(point.expected()).isEqualTo(36);
    assertThat(point.safetyStock()).isEqualTo(19.81, within(0.005));
    assertThat(point.point()).isEqualTo(Quantity.of(56));
  }

  @Test
  void itIsRoundedUpToTheDecimalsOfTheItem() {
    assertThat(ReorderPoint.of(4, 3, NINE, 1, 0.95, 2).point()).isEqualTo(Quantity.of("60.42"));
    // Three times a tenth is no more than three tenths.
    assertThat(ReorderPoint.of(0.1, 0, LeadTime.stated(2), 1, 0.95, 1).point())
        .isEqualTo(Quantity.of("0.3"));
  }

  @Test
  void withoutDemandNothingIsKept() {
    assertThat(ReorderPoint.of(0, 0, NINE, 1, 0.99, 0).point()).isEqualTo(Quantity.ZERO);
    // A chance below one half keeps less than what is expected, and never less than nothing.
    assertThat(ReorderPoint.of(0, 3, NINE, 1, 0.05, 0).point()).isEqualTo(Quantity.ZERO);
  }

  @ParameterizedTest
  @CsvSource({
    "0.5, 0",
    "0.9, 1.2815515655446004",
    "0.95, 1.6448536269514722",
    "0.975, 1.959963984540054",
    "0.99, 2.3263478740408408",
    "0.999, 3.090232306167813",
    "0.999999999999, 7.034483824",
    "0.05, -1.6448536269514722"
  })
  void theQuantilesOfTheNormalDistributionAreThoseOfTheTables(double chance, double z) {
    assertThat(Normal.quantile(chance)).isEqualTo(z, within(1e-5));
  }

  @Test
  void aChanceLiesBetweenNothingAndAll() {
    for (double chance : new double[] {0, 1, -0.1, 1.1, Double.NaN}) {
      assertThatThrownBy(() -> ReorderPoint.of(4, 3, NINE, 1, chance, 0))
          .hasMessageContaining("between 0 and 1");
    }
    assertThatThrownBy(() -> ReorderPoint.of(-1, 3, NINE, 1, 0.9, 0))
        .hasMessageContaining("not negative");
  }

  @Property
  void moreServiceMoreDemandAndMoreDaysNeverMeanLess(
      @ForAll @DoubleRange(min = 0, max = 1000) double perDay,
      @ForAll @DoubleRange(min = 0, max = 1000) double deviation,
      @ForAll @IntRange(min = 0, max = 90) int lead,
      @ForAll @DoubleRange(min = 0.5, max = 0.99) double service) {
    Quantity point = at(perDay, deviation, lead, service);
    assertThat(at(perDay + 1, deviation, lead, service)).isGreaterThanOrEqualTo(point);
    assertThat(at(perDay, deviation + 1, lead, service)).isGreaterThanOrEqualTo(point);
    assertThat(at(perDay, deviation, lead + 1, service)).isGreaterThanOrEqualTo(point);
    assertThat(at(perDay, deviation, lead, service + 0.009)).isGreaterThanOrEqualTo(point);
  }

  private static Quantity at(double perDay, double deviation, int lead, double service) {
    return ReorderPoint.of(perDay, deviation, LeadTime.stated(lead), 1, service, 0).point();
  }

  @Test
  void theSupplierIsBelievedUntilGoodsHaveComeThreeTimes() {
    assertThat(LeadTime.of(List.of(20, 30), 7)).isEqualTo(LeadTime.stated(7));
    assertThat(LeadTime.of(List.of(8, 9, 10), 7)).isEqualTo(new LeadTime(9, 1, 3));
    assertThatThrownBy(() -> new LeadTime(-1, 0, 0)).hasMessageContaining("before it is ordered");
  }
}
