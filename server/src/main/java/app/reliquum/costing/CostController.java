package app.reliquum.costing;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.costing.UnitCost;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class CostController {

  private final Costs costs;

  CostController(Costs costs) {
    this.costs = costs;
  }

  /** What one base unit costs, and which worth goods take along when they leave. */
  @Schema(name = "ItemCost")
  record Cost(
      @NotNull @PositiveOrZero BigDecimal cost,
      @Nullable CostMethod method,
      @Nullable @Size(max = 200) String reason) {}

  @Operation(operationId = "getItemCost", summary = "What an item costs")
  @Needs(Permission.LOOK)
  @GetMapping("/items/{item}/cost")
  Cost cost(@PathVariable long item) {
    return new Cost(costs.of(item).amount(), costs.method(item), null);
  }

  @Operation(operationId = "setItemCost", summary = "Set what an item costs")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/items/{item}/cost")
  Cost set(Command command, @PathVariable long item, @Valid @RequestBody Cost entry) {
    if (entry.method() != null) {
      costs.method(item, entry.method());
    }
    UnitCost cost = new UnitCost(entry.cost());
    if (!cost.equals(costs.of(item))) {
      String reason = entry.reason() == null ? "" : entry.reason().strip();
      costs.set(command.actor(), item, cost, reason.isEmpty() ? "Set by hand" : reason);
    }
    return cost(item);
  }

  /** With whom a site shares its cost. */
  record Sharing(@NotNull Long costSite) {}

  @Operation(operationId = "listCostSites", summary = "Sites, and which of them share a cost")
  @Needs(Permission.LOOK)
  @GetMapping("/costs/sites")
  List<Costs.SiteCost> sites(Actor actor) {
    return costs.sites().stream().filter(one -> actor.worksAt(one.site())).toList();
  }

  @Operation(operationId = "shareCosts", summary = "Let a site share the costs of another")
  @Needs(Permission.RULES)
  @PutMapping("/costs/sites/{site}")
  Sharing share(Command command, @PathVariable long site, @Valid @RequestBody Sharing sharing) {
    for (Costs.SiteCost one : costs.sites()) {
      if (one.site() == site || one.site() == sharing.costSite()) {
        command.actor().requireSite(one.site(), one.name());
      }
    }
    costs.share(command.actor(), site, sharing.costSite());
    return sharing;
  }
}
