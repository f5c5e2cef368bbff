package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Verb;
import app.reliquum.counting.Counting;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.outbound.PickRounds;
import app.reliquum.transfers.TransferViews;
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

/** What only one verb has to be told, beside what is scanned, said and done in all of them. */
@RestController
@RequestMapping("/api/floor")
class OneVerbController {
  private final FloorConversations conversations;
  private final TransferErrands errands;

  OneVerbController(FloorConversations conversations, TransferErrands errands) {
    this.conversations = conversations;
    this.errands = errands;
  }

  record AtSiteEntry(@NotNull Long site) {}

  private Adjustments.Adjusted adjusted(Command command, long site) {
    return conversations.of(command, Verb.ADJUST, site, Adjustments.Adjusted.class);
  }

  private Picks.Taking taking(Command command, Verb verb, long site) {
    return conversations.of(command, verb, site, Picks.Taking.class);
  }

  private Counts.Standing standing(Command command, long site) {
    return conversations.of(command, Verb.COUNT, site, Counts.Standing.class);
  }

  // Transfers

  /** A transfer that is sent from a site, or arrives there. */
  record ChosenTransferEntry(@NotNull Long site, @NotNull Long transfer) {}

  /** The site that goods are to be sent to, on a transfer that begins with it. */
  record BeginEntry(@NotNull Long site, @NotNull Long to) {}

  /** What is picked goes on its way. */
  record FinishEntry(
      @NotNull Long site, @NotNull Long transfer, @NotNull TransferViews.Rest rest) {}

  /** Chooses a transfer: what is in transit to the site is received, any other is sent. */
  @Operation(operationId = "chooseTransfer", summary = "Send or receive a transfer")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer")
  FloorView.Sentence transfer(Command command, @Valid @RequestBody ChosenTransferEntry entry) {
    long site = entry.site();
    return conversations
        .of(command, errands.verb(site, entry.transfer()), site)
        .choose(command, entry.transfer());
  }

  /** Begins a transfer that is made as goods are scanned. */
  @Operation(
      operationId = "beginTransferOnFloor",
      summary = "Begin a transfer that is made as goods are scanned")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer/begin")
  FloorView.Sentence begin(Command command, @Valid @RequestBody BeginEntry entry) {
    long transfer = errands.begin(command, entry.site(), entry.to());
    return conversations.of(command, Verb.SEND, entry.site()).choose(command, transfer);
  }

  /** Sends what is picked on its way. */
  @Operation(operationId = "shipTransferOnFloor", summary = "Ship what is picked for a transfer")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer/sending")
  FloorView.Sentence send(Command command, @Valid @RequestBody FinishEntry entry) {
    errands.send(command, entry.transfer(), entry.rest());
    return conversations.of(command, Verb.SEND, entry.site()).choose(command, 0);
  }

  // Adjusting

  /** Why, and which way goods go; null or 0 to choose anew. */
  record AdjustKindEntry(@NotNull Long site, Long kind, @NotNull Way way) {}

  /** A line of the basket and its new quantity; null takes it out. */
  record BasketLineEntry(@NotNull Long site, int line, Quantity quantity) {}

  @Operation(operationId = "chooseAdjustmentReason", summary = "Choose the reason of an adjustment")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/adjust/kind")
  FloorView.Sentence choose(Command command, @Valid @RequestBody AdjustKindEntry entry) {
    long kind = entry.kind() == null ? 0 : entry.kind();
    return adjusted(command, entry.site()).choose(kind, entry.way());
  }

  /** Changes a line of the basket, or takes it out. */
  @Operation(operationId = "changeAdjustmentLine", summary = "Change or remove an adjustment line")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/adjust/line")
  FloorView.Sentence line(Command command, @Valid @RequestBody BasketLineEntry entry) {
    return adjusted(command, entry.site()).line(entry.line(), entry.quantity());
  }

  @Operation(operationId = "removeAdjustmentLines", summary = "Remove all adjustment lines")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/adjust/empty")
  FloorView.Sentence empty(Command command, @Valid @RequestBody AtSiteEntry entry) {
    return adjusted(command, entry.site()).empty();
  }

  /** Posts the basket as one document. */
  @Operation(
      operationId = "postAdjustmentLines",
      summary = "Post the adjustment lines, or propose them")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/adjust/posting")
  FloorView.Sentence post(Command command, @Valid @RequestBody Adjustments.BasketPostEntry entry) {
    return adjusted(command, entry.site()).post(command, entry);
  }

  // Picking and packing

  /** Why less is taken than the list says. */
  record ShortPickEntry(@NotNull Long site, @NotNull OutboundViews.Reason reason) {}

  /** Takes less than the list says. */
  @Operation(
      operationId = "shortPick",
      summary = "Short pick: take less than the list says, with a reason")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/pick/short")
  FloorView.Sentence takeLess(Command command, @Valid @RequestBody ShortPickEntry entry) {
    return taking(command, Verb.PICK, entry.site()).takeLess(command, entry.reason());
  }

  /** Takes one order on to be picked, or several in one walk. */
  @Operation(
      operationId = "beginPickRoute",
      summary = "Begin a pick route for one order or several")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/pick/round")
  FloorView.Sentence begin(Command command, @Valid @RequestBody PickRounds.Entry entry) {
    return taking(command, Verb.PICK, entry.site()).beginRound(command, entry);
  }

  /** Leaves the round. */
  @Operation(operationId = "pausePicking", summary = "Pause picking")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/pick/leaving")
  FloorView.Sentence leave(Command command, @Valid @RequestBody AtSiteEntry entry) {
    return taking(command, Verb.PICK, entry.site()).leave(command);
  }

  /** Begins a new unit load for the order that is packed. */
  @Operation(operationId = "addUnitLoadToPack", summary = "Begin a new unit load while packing")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/pick/load")
  FloorView.Sentence newLoad(Command command, @Valid @RequestBody AtSiteEntry entry) {
    return taking(command, Verb.PACK, entry.site()).newLoad(command);
  }

  // Counting

  record CountBeginEntry(@NotNull Long site, @NotNull Counting.Method method) {}

  record CountSlipEntry(@NotNull Long site, @NotNull Long slip) {}

  record CountPlaceEntry(@NotNull Long site, @NotNull Long place) {}

  /** What a line comes to; null takes it away. */
  record CountLineEntry(@NotNull Long site, @NotNull Long line, @Nullable Quantity quantity) {}

  /** Begins a count that nobody has drawn up. */
  @Operation(operationId = "beginCountOnFloor", summary = "Begin a count on the Floor")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/count/begin")
  FloorView.Sentence begin(Command command, @Valid @RequestBody CountBeginEntry entry) {
    return standing(command, entry.site()).begin(command, entry.method());
  }

  @Operation(operationId = "takeSlip", summary = "Take a slip from the pool")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/count/take")
  FloorView.Sentence take(Command command, @Valid @RequestBody CountSlipEntry entry) {
    return standing(command, entry.site()).take(command, entry.slip());
  }

  /** Counts a bin although it is on no slip. */
  @Operation(operationId = "enterCountedBin", summary = "Enter a bin to count it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/count/enter")
  FloorView.Sentence enter(Command command, @Valid @RequestBody CountPlaceEntry entry) {
    return standing(command, entry.site()).enterKnowingly(command, entry.place());
  }

  /** Corrects a line, or takes it away. */
  @Operation(operationId = "changeCountLine", summary = "Correct or remove a line of a count")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/count/line")
  FloorView.Sentence line(
      Command command,
      @Valid @RequestBody CountLineEntry entry,
      @RequestHeader(name = FloorController.AGO, defaultValue = "0") long ago) {
    return standing(command, entry.site())
        .correct(command, entry.line(), entry.quantity(), Duration.ofMillis(ago));
  }

  /** Ends a count that has no slips beforehand: it goes to review. */
  @Operation(operationId = "finishCountedBin", summary = "Finish a bin, or leave it")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/count/finish")
  FloorView.Sentence finish(Command command, @Valid @RequestBody AtSiteEntry entry) {
    return standing(command, entry.site()).finish(command);
  }
}
