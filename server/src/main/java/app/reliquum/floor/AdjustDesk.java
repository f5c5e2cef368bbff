package app.reliquum.floor;

import app.reliquum.adjusting.Adjusting;
import app.reliquum.adjusting.Adjustment;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Reading;
import app.reliquum.core.sentence.Adjust;
import app.reliquum.core.sentence.AdjustSentence;
import app.reliquum.core.sentence.AdjustSentence.Change;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Reply;
import app.reliquum.core.sentence.Stock;
import app.reliquum.floor.BasketTable.Basket;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.State;
import app.reliquum.kinds.MovementKinds;
import app.reliquum.kinds.MovementKinds.Kind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps each person's Adjust sentence and basket, and says things to them.
 *
 * <p>A sentence that is whole goes into the basket as a line; the basket is looked through, changed
 * and posted as one document.
 */
@Service
class AdjustDesk {

  private static final Verb VERB = Verb.ADJUST;
  private static final int MOST_CANDIDATES = 12;

  private final SentenceTable table;
  private final BasketTable baskets;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final MovementKinds kinds;
  private final Adjusting adjusting;

  AdjustDesk(
      SentenceTable table,
      BasketTable baskets,
      HouseCodes codes,
      FloorFacts.House house,
      MovementKinds kinds,
      Adjusting adjusting) {
    this.table = table;
    this.baskets = baskets;
    this.codes = codes;
    this.house = house;
    this.kinds = kinds;
    this.adjusting = adjusting;
  }

  /** What someone tells with a basket when they post it. */
  record Telling(
      String note,
      String source,
      List<Long> reasons,
      boolean replacing,
      String party,
      LocalDate due,
      Map<Long, String> fields,
      Adjustment.Picture picture) {}

  /** One reading of one person's sentence, with the facts of that moment. */
  private final class Sitting {
    private final Actor actor;
    private SentenceTable.Said said;
    private Basket basket;
    private AdjustFactsHere facts;
    private FloorWords words;
    private List<FloorView.Choice> choices = List.of();
    private FloorView.Refusal refusal;
    private AdjustView.Posted posted;
    private Misfit untrue;

    Sitting(Actor actor, SentenceTable.Said said, Basket basket) {
      this.actor = actor;
      this.said = said;
      this.basket = basket;
      look();
    }

    void look() {
      facts = new AdjustFactsHere(said.site(), basket.way(), house);
      words = new FloorWords(facts);
    }

    AdjustSentence sentence() {
      Reply<AdjustSentence> reply = Adjust.read(said.evidence(), facts);
      if (reply instanceof Reply.Refused<AdjustSentence> refused) {
        untrue = refused.misfit();
        said = said.with(Adjust.standing(said.evidence(), facts));
        reply = Adjust.read(said.evidence(), facts);
      }
      return ((Reply.Filled<AdjustSentence>) reply).sentence();
    }

    void keep(List<Evidence> evidence) {
      said = said.with(evidence);
      table.write(actor.id(), VERB, said);
    }

    void keep(Basket other) {
      basket = other;
      baskets.write(actor.id(), other);
    }

    AdjustView.Adjusting answer(Reply<AdjustSentence> reply) {
      if (reply instanceof Reply.Filled<AdjustSentence> filled) {
        keep(filled.sentence().evidence());
        return view(Outcome.FILLED);
      }
      if (reply instanceof Reply.Choose<AdjustSentence> choose) {
        choices = choose.choices().stream().map(words::choice).toList();
        return view(Outcome.CHOOSE);
      }
      return refused(words.misfit(((Reply.Refused<AdjustSentence>) reply).misfit()));
    }

    AdjustView.Adjusting refused(FloorView.Refusal why) {
      refusal = why;
      return view(Outcome.REFUSED);
    }

    AdjustView.Adjusting view(Outcome outcome) {
      AdjustSentence sentence = sentence();
      Kind kind = basket.kind() == 0 ? null : kinds.kind(basket.kind());
      return new AdjustView.Adjusting(
          said.site(),
          outcome,
          kind,
          basket.way(),
          kind == null ? choosable() : List.of(),
          facts.shown(sentence.item()),
          sentence.needsLot()
              ? new FloorView.Text(State.of(sentence.lot()), sentence.lot().filled().orElse(null))
              : null,
          sentence.expiry(),
          sentence.needsSerials(),
          sentence.serials(),
          amount(sentence),
          place(sentence),
          sentence.condition().filled().orElse(null),
          conditions(sentence),
          sentence.place().filled().isEmpty() || sentence.item().filled().isEmpty()
              ? null
              : sentence.book(),
          sentence.wanted(),
          sentence.whole(),
          !said.evidence().isEmpty(),
          lines(),
          sentence.candidates().stream().limit(MOST_CANDIDATES).map(this::candidate).toList(),
          choices,
          baskets
              .elsewhere(actor.id(), said.site())
              .map(site -> house.places().site(site, actor).name())
              .orElse(null),
          refusal,
          posted);
    }

    private FloorView.Amount amount(AdjustSentence sentence) {
      Quantity value = sentence.quantity().filled().orElse(null);
      boolean known = value != null && sentence.item().filled().isPresent();
      return new FloorView.Amount(
          State.of(sentence.quantity()),
          null,
          value,
          known ? words.packs(sentence.item().filled().get(), value) : "");
    }

    private FloorView.Place place(AdjustSentence sentence) {
      Blank<Long> blank = sentence.place();
      return blank
          .filled()
          .map(
              id ->
                  new FloorView.Place(
                      State.of(blank),
                      blank instanceof Blank.Suggested<?> suggested ? suggested.why() : null,
                      id,
                      facts.bin(id).address(),
                      facts.bin(id).siteName()))
          .orElse(new FloorView.Place(State.EMPTY, null, null, null, null));
    }

    private List<app.reliquum.core.ledger.Condition> conditions(AdjustSentence sentence) {
      if (sentence.item().filled().isEmpty() || sentence.place().filled().isEmpty()) {
        return List.of();
      }
      if (basket.way() == Adjust.Way.IN) {
        return List.of(app.reliquum.core.ledger.Condition.values());
      }
      return facts.stockIn(sentence.place().filled().get()).stream()
          .filter(one -> one.key().item() == sentence.item().filled().get())
          .map(one -> one.key().condition())
          .distinct()
          .sorted()
          .toList();
    }

    private FloorView.Candidate candidate(Stock one) {
      return new FloorView.Candidate(
          one.key().place(),
          facts.bin(one.key().place()).address(),
          one.key().lot(),
          one.key().serial() != 0
              ? facts.serial(one.key().serial())
              : one.key().lot() == 0 ? null : facts.lotCode(one.key().lot()),
          facts.lot(one.key().lot()).map(Catalog.LotCard::expiry).orElse(null),
          one.key().condition(),
          one.quantity());
    }

    private List<AdjustView.Line> lines() {
      List<AdjustView.Line> lines = new ArrayList<>();
      for (Change change : basket.changes()) {
        Catalog.Measured item = facts.item(change.item());
        lines.add(
            new AdjustView.Line(
                lines.size() + 1,
                item.id(),
                item.code(),
                item.name(),
                item.unit().symbol(),
                item.decimals(),
                change.lot().isEmpty() ? null : change.lot(),
                change.serial().isEmpty() ? null : change.serial(),
                change.place(),
                facts.bin(change.place()).address(),
                change.condition(),
                change.quantity()));
      }
      return lines;
    }
  }

  private List<Kind> choosable() {
    return kinds.all().stream()
        .filter(Kind::active)
        // What comes back belongs to a loan, and is found by it.
        .filter(
            kind ->
                kind.purpose() != MovementKinds.Purpose.LOAN
                    || kind.direction() != MovementKinds.Direction.IN)
        .toList();
  }

  private Sitting sitting(Actor actor, long site) {
    house.places().requireSite(site, actor);
    SentenceTable.Said said = table.lock(actor.id(), VERB, site);
    return new Sitting(actor, said, baskets.read(actor.id(), site));
  }

  /** The sentence and the basket as they stand. */
  @Transactional(readOnly = true)
  AdjustView.Adjusting stands(Actor actor, long site) {
    house.places().requireSite(site, actor);
    Sitting sitting =
        new Sitting(actor, table.read(actor.id(), VERB, site), baskets.read(actor.id(), site));
    sitting.sentence();
    return sitting.untrue == null
        ? sitting.view(Outcome.STANDS)
        : sitting.refused(sitting.words.misfit(sitting.untrue));
  }

  /** Chooses why, and which way goods go; 0 to choose anew. A basket with lines keeps its kind. */
  @Transactional
  AdjustView.Adjusting choose(Command command, long site, long kind, Adjust.Way way) {
    Sitting sitting = sitting(command.actor(), site);
    if (!sitting.basket.changes().isEmpty()) {
      throw Problem.refused(
          "basket-not-empty", "Post what is in the basket, or empty it, before you begin anew.");
    }
    if (kind != 0) {
      Kind chosen = kinds.kind(kind);
      boolean allowed =
          way == Adjust.Way.SET
              ? chosen.direction() == MovementKinds.Direction.EITHER
              : chosen.direction().allows(way == Adjust.Way.IN);
      if (!chosen.active() || !allowed) {
        throw Problem.refused("wrong-way", chosen.name() + " does not go that way.");
      }
    }
    // A basket that was left behind elsewhere is not thrown away by looking in here.
    baskets
        .elsewhere(command.actor().id(), site)
        .ifPresent(
            left -> {
              throw Problem.refused(
                  "basket-elsewhere",
                  "Your basket still waits at "
                      + house.places().site(left, command.actor()).name()
                      + ". Post it there, or empty it.");
            });
    sitting.keep(new Basket(site, kind, way, List.of()));
    sitting.look();
    sitting.keep(Adjust.standing(sitting.said.evidence(), sitting.facts));
    return sitting.view(Outcome.FILLED);
  }

  private static FloorView.Refusal kindFirst() {
    return FloorWords.refusal("kind-first", "Choose first what you do: out, in, or why.", Map.of());
  }

  /** Says a scan, or a typed text, to the sentence. */
  @Transactional
  AdjustView.Adjusting scan(Command command, long site, String text) {
    HouseCodes.Read read = codes.read(text);
    if (read.meanings().size() == 1 && read.meanings().get(0) instanceof Meaning.Act act) {
      return act(command, site, act.action());
    }
    Sitting sitting = sitting(command.actor(), site);
    if (sitting.basket.kind() == 0) {
      return sitting.refused(kindFirst());
    }
    AdjustSentence before = sitting.sentence();
    Optional<Evidence> number =
        read.reading() instanceof Reading.Plain
            ? Adjust.asNewNumber(before, read.reading().text())
            : Optional.empty();
    if (read.meanings().isEmpty()) {
      return number.isPresent()
          ? sitting.answer(Adjust.add(sitting.said.evidence(), number.get(), sitting.facts))
          : sitting.refused(
              FloorWords.unknown(
                  read.reading(), before.wanted().stream().map(AdjustDesk::name).toList()));
    }
    Reply<AdjustSentence> reply =
        Adjust.fill(sitting.said.evidence(), read.meanings(), sitting.facts);
    if (reply instanceof Reply.Refused && number.isPresent()) {
      reply = Adjust.add(sitting.said.evidence(), number.get(), sitting.facts);
    }
    return sitting.answer(reply);
  }

  private static String name(AdjustSentence.Wanted wanted) {
    return switch (wanted) {
      case ITEM -> "an item";
      case LOT -> "a lot";
      case SERIAL -> "a serial number";
      case QUANTITY -> "a quantity";
      case PLACE -> "a bin";
      case CONDITION -> "a condition";
    };
  }

  /** Says one settled thing. */
  @Transactional
  AdjustView.Adjusting say(Command command, long site, FloorView.Saying saying) {
    Sitting sitting = sitting(command.actor(), site);
    if (sitting.basket.kind() == 0) {
      return sitting.refused(kindFirst());
    }
    sitting.sentence();
    return sitting.answer(
        Adjust.add(sitting.said.evidence(), Sayings.evidence(saying), sitting.facts));
  }

  /** Does what an action label asks for. */
  @Transactional
  AdjustView.Adjusting act(Command command, long site, Action action) {
    Sitting sitting = sitting(command.actor(), site);
    return switch (action) {
      case CONFIRM -> gather(sitting);
      case UNDO -> undo(sitting);
      case CLEAR -> sitting.answer(Adjust.read(List.of(), sitting.facts));
      case ADJUST -> sitting.view(Outcome.STANDS);
      default ->
          throw Problem.refused(
              "other-action", "That is for other work. Leave this first, then scan it.");
    };
  }

  private AdjustView.Adjusting undo(Sitting sitting) {
    List<Evidence> evidence = sitting.said.evidence();
    if (!evidence.isEmpty()) {
      return sitting.answer(Adjust.read(evidence.subList(0, evidence.size() - 1), sitting.facts));
    }
    List<Change> changes = sitting.basket.changes();
    if (changes.isEmpty()) {
      return sitting.refused(
          FloorWords.refusal("nothing-to-undo", "There is nothing to take back.", Map.of()));
    }
    sitting.keep(sitting.basket.with(changes.subList(0, changes.size() - 1)));
    return sitting.view(Outcome.FILLED);
  }

  /** A whole sentence becomes a line of the basket. */
  private AdjustView.Adjusting gather(Sitting sitting) {
    AdjustSentence sentence = sitting.sentence();
    if (sitting.untrue != null) {
      sitting.keep(sitting.said.evidence());
      return sitting.refused(sitting.words.misfit(sitting.untrue));
    }
    if (sitting.basket.kind() == 0) {
      return sitting.refused(kindFirst());
    }
    if (!sentence.whole()) {
      return sitting.refused(
          FloorWords.notWhole(sentence.wanted().stream().map(AdjustDesk::name).toList()));
    }
    List<Change> all = new ArrayList<>(sitting.basket.changes());
    for (Change change : sentence.changes()) {
      add(all, change, sitting);
    }
    if (all.size() > Adjustment.MOST_LINES) {
      return sitting.refused(
          FloorWords.refusal(
              "basket-full", "The basket holds no more lines. Post it first.", Map.of()));
    }
    if (sitting.refusal != null) {
      return sitting.view(Outcome.REFUSED);
    }
    sitting.keep(sitting.basket.with(all));
    sitting.keep(sentence.next());
    return sitting.view(Outcome.DONE);
  }

  /** The same goods in the same bin are one line; a figure that is said again is the figure. */
  private static void add(List<Change> all, Change change, Sitting sitting) {
    for (int i = 0; i < all.size(); i++) {
      Change one = all.get(i);
      boolean same =
          one.item() == change.item()
              && one.place() == change.place()
              && one.unitLoad() == change.unitLoad()
              && one.condition() == change.condition()
              && one.lot().equalsIgnoreCase(change.lot())
              && one.serial().equalsIgnoreCase(change.serial());
      if (same) {
        if (!change.serial().isEmpty()) {
          sitting.refusal = sitting.words.misfit(new Misfit.CodeTwice(change.serial()));
          return;
        }
        Quantity quantity =
            sitting.basket.way() == Adjust.Way.SET
                ? change.quantity()
                : one.quantity().plus(change.quantity());
        all.set(i, withQuantity(one, quantity));
        return;
      }
    }
    all.add(change);
  }

  private static Change withQuantity(Change change, Quantity quantity) {
    return new Change(
        change.item(),
        change.lot(),
        change.expiry(),
        change.serial(),
        change.place(),
        change.unitLoad(),
        change.condition(),
        quantity);
  }

  /** Changes a line of the basket; null takes it out. */
  @Transactional
  AdjustView.Adjusting line(Command command, long site, int line, Quantity quantity) {
    Sitting sitting = sitting(command.actor(), site);
    List<Change> all = new ArrayList<>(sitting.basket.changes());
    if (line < 1 || line > all.size()) {
      throw Problem.missing("line of the basket", line);
    }
    if (quantity == null) {
      all.remove(line - 1);
    } else {
      Change change = all.get(line - 1);
      if (!change.serial().isEmpty()) {
        throw Problem.refused(
            "serial-is-one", "A serial number is one piece. Take it out instead.");
      }
      try {
        if (sitting.basket.way() != Adjust.Way.SET || !quantity.isZero()) {
          sitting.facts.measure(change.item()).check(quantity);
        }
      } catch (QuantityException fault) {
        throw Problem.invalid("quantity", fault.getMessage());
      }
      all.set(line - 1, withQuantity(change, quantity));
    }
    sitting.keep(sitting.basket.with(all));
    return sitting.view(Outcome.FILLED);
  }

  /** Empties the basket and wipes the sentence. */
  @Transactional
  AdjustView.Adjusting empty(Command command, long site) {
    Sitting sitting = sitting(command.actor(), site);
    sitting.keep(Basket.empty(site));
    sitting.look();
    sitting.keep(List.<Evidence>of());
    return sitting.view(Outcome.FILLED);
  }

  /** Posts the basket as one document. */
  @Transactional
  AdjustView.Adjusting post(Command command, long site, Telling telling) {
    Sitting sitting = sitting(command.actor(), site);
    if (sitting.basket.changes().isEmpty()) {
      throw Problem.refused("basket-empty", "There is nothing in the basket yet.");
    }
    Adjustment.Written written =
        adjusting.write(
            command,
            new Adjustment.Entry(
                sitting.basket.kind(),
                sitting.basket.way(),
                telling.reasons(),
                telling.note(),
                telling.source(),
                telling.replacing(),
                telling.party(),
                telling.due(),
                telling.fields(),
                telling.picture(),
                null,
                sitting.basket.changes().stream().map(change -> line(change, sitting)).toList()));
    sitting.keep(new Basket(site, sitting.basket.kind(), sitting.basket.way(), List.of()));
    sitting.keep(List.<Evidence>of());
    sitting.facts.forget();
    sitting.posted =
        new AdjustView.Posted(
            written.number(),
            written.state() == Adjustment.State.PROPOSED,
            written.lines(),
            written.net());
    return sitting.view(Outcome.DONE);
  }

  private Adjustment.LineEntry line(Change change, Sitting sitting) {
    var bin = sitting.facts.bin(change.place());
    return new Adjustment.LineEntry(
        sitting.facts.item(change.item()).code(),
        bin.siteCode() + "." + bin.address(),
        change.lot(),
        change.expiry(),
        change.serial(),
        change.unitLoad() == 0 ? null : sitting.facts.load(change.unitLoad()),
        change.condition(),
        change.quantity());
  }
}
