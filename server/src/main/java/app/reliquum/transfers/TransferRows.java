package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Usage;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.stock.DemandSql;
import app.reliquum.stock.LateDocument;
import app.reliquum.stock.UsageSql;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Transfers as lists, routes and journals show them. */
@Repository
class TransferRows {

  private static final ListTable<TransferColumn> TRANSFERS =
      new ListTable<>(
          "from transfer t left join site f on f.id = t.from_site_id"
              + " join site o on o.id = t.to_site_id",
          "t.id",
          List.of("t.from_site_id", "t.to_site_id"),
          List.of(
              "t.number like :starts",
              "f.name like :holds",
              "o.name like :holds",
              "exists (select 1 from transfer_line l join item i on i.id = l.item_id"
                  + " where l.transfer_id = t.id"
                  + " and (i.code like :starts or i.name like :holds))"));

  private static final String SELECT =
      """
      select t.*, coalesce(f.name, t.sender) from_name, o.name to_name, %s line_count,
        %s send_count, %s road_count, %s short_count, %s road_value
      """
          .formatted(
              TransferColumn.LINES.value().sql(),
              TransferColumn.TO_SEND.value().sql(),
              TransferColumn.IN_TRANSIT.value().sql(),
              TransferColumn.SHORT_LINES.value().sql(),
              TransferColumn.IN_TRANSIT_VALUE.value().sql());

  /** Where a transfer's goods on the road add up to something. */
  private static final String IN_TRANSIT =
      "(select 1 from transfer_line l where l.transfer_id = t.id"
          + " and l.sent > l.arrived + l.lost)";

  /** Where more is asked for than is reserved or picked. */
  private static final String MISSING_HERE = DemandSql.missing("l", "sent", "t.number");

  private static final String SHORT =
      "(select 1 from transfer_line l where l.transfer_id = t.id and " + MISSING_HERE + ")";

  private static final String NOT_CLOSED = "t.state <> 'CLOSED'";
  private static final String MISSING =
      "t.state = 'PARTLY_RECEIVED' and t.last_arrival >= t.last_sent and exists " + IN_TRANSIT;

  private final JdbcClient jdbc;
  private final SiteDays days;

  private static final RowMapper<DatedQuantity> DATED =
      (row, n) ->
          new DatedQuantity(
              row.getLong(1),
              row.getDate(2) == null ? null : row.getDate(2).toLocalDate(),
              new Quantity(row.getBigDecimal(3)),
              row.getString(4));

  TransferRows(JdbcClient jdbc, SiteDays days) {
    this.days = days;
    this.jdbc = jdbc;
  }

  private String condition(TransferViews.Filter filter) {
    return switch (filter) {
      case OPEN -> NOT_CLOSED;
      case REVIEW -> NOT_CLOSED + " and t.handed_in is not null";
      case LATE -> NOT_CLOSED + " and t.wanted < " + days.todaySql("t.to_site_id");
      case SHORT -> NOT_CLOSED + " and t.released is not null and exists " + SHORT;
      case IN_TRANSIT -> NOT_CLOSED + " and exists " + IN_TRANSIT;
      case MISSING -> MISSING;
      case CLOSED -> "t.state = 'CLOSED'";
      case ALL -> "1 = 1";
    };
  }

  /** What an {@link app.reliquum.api.OpenTask} reads of transfers. */
  String openWork(TransferViews.Filter filter, String seen) {
    return "select t.id, t.number name, concat(coalesce(f.name, t.sender), ' → ', o.name) about,"
        + " t.wanted day, "
        + TransferColumn.IN_TRANSIT_VALUE.value().sql()
        + " value "
        + TRANSFERS.from()
        + " where "
        + condition(filter)
        + " and "
        + seen;
  }

  Page<TransferViews.Row> page(
      TransferViews.Filter filter, ListQuery<TransferColumn> query, Actor actor) {
    boolean past = filter == TransferViews.Filter.CLOSED || filter == TransferViews.Filter.ALL;
    Map<Long, LocalDate> today = days.today();
    return TRANSFERS.page(
        jdbc,
        query,
        new ListTable.Shown(
            SELECT,
            "",
            condition(filter),
            past
                ? "coalesce(t.last_arrival, t.last_sent, t.created) desc"
                : "t.wanted is null, t.wanted, t.number"),
        actor,
        (row, n) -> row(row, today));
  }

  private static TransferViews.Row row(ResultSet row, Map<Long, LocalDate> today)
      throws SQLException {
    LocalDate wanted = date(row.getDate("wanted"));
    Transfer.State state = Transfer.State.valueOf(row.getString("state"));
    Instant lastSent = Utc.instant(row.getTimestamp("last_sent"));
    Instant lastArrival = Utc.instant(row.getTimestamp("last_arrival"));
    int inTransit = row.getInt("road_count");
    return new TransferViews.Row(
        row.getLong("id"),
        row.getString("number"),
        row.getBoolean("planned"),
        state,
        row.getLong("from_site_id"),
        row.getString("from_name"),
        row.getLong("to_site_id"),
        row.getString("to_name"),
        wanted,
        date(row.getDate("dispatch")),
        state.ended() ? 0 : DueDay.daysLate(wanted, today.get(row.getLong("to_site_id"))),
        row.getInt("line_count"),
        row.getInt("send_count"),
        state == Transfer.State.CLOSED ? 0 : row.getInt("short_count"),
        inTransit,
        state == Transfer.State.PARTLY_RECEIVED
            && inTransit > 0
            && lastArrival != null
            && !lastArrival.isBefore(lastSent),
        money(row.getBigDecimal("road_value")),
        lastSent,
        lastArrival,
        Utc.instant(row.getTimestamp("handed_in")),
        Utc.instant(row.getTimestamp("created")));
  }

  TransferViews.Counts counts(Actor actor) {
    return new TransferViews.Counts(
        count(TransferViews.Filter.OPEN, actor),
        count(TransferViews.Filter.REVIEW, actor),
        count(TransferViews.Filter.LATE, actor),
        count(TransferViews.Filter.SHORT, actor),
        count(TransferViews.Filter.IN_TRANSIT, actor),
        count(TransferViews.Filter.MISSING, actor));
  }

  private int count(TransferViews.Filter filter, Actor actor) {
    return TRANSFERS.count(jdbc, condition(filter), actor);
  }

  // One transfer

  List<TransferViews.Goods> goods(long transfer) {
    return jdbc.sql(
            """
            select g.*, i.code, i.name, i.unit, o.code lot, o.expiry, s.code serial,
              u.code load_code
            from transfer_goods g join item i on i.id = g.item_id
              left join lot o on o.id = g.lot_id left join serial s on s.id = g.serial_id
              left join unit_load u on u.id = g.unit_load_id
            where g.transfer_id = ? and g.sent > 0 order by g.shipment, g.line_no, g.id
            """)
        .param(transfer)
        .query(
            (row, n) ->
                new TransferViews.Goods(
                    row.getLong("id"),
                    row.getInt("line_no"),
                    row.getInt("shipment"),
                    row.getLong("item_id"),
                    row.getString("code"),
                    row.getString("name"),
                    symbol(row.getString("unit")),
                    row.getLong("lot_id"),
                    row.getString("lot"),
                    date(row.getDate("expiry")),
                    row.getLong("serial_id"),
                    row.getString("serial"),
                    row.getString("load_code"),
                    Condition.of(row.getInt("condition_code")),
                    new Quantity(row.getBigDecimal("sent")),
                    new Quantity(row.getBigDecimal("arrived")),
                    new Quantity(row.getBigDecimal("lost")),
                    row.getBigDecimal("unit_cost")))
        .list();
  }

  List<TransferViews.Shipment> shipments(long transfer) {
    return jdbc.sql(
            """
            select s.shipment, s.sent, w.name, s.posting_id
            from transfer_shipment s join person w on w.id = s.person_id
            where s.transfer_id = ? order by s.shipment
            """)
        .param(transfer)
        .query(
            (row, n) ->
                new TransferViews.Shipment(
                    row.getInt(1),
                    Utc.instant(row.getTimestamp(2)),
                    row.getString(3),
                    row.getLong(4)))
        .list();
  }

  // All that is on the road

  private record RoadRow(
      long fromId,
      String from,
      long toId,
      String to,
      long transfer,
      LocalDate wanted,
      long item,
      String unit,
      BigDecimal quantity,
      BigDecimal value) {}

  List<TransferViews.Route> routes(Actor actor) {
    List<RoadRow> rows =
        jdbc.sql(
                """
                select t.from_site_id from_id, coalesce(f.name, t.sender) `from`,
                  t.to_site_id to_id, o.name `to`, t.id transfer, t.wanted, g.item_id item, i.unit,
                  g.sent - g.arrived - g.lost quantity,
                  (g.sent - g.arrived - g.lost) * g.unit_cost value
                from transfer t join transfer_goods g on g.transfer_id = t.id
                  join item i on i.id = g.item_id
                  left join site f on f.id = t.from_site_id join site o on o.id = t.to_site_id
                where t.state <> 'CLOSED' and g.sent > g.arrived + g.lost
                """
                    + " and "
                    + TRANSFERS.seenBy(actor)
                    + " order by `from`, `to`")
            .param("sites", actor.siteNumbers())
            .query(RoadRow.class)
            .list();
    Map<String, List<RoadRow>> byRoute = new LinkedHashMap<>();
    rows.forEach(
        row ->
            byRoute
                .computeIfAbsent(
                    row.fromId() + " " + row.from() + " " + row.toId(), key -> new ArrayList<>())
                .add(row));
    Map<Long, LocalDate> today = days.today();
    return byRoute.values().stream().map(of -> route(of, today.get(of.get(0).toId()))).toList();
  }

  private static TransferViews.Route route(List<RoadRow> rows, @Nullable LocalDate today) {
    RoadRow first = rows.get(0);
    Map<String, Quantity> amounts = new LinkedHashMap<>();
    BigDecimal value = BigDecimal.ZERO;
    for (RoadRow row : rows) {
      amounts.merge(symbol(row.unit()), new Quantity(row.quantity()), Quantity::plus);
      value = value.add(row.value());
    }
    return new TransferViews.Route(
        first.fromId(),
        first.from(),
        first.toId(),
        first.to(),
        (int) rows.stream().map(RoadRow::transfer).distinct().count(),
        (int)
            rows.stream()
                .filter(row -> row.wanted() != null && row.wanted().isBefore(today))
                .map(RoadRow::transfer)
                .distinct()
                .count(),
        (int) rows.stream().map(RoadRow::item).distinct().count(),
        amounts.entrySet().stream()
            .map(one -> new TransferViews.Amount(one.getValue(), one.getKey()))
            .toList(),
        money(value));
  }

  /** How much of some items is on its way to a site, or released to be sent there. */
  /** Those of which more is asked for or was sent than arrived; none for the whole house. */
  Set<Long> itemsComing(long site) {
    return new HashSet<>(
        jdbc.sql(
                """
                select distinct l.item_id
                from transfer_line l join transfer t on t.id = l.transfer_id
                where t.to_site_id = :site and t.state <> 'CLOSED' and t.released is not null
                  and greatest(l.sent, l.asked - l.withdrawn) > l.arrived + l.lost
                """)
            .param("site", site)
            .query(Long.class)
            .list());
  }

  Map<Long, Quantity> coming(List<Long> items, long site) {
    Map<Long, Quantity> sums = new HashMap<>();
    if (site != 0 && !items.isEmpty()) {
      jdbc.sql(
              """
              select l.item_id, sum(greatest(l.sent, l.asked - l.withdrawn) - l.arrived - l.lost)
              from transfer_line l join transfer t on t.id = l.transfer_id
              where l.item_id in (:items) and t.to_site_id = :site and t.state <> 'CLOSED'
                and t.released is not null
                and greatest(l.sent, l.asked - l.withdrawn) > l.arrived + l.lost
              group by l.item_id
              """)
          .param("items", items)
          .param("site", site)
          .query(
              row -> {
                sums.put(row.getLong(1), new Quantity(row.getBigDecimal(2)));
              });
    }
    return sums;
  }

  List<LateDocument> due(long site, LocalDate from, LocalDate before) {
    return jdbc.sql(
            """
            select 'transfer' what, t.id, t.number, s.name `from`, t.wanted due
            from transfer t join site s on s.id = t.from_site_id
            where t.to_site_id = :site and %s and t.wanted >= :from and t.wanted < :before
            order by t.wanted, t.id
            """
                .formatted(NOT_CLOSED))
        .param("site", site)
        .param("from", Date.valueOf(from))
        .param("before", Date.valueOf(before))
        .query(LateDocument.class)
        .list();
  }

  List<DatedQuantity> due(List<Long> items, long site) {
    return dated(
        """
        select l.item_id, t.wanted,
          sum(greatest(l.sent, l.asked - l.withdrawn) - l.arrived - l.lost), t.number
        from transfer_line l join transfer t on t.id = l.transfer_id
        where l.item_id in (:items) and t.to_site_id = :site and t.state <> 'CLOSED'
          and t.released is not null
          and greatest(l.sent, l.asked - l.withdrawn) > l.arrived + l.lost
        group by l.item_id, t.id
        """,
        items,
        site);
  }

  List<AskedQuantity> asked(List<Long> items, long site) {
    return jdbc.sql(
            DemandSql.asked(
                "transfer_line l join transfer t on t.id = l.transfer_id",
                "t.wanted",
                "sent",
                "t.number",
                "l.item_id in (:items) and t.from_site_id = :site and t.state <> 'CLOSED'"))
        .param("items", items)
        .param("site", site)
        .query(DemandSql::asked)
        .list();
  }

  private List<DatedQuantity> dated(String sql, List<Long> items, long site) {
    return jdbc.sql(sql).param("items", items).param("site", site).query(DATED).list();
  }

  /** What an item's stock is at a site: on hand and available. */
  record Held(Quantity onHand, Quantity available) {}

  Held held(long item, long site) {
    return jdbc.sql(
            "select on_hand, available from on_hand_at_site where item_id = ? and site_id = ?")
        .params(item, site)
        .query(
            (row, n) ->
                new Held(new Quantity(row.getBigDecimal(1)), new Quantity(row.getBigDecimal(2))))
        .optional()
        .orElse(new Held(Quantity.ZERO, Quantity.ZERO));
  }

  /** How much of an item was asked for at a site since a moment, transfers not counted. */
  Quantity used(long item, long site, Instant since) {
    return new Quantity(
        jdbc.sql(
                "select greatest(0, coalesce(sum(x.quantity), 0)) from ("
                    + UsageSql.lines(Usage.DEMAND)
                    + ") x where x.item_id = :item and x.site_id = :site")
            .param("item", item)
            .param("site", site)
            .param("since", Utc.of(since))
            .query(BigDecimal.class)
            .single());
  }

  /** The steps of transfers in value: one row a step, item and cost, oldest first. */
  record Step(
      long posting,
      Instant at,
      String document,
      String item,
      String name,
      String symbol,
      TransferTable.Figure step,
      String kind,
      boolean reversed,
      String from,
      String to,
      Quantity quantity,
      BigDecimal value) {}

  List<Step> steps(Instant after, Instant before, String document, Actor actor) {
    return jdbc.sql(
            """
            select p.id, p.effective, t.number, i.code, i.name, i.unit, m.step, p.kind, m.reversed,
              coalesce(f.name, t.sender) from_name, o.name to_name, m.quantity,
              m.quantity * g.unit_cost value, coalesce(k.kind, '') contra
            from transfer_move m join posted p on p.id = m.posting_id
              join transfer_goods g on g.id = m.goods_id
              join transfer t on t.id = g.transfer_id join item i on i.id = g.item_id
              left join site f on f.id = t.from_site_id join site o on o.id = t.to_site_id
              left join posted_line l on l.posting_id = p.id and l.line_no = 1
              left join place k on k.id = l.to_place_id
            where p.effective >= :after and p.effective < :before
            """
                + (document == null ? "" : " and t.number = :document")
                + " and "
                + TRANSFERS.seenBy(actor)
                + " order by p.effective, p.id, m.id limit 100000")
        .param("after", Utc.of(after))
        .param("before", Utc.of(before))
        .param("document", document)
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                new Step(
                    row.getLong("id"),
                    Utc.instant(row.getTimestamp("effective")),
                    row.getString("number"),
                    row.getString("code"),
                    row.getString("name"),
                    symbol(row.getString("unit")),
                    TransferTable.Figure.valueOf(row.getString("step")),
                    row.getString("contra"),
                    row.getBoolean("reversed"),
                    row.getString("from_name"),
                    row.getString("to_name"),
                    new Quantity(row.getBigDecimal("quantity")),
                    money(row.getBigDecimal("value"))))
        .list();
  }

  static BigDecimal money(BigDecimal value) {
    return value == null ? BigDecimal.ZERO.setScale(2) : value.setScale(2, RoundingMode.HALF_UP);
  }

  private static String symbol(String unit) {
    return UnitOfMeasure.valueOf(unit).symbol();
  }

  static @Nullable LocalDate date(Date date) {
    return date == null ? null : date.toLocalDate();
  }
}
