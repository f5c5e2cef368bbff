package app.reliquum.core.counting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

class CountingTest {

  private static final long COUNT_DIFFERENCE = 900;

  private static Instant at(String clock) {
    return Instant.parse("2026-03-02T" + clock + ":00Z");
  }

  private static Quantity q(long amount) {
    return Quantity.of(amount);
  }

  private static BookAt.Movement moved(String clock, long change) {
    return new BookAt.Movement(at(clock), q(change));
  }

  private static Statement.Part part(long person, long counted, String first, String last) {
    return new Statement.Part(person, q(counted), at(first), at(last));
  }

  private static PositionKey key(long item, long place, long serial) {
    return new PositionKey(item, place, 0, serial, 0, Condition.GOOD);
  }

  /** Book 40 at nine, a pick of 5 at ten, a pick of 4 at eleven. */
  private static final List<BookAt.Movement> PICKS =
      List.of(moved("10:00", -5), moved("11:00", -4));

  private static final Quantity NOW = q(31);

  @Nested
  class TheMoment {

    @Test
    void aVarianceIsWhatTheBookWasWrongByWhenTheGoodsWereScanned() {
      Statement counted = Statement.of(List.of(part(1, 33, "10:30", "10:30")));
      Quantity variance = counted.variance(BookAt.of(NOW, PICKS, counted.moment()));
      assertThat(variance).isEqualTo(q(-2));
      assertThat(NOW.plus(variance)).isEqualTo(q(29));
    }

    @Test
    void aLineThatArrivesLateIsComparedWithTheTimeWhenItWasCounted() {
      assertThat(BookAt.of(NOW, PICKS, at("10:30"))).isEqualTo(q(35));
      assertThat(BookAt.of(NOW, PICKS, at("11:30"))).isEqualTo(q(31));
      assertThat(BookAt.of(NOW, PICKS, at("09:30"))).isEqualTo(q(40));
    }

    @Test
    void aMoveAtTheVeryMomentCountsAsBefore() {
      assertThat(BookAt.of(NOW, PICKS, at("10:00"))).isEqualTo(q(35));
    }

    @Test
    void aMoveThatArrivesLateWithAnEarlierTimeChangesTheVariance() {
      List<BookAt.Movement> withLate =
          List.of(moved("10:00", -5), moved("11:00", -4), moved("10:15", -2));
      Quantity now = q(29);
      assertThat(q(33).minus(BookAt.of(now, withLate, at("10:30")))).isEqualTo(Quantity.ZERO);
    }

    @Test
    void goodsThatMoveWhileTheyAreCountedDisturbTheCount() {
      Statement slow = Statement.of(List.of(part(1, 33, "09:50", "10:05")));
      assertThat(slow.disturbed(PICKS)).isTrue();
      Statement quick = Statement.of(List.of(part(1, 33, "10:30", "10:31")));
      assertThat(quick.disturbed(PICKS)).isFalse();
    }
  }

  @Nested
  class Parts {

    @Test
    void severalPeopleInOneBinAddUp() {
      Statement both =
          Statement.of(List.of(part(1, 4, "10:00", "10:10"), part(2, 3, "10:05", "10:07")));
      assertThat(both.quantity()).isEqualTo(q(7));
      assertThat(both.since()).isEqualTo(at("10:00"));
      assertThat(both.moment()).isEqualTo(at("10:10"));
      assertThat(both.people()).containsExactlyInAnyOrder(1L, 2L);
    }

    @Test
    void aFigureThatIsTypedReplacesWhatWasScannedAndMoreScansAddToIt() {
      Statement.Part part = part(1, 3, "10:00", "10:01").corrected(q(12), at("10:02"));
      assertThat(part.plus(q(1), at("10:03")).quantity()).isEqualTo(q(13));
      assertThat(part.first()).isEqualTo(at("10:02"));
    }

    @Test
    void nobodyCountsLessThanNothingOrBackwards() {
      assertThatThrownBy(() -> part(1, -1, "10:00", "10:00"))
          .isInstanceOf(IllegalArgumentException.class);
      assertThatThrownBy(() -> part(1, 1, "10:01", "10:00"))
          .isInstanceOf(IllegalArgumentException.class);
      assertThatThrownBy(() -> Statement.of(List.of()))
          .isInstanceOf(IllegalArgumentException.class);
    }
  }

  @Nested
  class Tolerances {

    private final UnitCost cost = new UnitCost(new BigDecimal("2.50"));

    @Test
    void allLimitsThatAreSetMustHold() {
      CountTolerance both = new CountTolerance(q(2), new BigDecimal("5"), new BigDecimal("10"));
      assertThat(both.allows(q(100), q(-2), cost)).isTrue();
      assertThat(both.allows(q(100), q(3), cost)).as("more than 2").isFalse();
      assertThat(both.allows(q(20), q(2), cost)).as("more than 5 %%").isFalse();
      assertThat(both.allows(q(100), q(2), new UnitCost(new BigDecimal("6")))).isFalse();
    }

    @Test
    void withoutLimitsOnlyWhatIsRightPasses() {
      assertThat(CountTolerance.NONE.allows(q(5), Quantity.ZERO, cost)).isTrue();
      assertThat(CountTolerance.NONE.allows(q(5), q(1), cost)).isFalse();
    }

    @Test
    void whatTheBookDidNotHaveIsAHundredPerCent() {
      assertThat(CountTolerance.percent(Quantity.ZERO, q(3))).isEqualByComparingTo("100");
      assertThat(CountTolerance.percent(q(40), q(-2))).isEqualByComparingTo("-5");
      assertThat(CountTolerance.percent(Quantity.ZERO, Quantity.ZERO)).isEqualByComparingTo("0");
    }

    @Test
    void aLimitIsNotNegative() {
      assertThatThrownBy(() -> new CountTolerance(q(-1), null, null))
          .isInstanceOf(IllegalArgumentException.class);
    }
  }

  @Nested
  class Settling {

    private Settlement.Round round(long person, long variance) {
      return new Settlement.Round(Set.of(person), q(variance));
    }

    @Test
    void oneCountHoldsUntilARecountIsAskedFor() {
      assertThat(Settlement.of(List.of(round(1, -2)), 1))
          .isEqualTo(new Settlement.Settled(1, q(-2)));
      assertThat(Settlement.of(List.of(round(1, -2)), 2))
          .isEqualTo(new Settlement.CountAgain(Set.of(1L)));
    }

    @Test
    void twoEqualCountsByTwoPeopleSettle() {
      assertThat(Settlement.of(List.of(round(1, -2), round(2, -2)), 2))
          .isEqualTo(new Settlement.Settled(2, q(-2)));
    }

    @Test
    void thePersonWhoCountedCanNotConfirmThemselves() {
      assertThat(Settlement.of(List.of(round(1, -2), round(1, -2)), 2))
          .isInstanceOf(Settlement.CountAgain.class);
    }

    @Test
    void elseAThirdDecidesBetweenThem() {
      List<Settlement.Round> apart = List.of(round(1, -2), round(2, 0));
      assertThat(Settlement.of(apart, 2)).isEqualTo(new Settlement.CountAgain(Set.of(1L, 2L)));
      assertThat(Settlement.of(List.of(round(1, -2), round(2, 0), round(3, -2)), 3))
          .isEqualTo(new Settlement.Settled(3, q(-2)));
      assertThat(Settlement.of(List.of(round(1, -2), round(2, 0), round(3, 5)), 3))
          .isInstanceOf(Settlement.CountAgain.class);
    }
  }

  @Nested
  class Sweeping {

    private final Map<PositionKey, Quantity> book =
        Map.of(
            key(1, 10, 0), q(4), key(2, 10, 71), q(1), key(2, 10, 72), q(1), key(3, 10, 0), q(0));

    @Test
    void whatIsNotScannedIsNotThereSerialsIncluded() {
      assertThat(Sweep.notFound(book, Set.of(key(2, 10, 71))))
          .containsExactly(key(1, 10, 0), key(2, 10, 72));
    }

    @Test
    void anEmptyBinStatesEverything() {
      assertThat(Sweep.notFound(book, Set.of())).hasSize(3);
    }

    @Test
    void aYesCoversOnlyWhatWasOnTheList() {
      Set<PositionKey> seen = Set.of(key(1, 10, 0));
      assertThat(Sweep.covers(seen, Set.of(key(1, 10, 0)))).isTrue();
      assertThat(Sweep.covers(seen, Set.of())).isTrue();
      assertThat(Sweep.covers(seen, Set.of(key(1, 10, 0), key(4, 10, 0)))).isFalse();
    }
  }

  @Nested
  class Correcting {

    private Correction.Settled settled(PositionKey key, long variance) {
      return new Correction.Settled(key, q(variance), at("10:30"));
    }

    private List<Line> lines(Map<Long, PositionKey> pieces, Correction.Settled... settled) {
      return Correction.lines(List.of(settled), pieces, COUNT_DIFFERENCE).stream()
          .map(Correction.Dated::line)
          .toList();
    }

    @Test
    void moreComesFromCountDifferenceAndLessGoesThere() {
      List<Line> lines = lines(Map.of(), settled(key(1, 10, 0), 3), settled(key(1, 11, 0), -2));
      assertThat(lines.get(0).from().place()).isEqualTo(COUNT_DIFFERENCE);
      assertThat(lines.get(0).to().place()).isEqualTo(10);
      assertThat(lines.get(0).quantity()).isEqualTo(q(3));
      assertThat(lines.get(1).from().place()).isEqualTo(11);
      assertThat(lines.get(1).to().place()).isEqualTo(COUNT_DIFFERENCE);
    }

    @Test
    void whatIsRightIsNotPosted() {
      assertThat(lines(Map.of(), settled(key(1, 10, 0), 0))).isEmpty();
    }

    @Test
    void aPieceThatTurnsUpElsewhereIsMovedFromWhereTheBookHadIt() {
      PositionKey here = key(2, 10, 71);
      PositionKey there = key(2, 11, 71);
      List<Line> lines = lines(Map.of(71L, there), settled(here, 1), settled(there, -1));
      assertThat(lines).hasSize(1);
      assertThat(lines.get(0).from().place()).isEqualTo(11);
      assertThat(lines.get(0).to().place()).isEqualTo(10);
      assertThat(lines(Map.of(71L, there), settled(here, 1))).isEqualTo(lines);
    }

    @Test
    void aPieceThatIsNowhereIsFound() {
      assertThat(lines(Map.of(), settled(key(2, 10, 71), 1)).get(0).from().place())
          .isEqualTo(COUNT_DIFFERENCE);
    }

    @Test
    void aLaterCountThatIsPostedOvertakesAnEarlierOne() {
      assertThat(Correction.overtaken(at("10:30"), null)).isFalse();
      assertThat(Correction.overtaken(at("10:30"), at("10:00"))).isFalse();
      assertThat(Correction.overtaken(at("10:30"), at("10:30"))).isTrue();
      assertThat(Correction.overtaken(at("10:30"), at("11:00"))).isTrue();
    }
  }

  @Test
  void accuracyIsWhatWasWithinToleranceOfAllThatWasCounted() {
    RecordAccuracy of =
        RecordAccuracy.of(
            List.of(
                new RecordAccuracy.Counted(true, new BigDecimal("100"), BigDecimal.ZERO),
                new RecordAccuracy.Counted(true, new BigDecimal("50"), new BigDecimal("1")),
                new RecordAccuracy.Counted(false, new BigDecimal("50"), new BigDecimal("-11"))));
    assertThat(of.percent()).isEqualByComparingTo("66.6");
    assertThat(of.net()).isEqualByComparingTo("-10");
    assertThat(of.gross()).isEqualByComparingTo("12");
    assertThat(of.netPercent()).isEqualByComparingTo("-5");
    assertThat(of.grossPercent()).isEqualByComparingTo("6");
    assertThat(RecordAccuracy.NONE.percent()).isNull();
    assertThat(
            new RecordAccuracy(10_000, 9_999, BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO)
                .percent())
        .as("not a hundred while anything is wrong")
        .isEqualByComparingTo("99.9");
  }
}
