package app.reliquum.approvals;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/approvals")
class ApprovalController {

  private final Approvals approvals;

  ApprovalController(Approvals approvals) {
    this.approvals = approvals;
  }

  /** A note that may be left out. */
  @io.swagger.v3.oas.annotations.media.Schema(name = "ApprovalNote")
  record Note(@NotNull @Size(max = 400) String note) {}

  /** A note that is needed. */
  @io.swagger.v3.oas.annotations.media.Schema(name = "ApprovalReason")
  record Reason(@NotBlank(message = "is needed: say why") @Size(max = 400) String note) {}

  @Operation(operationId = "listApprovals", summary = "What waits for approval, or was decided")
  @Needs(Permission.LOOK)
  @GetMapping
  Page<Approvals.Row> page(
      Actor actor,
      @RequestParam(defaultValue = "true") boolean waiting,
      ListQuery<ApprovalColumn> list) {
    return approvals.page(waiting, list, actor);
  }

  @Operation(operationId = "getApproval", summary = "An approval with what was said")
  @Needs(Permission.LOOK)
  @GetMapping("/{approval}")
  Approvals.Card card(Actor actor, @PathVariable long approval) {
    return approvals.card(approval, actor);
  }

  @Operation(operationId = "approve", summary = "Approve and post")
  @Needs(Permission.RULES)
  @PostMapping("/{approval}/approval")
  Approvals.Card approve(
      Command command, @PathVariable long approval, @Valid @RequestBody Note note) {
    return approvals.approve(command, approval, note.note());
  }

  @Operation(operationId = "refuse", summary = "Refuse with a reason")
  @Needs(Permission.RULES)
  @PostMapping("/{approval}/refusal")
  Approvals.Card refuse(
      Command command, @PathVariable long approval, @Valid @RequestBody Reason reason) {
    return approvals.refuse(command, approval, reason.note().strip());
  }

  @Operation(operationId = "askOrAnswerApproval", summary = "Request information, or give it")
  @Needs(Permission.MOVE)
  @PostMapping("/{approval}/words")
  Approvals.Card say(
      Command command, @PathVariable long approval, @Valid @RequestBody Reason reason) {
    return approvals.say(command, approval, reason.note().strip());
  }

  @Operation(operationId = "withdrawApproval", summary = "Withdraw what one has proposed")
  @Needs(Permission.MOVE)
  @PostMapping("/{approval}/withdrawal")
  Approvals.Card withdraw(Command command, @PathVariable long approval) {
    return approvals.withdraw(command, approval);
  }
}
