package app.reliquum.core.ledger;

import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * What becomes of reservations when goods move.
 *
 * <p>At no time is more of a position reserved than it holds. Goods that nobody has reserved are
 * taken first, except by the document that they are kept for, which takes its own first.
 */
public final class Reservations {

  private Reservations() {}

  /** What a posting may do with goods that are reserved. */
  public enum Use {
    /**
     * They move within the site, and the reservation goes along; unless they get another condition
     * there, as in a scrap place: then what was kept is free again.
     */
    CARRY,
    /** They are picked for a document and put elsewhere; only its own reservation goes along. */
    CARRY_OWN,
    /** They are picked for a document, which uses what is reserved for it. */
    TAKE,
    /** They leave on a document, which uses what was picked for it. */
    LEAVE,
    /** They are gone whatever was planned: a count or a reversal says so. */
    YIELD
  }

  /** What becomes of the reservations. */
  public sealed interface Outcome {

    /**
     * The goods may go.
     *
     * @param changed every reservation that is now another: those with a number to be changed, or
     *     ended if nothing is left; those without to be added
     */
    record Kept(List<Reservation> changed) implements Outcome {
      public Kept {
        changed = List.copyOf(changed);
      }
    }

    /**
     * They may not.
     *
     * @param key the position
     * @param free how much of it may be taken
     * @param document one of the documents that the rest is kept for
     */
    record Refused(PositionKey key, Quantity free, String document) implements Outcome {}
  }

  /**
   * Works out what becomes of reservations.
   *
   * @param lines the lines, which have been found to leave no position below zero
   * @param held what each position holds before
   * @param reserved every reservation of the positions that the lines take from
   * @param use what the lines may do with reserved goods
   * @param document the document that they belong to; null for none
   * @param documentLine its line, whose reservations are used before those of its other lines; null
   *     for none
   */
  public static Outcome decide(
      List<Line> lines,
      Function<PositionKey, Quantity> held,
      List<Reservation> reserved,
      Use use,
      String document,
      Integer documentLine) {
    Run run = new Run(held, reserved, use, document, documentLine);
    for (Line line : lines) {
      Outcome.Refused refused = run.take(line);
      if (refused != null) {
        return refused;
      }
    }
    return new Outcome.Kept(run.changed());
  }

  private static final class Run {
    private final Function<PositionKey, Quantity> held;
    private final Map<PositionKey, Quantity> balances = new HashMap<>();
    private final List<Reservation> before;
    private final List<Reservation> now;
    private final Use use;
    private final String document;

    Run(
        Function<PositionKey, Quantity> held,
        List<Reservation> reserved,
        Use use,
        String document,
        Integer documentLine) {
      this.held = held;
      this.before = List.copyOf(reserved);
      this.now = new ArrayList<>(reserved);
      Comparator<Reservation> untouchedFirst = Comparator.comparing(Reservation::picked);
      boolean pickedFirst = use == Use.LEAVE || use == Use.CARRY_OWN;
      this.now.sort(
          (pickedFirst ? untouchedFirst.reversed() : untouchedFirst)
              .thenComparing(one -> documentLine == null || one.line() != documentLine)
              .thenComparing(Reservation::id, Comparator.reverseOrder()));
      this.use = use;
      this.document = document;
    }

    Outcome.Refused take(Line line) {
      PositionKey key = line.taken();
      Quantity rest = line.quantity();
      boolean ofDocument = use == Use.TAKE || use == Use.LEAVE || use == Use.CARRY_OWN;
      if (ofDocument) {
        rest =
            use(
                line,
                rest,
                one -> one.document().equals(document) && (use != Use.TAKE || !one.picked()));
      }
      Quantity free = free(key, line.quantity().minus(rest));
      Quantity ofOthers = rest.minus(rest.min(free));
      if (ofOthers.isPositive()) {
        if (ofDocument) {
          Quantity most = line.quantity().minus(ofOthers);
          return new Outcome.Refused(key, most, keptFor(key));
        }
        use(line, ofOthers, one -> true);
      }
      balances.put(key, balance(key).minus(line.quantity()));
      balances.put(line.put(), balance(line.put()).plus(line.quantity()));
      return null;
    }

    private Quantity balance(PositionKey key) {
      return balances.computeIfAbsent(key, held);
    }

    /** What is not reserved, apart from what this line has used of its own reservations. */
    private Quantity free(PositionKey key, Quantity used) {
      Quantity free = balance(key).minus(used);
      for (Reservation one : now) {
        free = one.key().equals(key) ? free.minus(one.quantity()) : free;
      }
      return free.isNegative() ? Quantity.ZERO : free;
    }

    private String keptFor(PositionKey key) {
      return now.stream()
          .filter(one -> one.key().equals(key) && one.quantity().isPositive())
          .findFirst()
          .map(Reservation::document)
          .orElse("");
    }

    /** Uses reservations of a position up, or takes them along; says what was not found there. */
    private Quantity use(Line line, Quantity wanted, Predicate<Reservation> which) {
      Quantity rest = wanted;
      List<Reservation> carried = new ArrayList<>();
      for (int i = 0; i < now.size() && rest.isPositive(); i++) {
        Reservation one = now.get(i);
        if (one.key().equals(line.taken()) && which.test(one)) {
          Quantity part = rest.min(one.quantity());
          now.set(i, one.with(one.quantity().minus(part)));
          rest = rest.minus(part);
          boolean along =
              use == Use.CARRY_OWN
                  || use == Use.CARRY && line.from().condition() == line.to().condition();
          if (along && part.isPositive()) {
            carried.add(
                new Reservation(0, one.document(), one.line(), line.put(), part, one.picked()));
          }
        }
      }
      now.addAll(carried);
      return rest;
    }

    List<Reservation> changed() {
      return now.stream()
          .filter(one -> one.id() == 0 ? one.quantity().isPositive() : !before.contains(one))
          .toList();
    }
  }
}
