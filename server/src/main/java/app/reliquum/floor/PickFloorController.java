package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Scanned;
import app.reliquum.core.scan.Action;
import app.reliquum.outbound.Outgoing;
import app.reliquum.outbound.PickRounds;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.function.Supplier;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor/pick")
class PickFloorController {

  private final PickDesk desk;
  private final Commands commands;

  PickFloorController(PickDesk desk, Commands commands) {
    this.desk = desk;
    this.commands = commands;
  }

  /** Something scanned or typed; the verb is PICK or PACK. */
  record PickScanEntry(
      @NotNull Long site, @NotNull Verb verb, @Scanned @NotNull @Size(max = 400) String text) {}

  record PickSayEntry(
      @NotNull Long site, @NotNull Verb verb, @NotNull @Valid FloorView.Saying saying) {}

  record PickActEntry(@NotNull Long site, @NotNull Verb verb, @NotNull Action action) {}

  record PickSiteEntry(@NotNull Long site) {}

  /** Why less is taken than the list says. */
  record ShortPickEntry(@NotNull Long site, @NotNull Outgoing.Reason reason) {}

  /** The order that is packed; 0 to choose anew. */
  record PackOrderEntry(@NotNull Long site, @NotNull Long order) {}

  @Operation(operationId = "getPickSentence", summary = "The Pick or Pack sentence as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  PickView.Picking stands(
      Actor actor, @RequestParam long site, @RequestParam(defaultValue = "PICK") Verb verb) {
    return desk.stands(actor, picking(verb), site);
  }

  @Operation(operationId = "scanIntoPickSentence", summary = "Scan into the Pick sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/scan")
  PickView.Picking scan(Command command, @Valid @RequestBody PickScanEntry entry) {
    return picked(
        command,
        "scan",
        entry,
        () -> desk.scan(command, picking(entry.verb()), entry.site(), entry.text()));
  }

  @Operation(
      operationId = "sayToPickSentence",
      summary = "Say something to the Pick sentence without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/say")
  PickView.Picking say(Command command, @Valid @RequestBody PickSayEntry entry) {
    return picked(
        command,
        "say",
        entry,
        () -> desk.say(command, picking(entry.verb()), entry.site(), entry.saying()));
  }

  @Operation(
      operationId = "actOnPickSentence",
      summary = "Confirm, undo or clear the Pick sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/act")
  PickView.Picking act(Command command, @Valid @RequestBody PickActEntry entry) {
    return picked(
        command,
        "act",
        entry,
        () -> desk.act(command, picking(entry.verb()), entry.site(), entry.action()));
  }

  /** Takes less than the list says. */
  @Operation(
      operationId = "shortPick",
      summary = "Short pick: take less than the list says, with a reason")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/short")
  PickView.Picking takeLess(Command command, @Valid @RequestBody ShortPickEntry entry) {
    return picked(
        command, "short", entry, () -> desk.takeLess(command, entry.site(), entry.reason()));
  }

  /** Takes one order on to be picked, or several in one walk. */
  @Operation(
      operationId = "beginPickRoute",
      summary = "Begin a pick route for one order or several")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/round")
  PickView.Picking begin(Command command, @Valid @RequestBody PickRounds.Entry entry) {
    return picked(command, "round", entry, () -> desk.begin(command, entry));
  }

  /** Leaves the round. */
  @Operation(operationId = "pausePicking", summary = "Pause picking")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/leaving")
  PickView.Picking leave(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return picked(command, "leave", entry, () -> desk.leave(command, entry.site()));
  }

  /** Chooses the order that is packed. */
  @Operation(operationId = "chooseOrderToPack", summary = "Choose the order that is packed")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/order")
  PickView.Picking choose(Command command, @Valid @RequestBody PackOrderEntry entry) {
    return picked(command, "order", entry, () -> desk.choose(command, entry.site(), entry.order()));
  }

  /** Begins a new unit load for the order that is packed. */
  @Operation(operationId = "addUnitLoadToPack", summary = "Begin a new unit load while packing")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/load")
  PickView.Picking newLoad(Command command, @Valid @RequestBody PickSiteEntry entry) {
    return picked(command, "load", entry, () -> desk.newLoad(command, entry.site()));
  }

  private static Verb picking(Verb verb) {
    return verb == Verb.PACK ? Verb.PACK : Verb.PICK;
  }

  private PickView.Picking picked(
      Command command, String what, Object entry, Supplier<PickView.Picking> work) {
    return commands.once(command, "floor pick " + what, entry, PickView.Picking.class, work);
  }
}
