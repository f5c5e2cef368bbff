package app.reliquum.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.demand.ReplenishmentRule.Kind;
import app.reliquum.core.demand.Review.Finding;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;

class ReviewTest {

  private static final LocalDate MONDAY = LocalDate.of(2026, 6, 1);
  private static final WorkingDays WEEK = WorkingDays.MONDAY_TO_FRIDAY;

  private static Quantity of(String text) {
    return Quantity.of(text);
  }

  private static DemandHistory steady(String... amounts) {
    List<DemandHistory.Day> days = new ArrayList<>();
    for (int i = 0; i < amounts.length; i++) {
      days.add(new DemandHistory.Day(WEEK.plus(MONDAY, i - amounts.length), of(amounts[i]), false));
    }
    return new DemandHistory(days);
  }

  private static ReplenishmentRule rule(Kind kind, String point, String quantity) {
    return new ReplenishmentRule(
        kind,
        point.isEmpty() ? Optional.empty() : Optional.of(of(point)),
        quantity.isEmpty() ? Optional.empty() : Optional.of(of(quantity)),
        Optional.empty(),
        0.95,
        1,
        365,
        12,
        0.2);
  }

  private static Review.Facts facts(String free, SupplyTerms terms) {
    return new Review.Facts(
        steady("4", "4", "4", "4", "4"),
        LeadTime.stated(9),
        terms,
        10,
        Optional.empty(),
        of(free),
        Map.of(),
        Quantity.ZERO,
        Map.of(),
        Map.of(),
        0,
        MONDAY,
        WEEK);
  }

  private static Review.Facts asking(Review.Facts of, Map<LocalDate, Quantity> asked) {
    return new Review.Facts(
        of.history(),
        of.lead(),
        of.terms(),
        of.unitCost(),
        of.shelfLife(),
        of.free(),
        of.due(),
        of.requested(),
        asked,
        of.reserved(),
        of.decimals(),
        of.today(),
        of.working());
  }

  @Test
  void aboveThePointThereIsEnough() {
    Review review = Review.of(rule(Kind.POINT_AND_QUANTITY, "", ""), facts("41", SupplyTerms.ANY));
    assertThat(review.worked().point()).isEqualTo(of("40"));
    assertThat(review.finding()).isEqualTo(Finding.ENOUGH);
    assertThat(review.toOrder()).isEqualTo(Quantity.ZERO);
    assertThat(review.projection().belowSafety()).isPresent();
  }

  private static Review.Facts due(Review.Facts of, Map<LocalDate, Quantity> due) {
    return new Review.Facts(
        of.history(),
        of.lead(),
        of.terms(),
        of.unitCost(),
        of.shelfLife(),
        of.free(),
        due,
        of.requested(),
        of.asked(),
        of.reserved(),
        of.decimals(),
        of.today(),
        of.working());
  }

  @Test
  void whatComesAfterStockHasRunOutComesTooLate() {
    // Eight last two working days; another order takes ten.
    Review.Facts low = facts("8", SupplyTerms.ANY);
    Review.Facts late = due(low, Map.of(WEEK.plus(MONDAY, 6), of("100")));
    Review.Facts early = due(low, Map.of(WEEK.plus(MONDAY, 1), of("100")));
    ReplenishmentRule rule = rule(Kind.POINT_AND_QUANTITY, "", "");
    assertThat(Review.of(rule, late).finding()).isEqualTo(Finding.ENOUGH);
    assertThat(Review.of(rule, late).comesTooLate(late)).isTrue();
    assertThat(Review.of(rule, early).comesTooLate(early)).isFalse();
    // Nothing is on its way: that is for an order to mend.
    assertThat(Review.of(rule, low).comesTooLate(low)).isFalse();
    // Runs out after another order could be here: the next run sees to that.
    Review.Facts ample = due(facts("60", SupplyTerms.ANY), Map.of(WEEK.plus(MONDAY, 30), of("9")));
    assertThat(Review.of(rule, ample).comesTooLate(ample)).isFalse();
  }

  @Test
  void atThePointTheBestQuantityIsOrderedAsItIsSold() {
    SupplyTerms dozens = new SupplyTerms(Quantity.ZERO, of("12"));
    Review review = Review.of(rule(Kind.POINT_AND_QUANTITY, "", ""), facts("40", dozens));
    // 4 × 261 working days, 12 an order, 2 a year: √12528 = 111.9.
    assertThat(review.finding()).isEqualTo(Finding.ORDER);
    assertThat(review.needed()).isEqualTo(of("112"));
    assertThat(review.toOrder()).isEqualTo(of("120"));
  }

  @Test
  void aFixedPointGoesBeforeTheOneThatWasWorkedOutWhichIsStillTold() {
    Review review =
        Review.of(rule(Kind.POINT_AND_QUANTITY, "60", "5"), facts("50", SupplyTerms.ANY));
    assertThat(review.point()).contains(of("60"));
    assertThat(review.worked().point()).isEqualTo(of("40"));
    assertThat(review.safetyStock()).isEqualTo(20);
    // Five would leave it below the point.
    assertThat(review.toOrder()).isEqualTo(of("10"));
  }

  @Test
  void anUpToLevelIsThePointAndAQuantity() {
    Review review = Review.of(rule(Kind.POINT_AND_UP_TO, "", ""), facts("30", SupplyTerms.ANY));
    assertThat(review.upTo()).contains(of("152"));
    assertThat(review.toOrder()).isEqualTo(of("122"));
  }

  @Test
  void onlyForOrdersCountsWhatIsNeededBeforeTheNextOrderCanCome() {
    ReplenishmentRule rule = rule(Kind.ONLY_FOR_ORDERS, "", "");
    Review.Facts facts = facts("4", new SupplyTerms(Quantity.ZERO, of("5")));
    Review soon = Review.of(rule, asking(facts, Map.of(MONDAY.plusDays(3), of("10"))));
    assertThat(soon.needed()).isEqualTo(of("6"));
    assertThat(soon.toOrder()).isEqualTo(of("10"));
    Review later = Review.of(rule, asking(facts, Map.of(MONDAY.plusDays(90), of("10"))));
    assertThat(later.finding()).isEqualTo(Finding.ENOUGH);
  }

  @Test
  void nothingIsOrderedThatWouldExpire() {
    Review.Facts facts = facts("20", new SupplyTerms(of("500"), Quantity.ZERO));
    Review.Facts shortLived =
        new Review.Facts(
            facts.history(),
            LeadTime.stated(1),
            facts.terms(),
            10,
            Optional.of(28),
            of("8"),
            Map.of(),
            Quantity.ZERO,
            Map.of(),
            Map.of(),
            0,
            MONDAY,
            WEEK);
    Review review = Review.of(rule(Kind.POINT_AND_QUANTITY, "8", ""), shortLived);
    assertThat(review.finding()).isEqualTo(Finding.WOULD_EXPIRE);
  }

  @Test
  void whatIsComingIsCountedOnce() {
    Review.Facts facts = facts("10", SupplyTerms.ANY);
    Review.Facts coming =
        new Review.Facts(
            facts.history(),
            facts.lead(),
            facts.terms(),
            10,
            Optional.empty(),
            of("10"),
            Map.of(MONDAY.plusDays(2), of("20")),
            of("11"),
            Map.of(MONDAY, of("1")),
            Map.of(),
            0,
            MONDAY,
            WEEK);
    Review review = Review.of(rule(Kind.POINT_AND_QUANTITY, "", ""), coming);
    assertThat(review.position().level()).isEqualTo(of("40"));
    assertThat(review.finding()).isEqualTo(Finding.ORDER);
  }

  @Test
  void whatIsReservedIsNotFreeAndGoesOnItsDay() {
    Review.Facts facts = facts("10", SupplyTerms.ANY);
    Review.Facts reserving =
        new Review.Facts(
            facts.history(),
            facts.lead(),
            facts.terms(),
            10,
            Optional.empty(),
            of("10"),
            Map.of(),
            Quantity.ZERO,
            Map.of(),
            Map.of(MONDAY.plusDays(1), of("50")),
            0,
            MONDAY,
            WEEK);
    Review review = Review.of(rule(Kind.POINT_AND_QUANTITY, "", ""), reserving);
    assertThat(review.position().level()).isEqualTo(of("10"));
    assertThat(review.projection().days().get(0).stock()).isEqualTo(56);
    assertThat(review.projection().days().get(1).stock()).isEqualTo(6);
  }

  @Test
  void withoutACostTheUsualUntilTheNextOrderIsOrdered() {
    Review.Facts facts = facts("40", SupplyTerms.ANY);
    Review.Facts unknown =
        new Review.Facts(
            facts.history(),
            facts.lead(),
            facts.terms(),
            0,
            Optional.empty(),
            facts.free(),
            Map.of(),
            Quantity.ZERO,
            Map.of(),
            Map.of(),
            0,
            MONDAY,
            WEEK);
    assertThat(Review.of(rule(Kind.POINT_AND_QUANTITY, "", ""), unknown).toOrder())
        .isEqualTo(of("40"));
  }

  @Test
  void aFixedLevelBelowAPointThatWasWorkedOutCannotStand() {
    ReplenishmentRule rule =
        new ReplenishmentRule(
            Kind.POINT_AND_UP_TO,
            Optional.empty(),
            Optional.empty(),
            Optional.of(of("20")),
            0.95,
            1,
            365,
            12,
            0.2);
    assertThatThrownBy(() -> Review.of(rule, facts("10", SupplyTerms.ANY)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("level");
  }

  @RepeatedTest(200)
  void whatIsOrderedNeverLeavesThePositionBelowThePoint() {
    Random random = new Random();
    Map<LocalDate, Quantity> asked = new TreeMap<>();
    asked.put(MONDAY.plusDays(random.nextInt(30)), of("" + random.nextInt(60)));
    SupplyTerms terms = new SupplyTerms(of("" + random.nextInt(30)), of("" + random.nextInt(30)));
    Review review =
        Review.of(
            rule(
                random.nextBoolean() ? Kind.POINT_AND_QUANTITY : Kind.POINT_AND_UP_TO,
                random.nextBoolean() ? "" : "" + random.nextInt(80),
                ""),
            asking(facts("" + random.nextInt(100), terms), asked));
    Quantity after = review.position().level().plus(review.toOrder());
    assertThat(after).isGreaterThanOrEqualTo(review.point().orElseThrow());
    if (review.finding() == Finding.ENOUGH) {
      assertThat(review.position().isAtOrBelow(review.point().orElseThrow())).isFalse();
    }
  }
}
