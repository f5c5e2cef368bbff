package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.outbound.Outgoing;
import app.reliquum.outbound.PickRounds;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor/pick")
class PickFloorController {

  private final Picks desk;

  PickFloorController(Picks desk) {
    this.desk = desk;
  }

  record PickSiteEntry(@NotNull Long site) {}

  /** Why less is taken than the list says. */
  record ShortPickEntry(@NotNull Long site, @NotNull Outgoing.Reason reason) {}

  /** Takes less than the list says. */
  @Operation(
      operationId = "shortPick",
      summary = "Short pick: take less than the list says, with a reason")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/short")
  FloorView.Sentence takeLess(Command command, @Valid @RequestBody ShortPickEntry entry) {
    return desk.takeLess(command, entry.site(), entry.reason());
  }

  /** Takes one order on to be picked, or several in one walk. */
  @Operation(
      operationId = "beginPickRoute",
      summary = "Begin a pick route for one order or several")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/round")
  FloorView.Sentence begin(Command command, @Valid @RequestBody PickRounds.Entry entry) {
    return desk.begin(command, entry);
  }

  /** Leaves the round. */
  @Operation(operationId = "pausePicking", summary = "Pause picking")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/leaving")
  FloorView.Sentence leave(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return desk.leave(command, entry.site());
  }

  /** Begins a new unit load for the order that is packed. */
  @Operation(operationId = "addUnitLoadToPack", summary = "Begin a new unit load while packing")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/load")
  FloorView.Sentence newLoad(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return desk.newLoad(command, entry.site());
  }
}
