package app.reliquum.supply;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.fulfilment.Requisition;
import app.reliquum.core.fulfilment.Requisition.State;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.InboundViews;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Requisitions: asked for, agreed to, and ordered from the supplier that the item usually has. */
@Service
public class Requisitions {

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Places places;
  private final Suppliers suppliers;
  private final InboundOrders orders;
  private final Clock clock;
  private final SiteDays days;

  private final DocumentLog log;
  private final SupplierItems sold;

  Requisitions(
      JdbcClient jdbc,
      Catalog catalog,
      DocumentNumbers numbers,
      Places places,
      Suppliers suppliers,
      InboundOrders orders,
      Clock clock,
      SiteDays days,
      DocumentLog log,
      SupplierItems sold) {
    this.sold = sold;
    this.log = log;
    this.days = days;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.numbers = numbers;
    this.places = places;
    this.suppliers = suppliers;
    this.orders = orders;
    this.clock = clock;
  }

  /** A requisition. */
  @Schema(name = "Requisition")
  public record Row(
      long id,
      int version,
      String number,
      State state,
      long itemId,
      String item,
      String name,
      String symbol,
      Quantity quantity,
      long siteId,
      String site,
      @Nullable Long supplierId,
      @Nullable String supplier,
      String source,
      Instant asked,
      String askedBy,
      @Nullable String agreedBy,
      @Nullable Long orderId,
      @Nullable String order,
      List<Requisition.Action> can) {}

  /** A requisition as someone asks for it. */
  @Schema(name = "RequisitionEntry")
  public record Entry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity quantity,
      @NotNull Long site,
      @Nullable Long supplier) {}

  private static final ListTable<RequisitionColumn> REQUISITIONS =
      new ListTable<>(
          "from requisition r join item i on i.id = r.item_id join site s on s.id = r.site_id"
              + " left join supplier u on u.id = r.supplier_id"
              + " left join person a on a.id = r.asked_by left join person g on g.id = r.agreed_by"
              + " left join inbound_order o on o.id = r.order_id",
          "r.id",
          List.of("r.site_id"),
          List.of(
              "r.number like :starts",
              "i.code like :starts",
              "i.name like :holds",
              "u.name like :holds",
              "r.source like :holds"));

  private static final String SELECT =
      "select r.*, i.code, i.name, i.unit, s.name site, u.name supplier, a.name asker,"
          + " g.name agreer, o.number order_number ";

  private static final ListTable.Shown WAITING_FIRST =
      new ListTable.Shown(
          SELECT,
          "",
          "1 = 1",
          "field(r.state, 'REQUESTED', 'APPROVED', 'ORDERED', 'CANCELLED'), r.asked desc");

  /** A page of requisitions; those that wait first unless another order is asked for. */
  @Transactional(readOnly = true)
  public Page<Row> page(ListQuery<RequisitionColumn> query, Actor actor) {
    return REQUISITIONS.page(jdbc, query, WAITING_FIRST, actor, (row, n) -> row(row, actor));
  }

  /** A requisition by its number. */
  @Transactional(readOnly = true)
  public Row card(long id, Actor actor) {
    Row row = one(id, actor);
    actor.requireSite(row.siteId(), row.site());
    return row;
  }

  private Row one(long id, Actor actor) {
    return jdbc.sql(SELECT + REQUISITIONS.from() + " where r.id = ?")
        .param(id)
        .query((row, n) -> row(row, actor))
        .optional()
        .orElseThrow(() -> Problem.missing("requisition", id));
  }

  private static Row row(ResultSet row, Actor actor) throws SQLException {
    State state = State.valueOf(row.getString("state"));
    long supplier = row.getLong("supplier_id");
    long order = row.getLong("order_id");
    return new Row(
        row.getLong("id"),
        row.getInt("version"),
        row.getString("number"),
        state,
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        new Quantity(row.getBigDecimal("quantity")),
        row.getLong("site_id"),
        row.getString("site"),
        supplier == 0 ? null : supplier,
        row.getString("supplier"),
        row.getString("source"),
        Utc.instant(row.getTimestamp("asked")),
        row.getString("asker") == null ? "" : row.getString("asker"),
        row.getString("agreer"),
        order == 0 ? null : order,
        row.getString("order_number"),
        Requisition.can(state, supplier != 0).stream()
            .filter(
                action ->
                    actor.may(
                        action == Requisition.Action.APPROVE ? Permission.RULES : Permission.POST))
            .toList());
  }

  /** Asks for what someone has entered. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Row ask(Command command, Entry entry) {
    Catalog.Measured item =
        catalog
            .withCode(entry.item().strip().toUpperCase(Locale.ROOT))
            .orElseThrow(() -> Problem.missing("item", entry.item()).with("field", "item"));
    try {
      item.measure().check(entry.quantity());
    } catch (app.reliquum.core.quantity.QuantityException fault) {
      throw Problem.invalid("quantity", fault.getMessage());
    }
    places.site(entry.site(), command.actor());
    long supplier =
        entry.supplier() == null ? preferred(item.id()) : suppliers.supplier(entry.supplier()).id();
    return one(
        insert(command, item.id(), entry.quantity(), entry.site(), supplier, ""), command.actor());
  }

  /**
   * Asks for goods because of a document.
   *
   * @param source the document
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(Command command, long item, Quantity quantity, long site, String source) {
    ask(command, item, quantity, site, source, 0);
  }

  /**
   * Asks for goods because of a line of a document.
   *
   * @param source the document
   * @param line the number of the line; 0 if it is about the whole document
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(
      Command command, long item, Quantity quantity, long site, String source, int line) {
    long id = insert(command, item, quantity, site, preferred(item), source);
    jdbc.sql("update requisition set source_line = ? where id = ?").params(line, id).update();
  }

  /**
   * What was requested, and is neither refused nor ended, because of a line of a document.
   *
   * @param order the number of the order that it became; null while it is none
   */
  public record ForLine(
      String number,
      long itemId,
      Quantity quantity,
      String document,
      int line,
      @Nullable String order) {}

  /**
   * What was requested of some items at a site and is not ordered yet, and what was ordered because
   * of some documents, whether it has come or not; oldest first.
   */
  @Transactional(readOnly = true)
  public List<ForLine> forLines(Collection<Long> items, long site, Collection<String> documents) {
    return jdbc.sql(
            """
            select r.number, r.item_id, r.quantity, r.source, r.source_line, o.number
            from requisition r left join inbound_order o on o.id = r.order_id
            where r.item_id in (:items) and r.site_id = :site
              and (r.state in ('REQUESTED', 'APPROVED')
                or r.state = 'ORDERED' and r.source_line > 0 and r.source in (:documents))
            order by r.id
            """)
        .param("items", items)
        .param("site", site)
        .param("documents", documents.isEmpty() ? List.of("") : documents)
        .query(
            (row, n) ->
                new ForLine(
                    row.getString(1),
                    row.getLong(2),
                    new Quantity(row.getBigDecimal(3)),
                    row.getString(4),
                    row.getInt(5),
                    row.getString(6)))
        .list();
  }

  private long insert(
      Command command, long item, Quantity quantity, long site, long supplier, String source) {
    String number = numbers.next(DocumentKind.REQUISITION, "RQ");
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into requisition (number, state, item_id, quantity, site_id, supplier_id,"
                        + " source, asked, asked_by) values (?, 'REQUESTED', ?, ?, ?, ?, ?, ?, ?)")
                .params(
                    number,
                    item,
                    quantity.amount(),
                    site,
                    supplier,
                    source,
                    now(),
                    command.actor().id()));
    log.write(document(id, number, site), command.actor().id(), "REQUESTED", source);
    return id;
  }

  /**
   * Asks for goods that someone has agreed to already.
   *
   * @param supplier whom they are to be bought from; 0 for nobody yet
   * @return the number of the requisition
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String approved(
      Command command, long item, Quantity quantity, long site, long supplier, String source) {
    long id = insert(command, item, quantity, site, supplier, source);
    agree(command, List.of(id));
    return one(id, command.actor()).number();
  }

  /** How much of some items is agreed to at a site and not ordered yet. */
  @Transactional(readOnly = true)
  public Map<Long, Quantity> notYetOrdered(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    jdbc.sql(
            "select item_id, sum(quantity) from requisition where state = 'APPROVED'"
                + " and site_id = :site and item_id in (:items) group by item_id")
        .param("items", items)
        .param("site", site)
        .query(
            row -> {
              sums.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return sums;
  }

  /** The supplier that an item usually comes from: the one named, or the last one. */
  private long preferred(long item) {
    SupplierItems.Terms terms = sold.terms(List.of(item)).get(item);
    return terms == null ? 0 : terms.supplier();
  }

  private List<Row> locked(List<Long> ids, Actor actor) {
    List<Row> rows = new ArrayList<>();
    for (long id : new TreeSet<>(ids)) {
      jdbc.sql("select id from requisition where id = ? for update")
          .param(id)
          .query(Long.class)
          .optional();
      Row row = one(id, actor);
      actor.requireSite(row.siteId(), row.site());
      rows.add(row);
    }
    return rows;
  }

  private static void must(Row row, State... states) {
    if (!List.of(states).contains(row.state())) {
      throw Problem.conflict(
              "gone-on",
              row.number()
                  + switch (row.state()) {
                    case REQUESTED -> " is not agreed to yet.";
                    case APPROVED -> " is agreed to already.";
                    case ORDERED -> " is ordered already.";
                    case CANCELLED -> " was dropped.";
                  })
          .with("number", row.number())
          .with("state", row.state());
    }
  }

  /** Agrees to some. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void agree(Command command, List<Long> ids) {
    for (Row row : locked(ids, command.actor())) {
      must(row, State.REQUESTED);
      jdbc.sql(
              "update requisition set state = 'APPROVED', agreed = ?, agreed_by = ?, version ="
                  + " version + 1 where id = ?")
          .params(now(), command.actor().id(), row.id())
          .update();
      write(row, command.actor(), "APPROVED");
    }
  }

  /** Drops some that are not ordered. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(Command command, List<Long> ids) {
    for (Row row : locked(ids, command.actor())) {
      must(row, State.REQUESTED, State.APPROVED);
      state(row, State.CANCELLED, command.actor());
    }
  }

  private void state(Row row, State state, Actor actor) {
    jdbc.sql("update requisition set state = ?, version = version + 1 where id = ?")
        .params(state.name(), row.id())
        .update();
    write(row, actor, state.name());
  }

  private void write(Row row, Actor actor, String what) {
    log.write(document(row.id(), row.number(), row.siteId()), actor.id(), what, "");
  }

  private static Document document(long id, String number, long site) {
    return Document.of(DocumentKind.REQUISITION, id, number, List.of(site));
  }

  /** Says from whom one is to be bought. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void from(Command command, long id, long supplier) {
    for (Row row : locked(List.of(id), command.actor())) {
      must(row, State.REQUESTED, State.APPROVED);
      jdbc.sql("update requisition set supplier_id = ?, version = version + 1 where id = ?")
          .params(suppliers.supplier(supplier).id(), id)
          .update();
      write(row, command.actor(), "CHANGED");
    }
  }

  private record Together(long supplier, long site) implements Comparable<Together> {
    @Override
    public int compareTo(Together other) {
      return supplier != other.supplier
          ? Long.compare(supplier, other.supplier)
          : Long.compare(site, other.site);
    }
  }

  /**
   * InboundOrders some that were agreed to: one purchase order for each supplier and site.
   *
   * @return the numbers of the orders
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<String> order(Command command, List<Long> ids) {
    Map<Together, List<Row>> together = new TreeMap<>();
    for (Row row : locked(ids, command.actor())) {
      must(row, State.APPROVED);
      if (row.supplierId() == null) {
        throw Problem.refused(
                "no-supplier", "Nobody is known to sell " + row.name() + ". Name a supplier first.")
            .with("number", row.number());
      }
      together
          .computeIfAbsent(new Together(row.supplierId(), row.siteId()), key -> new ArrayList<>())
          .add(row);
    }
    List<String> numbers = new ArrayList<>();
    together.forEach((key, rows) -> numbers.add(order(command, key, rows)));
    return numbers;
  }

  private String order(Command command, Together key, List<Row> rows) {
    Suppliers.Card supplier = suppliers.supplier(key.supplier());
    Map<String, Quantity> sums = new TreeMap<>();
    rows.forEach(row -> sums.merge(row.item(), row.quantity(), Quantity::plus));
    Map<String, BigDecimal> prices = new HashMap<>();
    rows.forEach(row -> prices.put(row.item(), sold.price(row.itemId(), key.supplier())));
    InboundViews.Card order =
        orders.add(
            new InboundViews.Entry(
                null,
                null,
                supplier.code(),
                key.site(),
                days.today(key.site()).plusDays(supplier.leadDays()),
                String.join(", ", rows.stream().map(Row::number).limit(20).toList()),
                sums.entrySet().stream()
                    .map(
                        one ->
                            new InboundViews.LineEntry(
                                one.getKey(), one.getValue(), "", prices.get(one.getKey())))
                    .toList()),
            command.actor());
    for (Row row : rows) {
      state(row, State.ORDERED, command.actor());
      jdbc.sql("update requisition set order_id = ? where id = ?")
          .params(order.id(), row.id())
          .update();
    }
    return order.number();
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
