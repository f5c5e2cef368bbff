package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.reliquum.core.demand.OrderQuantity.Cause;
import app.reliquum.core.quantity.Quantity;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class OrderQuantityTest {

  private static final SupplyTerms BY_24 = new SupplyTerms(Quantity.ZERO, Quantity.of(24));

  private static OrderQuantity of(double wanted, SupplyTerms terms, int below) {
    return OrderQuantity.of(wanted, terms, Quantity.of(below), Optional.empty(), 0);
  }

  @Test
  void orderingAndKeepingTogetherCostLeast() {
    double economic = OrderQuantity.economic(1460, 12, 2);
    assertThat(economic).isEqualTo(132.4, within(0.05));
    assertThat(of(economic, BY_24, 0))
        .isEqualTo(new OrderQuantity(economic, Cause.ECONOMY, Quantity.of(144)));
    assertThatThrownBy(() -> OrderQuantity.economic(1460, 12, 0)).hasMessageContaining("keeping");
  }

  @Test
  void theSuppliersMinimumComesBeforeHisMultiple() {
    SupplyTerms terms = new SupplyTerms(Quantity.of(50), Quantity.of(24));
    assertThat(of(30, terms, 0)).isEqualTo(new OrderQuantity(30, Cause.MINIMUM, Quantity.of(72)));
  }

  @Test
  void farBelowThePointItIsTheLeastThatReachesIt() {
    assertThat(of(132.4, BY_24, 200).quantity()).isEqualTo(Quantity.of(216));
    assertThat(of(132.4, BY_24, 200).cause()).isEqualTo(Cause.REACHES_POINT);
    assertThat(of(132.4, BY_24, 144).cause()).isEqualTo(Cause.ECONOMY);
  }

  @Test
  void noMoreThanWillBeUsedBeforeItExpires() {
    Optional<Quantity> usable = Optional.of(Quantity.of(100));
    OrderQuantity quantity = OrderQuantity.of(132.4, BY_24, Quantity.ZERO, usable, 0);
    assertThat(quantity.quantity()).isEqualTo(Quantity.of(96));
    assertThat(quantity.cause()).isEqualTo(Cause.EXPIRY);
    // What is missing at the point is asked for all the same.
    assertThat(OrderQuantity.of(132.4, BY_24, Quantity.of(110), usable, 0).quantity())
        .isEqualTo(Quantity.of(120));
    // If even the least order is too much, none is made for economy's sake.
    assertThat(
            OrderQuantity.of(132.4, BY_24, Quantity.ZERO, Optional.of(Quantity.of(20)), 0)
                .quantity())
        .isEqualTo(Quantity.ZERO);
  }

  @Property
  void aProposalReachesThePointInWholeMultiplesAndNotBelowTheMinimum(
      @ForAll @IntRange(min = 1, max = 500) int wanted,
      @ForAll @IntRange(min = 0, max = 500) int minimum,
      @ForAll @IntRange(min = 0, max = 60) int multiple,
      @ForAll @IntRange(min = 0, max = 2000) int below) {
    SupplyTerms terms = new SupplyTerms(Quantity.of(minimum), Quantity.of(multiple));
    Quantity quantity = of(wanted, terms, below).quantity();
    assertThat(quantity).isGreaterThanOrEqualTo(Quantity.of(Math.max(below, minimum)));
    assertThat(quantity.inWholes(Quantity.of(multiple))).isEqualTo(quantity);
    assertThat(terms.atMost(quantity)).isEqualTo(quantity);
  }

  @Test
  void aPolicyOrdersAtItsPointAndNotAbove() {
    var policy = new ReplenishmentPolicy.PointAndQuantity(Quantity.of(61), Quantity.of(132));
    assertThat(policy.toOrder(position(62, 0, 0), BY_24)).isEqualTo(Quantity.ZERO);
    assertThat(policy.toOrder(position(61, 0, 0), BY_24)).isEqualTo(Quantity.of(144));
    // What is coming counts, and what is promised does not.
    assertThat(policy.toOrder(position(20, 60, 0), BY_24)).isEqualTo(Quantity.ZERO);
    assertThat(policy.toOrder(position(20, 60, 20), BY_24)).isEqualTo(Quantity.of(144));
    var upTo = new ReplenishmentPolicy.PointAndUpTo(Quantity.of(61), Quantity.of(200));
    assertThat(upTo.toOrder(position(50, 0, 0), BY_24)).isEqualTo(Quantity.of(168));
    assertThat(new ReplenishmentPolicy.None().toOrder(position(0, 0, 9), BY_24))
        .isEqualTo(Quantity.ZERO);
    assertThatThrownBy(() -> new ReplenishmentPolicy.PointAndUpTo(Quantity.of(9), Quantity.of(8)))
        .hasMessageContaining("below the point");
  }

  @Test
  void forOrdersOnlyWhatIsMissingIsOrdered() {
    SupplyTerms by5 = new SupplyTerms(Quantity.ZERO, Quantity.of(5));
    var policy = new ReplenishmentPolicy.OnlyForOrders();
    assertThat(policy.toOrder(position(4, 0, 10), by5)).isEqualTo(Quantity.of(10));
    assertThat(policy.toOrder(position(4, 6, 10), by5)).isEqualTo(Quantity.ZERO);
  }

  @Property
  void noPolicyWithAPointLeavesThePositionBelowIt(
      @ForAll @IntRange(min = 0, max = 300) int free,
      @ForAll @IntRange(min = 0, max = 300) int coming,
      @ForAll @IntRange(min = 0, max = 900) int promised,
      @ForAll @IntRange(min = 0, max = 200) int point,
      @ForAll @IntRange(min = 1, max = 100) int quantity,
      @ForAll @IntRange(min = 0, max = 30) int multiple) {
    SupplyTerms terms = new SupplyTerms(Quantity.ZERO, Quantity.of(multiple));
    StockPosition position = position(free, coming, promised);
    Quantity level = Quantity.of(point);
    for (ReplenishmentPolicy policy :
        new ReplenishmentPolicy[] {
          new ReplenishmentPolicy.PointAndQuantity(level, Quantity.of(quantity)),
          new ReplenishmentPolicy.PointAndUpTo(level, level.plus(Quantity.of(quantity)))
        }) {
      Quantity after = position.level().plus(policy.toOrder(position, terms));
      assertThat(after).isGreaterThanOrEqualTo(level);
    }
  }

  private static StockPosition position(int free, int coming, int promised) {
    return new StockPosition(Quantity.of(free), Quantity.of(coming), Quantity.of(promised));
  }
}
