package app.reliquum.charges;

import app.reliquum.core.costing.Charge.Basis;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Digits;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Charges as they are shown and entered. */
public final class ChargeViews {

  private ChargeViews() {}

  /** What an amount is. */
  public enum Kind {
    /** What goods cost besides, as freight. */
    CHARGE,
    /** That goods of one line cost otherwise than the receipt said. */
    COST
  }

  /**
   * A line that a document has brought in.
   *
   * @param weight what all of it weighs in kilograms; 0 if nobody knows
   * @param received when it came in
   * @param cost what one base unit cost when it came in, or as someone has changed it since
   * @param charges what charges have added to all of it
   */
  @Schema(name = "ReceivedCost")
  public record Line(
      long posting,
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      @Nullable String lot,
      @Nullable String serial,
      Quantity quantity,
      BigDecimal weight,
      Instant received,
      BigDecimal cost,
      BigDecimal charges) {}

  /**
   * An amount that was shared out.
   *
   * @param basis by what; null for another cost of one line
   * @param held what of it became part of the cost of goods that were still there
   */
  @Schema(name = "Charge")
  public record Row(
      long id,
      Kind kind,
      String name,
      @Nullable Basis basis,
      BigDecimal amount,
      BigDecimal held,
      Instant at,
      String person,
      @Nullable Instant takenBack) {}

  /** What the goods of a document cost. */
  @Schema(name = "ChargesOfDocument")
  public record Card(String document, List<Line> lines, List<Row> charges) {}

  /**
   * A charge as entered.
   *
   * @param document the number of the order or the transfer
   * @param amount in the currency of the house
   */
  @Schema(name = "ChargeEntry")
  public record Entry(
      @NotBlank @Size(max = 24) String document,
      @NotBlank(message = "is needed: what was it for?") @Size(max = 60) String name,
      @NotNull @PositiveOrZero @Digits(integer = 12, fraction = 2) BigDecimal amount,
      @NotNull Basis basis) {}

  /**
   * Another cost of a line.
   *
   * @param cost what one base unit costs
   */
  @Schema(name = "ReceivedCostEntry")
  public record CostEntry(
      @NotBlank @Size(max = 24) String document,
      @NotNull Long posting,
      @NotNull Integer line,
      @NotNull @PositiveOrZero @Digits(integer = 12, fraction = 6) BigDecimal cost,
      @NotBlank(message = "is needed: say why") @Size(max = 60) String reason) {}
}
