package app.reliquum.core.purchasing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import app.reliquum.core.purchasing.OrderTotals.PricedLine;
import app.reliquum.core.purchasing.OrderTotals.TaxDue;
import app.reliquum.core.purchasing.TaxRate.Category;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class OrderTotalsTest {

  private static final TaxRate FULL =
      new TaxRate("VAT 19 %", Category.STANDARD, new BigDecimal("19.000"));
  private static final TaxRate HALF =
      new TaxRate("VAT 7 %", Category.STANDARD, new BigDecimal("7"));
  private static final TaxRate OWED =
      new TaxRate("Reverse charge", Category.REVERSE_CHARGE, BigDecimal.ZERO);

  private static PricedLine line(String packs, String price, TaxRate tax) {
    return new PricedLine(
        Quantity.of(packs),
        Optional.ofNullable(price).map(BigDecimal::new),
        Optional.ofNullable(tax));
  }

  @Test
  void addsUpByTax() {
    OrderTotals totals =
        OrderTotals.of(
            List.of(
                line("12", "4.25", FULL),
                line("3", "0.333", HALF),
                line("1", "20", FULL),
                line("5", "10", OWED),
                line("2", null, FULL),
                line("1", "9.99", null)),
            2);
    assertThat(totals.net()).isEqualByComparingTo("131.99");
    assertThat(totals.taxes())
        .extracting(TaxDue::tax, TaxDue::taxable, TaxDue::amount)
        .containsExactly(
            org.assertj.core.api.Assertions.tuple(
                FULL, new BigDecimal("71.00"), new BigDecimal("13.49")),
            org.assertj.core.api.Assertions.tuple(
                HALF, new BigDecimal("1.00"), new BigDecimal("0.07")),
            org.assertj.core.api.Assertions.tuple(
                OWED, new BigDecimal("50.00"), new BigDecimal("0.00")));
    assertThat(totals.tax()).isEqualByComparingTo("13.56");
    assertThat(totals.gross()).isEqualByComparingTo("145.55");
    assertThat(totals.unpriced()).isEqualTo(1);
  }

  @Test
  void theTaxOfManySmallLinesIsRoundedOnce() {
    // Three times 0.03 taxed each by itself would be 0.03; the tax of 0.09 is 0.02.
    List<PricedLine> lines = Collections.nCopies(3, line("1", "0.03", FULL));
    assertThat(OrderTotals.of(lines, 2).tax()).isEqualByComparingTo("0.02");
  }

  @Test
  void aCurrencyWithoutCentsHasNone() {
    OrderTotals totals = OrderTotals.of(List.of(line("3", "33.5", FULL)), 0);
    assertThat(totals.net()).isEqualTo(new BigDecimal("101"));
    assertThat(totals.gross()).isEqualTo(new BigDecimal("120"));
  }

  @Test
  void anEmptyOrderComesToNothing() {
    assertThat(OrderTotals.of(List.of(), 2))
        .isEqualTo(
            new OrderTotals(
                new BigDecimal("0.00"),
                List.of(),
                new BigDecimal("0.00"),
                new BigDecimal("0.00"),
                0));
  }

  @Property
  void whatIsPaidIsWhatIsShownInAnyOrderOfTheLines(
      @ForAll long seed,
      @ForAll @IntRange(max = 40) int size,
      @ForAll @IntRange(max = 3) int digits) {
    Random random = new Random(seed);
    List<TaxRate> taxes = List.of(FULL, HALF, OWED);
    List<PricedLine> lines = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      lines.add(
          new PricedLine(
              new Quantity(BigDecimal.valueOf(random.nextInt(100_000), 3)),
              Optional.of(BigDecimal.valueOf(random.nextInt(10_000_000), 4)),
              random.nextInt(4) == 0
                  ? Optional.empty()
                  : Optional.of(taxes.get(random.nextInt(3)))));
    }
    OrderTotals totals = OrderTotals.of(lines, digits);
    List<PricedLine> shuffled = new ArrayList<>(lines);
    Collections.shuffle(shuffled, random);
    assertThat(OrderTotals.of(shuffled, digits)).isEqualTo(totals);
    assertThat(totals.net())
        .isEqualByComparingTo(
            lines.stream()
                .map(line -> line.amount(digits).orElseThrow())
                .reduce(BigDecimal.ZERO, BigDecimal::add));
    assertThat(totals.taxes().stream().map(TaxDue::amount).reduce(totals.net(), BigDecimal::add))
        .isEqualByComparingTo(totals.gross());
    assertThat(totals.gross().scale()).isEqualTo(digits);
  }

  @Test
  void aRateGoesWithItsKind() {
    assertThat(FULL.rate()).isEqualTo(new BigDecimal("19"));
    assertThat(new TaxRate("Low", Category.STANDARD, new BigDecimal("10.0")).rate())
        .isEqualTo(new BigDecimal("10"));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new TaxRate("None", Category.STANDARD, BigDecimal.ZERO));
    assertThatIllegalArgumentException()
        .isThrownBy(() -> new TaxRate("Free", Category.EXEMPT, BigDecimal.ONE));
    for (String wrong : List.of("-1", "100.1", "7.0001")) {
      assertThatIllegalArgumentException()
          .isThrownBy(() -> new TaxRate("Odd", Category.STANDARD, new BigDecimal(wrong)))
          .withMessageContaining("0 to 100");
    }
  }
}
