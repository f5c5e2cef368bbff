package app.reliquum.core.trace;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.ledger.Decision;
import app.reliquum.core.ledger.Draft;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reversal;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;

/** A book in memory with documents, as a trace asks it. */
final class TracedBook implements TraceSource {

  static final long PLAIN = 1;
  static final long CORD = 2;
  static final long KIT = 3;
  static final long BAG = 4;
  static final long BEACON = 5;

  static final long SUPPLIER = 100;
  static final long CUSTOMER = 101;
  static final long SCRAPPED = 102;
  static final long USED_UP = 103;
  static final long COUNTED = 104;
  static final long ROAD = 105;

  private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
  private static final Map<Long, PlaceKind> KINDS =
      Map.of(
          SUPPLIER, PlaceKind.SUPPLIER,
          CUSTOMER, PlaceKind.CUSTOMER,
          SCRAPPED, PlaceKind.SCRAPPED,
          USED_UP, PlaceKind.USED_UP,
          COUNTED, PlaceKind.COUNT_DIFFERENCE,
          ROAD, PlaceKind.IN_TRANSIT);

  private final Book book = new Book(TracedBook::measure, TracedBook::kind);
  private final Map<Long, String> documents = new HashMap<>();
  private final Map<PositionKey, Quantity> spoilt = new HashMap<>();
  private final List<TraceLine> all = new ArrayList<>();
  private int told;
  private Set<Long> seen = Set.of();

  private static MeasureRule measure(long item) {
    Tracking tracking =
        item == PLAIN ? Tracking.NONE : item == BEACON ? Tracking.LOT_AND_SERIAL : Tracking.LOT;
    return new MeasureRule(UnitOfMeasure.PIECE, 0, tracking);
  }

  private static PlaceKind kind(long place) {
    return KINDS.getOrDefault(place, PlaceKind.BIN);
  }

  /** Moves goods; fails if the book refuses it. */
  long move(Goods goods, long from, long to, String quantity, String document) {
    long posting = tryToMove(goods, Spot.in(from), Spot.in(to), Quantity.of(quantity), document);
    if (posting == 0) {
      throw new AssertionError("refused");
    }
    return posting;
  }

  /** Moves goods; 0 if the book refuses it. */
  long tryToMove(Goods goods, Spot from, Spot to, Quantity quantity, String document) {
    return written(
        book.post(
            UUID.randomUUID(),
            now(),
            new Draft(LocalDate.of(2026, 3, 2), List.of(new Line(goods, from, to, quantity)))),
        document);
  }

  /** Takes a posting back; 0 if that is refused. */
  long reverse(long posting) {
    try {
      return written(
          book.reverse(UUID.randomUUID(), now(), posting), documents.getOrDefault(posting, ""));
    } catch (Reversal.NotReversible twice) {
      return 0;
    }
  }

  private long written(Decision decision, String document) {
    if (decision instanceof Decision.Refused) {
      return 0;
    }
    long number = book.entries().size();
    documents.put(number, document);
    return number;
  }

  private Instant now() {
    return START.plusSeconds(60L * book.entries().size());
  }

  /** From now on a position is kept otherwise than the book has it. */
  void spoil(PositionKey key, Quantity kept) {
    spoilt.put(key, kept);
  }

  /** From now on only this place is seen. */
  void see(long place) {
    seen = Set.of(place);
  }

  Book book() {
    return book;
  }

  @Override
  public List<TraceLine> linesOf(Set<TracedGoods> goods) {
    return all().stream()
        .filter(line -> line.from().within() || line.to().within())
        .filter(line -> goods.stream().anyMatch(one -> one.covers(line.goods())))
        .toList();
  }

  @Override
  public List<TraceLine> linesOfJobs(Set<String> numbers) {
    return all().stream()
        .filter(line -> numbers.contains(line.document()))
        .filter(
            line ->
                line.from().kind() == PlaceKind.USED_UP || line.to().kind() == PlaceKind.USED_UP)
        .toList();
  }

  @Override
  public Map<PositionKey, Quantity> held(Set<TracedGoods> goods) {
    Map<PositionKey, Quantity> held = new TreeMap<>();
    book.positions().forEach((key, holding) -> held.put(key, holding.quantity()));
    held.putAll(spoilt);
    Set<PositionKey> others = new HashSet<>(held.keySet());
    others.removeIf(
        key -> within(key.place()) && goods.stream().anyMatch(one -> one.covers(key.goods())));
    held.keySet().removeAll(others);
    return held;
  }

  private boolean within(long place) {
    return seen.isEmpty() ? kind(place).ours() : seen.contains(place);
  }

  private TraceEnd end(Spot spot) {
    return new TraceEnd(spot, kind(spot.place()), within(spot.place()));
  }

  /** Every line, also of what was written since it was last asked. */
  private List<TraceLine> all() {
    for (Book.Entry entry : book.entries().subList(told, book.entries().size())) {
      int number = 0;
      for (Line line : entry.draft().lines()) {
        all.add(
            new TraceLine(
                entry.number(),
                number++,
                entry.effective(),
                documents.getOrDefault(entry.number(), ""),
                line.goods(),
                end(line.from()),
                end(line.to()),
                line.quantity()));
      }
    }
    told = book.entries().size();
    return all;
  }
}
