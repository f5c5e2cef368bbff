package app.reliquum.core.costing;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Says what the lines of a posting are worth, and what becomes of the pools that they touch.
 *
 * <p>Goods that enter the house bring what was paid for them. Where nobody says what that was, they
 * bring what such goods are worth where they go, or, if none lie there, the cost that the item is
 * known by. Goods that leave take along what the item's method says. Goods that go from one pool to
 * another keep their worth; a line within one pool changes nothing and is worth nothing here. A
 * line that undoes another moves just what that one moved, as far as it is still there.
 *
 * <p>Goods that are put where less of their cost is kept, as in a scrap place, leave the rest
 * behind: it is written off there and then. A line that undoes such a one brings it back.
 */
public final class Valuation {

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  private Valuation() {}

  /**
   * Names a pool.
   *
   * @param item the item
   * @param pool where it is; the caller's own number
   */
  public record PoolKey(long item, long pool) implements Comparable<PoolKey> {
    @Override
    public int compareTo(PoolKey other) {
      return item != other.item ? Long.compare(item, other.item) : Long.compare(pool, other.pool);
    }
  }

  /**
   * A line of a posting as far as its worth goes.
   *
   * @param lot the goods' lot, 0 for none
   * @param quantity how much, in base units
   * @param from the pool that it takes from; null from outside the house
   * @param to the pool that it puts to; null to outside the house
   * @param paid what one base unit was bought for; null if nobody says
   * @param undone what the line moved that this one undoes; null if it undoes none
   * @param at when it happens
   * @param keptPercent how much of their cost goods keep where they are put, 0 to 100; goods that
   *     take the cost of others that lie there keep it whole
   */
  public record Moved(
      long lot,
      Quantity quantity,
      PoolKey from,
      PoolKey to,
      UnitCost paid,
      Undone undone,
      Instant at,
      int keptPercent) {

    /** A line to where goods keep their cost. */
    public Moved(
        long lot,
        Quantity quantity,
        PoolKey from,
        PoolKey to,
        UnitCost paid,
        Undone undone,
        Instant at) {
      this(lot, quantity, from, to, paid, undone, at, WHOLE);
    }

    private static final int WHOLE = 100;

    /** Whether it changes what a pool holds. */
    public boolean crosses() {
      return !Objects.equals(from, to);
    }
  }

  /**
   * What a line moved that is undone.
   *
   * @param at when it happened
   * @param value what it moved
   * @param writtenOff how much of that was written off where the goods were put
   */
  public record Undone(Instant at, BigDecimal value, BigDecimal writtenOff) {

    /** A line that wrote nothing off. */
    public Undone(Instant at, BigDecimal value) {
      this(at, value, zero());
    }
  }

  /**
   * What a line is worth.
   *
   * @param value what it moves, to the cent
   * @param writtenOff how much less the pool that it puts to is worth than what was moved to it;
   *     negative where what was written off before comes back
   */
  public record Worth(BigDecimal value, BigDecimal writtenOff) {
    private static final Worth NOTHING = new Worth(zero(), zero());
  }

  /**
   * Works through the lines in their order.
   *
   * @param lines the lines
   * @param pools every pool that a line names; they are changed
   * @param known what one base unit of each item is known to cost; nothing for those that are not
   *     there
   * @return what each line is worth, to the cent, in the order of the lines
   * @throws IllegalStateException if more is taken than a pool holds
   */
  public static List<Worth> of(
      List<Moved> lines, Map<PoolKey, CostPool> pools, Map<Long, UnitCost> known) {
    List<Worth> worth = new ArrayList<>(lines.size());
    for (Moved line : lines) {
      worth.add(line.crosses() ? move(line, pools, known) : Worth.NOTHING);
    }
    return worth;
  }

  private static Worth move(Moved line, Map<PoolKey, CostPool> pools, Map<Long, UnitCost> known) {
    boolean asOthersThere =
        line.from() == null && line.paid() == null && !pools.get(line.to()).quantity().isZero();
    List<CostLayer> goods =
        line.from() == null ? entering(line, pools.get(line.to()), known) : leaving(line, pools);
    BigDecimal value = sum(goods);
    if (line.to() == null) {
      return new Worth(value, zero());
    }
    List<CostLayer> kept =
        line.undone() != null
            ? with(goods, line.undone().writtenOff())
            : asOthersThere ? goods : share(goods, line.keptPercent());
    kept.forEach(pools.get(line.to())::put);
    return new Worth(value, value.subtract(sum(kept)));
  }

  private static List<CostLayer> share(List<CostLayer> goods, int percent) {
    return goods.stream()
        .map(
            layer ->
                worth(
                    layer,
                    layer
                        .value()
                        .multiply(BigDecimal.valueOf(percent))
                        .divide(HUNDRED, UnitCost.CENTS, RoundingMode.HALF_UP)))
        .toList();
  }

  private static List<CostLayer> with(List<CostLayer> goods, BigDecimal more) {
    List<CostLayer> all = new ArrayList<>(goods);
    if (!all.isEmpty()) {
      CostLayer first = all.get(0);
      all.set(0, worth(first, first.value().add(more)));
    }
    return all;
  }

  private static CostLayer worth(CostLayer layer, BigDecimal value) {
    return new CostLayer(layer.lot(), layer.since(), layer.quantity(), value);
  }

  private static BigDecimal sum(List<CostLayer> goods) {
    return goods.stream().map(CostLayer::value).reduce(zero(), BigDecimal::add);
  }

  private static List<CostLayer> leaving(Moved line, Map<PoolKey, CostPool> pools) {
    CostPool pool = pools.get(line.from());
    return line.undone() == null
        ? pool.take(line.lot(), line.quantity())
        : pool.takeBack(
            line.lot(),
            line.undone().at(),
            line.quantity(),
            line.undone().value().subtract(line.undone().writtenOff()));
  }

  private static List<CostLayer> entering(Moved line, CostPool pool, Map<Long, UnitCost> known) {
    if (line.undone() != null) {
      return List.of(
          new CostLayer(line.lot(), line.undone().at(), line.quantity(), line.undone().value()));
    }
    UnitCost cost = line.paid();
    if (cost == null) {
      cost =
          pool.quantity().isZero()
              ? known.getOrDefault(line.to().item(), UnitCost.NONE)
              : pool.unitCost(line.lot());
    }
    return List.of(new CostLayer(line.lot(), line.at(), line.quantity(), cost.of(line.quantity())));
  }

  private static BigDecimal zero() {
    return BigDecimal.ZERO.setScale(UnitCost.CENTS);
  }

  /** The pools that some lines touch, for those who must fetch them. */
  public static List<PoolKey> touchedBy(List<Moved> lines) {
    Map<PoolKey, Boolean> keys = new HashMap<>();
    for (Moved line : lines) {
      if (line.crosses()) {
        if (line.from() != null) {
          keys.put(line.from(), true);
        }
        if (line.to() != null) {
          keys.put(line.to(), true);
        }
      }
    }
    return keys.keySet().stream().sorted().toList();
  }
}
