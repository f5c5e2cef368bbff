package app.reliquum.core.costing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.costing.Valuation.Moved;
import app.reliquum.core.costing.Valuation.PoolKey;
import app.reliquum.core.costing.Valuation.Undone;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class CostPoolTest {

  private static final Instant MAY = Instant.parse("2026-05-01T00:00:00Z");
  private static final Instant JUNE = Instant.parse("2026-06-01T00:00:00Z");

  private static CostLayer goods(long lot, Instant since, int quantity, String value) {
    return new CostLayer(lot, since, Quantity.of(quantity), new BigDecimal(value));
  }

  /** Ten at two each in May, ten at three each in June, in lots of their own. */
  private static CostPool pool(CostMethod method) {
    return new CostPool(method, List.of(goods(5, MAY, 10, "20.00"), goods(6, JUNE, 10, "30.00")));
  }

  private static BigDecimal sum(Stream<CostLayer> layers) {
    return layers.map(CostLayer::value).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  private static BigDecimal taken(CostMethod method, long lot, int quantity) {
    return sum(pool(method).take(lot, Quantity.of(quantity)).stream());
  }

  @Test
  void whatLeavesTakesAlongWhatTheMethodSays() {
    assertThat(taken(CostMethod.MOVING_AVERAGE, 6, 4)).isEqualByComparingTo("10.00");
    assertThat(taken(CostMethod.FIFO, 6, 4)).isEqualByComparingTo("8.00");
    assertThat(taken(CostMethod.LOT, 6, 4)).isEqualByComparingTo("12.00");
    // Two layers in one go.
    assertThat(taken(CostMethod.FIFO, 5, 12)).isEqualByComparingTo("26.00");
  }

  @Test
  void theLastPieceTakesWhatIsLeft() {
    CostPool pool = new CostPool(CostMethod.MOVING_AVERAGE, List.of(goods(0, MAY, 3, "10.00")));
    assertThat(sum(pool.take(0, Quantity.ONE).stream())).isEqualByComparingTo("3.33");
    assertThat(sum(pool.take(0, Quantity.ONE).stream())).isEqualByComparingTo("3.34");
    assertThat(sum(pool.take(0, Quantity.ONE).stream())).isEqualByComparingTo("3.33");
    assertThat(pool.value()).isEqualByComparingTo("0.00");
    assertThat(pool.layers()).isEmpty();
  }

  @Test
  void moreThanThereIsCanNotLeave() {
    assertThatThrownBy(() -> pool(CostMethod.FIFO).take(5, Quantity.of(21)))
        .isInstanceOf(IllegalStateException.class);
    assertThatThrownBy(() -> pool(CostMethod.LOT).take(5, Quantity.of(11)))
        .isInstanceOf(IllegalStateException.class);
  }

  @Test
  void aPoolIsFormedAnewByAnotherMethodAndKeepsItsValue() {
    for (CostMethod method : CostMethod.values()) {
      CostPool formed = new CostPool(CostMethod.MOVING_AVERAGE, pool(method).layers());
      assertThat(formed.value()).isEqualByComparingTo("50.00");
      assertThat(formed.layers()).hasSize(1);
      assertThat(formed.unitCost(0)).isEqualTo(new UnitCost(new BigDecimal("2.5")));
    }
  }

  @Test
  void anotherCostChangesTheValueByTheDifference() {
    CostPool pool = pool(CostMethod.FIFO);
    assertThat(pool.revalue(new UnitCost(new BigDecimal("2.20")))).isEqualByComparingTo("-6.00");
    assertThat(pool.value()).isEqualByComparingTo("44.00");
    assertThat(pool.layers()).hasSize(2);
  }

  private static final PoolKey HERE = new PoolKey(1, 1);
  private static final PoolKey THERE = new PoolKey(1, 2);

  private static Moved line(PoolKey from, PoolKey to, int quantity, UnitCost paid, Undone undone) {
    return new Moved(5, Quantity.of(quantity), from, to, paid, undone, JUNE);
  }

  private static BigDecimal value(Moved line, CostPool here, CostPool there, String known) {
    return worth(line, here, there, known).value();
  }

  private static Valuation.Worth worth(Moved line, CostPool here, CostPool there, String known) {
    return Valuation.of(
            List.of(line),
            Map.of(HERE, here, THERE, there),
            known == null ? Map.of() : Map.of(1L, new UnitCost(new BigDecimal(known))))
        .get(0);
  }

  private static Moved toScrap(PoolKey from, int quantity, int keptPercent) {
    return new Moved(5, Quantity.of(quantity), from, THERE, null, null, JUNE, keptPercent);
  }

  @Test
  void whatIsPutWhereLessOfItsCostIsKeptLeavesTheRestBehind() {
    CostPool here = new CostPool(CostMethod.MOVING_AVERAGE, List.of(goods(0, MAY, 10, "12.30")));
    CostPool scrap = new CostPool(CostMethod.MOVING_AVERAGE, List.of());
    // 4.92 moves, 20 % of it is 0.984.
    assertThat(worth(toScrap(HERE, 4, 20), here, scrap, null))
        .isEqualTo(new Valuation.Worth(new BigDecimal("4.92"), new BigDecimal("3.94")));
    assertThat(scrap.value()).isEqualByComparingTo("0.98");
    // Found among scrap, it is worth what scrap is worth: nothing more is written off.
    assertThat(worth(toScrap(null, 4, 20), here, scrap, "9"))
        .isEqualTo(new Valuation.Worth(new BigDecimal("0.98"), new BigDecimal("0.00")));
    CostPool none = new CostPool(CostMethod.MOVING_AVERAGE, List.of());
    assertThat(worth(toScrap(null, 1, 0), here, none, "9"))
        .isEqualTo(new Valuation.Worth(new BigDecimal("9.00"), new BigDecimal("9.00")));
    assertThat(none.value()).isZero();
  }

  @Test
  void whatWasWrittenOffComesBackWithTheLineThatUndoesIt() {
    CostPool here = new CostPool(CostMethod.MOVING_AVERAGE, List.of(goods(0, MAY, 10, "12.30")));
    CostPool scrap = new CostPool(CostMethod.MOVING_AVERAGE, List.of(goods(0, MAY, 4, "40.00")));
    worth(toScrap(HERE, 4, 20), here, scrap, null);
    Moved back =
        line(
            THERE, HERE, 4, null, new Undone(JUNE, new BigDecimal("4.92"), new BigDecimal("3.94")));
    assertThat(worth(back, here, scrap, null))
        .isEqualTo(new Valuation.Worth(new BigDecimal("0.98"), new BigDecimal("-3.94")));
    assertThat(here.value()).isEqualByComparingTo("12.30");
    assertThat(scrap.value()).isEqualByComparingTo("40.00");
  }

  @Test
  void whatComesInWithoutAPriceIsWorthWhatLiesThereOrIsKnown() {
    CostPool empty = new CostPool(CostMethod.MOVING_AVERAGE, List.of());
    Moved found = line(null, HERE, 2, null, null);
    assertThat(value(found, pool(CostMethod.MOVING_AVERAGE), empty, "9"))
        .isEqualByComparingTo("5.00");
    assertThat(value(found, pool(CostMethod.LOT), empty, "9")).isEqualByComparingTo("4.00");
    assertThat(value(found, new CostPool(CostMethod.FIFO, List.of()), empty, "9"))
        .isEqualByComparingTo("18.00");
    assertThat(value(found, new CostPool(CostMethod.FIFO, List.of()), empty, null)).isZero();
  }

  @Test
  void goodsThatGoToAnotherPoolKeepTheirValueAndTheirAge() {
    CostPool here = pool(CostMethod.FIFO);
    CostPool there = new CostPool(CostMethod.FIFO, List.of());
    assertThat(value(line(HERE, THERE, 12, null, null), here, there, null))
        .isEqualByComparingTo("26.00");
    assertThat(there.layers())
        .containsExactly(goods(0, MAY, 10, "20.00"), goods(0, JUNE, 2, "6.00"));
    assertThat(value(line(HERE, HERE, 1, null, null), here, there, null)).isZero();
  }

  @Test
  void whatIsTakenBackTakesItsOwnValueBackAsFarAsItIsThere() {
    CostPool here = new CostPool(CostMethod.MOVING_AVERAGE, List.of(goods(0, MAY, 10, "10.00")));
    CostPool none = new CostPool(CostMethod.MOVING_AVERAGE, List.of());
    Moved dear = line(null, HERE, 10, new UnitCost(new BigDecimal("3")), null);
    assertThat(value(dear, here, none, null)).isEqualByComparingTo("30.00");
    Moved back = line(HERE, null, 10, null, new Undone(JUNE, new BigDecimal("30.00")));
    assertThat(value(back, here, none, null)).isEqualByComparingTo("30.00");
    assertThat(here.value()).isEqualByComparingTo("10.00");
    // Most of it has been sold at the average since: what is left can't be worth less than nothing.
    value(dear, here, none, null);
    value(line(HERE, null, 9, null, null), here, none, null);
    assertThat(value(back, here, none, null)).isEqualByComparingTo("22.00");
    assertThat(here.quantity()).isEqualTo(Quantity.ONE);
    assertThat(here.value()).isEqualByComparingTo("0.00");
    // A sale that is taken back brings back what it took.
    Moved unsold = line(null, HERE, 9, null, new Undone(JUNE, new BigDecimal("18.00")));
    assertThat(value(unsold, here, none, null)).isEqualByComparingTo("18.00");
  }

  @Test
  void theJournalBalancesAndLeavesOutWhatComesToNothing() {
    List<Journal.Entry> entries =
        new Journal()
            .moved("2100", "1400", new BigDecimal("12.34"))
            .moved("1400", "5000", new BigDecimal("2.34"))
            .moved("1410", "1400", new BigDecimal("7.00"))
            .moved("1400", "1410", new BigDecimal("7.00"))
            .entries();
    assertThat(entries)
        .containsExactly(
            new Journal.Entry("1400", new BigDecimal("10.00"), new BigDecimal("0.00")),
            new Journal.Entry("2100", new BigDecimal("0.00"), new BigDecimal("12.34")),
            new Journal.Entry("5000", new BigDecimal("2.34"), new BigDecimal("0.00")));
  }
}
