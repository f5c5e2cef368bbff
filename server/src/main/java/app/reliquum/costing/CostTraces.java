package app.reliquum.costing;

import app.reliquum.api.sheets.LastingTraces;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What goods cost that were posted stays, and is worth nothing when they have gone again. */
@Component
class CostTraces implements LastingTraces {

  @Override
  public Set<String> tables() {
    return Set.of("item_cost", "cost_layer", "cost_pool");
  }
}
