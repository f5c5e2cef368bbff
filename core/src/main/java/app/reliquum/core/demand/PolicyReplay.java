package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What would have come of a policy, had it held while past demand came in. The same policy, demand
 * and terms give the same course.
 *
 * <p>Each working day begins with what comes on it. What waits is served first, then what the day
 * asks for; what is not there waits. At the day's end the policy is asked, and what it orders comes
 * after the lead time.
 *
 * @param course how each day ended, oldest first
 * @param fillRate the share of demand that was served from stock at once, between 0 and 1; 1 where
 *     nothing was asked for
 * @param daysWithout days that ended with nothing in stock
 * @param meanStock the mean of what was in stock at the end of a day, in the item's unit
 * @param orders how many times something was ordered
 */
public record PolicyReplay(
    List<Day> course, double fillRate, int daysWithout, double meanStock, int orders) {

  /**
   * How a day ended, in the item's unit.
   *
   * @param stock what was there
   * @param waiting what was asked for and not there
   * @param ordered what was ordered at its end
   */
  public record Day(LocalDate day, Quantity stock, Quantity waiting, Quantity ordered) {}

  /**
   * What a replay begins with.
   *
   * @param stock what was there before the first day
   * @param leadDays working days from ordering to having; what is ordered at the end of a day comes
   *     on the next one at the earliest
   */
  public record Start(Quantity stock, SupplyTerms terms, int leadDays) {}

  /**
   * Replays a policy.
   *
   * @param demand what was asked for; a day on which it was out of stock counts with what was used.
   *     A day on which more was taken back than used asks for nothing and brings that in
   */
  public static PolicyReplay of(ReplenishmentPolicy policy, DemandHistory demand, Start start) {
    return new Playing(policy, start).play(demand.days());
  }

  /** The course while it is played. */
  private static final class Playing {
    private final ReplenishmentPolicy policy;
    private final Start start;
    private final Map<Integer, Quantity> due = new HashMap<>();
    private final List<Day> course = new ArrayList<>();
    private Quantity stock;
    private Quantity waiting = Quantity.ZERO;
    private Quantity coming = Quantity.ZERO;
    private Quantity asked = Quantity.ZERO;
    private Quantity served = Quantity.ZERO;

    Playing(ReplenishmentPolicy policy, Start start) {
      this.policy = policy;
      this.start = start;
      this.stock = start.stock();
    }

    PolicyReplay play(List<DemandHistory.Day> days) {
      for (int i = 0; i < days.size(); i++) {
        receive(i);
        ask(days.get(i).demanded());
        course.add(new Day(days.get(i).day(), stock, waiting, order(i)));
      }
      return result();
    }

    private void receive(int day) {
      Quantity comes = due.getOrDefault(day, Quantity.ZERO);
      coming = coming.minus(comes);
      stock = stock.plus(comes);
      Quantity late = waiting.min(stock);
      stock = stock.minus(late);
      waiting = waiting.minus(late);
    }

    private void ask(Quantity wanted) {
      if (wanted.isNegative()) {
        stock = stock.minus(wanted);
        return;
      }
      Quantity atOnce = wanted.min(stock);
      asked = asked.plus(wanted);
      served = served.plus(atOnce);
      stock = stock.minus(atOnce);
      waiting = waiting.plus(wanted.minus(atOnce));
    }

    private Quantity order(int day) {
      StockPosition position = new StockPosition(stock, coming, waiting);
      Quantity ordered = policy.toOrder(position, start.terms());
      if (ordered.isPositive()) {
        coming = coming.plus(ordered);
        due.merge(day + Math.max(1, start.leadDays()), ordered, Quantity::plus);
      }
      return ordered;
    }

    private PolicyReplay result() {
      double fillRate =
          asked.isZero() ? 1 : served.amount().doubleValue() / asked.amount().doubleValue();
      BigDecimal sum =
          course.stream().map(day -> day.stock().amount()).reduce(BigDecimal.ZERO, BigDecimal::add);
      return new PolicyReplay(
          List.copyOf(course),
          fillRate,
          (int) course.stream().filter(day -> day.stock().isZero()).count(),
          course.isEmpty() ? 0 : sum.doubleValue() / course.size(),
          (int) course.stream().filter(day -> day.ordered().isPositive()).count());
    }
  }
}
