package app.reliquum.stock;

import app.reliquum.api.Problem;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.places.Places;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps stock for documents: what is reserved, and what has been picked and waits to leave. Within
 * the transaction of whoever asks.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class Reserving {

  private final ReservationTable table;
  private final PositionTable positions;
  private final Places places;

  Reserving(ReservationTable table, PositionTable positions, Places places) {
    this.table = table;
    this.positions = positions;
    this.places = places;
  }

  /**
   * A reservation.
   *
   * @param pickedFrom the bin that it was picked from, 0 if it is not picked or stays where it was
   */
  public record Kept(Reservation reservation, long pickedFrom) {

    /** Whether it is of these goods, wherever they lie. */
    public boolean isOf(long item, int line) {
      return reservation.key().item() == item && reservation.line() == line;
    }
  }

  /** Everything that is kept for a document, oldest first. */
  @Transactional(readOnly = true)
  public List<Kept> of(String document) {
    return table.of(document);
  }

  /** The same, as people call it: what is still to be picked first, in walking order. */
  @Transactional(readOnly = true)
  public List<ReservedGoods> goods(String document) {
    return table.goods(document);
  }

  /**
   * Everything that is kept for a document, and stays as it is until the transaction ends. Whoever
   * changes what is kept reads it by this: goods may be moved meanwhile, and what is reserved of
   * them goes along.
   */
  public List<Kept> hold(String document) {
    return hold(document, Set.of());
  }

  /**
   * The same, with positions that goods are taken from or put to next: all are locked together, in
   * the order of their keys.
   */
  public List<Kept> hold(String document, Collection<PositionKey> also) {
    List<Kept> found = table.of(document);
    while (true) {
      TreeSet<PositionKey> keys = new TreeSet<>(also);
      found.forEach(one -> keys.add(one.reservation().key()));
      positions.lock(List.copyOf(keys));
      List<Kept> held = table.of(document);
      if (held.equals(found)) {
        return held;
      }
      found = held;
    }
  }

  /** Everything that is kept of some positions, for whatever document. */
  @Transactional(readOnly = true)
  public List<Reservation> at(Collection<PositionKey> keys) {
    return table.at(keys);
  }

  /**
   * Something that a document asks for.
   *
   * @param policy the rules that choose
   * @param not positions that are left alone, whatever the book has there
   */
  public record Ask(
      int line, long item, Removal.Wanted what, @Nullable Policy policy, Set<PositionKey> not) {

    public Ask(int line, long item, Removal.Wanted what, @Nullable Policy policy) {
      this(line, item, what, policy, Set.of());
    }
  }

  /**
   * Reserves what the removal rules choose, as far as there is enough.
   *
   * @return what was chosen for each thing that was asked for, in their order
   */
  public List<Removal.Plan> reserve(String document, long site, List<Ask> asks) {
    if (asks.isEmpty()) {
      return List.of();
    }
    Map<Long, List<Candidate>> byItem =
        positions
            .lockCandidates(asks.stream().map(Ask::item).collect(Collectors.toSet()), site)
            .stream()
            .collect(Collectors.groupingBy(one -> one.key().item()));
    List<Removal.Plan> plans = new ArrayList<>();
    List<Reservation> added = new ArrayList<>();
    Map<PositionKey, Quantity> more = new TreeMap<>();
    for (Ask ask : asks) {
      List<Candidate> candidates =
          byItem.getOrDefault(ask.item(), List.of()).stream()
              .filter(one -> !ask.not().contains(one.key()))
              .map(one -> one.less(more.getOrDefault(one.key(), Quantity.ZERO)))
              .toList();
      Removal.Plan plan = Removal.decide(ask.what(), ask.policy(), candidates);
      for (Removal.Choice choice : plan.taken()) {
        PositionKey key = choice.candidate().key();
        added.add(new Reservation(0, document, ask.line(), key, choice.taken(), false));
        more.merge(key, choice.taken(), Quantity::plus);
      }
      plans.add(plan);
    }
    table.add(added);
    apply(more);
    return plans;
  }

  /** What there is of an item at a site, as removal rules see it. Locks nothing. */
  @Transactional(readOnly = true)
  public List<Candidate> candidates(long item, long site) {
    return candidates(List.of(item), site);
  }

  /** The same of several items. */
  @Transactional(readOnly = true)
  public List<Candidate> candidates(Collection<Long> items, long site) {
    return positions.candidates(items, site);
  }

  /**
   * Keeps goods that have just been picked and put down, so that only their document takes them.
   */
  public void picked(String document, int line, PositionKey key, Quantity quantity, long from) {
    positions.lock(List.of(key));
    table.add(new Reservation(0, document, line, key, quantity, true), from);
    apply(Map.of(key, quantity));
  }

  /**
   * Marks goods as picked that stay where they are.
   *
   * @return how much of it nobody else has reserved; if that is less than asked, nothing is done
   */
  public Quantity pickInPlace(String document, int line, PositionKey key, Quantity quantity) {
    PositionTable.Locked locked = positions.lock(List.of(key));
    List<Reservation> there = table.at(List.of(key));
    Quantity others = sum(there, one -> !one.document().equals(document) || one.picked());
    Quantity free = locked.held(key).quantity().minus(others);
    if (free.compareTo(quantity) < 0) {
      return free;
    }
    Quantity rest = quantity;
    for (Reservation one : there) {
      if (one.document().equals(document) && !one.picked()) {
        Quantity part = rest.min(one.quantity());
        table.change(less(one, part));
        rest = rest.minus(part);
      }
    }
    table.add(new Reservation(0, document, line, key, quantity, true), key.place());
    apply(Map.of(key, rest));
    return free;
  }

  /** Ends reservations of a document. */
  public void release(String document, Predicate<Reservation> which) {
    List<Reservation> ended = hold(document).stream().map(Kept::reservation).filter(which).toList();
    Map<PositionKey, Quantity> less = new TreeMap<>();
    for (Reservation one : ended) {
      table.change(less(one, one.quantity()));
      less.merge(one.key(), one.quantity().negated(), Quantity::plus);
    }
    apply(less);
  }

  /**
   * Frees goods that are reserved for a document and not picked yet.
   *
   * @param reservation the number of the reservation
   * @param part how much of it; null for all
   * @return what was freed
   * @throws Problem if there is no such reservation, it is picked, or it is not of so much
   */
  public Reservation free(String document, long reservation, @Nullable Quantity part) {
    Reservation one =
        hold(document).stream()
            .map(Kept::reservation)
            .filter(kept -> kept.id() == reservation)
            .findFirst()
            .orElseThrow(() -> Problem.missing("reservation", reservation));
    if (one.picked()) {
      throw Problem.refused(
          "picked", "It is picked for {0} already. Put it back from there.", document);
    }
    Quantity freed = part == null ? one.quantity() : part;
    if (!freed.isPositive() || freed.compareTo(one.quantity()) > 0) {
      throw Problem.invalid(
          "quantity", "At most {0} of this reservation can be freed.", one.quantity());
    }
    release(one, freed);
    return new Reservation(one.id(), document, one.line(), one.key(), freed, false);
  }

  /** Ends a part of a reservation that is held. */
  public void release(Reservation one, Quantity part) {
    table.change(less(one, part));
    apply(Map.of(one.key(), part.negated()));
  }

  /** Turns what was picked, stays in its place and is held back into what is reserved. */
  public void unpick(Reservation one) {
    table.change(less(one, one.quantity()));
    table.add(new Reservation(0, one.document(), one.line(), one.key(), one.quantity(), false), 0);
  }

  /** Keeps some of a position that is free. */
  public void keep(String document, int line, PositionKey key, Quantity quantity) {
    positions.lock(List.of(key));
    table.add(new Reservation(0, document, line, key, quantity, false), 0);
    apply(Map.of(key, quantity));
  }

  private static Reservation less(Reservation one, Quantity part) {
    return new Reservation(
        one.id(), one.document(), one.line(), one.key(), one.quantity().minus(part), one.picked());
  }

  private static Quantity sum(List<Reservation> all, Predicate<Reservation> which) {
    return all.stream()
        .filter(which)
        .map(Reservation::quantity)
        .reduce(Quantity.ZERO, Quantity::plus);
  }

  private void apply(Map<PositionKey, Quantity> more) {
    List<Map.Entry<PositionKey, Quantity>> entries = new ArrayList<>(more.entrySet());
    entries.removeIf(entry -> entry.getValue().isZero());
    entries.sort(Map.Entry.comparingByKey(Comparator.naturalOrder()));
    if (!entries.isEmpty()) {
      Map<Long, Places.LedgerPlace> named =
          places
              .forLedger(more.keySet().stream().map(PositionKey::place).collect(Collectors.toSet()))
              .stream()
              .collect(Collectors.toMap(Places.LedgerPlace::id, Function.identity()));
      positions.reserve(entries, named);
    }
  }
}
