package app.reliquum.stock;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.lists.SearchText;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers what has happened: the lines of the ledger, newest first, by anything in them. */
@Service
public class Ledger {

  /** So many lines can be scrolled through; whoever wants older ones narrows the question. */
  public static final int MOST_LINES = 100_000;

  /** A question. Whatever is null does not narrow it. */
  public record Query(Filter filter, boolean oldestFirst, int offset, int limit) {}

  /** What narrows the ledger; what is null does not. */
  public record Filter(
      @Nullable Long posting,
      @Nullable PostingKind kind,
      @Nullable Long item,
      @Nullable Long place,
      @Nullable Long site,
      @Nullable Long lot,
      @Nullable Long serial,
      @Nullable Long person,
      @Nullable String device,
      @Nullable String document,
      @Nullable String reason,
      @Nullable Long movementKind,
      @Nullable String field,
      @Nullable String q,
      @Nullable Instant after,
      @Nullable Instant before) {}

  /**
   * A line with its posting.
   *
   * @param siteId where it happened: the site that the goods came to, else that which they left
   */
  @Schema(name = "LedgerRow")
  public record Row(
      long posting,
      int line,
      PostingKind kind,
      Instant effective,
      Instant recorded,
      @Nullable String person,
      String device,
      @Nullable String document,
      @Nullable String reason,
      long itemId,
      String item,
      String name,
      String symbol,
      @Nullable String lot,
      @Nullable String serial,
      long fromId,
      String from,
      @Nullable String fromSite,
      Condition fromCondition,
      long toId,
      String to,
      @Nullable String toSite,
      Condition toCondition,
      Quantity quantity,
      BigDecimal value,
      @Nullable String movementKind,
      @Nullable String fields,
      @Nullable Long reverses,
      @Nullable Long reversedBy,
      long siteId) {}

  private static final String ROW =
      """
      select l.posting_id, l.line_no, h.kind, l.effective, h.recorded, w.name person, h.device,
        h.document, h.reason, l.item_id, i.code, i.name, i.unit, o.code lot, r.code serial,
        l.from_place_id, f.address from_address, fs.name from_site, l.from_condition,
        l.to_place_id, t.address to_address, ts.name to_site, l.to_condition, l.quantity,
        l.value, k.name movement_kind,
        (select group_concat(concat(mf.name, ': ', pf.value) order by mf.position separator '; ')
          from posting_field pf join movement_field mf on mf.id = pf.field_id
          where pf.posting_id = h.id) fields,
        h.reverses_id, b.id reversed_by, coalesce(ts.id, fs.id, 0) site_id
      from (%s) q
        join ledger_line l on l.posting_id = q.posting_id and l.line_no = q.line_no
        join posting h on h.id = l.posting_id
        join item i on i.id = l.item_id
        join place f on f.id = l.from_place_id
        join place t on t.id = l.to_place_id
        left join site fs on fs.id = f.site_id
        left join site ts on ts.id = t.site_id
        left join person w on w.id = h.person_id
        left join movement_kind k on k.id = h.movement_kind_id
        left join lot o on o.id = l.lot_id
        left join serial r on r.id = l.serial_id
        left join posting b on b.reverses_id = l.posting_id
      """;

  private final JdbcClient jdbc;
  private final ObjectProvider<BlindCounting> blind;
  private final Catalog catalog;

  Ledger(JdbcClient jdbc, Catalog catalog, ObjectProvider<BlindCounting> blind) {
    this.blind = blind;
    this.jdbc = jdbc;
    this.catalog = catalog;
  }

  /** A page of lines. The total is counted up to {@link #MOST_LINES}. */
  @Transactional(readOnly = true)
  public Page<Row> page(Query query, Actor actor) {
    String words = matching(query);
    if (words == null) {
      return new Page<>(0, query.offset(), List.of());
    }
    String seen =
        blind
            .getIfAvailable(() -> nobody -> BlindCounting.Hidden.NOTHING)
            .hiddenFrom(actor)
            .condition("l.item_id", "l.from_place_id", "l.to_place_id");
    String from = tables(query, actor) + where(query, actor) + words + seen;
    String way = query.oldestFirst() ? "" : " desc";
    long total =
        bind(
                jdbc.sql("select count(*) from (select 1" + from + " limit " + MOST_LINES + ") n"),
                query,
                actor)
            .query(Long.class)
            .single();
    String keys =
        "select l.posting_id, l.line_no"
            + from
            + " order by l.effective%1$s, l.posting_id%1$s, l.line_no%1$s".formatted(way)
            + " limit :limit offset :offset";
    List<Row> rows =
        bind(
                jdbc.sql(
                    ROW.formatted(keys)
                        + " order by l.effective%1$s, l.posting_id%1$s, l.line_no%1$s"
                            .formatted(way)),
                query,
                actor)
            .param("limit", Page.limit(query.limit()))
            .param("offset", query.offset())
            .query((row, n) -> row(row))
            .list();
    return new Page<>(total, query.offset(), rows);
  }

  private static String tables(Query query, Actor actor) {
    boolean posting =
        query.filter().kind() != null
            || query.filter().person() != null
            || query.filter().device() != null
            || query.filter().document() != null
            || query.filter().movementKind() != null
            || query.filter().field() != null
            || query.filter().reason() != null;
    boolean sites = query.filter().site() != null || !actor.everywhere();
    return " from ledger_line l"
        + (posting ? " join posting h on h.id = l.posting_id" : "")
        + (sites
            ? " join place f on f.id = l.from_place_id join place t on t.id = l.to_place_id"
            : "");
  }

  private static String where(Query query, Actor actor) {
    StringBuilder where = new StringBuilder(" where 1 = 1");
    add(where, query.filter().posting(), "l.posting_id = :posting");
    add(where, query.filter().kind(), "h.kind = :kind");
    add(where, query.filter().item(), "l.item_id = :item");
    add(where, query.filter().place(), "(l.from_place_id = :place or l.to_place_id = :place)");
    add(where, query.filter().site(), "(f.site_id = :site or t.site_id = :site)");
    add(
        where,
        actor.everywhere() ? null : actor,
        "(f.site_id in (:sites) or t.site_id in (:sites))");
    add(where, query.filter().lot(), "l.lot_id = :lot");
    add(where, query.filter().serial(), "l.serial_id = :serial");
    add(where, query.filter().person(), "h.person_id = :person");
    add(where, query.filter().device(), "h.device like :device");
    add(where, query.filter().document(), "h.document = :document");
    add(where, query.filter().reason(), "h.reason like :reason");
    add(where, query.filter().movementKind(), "h.movement_kind_id = :movementKind");
    add(
        where,
        query.filter().field(),
        "exists (select 1 from posting_field pf where pf.posting_id = h.id and pf.value like"
            + " :field)");
    add(where, query.filter().after(), "l.effective >= :after");
    add(where, query.filter().before(), "l.effective < :before");
    return where.toString();
  }

  private static void add(StringBuilder where, @Nullable Object given, String condition) {
    if (given != null) {
      where.append(" and ").append(condition);
    }
  }

  private static JdbcClient.StatementSpec bind(
      JdbcClient.StatementSpec statement, Query query, Actor actor) {
    return statement
        .param("posting", query.filter().posting())
        .param("kind", query.filter().kind() == null ? null : query.filter().kind().name())
        .param("item", query.filter().item())
        .param("place", query.filter().place())
        .param("site", query.filter().site())
        .param("sites", actor.siteNumbers())
        .param("lot", query.filter().lot())
        .param("serial", query.filter().serial())
        .param("person", query.filter().person())
        .param(
            "device",
            query.filter().device() == null
                ? null
                : SearchText.of(query.filter().device()).prefix())
        .param("document", query.filter().document())
        .param(
            "reason",
            query.filter().reason() == null
                ? null
                : "%" + SearchText.of(query.filter().reason()).prefix())
        .param("movementKind", query.filter().movementKind())
        .param(
            "field",
            query.filter().field() == null
                ? null
                : "%" + SearchText.of(query.filter().field()).prefix())
        .param(
            "after",
            query.filter().after() == null ? null : LedgerTable.utc(query.filter().after()))
        .param(
            "before",
            query.filter().before() == null ? null : LedgerTable.utc(query.filter().before()));
  }

  private @Nullable String matching(Query query) {
    SearchText words = SearchText.of(query.filter().q());
    if (words.isEmpty()) {
      return "";
    }
    List<Long> items = catalog.idsMatching(words, 5_000);
    return items.isEmpty()
        ? null
        : " and l.item_id in ("
            + items.stream().map(String::valueOf).collect(Collectors.joining(","))
            + ")";
  }

  private static Row row(ResultSet row) throws SQLException {
    return new Row(
        row.getLong("posting_id"),
        row.getInt("line_no"),
        PostingKind.valueOf(row.getString("kind")),
        LedgerTable.instant(row.getTimestamp("effective")),
        LedgerTable.instant(row.getTimestamp("recorded")),
        row.getString("person"),
        row.getString("device"),
        row.getString("document"),
        row.getString("reason"),
        row.getLong("item_id"),
        row.getString("code"),
        row.getString("name"),
        UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
        row.getString("lot"),
        row.getString("serial"),
        row.getLong("from_place_id"),
        row.getString("from_address"),
        row.getString("from_site"),
        PositionTable.condition(row.getInt("from_condition")),
        row.getLong("to_place_id"),
        row.getString("to_address"),
        row.getString("to_site"),
        PositionTable.condition(row.getInt("to_condition")),
        new Quantity(row.getBigDecimal("quantity")),
        row.getBigDecimal("value"),
        row.getString("movement_kind"),
        row.getString("fields"),
        number(row, "reverses_id"),
        number(row, "reversed_by"),
        row.getLong("site_id"));
  }

  private static @Nullable Long number(ResultSet row, String column) throws SQLException {
    long value = row.getLong(column);
    return row.wasNull() ? null : value;
  }

  /** Whether a posting has moved goods at a site where someone works. */
  public boolean isSeenBy(long posting, Actor actor) {
    return actor.everywhere()
        || jdbc.sql(
                    "select count(*) from ledger_line l join place p on p.id in (l.from_place_id,"
                        + " l.to_place_id) where l.posting_id = :posting and p.site_id in (:sites)")
                .param("posting", posting)
                .param("sites", actor.siteNumbers())
                .query(Long.class)
                .single()
            > 0;
  }
}
