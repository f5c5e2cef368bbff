package app.reliquum.replenishment;

import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.fulfilment.LineArrival;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.outbound.LineSupply;
import app.reliquum.outbound.WaitingOrders.Lacking;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * How lines of orders are met: as the line says; else as the policy says that holds for its item at
 * the site; else from stock.
 */
@Component
class LineRules implements LineSupply {

  private static final Rule WAITS = new Rule(SupplyRule.FROM_STOCK, 0);

  private final JdbcClient jdbc;
  private final Policies policies;
  private final LineArrivals arrivals;

  LineRules(JdbcClient jdbc, Policies policies, LineArrivals arrivals) {
    this.jdbc = jdbc;
    this.policies = policies;
    this.arrivals = arrivals;
  }

  /**
   * How a line is met.
   *
   * @param from the site that is asked for what stock does not meet; 0 for none
   */
  record Rule(SupplyRule rule, long from) {}

  /** What holds for items at a site, for lines that do not say it themselves. */
  static final class OfItems {
    private final Map<Long, Rule> rules;

    private OfItems(Map<Long, Rule> rules) {
      this.rules = rules;
    }

    /** How a line is met. */
    Rule of(Lacking line) {
      return line.rule() == null ? of(line.itemId()) : new Rule(line.rule(), line.from());
    }

    private Rule of(long item) {
      return rules.getOrDefault(item, WAITS);
    }
  }

  /** What the policies say of some items at a site. */
  @Transactional(readOnly = true)
  public OfItems ofItems(long site, Collection<Long> items) {
    Map<Long, Rule> rules = new HashMap<>();
    policies
        .holding(site, categories(items))
        .forEach((item, row) -> rules.put(item, rule(row.figures())));
    return new OfItems(rules);
  }

  private static Rule rule(Policies.Figures figures) {
    Long from = figures.forOrdersFrom();
    return new Rule(figures.forOrders(), from == null ? 0 : from);
  }

  private Map<Long, String> categories(Collection<Long> items) {
    Map<Long, String> categories = new HashMap<>();
    if (!items.isEmpty()) {
      jdbc.sql("select id, category from item where id in (:items)")
          .param("items", items)
          .query(
              row -> {
                categories.put(row.getLong(1), row.getString(2));
              });
    }
    return categories;
  }

  @Override
  @Transactional(readOnly = true)
  public Map<Integer, Quantity> mayReserve(String order, long site, List<LineSupply.Line> lines) {
    List<LineSupply.Line> unsaid = lines.stream().filter(line -> line.rule() == null).toList();
    OfItems ofItems =
        unsaid.isEmpty() || !policies.anyForOneOrder()
            ? new OfItems(Map.of())
            : ofItems(
                site, unsaid.stream().map(LineSupply.Line::itemId).collect(Collectors.toSet()));
    Map<Integer, SupplyRule> own = new HashMap<>();
    for (LineSupply.Line line : lines) {
      SupplyRule rule = line.rule() == null ? ofItems.of(line.itemId()).rule() : line.rule();
      if (!rule.fromStock()) {
        own.put(line.line(), rule);
      }
    }
    if (own.isEmpty()) {
      return Map.of();
    }
    Map<LineArrivals.Key, LineArrival> arrived = arrivals.of(List.of(order));
    Map<Integer, Quantity> most = new HashMap<>();
    for (LineSupply.Line line : lines) {
      if (own.containsKey(line.line())) {
        Quantity came =
            arrived
                .getOrDefault(
                    new LineArrivals.Key(order, line.line(), line.itemId()), LineArrival.NONE)
                .notTaken(line.met());
        most.put(
            line.line(),
            Objects.requireNonNull(own.get(line.line())).mayReserve(line.missing(), came));
      }
    }
    return most;
  }
}
