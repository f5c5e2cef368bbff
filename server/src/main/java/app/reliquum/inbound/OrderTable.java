package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentChange;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import app.reliquum.house.Taxes;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.stock.LateDocument;
import java.math.BigDecimal;
import java.sql.Date;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of inbound orders, their lines and what was done to them. */
@Repository
class OrderTable {

  private final JdbcClient jdbc;
  private final Clock clock;
  private final DocumentLog log;

  OrderTable(JdbcClient jdbc, Clock clock, DocumentLog log) {
    this.log = log;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** An order without its lines. */
  record Head(
      long id,
      int version,
      String number,
      InboundViews.Kind kind,
      Arrival.State state,
      long supplierId,
      long siteId,
      LocalDate expected,
      String reason,
      String note,
      LocalDateTime created,
      String createdBy,
      LocalDateTime sent,
      String answer,
      LocalDateTime answered) {}

  private static final String HEAD =
      """
      select o.id, o.version, o.number, o.kind, o.state, o.supplier_id, o.site_id, o.expected,
        o.reason, o.note, o.created, w.name created_by, o.sent,
        o.answer, o.answered
      from inbound_order o join person w on w.id = o.created_by
      """;

  Optional<Head> find(long id) {
    return jdbc.sql(HEAD + " where o.id = ?").param(id).query(Head.class).optional();
  }

  Optional<Head> lock(long id) {
    jdbc.sql("select id from inbound_order where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    return find(id);
  }

  Optional<Head> withNumber(String number) {
    return jdbc.sql(HEAD + " where o.number = ?").param(number).query(Head.class).optional();
  }

  long insert(
      String number,
      InboundViews.Kind kind,
      long supplier,
      long site,
      @Nullable LocalDate expected,
      String reason,
      String note,
      Actor actor) {
    jdbc.sql(
            """
            insert into inbound_order (number, kind, state, supplier_id, site_id, expected, reason,
              note, created, created_by) values (?, ?, 'EXPECTED', ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(number, kind.name(), supplier, site, expected, reason, note, now(), actor.id())
        .update();
    return jdbc.sql("select id from inbound_order where number = ?")
        .param(number)
        .query(Long.class)
        .single();
  }

  /** Writes an order anew: whatever its supplier has answered was about another. */
  void update(long id, long supplier, long site, @Nullable LocalDate expected, String note) {
    jdbc.sql(
            """
            update inbound_order set supplier_id = ?, site_id = ?, expected = ?, note = ?,
              answer = '', answered = null, version = version + 1 where id = ?
            """)
        .params(supplier, site, expected, note, id)
        .update();
  }

  void state(long id, Arrival.State state, boolean receipt) {
    jdbc.sql(
            // Once its lines have days of their own, it is expected when the next of them is.
            "update inbound_order o set state = ?, version = version + 1,"
                + " expected = coalesce((select min(l.expected) from inbound_line l"
                + " where l.order_id = o.id and l.origin = 'ORDERED'"
                + " and l.received < l.quantity), expected)"
                + (receipt ? ", last_receipt = ?" : "")
                + " where id = ?")
        .params(receipt ? List.of(state.name(), now(), id) : List.of(state.name(), id))
        .update();
  }

  void sent(long id) {
    jdbc.sql("update inbound_order set sent = ?, version = version + 1 where id = ?")
        .params(now(), id)
        .update();
  }

  void event(long id, Actor actor, String what, String detail) {
    log.write(document(id), actor.id(), what, detail);
  }

  private Document document(long id) {
    return jdbc.sql("select number, site_id from inbound_order where id = ?")
        .param(id)
        .query(
            (row, n) ->
                Document.of(
                    DocumentKind.INBOUND_ORDER, id, row.getString(1), List.of(row.getLong(2))))
        .single();
  }

  // Lines

  /** A line as it is kept. */
  record LineRow(
      int lineNo,
      Arrival.Origin origin,
      long itemId,
      String pack,
      BigDecimal packs,
      BigDecimal quantity,
      BigDecimal received,
      BigDecimal price,
      @Nullable LocalDate expected,
      String code,
      String name,
      UnitOfMeasure unit,
      @Nullable String taxCode,
      @Nullable String taxName,
      TaxRate.@Nullable Category taxCategory,
      @Nullable BigDecimal taxRate) {

    /** How it is taxed, if it is. */
    Optional<InboundViews.LineTax> tax() {
      return taxCode == null || taxName == null || taxCategory == null || taxRate == null
          ? Optional.empty()
          : Optional.of(
              new InboundViews.LineTax(
                  taxCode,
                  taxName,
                  taxCategory,
                  new TaxRate(taxName, taxCategory, taxRate).rate()));
    }

    Arrival.OrderLine arrival() {
      return new Arrival.OrderLine(lineNo, origin, new Quantity(quantity), new Quantity(received));
    }
  }

  List<LineRow> lines(long order) {
    return jdbc.sql(
            """
            select l.line_no, l.origin, l.item_id, l.pack, l.packs, l.quantity, l.received, l.price,
              l.expected, i.code, i.name, i.unit, l.tax_code, l.tax_name, l.tax_category, l.tax_rate
            from inbound_line l join item i on i.id = l.item_id
            where l.order_id = ? order by l.line_no
            """)
        .param(order)
        .query(LineRow.class)
        .list();
  }

  void clearLines(long order) {
    jdbc.sql("delete from inbound_line where order_id = ?").param(order).update();
  }

  void addLine(
      long order,
      int number,
      Arrival.Origin origin,
      long item,
      String pack,
      Quantity packs,
      Quantity quantity,
      Quantity received,
      @Nullable BigDecimal price,
      Taxes.@Nullable Card tax) {
    jdbc.sql(
            """
            insert into inbound_line (order_id, line_no, origin, item_id, pack, packs, quantity,
              received, price, tax_code, tax_name, tax_category, tax_rate)
            values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            order,
            number,
            origin.name(),
            item,
            pack,
            packs.amount(),
            quantity.amount(),
            received.amount(),
            price,
            tax == null ? null : tax.code(),
            tax == null ? null : tax.name(),
            tax == null ? null : tax.category().name(),
            tax == null ? null : tax.rate())
        .update();
  }

  /** Adds to what has come on a line; for lines that nobody ordered their quantity grows too. */
  void received(long order, int line, Quantity more) {
    jdbc.sql(
            """
            update inbound_line set received = received + :more,
              quantity = if(origin = 'ORDERED', quantity, quantity + :more),
              packs = if(origin = 'ORDERED', packs, packs + :more)
            where order_id = :order and line_no = :line
            """)
        .param("more", more.amount())
        .param("order", order)
        .param("line", line)
        .update();
  }

  void dropEmptyExtras(long order) {
    jdbc.sql(
            "delete from inbound_line where order_id = ? and origin <> 'ORDERED'"
                + " and received = 0")
        .param(order)
        .update();
  }

  /** Says how much of a line is wanted from now on, when, and at what price. */
  void amend(
      long order,
      int line,
      Quantity packs,
      Quantity quantity,
      @Nullable LocalDate expected,
      @Nullable BigDecimal price) {
    jdbc.sql(
            "update inbound_line set packs = ?, quantity = ?, expected = ?, price = ?"
                + " where order_id = ? and line_no = ?")
        .params(packs.amount(), quantity.amount(), expected, price, order, line)
        .update();
  }

  /** Notes what the supplier has answered. */
  void answered(long order, InboundViews.Answer answer) {
    jdbc.sql("update inbound_order set answer = ?, answered = ? where id = ?")
        .params(answer.name(), now(), order)
        .update();
  }

  List<DocumentChange> changes(long order) {
    return log.of(DocumentKind.INBOUND_ORDER, order);
  }

  List<InboundViews.Receipt> receipts(String number) {
    return jdbc.sql(
            """
            select p.id, p.effective, w.name person, coalesce(p.document_line, 0) line, i.code,
              i.name, i.id item_id, l.lot_id, t.code lot, r.code serial, u.code unit_load,
              l.serial_id, l.to_unit_load_id, l.to_place_id, b.address, l.to_condition, l.quantity,
              exists (select 1 from posted v where v.reverses_id = p.id) reversed
            from posted p join posted_line l on l.posting_id = p.id
              join item i on i.id = l.item_id join person w on w.id = p.person_id
              join place b on b.id = l.to_place_id
              left join lot t on t.id = l.lot_id left join serial r on r.id = l.serial_id
              left join unit_load u on u.id = l.to_unit_load_id
            where p.document = ? and p.kind in ('RECEIPT', 'RETURN')
            order by p.id desc, l.line_no limit 1000
            """)
        .param(number)
        .query(
            (row, n) ->
                new InboundViews.Receipt(
                    row.getLong("id"),
                    Utc.instant(row.getTimestamp("effective")),
                    row.getString("person"),
                    row.getInt("line"),
                    row.getString("code"),
                    row.getString("name"),
                    row.getLong("item_id"),
                    row.getLong("lot_id"),
                    row.getString("lot"),
                    row.getLong("serial_id"),
                    row.getString("serial"),
                    row.getLong("to_unit_load_id"),
                    row.getString("unit_load"),
                    row.getLong("to_place_id"),
                    row.getString("address"),
                    Condition.of(row.getInt("to_condition")),
                    new Quantity(row.getBigDecimal("quantity")),
                    row.getBoolean("reversed")))
        .list();
  }

  /** Sums of what is still expected of some items. */
  Set<Long> itemsComing(long site) {
    return new HashSet<>(
        jdbc.sql(
                "select distinct l.item_id from inbound_line l"
                    + " join inbound_order o on o.id = l.order_id where l.origin = 'ORDERED'"
                    + " and l.received < l.quantity and o.state in ('EXPECTED', 'ARRIVING')"
                    + (site == 0 ? "" : " and o.site_id = :site"))
            .param("site", site)
            .query(Long.class)
            .list());
  }

  Map<Long, Quantity> coming(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    jdbc.sql(
            "select l.item_id, sum(l.quantity - l.received) coming from inbound_line l"
                + " join inbound_order o on o.id = l.order_id"
                + " where l.item_id in (:items) and l.origin = 'ORDERED'"
                + " and l.received < l.quantity and o.state in ('EXPECTED', 'ARRIVING')"
                + (site == 0 ? "" : " and o.site_id = :site")
                + " group by l.item_id")
        .param("items", items)
        .param("site", site)
        .query(
            row -> {
              sums.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
            });
    return sums;
  }

  List<DatedQuantity> due(List<Long> items, long site) {
    return jdbc.sql(
            """
            select l.item_id, coalesce(l.expected, o.expected) due, sum(l.quantity - l.received),
              o.number
            from inbound_line l join inbound_order o on o.id = l.order_id
            where l.item_id in (:items) and l.origin = 'ORDERED' and l.received < l.quantity
              and o.state in ('EXPECTED', 'ARRIVING') and o.site_id = :site
            group by l.item_id, o.id, due
            """)
        .param("items", items)
        .param("site", site)
        .query(
            (row, n) ->
                new DatedQuantity(
                    row.getLong(1),
                    date(row.getDate(2)),
                    new Quantity(row.getBigDecimal(3)),
                    row.getString(4)))
        .list();
  }

  List<LateDocument> due(long site, LocalDate from, LocalDate before) {
    return jdbc.sql(
            """
            select 'inbound' what, o.id, o.number, s.name `from`, o.expected due
            from inbound_order o join supplier s on s.id = o.supplier_id
            where o.site_id = :site and o.state in ('EXPECTED', 'ARRIVING')
              and o.expected >= :from and o.expected < :before
            order by o.expected, o.id
            """)
        .param("site", site)
        .param("from", Date.valueOf(from))
        .param("before", Date.valueOf(before))
        .query(LateDocument.class)
        .list();
  }

  List<InboundOrders.Journey> journeys(Map<Long, Long> supplierOfItem, long site, Instant since) {
    return jdbc
        .sql(
            """
            select l.item_id, o.supplier_id, coalesce(o.sent, o.created), max(h.effective)
            from inbound_line l join inbound_order o on o.id = l.order_id
              join posted h on h.document = o.number and h.document_line = l.line_no
                and h.kind = 'RECEIPT'
            where l.item_id in (:items) and o.site_id = :site and l.origin = 'ORDERED'
              and l.received >= l.quantity and o.created >= :since
            group by l.id order by 4
            """)
        .param("items", supplierOfItem.keySet())
        .param("site", site)
        .param("since", Utc.of(since))
        .query(
            (row, n) ->
                Map.entry(
                    row.getLong(2),
                    new InboundOrders.Journey(
                        row.getLong(1),
                        Utc.instant(row.getTimestamp(3)),
                        Utc.instant(row.getTimestamp(4)))))
        .list()
        .stream()
        .filter(one -> one.getKey().equals(supplierOfItem.get(one.getValue().itemId())))
        .map(Map.Entry::getValue)
        .toList();
  }

  LocalDateTime now() {
    return Utc.of(clock.instant());
  }

  static @Nullable LocalDate date(Date date) {
    return date == null ? null : date.toLocalDate();
  }
}
