package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Move;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.Reply;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

  private final SentenceTable table;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final Rounds rounds;
  private final TransferErrands transfers;
  private final Stock stock;

  MoveDesk(
      SentenceTable table,
      HouseCodes codes,
      FloorFacts.House house,
      Rounds rounds,
      TransferErrands transfers,
      Stock stock) {
    this.transfers = transfers;
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
    private FloorFacts facts;
    private FloorWords words;
    private Misfit untrue;

    Sitting(long person, Verb verb, SentenceTable.Said said) {
      this.person = person;
      this.verb = verb;
      this.said = said;
      look();
    }

    /** Fetches what the sentence is about anew, after it was chosen or has changed. */
    final void look() {
      facts = transfers.facts(verb, said);
      words = facts instanceof TransferFacts of ? new TransferWords(of) : new FloorWords(facts);
    }

    void about(long transfer) {
      said = new SentenceTable.Said(said.site(), said.evidence(), said.lastDone(), transfer);
      look();
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
      if (facts instanceof TransferFacts of) {
        return told()
            .view(
                Outcome.REFUSED,
                sentence(),
                List.of(),
                words.misfit(misfit),
                of.addable(misfit),
                null);
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
      return told().view(outcome, sentence, choices, refusal, null, done);
    }

    /** What a bin that someone chose has against goods that wait. */
    Optional<String> objection(MoveSentence sentence) {
      return told().objection(sentence);
    }

    private MoveAnswer told() {
      return new MoveAnswer(verb, said, facts, words, house);
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
    if (verb.ofTransfer()) {
      if (read.meanings().size() == 1
          && read.meanings().get(0) instanceof Meaning.Transfer transfer) {
        return choose(command, verb, site, transfer.transfer());
      }
      if (!(sitting.facts instanceof TransferFacts)) {
        long found = transfers.find(command.actor(), verb, site, read.meanings());
        if (found == 0) {
          return sitting.refused(TransferWords.noTransfer(verb));
        }
        sitting.about(found);
      }
    }
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

  /** Chooses the transfer that goods are sent on, or arrive on; 0 for none. */
  @Transactional
  FloorView.Move choose(Command command, Verb verb, long site, long transfer) {
    Sitting sitting = sitting(command.actor(), verb, site);
    transfers.check(verb, site, transfer);
    if (sitting.said.about() != transfer) {
      sitting.said = sitting.said.with(List.of());
    }
    sitting.about(transfer);
    return sitting.answer(Move.read(sitting.said.evidence(), sitting.facts));
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
      case CLEAR, MOVE, PUTAWAY, RECEIVE, SEND, ARRIVE, COUNT, ADJUST, PICK, PACK ->
          sitting.answer(Move.read(List.of(), sitting.facts));
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
      Reply<MoveSentence> accepted = Move.read(sentence.accepted(), sitting.facts);
      // What stands on the list of a transfer is confirmed as it is shown.
      boolean asShown = sitting.facts instanceof TransferFacts;
      return asShown
              && accepted instanceof Reply.Filled<MoveSentence> filled
              && filled.sentence().ready()
          ? done(command, sitting, filled.sentence())
          : sitting.answer(accepted);
    }
    return done(command, sitting, sentence);
  }

  private FloorView.Move done(Command command, Sitting sitting, MoveSentence sentence) {
    String words = sitting.words.done(sentence);
    long posting =
        sitting.facts instanceof TransferFacts of
            ? transfers.done(command, of, sentence)
            : stock
                .post(
                    command,
                    NewPosting.now(PostingKind.MOVE, sentence.lines())
                        .knowing(sitting.facts.itemsSeen(), sitting.facts.binsSeen()))
                .posting();
    sitting.said =
        new SentenceTable.Said(
            sitting.said.site(), List.of(), sentence.sameAgain(), sitting.said.about());
    sitting.look();
    sitting.keep(List.of());
    return sitting.view(
        Outcome.DONE, sitting.sentence(), List.of(), null, new FloorView.Done(posting, words));
  }
}
