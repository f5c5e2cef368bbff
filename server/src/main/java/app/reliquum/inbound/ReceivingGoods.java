package app.reliquum.inbound;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Sscc;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import app.reliquum.stock.UnitLoads;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Goods that come in: against an inbound order or without one, and what is taken back of them. */
@Service
public class ReceivingGoods {

  private final OrderTable table;
  private final Catalog catalog;
  private final Places places;
  private final Stock stock;
  private final UnitLoads loads;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;
  private final InboundOrders orders;

  ReceivingGoods(
      OrderTable table,
      Catalog catalog,
      Places places,
      Stock stock,
      UnitLoads loads,
      SiteDays days,
      LotsAndSerials lotsAndSerials,
      InboundOrders orders) {
    this.orders = orders;
    this.table = table;
    this.catalog = catalog;
    this.places = places;
    this.stock = stock;
    this.loads = loads;
    this.days = days;
    this.lotsAndSerials = lotsAndSerials;
  }

  /**
   * Goods that come in on an order.
   *
   * @param lot the lot's number, null where the item keeps none
   * @param dates what is said of the lot's days
   * @param serials the pieces' numbers, empty where they have none
   * @param load the number of the pallet that they come on, null for none
   * @param knowingly whether they may come although nobody ordered them
   */
  public record Arriving(
      long item,
      @Nullable String lot,
      LotDates dates,
      List<String> serials,
      Quantity quantity,
      long place,
      Condition condition,
      @Nullable String load,
      boolean knowingly) {}

  /** What was posted, and where. */
  public record Received(long posting, long unitLoad, Condition condition) {}

  /**
   * Receives goods: on hand and the order change together.
   *
   * @throws Problem if the order is closed, expects less, or the ledger refuses the goods
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Received receive(Command command, long id, Arriving goods) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    if (head.state() == Arrival.State.CLOSED) {
      throw Problem.refused("closed", "{0} is closed. Receive on another order.", head.number());
    }
    Catalog.Measured item = catalog.measured(Set.of(goods.item())).get(0);
    List<Arrival.OrderLine> all =
        table.lines(id).stream().map(OrderTable.LineRow::arrival).toList();
    List<OrderTable.LineRow> rows =
        table.lines(id).stream().filter(row -> row.itemId() == goods.item()).toList();
    List<Arrival.OrderLine> lines = rows.stream().map(OrderTable.LineRow::arrival).toList();
    Places.Receiving site = places.receiving(head.siteId());
    boolean ordered = lines.stream().anyMatch(one -> one.origin() == Arrival.Origin.ORDERED);
    if (head.kind() == InboundViews.Kind.PURCHASE) {
      check(head, item, goods, lines, ordered, site);
    }
    Arrival.Spread spread = Arrival.spread(lines, goods.quantity());
    int firstLine = 0;
    for (Arrival.Part part : spread.parts()) {
      table.received(id, part.line(), part.quantity());
      firstLine = firstLine == 0 ? part.line() : firstLine;
    }
    if (spread.beyond().isPositive()) {
      int line = extraLine(id, all, lines, item, ordered, spread.beyond());
      firstLine = firstLine == 0 ? line : firstLine;
    }
    Received received =
        post(command, head, goods, item, site, firstLine, spread.paid(agreed(rows)));
    List<Arrival.OrderLine> after =
        table.lines(id).stream().map(OrderTable.LineRow::arrival).toList();
    table.state(id, Arrival.state(after), true);
    return received;
  }

  private static Map<Integer, UnitCost> agreed(List<OrderTable.LineRow> rows) {
    Map<Integer, UnitCost> agreed = new HashMap<>();
    for (OrderTable.LineRow row : rows) {
      if (row.price() != null && row.packs().signum() > 0) {
        BigDecimal factor = row.quantity().divide(row.packs(), MathContext.DECIMAL64);
        agreed.put(row.lineNo(), UnitCost.ofPack(row.price(), new Quantity(factor)));
      }
    }
    return agreed;
  }

  private static void check(
      OrderTable.Head head,
      Catalog.Measured item,
      Arriving goods,
      List<Arrival.OrderLine> lines,
      boolean ordered,
      Places.Receiving site) {
    if (!ordered && !goods.knowingly()) {
      throw Problem.refused(
              "not-on-order",
              "{0} is not on {1}. Add it knowingly, or leave it.",
              item.name(),
              head.number())
          .with("item", item.code());
    }
    Quantity most = Arrival.most(lines, site.overPercent(), item.decimals());
    if (ordered && goods.quantity().compareTo(most) > 0) {
      throw Problem.refused(
              "too-much",
              "{0} lets {1} more of {2} come in, not {3}.",
              head.number(),
              most,
              item.name(),
              goods.quantity())
          .with("asked", goods.quantity())
          .with("most", most);
    }
  }

  /** What is beyond the order is kept on a line of its own. */
  private int extraLine(
      long id,
      List<Arrival.OrderLine> all,
      List<Arrival.OrderLine> lines,
      Catalog.Measured item,
      boolean ordered,
      Quantity beyond) {
    Arrival.Origin origin = ordered ? Arrival.Origin.OVER : Arrival.Origin.ADDED;
    Optional<Arrival.OrderLine> known =
        lines.stream().filter(line -> line.origin() == origin).findFirst();
    if (known.isPresent()) {
      table.received(id, known.get().line(), beyond);
      return known.get().line();
    }
    int next = 1 + all.stream().mapToInt(Arrival.OrderLine::line).max().orElse(0);
    table.addLine(id, next, origin, item.id(), "", beyond, beyond, beyond, null, null);
    return next;
  }

  private Received post(
      Command command,
      OrderTable.Head head,
      Arriving goods,
      Catalog.Measured item,
      Places.Receiving site,
      int line,
      Optional<UnitCost> paid) {
    boolean back = head.kind() == InboundViews.Kind.RETURN;
    long from = places.contra(back ? PlaceKind.CUSTOMER : PlaceKind.SUPPLIER);
    long load = goods.load() == null ? 0 : loads.obtain(new Sscc(goods.load()));
    // Where goods are checked first, they are held until someone has.
    boolean held = site.flow() == InboundFlow.DOCK_CHECK && goods.condition() == Condition.GOOD;
    Condition condition = held ? Condition.ON_HOLD : goods.condition();
    Spot outside = new Spot(from, 0, condition);
    Spot inside = new Spot(goods.place(), load, condition);
    long lot =
        goods.lot() == null
            ? 0
            : lotsAndSerials
                .obtainLot(item.id(), goods.lot(), goods.dates(), orders.today(head.siteId()))
                .id();
    List<Line> lines = new ArrayList<>();
    if (goods.serials().isEmpty()) {
      lines.add(new Line(new Goods(item.id(), lot, 0), outside, inside, goods.quantity()));
    }
    for (String serial : new HashSet<>(goods.serials())) {
      long piece = lotsAndSerials.obtainSerial(item.id(), serial, lot, null).id();
      lines.add(new Line(new Goods(item.id(), lot, piece), outside, inside, Quantity.ONE));
    }
    lines.sort(Comparator.comparing(Line::put));
    Stock.Posted posted =
        stock.post(
            command,
            new NewPosting(
                    back ? PostingKind.RETURN : PostingKind.RECEIPT,
                    null,
                    head.number(),
                    line,
                    head.reason().isEmpty() ? null : head.reason(),
                    lines)
                .paid(paid(paid, lines.size())));
    return new Received(posted.posting(), load, condition);
  }

  private static Map<Integer, UnitCost> paid(Optional<UnitCost> each, int lines) {
    Map<Integer, UnitCost> paid = new TreeMap<>();
    each.ifPresent(cost -> IntStream.range(0, lines).forEach(line -> paid.put(line, cost)));
    return paid;
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (reversal.document() != null) {
      table.withNumber(reversal.document()).ifPresent(order -> table.lock(order.id()));
    }
  }

  /** What is taken back has not come: the order expects it again. */
  @EventListener
  void reversed(PostingReversed back) {
    boolean receipt = back.kind() == PostingKind.RECEIPT || back.kind() == PostingKind.RETURN;
    Optional<OrderTable.Head> known =
        receipt && back.document() != null ? table.withNumber(back.document()) : Optional.empty();
    if (known.isEmpty()) {
      return;
    }
    long id = table.lock(known.get().id()).orElseThrow().id();
    Map<Long, Quantity> sums = new TreeMap<>();
    back.lines().forEach(line -> sums.merge(line.goods().item(), line.quantity(), Quantity::plus));
    sums.forEach((item, quantity) -> expectAgain(id, item, quantity));
    if (known.get().state() != Arrival.State.CLOSED) {
      table.state(
          id,
          Arrival.state(table.lines(id).stream().map(OrderTable.LineRow::arrival).toList()),
          false);
    }
  }

  /** What came beyond the order is taken off first, then the last lines. */
  private void expectAgain(long id, long item, Quantity quantity) {
    Quantity rest = quantity;
    List<Arrival.OrderLine> lines =
        table.lines(id).stream()
            .filter(row -> row.itemId() == item)
            .map(OrderTable.LineRow::arrival)
            .sorted(
                Comparator.comparing(
                        (Arrival.OrderLine line) -> line.origin() == Arrival.Origin.ORDERED)
                    .thenComparing(Arrival.OrderLine::line, Comparator.reverseOrder()))
            .toList();
    for (Arrival.OrderLine line : lines) {
      Quantity part = rest.min(line.received());
      if (part.isPositive()) {
        table.received(id, line.line(), part.negated());
        rest = rest.minus(part);
      }
    }
    table.dropEmptyExtras(id);
  }
}
