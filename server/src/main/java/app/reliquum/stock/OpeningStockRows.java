package app.reliquum.stock;

import app.reliquum.api.sheets.RowQuery;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.costing.Pools;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What lies in the bins of the house as rows of opening stock. The unit costs are shares of what
 * the pools are worth, so that all positions of an item together are worth its pool to the cent.
 */
@Component
class OpeningStockRows {

  private final RowQuery query;
  private final JdbcClient jdbc;

  OpeningStockRows(RowQuery query, JdbcClient jdbc) {
    this.query = query;
    this.jdbc = jdbc;
  }

  /** What is left of a pool to be shared out over the positions that are worth it. */
  private static final class Left {
    private BigDecimal quantity;
    private BigDecimal value;

    Left(BigDecimal quantity, BigDecimal value) {
      this.quantity = quantity;
      this.value = value;
    }

    /** The unit cost of a part, so that all parts together are worth the whole to the cent. */
    String cost(BigDecimal part) {
      if (quantity.signum() <= 0 || part.signum() <= 0) {
        return "";
      }
      BigDecimal share =
          value.multiply(part).divide(quantity, UnitCost.CENTS, RoundingMode.HALF_UP);
      quantity = quantity.subtract(part);
      value = value.subtract(share);
      return CellReading.plain(share.divide(part, UnitCost.DECIMALS, RoundingMode.HALF_UP));
    }
  }

  private record PoolPart(long item, long pool, long lot) {}

  private Map<PoolPart, Left> pools() {
    Map<PoolPart, Left> pools = new HashMap<>();
    jdbc.sql(
            """
            select item_id, pool_id, 0, quantity, value from cost_pool
            where method <> 'LOT' and quantity > 0
            union all select l.item_id, l.pool_id, l.lot_id, sum(l.quantity), sum(l.value)
            from cost_layer l join cost_pool p on p.item_id = l.item_id and p.pool_id = l.pool_id
            where p.method = 'LOT' group by l.item_id, l.pool_id, l.lot_id
            """)
        .query(
            row -> {
              pools.put(
                  new PoolPart(row.getLong(1), row.getLong(2), row.getLong(3)),
                  new Left(row.getBigDecimal(4), row.getBigDecimal(5)));
            });
    return pools;
  }

  /** Hands them out, in the order of their keys. */
  void each(TableForm form, Consumer<TableRow> to) {
    Map<PoolPart, Left> pools = pools();
    query.each(
        form,
        """
        select s.code, if(s.binned, p.address, ''), i.code, l.code, n.code, u.code,
          elt(h.condition_code + 1, 'good', 'on hold', 'rejected'), h.quantity, '', null, h.in_date,
          l.expiry, l.best_before, l.produced, n.service_due, h.item_id,
          %s, h.lot_id
        from stock_position h join place p on p.id = h.place_id join site s on s.id = p.site_id
          join site w on w.id = s.id join item i on i.id = h.item_id left join lot l on l.id = h.lot_id
          left join serial n on n.id = h.serial_id left join unit_load u on u.id = h.unit_load_id
        where p.kind = 'BIN' and h.quantity > 0
        order by s.code, p.address, i.code, l.code, n.code, u.code, h.condition_code
        """
            .formatted(Pools.OF_PLACE),
        (row, told) -> {
          long item = told.getLong("item_id");
          long pool = told.getLong(17);
          Left left =
              pools.getOrDefault(
                  new PoolPart(item, pool, told.getLong("lot_id")),
                  pools.get(new PoolPart(item, pool, 0)));
          to.accept(
              left == null
                  ? row
                  : row.with("unit cost", left.cost(row.decimal("quantity").orElseThrow())));
        });
  }
}
