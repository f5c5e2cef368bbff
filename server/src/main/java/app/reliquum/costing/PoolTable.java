package app.reliquum.costing;

import app.reliquum.api.Utc;
import app.reliquum.core.costing.CostLayer;
import app.reliquum.core.costing.CostMethod;
import app.reliquum.core.costing.CostPool;
import app.reliquum.core.costing.Valuation.PoolKey;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * The rows of pools and their layers.
 *
 * <p>A pool's own row holds what its layers come to, and is what others wait for. Pools are locked
 * in the order of their keys, after positions and before totals. A pool of one average has no other
 * row.
 */
@Repository
class PoolTable {

  private static final int KEYS_AT_ONCE = 200;

  private final JdbcClient jdbc;
  private final JdbcTemplate batches;

  PoolTable(JdbcClient jdbc, JdbcTemplate batches) {
    this.jdbc = jdbc;
    this.batches = batches;
  }

  /** Locks pools, and makes those that are not there yet. */
  Map<PoolKey, CostPool> lock(Collection<PoolKey> asked) {
    List<PoolKey> keys = List.copyOf(new TreeSet<>(asked));
    Map<PoolKey, CostPool> pools = new TreeMap<>();
    for (int from = 0; from < keys.size(); from += KEYS_AT_ONCE) {
      List<PoolKey> some = keys.subList(from, Math.min(from + KEYS_AT_ONCE, keys.size()));
      read(some, pools);
      List<PoolKey> missing = some.stream().filter(key -> !pools.containsKey(key)).toList();
      if (!missing.isEmpty()) {
        batches.batchUpdate(
            "insert into cost_pool (item_id, pool_id, method, quantity, value)"
                + " select i.id, ?, coalesce(m.method, 'MOVING_AVERAGE'), 0, 0 from item i"
                + " left join item_cost_method m on m.item_id = i.id where i.id = ?"
                + " on duplicate key update cost_pool.quantity = cost_pool.quantity",
            missing.stream().map(key -> new Object[] {key.pool(), key.item()}).toList());
        read(missing, pools);
      }
    }
    return pools;
  }

  /** Locks every pool of some items. */
  Map<PoolKey, CostPool> lockAll(Collection<Long> items) {
    return items.isEmpty()
        ? Map.of()
        : lock(
            jdbc.sql("select item_id, pool_id from cost_pool where item_id in (:items)")
                .param("items", items)
                .query((row, n) -> new PoolKey(row.getLong(1), row.getLong(2)))
                .list());
  }

  private void read(List<PoolKey> keys, Map<PoolKey, CostPool> pools) {
    List<Object> values = new ArrayList<>();
    StringBuilder in = new StringBuilder(" where (item_id, pool_id) in (");
    for (PoolKey key : keys) {
      in.append(values.isEmpty() ? "(?, ?)" : ", (?, ?)");
      values.add(key.item());
      values.add(key.pool());
    }
    in.append(")");
    List<PoolKey> layered = new ArrayList<>();
    batches.query(
        "select item_id, pool_id, method, quantity, value from cost_pool"
            + in
            + " order by item_id, pool_id for update",
        row -> {
          CostMethod method = CostMethod.valueOf(row.getString(3));
          if (method == CostMethod.MOVING_AVERAGE) {
            pools.put(
                key(row),
                new CostPool(
                    method,
                    List.of(
                        new CostLayer(
                            0,
                            Instant.EPOCH,
                            new Quantity(row.getBigDecimal(4)),
                            row.getBigDecimal(5)))));
          } else {
            pools.put(key(row), new CostPool(method, List.of()));
            layered.add(key(row));
          }
        },
        values.toArray());
    if (!layered.isEmpty()) {
      batches.query(
          "select item_id, pool_id, lot_id, since, quantity, value from cost_layer"
              + in
              + " for update",
          row -> {
            Objects.requireNonNull(pools.get(key(row)))
                .put(
                    new CostLayer(
                        row.getLong(3),
                        row.getTimestamp(4).toLocalDateTime().toInstant(ZoneOffset.UTC),
                        new Quantity(row.getBigDecimal(5)),
                        row.getBigDecimal(6)));
          },
          values.toArray());
    }
  }

  private static PoolKey key(ResultSet row) throws SQLException {
    return new PoolKey(row.getLong(1), row.getLong(2));
  }

  /** Writes what has become of locked pools. */
  void write(Map<PoolKey, CostPool> pools) {
    List<Object[]> rows = new ArrayList<>();
    List<Object[]> gone = new ArrayList<>();
    List<Object[]> layers = new ArrayList<>();
    pools.forEach(
        (key, pool) -> {
          rows.add(
              new Object[] {
                pool.method().name(), pool.quantity().amount(), pool.value(), key.item(), key.pool()
              });
          if (pool.method() != CostMethod.MOVING_AVERAGE) {
            gone.add(new Object[] {key.item(), key.pool()});
            for (CostLayer layer : pool.layers()) {
              layers.add(
                  new Object[] {
                    key.item(),
                    key.pool(),
                    layer.lot(),
                    Utc.of(layer.since()),
                    layer.quantity().amount(),
                    layer.value()
                  });
            }
          }
        });
    batches.batchUpdate(
        "update cost_pool set method = ?, quantity = ?, value = ? where item_id = ? and pool_id"
            + " = ?",
        rows);
    if (!gone.isEmpty()) {
      batches.batchUpdate("delete from cost_layer where item_id = ? and pool_id = ?", gone);
    }
    if (!layers.isEmpty()) {
      batches.batchUpdate(
          "insert into cost_layer (item_id, pool_id, lot_id, since, quantity, value) values (?, ?,"
              + " ?, ?, ?, ?)",
          layers);
    }
  }

  /** Forgets the layers of pools that now have one average. */
  void forgetLayers(Collection<PoolKey> keys) {
    batches.batchUpdate(
        "delete from cost_layer where item_id = ? and pool_id = ?",
        keys.stream().map(key -> new Object[] {key.item(), key.pool()}).toList());
  }

  /** Every pool of a group, of any item. */
  List<PoolKey> ofPool(long pool) {
    return jdbc.sql("select item_id, pool_id from cost_pool where pool_id = ?")
        .param(pool)
        .query((row, n) -> new PoolKey(row.getLong(1), row.getLong(2)))
        .list();
  }

  /** How much of an item's pool lies at each site and in each lot; site 0 for outside the sites. */
  record Held(long site, long lot, BigDecimal quantity) {}

  /** What lies of an item in a pool, by site and lot. */
  List<Held> held(PoolKey key) {
    return jdbc.sql(
            "select p.site_id site, s.lot_id lot, sum(s.quantity) quantity from on_hand s"
                + " join place p on p.id = s.place_id left join site w on w.id = p.site_id where"
                + " s.item_id = ? and "
                + Pools.OF_PLACE
                + " = ? group by p.site_id, s.lot_id order by p.site_id, s.lot_id")
        .params(key.item(), key.pool())
        .query(Held.class)
        .list();
  }
}
