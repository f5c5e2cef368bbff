package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class AdjustTest {

  private static final long ROPE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long HERE = 10;
  private static final long THERE = 11;
  private static final long FAR = 12;
  private static final long AWAY = 20;
  private static final long PALLET = 90;
  private static final long AWAY_PALLET = 91;
  private static final long EMPTY_PALLET = 92;
  private static final long MIXED = 93;
  private static final long TROLLEY = 94;

  /** Rope here and there, two lots of flares here, two beacons there; a pallet of rope here. */
  private record House(Way way) implements AdjustFacts, AnyHouse {
    @Override
    public boolean reasonChosen() {
      return true;
    }

    private static HeldPosition stock(
        long item, long place, long lot, long serial, long load, int many) {
      return new HeldPosition(
          new PositionKey(item, place, lot, serial, load, Condition.GOOD),
          new Holding(Quantity.of(many), LocalDate.of(2026, 1, 1)));
    }

    private static List<HeldPosition> all() {
      return List.of(
          stock(ROPE, HERE, 0, 0, 0, 7),
          stock(ROPE, HERE, 0, 0, PALLET, 50),
          stock(ROPE, THERE, 0, 0, 0, 3),
          stock(FLARE, HERE, 61, 0, 0, 6),
          stock(FLARE, HERE, 62, 0, 0, 4),
          stock(BEACON, THERE, 0, 71, 0, 1),
          stock(BEACON, THERE, 0, 72, 0, 1),
          stock(FLARE, FAR, 63, 0, MIXED, 8),
          stock(BEACON, FAR, 0, 73, MIXED, 1),
          stock(FLARE, FAR, 64, 0, TROLLEY, 4),
          new HeldPosition(
              new PositionKey(ROPE, THERE, 0, 0, 0, Condition.REJECTED),
              new Holding(Quantity.of(2), LocalDate.of(2026, 1, 1))));
    }

    @Override
    public String lotCode(long lot) {
      return "L" + lot;
    }

    @Override
    public String serialCode(long serial) {
      return "S" + serial;
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
    public List<HeldPosition> stockIn(long place) {
      return all().stream().filter(one -> one.key().place() == place).toList();
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return all().stream().filter(one -> one.key().item() == item).toList();
    }

    @Override
    public List<HeldPosition> stockOn(long unitLoad) {
      return unitLoad == AWAY_PALLET
          ? List.of(stock(ROPE, AWAY, 0, 0, AWAY_PALLET, 5))
          : all().stream().filter(one -> one.key().unitLoad() == unitLoad).toList();
    }

    @Override
    public boolean trolley(long unitLoad) {
      return unitLoad == TROLLEY;
    }

    @Override
    public Optional<LocalDate> expiry(long lot) {
      return Optional.empty();
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return item == FLARE ? Optional.of(HERE) : Optional.empty();
    }
  }

  private static final Evidence BIN_HERE = new Evidence.Bin(HERE, Role.ANY);
  private static final Evidence BIN_THERE = new Evidence.Bin(THERE, Role.ANY);
  private static final Evidence SOME_ROPE = new Evidence.Item(ROPE, Quantity.ZERO);
  private static final Evidence ONE_FLARE = new Evidence.Item(FLARE, Quantity.ONE);

  private static Evidence figure(String quantity) {
    return new Evidence.Figure(Quantity.of(quantity), null);
  }

  private static AdjustSentence read(Way way, Evidence... evidence) {
    Step<AdjustSentence> reply = new Adjust(new House(way)).read(List.of(evidence));
    assertThat(reply).isInstanceOf(Step.Filled.class);
    return ((Step.Filled<AdjustSentence>) reply).sentence();
  }

  private static Misfit misfit(Way way, Evidence... evidence) {
    return ((Step.Refused<AdjustSentence>) new Adjust(new House(way)).read(List.of(evidence)))
        .misfit();
  }

  @Test
  void scansCountUpAndWhatCanOnlyBeOneThingFillsItself() {
    AdjustSentence sentence = read(Way.OUT, new Evidence.Lot(FLARE, 61), ONE_FLARE, ONE_FLARE);
    assertThat(sentence.place()).isEqualTo(new Blank.Only<>(HERE));
    assertThat(sentence.quantity().filled()).contains(Quantity.of(2));
    assertThat(sentence.whole()).isTrue();
    assertThat(sentence.changes())
        .containsExactly(
            new AdjustSentence.Change(
                FLARE, "L61", null, "", HERE, 0, Condition.GOOD, Quantity.of(2)));
    assertThat(read(Way.OUT, BIN_HERE, ONE_FLARE).wanted()).containsExactly(Wanted.LOT);
    assertThat(read(Way.OUT, SOME_ROPE, figure("1")).wanted()).containsExactly(Wanted.PLACE);
    assertThat(read(Way.OUT, SOME_ROPE).candidates()).hasSize(4);
  }

  @Test
  void looseGoodsGoFirstAndThenThoseOnUnitLoads() {
    AdjustSentence sentence = read(Way.OUT, BIN_HERE, SOME_ROPE, figure("9.5"));
    assertThat(sentence.changes())
        .extracting(AdjustSentence.Change::unitLoad, one -> one.quantity().toString())
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(0L, "7"),
            org.assertj.core.groups.Tuple.tuple(PALLET, "2.5"));
  }

  @Test
  void moreThanLiesThereCanNotGoOut() {
    assertThat(misfit(Way.OUT, BIN_THERE, SOME_ROPE, figure("4")))
        .isEqualTo(new Misfit.NotEnough(THERE, Quantity.of(4), Quantity.of(3)));
    assertThat(misfit(Way.OUT, BIN_HERE, new Evidence.Serial(BEACON, 0, 71)))
        .isEqualTo(new Misfit.NotThere(HERE, BEACON, List.of(THERE)));
    assertThat(misfit(Way.OUT, new Evidence.SerialCode(BEACON, "S99")))
        .isEqualTo(new Misfit.UnknownSerial(BEACON, "S99"));
    assertThat(misfit(Way.OUT, new Evidence.Bin(AWAY, Role.ANY)))
        .isEqualTo(new Misfit.OtherSite(AWAY));
  }

  @Test
  void goodGoodsAreMeantUnlessSomeoneSaysOtherwise() {
    AdjustSentence good = read(Way.OUT, BIN_THERE, SOME_ROPE, figure("1"));
    assertThat(good.condition().filled()).contains(Condition.GOOD);
    AdjustSentence rejected =
        read(
            Way.OUT,
            BIN_THERE,
            SOME_ROPE,
            new Evidence.ConditionSaid(Condition.REJECTED),
            figure("2"));
    assertThat(rejected.book()).isEqualTo(Quantity.of(2));
  }

  @Test
  void piecesGoByTheirNumbers() {
    AdjustSentence sentence =
        read(Way.OUT, new Evidence.Serial(BEACON, 0, 71), new Evidence.Serial(BEACON, 0, 72));
    assertThat(sentence.place()).isEqualTo(new Blank.Only<>(THERE));
    assertThat(sentence.changes())
        .extracting(AdjustSentence.Change::serial)
        .containsExactly("S71", "S72");
    assertThat(
            misfit(Way.OUT, new Evidence.Serial(BEACON, 0, 71), new Evidence.Serial(BEACON, 0, 71)))
        .isEqualTo(new Misfit.CodeTwice("S71"));
    assertThat(misfit(Way.SET, new Evidence.Item(BEACON, Quantity.ZERO)))
        .isEqualTo(new Misfit.NotByFigure(BEACON));
  }

  @Test
  void aPalletGoesOutWithAllThatStandsOnIt() {
    Evidence mixed = new Evidence.UnitLoad(MIXED);
    AdjustSentence sentence = read(Way.OUT, mixed);
    assertThat(sentence.whole()).isTrue();
    assertThat(sentence.changes())
        .containsExactlyInAnyOrder(
            new AdjustSentence.Change(
                FLARE, "L63", null, "", FAR, MIXED, Condition.GOOD, Quantity.of(8)),
            new AdjustSentence.Change(
                BEACON, "", null, "S73", FAR, MIXED, Condition.GOOD, Quantity.ONE));
    // Said again it goes once.
    assertThat(sentence.added(sentence.changes())).contains(sentence.changes());
    // Of the pallet, or of the trolley, only what is named.
    AdjustSentence some =
        read(Way.OUT, new Evidence.UnitLoad(MIXED), new Evidence.Lot(FLARE, 63), figure("3"));
    assertThat(some.changes())
        .containsExactly(
            new AdjustSentence.Change(
                FLARE, "L63", null, "", FAR, MIXED, Condition.GOOD, Quantity.of(3)));
    assertThat(read(Way.OUT, new Evidence.UnitLoad(TROLLEY)).wanted())
        .containsExactly(Wanted.QUANTITY);
    assertThat(misfit(Way.OUT, mixed, figure("3"))).isEqualTo(new Misfit.WholeLoad(MIXED));
    assertThat(misfit(Way.OUT, new Evidence.UnitLoad(EMPTY_PALLET)))
        .isEqualTo(new Misfit.NothingOn(EMPTY_PALLET));
    assertThat(misfit(Way.OUT, new Evidence.UnitLoad(AWAY_PALLET)))
        .isEqualTo(new Misfit.OtherSite(AWAY));
    assertThat(misfit(Way.OUT, mixed, new Evidence.UnitLoad(PALLET)))
        .isEqualTo(new Misfit.OtherLoad(MIXED, PALLET));
    assertThat(misfit(Way.OUT, mixed, BIN_HERE)).isInstanceOf(Misfit.NotThere.class);
  }

  @Test
  void goodsComeOntoAPalletAndAreSetOnIt() {
    AdjustSentence onto =
        read(
            Way.IN,
            BIN_THERE,
            new Evidence.UnitLoad(EMPTY_PALLET),
            new Evidence.LotCode(FLARE, "NEW"),
            figure("12"));
    assertThat(onto.changes())
        .containsExactly(
            new AdjustSentence.Change(
                FLARE, "NEW", null, "", THERE, EMPTY_PALLET, Condition.GOOD, Quantity.of(12)));
    AdjustSentence more = read(Way.IN, new Evidence.UnitLoad(PALLET), SOME_ROPE, figure("2"));
    assertThat(more.place().filled()).contains(HERE);
    AdjustSentence set = read(Way.SET, new Evidence.UnitLoad(PALLET), SOME_ROPE, figure("48"));
    assertThat(set.book()).isEqualTo(Quantity.of(50));
    assertThat(set.changes()).extracting(AdjustSentence.Change::unitLoad).containsExactly(PALLET);
  }

  @Test
  void whatComesInMayBeNew() {
    AdjustSentence sentence =
        read(Way.IN, ONE_FLARE, new Evidence.LotCode(FLARE, "NEW"), figure("12"));
    assertThat(sentence.place()).isEqualTo(new Blank.Suggested<>(HERE, Blank.Why.HOME_BIN));
    assertThat(sentence.changes())
        .containsExactly(
            new AdjustSentence.Change(
                FLARE, "NEW", null, "", HERE, 0, Condition.GOOD, Quantity.of(12)));
    AdjustSentence open = read(Way.IN, ONE_FLARE);
    assertThat(new Adjust(new House(Way.IN)).newNumber(open, "K77"))
        .contains(new Evidence.LotCode(FLARE, "K77"));
    assertThat(new Adjust(new House(Way.OUT)).newNumber(read(Way.OUT, ONE_FLARE), "K77")).isEmpty();
    AdjustSentence pieces = read(Way.IN, BIN_HERE, new Evidence.SerialCode(BEACON, "S200"));
    assertThat(pieces.whole()).isTrue();
  }

  @Test
  void theBookIsSetToAFigureAlsoToNothing() {
    AdjustSentence sentence = read(Way.SET, BIN_HERE, new Evidence.Lot(FLARE, 62), figure("0"));
    assertThat(sentence.book()).isEqualTo(Quantity.of(4));
    assertThat(sentence.whole()).isTrue();
    // A figure in a pack counts in base units; only loose goods are meant.
    AdjustSentence boxes =
        read(
            Way.SET,
            BIN_HERE,
            new Evidence.Lot(FLARE, 61),
            new Evidence.Figure(Quantity.of(3), "boxes"));
    assertThat(boxes.quantity().filled()).contains(Quantity.of(12));
    assertThat(read(Way.SET, BIN_HERE, SOME_ROPE, figure("6")).book()).isEqualTo(Quantity.of(7));
  }

  @Test
  void aScanThatFitsOneWayOnlyIsNotAsked() {
    Step<AdjustSentence> reply =
        new Adjust(new House(Way.OUT))
            .fill(
                List.of(BIN_HERE, ONE_FLARE),
                List.of(new Meaning.Lot(ROPE, 5), new Meaning.Lot(FLARE, 61)));
    assertThat(reply).isInstanceOf(Step.Filled.class);
    assertThat(misfit(Way.OUT, ONE_FLARE, SOME_ROPE)).isEqualTo(new Misfit.OtherItem(FLARE, ROPE));
  }

  @Property(tries = 100)
  void theOrderOfScansDoesNotMatter(
      @ForAll long seed, @ForAll @IntRange(min = 1, max = 4) int quantity) {
    List<Evidence> said =
        new ArrayList<>(
            List.of(
                BIN_HERE,
                new Evidence.Lot(FLARE, 62),
                new Evidence.ConditionSaid(Condition.GOOD),
                figure(Integer.toString(quantity))));
    Collections.shuffle(said, new Random(seed));
    for (Way way : Way.values()) {
      AdjustSentence sentence = read(way, said.toArray(Evidence[]::new));
      assertThat(sentence.whole()).isTrue();
      assertThat(sentence.changes())
          .containsExactly(
              new AdjustSentence.Change(
                  FLARE, "L62", null, "", HERE, 0, Condition.GOOD, Quantity.of(quantity)));
    }
  }
}
