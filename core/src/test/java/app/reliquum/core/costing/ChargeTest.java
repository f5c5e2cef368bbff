package app.reliquum.core.costing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

class ChargeTest {

  private static final Instant MAY = Instant.parse("2026-05-01T00:00:00Z");
  private static final Instant JUNE = Instant.parse("2026-06-01T00:00:00Z");

  private static BigDecimal money(String amount) {
    return new BigDecimal(amount);
  }

  private static CostPool pool(CostMethod method) {
    return new CostPool(
        method,
        List.of(
            new CostLayer(5, MAY, Quantity.of(10), money("20.00")),
            new CostLayer(6, JUNE, Quantity.of(10), money("30.00"))));
  }

  /** Freight of 50 over goods worth 600, 300 and 100. */
  @Test
  void freightIsSharedOutByValue() {
    assertThat(Charge.shares(money("50.00"), List.of(money("600"), money("300"), money("100"))))
        .containsExactly(money("30.00"), money("15.00"), money("5.00"));
  }

  @Test
  void linesOfNothingHaveNothingAndTheLastCentIsNotLost() {
    assertThat(
            Charge.shares(money("10.00"), List.of(money("1"), money("0"), money("1"), money("1"))))
        .containsExactly(money("3.33"), money("0.00"), money("3.34"), money("3.33"));
    assertThatThrownBy(() -> Charge.shares(money("10.00"), List.of(money("0"), money("0"))))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @RepeatedTest(50)
  void theSharesComeToTheAmountAndNoneIsFarFromItsPart() {
    Random random = new Random();
    BigDecimal amount = BigDecimal.valueOf(random.nextInt(100_000), 2);
    List<BigDecimal> basis = new ArrayList<>();
    for (int i = 0; i < 1 + random.nextInt(40); i++) {
      basis.add(BigDecimal.valueOf(random.nextInt(10_000), 3));
    }
    basis.add(BigDecimal.ONE);
    BigDecimal all = basis.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    List<BigDecimal> shares = Charge.shares(amount, basis);
    assertThat(shares.stream().reduce(BigDecimal.ZERO, BigDecimal::add))
        .isEqualByComparingTo(amount);
    for (int i = 0; i < shares.size(); i++) {
      double part = amount.doubleValue() * basis.get(i).doubleValue() / all.doubleValue();
      assertThat(shares.get(i).doubleValue()).isBetween(part - 0.02, part + 0.02);
      assertThat(shares.get(i).signum()).isNotNegative();
    }
  }

  @Test
  void whatGoodsCostBesidesIsAddedToThoseThatStillLieThere() {
    // Of an average nobody knows which goods have gone: ten lie there.
    CostPool average = pool(CostMethod.MOVING_AVERAGE);
    assertThat(average.addWorth(6, JUNE, Quantity.of(10), money("8.00"))).isEqualTo(money("8.00"));
    assertThat(average.value()).isEqualTo(money("58.00"));
    average.take(0, Quantity.of(15));
    // Five of ten are left.
    assertThat(average.addWorth(6, JUNE, Quantity.of(10), money("9.00"))).isEqualTo(money("4.50"));

    CostPool lots = pool(CostMethod.LOT);
    lots.take(6, Quantity.of(4));
    assertThat(lots.addWorth(6, JUNE, Quantity.of(10), money("8.00"))).isEqualTo(money("4.80"));
    assertThat(lots.unitCost(5)).isEqualTo(new UnitCost(money("2")));
    assertThat(lots.unitCost(6)).isEqualTo(new UnitCost(money("3.8")));
    lots.take(6, Quantity.of(6));
    assertThat(lots.addWorth(6, JUNE, Quantity.of(10), money("8.00"))).isEqualTo(money("0.00"));
  }

  @Test
  void firstInFirstOutKnowsWhichGoodsHaveGone() {
    CostPool layers = pool(CostMethod.FIFO);
    layers.take(0, Quantity.of(4));
    assertThat(layers.addWorth(0, MAY, Quantity.of(10), money("5.00"))).isEqualTo(money("3.00"));
    assertThat(layers.addWorth(0, JUNE, Quantity.of(10), money("5.00"))).isEqualTo(money("5.00"));
    // They came from another site in July and kept their moments: the newest are taken to be they.
    Instant july = Instant.parse("2026-07-01T00:00:00Z");
    assertThat(layers.addWorth(0, july, Quantity.of(12), money("6.00"))).isEqualTo(money("6.00"));
    assertThat(layers.layers().get(0).value()).isEqualTo(money("16.00"));
    assertThat(layers.layers().get(1).value()).isEqualTo(money("40.00"));
  }

  @Test
  void goodsAreNeverWorthLessThanNothing() {
    CostPool lots = pool(CostMethod.LOT);
    assertThat(lots.addWorth(5, MAY, Quantity.of(10), money("-30.00"))).isEqualTo(money("-20.00"));
    assertThat(lots.value()).isEqualTo(money("30.00"));
  }

  @RepeatedTest(50)
  void whatIsAddedIsWhatThePoolIsWorthMore() {
    Random random = new Random();
    CostPool pool = pool(CostMethod.values()[random.nextInt(CostMethod.values().length)]);
    int gone = random.nextInt(10);
    if (gone > 0) {
      pool.take(5, Quantity.of(gone));
    }
    BigDecimal before = pool.value();
    BigDecimal value = BigDecimal.valueOf(random.nextInt(4_000) - 2_000, 2);
    BigDecimal added =
        pool.addWorth(
            5, random.nextBoolean() ? MAY : JUNE, Quantity.of(1 + random.nextInt(30)), value);
    assertThat(pool.value().subtract(before)).isEqualByComparingTo(added);
    assertThat(added.abs()).isLessThanOrEqualTo(value.abs());
    assertThat(pool.layers()).allMatch(layer -> layer.value().signum() >= 0);
  }
}
