package app.reliquum.floor;

import app.reliquum.adjusting.Adjustment;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Adjust;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor/adjust")
class AdjustFloorController {

  private final Adjustments desk;

  AdjustFloorController(Adjustments desk) {
    this.desk = desk;
  }

  /** Why, and which way goods go; null or 0 to choose anew. */
  record AdjustKindEntry(@NotNull Long site, Long kind, @NotNull Adjust.Way way) {}

  /** A line of the basket and its new quantity; null takes it out. */
  record BasketLineEntry(@NotNull Long site, int line, Quantity quantity) {}

  record BasketSiteEntry(@NotNull Long site) {}

  /** What is told with a basket when it is posted. */
  record BasketPostEntry(
      @NotNull Long site,
      @Size(max = 400) String note,
      @Size(max = 40) String source,
      @Size(max = 10) List<Long> reasons,
      boolean replacing,
      @Size(max = 80) String party,
      LocalDate due,
      Map<Long, String> fields,
      @Valid Adjustment.Picture picture) {}

  @Operation(operationId = "chooseAdjustmentReason", summary = "Choose the reason of an adjustment")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/kind")
  FloorView.Sentence choose(Command command, @Valid @RequestBody AdjustKindEntry entry) {
    long kind = entry.kind() == null ? 0 : entry.kind();
    return desk.choose(command, entry.site(), kind, entry.way());
  }

  /** Changes a line of the basket, or takes it out. */
  @Operation(operationId = "changeAdjustmentLine", summary = "Change or remove an adjustment line")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/line")
  FloorView.Sentence line(Command command, @Valid @RequestBody BasketLineEntry entry) {
    return desk.line(command, entry.site(), entry.line(), entry.quantity());
  }

  @Operation(operationId = "removeAdjustmentLines", summary = "Remove all adjustment lines")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/empty")
  FloorView.Sentence empty(Command command, @Valid @RequestBody BasketSiteEntry entry) {
    return desk.empty(command, entry.site());
  }

  /** Posts the basket as one document. */
  @Operation(
      operationId = "postAdjustmentLines",
      summary = "Post the adjustment lines, or propose them")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/posting")
  FloorView.Sentence post(Command command, @Valid @RequestBody BasketPostEntry entry) {
    return desk.post(
        command,
        entry.site(),
        new Adjustments.Telling(
            entry.note(),
            entry.source(),
            entry.reasons(),
            entry.replacing(),
            entry.party(),
            entry.due(),
            entry.fields(),
            entry.picture()));
  }
}
