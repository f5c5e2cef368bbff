package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentChange;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of outbound orders as they are written. */
@Repository
class OutboundTable {

  private final JdbcClient jdbc;
  private final Clock clock;
  private final DocumentLog log;

  OutboundTable(JdbcClient jdbc, Clock clock, DocumentLog log) {
    this.log = log;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** An order without its lines. */
  record Head(
      long id,
      int version,
      String number,
      OutboundViews.Kind kind,
      Outbound.State state,
      long siteId,
      long customerId,
      String customer,
      long kitId,
      String kit,
      BigDecimal kitQuantity,
      String reference,
      LocalDate needed,
      String note,
      LocalDateTime created,
      String createdBy,
      LocalDateTime allocated,
      LocalDateTime ended,
      long roundId,
      String picker,
      long toteId,
      String tote,
      LocalDate coveredBy) {

    boolean isJob() {
      return kind == OutboundViews.Kind.JOB;
    }

    boolean isAllocated() {
      return allocated != null;
    }

    /** Whom or what it is for. */
    String party() {
      return isJob() ? kit : customer;
    }
  }

  private static final String HEAD =
      """
      select o.id, o.version, o.number, o.kind, o.state, o.site_id, o.customer_id,
        coalesce(c.name, '') customer, o.kit_id, coalesce(k.name, '') kit, o.kit_quantity,
        o.reference, o.needed, o.note, o.created, w.name created_by, o.allocated, o.ended,
        o.round_id, p.name picker, o.tote_id, u.code tote, o.covered_by
      from outbound_order o join person w on w.id = o.created_by
        left join customer c on c.id = o.customer_id left join item k on k.id = o.kit_id
        left join pick_round r on r.id = o.round_id left join person p on p.id = r.person_id
        left join unit_load u on u.id = o.tote_id
      """;

  Optional<Head> find(long id) {
    return jdbc.sql(HEAD + " where o.id = ?").param(id).query(Head.class).optional();
  }

  Optional<Head> lock(long id) {
    jdbc.sql("select id from outbound_order where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    return find(id);
  }

  Optional<Head> withNumber(String number) {
    return jdbc.sql(HEAD + " where o.number = ?").param(number).query(Head.class).optional();
  }

  List<Head> ofRound(long round) {
    return jdbc.sql(HEAD + " where o.round_id = ? order by o.id")
        .param(round)
        .query(Head.class)
        .list();
  }

  /** What is needed first comes first; what is needed whenever comes last. */
  List<Long> toAllocate(long site, LocalDate until) {
    return jdbc.sql(
            """
            select o.id from outbound_order o
            where o.site_id = :site and o.state in ('ACCEPTED', 'SHORT', 'COVERED', 'PICKING')
              and (:until is null or o.needed <= :until)
            order by o.needed is null, o.needed, o.id
            """)
        .param("site", site)
        .param("until", until)
        .query(Long.class)
        .list();
  }

  long insert(
      String number,
      OutboundViews.Kind kind,
      long site,
      long customer,
      long kit,
      @Nullable Quantity kits,
      String reference,
      @Nullable LocalDate needed,
      String note,
      Actor actor) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into outbound_order (number, kind, state, site_id, customer_id, kit_id,
              kit_quantity, made, reference, needed, note, created, created_by)
            values (?, ?, 'ACCEPTED', ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
            .param(number)
            .param(kind.name())
            .param(site)
            .param(customer)
            .param(kit)
            .param(kits == null ? null : kits.amount())
            .param(kits == null ? null : BigDecimal.ZERO)
            .param(reference)
            .param(needed)
            .param(note)
            .param(now())
            .param(actor.id()));
  }

  void update(
      long id,
      long customer,
      long site,
      String reference,
      @Nullable LocalDate needed,
      String note) {
    jdbc.sql(
            """
            update outbound_order set customer_id = ?, site_id = ?, reference = ?, needed = ?,
              note = ?, version = version + 1 where id = ?
            """)
        .param(customer)
        .param(site)
        .param(reference)
        .param(needed)
        .param(note)
        .param(id)
        .update();
  }

  void allocated(long id, boolean allocated) {
    jdbc.sql("update outbound_order set allocated = ?, version = version + 1 where id = ?")
        .param(allocated ? now() : null)
        .param(id)
        .update();
  }

  void onRound(long id, long round, long tote) {
    jdbc.sql(
            "update outbound_order set round_id = ?, tote_id = ?, version = version + 1"
                + " where id = ?")
        .params(round, tote, id)
        .update();
  }

  void state(long id, Outbound.State state) {
    jdbc.sql(
            """
            update outbound_order set state = ?, version = version + 1,
              ended = if(?, coalesce(ended, ?), null)
            where id = ?
            """)
        .params(state.name(), state.ended(), now(), id)
        .update();
  }

  void event(long id, Actor actor, String what, String detail) {
    log.write(document(id), actor.id(), what, detail);
  }

  List<DocumentChange> changes(long id) {
    return log.of(DocumentKind.OUTBOUND_ORDER, id);
  }

  private Document document(long id) {
    return jdbc.sql("select number, site_id from outbound_order where id = ?")
        .param(id)
        .query(
            (row, n) ->
                Document.of(
                    DocumentKind.OUTBOUND_ORDER, id, row.getString(1), List.of(row.getLong(2))))
        .single();
  }

  // Lines

  /** A line as it is kept. */
  record LineRow(
      int lineNo,
      long itemId,
      long lotId,
      long serialId,
      String pack,
      BigDecimal packs,
      BigDecimal asked,
      BigDecimal withdrawn,
      BigDecimal shipped,
      BigDecimal price,
      int minimumLife,
      boolean oneLot,
      boolean anyLots,
      String supplyRule,
      long supplyFrom,
      BigDecimal scrapped,
      String code,
      String name,
      UnitOfMeasure unit,
      String lot,
      String serial) {

    /** How it is met; null if it is as the policy of its item says. */
    @Nullable SupplyRule rule() {
      return supplyRule.isEmpty() ? null : SupplyRule.valueOf(supplyRule);
    }

    /** Of how many lots it may be. */
    Removal.Wanted.Lots lots() {
      return anyLots
          ? Removal.Wanted.Lots.ANY
          : oneLot ? Removal.Wanted.Lots.ONE : Removal.Wanted.Lots.BY_RULE;
    }

    /** Whether all of it must be of one lot, by its own word or by the rules for its item. */
    boolean ofOneLot(Policy policy) {
      return oneLot || (!anyLots && policy.asksOneLot());
    }

    /** The line with what is kept for it. */
    Outbound.Line line(Quantity reserved, Quantity picked, Quantity packed) {
      return new Outbound.Line(
          lineNo,
          new Quantity(asked),
          new Quantity(withdrawn),
          reserved,
          picked,
          packed,
          new Quantity(shipped));
    }
  }

  List<LineRow> lines(long order) {
    return jdbc.sql(
            """
            select l.line_no, l.item_id, l.lot_id, l.serial_id, l.pack, l.packs, l.asked,
              l.withdrawn, l.shipped, l.price, l.minimum_life, l.one_lot, l.any_lots, l.supply_rule,
              l.supply_from, l.scrapped, i.code, i.name, i.unit,
              o.code lot, s.code serial
            from outbound_line l join item i on i.id = l.item_id
              left join lot o on o.id = l.lot_id left join serial s on s.id = l.serial_id
            where l.order_id = ? order by l.line_no
            """)
        .param(order)
        .query(LineRow.class)
        .list();
  }

  void clearLines(long order) {
    jdbc.sql("delete from outbound_line where order_id = ?").param(order).update();
  }

  void addLine(
      long order,
      int number,
      Goods goods,
      String pack,
      Quantity packs,
      Quantity asked,
      @Nullable BigDecimal price,
      int minimumLife,
      boolean oneLot) {
    jdbc.sql(
            """
            insert into outbound_line (order_id, line_no, item_id, lot_id, serial_id, pack, packs,
              asked, price, minimum_life, one_lot) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .param(order)
        .param(number)
        .param(goods.item())
        .param(goods.lot())
        .param(goods.serial())
        .param(pack)
        .param(packs.amount())
        .param(asked.amount())
        .param(price)
        .param(minimumLife)
        .param(oneLot)
        .update();
  }

  void withdraw(long order, int line, Quantity more) {
    jdbc.sql(
            "update outbound_line set withdrawn = withdrawn + ? where order_id = ? and line_no = ?")
        .params(more.amount(), order, line)
        .update();
  }

  void shipped(long order, int line, Quantity more) {
    jdbc.sql("update outbound_line set shipped = shipped + ? where order_id = ? and line_no = ?")
        .params(more.amount(), order, line)
        .update();
  }

  /** More of a component was spoilt: as much more is asked for. */
  void scrapped(long order, int line, Quantity more) {
    jdbc.sql(
            "update outbound_line set scrapped = scrapped + :more, asked = asked + :more,"
                + " packs = packs + :more where order_id = :order and line_no = :line")
        .param("more", more.amount())
        .param("order", order)
        .param("line", line)
        .update();
  }

  void supply(long order, int line, @Nullable SupplyRule rule, long from) {
    jdbc.sql(
            "update outbound_line set supply_rule = ?, supply_from = ?"
                + " where order_id = ? and line_no = ?")
        .params(rule == null ? "" : rule.name(), from, order, line)
        .update();
  }

  void anyLots(long order, int line) {
    jdbc.sql(
            "update outbound_line set one_lot = false, any_lots = true"
                + " where order_id = ? and line_no = ?")
        .params(order, line)
        .update();
  }

  // Despatches

  /** A despatch of an order that was begun at a moment not before another, if there is one. */
  Optional<Long> despatchSince(long order, LocalDateTime since) {
    return jdbc.sql(
            "select id from despatch where order_id = ? and at >= ? order by id desc limit 1")
        .params(order, since)
        .query(Long.class)
        .optional();
  }

  long addDespatch(String number, long order, String takenBy, Actor actor, LocalDateTime at) {
    return GeneratedId.of(
        jdbc.sql(
                "insert into despatch (number, order_id, at, person_id, taken_by) values (?, ?, ?, ?, ?)")
            .params(number, order, at, actor.id(), takenBy));
  }

  String despatchNumber(long despatch) {
    return jdbc.sql("select number from despatch where id = ?")
        .param(despatch)
        .query(String.class)
        .single();
  }

  void addGoods(
      long despatch,
      int line,
      long posting,
      PositionKey key,
      Quantity quantity,
      BigDecimal cost,
      @Nullable BigDecimal price) {
    jdbc.sql(
            """
            insert into despatch_goods (despatch_id, line_no, posting_id, item_id, lot_id,
              serial_id, unit_load_id, quantity, cost, price) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .param(despatch)
        .param(line)
        .param(posting)
        .param(key.item())
        .param(key.lot())
        .param(key.serial())
        .param(key.unitLoad())
        .param(quantity.amount())
        .param(cost)
        .param(price)
        .update();
  }

  /** Goods that a posting has taken out of the house. */
  record ShippedRow(long id, long orderId, int lineNo, BigDecimal quantity) {}

  List<ShippedRow> shippedBy(long posting) {
    return jdbc.sql(
            """
            select g.id, d.order_id, g.line_no, g.quantity
            from despatch_goods g join despatch d on d.id = g.despatch_id
            where g.posting_id = ? and not g.reversed order by g.id
            """)
        .param(posting)
        .query(ShippedRow.class)
        .list();
  }

  void takeBack(long goods) {
    jdbc.sql("update despatch_goods set reversed = true where id = ?").param(goods).update();
  }

  LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
