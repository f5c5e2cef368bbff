package app.reliquum.core.demand;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * One look at an item at a site: whether more of it is to come, how much, and every figure that was
 * used, so that a person can be told why.
 *
 * @param rule by what it was looked at
 * @param finding what came of it
 * @param pattern how regularly it is asked for
 * @param worked the re-order point as demand and lead time have it, also where another is fixed
 * @param policy the rule with every figure filled in
 * @param point at or below which more is ordered; nothing where there is no point
 * @param upTo up to which is ordered; nothing where there is no level
 * @param safetyStock what is kept for more than the usual, in the item's unit; not negative
 * @param quantity what one order is for, and why
 * @param position what is there and coming, without what is promised until the next order can come
 * @param needed how much is missing, in any quantity; nothing where there is enough
 * @param toOrder the same, as the supplier sells it
 * @param projection the course that stock will take
 */
public record Review(
    ReplenishmentRule rule,
    Finding finding,
    DemandPattern pattern,
    ReorderPoint worked,
    ReplenishmentPolicy policy,
    Optional<Quantity> point,
    Optional<Quantity> upTo,
    double safetyStock,
    OrderQuantity quantity,
    StockPosition position,
    Quantity needed,
    Quantity toOrder,
    Projection projection) {

  /** What came of a look. */
  public enum Finding {
    /** More is to be ordered. */
    ORDER,
    /** There is enough, or it is coming. */
    ENOUGH,
    /** At the point, but what could be ordered would expire before it is used. */
    WOULD_EXPIRE,
    /** Nobody wants to be told. */
    NO_POLICY
  }

  /**
   * What is known of an item at a site.
   *
   * @param history what was asked for on the working days of the rule's window
   * @param lead how long an order takes
   * @param terms in which quantities the supplier sells it
   * @param unitCost what one costs, in the money of the house; zero where nobody knows
   * @param shelfLife days from receipt to expiry; none where it does not expire
   * @param free goods that are good or wait to be inspected, and not reserved
   * @param due what is coming, by its day
   * @param requested approved and not ordered yet
   * @param asked what is asked for and not reserved, by the day it is needed
   * @param reserved what lies there and is reserved, by the day it is needed; it is neither free
   *     nor asked for any more, and goes all the same
   * @param decimals those of the item
   * @param today the day at the site
   * @param working the days on which the site works
   */
  public record Facts(
      DemandHistory history,
      LeadTime lead,
      SupplyTerms terms,
      double unitCost,
      Optional<Integer> shelfLife,
      Quantity free,
      Map<LocalDate, Quantity> due,
      Quantity requested,
      Map<LocalDate, Quantity> asked,
      Map<LocalDate, Quantity> reserved,
      int decimals,
      LocalDate today,
      WorkingDays working) {}

  /**
   * Whether stock runs out before another order could come, though something is on its way: then it
   * does not help to order, but someone may hurry what is coming.
   *
   * @param facts what was looked at
   */
  public boolean comesTooLate(Facts facts) {
    LocalDate soonest =
        facts.working().plus(facts.today(), (int) Math.ceil(facts.lead().mean()) + rule.review());
    return position.coming().isPositive()
        && projection.runsOut().filter(day -> !day.isAfter(soonest)).isPresent();
  }

  /** So many days are looked ahead. */
  public static final int AHEAD = 120;

  private static final int YEAR = 365;

  /**
   * Looks at an item.
   *
   * @throws IllegalArgumentException if the rule's figures can't stand together, such as a fixed
   *     level below the point that was worked out
   */
  public static Review of(ReplenishmentRule rule, Facts facts) {
    DemandPattern pattern = DemandPattern.of(facts.history());
    double perDay = Math.max(0, pattern.perDay());
    ReorderPoint worked =
        ReorderPoint.of(
            perDay,
            facts.history().deviation(),
            facts.lead(),
            rule.review(),
            rule.service(),
            facts.decimals());
    Optional<Quantity> point =
        rule.kind().hasPoint()
            ? rule.point().or(() -> Optional.of(worked.point()))
            : Optional.empty();
    double safety =
        point.map(one -> Math.max(0, one.amount().doubleValue() - worked.expected())).orElse(0.0);
    StockPosition position = position(rule, facts);
    double economic = economic(rule, facts, worked);
    ReplenishmentPolicy policy = policy(rule, facts, point, economic);
    OrderQuantity quantity = quantity(policy, facts, perDay, position);
    boolean below = point.map(position::isAtOrBelow).orElse(false) || isShort(policy, position);
    Quantity toOrder = below ? quantity.quantity() : Quantity.ZERO;
    return new Review(
        rule,
        finding(rule, below, toOrder),
        pattern,
        worked,
        policy,
        point,
        policy instanceof ReplenishmentPolicy.PointAndUpTo level
            ? Optional.of(level.upTo())
            : Optional.empty(),
        safety,
        quantity,
        position,
        below
            ? quantity(policy, in(facts, SupplyTerms.ANY), perDay, position).quantity()
            : Quantity.ZERO,
        toOrder,
        project(facts, perDay, safety));
  }

  /** What is there and coming, without what is promised until the next order can have come. */
  private static StockPosition position(ReplenishmentRule rule, Facts facts) {
    int days = (int) Math.ceil(facts.lead().mean()) + rule.review();
    LocalDate horizon = facts.working().plus(facts.today(), days);
    return new StockPosition(
        facts.free(),
        sum(facts.due()).plus(facts.requested()),
        facts.asked().entrySet().stream()
            .filter(one -> !one.getKey().isAfter(horizon))
            .map(Map.Entry::getValue)
            .reduce(Quantity.ZERO, Quantity::plus));
  }

  private static Quantity sum(Map<LocalDate, Quantity> quantities) {
    return quantities.values().stream().reduce(Quantity.ZERO, Quantity::plus);
  }

  /**
   * What an order is best for. Where nobody knows what the item costs, what will be used until the
   * next order can have come.
   */
  private static double economic(ReplenishmentRule rule, Facts facts, ReorderPoint worked) {
    double holding = facts.unitCost() * rule.holdingRate();
    LocalDate yearAgo = facts.today().minusDays(YEAR);
    double workingDays = facts.working().between(yearAgo, facts.today());
    double economic =
        holding > 0
            ? OrderQuantity.economic(worked.perDay() * workingDays, rule.orderCost(), holding)
            : worked.expected();
    double least = BigDecimal.ONE.movePointLeft(facts.decimals()).doubleValue();
    return Math.max(economic, least);
  }

  private static ReplenishmentPolicy policy(
      ReplenishmentRule rule, Facts facts, Optional<Quantity> point, double economic) {
    Quantity best = ReorderPoint.roundedUp(economic, facts.decimals());
    return switch (rule.kind()) {
      case POINT_AND_QUANTITY ->
          new ReplenishmentPolicy.PointAndQuantity(
              point.orElseThrow(), rule.quantity().orElse(best));
      case POINT_AND_UP_TO -> upTo(rule, point.orElseThrow(), best);
      case ONLY_FOR_ORDERS -> new ReplenishmentPolicy.OnlyForOrders();
      case NONE -> new ReplenishmentPolicy.None();
    };
  }

  private static ReplenishmentPolicy upTo(ReplenishmentRule rule, Quantity point, Quantity best) {
    Quantity level = rule.upTo().orElseGet(() -> point.plus(best));
    if (level.compareTo(point) < 0) {
      throw new InvalidValueException(
          "The up-to level {0} is below the re-order point {1} that was worked out.", level, point);
    }
    return new ReplenishmentPolicy.PointAndUpTo(point, level);
  }

  private static OrderQuantity quantity(
      ReplenishmentPolicy policy, Facts facts, double perDay, StockPosition position) {
    Quantity wanted;
    Quantity below;
    if (policy instanceof ReplenishmentPolicy.PointAndQuantity fixed) {
      wanted = fixed.quantity();
      below = position.below(fixed.point());
    } else if (policy instanceof ReplenishmentPolicy.PointAndUpTo level) {
      wanted = position.below(level.upTo());
      below = position.below(level.point());
    } else {
      wanted = position.below(Quantity.ZERO);
      below = wanted;
    }
    return OrderQuantity.of(
        wanted.amount().doubleValue(),
        facts.terms(),
        below,
        usable(facts, perDay, position),
        facts.decimals());
  }

  /** How much more will be used before it expires than there is already. */
  private static Optional<Quantity> usable(Facts facts, double perDay, StockPosition position) {
    return facts
        .shelfLife()
        .map(
            days -> {
              double used =
                  perDay * facts.working().between(facts.today(), facts.today().plusDays(days));
              double more = used - position.level().amount().doubleValue();
              return ReorderPoint.roundedUp(more, facts.decimals());
            });
  }

  private static boolean isShort(ReplenishmentPolicy policy, StockPosition position) {
    return policy instanceof ReplenishmentPolicy.OnlyForOrders && position.level().isNegative();
  }

  private static Finding finding(ReplenishmentRule rule, boolean below, Quantity toOrder) {
    if (rule.kind() == ReplenishmentRule.Kind.NONE) {
      return Finding.NO_POLICY;
    }
    if (!below) {
      return Finding.ENOUGH;
    }
    return toOrder.isPositive() ? Finding.ORDER : Finding.WOULD_EXPIRE;
  }

  private static Facts in(Facts facts, SupplyTerms terms) {
    return new Facts(
        facts.history(),
        facts.lead(),
        terms,
        facts.unitCost(),
        facts.shelfLife(),
        facts.free(),
        facts.due(),
        facts.requested(),
        facts.asked(),
        facts.reserved(),
        facts.decimals(),
        facts.today(),
        facts.working());
  }

  private static Projection project(Facts facts, double perDay, double safety) {
    Map<LocalDate, Quantity> goes = new TreeMap<>(facts.asked());
    facts.reserved().forEach((day, quantity) -> goes.merge(day, quantity, Quantity::plus));
    return Projection.of(
        new Projection.Outlook(
            facts.free().plus(sum(facts.reserved())),
            perDay,
            goes,
            new TreeMap<>(facts.due()),
            safety,
            (int) Math.ceil(facts.lead().mean())),
        facts.today(),
        AHEAD,
        facts.working());
  }
}
