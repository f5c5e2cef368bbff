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
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.scan.ScanReader;
import app.reliquum.core.scan.Sscc;
import app.reliquum.core.sentence.Count.Heard;
import app.reliquum.core.sentence.Count.Stroke;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class CountTest {

  private static final long BIN = 10;
  private static final long NEXT_BIN = 11;
  private static final long ELSEWHERE = 99;
  private static final long SHACKLE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long ROPE = 4;
  private static final long K1 = 21;
  private static final long K2 = 22;
  private static final long PALLET = 31;
  private static final long TROLLEY = 32;

  /** A small house: two lots of flares in the bin, one beacon, a pallet of shackles. */
  private static final class House implements CountFacts, AnyHouse {
    final List<HeldPosition> stock = new ArrayList<>();
    final Set<String> counted = new HashSet<>();
    boolean countsItem;

    @Override
    public boolean countsItem() {
      return countsItem;
    }

    void holds(long item, long place, long lot, long serial, long load, long quantity) {
      stock.add(
          new HeldPosition(
              new PositionKey(item, place, lot, serial, load, Condition.GOOD),
              new Holding(Quantity.of(quantity), LocalDate.of(2026, 1, 5))));
    }

    @Override
    public long site() {
      return 5;
    }

    @Override
    public long siteOf(long place) {
      return place == ELSEWHERE ? 6 : 5;
    }

    @Override
    public MeasureRule measure(long item) {
      if (item == ROPE) {
        return new MeasureRule(UnitOfMeasure.METRE, 3, Tracking.NONE);
      }
      Tracking tracking =
          item == FLARE ? Tracking.LOT : item == BEACON ? Tracking.SERIAL : Tracking.NONE;
      return new MeasureRule(UnitOfMeasure.PIECE, 0, tracking);
    }

    @Override
    public List<Pack> packs(long item) {
      return item == SHACKLE ? List.of(new Pack("box", Quantity.of(10))) : List.of();
    }

    @Override
    public List<HeldPosition> stockIn(long place) {
      return stock.stream().filter(one -> one.key().place() == place).toList();
    }

    @Override
    public List<HeldPosition> stockOn(long unitLoad) {
      return stock.stream().filter(one -> one.key().unitLoad() == unitLoad).toList();
    }

    @Override
    public boolean trolley(long unitLoad) {
      return unitLoad == TROLLEY;
    }

    @Override
    public String lotCode(long lot) {
      return lot == K1 ? "K1" : "K2";
    }

    @Override
    public String serialCode(long serial) {
      return "BCN-" + serial;
    }

    @Override
    public Optional<Long> lotOfPiece(long item, String code) {
      return code.startsWith("BCN-") ? Optional.of(0L) : Optional.empty();
    }

    @Override
    public boolean pieceCounted(long item, String code) {
      return counted.contains(code);
    }
  }

  private final House house = new House();
  private CountSentence sentence = CountSentence.EMPTY;
  private final List<Stroke> strokes = new ArrayList<>();

  /** Says something, and follows where it leads. */
  private Heard hear(Meaning... meanings) {
    return follow(Count.hear(sentence, List.of(meanings), house));
  }

  private Heard follow(Heard heard) {
    if (heard instanceof Heard.Waits waits) {
      sentence = waits.next();
    } else if (heard instanceof Heard.Counted counted) {
      sentence = counted.next();
      strokes.addAll(counted.strokes());
    } else if (heard instanceof Heard.Enters enters) {
      sentence = CountSentence.at(enters.place());
    }
    return heard;
  }

  private static Meaning bin(long place) {
    return new Meaning.Bin(place);
  }

  private static Meaning item(long item, long counts) {
    return new Meaning.Item(item, 0, Quantity.of(counts));
  }

  private static Meaning figure(String quantity, String pack) {
    return new Meaning.Figure(Quantity.of(quantity), pack);
  }

  private static Meaning label(long item, long counts, String elements) {
    return new Meaning.Label(
        new Meaning.Item(item, 0, Quantity.of(counts)),
        0,
        0,
        0,
        ElementString.ofBracketed(elements));
  }

  private Misfit misfit(Heard heard) {
    return ((Heard.Refused) heard).misfit();
  }

  private Stroke last() {
    return strokes.get(strokes.size() - 1);
  }

  @Test
  void beginsWithABin() {
    assertThat(misfit(hear(item(SHACKLE, 1)))).isEqualTo(new Misfit.BinFirst());
    assertThat(misfit(hear(bin(ELSEWHERE)))).isEqualTo(new Misfit.OtherSite(ELSEWHERE));
    assertThat(hear(bin(BIN))).isEqualTo(new Heard.Enters(BIN));
    assertThat(Count.wanted(sentence, house)).startsWith(Wanted.ITEM);
  }

  @Test
  void eachScanCountsOneMoreOfWhatItsBarcodeStandsFor() {
    hear(bin(BIN));
    hear(item(SHACKLE, 1));
    hear(item(SHACKLE, 10));
    assertThat(strokes).extracting(Stroke::quantity).containsExactly(Quantity.ONE, Quantity.of(10));
    assertThat(strokes).noneMatch(Stroke::whole);
  }

  @Test
  void aTypedFigureIsTheWholeLineInAnyPack() {
    hear(bin(BIN));
    hear(item(SHACKLE, 0));
    assertThat(strokes).as("a shelf label only names").isEmpty();
    hear(figure("3", "boxes"));
    assertThat(last().quantity()).isEqualTo(Quantity.of(30));
    assertThat(last().whole()).isTrue();
    hear(figure("0", null));
    assertThat(last().quantity()).isEqualTo(Quantity.ZERO);
    assertThat(misfit(hear(figure("2", "crates")))).isInstanceOf(Misfit.NoSuchPack.class);
    assertThat(misfit(hear(figure("2.5", null)))).isInstanceOf(Misfit.WrongQuantity.class);
  }

  @Test
  void aFigureNeedsAnItem() {
    hear(bin(BIN));
    assertThat(misfit(hear(figure("3", null)))).isEqualTo(new Misfit.ItemFirst());
    assertThat(misfit(hear(figure("3", "box")))).isEqualTo(new Misfit.PackNeedsItem("box"));
  }

  @Test
  void theOnlyLotInTheBinFillsItself() {
    house.holds(FLARE, BIN, K1, 0, 0, 6);
    hear(bin(BIN));
    hear(item(FLARE, 1));
    assertThat(last().lot()).isEqualTo("K1");
  }

  @Test
  void ofSeveralLotsTheScansWaitUntilOneIsNamed() {
    house.holds(FLARE, BIN, K1, 0, 0, 6);
    house.holds(FLARE, BIN, K2, 0, 0, 2);
    hear(bin(BIN));
    hear(item(FLARE, 1));
    hear(item(FLARE, 1));
    assertThat(strokes).isEmpty();
    assertThat(Count.wanted(sentence, house)).startsWith(Wanted.LOT);
    assertThat(misfit(hear(bin(NEXT_BIN)))).isEqualTo(new Misfit.LotFirst(FLARE));
    assertThat(misfit(hear(item(SHACKLE, 1)))).isEqualTo(new Misfit.LotFirst(FLARE));
    hear(new Meaning.Lot(FLARE, K2));
    assertThat(last().lot()).isEqualTo("K2");
    assertThat(last().quantity()).isEqualTo(Quantity.of(2));
    hear(item(FLARE, 1));
    assertThat(last().quantity()).as("the lot stays").isEqualTo(Quantity.ONE);
  }

  @Test
  void aLotThatNobodyKnowsIsAdded() {
    hear(bin(BIN));
    hear(item(FLARE, 0));
    hear(figure("4", null));
    assertThat(strokes).isEmpty();
    follow(Count.hearNew(sentence, "K99", house));
    assertThat(last())
        .extracting(Stroke::lot, Stroke::quantity, Stroke::whole)
        .containsExactly("K99", Quantity.of(4), true);
  }

  @Test
  void oneLabelSaysItemLotLastDayAndHowMany() {
    hear(bin(BIN));
    hear(label(FLARE, 36, "(02)02100041000002(37)36(17)291231(10)K9001"));
    assertThat(last())
        .extracting(Stroke::lot, Stroke::expiry, Stroke::quantity)
        .containsExactly("K9001", LocalDate.of(2029, 12, 31), Quantity.of(36));
  }

  @Test
  void piecesCountByThemselvesAndOnce() {
    hear(bin(BIN));
    hear(new Meaning.Serial(BEACON, 0, 71));
    assertThat(last().serial()).isEqualTo("BCN-71");
    house.counted.add("BCN-71");
    assertThat(misfit(hear(new Meaning.Serial(BEACON, 0, 71))))
        .isEqualTo(new Misfit.CodeTwice("BCN-71"));
    assertThat(misfit(hear(figure("2", null)))).isEqualTo(new Misfit.ScanSerials(BEACON));
    follow(Count.hearNew(sentence, "X-5", house));
    assertThat(last().serial()).as("found, and new to the house").isEqualTo("X-5");
  }

  @Test
  void aNewNumberIsHeardOnlyWhereOneIsWaitedFor() {
    hear(bin(BIN));
    assertThat(misfit(Count.hearNew(sentence, "X-5", house))).isEqualTo(new Misfit.NoRoom());
  }

  @Test
  void aSealedPalletCountsAsTheBookHasIt() {
    house.holds(SHACKLE, BIN, 0, 0, PALLET, 400);
    house.holds(FLARE, BIN, K1, 0, PALLET, 36);
    hear(bin(BIN));
    hear(new Meaning.UnitLoad(PALLET));
    assertThat(strokes).extracting(Stroke::unitLoad).containsOnly(PALLET);
    assertThat(strokes)
        .extracting(Stroke::quantity)
        .containsExactly(Quantity.of(400), Quantity.of(36));
    assertThat(sentence.unitLoad()).isZero();
  }

  @Test
  void goodsOfATrolleyAreCountedOnIt() {
    hear(bin(BIN));
    hear(new Meaning.UnitLoad(TROLLEY));
    hear(item(SHACKLE, 1));
    assertThat(last().unitLoad()).isEqualTo(TROLLEY);
    hear(new Meaning.UnitLoad(TROLLEY));
    hear(item(SHACKLE, 1));
    assertThat(last().unitLoad()).as("scanned again, it is left").isZero();
  }

  @Test
  void aUnitLoadThatNobodyKnowsIsFoundOnceItIsKnownWhere() {
    Sscc stranger = new Sscc("340123450000000017");
    Scan scan = new Scan(ScanReader.read("(00)" + stranger.digits()), List.of());
    assertThat(Count.hear(CountSentence.EMPTY, scan, house))
        .isEqualTo(new Heard.Refused(new Misfit.BinFirst()));
    assertThat(Count.hear(CountSentence.at(BIN), scan, house))
        .isEqualTo(new Heard.FindsUnitLoad(stranger));
    // A label that names an item as well is of that item.
    Scan named =
        new Scan(ScanReader.read("(00)340123450000000017(02)04012345000016(37)5"), List.of());
    assertThat(Count.hear(CountSentence.at(BIN), named, house)).isInstanceOf(Heard.Refused.class);
  }

  @Test
  void theBinsOwnLabelEndsItAndTheNextOneGoesOn() {
    hear(bin(BIN));
    assertThat(hear(bin(BIN))).isEqualTo(new Heard.Leaves(false, 0));
    assertThat(hear(bin(NEXT_BIN))).isEqualTo(new Heard.Enters(NEXT_BIN));
  }

  @Test
  void whatCanMeanSeveralThingsIsAsked() {
    hear(bin(BIN));
    assertThat(hear(item(SHACKLE, 1), item(FLARE, 1))).isInstanceOf(Heard.Choose.class);
    assertThat(hear(bin(ELSEWHERE), item(SHACKLE, 1))).isInstanceOf(Heard.Counted.class);
  }

  @Test
  void ropeIsMeasuredWithItsDecimals() {
    hear(bin(BIN));
    hear(item(ROPE, 0));
    hear(figure("12.375", null));
    assertThat(last().quantity()).isEqualTo(Quantity.of("12.375"));
  }

  @Provide
  Arbitrary<List<Integer>> scans() {
    return Arbitraries.integers().between(0, 5).list().ofMaxSize(40);
  }

  /** Whatever is scanned in whatever order, no scan is lost and none is counted twice. */
  // Where someone stands in the count

  private static final long COUNT = 9;

  private Heard scan(OpenCount open, Meaning... meanings) {
    return Count.scan(
        open,
        new Scan(new Reading.Plain("x", Optional.empty(), Optional.empty()), List.of(meanings)),
        house);
  }

  private static OpenCount in(long place) {
    return OpenCount.of(5, COUNT).at(77, place);
  }

  @Test
  void withoutACountOneIsLookedFor() {
    assertThat(scan(OpenCount.nothing(5), bin(BIN))).isEqualTo(new Heard.Finds());
    assertThat(scan(OpenCount.nothing(5), new Meaning.Count(4))).isEqualTo(new Heard.Opens(4));
    assertThat(scan(in(BIN), new Meaning.Count(4))).isEqualTo(new Heard.Opens(4));
  }

  @Test
  void theNextBinLeavesTheOneBefore() {
    assertThat(scan(OpenCount.of(5, COUNT), bin(BIN))).isEqualTo(new Heard.Enters(BIN));
    assertThat(scan(in(BIN), bin(NEXT_BIN))).isEqualTo(new Heard.Leaves(false, NEXT_BIN));
    assertThat(scan(in(BIN), bin(BIN))).isEqualTo(new Heard.Leaves(false, 0));
  }

  @Test
  void anItemsSlipGoesOnFromBinToBinUntilItIsConfirmed() {
    house.countsItem = true;
    assertThat(scan(in(BIN), bin(NEXT_BIN))).isEqualTo(new Heard.Enters(NEXT_BIN));
    assertThat(scan(in(BIN), bin(BIN))).isEqualTo(new Heard.Waits(CountSentence.EMPTY));
    assertThat(Count.act(in(BIN), Action.CONFIRM)).isEqualTo(new Heard.Leaves(true, 0));
  }

  @Test
  void aBinIsEmptyByOneWordOnlyWhereNothingWasScanned() {
    assertThat(Count.act(in(BIN), Action.CONFIRM)).isEqualTo(new Heard.Leaves(true, 0));
    CountSentence named = CountSentence.at(BIN).about(SHACKLE, "", null);
    assertThat(Count.act(in(BIN).saying(named), Action.CONFIRM))
        .isEqualTo(new Heard.Leaves(false, 0));
    OpenCount asked = in(BIN).saying(named).asking(List.of(), NEXT_BIN);
    assertThat(Count.act(asked, Action.CONFIRM)).isEqualTo(new Heard.Leaves(false, NEXT_BIN));
    PositionKey left = new PositionKey(SHACKLE, BIN, 0, 0, 0, Condition.GOOD);
    asked = in(BIN).saying(named).asking(List.of(left), NEXT_BIN);
    assertThat(Count.act(asked, Action.CONFIRM)).isEqualTo(new Heard.Leaves(true, NEXT_BIN));
    assertThat(Count.act(asked, Action.UNDO)).isEqualTo(new Heard.Waits(named));
  }

  @Test
  void whatPendsIsNeitherLeftNorForgotten() {
    CountSentence waiting =
        CountSentence.at(BIN).about(FLARE, "", null).waiting(Quantity.of(2), false);
    OpenCount open = in(BIN).saying(waiting);
    assertThat(misfit(Count.act(open, Action.CONFIRM))).isEqualTo(new Misfit.LotFirst(FLARE));
    assertThat(Count.act(open, Action.UNDO)).isEqualTo(new Heard.Waits(CountSentence.at(BIN)));
  }

  @Test
  void undoTakesBackTheLastWordOfACount() {
    assertThat(Count.act(in(BIN), Action.UNDO)).isEqualTo(new Heard.TakesBack());
    assertThat(misfit(Count.act(OpenCount.nothing(5), Action.UNDO)))
        .isEqualTo(new Misfit.NothingToUndo());
    assertThat(misfit(Count.act(OpenCount.nothing(5), Action.CONFIRM)))
        .isEqualTo(new Misfit.BinFirst());
  }

  @Test
  void anActionLabelOfAnotherVerbGoesOnWithThat() {
    assertThat(scan(in(BIN), new Meaning.Act(Action.MOVE))).isEqualTo(new Heard.Begins(Verb.MOVE));
    assertThat(misfit(Count.act(in(BIN), Action.TURN))).isEqualTo(new Misfit.NoRoom());
  }

  @Test
  void aConditionIsSaidOfWhatFollows() {
    Heard heard = Count.say(in(BIN), new Evidence.ConditionSaid(Condition.ON_HOLD), house);
    assertThat(((Heard.Waits) heard).next().condition()).isEqualTo(Condition.ON_HOLD);
    assertThat(misfit(Count.say(in(BIN), new Evidence.Turned(), house)))
        .isEqualTo(new Misfit.NoRoom());
  }

  @Property
  void whatIsKeptIsWhatWasScanned(@ForAll("scans") List<Integer> scans) {
    CountTest other = new CountTest();
    Map<Long, Long> expected = new HashMap<>();
    other.hear(bin(BIN));
    for (int scan : scans) {
      Heard heard =
          switch (scan) {
            case 0 -> other.hear(bin(NEXT_BIN + scans.size()));
            case 1 -> other.hear(item(SHACKLE, 1));
            case 2 -> other.hear(item(SHACKLE, 10));
            case 3 -> other.hear(item(FLARE, 1));
            case 4 -> other.hear(new Meaning.Lot(FLARE, K1));
            default -> other.hear(item(ROPE, 0));
          };
      if (!(heard instanceof Heard.Refused)) {
        long counts = scan == 1 || scan == 3 ? 1 : scan == 2 ? 10 : 0;
        expected.merge(scan == 3 ? FLARE : SHACKLE, counts, Long::sum);
      }
    }
    Map<Long, Long> kept = new HashMap<>();
    other.strokes.forEach(
        one -> kept.merge(one.item(), one.quantity().amount().longValueExact(), Long::sum));
    kept.merge(FLARE, other.sentence.pending().amount().longValueExact(), Long::sum);
    assertThat(kept.getOrDefault(SHACKLE, 0L)).isEqualTo(expected.getOrDefault(SHACKLE, 0L));
    assertThat(kept.getOrDefault(FLARE, 0L)).isEqualTo(expected.getOrDefault(FLARE, 0L));
  }
}
