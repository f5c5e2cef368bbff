package app.reliquum.core.purchasing;

import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What an order comes to.
 *
 * <p>As EN 16931 computes it: each line is rounded to the currency's digits, the lines of one tax
 * are added up, and the tax is taken of that sum and rounded once (BR-CO-10, BR-CO-14, BR-CO-17).
 *
 * @param net what the lines come to without tax
 * @param taxes what is due of each tax, the highest rate first
 * @param tax the sum of the taxes
 * @param gross what is to be paid
 * @param unpriced how many lines have no price, and so are in none of these sums
 */
public record OrderTotals(
    BigDecimal net, List<TaxDue> taxes, BigDecimal tax, BigDecimal gross, int unpriced) {

  private static final int PER_CENT = 2;

  public OrderTotals {
    taxes = List.copyOf(taxes);
  }

  /**
   * A line that is ordered.
   *
   * @param packs how many of its pack, or of the base unit
   * @param price of one of them without tax; empty if nobody has said
   * @param tax empty if none is known of
   */
  public record PricedLine(Quantity packs, Optional<BigDecimal> price, Optional<TaxRate> tax) {

    /** What it comes to without tax, halves rounded up; empty if it has no price. */
    public Optional<BigDecimal> amount(int digits) {
      return price.map(one -> packs.amount().multiply(one).setScale(digits, RoundingMode.HALF_UP));
    }
  }

  /**
   * What is due of a tax.
   *
   * @param taxable what it is taken of
   */
  public record TaxDue(TaxRate tax, BigDecimal taxable, BigDecimal amount) {}

  /**
   * Adds up an order.
   *
   * @param digits how many decimals an amount of its currency has
   */
  public static OrderTotals of(List<PricedLine> lines, int digits) {
    BigDecimal net = BigDecimal.ZERO.setScale(digits);
    Map<TaxRate, BigDecimal> taxable = new LinkedHashMap<>();
    int unpriced = 0;
    for (PricedLine line : lines) {
      Optional<BigDecimal> amount = line.amount(digits);
      if (amount.isEmpty()) {
        unpriced++;
        continue;
      }
      net = net.add(amount.get());
      line.tax().ifPresent(tax -> taxable.merge(tax, amount.get(), BigDecimal::add));
    }
    List<TaxDue> taxes =
        taxable.entrySet().stream()
            .map(
                one ->
                    new TaxDue(
                        one.getKey(), one.getValue(), due(one.getKey(), one.getValue(), digits)))
            .sorted(
                Comparator.comparing((TaxDue due) -> due.tax().rate())
                    .reversed()
                    .thenComparing(due -> due.tax().name())
                    .thenComparing(due -> due.tax().category()))
            .toList();
    BigDecimal tax =
        taxes.stream()
            .map(TaxDue::amount)
            .reduce(BigDecimal.ZERO.setScale(digits), BigDecimal::add);
    return new OrderTotals(net, taxes, tax, net.add(tax), unpriced);
  }

  private static BigDecimal due(TaxRate tax, BigDecimal taxable, int digits) {
    return taxable
        .multiply(tax.rate())
        .movePointLeft(PER_CENT)
        .setScale(digits, RoundingMode.HALF_UP);
  }
}
