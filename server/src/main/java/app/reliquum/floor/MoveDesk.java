package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
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
import app.reliquum.stock.OnHand;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps each person's Move sentence, says things to it, and does what it says. */
@Service
class MoveDesk {

  private static final String VERB = "MOVE";
  private static final int MOST_CANDIDATES = 12;

  private final SentenceTable table;
  private final HouseCodes codes;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final Stock stock;

  MoveDesk(
      SentenceTable table,
      HouseCodes codes,
      Catalog catalog,
      Places places,
      OnHand onHand,
      Stock stock) {
    this.table = table;
    this.codes = codes;
    this.catalog = catalog;
    this.places = places;
    this.onHand = onHand;
    this.stock = stock;
  }

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final long person;
    private SentenceTable.Said said;
    private final FloorFacts facts;
    private final FloorWords words;
    private Misfit untrue;

    Sitting(long person, SentenceTable.Said said) {
      this.person = person;
      this.said = said;
      this.facts = new FloorFacts(said.site(), catalog, places, onHand);
      this.words = new FloorWords(facts);
    }

    /** The sentence as it stands; what the house has made untrue since is left out. */
    MoveSentence sentence() {
      Reply reply = Move.read(said.evidence(), facts);
      if (reply instanceof Reply.Refused refused) {
        untrue = refused.misfit();
        said = said.with(Move.standing(said.evidence(), facts));
        reply = Move.read(said.evidence(), facts);
      }
      return ((Reply.Filled) reply).sentence();
    }

    FloorView.Move answer(Reply reply) {
      if (reply instanceof Reply.Filled filled) {
        keep(filled.sentence().evidence());
        return view(Outcome.FILLED, filled.sentence(), List.of(), null, null);
      }
      if (reply instanceof Reply.Choose choose) {
        return view(
            Outcome.CHOOSE,
            sentence(),
            choose.choices().stream().map(words::choice).toList(),
            null,
            null);
      }
      return refused(words.misfit(((Reply.Refused) reply).misfit()));
    }

    FloorView.Move refused(FloorView.Refusal refusal) {
      return view(Outcome.REFUSED, sentence(), List.of(), refusal, null);
    }

    void keep(List<Evidence> evidence) {
      said = said.with(evidence);
      table.write(person, VERB, said);
    }

    FloorView.Move view(
        Outcome outcome,
        MoveSentence sentence,
        List<FloorView.Choice> choices,
        FloorView.Refusal refusal,
        FloorView.Done done) {
      return new FloorView.Move(
          said.site(),
          outcome,
          item(sentence),
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
          candidates(sentence),
          choices,
          refusal,
          done);
    }

    private FloorView.Item item(MoveSentence sentence) {
      Optional<Long> filled = sentence.item().filled();
      if (filled.isEmpty()) {
        return new FloorView.Item(State.EMPTY, null, null, null, null, null, null, List.of());
      }
      Catalog.Measured item = facts.item(filled.get());
      return new FloorView.Item(
          State.of(sentence.item()),
          item.id(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          item.decimals(),
          item.tracking(),
          facts.packs(item.id()).stream()
              .map(pack -> new FloorView.PackSize(pack.name(), pack.factor()))
              .toList());
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

  private Sitting sitting(Actor actor, long site) {
    places.site(site, actor);
    return new Sitting(actor.id(), table.lock(actor.id(), VERB, site));
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  FloorView.Move stands(Actor actor, long site) {
    places.site(site, actor);
    Sitting sitting = new Sitting(actor.id(), table.read(actor.id(), VERB, site));
    MoveSentence sentence = sitting.sentence();
    return sitting.untrue == null
        ? sitting.view(Outcome.STANDS, sentence, List.of(), null, null)
        : sitting.refused(sitting.words.misfit(sitting.untrue));
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  FloorView.Move scan(Command command, long site, String text) {
    HouseCodes.Read read = codes.read(text);
    if (read.meanings().size() == 1 && read.meanings().get(0) instanceof Meaning.Act act) {
      return act(command, site, act.action());
    }
    Sitting sitting = sitting(command.actor(), site);
    if (read.meanings().isEmpty()) {
      return sitting.refused(FloorWords.unknown(read.reading(), sitting.sentence().wanted()));
    }
    sitting.sentence();
    return sitting.answer(Move.fill(sitting.said.evidence(), read.meanings(), sitting.facts));
  }

  /** Says one settled thing: a choice, or a bin for a certain blank. */
  @Transactional
  FloorView.Move say(Command command, long site, FloorView.Saying saying) {
    Sitting sitting = sitting(command.actor(), site);
    sitting.sentence();
    return sitting.answer(Move.add(sitting.said.evidence(), evidence(saying), sitting.facts));
  }

  private static Evidence evidence(FloorView.Saying saying) {
    try {
      return switch (saying.kind()) {
        case ITEM ->
            new Evidence.Item(
                saying.item(), saying.counts() == null ? Quantity.ZERO : saying.counts());
        case LOT -> new Evidence.Lot(saying.item(), saying.lot());
        case SERIAL ->
            new Evidence.Serial(
                saying.item(), saying.lot() == null ? 0 : saying.lot(), saying.serial());
        case BIN ->
            new Evidence.Bin(
                saying.place(),
                saying.role() == null
                    ? Evidence.Role.ANY
                    : Evidence.Role.valueOf(saying.role().name()));
        case FIGURE -> new Evidence.Figure(saying.quantity(), saying.pack());
        case CONDITION -> new Evidence.Of(saying.condition());
      };
    } catch (NullPointerException incomplete) {
      throw Problem.invalid("kind", "A saying of kind " + saying.kind() + " is not complete.");
    }
  }

  /** Does what an action label asks for. */
  @Transactional
  FloorView.Move act(Command command, long site, Action action) {
    Sitting sitting = sitting(command.actor(), site);
    return switch (action) {
      case CONFIRM -> confirm(command, sitting);
      case UNDO -> undo(sitting);
      case TURN ->
          sitting.answer(Move.add(sitting.said.evidence(), new Evidence.Turned(), sitting.facts));
      case CLEAR, MOVE -> sitting.answer(Move.read(List.of(), sitting.facts));
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
          FloorWords.refusal(
              "not-whole",
              "Still missing: "
                  + String.join(", ", sentence.wanted().stream().map(FloorWords::name).toList())
                  + ".",
              Map.of("wanted", sentence.wanted())));
    }
    if (!sentence.ready()) {
      return sitting.answer(Move.read(sentence.accepted(), sitting.facts));
    }
    Stock.Posted posted = stock.post(command, NewPosting.now(PostingKind.MOVE, sentence.lines()));
    String words = sitting.words.done(sentence);
    sitting.said = new SentenceTable.Said(sitting.said.site(), List.of(), sentence.sameAgain());
    sitting.keep(List.of());
    return sitting.view(
        Outcome.DONE,
        sitting.sentence(),
        List.of(),
        null,
        new FloorView.Done(posted.posting(), words));
  }
}
