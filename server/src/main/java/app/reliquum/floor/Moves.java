package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Told;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Dialogue;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Move;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.PutAway;
import app.reliquum.core.sentence.ReceiveTransfer;
import app.reliquum.core.sentence.Refill;
import app.reliquum.core.sentence.Send;
import app.reliquum.core.sentence.Step;
import app.reliquum.core.sentence.Verb;
import app.reliquum.replenishment.Refills;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.Stock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Goods go from bin to bin, from where they wait to where they stay, to a site and from one. */
@Component
class Moves implements FloorVerb {
  private static final int MOST_ELSEWHERE = 4;
  private final SentenceTable table;
  private final StoredFacts.House house;
  private final Rounds rounds;
  private final TransferErrands transfers;
  private final Stock stock;
  private final Refills refills;
  private final Reserving reserving;

  Moves(
      SentenceTable table,
      StoredFacts.House house,
      Rounds rounds,
      TransferErrands transfers,
      Stock stock,
      Refills refills,
      Reserving reserving) {
    this.refills = refills;
    this.reserving = reserving;
    this.table = table;
    this.house = house;
    this.rounds = rounds;
    this.transfers = transfers;
    this.stock = stock;
  }

  @Override
  public Set<Verb> verbs() {
    return EnumSet.of(Verb.MOVE, Verb.PUT_AWAY, Verb.REFILL, Verb.SEND, Verb.ARRIVE);
  }

  @Override
  public Conversation<MoveSentence> open(Actor actor, Verb verb, long site, boolean locked) {
    return new Moving(actor, verb, table.open(actor.id(), verb, site, locked));
  }

  @SuppressWarnings("NullAway.Init") // fetch() fills in the facts before anyone asks for them
  private final class Moving extends Conversation<MoveSentence> {
    private StoredMoveFacts facts;
    private Move move;

    Moving(Actor actor, Verb verb, OpenSentence said) {
      super(table, actor, verb, said);
    }

    @Override
    Dialogue<MoveSentence> fetch() {
      facts =
          transfers
              .facts(verb(), said(), rounds)
              .<StoredMoveFacts>map(of -> of)
              .orElseGet(this::within);
      move =
          switch (verb()) {
            case PUT_AWAY -> new PutAway(facts);
            case REFILL -> new Refill(facts);
            case SEND -> new Send(facts);
            case ARRIVE -> new ReceiveTransfer(facts);
            default -> new Move(facts);
          };
      return move;
    }

    /** The facts of a move within a site. */
    private StoredMoveFacts within() {
      return verb() == Verb.REFILL
          ? new StoredRefillFacts(said().site(), house, rounds, refills, reserving)
          : new StoredMoveFacts(said().site(), verb(), house, rounds);
    }

    @Override
    StoredMoveFacts facts() {
      dialogue();
      return facts;
    }

    @Override
    void take(Command command, long transfer) {
      transfers.check(verb(), said().site(), transfer);
      keep((said().about() == transfer ? said() : said().with(List.of())).about(transfer));
    }

    /** The one transfer in transit to the site that brings what was scanned. */
    @Override
    FloorView.Sentence find(Command command, Step.Find<MoveSentence> find, @Nullable Scan scan) {
      long found = transfers.find(actor(), said().site(), find.item());
      if (found == 0) {
        return refused(new Misfit.DocumentFirst(verb()));
      }
      keep(said().about(found));
      return go(command, dialogue().fit(said(), scan), scan);
    }

    @Override
    List<Evidence> carryOut(Command command, MoveSentence sentence) {
      Told told = new Told("moved", names().moved(sentence));
      long posting =
          facts instanceof StoredTransferFacts of
              ? transfers.done(command, of, sentence)
              : stock
                  .post(
                      command,
                      NewPosting.now(PostingKind.MOVE, sentence.lines())
                          .knowing(facts.itemsSeen(), facts.binsSeen()))
                  .posting();
      done(new FloorView.Done(posting, List.of(told), null, null));
      return sentence.sameAgain();
    }

    @Override
    void draw(SentenceDraft draft, MoveSentence sentence) {
      draft.goods(sentence.item(), sentence.quantity());
      draft.view.lot = sentence.needsLot() ? draft.lot(sentence.lot()) : null;
      draft.view.needsSerials = sentence.needsSerials();
      draft.view.serials =
          sentence.serials().stream().map(one -> facts.serial(one.serial())).toList();
      draft.view.from = draft.place(sentence.from());
      draft.view.to = draft.place(sentence.to());
      draft.view.load = load(draft, sentence);
      draft.view.condition = sentence.condition().filled().orElse(null);
      long item = sentence.item().filled().orElse(0L);
      draft.view.conditions =
          sentence
              .from()
              .filled()
              .map(from -> SentenceDraft.conditions(facts.stockIn(from), item))
              .orElse(List.of());
      draft.view.held = sentence.held();
      draft.view.canSame = said().evidence().isEmpty() && !said().lastDone().isEmpty();
      draft.view.warning =
          move.objection(sentence)
              .map(
                  against ->
                      house
                          .puttingAway()
                          .told(against, names().bin(sentence.to().filled().orElseThrow())))
              .orElse(null);
      draft.view.elsewhere = elsewhere(sentence);
      draft.view.candidates =
          draft.candidates(open(sentence).stream().sorted(Comparator.comparing(HeldPosition::key)));
      draft.view.transfer = facts instanceof StoredTransferFacts of ? of.shown() : null;
    }

    private FloorView.@Nullable Load load(SentenceDraft draft, MoveSentence sentence) {
      MoveSentence.Load load = sentence.load();
      return load.unitLoad() == 0 && load.whole()
          ? new FloorView.Load(
              0, "", false, load.part(), sentence.source().stream().map(draft::content).toList())
          : draft.load(load);
    }

    /** Where else the item lies: for someone who puts it away. */
    private List<FloorView.Elsewhere> elsewhere(MoveSentence sentence) {
      boolean waits = !sentence.source().isEmpty() && facts.waits(sentence.source().get(0).key());
      if (!waits || sentence.item().filled().isEmpty()) {
        return List.of();
      }
      Map<Long, Quantity> sums = new TreeMap<>();
      house.onHand().of(sentence.item().filled().get(), said().site()).stream()
          .filter(one -> !facts.waits(one.key()))
          .forEach(one -> sums.merge(one.key().place(), one.quantity(), Quantity::plus));
      return sums.entrySet().stream()
          .limit(MOST_ELSEWHERE)
          .map(one -> new FloorView.Elsewhere(facts.bin(one.getKey()).address(), one.getValue()))
          .toList();
    }

    /** Where it lies while that is open; which lots lie there once it is known. */
    private List<HeldPosition> open(MoveSentence sentence) {
      List<HeldPosition> open = new ArrayList<>(sentence.candidates());
      if (sentence.from().filled().isEmpty()) {
        return open;
      }
      List<HeldPosition> there = facts.stockIn(sentence.from().filled().get());
      if (sentence.item().filled().isEmpty()) {
        open.addAll(there);
      } else if ((sentence.needsLot() || sentence.needsSerials()) && !sentence.lot().settled()) {
        long item = sentence.item().filled().get();
        there.stream().filter(one -> one.key().item() == item).forEach(open::add);
      }
      return open;
    }
  }
}
