package app.reliquum.costing;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.core.costing.UnitCost;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import java.math.BigDecimal;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/items/{item}/cost")
class CostController {

  private final Costs costs;
  private final Commands commands;

  CostController(Costs costs, Commands commands) {
    this.costs = costs;
    this.commands = commands;
  }

  /** What one base unit costs. */
  @Schema(name = "ItemCost")
  record Cost(@NotNull @PositiveOrZero BigDecimal cost) {}

  @GetMapping
  Cost cost(@PathVariable long item) {
    return new Cost(costs.of(item).amount());
  }

  @PutMapping
  @PreAuthorize("hasAuthority('RULES')")
  Cost set(Command command, @PathVariable long item, @Valid @RequestBody Cost entry) {
    return commands.once(
        command,
        "set cost " + item,
        entry,
        Cost.class,
        () -> {
          costs.set(item, new UnitCost(entry.cost()));
          return cost(item);
        });
  }
}
