package app.reliquum.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Holding;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.scan.ScanReader;
import app.reliquum.core.sentence.Evidence.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What every conversation does alike, and where a verb has a way of its own. */
class DialogueTest {
  private static final long ROPE = 1;
  private static final long FLARE = 2;
  private static final long STORE = 10;
  private static final long DOCK = 11;
  private static final long HOME = 12;
  private static final long ROAD = 90;
  private static final long PALLET = 70;

  private static HeldPosition held(long item, long place, long lot, long load, int many) {
    return new HeldPosition(
        new PositionKey(item, place, lot, 0, load, Condition.GOOD),
        new Holding(Quantity.of(many), LocalDate.of(2026, 1, 1)));
  }

  /** Rope in a store and on the dock; whatever is wanted of it is told. */
  private interface House extends AnyHouse {
    List<HeldPosition> STOCK =
        List.of(
            held(ROPE, STORE, 0, 0, 40),
            held(ROPE, ROAD, 0, 0, 7),
            held(FLARE, DOCK, 5, PALLET, 6));

    @Override
    default long site() {
      return 1;
    }

    @Override
    default long siteOf(long place) {
      return place == ROAD ? 0 : 1;
    }

    @Override
    default MeasureRule measure(long item) {
      return new MeasureRule(UnitOfMeasure.PIECE, 0, item == FLARE ? Tracking.LOT : Tracking.NONE);
    }

    @Override
    default List<Pack> packs(long item) {
      return List.of();
    }

    @Override
    default List<HeldPosition> stockIn(long place) {
      return STOCK.stream().filter(one -> one.key().place() == place).toList();
    }

    @Override
    default List<HeldPosition> stockOf(long item) {
      return STOCK.stream().filter(one -> one.key().item() == item).toList();
    }

    @Override
    default List<HeldPosition> stockOn(long load) {
      return STOCK.stream().filter(one -> one.key().unitLoad() == load).toList();
    }

    @Override
    default Optional<Long> homeBin(long item) {
      return Optional.of(HOME);
    }
  }

  private record Moving(Optional<Long> origin, Optional<Long> destination, boolean objects)
      implements House, MoveFacts {
    @Override
    public boolean waits(PositionKey goods) {
      return goods.place() == DOCK;
    }

    @Override
    public Optional<Verdict> objection(long place, PositionKey goods, Quantity quantity) {
      return objects ? Optional.of(new Verdict.OtherClass("PAINT")) : Optional.empty();
    }
  }

  private record Coming(boolean orderChosen) implements House, ReceiveFacts {
    @Override
    public List<Expected> linesOf(long item) {
      return List.of(new Expected(1, item, Quantity.of(36), Quantity.of(36), Quantity.of(40)));
    }

    @Override
    public List<Long> expectedItems() {
      return List.of(ROPE, FLARE);
    }

    @Override
    public boolean unexpected() {
      return false;
    }

    @Override
    public Optional<KnownLot> lot(long item, String code) {
      return Optional.empty();
    }

    @Override
    public Optional<Long> pieceAt(long item, String code) {
      return Optional.empty();
    }

    @Override
    public Optional<Long> loadAt(String sscc) {
      return Optional.empty();
    }

    @Override
    public Optional<Integer> shelfLifeDays(long item) {
      return Optional.empty();
    }

    @Override
    public List<Long> docks() {
      return List.of(DOCK);
    }

    @Override
    public boolean straightIn() {
      return false;
    }

    @Override
    public Optional<MoveFacts.Target> target(long item, Quantity quantity) {
      return Optional.empty();
    }
  }

  private record Adjusting(Way way, boolean reasonChosen) implements House, AdjustFacts {}

  private record Taking(boolean packs, boolean orderChosen) implements House, PickFacts {
    @Override
    public List<Stop> stops() {
      PositionKey key = new PositionKey(ROPE, STORE, 0, 0, 0, Condition.GOOD);
      return orderChosen
          ? List.of(new Stop(1, key, Quantity.of(5), packs ? 0 : PALLET))
          : List.of();
    }

    @Override
    public Quantity free(Stop stop, PositionKey key) {
      return Quantity.of(40);
    }

    @Override
    public Optional<Removal.Verdict> against(Stop stop, PositionKey other) {
      return Optional.empty();
    }
  }

  private static Moving moving() {
    return new Moving(Optional.empty(), Optional.empty(), false);
  }

  static List<Dialogue<?>> all() {
    return List.of(
        new Move(moving()),
        new PutAway(moving()),
        new Refill(moving()),
        new Send(new Moving(Optional.empty(), Optional.of(ROAD), false)),
        new ReceiveTransfer(new Moving(Optional.of(ROAD), Optional.empty(), false)),
        new Receive(new Coming(true)),
        new Adjust(new Adjusting(Way.OUT, true)),
        new Pick(new Taking(false, true)),
        new PackUnitLoads(new Taking(true, true)));
  }

  private static OpenSentence open(Evidence... evidence) {
    return OpenSentence.nothing(1).with(List.of(evidence));
  }

  private static Scan scan(String text, Meaning... meanings) {
    return new Scan(ScanReader.read(text), List.of(meanings));
  }

  private static Misfit refused(Step<?> step) {
    assertThat(step).isInstanceOf(Step.Refused.class);
    return ((Step.Refused<?>) step).misfit();
  }

  @Test
  void everyVerbThatIsSpokenHasItsConversation() {
    List<Verb> verbs = new ArrayList<>(List.of(Verb.values()));
    verbs.remove(Verb.COUNT);
    assertThat(all().stream().map(Dialogue::verb)).containsExactlyInAnyOrderElementsOf(verbs);
  }

  @ParameterizedTest
  @MethodSource("all")
  void anActionLabelMeansTheSameInEveryVerb(Dialogue<?> dialogue) {
    OpenSentence said = open(new Evidence.Item(ROPE, Quantity.ZERO));
    for (Verb other : Verb.values()) {
      Action label = Action.valueOf(other == Verb.PUT_AWAY ? "PUTAWAY" : other.name());
      assertThat(dialogue.act(said, label)).isEqualTo(new Step.Begin<>(other));
    }
    assertThat(dialogue.scan(said, scan("RA.COUNT", new Meaning.Act(Action.COUNT))))
        .isEqualTo(new Step.Begin<>(Verb.COUNT));
    Step<?> cleared = dialogue.act(said, Action.CLEAR);
    assertThat(((Sentence) ((Step.Filled<?>) cleared).sentence()).evidence()).isEmpty();
    Step<?> undone = dialogue.act(said, Action.UNDO);
    assertThat(((Sentence) ((Step.Filled<?>) undone).sentence()).evidence()).isEmpty();
    assertThat(refused(dialogue.act(open(), Action.UNDO))).isEqualTo(new Misfit.NothingToUndo());
  }

  @ParameterizedTest
  @MethodSource("all")
  void whatCanNotBeReadOrIsUnknownIsSaidAndKeepsWhatIsExpected(Dialogue<?> dialogue) {
    assertThat(refused(dialogue.scan(open(), scan("]C1 0")))).isInstanceOf(Misfit.Unreadable.class);
    assertThat(refused(dialogue.fit(open(), scan("NO SUCH CODE"))))
        .isInstanceOfSatisfying(
            Misfit.UnknownCode.class,
            unknown -> {
              assertThat(unknown.text()).isEqualTo("NO SUCH CODE");
              assertThat(unknown.wanted()).isEqualTo(dialogue.sentence(open()).wanted());
            });
  }

  @ParameterizedTest
  @EnumSource(
      value = Verb.class,
      names = {"SEND", "ARRIVE", "ADJUST", "PICK", "PACK"})
  void nothingIsSaidOrDoneBeforeItIsKnownWhatFor(Verb verb) {
    Dialogue<?> dialogue =
        switch (verb) {
          case SEND -> new Send(moving());
          case ARRIVE -> new ReceiveTransfer(moving());
          case ADJUST -> new Adjust(new Adjusting(Way.OUT, false));
          case PICK -> new Pick(new Taking(false, false));
          default -> new PackUnitLoads(new Taking(true, false));
        };
    Misfit first = new Misfit.DocumentFirst(verb);
    Scan bin = scan("RB.KQ.A", new Meaning.Bin(STORE));
    assertThat(refused(dialogue.scan(open(), bin))).isEqualTo(first);
    assertThat(refused(dialogue.say(open(), new Evidence.Bin(STORE, Role.ANY)))).isEqualTo(first);
    assertThat(refused(dialogue.act(open(), Action.CONFIRM))).isEqualTo(first);
  }

  @Test
  void aDocumentIsTakenUpAndGoodsFindTheirs() {
    Scan rope = scan("ROPE", new Meaning.Item(ROPE, 0, Quantity.ONE));
    Receive early = new Receive(new Coming(false));
    assertThat(early.scan(open(), scan("RD.PO-1", new Meaning.InboundOrder(7))))
        .isEqualTo(new Step.Open<>(7));
    assertThat(early.scan(open(), rope)).isEqualTo(new Step.Find<>(ROPE, ""));
    assertThat(early.scan(open(), scan("Skerry"))).isEqualTo(new Step.Find<>(0, "Skerry"));
    Scan label = scan("(400)PO-9(10)K5");
    assertThat(early.scan(open(), label))
        .isEqualTo(new Step.Find<>(0, label.reading().text(), "PO-9"));
    ReceiveTransfer arriving = new ReceiveTransfer(moving());
    assertThat(arriving.scan(open(), scan("TR-1", new Meaning.Transfer(8))))
        .isEqualTo(new Step.Open<>(8));
    assertThat(arriving.scan(open(), rope)).isEqualTo(new Step.Find<>(ROPE, ""));
    assertThat(
            new Pick(new Taking(false, false))
                .scan(open(), scan("OB-1", new Meaning.OutboundOrder(9))))
        .isEqualTo(new Step.Open<>(9));
    assertThat(refused(new Move(moving()).scan(open(), scan("PO-1", new Meaning.InboundOrder(7)))))
        .as("a move is about no order")
        .isEqualTo(new Misfit.NoRoom());
  }

  @Test
  void confirmingAcceptsFirstAndThenDoes() {
    Move move = new Move(moving());
    OpenSentence rope =
        open(new Evidence.Item(ROPE, Quantity.ZERO), new Evidence.Bin(STORE, Role.FROM));
    Step<MoveSentence> accepted = move.act(rope, Action.CONFIRM);
    assertThat(accepted).isInstanceOf(Step.Filled.class);
    MoveSentence ready = ((Step.Filled<MoveSentence>) accepted).sentence();
    assertThat(move.act(rope.with(ready.evidence()), Action.CONFIRM))
        .isEqualTo(new Step.Do<>(ready));
    assertThat(refused(move.act(open(), Action.CONFIRM))).isInstanceOf(Misfit.NotWhole.class);
  }

  @Test
  void whatTheListOfATransferSaysIsDoneByOneConfirmation() {
    ReceiveTransfer arriving =
        new ReceiveTransfer(new Moving(Optional.of(ROAD), Optional.empty(), false));
    assertThat(arriving.act(open(new Evidence.Item(ROPE, Quantity.ZERO)), Action.CONFIRM))
        .isInstanceOf(Step.Do.class);
  }

  @Test
  void whatTheHouseHasMadeUntrueIsLeftOutAndSaid() {
    Move move = new Move(moving());
    OpenSentence said =
        open(new Evidence.Item(ROPE, Quantity.ONE), new Evidence.Bin(HOME, Role.FROM));
    assertThat(move.stands(said))
        .isInstanceOfSatisfying(
            Step.Untrue.class,
            untrue -> {
              assertThat(untrue.misfit()).isInstanceOf(Misfit.NotThere.class);
              assertThat(((MoveSentence) untrue.sentence()).evidence())
                  .containsExactly(new Evidence.Item(ROPE, Quantity.ONE));
            });
    assertThat(move.act(said, Action.CONFIRM)).isInstanceOf(Step.Untrue.class);
  }

  @Test
  void theBinPutsAwayUnlessItHasSomethingAgainstIt() {
    OpenSentence pallet = open(new Evidence.UnitLoad(PALLET));
    Scan home = scan("RB.KQ.HOME", new Meaning.Bin(HOME));
    assertThat(new PutAway(moving()).scan(pallet, home)).isInstanceOf(Step.Do.class);
    PutAway refusing = new PutAway(new Moving(Optional.empty(), Optional.empty(), true));
    Step<MoveSentence> waits = refusing.scan(pallet, home);
    assertThat(waits).isInstanceOf(Step.Filled.class);
    assertThat(refusing.objection(((Step.Filled<MoveSentence>) waits).sentence()))
        .contains(new Verdict.OtherClass("PAINT"));
    assertThat(new Move(moving()).scan(pallet, home))
        .as("moving waits to be confirmed")
        .isInstanceOf(Step.Filled.class);
  }

  @Test
  void theBinAfterAPalletPutsThePalletAway() {
    Receive receive = new Receive(new Coming(true));
    OpenSentence done =
        OpenSentence.nothing(1).done(List.of(), List.of(new Evidence.UnitLoad(PALLET)));
    assertThat(receive.scan(done, scan("RB.KQ.HOME", new Meaning.Bin(HOME))))
        .isEqualTo(new Step.Aside<>(Verb.PUT_AWAY, List.of(new Evidence.UnitLoad(PALLET))));
    assertThat(receive.scan(done, scan("RB.KQ.DOCK", new Meaning.Bin(DOCK))))
        .as("on a dock goods land")
        .isInstanceOf(Step.Filled.class);
  }

  @Test
  void theSameIsDoneAgainOnlyWhereNothingElseHasBegun() {
    Move move = new Move(moving());
    List<Evidence> before = List.of(new Evidence.Bin(STORE, Role.FROM));
    OpenSentence done = OpenSentence.nothing(1).done(List.of(), before);
    Step<MoveSentence> again = move.act(done, Action.SAME);
    assertThat(((Step.Filled<MoveSentence>) again).sentence().evidence()).isEqualTo(before);
    assertThat(refused(move.act(open(), Action.SAME))).isEqualTo(new Misfit.NothingBefore(false));
    assertThat(refused(move.act(done.with(before), Action.SAME)))
        .isEqualTo(new Misfit.NothingBefore(true));
  }

  @Test
  void lessThanTheListSaysAsksWhyButAPackerMayStop() {
    OpenSentence three =
        open(
            new Evidence.Bin(STORE, Role.ANY),
            new Evidence.Item(ROPE, Quantity.ZERO),
            new Evidence.Figure(Quantity.of(3), null));
    assertThat(refused(new Pick(new Taking(false, true)).act(three, Action.CONFIRM)))
        .isEqualTo(new Misfit.SayWhy(Quantity.of(2)));
    List<Evidence> packed = new ArrayList<>(three.evidence());
    packed.add(new Evidence.UnitLoad(PALLET));
    assertThat(new PackUnitLoads(new Taking(true, true)).act(three.with(packed), Action.CONFIRM))
        .isInstanceOf(Step.Do.class);
  }

  @Test
  void gatheredChangesOfTheSameGoodsAreOne() {
    Adjust adjust = new Adjust(new Adjusting(Way.OUT, true));
    OpenSentence two =
        open(
            new Evidence.Item(ROPE, Quantity.ZERO),
            new Evidence.Bin(STORE, Role.ANY),
            new Evidence.Figure(Quantity.of(2), null));
    AdjustSentence sentence =
        ((Step.Do<AdjustSentence>) adjust.act(two, Action.CONFIRM)).sentence();
    List<AdjustSentence.Change> once = sentence.added(List.of()).orElseThrow();
    List<AdjustSentence.Change> twice = sentence.added(once).orElseThrow();
    assertThat(twice).hasSize(1);
    assertThat(twice.get(0).quantity()).isEqualTo(Quantity.of(4));
    assertThat(adjust.next(sentence)).containsExactly(new Evidence.Bin(STORE, Role.ANY));
  }

  @Test
  void aTextThatIsNoCodeIsTheNumberOfNewGoodsWhereThatIsMissing() {
    Receive receive = new Receive(new Coming(true));
    OpenSentence flare = open(new Evidence.Item(FLARE, Quantity.of(6)));
    Step<ReceiveSentence> lot = receive.scan(flare, scan("K77"));
    assertThat(((Step.Filled<ReceiveSentence>) lot).sentence().lot().filled()).contains("K77");
    Step<ReceiveSentence> day = receive.scan(flare, scan("2027-05-31"));
    assertThat(((Step.Filled<ReceiveSentence>) day).sentence().expiry().filled())
        .contains(LocalDate.of(2027, 5, 31));
    Step<ReceiveSentence> slip = receive.scan(flare, scan("2750-05-31"));
    assertThat(((Step.Filled<ReceiveSentence>) slip).sentence().expiry().filled())
        .as("no day that anyone means")
        .isEmpty();
    assertThat(refused(receive.scan(flare, scan("RB.KQ.NOWHERE"))))
        .as("a label of our own is never a lot")
        .isInstanceOf(Misfit.UnknownCode.class);
  }
}
