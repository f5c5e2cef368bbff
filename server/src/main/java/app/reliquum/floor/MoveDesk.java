package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Move;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.Reply;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.State;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps each person's Move and Put away sentences, says things to them, and does what they say.
 *
 * <p>Put away is Move for goods that wait: scanning the bin they go to is enough to do it, if the
 * bin has nothing against them.
 */
@Service
class MoveDesk {

  private static final int MOST_CANDIDATES = 12;
  private static final int MOST_ELSEWHERE = 4;

  private final SentenceTable table;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final Rounds rounds;
  private final Stock stock;

  MoveDesk(
      SentenceTable table, HouseCodes codes, FloorFacts.House house, Rounds rounds, Stock stock) {
    this.table = table;
    this.codes = codes;
    this.house = house;
    this.rounds = rounds;
    this.stock = stock;
  }

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final long person;
    private final Verb verb;
    private SentenceTable.Said said;
    private final FloorFacts facts;
    private final FloorWords words;
    private Misfit untrue;

    Sitting(long person, Verb verb, SentenceTable.Said said) {
      this.person = person;
      this.verb = verb;
      this.said = said;
      this.facts = new FloorFacts(said.site(), verb, house);
      this.words = new FloorWords(facts);
    }

    /** The sentence as it stands; what the house has made untrue since is left out. */
    MoveSentence sentence() {
      Reply<MoveSentence> reply = Move.read(said.evidence(), facts);
      if (reply instanceof Reply.Refused<MoveSentence> refused) {
        untrue = refused.misfit();
        said = said.with(Move.standing(said.evidence(), facts));
        reply = Move.read(said.evidence(), facts);
      }
      return ((Reply.Filled<MoveSentence>) reply).sentence();
    }

    FloorView.Move answer(Reply<MoveSentence> reply) {
      if (reply instanceof Reply.Filled<MoveSentence> filled) {
        keep(filled.sentence().evidence());
        return view(Outcome.FILLED, filled.sentence(), List.of(), null, null);
      }
      if (reply instanceof Reply.Choose<MoveSentence> choose) {
        return view(
            Outcome.CHOOSE,
            sentence(),
            choose.choices().stream().map(words::choice).toList(),
            null,
            null);
      }
      Misfit misfit = ((Reply.Refused<MoveSentence>) reply).misfit();
      if (verb == Verb.PUT_AWAY
          && misfit instanceof Misfit.NoneHere none
          && none.item() != 0
          && facts.toCheck(none.item())) {
        return refused(
            FloorWords.refusal(
                "to-check",
                facts.item(none.item()).name() + " waits to be checked before it is put away.",
                Map.of()));
      }
      return refused(words.misfit(misfit));
    }

    FloorView.Move refused(FloorView.Refusal refusal) {
      return view(Outcome.REFUSED, sentence(), List.of(), refusal, null);
    }

    void keep(List<Evidence> evidence) {
      said = said.with(evidence);
      table.write(person, verb, said);
    }

    FloorView.Move view(
        Outcome outcome,
        MoveSentence sentence,
        List<FloorView.Choice> choices,
        FloorView.Refusal refusal,
        FloorView.Done done) {
      return new FloorView.Move(
          said.site(),
          verb,
          outcome,
          load(sentence),
          facts.shown(sentence.item()),
          lot(sentence),
          sentence.needsSerials(),
          sentence.serials().stream().map(one -> facts.serial(one.serial())).toList(),
          amount(sentence),
          place(sentence.from()),
          place(sentence.to()),
          sentence.condition().filled().orElse(null),
          sentence
              .from()
              .filled()
              .map(
                  from ->
                      facts.stockIn(from).stream()
                          .filter(one -> sentence.item().filled().orElse(0L) == one.key().item())
                          .map(one -> one.key().condition())
                          .distinct()
                          .sorted()
                          .toList())
              .orElse(List.of()),
          sentence.held(),
          sentence.wanted(),
          sentence.whole(),
          sentence.ready(),
          !said.evidence().isEmpty(),
          said.evidence().isEmpty() && !said.lastDone().isEmpty(),
          objection(sentence).orElse(null),
          elsewhere(sentence),
          candidates(sentence),
          choices,
          refusal,
          done);
    }

    /** What a bin that someone chose has against goods that wait. */
    Optional<String> objection(MoveSentence sentence) {
      Optional<Long> to = sentence.to().filled();
      if (to.isEmpty()
          || sentence.to().suggested()
          || sentence.source().isEmpty()
          || !facts.waits(sentence.source().get(0).key())) {
        return Optional.empty();
      }
      PositionKey goods = sentence.source().get(0).key();
      Quantity asked =
          sentence.load().part() == MoveSentence.Load.Part.WHOLE
              ? sentence.held()
              : sentence.quantity().filled().orElse(Quantity.ONE);
      PositionKey moved =
          sentence.load().part() == MoveSentence.Load.Part.OFF
              ? new PositionKey(
                  goods.item(), goods.place(), goods.lot(), goods.serial(), 0, goods.condition())
              : goods;
      return house
          .puttingAway()
          .objection(to.get(), moved, asked)
          .map(why -> facts.bin(to.get()).address() + " " + why + ".");
    }

    private FloorView.Load load(MoveSentence sentence) {
      long id = sentence.load().unitLoad();
      return facts
          .card(id)
          .map(
              card ->
                  new FloorView.Load(
                      id,
                      card.code(),
                      card.trolley(),
                      sentence.load().part(),
                      facts.stockOn(id).stream().map(this::content).toList()))
          .orElse(null);
    }

    private FloorView.Content content(app.reliquum.core.sentence.Stock one) {
      Catalog.Measured item = facts.item(one.key().item());
      return new FloorView.Content(
          item.name(),
          one.key().lot() == 0
              ? null
              : facts.lot(one.key().lot()).map(Catalog.LotCard::code).orElse(null),
          one.quantity(),
          item.unit().symbol());
    }

    /** Where else the item lies: for someone who puts it away. */
    private List<FloorView.Elsewhere> elsewhere(MoveSentence sentence) {
      boolean waits = !sentence.source().isEmpty() && facts.waits(sentence.source().get(0).key());
      if (!waits || sentence.item().filled().isEmpty()) {
        return List.of();
      }
      Map<Long, Quantity> sums = new TreeMap<>();
      house.onHand().of(sentence.item().filled().get(), said.site()).stream()
          .filter(one -> !facts.waits(one.key()))
          .forEach(one -> sums.merge(one.key().place(), one.quantity(), Quantity::plus));
      return sums.entrySet().stream()
          .limit(MOST_ELSEWHERE)
          .map(one -> new FloorView.Elsewhere(facts.bin(one.getKey()).address(), one.getValue()))
          .toList();
    }

    private FloorView.Lot lot(MoveSentence sentence) {
      if (!sentence.needsLot()) {
        return null;
      }
      return sentence
          .lot()
          .filled()
          .flatMap(facts::lot)
          .map(
              lot ->
                  new FloorView.Lot(
                      State.of(sentence.lot()),
                      why(sentence.lot()),
                      lot.id(),
                      lot.code(),
                      lot.expiry()))
          .orElse(new FloorView.Lot(State.EMPTY, null, null, null, null));
    }

    private FloorView.Amount amount(MoveSentence sentence) {
      Quantity value = sentence.quantity().filled().orElse(null);
      String packs =
          value == null || sentence.item().filled().isEmpty()
              ? ""
              : words.packs(sentence.item().filled().get(), value);
      return new FloorView.Amount(
          State.of(sentence.quantity()), why(sentence.quantity()), value, packs);
    }

    private FloorView.Place place(Blank<Long> blank) {
      return blank
          .filled()
          .map(
              id -> {
                Places.LedgerPlace bin = facts.bin(id);
                return new FloorView.Place(
                    State.of(blank), why(blank), id, bin.address(), bin.siteName());
              })
          .orElse(new FloorView.Place(State.EMPTY, null, null, null, null));
    }

    private Blank.Why why(Blank<?> blank) {
      return blank instanceof Blank.Suggested<?> suggested ? suggested.why() : null;
    }

    /** Where it lies while that is open; which lots lie there once it is known. */
    private List<FloorView.Candidate> candidates(MoveSentence sentence) {
      List<app.reliquum.core.sentence.Stock> open = new ArrayList<>(sentence.candidates());
      if (sentence.from().filled().isPresent() && sentence.item().filled().isEmpty()) {
        open.addAll(facts.stockIn(sentence.from().filled().get()));
      } else if (sentence.from().filled().isPresent()
          && (sentence.needsLot() || sentence.needsSerials())
          && !sentence.lot().settled()) {
        long item = sentence.item().filled().orElseThrow();
        facts.stockIn(sentence.from().filled().get()).stream()
            .filter(one -> one.key().item() == item)
            .forEach(open::add);
      }
      return open.stream()
          .sorted(Comparator.comparing(app.reliquum.core.sentence.Stock::key))
          .limit(MOST_CANDIDATES)
          .map(this::candidate)
          .toList();
    }

    private FloorView.Candidate candidate(app.reliquum.core.sentence.Stock one) {
      Optional<Catalog.LotCard> lot =
          one.key().lot() == 0 ? Optional.empty() : facts.lot(one.key().lot());
      String mark =
          one.key().serial() != 0
              ? facts.serial(one.key().serial())
              : lot.map(Catalog.LotCard::code).orElse(null);
      return new FloorView.Candidate(
          one.key().place(),
          facts.bin(one.key().place()).address(),
          one.key().lot(),
          mark,
          lot.map(Catalog.LotCard::expiry).orElse(null),
          one.key().condition(),
          one.quantity());
    }
  }

  private Sitting sitting(Actor actor, Verb verb, long site) {
    house.places().requireSite(site, actor);
    return new Sitting(actor.id(), verb, table.lock(actor.id(), verb, site));
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Move stands(Actor actor, Verb verb, long site) {
    house.places().requireSite(site, actor);
    Sitting sitting = new Sitting(actor.id(), verb, table.read(actor.id(), verb, site));
    MoveSentence sentence = sitting.sentence();
    return sitting.untrue == null
        ? sitting.view(Outcome.STANDS, sentence, List.of(), null, null)
        : sitting.refused(sitting.words.misfit(sitting.untrue));
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  FloorView.Move scan(Command command, Verb verb, long site, String text) {
    HouseCodes.Read read = codes.read(text);
    if (read.meanings().size() == 1 && read.meanings().get(0) instanceof Meaning.Act act) {
      return act(command, verb, site, act.action());
    }
    Sitting sitting = sitting(command.actor(), verb, site);
    if (read.meanings().isEmpty()) {
      return sitting.refused(
          FloorWords.unknown(
              read.reading(), sitting.sentence().wanted().stream().map(FloorWords::name).toList()));
    }
    sitting.sentence();
    Reply<MoveSentence> reply = Move.fill(sitting.said.evidence(), read.meanings(), sitting.facts);
    return verb == Verb.PUT_AWAY && reply instanceof Reply.Filled<MoveSentence> filled
        ? putAway(command, sitting, filled.sentence())
        : sitting.answer(reply);
  }

  /** At the bin that goods go to, its scan is all that is needed. */
  private FloorView.Move putAway(Command command, Sitting sitting, MoveSentence sentence) {
    boolean binSaid =
        sentence.evidence().get(sentence.evidence().size() - 1) instanceof Evidence.Bin
            && sentence.to().settled();
    if (!binSaid) {
      return sitting.answer(new Reply.Filled<>(sentence));
    }
    MoveSentence meant = sentence;
    if (!meant.whole()) {
      // A trolley's round says what belongs into the bin.
      List<Evidence> more = new ArrayList<>(sentence.evidence());
      more.addAll(rounds.meantFor(sitting.facts, sentence));
      if (Move.read(more, sitting.facts) instanceof Reply.Filled<MoveSentence> filled) {
        meant = filled.sentence();
      }
    }
    if (meant.whole() && sitting.objection(meant).isEmpty()) {
      Reply<MoveSentence> accepted = Move.read(meant.accepted(), sitting.facts);
      if (accepted instanceof Reply.Filled<MoveSentence> ready && ready.sentence().ready()) {
        return done(command, sitting, ready.sentence());
      }
    }
    return sitting.answer(new Reply.Filled<>(meant));
  }

  /** Puts a pallet away that has just come: it, and the bin, are all that is said. */
  @Transactional
  FloorView.Move putAway(Command command, long site, List<Evidence> pallet, long place) {
    Sitting sitting = sitting(command.actor(), Verb.PUT_AWAY, site);
    List<Evidence> evidence = new ArrayList<>(pallet);
    evidence.add(new Evidence.Bin(place, Evidence.Role.ANY));
    Reply<MoveSentence> reply = Move.read(evidence, sitting.facts);
    return reply instanceof Reply.Filled<MoveSentence> filled
        ? putAway(command, sitting, filled.sentence())
        : sitting.answer(reply);
  }

  /** Says one settled thing: a choice, or a bin for a certain blank. */
  @Transactional
  FloorView.Move say(Command command, Verb verb, long site, FloorView.Saying saying) {
    Sitting sitting = sitting(command.actor(), verb, site);
    sitting.sentence();
    return sitting.answer(
        Move.add(sitting.said.evidence(), Sayings.evidence(saying), sitting.facts));
  }

  /** Does what an action label asks for. */
  @Transactional
  FloorView.Move act(Command command, Verb verb, long site, Action action) {
    Sitting sitting = sitting(command.actor(), verb, site);
    return switch (action) {
      case CONFIRM -> confirm(command, sitting);
      case UNDO -> undo(sitting);
      case TURN ->
          sitting.answer(Move.add(sitting.said.evidence(), new Evidence.Turned(), sitting.facts));
      case CLEAR, MOVE, PUTAWAY, RECEIVE -> sitting.answer(Move.read(List.of(), sitting.facts));
      case SAME -> same(sitting);
    };
  }

  private FloorView.Move undo(Sitting sitting) {
    List<Evidence> evidence = sitting.said.evidence();
    if (evidence.isEmpty()) {
      return sitting.refused(
          FloorWords.refusal("nothing-to-undo", "There is nothing to take back.", Map.of()));
    }
    return sitting.answer(Move.read(evidence.subList(0, evidence.size() - 1), sitting.facts));
  }

  private FloorView.Move same(Sitting sitting) {
    if (sitting.said.lastDone().isEmpty() || !sitting.said.evidence().isEmpty()) {
      return sitting.refused(
          FloorWords.refusal(
              "nothing-before",
              sitting.said.evidence().isEmpty()
                  ? "Nothing was moved before. Scan a bin or an item."
                  : "Finish this move first, or clear it.",
              Map.of()));
    }
    return sitting.answer(Move.read(sitting.said.lastDone(), sitting.facts));
  }

  /** Accepts what is suggested; if nothing was left to accept, does it. */
  private FloorView.Move confirm(Command command, Sitting sitting) {
    MoveSentence sentence = sitting.sentence();
    if (sitting.untrue != null) {
      sitting.keep(sitting.said.evidence());
      return sitting.refused(sitting.words.misfit(sitting.untrue));
    }
    if (!sentence.whole()) {
      return sitting.refused(
          FloorWords.notWhole(sentence.wanted().stream().map(FloorWords::name).toList()));
    }
    if (!sentence.ready()) {
      return sitting.answer(Move.read(sentence.accepted(), sitting.facts));
    }
    return done(command, sitting, sentence);
  }

  private FloorView.Move done(Command command, Sitting sitting, MoveSentence sentence) {
    Stock.Posted posted =
        stock.post(
            command,
            NewPosting.now(PostingKind.MOVE, sentence.lines())
                .knowing(sitting.facts.itemsSeen(), sitting.facts.binsSeen()));
    String words = sitting.words.done(sentence);
    sitting.said = new SentenceTable.Said(sitting.said.site(), List.of(), sentence.sameAgain(), 0);
    sitting.facts.forget();
    sitting.keep(List.of());
    return sitting.view(
        Outcome.DONE,
        sitting.sentence(),
        List.of(),
        null,
        new FloorView.Done(posted.posting(), words));
  }
}
