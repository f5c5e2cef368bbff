package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Numbers;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.inbound.Arrival;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Receive;
import app.reliquum.core.sentence.ReceiveSentence;
import app.reliquum.core.sentence.Reply;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.State;
import app.reliquum.receiving.Inbound;
import app.reliquum.receiving.Orders;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps each person's Receive sentence, says things to it, and does what it says.
 *
 * <p>A pallet's label that says everything is received as it is scanned, and the next bin that is
 * scanned puts the pallet away.
 */
@Service
class ReceiveDesk {

  private static final Verb VERB = Verb.RECEIVE;
  private static final int MOST_ORDERS = 8;

  private final SentenceTable table;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final MoveDesk moves;

  ReceiveDesk(SentenceTable table, HouseCodes codes, FloorFacts.House house, MoveDesk moves) {
    this.table = table;
    this.codes = codes;
    this.house = house;
    this.moves = moves;
  }

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final Actor actor;
    private SentenceTable.Said said;
    private ReceiptFacts facts;
    private final FloorWords words;
    private Misfit untrue;

    Sitting(Actor actor, SentenceTable.Said said) {
      this.actor = actor;
      this.said = said;
      FloorFacts floor = new FloorFacts(said.site(), VERB, house);
      this.words = new FloorWords(floor);
      this.facts = new ReceiptFacts(floor, house, order(said.about()));
    }

    private Orders.Expected order(long id) {
      return id == 0
          ? null
          : house.orders().expected(id).filter(one -> one.site() == said.site()).orElse(null);
    }

    /** Fetches the order anew, after it was chosen or has changed. */
    void look() {
      facts = new ReceiptFacts(facts.floor(), house, order(said.about()));
    }

    ReceiveSentence sentence() {
      Reply<ReceiveSentence> reply = Receive.read(said.evidence(), facts);
      if (reply instanceof Reply.Refused<ReceiveSentence> refused) {
        untrue = refused.misfit();
        said = said.with(Receive.standing(said.evidence(), facts));
        reply = Receive.read(said.evidence(), facts);
      }
      return ((Reply.Filled<ReceiveSentence>) reply).sentence();
    }

    void keep(List<Evidence> evidence) {
      said = said.with(evidence);
      table.write(actor.id(), VERB, said);
    }

    void about(long order) {
      said = new SentenceTable.Said(said.site(), said.evidence(), said.lastDone(), order);
      look();
    }

    FloorView.Receive answer(Reply<ReceiveSentence> reply) {
      if (reply instanceof Reply.Filled<ReceiveSentence> filled) {
        keep(filled.sentence().evidence());
        return new Answer(this, filled.sentence()).view(Outcome.FILLED);
      }
      if (reply instanceof Reply.Choose<ReceiveSentence> choose) {
        Answer answer = new Answer(this, sentence());
        answer.choices = choose.choices().stream().map(words::choice).toList();
        return answer.view(Outcome.CHOOSE);
      }
      Misfit misfit = ((Reply.Refused<ReceiveSentence>) reply).misfit();
      Answer answer = new Answer(this, sentence());
      answer.refusal = words.misfit(misfit);
      answer.unordered = misfit instanceof Misfit.NotOnOrder not ? not.item() : null;
      return answer.view(Outcome.REFUSED);
    }

    FloorView.Receive refused(FloorView.Refusal refusal) {
      Answer answer = new Answer(this, sentence());
      answer.refusal = refusal;
      return answer.view(Outcome.REFUSED);
    }

    FloorView.Receive whichOrder(List<FloorView.OrderChoice> orders) {
      Answer answer = new Answer(this, sentence());
      answer.orders = orders;
      return answer.view(Outcome.CHOOSE);
    }
  }

  /** What the Floor is told. */
  private final class Answer {
    private final Sitting sitting;
    private final ReceiveSentence sentence;
    private List<FloorView.Choice> choices = List.of();
    private List<FloorView.OrderChoice> orders = List.of();
    private FloorView.Refusal refusal;
    private Long unordered;
    private FloorView.ReceivedLine done;

    Answer(Sitting sitting, ReceiveSentence sentence) {
      this.sitting = sitting;
      this.sentence = sentence;
    }

    FloorView.Receive view(Outcome outcome) {
      Orders.Expected order = sitting.facts.order();
      return new FloorView.Receive(
          sitting.said.site(),
          sitting.facts.flow(),
          outcome,
          order == null
              ? null
              : new FloorView.Order(
                  order.id(),
                  order.number(),
                  order.kind(),
                  order.state(),
                  order.supplier(),
                  order.reason()),
          order == null ? List.of() : order.lines().stream().map(ReceiveDesk::line).toList(),
          sitting.facts.floor().shown(sentence.item()),
          sentence.needsLot()
              ? new FloorView.Text(State.of(sentence.lot()), sentence.lot().filled().orElse(null))
              : null,
          sentence.needsLot()
              ? new FloorView.Day(
                  State.of(sentence.expiry()),
                  why(sentence.expiry()),
                  sentence.expiry().filled().orElse(null))
              : null,
          sentence.needsExpiry(),
          sentence.needsSerials(),
          sentence.serials(),
          amount(),
          place(),
          sentence.condition(),
          sentence.load(),
          sentence.expected(),
          sentence.beyond(),
          sentence.agreed(),
          sentence
              .item()
              .filled()
              .map(item -> house.places().shelfNote(item, sitting.said.site()))
              .orElse(""),
          sentence.wanted(),
          sentence.whole(),
          sentence.ready(),
          !sitting.said.evidence().isEmpty(),
          choices,
          orders,
          refusal,
          unordered,
          done);
    }

    private FloorView.Amount amount() {
      Quantity value = sentence.quantity().filled().orElse(null);
      boolean known = value != null && sentence.item().filled().isPresent();
      return new FloorView.Amount(
          State.of(sentence.quantity()),
          why(sentence.quantity()),
          value,
          known ? sitting.words.packs(sentence.item().filled().get(), value) : "");
    }

    private FloorView.Place place() {
      return sentence
          .place()
          .filled()
          .map(
              id ->
                  new FloorView.Place(
                      State.of(sentence.place()),
                      why(sentence.place()),
                      id,
                      sitting.facts.floor().bin(id).address(),
                      sitting.facts.floor().bin(id).siteName()))
          .orElse(new FloorView.Place(State.EMPTY, null, null, null, null));
    }
  }

  private static Blank.Why why(Blank<?> blank) {
    return blank instanceof Blank.Suggested<?> suggested ? suggested.why() : null;
  }

  private static FloorView.OrderLine line(Orders.ExpectedLine line) {
    return new FloorView.OrderLine(
        line.line().line(),
        line.item(),
        line.code(),
        line.name(),
        line.symbol(),
        line.line().origin(),
        line.line().quantity(),
        line.line().received(),
        line.line().open());
  }

  private Sitting sitting(Actor actor, long site) {
    house.places().requireSite(site, actor);
    return new Sitting(actor, table.lock(actor.id(), VERB, site));
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Receive stands(Actor actor, long site) {
    house.places().requireSite(site, actor);
    Sitting sitting = new Sitting(actor, table.read(actor.id(), VERB, site));
    ReceiveSentence sentence = sitting.sentence();
    return sitting.untrue == null
        ? new Answer(sitting, sentence).view(Outcome.STANDS)
        : sitting.refused(sitting.words.misfit(sitting.untrue));
  }

  /** Chooses the order that arrives; 0 for none. What was said of another one is wiped. */
  @Transactional
  FloorView.Receive choose(Command command, long site, long order) {
    Sitting sitting = sitting(command.actor(), site);
    if (order != 0) {
      Orders.Expected expected =
          house.orders().expected(order).orElseThrow(() -> Problem.missing("order", order));
      if (expected.site() != site) {
        throw Problem.refused("other-site", expected.number() + " is expected at another site.");
      }
      if (expected.state() == Arrival.State.CLOSED) {
        throw Problem.refused("closed", expected.number() + " is closed. Choose another order.");
      }
    }
    boolean other = sitting.said.about() != 0 && sitting.said.about() != order;
    if (other) {
      sitting.said = sitting.said.with(List.of());
    }
    sitting.about(order);
    return sitting.answer(Receive.read(sitting.said.evidence(), sitting.facts));
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  FloorView.Receive scan(Command command, long site, String text) {
    HouseCodes.Read read = codes.read(text);
    Sitting sitting = sitting(command.actor(), site);
    ReceiveSentence before = sitting.sentence();
    if (read.meanings().size() == 1) {
      Meaning only = read.meanings().get(0);
      if (only instanceof Meaning.Act act) {
        return act(command, site, act.action());
      }
      if (only instanceof Meaning.Document order) {
        return choose(command, site, order.document());
      }
      if (only instanceof Meaning.Bin bin && putsAway(sitting, bin.place())) {
        return putAway(command, sitting, bin.place());
      }
    }
    Optional<Evidence> typed =
        read.reading() instanceof Reading.Elements label
            ? Receive.asMore(before, label.elements(), sitting.facts)
            : typed(before, text);
    if (typed.isPresent()) {
      return done(
          command, sitting, Receive.add(sitting.said.evidence(), typed.get(), sitting.facts));
    }
    if (read.reading() instanceof Reading.Unreadable) {
      return sitting.refused(FloorWords.unknown(read.reading(), List.of()));
    }
    if (sitting.facts.order() == null) {
      Optional<FloorView.Receive> choice =
          read.meanings().isEmpty()
              ? findByWords(command, sitting, text)
              : findOrder(sitting, read.meanings());
      if (choice.isPresent()) {
        return choice.get();
      }
    }
    Reply<ReceiveSentence> reply =
        read.meanings().isEmpty()
            ? null
            : Receive.fill(sitting.said.evidence(), read.meanings(), sitting.facts);
    if (reply == null
        || (reply instanceof Reply.Refused && read.reading() instanceof Reading.Plain)) {
      // What nobody knows may be the number of new goods.
      Optional<Evidence> number = Receive.asNewNumber(before, read.reading().text());
      if (number.isPresent()) {
        reply = Receive.add(sitting.said.evidence(), number.get(), sitting.facts);
      } else if (reply == null) {
        return sitting.refused(
            FloorWords.unknown(
                read.reading(), before.wanted().stream().map(FloorWords::name).toList()));
      }
    }
    return done(command, sitting, reply);
  }

  /** A date, or a row of serial numbers, written as {@code first..last}. */
  private static Optional<Evidence> typed(ReceiveSentence sentence, String text) {
    String plain = text.strip();
    if (plain.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}")) {
      try {
        return Optional.of(new Evidence.Expiry(Numbers.day(plain)));
      } catch (IllegalArgumentException noDate) {
        return Optional.empty();
      }
    }
    int dots = plain.indexOf("..");
    if (dots > 0 && sentence.needsSerials()) {
      return Optional.of(
          new Evidence.SerialRange(
              sentence.item().filled().orElseThrow(),
              plain.substring(0, dots).strip().toUpperCase(Locale.ROOT),
              plain.substring(dots + 2).strip().toUpperCase(Locale.ROOT)));
    }
    return Optional.empty();
  }

  /** Without an order, what is scanned finds the one that expects it. */
  private Optional<FloorView.Receive> findOrder(Sitting sitting, List<Meaning> meanings) {
    long item = meanings.stream().map(Meaning::item).filter(id -> id != 0).findFirst().orElse(0L);
    if (item == 0) {
      return Optional.empty();
    }
    Page<Inbound.Row> open =
        house
            .orders()
            .page(
                Inbound.Filter.OPEN,
                sitting.said.site(),
                item,
                null,
                sitting.actor,
                0,
                MOST_ORDERS);
    if (open.total() == 0) {
      return Optional.of(
          sitting.refused(
              FloorWords.refusal(
                  "not-expected",
                  "Nobody expects "
                      + sitting.facts.floor().item(item).name()
                      + " here. If it came all the same, receive it as unexpected.",
                  Map.of())));
    }
    if (open.total() == 1) {
      sitting.about(open.rows().get(0).id());
      return Optional.empty();
    }
    return Optional.of(sitting.whichOrder(choices(open)));
  }

  private static List<FloorView.OrderChoice> choices(Page<Inbound.Row> orders) {
    return orders.rows().stream()
        .map(
            row ->
                new FloorView.OrderChoice(row.id(), row.number(), row.supplier(), row.expected()))
        .toList();
  }

  /** Words that are no code may be a supplier's name or the beginning of a number. */
  private Optional<FloorView.Receive> findByWords(Command command, Sitting sitting, String words) {
    long site = sitting.said.site();
    Page<Inbound.Row> open =
        house.orders().page(Inbound.Filter.OPEN, site, null, words, sitting.actor, 0, MOST_ORDERS);
    if (open.total() == 1) {
      return Optional.of(choose(command, site, open.rows().get(0).id()));
    }
    return open.total() == 0 ? Optional.empty() : Optional.of(sitting.whichOrder(choices(open)));
  }

  /** Whether a bin is where the pallet goes that has just come. */
  private static boolean putsAway(Sitting sitting, long place) {
    boolean resting = sitting.said.evidence().stream().allMatch(one -> one instanceof Evidence.Bin);
    boolean pallet =
        sitting.said.lastDone().stream().anyMatch(one -> one instanceof Evidence.UnitLoad);
    return resting && pallet && !sitting.facts.docks().contains(place);
  }

  private FloorView.Receive putAway(Command command, Sitting sitting, long place) {
    List<Evidence> pallet = new ArrayList<>(sitting.said.lastDone());
    FloorView.Move moved = moves.putAway(command, sitting.said.site(), pallet, place);
    if (moved.outcome() != Outcome.DONE) {
      return sitting.refused(
          moved.refusal() != null
              ? moved.refusal()
              : FloorWords.refusal(
                  "does-not-fit",
                  moved.warning() == null ? "That is not whole." : moved.warning(),
                  Map.of()));
    }
    sitting.said =
        new SentenceTable.Said(
            sitting.said.site(), sitting.said.evidence(), List.of(), sitting.said.about());
    sitting.keep(sitting.said.evidence());
    Answer answer = new Answer(sitting, sitting.sentence());
    answer.done =
        new FloorView.ReceivedLine(moved.done().posting(), moved.done().sentence(), null, null);
    return answer.view(Outcome.DONE);
  }

  /** Says one settled thing. */
  @Transactional
  FloorView.Receive say(Command command, long site, FloorView.Saying saying) {
    Sitting sitting = sitting(command.actor(), site);
    ReceiveSentence sentence = sitting.sentence();
    Evidence more;
    if (saying.kind() == FloorView.Saying.Kind.NEW_LOT) {
      long item =
          sentence
              .item()
              .filled()
              .orElseThrow(() -> Problem.invalid("kind", "Which item? Scan it first."));
      more = new Evidence.LotCode(item, house.catalog().nextLot(item, sitting.facts.today()));
    } else {
      more = Sayings.evidence(saying);
    }
    return sitting.answer(Receive.add(sitting.said.evidence(), more, sitting.facts));
  }

  /** Does what an action label asks for. */
  @Transactional
  FloorView.Receive act(Command command, long site, Action action) {
    Sitting sitting = sitting(command.actor(), site);
    List<Evidence> evidence = sitting.said.evidence();
    return switch (action) {
      case CONFIRM -> confirm(command, sitting);
      case UNDO ->
          evidence.isEmpty()
              ? sitting.refused(
                  FloorWords.refusal("nothing-to-undo", "There is nothing to take back.", Map.of()))
              : sitting.answer(
                  Receive.read(evidence.subList(0, evidence.size() - 1), sitting.facts));
      case CLEAR, RECEIVE -> sitting.answer(Receive.read(List.of(), sitting.facts));
      default ->
          sitting.refused(
              FloorWords.refusal(
                  "no-room", "That has no place while goods are received.", Map.of()));
    };
  }

  private FloorView.Receive confirm(Command command, Sitting sitting) {
    ReceiveSentence sentence = sitting.sentence();
    if (sitting.untrue != null) {
      sitting.keep(sitting.said.evidence());
      return sitting.refused(sitting.words.misfit(sitting.untrue));
    }
    if (!sentence.whole()) {
      return sitting.refused(
          FloorWords.notWhole(sentence.wanted().stream().map(FloorWords::name).toList()));
    }
    return sentence.ready()
        ? post(command, sitting, sentence)
        : sitting.answer(Receive.read(sentence.accepted(), sitting.facts));
  }

  /** A pallet's label that says everything is received as it is scanned. */
  private FloorView.Receive done(Command command, Sitting sitting, Reply<ReceiveSentence> reply) {
    if (reply instanceof Reply.Filled<ReceiveSentence> filled
        && filled.sentence().load() != null
        && filled.sentence().whole()
        && filled.sentence().beyond().isZero()
        && filled.sentence().quantity().settled()
        && sitting.facts.order() != null) {
      Reply<ReceiveSentence> accepted = Receive.read(filled.sentence().accepted(), sitting.facts);
      if (accepted instanceof Reply.Filled<ReceiveSentence> ready && ready.sentence().ready()) {
        return post(command, sitting, ready.sentence());
      }
    }
    return sitting.answer(reply);
  }

  private FloorView.Receive post(Command command, Sitting sitting, ReceiveSentence sentence) {
    if (sitting.facts.order() == null) {
      return sitting.refused(
          FloorWords.refusal(
              "no-order",
              "On which order? Choose one, or receive the goods as unexpected.",
              Map.of()));
    }
    long item = sentence.item().filled().orElseThrow();
    Quantity quantity = sentence.quantity().filled().orElseThrow();
    long place = sentence.place().filled().orElseThrow();
    Orders.Received received =
        house
            .orders()
            .receive(
                command,
                sitting.facts.order().id(),
                new Orders.Arriving(
                    item,
                    sentence.lot().filled().orElse(null),
                    LotDates.expiring(sentence.expiry().filled().orElse(null))
                        .with(sentence.dates()),
                    sentence.serials(),
                    quantity,
                    place,
                    sentence.condition(),
                    sentence.load(),
                    true));
    List<Evidence> last =
        received.unitLoad() == 0 ? List.of() : List.of(new Evidence.UnitLoad(received.unitLoad()));
    String words = sitting.words.received(sentence);
    sitting.said =
        new SentenceTable.Said(
            sitting.said.site(), sentence.next(), last, sitting.facts.order().id());
    sitting.keep(sitting.said.evidence());
    sitting.look();
    Answer answer = new Answer(sitting, sitting.sentence());
    answer.done =
        new FloorView.ReceivedLine(
            received.posting(),
            words,
            received.unitLoad() == 0 ? null : received.unitLoad(),
            suggested(sitting, received, item, quantity, place));
    return answer.view(Outcome.DONE);
  }

  /** Where what was received would be put next. */
  private String suggested(
      Sitting sitting, Orders.Received received, long item, Quantity quantity, long place) {
    if (!sitting.facts.docks().contains(place)
        || received.condition() == app.reliquum.core.ledger.Condition.ON_HOLD
        || sitting.facts.floor().bin(place).implied()) {
      return null;
    }
    PositionKey goods =
        new PositionKey(item, place, 0, 0, received.unitLoad(), received.condition());
    return house.puttingAway().plan(sitting.said.site(), goods, quantity).placements().stream()
        .findFirst()
        .map(first -> sitting.facts.floor().bin(first.place()).address())
        .orElse(null);
  }
}
