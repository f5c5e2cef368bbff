package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.trace.TraceEnd;
import app.reliquum.core.trace.TraceLine;
import app.reliquum.core.trace.TraceSource;
import app.reliquum.core.trace.TracedGoods;
import app.reliquum.stock.PostingKind;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * The ledger as one trace asks it, for one person: what lies at sites where they don't work is
 * outside. It remembers the heads of the postings whose lines it has read.
 */
final class TracedLedger implements TraceSource {

  /** So many numbers are asked for in one statement. */
  private static final int AT_ONCE = 1_000;

  /**
   * What a posting says of all its lines.
   *
   * @param person who posted it
   * @param reverses whether it takes another back
   */
  record Head(PostingKind kind, @Nullable String person, boolean reverses) {}

  private static final String LINE =
      """
      select l.posting_id, l.line_no, l.effective, coalesce(h.document, '') document, h.kind,
        h.reverses_id is not null reverses, w.name person, l.item_id, l.lot_id, l.serial_id,
        l.from_place_id, l.from_unit_load_id, l.from_condition, f.kind from_kind,
        f.site_id from_site, l.to_place_id, l.to_unit_load_id, l.to_condition, t.kind to_kind,
        t.site_id to_site, l.quantity
      from posted_line l
        join posted h on h.id = l.posting_id
        join place f on f.id = l.from_place_id
        join place t on t.id = l.to_place_id
        left join person w on w.id = h.person_id
      where (:everywhere or f.site_id in (:sites) or t.site_id in (:sites))
      """;

  private static final String HELD =
      """
      select p.item_id, p.place_id, p.lot_id, p.serial_id, p.unit_load_id, p.condition_code,
        p.quantity
      from on_hand p join place l on l.id = p.place_id
      where l.kind in (:ours) and (:everywhere or l.site_id in (:sites))
      """;

  private final JdbcClient jdbc;
  private final Actor actor;
  private final Map<Long, Head> heads = new HashMap<>();

  TracedLedger(JdbcClient jdbc, Actor actor) {
    this.jdbc = jdbc;
    this.actor = actor;
  }

  /** The head of a posting that was read. */
  Head head(long posting) {
    return Objects.requireNonNull(heads.get(posting));
  }

  @Override
  public List<TraceLine> linesOf(Set<TracedGoods> goods) {
    Map<List<Long>, TraceLine> lines = new LinkedHashMap<>();
    for (TraceLine line : lines(" and l.lot_id in (:wanted)", lots(goods))) {
      lines.put(List.of(line.posting(), (long) line.line()), line);
    }
    for (TraceLine line : lines(" and l.serial_id in (:wanted)", serials(goods))) {
      lines.put(List.of(line.posting(), (long) line.line()), line);
    }
    return List.copyOf(lines.values());
  }

  @Override
  public List<TraceLine> linesOfJobs(Set<String> documents) {
    String usedUp = "(select u.id from place u where u.kind = '" + PlaceKind.USED_UP.name() + "')";
    return lines(
        " and h.document in (:wanted) and (l.from_place_id in %1$s or l.to_place_id in %1$s)"
            .formatted(usedUp),
        documents);
  }

  @Override
  public Map<PositionKey, Quantity> held(Set<TracedGoods> goods) {
    Map<PositionKey, Quantity> held = new HashMap<>();
    held(" and p.lot_id in (:wanted)", lots(goods), held);
    held(" and p.serial_id in (:wanted)", serials(goods), held);
    return held;
  }

  private static Set<Long> lots(Set<TracedGoods> goods) {
    return goods.stream().map(TracedGoods::lot).filter(lot -> lot > 0).collect(Collectors.toSet());
  }

  private static Set<Long> serials(Set<TracedGoods> goods) {
    return goods.stream()
        .map(TracedGoods::serial)
        .filter(serial -> serial > 0)
        .collect(Collectors.toSet());
  }

  private List<TraceLine> lines(String condition, Collection<?> wanted) {
    List<TraceLine> lines = new ArrayList<>();
    for (List<?> some : inParts(wanted)) {
      jdbc.sql(LINE + condition)
          .param("wanted", some)
          .param("everywhere", actor.everywhere())
          .param("sites", actor.siteNumbers())
          .query((row, n) -> line(row))
          .list()
          .forEach(lines::add);
    }
    return lines;
  }

  private void held(String condition, Collection<?> wanted, Map<PositionKey, Quantity> held) {
    for (List<?> some : inParts(wanted)) {
      jdbc.sql(HELD + condition)
          .param("wanted", some)
          .param(
              "ours",
              Arrays.stream(PlaceKind.values()).filter(PlaceKind::ours).map(Enum::name).toList())
          .param("everywhere", actor.everywhere())
          .param("sites", actor.siteNumbers())
          .query(
              (row, n) ->
                  held.put(
                      new PositionKey(
                          row.getLong("item_id"),
                          row.getLong("place_id"),
                          row.getLong("lot_id"),
                          row.getLong("serial_id"),
                          row.getLong("unit_load_id"),
                          Condition.of(row.getInt("condition_code"))),
                      new Quantity(row.getBigDecimal("quantity"))))
          .list();
    }
  }

  private static List<List<?>> inParts(Collection<?> wanted) {
    List<?> all = List.copyOf(wanted);
    List<List<?>> parts = new ArrayList<>();
    for (int from = 0; from < all.size(); from += AT_ONCE) {
      parts.add(all.subList(from, Math.min(all.size(), from + AT_ONCE)));
    }
    return parts;
  }

  private TraceLine line(ResultSet row) throws SQLException {
    long posting = row.getLong("posting_id");
    heads.put(
        posting,
        new Head(
            PostingKind.valueOf(row.getString("kind")),
            row.getString("person"),
            row.getBoolean("reverses")));
    Timestamp effective = row.getTimestamp("effective");
    return new TraceLine(
        posting,
        row.getInt("line_no"),
        Objects.requireNonNullElse(Utc.instant(effective), Instant.EPOCH),
        row.getString("document"),
        new Goods(row.getLong("item_id"), row.getLong("lot_id"), row.getLong("serial_id")),
        end(row, "from"),
        end(row, "to"),
        new Quantity(row.getBigDecimal("quantity")));
  }

  private TraceEnd end(ResultSet row, String side) throws SQLException {
    PlaceKind kind = PlaceKind.valueOf(row.getString(side + "_kind"));
    return new TraceEnd(
        new Spot(
            row.getLong(side + "_place_id"),
            row.getLong(side + "_unit_load_id"),
            Condition.of(row.getInt(side + "_condition"))),
        kind,
        kind.ours() && actor.worksAt(row.getLong(side + "_site")));
  }
}
