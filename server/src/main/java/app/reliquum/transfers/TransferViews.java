package app.reliquum.transfers;

import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentChange;
import app.reliquum.stock.ReservedGoods;
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

/** What a transfer looks like from outside. */
public final class TransferViews {

  private TransferViews() {}

  /** What a list shows of transfers. */
  public enum Filter {
    OPEN,
    /** The Floor has handed it in, and the Office has not sent it yet. */
    REVIEW,
    LATE,
    /** Something asked for is not there to be sent. */
    SHORT,
    /** Something is on the road. */
    IN_TRANSIT,
    /** Some arrived, and some that was sent with it did not. */
    MISSING,
    CLOSED,
    ALL
  }

  /** What becomes of what was asked for and not sent with the others. */
  public enum Rest {
    /** It stays open, and follows. */
    FOLLOWS,
    /** It will not be sent. */
    STAYS
  }

  /** What has become of goods that were sent and did not arrive. */
  public enum Ending {
    /** Nobody knows where they are. */
    LOST,
    /** They are spoilt. */
    SPOILT,
    /** They were found where they were sent from. */
    BACK
  }

  /**
   * A transfer in a list.
   *
   * @param from the sending site, or the sender's name if it is not one of ours
   * @param late how many days it is late; zero if it is not
   * @param lines how many lines it has
   * @param sendLines of how many lines something is still to be sent
   * @param shortLines of how many lines more is asked for than could be reserved
   * @param roadLines of how many lines something is on the road
   * @param value what is on the road at the cost it left with
   * @param handedIn when the Floor handed it in to be looked through; null if it need not be
   */
  @Schema(name = "TransferRow")
  public record Row(
      long id,
      String number,
      boolean planned,
      Transfer.State state,
      long fromId,
      String from,
      long toId,
      String to,
      @Nullable LocalDate wanted,
      @Nullable LocalDate dispatch,
      int late,
      int lines,
      int sendLines,
      int shortLines,
      int roadLines,
      boolean missing,
      BigDecimal value,
      @Nullable Instant lastSent,
      @Nullable Instant lastArrival,
      @Nullable Instant handedIn,
      Instant created) {}

  /** How many transfers are in each list. */
  @Schema(name = "TransferCounts")
  public record Counts(int open, int review, int late, int shortOnes, int inTransit, int missing) {}

  /**
   * A line of a transfer.
   *
   * @param reserved how much is reserved and not picked yet
   * @param picked how much is picked and waits to be sent
   * @param missing how much is on the road although others of its shipment have arrived
   */
  @Schema(name = "TransferLine")
  public record Line(
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      @Nullable String serial,
      String pack,
      Quantity packs,
      Quantity asked,
      Quantity withdrawn,
      Quantity reserved,
      Quantity picked,
      Quantity sent,
      Quantity arrived,
      Quantity lost,
      Quantity inTransit,
      Quantity toSend,
      Quantity shortBy,
      Quantity missing) {}

  /** Just which goods went with a shipment, and what has become of them. */
  @Schema(name = "TransferGoods")
  public record Goods(
      long id,
      int line,
      int shipment,
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      long serialId,
      @Nullable String serial,
      @Nullable String load,
      Condition condition,
      Quantity sent,
      Quantity arrived,
      Quantity lost,
      BigDecimal unitCost) {

    /** How much of them is on the road. */
    public Quantity inTransit() {
      return sent.minus(arrived).minus(lost);
    }
  }

  /** Goods that left together. */
  @Schema(name = "TransferShipment")
  public record Shipment(int shipment, Instant sent, String person, long posting) {}

  /** A transfer whole. */
  @Schema(name = "TransferCard")
  public record Card(
      long id,
      int version,
      String number,
      boolean planned,
      boolean direct,
      Transfer.State state,
      long fromId,
      String from,
      long toId,
      String to,
      @Nullable LocalDate wanted,
      @Nullable LocalDate dispatch,
      int late,
      String note,
      Instant created,
      String createdBy,
      @Nullable Instant released,
      @Nullable Instant closed,
      @Nullable Instant handedIn,
      String handedInBy,
      BigDecimal value,
      List<Line> lines,
      List<ReservedGoods> kept,
      List<Shipment> shipments,
      List<Goods> goods,
      List<DocumentChange> changes,
      List<Transfer.Action> can) {}

  /**
   * A line as entered: so many of a pack, or of base units if the pack is empty.
   *
   * @param lot the lot that is wanted; for items without lots, the serial number
   */
  @Schema(name = "TransferLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity packs,
      @Size(max = 30) String pack,
      @Size(max = 30) @Nullable String lot,
      @Size(max = 30) @Nullable String serial) {}

  /**
   * A transfer as entered.
   *
   * @param number its number; null for the next one of the house
   * @param wanted when it is due there
   * @param dispatch when it is to leave; null for no day of its own
   * @param direct whether it skips the road; null for no
   */
  @Schema(name = "TransferEntry")
  public record Entry(
      @Nullable Integer version,
      @Size(max = 24) @Nullable String number,
      @NotNull Long from,
      @NotNull Long to,
      @Nullable LocalDate wanted,
      @Nullable LocalDate dispatch,
      Boolean direct,
      @Size(max = 400) String note,
      @NotEmpty @Size(max = 500) List<@Valid LineEntry> lines) {

    /** A transfer that may leave on any day. */
    public Entry(
        @Nullable Integer version,
        @Nullable String number,
        Long from,
        Long to,
        @Nullable LocalDate wanted,
        Boolean direct,
        String note,
        List<LineEntry> lines) {
      this(version, number, from, to, wanted, null, direct, note, lines);
    }
  }

  /** A site that goods may be sent to. */
  @Schema(name = "Destination")
  public record Destination(long id, String code, String name) {}

  /** A transfer that is made as goods are scanned. */
  @Schema(name = "UnplannedEntry")
  public record UnplannedEntry(@NotNull Long from, @NotNull Long to) {}

  /** What is sent now; what is not there with it. */
  @Schema(name = "SendingEntry")
  public record SendingEntry(@NotNull Rest rest) {}

  /** Some of what arrives. */
  @Schema(name = "TransferArrivingEntry")
  public record ArrivingLine(
      @NotNull Long goods, @NotNull Quantity quantity, @Nullable Long place) {}

  /**
   * What arrives; the place is the site's first dock if none is named.
   *
   * @param lines what arrives; none for everything that is on the road
   */
  @Schema(name = "ArrivalEntry")
  public record ArrivalEntry(
      @Size(max = 2000) List<@Valid ArrivingLine> lines, @Size(max = 200) @Nullable String note) {}

  /**
   * What becomes of goods that did not arrive.
   *
   * @param goods the goods; null for everything that is on the road
   * @param quantity how much of them; null for all
   */
  @Schema(name = "EndingEntry")
  public record EndingEntry(
      @Nullable Long goods,
      @Nullable Quantity quantity,
      @NotNull Ending ending,
      @NotBlank(message = "is needed: say what happened") @Size(max = 200) String reason) {}

  /** Why a transfer is closed. */
  @Schema(name = "TransferClosing")
  public record ClosingEntry(
      @NotBlank(message = "is needed: say why") @Size(max = 200) String reason) {}

  /** A quantity with its unit. */
  @Schema(name = "QuantityOf")
  public record Amount(Quantity quantity, String symbol) {}

  /** What is on the road from one site to another. */
  @Schema(name = "TransferRoute")
  public record Route(
      long fromId,
      String from,
      long toId,
      String to,
      int transfers,
      int late,
      int items,
      List<Amount> amounts,
      BigDecimal value) {}

  /**
   * What there is to know of an item before it is asked for.
   *
   * @param available how much the sender could send
   * @param held how much the receiver has
   * @param coming how much is on its way to the receiver
   * @param used how much left the receiver in the last 90 days
   * @param days for how many days what it has and gets will last; null if it uses none
   * @param plenty whether the receiver has enough without
   */
  @Schema(name = "TransferAdvice")
  public record Advice(
      String item,
      String name,
      String symbol,
      Quantity available,
      Quantity held,
      Quantity coming,
      Quantity used,
      @Nullable Integer days,
      boolean plenty) {}

  /** One side of a step: what an account gains or gives. */
  @Schema(name = "JournalLine")
  public record JournalLine(
      long posting,
      Instant at,
      String document,
      String item,
      String name,
      Quantity quantity,
      String symbol,
      String step,
      String account,
      BigDecimal debit,
      BigDecimal credit) {}
}
