package app.reliquum.outbound;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.stock.OnHand;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * The scale of the packing bench.
 *
 * <p>It is a stand-in for one on a cable: it shows what the goods on a unit load would weigh by
 * their packs, with what they stand on, in steps of fifty grams.
 */
@Service
public class Scales {

  private static final BigDecimal TARE = new BigDecimal("1.2");
  private static final BigDecimal STEP = new BigDecimal("0.05");

  private final OnHand onHand;
  private final Catalog catalog;

  Scales(OnHand onHand, Catalog catalog) {
    this.onHand = onHand;
    this.catalog = catalog;
  }

  /**
   * What the scale shows with a unit load on it.
   *
   * @return kilograms; nothing if nothing stands on the scale
   */
  public Optional<BigDecimal> shows(long unitLoad) {
    List<HeldPosition> goods = onHand.on(unitLoad);
    if (goods.isEmpty()) {
      return Optional.empty();
    }
    BigDecimal sum = TARE;
    for (HeldPosition one : goods) {
      BigDecimal each = catalog.stored(one.key().item()).weight();
      sum = sum.add(one.quantity().amount().multiply(each));
    }
    return Optional.of(
        sum.divide(STEP, 0, RoundingMode.HALF_UP)
            .multiply(STEP)
            .setScale(3, RoundingMode.UNNECESSARY));
  }
}
