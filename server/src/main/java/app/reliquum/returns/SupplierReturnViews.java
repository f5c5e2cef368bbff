package app.reliquum.returns;

import app.reliquum.core.fulfilment.SupplierReturn;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentChange;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Supplier returns as the interface sees them. */
public final class SupplierReturnViews {

  static final int MOST_LINES = 500;

  private SupplierReturnViews() {}

  /** Which are asked for. */
  public enum Filter {
    OPEN,
    SHIPPED,
    ALL
  }

  /**
   * A return in a list.
   *
   * @param claim what the supplier owes for what is set aside or has left; lines whose cost is not
   *     known are not in it
   * @param reference by which the supplier knows it
   */
  @Schema(name = "SupplierReturnRow")
  public record Row(
      long id,
      int version,
      String number,
      SupplierReturn.State state,
      long siteId,
      String site,
      long supplierId,
      String supplier,
      String reason,
      String reference,
      int lines,
      BigDecimal claim,
      Instant created,
      String createdBy,
      @Nullable Instant shipped) {}

  /**
   * A line of a return.
   *
   * @param from the address of the bin where they were
   * @param order the number of the order on which they came; null if it is not known
   * @param unitCost what one unit came at; null if it is not known
   * @param putBack whether they were put back
   * @param expectAgain whether the order shall expect them again
   * @param expectedAgain how much of them it does, once they have left
   */
  @Schema(name = "SupplierReturnLine")
  public record Line(
      long id,
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      long serialId,
      @Nullable String serial,
      Condition condition,
      Quantity quantity,
      long fromId,
      String from,
      long orderId,
      @Nullable String order,
      int orderLine,
      @Nullable BigDecimal unitCost,
      @Nullable BigDecimal claim,
      boolean putBack,
      boolean expectAgain,
      Quantity expectedAgain) {}

  /** A return whole. */
  @Schema(name = "SupplierReturnCard")
  public record Card(
      Row row,
      String note,
      String takenBy,
      String shippedBy,
      long posting,
      List<Line> lines,
      List<SupplierReturn.Action> can,
      List<DocumentChange> changes) {}

  /**
   * Goods that shall go back.
   *
   * @param condition the condition in which they lie there
   * @param expectAgain whether the order on which they came shall expect them again
   */
  @Schema(name = "SupplierReturnLineEntry")
  public record LineEntry(
      long item,
      long place,
      long lot,
      long serial,
      long load,
      @NotNull Condition condition,
      @NotNull Quantity quantity,
      boolean expectAgain) {}

  /** What a return is about. */
  @Schema(name = "SupplierReturnChange")
  public record ChangeEntry(
      @NotNull Integer version,
      @NotBlank @Size(max = 200) String reason,
      @Size(max = 60) @Nullable String reference,
      @Size(max = 400) @Nullable String note) {}

  /** A new return. */
  @Schema(name = "SupplierReturnEntry")
  public record Entry(
      @Size(max = 24) @Nullable String number,
      @NotNull Long site,
      @NotNull Long supplier,
      @NotBlank @Size(max = 200) String reason,
      @Size(max = 60) @Nullable String reference,
      @Size(max = 400) @Nullable String note,
      @NotEmpty @Size(max = MOST_LINES) List<@Valid LineEntry> lines) {}

  /** More goods for a return. */
  @Schema(name = "SupplierReturnLines")
  public record LinesEntry(@NotEmpty @Size(max = MOST_LINES) List<@Valid LineEntry> lines) {}

  /** Who takes the goods along. */
  @Schema(name = "SupplierReturnShipping")
  public record ShippingEntry(
      @NotNull Integer version,
      @Size(max = 80) @Nullable String takenBy,
      @Size(max = 60) @Nullable String reference) {}

  /** Why something of it is taken back. */
  @Schema(name = "SupplierReturnReason")
  public record ReasonEntry(@Size(max = 200) @Nullable String reason) {}
}
