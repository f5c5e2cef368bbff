package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/removal")
class RemovalController {

  private final RemovalRules rules;
  private final RemovalPreview preview;
  private final RemovalReplay replay;

  RemovalController(RemovalRules rules, RemovalPreview preview, RemovalReplay replay) {
    this.replay = replay;
    this.rules = rules;
    this.preview = preview;
  }

  /** Every removal rule, the most specific first. */
  @Operation(operationId = "listRemovalRules", summary = "The removal rules")
  @Needs(Permission.LOOK)
  @GetMapping("/rules")
  List<RemovalRules.Card> rules(Actor actor) {
    return rules.rules(actor);
  }

  /** Who changed what, the latest first. */
  @Operation(operationId = "listRemovalRuleChanges", summary = "Who changed removal rules")
  @Needs(Permission.LOOK)
  @GetMapping("/changes")
  List<RemovalRules.Change> changes(Actor actor, @RequestParam(required = false) Long rule) {
    return rules.changes(rule, actor);
  }

  @Operation(operationId = "addRemovalRule", summary = "Add a removal rule")
  @Needs(Permission.RULES)
  @PostMapping("/rules")
  @ResponseStatus(HttpStatus.CREATED)
  RemovalRules.Card add(Command command, @Valid @RequestBody RemovalRules.Entry entry) {
    return rules.add(entry, command.actor());
  }

  @Operation(operationId = "changeRemovalRule", summary = "Change a removal rule")
  @Needs(Permission.RULES)
  @PutMapping("/rules/{id}")
  RemovalRules.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody RemovalRules.Entry entry) {
    return rules.change(id, entry, command.actor());
  }

  @Operation(operationId = "deleteRemovalRule", summary = "Remove a removal rule")
  @Needs(Permission.RULES)
  @DeleteMapping("/rules/{id}")
  RemovalRules.Card remove(Command command, @PathVariable long id) {
    return rules.remove(id, command.actor());
  }

  /** A rule as entered, to be placed among the others. */
  record DraftEntry(Long replaces, @NotNull @Valid RemovalRules.Entry rule) {}

  /** Says which rules it would override, and which override it. Saves nothing. */
  @Operation(
      operationId = "rankRemovalRule",
      summary = "Say which rules a removal rule goes before")
  @Needs(Permission.RULES)
  @PostMapping("/standing")
  RemovalRules.Card standing(@Valid @RequestBody DraftEntry draft) {
    return rules.standing(draft.rule(), draft.replaces() == null ? 0 : draft.replaces());
  }

  /** Says what would be taken of today's stock, and why. Takes nothing. */
  @Operation(operationId = "tryRemovalRule", summary = "Try removal on today's stock")
  @Needs(Permission.LOOK)
  @PostMapping("/trial")
  RemovalPreview.Trial trial(Actor actor, @Valid @RequestBody RemovalPreview.TrialEntry trial) {
    return preview.trial(trial, actor);
  }

  /** Plays the last days over again by a rule as entered and by the rules as they are. */
  @Operation(operationId = "compareRemovalRule", summary = "Replay past demand by a removal rule")
  @Needs(Permission.LOOK)
  @PostMapping("/comparison")
  RemovalReplay.Comparison compare(Actor actor, @Valid @RequestBody RemovalReplay.Entry entry) {
    return replay.compare(entry, actor);
  }
}
