package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of unit loads that goods of orders are packed into. */
@Repository
class ParcelTable {

  private final JdbcClient jdbc;
  private final Clock clock;

  ParcelTable(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** A unit load of an order. */
  record Row(
      long load,
      long orderId,
      String code,
      BigDecimal weight,
      boolean weighed,
      long carrierId,
      String service,
      String tracking) {}

  private static final String ROW =
      """
      select p.unit_load_id `load`, p.order_id, u.code, p.weight, p.weighed, p.carrier_id,
        p.service, p.tracking
      from parcel p join unit_load u on u.id = p.unit_load_id
      """;

  Optional<Row> find(long load) {
    return jdbc.sql(ROW + " where p.unit_load_id = ?").param(load).query(Row.class).optional();
  }

  List<Row> of(long order) {
    return jdbc.sql(ROW + " where p.order_id = ? order by p.made, u.code")
        .param(order)
        .query(Row.class)
        .list();
  }

  Set<Long> loads(long order) {
    return Set.copyOf(
        jdbc.sql("select unit_load_id from parcel where order_id = ?")
            .param(order)
            .query(Long.class)
            .list());
  }

  void add(long load, long order, Actor actor) {
    jdbc.sql("insert into parcel (unit_load_id, order_id, made, person_id) values (?, ?, ?, ?)")
        .params(load, order, Utc.of(clock.instant()), actor.id())
        .update();
  }

  void weighs(long load, @Nullable BigDecimal weight, boolean weighed) {
    jdbc.sql("update parcel set weight = ?, weighed = ? where unit_load_id = ?")
        .params(weight, weighed, load)
        .update();
  }

  void carried(long load, long carrier, String service, String tracking) {
    jdbc.sql("update parcel set carrier_id = ?, service = ?, tracking = ? where unit_load_id = ?")
        .params(carrier, service, tracking, load)
        .update();
  }

  /** Nobody carries it any more. */
  void notCarried(long load) {
    carried(load, 0, "", "");
  }

  void remove(long load) {
    jdbc.sql("delete from parcel where unit_load_id = ?").param(load).update();
  }
}
