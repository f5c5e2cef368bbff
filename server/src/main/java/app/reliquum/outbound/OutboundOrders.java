package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Policy;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.Asked;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.Coming;
import app.reliquum.stock.Reserving;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.lang.Contract;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Outbound orders as they stand: lists, one whole, what they earn. */
@Service
@Transactional(readOnly = true)
public class OutboundOrders implements Asked {

  private static final int MOST_DAYS = 366;

  private final OutboundTable table;
  private final OutboundRows rows;
  private final OutboundProgress progress;
  private final Reserving reserving;
  private final Places places;
  private final ObjectProvider<Coming> coming;
  private final Clock clock;
  private final RemovalRules rules;
  private final SiteDays days;

  OutboundOrders(
      OutboundTable table,
      OutboundRows rows,
      OutboundProgress progress,
      Reserving reserving,
      Places places,
      ObjectProvider<Coming> coming,
      Clock clock,
      RemovalRules rules,
      SiteDays days) {
    this.days = days;
    this.rules = rules;
    this.table = table;
    this.rows = rows;
    this.progress = progress;
    this.reserving = reserving;
    this.places = places;
    this.coming = coming;
    this.clock = clock;
  }

  /** A page of orders that leave from where someone may work. */
  public Page<OutboundViews.Row> page(
      OutboundViews.Filter filter, ListQuery<OutboundColumn> query, Actor actor) {
    return rows.page(filter, query, actor);
  }

  OutboundViews.Counts counts(Actor actor) {
    return rows.counts(actor);
  }

  @Override
  public List<AskedQuantity> asked(List<Long> items, long site) {
    return rows.asked(items, site);
  }

  /** The order with a number, if there is one. */
  public Optional<Long> withNumber(String number) {
    return table.withNumber(number.strip().toUpperCase(Locale.ROOT)).map(Head::id);
  }

  /** An order as the floor names it. */
  public record Named(
      long id, String number, String party, long site, Outbound.State state, long round) {}

  /** An order by its number in the books, whoever asks. */
  public Optional<Named> named(long id) {
    return table
        .find(id)
        .map(
            head ->
                new Named(
                    head.id(),
                    head.number(),
                    head.party(),
                    head.siteId(),
                    head.state(),
                    head.roundId()));
  }

  /** An order whole. */
  public OutboundViews.Card card(long id, Actor actor) {
    Head head = table.find(id).orElseThrow(() -> Problem.missing("order", id));
    places.requireSite(head.siteId(), actor);
    List<LineRow> lineRows = table.lines(id);
    List<Outbound.Line> figures = progress.lines(head);
    List<OutboundViews.Line> lines = lines(head, lineRows, figures);
    List<OutboundViews.Despatch> despatches = rows.despatches(id);
    BigDecimal value = BigDecimal.ZERO;
    for (LineRow row : lineRows) {
      if (row.price() != null) {
        value = value.add(row.asked().subtract(row.withdrawn()).multiply(row.price()));
      }
    }
    BigDecimal cost =
        despatches.stream()
            .flatMap(one -> one.goods().stream())
            .filter(one -> !one.reversed())
            .map(OutboundViews.Goods::cost)
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    return new OutboundViews.Card(
        head.id(),
        head.version(),
        head.number(),
        head.kind(),
        head.state(),
        head.siteId(),
        places.named(head.siteId()).name(),
        progress.flow(head),
        head.customerId() == 0 ? null : head.customerId(),
        head.party(),
        head.kitId() == 0 ? null : head.kit(),
        head.kitQuantity() == null ? null : new Quantity(head.kitQuantity()),
        head.reference(),
        head.needed(),
        head.state().ended() ? 0 : DueDay.daysLate(head.needed(), days.today(head.siteId())),
        head.note(),
        instant(head.created()),
        head.createdBy(),
        instant(head.allocated()),
        head.state() == Outbound.State.COVERED ? head.coveredBy() : null,
        instant(head.ended()),
        head.roundId() == 0 ? null : head.roundId(),
        head.picker(),
        head.tote(),
        OutboundRows.money(value),
        OutboundRows.money(cost),
        lines,
        reserving.goods(head.number()),
        rows.parcels(id),
        despatches,
        table.changes(id),
        progress.order(head, head.isAllocated(), figures).can().stream()
            .filter(action -> actor.may(needs(action)))
            .toList());
  }

  @Contract("null -> null; !null -> !null")
  private static @Nullable Instant instant(@Nullable LocalDateTime moment) {
    return moment == null ? null : moment.toInstant(ZoneOffset.UTC);
  }

  private static Permission needs(Outbound.Action action) {
    return switch (action) {
      case PICK_ALL, PACK_ALL, SHIP -> Permission.MOVE;
      case ALLOCATE, CHANGE, UNASSIGN_PICKER, REMOVE_RESERVATIONS, CLOSE -> Permission.POST;
    };
  }

  private List<OutboundViews.Line> lines(
      Head head, List<LineRow> lineRows, List<Outbound.Line> standing) {
    Map<Integer, Outbound.Line> figures =
        standing.stream().collect(Collectors.toMap(Outbound.Line::line, line -> line));
    List<Long> items = lineRows.stream().map(LineRow::itemId).distinct().toList();
    Map<Long, Quantity> available = rows.available(items, head.siteId());
    Map<Long, Quantity> onTheWay = new HashMap<>();
    coming.forEach(
        one ->
            one.coming(items, head.siteId())
                .forEach((item, more) -> onTheWay.merge(item, more, Quantity::plus)));
    Map<Long, Policy> policies = rules.policies(Set.copyOf(items), head.siteId());
    List<OutboundViews.Line> lines = new ArrayList<>();
    for (LineRow row : lineRows) {
      Outbound.Line line = Objects.requireNonNull(figures.get(row.lineNo()));
      lines.add(
          new OutboundViews.Line(
              row.lineNo(),
              row.itemId(),
              row.code(),
              row.name(),
              row.unit().symbol(),
              row.lotId(),
              row.lot(),
              row.serial(),
              row.minimumLife(),
              row.oneLot(),
              row.price(),
              row.pack(),
              new Quantity(row.packs()),
              line.asked(),
              line.withdrawn(),
              line.reserved(),
              line.picked(),
              line.packed(),
              line.shipped(),
              head.isAllocated() ? line.missing() : Quantity.ZERO,
              available.getOrDefault(row.itemId(), Quantity.ZERO),
              onTheWay.getOrDefault(row.itemId(), Quantity.ZERO),
              head.isAllocated()
                  && line.missing().isPositive()
                  && available.getOrDefault(row.itemId(), Quantity.ZERO).isPositive()
                  && row.ofOneLot(Objects.requireNonNull(policies.get(row.itemId()))),
              row.rule(),
              row.supplyFrom() == 0 ? null : row.supplyFrom()));
    }
    return lines;
  }

  /** What left for customers in the last days, by item, the best earning first. */
  List<OutboundViews.Earning> earnings(int days, Long site, Actor actor) {
    if (days < 1 || days > MOST_DAYS) {
      throw Problem.invalid("days", "Choose between 1 and {0} days.", MOST_DAYS);
    }
    return rows.earnings(clock.instant().minus(Duration.ofDays(days)), site, actor);
  }
}
