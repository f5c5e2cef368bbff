package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.Counting;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What only counting on the floor needs, beside what is said in every verb. */
@RestController
@RequestMapping("/api/floor/count")
class CountFloorController {

  private final Counts desk;

  CountFloorController(Counts desk) {
    this.desk = desk;
  }

  record CountBeginEntry(@NotNull Long site, @NotNull Counting.Method method) {}

  record CountSlipEntry(@NotNull Long site, @NotNull Long slip) {}

  record CountPlaceEntry(@NotNull Long site, @NotNull Long place) {}

  /** What a line comes to; null takes it away. */
  record CountLineEntry(@NotNull Long site, @NotNull Long line, @Nullable Quantity quantity) {}

  record CountSiteEntry(@NotNull Long site) {}

  /** Begins a count that nobody has drawn up. */
  @Operation(operationId = "beginCountOnFloor", summary = "Begin a count on the Floor")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/begin")
  FloorView.Sentence begin(Command command, @Valid @RequestBody CountBeginEntry entry) {
    return desk.begin(command, entry.site(), entry.method());
  }

  @Operation(operationId = "takeSlip", summary = "Take a slip from the pool")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/take")
  FloorView.Sentence take(Command command, @Valid @RequestBody CountSlipEntry entry) {
    return desk.take(command, entry.site(), entry.slip());
  }

  /** Counts a bin although it is on no slip. */
  @Operation(operationId = "enterCountedBin", summary = "Enter a bin to count it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/enter")
  FloorView.Sentence enter(Command command, @Valid @RequestBody CountPlaceEntry entry) {
    return desk.enterKnowingly(command, entry.site(), entry.place());
  }

  /** Corrects a line, or takes it away. */
  @Operation(operationId = "changeCountLine", summary = "Correct or remove a line of a count")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/line")
  FloorView.Sentence line(
      Command command,
      @Valid @RequestBody CountLineEntry entry,
      @RequestHeader(name = FloorController.AGO, defaultValue = "0") long ago) {
    return desk.correct(
        command, entry.site(), entry.line(), entry.quantity(), Duration.ofMillis(ago));
  }

  /** Ends a count that has no slips beforehand: it goes to review. */
  @Operation(operationId = "finishCountedBin", summary = "Finish a bin, or leave it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/finish")
  FloorView.Sentence finish(Command command, @Valid @RequestBody CountSiteEntry entry) {
    return desk.finish(command, entry.site());
  }
}
