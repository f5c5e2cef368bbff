package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.feed.FeedCursors;
import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.outbound.WaitingOrders;
import app.reliquum.outbound.WaitingOrders.Lacking;
import app.reliquum.places.AreaSql;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
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
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Orders that see to themselves. Whenever something has changed that an order lacks: what has
 * become available is reserved for it, what nothing is coming for is asked for as its rule says,
 * and an order whose goods are all ordered is covered, with its day. Which goods come for whom is
 * worked out from what is coming each time, and kept nowhere.
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

  private final JdbcClient jdbc;
  private final WaitingOrders waiting;
  private final LineRules rules;
  private final LineRequests requests;
  private final LineArrivals arrivals;
  private final ComingForLines coming;
  private final DocumentNumbers numbers;
  private final Places places;
  private final Staff staff;
  private final FeedCursors cursors;
  private final Commands commands;

  OrderSupply(
      JdbcClient jdbc,
      WaitingOrders waiting,
      LineRules rules,
      LineRequests requests,
      LineArrivals arrivals,
      ComingForLines coming,
      DocumentNumbers numbers,
      Places places,
      Staff staff,
      FeedCursors cursors,
      Commands commands) {
    this.jdbc = jdbc;
    this.waiting = waiting;
    this.rules = rules;
    this.requests = requests;
    this.arrivals = arrivals;
    this.coming = coming;
    this.numbers = numbers;
    this.places = places;
    this.staff = staff;
    this.cursors = cursors;
    this.commands = commands;
  }

  /**
   * From where a line of an order will come.
   *
   * @param document by which it comes; empty for what lies at the site and has still to be put away
   * @param kind of that document; null where there is none
   * @param firm whether it is ordered; else someone has only asked for it
   */
  @Schema(name = "OrderPeg")
  public record Row(
      long order,
      String number,
      int line,
      long itemId,
      String document,
      @Nullable DocumentKind kind,
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
    Map<Long, Map<Long, Quantity>> available =
        entry.topic() == FeedTopic.STOCK ? becameAvailable(entry.subject()) : Map.of();
    concerned(entry)
        .forEach(
            (site, items) ->
                consider(site, items, available.getOrDefault(site, Map.of()), entry.written()));
  }

  /**
   * What a posting has made available that was not: brought to where goods are, or made good. What
   * only goes away, or from one bin to another, changes nobody's reservations.
   */
  private static final String BECAME_AVAILABLE =
      """
      select p.site_id, l.item_id, sum(l.quantity) from posted_line l
        join place p on p.id = l.to_place_id and p.site_id <> 0
        join area a on a.id = p.area_id and %s
        join place b on b.id = l.from_place_id left join area c on c.id = b.area_id
      where l.posting_id = ? and l.to_condition = %d
        and (l.from_condition <> l.to_condition or b.site_id <> p.site_id
          or c.purpose is null or c.purpose in ('RECEIVE', 'INSPECT', 'HOLD'))
      group by p.site_id, l.item_id
      """
          .formatted(AreaSql.AVAILABLE, Condition.GOOD.code());

  /** How much of which items a posting has made available, by site. */
  private Map<Long, Map<Long, Quantity>> becameAvailable(long posting) {
    Map<Long, Map<Long, Quantity>> available = new TreeMap<>();
    jdbc.sql(BECAME_AVAILABLE)
        .param(posting)
        .query(
            row -> {
              available
                  .computeIfAbsent(row.getLong(1), site -> new TreeMap<>())
                  .put(row.getLong(2), new Quantity(row.getBigDecimal(3)));
            });
    return available;
  }

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
          default -> throw new InvalidValueException("{0} is not read.", entry.topic());
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
   * @param available how much of which items has become available
   * @param since when; who has looked for stock since has had what there was
   */
  private void consider(long site, Set<Long> items, Map<Long, Quantity> available, Instant since) {
    List<Lacking> lacking = waiting.of(site, items);
    if (lacking.isEmpty()) {
      return;
    }
    Actor house = staff.house();
    if (!available.isEmpty()) {
      serve(site, available, lacking, since, house);
    }
    Set<Long> orders =
        lacking.stream().map(Lacking::order).collect(Collectors.toCollection(LinkedHashSet::new));
    List<Lacking> whole = waiting.of(orders);
    Set<Long> all = new TreeSet<>(items);
    whole.forEach(one -> all.add(one.itemId()));
    List<Lacking> others = waiting.of(site, all);
    LineRules.OfItems rules = this.rules.ofItems(site, all);
    Map<Long, Pegging.Result> results = coming.pegs(site, all, others, rules);
    Map<Pegging.Line, Quantity> unmet = new HashMap<>();
    results.values().forEach(result -> unmet.putAll(result.unmet()));
    requests.ask(others, unmet, rules);
    Map<Long, List<Lacking>> byOrder =
        whole.stream().collect(Collectors.groupingBy(Lacking::order));
    Map<Long, Optional<LocalDate>> days = new LinkedHashMap<>();
    orders.forEach(
        order -> days.put(order, coveredBy(byOrder.getOrDefault(order, List.of()), results)));
    waiting.cover(days, house);
  }

  /** Reserves what has become available for those that wait for it. */
  private void serve(
      long site, Map<Long, Quantity> available, List<Lacking> lacking, Instant since, Actor house) {
    List<Lacking> concerned =
        lacking.stream().filter(one -> available.containsKey(one.itemId())).toList();
    if (concerned.isEmpty()) {
      return;
    }
    List<LineRequests.Asked> asked = requests.of(available.keySet(), site, documents(concerned));
    arrivals.note(available, concerned, asked);
    LineRules.OfItems rules = this.rules.ofItems(site, available.keySet());
    List<Lacking> servable =
        concerned.stream()
            // What is bought for an order is there for it only now, whenever it looked.
            .filter(one -> one.sought().isBefore(since) || !rules.of(one).rule().fromStock())
            .toList();
    inTurn(servable, asked).forEach(order -> waiting.allocate(order, house));
  }

  /** Those for whom goods were asked for that have come stand before the others. */
  private static Set<Long> inTurn(List<Lacking> lacking, List<LineRequests.Asked> asked) {
    Set<String> cameFor = new LinkedHashSet<>();
    asked.stream()
        .filter(one -> one.received().isPositive())
        .forEach(one -> cameFor.add(one.document()));
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
                      Map.of(),
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

  /** The transfers and jobs that were made because of an order. */
  @Transactional(readOnly = true)
  public List<LineRequests.Made> madeFor(long order, Actor actor) {
    places.requireSite(
        waiting.asks(order).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("order", order))
            .siteId(),
        actor);
    return requests.madeFor(order);
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
    List<Lacking> lacking = waiting.of(site, items);
    Map<Pegging.Line, Lacking> lines =
        lacking.stream().collect(Collectors.toMap(OrderSupply::line, one -> one));
    List<Pegging.Peg> pegs =
        coming.pegs(site, items, lacking, rules.ofItems(site, items)).values().stream()
            .flatMap(result -> result.pegs().stream())
            .toList();
    Map<String, DocumentKind> kinds =
        numbers.kinds(pegs.stream().map(Pegging.Peg::document).collect(Collectors.toSet()));
    return pegs.stream()
        .map(
            peg ->
                row(peg, kinds.get(peg.document()), Objects.requireNonNull(lines.get(peg.line()))))
        .toList();
  }

  private static Row row(Pegging.Peg peg, @Nullable DocumentKind kind, Lacking line) {
    return new Row(
        line.order(),
        line.number(),
        line.line(),
        line.itemId(),
        peg.document(),
        kind,
        peg.day(),
        peg.quantity(),
        peg.firm());
  }
}
