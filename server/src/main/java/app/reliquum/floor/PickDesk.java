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
import app.reliquum.core.sentence.Pick;
import app.reliquum.core.sentence.PickFacts;
import app.reliquum.core.sentence.PickSentence;
import app.reliquum.core.sentence.Reply;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.State;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.Outgoing;
import app.reliquum.outbound.Packing;
import app.reliquum.outbound.PickRounds;
import app.reliquum.outbound.Picking;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps each person's Pick and Pack sentences, says things to them, and does what they say. */
@Service
class PickDesk {

  private static final int MOST_CHOICES = 50;

  private final SentenceTable table;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final OutboundOrders orders;
  private final PickRounds rounds;
  private final Picking picking;
  private final Packing packing;

  PickDesk(
      SentenceTable table,
      HouseCodes codes,
      FloorFacts.House house,
      OutboundOrders orders,
      PickRounds rounds,
      Picking picking,
      Packing packing) {
    this.table = table;
    this.codes = codes;
    this.house = house;
    this.orders = orders;
    this.rounds = rounds;
    this.picking = picking;
    this.packing = packing;
  }

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final Actor actor;
    private final Verb verb;
    private SentenceTable.Said said;
    private List<PickRounds.Taken> taken = List.of();
    private PickFactsHere facts;
    private FloorWords words;
    private List<FloorView.Choice> choices = List.of();
    private FloorView.Refusal refusal;
    private FloorView.Done done;
    private Misfit untrue;

    Sitting(Actor actor, Verb verb, SentenceTable.Said said) {
      this.actor = actor;
      this.verb = verb;
      this.said = said;
      look();
    }

    boolean packs() {
      return verb == Verb.PACK;
    }

    /** Fetches anew what is to be taken, after something of it was. */
    void look() {
      List<PickRounds.Stop> list = packs() ? toPack() : toPick();
      facts = new PickFactsHere(said.site(), house, picking, list, packs());
      words = new FloorWords(facts);
    }

    private List<PickRounds.Stop> toPick() {
      var round = rounds.of(actor.id(), said.site());
      taken = round.map(PickRounds.Round::orders).orElse(List.of());
      return round.map(rounds::stops).orElse(List.of());
    }

    private List<PickRounds.Stop> toPack() {
      if (said.about() == 0) {
        return List.of();
      }
      Packing.Open open = packing.open(said.about());
      taken = open.order().stream().toList();
      return open.loose();
    }

    PickSentence sentence() {
      Reply<PickSentence> reply = Pick.read(said.evidence(), facts);
      if (reply instanceof Reply.Refused<PickSentence> refused) {
        untrue = refused.misfit();
        said = said.with(Pick.standing(said.evidence(), facts));
        reply = Pick.read(said.evidence(), facts);
      }
      return ((Reply.Filled<PickSentence>) reply).sentence();
    }

    void keep(List<Evidence> evidence) {
      said = said.with(evidence);
      table.write(actor.id(), verb, said);
    }

    void about(long order) {
      said = new SentenceTable.Said(said.site(), List.of(), List.of(), order);
      table.write(actor.id(), verb, said);
      look();
    }

    PickView.Picking answer(Reply<PickSentence> reply) {
      if (reply instanceof Reply.Filled<PickSentence> filled) {
        keep(filled.sentence().evidence());
        return view(Outcome.FILLED);
      }
      if (reply instanceof Reply.Choose<PickSentence> choose) {
        choices = choose.choices().stream().map(words::choice).toList();
        return view(Outcome.CHOOSE);
      }
      return refused(words.misfit(((Reply.Refused<PickSentence>) reply).misfit()));
    }

    PickView.Picking refused(FloorView.Refusal why) {
      refusal = why;
      return view(Outcome.REFUSED);
    }

    PickView.Picking view(Outcome outcome) {
      PickSentence sentence = sentence();
      PickFacts.Stop stop = sentence.stop();
      return new PickView.Picking(
          said.site(),
          verb,
          outcome,
          taken.stream().map(this::order).toList(),
          taken.isEmpty() ? choosable() : List.of(),
          stop == null ? null : facts.order(stop).number(),
          facts.shown(sentence.item()),
          sentence.needsLot() ? lot(sentence.lot()) : null,
          sentence.needsSerial()
              ? new FloorView.Text(
                  State.of(sentence.serial()),
                  sentence.serial().filled().map(facts::serial).orElse(null))
              : null,
          place(sentence.place()),
          amount(sentence),
          sentence.needsInto() || sentence.into().filled().isPresent()
              ? new FloorView.Text(
                  State.of(sentence.into()), sentence.into().filled().map(facts::load).orElse(null))
              : null,
          stop == null ? null : stop.quantity(),
          sentence.shortBy(),
          sentence.substitute(),
          sentence.wanted(),
          sentence.whole(),
          sentence.ready(),
          !said.evidence().isEmpty(),
          facts.list().stream().map(this::stop).toList(),
          packs() && said.about() != 0 ? packing.parcels(said.about()) : List.of(),
          house.places().leaving(said.site()).flow().packs(),
          choices,
          refusal,
          done);
    }

    private PickView.Order order(PickRounds.Taken one) {
      int left = (int) facts.list().stream().filter(stop -> stop.order().id() == one.id()).count();
      return new PickView.Order(one.id(), one.number(), one.party(), one.tote(), left);
    }

    private PickView.Stop stop(PickRounds.Stop one) {
      var key = one.reservation().key();
      Catalog.Measured item = facts.item(key.item());
      return new PickView.Stop(
          one.reservation().id(),
          key.place(),
          facts.bin(key.place()).address(),
          item.name(),
          key.serial() != 0
              ? facts.serial(key.serial())
              : facts.lot(key.lot()).map(Catalog.LotCard::code).orElse(null),
          one.reservation().quantity(),
          item.unit().symbol(),
          one.order().number(),
          one.order().tote());
    }

    private FloorView.Lot lot(Blank<Long> blank) {
      return blank
          .filled()
          .flatMap(facts::lot)
          .map(
              lot ->
                  new FloorView.Lot(
                      State.of(blank), why(blank), lot.id(), lot.code(), lot.expiry()))
          .orElse(new FloorView.Lot(State.EMPTY, null, null, null, null));
    }

    private FloorView.Place place(Blank<Long> blank) {
      return blank
          .filled()
          .map(
              id ->
                  new FloorView.Place(
                      State.of(blank),
                      why(blank),
                      id,
                      facts.bin(id).address(),
                      facts.bin(id).siteName()))
          .orElse(new FloorView.Place(State.EMPTY, null, null, null, null));
    }

    private FloorView.Amount amount(PickSentence sentence) {
      Quantity value = sentence.quantity().filled().orElse(null);
      return new FloorView.Amount(
          State.of(sentence.quantity()),
          why(sentence.quantity()),
          value,
          value == null ? "" : words.packs(sentence.taken().item(), value));
    }

    private Blank.Why why(Blank<?> blank) {
      return blank instanceof Blank.Suggested<?> suggested ? suggested.why() : null;
    }

    private List<PickView.Choice> choosable() {
      return orders
          .page(Outgoing.Filter.OPEN, said.site(), null, null, null, actor, 0, MOST_CHOICES)
          .rows()
          .stream()
          .filter(row -> packs() ? row.pickedLines() > 0 : toPick(row))
          .map(
              row ->
                  new PickView.Choice(
                      row.id(),
                      row.number(),
                      row.party(),
                      row.state(),
                      row.needed(),
                      row.late(),
                      row.lines(),
                      row.picker()))
          .toList();
    }

    private boolean toPick(Outgoing.Row row) {
      return switch (row.state()) {
        case ALLOCATED, SHORT, PICKING -> row.toPick() > row.shortLines();
        case ACCEPTED, PACKED, GONE, DONE, CANCELLED -> false;
      };
    }
  }

  private Sitting sitting(Actor actor, Verb verb, long site) {
    house.places().requireSite(site, actor);
    return new Sitting(actor, verb, table.lock(actor.id(), verb, site));
  }

  /** The sentence as it stands. */
  @Transactional(readOnly = true)
  PickView.Picking stands(Actor actor, Verb verb, long site) {
    house.places().requireSite(site, actor);
    Sitting sitting = new Sitting(actor, verb, table.read(actor.id(), verb, site));
    sitting.sentence();
    return sitting.untrue == null
        ? sitting.view(Outcome.STANDS)
        : sitting.refused(sitting.words.misfit(sitting.untrue));
  }

  /** Begins a round. */
  @Transactional
  PickView.Picking begin(Command command, PickRounds.Entry entry) {
    Sitting sitting = sitting(command.actor(), Verb.PICK, entry.site());
    rounds.begin(command, entry);
    sitting.look();
    sitting.keep(List.of());
    return sitting.view(Outcome.FILLED);
  }

  /** Leaves the round: what is not picked waits for whoever takes it on. */
  @Transactional
  PickView.Picking leave(Command command, long site) {
    Sitting sitting = sitting(command.actor(), Verb.PICK, site);
    rounds.leave(command, site);
    sitting.look();
    sitting.keep(List.of());
    return sitting.view(Outcome.FILLED);
  }

  /** Chooses the order that is packed; 0 to choose anew. */
  @Transactional
  PickView.Picking choose(Command command, long site, long order) {
    Sitting sitting = sitting(command.actor(), Verb.PACK, site);
    if (order != 0) {
      OutboundOrders.Named named =
          orders.named(order).orElseThrow(() -> Problem.missing("order", order));
      if (named.site() != site) {
        throw Problem.refused("other-site", named.number() + " does not leave from here.");
      }
    }
    sitting.about(order);
    return sitting.view(Outcome.FILLED);
  }

  /** Begins a new unit load for the order that is packed. */
  @Transactional
  PickView.Picking newLoad(Command command, long site) {
    Sitting sitting = sitting(command.actor(), Verb.PACK, site);
    if (sitting.said.about() == 0) {
      return sitting.refused(
          FloorWords.refusal("order-first", "Choose first which order is packed.", Map.of()));
    }
    long load = packing.begin(command, sitting.said.about()).id();
    sitting.sentence();
    return sitting.answer(
        Pick.add(sitting.said.evidence(), new Evidence.UnitLoad(load), sitting.facts));
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  PickView.Picking scan(Command command, Verb verb, long site, String text) {
    HouseCodes.Read read = codes.read(text);
    if (read.meanings().size() == 1 && read.meanings().get(0) instanceof Meaning.Act act) {
      return act(command, verb, site, act.action());
    }
    if (read.meanings().size() == 1 && read.meanings().get(0) instanceof Meaning.Order order) {
      return verb == Verb.PACK
          ? choose(command, site, order.order())
          : begin(
              command,
              new PickRounds.Entry(site, List.of(new PickRounds.OrderEntry(order.order(), null))));
    }
    Sitting sitting = sitting(command.actor(), verb, site);
    if (sitting.taken.isEmpty()) {
      return sitting.refused(
          FloorWords.refusal("order-first", "Choose an order first, or scan one.", Map.of()));
    }
    PickSentence before = sitting.sentence();
    if (read.meanings().isEmpty()) {
      return sitting.refused(
          FloorWords.unknown(
              read.reading(), before.wanted().stream().map(PickWords::name).toList()));
    }
    return sitting.answer(Pick.fill(sitting.said.evidence(), read.meanings(), sitting.facts));
  }

  /** Says one settled thing. */
  @Transactional
  PickView.Picking say(Command command, Verb verb, long site, FloorView.Saying saying) {
    Sitting sitting = sitting(command.actor(), verb, site);
    sitting.sentence();
    return sitting.answer(
        Pick.add(sitting.said.evidence(), Sayings.evidence(saying), sitting.facts));
  }

  /** Does what an action label asks for. */
  @Transactional
  PickView.Picking act(Command command, Verb verb, long site, Action action) {
    Sitting sitting = sitting(command.actor(), verb, site);
    return switch (action) {
      case CONFIRM -> confirm(command, sitting);
      case UNDO -> undo(sitting);
      case CLEAR -> sitting.answer(Pick.read(List.of(), sitting.facts));
      case PICK -> sitting(command.actor(), Verb.PICK, site).view(Outcome.STANDS);
      case PACK -> sitting(command.actor(), Verb.PACK, site).view(Outcome.STANDS);
      default ->
          throw Problem.refused(
              "other-action", "That is for other work. Leave this first, then scan it.");
    };
  }

  private PickView.Picking undo(Sitting sitting) {
    List<Evidence> evidence = sitting.said.evidence();
    return evidence.isEmpty()
        ? sitting.refused(
            FloorWords.refusal("nothing-to-undo", "There is nothing to take back.", Map.of()))
        : sitting.answer(Pick.read(evidence.subList(0, evidence.size() - 1), sitting.facts));
  }

  /** Accepts what is suggested; if nothing was left to accept, does it. */
  private PickView.Picking confirm(Command command, Sitting sitting) {
    PickSentence sentence = sitting.sentence();
    if (sitting.untrue != null) {
      sitting.keep(sitting.said.evidence());
      return sitting.refused(sitting.words.misfit(sitting.untrue));
    }
    if (!sentence.whole()) {
      return sitting.refused(
          FloorWords.notWhole(sentence.wanted().stream().map(PickWords::name).toList()));
    }
    if (!sentence.ready()) {
      return sitting.answer(Pick.read(sentence.accepted(), sitting.facts));
    }
    if (!sitting.packs() && sentence.shortBy().isPositive()) {
      return sitting.refused(
          FloorWords.refusal(
              "say-why",
              sentence.shortBy() + " less than the list says. Say why.",
              Map.of("shortBy", sentence.shortBy())));
    }
    return done(command, sitting, sentence, sentence.quantity().filled().orElseThrow(), null);
  }

  /** Takes less than the list says, for a reason. */
  @Transactional
  PickView.Picking takeLess(Command command, long site, Outgoing.Reason reason) {
    Sitting sitting = sitting(command.actor(), Verb.PICK, site);
    PickSentence sentence = sitting.sentence();
    if (sentence.stop() == null) {
      return sitting.refused(sitting.words.misfit(new Misfit.NothingToTake()));
    }
    boolean said = sentence.quantity() instanceof Blank.Said<?>;
    if (reason == Outgoing.Reason.FEWER && !said) {
      return sitting.refused(
          FloorWords.refusal("how-many", "Type first how many you take.", Map.of()));
    }
    Quantity taken =
        reason == Outgoing.Reason.EMPTY || !said
            ? Quantity.ZERO
            : sentence.quantity().filled().orElseThrow();
    return done(command, sitting, sentence, taken, reason);
  }

  private PickView.Picking done(
      Command command,
      Sitting sitting,
      PickSentence sentence,
      Quantity quantity,
      Outgoing.Reason reason) {
    long posting;
    String words;
    PickWords own = new PickWords(sitting.facts);
    if (sitting.packs()) {
      long load = sentence.into().filled().orElseThrow();
      posting = packing.pack(command, sitting.said.about(), sentence.stop().id(), quantity, load);
      words = own.packed(sentence, quantity, load);
    } else {
      PickRounds.Taken order = sitting.facts.order(sentence.stop());
      Picking.Taken taken =
          picking.pick(
              command,
              order.id(),
              new Picking.Take(sentence.stop().id(), sentence.taken(), quantity, 0, reason));
      posting = taken.posting();
      words = own.taken(sentence, quantity, order.number(), taken);
    }
    sitting.look();
    sitting.keep(sentence.next(sitting.facts.stops(), sitting.packs()));
    sitting.done = new FloorView.Done(posting, words);
    return sitting.view(Outcome.DONE);
  }
}
