package app.reliquum.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.quantity.QuantityException.Fault;
import java.math.BigDecimal;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class QuantityTest {

  @org.junit.jupiter.params.ParameterizedTest
  @org.junit.jupiter.params.provider.ValueSource(
      strings = {
        "\u0661\u0662",
        "\uff15",
        "1,5",
        "1e3",
        "0x10",
        "1_000",
        "",
        ".",
        "+",
        "1 000",
        "\u22121"
      })
  void readsAsciiDecimalsOnly(String text) {
    assertThatThrownBy(() -> Quantity.of(text))
        .isInstanceOfSatisfying(
            QuantityException.class,
            fault -> assertThat(fault.fault()).isEqualTo(QuantityException.Fault.NOT_A_NUMBER));
  }

  private static final Pack BOX = new Pack("box", Quantity.of(10));
  private static final Pack CARTON = new Pack("carton", Quantity.of(100));

  @Test
  void equalsByValueAndNotByTrailingZeros() {
    assertThat(Quantity.of("2.50")).isEqualTo(Quantity.of("2.5"));
    assertThat(Quantity.of("100")).hasToString("100");
    assertThat(Quantity.of("0.000")).isEqualTo(Quantity.ZERO);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "six", "1e3", "1 000", "--2", "0x10"})
  void refusesWhatIsNoPlainNumber(String text) {
    assertThatThrownBy(() -> Quantity.of(text))
        .isInstanceOfSatisfying(
            QuantityException.class,
            fault -> assertThat(fault.fault()).isEqualTo(Fault.NOT_A_NUMBER));
  }

  @Test
  void refusesMoreDigitsThanTheLedgerKeeps() {
    assertThatThrownBy(() -> Quantity.of("0.1234567"))
        .isInstanceOfSatisfying(
            QuantityException.class,
            fault -> {
              assertThat(fault.fault()).isEqualTo(Fault.TOO_MANY_DECIMALS);
              assertThat(fault.limit()).isEqualTo(6);
            });
    assertThatThrownBy(() -> Quantity.of("12345678901234"))
        .isInstanceOf(QuantityException.class)
        .hasMessageContaining("13 digits");
    assertThat(Quantity.of("9999999999999.999999").decimals()).isEqualTo(6);
  }

  @Test
  void anItemRefusesFinerQuantitiesInsteadOfRounding() {
    MeasureRule rope = new MeasureRule(UnitOfMeasure.METRE, 3, Tracking.NONE);
    MeasureRule shackle = new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.NONE);
    assertThat(rope.check(Quantity.of("12.125"))).isEqualTo(Quantity.of("12.125"));
    assertThatThrownBy(() -> rope.check(Quantity.of("12.1255"))).hasMessageContaining("3 decimals");
    assertThatThrownBy(() -> shackle.check(Quantity.of("1.5"))).hasMessageContaining("not whole");
    assertThatThrownBy(() -> shackle.check(Quantity.ZERO)).hasMessageContaining("more than zero");
    assertThat(shackle.allows(Quantity.of(-1))).isFalse();
  }

  @Test
  void piecesWithSerialNumbersAreWhole() {
    assertThatThrownBy(() -> new MeasureRule(UnitOfMeasure.PIECE, 1, Tracking.SERIAL))
        .isInstanceOf(IllegalArgumentException.class);
    assertThat(Tracking.LOT_AND_SERIAL.needsLot()).isTrue();
    assertThat(Tracking.LOT.needsSerial()).isFalse();
  }

  @Test
  void breaksIntoPacksLargestFirst() {
    PackBreakdown broken = PackBreakdown.of(Quantity.of(234), List.of(BOX, CARTON));
    assertThat(broken.parts())
        .containsExactly(new PackBreakdown.Part(CARTON, 2), new PackBreakdown.Part(BOX, 3));
    assertThat(broken.loose()).isEqualTo(Quantity.of(4));
  }

  @Test
  void packsHoldSomething() {
    assertThatThrownBy(() -> new Pack("drum", Quantity.ZERO)).isInstanceOf(QuantityException.class);
    assertThatThrownBy(() -> new Pack(" ", Quantity.ONE)).hasMessageContaining("name");
  }

  @Test
  void knowsItsUnitsByTheirStandardCodes() {
    assertThat(UnitOfMeasure.ofCode("MTR")).contains(UnitOfMeasure.METRE);
    assertThat(UnitOfMeasure.ofCode("XYZ")).isEmpty();
  }

  @Property
  void whatIsBrokenIntoPacksAddsUpAgain(
      @ForAll @BigRange(min = "-100000", max = "100000") @Scale(3) BigDecimal amount,
      @ForAll @IntRange(min = 2, max = 500) int small,
      @ForAll @IntRange(min = 2, max = 5000) int large) {
    Quantity quantity = new Quantity(amount);
    List<Pack> packs =
        List.of(new Pack("small", Quantity.of(small)), new Pack("large", Quantity.of(large)));
    PackBreakdown broken = PackBreakdown.of(quantity, packs);
    assertThat(broken.total()).isEqualTo(quantity);
    assertThat(broken.loose().amount().abs())
        .isLessThan(BigDecimal.valueOf(Math.min(small, large)));
  }

  @Property
  void wholePacksAreAsMuchAsGoesIntoThem(
      @ForAll @BigRange(min = "0", max = "100000") @Scale(3) BigDecimal amount,
      @ForAll @IntRange(min = 0, max = 500) int pack) {
    Quantity quantity = new Quantity(amount);
    Quantity wholes = quantity.inWholes(Quantity.of(pack));
    assertThat(wholes).isLessThanOrEqualTo(quantity);
    if (pack == 0) {
      assertThat(wholes).as("what comes in no packs is whole").isEqualTo(quantity);
    } else {
      assertThat(quantity.minus(wholes)).isLessThan(Quantity.of(pack));
      assertThat(wholes.inWholes(Quantity.of(pack))).isEqualTo(wholes);
      assertThat(wholes.amount().remainder(BigDecimal.valueOf(pack))).isZero();
    }
  }

  @Property
  void sumsAreExact(
      @ForAll @BigRange(min = "-999999", max = "999999") @Scale(6) BigDecimal a,
      @ForAll @BigRange(min = "-999999", max = "999999") @Scale(6) BigDecimal b) {
    Quantity sum = new Quantity(a).plus(new Quantity(b));
    assertThat(sum.minus(new Quantity(b))).isEqualTo(new Quantity(a));
    assertThat(sum.negated().plus(sum)).isEqualTo(Quantity.ZERO);
  }
}
