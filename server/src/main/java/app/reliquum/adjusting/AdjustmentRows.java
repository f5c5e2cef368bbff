package app.reliquum.adjusting;

import app.reliquum.adjusting.Adjustment.Card;
import app.reliquum.adjusting.Adjustment.Filled;
import app.reliquum.adjusting.Adjustment.Line;
import app.reliquum.adjusting.Adjustment.Row;
import app.reliquum.adjusting.Adjustment.State;
import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers what was adjusted, scrapped, lent and moved, and what waits. */
@Service
public class AdjustmentRows {

  private final JdbcClient jdbc;

  AdjustmentRows(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  private static final ListTable<AdjustmentColumn> ADJUSTMENTS =
      new ListTable<>(
          "from adjustment a join movement_kind k on k.id = a.kind_id join site s on s.id ="
              + " a.site_id"
              + " left join person w on w.id = a.written_by left join person e on e.id ="
              + " a.ended_by",
          "a.id",
          List.of("a.site_id"),
          List.of(
              "a.number like :holds",
              "a.note like :holds",
              "a.source like :holds",
              "a.party like :holds",
              "exists (select 1 from adjustment_line l join item i on i.id = l.item_id"
                  + " where l.adjustment_id = a.id"
                  + " and (i.code like :holds or i.name like :holds))"));

  private static final String SELECT =
      """
      select a.*, k.name kind, s.name site, coalesce(w.name, '') writer, e.name ender,
        (select group_concat(x.name order by x.id <> a.kind_id, x.name separator ' + ')
          from adjustment_reason r join movement_kind x on x.id = r.kind_id
          where r.adjustment_id = a.id) reasons,
        %s line_count,
        (select i.name from adjustment_line l join item i on i.id = l.item_id
          where l.adjustment_id = a.id order by l.line_no limit 1) about,
        (select b.id from posted b where b.reverses_id = a.posting_id and a.posting_id > 0)
          reversed_by
      """
          .formatted(AdjustmentColumn.LINES.value().sql());

  private static final ListTable.Shown NEWEST_FIRST =
      new ListTable.Shown(SELECT, "", "1 = 1", "a.written desc");

  /** A page, newest first unless another order is asked for. */
  @Transactional(readOnly = true)
  public Page<Row> page(ListQuery<AdjustmentColumn> query, Actor actor) {
    return ADJUSTMENTS.page(jdbc, query, NEWEST_FIRST, actor, (row, n) -> row(row));
  }

  private static Row row(ResultSet row) throws SQLException {
    long posting = row.getLong("posting_id");
    long reversed = row.getLong("reversed_by");
    return new Row(
        row.getLong("id"),
        row.getString("number"),
        Purpose.valueOf(row.getString("purpose")),
        row.getString("kind"),
        row.getString("reasons"),
        Way.valueOf(row.getString("way")),
        State.valueOf(row.getString("state")),
        row.getLong("site_id"),
        row.getString("site"),
        row.getInt("line_count"),
        row.getString("about"),
        row.getBigDecimal("net"),
        row.getBigDecimal("gross"),
        row.getString("note"),
        row.getString("source"),
        Utc.instant(row.getTimestamp("written")),
        row.getString("writer"),
        Utc.instant(row.getTimestamp("ended")),
        row.getString("ender"),
        posting == 0 ? null : posting,
        reversed == 0 ? null : reversed);
  }

  /** One of them whole. */
  @Transactional(readOnly = true)
  public Card card(long id, Actor actor) {
    Row row =
        jdbc.sql(SELECT + ADJUSTMENTS.from() + " where a.id = ?")
            .param(id)
            .query((found, n) -> row(found))
            .optional()
            .orElseThrow(() -> Problem.missing("adjustment", id));
    actor.requireSite(row.siteId(), row.site());
    return jdbc.sql(
            "select a.replacing, a.party, a.due, exists (select 1 from adjustment_picture p where"
                + " p.adjustment_id = a.id) picture, (select max(q.id) from approval q where"
                + " q.subject_id = a.id and q.subject in ('ADJUSTMENT', 'SCRAP')) approval,"
                + " (select max(n.id) from loan n where n.adjustment_id = a.id) loan from"
                + " adjustment a where a.id = ?")
        .param(id)
        .query(
            (found, n) -> {
              long approval = found.getLong(5);
              long loan = found.getLong(6);
              return new Card(
                  row,
                  found.getBoolean(1),
                  found.getString(2),
                  found.getDate(3) == null ? null : found.getDate(3).toLocalDate(),
                  found.getBoolean(4),
                  approval == 0 ? null : approval,
                  loan == 0 ? null : loan,
                  fields(id),
                  lines(id));
            })
        .single();
  }

  private List<Filled> fields(long id) {
    return jdbc.sql(
            "select f.id, f.name, v.value from adjustment_field v join movement_field f on f.id ="
                + " v.field_id where v.adjustment_id = ? order by f.position, f.id")
        .param(id)
        .query(Filled.class)
        .list();
  }

  private List<Line> lines(long id) {
    return jdbc.sql(
            """
            select l.*, i.code item, i.name, i.unit, p.address place, o.code lot, r.code serial,
              s.quantity now_there
            from adjustment_line l join item i on i.id = l.item_id
              join place p on p.id = l.place_id left join lot o on o.id = l.lot_id
              left join serial r on r.id = l.serial_id
              left join on_hand s on s.item_id = l.item_id and s.place_id = l.place_id
                and s.lot_id = l.lot_id and s.serial_id = l.serial_id
                and s.unit_load_id = l.unit_load_id and s.condition_code = l.condition_code
            where l.adjustment_id = ? order by l.line_no
            """)
        .param(id)
        .query(
            (row, n) -> {
              long lot = row.getLong("lot_id");
              return new Line(
                  row.getInt("line_no"),
                  row.getLong("item_id"),
                  row.getString("item"),
                  row.getString("name"),
                  UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                  row.getLong("place_id"),
                  row.getString("place"),
                  lot == 0 ? null : lot,
                  row.getString("lot"),
                  row.getString("serial"),
                  Condition.of(row.getInt("condition_code")),
                  new Quantity(row.getBigDecimal("book")),
                  new Quantity(row.getBigDecimal("variance")),
                  row.getBigDecimal("now_there") == null
                      ? Quantity.ZERO
                      : new Quantity(row.getBigDecimal("now_there")),
                  row.getBigDecimal("unit_cost"),
                  row.getBigDecimal("value"));
            })
        .list();
  }
}
