package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Evidence.Role;
import app.reliquum.core.sentence.MoveSentence.Load.Part;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Moves of which one end is settled, as when goods are sent or arrive, and whole bins. */
class OneEndTest {

  private static final long SHACKLE = 1;
  private static final long FLARE = 2;
  private static final long BEACON = 3;
  private static final long ROPE = 4;
  private static final long ROAD = 90;
  private static final long DOCK = 11;
  private static final long SHELF = 12;
  private static final long BULK = 13;
  private static final long HOME = 14;

  private static final class Site implements MoveFacts, AnyHouse {
    private final List<HeldPosition> stock = new ArrayList<>();
    private final Map<Long, Quantity> asked = new HashMap<>();
    private Long origin;
    private Long destination;
    private PositionKey setAside;
    private boolean replaces;
    private Blank.Why why = Blank.Why.STILL_ASKED;
    private long face;

    Site put(long item, long place, long lot, long serial, long quantity) {
      stock.add(
          new HeldPosition(
              new PositionKey(item, place, lot, serial, 0, Condition.GOOD),
              new Holding(Quantity.of(quantity), LocalDate.of(2026, 5, 4))));
      return this;
    }

    @Override
    public long site() {
      return 1;
    }

    @Override
    public long siteOf(long place) {
      return 1;
    }

    @Override
    public MeasureRule measure(long item) {
      Tracking tracking =
          item == FLARE ? Tracking.LOT : item == BEACON ? Tracking.SERIAL : Tracking.NONE;
      return new MeasureRule(UnitOfMeasure.PIECE, 0, tracking);
    }

    @Override
    public List<Pack> packs(long item) {
      return List.of();
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
      return Optional.empty();
    }

    @Override
    public Optional<Long> homeBin(long item) {
      return Optional.empty();
    }

    @Override
    public Blank.Why whyAsked() {
      return why;
    }

    @Override
    public Optional<Target> target(PositionKey goods, Quantity quantity) {
      if (face != 0) {
        return Optional.of(new Target(face, quantity, Blank.Why.PICK_FACE));
      }
      return origin == null
          ? Optional.empty()
          : Optional.of(new Target(DOCK, quantity, Blank.Why.DOCK));
    }

    @Override
    public Optional<Long> origin() {
      return Optional.ofNullable(origin);
    }

    @Override
    public Optional<Long> destination() {
      return Optional.ofNullable(destination);
    }

    @Override
    public Optional<Quantity> asked(long item) {
      return asked.isEmpty()
          ? Optional.empty()
          : Optional.of(asked.getOrDefault(item, Quantity.ZERO));
    }

    @Override
    public boolean listed(long item) {
      return asked.isEmpty() || asked.containsKey(item);
    }

    @Override
    public Optional<Next> next(long item) {
      return Optional.ofNullable(setAside)
          .filter(key -> key.item() == item)
          .map(key -> new Next(key, Blank.Why.RESERVED));
    }

    @Override
    public boolean replaces() {
      return replaces;
    }
  }

  private final Site site = new Site();
  private final List<Evidence> said = new ArrayList<>();

  private MoveSentence say(Evidence more) {
    Step<MoveSentence> reply = new Move(site).add(said, more);
    assertThat(reply).isInstanceOf(Step.Filled.class);
    said.add(more);
    return ((Step.Filled<MoveSentence>) reply).sentence();
  }

  private Misfit refusal(Evidence more) {
    return ((Step.Refused<MoveSentence>) new Move(site).add(said, more)).misfit();
  }

  private static Evidence item(long item, long counts) {
    return new Evidence.Item(item, Quantity.of(counts));
  }

  private static Evidence bin(long place) {
    return new Evidence.Bin(place, Role.ANY);
  }

  // Sending

  private void sending() {
    site.destination = ROAD;
    site.replaces = true;
    site.put(SHACKLE, SHELF, 0, 0, 40).put(SHACKLE, BULK, 0, 0, 100);
    site.put(FLARE, SHELF, 5, 0, 6).put(FLARE, SHELF, 6, 0, 6);
  }

  @Test
  void whatIsSentGoesOntoTheRoadWithoutAnotherBin() {
    sending();
    say(item(SHACKLE, 3));
    MoveSentence sentence = say(bin(SHELF));
    assertThat(sentence.ready()).isTrue();
    assertThat(sentence.to()).isEqualTo(new Blank.Only<>(ROAD));
    assertThat(sentence.lines())
        .extracting(line -> line.from().place(), line -> line.to().place(), Line::quantity)
        .containsExactly(tuple(SHELF, ROAD, Quantity.of(3)));
  }

  @Test
  void whatIsSuggestedIsAcceptedAsItStands() {
    sending();
    MoveSentence sentence = say(bin(BULK));
    assertThat(sentence.whole()).isTrue();
    Step<MoveSentence> accepted = new Move(site).read(sentence.accepted());
    assertThat(((Step.Filled<MoveSentence>) accepted).sentence().ready()).isTrue();
  }

  @Test
  void aBinThatAListNamedIsNotNamedAgain() {
    sending();
    MoveSentence sentence =
        say(new Evidence.LabelSaid(List.of(new Evidence.Bin(BULK, Role.FROM), item(SHACKLE, 0))));
    Step<MoveSentence> accepted = new Move(site).read(sentence.accepted());
    assertThat(((Step.Filled<MoveSentence>) accepted).sentence().ready()).isTrue();
  }

  @Test
  void asMuchAsIsStillAskedIsSuggestedAndMoreIsRefused() {
    sending();
    site.asked.put(SHACKLE, Quantity.of(12));
    MoveSentence sentence = say(item(SHACKLE, 0));
    assertThat(sentence.wanted()).containsExactly(Wanted.QUANTITY, Wanted.FROM);
    sentence = say(bin(BULK));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(12), Blank.Why.STILL_ASKED));
    assertThat(refusal(new Evidence.Figure(Quantity.of(13), null)))
        .isEqualTo(new Misfit.TooMuch(SHACKLE, Quantity.of(13), Quantity.of(12), Quantity.of(12)));
    say(new Evidence.Knowingly(SHACKLE));
    assertThat(say(new Evidence.Figure(Quantity.of(13), null)).ready()).isTrue();
  }

  @Test
  void whatIsNotAskedForIsAddedKnowingly() {
    sending();
    site.asked.put(SHACKLE, Quantity.of(12));
    assertThat(refusal(item(FLARE, 1))).isEqualTo(new Misfit.NotOnOrder(FLARE));
    assertThat(say(new Evidence.Knowingly(FLARE)).item().settled()).isTrue();
  }

  @Test
  void whatIsReservedIsSuggested() {
    sending();
    site.setAside = new PositionKey(SHACKLE, BULK, 0, 0, 0, Condition.GOOD);
    MoveSentence sentence = say(item(SHACKLE, 2));
    assertThat(sentence.from()).isEqualTo(new Blank.Suggested<>(BULK, Blank.Why.RESERVED));
    site.setAside = new PositionKey(FLARE, SHELF, 6, 0, 0, Condition.GOOD);
    said.clear();
    assertThat(say(item(FLARE, 1)).lot()).isEqualTo(new Blank.Suggested<>(6L, Blank.Why.RESERVED));
  }

  // Refilling

  private void refilling() {
    site.replaces = true;
    site.why = Blank.Why.STILL_MISSING;
    site.put(SHACKLE, BULK, 0, 0, 100).put(SHACKLE, SHELF, 0, 0, 40);
    site.asked.put(SHACKLE, Quantity.of(48));
    site.setAside = new PositionKey(SHACKLE, BULK, 0, 0, 0, Condition.GOOD);
    site.face = HOME;
  }

  private Step<MoveSentence> refill(Evidence... all) {
    return new Refill(site).read(List.of(all));
  }

  @Test
  void anItemIsEnoughToKnowWhatIsBroughtFromWhereToWhere() {
    refilling();
    MoveSentence sentence = ((Step.Filled<MoveSentence>) refill(item(SHACKLE, 0))).sentence();
    assertThat(sentence.from()).isEqualTo(new Blank.Suggested<>(BULK, Blank.Why.RESERVED));
    assertThat(sentence.to()).isEqualTo(new Blank.Suggested<>(HOME, Blank.Why.PICK_FACE));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(48), Blank.Why.STILL_MISSING));
    OpenSentence open = OpenSentence.nothing(1).with(List.of(item(SHACKLE, 0)));
    assertThat(new Refill(site).act(open, Action.CONFIRM)).isInstanceOf(Step.Do.class);
  }

  @Test
  void moreThanThePickFaceHasRoomForIsBroughtKnowingly() {
    refilling();
    Step<MoveSentence> much =
        refill(item(SHACKLE, 0), bin(BULK), new Evidence.Figure(Quantity.of(60), null));
    Misfit misfit = ((Step.Refused<MoveSentence>) much).misfit();
    assertThat(new Refill(site).addable(misfit)).contains(SHACKLE);
    assertThat(new Refill(site).addable(new Misfit.NotOnOrder(FLARE))).contains(FLARE);
    assertThat(new Refill(site).addable(new Misfit.EmptyBin(SHELF))).isEmpty();
  }

  @Test
  void anotherItemTakesThePlaceOfAWrongOne() {
    sending();
    say(bin(BULK));
    say(item(SHACKLE, 5));
    MoveSentence sentence = say(item(FLARE, 2));
    assertThat(sentence.item()).isEqualTo(new Blank.Said<>(FLARE));
    assertThat(sentence.quantity()).isEqualTo(new Blank.Said<>(Quantity.of(2)));
    assertThat(sentence.from()).isEqualTo(new Blank.Only<>(SHELF));
    site.replaces = false;
    said.clear();
    say(item(SHACKLE, 5));
    assertThat(refusal(item(FLARE, 2))).isEqualTo(new Misfit.OtherItem(SHACKLE, FLARE));
  }

  @Test
  void aBinWithoutTheGoodsIsToldAndASecondBinHasNoRole() {
    sending();
    say(item(FLARE, 1));
    assertThat(refusal(bin(BULK))).isEqualTo(new Misfit.NotThere(BULK, FLARE, List.of(SHELF)));
    say(bin(SHELF));
    assertThat(refusal(bin(BULK))).isInstanceOf(Misfit.PlacesNamed.class);
  }

  // Arriving

  private void arriving() {
    site.origin = ROAD;
    site.put(SHACKLE, ROAD, 0, 0, 20).put(FLARE, ROAD, 5, 0, 4).put(FLARE, ROAD, 6, 0, 2);
    site.put(BEACON, ROAD, 0, 31, 1).put(BEACON, ROAD, 0, 32, 1);
  }

  @Test
  void whatArrivesComesOffTheRoadOntoTheDock() {
    arriving();
    MoveSentence sentence = say(item(SHACKLE, 0));
    assertThat(sentence.from()).isEqualTo(new Blank.Only<>(ROAD));
    assertThat(sentence.quantity())
        .isEqualTo(new Blank.Suggested<>(Quantity.of(20), Blank.Why.ALL_OF_IT));
    assertThat(sentence.to()).isEqualTo(new Blank.Suggested<>(DOCK, Blank.Why.DOCK));
    assertThat(say(bin(SHELF)).to()).isEqualTo(new Blank.Said<>(SHELF));
  }

  @Test
  void moreThanWasSentAndWhatWasNotSentAreRefused() {
    arriving();
    say(item(SHACKLE, 0));
    assertThat(refusal(new Evidence.Figure(Quantity.of(21), null)))
        .isEqualTo(new Misfit.NotEnough(ROAD, Quantity.of(21), Quantity.of(20)));
    said.clear();
    assertThat(refusal(item(ROPE, 1))).isEqualTo(new Misfit.NoneHere(ROPE));
    assertThat(refusal(new Evidence.Lot(FLARE, 7))).isEqualTo(new Misfit.NoneHere(FLARE));
    assertThat(refusal(new Evidence.Serial(BEACON, 0, 33))).isEqualTo(new Misfit.NoneHere(BEACON));
  }

  @Test
  void lotsAndPiecesThatWereSentAreConfirmed() {
    arriving();
    say(new Evidence.Lot(FLARE, 6));
    assertThat(say(new Evidence.Figure(Quantity.of(2), null)).lot())
        .isEqualTo(new Blank.Said<>(6L));
    said.clear();
    say(new Evidence.Serial(BEACON, 0, 31));
    MoveSentence both = say(new Evidence.Serial(BEACON, 0, 32));
    assertThat(both.quantity()).isEqualTo(new Blank.Said<>(Quantity.of(2)));
    assertThat(both.whole()).isTrue();
  }

  // Several goods of a bin

  private static Evidence.Taken taken(long item, long lot, long quantity) {
    return new Evidence.Taken(new Goods(item, lot, 0), 0, Condition.GOOD, Quantity.of(quantity));
  }

  @Test
  void severalGoodsOfABinMoveTogether() {
    site.put(SHACKLE, SHELF, 0, 0, 40).put(FLARE, SHELF, 5, 0, 6);
    MoveSentence sentence =
        say(new Evidence.Contents(SHELF, List.of(taken(SHACKLE, 0, 10), taken(FLARE, 5, 6))));
    assertThat(sentence.load().part()).isEqualTo(Part.SEVERAL);
    assertThat(sentence.wanted()).containsExactly(Wanted.TO);
    sentence = say(bin(BULK));
    assertThat(sentence.ready()).isTrue();
    assertThat(sentence.lines())
        .extracting(line -> line.goods().item(), line -> line.to().place(), Line::quantity)
        .containsExactly(tuple(SHACKLE, BULK, Quantity.of(10)), tuple(FLARE, BULK, Quantity.of(6)));
  }

  @Test
  void aWholeBinMovesWithTheUnitLoadsInIt() {
    site.put(SHACKLE, SHELF, 0, 0, 40);
    site.stock.add(
        new HeldPosition(
            new PositionKey(FLARE, SHELF, 5, 0, 77, Condition.GOOD),
            new Holding(Quantity.of(6), LocalDate.of(2026, 5, 4))));
    say(bin(BULK));
    MoveSentence sentence = say(new Evidence.Contents(SHELF, List.of()));
    assertThat(sentence.load().part()).isEqualTo(Part.EVERYTHING);
    assertThat(sentence.held()).isEqualTo(Quantity.of(46));
    assertThat(sentence.lines())
        .extracting(line -> line.to().unitLoad(), Line::quantity)
        .containsExactly(tuple(0L, Quantity.of(40)), tuple(77L, Quantity.of(6)));
  }

  @Test
  void severalGoodsMustLieThere() {
    site.put(SHACKLE, SHELF, 0, 0, 4);
    assertThat(refusal(new Evidence.Contents(BULK, List.of())))
        .isEqualTo(new Misfit.EmptyBin(BULK));
    assertThat(refusal(new Evidence.Contents(SHELF, List.of(taken(SHACKLE, 0, 5)))))
        .isEqualTo(new Misfit.NotEnough(SHELF, Quantity.of(5), Quantity.of(4)));
    assertThat(refusal(new Evidence.Contents(SHELF, List.of(taken(ROPE, 0, 1)))))
        .isEqualTo(new Misfit.NotThere(SHELF, ROPE, List.of()));
    say(new Evidence.Contents(SHELF, List.of()));
    assertThat(refusal(item(SHACKLE, 1))).isEqualTo(new Misfit.SeveralMove(SHELF));
  }
}
