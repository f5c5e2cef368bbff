package app.reliquum.jobs;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.Permission;
import app.reliquum.api.SitesAsked;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Jobs in the background that failed and have not been done since. */
@Component
class JobOpenWork implements OpenWork {

  private final JdbcClient jdbc;

  JobOpenWork(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    if (!sites.actor().may(Permission.RULES) || !sites.actor().everywhere()) {
      return List.of();
    }
    return OpenTask.found(
            jdbc,
            OpenTask.Kind.JOB_FAILED,
            "select concat(task_name, ' ', task_instance) id, task_name name, null about,"
                + " date(last_failure) day, null value from scheduled_tasks"
                + " where consecutive_failures > 0",
            sites)
        .stream()
        .toList();
  }
}
