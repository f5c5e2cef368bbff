package app.reliquum.supply;

import app.reliquum.core.fulfilment.Requisition;
import app.reliquum.core.fulfilment.Requisition.State;
import app.reliquum.core.quantity.Quantity;
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

/** Requisitions as they are shown and entered. */
public final class RequisitionViews {

  private RequisitionViews() {}

  /**
   * A line of a requisition.
   *
   * @param id its number among all lines
   * @param requisitionId the requisition that it stands in, with the number of people
   * @param sourceLine the line of the source that it is for; 0 if it is for stock
   * @param orderDue when the order that it became is expected; null while it is none
   */
  @Schema(name = "RequisitionLine")
  public record Line(
      long id,
      int version,
      long requisitionId,
      String number,
      int line,
      State state,
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity quantity,
      long siteId,
      String site,
      @Nullable Long supplierId,
      @Nullable String supplier,
      String source,
      int sourceLine,
      Instant asked,
      String askedBy,
      @Nullable LocalDate needed,
      @Nullable String agreedBy,
      @Nullable Long orderId,
      @Nullable String order,
      @Nullable LocalDate orderDue,
      List<Requisition.Action> can) {}

  /**
   * A requisition whole.
   *
   * @param value what it comes to at the prices of its suppliers; null if one of them is not known
   */
  @Schema(name = "Requisition")
  public record Card(
      long id,
      String number,
      long siteId,
      String site,
      String source,
      @Nullable LocalDate needed,
      String note,
      Instant asked,
      String askedBy,
      @Nullable BigDecimal value,
      List<Line> lines) {}

  /** A requisition as someone asks for it. */
  @Schema(name = "RequisitionEntry")
  public record Entry(
      @NotNull Long site,
      @Nullable LocalDate needed,
      @Size(max = 400) @Nullable String note,
      @NotEmpty @Size(max = 200) List<@Valid LineEntry> lines) {}

  /**
   * A line of it.
   *
   * @param pack the pack that is counted; empty for base units
   * @param supplier whom it is to be bought from; null for the usual one
   */
  @Schema(name = "RequisitionLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity packs,
      @Size(max = 30) @Nullable String pack,
      @Nullable Long supplier) {}
}
