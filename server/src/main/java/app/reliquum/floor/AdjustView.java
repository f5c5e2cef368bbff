package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Adjust;
import app.reliquum.core.sentence.AdjustSentence;
import app.reliquum.floor.FloorView.Amount;
import app.reliquum.floor.FloorView.Candidate;
import app.reliquum.floor.FloorView.Choice;
import app.reliquum.floor.FloorView.Item;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.floor.FloorView.Place;
import app.reliquum.floor.FloorView.Refusal;
import app.reliquum.floor.FloorView.Text;
import app.reliquum.kinds.MovementKinds;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the Floor shows of putting the book right. */
final class AdjustView {

  private AdjustView() {}

  /** A line of the basket. */
  @Schema(name = "BasketLine")
  record Line(
      int line,
      long item,
      String code,
      String name,
      String symbol,
      int decimals,
      @Nullable String lot,
      @Nullable String serial,
      long placeId,
      String place,
      Condition condition,
      Quantity quantity) {}

  /** What posting came to. */
  @Schema(name = "BasketPosted")
  record Posted(String number, boolean proposed, int lines, BigDecimal value) {}

  /**
   * The sentence and the basket as they stand.
   *
   * @param kind the movement kind; null while none is chosen
   * @param kinds those that can be chosen; empty once one is
   * @param book what lies there of what is named
   * @param leftAt the site at which another basket of the person waits, null for none
   */
  @Schema(name = "FloorAdjust")
  record Adjusting(
      long site,
      Outcome outcome,
      MovementKinds.@Nullable Kind kind,
      Adjust.Way way,
      List<MovementKinds.Kind> kinds,
      Item item,
      @Nullable Text lot,
      @Nullable LocalDate expiry,
      boolean needsSerials,
      List<String> serials,
      Amount quantity,
      Place place,
      @Nullable Condition condition,
      List<Condition> conditions,
      @Nullable Quantity book,
      List<AdjustSentence.Wanted> wanted,
      boolean whole,
      boolean canUndo,
      List<Line> lines,
      List<Candidate> candidates,
      List<Choice> choices,
      @Nullable String leftAt,
      @Nullable Refusal refusal,
      @Nullable Posted posted) {}
}
