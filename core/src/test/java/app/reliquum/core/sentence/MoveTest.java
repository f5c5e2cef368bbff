package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Action;
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
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class MoveTest {

  private static final long SHACKLE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long ROPE = 4;
  private static final long RAFT = 5;

  private static final long A = 11;
  private static final long B = 12;
  private static final long C = 13;
  private static final long HOME = 14;
  private static final long ELSEWHERE = 99;

  private static final long LATE = 21;
  private static final long SOON = 22;

  private static final LocalDate DAY = LocalDate.of(2026, 5, 4);

  /** A small site: what lies where is written down by each test. */
  private static final class Site implements MoveFacts, AnyHouse {
    private final List<HeldPosition> stock = new ArrayList<>();
    private boolean scans;

    @Override
    public boolean targetIsScanned(long place) {
      return scans;
    }

    Site put(long item, long place, long lot, long serial, String quantity) {
      return put(item, place, lot, serial, quantity, Condition.GOOD);
    }

    Site put(long item, long place, long lot, long serial, String quantity, Condition condition) {
      stock.add(
          new HeldPosition(
              new PositionKey(item, place, lot, serial, 0, condition),
              new Holding(Quantity.of(quantity), DAY)));
      return this;
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return place == ELSEWHERE ? 2 : 1;
    }

    @Override
    public MeasureRule measure(long item) {
      return switch ((int) item) {
        case (int) FLARE -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.LOT);
        case (int) BEACON -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.SERIAL);
        case (int) RAFT -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.LOT_AND_SERIAL);
        case (int) ROPE -> new MeasureRule(UnitOfMeasure.METRE, 3, Tracking.NONE);
        default -> new MeasureRule(UnitOfMeasure.PIECE, 0, Tracking.NONE);
      };
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of(new Pack("box", Quantity.of(10)), new Pack("carton", Quantity.of(100)));
    }

    @Override
    public List<HeldPosition> stockIn(long place) {
      return stock.stream().filter(one -> one.key().place() == place).toList();
    }

    @Override
    public List<HeldPosition> stockOf(long item) {
      return stock.stream().filter(one -> one.key().item() == item).toList();
    }

    @Override
    public Optional<LocalDate> expiry(long lot) {
      return lot == SOON
          ? Optional.of(DAY.plusDays(30))
          : lot == LATE ? Optional.of(DAY.plusDays(300)) : Optional.empty();
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return item == FLARE ? Optional.of(HOME) : Optional.empty();
    }
  }

  private final Site site = new Site();
  private List<Evidence> said = List.of();

  @BeforeEach
  void stock() {
    site.put(SHACKLE, A, 0, 0, "234")
        .put(FLARE, B, LATE, 0, "8")
        .put(FLARE, B, SOON, 0, "6")
        .put(SHACKLE, B, 0, 0, "5")
        .put(BEACON, C, 0, 31, "1")
        .put(BEACON, C, 0, 32, "1")
        .put(ROPE, C, 0, 0, "120.5");
  }

  private static Meaning piece(long item) {
    return new Meaning.Item(item, 0, Quantity.ONE);
  }

  private static Meaning box(long item) {
    return new Meaning.Item(item, 1, Quantity.of(10));
  }

  private static Meaning label(long item) {
    return new Meaning.Item(item, 0, Quantity.ZERO);
  }

  private static Meaning bin(long place) {
    return new Meaning.Bin(place);
  }

  private static Meaning figure(String quantity) {
    return new Meaning.Figure(Quantity.of(quantity), null);
  }

  private MoveSentence scan(Meaning... meanings) {
    MoveSentence last = null;
    for (Meaning meaning : meanings) {
      Step<MoveSentence> reply = new Move(site).fill(said, List.of(meaning));
      assertThat(reply).isInstanceOf(Step.Filled.class);
      last = ((Step.Filled<MoveSentence>) reply).sentence();
      said = last.evidence();
    }
    return last;
  }

  private Misfit refused(Meaning meaning) {
    return ((Step.Refused<MoveSentence>) new Move(site).fill(said, List.of(meaning))).misfit();
  }

  private static Line line(long item, long lot, long serial, long from, long to, String quantity) {
    return new Line(
        new Goods(item, lot, serial), Spot.in(from), Spot.in(to), Quantity.of(quantity));
  }

  @Test
  void anEmptySentenceWantsEverything() {
    MoveSentence empty = ((Step.Filled<MoveSentence>) new Move(site).read(List.of())).sentence();
    assertThat(empty.wanted())
        .containsExactly(Wanted.ITEM, Wanted.QUANTITY, Wanted.FROM, Wanted.TO);
    assertThat(empty.ready()).isFalse();
  }

  @Test
  void whatHasOneValueFillsItself() {
    MoveSentence sentence = scan(bin(A));
    assertThat(sentence.from()).isEqualTo(new Blank.Said<>(A));
    assertThat(sentence.item()).isEqualTo(new Blank.Only<>(SHACKLE));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(234), Blank.Why.ALL_OF_IT));
    assertThat(sentence.wanted()).containsExactly(Wanted.TO);

    said = List.of();
    MoveSentence flare = scan(piece(FLARE));
    assertThat(flare.from()).isEqualTo(new Blank.Only<>(B));
    assertThat(flare.to()).isEqualTo(new Blank.Suggested<>(HOME, Blank.Why.HOME_BIN));
    assertThat(flare.lot()).isEqualTo(new Blank.Suggested<>(SOON, Blank.Why.EARLIEST_EXPIRY));
  }

  @Test
  void whereBinsAreScannedTheSuggestedOneIsNotTakenByAConfirmation() {
    scan(piece(FLARE), figure("2"));
    OpenSentence open = OpenSentence.nothing(1).with(said);
    site.scans = true;
    assertThat(new Move(site).act(open, Action.CONFIRM))
        .isEqualTo(new Step.Refused<>(new Misfit.TargetNotScanned(HOME)));
    scan(bin(HOME));
    open = OpenSentence.nothing(1).with(said);
    Step<MoveSentence> accepted = new Move(site).act(open, Action.CONFIRM);
    assertThat(((Step.Filled<MoveSentence>) accepted).sentence().ready()).isTrue();

    site.scans = false;
    said = List.of();
    scan(piece(FLARE), figure("2"));
    open = OpenSentence.nothing(1).with(said);
    assertThat(new Move(site).act(open, Action.CONFIRM)).isInstanceOf(Step.Filled.class);
  }

  @Test
  void aBinThatDoesNotHoldTheItemIsWhereItGoes() {
    MoveSentence sentence = scan(bin(C), piece(SHACKLE));
    assertThat(sentence.to()).isEqualTo(new Blank.Said<>(C));
    assertThat(sentence.from()).isEqualTo(new Blank.Empty<Long>());
    assertThat(sentence.candidates()).extracting(one -> one.key().place()).contains(A, B);
    assertThat(scan(bin(B)).from()).isEqualTo(new Blank.Said<>(B));
  }

  @Test
  void ofTwoBinsThatHoldItTheFirstIsTheSourceUntilTurnedRound() {
    scan(piece(SHACKLE), bin(A), bin(B));
    assertThat(scan(figure("2")).lines()).containsExactly(line(SHACKLE, 0, 0, A, B, "2"));
    Step<MoveSentence> turned = new Move(site).add(said, new Evidence.Turned());
    assertThat(((Step.Filled<MoveSentence>) turned).sentence().lines())
        .containsExactly(line(SHACKLE, 0, 0, B, A, "2"));
    said = List.of(new Evidence.Bin(A, Role.ANY), new Evidence.Bin(HOME, Role.ANY));
    assertThat(new Move(site).add(said, new Evidence.Turned()))
        .isEqualTo(new Step.Refused<>(new Misfit.CannotTurn()));
  }

  @Test
  void barcodesCountLabelsNameAndFiguresReplace() {
    scan(bin(A), bin(HOME));
    assertThat(scan(label(SHACKLE)).quantity().suggested()).isTrue();
    assertThat(scan(piece(SHACKLE), piece(SHACKLE)).quantity().filled()).contains(Quantity.of(2));
    assertThat(scan(box(SHACKLE)).quantity().filled()).contains(Quantity.of(12));
    assertThat(scan(figure("6")).quantity().filled()).contains(Quantity.of(6));
    assertThat(scan(piece(SHACKLE)).quantity().filled()).contains(Quantity.of(7));
    assertThat(scan(new Meaning.Figure(Quantity.of(2), "Boxes")).quantity().filled())
        .contains(Quantity.of(20));
    assertThat(scan(new Meaning.Figure(Quantity.of(2), "pc")).quantity().filled())
        .contains(Quantity.of(2));
  }

  @Test
  void everyMisfitSaysWhatWasExpected() {
    scan(bin(A), bin(HOME));
    assertThat(refused(bin(C))).isEqualTo(new Misfit.PlacesNamed(C, A, HOME));
    assertThat(refused(bin(A))).isEqualTo(new Misfit.PlaceTwice(A));
    assertThat(refused(bin(ELSEWHERE))).isEqualTo(new Misfit.OtherSite(ELSEWHERE));
    assertThat(refused(figure("235")))
        .isEqualTo(new Misfit.NotEnough(A, Quantity.of(235), Quantity.of(234)));
    assertThat(refused(figure("0.5"))).isInstanceOf(Misfit.WrongQuantity.class);
    assertThat(refused(new Meaning.Figure(Quantity.of(1), "drum")))
        .isEqualTo(new Misfit.NoSuchPack("drum", List.of("box", "carton")));
    assertThat(refused(new Meaning.Person(4))).isEqualTo(new Misfit.NoRoom());
    scan(label(SHACKLE));
    assertThat(refused(piece(FLARE))).isEqualTo(new Misfit.OtherItem(SHACKLE, FLARE));
    assertThat(new Move(site).add(said, new Evidence.ConditionSaid(Condition.REJECTED)))
        .isEqualTo(new Step.Refused<>(new Misfit.NoSuchCondition()));
  }

  @Test
  void goodsThatLieElsewhereAreNamedWithTheirPlaces() {
    scan(bin(HOME), piece(FLARE));
    assertThat(refused(bin(A))).isEqualTo(new Misfit.NotThere(A, FLARE, List.of(B)));
    said = List.of();
    assertThat(refused(piece(RAFT))).isEqualTo(new Misfit.NoneHere(RAFT));
    scan(bin(HOME));
    assertThat(refused(bin(ELSEWHERE))).isInstanceOf(Misfit.OtherSite.class);
  }

  @Test
  void aPackBeforeTheItemIsAskedToWait() {
    assertThat(refused(new Meaning.Figure(Quantity.of(2), "box")))
        .isEqualTo(new Misfit.PackNeedsItem("box"));
    assertThat(scan(figure("3")).quantity().filled()).contains(Quantity.of(3));
    assertThat(scan(bin(A), bin(HOME)).ready()).isTrue();
  }

  @Test
  void lotsAreScannedOrSuggestedByExpiry() {
    MoveSentence sentence = scan(bin(B), piece(FLARE));
    assertThat(sentence.ready()).isFalse();
    List<Evidence> accepted = sentence.accepted();
    MoveSentence whole = ((Step.Filled<MoveSentence>) new Move(site).read(accepted)).sentence();
    assertThat(whole.ready()).isTrue();
    assertThat(whole.lines()).containsExactly(line(FLARE, SOON, 0, B, HOME, "1"));

    MoveSentence late = scan(new Meaning.Lot(FLARE, LATE));
    assertThat(late.held()).isEqualTo(Quantity.of(8));
    assertThat(refused(new Meaning.Lot(FLARE, SOON))).isEqualTo(new Misfit.OtherLot(LATE, SOON));
  }

  @Test
  void aSuggestionThatIsAcceptedNeverTurnsTheSentenceRound() {
    site.put(FLARE, HOME, LATE, 0, "50");
    MoveSentence sentence = scan(bin(B), new Meaning.Lot(FLARE, LATE));
    MoveSentence whole =
        ((Step.Filled<MoveSentence>) new Move(site).read(sentence.accepted())).sentence();
    assertThat(whole.lines()).containsExactly(line(FLARE, LATE, 0, B, HOME, "8"));
  }

  @Test
  void serialNumbersAreScannedOneByOne() {
    MoveSentence sentence = scan(new Meaning.Serial(BEACON, 0, 31), bin(A));
    assertThat(sentence.from()).isEqualTo(new Blank.Only<>(C));
    assertThat(refused(new Meaning.Serial(BEACON, 0, 31))).isEqualTo(new Misfit.SerialTwice(31));
    assertThat(refused(figure("2"))).isEqualTo(new Misfit.ScanSerials(BEACON));
    assertThat(scan(new Meaning.Serial(BEACON, 0, 32)).lines())
        .containsExactly(line(BEACON, 0, 31, C, A, "1"), line(BEACON, 0, 32, C, A, "1"));
  }

  @Test
  void serialNumbersInTwoBinsCanNotMoveTogether() {
    site.put(BEACON, A, 0, 33, "1");
    scan(new Meaning.Serial(BEACON, 0, 31));
    assertThat(refused(new Meaning.Serial(BEACON, 0, 33))).isEqualTo(new Misfit.SerialsApart(33));
    said = List.of();
    MoveSentence alone = scan(piece(BEACON), bin(A));
    assertThat(alone.serials()).extracting(Evidence.Serial::serial).containsExactly(33L);
  }

  @Test
  void piecesWithLotAndSerialBringTheirLot() {
    site.put(RAFT, A, LATE, 41, "1").put(RAFT, A, SOON, 42, "1");
    MoveSentence sentence =
        scan(new Meaning.Serial(RAFT, LATE, 41), new Meaning.Serial(RAFT, SOON, 42), bin(HOME));
    assertThat(sentence.lines())
        .containsExactly(line(RAFT, LATE, 41, A, HOME, "1"), line(RAFT, SOON, 42, A, HOME, "1"));
  }

  @Test
  void goodGoodsAreMeantUnlessSomeoneSaysOtherwise() {
    site.put(SHACKLE, A, 0, 0, "3", Condition.ON_HOLD);
    MoveSentence good = scan(bin(A), bin(HOME));
    assertThat(good.condition().filled()).contains(Condition.GOOD);
    Step<MoveSentence> held =
        new Move(site).add(said, new Evidence.ConditionSaid(Condition.ON_HOLD));
    assertThat(((Step.Filled<MoveSentence>) held).sentence().held()).isEqualTo(Quantity.of(3));
  }

  @Test
  void ropeMovesByTheMetre() {
    assertThat(scan(label(ROPE), figure("12.125"), bin(A)).lines())
        .containsExactly(line(ROPE, 0, 0, C, A, "12.125"));
  }

  @Test
  void aCodeThatFitsInSeveralWaysIsNeverGuessed() {
    List<Meaning> several =
        List.of(new Meaning.Lot(FLARE, SOON), new Meaning.Serial(BEACON, 0, 31));
    assertThat(new Move(site).fill(List.of(), several))
        .isInstanceOfSatisfying(
            Step.Choose.class, choose -> assertThat(choose.choices()).hasSize(2));
    scan(piece(FLARE));
    assertThat(new Move(site).fill(said, several)).isInstanceOf(Step.Filled.class);
  }

  @Test
  void whatStillHoldsIsKeptWhenTheHouseHasChanged() {
    scan(bin(B), new Meaning.Lot(FLARE, LATE), figure("8"), bin(C));
    site.stock.removeIf(one -> one.key().lot() == LATE);
    site.put(FLARE, B, LATE, 0, "3");
    assertThat(new Move(site).read(said)).isInstanceOf(Step.Refused.class);
    MoveSentence standing =
        ((Step.Filled<MoveSentence>) new Move(site).read(new Move(site).standing(said))).sentence();
    assertThat(standing.to()).isEqualTo(new Blank.Said<>(C));
    assertThat(standing.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(3), Blank.Why.ALL_OF_IT));
  }

  @Test
  void theSameWayAgainKeepsThePlaces() {
    MoveSentence done = scan(bin(B), piece(SHACKLE), bin(HOME));
    said = done.sameAgain();
    assertThat(scan(new Meaning.Lot(FLARE, LATE)).from()).isEqualTo(new Blank.Said<>(B));
    assertThat(scan(figure("8")).lines()).containsExactly(line(FLARE, LATE, 0, B, HOME, "8"));
  }

  @Property(tries = 200)
  void anyOrderOfScansSaysTheSame(@ForAll Random random) {
    stock();
    List<Meaning> scans =
        new ArrayList<>(
            List.of(bin(B), bin(C), label(FLARE), new Meaning.Lot(FLARE, LATE), figure("6")));
    Collections.shuffle(scans, random);
    said = List.of();
    assertThat(scan(scans.toArray(Meaning[]::new)).lines())
        .containsExactly(line(FLARE, LATE, 0, B, C, "6"));
  }

  @Property(tries = 200)
  void theOrderOfTheRowsNeverMatters(@ForAll Random random) {
    stock();
    Collections.shuffle(site.stock, random);
    said = List.of();
    MoveSentence sentence = scan(bin(B), piece(FLARE));
    assertThat(sentence.lot().filled()).contains(SOON);
    assertThat(scan(piece(FLARE)).quantity().filled()).contains(Quantity.of(2));
  }

  @Property(tries = 200)
  void takingAScanBackIsAsIfItHadNeverBeen(@ForAll Random random) {
    stock();
    List<Meaning> scans = new ArrayList<>(List.of(bin(A), bin(HOME), piece(SHACKLE), figure("9")));
    Collections.shuffle(scans, random);
    said = List.of();
    MoveSentence before = scan(scans.get(0), scans.get(1), scans.get(2));
    scan(scans.get(3));
    Step<MoveSentence> undone = new Move(site).read(said.subList(0, said.size() - 1));
    assertThat(((Step.Filled<MoveSentence>) undone).sentence()).isEqualTo(before);
  }
}
