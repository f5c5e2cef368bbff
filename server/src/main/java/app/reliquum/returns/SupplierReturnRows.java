package app.reliquum.returns;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.fulfilment.SupplierReturn;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads supplier returns. */
@Service
class SupplierReturnRows {

  private static final ListTable<SupplierReturnColumn> RETURNS =
      new ListTable<>(
          "from supplier_return r join site s on s.id = r.site_id"
              + " join supplier v on v.id = r.supplier_id join person c on c.id = r.created_by",
          "r.id",
          List.of("r.site_id"),
          List.of(
              "r.number like :holds",
              "v.name like :holds",
              "r.reason like :holds",
              "r.reference like :holds",
              "exists (select 1 from supplier_return_line n join item i on i.id = n.item_id"
                  + " left join lot t on t.id = n.lot_id left join serial u on u.id = n.serial_id"
                  + " where n.return_id = r.id and (i.code like :holds or i.name like :holds"
                  + " or t.code like :holds or u.code like :holds))"));

  private static final String SELECT =
      """
      select r.*, s.name site, v.name supplier, c.name creator, %s line_count, %s claim
      """
          .formatted(
              SupplierReturnColumn.LINES.value().sql(), SupplierReturnColumn.CLAIM.value().sql());

  private final JdbcClient jdbc;
  private final DocumentLog log;

  SupplierReturnRows(JdbcClient jdbc, DocumentLog log) {
    this.jdbc = jdbc;
    this.log = log;
  }

  /** A page of returns, the latest first unless another order is asked for. */
  @Transactional(readOnly = true)
  public Page<SupplierReturnViews.Row> page(
      SupplierReturnViews.Filter filter, ListQuery<SupplierReturnColumn> query, Actor actor) {
    String only =
        switch (filter) {
          case OPEN -> "r.state = 'OPEN'";
          case SHIPPED -> "r.state = 'SHIPPED'";
          case ALL -> "true";
        };
    return RETURNS.page(
        jdbc,
        query,
        new ListTable.Shown(SELECT, "", only, "r.id desc"),
        actor,
        (row, n) -> row(row));
  }

  private static SupplierReturnViews.Row row(ResultSet row) throws SQLException {
    return new SupplierReturnViews.Row(
        row.getLong("id"),
        row.getInt("version"),
        row.getString("number"),
        SupplierReturn.State.valueOf(row.getString("state")),
        row.getLong("site_id"),
        row.getString("site"),
        row.getLong("supplier_id"),
        row.getString("supplier"),
        row.getString("reason"),
        row.getString("reference"),
        row.getInt("line_count"),
        row.getBigDecimal("claim"),
        Utc.instant(row.getTimestamp("created")),
        row.getString("creator"),
        Utc.instant(row.getTimestamp("shipped")));
  }

  /** A return whole. */
  @Transactional(readOnly = true)
  public SupplierReturnViews.Card card(long id, Actor actor) {
    SupplierReturnViews.Row row =
        jdbc.sql(SELECT + RETURNS.from() + " where r.id = ?")
            .param(id)
            .query((one, n) -> row(one))
            .optional()
            .orElseThrow(() -> Problem.missing("supplier return", id));
    actor.requireSite(row.siteId(), row.site());
    record Rest(String note, String takenBy, String shippedBy, long posting) {}
    Rest rest =
        jdbc.sql(
                """
                select r.note, r.taken_by, coalesce(p.name, '') shipped_by,
                  r.shipped_posting_id posting
                from supplier_return r left join person p on p.id = r.shipped_by where r.id = ?
                """)
            .param(id)
            .query(Rest.class)
            .single();
    return new SupplierReturnViews.Card(
        row,
        rest.note(),
        rest.takenBy(),
        rest.shippedBy(),
        rest.posting(),
        lines(id),
        SupplierReturn.can(row.state(), row.lines()),
        log.of(DocumentKind.SUPPLIER_RETURN, id));
  }

  /** All lines of a return, also those that were put back. */
  List<SupplierReturnViews.Line> lines(long id) {
    return jdbc.sql(
            """
            select n.*, i.code, i.name, i.unit, t.code lot, t.expiry, u.code serial,
              p.address, o.number order_number
            from supplier_return_line n join item i on i.id = n.item_id
              join place p on p.id = n.from_place_id
              left join lot t on t.id = n.lot_id left join serial u on u.id = n.serial_id
              left join inbound_order o on o.id = n.order_id
            where n.return_id = ? order by n.line_no
            """)
        .param(id)
        .query((row, n) -> line(row))
        .list();
  }

  private static SupplierReturnViews.Line line(ResultSet row) throws SQLException {
    Date expiry = row.getDate("expiry");
    Quantity quantity = new Quantity(row.getBigDecimal("quantity"));
    BigDecimal unitCost = row.getBigDecimal("unit_cost");
    return new SupplierReturnViews.Line(
        row.getLong("id"),
        row.getInt("line_no"),
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getLong("lot_id"),
        row.getString("lot"),
        expiry == null ? null : expiry.toLocalDate(),
        row.getLong("serial_id"),
        row.getString("serial"),
        Condition.of(row.getInt("condition_code")),
        quantity,
        row.getLong("from_place_id"),
        row.getString("address"),
        row.getLong("order_id"),
        row.getString("order_number"),
        row.getInt("order_line"),
        unitCost,
        unitCost == null ? null : SupplierReturn.claim(quantity, unitCost),
        row.getLong("put_back_posting_id") > 0,
        row.getBoolean("expect_again"),
        new Quantity(row.getBigDecimal("expected_again")));
  }
}
