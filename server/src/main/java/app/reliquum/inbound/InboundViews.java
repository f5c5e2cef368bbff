package app.reliquum.inbound;

import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentChange;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What an inbound order looks like from outside. */
public final class InboundViews {

  private InboundViews() {}

  /** Why goods come in. */
  public enum Kind {
    /** They were bought. */
    PURCHASE,
    /** They came, and nobody knew. */
    UNEXPECTED,
    /** A customer brings them back. */
    RETURN
  }

  /** What a list shows of orders. */
  public enum Filter {
    OPEN,
    LATE,
    /** The supplier delivers otherwise than was ordered. */
    CHANGED,
    ARRIVING,
    CLOSED,
    ALL
  }

  /**
   * An order in a list.
   *
   * @param late how many days it is late; zero if it is not
   * @param lines how many lines it has, and how many of them are still open
   * @param progress how much of what was ordered has come, in per cent, line by line
   */
  @Schema(name = "InboundRow")
  public record Row(
      long id,
      String number,
      Kind kind,
      Arrival.State state,
      @Nullable String supplier,
      String site,
      long siteId,
      @Nullable LocalDate expected,
      int late,
      int lines,
      int openLines,
      int progress,
      @Nullable BigDecimal value,
      @Nullable Instant lastReceipt,
      String reason) {}

  /**
   * How a line is taxed, as it was when it was ordered.
   *
   * @param rate in per cent
   */
  @Schema(name = "InboundLineTax")
  public record LineTax(String code, String name, TaxRate.Category category, BigDecimal rate) {

    /** As an order is added up with it. */
    TaxRate taxRate() {
      return new TaxRate(name, category, rate);
    }
  }

  /**
   * What is due of a tax.
   *
   * @param rate in per cent
   * @param taxable what it is taken of
   */
  @Schema(name = "InboundTaxDue")
  public record TaxDue(
      String name,
      TaxRate.Category category,
      BigDecimal rate,
      BigDecimal taxable,
      BigDecimal amount) {}

  /**
   * What an order comes to.
   *
   * @param currency of ISO 4217
   * @param unpriced how many of its lines have no price, and so are in none of these sums
   */
  @Schema(name = "InboundTotals")
  public record Totals(
      String currency,
      BigDecimal net,
      List<TaxDue> taxes,
      BigDecimal tax,
      BigDecimal gross,
      int unpriced) {}

  /**
   * A line of an order.
   *
   * @param price of one pack, or of one base unit, without tax
   * @param amount what the line comes to without tax; null if it has no price
   */
  @Schema(name = "InboundLine")
  public record Line(
      int line,
      Arrival.Origin origin,
      long itemId,
      String item,
      String name,
      String symbol,
      String pack,
      Quantity packs,
      Quantity quantity,
      Quantity received,
      Quantity open,
      @Nullable BigDecimal price,
      @Nullable LineTax tax,
      @Nullable BigDecimal amount,
      @Nullable LocalDate expected) {}

  /** What a supplier has answered to an order. */
  public enum Answer {
    /** He delivers as it was ordered. */
    CONFIRMED,
    /** He delivers other quantities, or on other days. */
    CHANGED
  }

  /** Who wants lines of an order otherwise. */
  public enum AmendedBy {
    /** We do: the supplier is told, if he has the order. */
    HOUSE,
    /** The supplier has answered. */
    SUPPLIER
  }

  /**
   * How much of a line is wanted from now on, and when.
   *
   * @param packs how many of its pack; zero if nothing has come and nothing more is wanted
   * @param expected the day; null for that of the order
   * @param price of one pack, or of one base unit; null for the one it has
   */
  @Schema(name = "InboundLineAmendment")
  public record LineAmendment(
      @NotNull Integer line,
      @NotNull Quantity packs,
      @Nullable LocalDate expected,
      @PositiveOrZero @Nullable BigDecimal price) {}

  /** Lines of an order that are wanted otherwise; the others stay as they are. */
  @Schema(name = "InboundAmendment")
  public record Amendment(
      @NotNull Integer version,
      @NotNull AmendedBy by,
      @Size(max = 200) @Nullable String note,
      @NotNull @Size(max = 500) List<@Valid LineAmendment> lines) {}

  /** What has come, as the ledger says. */
  @Schema(name = "InboundReceipt")
  public record Receipt(
      long posting,
      Instant at,
      String person,
      int line,
      String item,
      String name,
      long itemId,
      long lotId,
      @Nullable String lot,
      long serialId,
      @Nullable String serial,
      long loadId,
      @Nullable String load,
      long placeId,
      String place,
      app.reliquum.core.ledger.Condition condition,
      Quantity quantity,
      boolean reversed) {}

  /**
   * An order whole.
   *
   * @param value what it comes to without tax; null if none of its lines has a price
   * @param totals what it comes to; null for goods that nobody bought
   */
  @Schema(name = "InboundCard")
  public record Card(
      long id,
      int version,
      String number,
      Kind kind,
      Arrival.State state,
      @Nullable Long supplierId,
      @Nullable String supplierCode,
      @Nullable String supplier,
      long siteId,
      String site,
      @Nullable LocalDate expected,
      int late,
      String reason,
      String note,
      Instant created,
      String createdBy,
      @Nullable Instant sent,
      @Nullable Answer answer,
      @Nullable Instant answered,
      @Nullable BigDecimal value,
      @Nullable Totals totals,
      List<Line> lines,
      List<Receipt> receipts,
      List<DocumentChange> changes,
      List<Arrival.Action> can) {}

  /**
   * A line as entered: so many of a pack, or of base units if the pack is empty.
   *
   * @param tax the code of its tax; null or empty for that of what the supplier sells
   */
  @Schema(name = "InboundLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity packs,
      @Size(max = 30) String pack,
      @PositiveOrZero @Nullable BigDecimal price,
      @Size(max = 24) @Nullable String tax) {}

  /**
   * An order as entered.
   *
   * @param number its number; null for the next one of the house
   */
  @Schema(name = "InboundEntry")
  public record Entry(
      @Nullable Integer version,
      @Size(max = 24) @Nullable String number,
      @NotBlank @Size(max = 24) String supplier,
      @NotNull Long site,
      @Nullable LocalDate expected,
      @Size(max = 400) String note,
      @NotEmpty @Size(max = 500) List<@Valid LineEntry> lines) {}

  /** Goods that come unexpectedly, or back from a customer. */
  @Schema(name = "UnexpectedEntry")
  public record UnexpectedEntry(
      @NotNull Kind kind,
      @NotNull Long site,
      @NotBlank(message = "is needed: say why") @Size(max = 200) String reason) {}

  /** How many orders are in each list. */
  @Schema(name = "InboundCounts")
  public record Counts(int open, int late, int arriving, int waiting, int toCheck) {}
}
