package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Utc;
import app.reliquum.core.demand.SupplyRule;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.stock.DemandSql;
import java.sql.Date;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Orders for which stock was looked for, and that still lack something. */
@Service
public class WaitingOrders {

  private final JdbcClient jdbc;
  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Allocating allocating;

  WaitingOrders(
      JdbcClient jdbc, OutboundTable table, OutboundProgress progress, Allocating allocating) {
    this.jdbc = jdbc;
    this.table = table;
    this.progress = progress;
    this.allocating = allocating;
  }

  /**
   * A line that lacks something.
   *
   * @param order the number of the order in the books, and what is said aloud for it
   * @param asked what is asked for and not withdrawn
   * @param missing what of it is neither reserved nor gone
   * @param rule how it is met; null if the line itself does not say it
   * @param from the site that the line's rule asks for goods; 0 for none
   * @param sought when stock was first looked for
   */
  public record Lacking(
      long order,
      String number,
      long siteId,
      int line,
      long itemId,
      @Nullable LocalDate needed,
      Quantity asked,
      Quantity missing,
      @Nullable SupplyRule rule,
      long from,
      Instant sought) {

    /** What of it is reserved or gone. */
    public Quantity met() {
      return asked.minus(missing);
    }
  }

  private static final String LACKING =
      """
      select o.id, o.number, o.site_id, l.line_no, l.item_id, o.needed,
        l.asked - l.withdrawn - l.shipped - coalesce((select sum(r.quantity) from reserved r
          where r.document = o.number and r.document_line = l.line_no), 0) missing, o.allocated,
        l.asked - l.withdrawn, l.supply_rule, l.supply_from
      from outbound_order o join outbound_line l on l.order_id = o.id
      where o.allocated is not null and o.state in ('SHORT', 'COVERED', 'PICKING') and %s and %s
      order by o.needed is null, o.needed, o.id, l.line_no
      """;

  private static final RowMapper<Lacking> ROW =
      (row, n) ->
          new Lacking(
              row.getLong(1),
              row.getString(2),
              row.getLong(3),
              row.getInt(4),
              row.getLong(5),
              row.getDate(6) == null ? null : row.getDate(6).toLocalDate(),
              new Quantity(row.getBigDecimal(9)),
              new Quantity(row.getBigDecimal(7)),
              row.getString(10).isEmpty() ? null : SupplyRule.valueOf(row.getString(10)),
              row.getLong(11),
              Utc.instant(row.getTimestamp(8)));

  private static String lacking(String which) {
    return LACKING.formatted(DemandSql.missing("l", "shipped", "o.number"), which);
  }

  /** The lines at a site that lack some items; who needs theirs first stands first. */
  @Transactional(readOnly = true)
  public List<Lacking> of(long site, Collection<Long> items) {
    return items.isEmpty()
        ? List.of()
        : jdbc.sql(lacking("o.site_id = :site and l.item_id in (:items)"))
            .param("site", site)
            .param("items", items)
            .query(ROW)
            .list();
  }

  /** Every line at a site that lacks something. */
  @Transactional(readOnly = true)
  public List<Lacking> everywhere(long site) {
    return jdbc.sql(lacking("o.site_id = :site")).param("site", site).query(ROW).list();
  }

  /** Everything that some orders lack. */
  @Transactional(readOnly = true)
  public List<Lacking> of(Collection<Long> orders) {
    return orders.isEmpty()
        ? List.of()
        : jdbc.sql(lacking("o.id in (:orders)")).param("orders", orders).query(ROW).list();
  }

  /** The site of an order, and which items it asks for. */
  public record Asks(long siteId, long itemId) {}

  /** What an order asks for, whether it lacks it or not, and what a job makes. */
  @Transactional(readOnly = true)
  public List<Asks> asks(long order) {
    return jdbc.sql(
            "select distinct o.site_id, l.item_id from outbound_order o"
                + " join outbound_line l on l.order_id = o.id where o.id = :order"
                + " union select site_id, kit_id from outbound_order where id = :order"
                + " and kit_id <> 0")
        .param("order", order)
        .query((row, n) -> new Asks(row.getLong(1), row.getLong(2)))
        .list();
  }

  /** Which of some documents are jobs whose components are not all there: nobody can begin them. */
  @Transactional(readOnly = true)
  public Set<String> notReady(Collection<String> documents) {
    return documents.isEmpty()
        ? Set.of()
        : Set.copyOf(
            jdbc.sql(
                    "select number from outbound_order where number in (:documents)"
                        + " and kind = 'JOB' and state in ('ACCEPTED', 'SHORT')")
                .param("documents", documents)
                .query(String.class)
                .list());
  }

  /** Looks for stock again, unless someone is picking the order or it lacks nothing any more. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void allocate(long order, Actor actor) {
    Outbound.State state = progress.lock(order).state();
    if (state == Outbound.State.SHORT || state == Outbound.State.COVERED) {
      allocating.allocate(order, actor);
    }
  }

  /**
   * Notes on which day all that each of some orders lacks will have come; those for which that is
   * noted already are left in peace.
   *
   * @param days by order; empty if something of it is not on its way
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void cover(Map<Long, Optional<LocalDate>> days, Actor actor) {
    if (days.isEmpty()) {
      return;
    }
    Set<Long> noted = new HashSet<>();
    jdbc.sql("select id, covered_by from outbound_order where id in (:orders)")
        .param("orders", days.keySet())
        .query(
            row -> {
              Optional<LocalDate> day = Optional.ofNullable(row.getDate(2)).map(Date::toLocalDate);
              if (day.equals(days.get(row.getLong(1)))) {
                noted.add(row.getLong(1));
              }
            });
    days.forEach(
        (order, day) -> {
          if (!noted.contains(order)) {
            cover(order, day.orElse(null), actor);
          }
        });
  }

  private void cover(long order, @Nullable LocalDate day, Actor actor) {
    OutboundTable.Head head = progress.lock(order);
    if (head.state().ended() || Objects.equals(head.coveredBy(), day)) {
      return;
    }
    jdbc.sql("update outbound_order set covered_by = ? where id = ?")
        .params(day == null ? null : Date.valueOf(day), order)
        .update();
    progress.refresh(order);
    if (day == null) {
      table.event(order, actor, "NOT_COVERED", "");
    } else {
      table.event(order, actor, "COVERED", day.toString());
    }
  }
}
