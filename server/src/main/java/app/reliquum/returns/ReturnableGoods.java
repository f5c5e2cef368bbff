package app.reliquum.returns;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.lists.SearchText;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Date;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Goods that could go back to a supplier, and how they came. */
@Service
public class ReturnableGoods {

  private static final int COST_SCALE = 6;

  private final JdbcClient jdbc;
  private final Places places;

  ReturnableGoods(JdbcClient jdbc, Places places) {
    this.jdbc = jdbc;
    this.places = places;
  }

  /** Which goods are asked for. */
  public enum Show {
    /** What was rejected, wherever it lies. */
    REJECTED,
    /** What lies on docks and at inspection. */
    DOCK,
    /** Everything in stock: a lot that is recalled, or what came by mistake. */
    STOCK
  }

  /**
   * Goods in a place.
   *
   * @param origin how they came; null if that is not known
   */
  @Schema(name = "ReturnableGoods")
  public record Goods(
      String key,
      long itemId,
      String item,
      String name,
      String symbol,
      int decimals,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      long serialId,
      @Nullable String serial,
      long loadId,
      @Nullable String load,
      long placeId,
      String place,
      Condition condition,
      Quantity quantity,
      @Nullable Origin origin) {}

  /**
   * The last receipt from a supplier that such goods came with.
   *
   * @param order the number of its order
   * @param unitCost what one unit came at; null if nobody knew
   */
  @Schema(name = "GoodsOrigin")
  public record Origin(
      long orderId,
      String order,
      int orderLine,
      long supplierId,
      String supplier,
      @Nullable BigDecimal unitCost) {}

  private static final String FROM =
      """
      from on_hand h join place p on p.id = h.place_id and p.kind = 'BIN'
        join area a on a.id = p.area_id
        join item i on i.id = h.item_id left join lot t on t.id = h.lot_id
        left join serial r on r.id = h.serial_id left join unit_load u on u.id = h.unit_load_id
      where p.site_id = :site
      """;

  private static final String WORDS =
      """
       and (i.code like :holds or i.name like :holds or t.code like :holds or r.code like :holds
        or p.address like :holds)
      """;

  private static String narrowed(Show show, @Nullable SearchText words) {
    return switch (show) {
          case REJECTED -> " and h.condition_code = " + Condition.REJECTED.code();
          case DOCK -> " and a.purpose in ('RECEIVE', 'INSPECT')";
          case STOCK -> "";
        }
        + (words == null ? "" : WORDS);
  }

  /** A page of goods at a site, by item. */
  @Transactional(readOnly = true)
  public Page<Goods> page(
      long site, long supplier, Show show, @Nullable String q, int offset, int limit, Actor actor) {
    places.requireSite(site, actor);
    SearchText words = q == null || q.isBlank() ? null : SearchText.of(q);
    String where = FROM + narrowed(show, words);
    String holds = words == null ? "" : "%" + words.prefix();
    long total =
        jdbc.sql("select count(*) " + where)
            .param("site", site)
            .param("holds", holds)
            .query(Long.class)
            .single();
    return new Page<>(
        total,
        offset,
        jdbc.sql(
                """
                select h.*, i.code, i.name, i.unit, i.decimals, t.code lot, t.expiry, r.code serial,
                  u.code load_code, p.address
                """
                    + where
                    + " order by i.code, p.walk, h.lot_id, h.serial_id, h.unit_load_id,"
                    + " h.condition_code limit :limit offset :offset")
            .param("site", site)
            .param("holds", holds)
            .param("limit", limit)
            .param("offset", offset)
            .query(
                (row, n) -> {
                  long item = row.getLong("item_id");
                  long lot = row.getLong("lot_id");
                  long serial = row.getLong("serial_id");
                  Date expiry = row.getDate("expiry");
                  return new Goods(
                      "%d-%d-%d-%d-%d-%d"
                          .formatted(
                              item,
                              row.getLong("place_id"),
                              lot,
                              serial,
                              row.getLong("unit_load_id"),
                              row.getInt("condition_code")),
                      item,
                      row.getString("code"),
                      row.getString("name"),
                      UnitOfMeasure.valueOf(row.getString("unit")).symbol(),
                      row.getInt("decimals"),
                      lot,
                      row.getString("lot"),
                      expiry == null ? null : expiry.toLocalDate(),
                      serial,
                      row.getString("serial"),
                      row.getLong("unit_load_id"),
                      row.getString("load_code"),
                      row.getLong("place_id"),
                      row.getString("address"),
                      Condition.of(row.getInt("condition_code")),
                      new Quantity(row.getBigDecimal("quantity")),
                      origin(item, lot, serial, supplier, row.getLong("place_id")).orElse(null));
                })
            .list());
  }

  /**
   * How goods came: the last receipt of such from a supplier that was not taken back.
   *
   * @param supplier only from this one; 0 for any
   * @param place where they lie: what has landed there is asked first
   */
  Optional<Origin> origin(long item, long lot, long serial, long supplier, long place) {
    return jdbc.sql(
            """
            select o.id, o.number, v.id supplier_id, v.name supplier, l.quantity, l.value,
              coalesce((select n.line_no from inbound_line n where n.order_id = o.id
                and n.item_id = l.item_id and n.received > 0
                order by n.line_no = d.document_line desc, n.line_no limit 1), 0) line_no
            from posted_line l join posted d on d.id = l.posting_id
              join inbound_order o on o.number = d.document
              join supplier v on v.id = o.supplier_id
            where l.item_id = :item and l.lot_id = :lot and l.serial_id = :serial
              and d.kind = 'RECEIPT' and (:supplier = 0 or v.id = :supplier)
              and not exists (select 1 from posted b where b.reverses_id = d.id)
            order by l.to_place_id = :place desc, l.effective desc, d.id desc limit 1
            """)
        .param("item", item)
        .param("lot", lot)
        .param("serial", serial)
        .param("supplier", supplier)
        .param("place", place)
        .query(
            (row, n) -> {
              BigDecimal value = row.getBigDecimal("value");
              return new Origin(
                  row.getLong("id"),
                  row.getString("number"),
                  row.getInt("line_no"),
                  row.getLong("supplier_id"),
                  row.getString("supplier"),
                  value.signum() == 0
                      ? null
                      : value.divide(
                          row.getBigDecimal("quantity"), COST_SCALE, RoundingMode.HALF_UP));
            })
        .optional();
  }
}
