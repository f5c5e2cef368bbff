package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.DemandSql;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Orders as lists and cards show them. */
@Repository
class OutboundRows {

  private static final ListTable<OutboundColumn> ORDERS =
      new ListTable<>(
          "from outbound_order o join site s on s.id = o.site_id"
              + " left join customer c on c.id = o.customer_id left join item k on k.id = o.kit_id",
          "o.id",
          List.of("o.site_id"),
          List.of(
              "o.number like :starts",
              "o.reference like :starts",
              "c.name like :holds",
              "k.name like :holds",
              "exists (select 1 from outbound_line l join item i on i.id = l.item_id"
                  + " where l.order_id = o.id and (i.code like :starts or i.name like :holds))"));

  private static final String SELECT =
      """
      select o.*, s.name site, %s party, w.name picker, %s line_count,
        (select count(distinct r.document_line) from reserved r
          where r.document = o.number and r.picked) picked_count,
        %s parcels, %s value,
        (select count(*) from outbound_line l where l.order_id = o.id and %s) pick_count,
        %s short_count
      """
          .formatted(
              OutboundColumn.PARTY.value().sql(),
              OutboundColumn.LINES.value().sql(),
              OutboundColumn.UNIT_LOADS.value().sql(),
              OutboundColumn.VALUE.value().sql(),
              DemandSql.toPick("l", "shipped", "o.number"),
              OutboundColumn.SHORT_LINES.value().sql());

  private static final String OPEN = "o.state not in ('SHIPPED', 'DONE', 'CANCELLED')";

  private final JdbcClient jdbc;
  private final SiteDays days;

  OutboundRows(JdbcClient jdbc, SiteDays days) {
    this.days = days;
    this.jdbc = jdbc;
  }

  private String condition(OutboundViews.Filter filter) {
    return switch (filter) {
      case OPEN -> OPEN;
      case LATE -> OPEN + " and o.needed < " + days.todaySql("o.site_id");
      case ALL -> "1 = 1";
      case SHIPPED -> "o.state in ('SHIPPED', 'DONE')";
      case SHORT, COVERED, ALLOCATED, PICKING, PACKED, CANCELLED -> "o.state = '" + filter + "'";
    };
  }

  /** What an {@link app.reliquum.api.OpenTask} reads of orders. */
  String openWork(OutboundViews.Filter filter, String seen) {
    return "select o.id, o.number name, "
        + OutboundColumn.PARTY.value().sql()
        + " about, o.needed day, "
        + OutboundColumn.VALUE.value().sql()
        + " value "
        + ORDERS.from()
        + " where "
        + condition(filter)
        + " and "
        + seen;
  }

  Page<OutboundViews.Row> page(
      OutboundViews.Filter filter, ListQuery<OutboundColumn> query, Actor actor) {
    boolean past =
        switch (filter) {
          case SHIPPED, CANCELLED, ALL -> true;
          default -> false;
        };
    Map<Long, LocalDate> today = days.today();
    return ORDERS.page(
        jdbc,
        query,
        new ListTable.Shown(
            SELECT,
            "left join pick_round n on n.id = o.round_id left join person w on w.id = n.person_id",
            condition(filter),
            past ? "coalesce(o.ended, o.created) desc" : "o.needed is null, o.needed"),
        actor,
        (row, n) -> row(row, today));
  }

  private static OutboundViews.Row row(ResultSet row, Map<Long, LocalDate> today)
      throws SQLException {
    LocalDate needed = date(row.getDate("needed"));
    Outbound.State state = Outbound.State.valueOf(row.getString("state"));
    boolean ended = state.ended();
    return new OutboundViews.Row(
        row.getLong("id"),
        row.getString("number"),
        OutboundViews.Kind.valueOf(row.getString("kind")),
        state,
        row.getLong("site_id"),
        row.getString("site"),
        row.getString("party"),
        row.getString("reference"),
        needed,
        ended ? 0 : DueDay.daysLate(needed, today.get(row.getLong("site_id"))),
        row.getInt("line_count"),
        ended ? 0 : row.getInt("short_count"),
        ended ? 0 : row.getInt("pick_count"),
        ended ? 0 : row.getInt("picked_count"),
        row.getInt("parcels"),
        money(row.getBigDecimal("value")),
        row.getString("picker"),
        Utc.instant(row.getTimestamp("created")),
        Utc.instant(row.getTimestamp("ended")));
  }

  OutboundViews.Counts counts(Actor actor) {
    return new OutboundViews.Counts(
        count(OutboundViews.Filter.OPEN, actor),
        count(OutboundViews.Filter.LATE, actor),
        count(OutboundViews.Filter.SHORT, actor),
        count(OutboundViews.Filter.COVERED, actor),
        count(OutboundViews.Filter.ALLOCATED, actor),
        count(OutboundViews.Filter.PICKING, actor),
        count(OutboundViews.Filter.PACKED, actor));
  }

  private int count(OutboundViews.Filter filter, Actor actor) {
    return ORDERS.count(jdbc, condition(filter), actor);
  }

  // One order

  List<OutboundViews.Parcel> parcels(long order) {
    return jdbc.sql(
            """
            select p.unit_load_id, u.code, p.weight, p.weighed, p.service, p.tracking,
              (select count(distinct s.item_id) from on_hand s
                where s.unit_load_id = p.unit_load_id) kinds,
              exists (select 1 from despatch_goods g
                where g.unit_load_id = p.unit_load_id and not g.reversed) shipped
            from parcel p join unit_load u on u.id = p.unit_load_id
            where p.order_id = ? order by p.made, u.code
            """)
        .param(order)
        .query(
            (row, n) ->
                new OutboundViews.Parcel(
                    row.getLong(1),
                    row.getString(2),
                    row.getBigDecimal(3),
                    row.getBoolean(4),
                    row.getString(5),
                    row.getString(6),
                    row.getInt(7),
                    row.getBoolean(8)))
        .list();
  }

  List<OutboundViews.Despatch> despatches(long order) {
    Map<Long, List<OutboundViews.Goods>> goods = new LinkedHashMap<>();
    jdbc.sql(
            """
            select g.*, i.code, i.name, i.unit, o.code lot, o.expiry, s.code serial, u.code load_code
            from despatch_goods g join despatch d on d.id = g.despatch_id
              join item i on i.id = g.item_id left join lot o on o.id = g.lot_id
              left join serial s on s.id = g.serial_id left join unit_load u on u.id = g.unit_load_id
            where d.order_id = ? order by g.line_no, g.id
            """)
        .param(order)
        .query(
            row -> {
              goods
                  .computeIfAbsent(row.getLong("despatch_id"), key -> new ArrayList<>())
                  .add(goods(row));
            });
    return jdbc.sql(
            """
            select d.id, d.number, d.at, w.name, d.taken_by
            from despatch d join person w on w.id = d.person_id where d.order_id = ? order by d.id
            """)
        .param(order)
        .query(
            (row, n) ->
                new OutboundViews.Despatch(
                    row.getLong(1),
                    row.getString(2),
                    Utc.instant(row.getTimestamp(3)),
                    row.getString(4),
                    row.getString(5),
                    goods.getOrDefault(row.getLong(1), List.of())))
        .list();
  }

  private static OutboundViews.Goods goods(ResultSet row) throws SQLException {
    return new OutboundViews.Goods(
        row.getLong("id"),
        row.getInt("line_no"),
        row.getLong("posting_id"),
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        symbol(row.getString("unit")),
        row.getString("lot"),
        date(row.getDate("expiry")),
        row.getString("serial"),
        row.getString("load_code"),
        new Quantity(row.getBigDecimal("quantity")),
        row.getBigDecimal("cost"),
        row.getBigDecimal("price"),
        row.getBoolean("reversed"));
  }

  /** How much of each item is available at a site. */
  Map<Long, Quantity> available(List<Long> items, long site) {
    Map<Long, Quantity> available = new HashMap<>();
    if (!items.isEmpty()) {
      jdbc.sql(
              "select item_id, available from on_hand_at_site where item_id in (:items)"
                  + " and site_id = :site")
          .param("items", items)
          .param("site", site)
          .query(
              row -> {
                available.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
              });
    }
    return available;
  }

  /** What left for customers since a moment, by item, the best earning first. */
  List<OutboundViews.Earning> earnings(Instant since, Long site, Actor actor) {
    return jdbc.sql(
            """
            select g.item_id, i.code, i.name, i.unit, sum(g.quantity) quantity,
              count(distinct d.order_id) orders, coalesce(sum(g.quantity * g.price), 0) sold,
              sum(g.cost) cost, sum(if(g.price is null, 0, g.cost)) priced
            from despatch_goods g join despatch d on d.id = g.despatch_id
              join outbound_order o on o.id = d.order_id join item i on i.id = g.item_id
            where d.at >= :since and not g.reversed and o.kind = 'CUSTOMER'
            """
                + " and "
                + ORDERS.seenBy(actor)
                + (site == null ? "" : " and o.site_id = :site")
                + " group by g.item_id, i.code, i.name, i.unit"
                + " order by coalesce(sum(g.quantity * g.price), 0)"
                + " - sum(if(g.price is null, 0, g.cost)) desc, i.code limit 500")
        .param("since", Utc.of(since))
        .param("sites", actor.siteNumbers())
        .param("site", site)
        .query(
            (row, n) -> {
              BigDecimal sold = money(row.getBigDecimal("sold"));
              BigDecimal margin = sold.subtract(money(row.getBigDecimal("priced")));
              return new OutboundViews.Earning(
                  row.getLong("item_id"),
                  row.getString("code"),
                  row.getString("name"),
                  symbol(row.getString("unit")),
                  new Quantity(row.getBigDecimal("quantity")),
                  row.getInt("orders"),
                  sold,
                  money(row.getBigDecimal("cost")),
                  margin,
                  sold.signum() == 0
                      ? null
                      : margin.movePointRight(2).divide(sold, 0, RoundingMode.HALF_UP).intValue());
            })
        .list();
  }

  static BigDecimal money(BigDecimal value) {
    return value == null ? BigDecimal.ZERO.setScale(2) : value.setScale(2, RoundingMode.HALF_UP);
  }

  private static String symbol(String unit) {
    return UnitOfMeasure.valueOf(unit).symbol();
  }

  private static @Nullable LocalDate date(Date date) {
    return date == null ? null : date.toLocalDate();
  }

  List<AskedQuantity> asked(List<Long> items, long site) {
    return jdbc.sql(
            DemandSql.asked(
                "outbound_line l join outbound_order o on o.id = l.order_id",
                "o.needed",
                "shipped",
                "o.number",
                "l.item_id in (:items) and o.site_id = :site"
                    + " and o.state not in ('SHIPPED', 'DONE', 'CANCELLED')"))
        .param("items", items)
        .param("site", site)
        .query(DemandSql::asked)
        .list();
  }
}
