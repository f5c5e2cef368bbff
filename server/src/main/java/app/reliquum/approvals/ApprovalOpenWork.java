package app.reliquum.approvals;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Proposals that wait for someone to approve them, or for more information from who asks. */
@Component
class ApprovalOpenWork implements OpenWork {

  private static final String PROPOSALS =
      """
      select a.id, a.number name, p.name about, date(a.proposed) day, a.value
      from approval a left join person p on p.id = a.proposed_by
      where a.state = 'PROPOSED' and %s and
      """;

  private final JdbcClient jdbc;

  ApprovalOpenWork(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    List<OpenTask> work = new ArrayList<>();
    long own = sites.actor().id();
    if (sites.actor().may(Permission.RULES)) {
      // Nobody agrees to their own.
      OpenTask.found(
              jdbc,
              OpenTask.Kind.APPROVAL,
              PROPOSALS.formatted("a.proposed_by <> " + own) + sites.seen("a.site_id"),
              sites)
          .ifPresent(work::add);
    }
    OpenTask.found(
            jdbc,
            OpenTask.Kind.INFORMATION_REQUESTED,
            PROPOSALS.formatted("a.asked_back and a.proposed_by = " + own)
                + sites.seen("a.site_id"),
            sites)
        .ifPresent(work::add);
    return work;
  }
}
