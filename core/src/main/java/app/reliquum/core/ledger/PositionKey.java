package app.reliquum.core.ledger;

import java.util.Comparator;
import java.util.Objects;

/**
 * What tells one position from another.
 *
 * <p>The natural order (item, place, lot, serial, unit load, condition) is the order in which
 * positions are locked.
 */
public record PositionKey(
    long item, long place, long lot, long serial, long unitLoad, Condition condition)
    implements Comparable<PositionKey> {

  private static final Comparator<PositionKey> ORDER =
      Comparator.comparingLong(PositionKey::item)
          .thenComparingLong(PositionKey::place)
          .thenComparingLong(PositionKey::lot)
          .thenComparingLong(PositionKey::serial)
          .thenComparingLong(PositionKey::unitLoad)
          .thenComparing(PositionKey::condition);

  public PositionKey {
    Objects.requireNonNull(condition, "condition");
  }

  /** The position of some goods at a spot. */
  public static PositionKey of(Goods goods, Spot spot) {
    return new PositionKey(
        goods.item(), spot.place(), goods.lot(), goods.serial(), spot.unitLoad(), spot.condition());
  }

  /** The goods that lie there. */
  public Goods goods() {
    return new Goods(item, lot, serial);
  }

  /** Where they lie. */
  public Spot spot() {
    return new Spot(place, unitLoad, condition);
  }

  @Override
  public int compareTo(PositionKey other) {
    return ORDER.compare(this, other);
  }
}
