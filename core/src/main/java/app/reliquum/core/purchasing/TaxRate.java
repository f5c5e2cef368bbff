package app.reliquum.core.purchasing;

import app.reliquum.core.text.InvalidValueException;
import java.math.BigDecimal;
import java.util.Objects;

/**
 * A tax on what is bought, by name and rate.
 *
 * @param name as it stands on documents, such as "VAT 19 %"
 * @param category why it is so
 * @param rate in per cent, without zeros at its end; zero for every category but {@link
 *     Category#STANDARD}
 */
public record TaxRate(String name, Category category, BigDecimal rate) {

  private static final BigDecimal MOST = BigDecimal.valueOf(100);
  private static final int DECIMALS = 3;

  /** Kinds of taxation, with their codes of UN/EDIFACT code list 5305. */
  public enum Category {
    /** Taxed at a rate. */
    STANDARD("S"),
    /** Taxed at zero. */
    ZERO_RATED("Z"),
    /** Not taxed, by law. */
    EXEMPT("E"),
    /** The buyer owes the tax, so it is no part of what the supplier is paid. */
    REVERSE_CHARGE("AE"),
    /** No matter of this tax. */
    NOT_SUBJECT("O");

    private final String code;

    Category(String code) {
      this.code = code;
    }

    /** Its code in UN/EDIFACT code list 5305. */
    public String code() {
      return code;
    }
  }

  /**
   * @throws IllegalArgumentException if the rate does not go with the category, is not from 0 to
   *     100, or has more than three decimals
   */
  public TaxRate {
    Objects.requireNonNull(name, "name");
    Objects.requireNonNull(category, "category");
    rate = rate.stripTrailingZeros();
    if (rate.scale() < 0) {
      rate = rate.setScale(0);
    }
    if (rate.signum() < 0 || rate.compareTo(MOST) > 0 || rate.scale() > DECIMALS) {
      throw new InvalidValueException(
          "A rate is from 0 to 100 per cent with at most 3 decimals, not {0}.", rate);
    }
    if (category == Category.STANDARD && rate.signum() == 0) {
      throw new InvalidValueException("A tax of the standard kind has a rate above zero.");
    }
    if (category != Category.STANDARD && rate.signum() != 0) {
      throw new InvalidValueException(
          "Only a tax of the standard kind has a rate. Expected 0, not {0}.", rate);
    }
  }
}
