package app.reliquum.transfers;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.SitesAsked;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Transfers that need someone, at either of their sites. */
@Component
class TransferOpenWork implements OpenWork {

  private final JdbcClient jdbc;
  private final TransferRows rows;

  TransferOpenWork(JdbcClient jdbc, TransferRows rows) {
    this.jdbc = jdbc;
    this.rows = rows;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    return Stream.of(
            found(OpenTask.Kind.MISSING_FROM_TRANSFER, TransferViews.Filter.MISSING, sites),
            found(OpenTask.Kind.TRANSFER_IN_REVIEW, TransferViews.Filter.REVIEW, sites),
            found(OpenTask.Kind.LATE_TRANSFER, TransferViews.Filter.LATE, sites),
            found(OpenTask.Kind.SHORT_TRANSFER, TransferViews.Filter.SHORT, sites),
            found(OpenTask.Kind.IN_TRANSIT, TransferViews.Filter.IN_TRANSIT, sites))
        .flatMap(Optional::stream)
        .toList();
  }

  private Optional<OpenTask> found(
      OpenTask.Kind kind, TransferViews.Filter filter, SitesAsked sites) {
    return OpenTask.found(
        jdbc, kind, rows.openWork(filter, sites.seen("t.from_site_id", "t.to_site_id")), sites);
  }
}
