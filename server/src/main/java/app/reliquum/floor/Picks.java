package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Told;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Dialogue;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.PackUnitLoads;
import app.reliquum.core.sentence.Pick;
import app.reliquum.core.sentence.PickFacts;
import app.reliquum.core.sentence.PickSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.outbound.OutboundColumn;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.outbound.Packing;
import app.reliquum.outbound.PickRounds;
import app.reliquum.outbound.Picking;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Goods are taken for orders, stop by stop, and put into unit loads. */
@Component
class Picks implements FloorVerb {
  private static final int MOST_CHOICES = 50;
  private final SentenceTable table;
  private final StoredFacts.House house;
  private final OutboundOrders orders;
  private final PickRounds rounds;
  private final Picking picking;
  private final Packing packing;

  Picks(
      SentenceTable table,
      StoredFacts.House house,
      OutboundOrders orders,
      PickRounds rounds,
      Picking picking,
      Packing packing) {
    this.table = table;
    this.house = house;
    this.orders = orders;
    this.rounds = rounds;
    this.picking = picking;
    this.packing = packing;
  }

  @Override
  public Set<Verb> verbs() {
    return EnumSet.of(Verb.PICK, Verb.PACK);
  }

  @Override
  public Taking open(Actor actor, Verb verb, long site, boolean locked) {
    return new Taking(actor, verb, table.open(actor.id(), verb, site, locked));
  }

  /** One person's Pick or Pack sentence, with what is to be taken at this moment. */
  @SuppressWarnings("NullAway.Init") // fetch() fills in the facts before anyone asks for them
  final class Taking extends Conversation<PickSentence> {
    private StoredPickFacts facts;
    private OutboundViews.Reason reason;

    Taking(Actor actor, Verb verb, OpenSentence said) {
      super(table, actor, verb, said);
    }

    private boolean packs() {
      return verb() == Verb.PACK;
    }

    @Override
    Dialogue<PickSentence> fetch() {
      facts = packs() ? toPack() : toPick();
      return packs() ? new PackUnitLoads(facts) : new Pick(facts);
    }

    private StoredPickFacts toPick() {
      var round = rounds.of(actor().id(), said().site());
      return new StoredPickFacts(
          said().site(),
          house,
          picking,
          round.map(PickRounds.Round::orders).orElse(List.of()),
          round.map(rounds::stops).orElse(List.of()),
          false);
    }

    private StoredPickFacts toPack() {
      long order = said().about();
      Packing.Open open = order == 0 ? null : packing.open(order);
      return new StoredPickFacts(
          said().site(),
          house,
          picking,
          open == null ? List.of() : open.order().stream().toList(),
          open == null ? List.of() : open.loose(),
          true);
    }

    @Override
    StoredPickFacts facts() {
      dialogue();
      return facts;
    }

    /** An order that is scanned is picked in a walk of its own, or packed. */
    @Override
    void take(Command command, long order) {
      if (packs()) {
        checkLeaves(order);
        keep(OpenSentence.nothing(said().site()).about(order));
      } else if (order != 0) {
        begin(
            command,
            new PickRounds.Entry(said().site(), List.of(new PickRounds.OrderEntry(order, null))));
      }
    }

    private void checkLeaves(long order) {
      if (order != 0) {
        OutboundOrders.Named named =
            orders.named(order).orElseThrow(() -> Problem.missing("order", order));
        if (named.site() != said().site()) {
          throw Problem.refused("other-site", "{0} does not leave from here.", named.number());
        }
      }
    }

    private void begin(Command command, PickRounds.Entry entry) {
      rounds.begin(command, entry);
      look();
      keep(said().with(List.of()));
    }

    @Override
    List<Evidence> carryOut(Command command, PickSentence sentence) {
      Quantity quantity =
          reason == null || said(sentence)
              ? sentence.quantity().filled().orElseThrow()
              : Quantity.ZERO;
      take(command, sentence, reason == OutboundViews.Reason.EMPTY ? Quantity.ZERO : quantity);
      return List.of();
    }

    private boolean said(PickSentence sentence) {
      return sentence.quantity() instanceof Blank.Said<?>;
    }

    private void take(Command command, PickSentence sentence, Quantity quantity) {
      PositionKey key = sentence.taken();
      Map<String, Object> told =
          names()
              .goods(
                  quantity,
                  key.item(),
                  key.lot() == 0 || key.serial() != 0 ? "" : facts.lotCode(key.lot()),
                  key.serial() == 0 ? "" : facts.serial(key.serial()));
      if (packs()) {
        long load = sentence.into().filled().orElseThrow();
        long posting = packing.pack(command, said().about(), sentence.stop().id(), quantity, load);
        told.put("load", facts.load(load));
        done(new FloorView.Done(posting, List.of(new Told("done", told)), null, null));
        return;
      }
      PickRounds.Taken order = facts.order(sentence.stop());
      Picking.Taken taken =
          picking.pick(
              command,
              order.id(),
              new Picking.Take(sentence.stop().id(), key, quantity, 0, reason));
      told.put("from", names().bin(key.place()));
      told.put("order", order.number());
      List<Told> all = new ArrayList<>();
      if (quantity.isPositive()) {
        all.add(new Told("done", told));
      }
      Quantity less = sentence.stop().quantity().minus(quantity);
      if (less.isPositive()) {
        all.add(
            new Told(
                "short",
                Map.of(
                    "quantity",
                    less.toString(),
                    "place",
                    names().bin(sentence.stop().key().place()),
                    "elsewhere",
                    taken.elsewhere(),
                    "missing",
                    taken.missing().toString())));
      }
      done(new FloorView.Done(taken.posting(), all, null, null));
    }

    @Override
    void draw(SentenceDraft draft, PickSentence sentence) {
      draft.goods(sentence.item(), sentence.quantity());
      draft.view.lot = sentence.needsLot() ? draft.lot(sentence.lot()) : null;
      draft.view.serial =
          sentence.needsSerial()
              ? SentenceDraft.text(
                  sentence.serial(), sentence.serial().filled().map(facts::serial).orElse(null))
              : null;
      draft.view.place = draft.place(sentence.place());
      draft.view.into =
          sentence.needsInto() || sentence.into().filled().isPresent()
              ? SentenceDraft.text(
                  sentence.into(), sentence.into().filled().map(facts::load).orElse(null))
              : null;
      PickFacts.Stop stop = sentence.stop();
      draft.view.picking =
          new FloorView.Picking(
              facts.orders().stream().map(this::order).toList(),
              facts.orders().isEmpty() ? choosable() : List.of(),
              stop == null ? null : facts.order(stop).number(),
              stop == null ? null : stop.quantity(),
              sentence.shortBy(),
              sentence.substitute(),
              facts.list().stream().map(this::stop).toList(),
              packs() && said().about() != 0 ? packing.parcels(said().about()) : List.of(),
              house.places().leaving(said().site()).flow().packs());
    }

    private FloorView.PickOrder order(PickRounds.Taken one) {
      int left = (int) facts.list().stream().filter(stop -> stop.order().id() == one.id()).count();
      return new FloorView.PickOrder(one.id(), one.number(), one.party(), one.tote(), left);
    }

    private FloorView.PickStop stop(PickRounds.Stop one) {
      var key = one.reservation().key();
      Catalog.Measured item = facts.item(key.item());
      return new FloorView.PickStop(
          one.reservation().id(),
          one.order().id(),
          key.place(),
          facts.bin(key.place()).address(),
          item.name(),
          key.serial() != 0
              ? facts.serial(key.serial())
              : facts.lot(key.lot()).map(LotsAndSerials.LotCard::code).orElse(null),
          one.reservation().quantity(),
          item.unit().symbol(),
          one.order().number(),
          one.order().tote());
    }

    private List<OutboundViews.Row> choosable() {
      return orders
          .page(
              OutboundViews.Filter.OPEN,
              ListQuery.<OutboundColumn>first(MOST_CHOICES).is(OutboundColumn.SITE, said().site()),
              actor())
          .rows()
          .stream()
          .filter(row -> packs() ? row.pickedLines() > 0 : toPick(row))
          .toList();
    }

    private static boolean toPick(OutboundViews.Row row) {
      return switch (row.state()) {
        case ALLOCATED, SHORT, COVERED, PICKING -> row.toPick() > row.shortLines();
        case ACCEPTED, PACKED, SHIPPED, DONE, CANCELLED -> false;
      };
    }

    // What is done by touch alone.

    /** Begins a round. */
    FloorView.Sentence beginRound(Command command, PickRounds.Entry entry) {
      begin(command, entry);
      return view(Outcome.FILLED);
    }

    /** Leaves the round: what is not picked waits for whoever takes it on. */
    FloorView.Sentence leave(Command command) {
      rounds.leave(command, said().site());
      look();
      keep(said().with(List.of()));
      return view(Outcome.FILLED);
    }

    /** Begins a new unit load for the order that is packed. */
    FloorView.Sentence newLoad(Command command) {
      if (said().about() == 0) {
        return refused(new Misfit.DocumentFirst(Verb.PACK));
      }
      long load = packing.begin(command, said().about()).id();
      return go(command, dialogue().say(said(), new Evidence.UnitLoad(load)), null);
    }

    /** Takes less than the list says, for a reason. */
    FloorView.Sentence takeLess(Command command, OutboundViews.Reason why) {
      PickSentence sentence = sentence();
      if (sentence.stop() == null) {
        return refused(new Misfit.NothingToTake());
      }
      if (why == OutboundViews.Reason.FEWER && !said(sentence)) {
        return refused(new Misfit.HowMany());
      }
      reason = why;
      return perform(command, sentence);
    }
  }
}
