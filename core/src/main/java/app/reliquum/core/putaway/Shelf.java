package app.reliquum.core.putaway;

import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.List;

/**
 * A bin as put-away sees it.
 *
 * @param place its number
 * @param purpose what its area is for
 * @param storageClass the class of goods that it accepts; empty for any
 * @param mixing what may lie together in it
 * @param limits how much it takes
 * @param filled how much of the limits is used
 * @param contents what lies in it, one entry for each item and lot
 * @param open whether it is in use at all
 * @param homeOf the item whose home bin it is; 0 if it is nobody's
 */
public record Shelf(
    long place,
    AreaPurpose purpose,
    String storageClass,
    MixingPolicy mixing,
    Limits limits,
    Filled filled,
    List<Content> contents,
    boolean open,
    long homeOf) {

  public Shelf {
    contents = List.copyOf(contents);
  }

  /**
   * How much a bin takes; null where there is no limit.
   *
   * @param volume in cubic metres
   * @param weight in kilograms
   * @param unitLoads how many unit loads
   */
  public record Limits(BigDecimal volume, BigDecimal weight, Integer unitLoads) {
    /** No limits. */
    public static final Limits NONE = new Limits(null, null, null);
  }

  /**
   * How much lies in a bin, as far as the measures of its goods are known.
   *
   * @param volume in cubic metres
   * @param weight in kilograms
   * @param unitLoads how many unit loads
   */
  public record Filled(BigDecimal volume, BigDecimal weight, int unitLoads) {
    /** Nothing. */
    public static final Filled NOTHING = new Filled(BigDecimal.ZERO, BigDecimal.ZERO, 0);
  }

  /** Some of an item in one lot (0 for none). */
  public record Content(long item, long lot, Quantity quantity) {}
}
