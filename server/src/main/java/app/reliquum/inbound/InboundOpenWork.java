package app.reliquum.inbound;

import app.reliquum.api.OpenTask;
import app.reliquum.api.OpenWork;
import app.reliquum.api.SitesAsked;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Inbound orders that need someone, and goods that wait on docks and at inspection. */
@Component
class InboundOpenWork implements OpenWork {

  private static final String WAITING =
      """
      select concat_ws('-', s.item_id, s.place_id, s.lot_id, s.serial_id, s.unit_load_id,
          s.condition_code) id, i.name, p.address about, date(s.landed) day,
        round(s.quantity * (select sum(k.value) / nullif(sum(k.quantity), 0) from cost_pool k
          where k.item_id = s.item_id), 2) value
      from area a join place p on p.area_id = a.id join on_hand s on s.place_id = p.id
        join item i on i.id = s.item_id
      where a.purpose in ('RECEIVE', 'INSPECT') and s.condition_code %s and %s
      """;

  private final JdbcClient jdbc;
  private final InboundRows rows;

  InboundOpenWork(JdbcClient jdbc, InboundRows rows) {
    this.jdbc = jdbc;
    this.rows = rows;
  }

  @Override
  public List<OpenTask> openWork(SitesAsked sites) {
    return Stream.of(
            orders(OpenTask.Kind.LATE_INBOUND, InboundViews.Filter.LATE, sites),
            orders(OpenTask.Kind.CHANGED_INBOUND, InboundViews.Filter.CHANGED, sites),
            waiting(OpenTask.Kind.TO_CHECK, "= 1", sites),
            waiting(OpenTask.Kind.TO_PUT_AWAY, "<> 1", sites))
        .flatMap(Optional::stream)
        .toList();
  }

  private Optional<OpenTask> orders(
      OpenTask.Kind kind, InboundViews.Filter filter, SitesAsked sites) {
    return OpenTask.found(jdbc, kind, rows.openWork(filter, sites.seen("o.site_id")), sites);
  }

  private Optional<OpenTask> waiting(OpenTask.Kind kind, String condition, SitesAsked sites) {
    return OpenTask.found(jdbc, kind, WAITING.formatted(condition, sites.seen("p.site_id")), sites);
  }
}
