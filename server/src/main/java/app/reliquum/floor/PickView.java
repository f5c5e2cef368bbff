package app.reliquum.floor;

import app.reliquum.core.outbound.Outbound;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.PickSentence;
import app.reliquum.outbound.Outgoing;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the Floor shows to people who pick and pack. */
final class PickView {

  private PickView() {}

  /** An order that is picked or packed now. */
  @Schema(name = "FloorPickOrder")
  record Order(long id, String number, String party, @Nullable String tote, int left) {}

  /** An order that could be picked or packed next. */
  @Schema(name = "FloorPickChoice")
  record Choice(
      long id,
      String number,
      String party,
      Outbound.State state,
      @Nullable LocalDate needed,
      int late,
      int lines,
      @Nullable String picker) {}

  /** Something that is still to be taken. */
  @Schema(name = "FloorPickStop")
  record Stop(
      long id,
      long placeId,
      String place,
      String name,
      @Nullable String mark,
      Quantity quantity,
      String symbol,
      String order,
      @Nullable String tote) {}

  /**
   * The Pick or Pack sentence as it stands, and what came of the last word.
   *
   * @param orders the orders on the round; of Pack the one that is packed
   * @param choosable the orders that could be taken on, while there are none
   * @param order the order that the stop is for
   * @param asked how much the list says
   * @param shortBy how much less is said than the list says
   * @param stops what is still to be taken, in walking order
   * @param parcels the unit loads that are packed; empty while picking
   * @param ready whether what is taken, and where, is certain
   */
  @Schema(name = "FloorPick")
  record Picking(
      long site,
      Verb verb,
      FloorView.Outcome outcome,
      List<Order> orders,
      List<Choice> choosable,
      @Nullable String order,
      FloorView.Item item,
      FloorView.@Nullable Lot lot,
      FloorView.@Nullable Text serial,
      FloorView.Place place,
      FloorView.Amount quantity,
      FloorView.@Nullable Text into,
      @Nullable Quantity asked,
      Quantity shortBy,
      boolean substitute,
      List<PickSentence.Wanted> wanted,
      boolean whole,
      boolean ready,
      boolean canUndo,
      List<Stop> stops,
      List<Outgoing.Parcel> parcels,
      boolean packs,
      List<FloorView.Choice> choices,
      FloorView.@Nullable Refusal refusal,
      FloorView.@Nullable Done done) {}
}
