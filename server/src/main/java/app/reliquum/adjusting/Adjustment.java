package app.reliquum.adjusting;

import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
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
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An adjustment, scrap, loan or movement of the house's own, as it is written down and shown. */
public final class Adjustment {

  /** The most lines that one document has. */
  public static final int MOST_LINES = 1000;

  private Adjustment() {}

  /** What has become of it. */
  public enum State {
    PROPOSED,
    POSTED,
    REFUSED
  }

  /**
   * A line as entered.
   *
   * @param place a bin's site code, dot, address
   * @param lot the lot's number; made known if goods of a new one come in
   * @param quantity how much comes in or goes out, or the figure that the book is set to
   */
  @Schema(name = "AdjustmentLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotBlank @Size(max = 40) String place,
      @Size(max = 30) @Nullable String lot,
      @Nullable LocalDate expiry,
      @Size(max = 30) @Nullable String serial,
      @Size(max = 24) @Nullable String load,
      @Nullable Condition condition,
      @NotNull Quantity quantity) {}

  /**
   * It as entered.
   *
   * @param kind the reason or movement kind
   * @param reasons further reasons, of scrap
   * @param source the document that it follows from
   * @param replacing whether what goes is to be bought again
   * @param party to whom goods are lent
   * @param due when they are due back
   * @param fields what the fields of the kind are filled with
   * @param effective when it happened; null for now. What someone else must agree to happens then
   */
  @Schema(name = "AdjustmentEntry")
  public record Entry(
      @NotNull Long kind,
      @NotNull Way way,
      @Size(max = 10) List<Long> reasons,
      @Size(max = 400) String note,
      @Size(max = 40) String source,
      boolean replacing,
      @Size(max = 80) String party,
      @Nullable LocalDate due,
      Map<Long, String> fields,
      @Valid @Nullable Picture picture,
      @Nullable Instant effective,
      @NotEmpty @Size(max = MOST_LINES) List<@Valid LineEntry> lines) {}

  /** A picture of what happened. */
  @Schema(name = "AdjustmentPicture")
  public record Picture(@NotBlank String mediaType, byte @NotNull [] content) {}

  /** A line. */
  @Schema(name = "AdjustmentLine")
  public record Line(
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      long placeId,
      String place,
      @Nullable Long lotId,
      @Nullable String lot,
      @Nullable String serial,
      Condition condition,
      Quantity book,
      Quantity variance,
      @Nullable Quantity now,
      BigDecimal unitCost,
      BigDecimal value) {}

  /** A field and what it was filled with. */
  @Schema(name = "FilledField")
  public record Filled(long id, String name, String value) {}

  /** It in a list. */
  @Schema(name = "AdjustmentRow")
  public record Row(
      long id,
      String number,
      Purpose purpose,
      String kind,
      String reasons,
      Way way,
      State state,
      long siteId,
      String site,
      int lines,
      String about,
      BigDecimal net,
      BigDecimal gross,
      String note,
      String source,
      Instant written,
      String writtenBy,
      @Nullable Instant ended,
      @Nullable String endedBy,
      @Nullable Long posting,
      @Nullable Long reversedBy) {}

  /**
   * It whole.
   *
   * @param loan what is followed until it is back, if it went out so
   */
  @Schema(name = "AdjustmentCard")
  public record Card(
      Row adjustment,
      boolean replacing,
      String party,
      @Nullable LocalDate due,
      boolean picture,
      @Nullable Long approval,
      @Nullable Long loan,
      List<Filled> fields,
      List<Line> lines) {}

  /** What writing it down has come to. */
  @Schema(name = "AdjustmentWritten")
  public record Written(
      long id, String number, State state, int lines, BigDecimal net, @Nullable Long posting) {}
}
