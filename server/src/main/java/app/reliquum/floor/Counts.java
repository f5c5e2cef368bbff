package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Told;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Count;
import app.reliquum.core.sentence.Count.Heard;
import app.reliquum.core.sentence.CountSentence;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.OpenCount;
import app.reliquum.core.sentence.Verb;
import app.reliquum.counting.CountLines;
import app.reliquum.counting.Counting.Method;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.floor.FloorView.Outcome;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is there is counted: each word is kept as it is said, by whoever says it. */
@Component
class Counts implements FloorVerb {
  private static final int SLIPS_SHOWN = 8;
  private static final int LINES_SHOWN = 200;
  private final CountLines countLines;
  private final StoredFacts.House house;

  Counts(CountLines countLines, StoredFacts.House house) {
    this.countLines = countLines;
    this.house = house;
  }

  @Override
  public Set<Verb> verbs() {
    return Set.of(Verb.COUNT);
  }

  @Override
  public Standing open(Actor actor, Verb verb, long site, boolean locked) {
    return new Standing(
        actor, locked ? countLines.lock(actor, site) : countLines.read(actor, site));
  }

  /** Where one person stands in a count, with the facts of that moment. */
  final class Standing implements SpokenTo {
    private final Actor actor;
    private final StoredCountFacts facts;
    private final Names names;
    private OpenCount at;
    private List<FloorView.Choice> choices = List.of();
    private @Nullable Told refusal;
    private final List<Told> told = new ArrayList<>();
    private @Nullable Verb begins;

    Standing(Actor actor, OpenCount at) {
      this.actor = actor;
      this.at = at;
      this.facts = new StoredCountFacts(at.site(), house, () -> this.at);
      this.names = new Names(facts);
    }

    // What is said.

    @Override
    public FloorView.Sentence stands() {
      return view(Outcome.STANDS);
    }

    @Override
    public void beginAfresh() {
      keep(CountSentence.at(at.sentence().place()));
    }

    @Override
    public FloorView.Sentence scan(Command command, Scan scan, Duration ago) {
      Heard heard = Count.scan(at, scan, facts);
      if (!(heard instanceof Heard.Finds)) {
        return follow(command, heard, ago);
      }
      // Where only one count is open, it is meant.
      List<CountLines.Doing> open = countLines.open(at.site());
      if (open.size() != 1) {
        return refused(new Misfit.DocumentFirst(Verb.COUNT));
      }
      at = countLines.choose(command, at.site(), open.get(0).id());
      return follow(command, Count.scan(at, scan, facts), ago);
    }

    @Override
    public FloorView.Sentence say(Command command, FloorView.Saying saying, Duration ago) {
      return follow(command, Count.say(at, house.sayings().evidence(saying), facts), ago);
    }

    @Override
    public FloorView.Sentence act(Command command, Action action) {
      return follow(command, Count.act(at, action), Duration.ZERO);
    }

    @Override
    public FloorView.Sentence choose(Command command, long count) {
      at = countLines.choose(command, at.site(), count);
      return view(Outcome.FILLED);
    }

    // What follows.

    private FloorView.Sentence follow(Command command, Heard heard, Duration ago) {
      if (heard instanceof Heard.Waits waits) {
        at = countLines.onLoad(command, at, waits.next().unitLoad());
        keep(waits.next());
        return view(Outcome.FILLED);
      }
      if (heard instanceof Heard.Counted counted) {
        at = countLines.onLoad(command, at, counted.strokes().get(0).unitLoad());
        countLines.count(command, at, counted.strokes(), ago);
        keep(counted.next());
        return view(Outcome.COUNTED);
      }
      if (heard instanceof Heard.FindsUnitLoad finds) {
        Meaning found = new Meaning.UnitLoad(house.loads().obtain(finds.sscc()));
        return follow(command, Count.hear(at.sentence(), found, facts), ago);
      }
      if (heard instanceof Heard.Choose choose) {
        choices = choose.choices().stream().map(names::choice).toList();
        return view(Outcome.CHOOSE);
      }
      if (heard instanceof Heard.Enters enters) {
        at = countLines.enter(command, at, enters.place(), false);
        return view(Outcome.FILLED);
      }
      if (heard instanceof Heard.Leaves leaves) {
        return leave(command, leaves);
      }
      if (heard instanceof Heard.TakesBack) {
        return countLines.undo(command, at)
            ? view(Outcome.FILLED)
            : refused(new Misfit.NothingToUndo());
      }
      if (heard instanceof Heard.Opens opens) {
        return choose(command, opens.count());
      }
      if (heard instanceof Heard.Begins begin) {
        begins = begin.verb() == Verb.COUNT ? null : begin.verb();
        return view(Outcome.STANDS);
      }
      return refused(((Heard.Refused) heard).misfit());
    }

    private FloorView.Sentence leave(Command command, Heard.Leaves leaves) {
      String where = where();
      CountLines.Left left = countLines.leave(command, at, leaves.agreed(), leaves.next());
      if (left instanceof CountLines.Left.Asks asks) {
        at = asks.open();
        return view(Outcome.ASKS);
      }
      CountLines.Left.Ended ended = (CountLines.Left.Ended) left;
      at = ended.open();
      told.add(
          new Told(
              ended.slip() == null || !ended.others().isEmpty() ? "left" : "counted",
              Map.of("where", where, "others", ended.others(), "zeros", ended.zeros())));
      if (leaves.next() != 0 && countLines.doing(at.count()).isPresent()) {
        at = countLines.enter(command, at, leaves.next(), false);
      }
      if (countLines.doing(at.count()).isEmpty()) {
        at = countLines.lock(actor, at.site());
        told.add(new Told("all-counted", Map.of()));
      }
      return view(Outcome.DONE);
    }

    private void keep(CountSentence sentence) {
      at = at.saying(sentence);
      countLines.keep(actor, at);
    }

    private FloorView.Sentence refused(Misfit misfit) {
      refusal = names.told(misfit);
      return view(Outcome.REFUSED);
    }

    // How it stands.

    private FloorView.Sentence view(Outcome outcome) {
      CountLines.Doing doing = countLines.doing(at.count()).orElse(null);
      boolean blind = doing != null && doing.blind();
      CountSentence sentence = at.sentence();
      boolean pends = sentence.pending().isPositive();
      boolean needsLot =
          sentence.item() != 0 && facts.measure(sentence.item()).tracking().needsLot();
      List<CountLines.Line> counted = countLines.lines(at);
      SentenceDraft draft = new SentenceDraft(facts, Verb.COUNT, outcome);
      // What is available would tell what the book says.
      draft.blind = blind;
      draft.goods(Blank.said(sentence.item()), quantity(counted));
      draft.view.lot =
          needsLot
              ? SentenceDraft.newLot(
                  sentence.lot().isEmpty() ? Blank.empty() : new Blank.Said<>(sentence.lot()),
                  sentence.expiry())
              : null;
      draft.view.place = draft.place(Blank.said(sentence.place()));
      draft.view.into =
          sentence.unitLoad() == 0
              ? null
              : SentenceDraft.text(
                  Blank.said(sentence.unitLoad()), facts.load(sentence.unitLoad()));
      draft.view.condition = sentence.condition();
      draft.view.wanted = Count.wanted(sentence, facts);
      draft.view.canUndo = pends || counted.stream().anyMatch(line -> line.person() == actor.id());
      draft.view.counting =
          new CountView.Counting(
              doing,
              doing == null ? countLines.open(at.site()) : List.of(),
              countLines.slip(at.slip()).map(this::slip).orElse(null),
              !house.places().site(at.site(), actor).binned(),
              countLines.statesAll(at),
              !at.asked().isEmpty(),
              lines(counted),
              notFound(outcome, blind, counted.isEmpty()),
              doing == null
                  ? List.of()
                  : countLines.next(at, actor, SLIPS_SHOWN).stream().map(this::slip).toList(),
              countLines.others(at, actor));
      draft.view.begins = begins;
      draft.view.choices = choices;
      draft.view.refusal = refusal;
      draft.view.done = told.isEmpty() ? null : new FloorView.Done(0, told, null, null);
      return draft.view;
    }

    /** What is being counted, to be told when it is ended. */
    private String where() {
      long load = countLines.slip(at.slip()).map(CountLines.SlipRowView::load).orElse(0L);
      if (load != 0) {
        return facts.load(load);
      }
      long item = countLines.slip(at.slip()).map(CountLines.SlipRowView::item).orElse(0L);
      return item == 0 ? names.bin(at.sentence().place()) : names.item(item);
    }

    /**
     * How much was counted of what the sentence is about: by oneself, but of pieces by everyone.
     */
    private Blank<Quantity> quantity(List<CountLines.Line> counted) {
      CountSentence sentence = at.sentence();
      if (sentence.item() == 0) {
        return Blank.empty();
      }
      if (sentence.pending().isPositive()) {
        return new Blank.Said<>(sentence.pending());
      }
      List<CountLines.Line> ofItem =
          counted.stream().filter(line -> line.key().item() == sentence.item()).toList();
      if (facts.measure(sentence.item()).tracking().needsSerial()) {
        long pieces = ofItem.stream().filter(line -> !line.stated()).count();
        return pieces == 0 ? Blank.empty() : new Blank.Said<>(Quantity.of(pieces));
      }
      return ofItem.stream()
          .filter(line -> line.person() == actor.id() && lotOf(line).equals(sentence.lot()))
          .findFirst()
          .<Blank<Quantity>>map(line -> new Blank.Said<>(line.quantity()))
          .orElse(Blank.empty());
    }

    private String lotOf(CountLines.Line line) {
      return line.key().lot() == 0 ? "" : facts.lotCode(line.key().lot());
    }

    private CountView.Slip slip(CountLines.SlipRowView slip) {
      return new CountView.Slip(
          slip.id(),
          slip.slip(),
          slip.round() > 1,
          slip.person() == actor.id(),
          slip.state() == SlipState.TAKEN,
          slip.place() == 0 ? null : slip.place(),
          slip.place() == 0 ? standing(slip.load()) : facts.bin(slip.place()).address(),
          slip.item() == 0 ? null : slip.item(),
          slip.item() == 0 ? null : facts.item(slip.item()).name(),
          slip.load() == 0 ? null : facts.load(slip.load()));
    }

    /** Where the book has a unit load; nothing if it has it nowhere. */
    private @Nullable String standing(long load) {
      return load == 0
          ? null
          : facts.stockOn(load).stream()
              .findFirst()
              .map(one -> facts.bin(one.key().place()).address())
              .orElse(null);
    }

    private List<CountView.Line> lines(List<CountLines.Line> counted) {
      List<CountLines.Line> shown = counted.stream().limit(LINES_SHOWN).toList();
      facts.look(shown.stream().map(CountLines.Line::key).toList());
      return shown.stream().map(this::line).toList();
    }

    private CountView.Line line(CountLines.Line line) {
      PositionKey key = line.key();
      Catalog.Measured item = facts.item(key.item());
      LotsAndSerials.LotCard lot = key.lot() == 0 ? null : facts.lot(key.lot()).orElse(null);
      return new CountView.Line(
          line.id(),
          line.person() == actor.id(),
          line.name(),
          item.id(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          item.decimals(),
          facts.picture(item.id()).orElse(null),
          facts.bin(key.place()).address(),
          lot == null ? null : lot.code(),
          lot == null ? null : lot.expiry(),
          key.serial() == 0 ? null : facts.serial(key.serial()),
          key.unitLoad() == 0 ? null : facts.load(key.unitLoad()),
          key.condition(),
          line.quantity(),
          SentenceDraft.packs(facts, item.id(), line.quantity()),
          line.stated(),
          line.at());
    }

    private List<CountView.NotFound> notFound(Outcome outcome, boolean blind, boolean none) {
      SortedSet<PositionKey> missing = countLines.notFound(at);
      // In a blind count, what the book has is told only when leaving asks about it.
      boolean empty = at.slip() != 0 && none;
      if (blind && outcome != Outcome.ASKS && at.asked().isEmpty() && !empty) {
        return List.of();
      }
      List<PositionKey> shown = missing.stream().limit(LINES_SHOWN).toList();
      facts.look(shown);
      return shown.stream().map(key -> notFound(key, blind)).toList();
    }

    private CountView.NotFound notFound(PositionKey key, boolean blind) {
      Catalog.Measured item = facts.item(key.item());
      Quantity held =
          facts.stockIn(key.place()).stream()
              .filter(one -> one.key().equals(key))
              .map(HeldPosition::quantity)
              .findFirst()
              .orElse(Quantity.ZERO);
      return new CountView.NotFound(
          item.id(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          facts.picture(item.id()).orElse(null),
          facts.bin(key.place()).address(),
          key.lot() == 0
              ? null
              : facts.lot(key.lot()).map(LotsAndSerials.LotCard::code).orElse(null),
          key.serial() == 0 ? null : facts.serial(key.serial()),
          key.unitLoad() == 0 ? null : facts.load(key.unitLoad()),
          blind ? null : held);
    }

    // What is done by touch alone.

    /** Begins a count that nobody has drawn up. */
    FloorView.Sentence begin(Command command, Method method) {
      at = countLines.begin(command, at.site(), method);
      return view(Outcome.FILLED);
    }

    /** Takes a slip from the list. */
    FloorView.Sentence take(Command command, long slip) {
      at = countLines.takeSlip(command, at.site(), slip);
      return view(Outcome.FILLED);
    }

    /** Counts a bin although it is on no slip. */
    FloorView.Sentence enterKnowingly(Command command, long place) {
      at = countLines.enter(command, at, place, true);
      return view(Outcome.FILLED);
    }

    /** Corrects a line, or takes it away. */
    FloorView.Sentence correct(
        Command command, long line, @Nullable Quantity quantity, Duration ago) {
      countLines.correct(command, line, quantity, ago);
      keep(at.sentence());
      return view(Outcome.COUNTED);
    }

    /** Ends a count that has no slips beforehand. */
    FloorView.Sentence finish(Command command) {
      String number = countLines.doing(at.count()).map(CountLines.Doing::number).orElse("");
      at = countLines.finish(command, at);
      told.add(new Told("in-review", Map.of("number", number)));
      return view(Outcome.DONE);
    }
  }
}
