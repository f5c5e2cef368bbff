package app.reliquum.supply;

import static java.util.stream.Collectors.joining;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.approvals.Approvals;
import app.reliquum.catalog.Amounts;
import app.reliquum.core.approval.Approval;
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
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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
  private final Amounts amounts;
  private final DocumentNumbers numbers;
  private final Places places;
  private final Suppliers suppliers;
  private final InboundOrders orders;
  private final Clock clock;
  private final SiteDays days;

  private final DocumentLog log;
  private final SupplierItems sold;
  private final Approvals approvals;

  Requisitions(
      JdbcClient jdbc,
      Amounts amounts,
      DocumentNumbers numbers,
      Places places,
      Suppliers suppliers,
      InboundOrders orders,
      Clock clock,
      SiteDays days,
      DocumentLog log,
      SupplierItems sold,
      Approvals approvals) {
    this.approvals = approvals;
    this.sold = sold;
    this.log = log;
    this.days = days;
    this.jdbc = jdbc;
    this.amounts = amounts;
    this.numbers = numbers;
    this.places = places;
    this.suppliers = suppliers;
    this.orders = orders;
    this.clock = clock;
  }

  /**
   * A line of a requisition.
   *
   * @param id its number among all lines
   * @param requisitionId the requisition that it stands in, with the number of people
   * @param sourceLine the line of the source that it is for; 0 if it is for stock
   * @param orderDue when the order that it became is expected; null while it is none
   */
  @Schema(name = "RequisitionLine")
  public record Line(
      long id,
      int version,
      long requisitionId,
      String number,
      int line,
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
      int sourceLine,
      Instant asked,
      String askedBy,
      @Nullable LocalDate needed,
      @Nullable String agreedBy,
      @Nullable Long orderId,
      @Nullable String order,
      @Nullable LocalDate orderDue,
      List<Requisition.Action> can) {}

  /**
   * A requisition whole.
   *
   * @param value what it comes to at the prices of its suppliers; null if one of them is not known
   */
  @Schema(name = "Requisition")
  public record Card(
      long id,
      String number,
      long siteId,
      String site,
      String source,
      @Nullable LocalDate needed,
      String note,
      Instant asked,
      String askedBy,
      @Nullable BigDecimal value,
      List<Line> lines) {}

  /** A requisition as someone asks for it. */
  @Schema(name = "RequisitionEntry")
  public record Entry(
      @NotNull Long site,
      @Nullable LocalDate needed,
      @Size(max = 400) @Nullable String note,
      @NotEmpty @Size(max = 200) List<@Valid LineEntry> lines) {}

  /**
   * A line of it.
   *
   * @param pack the pack that is counted; empty for base units
   * @param supplier whom it is to be bought from; null for the usual one
   */
  @Schema(name = "RequisitionLineEntry")
  public record LineEntry(
      @NotBlank @Size(max = 24) String item,
      @NotNull Quantity packs,
      @Size(max = 30) @Nullable String pack,
      @Nullable Long supplier) {}

  private static final ListTable<RequisitionColumn> REQUISITIONS =
      new ListTable<>(
          "from requisition_line l join requisition r on r.id = l.requisition_id"
              + " join item i on i.id = l.item_id join site s on s.id = r.site_id"
              + " left join supplier u on u.id = l.supplier_id"
              + " left join person a on a.id = r.asked_by left join person g on g.id = l.agreed_by"
              + " left join inbound_order o on o.id = l.order_id",
          "l.id",
          List.of("r.site_id"),
          List.of(
              "r.number like :starts",
              "i.code like :starts",
              "i.name like :holds",
              "u.name like :holds",
              "r.source like :holds"));

  private static final String SELECT =
      "select l.*, r.number, r.site_id, r.source, r.asked, r.asked_by, r.needed, i.code, i.name,"
          + " i.unit, s.name site, u.name supplier, a.name asker, g.name agreer,"
          + " o.number order_number, o.expected ";

  private static final ListTable.Shown WAITING_FIRST =
      new ListTable.Shown(
          SELECT,
          "",
          "1 = 1",
          "field(l.state, 'REQUESTED', 'APPROVED', 'ORDERED', 'CANCELLED'), r.asked desc,"
              + " r.id desc, l.line_no");

  /** A page of lines; those that wait first unless another order is asked for. */
  @Transactional(readOnly = true)
  public Page<Line> page(ListQuery<RequisitionColumn> query, Actor actor) {
    return REQUISITIONS.page(jdbc, query, WAITING_FIRST, actor, (row, n) -> line(row, actor));
  }

  /** The lines that someone has asked for at a site, the latest first. */
  @Transactional(readOnly = true)
  public List<Line> own(long site, Actor actor) {
    places.requireSite(site, actor);
    return jdbc.sql(
            SELECT
                + REQUISITIONS.from()
                + " where r.asked_by = ? and r.site_id = ? order by r.asked desc, r.id desc,"
                + " l.line_no limit 50")
        .params(actor.id(), site)
        .query((row, n) -> line(row, actor))
        .list();
  }

  /** A requisition by its number in the database. */
  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    List<Line> lines =
        jdbc.sql(SELECT + REQUISITIONS.from() + " where r.id = ? order by l.line_no")
            .param(id)
            .query((row, n) -> line(row, actor))
            .list();
    if (lines.isEmpty()) {
      throw Problem.missing("requisition", id);
    }
    Line first = lines.get(0);
    actor.requireSite(first.siteId(), first.site());
    return new Card(
        id,
        first.number(),
        first.siteId(),
        first.site(),
        first.source(),
        first.needed(),
        jdbc.sql("select note from requisition where id = ?")
            .param(id)
            .query(String.class)
            .single(),
        first.asked(),
        first.askedBy(),
        value(lines).orElse(null),
        lines);
  }

  /** The requisition that a line stands in. */
  @Transactional(readOnly = true)
  public Card cardOfLine(long line, Actor actor) {
    return card(
        jdbc.sql("select requisition_id from requisition_line where id = ?")
            .param(line)
            .query(Long.class)
            .optional()
            .orElseThrow(() -> Problem.missing("requisition", line)),
        actor);
  }

  private static Line line(ResultSet row, Actor actor) throws SQLException {
    State state = State.valueOf(row.getString("state"));
    long supplier = row.getLong("supplier_id");
    long order = row.getLong("order_id");
    boolean own = row.getLong("asked_by") == actor.id();
    return new Line(
        row.getLong("id"),
        row.getInt("version"),
        row.getLong("requisition_id"),
        row.getString("number"),
        row.getInt("line_no"),
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
        row.getInt("source_line"),
        Utc.instant(row.getTimestamp("asked")),
        row.getString("asker") == null ? "" : row.getString("asker"),
        day(row, "needed"),
        row.getString("agreer"),
        order == 0 ? null : order,
        row.getString("order_number"),
        order == 0 ? null : day(row, "expected"),
        Requisition.can(state, supplier != 0).stream()
            .filter(action -> may(actor, action, state, own))
            .toList());
  }

  private static @Nullable LocalDate day(ResultSet row, String column) throws SQLException {
    Date day = row.getDate(column);
    return day == null ? null : day.toLocalDate();
  }

  /** Whoever has asked may think better of it until someone has agreed. */
  private static boolean may(Actor actor, Requisition.Action action, State state, boolean own) {
    return switch (action) {
      case APPROVE -> actor.may(Permission.RULES);
      case CANCEL -> actor.may(Permission.POST) || own && state == State.REQUESTED;
      case ORDER, CHOOSE_SUPPLIER -> actor.may(Permission.POST);
    };
  }

  /** What some lines come to; empty if a price is not known. */
  private Optional<BigDecimal> value(Collection<Line> lines) {
    BigDecimal sum = BigDecimal.ZERO;
    Map<SupplierItems.Sold, BigDecimal> prices =
        sold.prices(
            lines.stream()
                .filter(line -> line.supplierId() != null)
                .map(line -> new SupplierItems.Sold(line.itemId(), line.supplierId()))
                .toList());
    for (Line line : lines) {
      BigDecimal price =
          line.supplierId() == null
              ? null
              : prices.get(new SupplierItems.Sold(line.itemId(), line.supplierId()));
      if (price == null) {
        return Optional.empty();
      }
      sum = sum.add(price.multiply(line.quantity().amount()));
    }
    return Optional.of(sum.setScale(2, RoundingMode.HALF_UP));
  }

  // Asking

  /** What is asked for, before it has a number. */
  private record Wanted(long item, Quantity quantity, long supplier, int sourceLine) {}

  /**
   * Asks for what someone has entered. What is worth no more than the limit up to which they may
   * agree is agreed to at once.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Card ask(Command command, Entry entry) {
    places.site(entry.site(), command.actor());
    List<Amounts.Amount> read =
        entry.lines().stream()
            .map(
                line ->
                    amounts.read(line.item(), line.packs(), line.pack() == null ? "" : line.pack()))
            .toList();
    Map<Long, SupplierItems.Terms> usual =
        sold.terms(read.stream().map(one -> one.item().id()).toList());
    List<Wanted> wanted = new ArrayList<>();
    for (int i = 0; i < read.size(); i++) {
      long item = read.get(i).item().id();
      Long named = entry.lines().get(i).supplier();
      long supplier = named == null ? supplierOf(usual.get(item)) : suppliers.supplier(named).id();
      wanted.add(new Wanted(item, read.get(i).quantity(), supplier, 0));
    }
    String note = entry.note() == null ? "" : entry.note().strip();
    long id = insert(command, entry.site(), "", entry.needed(), note, wanted);
    Card card = card(id, command.actor());
    Optional<BigDecimal> limit = approvals.limit(command.actor(), null);
    if (Requisition.approvedAtOnce(Optional.ofNullable(card.value()), limit)) {
      approve(command, card.lines());
      return card(id, command.actor());
    }
    return card;
  }

  /**
   * Asks for goods because of a document.
   *
   * @param source the document
   * @param quantities how much of which item
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(Command command, Map<Long, Quantity> quantities, long site, String source) {
    if (!quantities.isEmpty()) {
      Map<Long, SupplierItems.Terms> usual = sold.terms(quantities.keySet());
      insert(
          command,
          site,
          source,
          null,
          "",
          quantities.entrySet().stream()
              .map(
                  one ->
                      new Wanted(
                          one.getKey(), one.getValue(), supplierOf(usual.get(one.getKey())), 0))
              .toList());
    }
  }

  /**
   * Asks for goods because of a line of a document.
   *
   * @param source the document
   * @param line the number of the line
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(
      Command command, long item, Quantity quantity, long site, String source, int line) {
    long supplier = supplierOf(sold.terms(List.of(item)).get(item));
    insert(command, site, source, null, "", List.of(new Wanted(item, quantity, supplier, line)));
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
    long id =
        insert(command, site, source, null, "", List.of(new Wanted(item, quantity, supplier, 0)));
    Card card = card(id, command.actor());
    approve(command, card.lines());
    return card.number();
  }

  private long insert(
      Command command,
      long site,
      String source,
      @Nullable LocalDate needed,
      String note,
      List<Wanted> wanted) {
    String number = numbers.next(DocumentKind.REQUISITION, "RQ");
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into requisition (number, site_id, source, asked, asked_by, needed,"
                        + " note) values (?, ?, ?, ?, ?, ?, ?)")
                .params(number, site, source, now(), command.actor().id(), needed, note));
    int line = 1;
    for (Wanted one : wanted) {
      jdbc.sql(
              "insert into requisition_line (requisition_id, line_no, state, item_id, quantity,"
                  + " supplier_id, source_line) values (?, ?, 'REQUESTED', ?, ?, ?, ?)")
          .params(id, line++, one.item(), one.quantity().amount(), one.supplier(), one.sourceLine())
          .update();
    }
    log.write(document(id, number, site), command.actor().id(), "REQUESTED", source);
    return id;
  }

  private static long supplierOf(SupplierItems.@Nullable Terms terms) {
    return terms == null ? 0 : terms.supplier();
  }

  // For whoever reckons with what is requested

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
            select r.number, l.item_id, l.quantity, r.source, l.source_line, o.number
            from requisition_line l join requisition r on r.id = l.requisition_id
              left join inbound_order o on o.id = l.order_id
            where l.item_id in (:items) and r.site_id = :site
              and (l.state in ('REQUESTED', 'APPROVED')
                or l.state = 'ORDERED' and l.source_line > 0 and r.source in (:documents))
            order by l.id
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

  /** How much of some items is agreed to at a site and not ordered yet. */
  @Transactional(readOnly = true)
  public Map<Long, Quantity> notYetOrdered(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    jdbc.sql(
            "select l.item_id, sum(l.quantity) from requisition_line l"
                + " join requisition r on r.id = l.requisition_id where l.state = 'APPROVED'"
                + " and r.site_id = :site and l.item_id in (:items) group by l.item_id")
        .param("items", items)
        .param("site", site)
        .query(
            row -> {
              sums.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return sums;
  }

  // What is done with them

  /** Some lines, locked. */
  private List<Line> locked(List<Long> ids, Actor actor) {
    TreeSet<Long> asked = new TreeSet<>(ids);
    jdbc.sql("select id from requisition_line where id in (:ids) order by id for update")
        .param("ids", asked)
        .query(Long.class)
        .list();
    List<Line> lines =
        jdbc.sql(SELECT + REQUISITIONS.from() + " where l.id in (:ids) order by l.id")
            .param("ids", asked)
            .query((row, n) -> line(row, actor))
            .list();
    lines.forEach(line -> actor.requireSite(line.siteId(), line.site()));
    lines.forEach(line -> asked.remove(line.id()));
    if (!asked.isEmpty()) {
      throw Problem.missing("requisition", asked.first());
    }
    return lines;
  }

  private static void must(Line line, State... states) {
    if (!List.of(states).contains(line.state())) {
      throw Problem.conflict(
              "gone-on",
              line.number()
                  + switch (line.state()) {
                    case REQUESTED -> " is not agreed to yet.";
                    case APPROVED -> " is agreed to already.";
                    case ORDERED -> " is ordered already.";
                    case CANCELLED -> " was dropped.";
                  })
          .with("number", line.number())
          .with("state", line.state());
    }
  }

  /** Agrees to some lines; who has a limit only up to it, all lines together. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void agree(Command command, List<Long> ids) {
    List<Line> lines = locked(ids, command.actor());
    lines.forEach(line -> must(line, State.REQUESTED));
    Optional<BigDecimal> limit = approvals.limit(command.actor(), null);
    Optional<BigDecimal> value = value(lines);
    if (value.isPresent() && Approval.needed(value.get(), limit)) {
      throw Problem.refused(
              "above-limit",
              "It is worth "
                  + value.get().toPlainString()
                  + ", and you may agree to "
                  + limit.orElseThrow().toPlainString()
                  + ".")
          .with("value", value.get())
          .with("limit", limit.orElseThrow());
    }
    approve(command, lines);
  }

  private void approve(Command command, List<Line> lines) {
    jdbc.sql(
            "update requisition_line set state = 'APPROVED', agreed = :now, agreed_by = :by,"
                + " version = version + 1 where id in (:ids)")
        .param("now", now())
        .param("by", command.actor().id())
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), "APPROVED");
  }

  private static List<Long> ids(List<Line> lines) {
    return lines.stream().map(Line::id).toList();
  }

  /** Drops some lines that are not ordered; who may not order drops only their own. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(Command command, List<Long> ids) {
    List<Line> lines = locked(ids, command.actor());
    for (Line line : lines) {
      must(line, State.REQUESTED, State.APPROVED);
      if (!line.can().contains(Requisition.Action.CANCEL)) {
        throw Problem.forbidden("Only who asked for " + line.number() + " may drop it.");
      }
    }
    jdbc.sql(
            "update requisition_line set state = 'CANCELLED', version = version + 1"
                + " where id in (:ids)")
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), State.CANCELLED.name());
  }

  /** Keeps some lines that are not ordered for stock, whatever becomes of what they were for. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Command command, List<Long> ids) {
    List<Line> lines = locked(ids, command.actor());
    lines.forEach(line -> must(line, State.REQUESTED, State.APPROVED));
    jdbc.sql(
            "update requisition_line set source_line = 0, version = version + 1 where id in (:ids)")
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), "KEPT");
  }

  /** Writes what became of lines into the log of each requisition, once. */
  private void write(List<Line> lines, Actor actor, String what) {
    Map<Long, List<Line>> together = new TreeMap<>();
    lines.forEach(
        line -> together.computeIfAbsent(line.requisitionId(), id -> new ArrayList<>()).add(line));
    together.forEach(
        (id, some) ->
            log.write(
                document(id, some.get(0).number(), some.get(0).siteId()),
                actor.id(),
                what,
                some.stream().map(Line::item).distinct().limit(20).collect(joining(", "))));
  }

  private static Document document(long id, String number, long site) {
    return Document.of(DocumentKind.REQUISITION, id, number, List.of(site));
  }

  /** Says from whom a line is to be bought. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void from(Command command, long id, long supplier) {
    List<Line> lines = locked(List.of(id), command.actor());
    lines.forEach(line -> must(line, State.REQUESTED, State.APPROVED));
    jdbc.sql("update requisition_line set supplier_id = ?, version = version + 1 where id = ?")
        .params(suppliers.supplier(supplier).id(), id)
        .update();
    write(lines, command.actor(), "CHANGED");
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
   * Orders lines that were agreed to: one purchase order for each supplier and site. One that came
   * of requisitions before and has not been sent yet takes them in.
   *
   * @return the numbers of the orders
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<String> order(Command command, List<Long> ids) {
    Map<Together, List<Line>> together = new TreeMap<>();
    for (Line line : locked(ids, command.actor())) {
      must(line, State.APPROVED);
      if (line.supplierId() == null) {
        throw Problem.refused(
                "no-supplier",
                "Nobody is known to sell " + line.name() + ". Name a supplier first.")
            .with("number", line.number());
      }
      together
          .computeIfAbsent(new Together(line.supplierId(), line.siteId()), key -> new ArrayList<>())
          .add(line);
    }
    List<String> numbers = new ArrayList<>();
    together.forEach((key, lines) -> numbers.add(order(command, key, lines)));
    return numbers;
  }

  private String order(Command command, Together key, List<Line> lines) {
    Suppliers.Card supplier = suppliers.supplier(key.supplier());
    Map<Long, Quantity> sums = new TreeMap<>();
    Map<Long, String> codes = new HashMap<>();
    lines.forEach(
        line -> {
          sums.merge(line.itemId(), line.quantity(), Quantity::plus);
          codes.put(line.itemId(), line.item());
        });
    Map<SupplierItems.Sold, BigDecimal> prices =
        sold.prices(
            sums.keySet().stream()
                .map(item -> new SupplierItems.Sold(item, key.supplier()))
                .toList());
    List<InboundViews.LineEntry> ordered =
        sums.entrySet().stream()
            .map(
                one ->
                    new InboundViews.LineEntry(
                        Objects.requireNonNull(codes.get(one.getKey())),
                        one.getValue(),
                        "",
                        prices.get(new SupplierItems.Sold(one.getKey(), key.supplier()))))
            .toList();
    LocalDate due = days.today(key.site()).plusDays(supplier.leadDays());
    Optional<Long> unsent = unsent(key);
    InboundViews.Card order =
        unsent.isPresent()
            ? orders.addLines(unsent.get(), ordered, due, command.actor())
            : orders.add(
                new InboundViews.Entry(
                    null,
                    null,
                    supplier.code(),
                    key.site(),
                    due,
                    String.join(
                        ", ", lines.stream().map(Line::number).distinct().limit(20).toList()),
                    ordered),
                command.actor());
    jdbc.sql(
            "update requisition_line set state = 'ORDERED', order_id = :order,"
                + " version = version + 1 where id in (:ids)")
        .param("order", order.id())
        .param("ids", ids(lines))
        .update();
    write(lines, command.actor(), State.ORDERED.name());
    return order.number();
  }

  /** An order of the same supplier for the same site that requisitions became and nobody sent. */
  private Optional<Long> unsent(Together key) {
    List<Long> ours =
        jdbc.sql(
                "select distinct l.order_id from requisition_line l"
                    + " join requisition r on r.id = l.requisition_id where l.state = 'ORDERED'"
                    + " and l.supplier_id = ? and r.site_id = ? order by l.order_id desc limit 20")
            .params(key.supplier(), key.site())
            .query(Long.class)
            .list();
    return orders.unsent(ours, key.supplier(), key.site());
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
