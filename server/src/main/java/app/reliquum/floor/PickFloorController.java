package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.outbound.Outgoing;
import app.reliquum.outbound.PickRounds;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.function.Supplier;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor/pick")
class PickFloorController {

  private final Picks desk;
  private final Commands commands;

  PickFloorController(Picks desk, Commands commands) {
    this.desk = desk;
    this.commands = commands;
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
    return picked(
        command, "short", entry, () -> desk.takeLess(command, entry.site(), entry.reason()));
  }

  /** Takes one order on to be picked, or several in one walk. */
  @Operation(
      operationId = "beginPickRoute",
      summary = "Begin a pick route for one order or several")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/round")
  FloorView.Sentence begin(Command command, @Valid @RequestBody PickRounds.Entry entry) {
    return picked(command, "round", entry, () -> desk.begin(command, entry));
  }

  /** Leaves the round. */
  @Operation(operationId = "pausePicking", summary = "Pause picking")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/leaving")
  FloorView.Sentence leave(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return picked(command, "leave", entry, () -> desk.leave(command, entry.site()));
  }

  /** Begins a new unit load for the order that is packed. */
  @Operation(operationId = "addUnitLoadToPack", summary = "Begin a new unit load while packing")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/load")
  FloorView.Sentence newLoad(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return picked(command, "load", entry, () -> desk.newLoad(command, entry.site()));
  }

  private FloorView.Sentence picked(
      Command command, String what, Object entry, Supplier<FloorView.Sentence> work) {
    return commands.once(command, "floor pick " + what, entry, FloorView.Sentence.class, work);
  }
}
