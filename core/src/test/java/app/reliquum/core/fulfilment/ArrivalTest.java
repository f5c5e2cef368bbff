package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.fulfilment.Arrival.OrderLine;
import app.reliquum.core.fulfilment.Arrival.Origin;
import app.reliquum.core.fulfilment.Arrival.Part;
import app.reliquum.core.fulfilment.Arrival.State;
import app.reliquum.core.quantity.NumberRule;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ArrivalTest {

  private static OrderLine line(int line, Origin origin, long quantity, long received) {
    return new OrderLine(line, origin, Quantity.of(quantity), Quantity.of(received));
  }

  @Test
  void fillsTheLowestLineFirstAndKeepsWhatIsBeyond() {
    List<OrderLine> lines =
        List.of(line(3, Origin.ORDERED, 50, 0), line(1, Origin.ORDERED, 20, 15));
    Arrival.Spread spread = Arrival.spread(lines, Quantity.of(60));
    assertThat(spread.parts())
        .containsExactly(new Part(1, Quantity.of(5)), new Part(3, Quantity.of(50)));
    assertThat(spread.beyond()).isEqualTo(Quantity.of(5));
  }

  @Test
  void whatCameBeyondUsesTheToleranceUp() {
    List<OrderLine> lines = List.of(line(1, Origin.ORDERED, 100, 100), line(2, Origin.OVER, 8, 8));
    assertThat(Arrival.most(lines, BigDecimal.TEN, 0)).isEqualTo(Quantity.of(2));
    assertThat(Arrival.most(lines, BigDecimal.ZERO, 0)).isEqualTo(Quantity.ZERO);
    assertThat(Arrival.most(List.of(line(1, Origin.ORDERED, 5, 0)), BigDecimal.TEN, 0))
        .isEqualTo(Quantity.of(5));
    assertThat(Arrival.most(List.of(line(1, Origin.ORDERED, 5, 0)), BigDecimal.TEN, 1))
        .isEqualTo(Quantity.of("5.5"));
  }

  @Test
  void anOrderIsAsFarAsItsLines() {
    assertThat(Arrival.state(List.of(line(1, Origin.ORDERED, 5, 0)))).isEqualTo(State.EXPECTED);
    assertThat(Arrival.state(List.of(line(1, Origin.ORDERED, 5, 2)))).isEqualTo(State.ARRIVING);
    assertThat(Arrival.state(List.of(line(1, Origin.ORDERED, 5, 5)))).isEqualTo(State.RECEIVED);
    assertThat(Arrival.state(List.of(line(1, Origin.ADDED, 5, 5)))).isEqualTo(State.ARRIVING);
    assertThat(Arrival.state(List.of())).isEqualTo(State.EXPECTED);
  }

  @Property
  void nothingIsLostAndNoLineGetsMoreThanItExpects(@ForAll Random random) {
    List<OrderLine> lines = new ArrayList<>();
    for (int i = 1; i <= 1 + random.nextInt(6); i++) {
      int ordered = 1 + random.nextInt(50);
      lines.add(line(i, Origin.values()[random.nextInt(3)], ordered, random.nextInt(ordered + 1)));
    }
    Quantity arrived = Quantity.of(1 + random.nextInt(150));
    Arrival.Spread spread = Arrival.spread(lines, arrived);
    Quantity sum = spread.beyond();
    for (Part part : spread.parts()) {
      sum = sum.plus(part.quantity());
      OrderLine line = lines.get(part.line() - 1);
      assertThat(part.quantity()).isLessThanOrEqualTo(line.open());
    }
    assertThat(sum).isEqualTo(arrived);
  }

  @Test
  void numbersLotsByRule() {
    LocalDate day = LocalDate.of(2026, 3, 9);
    assertThat(NumberRule.HOUSE_LOTS.number(day, 7)).isEqualTo("L260309-07");
    assertThat(NumberRule.HOUSE_SERIALS.number(day, 7)).isEqualTo("S260309-007");
    assertThat(NumberRule.of("K{yyyy}.{ww}/{nnn}").number(day, 12)).isEqualTo("K2026.11/012");
    assertThat(NumberRule.of("K{yyyy}.{ww}/{nnn}").prefix(day)).isEqualTo("K2026.11/");
    assertThatIllegalArgumentException().isThrownBy(() -> NumberRule.of("K{year}{nn}"));
    assertThatIllegalArgumentException().isThrownBy(() -> NumberRule.of("K{yy}"));
  }

  @Test
  void whatIsOpenIsClosedShort() {
    List<Arrival.OrderLine> open =
        List.of(new Arrival.OrderLine(1, Arrival.Origin.ORDERED, Quantity.of(10), Quantity.of(4)));
    assertThat(Arrival.can(true, Arrival.State.EXPECTED, open))
        .containsExactly(
            Arrival.Action.SEND,
            Arrival.Action.CHANGE,
            Arrival.Action.AMEND,
            Arrival.Action.CLOSE_SHORT);
    assertThat(Arrival.can(true, Arrival.State.ARRIVING, open))
        .containsExactly(Arrival.Action.SEND, Arrival.Action.AMEND, Arrival.Action.CLOSE_SHORT);
    assertThat(Arrival.can(false, Arrival.State.EXPECTED, List.of()))
        .containsExactly(Arrival.Action.CLOSE);
    assertThat(Arrival.can(true, Arrival.State.CLOSED, open)).isEmpty();
  }

  @Test
  void aLineIsAmendedDownToWhatHasCome() {
    OrderLine some = line(1, Origin.ORDERED, 10, 4);
    assertThat(Arrival.amended(some, Quantity.of(4)).open()).isEqualTo(Quantity.ZERO);
    assertThat(Arrival.amended(some, Quantity.of(12)).open()).isEqualTo(Quantity.of(8));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Arrival.amended(some, Quantity.of(3)))
        .withMessageContaining("4 here already");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> Arrival.amended(line(2, Origin.OVER, 1, 1), Quantity.of(3)));
    OrderLine out = line(2, Origin.ORDERED, 0, 0);
    assertThat(Arrival.amendedState(List.of(out))).isEqualTo(Arrival.State.CLOSED);
    assertThat(Arrival.amendedState(List.of(out, line(1, Origin.ORDERED, 4, 4))))
        .isEqualTo(Arrival.State.RECEIVED);
    assertThat(Arrival.amendedState(List.of(out, line(1, Origin.ORDERED, 4, 0))))
        .isEqualTo(Arrival.State.EXPECTED);
  }

  /** 10 at 2.00 and 5 at 3.50 are 15 at 2.50; what nobody has a price for does not count. */
  @Test
  void whatCameIsPaidByTheAgreedCostsOfItsLines() {
    List<OrderLine> lines =
        List.of(
            new OrderLine(1, Origin.ORDERED, Quantity.of(10), Quantity.ZERO),
            new OrderLine(2, Origin.ORDERED, Quantity.of(5), Quantity.ZERO),
            new OrderLine(3, Origin.ORDERED, Quantity.of(5), Quantity.ZERO));
    Map<Integer, UnitCost> agreed =
        Map.of(1, new UnitCost(new BigDecimal("2.00")), 2, new UnitCost(new BigDecimal("3.50")));
    Arrival.Spread all = Arrival.spread(lines, Quantity.of(22));
    assertThat(all.paid(agreed).orElseThrow().amount()).isEqualByComparingTo("2.50");
    assertThat(Arrival.spread(lines, Quantity.of(4)).paid(agreed).orElseThrow().amount())
        .isEqualByComparingTo("2.00");
    assertThat(all.paid(Map.of())).isEmpty();
  }
}
