package app.reliquum.core.putaway;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.putaway.Plan.Considered;
import app.reliquum.core.putaway.Plan.Placement;
import app.reliquum.core.putaway.Plan.Stage;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Decides where goods are put.
 *
 * <p>First comes the home bin, then the rules of the item and after them those of its category and
 * the ones above it, each by priority, then bins that hold the same item, then empty bins of its
 * storage class that are not the home of another item, last the overflow area. A bin is taken as
 * far as its limits allow; what is split off is a multiple of the smallest pack, unless it is all
 * the rest.
 */
public final class PutAway {

  private final GoodsToPutAway parcel;
  private final PutAwayFacts facts;
  private final List<Placement> placements = new ArrayList<>();
  private final List<Considered> considered = new ArrayList<>();
  private final Set<Long> seen = new HashSet<>();
  private final Map<Long, Quantity> byRules = new HashMap<>();
  private Quantity rest;

  private PutAway(GoodsToPutAway parcel, PutAwayFacts facts) {
    this.parcel = parcel;
    this.facts = facts;
    this.rest = parcel.quantity();
  }

  /** Plans where goods go. The same goods and facts always give the same plan. */
  public static Plan plan(GoodsToPutAway parcel, PutAwayFacts facts) {
    PutAway run = new PutAway(parcel, facts);
    run.stages();
    return new Plan(run.placements, run.considered, run.rest);
  }

  /**
   * How much of some goods one bin takes, and why not more. A rule's capacity does not count here:
   * a person may use a bin for more than the rules would put there.
   */
  public static Verdict fits(GoodsToPutAway parcel, Shelf shelf) {
    return judge(parcel, shelf, null, parcel.quantity());
  }

  private void stages() {
    facts.home().ifPresent(shelf -> offer(shelf, Stage.HOME_BIN, null));
    if (rest.isPositive()) {
      List<PutAwayFacts.Rule> rules = new ArrayList<>(facts.rules());
      rules.sort(
          Comparator.comparing(PutAwayFacts.Rule::distance)
              .thenComparing(PutAwayFacts.Rule::priority)
              .thenComparing(PutAwayFacts.Rule::rule));
      for (PutAwayFacts.Rule rule : rules) {
        if (rest.isPositive()) {
          offer(facts.binsOf(rule), Stage.RULE, rule);
        }
      }
    }
    if (rest.isPositive()) {
      offer(facts.holding(), Stage.SAME_ITEM, null);
    }
    if (rest.isPositive()) {
      offer(facts.empty(), Stage.EMPTY_BIN, null);
    }
    if (rest.isPositive()) {
      offer(facts.overflow(), Stage.OVERFLOW, null);
    }
  }

  private void offer(Iterable<Shelf> shelves, Stage stage, PutAwayFacts.Rule rule) {
    for (Shelf shelf : shelves) {
      offer(shelf, stage, rule);
      if (!rest.isPositive()) {
        return;
      }
    }
  }

  private void offer(Shelf shelf, Stage stage, PutAwayFacts.Rule rule) {
    // A bin that came up before has had its say.
    if (!seen.add(shelf.place())) {
      return;
    }
    Quantity free = rule == null ? facts.free(shelf.place()).orElse(null) : left(rule);
    Verdict verdict =
        stage == Stage.EMPTY_BIN && shelf.homeOf() != 0 && shelf.homeOf() != parcel.item()
            ? new Verdict.OtherHome(shelf.homeOf())
            : judge(parcel, shelf, free, rest);
    if (verdict instanceof Verdict.Taken taken) {
      placements.add(new Placement(shelf.place(), taken.quantity(), stage));
      rest = rest.minus(taken.quantity());
      if (rule != null) {
        byRules.merge(rule.rule(), taken.quantity(), Quantity::plus);
      }
    }
    considered.add(new Considered(shelf.place(), stage, rule == null ? 0 : rule.rule(), verdict));
  }

  private Quantity left(PutAwayFacts.Rule rule) {
    return rule.free() == null
        ? null
        : rule.free().minus(byRules.getOrDefault(rule.rule(), Quantity.ZERO));
  }

  private static Verdict judge(GoodsToPutAway parcel, Shelf shelf, Quantity free, Quantity wanted) {
    Optional<Verdict> no = forbidden(parcel, shelf);
    if (no.isPresent()) {
      return no.get();
    }
    Room room = new Room(wanted);
    if (shelf.limits().unitLoads() != null
        && parcel.unitLoad() != 0
        && shelf.filled().unitLoads() >= shelf.limits().unitLoads()) {
      return new Verdict.Full(Verdict.Limit.UNIT_LOADS);
    }
    room.limit(
        shelf.limits().volume(), shelf.filled().volume(), parcel.volume(), Verdict.Limit.VOLUME);
    room.limit(
        shelf.limits().weight(), shelf.filled().weight(), parcel.weight(), Verdict.Limit.WEIGHT);
    if (free != null) {
      room.limit(free, Verdict.Limit.RULE);
    }
    return room.verdict(wanted, parcel.unitLoad() != 0 ? wanted : parcel.split());
  }

  private static Optional<Verdict> forbidden(GoodsToPutAway parcel, Shelf shelf) {
    if (!shelf.open()) {
      return Optional.of(new Verdict.Closed());
    }
    boolean good = parcel.condition() == Condition.GOOD;
    boolean keeps =
        good
            ? shelf.purpose() == AreaPurpose.STORE || shelf.purpose() == AreaPurpose.PICK
            : shelf.purpose() == AreaPurpose.HOLD;
    if (!keeps) {
      return Optional.of(new Verdict.WrongArea());
    }
    boolean classFits =
        shelf.storageClass().isEmpty()
            // Goods of a class need a place made for it: flares don't lie beside the biscuits.
            ? parcel.storageClass().isEmpty() || !good
            : shelf.storageClass().equals(parcel.storageClass());
    if (!classFits) {
      return Optional.of(new Verdict.OtherClass(shelf.storageClass()));
    }
    if (shelf.mixing() != MixingPolicy.ANYTHING) {
      for (Shelf.Content content : shelf.contents()) {
        if (content.item() != parcel.item()) {
          return Optional.of(new Verdict.OtherItem(content.item()));
        }
        if (shelf.mixing() == MixingPolicy.ONE_ITEM_AND_LOT && content.lot() != parcel.lot()) {
          return Optional.of(new Verdict.OtherLot(content.lot()));
        }
      }
    }
    return Optional.empty();
  }

  /** How much more a bin takes, and what sets the limit. */
  private static final class Room {
    private Quantity most;
    private Verdict.Limit by;

    Room(Quantity wanted) {
      this.most = wanted;
    }

    void limit(BigDecimal most, BigDecimal used, BigDecimal each, Verdict.Limit by) {
      if (most != null && each.signum() > 0) {
        BigDecimal free = most.subtract(used).max(BigDecimal.ZERO);
        limit(new Quantity(free.divide(each, Quantity.MAX_DECIMALS, RoundingMode.DOWN)), by);
      }
    }

    void limit(Quantity free, Verdict.Limit by) {
      if (free.compareTo(most) < 0) {
        most = free.isPositive() ? free : Quantity.ZERO;
        this.by = by;
      }
    }

    Verdict verdict(Quantity wanted, Quantity split) {
      if (most.compareTo(wanted) >= 0) {
        return new Verdict.Taken(wanted, false);
      }
      if (most.isZero()) {
        return new Verdict.Full(by);
      }
      BigDecimal packs = most.amount().divideToIntegralValue(split.amount());
      Quantity whole = new Quantity(packs.multiply(split.amount()));
      return whole.isPositive() ? new Verdict.Taken(whole, true) : new Verdict.TooLittleRoom(most);
    }
  }
}
