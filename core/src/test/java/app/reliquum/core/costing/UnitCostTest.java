package app.reliquum.core.costing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class UnitCostTest {

  private static UnitCost cost(String amount) {
    return new UnitCost(new BigDecimal(amount));
  }

  @Test
  void averagesWhatWasThereWithWhatCame() {
    assertThat(cost("2").after(Quantity.of(10), Quantity.of(30), cost("4"))).isEqualTo(cost("3.5"));
    assertThat(UnitCost.NONE.after(Quantity.ZERO, Quantity.of(5), cost("1.25")))
        .isEqualTo(cost("1.25"));
    assertThat(cost("2").after(Quantity.of(10), Quantity.ZERO, cost("9"))).isEqualTo(cost("2"));
    assertThat(cost("2").after(Quantity.ZERO, Quantity.ZERO, cost("9"))).isEqualTo(cost("2"));
  }

  @Test
  void aPackPriceIsSpreadOverWhatIsInIt() {
    assertThat(UnitCost.ofPack(new BigDecimal("92.50"), Quantity.of(100))).isEqualTo(cost("0.925"));
    assertThat(cost("0.925").of(Quantity.of(7))).isEqualByComparingTo("6.48");
  }

  @Test
  void nothingCostsLessThanNothing() {
    assertThatIllegalArgumentException().isThrownBy(() -> cost("-1"));
  }

  @Property
  void theAverageLiesBetweenTheTwoAndKeepsTheWorth(@ForAll Random random) {
    UnitCost before = new UnitCost(BigDecimal.valueOf(random.nextInt(100_000), 3));
    UnitCost price = new UnitCost(BigDecimal.valueOf(random.nextInt(100_000), 3));
    Quantity held = Quantity.of(random.nextInt(1000));
    Quantity came = Quantity.of(1 + random.nextInt(1000));
    UnitCost after = before.after(held, came, price);
    BigDecimal low = before.amount().min(price.amount());
    BigDecimal high = before.amount().max(price.amount());
    assertThat(after.amount()).isBetween(low, high);
    BigDecimal worth =
        held.amount().multiply(before.amount()).add(came.amount().multiply(price.amount()));
    assertThat(held.plus(came).amount().multiply(after.amount()))
        .isCloseTo(worth, within(new BigDecimal("0.002")));
  }
}
