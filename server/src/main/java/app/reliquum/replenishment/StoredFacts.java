package app.reliquum.replenishment;

import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.demand.DemandHistory;
import app.reliquum.core.demand.LeadTime;
import app.reliquum.core.demand.Review;
import app.reliquum.core.demand.StockCourse;
import app.reliquum.core.demand.SupplyTerms;
import app.reliquum.core.demand.WorkingDays;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Usage;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.costing.Costs;
import app.reliquum.house.House;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.places.Places;
import app.reliquum.places.SiteCalendar;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.Asked;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.supply.Requisitions;
import java.math.BigDecimal;
import java.sql.Date;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the house knows of items at a site, as core wants to know it; of many at once. */
@Component
@Transactional(readOnly = true)
class StoredFacts {

  /** Nobody has said how long an item takes that nobody is known to sell. */
  static final int UNKNOWN_LEAD_DAYS = 7;

  private static final int JOURNEYS_OF_DAYS = 365;

  private final JdbcClient jdbc;
  private final Policies policies;
  private final SiteGroups groups;
  private final SupplierItems sold;
  private final InboundOrders orders;
  private final Requisitions requisitions;
  private final Costs costs;
  private final List<Coming> coming;
  private final List<Asked> asked;
  private final SiteDays days;
  private final SiteCalendar calendar;
  private final Places places;
  private final Clock clock;
  private final House house;

  StoredFacts(
      JdbcClient jdbc,
      Policies policies,
      SiteGroups groups,
      SupplierItems sold,
      InboundOrders orders,
      Requisitions requisitions,
      Costs costs,
      List<Coming> coming,
      List<Asked> asked,
      SiteDays days,
      SiteCalendar calendar,
      Places places,
      Clock clock,
      House house) {
    this.house = house;
    this.jdbc = jdbc;
    this.policies = policies;
    this.groups = groups;
    this.sold = sold;
    this.orders = orders;
    this.requisitions = requisitions;
    this.costs = costs;
    this.coming = List.copyOf(coming);
    this.asked = List.copyOf(asked);
    this.days = days;
    this.calendar = calendar;
    this.places = places;
    this.clock = clock;
  }

  /** An item as it is called and counted. */
  record Item(
      long id,
      String code,
      String name,
      String category,
      String symbol,
      int decimals,
      @Nullable Integer shelfLife) {}

  /**
   * An item at a site, or at the sites of a group together.
   *
   * @param at where it is looked at
   * @param policy the one that holds
   * @param terms what buying it comes to; null where nobody is known to sell it
   * @param due what is coming, by document
   * @param asked what is asked for, by document
   */
  record Known(
      At at,
      Item item,
      Policies.Row policy,
      SupplierItems.@Nullable Terms terms,
      List<DatedQuantity> due,
      List<AskedQuantity> asked,
      Review.Facts facts) {}

  /**
   * What does not depend on the item.
   *
   * @param site at which more is asked for
   * @param sites whose stock and demand are looked at together: that one, or all of a group
   * @param demand what counts as demand in this house
   */
  record At(
      long site,
      List<Long> sites,
      LocalDate today,
      WorkingDays working,
      ZoneId zone,
      Set<Usage.Cause> demand) {

    /** The same for several sites together. */
    At over(List<Long> sites) {
      return new At(site, List.copyOf(sites), today, working, zone, demand);
    }
  }

  At at(long site) {
    return new At(
        site,
        List.of(site),
        days.today(site),
        calendar.working(site),
        ZoneId.of(places.named(site).timeZone()),
        Usage.demand(house.card().scrapIsDemand()));
  }

  /**
   * Everything about those of some items that have a policy at a site. Items whose policy is for
   * the group of the site are looked at there: at all its sites together.
   */
  List<Known> of(At at, Collection<Long> ids) {
    Map<Long, Item> items = items(ids);
    Map<Long, Policies.Row> holding =
        policies.holding(
            at.site(), items.values().stream().collect(Collectors.toMap(Item::id, Item::category)));
    Set<Long> together =
        holding.entrySet().stream()
            .filter(one -> one.getValue().groupId() != null)
            .map(Map.Entry::getKey)
            .collect(Collectors.toCollection(TreeSet::new));
    List<Long> alone =
        holding.keySet().stream().filter(id -> !together.contains(id)).sorted().toList();
    List<Known> known = new ArrayList<>(known(at, alone, items, holding));
    if (!together.isEmpty()) {
      groups
          .of(at.site())
          .ifPresent(
              group ->
                  known.addAll(
                      known(
                          at(group.leadId()).over(group.sites()),
                          List.copyOf(together),
                          items,
                          holding)));
    }
    known.sort(Comparator.comparingLong(one -> one.item().id()));
    return known;
  }

  private List<Known> known(
      At at, List<Long> with, Map<Long, Item> items, Map<Long, Policies.Row> holding) {
    if (with.isEmpty()) {
      return List.of();
    }
    int window =
        with.stream()
            .mapToInt(id -> Objects.requireNonNull(holding.get(id)).figures().windowDays())
            .max()
            .orElse(1);
    Map<Long, StockCourse> courses = courses(at, with, window);
    Map<Long, SupplierItems.Terms> terms = sold.terms(with);
    Map<Long, List<Integer>> seen = seen(at, terms);
    Map<Long, Quantity> free = free(at, with);
    Map<Long, Quantity> requested = new HashMap<>();
    at.sites()
        .forEach(
            site ->
                requisitions
                    .notYetOrdered(with, site)
                    .forEach((item, more) -> requested.merge(item, more, Quantity::plus)));
    Map<Long, UnitCost> unitCosts = costs.at(at.site(), with);
    Flows flows = flows(at, with);
    Map<Long, List<DatedQuantity>> due = flows.due();
    Map<Long, List<AskedQuantity>> wanted = flows.asked();
    List<Known> known = new ArrayList<>();
    for (long id : with) {
      Item item = Objects.requireNonNull(items.get(id));
      SupplierItems.Terms sells = terms.get(id);
      int stated = sells == null ? UNKNOWN_LEAD_DAYS : sells.days();
      Policies.Row policy = Objects.requireNonNull(holding.get(id));
      LocalDate from = at.today().minusDays(policy.figures().windowDays());
      known.add(
          new Known(
              at,
              item,
              policy,
              sells,
              due.getOrDefault(id, List.of()),
              wanted.getOrDefault(id, List.of()),
              new Review.Facts(
                  courses.containsKey(id)
                      ? courses.get(id).demand(at.working(), from, at.today())
                      : DemandHistory.NONE,
                  LeadTime.of(seen.getOrDefault(id, List.of()), stated),
                  sells == null ? SupplyTerms.ANY : sells.quantities(),
                  Objects.requireNonNull(unitCosts.get(id)).amount().doubleValue(),
                  Optional.ofNullable(item.shelfLife()),
                  free.getOrDefault(id, Quantity.ZERO),
                  byDay(
                      due.getOrDefault(id, List.of()),
                      DatedQuantity::day,
                      DatedQuantity::quantity,
                      at.today()),
                  requested.getOrDefault(id, Quantity.ZERO),
                  byDay(
                      wanted.getOrDefault(id, List.of()),
                      AskedQuantity::day,
                      AskedQuantity::missing,
                      at.today()),
                  byDay(
                      wanted.getOrDefault(id, List.of()),
                      AskedQuantity::day,
                      AskedQuantity::reserved,
                      at.today()),
                  item.decimals(),
                  at.today(),
                  at.working())));
    }
    return known;
  }

  /** What is to come and what is asked for, by item. */
  private record Flows(Map<Long, List<DatedQuantity>> due, Map<Long, List<AskedQuantity>> asked) {}

  /**
   * What comes to the sites and what is asked for there. What one of them asks of another changes
   * nothing: of a transfer between them only what is kept for it, or is on its way, is to come.
   */
  private Flows flows(At at, List<Long> items) {
    List<DatedQuantity> due = new ArrayList<>();
    List<AskedQuantity> wanted = new ArrayList<>();
    for (long site : at.sites()) {
      coming.forEach(one -> due.addAll(one.due(items, site)));
      asked.forEach(one -> wanted.addAll(one.asked(items, site)));
    }
    if (at.sites().size() > 1) {
      Map<List<Object>, Quantity> inside = new HashMap<>();
      due.forEach(one -> inside.put(List.of(one.itemId(), one.document()), Quantity.ZERO));
      Map<List<Object>, Quantity> notKept = new HashMap<>();
      wanted.removeIf(
          one -> {
            List<Object> key = List.of(one.itemId(), one.document());
            if (inside.containsKey(key)) {
              notKept.merge(key, one.missing(), Quantity::plus);
            }
            return inside.containsKey(key);
          });
      due.replaceAll(
          one -> {
            List<Object> key = List.of(one.itemId(), one.document());
            Quantity less = notKept.getOrDefault(key, Quantity.ZERO).min(one.quantity());
            notKept.computeIfPresent(key, (same, left) -> left.minus(less));
            return new DatedQuantity(
                one.itemId(), one.day(), one.quantity().minus(less), one.document());
          });
      due.removeIf(one -> !one.quantity().isPositive());
    }
    return new Flows(
        due.stream().collect(Collectors.groupingBy(DatedQuantity::itemId)),
        wanted.stream().collect(Collectors.groupingBy(AskedQuantity::itemId)));
  }

  /** What has no day counts as of today. */
  private static <T> Map<LocalDate, Quantity> byDay(
      List<T> all,
      Function<T, @Nullable LocalDate> day,
      Function<T, Quantity> quantity,
      LocalDate today) {
    Map<LocalDate, Quantity> byDay = new TreeMap<>();
    for (T one : all) {
      LocalDate on = day.apply(one);
      byDay.merge(on == null ? today : on, quantity.apply(one), Quantity::plus);
    }
    return byDay;
  }

  Map<Long, Item> items(Collection<Long> ids) {
    if (ids.isEmpty()) {
      return Map.of();
    }
    return jdbc
        .sql(
            "select id, code, name, category, unit, decimals, shelf_life_days from item"
                + " where id in (:ids) and active")
        .param("ids", ids)
        .query(
            (row, n) ->
                new Item(
                    row.getLong("id"),
                    row.getString("code"),
                    row.getString("name"),
                    row.getString("category"),
                    UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                    row.getInt("decimals"),
                    row.getObject("shelf_life_days", Integer.class)))
        .list()
        .stream()
        .collect(Collectors.toMap(Item::id, Function.identity()));
  }

  /** The category of each of some items. */
  Map<Long, String> categories(Collection<Long> ids) {
    return items(ids).values().stream().collect(Collectors.toMap(Item::id, Item::category));
  }

  /**
   * Goods of a site that are good and neither reserved nor expired, wherever they lie. What waits
   * to be inspected is good until someone says otherwise.
   */
  Map<Long, Quantity> free(At at, Collection<Long> items) {
    Map<Long, Quantity> free = new HashMap<>();
    jdbc.sql(
            """
            select x.item_id, sum(x.quantity) from (
              select h.item_id, h.lot_id, h.place_id, h.quantity from on_hand h
              where h.item_id in (:items) and h.condition_code = :good
              union all
              select r.item_id, r.lot_id, r.place_id, -r.quantity from reserved r
              where r.item_id in (:items) and r.condition_code = :good
            ) x join place p on p.id = x.place_id and p.site_id in (:sites)
              left join lot l on l.id = x.lot_id
            where l.expiry is null or l.expiry >= :today
            group by x.item_id having sum(x.quantity) > 0
            """)
        .param("items", items)
        .param("good", Condition.GOOD.code())
        .param("sites", at.sites())
        .param("today", Date.valueOf(at.today()))
        .query(
            row -> {
              free.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return free;
  }

  /** Working days that ordered goods were on their way, by item. */
  private Map<Long, List<Integer>> seen(At at, Map<Long, SupplierItems.Terms> terms) {
    if (terms.isEmpty()) {
      return Map.of();
    }
    Map<Long, Long> suppliers = new HashMap<>();
    terms.forEach((item, one) -> suppliers.put(item, one.supplier()));
    Map<Long, List<Integer>> seen = new HashMap<>();
    for (InboundOrders.Journey one :
        orders.journeys(
            suppliers, at.site(), clock.instant().minus(JOURNEYS_OF_DAYS, ChronoUnit.DAYS))) {
      int days =
          at.working()
              .between(
                  LocalDate.ofInstant(one.sent(), at.zone()),
                  LocalDate.ofInstant(one.here(), at.zone()));
      seen.computeIfAbsent(one.itemId(), item -> new ArrayList<>()).add(Math.max(0, days));
    }
    return seen;
  }

  /** How stock of some items went in a window of days up to today. */
  Map<Long, StockCourse> courses(At at, List<Long> items, int window) {
    LocalDate from = at.today().minusDays(window);
    Map<Long, StockCourse> courses = new HashMap<>();
    jdbc.sql(
            """
            select item_id, min(day), sum(if(day < :from, quantity, 0)) from changed_by_day
            where site_id in (:sites) and item_id in (:items) group by item_id
            """)
        .param("from", Date.valueOf(from))
        .param("sites", at.sites())
        .param("items", items)
        .query(
            row -> {
              LocalDate first = row.getDate(2).toLocalDate();
              courses.put(
                  row.getLong(1),
                  new StockCourse(
                      first.isBefore(from) ? from : first, at.today(), row.getBigDecimal(3)));
            });
    each(
        "select item_id, day, quantity from changed_by_day where site_id in (:sites)"
            + " and item_id in (:items) and day >= :from",
        at,
        items,
        from,
        (item, day, quantity) -> {
          // What has first come since the question before this one is seen the next time.
          StockCourse course = courses.get(item);
          if (course != null) {
            course.changed(day, quantity);
          }
        });
    each(
        "select item_id, day, sum(quantity) from used_by_day where site_id in (:sites)"
            + " and item_id in (:items) and day >= :from and cause in ("
            + at.demand().stream()
                .sorted()
                .map(cause -> "'" + cause + "'")
                .collect(Collectors.joining(","))
            + ") group by item_id, day",
        at,
        items,
        from,
        (item, day, quantity) -> {
          StockCourse course = courses.get(item);
          if (course != null) {
            course.used(day, quantity);
          }
        });
    return courses;
  }

  private interface Figure {
    void take(long item, LocalDate day, BigDecimal quantity);
  }

  private void each(String sql, At at, List<Long> items, LocalDate from, Figure figure) {
    jdbc.sql(sql)
        .param("from", Date.valueOf(from))
        .param("sites", at.sites())
        .param("items", items)
        .query(
            row -> {
              figure.take(row.getLong(1), row.getObject(2, LocalDate.class), row.getBigDecimal(3));
            });
  }
}
