package app.reliquum.replenishment;

import app.reliquum.core.demand.DemandPattern;
import app.reliquum.core.demand.OrderQuantity;
import app.reliquum.core.demand.ReplenishmentPolicy;
import app.reliquum.core.demand.ReplenishmentRule.Kind;
import app.reliquum.core.demand.Review;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import org.jspecify.annotations.Nullable;

/**
 * Every figure that a review used, so that a person can be told why. Quantities are in the item's
 * unit; estimates are rounded to what can be read.
 *
 * @param policyId the policy that holds, and what it is of
 * @param perDay what is asked for on a working day, with its deviation
 * @param daysCounted working days that were looked at, without those on which it was out of stock
 * @param leadDays working days from order to receipt, with their deviation
 * @param leadsSeen how many times that was seen; fewer than three times, the supplier's word counts
 * @param servicePercent the chance of no stock-out in a cycle
 * @param workedPoint the point as it was worked out, also where another is fixed
 * @param point the one that holds; null where there is none
 * @param orderFor what one order is for, before minimum and multiple
 * @param level what is there and coming, without what is promised
 */
@Schema(name = "ReplenishmentReason")
public record Explanation(
    long policyId,
    Policies.Scope scope,
    Kind kind,
    BigDecimal perDay,
    BigDecimal deviation,
    int daysCounted,
    int daysLeftOut,
    DemandPattern.Kind pattern,
    BigDecimal interval,
    BigDecimal variation,
    BigDecimal leadDays,
    BigDecimal leadDeviation,
    int leadsSeen,
    int reviewDays,
    BigDecimal servicePercent,
    BigDecimal expected,
    BigDecimal safetyStock,
    Quantity workedPoint,
    @Nullable Quantity point,
    boolean pointFixed,
    @Nullable Quantity upTo,
    @Nullable Quantity orderFor,
    boolean orderForFixed,
    OrderQuantity.Cause cause,
    Quantity minimum,
    Quantity multiple,
    Quantity free,
    Quantity coming,
    Quantity promised,
    Quantity level,
    Quantity toOrder) {

  private static final int READ_DECIMALS = 2;
  private static final double HUNDRED = 100;

  /** The figures of a review. */
  static Explanation of(Policies.Row policy, Review review, Review.Facts facts) {
    var rule = review.rule();
    var worked = review.worked();
    return new Explanation(
        policy.id(),
        policy.scope(),
        rule.kind(),
        read(worked.perDay()),
        read(worked.deviation()),
        facts.history().counted(),
        facts.history().leftOut(),
        review.pattern().kind(),
        read(review.pattern().interval()),
        read(review.pattern().variation()),
        read(worked.lead().mean()),
        read(worked.lead().deviation()),
        worked.lead().observed(),
        rule.review(),
        read(rule.service() * HUNDRED),
        read(worked.expected()),
        read(review.safetyStock()),
        worked.point(),
        review.point().orElse(null),
        rule.point().isPresent(),
        review.upTo().orElse(null),
        review.policy() instanceof ReplenishmentPolicy.PointAndQuantity fixed
            ? fixed.quantity()
            : null,
        rule.quantity().isPresent() || rule.upTo().isPresent(),
        review.quantity().cause(),
        facts.terms().minimum(),
        facts.terms().multiple(),
        review.position().free(),
        review.position().coming(),
        review.position().promised(),
        review.position().level(),
        review.toOrder());
  }

  static BigDecimal read(double figure) {
    return BigDecimal.valueOf(figure).setScale(READ_DECIMALS, RoundingMode.HALF_UP);
  }
}
