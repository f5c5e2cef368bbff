package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.demand.Sourcing.Way;
import app.reliquum.core.quantity.Quantity;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class SupplyRuleTest {

  private static Quantity of(int amount) {
    return Quantity.of(Integer.toString(amount));
  }

  @ParameterizedTest
  @EnumSource
  void whatWaitsForStockAsksForNothingAndEveryOtherForWhatNothingComesFor(SupplyRule rule) {
    boolean waits = rule == SupplyRule.FROM_STOCK;
    assertThat(rule.way().isEmpty()).isEqualTo(waits);
    assertThat(rule.toAskFor(of(6), Quantity.ZERO)).isEqualTo(waits ? Quantity.ZERO : of(6));
  }

  @ParameterizedTest
  @EnumSource
  void whatWasRefusedIsNotAskedForAgain(SupplyRule rule) {
    assertThat(rule.toAskFor(of(6), of(6))).isEqualTo(Quantity.ZERO);
    assertThat(rule.toAskFor(of(6), of(9))).isEqualTo(Quantity.ZERO);
    if (rule.way().isPresent()) {
      assertThat(rule.toAskFor(of(6), of(4))).isEqualTo(of(2));
    }
  }

  @ParameterizedTest
  @EnumSource
  void whatIsBoughtOrMadeForAnOrderTakesOnlyWhatCameForIt(SupplyRule rule) {
    assertThat(rule.mayReserve(of(10), of(0))).isEqualTo(rule.fromStock() ? of(10) : of(0));
    assertThat(rule.mayReserve(of(10), of(4))).isEqualTo(rule.fromStock() ? of(10) : of(4));
    // More came than it lacks, because it is sold in fives.
    assertThat(rule.mayReserve(of(3), of(5))).isEqualTo(of(3));
  }

  @ParameterizedTest
  @EnumSource
  void forAnOrderIsBoughtOrMade(SupplyRule rule) {
    if (!rule.fromStock()) {
      assertThat(rule.way()).get().isIn(Way.BUY, Way.MAKE);
    }
  }
}
