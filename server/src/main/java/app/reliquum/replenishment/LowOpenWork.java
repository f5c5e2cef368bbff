package app.reliquum.replenishment;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Items that run low, as the last run of each site saw it, and those it could not check. */
@Component
class LowOpenWork implements OpenWork {

  private static final String ITEMS =
      """
      select concat(o.item_id, '-', o.site_id) id, i.code name, i.name about,
        if(o.finding = 'FAILED', null, o.runs_out) day, null value
      from item_outlook o join item i on i.id = o.item_id where %s and %s
      """;

  private final JdbcClient jdbc;

  LowOpenWork(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    List<OpenTask> work = new ArrayList<>();
    String seen = sites.seen("o.site_id");
    OpenTask.found(
            jdbc,
            OpenTask.Kind.LOW_STOCK,
            ITEMS.formatted("o.low = 1 and o.finding <> 'FAILED'", seen),
            sites)
        .ifPresent(work::add);
    if (sites.actor().may(Permission.RULES)) {
      OpenTask.found(
              jdbc,
              OpenTask.Kind.LOW_STOCK_UNKNOWN,
              ITEMS.formatted("o.finding = 'FAILED'", seen),
              sites)
          .ifPresent(work::add);
    }
    return work;
  }
}
