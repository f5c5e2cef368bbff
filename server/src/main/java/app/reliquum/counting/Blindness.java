package app.reliquum.counting;

import app.reliquum.api.Actor;
import app.reliquum.api.Permission;
import app.reliquum.stock.BlindCounting;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Who counts blind sees no book figure of it: of slips that are handed to them, and, if they do
 * nothing but work with goods, of slips that anyone may take.
 */
@Component
class Blindness implements BlindCounting {

  private final JdbcClient jdbc;

  Blindness(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  private record Slip(long place, long item) {}

  @Override
  public Hidden hiddenFrom(Actor actor) {
    if (!actor.may(Permission.MOVE)) {
      return Hidden.NOTHING;
    }
    List<Slip> slips =
        jdbc.sql(
                "select distinct coalesce(x.place_id, s.place_id) place, s.item_id item from"
                    + " stock_count c join count_slip s on s.count_id = c.id left join on_hand x"
                    + " on x.unit_load_id = s.unit_load_id and s.unit_load_id > 0 where c.blind and c.state in ('PREPARED',"
                    + " 'COUNTING') and s.state"
                    + " <> 'DONE' and (s.person_id = :person or (s.person_id = 0 and :pool))"
                    + " and (:everywhere or c.site_id in (:sites))")
            .param("person", actor.id())
            .param("pool", !actor.may(Permission.POST))
            .param("everywhere", actor.everywhere())
            .param("sites", actor.siteNumbers())
            .query(Slip.class)
            .list();
    if (slips.isEmpty()) {
      return Hidden.NOTHING;
    }
    Set<Long> places = new HashSet<>();
    Set<Long> items = new HashSet<>();
    // Where a unit load stood that has gone, nothing is left to be hidden.
    slips.removeIf(slip -> slip.place() == 0 && slip.item() == 0);
    for (Slip slip : slips) {
      (slip.place() == 0 ? items : places).add(slip.place() == 0 ? slip.item() : slip.place());
    }
    return new Hidden(places, items);
  }
}
