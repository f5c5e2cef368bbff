package app.reliquum.floor;

import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a collector takes along, to say what it scans: barcodes, descriptions, values. */
@Service
class LookUpFile {

  private final JdbcClient jdbc;

  LookUpFile(JdbcClient jdbc) {
    this.jdbc = jdbc;
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
   */
  @Schema(name = "CollectorItem")
  record Item(
      String code,
      String item,
      String name,
      String unit,
      BigDecimal factor,
      String tracking,
      @Nullable BigDecimal price) {}

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

  /** A stretch of the file, in the order of codes. */
  @Transactional(readOnly = true)
  public List<Item> items(String department, String after, int limit) {
    return jdbc.sql(
            """
            select x.code, i.code item, i.name, i.unit, x.factor, i.tracking, c.cost price from (
              select id item_id, code, 1 factor from item where active
              union all
              select b.item_id, b.code, coalesce(k.factor, 1) from barcode b
                left join pack k on k.id = b.pack_id) x
            join item i on i.id = x.item_id and i.active
            left join item_cost c on c.item_id = i.id
            where x.code > :after and (:all or i.category = :department)
            order by x.code limit :limit
            """)
        .param("after", after)
        .param("all", department == null)
        .param("department", department == null ? "" : department)
        .param("limit", limit)
        .query(Item.class)
        .list();
  }
}
