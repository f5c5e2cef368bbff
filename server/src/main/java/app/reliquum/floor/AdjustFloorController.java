package app.reliquum.floor;

import app.reliquum.adjusting.Adjustment;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Scanned;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Adjust;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor/adjust")
class AdjustFloorController {

  private final AdjustDesk desk;
  private final Commands commands;

  AdjustFloorController(AdjustDesk desk, Commands commands) {
    this.desk = desk;
    this.commands = commands;
  }

  /** Why, and which way goods go; null or 0 to choose anew. */
  record AdjustKindEntry(@NotNull Long site, Long kind, @NotNull Adjust.Way way) {}

  record AdjustScanEntry(@NotNull Long site, @Scanned @NotNull @Size(max = 400) String text) {}

  record AdjustSayEntry(@NotNull Long site, @NotNull @Valid FloorView.Saying saying) {}

  record AdjustActEntry(@NotNull Long site, @NotNull Action action) {}

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

  @Operation(operationId = "getAdjustSentence", summary = "The Adjust sentence as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  AdjustView.Adjusting stands(Actor actor, @RequestParam long site) {
    return desk.stands(actor, site);
  }

  @Operation(operationId = "chooseAdjustmentReason", summary = "Choose the reason of an adjustment")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/kind")
  AdjustView.Adjusting choose(Command command, @Valid @RequestBody AdjustKindEntry entry) {
    long kind = entry.kind() == null ? 0 : entry.kind();
    return adjusted(
        command, "kind", entry, () -> desk.choose(command, entry.site(), kind, entry.way()));
  }

  @Operation(operationId = "scanIntoAdjustSentence", summary = "Scan into the Adjust sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/scan")
  AdjustView.Adjusting scan(Command command, @Valid @RequestBody AdjustScanEntry entry) {
    return adjusted(command, "scan", entry, () -> desk.scan(command, entry.site(), entry.text()));
  }

  @Operation(
      operationId = "sayToAdjustSentence",
      summary = "Say something to the Adjust sentence without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/say")
  AdjustView.Adjusting say(Command command, @Valid @RequestBody AdjustSayEntry entry) {
    return adjusted(command, "say", entry, () -> desk.say(command, entry.site(), entry.saying()));
  }

  @Operation(
      operationId = "actOnAdjustSentence",
      summary = "Confirm, undo, repeat or clear the Adjust sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/act")
  AdjustView.Adjusting act(Command command, @Valid @RequestBody AdjustActEntry entry) {
    return adjusted(command, "act", entry, () -> desk.act(command, entry.site(), entry.action()));
  }

  /** Changes a line of the basket, or takes it out. */
  @Operation(operationId = "changeAdjustmentLine", summary = "Change or remove an adjustment line")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/line")
  AdjustView.Adjusting line(Command command, @Valid @RequestBody BasketLineEntry entry) {
    return adjusted(
        command,
        "line",
        entry,
        () -> desk.line(command, entry.site(), entry.line(), entry.quantity()));
  }

  @Operation(operationId = "removeAdjustmentLines", summary = "Remove all adjustment lines")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/empty")
  AdjustView.Adjusting empty(Command command, @Valid @RequestBody BasketSiteEntry entry) {
    return adjusted(command, "empty", entry, () -> desk.empty(command, entry.site()));
  }

  /** Posts the basket as one document. */
  @Operation(
      operationId = "postAdjustmentLines",
      summary = "Post the adjustment lines, or propose them")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/posting")
  AdjustView.Adjusting post(Command command, @Valid @RequestBody BasketPostEntry entry) {
    return adjusted(
        command,
        "post",
        entry,
        () ->
            desk.post(
                command,
                entry.site(),
                new AdjustDesk.Telling(
                    entry.note(),
                    entry.source(),
                    entry.reasons(),
                    entry.replacing(),
                    entry.party(),
                    entry.due(),
                    entry.fields(),
                    entry.picture())));
  }

  private AdjustView.Adjusting adjusted(
      Command command, String what, Object request, Supplier<AdjustView.Adjusting> work) {
    return commands.once(
        command, "floor adjust " + what, request, AdjustView.Adjusting.class, work);
  }
}
