package app.reliquum.costing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Utc;
import app.reliquum.core.costing.CostLayer;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.costing.CostPool;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.costing.Valuation;
import app.reliquum.core.costing.Valuation.Moved;
import app.reliquum.core.costing.Valuation.PoolKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Message;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * What stock is worth: values the lines of postings, and knows what an item costs.
 *
 * <p>The cost by which an item is known follows what is paid for it: it is the average of all that
 * the house has of it, taken anew whenever goods come in with a price.
 */
@Service
public class Costs {

  private final JdbcClient jdbc;
  private final PoolTable pools;
  private final Clock clock;
  private final RowLog rowLog;

  Costs(JdbcClient jdbc, PoolTable pools, Clock clock, RowLog rowLog) {
    this.rowLog = rowLog;
    this.jdbc = jdbc;
    this.pools = pools;
    this.clock = clock;
  }

  /** What one base unit of an item costs; nothing if nobody has said. */
  public UnitCost of(long item) {
    return Objects.requireNonNull(of(List.of(item)).get(item));
  }

  /** What one base unit of each of some items costs. */
  public Map<Long, UnitCost> of(Collection<Long> items) {
    Map<Long, UnitCost> costs = new HashMap<>();
    items.forEach(item -> costs.put(item, UnitCost.NONE));
    costs.putAll(known(items));
    return costs;
  }

  private Map<Long, UnitCost> known(Collection<Long> items) {
    Map<Long, UnitCost> costs = new HashMap<>();
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

  /**
   * What one base unit of each of some items is worth at a site: the average of its pool there, or,
   * where none lies there, the cost that the item is known by.
   */
  @Transactional(readOnly = true)
  public Map<Long, UnitCost> at(long site, Collection<Long> items) {
    Map<Long, UnitCost> costs = of(items);
    if (!items.isEmpty()) {
      jdbc.sql(
              "select c.item_id, c.value / c.quantity from cost_pool c join site w on c.pool_id ="
                  + " if(w.cost_site_id = 0, w.id, w.cost_site_id) where w.id = :site and c.item_id"
                  + " in (:items) and c.quantity > 0")
          .param("site", site)
          .param("items", items)
          .query(
              row -> {
                costs.put(row.getLong(1), new UnitCost(row.getBigDecimal(2)));
              });
    }
    return costs;
  }

  /**
   * What one base unit of a position is worth where it lies, as an expression of SQL for sets of
   * positions: of its lot where lots have their own cost, else the average of its pool, else the
   * cost that the item is known by. {@link #at} says the same of items.
   *
   * @param row the alias of a row with item_id and lot_id
   * @param place an expression that names the place
   */
  public static String unitCostSql(String row, String place) {
    String pool =
        " from cost_pool cp where cp.item_id = %1$s.item_id and cp.pool_id = (select "
            + Pools.OF_PLACE
            + " from place p left join site w on w.id = p.site_id where p.id = %2$s)";
    return ("coalesce((select sum(cl.value) / sum(cl.quantity) from cost_layer cl where (cl.item_id,"
            + " cl.pool_id, cl.lot_id) = (select cp.item_id, cp.pool_id, %1$s.lot_id"
            + pool
            + " and cp.method = 'LOT') and cl.quantity > 0), (select cp.value / cp.quantity"
            + pool
            + " and cp.quantity > 0), (select ci.cost from item_cost ci where ci.item_id ="
            + " %1$s.item_id), 0)")
        .formatted(row, place);
  }

  /**
   * Values the lines of a posting that is being written, and keeps what becomes of the pools.
   *
   * @param actor who posts
   * @return what each line is worth, in the order of the lines
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Valuation.Worth> value(Actor actor, List<Moved> lines) {
    List<PoolKey> touched = Valuation.touchedBy(lines);
    if (touched.isEmpty()) {
      return Valuation.of(lines, Map.of(), Map.of());
    }
    Set<Long> items = touched.stream().map(PoolKey::item).collect(Collectors.toSet());
    Map<Long, UnitCost> known = known(items);
    Map<Long, UnitCost> first = new TreeMap<>();
    Set<Long> dearer = new TreeSet<>();
    for (Moved line : lines) {
      if (line.from() == null && line.to() != null) {
        long item = line.to().item();
        if (line.paid() != null) {
          dearer.add(item);
          if (!known.containsKey(item)) {
            first.putIfAbsent(item, line.paid());
          }
        } else if (line.undone() != null) {
          dearer.add(item);
        }
      } else if (line.undone() != null && line.crosses()) {
        dearer.add(line.from().item());
      }
    }
    Set<PoolKey> wanted = new HashSet<>(touched);
    if (!first.isEmpty()) {
      jdbc.sql("select item_id, pool_id from cost_pool where item_id in (:items)")
          .param("items", first.keySet())
          .query((row, n) -> wanted.add(new PoolKey(row.getLong(1), row.getLong(2))))
          .list();
    }
    Map<PoolKey, CostPool> locked = pools.lock(wanted);
    // What was there before anyone knew a cost is taken to have cost the same.
    if (!first.isEmpty()) {
      SortedSet<PoolKey> unknown = new TreeSet<>(locked.keySet());
      unknown.removeIf(key -> !first.containsKey(key.item()));
      revalue(actor, locked, unknown, key -> first.get(key.item()), "The first cost known of it");
    }
    List<Valuation.Worth> worth = Valuation.of(lines, locked, known);
    pools.write(locked);
    learn(dearer);
    return worth;
  }

  /**
   * What the lines of a posting would be worth if it were written now; nothing is kept of it. The
   * pools stay as they are until the transaction ends.
   *
   * @return what each line would be worth, in the order of the lines
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<BigDecimal> estimate(List<Moved> lines) {
    List<PoolKey> touched = Valuation.touchedBy(lines);
    Set<Long> items = touched.stream().map(PoolKey::item).collect(Collectors.toSet());
    return Valuation.of(lines, pools.lock(touched), known(items)).stream()
        .map(Valuation.Worth::value)
        .toList();
  }

  /** How much of its cost scrap keeps until it is collected, 0 to 100. */
  public int scrapWorthPercent() {
    return jdbc.sql("select scrap_worth_percent from house").query(Integer.class).single();
  }

  /**
   * Notes what the lines of a posting wrote off where the goods were put, or brought back.
   *
   * @param worth what {@link #value} said of the lines
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void writeOff(
      Actor actor,
      long posting,
      @Nullable String document,
      List<Moved> lines,
      List<Valuation.Worth> worth) {
    for (int i = 0; i < lines.size(); i++) {
      BigDecimal less = worth.get(i).writtenOff();
      if (less.signum() == 0) {
        continue;
      }
      PoolKey key = lines.get(i).to();
      jdbc.sql(
              "insert into revaluation (item_id, pool_id, effective, person_id, value, role,"
                  + " document, reason, posting_id, line_no) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
          .params(
              key.item(),
              key.pool(),
              Utc.of(lines.get(i).at()),
              actor.id(),
              less.negate(),
              PlaceKind.SCRAPPED.name(),
              document,
              less.signum() > 0 ? "Put into a scrap place" : "Put back from a scrap place",
              posting,
              i + 1)
          .update();
    }
  }

  /** What the lines of a posting wrote off, by their numbers, where they did. */
  @Transactional(readOnly = true)
  public Map<Integer, BigDecimal> writtenOff(long posting) {
    Map<Integer, BigDecimal> lines = new HashMap<>();
    jdbc.sql("select line_no, -sum(value) from revaluation where posting_id = ? group by line_no")
        .param(posting)
        .query(
            row -> {
              lines.put(row.getInt(1), row.getBigDecimal(2));
            });
    return lines;
  }

  /** Gives pools another cost; scrap places keep the share of it that the house says. */
  private void revalue(
      Actor actor,
      Map<PoolKey, CostPool> locked,
      SortedSet<PoolKey> keys,
      Function<PoolKey, UnitCost> costOf,
      String reason) {
    Set<Long> scrap = scrapPools(keys);
    int percent = scrap.isEmpty() ? 100 : scrapWorthPercent();
    for (PoolKey key : keys) {
      UnitCost whole = Objects.requireNonNull(costOf.apply(key));
      UnitCost cost = scrap.contains(key.pool()) ? whole.percent(percent) : whole;
      BigDecimal more = Objects.requireNonNull(locked.get(key)).revalue(cost);
      if (more.signum() != 0) {
        note(actor, key, more, cost, reason);
      }
    }
  }

  private Set<Long> scrapPools(Collection<PoolKey> keys) {
    Set<Long> places =
        keys.stream()
            .map(PoolKey::pool)
            .filter(pool -> pool < 0)
            .map(pool -> -pool)
            .collect(Collectors.toSet());
    return places.isEmpty()
        ? Set.of()
        : jdbc.sql("select -id from place where scrap and id in (:places)")
            .param("places", places)
            .query(Long.class)
            .set();
  }

  private void note(
      Actor actor, PoolKey key, BigDecimal value, @Nullable UnitCost cost, String reason) {
    jdbc.sql(
            "insert into revaluation (item_id, pool_id, effective, person_id, value, unit_cost,"
                + " reason) values (?, ?, ?, ?, ?, ?, ?)")
        .params(
            key.item(),
            key.pool(),
            now(),
            actor.id(),
            value,
            cost == null ? null : cost.amount(),
            reason)
        .update();
  }

  /**
   * Takes the cost by which items are known anew from all that the house has of them, but scrap.
   */
  private void learn(Set<Long> items) {
    if (items.isEmpty()) {
      return;
    }
    jdbc.sql(
            "insert into item_cost (item_id, cost, changed) select c.item_id, round(sum(c.value) /"
                + " sum(c.quantity), 6), :now from cost_pool c where c.item_id in (:items) and not exists"
                + " (select 1 from place p where p.id = -c.pool_id and p.scrap) group by"
                + " c.item_id having sum(c.quantity) > 0"
                + " on duplicate key update cost = value(cost), changed = value(changed)")
        .param("items", items)
        .param("now", now())
        .update();
  }

  /**
   * What goods that came in together cost besides.
   *
   * @param pool where they came to
   * @param lot their lot, 0 for none
   * @param since when they came
   * @param quantity how many came
   * @param value what all of them cost besides; negative if they cost less
   */
  public record Worth(PoolKey pool, long lot, Instant since, Quantity quantity, BigDecimal value) {}

  /**
   * Where worth comes from.
   *
   * @param account the role of the account
   * @param document because of which document
   * @param reason in somebody's words
   */
  public record Cause(String account, String document, String reason) {}

  /**
   * Makes amounts part of what goods cost that came in before, as far as they are still there. What
   * falls on goods that have gone is noted beside it.
   *
   * @return what of each was added, in the same order
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<BigDecimal> addWorth(Actor actor, List<Worth> worth, Cause cause) {
    Map<PoolKey, CostPool> locked = pools.lock(worth.stream().map(Worth::pool).toList());
    Map<PoolKey, BigDecimal> held = new TreeMap<>();
    Map<PoolKey, BigDecimal> gone = new TreeMap<>();
    List<BigDecimal> added = new ArrayList<>();
    for (Worth one : worth) {
      BigDecimal more =
          Objects.requireNonNull(locked.get(one.pool()))
              .addWorth(one.lot(), one.since(), one.quantity(), one.value());
      added.add(more);
      held.merge(one.pool(), more, BigDecimal::add);
      gone.merge(one.pool(), one.value().subtract(more), BigDecimal::add);
    }
    pools.write(locked);
    held.forEach(
        (key, more) -> {
          BigDecimal rest = Objects.requireNonNull(gone.get(key));
          if (more.signum() != 0 || rest.signum() != 0) {
            jdbc.sql(
                    "insert into revaluation (item_id, pool_id, effective, person_id, value, gone,"
                        + " role, document, reason) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                    key.item(),
                    key.pool(),
                    now(),
                    actor.id(),
                    more,
                    rest,
                    cause.account(),
                    cause.document(),
                    cause.reason())
                .update();
          }
        });
    learn(held.keySet().stream().map(PoolKey::item).collect(Collectors.toSet()));
    return added;
  }

  /**
   * Says what an item costs from now on; what the house has of it is worth that.
   *
   * @param reason why, for those who ask later what changed the value of stock
   */
  @Transactional
  public void set(Actor actor, long item, UnitCost cost, String reason) {
    Map<PoolKey, CostPool> locked = pools.lockAll(List.of(item));
    watch(item);
    revalue(actor, locked, new TreeSet<>(locked.keySet()), key -> cost, reason);
    pools.write(locked);
    jdbc.sql(
            "insert into item_cost (item_id, cost, changed) values (?, ?, ?)"
                + " on duplicate key update cost = value(cost), changed = value(changed)")
        .params(item, cost.amount(), now())
        .update();
  }

  private void watch(long item) {
    rowLog.changing(
        "costs",
        jdbc.sql("select code from item where id = ?")
            .param(item)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("item", item)));
  }

  /** Which worth goods of an item take along when they leave. */
  public CostMethod method(long item) {
    return CostMethod.valueOf(
        jdbc.sql(
                "select coalesce(m.method, 'MOVING_AVERAGE') from item i"
                    + " left join item_cost_method m on m.item_id = i.id where i.id = ?")
            .param(item)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("item", item)));
  }

  /** Changes that. What lies there keeps its value as a whole; lots share it by their quantity. */
  @Transactional
  public void method(long item, CostMethod method) {
    if (method(item) == method) {
      return;
    }
    watch(item);
    jdbc.sql(
            "insert into item_cost_method (item_id, method) values (?, ?)"
                + " on duplicate key update method = value(method)")
        .params(item, method.name())
        .update();
    Map<PoolKey, CostPool> locked = pools.lockAll(List.of(item));
    Map<PoolKey, CostPool> formed = new TreeMap<>();
    locked.forEach((key, pool) -> formed.put(key, formed(key, pool, method)));
    pools.forgetLayers(locked.keySet());
    pools.write(formed);
  }

  private CostPool formed(PoolKey key, CostPool pool, CostMethod method) {
    if (method != CostMethod.LOT) {
      return new CostPool(
          method,
          pool.layers().stream()
              .map(
                  layer ->
                      method == CostMethod.FIFO && layer.since().equals(Instant.EPOCH)
                          ? new CostLayer(0, clock.instant(), layer.quantity(), layer.value())
                          : layer)
              .toList());
    }
    CostPool average = new CostPool(CostMethod.MOVING_AVERAGE, pool.layers());
    CostPool byLot = new CostPool(method, List.of());
    Map<Long, Quantity> lots = new TreeMap<>();
    pools
        .held(key)
        .forEach(one -> lots.merge(one.lot(), new Quantity(one.quantity()), Quantity::plus));
    lots.forEach((lot, quantity) -> average.take(lot, quantity).forEach(byLot::put));
    return byLot;
  }

  /** A site, and the one whose cost its stock shares; itself if it has its own. */
  @Schema(name = "SiteCost")
  public record SiteCost(long site, String name, long costSite) {}

  /** Which sites share their cost. */
  @Transactional(readOnly = true)
  public List<SiteCost> sites() {
    return jdbc.sql(
            "select id site, name, if(cost_site_id = 0, id, cost_site_id) cost_site from site order"
                + " by name")
        .query(SiteCost.class)
        .list();
  }

  /**
   * Lets a site share its cost with another, or have its own. The value of the house stays as it
   * is; where a site leaves a group it takes its share by quantity along.
   *
   * @param with the site whose cost it shares; 0 or itself for its own
   */
  @Transactional
  public void share(Actor actor, long site, long with) {
    long wanted = with == 0 ? site : with;
    long before =
        jdbc.sql("select if(cost_site_id = 0, id, cost_site_id) from site where id = ? for update")
            .param(site)
            .query(Long.class)
            .optional()
            .orElseThrow(() -> Problem.missing("site", site));
    if (wanted == before) {
      return;
    }
    checkGroup(site, wanted);
    rowLog.changing("shared costs");
    List<PoolKey> leaving = pools.ofPool(before);
    Set<PoolKey> keys = new TreeSet<>(leaving);
    leaving.forEach(key -> keys.add(new PoolKey(key.item(), wanted)));
    Map<PoolKey, CostPool> locked = pools.lock(keys);
    for (PoolKey key : leaving) {
      PoolKey to = new PoolKey(key.item(), wanted);
      List<CostLayer> moved = new ArrayList<>();
      for (PoolTable.Held held : pools.held(key)) {
        if (held.site() == site) {
          moved.addAll(
              Objects.requireNonNull(locked.get(key))
                  .take(held.lot(), new Quantity(held.quantity())));
        }
      }
      BigDecimal value =
          moved.stream().map(CostLayer::value).reduce(BigDecimal.ZERO, BigDecimal::add);
      moved.forEach(Objects.requireNonNull(locked.get(to))::put);
      regrouped(actor, site, key, to, value);
    }
    pools.write(locked);
    jdbc.sql("update site set cost_site_id = ? where id = ?")
        .params(wanted == site ? 0 : wanted, site)
        .update();
  }

  private void checkGroup(long site, long wanted) {
    boolean leads =
        jdbc.sql("select count(*) from site where cost_site_id = ?")
                .param(site)
                .query(Integer.class)
                .single()
            > 0;
    boolean follows =
        jdbc.sql("select cost_site_id from site where id = ?")
                .param(wanted)
                .query(Long.class)
                .optional()
                .orElseThrow(() -> Problem.missing("site", wanted))
            > 0;
    if (wanted != site && (leads || follows)) {
      throw Problem.refused(
              "cost-group",
              leads
                  ? Message.of(
                      "Other sites share the cost of this one. Let them have another first.")
                  : Message.of("That site itself shares the cost of another. Name that one."))
          .with("field", "costSite");
    }
  }

  /**
   * Postings are read by the group that their site belongs to today. What the site took along may
   * differ from what its postings come to; the difference is noted on both sides.
   */
  private void regrouped(Actor actor, long site, PoolKey from, PoolKey to, BigDecimal value) {
    BigDecimal posted =
        jdbc.sql(
                "select coalesce((select sum(l.value) from posted_line l join place p on p.id ="
                    + " l.to_place_id where l.item_id = :item and p.site_id = :site and p.kind ="
                    + " 'BIN'), 0) - coalesce((select sum(l.value) from posted_line l join place p"
                    + " on p.id = l.from_place_id where l.item_id = :item and p.site_id = :site and"
                    + " p.kind = 'BIN'), 0)")
            .param("item", from.item())
            .param("site", site)
            .query(BigDecimal.class)
            .single();
    BigDecimal more = value.subtract(posted).setScale(UnitCost.CENTS, RoundingMode.UNNECESSARY);
    if (more.signum() != 0) {
      note(actor, to, more, null, "Shares another cost");
      note(actor, from, more.negate(), null, "Shares another cost");
    }
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
