package app.reliquum.replenishment;

import app.reliquum.api.NoticeRaised;
import app.reliquum.core.notice.NoticeKind;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Tells what a run has come to. */
@Service
class RunNotices {

  private static final int NAMED = 5;

  private final JdbcClient jdbc;
  private final ApplicationEventPublisher events;

  RunNotices(JdbcClient jdbc, ApplicationEventPublisher events) {
    this.jdbc = jdbc;
    this.events = events;
  }

  void ended(Runs.Row run) {
    String id = Long.toString(run.id());
    if (run.failure() != null) {
      events.publishEvent(
          NoticeRaised.failure(
              run.siteId(), "REPLENISHMENT_RUN", Map.of("run", id, "failure", run.failure())));
    }
    if (run.failed() > 0) {
      events.publishEvent(
          NoticeRaised.failure(
              run.siteId(),
              "REPLENISHMENT_ITEMS",
              Map.of("run", id, "count", Integer.toString(run.failed()))));
    }
    if (run.proposed() > 0) {
      events.publishEvent(
          new NoticeRaised(
              NoticeKind.PROPOSALS,
              run.siteId(),
              "proposals",
              Map.of("run", id, "count", Integer.toString(run.proposed()))));
    }
    List<String> late =
        jdbc.sql(
                "select i.name from replenishment_finding f join item i on i.id = f.item_id"
                    + " where f.run_id = ? and f.finding = 'COMES_TOO_LATE' order by i.name")
            .param(run.id())
            .query(String.class)
            .list();
    if (!late.isEmpty()) {
      events.publishEvent(
          new NoticeRaised(
              NoticeKind.RUNNING_OUT,
              run.siteId(),
              "running out",
              Map.of(
                  "run", id,
                  "count", Integer.toString(late.size()),
                  "items", String.join(", ", late.subList(0, Math.min(NAMED, late.size()))))));
    }
  }
}
