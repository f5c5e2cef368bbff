package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.SearchText;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Meaning;
import app.reliquum.search.HouseCodes;
import io.swagger.v3.oas.annotations.media.Schema;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds what a trace may start from. */
@Service
class TraceStarts {

  private static final int OF_EACH = 8;

  private final JdbcClient jdbc;
  private final HouseCodes codes;

  TraceStarts(JdbcClient jdbc, HouseCodes codes) {
    this.jdbc = jdbc;
    this.codes = codes;
  }

  /** What a trace may start from. */
  enum Kind {
    LOT,
    SERIAL,
    UNIT_LOAD,
    CUSTOMER,
    SUPPLIER
  }

  /** Whose goods are listed. */
  enum PartyKind {
    CUSTOMER,
    SUPPLIER
  }

  /**
   * Something to start from.
   *
   * @param exact whether the text names just this
   */
  @Schema(name = "TraceStart")
  record Start(Kind kind, long id, String code, String name, boolean exact) {}

  /**
   * A lot or piece that a customer has, or that came from a supplier.
   *
   * @param quantity what they have, less what came back; or what came, less what went back
   * @param documents how many documents there were
   */
  @Schema(name = "TraceGoodsOfParty")
  record OfParty(
      Traced.Goods goods, Quantity quantity, int documents, Instant first, Instant last) {}

  private static final String LOT =
      "select 'LOT' kind, l.id, l.code, concat(i.code, ' ', i.name) name from lot l join item i on"
          + " i.id = l.item_id where ";

  private static final String SERIAL =
      "select 'SERIAL' kind, l.id, l.code, concat(i.code, ' ', i.name) name from serial l join item"
          + " i on i.id = l.item_id where ";

  private static final String UNIT_LOAD =
      "select 'UNIT_LOAD' kind, l.id, l.code, l.name from unit_load l where ";

  private static final String PARTY =
      "select '%s' kind, l.id, l.code, concat(l.name, if(l.town = '', '', concat(', ', l.town)))"
          + " name from %s l where ";

  /** What a text stands for first, then what begins like it. */
  @Transactional(readOnly = true)
  public List<Start> find(String text) {
    SearchText words = SearchText.of(text);
    if (words.isEmpty()) {
      return List.of();
    }
    Map<String, Start> found = new LinkedHashMap<>();
    for (Meaning meaning : codes.read(text).meanings()) {
      exact(meaning).forEach(start -> found.putIfAbsent(start.kind() + "" + start.id(), start));
    }
    List<Start> more = new ArrayList<>();
    String begins = "l.code like :value";
    more.addAll(some(LOT + begins, words.prefix()));
    more.addAll(some(SERIAL + begins, words.prefix()));
    more.addAll(some(UNIT_LOAD + begins, words.prefix()));
    String named = "(l.code like :value or l.name like :value or l.name like concat('% ', :value))";
    more.addAll(some(PARTY.formatted("CUSTOMER", "customer") + named, words.prefix()));
    more.addAll(some(PARTY.formatted("SUPPLIER", "supplier") + named, words.prefix()));
    more.forEach(start -> found.putIfAbsent(start.kind() + "" + start.id(), start));
    return List.copyOf(found.values());
  }

  private List<Start> exact(Meaning meaning) {
    List<Start> found = new ArrayList<>();
    if (meaning instanceof Meaning.Lot lot) {
      found.addAll(withId(LOT, lot.lot()));
    } else if (meaning instanceof Meaning.Serial serial) {
      found.addAll(withId(SERIAL, serial.serial()));
    } else if (meaning instanceof Meaning.UnitLoad load) {
      found.addAll(withId(UNIT_LOAD, load.unitLoad()));
    } else if (meaning instanceof Meaning.Label label) {
      found.addAll(withId(SERIAL, label.serial()));
      found.addAll(withId(LOT, label.lot()));
      found.addAll(withId(UNIT_LOAD, label.unitLoad()));
    }
    return found.stream()
        .map(one -> new Start(one.kind(), one.id(), one.code(), one.name(), true))
        .toList();
  }

  private List<Start> withId(String statement, long id) {
    return some(statement + "l.id = :value", id);
  }

  private List<Start> some(String statement, Object value) {
    return jdbc.sql(statement + " order by l.code limit " + OF_EACH)
        .param("value", value)
        .query(
            (row, n) ->
                new Start(
                    Kind.valueOf(row.getString("kind")),
                    row.getLong("id"),
                    row.getString("code"),
                    row.getString("name"),
                    false))
        .list();
  }

  private static final String OF_PARTY =
      """
      select m.*, i.code item, i.name, i.unit, o.code lot, o.expiry, r.code serial,
        count(*) over () total
      from (
        select l.item_id, l.lot_id, l.serial_id,
          sum(if(l.to_place_id = u.id, l.quantity, -l.quantity)) moved,
          count(distinct h.document) documents, min(l.effective) first, max(l.effective) last
        from (%s) d
          join posted h on h.document = d.number
          join posted_line l on l.posting_id = h.id
          join place u on u.kind = :outside and u.id in (l.from_place_id, l.to_place_id)
        where (l.lot_id > 0 or l.serial_id > 0) and (:everywhere or d.site_id in (:sites))
        group by l.item_id, l.lot_id, l.serial_id
        having moved <> 0) m
        join item i on i.id = m.item_id
        left join lot o on o.id = m.lot_id
        left join serial r on r.id = m.serial_id
      order by m.last desc, i.code, o.code, r.code
      limit :limit offset :offset
      """;

  private static final String DOCUMENTS_OF_CUSTOMER =
      "select number, site_id from outbound_order where customer_id = :party";

  private static final String DOCUMENTS_OF_SUPPLIER =
      "select number, site_id from inbound_order where supplier_id = :party union all"
          + " select number, site_id from supplier_return where supplier_id = :party";

  /** What a customer has, or what came from a supplier: the last first. */
  @Transactional(readOnly = true)
  public Page<OfParty> goods(PartyKind kind, long party, Actor actor, int offset, int limit) {
    boolean customer = kind == PartyKind.CUSTOMER;
    long[] total = {0};
    List<OfParty> rows =
        jdbc.sql(OF_PARTY.formatted(customer ? DOCUMENTS_OF_CUSTOMER : DOCUMENTS_OF_SUPPLIER))
            .param("outside", (customer ? PlaceKind.CUSTOMER : PlaceKind.SUPPLIER).name())
            .param("party", party)
            .param("everywhere", actor.everywhere())
            .param("sites", actor.siteNumbers())
            .param("limit", Page.limit(limit))
            .param("offset", offset)
            .query(
                (row, n) -> {
                  total[0] = row.getLong("total");
                  return ofParty(row, customer);
                })
            .list();
    return new Page<>(rows.isEmpty() && offset > 0 ? -1 : total[0], offset, rows);
  }

  private static OfParty ofParty(ResultSet row, boolean customer) throws SQLException {
    Quantity there = new Quantity(row.getBigDecimal("moved"));
    long lot = row.getLong("lot_id");
    long serial = row.getLong("serial_id");
    return new OfParty(
        new Traced.Goods(
            row.getLong("item_id"),
            row.getString("item"),
            row.getString("name"),
            UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
            lot == 0 ? null : lot,
            row.getString("lot"),
            Utc.day(row.getDate("expiry")),
            serial == 0 ? null : serial,
            row.getString("serial")),
        customer ? there : there.negated(),
        row.getInt("documents"),
        Utc.instant(row.getTimestamp("first")),
        Utc.instant(row.getTimestamp("last")));
  }
}
