package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.PackBreakdown;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.floor.FloorView.State;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A sentence as it is being drawn for the Floor: every verb fills in the blanks that it has. */
final class SentenceDraft {
  private static final int MOST_CANDIDATES = 12;
  private final StoredFacts facts;

  /** Whether it is not told how much of an item is available. */
  boolean blind;

  /** The sentence as far as it is drawn. */
  final FloorView.Sentence view = new FloorView.Sentence();

  SentenceDraft(StoredFacts facts, Verb verb, FloorView.Outcome outcome) {
    this.facts = facts;
    view.site = facts.site();
    view.verb = verb;
    view.outcome = outcome;
  }

  // The parts of which sentences are made.

  /** The item, and how much of it: an amount is told in packs once the item is known. */
  void goods(Blank<Long> which, Blank<Quantity> howMuch) {
    view.item = item(which);
    Quantity value = howMuch.filled().orElse(null);
    boolean known = value != null && which.filled().isPresent();
    view.quantity =
        new FloorView.Amount(
            State.of(howMuch),
            why(howMuch),
            value,
            known ? packs(facts, which.filled().get(), value) : "");
  }

  private FloorView.Item item(Blank<Long> blank) {
    if (blank.filled().isEmpty()) {
      return FloorView.Item.NONE;
    }
    Catalog.Measured item = facts.item(blank.filled().get());
    return new FloorView.Item(
        State.of(blank),
        item.id(),
        item.code(),
        item.name(),
        item.unit().symbol(),
        item.decimals(),
        item.tracking(),
        facts.packs(item.id()).stream()
            .map(pack -> new FloorView.PackSize(pack.name(), pack.factor()))
            .toList(),
        blind ? null : facts.house.onHand().available(item.id(), facts.site()),
        facts.picture(item.id()).orElse(null),
        facts.house.places().shelfNote(item.id(), facts.site()));
  }

  /** "2 carton 3 box 4", or nothing where there are no packs in it. */
  static String packs(StoredFacts facts, long item, @Nullable Quantity quantity) {
    PackBreakdown broken = PackBreakdown.of(quantity, facts.packs(item));
    if (broken.parts().isEmpty()) {
      return "";
    }
    List<String> words = new ArrayList<>();
    broken.parts().forEach(part -> words.add(part.count() + " " + part.pack().name()));
    if (!broken.loose().isZero()) {
      words.add(broken.loose().toString());
    }
    return String.join(" ", words);
  }

  FloorView.Lot lot(Blank<Long> blank) {
    return blank
        .filled()
        .flatMap(facts::lot)
        .map(
            known ->
                new FloorView.Lot(
                    State.of(blank), why(blank), known.id(), known.code(), known.expiry()))
        .orElse(new FloorView.Lot(State.EMPTY, null, null, null, null));
  }

  /** A lot that goes by its number, and may be new. */
  static FloorView.Lot newLot(Blank<String> blank, @Nullable LocalDate expiry) {
    return new FloorView.Lot(
        State.of(blank), why(blank), null, blank.filled().orElse(null), expiry);
  }

  FloorView.Place place(Blank<Long> blank) {
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

  static FloorView.Text text(Blank<?> blank, @Nullable String value) {
    return new FloorView.Text(State.of(blank), value);
  }

  static Blank.@Nullable Why why(Blank<?> blank) {
    return blank instanceof Blank.Suggested<?> suggested ? suggested.why() : null;
  }

  FloorView.Content content(HeldPosition one) {
    Catalog.Measured of = facts.item(one.key().item());
    return new FloorView.Content(of.name(), lotCode(one.key()), one.quantity(), of.unit().symbol());
  }

  private @Nullable String lotCode(PositionKey key) {
    return key.lot() == 0 ? null : facts.lotCode(key.lot());
  }

  /** A unit load and what stands on it; null for none. */
  FloorView.@Nullable Load load(MoveSentence.Load load) {
    return load.unitLoad() == 0
        ? null
        : facts
            .card(load.unitLoad())
            .map(
                card ->
                    new FloorView.Load(
                        card.id(),
                        card.code(),
                        card.trolley(),
                        load.part(),
                        facts.stockOn(card.id()).stream().map(this::content).toList()))
            .orElse(null);
  }

  /** Stock that could be meant. */
  List<FloorView.Candidate> candidates(Stream<HeldPosition> stock) {
    return stock.limit(MOST_CANDIDATES).map(this::candidate).toList();
  }

  private FloorView.Candidate candidate(HeldPosition one) {
    PositionKey key = one.key();
    return new FloorView.Candidate(
        key.place(),
        facts.bin(key.place()).address(),
        key.lot(),
        key.serial() != 0 ? facts.serial(key.serial()) : lotCode(key),
        key.lot() == 0 ? null : facts.expiry(key.lot()).orElse(null),
        key.condition(),
        one.quantity());
  }

  /** The conditions in which an item lies in a bin. */
  static List<Condition> conditions(Collection<HeldPosition> there, long item) {
    return there.stream()
        .filter(one -> one.key().item() == item)
        .map(one -> one.key().condition())
        .distinct()
        .sorted()
        .toList();
  }
}
