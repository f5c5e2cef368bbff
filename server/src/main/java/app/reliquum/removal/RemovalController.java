package app.reliquum.removal;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
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
  private final Trying trying;
  private final Comparing comparing;
  private final Commands commands;

  RemovalController(RemovalRules rules, Trying trying, Comparing comparing, Commands commands) {
    this.comparing = comparing;
    this.rules = rules;
    this.trying = trying;
    this.commands = commands;
  }

  /** Every removal rule, the most specific first. */
  @Operation(operationId = "listRemovalRules", summary = "The removal rules")
  @GetMapping("/rules")
  List<RemovalRules.Card> rules() {
    return rules.rules();
  }

  /** Who changed what, the latest first. */
  @Operation(operationId = "listRemovalRuleChanges", summary = "Who changed removal rules")
  @GetMapping("/changes")
  List<RemovalRules.Change> changes(@RequestParam(required = false) Long rule) {
    return rules.changes(rule);
  }

  @Operation(operationId = "addRemovalRule", summary = "Add a removal rule")
  @PostMapping("/rules")
  @ResponseStatus(HttpStatus.CREATED)
  @PreAuthorize("hasAuthority('RULES')")
  RemovalRules.Card add(Command command, @Valid @RequestBody RemovalRules.Entry entry) {
    return commands.once(
        command,
        "add removal rule",
        entry,
        RemovalRules.Card.class,
        () -> rules.add(entry, command.actor()));
  }

  @Operation(operationId = "changeRemovalRule", summary = "Change a removal rule")
  @PutMapping("/rules/{id}")
  @PreAuthorize("hasAuthority('RULES')")
  RemovalRules.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody RemovalRules.Entry entry) {
    return commands.once(
        command,
        "change removal rule " + id,
        entry,
        RemovalRules.Card.class,
        () -> rules.change(id, entry, command.actor()));
  }

  @Operation(operationId = "deleteRemovalRule", summary = "Remove a removal rule")
  @DeleteMapping("/rules/{id}")
  @PreAuthorize("hasAuthority('RULES')")
  RemovalRules.Card remove(Command command, @PathVariable long id) {
    return commands.once(
        command,
        "remove removal rule " + id,
        "",
        RemovalRules.Card.class,
        () -> rules.remove(id, command.actor()));
  }

  /** A rule as entered, to be placed among the others. */
  record DraftEntry(Long replaces, @NotNull @Valid RemovalRules.Entry rule) {}

  /** Says which rules it would override, and which override it. Saves nothing. */
  @Operation(
      operationId = "rankRemovalRule",
      summary = "Say which rules a removal rule goes before")
  @PostMapping("/standing")
  @PreAuthorize("hasAuthority('RULES')")
  RemovalRules.Card standing(@Valid @RequestBody DraftEntry draft) {
    return rules.standing(draft.rule(), draft.replaces() == null ? 0 : draft.replaces());
  }

  /** Says what would be taken of today's stock, and why. Takes nothing. */
  @Operation(operationId = "tryRemovalRule", summary = "Try removal on today's stock")
  @PostMapping("/trial")
  Trying.Trial trial(Actor actor, @Valid @RequestBody Trying.TrialEntry trial) {
    return trying.trial(trial, actor);
  }

  /** Plays the last days over again by a rule as entered and by the rules as they are. */
  @Operation(operationId = "compareRemovalRule", summary = "Replay past demand by a removal rule")
  @PostMapping("/comparison")
  Comparing.Comparison compare(Actor actor, @Valid @RequestBody Comparing.Entry entry) {
    return comparing.compare(entry, actor);
  }
}
