package app.reliquum.core.putaway;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.putaway.Plan.Considered;
import app.reliquum.core.putaway.Plan.Placement;
import app.reliquum.core.putaway.Plan.Stage;
import app.reliquum.core.putaway.PutAwayFacts.Rule;
import app.reliquum.core.putaway.Shelf.Content;
import app.reliquum.core.putaway.Shelf.Filled;
import app.reliquum.core.putaway.Shelf.Limits;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class PutAwayTest {

  private static final long SHACKLE = 1;
  private static final long ROPE = 2;

  private static Quantity of(long amount) {
    return Quantity.of(amount);
  }

  private static Shelf shelf(long place, Content... contents) {
    return new Shelf(
        place,
        AreaPurpose.STORE,
        "",
        MixingPolicy.ANYTHING,
        Limits.NONE,
        Filled.NOTHING,
        List.of(contents),
        true,
        0);
  }

  private static Shelf mixing(Shelf shelf, MixingPolicy mixing) {
    return new Shelf(
        shelf.place(),
        shelf.purpose(),
        shelf.storageClass(),
        mixing,
        shelf.limits(),
        shelf.filled(),
        shelf.contents(),
        shelf.open(),
        shelf.homeOf());
  }

  private static Shelf area(Shelf shelf, AreaPurpose purpose, String storageClass) {
    return new Shelf(
        shelf.place(),
        purpose,
        storageClass,
        shelf.mixing(),
        shelf.limits(),
        shelf.filled(),
        shelf.contents(),
        shelf.open(),
        shelf.homeOf());
  }

  private static Shelf limited(Shelf shelf, Limits limits, Filled filled) {
    return new Shelf(
        shelf.place(),
        shelf.purpose(),
        shelf.storageClass(),
        shelf.mixing(),
        limits,
        filled,
        shelf.contents(),
        shelf.open(),
        shelf.homeOf());
  }

  private static GoodsToPutAway parcel(long quantity) {
    return parcel(quantity, "", Condition.GOOD, 0);
  }

  private static GoodsToPutAway parcel(
      long quantity, String storageClass, Condition condition, long unitLoad) {
    return new GoodsToPutAway(
        SHACKLE,
        0,
        condition,
        of(quantity),
        storageClass,
        of(10),
        unitLoad,
        new BigDecimal("0.001"),
        new BigDecimal("0.5"));
  }

  /** A site written down by each test. */
  private static final class Site implements PutAwayFacts {
    private Shelf home;
    private final List<Rule> rules = new ArrayList<>();
    private final Map<Long, List<Shelf>> binsOf = new HashMap<>();
    private final Map<Long, Quantity> free = new HashMap<>();
    private List<Shelf> holding = List.of();
    private List<Shelf> empty = List.of();
    private List<Shelf> overflow = List.of();

    Site rule(long rule, int distance, int priority, Quantity free, Shelf... bins) {
      rules.add(new Rule(rule, distance, priority, free));
      binsOf.put(rule, List.of(bins));
      return this;
    }

    @Override
    public Optional<Shelf> home() {
      return Optional.ofNullable(home);
    }

    @Override
    public List<Rule> rules() {
      return rules;
    }

    @Override
    public Optional<Quantity> free(long place) {
      return Optional.ofNullable(free.get(place));
    }

    @Override
    public Iterable<Shelf> binsOf(Rule rule) {
      return binsOf.get(rule.rule());
    }

    @Override
    public Iterable<Shelf> holding() {
      return holding;
    }

    @Override
    public Iterable<Shelf> empty() {
      return empty;
    }

    @Override
    public Iterable<Shelf> overflow() {
      return overflow;
    }
  }

  private static Verdict verdict(Plan plan, long place) {
    return plan.considered().stream()
        .filter(one -> one.place() == place)
        .map(Considered::verdict)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void fillsByPriorityUpToCapacity() {
    // A holds 590 of its 600, B may hold 600: of 100 shackles A gets 10 and B 90.
    Site site =
        new Site()
            .rule(2, 0, 2, of(600), shelf(12))
            .rule(1, 0, 1, of(10), shelf(11, new Content(SHACKLE, 0, of(590))));
    Plan plan = PutAway.plan(parcel(100), site);
    assertThat(plan.placements())
        .containsExactly(
            new Placement(11, of(10), Stage.RULE), new Placement(12, of(90), Stage.RULE));
    assertThat(plan.missing()).isEqualTo(Quantity.ZERO);
    assertThat(verdict(plan, 11)).isEqualTo(new Verdict.Taken(of(10), true));
  }

  @Test
  void theHomeBinComesFirstAndKeepsTheLimitOfARuleThatNamesIt() {
    Site site = new Site().rule(1, 0, 1, of(600), shelf(12));
    site.home = shelf(11);
    assertThat(PutAway.plan(parcel(100), site).placements())
        .containsExactly(new Placement(11, of(100), Stage.HOME_BIN));
    site.free.put(11L, of(30));
    assertThat(PutAway.plan(parcel(100), site).placements())
        .containsExactly(
            new Placement(11, of(30), Stage.HOME_BIN), new Placement(12, of(70), Stage.RULE));
  }

  @Test
  void rulesOfTheItemComeBeforeThoseOfItsCategory() {
    Site site = new Site().rule(1, 1, 1, null, shelf(11)).rule(2, 0, 9, of(50), shelf(12));
    assertThat(PutAway.plan(parcel(100), site).placements())
        .extracting(Placement::place)
        .containsExactly(12L, 11L);
  }

  @Test
  void theCapacityOfAnAreaCountsForAllItsBinsTogether() {
    Site site = new Site().rule(1, 0, 1, of(60), limitedTo40(11), limitedTo40(12));
    site.empty = List.of(shelf(13));
    assertThat(PutAway.plan(parcel(100), site).placements())
        .containsExactly(
            new Placement(11, of(40), Stage.RULE),
            new Placement(12, of(20), Stage.RULE),
            new Placement(13, of(40), Stage.EMPTY_BIN));
  }

  private static Shelf limitedTo40(long place) {
    return limited(shelf(place), new Limits(new BigDecimal("0.04"), null, null), Filled.NOTHING);
  }

  @Test
  void splitsAtWholePacksUnlessItIsTheRest() {
    Site site = new Site();
    Limits weight = new Limits(null, new BigDecimal("10"), null);
    // 0.5 kg each and 2 kg used: 16 pieces fit, one box of ten is put.
    site.holding =
        List.of(limited(shelf(11), weight, new Filled(BigDecimal.ZERO, new BigDecimal(2), 0)));
    site.empty = List.of(shelf(12));
    assertThat(PutAway.plan(parcel(25), site).placements())
        .containsExactly(
            new Placement(11, of(10), Stage.SAME_ITEM), new Placement(12, of(15), Stage.EMPTY_BIN));
    assertThat(PutAway.plan(parcel(16), site).placements())
        .containsExactly(new Placement(11, of(16), Stage.SAME_ITEM));
  }

  @Test
  void saysOfEveryBinWhyItWasPassedOver() {
    Site site = new Site();
    site.home = area(shelf(11), AreaPurpose.RECEIVE, "");
    Content rope = new Content(ROPE, 0, of(5));
    site.holding =
        List.of(
            mixing(shelf(12, rope), MixingPolicy.ONE_ITEM),
            mixing(shelf(13, new Content(SHACKLE, 7, of(1))), MixingPolicy.ONE_ITEM_AND_LOT),
            area(shelf(14), AreaPurpose.STORE, "PAINT"),
            limited(shelf(15), new Limits(new BigDecimal("0.005"), null, null), Filled.NOTHING),
            limited(
                shelf(16),
                new Limits(null, BigDecimal.ONE, null),
                new Filled(BigDecimal.ZERO, BigDecimal.ONE, 0)));
    Plan plan = PutAway.plan(parcel(100), site);
    assertThat(verdict(plan, 11)).isEqualTo(new Verdict.WrongArea());
    assertThat(verdict(plan, 12)).isEqualTo(new Verdict.OtherItem(ROPE));
    assertThat(verdict(plan, 13)).isEqualTo(new Verdict.OtherLot(7));
    assertThat(verdict(plan, 14)).isEqualTo(new Verdict.OtherClass("PAINT"));
    assertThat(verdict(plan, 15)).isEqualTo(new Verdict.TooLittleRoom(of(5)));
    assertThat(verdict(plan, 16)).isEqualTo(new Verdict.Full(Verdict.Limit.WEIGHT));
    assertThat(plan.placements()).isEmpty();
    assertThat(plan.missing()).isEqualTo(of(100));
  }

  @Test
  void goodsThatAreNotGoodGoWhereTheyAreHeldBack() {
    Shelf hold = area(shelf(11), AreaPurpose.HOLD, "");
    assertThat(PutAway.fits(parcel(5, "", Condition.REJECTED, 0), hold))
        .isEqualTo(new Verdict.Taken(of(5), false));
    assertThat(PutAway.fits(parcel(5), hold)).isEqualTo(new Verdict.WrongArea());
    assertThat(PutAway.fits(parcel(5, "", Condition.ON_HOLD, 0), shelf(12)))
        .isEqualTo(new Verdict.WrongArea());
  }

  @Test
  void goodsOfAClassNeedABinOfThatClass() {
    Shelf locker = area(shelf(11), AreaPurpose.STORE, "FLARE");
    assertThat(PutAway.fits(parcel(5, "FLARE", Condition.GOOD, 0), locker))
        .isInstanceOf(Verdict.Taken.class);
    assertThat(PutAway.fits(parcel(5, "FLARE", Condition.GOOD, 0), shelf(12)))
        .isEqualTo(new Verdict.OtherClass(""));
  }

  @Test
  void aPalletIsNeverSplit() {
    Site site = new Site();
    site.holding = List.of(limitedTo40(11));
    Limits one = new Limits(null, null, 1);
    site.empty =
        List.of(
            limited(shelf(12), one, new Filled(BigDecimal.ZERO, BigDecimal.ZERO, 1)),
            limited(shelf(13), one, Filled.NOTHING));
    Plan plan = PutAway.plan(parcel(100, "", Condition.GOOD, 77), site);
    assertThat(verdict(plan, 11)).isEqualTo(new Verdict.TooLittleRoom(of(40)));
    assertThat(verdict(plan, 12)).isEqualTo(new Verdict.Full(Verdict.Limit.UNIT_LOADS));
    assertThat(plan.placements()).containsExactly(new Placement(13, of(100), Stage.EMPTY_BIN));
  }

  @Property
  void neverLosesNeverOverfillsAndAsksNoFurtherThanNeeded(@ForAll Random random) {
    Site site = new Site();
    Map<Long, Shelf> all = new HashMap<>();
    for (long place = 1; place <= 30; place++) {
      boolean busy = random.nextBoolean();
      Shelf made = busy ? shelf(place, new Content(random.nextInt(3), 0, of(3))) : shelf(place);
      made = mixing(made, MixingPolicy.values()[random.nextInt(3)]);
      made =
          limited(
              made,
              new Limits(new BigDecimal(random.nextInt(40)).movePointLeft(3), null, null),
              new Filled(new BigDecimal(random.nextInt(20)).movePointLeft(3), BigDecimal.ONE, 0));
      all.put(place, made);
    }
    List<Shelf> shelves = new ArrayList<>(all.values());
    site.home = random.nextBoolean() ? shelves.get(0) : null;
    site.rule(1, 0, 1, of(random.nextInt(30)), shelves.subList(1, 8).toArray(new Shelf[0]));
    site.rule(2, 1, 1, null, shelves.subList(5, 12).toArray(new Shelf[0]));
    site.holding = shelves.subList(10, 20);
    site.empty = shelves.subList(15, 30);
    GoodsToPutAway parcel = parcel(1 + random.nextInt(200));
    Plan plan = PutAway.plan(parcel, site);

    Quantity placed = Quantity.ZERO;
    for (Placement placement : plan.placements()) {
      placed = placed.plus(placement.quantity());
      Shelf shelf = all.get(placement.place());
      GoodsToPutAway part =
          new GoodsToPutAway(
              parcel.item(),
              parcel.lot(),
              parcel.condition(),
              placement.quantity(),
              parcel.storageClass(),
              parcel.split(),
              parcel.unitLoad(),
              parcel.volume(),
              parcel.weight());
      assertThat(PutAway.fits(part, shelf))
          .isEqualTo(new Verdict.Taken(placement.quantity(), false));
      BigDecimal volume = placement.quantity().amount().multiply(parcel.volume());
      assertThat(shelf.filled().volume().add(volume)).isLessThanOrEqualTo(shelf.limits().volume());
    }
    assertThat(placed.plus(plan.missing())).isEqualTo(parcel.quantity());
    assertThat(plan.considered()).extracting(Considered::place).doesNotHaveDuplicates();
    if (plan.missing().isZero()) {
      assertThat(plan.considered().get(plan.considered().size() - 1).verdict())
          .isInstanceOf(Verdict.Taken.class);
    }
    assertThat(PutAway.plan(parcel, site)).isEqualTo(plan);
  }

  @Test
  void theNearestCategoryComesFirst() {
    Site site =
        new Site()
            .rule(1, 2, 1, null, shelf(11))
            .rule(2, 1, 9, of(50), shelf(12))
            .rule(3, 0, 99, of(20), shelf(13));
    assertThat(PutAway.plan(parcel(100), site).placements())
        .extracting(Placement::place, Placement::quantity)
        .containsExactly(tuple(13L, of(20)), tuple(12L, of(50)), tuple(11L, of(30)));
  }

  @Test
  void anEmptyBinThatIsAnotherItemsHomeIsPassedOverWithItsReason() {
    Site site = new Site();
    Shelf home = homeOf(shelf(21), ROPE);
    site.empty = List.of(home, homeOf(shelf(22), SHACKLE), shelf(23));
    Plan plan = PutAway.plan(parcel(10), site);
    assertThat(plan.placements()).extracting(Placement::place).containsExactly(22L);
    assertThat(plan.considered())
        .contains(new Considered(21, Stage.EMPTY_BIN, 0, new Verdict.OtherHome(ROPE)));
    // A rule may still send goods there.
    Site ruled = new Site().rule(1, 0, 1, null, home);
    assertThat(PutAway.plan(parcel(10), ruled).placements())
        .extracting(Placement::place)
        .containsExactly(21L);
  }

  private static Shelf homeOf(Shelf shelf, long item) {
    return new Shelf(
        shelf.place(),
        shelf.purpose(),
        shelf.storageClass(),
        shelf.mixing(),
        shelf.limits(),
        shelf.filled(),
        shelf.contents(),
        shelf.open(),
        item);
  }
}
