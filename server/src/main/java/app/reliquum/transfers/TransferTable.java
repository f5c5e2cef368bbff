package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Utc;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
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

/** The rows of transfers as they are written. */
@Repository
class TransferTable {

  private final JdbcClient jdbc;
  private final Clock clock;
  private final DocumentLog log;

  TransferTable(JdbcClient jdbc, Clock clock, DocumentLog log) {
    this.log = log;
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** A transfer without its lines. */
  record Head(
      long id,
      int version,
      String number,
      boolean planned,
      boolean direct,
      Transfer.State state,
      long fromSiteId,
      String sender,
      long toSiteId,
      LocalDate wanted,
      LocalDate dispatch,
      String note,
      long roadPlaceId,
      LocalDateTime created,
      String createdBy,
      LocalDateTime released,
      LocalDateTime closed,
      LocalDateTime handedIn,
      String handedInBy) {

    boolean isReleased() {
      return released != null;
    }
  }

  private static final String HEAD =
      """
      select t.id, t.version, t.number, t.planned, t.direct, t.state, t.from_site_id, t.sender,
        t.to_site_id, t.wanted, t.dispatch, t.note, t.road_place_id, t.created, w.name created_by, t.released,
        t.closed, t.handed_in, coalesce(h.name, '') handed_in_by
      from transfer t join person w on w.id = t.created_by
        left join person h on h.id = t.handed_in_by
      """;

  Optional<Head> find(long id) {
    return jdbc.sql(HEAD + " where t.id = ?").param(id).query(Head.class).optional();
  }

  Optional<Head> lock(long id) {
    jdbc.sql("select id from transfer where id = ? for update")
        .param(id)
        .query(Long.class)
        .optional();
    return find(id);
  }

  Optional<Head> withNumber(String number) {
    return jdbc.sql(HEAD + " where t.number = ?").param(number).query(Head.class).optional();
  }

  long insert(
      String number,
      boolean planned,
      boolean direct,
      long from,
      @Nullable String sender,
      long to,
      @Nullable LocalDate wanted,
      String note,
      long inTransit,
      Actor actor) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into transfer (number, planned, direct, state, from_site_id, sender, to_site_id,
              wanted, note, road_place_id, created, created_by, released)
            values (?, ?, ?, 'PLANNED', ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
            .param(number)
            .param(planned)
            .param(direct)
            .param(from)
            .param(sender)
            .param(to)
            .param(wanted)
            .param(note)
            .param(inTransit)
            .param(now())
            .param(actor.id())
            .param(planned ? null : now()));
  }

  void update(
      long id, long from, long to, @Nullable LocalDate wanted, boolean direct, String note) {
    jdbc.sql(
            """
            update transfer set from_site_id = ?, to_site_id = ?, wanted = ?, direct = ?, note = ?,
              version = version + 1 where id = ?
            """)
        .params(from, to, wanted, direct, note, id)
        .update();
  }

  /** Says when it is to leave; null for no day. */
  void dispatch(long id, @Nullable LocalDate day) {
    jdbc.sql("update transfer set dispatch = ? where id = ?").params(day, id).update();
  }

  void released(long id, boolean released) {
    jdbc.sql("update transfer set released = ?, version = version + 1 where id = ?")
        .params(released ? now() : null, id)
        .update();
  }

  /** When something last left, or arrived. */
  void touched(long id, boolean sent) {
    jdbc.sql("update transfer set " + (sent ? "last_sent" : "last_arrival") + " = ? where id = ?")
        .params(now(), id)
        .update();
  }

  /** Notes that it waits for the Office, or, by nobody, that it does not any more. */
  void handedIn(long id, @Nullable Actor by) {
    jdbc.sql("update transfer set handed_in = ?, handed_in_by = ? where id = ?")
        .params(by == null ? null : now(), by == null ? 0 : by.id(), id)
        .update();
  }

  void state(long id, Transfer.State state) {
    jdbc.sql(
            """
            update transfer set state = ?, version = version + 1,
              closed = if(? = 'CLOSED', coalesce(closed, ?), null)
            where id = ?
            """)
        .params(state.name(), state.name(), now(), id)
        .update();
  }

  void event(long id, Actor actor, String what, String detail) {
    event(id, actor, what, detail, null, null);
  }

  void event(
      long id,
      Actor actor,
      String what,
      String detail,
      @Nullable String before,
      @Nullable String after) {
    log.write(document(id), actor.id(), what, detail, before, after);
  }

  List<DocumentChange> changes(long id) {
    return log.of(DocumentKind.TRANSFER, id);
  }

  private Document document(long id) {
    return jdbc.sql("select number, from_site_id, to_site_id from transfer where id = ?")
        .param(id)
        .query(
            (row, n) ->
                Document.of(
                    DocumentKind.TRANSFER,
                    id,
                    row.getString(1),
                    List.of(row.getLong(2), row.getLong(3))))
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
      BigDecimal sent,
      BigDecimal arrived,
      BigDecimal lost,
      String code,
      String name,
      UnitOfMeasure unit,
      String lot,
      String serial) {

    Transfer.Line line() {
      return new Transfer.Line(
          lineNo,
          new Quantity(asked),
          new Quantity(withdrawn),
          new Quantity(sent),
          new Quantity(arrived),
          new Quantity(lost));
    }

    /** Whether goods may go on it. */
    boolean takes(Goods goods) {
      return itemId == goods.item()
          && (lotId == 0 || lotId == goods.lot())
          && (serialId == 0 || serialId == goods.serial());
    }
  }

  List<LineRow> lines(long transfer) {
    return jdbc.sql(
            """
            select l.line_no, l.item_id, l.lot_id, l.serial_id, l.pack, l.packs, l.asked,
              l.withdrawn, l.sent, l.arrived, l.lost, i.code, i.name, i.unit, o.code lot,
              s.code serial
            from transfer_line l join item i on i.id = l.item_id
              left join lot o on o.id = l.lot_id left join serial s on s.id = l.serial_id
            where l.transfer_id = ? order by l.line_no
            """)
        .param(transfer)
        .query(LineRow.class)
        .list();
  }

  void clearLines(long transfer) {
    jdbc.sql("delete from transfer_line where transfer_id = ?").param(transfer).update();
  }

  void addLine(
      long transfer, int number, Goods goods, String pack, Quantity packs, Quantity asked) {
    jdbc.sql(
            """
            insert into transfer_line (transfer_id, line_no, item_id, lot_id, serial_id, pack,
              packs, asked) values (?, ?, ?, ?, ?, ?, ?, ?)
            """)
        .params(
            transfer,
            number,
            goods.item(),
            goods.lot(),
            goods.serial(),
            pack,
            packs.amount(),
            asked.amount())
        .update();
  }

  /** Changes what is asked for on a line, in base units. */
  void ask(long transfer, int line, Quantity more) {
    jdbc.sql(
            """
            update transfer_line set asked = asked + ?, packs = asked, pack = ''
            where transfer_id = ? and line_no = ?
            """)
        .params(more.amount(), transfer, line)
        .update();
  }

  void dropLine(long transfer, int line) {
    jdbc.sql("delete from transfer_line where transfer_id = ? and line_no = ?")
        .params(transfer, line)
        .update();
  }

  /** A figure of a line that follows from what is done. */
  enum Figure {
    WITHDRAWN,
    SENT,
    ARRIVED,
    LOST
  }

  void add(long transfer, int line, Figure figure, Quantity more) {
    String column = figure.name().toLowerCase(java.util.Locale.ROOT);
    jdbc.sql(
            "update transfer_line set %1$s = %1$s + ? where transfer_id = ? and line_no = ?"
                .formatted(column))
        .params(more.amount(), transfer, line)
        .update();
  }

  // What was sent

  /** Goods of one shipment as they are kept. */
  record GoodsRow(
      long id,
      int lineNo,
      int shipment,
      long itemId,
      long lotId,
      long serialId,
      long unitLoadId,
      int conditionCode,
      BigDecimal sent,
      BigDecimal arrived,
      BigDecimal lost,
      BigDecimal unitCost) {

    Transfer.Sent inTransit() {
      return new Transfer.Sent(
          id, lineNo, shipment, new Quantity(sent.subtract(arrived).subtract(lost)));
    }

    Goods goods() {
      return new Goods(itemId, lotId, serialId);
    }

    /** Where they are on the road. */
    PositionKey at(long inTransit) {
      return new PositionKey(
          itemId, inTransit, lotId, serialId, unitLoadId, Condition.of(conditionCode));
    }
  }

  private static final String GOODS =
      """
      select id, line_no, shipment, item_id, lot_id, serial_id, unit_load_id, condition_code, sent,
        arrived, lost, unit_cost
      from transfer_goods
      """;

  List<GoodsRow> goods(long transfer) {
    return jdbc.sql(GOODS + " where transfer_id = ? order by shipment, line_no, id")
        .param(transfer)
        .query(GoodsRow.class)
        .list();
  }

  int nextShipment(long transfer) {
    return 1
        + jdbc.sql("select coalesce(max(shipment), 0) from transfer_shipment where transfer_id = ?")
            .param(transfer)
            .query(Integer.class)
            .single();
  }

  void addShipment(long transfer, int shipment, Actor actor, long posting) {
    jdbc.sql(
            "insert into transfer_shipment (transfer_id, shipment, sent, person_id, posting_id)"
                + " values (?, ?, ?, ?, ?)")
        .params(transfer, shipment, now(), actor.id(), posting)
        .update();
  }

  long addGoods(
      long transfer, int line, int shipment, PositionKey key, Quantity sent, BigDecimal cost) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into transfer_goods (transfer_id, line_no, shipment, item_id, lot_id, serial_id,
              unit_load_id, condition_code, sent, unit_cost) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
            """)
            .params(
                transfer,
                line,
                shipment,
                key.item(),
                key.lot(),
                key.serial(),
                key.unitLoad(),
                key.condition().code(),
                sent.amount(),
                cost));
  }

  void addToGoods(long goods, Figure figure, Quantity more) {
    String column = figure.name().toLowerCase(java.util.Locale.ROOT);
    jdbc.sql("update transfer_goods set %1$s = %1$s + ? where id = ?".formatted(column))
        .params(more.amount(), goods)
        .update();
  }

  // What each posting did

  /** What a posting did to some goods. */
  record Move(long id, long goodsId, Figure step, BigDecimal quantity, int lineNo) {}

  void addMove(long posting, long goods, Figure step, Quantity quantity) {
    jdbc.sql("insert into transfer_move (posting_id, goods_id, step, quantity) values (?, ?, ?, ?)")
        .params(posting, goods, step.name(), quantity.amount())
        .update();
  }

  List<Move> moves(long posting) {
    return jdbc.sql(
            """
            select m.id, m.goods_id, m.step, m.quantity, g.line_no
            from transfer_move m join transfer_goods g on g.id = m.goods_id
            where m.posting_id = ? and not m.reversed order by m.id
            """)
        .param(posting)
        .query(Move.class)
        .list();
  }

  void takeBack(long move) {
    jdbc.sql("update transfer_move set reversed = true where id = ?").param(move).update();
  }

  LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
