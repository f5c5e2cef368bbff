package app.reliquum.core.ledger;

import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.LongFunction;

/**
 * A whole ledger in memory: append-only postings, the positions that follow from them, and the
 * promise that a command is done once.
 *
 * <p>It is the measure that a stored ledger is held against, and serves where a book is small and
 * one thread writes it. Not safe for use by several threads.
 */
public final class Book {

  /**
   * A posting that has been written.
   *
   * @param number its number in the book, from 1
   * @param command the command that asked for it
   * @param effective when it happened
   * @param draft its lines
   * @param reverses the number of the posting that it reverses, 0 for none
   */
  public record Entry(long number, UUID command, Instant effective, Draft draft, long reverses) {}

  /**
   * A position whose kept figure is not what the ledger says.
   *
   * @param key the position
   * @param kept what was kept
   * @param recomputed what the lines add up to
   */
  public record Difference(PositionKey key, Quantity kept, Quantity recomputed) {}

  private final LongFunction<MeasureRule> measures;
  private final LongFunction<PlaceKind> kinds;
  private final List<Entry> entries = new ArrayList<>();
  private final Map<UUID, Entry> byCommand = new HashMap<>();
  private final Set<Long> reversed = new HashSet<>();
  private final SortedMap<PositionKey, Holding> positions = new TreeMap<>();

  /**
   * An empty book.
   *
   * @param measures the quantities that an item allows, by its number
   * @param kinds what a place is, by its number
   */
  public Book(LongFunction<MeasureRule> measures, LongFunction<PlaceKind> kinds) {
    this.measures = measures;
    this.kinds = kinds;
  }

  /** Writes a posting, or refuses it whole. A command that has been done before changes nothing. */
  public Decision post(UUID command, Instant effective, Draft draft) {
    return post(command, effective, draft, 0);
  }

  /**
   * Reverses a posting.
   *
   * @param number the posting's number in the book
   * @throws Reversal.NotReversible if it is a reversal, or has been reversed by another command
   * @throws IllegalArgumentException if there is no such posting
   */
  public Decision reverse(UUID command, Instant effective, long number) {
    if (byCommand.containsKey(command)) {
      return new Decision.Accepted(List.of());
    }
    if (number < 1 || number > entries.size()) {
      throw new InvalidValueException("There is no posting {0}.", number);
    }
    Entry entry = entries.get((int) number - 1);
    List<Line> back =
        Reversal.of(entry.draft().lines(), entry.reverses() != 0, reversed.contains(number));
    return post(command, effective, new Draft(entry.draft().day(), back), number);
  }

  private Decision post(UUID command, Instant effective, Draft draft, long reverses) {
    if (byCommand.containsKey(command)) {
      return new Decision.Accepted(List.of());
    }
    Decision decision = BalanceRules.decide(draft, facts());
    if (decision instanceof Decision.Accepted accepted) {
      Entry entry = new Entry(entries.size() + 1L, command, effective, draft, reverses);
      entries.add(entry);
      byCommand.put(command, entry);
      if (reverses != 0) {
        reversed.add(reverses);
      }
      for (Decision.Change change : accepted.changes()) {
        if (change.after().quantity().isZero()) {
          positions.remove(change.key());
        } else {
          positions.put(change.key(), change.after());
        }
      }
    }
    return decision;
  }

  /** Everything that has been written, in the order of writing. */
  public List<Entry> entries() {
    return Collections.unmodifiableList(entries);
  }

  /** What was written for a command, if it was. */
  public Optional<Entry> entry(UUID command) {
    return Optional.ofNullable(byCommand.get(command));
  }

  /** The positions that hold something. */
  public SortedMap<PositionKey, Holding> positions() {
    return Collections.unmodifiableSortedMap(positions);
  }

  /** What the positions of ours held at a past moment, that moment included. */
  public SortedMap<PositionKey, Quantity> asOf(Instant moment) {
    return replay(
        entries.stream()
            .filter(entry -> !entry.effective().isAfter(moment))
            .flatMap(entry -> entry.draft().lines().stream())
            .toList(),
        kinds);
  }

  /** The balance of every place for an item, contra places included. Their sum is zero. */
  public Map<Long, Quantity> balances(long item) {
    Map<Long, Quantity> balances = new HashMap<>();
    for (Entry entry : entries) {
      for (Line line : entry.draft().lines()) {
        if (line.goods().item() == item) {
          balances.merge(line.from().place(), line.quantity().negated(), Quantity::plus);
          balances.merge(line.to().place(), line.quantity(), Quantity::plus);
        }
      }
    }
    return balances;
  }

  /** Where kept positions are not what the ledger adds up to; empty when all is well. */
  public List<Difference> check() {
    SortedMap<PositionKey, Quantity> recomputed =
        replay(entries.stream().flatMap(entry -> entry.draft().lines().stream()).toList(), kinds);
    TreeMap<PositionKey, Quantity> keys = new TreeMap<>(recomputed);
    positions.forEach((key, holding) -> keys.putIfAbsent(key, Quantity.ZERO));
    List<Difference> differences = new ArrayList<>();
    keys.forEach(
        (key, expected) -> {
          Quantity kept = positions.getOrDefault(key, Holding.EMPTY).quantity();
          if (!kept.equals(expected)) {
            differences.add(new Difference(key, kept, expected));
          }
        });
    return differences;
  }

  private static SortedMap<PositionKey, Quantity> replay(
      List<Line> lines, LongFunction<PlaceKind> kinds) {
    TreeMap<PositionKey, Quantity> sums = new TreeMap<>();
    for (Line line : lines) {
      if (kinds.apply(line.from().place()).ours()) {
        sums.merge(line.taken(), line.quantity().negated(), Quantity::plus);
      }
      if (kinds.apply(line.to().place()).ours()) {
        sums.merge(line.put(), line.quantity(), Quantity::plus);
      }
    }
    sums.values().removeIf(Quantity::isZero);
    return sums;
  }

  private LedgerFacts facts() {
    return new LedgerFacts() {
      @Override
      public MeasureRule measure(long item) {
        return measures.apply(item);
      }

      @Override
      public PlaceKind kind(long place) {
        return kinds.apply(place);
      }

      @Override
      public Holding holding(PositionKey key) {
        return positions.getOrDefault(key, Holding.EMPTY);
      }

      @Override
      public boolean inHouse(long serial) {
        return positions.keySet().stream().anyMatch(key -> key.serial() == serial);
      }
    };
  }
}
