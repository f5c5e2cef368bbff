package app.reliquum.supply;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Lines of requisitions that wait for someone to approve them. */
@Component
class RequisitionOpenWork implements OpenWork {

  private final JdbcClient jdbc;

  RequisitionOpenWork(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    if (!sites.actor().may(Permission.RULES)) {
      return List.of();
    }
    return OpenTask.found(
            jdbc,
            OpenTask.Kind.REQUISITION,
            "select l.id, r.number name, i.name about, date(r.asked) day, null value"
                + " from requisition_line l join requisition r on r.id = l.requisition_id"
                + " join item i on i.id = l.item_id where l.state = 'REQUESTED' and "
                + sites.seen("r.site_id"),
            sites)
        .stream()
        .toList();
  }
}
