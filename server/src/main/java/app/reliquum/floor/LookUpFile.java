package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.counting.CountFiles;
import app.reliquum.stock.BlindCounting;
import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a collector takes along, to say what it scans: barcodes, descriptions, values. */
@Service
class LookUpFile {

  private final JdbcClient jdbc;
  private final CountFiles counts;
  private final BlindCounting blind;

  LookUpFile(JdbcClient jdbc, CountFiles counts, BlindCounting blind) {
    this.jdbc = jdbc;
    this.counts = counts;
    this.blind = blind;
  }

  /** A department that can be chosen, and how many codes it has. */
  @Schema(name = "CollectorDepartment")
  record Department(String name, int codes) {}

  /**
   * A code that can be scanned.
   *
   * @param code the item's own code, or one of its barcodes
   * @param factor how many base units one scan stands for
   * @param price what one base unit is worth; null if nobody knows
   * @param onHand what the book has of it where it will be counted, in base units; null if that is
   *     not said
   */
  @Schema(name = "CollectorItem")
  record Item(
      String code,
      String item,
      String name,
      String unit,
      BigDecimal factor,
      String tracking,
      @Nullable BigDecimal price,
      @Nullable Quantity onHand) {}

  /** Every department, by name; items without one stand under an empty name. */
  @Transactional(readOnly = true)
  public List<Department> departments() {
    return jdbc.sql(
            """
            select i.category name, count(*) codes from (
              select id item_id from item where active
              union all select b.item_id from barcode b join item i on i.id = b.item_id and i.active) x
            join item i on i.id = x.item_id group by i.category order by i.category
            """)
        .query(Department.class)
        .list();
  }

  /**
   * A stretch of the file, in the order of codes.
   *
   * @param department one of them; null for all
   * @param count for which count: it says what should be there, unless that is counted blind; null
   *     if it says nothing of that
   */
  @Transactional(readOnly = true)
  public List<Item> items(
      @Nullable String department, @Nullable Long count, String after, int limit, Actor actor) {
    long site = count == null ? 0 : told(count, actor);
    BlindCounting.Hidden hidden =
        site == 0 ? BlindCounting.Hidden.NOTHING : blind.hiddenFrom(actor);
    return jdbc.sql(
            """
            select x.code, i.code item, i.name, i.unit, x.factor, i.tracking, c.cost price,
              if(:site = 0 or i.id in (:items) or exists (select 1 from on_hand h
                  where h.item_id = i.id and h.place_id in (:places)), null,
                coalesce((select sum(h.quantity) from on_hand h
                  join place p on p.id = h.place_id and p.kind = 'BIN'
                  where h.item_id = i.id and p.site_id = :site), 0)) on_hand
            from (
              select id item_id, code, 1 factor from item where active
              union all
              select b.item_id, b.code, coalesce(k.factor, 1) from barcode b
                left join pack k on k.id = b.pack_id) x
            join item i on i.id = x.item_id and i.active
            left join item_cost c on c.item_id = i.id
            where x.code > :after and (:all or i.category = :department)
            order by x.code limit :limit
            """)
        .param("site", site)
        .param("items", orNone(hidden.items()))
        .param("places", orNone(hidden.places()))
        .param("after", after)
        .param("all", department == null)
        .param("department", department == null ? "" : department)
        .param("limit", limit)
        .query((row, n) -> item(row))
        .list();
  }

  private static Item item(ResultSet row) throws SQLException {
    BigDecimal onHand = row.getBigDecimal("on_hand");
    return new Item(
        row.getString("code"),
        row.getString("item"),
        row.getString("name"),
        row.getString("unit"),
        row.getBigDecimal("factor"),
        row.getString("tracking"),
        row.getBigDecimal("price"),
        onHand == null ? null : new Quantity(onHand));
  }

  /** The site of a count, if whoever counts may know what should be there; else 0. */
  private long told(long count, Actor actor) {
    CountFiles.For target = counts.target(count, actor);
    return target.blind() ? 0 : target.site();
  }

  private static Set<Long> orNone(Set<Long> ids) {
    return ids.isEmpty() ? Set.of(0L) : ids;
  }
}
