package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Demand;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.Asked;
import app.reliquum.stock.AskedQuantity;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.stock.LateDocument;
import app.reliquum.stock.ReservedGoods;
import app.reliquum.stock.Reserving;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.transfers.TransferTable.LineRow;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Transfers as they stand: lists, one whole, what is on the road between which sites. */
@Service
@Transactional(readOnly = true)
public class Transfers implements Coming, Asked {

  private static final int USAGE_DAYS = 90;

  /** A receiver that has enough for so long needs no more. */
  private static final int PLENTY_DAYS = 90;

  private final TransferTable table;
  private final TransferRows rows;
  private final Catalog catalog;
  private final Reserving reserving;
  private final Places places;
  private final Clock clock;
  private final SiteDays days;

  Transfers(
      TransferTable table,
      TransferRows rows,
      Catalog catalog,
      Reserving reserving,
      Places places,
      Clock clock,
      SiteDays days) {
    this.days = days;
    this.table = table;
    this.rows = rows;
    this.catalog = catalog;
    this.reserving = reserving;
    this.places = places;
    this.clock = clock;
  }

  /** A page of transfers that start or end where someone may work. */
  public Page<TransferViews.Row> page(
      TransferViews.Filter filter, ListQuery<TransferColumn> query, Actor actor) {
    return rows.page(filter, query, actor);
  }

  TransferViews.Counts counts(Actor actor) {
    return rows.counts(actor);
  }

  /** Every site: goods may be sent where the sender does not work. */
  List<TransferViews.Destination> destinations() {
    return places.allNamed().stream()
        .map(site -> new TransferViews.Destination(site.id(), site.code(), site.name()))
        .toList();
  }

  /** What is on the road, route by route. */
  public List<TransferViews.Route> routes(Actor actor) {
    return rows.routes(actor);
  }

  /** The transfer with a number, if there is one. */
  public Optional<Long> withNumber(String number) {
    return table.withNumber(number.toUpperCase(Locale.ROOT)).map(Head::id);
  }

  /** A transfer whole. */
  public TransferViews.Card card(long id, Actor actor) {
    Head head = table.find(id).orElseThrow(() -> Problem.missing("transfer", id));
    if (!actor.worksAt(head.fromSiteId()) && !actor.worksAt(head.toSiteId())) {
      throw Problem.forbidden("You work at neither end of {0}.", head.number());
    }
    List<ReservedGoods> kept = reserving.goods(head.number());
    List<TransferViews.Goods> goods = rows.goods(id);
    List<TransferViews.Line> lines = new ArrayList<>();
    List<LineRow> lineRows = table.lines(id);
    List<Demand> demands = new ArrayList<>();
    for (LineRow row : lineRows) {
      Demand demand = demand(row, kept);
      demands.add(demand);
      lines.add(line(row, demand, goods, head.isReleased()));
    }
    BigDecimal value = BigDecimal.ZERO;
    for (TransferViews.Goods one : goods) {
      value = value.add(one.inTransit().amount().multiply(one.unitCost()));
    }
    return new TransferViews.Card(
        head.id(),
        head.version(),
        head.number(),
        head.planned(),
        head.direct(),
        head.state(),
        head.fromSiteId(),
        head.fromSiteId() == 0 ? head.sender() : places.named(head.fromSiteId()).name(),
        head.toSiteId(),
        places.named(head.toSiteId()).name(),
        head.wanted(),
        head.dispatch(),
        head.state().ended() ? 0 : DueDay.daysLate(head.wanted(), days.today(head.toSiteId())),
        head.note(),
        head.created().toInstant(ZoneOffset.UTC),
        head.createdBy(),
        head.released() == null ? null : head.released().toInstant(ZoneOffset.UTC),
        head.closed() == null ? null : head.closed().toInstant(ZoneOffset.UTC),
        head.handedIn() == null ? null : head.handedIn().toInstant(ZoneOffset.UTC),
        head.handedInBy(),
        TransferRows.money(value),
        lines,
        kept,
        rows.shipments(id),
        goods,
        table.changes(id),
        Transfer.can(
                head.planned(),
                head.isReleased(),
                lineRows.stream().map(LineRow::line).toList(),
                demands)
            .stream()
            .filter(action -> actor.may(needs(action)) && isAt(action.end(), head, actor))
            .toList());
  }

  private static Permission needs(Transfer.Action action) {
    return switch (action) {
      case PICK_ALL, SHIP, RECEIVE_ALL -> Permission.MOVE;
      case MAKE_READY, CLOSE_AS_LOST, RESERVE_REST, CHANGE, BACK_TO_PLANNED, CLOSE ->
          Permission.POST;
    };
  }

  /** For a sender outside the house its receiver acts. */
  private static boolean isAt(Transfer.End end, Head head, Actor actor) {
    return switch (end) {
      case SENDER -> actor.worksAt(head.fromSiteId() == 0 ? head.toSiteId() : head.fromSiteId());
      case RECEIVER -> actor.worksAt(head.toSiteId());
      case EITHER -> true;
    };
  }

  private static Demand demand(LineRow row, List<ReservedGoods> kept) {
    return row.line()
        .demand(
            sum(kept, one -> one.line() == row.lineNo() && !one.picked()),
            sum(kept, one -> one.line() == row.lineNo() && one.picked()));
  }

  private static TransferViews.Line line(
      LineRow row, Demand demand, List<TransferViews.Goods> goods, boolean released) {
    Transfer.Line line = row.line();
    Quantity missing = Quantity.ZERO;
    for (TransferViews.Goods one : goods) {
      boolean begun =
          goods.stream()
              .filter(other -> other.shipment() == one.shipment())
              .anyMatch(other -> other.arrived().isPositive() || other.lost().isPositive());
      if (one.line() == row.lineNo() && begun) {
        missing = missing.plus(one.inTransit());
      }
    }
    return new TransferViews.Line(
        row.lineNo(),
        row.itemId(),
        row.code(),
        row.name(),
        row.unit().symbol(),
        row.lotId(),
        row.lot(),
        row.serial(),
        row.pack(),
        new Quantity(row.packs()),
        line.asked(),
        line.withdrawn(),
        demand.reserved(),
        demand.picked(),
        line.sent(),
        line.arrived(),
        line.lost(),
        line.inTransit(),
        line.toSend(),
        released ? demand.missing() : Quantity.ZERO,
        missing);
  }

  private static Quantity sum(List<ReservedGoods> kept, Predicate<ReservedGoods> which) {
    return kept.stream()
        .filter(which)
        .map(ReservedGoods::quantity)
        .reduce(Quantity.ZERO, Quantity::plus);
  }

  /** A transfer as far as the floor must know it, whoever asks. */
  public record Facts(
      long id,
      String number,
      boolean planned,
      boolean direct,
      Transfer.State state,
      long fromSite,
      String from,
      long toSite,
      String to,
      long inTransit,
      List<ReservedGoods> kept,
      List<TransferViews.Line> lines,
      List<TransferViews.Goods> goods) {}

  /** A transfer as the floor must know it. */
  public Optional<Facts> facts(long id) {
    return table
        .find(id)
        .map(
            head -> {
              List<ReservedGoods> kept = reserving.goods(head.number());
              List<TransferViews.Goods> goods = rows.goods(id);
              return new Facts(
                  head.id(),
                  head.number(),
                  head.planned(),
                  head.direct(),
                  head.state(),
                  head.fromSiteId(),
                  head.fromSiteId() == 0 ? head.sender() : places.named(head.fromSiteId()).name(),
                  head.toSiteId(),
                  places.named(head.toSiteId()).name(),
                  head.roadPlaceId(),
                  kept,
                  table.lines(id).stream()
                      .map(row -> line(row, demand(row, kept), goods, head.isReleased()))
                      .toList(),
                  goods);
            });
  }

  @Override
  @Transactional(readOnly = true)
  public List<DatedQuantity> due(List<Long> items, long site) {
    return rows.due(items, site);
  }

  @Override
  @Transactional(readOnly = true)
  public List<LateDocument> due(long site, LocalDate from, LocalDate before) {
    return rows.due(site, from, before);
  }

  @Override
  @Transactional(readOnly = true)
  public List<AskedQuantity> asked(List<Long> items, long site) {
    return rows.asked(items, site);
  }

  @Override
  public Map<Long, Quantity> coming(List<Long> items, long site) {
    return rows.coming(items, site);
  }

  @Override
  @Transactional(readOnly = true)
  public Set<Long> itemsComing(long site) {
    return rows.itemsComing(site);
  }

  /** What there is to know of items before they are asked for. */
  List<TransferViews.Advice> advice(long from, long to, List<String> codes, Actor actor) {
    places.requireSite(from, actor);
    Instant since = clock.instant().minus(Duration.ofDays(USAGE_DAYS));
    List<TransferViews.Advice> advice = new ArrayList<>();
    for (String code : codes) {
      catalog
          .withCode(code.strip().toUpperCase(Locale.ROOT))
          .ifPresent(item -> advice.add(advice(item, from, to, since)));
    }
    advice.sort(Comparator.comparing(TransferViews.Advice::item));
    return advice;
  }

  private TransferViews.Advice advice(Catalog.Measured item, long from, long to, Instant since) {
    Quantity held = rows.held(item.id(), to).onHand();
    Quantity coming = coming(List.of(item.id()), to).getOrDefault(item.id(), Quantity.ZERO);
    Quantity used = rows.used(item.id(), to, since);
    Quantity all = held.plus(coming);
    Integer days =
        used.isPositive()
            ? all.amount()
                .multiply(BigDecimal.valueOf(USAGE_DAYS))
                .divide(used.amount(), 0, RoundingMode.DOWN)
                .min(BigDecimal.valueOf(Integer.MAX_VALUE))
                .intValue()
            : null;
    boolean plenty = days == null ? all.isPositive() : days >= PLENTY_DAYS;
    return new TransferViews.Advice(
        item.code(),
        item.name(),
        item.unit().symbol(),
        rows.held(item.id(), from).available(),
        held,
        coming,
        used,
        days,
        plenty);
  }
}
