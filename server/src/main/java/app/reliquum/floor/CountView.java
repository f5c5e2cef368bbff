package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.CountLines;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the Floor view shows of counting. */
final class CountView {

  private CountView() {}

  /**
   * A slip that may be taken.
   *
   * @param place the bin that it is about, or where the book has its unit load
   */
  @Schema(name = "FloorCountSlip")
  record Slip(
      long id,
      int slip,
      boolean again,
      boolean mine,
      boolean taken,
      @Nullable Long placeId,
      @Nullable String place,
      @Nullable Long itemId,
      @Nullable String item,
      @Nullable String load) {}

  /** What someone counted of a position. */
  @Schema(name = "FloorCountLine")
  record Line(
      long id,
      boolean mine,
      String person,
      long itemId,
      String item,
      String name,
      String symbol,
      int decimals,
      @Nullable Long picture,
      String place,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load,
      Condition condition,
      Quantity quantity,
      String packs,
      boolean stated,
      Instant at) {}

  /**
   * What the book has here and nobody has scanned.
   *
   * @param quantity how much; null where the count is blind
   */
  @Schema(name = "FloorNotFound")
  record NotFound(
      long itemId,
      String item,
      String name,
      String symbol,
      @Nullable Long picture,
      String place,
      @Nullable String lot,
      @Nullable String serial,
      @Nullable String load,
      @Nullable Quantity quantity) {}

  /**
   * What is counted, and what was counted of it.
   *
   * @param counts those that may be counted; empty once one is chosen
   * @param unbinned whether the site has no bins
   * @param statesAll whether ending the slip states what was not scanned as not there
   * @param asking whether it is asked if what was not scanned is really not there
   * @param slips the next slips that may be taken
   * @param others who else counts here
   */
  @Schema(name = "FloorCounting")
  record Counting(
      CountLines.@Nullable Doing count,
      List<CountLines.Doing> counts,
      @Nullable Slip slip,
      boolean unbinned,
      boolean statesAll,
      boolean asking,
      List<Line> lines,
      List<NotFound> notFound,
      List<Slip> slips,
      List<String> others) {}
}
