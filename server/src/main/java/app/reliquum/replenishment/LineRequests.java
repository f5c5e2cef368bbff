package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Staff;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.demand.Sourcing.Way;
import app.reliquum.core.demand.SupplyTerms;
import app.reliquum.core.fulfilment.Pegging;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.documents.DocumentKind;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.outbound.Accepting;
import app.reliquum.outbound.Kits;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.outbound.WaitingOrders.Lacking;
import app.reliquum.supply.Requisitions;
import app.reliquum.transfers.Planning;
import app.reliquum.transfers.TransferViews;
import app.reliquum.transfers.Transfers;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Asks for what lines of orders lack, as their rules say, and knows what was asked for because of
 * which line: a requisition, a transfer from another site, or a job.
 */
@Component
class LineRequests {

  private final JdbcClient jdbc;
  private final Requisitions requisitions;
  private final SupplierItems sold;
  private final Planning planning;
  private final Transfers transfers;
  private final Accepting jobs;
  private final OutboundOrders made;
  private final Kits kits;
  private final Catalog catalog;
  private final Staff staff;

  LineRequests(
      JdbcClient jdbc,
      Requisitions requisitions,
      SupplierItems sold,
      Planning planning,
      Transfers transfers,
      Accepting jobs,
      OutboundOrders made,
      Kits kits,
      Catalog catalog,
      Staff staff) {
    this.jdbc = jdbc;
    this.requisitions = requisitions;
    this.sold = sold;
    this.planning = planning;
    this.transfers = transfers;
    this.jobs = jobs;
    this.made = made;
    this.kits = kits;
    this.catalog = catalog;
    this.staff = staff;
  }

  /**
   * What was asked for because of a line.
   *
   * @param number of the requisition, the transfer or the job
   * @param quantity how much, of which the line may lack less
   * @param received how much of it has come to the site, ever
   * @param by the document that brings it; null while nobody has agreed to it
   */
  record Asked(
      String number,
      long itemId,
      Quantity quantity,
      Quantity received,
      String document,
      int line,
      @Nullable String by) {

    Pegging.Line forLine() {
      return new Pegging.Line(document, line);
    }
  }

  /**
   * What was requested of some items at a site and is not ordered yet, and everything that was
   * asked for because of some documents, whether it has come or not; what was bought first, oldest
   * first.
   */
  @Transactional(readOnly = true)
  public List<Asked> of(Collection<Long> items, long site, Set<String> documents) {
    List<Asked> asked = new ArrayList<>();
    Map<List<Object>, Quantity> left = new HashMap<>();
    for (Requisitions.ForLine one : requisitions.forLines(items, site, documents)) {
      Quantity received = Quantity.ZERO;
      if (one.order() != null) {
        // Lines of several orders are one line of the purchase: who asked first is served first.
        List<Object> ordered = List.of(one.order(), one.itemId());
        Quantity there = left.getOrDefault(ordered, one.received());
        received = one.quantity().min(there);
        left.put(ordered, there.minus(received));
      }
      asked.add(
          new Asked(
              one.number(),
              one.itemId(),
              one.quantity(),
              received,
              one.document(),
              one.line(),
              one.order()));
    }
    if (!documents.isEmpty()) {
      asked.addAll(notBought(items, site, documents));
    }
    return asked;
  }

  /** What a transfer or a job still stands for: what of it was called off does not come. */
  private static final String STANDS =
      """
      case s.way when 'TRANSFER' then least(s.quantity, coalesce((
          select sum(greatest(l.sent, l.asked - l.withdrawn)) from transfer_line l
          where l.transfer_id = t.id and l.item_id = s.item_id), 0))
        else if(o.state = 'CANCELLED', least(s.quantity, coalesce(o.made, 0)), s.quantity) end
      """;

  private static final String NOT_BOUGHT =
      """
      from line_supply s
        left join transfer t on s.way = 'TRANSFER' and t.number = s.supply_document
        left join outbound_order o on s.way = 'MAKE' and o.number = s.supply_document
      """;

  private List<Asked> notBought(Collection<Long> items, long site, Set<String> documents) {
    return jdbc.sql(
            """
            select s.supply_document, s.item_id, s.document, s.line_no, %s stands,
              least(s.quantity, coalesce(o.made, (select sum(l.arrived) from transfer_line l
                where l.transfer_id = t.id and l.item_id = s.item_id), 0)) received,
              s.way = 'TRANSFER' and t.released is null and t.state <> 'CLOSED' unreleased
            %s where s.item_id in (:items) and s.site_id = :site and s.document in (:documents)
            order by s.id
            """
                .formatted(STANDS, NOT_BOUGHT))
        .param("items", items)
        .param("site", site)
        .param("documents", documents)
        .query(
            (row, n) ->
                new Asked(
                    row.getString("supply_document"),
                    row.getLong("item_id"),
                    new Quantity(row.getBigDecimal("stands")),
                    new Quantity(row.getBigDecimal("received")),
                    row.getString("document"),
                    row.getInt("line_no"),
                    row.getBoolean("unreleased") ? null : row.getString("supply_document")))
        .list();
  }

  /**
   * A transfer or a job that was made because of an order.
   *
   * @param ended whether nothing more becomes of it
   */
  @Schema(name = "MadeForOrder")
  public record Made(
      long id,
      String number,
      DocumentKind kind,
      long itemId,
      String name,
      String symbol,
      Quantity quantity,
      boolean ended) {}

  /** The transfers and jobs that were made because of an order, oldest first. */
  @Transactional(readOnly = true)
  public List<Made> madeFor(long order) {
    return jdbc.sql(
            """
            select coalesce(t.id, o.id) id, s.supply_document, t.id is not null transferred,
              s.item_id, i.name, i.unit, s.quantity,
              if(t.id is null, o.state in ('CANCELLED', 'DONE'), t.state = 'CLOSED') ended
            %s join item i on i.id = s.item_id
              join outbound_order w on w.number = s.document
            where w.id = ? order by s.id
            """
                .formatted(NOT_BOUGHT))
        .param(order)
        .query(
            (row, n) ->
                new Made(
                    row.getLong("id"),
                    row.getString("supply_document"),
                    row.getBoolean("transferred")
                        ? DocumentKind.TRANSFER
                        : DocumentKind.OUTBOUND_ORDER,
                    row.getLong("item_id"),
                    row.getString("name"),
                    UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                    new Quantity(row.getBigDecimal("quantity")),
                    row.getBoolean("ended")))
        .list();
  }

  /** What was asked for because of lines and someone has refused since, by line. */
  private Map<Pegging.Line, Quantity> refused(Set<String> documents) {
    Map<Pegging.Line, Quantity> refused = new HashMap<>(requisitions.cancelledFor(documents));
    jdbc.sql(
            "select s.document, s.line_no, sum(s.quantity - %s) %s where s.document in (:documents)"
                    .formatted(STANDS, NOT_BOUGHT)
                + " group by s.document, s.line_no")
        .param("documents", documents)
        .query(
            row -> {
              refused.merge(
                  new Pegging.Line(row.getString(1), row.getInt(2)),
                  new Quantity(row.getBigDecimal(3)),
                  Quantity::plus);
            });
    return refused;
  }

  /** What is to be asked for because of a line. */
  private record Want(Lacking line, Quantity quantity, LineRules.Rule rule) {}

  /**
   * Asks for what nothing is coming for.
   *
   * @param lacking lines of one site
   * @param unmet what nothing is coming for, by line
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(
      List<Lacking> lacking, Map<Pegging.Line, Quantity> unmet, LineRules.OfItems rules) {
    if (unmet.isEmpty()) {
      return;
    }
    Map<Pegging.Line, Quantity> refused =
        refused(unmet.keySet().stream().map(Pegging.Line::document).collect(Collectors.toSet()));
    Map<Way, List<Want>> wants = new TreeMap<>();
    for (Lacking one : lacking) {
      Pegging.Line line = new Pegging.Line(one.number(), one.line());
      LineRules.Rule rule = rules.of(one);
      Quantity quantity =
          rule.rule()
              .toAskFor(
                  unmet.getOrDefault(line, Quantity.ZERO),
                  refused.getOrDefault(line, Quantity.ZERO));
      if (quantity.isPositive()) {
        rule.rule()
            .way()
            .ifPresent(
                way ->
                    wants
                        .computeIfAbsent(way, key -> new ArrayList<>())
                        .add(new Want(one, quantity, rule)));
      }
    }
    Actor house = staff.house();
    wants.forEach(
        (way, some) -> {
          switch (way) {
            case BUY -> buy(some, house);
            case TRANSFER -> transfer(some, house);
            case MAKE -> make(some, house);
          }
        });
  }

  private void buy(List<Want> wants, Actor house) {
    Map<Long, SupplierItems.Terms> terms = sold.terms(items(wants));
    for (Want want : wants) {
      Lacking line = want.line();
      SupplierItems.Terms sells = terms.get(line.itemId());
      SupplyTerms quantities = sells == null ? SupplyTerms.ANY : sells.quantities();
      requisitions.ask(
          new Command(UUID.randomUUID(), house, ""),
          line.itemId(),
          quantities.atLeast(want.quantity()),
          line.siteId(),
          line.number(),
          line.line());
    }
  }

  private static Set<Long> items(List<Want> wants) {
    return wants.stream().map(want -> want.line().itemId()).collect(Collectors.toSet());
  }

  private record Route(String order, long from) {}

  /** What one order lacks is asked for from a site together; there somebody releases it. */
  private void transfer(List<Want> wants, Actor house) {
    Map<Long, String> codes = codes(wants);
    Map<Route, List<Want>> routes = new LinkedHashMap<>();
    wants.stream()
        // At the site that supplies the others goods come from stock.
        .filter(want -> want.rule().from() != 0 && want.rule().from() != want.line().siteId())
        .forEach(
            want ->
                routes
                    .computeIfAbsent(
                        new Route(want.line().number(), want.rule().from()),
                        route -> new ArrayList<>())
                    .add(want));
    routes.forEach(
        (route, some) -> {
          Lacking first = some.get(0).line();
          long id =
              planning.add(
                  new TransferViews.Entry(
                      null,
                      null,
                      route.from(),
                      first.siteId(),
                      first.needed(),
                      false,
                      route.order(),
                      some.stream()
                          .map(
                              want ->
                                  new TransferViews.LineEntry(
                                      Objects.requireNonNull(codes.get(want.line().itemId())),
                                      want.quantity(),
                                      "",
                                      null,
                                      null))
                          .toList()),
                  house);
          String number = transfers.card(id, house).number();
          some.forEach(want -> insert(want, Way.TRANSFER, number));
        });
  }

  private void make(List<Want> wants, Actor house) {
    Map<Long, String> codes = codes(wants);
    for (Want want : wants) {
      Lacking line = want.line();
      if (kits.of(line.itemId()).components().isEmpty()) {
        // Nobody has said what it is made of: it waits like any other.
        continue;
      }
      long id =
          jobs.addJob(
              new OutboundViews.JobEntry(
                  null,
                  Objects.requireNonNull(codes.get(line.itemId())),
                  want.quantity(),
                  line.siteId(),
                  line.needed(),
                  line.number(),
                  true),
              house);
      insert(want, Way.MAKE, made.named(id).orElseThrow().number());
    }
  }

  private Map<Long, String> codes(List<Want> wants) {
    return catalog.measured(items(wants)).stream()
        .collect(Collectors.toMap(Catalog.Measured::id, Catalog.Measured::code));
  }

  private void insert(Want want, Way way, String number) {
    jdbc.sql(
            "insert into line_supply (document, line_no, site_id, item_id, way, supply_document,"
                + " quantity) values (?, ?, ?, ?, ?, ?, ?)")
        .params(
            want.line().number(),
            want.line().line(),
            want.line().siteId(),
            want.line().itemId(),
            way.name(),
            number,
            want.quantity().amount())
        .update();
  }
}
