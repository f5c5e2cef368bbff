package app.reliquum.adjusting;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.SitesAsked;
import app.reliquum.places.SiteDays;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Loans that should be back. */
@Component
class LoanOpenWork implements OpenWork {

  private final JdbcClient jdbc;
  private final SiteDays days;

  LoanOpenWork(JdbcClient jdbc, SiteDays days) {
    this.jdbc = jdbc;
    this.days = days;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    return OpenTask.found(
            jdbc,
            OpenTask.Kind.OVERDUE_LOAN,
            "select l.id, l.party name, l.number about, l.due day, null value from loan l"
                + " where l.closed is null and l.due < "
                + days.todaySql("l.site_id")
                + " and "
                + sites.seen("l.site_id"),
            sites)
        .stream()
        .toList();
  }
}
