package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Outbound;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Policy;
import app.reliquum.core.removal.Removal;
import app.reliquum.documents.DocumentKind;
import app.reliquum.outbound.OutboundTable.Head;
import app.reliquum.outbound.OutboundTable.LineRow;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RemovalPreview;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.Reserving;
import app.reliquum.stock.ReservingDocuments;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Looks for the stock of orders by the removal rules, and reserves it. */
@Service
public class Allocating implements ReservingDocuments {

  private final OutboundTable table;
  private final OutboundProgress progress;
  private final Reserving reserving;
  private final RemovalRules rules;
  private final RemovalPreview preview;
  private final Places places;
  private final Commands commands;
  private final SiteDays days;
  private final LineSupply supply;

  Allocating(
      OutboundTable table,
      OutboundProgress progress,
      Reserving reserving,
      RemovalRules rules,
      RemovalPreview preview,
      Places places,
      Commands commands,
      SiteDays days,
      LineSupply supply) {
    this.supply = supply;
    this.days = days;
    this.table = table;
    this.progress = progress;
    this.reserving = reserving;
    this.rules = rules;
    this.preview = preview;
    this.places = places;
    this.commands = commands;
  }

  /**
   * The orders of a site for which stock can be looked for, those needed first before the others.
   */
  @Transactional(readOnly = true)
  public List<Long> waiting(long site, LocalDate until, Actor actor) {
    places.requireSite(site, actor);
    return table.toAllocate(site, until);
  }

  /**
   * Looks for the stock of several orders, each by itself: those that are found stay found if
   * another one fails. Asked again it goes on where it was.
   */
  public OutboundViews.Allocated allocate(OutboundViews.AllocationEntry entry, Actor actor) {
    places.requireSite(entry.site(), actor);
    List<Long> orders =
        entry.orders().isEmpty() ? table.toAllocate(entry.site(), entry.until()) : entry.orders();
    int lines = 0;
    int shortLines = 0;
    List<String> shortOrders = new ArrayList<>();
    for (long order : orders) {
      Found found = commands.patiently(() -> allocate(order, actor));
      lines += found.lines();
      shortLines += found.shortLines();
      if (found.shortLines() > 0) {
        shortOrders.add(found.number());
      }
    }
    return new OutboundViews.Allocated(orders.size(), lines, shortLines, shortOrders);
  }

  /** What was found for an order. */
  record Found(String number, int lines, int shortLines) {}

  /** Looks for what an order still lacks. */
  @Transactional(propagation = Propagation.MANDATORY)
  Found allocate(long id, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    List<String> missing = new ArrayList<>();
    Sought sought = seek(head, line -> true, Set.of(), missing);
    if (!head.isAllocated()) {
      table.allocated(id, true);
    }
    if (sought.lacking() > 0) {
      table.event(id, actor, missing.isEmpty() ? "ALLOCATED" : "SHORT", String.join(", ", missing));
    }
    progress.allocated(head, sought.lines());
    return new Found(head.number(), sought.lacking(), missing.size());
  }

  /** Which lines are meant. */
  interface Which {
    boolean meant(int line);
  }

  /**
   * Reserves what some lines of an order still lack.
   *
   * @param not positions that are left alone
   * @param missing is told what was not found
   */
  List<Removal.Plan> reserve(Head head, Which which, Set<PositionKey> not, List<String> missing) {
    return seek(head, which, not, missing).plans();
  }

  /**
   * What looking for stock has come to.
   *
   * @param lacking how many lines lacked something
   * @param lines every line of the order as it is then
   */
  private record Sought(int lacking, List<Removal.Plan> plans, List<Outbound.Line> lines) {}

  private Sought seek(Head head, Which which, Set<PositionKey> not, List<String> missing) {
    List<LineRow> all = table.lines(head.id());
    List<Reserving.Kept> kept = reserving.of(head.number());
    Map<Integer, LineRow> rows =
        all.stream().collect(Collectors.toMap(LineRow::lineNo, row -> row));
    List<Outbound.Line> lines = progress.lines(head, all, kept);
    List<Outbound.Line> lacking =
        lines.stream()
            .filter(line -> line.missing().isPositive() && which.meant(line.line()))
            .toList();
    Map<Long, Policy> policies =
        rules.policies(
            lacking.stream()
                .map(line -> Objects.requireNonNull(rows.get(line.line())).itemId())
                .collect(Collectors.toSet()),
            head.siteId());
    Map<Integer, Long> lots = lotsOf(kept);
    LocalDate needed = needed(head);
    Map<Integer, Quantity> most = mayReserve(head, lacking, rows);
    List<Outbound.Line> seeking =
        lacking.stream()
            .filter(line -> most.getOrDefault(line.line(), line.missing()).isPositive())
            .toList();
    List<Reserving.Ask> asks = new ArrayList<>();
    for (Outbound.Line line : seeking) {
      LineRow row = Objects.requireNonNull(rows.get(line.line()));
      Policy policy = Objects.requireNonNull(policies.get(row.itemId()));
      Removal.Wanted wanted =
          wanted(needed, row, most.getOrDefault(line.line(), line.missing()), policy);
      boolean bound = row.ofOneLot(policy) && row.lotId() == 0 && lots.containsKey(row.lineNo());
      asks.add(
          new Reserving.Ask(
              row.lineNo(),
              row.itemId(),
              // What is reserved already has settled which lot it is.
              bound ? wanted.ofGoods(Objects.requireNonNull(lots.get(row.lineNo())), 0) : wanted,
              policy,
              not));
    }
    List<Removal.Plan> plans = reserving.reserve(head.number(), head.siteId(), asks);
    Map<Integer, Quantity> found = new HashMap<>();
    Set<Integer> ofOneLot = new HashSet<>();
    for (int i = 0; i < plans.size(); i++) {
      int line = seeking.get(i).line();
      for (Removal.Choice choice : plans.get(i).taken()) {
        found.merge(line, choice.taken(), Quantity::plus);
      }
      if (plans.get(i).split() != null) {
        ofOneLot.add(line);
      }
    }
    for (Outbound.Line line : lacking) {
      Quantity left = line.missing().minus(found.getOrDefault(line.line(), Quantity.ZERO));
      if (left.isPositive()) {
        LineRow row = Objects.requireNonNull(rows.get(line.line()));
        missing.add(
            left + " × " + row.code() + (ofOneLot.contains(line.line()) ? " of one lot" : ""));
      }
    }
    return new Sought(
        lacking.size(),
        plans,
        lines.stream()
            .map(line -> line.reserving(found.getOrDefault(line.line(), Quantity.ZERO)))
            .toList());
  }

  /** How much lines may have that are not met from stock. */
  private Map<Integer, Quantity> mayReserve(
      Head head, List<Outbound.Line> lacking, Map<Integer, LineRow> rows) {
    return supply.mayReserve(
        head.number(),
        head.siteId(),
        lacking.stream()
            .map(
                line -> {
                  LineRow row = Objects.requireNonNull(rows.get(line.line()));
                  return new LineSupply.Line(
                      line.line(),
                      row.itemId(),
                      row.rule(),
                      line.missing(),
                      line.asked().minus(line.withdrawn()).minus(line.missing()));
                })
            .toList());
  }

  /** What a line wants, so much of it, good on the day on which it is needed. */
  Removal.Wanted wanted(LocalDate needed, LineRow row, Quantity quantity, Policy policy) {
    return preview.inPacks(
        Removal.Wanted.of(quantity, needed)
            .ofGoods(row.lotId(), row.serialId())
            .asking(row.minimumLife(), row.lots()),
        row.itemId(),
        policy);
  }

  /** The lot that lines are bound to by what is kept for them. */
  private static Map<Integer, Long> lotsOf(List<Reserving.Kept> kept) {
    Map<Integer, Long> lots = new HashMap<>();
    for (Reserving.Kept one : kept) {
      lots.put(one.reservation().line(), one.reservation().key().lot());
    }
    return lots;
  }

  /** The day on which goods of an order must be good: when it is needed, and today at the least. */
  LocalDate needed(Head head) {
    return DueDay.notBefore(days.today(head.siteId()), head.needed());
  }

  /** Lets a line be of several lots after all, and looks for what it lacks. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void split(long id, int line, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    table.anyLots(id, line);
    table.event(id, actor, "ANY_LOTS", "line " + line);
    allocate(id, actor);
  }

  /** Frees what is reserved for an order and not picked. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void release(long id, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    requireNobodyPicks(head);
    reserving.release(head.number(), one -> !one.picked());
    table.allocated(id, false);
    table.event(id, actor, "RESERVATION_REMOVED", "");
    progress.refresh(id);
  }

  /** Frees one reservation, or some of it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Reservation free(long id, long reservation, @Nullable Quantity part, Actor actor) {
    Head head = progress.lockOpen(id, actor);
    requireNobodyPicks(head);
    Reservation freed = reserving.free(head.number(), reservation, part);
    table.event(id, actor, "RESERVATION_REMOVED", freed.quantity() + " of line " + freed.line());
    progress.refresh(id);
    return freed;
  }

  @Override
  public DocumentKind kind() {
    return DocumentKind.OUTBOUND_ORDER;
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public Reservation free(
      Command command, String document, long reservation, @Nullable Quantity part) {
    return free(table.withNumber(document).orElseThrow().id(), reservation, part, command.actor());
  }

  private static void requireNobodyPicks(Head head) {
    if (head.roundId() != 0) {
      throw Problem.refused(
              "under-way", "{0} is on the way to pick {1}.", head.picker(), head.number())
          .with("picker", head.picker());
    }
  }
}
