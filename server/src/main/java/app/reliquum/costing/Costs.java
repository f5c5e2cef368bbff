package app.reliquum.costing;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The cost of each item in the whole house: a moving average of what was paid. */
@Service
public class Costs {

  private final JdbcClient jdbc;
  private final Clock clock;

  Costs(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** What one base unit of an item costs; nothing if nobody has said. */
  public UnitCost of(long item) {
    return find(item, "").orElse(UnitCost.NONE);
  }

  /** What one base unit of each of some items costs. */
  public Map<Long, UnitCost> of(Collection<Long> items) {
    Map<Long, UnitCost> costs = new HashMap<>();
    items.forEach(item -> costs.put(item, UnitCost.NONE));
    if (!items.isEmpty()) {
      jdbc.sql("select item_id, cost from item_cost where item_id in (:items)")
          .param("items", items)
          .query(
              row -> {
                costs.put(row.getLong(1), new UnitCost(row.getBigDecimal(2)));
              });
    }
    return costs;
  }

  private Optional<UnitCost> find(long item, String lock) {
    return jdbc.sql("select cost from item_cost where item_id = ?" + lock)
        .param(item)
        .query(BigDecimal.class)
        .optional()
        .map(UnitCost::new);
  }

  /** Says what an item costs from now on. */
  @Transactional
  public void set(long item, UnitCost cost) {
    jdbc.sql(
            "insert into item_cost (item_id, cost, changed) values (?, ?, ?)"
                + " on duplicate key update cost = value(cost), changed = value(changed)")
        .params(item, cost.amount(), LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC))
        .update();
  }

  /**
   * Takes in what was paid for goods that are about to be received.
   *
   * @param came how much, in base units
   * @param price what each of them cost
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void received(long item, Quantity came, UnitCost price) {
    UnitCost before = find(item, " for update").orElse(UnitCost.NONE);
    Quantity held =
        jdbc.sql("select on_hand from item_stock where item_id = ? and site_id = 0")
            .param(item)
            .query(BigDecimal.class)
            .optional()
            .map(Quantity::new)
            .orElse(Quantity.ZERO);
    // What was there before anyone knew a cost is taken to have cost the same.
    set(item, before.equals(UnitCost.NONE) ? price : before.after(held, came, price));
  }
}
