package app.reliquum.outbound;

import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentChange;
import app.reliquum.stock.ReservedGoods;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
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

/** What an outbound order looks like from outside. */
public final class OutboundViews {

  private OutboundViews() {}

  /** What goods leave for. */
  public enum Kind {
    /** A customer. */
    CUSTOMER,
    /** A job of the house's own, which uses them up. */
    JOB
  }

  /** What a list shows of orders. */
  public enum Filter {
    OPEN,
    LATE,
    /** Less is there than they ask for. */
    SHORT,
    /** What they lack is ordered. */
    COVERED,
    /** All of it is reserved. */
    ALLOCATED,
    /** Someone picks them. */
    PICKING,
    /** They wait to be handed over. */
    PACKED,
    /** What has left for customers, and jobs that are done. */
    SHIPPED,
    CANCELLED,
    ALL
  }

  /** Why someone takes less than a list says. */
  public enum Reason {
    /** Nothing lies there. */
    EMPTY,
    /** Less lies there. */
    FEWER,
    /** What lies there is damaged. */
    DAMAGED,
    /** It can't be reached now. */
    OUT_OF_REACH;

    /** Whether the book is then in doubt. */
    boolean doubtful() {
      return this != OUT_OF_REACH;
    }
  }

  /**
   * An order in a list.
   *
   * @param party the customer, or what the job makes
   * @param late how many days it is late; zero if it is not
   * @param shortLines of how many lines less is there than is asked for
   * @param toPick of how many lines something is still to be picked
   * @param pickedLines of how many lines something is picked and has not left
   * @param parcels how many unit loads it is packed into
   * @param value what it is sold for, as far as prices are known
   * @param picker who is on the way to pick it
   */
  @Schema(name = "OutboundRow")
  public record Row(
      long id,
      String number,
      Kind kind,
      Outbound.State state,
      long siteId,
      String site,
      String party,
      String reference,
      @Nullable LocalDate needed,
      int late,
      int lines,
      int shortLines,
      int toPick,
      int pickedLines,
      int parcels,
      BigDecimal value,
      @Nullable String picker,
      Instant created,
      @Nullable Instant ended) {}

  /** How many orders are in each list. */
  @Schema(name = "OutboundCounts")
  public record Counts(
      int open, int late, int shortOnes, int covered, int allocated, int picking, int packed) {}

  /**
   * A line of an order, with what has become of it.
   *
   * @param oneLot whether it must be of one lot by its own word
   * @param splittable whether it lacks something that is there in several lots, and must be of one
   * @param supply how it is met; null if the line itself does not say it
   * @param supplyFrom the site that is asked for what stock does not meet; null for none
   */
  @Schema(name = "OutboundLine")
  public record Line(
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      @Nullable String serial,
      int minimumLife,
      boolean oneLot,
      @Nullable BigDecimal price,
      String pack,
      Quantity packs,
      Quantity asked,
      Quantity withdrawn,
      Quantity reserved,
      Quantity picked,
      Quantity packed,
      Quantity shipped,
      Quantity missing,
      Quantity available,
      Quantity coming,
      boolean splittable,
      @Nullable SupplyRule supply,
      @Nullable Long supplyFrom) {}

  /**
   * A unit load that goods of an order are packed into.
   *
   * @param weight what it weighs in kilograms; null if nobody knows
   * @param weighed whether a scale said so, and not a person
   */
  @Schema(name = "OutboundParcel")
  public record Parcel(
      long load,
      String code,
      @Nullable BigDecimal weight,
      boolean weighed,
      String service,
      String tracking,
      int kinds,
      boolean shipped) {}

  /** Goods that have gone. */
  @Schema(name = "DespatchedGoods")
  public record Goods(
      long id,
      int line,
      long posting,
      long itemId,
      String item,
      String name,
      String symbol,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load,
      Quantity quantity,
      BigDecimal cost,
      @Nullable BigDecimal price,
      boolean reversed) {}

  /** Goods that were handed over together. */
  @Schema(name = "OutboundDespatch")
  public record Despatch(
      long id, String number, Instant at, String person, String takenBy, List<Goods> goods) {}

  /** An order whole. */
  @Schema(name = "OutboundCard")
  public record Card(
      long id,
      int version,
      String number,
      Kind kind,
      Outbound.State state,
      long siteId,
      String site,
      OutboundFlow flow,
      @Nullable Long customerId,
      String party,
      @Nullable String kit,
      @Nullable Quantity kits,
      String reference,
      @Nullable LocalDate needed,
      int late,
      String note,
      Instant created,
      String createdBy,
      @Nullable Instant allocated,
      @Nullable LocalDate coveredBy,
      @Nullable Instant ended,
      @Nullable Long round,
      @Nullable String picker,
      @Nullable String tote,
      BigDecimal value,
      BigDecimal cost,
      List<Line> lines,
      List<ReservedGoods> kept,
      List<Parcel> parcels,
      List<Despatch> despatches,
      List<DocumentChange> changes,
      List<Outbound.Action> can) {}

  /**
   * A line as entered: so many of a pack, or of base units if the pack is empty.
   *
   * @param lot the lot that is wanted; for items without lots, the serial number
   * @param price what one base unit is sold for; null if nobody says
   * @param minimumLife for how many days it must still be good; null for what the customer needs
   * @param oneLot whether it must all be of one lot; null for what the customer needs
   * @param supply how it is met; null for what the policy of its item says
   * @param supplyFrom the site that is asked for what stock does not meet
   */
  @Schema(name = "OutboundLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity packs,
      @Size(max = 30) String pack,
      @Size(max = 30) @Nullable String lot,
      @PositiveOrZero @Nullable BigDecimal price,
      @Min(0) @Max(3650) @Nullable Integer minimumLife,
      @Nullable Boolean oneLot,
      @Nullable SupplyRule supply,
      @Nullable Long supplyFrom) {

    /** A line that is met as the policy of its item says. */
    public LineEntry(
        String item,
        Quantity packs,
        String pack,
        @Nullable String lot,
        @Nullable BigDecimal price,
        @Nullable Integer minimumLife,
        @Nullable Boolean oneLot) {
      this(item, packs, pack, lot, price, minimumLife, oneLot, null, null);
    }
  }

  /**
   * How a line is met.
   *
   * @param rule null for what the policy of its item says
   * @param from the site that is asked for what stock does not meet
   */
  @Schema(name = "LineSupplyEntry")
  public record SupplyEntry(@Nullable SupplyRule rule, @Nullable Long from) {}

  /**
   * An order as entered.
   *
   * @param number its number; null for the next one of the house
   * @param customer the customer's code
   * @param reference what the customer calls it
   * @param allocate whether stock is looked for at once; null for yes
   */
  @Schema(name = "OutboundEntry")
  public record Entry(
      @Nullable Integer version,
      @Size(max = 24) @Nullable String number,
      @NotBlank @Size(max = 24) String customer,
      @NotNull Long site,
      @Nullable LocalDate needed,
      @Size(max = 60) String reference,
      @Size(max = 400) String note,
      Boolean allocate,
      @NotEmpty @Size(max = 500) List<@Valid LineEntry> lines) {}

  /**
   * A job as entered: so many of a kit, of what each of them is made of.
   *
   * @param kit the item that is made
   */
  @Schema(name = "JobEntry")
  public record JobEntry(
      @Size(max = 24) @Nullable String number,
      @NotBlank @Size(max = 24) String kit,
      @NotNull Quantity kits,
      @NotNull Long site,
      @Nullable LocalDate needed,
      @Size(max = 400) String note,
      Boolean allocate) {}

  /**
   * Orders for which stock is looked for.
   *
   * @param orders which; empty for all of the site that are needed up to a day
   * @param until the day; null for whenever
   */
  @Schema(name = "AllocationEntry")
  public record AllocationEntry(
      @NotNull Long site, @NotNull @Size(max = 2000) List<Long> orders, LocalDate until) {}

  /** What became of orders for which stock was looked for. */
  @Schema(name = "AllocationResult")
  public record Allocated(int orders, int lines, int shortLines, List<String> shortOrders) {}

  /** Why nothing more of an order is delivered. */
  @Schema(name = "OutboundClosing")
  public record ClosingEntry(
      @NotBlank(message = "is needed: say why") @Size(max = 200) String reason) {}

  /** Who took what is handed over; may be left out. */
  @Schema(name = "HandOverEntry")
  public record HandOverEntry(@Size(max = 80) String takenBy) {}

  /** What leaves of an item, and what it earns, over some days. */
  @Schema(name = "OutboundEarning")
  public record Earning(
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity quantity,
      int orders,
      BigDecimal sold,
      BigDecimal cost,
      BigDecimal margin,
      @Nullable Integer percent) {}
}
