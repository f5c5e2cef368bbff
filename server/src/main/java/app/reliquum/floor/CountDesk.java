package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Count;
import app.reliquum.core.sentence.Count.Heard;
import app.reliquum.core.sentence.CountSentence;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Verb;
import app.reliquum.counting.Counting;
import app.reliquum.counting.Tallies;
import app.reliquum.floor.CountView.Outcome;
import app.reliquum.floor.FloorView.State;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps each person's Count sentence, says things to it, and keeps what they count. */
@Service
class CountDesk {

  private static final int SLIPS_SHOWN = 8;
  private static final int LINES_SHOWN = 200;

  private final Tallies tallies;
  private final HouseCodes codes;
  private final StoredFacts.House house;

  CountDesk(Tallies tallies, HouseCodes codes, StoredFacts.House house) {
    this.tallies = tallies;
    this.codes = codes;
    this.house = house;
  }

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final Actor actor;
    private final StoredCountFacts floor;
    private final Names names;
    private Tallies.Sitting at;
    private List<FloorView.Choice> choices = List.of();
    private FloorView.Told refusal;
    private List<FloorView.Told> said = List.of();
    private Verb begins;

    Sitting(Actor actor, Tallies.Sitting at) {
      this.actor = actor;
      this.at = at;
      this.floor = new StoredCountFacts(at.site(), house, () -> this.at);
      this.names = new Names(floor);
    }

    void keep(Tallies.Sitting next) {
      at = next;
      tallies.keep(actor, next);
    }

    CountView.Count refused(FloorView.Told why) {
      refusal = why;
      return view(Outcome.REFUSED);
    }

    CountView.Count refused(Misfit misfit) {
      return refused(names.told(misfit));
    }

    CountView.Count view(Outcome outcome) {
      Tallies.Doing doing = tallies.doing(at.count()).orElse(null);
      CountSentence sentence = at.sentence();
      boolean blind = doing != null && doing.blind();
      Blank<Long> item = sentence.item() == 0 ? Blank.empty() : new Blank.Said<>(sentence.item());
      boolean binned = house.places().site(at.site(), actor).binned();
      return new CountView.Count(
          at.site(),
          outcome,
          begins,
          doing == null ? null : doing(doing),
          doing == null
              ? tallies.open(at.site()).stream().map(CountDesk::doing).toList()
              : List.of(),
          tallies.slip(at.slip()).map(this::slip).orElse(null),
          place(sentence.place()),
          !binned,
          item(item, blind),
          sentence.item() != 0 && floor.measure(sentence.item()).tracking().needsLot(),
          sentence.lot().isEmpty() ? null : sentence.lot(),
          sentence.unitLoad() == 0 ? null : floor.load(sentence.unitLoad()),
          sentence.condition(),
          sentence.pending(),
          Count.wanted(sentence, floor),
          tallies.statesAll(at),
          !at.asked().isEmpty(),
          lines(),
          notFound(outcome, blind),
          doing == null
              ? List.of()
              : tallies.next(at, actor, SLIPS_SHOWN).stream().map(this::slip).toList(),
          tallies.others(at, actor),
          sentence.pending().isPositive()
              || tallies.lines(at).stream().anyMatch(line -> line.person() == actor.id()),
          choices,
          refusal,
          said);
    }

    /** What is being counted, to be told when it is ended. */
    private String where() {
      long item = tallies.slip(at.slip()).map(Tallies.SlipRowView::item).orElse(0L);
      return item == 0 ? names.bin(at.sentence().place()) : names.item(item);
    }

    /** What is available would tell what the book says. */
    private FloorView.Item item(Blank<Long> blank, boolean blind) {
      FloorView.Item shown = SentenceDraft.item(floor, blank);
      return blind
          ? new FloorView.Item(
              shown.state(),
              shown.id(),
              shown.code(),
              shown.name(),
              shown.symbol(),
              shown.decimals(),
              shown.tracking(),
              shown.packs(),
              null,
              shown.picture(),
              shown.shelfNote())
          : shown;
    }

    private FloorView.Place place(long id) {
      return id == 0
          ? new FloorView.Place(State.EMPTY, null, null, null, null)
          : new FloorView.Place(
              State.SAID, null, id, floor.bin(id).address(), floor.bin(id).siteName());
    }

    private CountView.Slip slip(Tallies.SlipRowView slip) {
      return new CountView.Slip(
          slip.id(),
          slip.slip(),
          slip.round() > 1,
          slip.person() == actor.id(),
          slip.state() == Counting.SlipState.TAKEN,
          slip.place() == 0 ? null : slip.place(),
          slip.place() == 0 ? null : floor.bin(slip.place()).address(),
          slip.item() == 0 ? null : slip.item(),
          slip.item() == 0 ? null : floor.item(slip.item()).name());
    }

    private List<CountView.Line> lines() {
      List<Tallies.Line> shown = tallies.lines(at).stream().limit(LINES_SHOWN).toList();
      floor.look(shown.stream().map(Tallies.Line::key).toList());
      return shown.stream().map(this::line).toList();
    }

    private CountView.Line line(Tallies.Line line) {
      PositionKey key = line.key();
      Catalog.Measured item = floor.item(key.item());
      Catalog.LotCard lot = key.lot() == 0 ? null : floor.lot(key.lot()).orElse(null);
      return new CountView.Line(
          line.id(),
          line.person() == actor.id(),
          line.name(),
          item.id(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          item.decimals(),
          floor.picture(item.id()).orElse(null),
          floor.bin(key.place()).address(),
          lot == null ? null : lot.code(),
          lot == null ? null : lot.expiry(),
          key.serial() == 0 ? null : floor.serial(key.serial()),
          key.unitLoad() == 0 ? null : floor.load(key.unitLoad()),
          key.condition(),
          line.quantity(),
          SentenceDraft.packs(floor, item.id(), line.quantity()),
          line.stated(),
          line.at());
    }

    private List<CountView.NotFound> notFound(Outcome outcome, boolean blind) {
      SortedSet<PositionKey> missing = tallies.notFound(at);
      // In a blind count, what the book has is told only when leaving asks about it.
      boolean empty = at.slip() != 0 && tallies.lines(at).isEmpty();
      if (blind && outcome != Outcome.ASKS && at.asked().isEmpty() && !empty) {
        return List.of();
      }
      List<PositionKey> shown = missing.stream().limit(LINES_SHOWN).toList();
      floor.look(shown);
      return shown.stream().map(key -> notFound(key, blind)).toList();
    }

    private CountView.NotFound notFound(PositionKey key, boolean blind) {
      Catalog.Measured item = floor.item(key.item());
      Quantity held =
          floor.stockIn(key.place()).stream()
              .filter(one -> one.key().equals(key))
              .map(app.reliquum.core.sentence.HeldPosition::quantity)
              .findFirst()
              .orElse(Quantity.ZERO);
      return new CountView.NotFound(
          item.id(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          floor.picture(item.id()).orElse(null),
          floor.bin(key.place()).address(),
          key.lot() == 0 ? null : floor.lot(key.lot()).map(Catalog.LotCard::code).orElse(null),
          key.serial() == 0 ? null : floor.serial(key.serial()),
          key.unitLoad() == 0 ? null : floor.load(key.unitLoad()),
          blind ? null : held);
    }
  }

  private static CountView.Doing doing(Tallies.Doing of) {
    return new CountView.Doing(
        of.id(),
        of.number(),
        of.method(),
        of.shape(),
        of.blind(),
        of.note(),
        of.slips(),
        of.done());
  }

  private Sitting sitting(Command command, long site) {
    house.places().requireSite(site, command.actor());
    return new Sitting(command.actor(), tallies.lock(command.actor(), site));
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  CountView.Count stands(Actor actor, long site) {
    house.places().requireSite(site, actor);
    return new Sitting(actor, tallies.read(actor, site)).view(Outcome.STANDS);
  }

  /** Chooses the count; 0 for none. */
  @Transactional
  CountView.Count choose(Command command, long site, long count) {
    house.places().requireSite(site, command.actor());
    return new Sitting(command.actor(), tallies.choose(command, site, count)).view(Outcome.FILLED);
  }

  /** Begins a count that nobody has drawn up. */
  @Transactional
  CountView.Count begin(Command command, long site, Counting.Method method) {
    return new Sitting(command.actor(), tallies.begin(command, site, method)).view(Outcome.FILLED);
  }

  /** Takes a slip from the list. */
  @Transactional
  CountView.Count take(Command command, long site, long slip) {
    return new Sitting(command.actor(), tallies.takeSlip(command, site, slip)).view(Outcome.FILLED);
  }

  /** Counts a bin although it is on no slip. */
  @Transactional
  CountView.Count enterKnowingly(Command command, long site, long place) {
    Sitting sitting = sitting(command, site);
    sitting.at = tallies.enter(command, sitting.at, place, true);
    return sitting.view(Outcome.FILLED);
  }

  /** Corrects a line, or takes it away. */
  @Transactional
  CountView.Count correct(Command command, long site, long line, Quantity quantity, Duration ago) {
    Sitting sitting = sitting(command, site);
    tallies.correct(command, line, quantity, ago);
    sitting.keep(sitting.at.saying(sitting.at.sentence()));
    return sitting.view(Outcome.COUNTED);
  }

  /** Ends a count that has no slips beforehand. */
  @Transactional
  CountView.Count finish(Command command, long site) {
    Sitting sitting = sitting(command, site);
    String number = tallies.doing(sitting.at.count()).map(Tallies.Doing::number).orElse("");
    sitting.at = tallies.finish(command, sitting.at);
    sitting.said = List.of(new FloorView.Told("in-review", Map.of("number", number)));
    return sitting.view(Outcome.DONE);
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  CountView.Count scan(Command command, long site, String text, Duration ago) {
    Scan read = codes.read(text);
    Sitting sitting = sitting(command, site);
    if (read.meanings().size() == 1) {
      Meaning only = read.meanings().get(0);
      if (only instanceof Meaning.Act act) {
        return act(command, site, act.action());
      }
      if (only instanceof Meaning.Count count) {
        return choose(command, site, count.count());
      }
    }
    if (read.reading() instanceof Reading.Unreadable) {
      return sitting.refused(Misfit.unknown(read.reading(), List.of()));
    }
    if (!chosen(command, sitting)) {
      return sitting.refused(new Misfit.DocumentFirst(Verb.COUNT));
    }
    Heard heard = Count.hear(sitting.at.sentence(), read, sitting.floor);
    return answer(command, sitting, heard, ago);
  }

  /** Where only one count is open, it is meant. */
  private boolean chosen(Command command, Sitting sitting) {
    if (sitting.at.count() == 0) {
      List<Tallies.Doing> open = tallies.open(sitting.at.site());
      if (open.size() != 1) {
        return false;
      }
      sitting.at = tallies.choose(command, sitting.at.site(), open.get(0).id());
    }
    return true;
  }

  /** Says one settled thing: a choice, or the condition of what is counted. */
  @Transactional
  CountView.Count say(Command command, long site, FloorView.Saying saying, Duration ago) {
    Sitting sitting = sitting(command, site);
    Evidence evidence = Sayings.evidence(saying);
    if (evidence instanceof Evidence.ConditionSaid of) {
      sitting.keep(sitting.at.saying(sitting.at.sentence().in(of.condition())));
      return sitting.view(Outcome.FILLED);
    }
    return answer(
        command,
        sitting,
        Count.hear(
            sitting.at.sentence(),
            Count.meaning(evidence)
                .orElseThrow(() -> Problem.invalid("kind", "That is nothing that can be counted.")),
            sitting.floor),
        ago);
  }

  private CountView.Count answer(Command command, Sitting sitting, Heard heard, Duration ago) {
    if (heard instanceof Heard.Waits waits) {
      sitting.keep(sitting.at.saying(waits.next()));
      return sitting.view(Outcome.FILLED);
    }
    if (heard instanceof Heard.Counted counted) {
      tallies.count(command, sitting.at, counted.strokes(), ago);
      sitting.keep(sitting.at.saying(counted.next()));
      return sitting.view(Outcome.COUNTED);
    }
    if (heard instanceof Heard.Choose choose) {
      sitting.choices =
          choose.choices().stream()
              .map(meaning -> sitting.names.choice(Count.evidence(meaning)))
              .toList();
      return sitting.view(Outcome.CHOOSE);
    }
    // An item's slip is not ended with a bin, but by confirming it.
    boolean ofItem = tallies.slip(sitting.at.slip()).filter(slip -> slip.place() == 0).isPresent();
    if (heard instanceof Heard.Enters enters) {
      return sitting.at.sentence().place() == 0 || ofItem
          ? enter(command, sitting, enters.place())
          : leave(command, sitting, false, enters.place());
    }
    if (heard instanceof Heard.Leaves && ofItem) {
      sitting.keep(sitting.at.saying(CountSentence.EMPTY));
      return sitting.view(Outcome.FILLED);
    }
    if (heard instanceof Heard.Leaves) {
      return leave(command, sitting, false, 0);
    }
    return sitting.refused(((Heard.Refused) heard).misfit());
  }

  private CountView.Count enter(Command command, Sitting sitting, long place) {
    sitting.at = tallies.enter(command, sitting.at, place, false);
    return sitting.view(Outcome.FILLED);
  }

  private CountView.Count leave(Command command, Sitting sitting, boolean yes, long next) {
    String where = sitting.where();
    Tallies.Left left = tallies.leave(command, sitting.at, yes, next);
    if (left instanceof Tallies.Left.Asks asks) {
      sitting.at = asks.sitting();
      return sitting.view(Outcome.ASKS);
    }
    Tallies.Left.Ended ended = (Tallies.Left.Ended) left;
    sitting.at = ended.sitting();
    sitting.said = List.of(ended(where, ended));
    if (next != 0 && tallies.doing(sitting.at.count()).isPresent()) {
      sitting.at = tallies.enter(command, sitting.at, next, false);
    }
    if (tallies.doing(sitting.at.count()).isEmpty()) {
      sitting.at = tallies.lock(command.actor(), sitting.at.site());
      List<FloorView.Told> all = new ArrayList<>(sitting.said);
      all.add(new FloorView.Told("all-counted", Map.of()));
      sitting.said = all;
    }
    return sitting.view(Outcome.DONE);
  }

  private static FloorView.Told ended(String where, Tallies.Left.Ended ended) {
    return new FloorView.Told(
        ended.slip() == null || !ended.others().isEmpty() ? "left" : "counted",
        Map.of("where", where, "others", ended.others(), "zeros", ended.zeros()));
  }

  /** Does what an action label asks for. */
  @Transactional
  CountView.Count act(Command command, long site, Action action) {
    Sitting sitting = sitting(command, site);
    CountSentence sentence = sitting.at.sentence();
    return switch (action) {
      case CONFIRM -> {
        if (sentence.pending().isPositive()) {
          yield sitting.refused(new Misfit.LotFirst(sentence.item()));
        }
        if (sitting.at.count() == 0 || (sentence.place() == 0 && sitting.at.slip() == 0)) {
          yield sitting.refused(new Misfit.BinFirst());
        }
        // A bin is empty by one word only where nothing at all was scanned in it.
        boolean yes = sentence.item() == 0 || !sitting.at.asked().isEmpty();
        yield leave(command, sitting, yes, sitting.at.nextPlace());
      }
      case UNDO -> undo(command, sitting);
      case CLEAR -> {
        sitting.keep(sitting.at.saying(CountSentence.at(sentence.place())));
        yield sitting.view(Outcome.FILLED);
      }
      case COUNT -> sitting.view(Outcome.STANDS);
      case SAME, TURN -> sitting.refused(new Misfit.NoRoom());
      case MOVE, PUTAWAY, RECEIVE, SEND, ARRIVE, ADJUST, PICK, PACK -> {
        sitting.begins = Verb.begunBy(action).orElseThrow();
        yield sitting.view(Outcome.STANDS);
      }
    };
  }

  private CountView.Count undo(Command command, Sitting sitting) {
    CountSentence sentence = sitting.at.sentence();
    if (!sitting.at.asked().isEmpty()) {
      sitting.keep(sitting.at.saying(sentence));
      return sitting.view(Outcome.FILLED);
    }
    if (sentence.pending().isPositive()) {
      sitting.keep(sitting.at.saying(CountSentence.at(sentence.place())));
      return sitting.view(Outcome.FILLED);
    }
    if (sitting.at.count() == 0 || !tallies.undo(command, sitting.at)) {
      return sitting.refused(new Misfit.NothingToUndo());
    }
    return sitting.view(Outcome.FILLED);
  }
}
