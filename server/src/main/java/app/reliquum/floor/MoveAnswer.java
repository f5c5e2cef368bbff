package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.State;
import app.reliquum.places.Places;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What the Floor is told of a sentence that moves goods. */
final class MoveAnswer {

  private static final int MOST_CANDIDATES = 12;
  private static final int MOST_ELSEWHERE = 4;

  private final Verb verb;
  private final SentenceTable.Said said;
  private final FloorFacts facts;
  private final FloorWords words;
  private final FloorFacts.House house;

  MoveAnswer(
      Verb verb,
      SentenceTable.Said said,
      FloorFacts facts,
      FloorWords words,
      FloorFacts.House house) {
    this.verb = verb;
    this.said = said;
    this.facts = facts;
    this.words = words;
    this.house = house;
  }

  FloorView.Move view(
      Outcome outcome,
      MoveSentence sentence,
      List<FloorView.Choice> choices,
      FloorView.Refusal refusal,
      Long unordered,
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
        facts.origin().isPresent() || facts.destination().isPresent(),
        sentence.wanted(),
        sentence.whole(),
        sentence.ready(),
        !said.evidence().isEmpty(),
        said.evidence().isEmpty() && !said.lastDone().isEmpty(),
        objection(sentence).orElse(null),
        elsewhere(sentence),
        candidates(sentence),
        facts instanceof TransferFacts of ? of.shown() : null,
        choices,
        refusal,
        unordered,
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
        sentence.load().whole()
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
    if (id == 0 && sentence.load().whole()) {
      return new FloorView.Load(
          0,
          "",
          false,
          sentence.load().part(),
          sentence.source().stream().map(this::content).toList());
    }
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
