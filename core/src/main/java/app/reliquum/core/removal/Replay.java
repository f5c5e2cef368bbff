package app.reliquum.core.removal;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Plays the past of an item at a site over again, as if other rules had held.
 *
 * <p>What came in, and how much left on which day, is as it was. Which stock left is chosen by the
 * rules, and so what is moved, lost or found afterwards is what of it is still there.
 */
public final class Replay {

  private Replay() {}

  /** Something that happened. */
  public sealed interface Event {

    /** Goods came in; how much is what is free of the candidate. */
    record Came(Candidate goods) implements Event {}

    /** Goods went from one position to another. */
    record Moved(PositionKey from, Candidate to) implements Event {}

    /** Goods of one position were gone: thrown away, not found. */
    record Lost(PositionKey from, Quantity quantity) implements Event {}

    /** So much was asked for, to be good on a day. */
    record Asked(Quantity quantity, LocalDate needed) implements Event {}
  }

  /**
   * What came of it.
   *
   * @param taken how much left
   * @param missing how much was asked for and not found
   * @param expired how much lies there in the end that is past its last day
   * @param stops how many positions were gone to
   * @param splits how many times goods of several lots were given for what was asked for
   * @param remainders how many positions hold in the end less than is asked for at a time
   */
  public record Outcome(
      Quantity taken, Quantity missing, Quantity expired, int stops, int splits, int remainders) {

    /** Nothing has happened. */
    public static final Outcome NOTHING =
        new Outcome(Quantity.ZERO, Quantity.ZERO, Quantity.ZERO, 0, 0, 0);

    /** Both together. */
    public Outcome plus(Outcome other) {
      return new Outcome(
          taken.plus(other.taken),
          missing.plus(other.missing),
          expired.plus(other.expired),
          stops + other.stops,
          splits + other.splits,
          remainders + other.remainders);
    }
  }

  /**
   * Plays it.
   *
   * @param start what lay there at the beginning
   * @param events what happened, in its order
   * @param policy the rules that choose
   * @param pack how many base units make a full pack, zero for none
   * @param end the day on which it ends
   */
  public static Outcome play(
      List<Candidate> start, List<Event> events, Policy policy, Quantity pack, LocalDate end) {
    Run run = new Run(policy, pack);
    start.forEach(run::put);
    events.forEach(run::happens);
    return run.outcome(end);
  }

  private static final class Run {
    private final Policy policy;
    private final Quantity pack;
    private final Map<PositionKey, Candidate> stock = new LinkedHashMap<>();
    private Quantity taken = Quantity.ZERO;
    private Quantity missing = Quantity.ZERO;
    private int asked;
    private int stops;
    private int splits;

    Run(Policy policy, Quantity pack) {
      this.policy = policy;
      this.pack = pack;
    }

    void happens(Event event) {
      if (event instanceof Event.Came came) {
        put(came.goods());
      } else if (event instanceof Event.Lost lost) {
        take(lost.from(), lost.quantity());
      } else if (event instanceof Event.Moved moved) {
        Candidate source = stock.get(moved.from());
        Quantity there = take(moved.from(), moved.to().free());
        if (there.isPositive()) {
          put(moved.to().less(moved.to().free().minus(there)).since(source.inDate()));
        }
      } else if (event instanceof Event.Asked wanted) {
        ask(wanted);
      }
    }

    private void ask(Event.Asked wanted) {
      Removal.Plan plan =
          Removal.decide(
              Removal.Wanted.of(wanted.quantity(), wanted.needed()).inPacks(pack),
              policy,
              new ArrayList<>(stock.values()));
      asked++;
      missing = missing.plus(plan.missing());
      for (Removal.Choice choice : plan.taken()) {
        taken = taken.plus(choice.taken());
        stops++;
        take(choice.candidate().key(), choice.taken());
      }
      long lots = plan.taken().stream().map(one -> one.candidate().key().lot()).distinct().count();
      splits += lots > 1 ? 1 : 0;
    }

    void put(Candidate goods) {
      stock.merge(goods.key(), goods, (there, more) -> there.less(more.free().negated()));
    }

    /** Takes what of it is there. */
    private Quantity take(PositionKey key, Quantity quantity) {
      Candidate there = stock.get(key);
      if (there == null) {
        return Quantity.ZERO;
      }
      Quantity part = quantity.min(there.free());
      Candidate left = there.less(part);
      if (left.free().isPositive()) {
        stock.put(key, left);
      } else {
        stock.remove(key);
      }
      return part;
    }

    Outcome outcome(LocalDate end) {
      Quantity expired = Quantity.ZERO;
      int remainders = 0;
      for (Candidate one : stock.values()) {
        if (one.expiry() != null && one.expiry().isBefore(end)) {
          expired = expired.plus(one.free());
        }
        // Compared without a division: it times the number of askings with all that was asked for.
        Quantity scaled = one.free().times(Quantity.of(Math.max(1, asked)));
        boolean small = scaled.compareTo(taken.plus(missing)) < 0;
        remainders += one.pickable() && small ? 1 : 0;
      }
      return new Outcome(taken, missing, expired, stops, splits, remainders);
    }
  }
}
