package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.api.lists.ListTable;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.places.SiteDays;
import java.math.BigDecimal;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The list of inbound orders. */
@Repository
class InboundRows {

  private static final ListTable<InboundColumn> ORDERS =
      new ListTable<>(
          "from inbound_order o left join supplier s on s.id = o.supplier_id",
          "o.id",
          List.of("o.site_id"),
          List.of(
              "o.number like :starts",
              "s.name like :holds",
              "exists (select 1 from inbound_line l join item i on i.id = l.item_id"
                  + " where l.order_id = o.id and (i.code like :starts or i.name like :holds))"));

  private static final String SELECT =
      "select o.*, s.name supplier, t.name site, %s line_count, %s open_count, %s progress, %s value"
          .formatted(
              InboundColumn.LINES.value().sql(),
              InboundColumn.OPEN_LINES.value().sql(),
              InboundColumn.PROGRESS.value().sql(),
              InboundColumn.VALUE.value().sql());

  private final JdbcClient jdbc;
  private final SiteDays days;

  InboundRows(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  private String only(InboundViews.Filter filter) {
    return switch (filter) {
      case OPEN -> "o.state in ('EXPECTED', 'ARRIVING')";
      case LATE ->
          "o.state in ('EXPECTED', 'ARRIVING') and o.expected < " + days.todaySql("o.site_id");
      case CHANGED -> "o.state in ('EXPECTED', 'ARRIVING') and o.answer = 'CHANGED'";
      case ARRIVING -> "o.state = 'ARRIVING'";
      case CLOSED -> "o.state in ('RECEIVED', 'CLOSED')";
      case ALL -> "1 = 1";
    };
  }

  /** What an {@link app.reliquum.api.OpenTask} reads of orders. */
  String openWork(InboundViews.Filter filter, String seen) {
    return "select o.id, o.number name, s.name about, o.expected day, "
        + InboundColumn.VALUE.value().sql()
        + " value "
        + ORDERS.from()
        + " where "
        + only(filter)
        + " and "
        + seen;
  }

  Page<InboundViews.Row> page(
      InboundViews.Filter filter, ListQuery<InboundColumn> query, Actor actor) {
    boolean past = filter == InboundViews.Filter.CLOSED || filter == InboundViews.Filter.ALL;
    Map<Long, LocalDate> today = days.today();
    return ORDERS.page(
        jdbc,
        query,
        new ListTable.Shown(
            SELECT,
            "join site t on t.id = o.site_id",
            only(filter),
            past
                ? "coalesce(o.last_receipt, o.created) desc"
                : "o.expected is null, o.expected, o.number"),
        actor,
        (row, n) -> row(row, today));
  }

  private static InboundViews.Row row(ResultSet row, Map<Long, LocalDate> today)
      throws SQLException {
    Date day = row.getDate("expected");
    @Nullable LocalDate expected = day == null ? null : day.toLocalDate();
    Arrival.State state = Arrival.State.valueOf(row.getString("state"));
    InboundViews.Kind kind = InboundViews.Kind.valueOf(row.getString("kind"));
    BigDecimal progress = row.getBigDecimal("progress");
    return new InboundViews.Row(
        row.getLong("id"),
        row.getString("number"),
        kind,
        state,
        row.getString("supplier"),
        row.getString("site"),
        row.getLong("site_id"),
        expected,
        state.ended() ? 0 : DueDay.daysLate(expected, today.get(row.getLong("site_id"))),
        row.getInt("line_count"),
        row.getInt("open_count"),
        progress == null ? 0 : progress.movePointRight(2).intValue(),
        row.getBigDecimal("value"),
        Utc.instant(row.getTimestamp("last_receipt")),
        row.getString("reason"));
  }
}
