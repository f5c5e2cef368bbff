package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Scanned;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Action;
import app.reliquum.counting.Counting;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * Counting on the floor. A scan that had to wait for the network says in the header {@code
 * X-Scanned-Ago} how many milliseconds ago it was made; it is compared with the book of that
 * moment.
 */
@RestController
@RequestMapping("/api/floor/count")
class CountFloorController {

  private static final String AGO = "X-Scanned-Ago";

  private final CountDesk desk;

  CountFloorController(CountDesk desk) {
    this.desk = desk;
  }

  record CountScanEntry(@NotNull Long site, @Scanned @NotNull @Size(max = 400) String text) {}

  record CountSayEntry(@NotNull Long site, @NotNull @Valid FloorView.Saying saying) {}

  record CountActEntry(@NotNull Long site, @NotNull Action action) {}

  /** The count that is counted; null or 0 for none. */
  record CountChoiceEntry(@NotNull Long site, @Nullable Long count) {}

  record CountBeginEntry(@NotNull Long site, @NotNull Counting.Method method) {}

  record CountSlipEntry(@NotNull Long site, @NotNull Long slip) {}

  record CountPlaceEntry(@NotNull Long site, @NotNull Long place) {}

  /** What a line comes to; null takes it away. */
  record CountLineEntry(@NotNull Long site, @NotNull Long line, @Nullable Quantity quantity) {}

  record CountSiteEntry(@NotNull Long site) {}

  @Operation(operationId = "getCountSentence", summary = "The Count sentence as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  CountView.Count stands(Actor actor, @RequestParam long site) {
    return desk.stands(actor, site);
  }

  @Operation(operationId = "chooseCount", summary = "Choose the count that is counted, or none")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/choose")
  CountView.Count choose(Command command, @Valid @RequestBody CountChoiceEntry entry) {
    long count = entry.count() == null ? 0 : entry.count();
    return desk.choose(command, entry.site(), count);
  }

  /** Begins a count that nobody has drawn up. */
  @Operation(operationId = "beginCountOnFloor", summary = "Begin a count on the Floor")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/begin")
  CountView.Count begin(Command command, @Valid @RequestBody CountBeginEntry entry) {
    return desk.begin(command, entry.site(), entry.method());
  }

  @Operation(operationId = "takeSlip", summary = "Take a slip from the pool")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/take")
  CountView.Count take(Command command, @Valid @RequestBody CountSlipEntry entry) {
    return desk.take(command, entry.site(), entry.slip());
  }

  /** Counts a bin although it is on no slip. */
  @Operation(operationId = "enterCountedBin", summary = "Enter a bin to count it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/enter")
  CountView.Count enter(Command command, @Valid @RequestBody CountPlaceEntry entry) {
    return desk.enterKnowingly(command, entry.site(), entry.place());
  }

  @Operation(operationId = "scanIntoCountSentence", summary = "Scan into the Count sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/scan")
  CountView.Count scan(
      Command command,
      @Valid @RequestBody CountScanEntry entry,
      @RequestHeader(name = AGO, defaultValue = "0") long ago) {
    return desk.scan(command, entry.site(), entry.text(), Duration.ofMillis(ago));
  }

  @Operation(
      operationId = "sayToCountSentence",
      summary = "Say something to the Count sentence without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/say")
  CountView.Count say(
      Command command,
      @Valid @RequestBody CountSayEntry entry,
      @RequestHeader(name = AGO, defaultValue = "0") long ago) {
    return desk.say(command, entry.site(), entry.saying(), Duration.ofMillis(ago));
  }

  @Operation(
      operationId = "actOnCountSentence",
      summary = "Confirm, undo or clear the Count sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/act")
  CountView.Count act(Command command, @Valid @RequestBody CountActEntry entry) {
    return desk.act(command, entry.site(), entry.action());
  }

  /** Corrects a line, or takes it away. */
  @Operation(operationId = "changeCountLine", summary = "Correct or remove a line of a count")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/line")
  CountView.Count line(
      Command command,
      @Valid @RequestBody CountLineEntry entry,
      @RequestHeader(name = AGO, defaultValue = "0") long ago) {
    return desk.correct(
        command, entry.site(), entry.line(), entry.quantity(), Duration.ofMillis(ago));
  }

  /** Ends a count that has no slips beforehand: it goes to review. */
  @Operation(operationId = "finishCountedBin", summary = "Finish a bin, or leave it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/finish")
  CountView.Count finish(Command command, @Valid @RequestBody CountSiteEntry entry) {
    return desk.finish(command, entry.site());
  }
}
