package app.reliquum.floor;

import app.reliquum.adjusting.Adjusting;
import app.reliquum.adjusting.Adjustment;
import app.reliquum.adjusting.MovementKinds;
import app.reliquum.adjusting.MovementKinds.Kind;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.Told;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.adjustment.Direction;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Adjust;
import app.reliquum.core.sentence.AdjustSentence;
import app.reliquum.core.sentence.AdjustSentence.Change;
import app.reliquum.core.sentence.Dialogue;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.floor.BasketTable.Basket;
import app.reliquum.floor.FloorView.Outcome;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * The book is adjusted. A sentence that is whole becomes a line; the lines are looked through,
 * changed and posted as one document.
 */
@Component
class Adjustments implements FloorVerb {
  private final SentenceTable table;
  private final BasketTable baskets;
  private final StoredFacts.House house;
  private final MovementKinds kinds;
  private final Adjusting adjusting;

  Adjustments(
      SentenceTable table,
      BasketTable baskets,
      StoredFacts.House house,
      MovementKinds kinds,
      Adjusting adjusting) {
    this.table = table;
    this.baskets = baskets;
    this.house = house;
    this.kinds = kinds;
    this.adjusting = adjusting;
  }

  /** What is told with a basket when it is posted. */
  record BasketPostEntry(
      @NotNull Long site,
      @Size(max = 400) String note,
      @Size(max = 40) String source,
      @Size(max = 10) List<Long> reasons,
      boolean replacing,
      @Size(max = 80) String party,
      LocalDate due,
      Map<Long, String> fields,
      @Valid Adjustment.Picture picture) {}

  @Override
  public Set<Verb> verbs() {
    return Set.of(Verb.ADJUST);
  }

  @Override
  public Adjusted open(Actor actor, Verb verb, long site, boolean locked) {
    return new Adjusted(actor, table.open(actor.id(), verb, site, locked));
  }

  /** One person's Adjust sentence, and the lines that are gathered. */
  @SuppressWarnings("NullAway.Init") // fetch() fills in the facts before anyone asks for them
  final class Adjusted extends Conversation<AdjustSentence> {
    private Basket basket;
    private StoredAdjustFacts facts;
    private Adjustment.Written posted;

    Adjusted(Actor actor, OpenSentence said) {
      super(table, actor, Verb.ADJUST, said);
      basket = baskets.read(actor.id(), said.site());
    }

    @Override
    Dialogue<AdjustSentence> fetch() {
      facts = new StoredAdjustFacts(basket, house);
      return new Adjust(facts);
    }

    @Override
    StoredAdjustFacts facts() {
      dialogue();
      return facts;
    }

    void keep(Basket other) {
      basket = other;
      baskets.write(actor().id(), other);
      look();
    }

    /** Once nothing of the sentence is left, the last line is taken back. */
    @Override
    public FloorView.Sentence act(Command command, Action action) {
      List<Change> changes = basket.changes();
      if (action == Action.UNDO && said().evidence().isEmpty() && !changes.isEmpty()) {
        keep(basket.with(changes.subList(0, changes.size() - 1)));
        return view(Outcome.FILLED);
      }
      return super.act(command, action);
    }

    @Override
    FloorView.Sentence perform(Command command, AdjustSentence sentence) {
      Optional<List<Change>> all = sentence.added(basket.changes());
      if (all.isEmpty()) {
        return refused(new Misfit.CodeTwice(gathered(sentence)));
      }
      if (all.get().size() > Adjustment.MOST_LINES) {
        return refused(new Told("basket-full", Map.of("most", Adjustment.MOST_LINES)));
      }
      keep(basket.with(all.get()));
      return super.perform(command, sentence);
    }

    /** The piece of a sentence that a line has already. */
    private String gathered(AdjustSentence sentence) {
      return sentence.serials().stream()
          .filter(
              code ->
                  basket.changes().stream().anyMatch(one -> one.serial().equalsIgnoreCase(code)))
          .findFirst()
          .orElseThrow();
    }

    /** The lines are posted together. */
    @Override
    List<Evidence> carryOut(Command command, AdjustSentence sentence) {
      return List.of();
    }

    @Override
    void draw(SentenceDraft draft, AdjustSentence sentence) {
      Kind kind = basket.kind() == 0 ? null : kinds.kind(basket.kind());
      draft.goods(sentence.item(), sentence.quantity());
      draft.view.lot =
          sentence.needsLot() ? SentenceDraft.newLot(sentence.lot(), sentence.expiry()) : null;
      draft.view.needsSerials = sentence.needsSerials();
      draft.view.serials = sentence.serials();
      draft.view.place = draft.place(sentence.place());
      draft.view.load = draft.load(load(sentence));
      draft.view.condition = sentence.condition().filled().orElse(null);
      Optional<Long> item = sentence.item().filled();
      Optional<Long> place = sentence.place().filled();
      boolean known = item.isPresent() && place.isPresent();
      draft.view.conditions =
          !known
              ? List.of()
              : basket.way() == Way.IN
                  ? List.of(Condition.values())
                  : SentenceDraft.conditions(facts.stockIn(place.get()), item.get());
      draft.view.candidates = draft.candidates(sentence.candidates().stream());
      draft.view.adjusting =
          new FloorView.Adjusting(
              kind,
              basket.way(),
              kind == null ? choosable(actor(), said().site()) : List.of(),
              kind == null ? List.of() : further(kind),
              known ? sentence.book() : null,
              lines(),
              leftAt().orElse(null),
              posted);
    }

    private static MoveSentence.Load load(AdjustSentence sentence) {
      return new MoveSentence.Load(
          sentence.load(),
          !sentence.allOfLoad().isEmpty()
              ? MoveSentence.Load.Part.WHOLE
              : sentence.way() == Way.IN
                  ? MoveSentence.Load.Part.ONTO
                  : MoveSentence.Load.Part.OFF);
    }

    /** Further reasons that may be said with one. */
    private List<MovementKinds.Kind> further(MovementKinds.Kind kind) {
      return kind.purpose().severalReasons()
          ? choosable(actor(), said().site()).stream()
              .filter(one -> one.purpose() == kind.purpose() && one.id() != kind.id())
              .toList()
          : List.of();
    }

    private List<FloorView.BasketLine> lines() {
      List<FloorView.BasketLine> lines = new ArrayList<>();
      for (Change change : basket.changes()) {
        Catalog.Measured item = facts.item(change.item());
        lines.add(
            new FloorView.BasketLine(
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
                change.unitLoad() == 0 ? null : facts.load(change.unitLoad()),
                change.condition(),
                change.quantity()));
      }
      return lines;
    }

    // What is done by touch alone.

    /** Chooses why, and which way goods go; 0 to choose anew. */
    FloorView.Sentence choose(long kind, Way way) {
      if (!basket.changes().isEmpty()) {
        throw Problem.refused(
            "lines-left", "Post the adjustment lines, or remove them all, before you begin anew.");
      }
      if (kind != 0) {
        Kind chosen = kinds.kind(kind);
        checkWay(chosen, way);
        if (!chosen.onFloor() || !chosen.isOffered(actor(), said().site())) {
          throw Problem.refused("not-offered", "{0} is not offered here.", chosen.name());
        }
      }
      // Lines that were left behind elsewhere are not thrown away by looking in here.
      leftAt()
          .ifPresent(
              site -> {
                throw Problem.refused(
                    "basket-elsewhere",
                    "Your basket still waits at {0}. Post it there, or empty it.",
                    site);
              });
      keep(new Basket(said().site(), kind, way, List.of()));
      keep(said().with(dialogue().standing(said().evidence())));
      return view(Outcome.FILLED);
    }

    /** Changes a line; null takes it out. */
    FloorView.Sentence line(int line, Quantity quantity) {
      List<Change> all = new ArrayList<>(basket.changes());
      if (line < 1 || line > all.size()) {
        throw Problem.missing("adjustment line", line);
      }
      if (quantity == null) {
        all.remove(line - 1);
      } else {
        all.set(line - 1, changed(all.get(line - 1), quantity));
      }
      keep(basket.with(all));
      return view(Outcome.FILLED);
    }

    private Change changed(Change change, Quantity quantity) {
      if (!change.serial().isEmpty()) {
        throw Problem.refused(
            "serial-is-one", "A serial number is one piece. Take it out instead.");
      }
      try {
        if (basket.way() != Way.SET || !quantity.isZero()) {
          facts().measure(change.item()).check(quantity);
        }
      } catch (QuantityException fault) {
        throw Problem.invalid("quantity", fault);
      }
      return change.with(quantity);
    }

    /** Removes all lines and wipes the sentence. */
    FloorView.Sentence empty() {
      keep(Basket.empty(said().site()));
      keep(said().with(List.of()));
      return view(Outcome.FILLED);
    }

    /** Posts the lines as one document. */
    FloorView.Sentence post(Command command, BasketPostEntry telling) {
      if (basket.changes().isEmpty()) {
        throw Problem.refused("no-lines", "There are no adjustment lines yet.");
      }
      posted =
          adjusting.write(
              command,
              new Adjustment.Entry(
                  basket.kind(),
                  basket.way(),
                  telling.reasons(),
                  telling.note(),
                  telling.source(),
                  telling.replacing(),
                  telling.party(),
                  telling.due(),
                  telling.fields(),
                  telling.picture(),
                  null,
                  basket.changes().stream().map(change -> entry(change, facts())).toList()));
      keep(basket.with(List.of()));
      keep(said().with(List.of()));
      return view(Outcome.DONE);
    }

    /** The other site at which lines of this person wait. */
    private Optional<String> leftAt() {
      return baskets
          .elsewhere(actor().id(), said().site())
          .map(site -> house.places().site(site, actor()).name());
    }
  }

  private static void checkWay(Kind kind, Way way) {
    if (!kind.active() || !kind.direction().allows(way)) {
      throw Problem.refused("wrong-way", "{0} does not go that way.", kind.name());
    }
  }

  private List<Kind> choosable(Actor actor, long site) {
    return kinds.all().stream()
        .filter(kind -> kind.active() && kind.onFloor() && kind.isOffered(actor, site))
        // What comes back belongs to a loan, and is found by it.
        .filter(kind -> kind.purpose() != Purpose.LOAN || kind.direction() != Direction.IN)
        .toList();
  }

  private static Adjustment.LineEntry entry(Change change, StoredAdjustFacts facts) {
    var bin = facts.bin(change.place());
    return new Adjustment.LineEntry(
        facts.item(change.item()).code(),
        bin.siteCode() + "." + bin.address(),
        change.lot(),
        change.expiry(),
        change.serial(),
        change.unitLoad() == 0 ? null : facts.load(change.unitLoad()),
        change.condition(),
        change.quantity());
  }
}
