package app.reliquum.core.costing;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/**
 * All stock of one item that shares its cost. It changes as goods come and go; one thread at a
 * time.
 *
 * <p>Whatever is put in or taken out, in any order:
 *
 * <ul>
 *   <li>the worth of the pool is the sum of what was put in less the sum of what was taken out;
 *   <li>neither its quantity nor its worth is ever negative;
 *   <li>a pool without goods is worth nothing.
 * </ul>
 */
public final class CostPool {

  private final CostMethod method;
  private final List<CostLayer> layers = new ArrayList<>();

  /**
   * A pool as it stands.
   *
   * @param method which worth goods take along when they leave
   * @param layers what lies in it, formed by any method
   */
  public CostPool(CostMethod method, Collection<CostLayer> layers) {
    this.method = method;
    layers.forEach(this::put);
  }

  /** Which worth goods take along when they leave. */
  public CostMethod method() {
    return method;
  }

  /** What lies in it, oldest first. Empty layers are gone. */
  public List<CostLayer> layers() {
    return layers.stream().sorted(CostLayer.OLDEST).toList();
  }

  /** How much lies in it, in base units. */
  public Quantity quantity() {
    return layers.stream().map(CostLayer::quantity).reduce(Quantity.ZERO, Quantity::plus);
  }

  /** What all of it is worth, to the cent. */
  public BigDecimal value() {
    return layers.stream()
        .map(CostLayer::value)
        .reduce(BigDecimal.ZERO.setScale(UnitCost.CENTS), BigDecimal::add);
  }

  /**
   * What one base unit is worth: of the lot, if the lot has its own cost and lies here, else of all
   * that lies here. Nothing if nothing does.
   */
  public UnitCost unitCost(long lot) {
    List<CostLayer> asked =
        method == CostMethod.LOT
            ? layers.stream().filter(layer -> layer.lot() == lot).toList()
            : layers;
    Quantity held = Quantity.ZERO;
    BigDecimal value = BigDecimal.ZERO;
    for (CostLayer layer : asked.isEmpty() ? layers : asked) {
      held = held.plus(layer.quantity());
      value = value.add(layer.value());
    }
    return held.isZero()
        ? UnitCost.NONE
        : new UnitCost(value.divide(held.amount(), UnitCost.DECIMALS, RoundingMode.HALF_UP));
  }

  /** Puts goods in, with what they are worth. */
  public void put(CostLayer goods) {
    if (goods.quantity().isZero()) {
      return;
    }
    long lot = method == CostMethod.LOT ? goods.lot() : 0;
    Instant since = method == CostMethod.FIFO ? goods.since() : Instant.EPOCH;
    for (int i = 0; i < layers.size(); i++) {
      CostLayer layer = layers.get(i);
      if (layer.lot() == lot && layer.since().equals(since)) {
        layers.set(i, layer.plus(goods.quantity(), goods.value()));
        return;
      }
    }
    layers.add(new CostLayer(lot, since, goods.quantity(), goods.value()));
  }

  /**
   * Takes goods out, with their share of the worth.
   *
   * @param lot their lot, 0 for none
   * @param quantity how much, in base units
   * @return what was taken, layer by layer, as it may be put into another pool
   * @throws IllegalStateException if less lies here; what was taken until then is lost, so the pool
   *     must not be used any more
   */
  public List<CostLayer> take(long lot, Quantity quantity) {
    List<CostLayer> taken = new ArrayList<>();
    Quantity open = quantity;
    while (open.isPositive()) {
      CostLayer layer = first(lot, open);
      Quantity part = open.compareTo(layer.quantity()) < 0 ? open : layer.quantity();
      taken.add(takeFrom(layer, lot, part, layer.share(part)));
      open = open.minus(part);
    }
    return taken;
  }

  /**
   * Takes goods out again that were put in, with just the worth that they brought, as far as that
   * is still there.
   *
   * @param lot their lot, 0 for none
   * @param since when they were put in
   * @param quantity how much, in base units
   * @param value what they brought
   * @return what was taken
   * @throws IllegalStateException if less lies here
   */
  public List<CostLayer> takeBack(long lot, Instant since, Quantity quantity, BigDecimal value) {
    for (CostLayer layer : layers) {
      boolean meant =
          switch (method) {
            case MOVING_AVERAGE -> true;
            case LOT -> layer.lot() == lot;
            case FIFO -> layer.since().equals(since);
          };
      if (meant && layer.quantity().compareTo(quantity) >= 0) {
        BigDecimal back =
            layer.quantity().equals(quantity) ? layer.value() : value.min(layer.value());
        return List.of(takeFrom(layer, lot, quantity, back));
      }
    }
    return take(lot, quantity);
  }

  /**
   * Gives everything that lies here another cost.
   *
   * @param cost what one base unit is worth from now on
   * @return by how much the worth of the pool changes
   */
  public BigDecimal revalue(UnitCost cost) {
    BigDecimal before = value();
    layers.replaceAll(
        layer ->
            new CostLayer(layer.lot(), layer.since(), layer.quantity(), cost.of(layer.quantity())));
    return value().subtract(before);
  }

  /**
   * Adds worth to goods that were put in, as far as they still lie here: what they cost besides, or
   * what they cost less. The share of goods that have gone is not added. Of an average nobody knows
   * which goods have gone; as much of them as lies here is taken to be still there. Goods that came
   * on the way from elsewhere kept their moment, and are looked for among those that came in last.
   *
   * @param lot their lot, 0 for none
   * @param since when they were put in
   * @param quantity how much was, in base units; more than nothing
   * @param value what all of it costs besides, to the cent; negative if it costs less
   * @return what was added; never so much less that goods would be worth less than nothing
   */
  public BigDecimal addWorth(long lot, Instant since, Quantity quantity, BigDecimal value) {
    BigDecimal added = BigDecimal.ZERO.setScale(UnitCost.CENTS);
    Quantity open = quantity;
    BigDecimal left = value;
    for (CostLayer layer : layersOf(lot, since)) {
      if (!open.isPositive()) {
        break;
      }
      Quantity part = open.min(layer.quantity());
      BigDecimal share =
          part.equals(open)
              ? left
              : left.multiply(part.amount())
                  .divide(open.amount(), UnitCost.CENTS, RoundingMode.HALF_UP);
      BigDecimal more = share.max(layer.value().negate());
      layers.set(
          layers.indexOf(layer),
          new CostLayer(layer.lot(), layer.since(), layer.quantity(), layer.value().add(more)));
      added = added.add(more);
      open = open.minus(part);
      left = left.subtract(share);
    }
    return added;
  }

  /** Where goods that were put in lie, as far as that is known; the likeliest first. */
  private List<CostLayer> layersOf(long lot, Instant since) {
    return switch (method) {
      case MOVING_AVERAGE -> List.copyOf(layers);
      case LOT -> layers.stream().filter(layer -> layer.lot() == lot).toList();
      case FIFO -> {
        List<CostLayer> then =
            layers.stream().filter(layer -> layer.since().equals(since)).toList();
        yield then.isEmpty() ? layers.stream().sorted(CostLayer.OLDEST.reversed()).toList() : then;
      }
    };
  }

  private CostLayer takeFrom(CostLayer layer, long lot, Quantity part, BigDecimal value) {
    layers.remove(layer);
    if (!part.equals(layer.quantity())) {
      layers.add(
          new CostLayer(
              layer.lot(),
              layer.since(),
              layer.quantity().minus(part),
              layer.value().subtract(value)));
    }
    return new CostLayer(lot, layer.since(), part, value);
  }

  private CostLayer first(long lot, Quantity open) {
    return layers.stream()
        .filter(layer -> method != CostMethod.LOT || layer.lot() == lot)
        .min(CostLayer.OLDEST)
        .orElseThrow(
            () ->
                new IllegalStateException(
                    "Goods leave that were never put in: " + open + " more than there are."));
  }
}
