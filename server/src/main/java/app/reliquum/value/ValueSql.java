package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import app.reliquum.costing.Pools;
import app.reliquum.stock.OwnPlaces;
import java.time.Instant;
import java.time.LocalDateTime;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.lang.Contract;

/** The parts of which questions about value are made. */
final class ValueSql {

  private static final String OURS = OwnPlaces.are("p.kind");

  private ValueSql() {}

  /**
   * What lines brought to pools and took from them: posting, item, pool, the place on the other
   * side, quantity and value with their signs.
   *
   * @param when which lines, of {@code l}
   */
  static String changes(String when) {
    return side("to", "from", "", when) + " union all " + side("from", "to", "-", when);
  }

  private static String side(String here, String there, String sign, String when) {
    return "select l.posting_id, l.line_no, l.effective, l.item_id, "
        + Pools.OF_PLACE
        + " pool, l."
        + there
        + "_place_id other, "
        + sign
        + "l.quantity quantity, "
        + sign
        + "l.value value from posted_line l join place p on p.id = l."
        + here
        + "_place_id left join site w on w.id = p.site_id where "
        + OURS
        + " and "
        + when;
  }

  /**
   * What each item's pools hold and are worth at a moment, worked out back from now.
   *
   * @param past whether it is not now
   */
  static String pools(boolean past) {
    return "select c.item_id, c.pool_id pool, c.quantity, c.value from cost_pool c"
        + (past
            ? " union all select y.item_id, y.pool, -y.quantity, -y.value from ("
                + changes("l.effective >= :at")
                + ") y union all select r.item_id, r.pool_id, 0, -r.value from revaluation r where"
                + " r.effective >= :at"
            : "");
  }

  /**
   * Which pools someone may look at, of {@code x.pool}: those of their sites, and the scrap places
   * there.
   */
  static String seen(Actor actor, @Nullable Long pool) {
    return (actor.everywhere() ? "1 = 1" : ofSites("w.id in (:sites)"))
        + (pool == null ? "" : " and " + ofSites(GROUP + " = :pool"));
  }

  private static final String GROUP = "if(w.cost_site_id = 0, w.id, w.cost_site_id)";

  private static String ofSites(String which) {
    return "(x.pool in (select "
        + GROUP
        + " from site w where "
        + which
        + ") or x.pool in (select -p.id from place p join site w on w.id = p.site_id where p.scrap"
        + " and "
        + which
        + "))";
  }

  static JdbcClient.StatementSpec bind(
      JdbcClient.StatementSpec sql, Actor actor, @Nullable Long pool, @Nullable Instant at) {
    return sql.param("sites", actor.siteNumbers()).param("pool", pool).param("at", utc(at));
  }

  @Contract("null -> null; !null -> !null")
  static @Nullable LocalDateTime utc(@Nullable Instant moment) {
    return moment == null ? null : Utc.of(moment);
  }
}
