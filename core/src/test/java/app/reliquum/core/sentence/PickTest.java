package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Removal.Verdict;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence.Role;
import app.reliquum.core.sentence.PickFacts.Stop;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class PickTest {

  private static final long ROPE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long OIL = 4;
  private static final long FIRST = 10;
  private static final long SECOND = 11;
  private static final long THIRD = 12;
  private static final long AWAY = 20;
  private static final long TOTE = 90;
  private static final long OTHER_TOTE = 91;

  /** Two lots of flares in the first bin, rope in the second, beacons and flares in the third. */
  private record House(List<Stop> stops, Verdict against, boolean packs)
      implements PickFacts, AnyHouse {
    @Override
    public boolean orderChosen() {
      return true;
    }

    private static HeldPosition stock(long item, long place, long lot, long serial, int many) {
      return new HeldPosition(
          new PositionKey(item, place, lot, serial, 0, Condition.GOOD),
          new Holding(Quantity.of(many), LocalDate.of(2026, 1, 1)));
    }

    private static List<HeldPosition> all() {
      return List.of(
          stock(FLARE, FIRST, 61, 0, 10),
          stock(FLARE, FIRST, 62, 0, 5),
          stock(ROPE, SECOND, 0, 0, 200),
          stock(BEACON, THIRD, 0, 71, 1),
          stock(BEACON, THIRD, 0, 72, 1),
          stock(FLARE, THIRD, 63, 0, 60),
          stock(OIL, THIRD, 0, 0, 9));
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return place == AWAY ? 2 : 1;
    }

    @Override
    public MeasureRule measure(long item) {
      return switch ((int) item) {
        case (int) FLARE -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.LOT);
        case (int) BEACON -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.SERIAL);
        default -> new MeasureRule(UnitOfMeasure.METRE, 3, Tracking.NONE);
      };
    }

    @Override
    public List<Pack> packs(long item) {
      return item == FLARE ? List.of(new Pack("box", Quantity.of(4))) : List.of();
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return all().stream().filter(one -> one.key().item() == item).toList();
    }

    @Override
    public Quantity free(Stop stop, PositionKey key) {
      return all().stream()
          .filter(one -> one.key().equals(key))
          .map(HeldPosition::quantity)
          .findFirst()
          .orElse(Quantity.ZERO);
    }

    @Override
    public Optional<Verdict> against(Stop stop, PositionKey other) {
      return Optional.ofNullable(against);
    }
  }

  private static Stop stop(long id, long item, long place, long lot, long serial, int many) {
    return new Stop(
        id, new PositionKey(item, place, lot, serial, 0, Condition.GOOD), Quantity.of(many), 0);
  }

  private static final List<Stop> LIST =
      List.of(
          stop(1, FLARE, FIRST, 61, 0, 10),
          stop(2, ROPE, SECOND, 0, 0, 12),
          stop(3, BEACON, THIRD, 0, 71, 1));

  private static House house() {
    return new House(LIST, null, false);
  }

  private static final Evidence AT_FIRST = new Evidence.Bin(FIRST, Role.ANY);
  private static final Evidence FLARES = new Evidence.Item(FLARE, Quantity.ONE);

  private static PickSentence filled(House house, Evidence... evidence) {
    Step<PickSentence> reply = new Pick(house).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<PickSentence>) reply).sentence();
  }

  private static Misfit refused(House house, Evidence... evidence) {
    Step<PickSentence> reply = new Pick(house).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Refused.class);
    return ((Step.Refused<PickSentence>) reply).misfit();
  }

  @Test
  void aNewSentenceIsTheNextStopAndNothingOfItIsCertain() {
    PickSentence sentence = filled(house());
    assertThat(sentence.stop().id()).isEqualTo(1);
    assertThat(sentence.place()).isEqualTo(new Blank.Suggested<>(FIRST, Blank.Why.NEXT_STOP));
    assertThat(sentence.quantity().filled()).contains(Quantity.of(10));
    assertThat(sentence.whole()).isTrue();
    assertThat(sentence.ready()).isFalse();
    PickSentence accepted = filled(house(), sentence.accepted().toArray(Evidence[]::new));
    assertThat(accepted.ready()).isTrue();
    assertThat(accepted.taken()).isEqualTo(LIST.get(0).key());
  }

  @Test
  void binAndItemAreEnoughWhereOnlyOneLotLies() {
    PickSentence rope =
        filled(house(), new Evidence.Bin(SECOND, Role.ANY), new Evidence.Item(ROPE, Quantity.ONE));
    assertThat(rope.ready()).isTrue();
    assertThat(rope.quantity().filled()).as("one scan only names it").contains(Quantity.of(12));
    PickSentence flares = filled(house(), AT_FIRST, FLARES);
    assertThat(flares.wanted()).containsExactly(Wanted.LOT);
    assertThat(filled(house(), AT_FIRST, new Evidence.Lot(FLARE, 61)).ready()).isTrue();
  }

  @Test
  void whoeverScansPieceByPieceCounts() {
    PickSentence sentence = filled(house(), AT_FIRST, FLARES, FLARES, FLARES);
    assertThat(sentence.quantity()).isEqualTo(new Blank.Said<>(Quantity.of(3)));
    assertThat(sentence.shortBy()).isEqualTo(Quantity.of(7));
    assertThat(filled(house(), FLARES, new Evidence.Figure(Quantity.of(2), "box")).shortBy())
        .isEqualTo(Quantity.of(2));
    assertThat(filled(house(), FLARES, new Evidence.Figure(Quantity.ZERO, null)).shortBy())
        .isEqualTo(Quantity.of(10));
    assertThat(refused(house(), FLARES, new Evidence.Figure(Quantity.of(11), null)))
        .isEqualTo(new Misfit.MoreThanAsked(Quantity.of(11), Quantity.of(10)));
  }

  @Test
  void aScanMayLeapToAnotherStopAndTheLastOneCounts() {
    assertThat(filled(house(), new Evidence.Bin(THIRD, Role.ANY)).stop().id()).isEqualTo(3);
    assertThat(filled(house(), AT_FIRST, FLARES, new Evidence.Bin(SECOND, Role.ANY)).stop().id())
        .isEqualTo(2);
    PickSentence piece = filled(house(), new Evidence.Serial(BEACON, 0, 71));
    assertThat(piece.ready()).as("a piece lies in one bin only").isTrue();
  }

  @Test
  void whatTheListDoesNotSayIsTakenInsteadIfTheRulesAllowIt() {
    PickSentence otherLot = filled(house(), AT_FIRST, new Evidence.Lot(FLARE, 62));
    assertThat(otherLot.substitute()).isTrue();
    assertThat(otherLot.stop().id()).isEqualTo(1);
    assertThat(otherLot.quantity().filled()).as("no more than lies there").contains(Quantity.of(5));
    assertThat(filled(house(), new Evidence.Serial(BEACON, 0, 72)).taken().serial()).isEqualTo(72);
    assertThat(filled(house(), new Evidence.Bin(THIRD, Role.ANY), FLARES).taken().lot())
        .isEqualTo(63);
    House strict = new House(LIST, Verdict.OTHER_LOT, false);
    assertThat(refused(strict, AT_FIRST, new Evidence.Lot(FLARE, 62)))
        .isInstanceOf(Misfit.NotInstead.class)
        .extracting("why")
        .isEqualTo(Verdict.OTHER_LOT);
  }

  @Test
  void whatFitsNowhereIsRefusedWithWhatWasExpected() {
    assertThat(refused(house(), new Evidence.Bin(AWAY, Role.ANY)))
        .isEqualTo(new Misfit.OtherSite(AWAY));
    assertThat(refused(house(), new Evidence.Bin(13, Role.ANY)))
        .isEqualTo(new Misfit.NotOnWalk(13, List.of(FIRST, SECOND, THIRD)));
    assertThat(refused(house(), new Evidence.Item(OIL, Quantity.ONE)))
        .isEqualTo(new Misfit.NotOnList(OIL));
    assertThat(refused(house(), new Evidence.Bin(SECOND, Role.ANY), FLARES))
        .isEqualTo(new Misfit.NotThere(SECOND, FLARE, List.of(FIRST)));
    assertThat(refused(house(), new Evidence.Turned())).isEqualTo(new Misfit.NoRoom());
    assertThat(refused(new House(List.of(), null, false), AT_FIRST))
        .isEqualTo(new Misfit.NothingToTake());
  }

  @Test
  void goodsOfAnOrderGoIntoItsToteOnly() {
    Stop into = new Stop(1, LIST.get(0).key(), Quantity.of(10), TOTE);
    House house = new House(List.of(into), null, false);
    PickSentence sentence = filled(house, AT_FIRST, new Evidence.Lot(FLARE, 61));
    assertThat(sentence.into()).isEqualTo(new Blank.Suggested<>(TOTE, Blank.Why.ITS_TOTE));
    assertThat(sentence.ready()).isTrue();
    assertThat(refused(house, AT_FIRST, new Evidence.UnitLoad(OTHER_TOTE)))
        .isEqualTo(new Misfit.OtherLoad(TOTE, OTHER_TOTE));
  }

  @Test
  void aPackerNamesTheUnitLoadOnceAndThenOnlyGoods() {
    House packing = new House(List.of(LIST.get(0), LIST.get(1)), null, true);
    assertThat(filled(packing).whole()).isFalse();
    PickSentence first = filled(packing, new Evidence.UnitLoad(TOTE), new Evidence.Lot(FLARE, 61));
    assertThat(first.ready()).isTrue();
    assertThat(new PackUnitLoads(packing).next(first)).containsExactly(new Evidence.UnitLoad(TOTE));
  }

  @Test
  void whoeverStandsInABinNeedNotScanItAgain() {
    PickSentence sentence = filled(house(), AT_FIRST, new Evidence.Lot(FLARE, 61));
    House more = new House(List.of(stop(9, FLARE, FIRST, 62, 0, 2)), null, false);
    assertThat(new Pick(more).next(sentence)).containsExactly(new Evidence.Bin(FIRST, Role.FROM));
    House elsewhere = new House(List.of(LIST.get(1)), null, false);
    assertThat(new Pick(elsewhere).next(sentence)).isEmpty();
  }

  @Test
  void aScanWithSeveralMeaningsIsTheOneThatFits() {
    Step<PickSentence> reply =
        new Pick(house()).fill(List.of(), List.of(new Meaning.Bin(13), new Meaning.Lot(FLARE, 61)));
    assertThat(((Step.Filled<PickSentence>) reply).sentence().lot())
        .isEqualTo(new Blank.Said<>(61L));
  }

  @Property
  void orderOfScansDoesNotMatterAndNothingIsTakenThatIsNotThere(@ForAll Random random) {
    List<Evidence> said = new ArrayList<>();
    Stop meant = LIST.get(random.nextInt(LIST.size()));
    said.add(new Evidence.Bin(meant.key().place(), Role.ANY));
    said.add(
        meant.key().serial() != 0
            ? new Evidence.Serial(BEACON, 0, meant.key().serial())
            : meant.key().lot() != 0
                ? new Evidence.Lot(FLARE, meant.key().lot())
                : new Evidence.Item(meant.key().item(), Quantity.ZERO));
    if (random.nextBoolean() && meant.key().serial() == 0) {
      said.add(new Evidence.Figure(Quantity.of(1 + random.nextInt(9)), null));
    }
    PickSentence one = filled(house(), said.toArray(Evidence[]::new));
    // A figure belongs to the goods that were said before it, so it stays last.
    Collections.swap(said, 0, 1);
    PickSentence other = filled(house(), said.toArray(Evidence[]::new));
    assertThat(other.taken()).isEqualTo(one.taken());
    assertThat(other.quantity()).isEqualTo(one.quantity());
    assertThat(one.ready()).isTrue();
    assertThat(one.stop()).isEqualTo(meant);
    assertThat(one.quantity().filled().orElseThrow())
        .isLessThanOrEqualTo(house().free(meant, one.taken()));
  }
}
