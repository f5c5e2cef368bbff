package app.reliquum.supply;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.fulfilment.Requisition;
import app.reliquum.core.fulfilment.Requisition.State;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.inbound.SupplierItems;
import app.reliquum.places.Places;
import app.reliquum.supply.RequisitionViews.Card;
import app.reliquum.supply.RequisitionViews.Line;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Reads requisitions and their lines. */
@Repository
class RequisitionRows {

  private final JdbcClient jdbc;
  private final Places places;
  private final SupplierItems sold;

  RequisitionRows(JdbcClient jdbc, Places places, SupplierItems sold) {
    this.jdbc = jdbc;
    this.places = places;
    this.sold = sold;
  }

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
  Page<Line> page(ListQuery<RequisitionColumn> query, Actor actor) {
    return REQUISITIONS.page(jdbc, query, WAITING_FIRST, actor, (row, n) -> line(row, actor));
  }

  /** The lines that someone has asked for at a site, the latest first. */
  @Transactional(readOnly = true)
  List<Line> own(long site, Actor actor) {
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
  Card card(long id, Actor actor) {
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
  Card cardOfLine(long line, Actor actor) {
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
  Optional<BigDecimal> value(Collection<Line> lines) {
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

  /** Some lines that nobody else changes until the transaction ends. */
  List<Line> locked(List<Long> ids, Actor actor) {
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
}
