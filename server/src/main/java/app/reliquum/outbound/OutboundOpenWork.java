package app.reliquum.outbound;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.SitesAsked;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Outbound orders that need someone. */
@Component
class OutboundOpenWork implements OpenWork {

  private final JdbcClient jdbc;
  private final OutboundRows rows;

  OutboundOpenWork(JdbcClient jdbc, OutboundRows rows) {
    this.jdbc = jdbc;
    this.rows = rows;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    return Stream.of(
            found(OpenTask.Kind.LATE_OUTBOUND, OutboundViews.Filter.LATE, sites),
            found(OpenTask.Kind.SHORT_OUTBOUND, OutboundViews.Filter.SHORT, sites),
            found(OpenTask.Kind.TO_SHIP, OutboundViews.Filter.PACKED, sites))
        .flatMap(Optional::stream)
        .toList();
  }

  private Optional<OpenTask> found(
      OpenTask.Kind kind, OutboundViews.Filter filter, SitesAsked sites) {
    return OpenTask.found(jdbc, kind, rows.openWork(filter, sites.seen("o.site_id")), sites);
  }
}
