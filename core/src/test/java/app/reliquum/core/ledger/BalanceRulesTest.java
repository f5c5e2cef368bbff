package app.reliquum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class BalanceRulesTest {

  private static final long ITEM = 1;
  private static final long SERIAL_ITEM = 2;
  private static final long SUPPLIER = 90;
  private static final long ROAD = 91;
  private static final long LOAN = 92;
  private static final LocalDate TODAY = LocalDate.of(2026, 6, 1);
  private static final LocalDate OLD = LocalDate.of(2026, 1, 1);

  /** Facts that a test writes down. */
  private static final class Facts implements LedgerFacts {
    private final Map<PositionKey, Holding> holdings = new HashMap<>();
    private final Set<Long> serials = new HashSet<>();

    Facts hold(PositionKey key, String quantity, LocalDate inDate) {
      holdings.put(key, new Holding(Quantity.of(quantity), inDate));
      return this;
    }

    @Override
    public MeasureRule measure(long item) {
      return new MeasureRule(
          UnitOfMeasure.PIECE, 0, item == SERIAL_ITEM ? Tracking.SERIAL : Tracking.NONE);
    }

    @Override
    public PlaceKind kind(long place) {
      return place == SUPPLIER
          ? PlaceKind.SUPPLIER
          : place == ROAD
              ? PlaceKind.IN_TRANSIT
              : place == LOAN ? PlaceKind.ON_LOAN : PlaceKind.BIN;
    }

    @Override
    public Holding holding(PositionKey key) {
      return holdings.getOrDefault(key, Holding.EMPTY);
    }

    @Override
    public boolean inHouse(long serial) {
      return serials.contains(serial);
    }
  }

  private final Facts facts = new Facts();

  private static PositionKey key(long place) {
    return PositionKey.of(new Goods(ITEM, 0, 0), Spot.in(place));
  }

  private static Line line(Spot from, Spot to, String quantity) {
    return new Line(new Goods(ITEM, 0, 0), from, to, Quantity.of(quantity));
  }

  private Decision decide(Line... lines) {
    return BalanceRules.decide(new Draft(TODAY, List.of(lines)), facts);
  }

  private Map<PositionKey, Holding> after(Line... lines) {
    Map<PositionKey, Holding> after = new HashMap<>();
    ((Decision.Accepted) decide(lines))
        .changes()
        .forEach(change -> after.put(change.key(), change.after()));
    return after;
  }

  @Test
  void aUnitLoadIsAPositionOfItsOwn() {
    Spot loaded = new Spot(1, 7, Condition.GOOD);
    facts.hold(key(1), "5", OLD);
    Map<PositionKey, Holding> after = after(line(Spot.in(1), loaded, "3"));
    assertThat(after.get(key(1)).quantity()).isEqualTo(Quantity.of(2));
    assertThat(after.get(PositionKey.of(new Goods(ITEM, 0, 0), loaded)))
        .isEqualTo(new Holding(Quantity.of(3), OLD));
  }

  @Test
  void goodsOnTheRoadAndOnLoanAreStillOurs() {
    facts.hold(key(1), "5", OLD);
    assertThat(after(line(Spot.in(1), Spot.in(ROAD), "5")).get(key(ROAD)))
        .isEqualTo(new Holding(Quantity.of(5), OLD));
    assertThat(decide(line(Spot.in(LOAN), Spot.in(1), "1"))).isInstanceOf(Decision.Refused.class);
  }

  @Test
  void contraPlacesNeverRunOut() {
    assertThat(after(line(Spot.in(SUPPLIER), Spot.in(1), "1000000")).get(key(1)))
        .isEqualTo(new Holding(Quantity.of(1_000_000), TODAY));
  }

  @Test
  void heldAndGoodAreCountedApart() {
    Spot held = new Spot(1, 0, Condition.ON_HOLD);
    facts.hold(PositionKey.of(new Goods(ITEM, 0, 0), held), "4", OLD);
    Decision decision = decide(line(Spot.in(1), Spot.in(2), "1"));
    Refusal.NotEnough refusal = (Refusal.NotEnough) ((Decision.Refused) decision).reasons().get(0);
    assertThat(refusal.held()).isEqualTo(Quantity.ZERO);
    assertThat(decide(line(held, Spot.in(2), "4"))).isInstanceOf(Decision.Accepted.class);
  }

  @Test
  void mergingKeepsTheOlderInDateWhicheverCameFirst() {
    facts.hold(key(1), "5", OLD).hold(key(2), "5", TODAY);
    assertThat(after(line(Spot.in(1), Spot.in(2), "1")).get(key(2)).inDate()).isEqualTo(OLD);
    assertThat(after(line(Spot.in(2), Spot.in(1), "1")).get(key(1)).inDate()).isEqualTo(OLD);
  }

  @Test
  void everyShortPositionIsNamed() {
    facts.hold(key(1), "1", OLD).hold(key(2), "1", OLD);
    Decision decision =
        decide(line(Spot.in(1), Spot.in(3), "2"), line(Spot.in(2), Spot.in(3), "2"));
    assertThat(((Decision.Refused) decision).reasons())
        .extracting(reason -> ((Refusal.NotEnough) reason).key().place())
        .containsExactly(1L, 2L);
  }

  @Test
  void aSerialThatLeavesAndComesBackInOnePostingStays() {
    facts.serials.add(5L);
    facts.hold(new PositionKey(SERIAL_ITEM, 1, 0, 5, 0, Condition.GOOD), "1", OLD);
    Goods piece = new Goods(SERIAL_ITEM, 0, 5);
    Line out = new Line(piece, Spot.in(1), Spot.in(SUPPLIER), Quantity.ONE);
    Line back = new Line(piece, Spot.in(SUPPLIER), Spot.in(2), Quantity.ONE);
    assertThat(decide(out, back)).isInstanceOf(Decision.Accepted.class);
    assertThat(decide(back)).isInstanceOf(Decision.Refused.class);
  }

  @Test
  void positionsAreTouchedInTheOrderOfTheirKeys() {
    Draft draft =
        new Draft(
            TODAY, List.of(line(Spot.in(3), Spot.in(1), "1"), line(Spot.in(2), Spot.in(3), "1")));
    assertThat(draft.touched()).containsExactly(key(1), key(2), key(3));
    assertThat(key(1)).isLessThan(new PositionKey(2, 1, 0, 0, 0, Condition.GOOD));
    assertThat(key(1)).isLessThan(new PositionKey(ITEM, 1, 0, 0, 0, Condition.ON_HOLD));
    assertThat(key(1)).isLessThan(new PositionKey(ITEM, 1, 3, 0, 0, Condition.GOOD));
  }

  @Test
  void aLineAndItsReverseEndWhereTheyBegan() {
    Line there = line(Spot.in(1), Spot.in(2), "3");
    assertThat(there.reversed().reversed()).isEqualTo(there);
    assertThat(there.reversed().taken()).isEqualTo(there.put());
    assertThat(Reversal.of(List.of(there, line(Spot.in(2), Spot.in(3), "1")), false, false))
        .containsExactly(line(Spot.in(3), Spot.in(2), "1"), there.reversed());
  }

  @Test
  void nothingIsMovedWithoutSayingWhatAndWhere() {
    assertThatThrownBy(() -> new Goods(0, 0, 0)).hasMessageContaining("item");
    assertThatThrownBy(() -> Spot.in(0)).hasMessageContaining("place");
    assertThatThrownBy(() -> new Decision.Refused(List.of())).hasMessageContaining("reason");
    assertThat(new Holding(Quantity.ZERO, OLD)).isEqualTo(Holding.EMPTY);
    assertThat(key(4).goods()).isEqualTo(new Goods(ITEM, 0, 0));
    assertThat(key(4).spot()).isEqualTo(Spot.in(4));
  }
}
