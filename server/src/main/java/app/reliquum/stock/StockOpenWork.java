package app.reliquum.stock;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import app.reliquum.places.SiteDays;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the last ledger check found, and lots that have expired or soon will. */
@Component
class StockOpenWork implements OpenWork {

  /** For how many days ahead lots are told that expire. */
  private static final int EXPIRY_DAYS = 30;

  private static final String LAST_CHECK =
      "(select c.* from book_check c where c.finished is not null order by c.id desc limit 1)";

  private final JdbcClient jdbc;
  private final SiteDays days;

  StockOpenWork(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    List<OpenTask> work = new ArrayList<>();
    if (sites.actor().may(Permission.POST)) {
      ledger(sites, work);
    }
    OpenTask.found(
            jdbc,
            OpenTask.Kind.EXPIRING_LOT,
            """
            select t.id, concat(i.name, ' ', t.code) name, w.name about, t.expiry day,
              round(sum(s.quantity) * (select sum(k.value) / nullif(sum(k.quantity), 0)
                from cost_pool k where k.item_id = i.id), 2) value
            from lot t join on_hand s on s.lot_id = t.id and s.quantity > 0
              join place p on p.id = s.place_id join item i on i.id = t.item_id
              join site w on w.id = p.site_id
            where t.expiry <= %s + interval %d day and %s
            group by t.id, i.id, w.id
            """
                .formatted(days.todaySql("p.site_id"), EXPIRY_DAYS, sites.seen("p.site_id")),
            sites)
        .ifPresent(work::add);
    return work;
  }

  private void ledger(SitesAsked sites, List<OpenTask> work) {
    OpenTask.found(
            jdbc,
            OpenTask.Kind.LEDGER_CHECK_FAILED,
            "select c.id, c.failure name, null about, date(c.finished) day, null value from "
                + LAST_CHECK
                + " c where c.failure is not null",
            sites)
        .ifPresent(work::add);
    OpenTask.found(
            jdbc,
            OpenTask.Kind.LEDGER_DIFFERS,
            "select d.item_id id, i.name, null about, date(c.finished) day, null value from "
                + LAST_CHECK
                + " c join book_check_difference d on d.check_id = c.id"
                + " join item i on i.id = d.item_id where c.failure is null",
            sites)
        .ifPresent(work::add);
  }
}
