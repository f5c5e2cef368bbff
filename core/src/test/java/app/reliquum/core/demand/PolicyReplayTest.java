package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class PolicyReplayTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

  @Test
  void aPolicyIsReplayedOnWhatWasAskedFor() {
    DemandHistory demand = everyDay(20, 4);
    PolicyReplay.Start start = new PolicyReplay.Start(Quantity.of(12), SupplyTerms.ANY, 2);
    var policy = new ReplenishmentPolicy.PointAndQuantity(Quantity.of(8), Quantity.of(16));
    PolicyReplay replay = PolicyReplay.of(policy, demand, start);
    // 8 (ordered), 4, 16, 12, 8 (ordered) and so on: it never lacks anything.
    assertThat(replay.course().stream().limit(5).map(day -> day.stock().toString()))
        .containsExactly("8", "4", "16", "12", "8");
    assertThat(replay.fillRate()).isEqualTo(1);
    assertThat(replay.daysWithout()).isZero();
    assertThat(replay.orders()).isEqualTo(5);
    assertThat(replay.meanStock()).isEqualTo(10);
    var later = new ReplenishmentPolicy.PointAndQuantity(Quantity.of(4), Quantity.of(16));
    PolicyReplay lacking = PolicyReplay.of(later, demand, start);
    assertThat(lacking.daysWithout()).isPositive();
    assertThat(lacking.meanStock()).isLessThan(replay.meanStock());
  }

  @Test
  void whatIsNotThereWaitsAndIsServedFirst() {
    PolicyReplay replay =
        PolicyReplay.of(
            new ReplenishmentPolicy.OnlyForOrders(),
            everyDay(3, 4),
            new PolicyReplay.Start(Quantity.of(1), SupplyTerms.ANY, 1));
    // Three wait and are ordered, come, and go; four more wait.
    assertThat(replay.course().get(0).waiting()).isEqualTo(Quantity.of(3));
    assertThat(replay.course().get(0).ordered()).isEqualTo(Quantity.of(3));
    assertThat(replay.course().get(1).waiting()).isEqualTo(Quantity.of(4));
    assertThat(replay.fillRate()).isEqualTo(1.0 / 12);
    assertThat(
            PolicyReplay.of(
                    new ReplenishmentPolicy.None(),
                    everyDay(0, 4),
                    new PolicyReplay.Start(Quantity.ONE, SupplyTerms.ANY, 1))
                .fillRate())
        .isEqualTo(1);
  }

  @Property
  void aReplayLosesNothingAndIsTheSameEachTime(
      @ForAll @Size(min = 1, max = 60) List<@IntRange(min = -3, max = 20) Integer> demanded,
      @ForAll @IntRange(min = 0, max = 60) int stock,
      @ForAll @IntRange(min = 0, max = 40) int point,
      @ForAll @IntRange(min = 1, max = 60) int quantity,
      @ForAll @IntRange(min = 0, max = 9) int lead) {
    List<DemandHistory.Day> days = new ArrayList<>();
    for (int i = 0; i < demanded.size(); i++) {
      days.add(new DemandHistory.Day(MONDAY.plusDays(i), Quantity.of(demanded.get(i)), false));
    }
    DemandHistory demand = new DemandHistory(days);
    var policy =
        new ReplenishmentPolicy.PointAndQuantity(Quantity.of(point), Quantity.of(quantity));
    PolicyReplay.Start start = new PolicyReplay.Start(Quantity.of(stock), SupplyTerms.ANY, lead);
    PolicyReplay replay = PolicyReplay.of(policy, demand, start);
    assertThat(PolicyReplay.of(policy, demand, start)).isEqualTo(replay);
    assertThat(replay.fillRate()).isBetween(0.0, 1.0);
    int last = days.size() - 1;
    int came =
        replay.course().stream()
            .limit(Math.max(0, last + 1 - Math.max(1, lead)))
            .mapToInt(day -> day.ordered().amount().intValueExact())
            .sum();
    int asked = demanded.stream().mapToInt(Integer::intValue).sum();
    PolicyReplay.Day end = replay.course().get(last);
    assertThat(end.stock().minus(end.waiting()))
        .isEqualTo(Quantity.of((long) stock + came - asked));
  }

  private static DemandHistory everyDay(int days, int demanded) {
    return new DemandHistory(
        IntStream.range(0, days)
            .mapToObj(i -> new DemandHistory.Day(MONDAY.plusDays(i), Quantity.of(demanded), false))
            .toList());
  }
}
