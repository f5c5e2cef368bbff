package app.reliquum.core.counting;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Collection;

/**
 * How right the book was: positions within tolerance ÷ positions counted.
 *
 * @param counted how many positions were counted
 * @param within how many of them were within tolerance
 * @param countedValue what the book said they are worth
 * @param net the value of all variances, gains and losses set against each other
 * @param gross the value of all variances, each taken as positive
 */
public record RecordAccuracy(
    long counted, long within, BigDecimal countedValue, BigDecimal net, BigDecimal gross) {

  /** Nothing was counted. */
  public static final RecordAccuracy NONE =
      new RecordAccuracy(0, 0, BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO);

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

  /**
   * One position that was counted.
   *
   * @param within whether its variance was within tolerance
   * @param bookValue what the book said it is worth
   * @param variance the value of its variance
   */
  public record Counted(boolean within, BigDecimal bookValue, BigDecimal variance) {}

  /** The accuracy of some positions. */
  public static RecordAccuracy of(Collection<Counted> positions) {
    RecordAccuracy sum = NONE;
    for (Counted one : positions) {
      sum =
          sum.plus(
              new RecordAccuracy(
                  1, one.within() ? 1 : 0, one.bookValue(), one.variance(), one.variance().abs()));
    }
    return sum;
  }

  /** Both taken together. */
  public RecordAccuracy plus(RecordAccuracy other) {
    return new RecordAccuracy(
        counted + other.counted,
        within + other.within,
        countedValue.add(other.countedValue),
        net.add(other.net),
        gross.add(other.gross));
  }

  /** In per cent with one decimal, rounded down: 99.96 is not yet 100. Null if nothing counts. */
  public BigDecimal percent() {
    return share(BigDecimal.valueOf(within), BigDecimal.valueOf(counted));
  }

  /** Gross variance value in per cent of the value counted. Null if nothing of value was. */
  public BigDecimal grossPercent() {
    return share(gross, countedValue);
  }

  /** Net variance value in per cent of the value counted. Null if nothing of value was. */
  public BigDecimal netPercent() {
    return share(net, countedValue);
  }

  private static BigDecimal share(BigDecimal part, BigDecimal whole) {
    return whole.signum() == 0 ? null : part.multiply(HUNDRED).divide(whole, 1, RoundingMode.DOWN);
  }
}
