package app.reliquum.core.costing;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.costing.Turnover.Movement;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class TurnoverTest {

  private static BigDecimal money(String text) {
    return new BigDecimal(text);
  }

  @Test
  void aYearsTurnoverIsTheCostOfWhatLeftByTheMeanOfStock() {
    assertThat(Turnover.aYear(money("365"), money("100"), 365)).contains(money("3.65"));
    assertThat(Turnover.aYear(money("90"), money("300"), 90)).contains(money("1.22"));
    assertThat(Turnover.aYear(money("90"), BigDecimal.ZERO, 90)).isEmpty();
    assertThat(Turnover.aYear(BigDecimal.ZERO, money("10"), 90)).contains(money("0.00"));
  }

  @Test
  void stockLastsAsLongAsItLeavesAtThePaceOfTheTime() {
    assertThat(Turnover.daysOfStock(money("80"), money("120"), 30)).contains(money("20"));
    assertThat(Turnover.daysOfStock(money("80"), BigDecimal.ZERO, 30)).isEmpty();
  }

  @Test
  void slowIsWhatLastsLongerThanAYear() {
    Quantity some = Quantity.of(5);
    assertThat(Turnover.movement(some, some, money("365"), money("30"), 30))
        .isEqualTo(Movement.MOVING);
    assertThat(Turnover.movement(some, some, money("365.01"), money("30"), 30))
        .isEqualTo(Movement.SLOW_MOVING);
    assertThat(Turnover.movement(some, Quantity.ZERO, money("9"), BigDecimal.ZERO, 30))
        .isEqualTo(Movement.NON_MOVING);
    assertThat(Turnover.movement(Quantity.ZERO, some, BigDecimal.ZERO, money("9"), 30))
        .isEqualTo(Movement.NO_STOCK);
  }

  @Property(tries = 200)
  void slowAndDaysOfStockSayTheSame(
      @ForAll @IntRange(min = 1, max = 100_000) int value,
      @ForAll @IntRange(min = 1, max = 100_000) int cost,
      @ForAll @IntRange(min = 1, max = 365) int days) {
    BigDecimal worth = BigDecimal.valueOf(value, 2);
    BigDecimal left = BigDecimal.valueOf(cost, 2);
    Movement movement = Turnover.movement(Quantity.ONE, Quantity.ONE, worth, left, days);
    int lasts = Turnover.daysOfStock(worth, left, days).orElseThrow().intValueExact();
    if (lasts > Turnover.SLOW_DAYS) {
      assertThat(movement).isEqualTo(Movement.SLOW_MOVING);
    } else if (lasts < Turnover.SLOW_DAYS) {
      assertThat(movement).isEqualTo(Movement.MOVING);
    }
  }
}
