package app.reliquum.putaway;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.places.Places;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.jspecify.annotations.Nullable;
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
@RequestMapping("/api")
class PutAwayController {

  private final Rules rules;
  private final PuttingAway puttingAway;
  private final Binning binning;
  private final Places places;

  PutAwayController(Rules rules, PuttingAway puttingAway, Binning binning, Places places) {
    this.rules = rules;
    this.puttingAway = puttingAway;
    this.binning = binning;
    this.places = places;
  }

  /** The put-away rules of a site, with how full they are. */
  @Operation(operationId = "listPutAwayRules", summary = "The put-away rules of a site")
  @Needs(Permission.LOOK)
  @GetMapping("/put-away/rules")
  List<Rules.Card> rules(Actor actor, @RequestParam long site) {
    return rules.rules(site, actor);
  }

  @Operation(operationId = "addPutAwayRule", summary = "Add a put-away rule")
  @Needs(Permission.RULES)
  @PostMapping("/put-away/rules")
  @ResponseStatus(HttpStatus.CREATED)
  Rules.Card add(Command command, @Valid @RequestBody Rules.Entry entry) {
    return rules.add(entry, command.actor());
  }

  @Operation(operationId = "changePutAwayRule", summary = "Change a put-away rule")
  @Needs(Permission.RULES)
  @PutMapping("/put-away/rules/{id}")
  Rules.Card change(Command command, @PathVariable long id, @Valid @RequestBody Rules.Entry entry) {
    return rules.change(id, entry, command.actor());
  }

  @Operation(operationId = "removePutAwayRule", summary = "Remove a put-away rule")
  @Needs(Permission.RULES)
  @DeleteMapping("/put-away/rules/{id}")
  Rules.Card remove(Command command, @PathVariable long id) {
    return rules.remove(id, command.actor());
  }

  /** A rule to be tried, with how much would be put away by it. */
  record TrialEntry(Long replaces, @NotNull Quantity quantity, @NotNull @Valid Rules.Entry rule) {}

  /** Says what today's stock would be given with a rule as entered. Saves nothing. */
  @Operation(operationId = "tryPutAwayRule", summary = "Try a put-away rule on today's stock")
  @Needs(Permission.RULES)
  @PostMapping("/put-away/trial")
  PuttingAway.Advice trial(Actor actor, @Valid @RequestBody TrialEntry trial) {
    return puttingAway.tryRule(
        trial.rule(), trial.replaces() == null ? 0 : trial.replaces(), trial.quantity(), actor);
  }

  /** Says where goods would be put, and why. */
  @Operation(operationId = "planPutAway", summary = "Where goods would be put, and why")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/put-away/plan")
  PuttingAway.Advice plan(
      Actor actor,
      @RequestParam long site,
      @RequestParam long item,
      @RequestParam(defaultValue = "0") long lot,
      @RequestParam(defaultValue = "0") long place,
      @RequestParam(defaultValue = "0") long load,
      @RequestParam(defaultValue = "GOOD") Condition condition,
      @RequestParam Quantity quantity) {
    places.requireSite(site, actor);
    return puttingAway.advice(
        site, new PositionKey(item, place, lot, 0, load, condition), quantity);
  }

  /** What is not yet binned at a site. */
  @Operation(operationId = "listNotYetBinned", summary = "What is not yet binned at a site")
  @Needs(Permission.LOOK)
  @GetMapping("/sites/{id}/binning")
  Binning.Sheet sheet(
      Actor actor, @PathVariable long id, @RequestParam(required = false) @Nullable Long item) {
    return binning.sheet(id, item, actor);
  }

  /** Writes in which bins goods are that were not yet binned. */
  @Operation(operationId = "putStockIntoBins", summary = "Put stock into bins")
  @Needs(Permission.POST)
  @PostMapping("/sites/{id}/binning")
  @ResponseStatus(HttpStatus.CREATED)
  Stock.Posted spread(
      Command command, @PathVariable long id, @Valid @RequestBody Binning.Entry entry) {
    return binning.spread(command, id, entry);
  }
}
