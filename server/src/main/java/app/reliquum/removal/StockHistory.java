package app.reliquum.removal;

import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Replay.Event;
import app.reliquum.places.AreaSql;
import app.reliquum.removal.RuleTable.RuleRow;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What lay at a site some days ago, and what happened to it since, as the ledger tells. */
@Repository
class StockHistory {

  private final JdbcClient jdbc;

  StockHistory(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** The past of an item at a site. */
  record Past(String item, String name, String unit, List<Candidate> start, List<Event> events) {}

  /** The items a rule is for that were asked for since a moment, those asked for most first. */
  List<Long> asked(RuleRow rule, long site, Instant since) {
    return jdbc.sql(
            """
            select l.item_id from posted_line l join place f on f.id = l.from_place_id
              join place t on t.id = l.to_place_id join area a on a.id = f.area_id
              join item i on i.id = l.item_id
            where l.effective >= :since and f.site_id = :site and %s
              and (t.site_id <> :site or t.kind in ('CUSTOMER', 'USED_UP', 'IN_TRANSIT')
                or exists (select 1 from posted p where p.id = l.posting_id and p.kind = 'PICK'))
              and i.tracking in ('NONE', 'LOT')
              and (:item = 0 or l.item_id = :item)
              and (:category = '' or i.category = :category or i.category like :below)
            group by l.item_id order by count(*) desc, l.item_id
            """
                .formatted(AreaSql.PICKABLE))
        .param("since", Utc.of(since))
        .param("site", site)
        .param("item", rule.itemId())
        .param("category", rule.category())
        .param("below", rule.category() + "/%")
        .query(Long.class)
        .list();
  }

  /** A ledger line as far as the site goes. */
  private record Row(
      LocalDate day,
      String kind,
      @Nullable Candidate from,
      @Nullable Candidate to,
      String contra,
      Quantity quantity) {}

  /** What an item had at a site, and what happened. */
  Past of(long item, long site, Instant since) {
    List<Row> rows =
        jdbc.sql(
                """
                select l.effective, p.kind posting_kind, l.quantity, l.item_id, l.lot_id,
                  l.serial_id, coalesce(o.code, '') lot, o.expiry, f.id from_id,
                  f.site_id from_site, f.address from_address, f.walk from_walk,
                  f.area_id from_area, %s from_pickable, l.from_unit_load_id from_load,
                  l.from_condition from_condition, f.kind from_kind, t.id to_id,
                  t.site_id to_site, t.address to_address, t.walk to_walk, t.area_id to_area,
                  %s to_pickable, l.to_unit_load_id to_load, l.to_condition to_condition,
                  t.kind to_kind
                from posted_line l join posted p on p.id = l.posting_id
                  join place f on f.id = l.from_place_id join place t on t.id = l.to_place_id
                  left join area fa on fa.id = f.area_id left join area ta on ta.id = t.area_id
                  left join lot o on o.id = l.lot_id
                where l.item_id = :item and l.effective >= :since
                  and (f.site_id = :site or t.site_id = :site)
                order by l.effective, l.posting_id, l.line_no
                """
                    .formatted(AreaSql.pickable("fa"), AreaSql.pickable("ta")))
            .param("item", item)
            .param("site", site)
            .param("since", Utc.of(since))
            .query((row, n) -> row(row, site))
            .list();
    Map<PositionKey, Candidate> before = new LinkedHashMap<>();
    now(item, site).forEach(one -> before.put(one.key(), one));
    for (Row row : rows) {
      if (row.to() != null) {
        before.merge(
            row.to().key(), row.to().less(row.quantity().plus(row.quantity())), StockHistory::plus);
      }
      if (row.from() != null) {
        before.merge(row.from().key(), row.from(), StockHistory::plus);
      }
    }
    return jdbc.sql("select code, name, unit from item where id = ?")
        .param(item)
        .query(
            (row, n) ->
                new Past(
                    row.getString(1),
                    row.getString(2),
                    row.getString(3),
                    before.values().stream()
                        .filter(one -> one.free().isPositive())
                        .map(one -> notAfter(one, since))
                        .toList(),
                    events(rows)))
        .single();
  }

  private static Candidate plus(Candidate there, Candidate more) {
    return there.less(more.free().negated());
  }

  /** What lay there already had come before, whenever what lies there now has come. */
  private static Candidate notAfter(Candidate one, Instant since) {
    LocalDate day = LocalDate.ofInstant(since, ZoneOffset.UTC);
    return one.inDate() == null || one.inDate().isAfter(day) ? one.since(day) : one;
  }

  private List<Candidate> now(long item, long site) {
    return jdbc.sql(
            """
            select s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id, s.condition_code,
              s.quantity, s.in_date, o.expiry, coalesce(o.code, '') lot, p.address, p.walk,
              p.area_id, %s pickable
            from on_hand s join place p on p.id = s.place_id
              left join area a on a.id = p.area_id left join lot o on o.id = s.lot_id
            where s.item_id = ? and p.site_id = ?
            """
                .formatted(AreaSql.PICKABLE))
        .params(item, site)
        .query(
            (row, n) ->
                new Candidate(
                    new PositionKey(
                        row.getLong(1),
                        row.getLong(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5),
                        Condition.of(row.getInt(6))),
                    new Quantity(row.getBigDecimal("quantity")),
                    date(row.getDate("in_date")),
                    date(row.getDate("expiry")),
                    row.getString("lot"),
                    row.getString("address"),
                    row.getInt("walk"),
                    row.getLong("area_id"),
                    row.getBoolean("pickable")))
        .list();
  }

  private static Row row(ResultSet row, long site) throws SQLException {
    LocalDate day = row.getTimestamp("effective").toLocalDateTime().toLocalDate();
    return new Row(
        day,
        row.getString("posting_kind"),
        row.getLong("from_site") == site ? end(row, "from", day) : null,
        row.getLong("to_site") == site ? end(row, "to", day) : null,
        row.getString("to_kind"),
        new Quantity(row.getBigDecimal("quantity")));
  }

  private static Candidate end(ResultSet row, String which, LocalDate day) throws SQLException {
    return new Candidate(
        new PositionKey(
            row.getLong("item_id"),
            row.getLong(which + "_id"),
            row.getLong("lot_id"),
            row.getLong("serial_id"),
            row.getLong(which + "_load"),
            Condition.of(row.getInt(which + "_condition"))),
        new Quantity(row.getBigDecimal("quantity")),
        day,
        date(row.getDate("expiry")),
        row.getString("lot"),
        row.getString(which + "_address"),
        row.getInt(which + "_walk"),
        row.getLong(which + "_area"),
        row.getBoolean(which + "_pickable"));
  }

  private static @Nullable LocalDate date(Date date) {
    return date == null ? null : date.toLocalDate();
  }

  /**
   * Goods are asked for where they are taken from a shelf: by a pick, or as they leave at once.
   * What leaves from the packing area was asked for before.
   */
  private static List<Event> events(List<Row> rows) {
    List<Event> events = new ArrayList<>();
    for (Row row : rows) {
      if (row.from() == null) {
        events.add(new Event.Came(row.to()));
      } else if (row.from().pickable() && asks(row)) {
        events.add(new Event.Asked(row.quantity(), row.day()));
      } else if (row.to() != null) {
        events.add(new Event.Moved(row.from().key(), row.to()));
      } else {
        events.add(new Event.Lost(row.from().key(), row.quantity()));
      }
    }
    return events;
  }

  private static boolean asks(Row row) {
    if (row.to() != null) {
      return row.kind().equals("PICK") && !row.to().pickable();
    }
    return switch (row.contra()) {
      case "CUSTOMER", "USED_UP", "IN_TRANSIT", "BIN" -> true;
      default -> false;
    };
  }
}
