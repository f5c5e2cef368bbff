package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.core.demand.SupplyTerms;
import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.feed.FeedCursors;
import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.outbound.WaitingOrders;
import app.reliquum.outbound.WaitingOrders.Lacking;
import app.reliquum.places.AreaSql;
import app.reliquum.places.Places;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.supply.Requisitions;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Orders that see to themselves. Whenever something has changed that an order lacks: what has
 * become available is reserved for it, what nothing is coming for is requested where the policy
 * says so, and an order whose goods are all ordered is covered, with its day. Which goods come for
 * whom is worked out from what is coming each time, and kept nowhere.
 */
@Component
class OrderSupply implements FeedReader {

  private static final Set<FeedTopic> TOPICS =
      Set.of(
          FeedTopic.STOCK,
          FeedTopic.INBOUND,
          FeedTopic.OUTBOUND,
          FeedTopic.TRANSFER,
          FeedTopic.REQUISITION);

  private static final String NAME = "replenishment-order-supply";

  /** What lies at the site and has still to be inspected or put away. */
  private static final String HERE = "";

  private final JdbcClient jdbc;
  private final WaitingOrders waiting;
  private final Requisitions requisitions;
  private final SupplierItems sold;
  private final Policies policies;
  private final StoredFacts facts;
  private final List<Coming> coming;
  private final Places places;
  private final Staff staff;
  private final FeedCursors cursors;
  private final Commands commands;

  OrderSupply(
      JdbcClient jdbc,
      WaitingOrders waiting,
      Requisitions requisitions,
      SupplierItems sold,
      Policies policies,
      StoredFacts facts,
      List<Coming> coming,
      Places places,
      Staff staff,
      FeedCursors cursors,
      Commands commands) {
    this.commands = commands;
    this.cursors = cursors;
    this.jdbc = jdbc;
    this.waiting = waiting;
    this.requisitions = requisitions;
    this.sold = sold;
    this.policies = policies;
    this.facts = facts;
    this.coming = List.copyOf(coming);
    this.places = places;
    this.staff = staff;
  }

  /**
   * From where a line of an order will come.
   *
   * @param document by which it comes; empty for what lies at the site and has still to be put away
   * @param firm whether it is ordered; else someone has only asked for it
   */
  @Schema(name = "OrderPeg")
  public record Row(
      long order,
      String number,
      int line,
      long itemId,
      String document,
      LocalDate day,
      Quantity quantity,
      boolean firm) {}

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public boolean reads(FeedTopic topic, String what) {
    return TOPICS.contains(topic);
  }

  @Override
  public void read(FeedEntry entry) {
    Map<Long, Set<Long>> available =
        entry.topic() == FeedTopic.STOCK ? by(BECAME_AVAILABLE, entry.subject()) : Map.of();
    concerned(entry)
        .forEach(
            (site, items) ->
                consider(site, items, available.getOrDefault(site, Set.of()), entry.written()));
  }

  /**
   * What a posting has made available that was not: brought to where goods are, or made good. What
   * only goes away, or from one bin to another, changes nobody's reservations.
   */
  private static final String BECAME_AVAILABLE =
      """
      select distinct p.site_id, l.item_id from posted_line l
        join place p on p.id = l.to_place_id and p.site_id <> 0
        join area a on a.id = p.area_id and %s
        join place b on b.id = l.from_place_id left join area c on c.id = b.area_id
      where l.posting_id = ? and l.to_condition = %d
        and (l.from_condition <> l.to_condition or b.site_id <> p.site_id
          or c.purpose is null or c.purpose in ('RECEIVE', 'INSPECT', 'HOLD'))
      """
          .formatted(AreaSql.AVAILABLE, Condition.GOOD.code());

  /** The items that an entry is about, by site. */
  private Map<Long, Set<Long>> concerned(FeedEntry entry) {
    if (entry.topic() == FeedTopic.OUTBOUND) {
      Map<Long, Set<Long>> items = new TreeMap<>();
      waiting
          .asks(entry.subject())
          .forEach(
              one -> items.computeIfAbsent(one.siteId(), at -> new TreeSet<>()).add(one.itemId()));
      return items;
    }
    String sql =
        switch (entry.topic()) {
          case STOCK ->
              "select distinct p.site_id, l.item_id from posted_line l join place p"
                  + " on p.id in (l.from_place_id, l.to_place_id) and p.site_id <> 0"
                  + " where l.posting_id = ?";
          case INBOUND ->
              "select distinct o.site_id, l.item_id from inbound_order o join inbound_line l"
                  + " on l.order_id = o.id where o.id = ?";
          case TRANSFER ->
              "select distinct t.to_site_id, l.item_id from transfer t join transfer_line l"
                  + " on l.transfer_id = t.id where t.id = ?";
          case REQUISITION ->
              "select distinct r.site_id, l.item_id from requisition r join requisition_line l"
                  + " on l.requisition_id = r.id where r.id = ?";
          default -> throw new IllegalArgumentException(entry.topic() + " is not read.");
        };
    return by(sql, entry.subject());
  }

  private Map<Long, Set<Long>> by(String sql, long subject) {
    Map<Long, Set<Long>> items = new TreeMap<>();
    jdbc.sql(sql)
        .param(subject)
        .query(
            row -> {
              items.computeIfAbsent(row.getLong(1), at -> new TreeSet<>()).add(row.getLong(2));
            });
    return items;
  }

  /**
   * Sees to the orders of a site that lack some items.
   *
   * @param available which of the items have become available
   * @param since when; who has looked for stock since has had what there was
   */
  private void consider(long site, Set<Long> items, Set<Long> available, Instant since) {
    List<Lacking> lacking = waiting.of(site, items);
    if (lacking.isEmpty()) {
      return;
    }
    Actor house = staff.house();
    List<Lacking> servable =
        lacking.stream()
            .filter(one -> available.contains(one.itemId()) && one.sought().isBefore(since))
            .toList();
    if (!servable.isEmpty()) {
      inTurn(site, available, servable).forEach(order -> waiting.allocate(order, house));
    }
    Set<Long> orders =
        lacking.stream().map(Lacking::order).collect(Collectors.toCollection(LinkedHashSet::new));
    List<Lacking> whole = waiting.of(orders);
    Set<Long> all = new TreeSet<>(items);
    whole.forEach(one -> all.add(one.itemId()));
    Map<Long, Pegging.Result> results = pegs(site, all);
    request(site, waiting.of(site, all), results, house);
    Map<Long, List<Lacking>> byOrder =
        whole.stream().collect(Collectors.groupingBy(Lacking::order));
    Map<Long, Optional<LocalDate>> days = new LinkedHashMap<>();
    orders.forEach(
        order -> days.put(order, coveredBy(byOrder.getOrDefault(order, List.of()), results)));
    waiting.cover(days, house);
  }

  /** Those for whom goods were ordered that have come stand before the others. */
  private Set<Long> inTurn(long site, Set<Long> items, List<Lacking> lacking) {
    Map<List<Object>, Quantity> toCome = new HashMap<>();
    List<Long> ids = List.copyOf(items);
    coming.stream()
        .flatMap(one -> one.due(ids, site).stream())
        .forEach(
            due ->
                toCome.merge(
                    List.of(due.document(), due.itemId()), due.quantity(), Quantity::plus));
    Set<String> cameFor = new LinkedHashSet<>();
    for (Requisitions.ForLine one : requisitions.forLines(items, site, documents(lacking))) {
      if (one.order() != null) {
        List<Object> key = List.of(one.order(), one.itemId());
        Quantity still = one.quantity().min(toCome.getOrDefault(key, Quantity.ZERO));
        toCome.merge(key, still.negated(), Quantity::plus);
        if (still.compareTo(one.quantity()) < 0) {
          cameFor.add(one.document());
        }
      }
    }
    Set<Long> turn = new LinkedHashSet<>();
    for (String document : cameFor) {
      lacking.stream()
          .filter(one -> one.number().equals(document))
          .forEach(one -> turn.add(one.order()));
    }
    lacking.forEach(one -> turn.add(one.order()));
    return turn;
  }

  private static Set<String> documents(List<Lacking> lacking) {
    return lacking.stream().map(Lacking::number).collect(Collectors.toSet());
  }

  /** Requests what nothing is coming for, where the policy of the item says so. */
  private void request(
      long site, List<Lacking> lacking, Map<Long, Pegging.Result> results, Actor house) {
    Set<Long> unmet =
        lacking.stream()
            .filter(one -> unmet(one, results).isPositive())
            .map(Lacking::itemId)
            .collect(Collectors.toSet());
    if (unmet.isEmpty()) {
      return;
    }
    Map<Long, Policies.Row> holding = policies.holding(site, facts.categories(unmet));
    Map<Long, SupplierItems.Terms> terms = sold.terms(unmet);
    for (Lacking one : lacking) {
      Policies.Row policy = holding.get(one.itemId());
      Quantity missing = unmet(one, results);
      if (missing.isPositive()
          && policy != null
          && policy.figures().forOrders() == Policies.ForOrders.FROM_STOCK_ELSE_BUY) {
        SupplierItems.Terms sells = terms.get(one.itemId());
        SupplyTerms quantities = sells == null ? SupplyTerms.ANY : sells.quantities();
        requisitions.ask(
            new Command(UUID.randomUUID(), house, ""),
            one.itemId(),
            quantities.atLeast(missing),
            site,
            one.number(),
            one.line());
      }
    }
  }

  private static Quantity unmet(Lacking one, Map<Long, Pegging.Result> results) {
    Pegging.Result result = results.get(one.itemId());
    return result == null ? Quantity.ZERO : result.unmet().getOrDefault(line(one), Quantity.ZERO);
  }

  private static Pegging.Line line(Lacking one) {
    return new Pegging.Line(one.number(), one.line());
  }

  /** On which day all that an order lacks will have come, if all of it is on its way. */
  private static Optional<LocalDate> coveredBy(
      List<Lacking> own, Map<Long, Pegging.Result> results) {
    List<Optional<LocalDate>> days =
        own.stream()
            .map(one -> Objects.requireNonNull(results.get(one.itemId())).coveredBy(line(one)))
            .toList();
    return days.stream().allMatch(Optional::isPresent)
        ? days.stream().map(Optional::orElseThrow).max(LocalDate::compareTo)
        : Optional.empty();
  }

  /** What comes for whom, by item. */
  private Map<Long, Pegging.Result> pegs(long site, Collection<Long> items) {
    StoredFacts.At at = facts.at(site);
    List<Lacking> all = waiting.of(site, items);
    Map<Long, List<Pegging.Supply>> supplies = supplies(at, List.copyOf(items), documents(all));
    Map<Long, List<Lacking>> lacking = all.stream().collect(Collectors.groupingBy(Lacking::itemId));
    Map<Long, Pegging.Result> results = new HashMap<>();
    for (long item : items) {
      results.put(
          item,
          Pegging.of(
              lacking.getOrDefault(item, List.of()).stream()
                  .map(one -> new Pegging.Wanted(line(one), one.missing()))
                  .toList(),
              supplies.getOrDefault(item, List.of())));
    }
    return results;
  }

  /** What is coming, and for which of some documents it was requested. */
  private Map<Long, List<Pegging.Supply>> supplies(
      StoredFacts.At at, List<Long> items, Set<String> documents) {
    List<Requisitions.ForLine> requested = requisitions.forLines(items, at.site(), documents);
    Map<Long, SupplierItems.Terms> terms = sold.terms(items);
    Map<Long, Quantity> here = here(at, items);
    Map<Long, List<DatedQuantity>> due =
        coming.stream()
            .flatMap(one -> one.due(items, at.site()).stream())
            .collect(Collectors.groupingBy(DatedQuantity::itemId));
    Map<Long, List<Pegging.Supply>> supplies = new HashMap<>();
    for (long item : items) {
      supplies.put(
          item,
          supplies(
              at,
              due.getOrDefault(item, List.of()),
              here.getOrDefault(item, Quantity.ZERO),
              requested.stream().filter(one -> one.itemId() == item).toList(),
              leadDays(terms, item)));
    }
    return supplies;
  }

  /** What is coming of one item, parted by the lines that it was requested for. */
  private static List<Pegging.Supply> supplies(
      StoredFacts.At at,
      List<DatedQuantity> due,
      Quantity here,
      List<Requisitions.ForLine> requested,
      int leadDays) {
    List<Pegging.Supply> supplies = new ArrayList<>();
    LocalDate unknown = at.working().plus(at.today(), leadDays);
    Map<String, Quantity> toCome = new HashMap<>();
    due.forEach(one -> toCome.merge(one.document(), one.quantity(), Quantity::plus));
    Map<String, LocalDate> days = new HashMap<>();
    due.forEach(one -> days.put(one.document(), day(one, at, unknown)));
    Quantity left = here;
    for (Requisitions.ForLine one : requested) {
      if (one.order() == null) {
        supplies.add(
            new Pegging.Supply(one.number(), unknown, one.quantity(), false, forLine(one)));
        continue;
      }
      Quantity coming = one.quantity().min(toCome.getOrDefault(one.order(), Quantity.ZERO));
      if (coming.isPositive()) {
        supplies.add(
            new Pegging.Supply(
                one.order(),
                Objects.requireNonNull(days.get(one.order())),
                coming,
                true,
                forLine(one)));
        toCome.merge(one.order(), coming.negated(), Quantity::plus);
      }
      // What of it has come and still lies where it came is for the same line.
      Quantity came = one.quantity().minus(coming).min(left);
      if (came.isPositive()) {
        supplies.add(new Pegging.Supply(HERE, at.today(), came, true, forLine(one)));
        left = left.minus(came);
      }
    }
    toCome.forEach(
        (document, quantity) -> {
          if (quantity.isPositive()) {
            supplies.add(
                new Pegging.Supply(
                    document,
                    Objects.requireNonNull(days.get(document)),
                    quantity,
                    true,
                    Optional.empty()));
          }
        });
    if (left.isPositive()) {
      supplies.add(new Pegging.Supply(HERE, at.today(), left, true, Optional.empty()));
    }
    return supplies;
  }

  private static LocalDate day(DatedQuantity due, StoredFacts.At at, LocalDate unknown) {
    LocalDate day = due.day();
    return day == null ? unknown : day.isBefore(at.today()) ? at.today() : day;
  }

  private static int leadDays(Map<Long, SupplierItems.Terms> terms, long item) {
    SupplierItems.Terms sells = terms.get(item);
    return sells == null ? StoredFacts.UNKNOWN_LEAD_DAYS : sells.days();
  }

  private static Optional<Pegging.Line> forLine(Requisitions.ForLine one) {
    return one.line() == 0
        ? Optional.empty()
        : Optional.of(new Pegging.Line(one.document(), one.line()));
  }

  /** Good goods at a site that wait to be inspected or put away, and are not reserved. */
  private Map<Long, Quantity> here(StoredFacts.At at, List<Long> items) {
    Map<Long, Quantity> here = new HashMap<>();
    jdbc.sql(
            """
            select x.item_id, sum(x.quantity) from (
              select h.item_id, h.place_id, h.quantity from on_hand h
              where h.item_id in (:items) and h.condition_code = :good
              union all
              select r.item_id, r.place_id, -r.quantity from reserved r
              where r.item_id in (:items) and r.condition_code = :good
            ) x join place p on p.id = x.place_id and p.site_id = :site
              join area a on a.id = p.area_id and not %s and a.purpose in ('RECEIVE', 'INSPECT')
            group by x.item_id having sum(x.quantity) > 0
            """
                .formatted(AreaSql.AVAILABLE))
        .param("items", items)
        .param("good", Condition.GOOD.code())
        .param("site", at.site())
        .query(
            row -> {
              here.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return here;
  }

  /** Begins with what lacks something now: what has happened before need not be read. */
  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.HIGHEST_PRECEDENCE + 1)
  void begin() {
    // Another server may begin at the same moment.
    commands.patiently(
        () -> {
          beginOnce();
          return true;
        });
  }

  private void beginOnce() {
    if (cursors.skipFirst(NAME)) {
      places
          .allNamed()
          .forEach(
              site ->
                  consider(
                      site.id(),
                      waiting.everywhere(site.id()).stream()
                          .map(Lacking::itemId)
                          .collect(Collectors.toSet()),
                      Set.of(),
                      Instant.EPOCH));
    }
  }

  /** From where the lines of an order will come that lack something. */
  @Transactional(readOnly = true)
  public List<Row> ofOrder(long order, Actor actor) {
    List<Lacking> lacking = waiting.of(List.of(order));
    if (lacking.isEmpty()) {
      waiting.asks(order).stream()
          .findFirst()
          .ifPresentOrElse(
              one -> places.requireSite(one.siteId(), actor),
              () -> {
                throw Problem.missing("order", order);
              });
      return List.of();
    }
    places.requireSite(lacking.get(0).siteId(), actor);
    Set<Long> items = lacking.stream().map(Lacking::itemId).collect(Collectors.toSet());
    String number = lacking.get(0).number();
    return rows(lacking.get(0).siteId(), items).stream()
        .filter(row -> row.number().equals(number))
        .toList();
  }

  /** Who waits for what comes by an inbound order. */
  @Transactional(readOnly = true)
  public List<Row> ofInbound(long inbound, Actor actor) {
    record Arriving(String number, long site, long item) {}
    List<Arriving> arriving =
        jdbc.sql(
                "select o.number, o.site_id, l.item_id from inbound_order o"
                    + " left join inbound_line l on l.order_id = o.id where o.id = ?")
            .param(inbound)
            .query((row, n) -> new Arriving(row.getString(1), row.getLong(2), row.getLong(3)))
            .list();
    if (arriving.isEmpty()) {
      throw Problem.missing("order", inbound);
    }
    places.requireSite(arriving.get(0).site(), actor);
    return rows(
            arriving.get(0).site(),
            arriving.stream().map(Arriving::item).filter(id -> id != 0).collect(Collectors.toSet()))
        .stream()
        .filter(row -> row.document().equals(arriving.get(0).number()))
        .toList();
  }

  private List<Row> rows(long site, Set<Long> items) {
    if (items.isEmpty()) {
      return List.of();
    }
    Map<Pegging.Line, Lacking> lines =
        waiting.of(site, items).stream().collect(Collectors.toMap(OrderSupply::line, one -> one));
    return pegs(site, items).values().stream()
        .flatMap(result -> result.pegs().stream())
        .map(peg -> row(peg, Objects.requireNonNull(lines.get(peg.line()))))
        .toList();
  }

  private static Row row(Pegging.Peg peg, Lacking line) {
    return new Row(
        line.order(),
        line.number(),
        line.line(),
        line.itemId(),
        peg.document(),
        peg.day(),
        peg.quantity(),
        peg.firm());
  }
}
