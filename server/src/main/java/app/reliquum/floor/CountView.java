package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.CountSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.counting.Counting;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the Floor view shows of counting. */
final class CountView {

  private CountView() {}

  /** What came of what was said. */
  @Schema(name = "FloorCountOutcome")
  enum Outcome {
    STANDS,
    /** It is understood, and waits for more. */
    FILLED,
    /** Something was counted. */
    COUNTED,
    /** It is asked whether what was not scanned is really not there. */
    ASKS,
    CHOOSE,
    REFUSED,
    /** The bin, or the item, is handed in. */
    DONE
  }

  /** A count that may be counted. */
  @Schema(name = "FloorCountChoice")
  record Doing(
      long id,
      String number,
      Counting.Method method,
      Counting.Shape shape,
      boolean blind,
      String note,
      int slips,
      int done) {}

  /** A slip that may be taken. */
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
      @Nullable String item) {}

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
   * The Count sentence as it stands, and what came of the last word.
   *
   * @param begins the verb that an action label asks to go on with; null for this one
   * @param statesAll whether ending the slip states what was not scanned as not there
   * @param asking whether it is asked if what was not scanned is really not there
   * @param pending what was scanned and waits for its lot
   * @param slips the next slips that may be taken
   * @param others who else counts here
   */
  @Schema(name = "FloorCount")
  record Count(
      long site,
      Outcome outcome,
      @Nullable Verb begins,
      @Nullable Doing count,
      List<Doing> counts,
      @Nullable Slip slip,
      FloorView.Place place,
      boolean unbinned,
      FloorView.Item item,
      boolean needsLot,
      @Nullable String lot,
      @Nullable String load,
      Condition condition,
      Quantity pending,
      CountSentence.Wanted wanted,
      boolean statesAll,
      boolean asking,
      List<Line> lines,
      List<NotFound> notFound,
      List<Slip> slips,
      List<String> others,
      boolean canUndo,
      List<FloorView.Choice> choices,
      FloorView.@Nullable Told refusal,
      List<FloorView.Told> said) {}
}
