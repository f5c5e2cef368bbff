package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.catalog.Amounts;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.document.DueDay;
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
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.house.Letters;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.Coming;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Stock;
import app.reliquum.stock.UnitLoads;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Inbound orders: what is expected, and what has come of it. */
@Service
public class Orders implements Coming {

  private final OrderTable table;
  private final InboundRows rows;
  private final Suppliers suppliers;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Amounts amounts;
  private final Places places;
  private final Stock stock;
  private final UnitLoads loads;
  private final Letters letters;
  private final SiteDays days;

  Orders(
      OrderTable table,
      InboundRows rows,
      Suppliers suppliers,
      Catalog catalog,
      DocumentNumbers numbers,
      Amounts amounts,
      Places places,
      Stock stock,
      UnitLoads loads,
      Letters letters,
      SiteDays days) {
    this.days = days;
    this.table = table;
    this.rows = rows;
    this.suppliers = suppliers;
    this.catalog = catalog;
    this.numbers = numbers;
    this.amounts = amounts;
    this.places = places;
    this.stock = stock;
    this.loads = loads;
    this.letters = letters;
  }

  /** An order as far as someone who receives on it must know it. */
  public record Expected(
      long id,
      String number,
      InboundViews.Kind kind,
      Arrival.State state,
      long site,
      String supplier,
      String reason,
      List<ExpectedLine> lines) {}

  /** A line of it. */
  public record ExpectedLine(
      long item, String code, String name, String symbol, Arrival.OrderLine line) {}

  /** A page of orders that come to where someone may work. */
  @Transactional(readOnly = true)
  public Page<InboundViews.Row> page(
      InboundViews.Filter filter, ListQuery<InboundColumn> query, Actor actor) {
    return rows.page(filter, query, actor);
  }

  /** An order whole. */
  @Transactional(readOnly = true)
  public InboundViews.Card card(long id, Actor actor) {
    OrderTable.Head head = head(id);
    Places.Receiving site = places.receiving(head.siteId());
    actor.requireSite(head.siteId(), site.name());
    Optional<Suppliers.Card> supplier =
        head.supplierId() == 0
            ? Optional.empty()
            : Optional.of(suppliers.supplier(head.supplierId()));
    List<OrderTable.LineRow> rows = table.lines(id);
    List<InboundViews.Line> lines = rows.stream().map(Orders::line).toList();
    BigDecimal value = BigDecimal.ZERO;
    boolean priced = false;
    for (InboundViews.Line line : lines) {
      if (line.price() != null) {
        value = value.add(line.packs().amount().multiply(line.price()));
        priced = true;
      }
    }
    return new InboundViews.Card(
        head.id(),
        head.version(),
        head.number(),
        head.kind(),
        head.state(),
        supplier.map(Suppliers.Card::id).orElse(null),
        supplier.map(Suppliers.Card::code).orElse(null),
        supplier.map(Suppliers.Card::name).orElse(null),
        head.siteId(),
        site.name(),
        head.expected(),
        head.state().ended() ? 0 : DueDay.daysLate(head.expected(), today(head.siteId())),
        head.reason(),
        head.note(),
        head.created().toInstant(ZoneOffset.UTC),
        head.createdBy(),
        head.sent() == null ? null : head.sent().toInstant(ZoneOffset.UTC),
        priced ? value : null,
        lines,
        table.receipts(head.number()),
        table.changes(id),
        actor.may(Permission.POST)
            ? Arrival.can(
                head.kind() == InboundViews.Kind.PURCHASE,
                head.state(),
                rows.stream().map(OrderTable.LineRow::arrival).toList())
            : List.of());
  }

  private static InboundViews.Line line(OrderTable.LineRow row) {
    Arrival.OrderLine line = row.arrival();
    return new InboundViews.Line(
        row.lineNo(),
        row.origin(),
        row.itemId(),
        row.code(),
        row.name(),
        row.unit().symbol(),
        row.pack(),
        new Quantity(row.packs()),
        line.quantity(),
        line.received(),
        line.open(),
        row.price());
  }

  /** The order with a number, if there is one. */
  public Optional<Long> withNumber(String number) {
    return table.withNumber(number.toUpperCase(Locale.ROOT)).map(OrderTable.Head::id);
  }

  /** An order as someone receives on it. */
  public Optional<Expected> expected(long id) {
    return table
        .find(id)
        .map(
            head ->
                new Expected(
                    head.id(),
                    head.number(),
                    head.kind(),
                    head.state(),
                    head.siteId(),
                    head.supplierId() == 0 ? "" : suppliers.supplier(head.supplierId()).name(),
                    head.reason(),
                    table.lines(id).stream()
                        .map(
                            row ->
                                new ExpectedLine(
                                    row.itemId(),
                                    row.code(),
                                    row.name(),
                                    row.unit().symbol(),
                                    row.arrival()))
                        .toList()));
  }

  // Writing orders

  /** Writes an order down. */
  @Transactional
  public InboundViews.Card add(InboundViews.Entry entry, Actor actor) {
    String number = numbers.claim(DocumentKind.INBOUND_ORDER, "PO", entry.number());
    places.site(entry.site(), actor);
    long id =
        table.insert(
            number,
            InboundViews.Kind.PURCHASE,
            supplier(entry).id(),
            entry.site(),
            entry.expected(),
            "",
            note(entry),
            actor);
    writeLines(id, entry.lines());
    table.event(id, actor, "MADE", entry.lines().size() + " lines");
    return card(id, actor);
  }

  /** Changes an order of which nothing has come. */
  @Transactional
  public InboundViews.Card change(long id, InboundViews.Entry entry, Actor actor) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    places.site(head.siteId(), actor);
    places.site(entry.site(), actor);
    Problem.unlessCurrent(entry.version(), head.version());
    if (head.kind() != InboundViews.Kind.PURCHASE || head.state() != Arrival.State.EXPECTED) {
      throw Problem.refused(
          "has-arrived",
          "Goods have come on " + head.number() + ". Close it short, or order the rest anew.");
    }
    table.update(id, supplier(entry).id(), entry.site(), entry.expected(), note(entry));
    table.clearLines(id);
    writeLines(id, entry.lines());
    table.event(id, actor, "CHANGED", entry.lines().size() + " lines");
    return card(id, actor);
  }

  private static String note(InboundViews.Entry entry) {
    return entry.note() == null ? "" : entry.note().strip();
  }

  private Suppliers.Card supplier(InboundViews.Entry entry) {
    String code = entry.supplier().strip().toUpperCase(Locale.ROOT);
    return suppliers
        .withCode(code)
        .orElseThrow(
            () ->
                Problem.invalid("supplier", "There is no supplier " + code + ".")
                    .with("supplier", code));
  }

  private void writeLines(long order, List<InboundViews.LineEntry> lines) {
    int number = 1;
    for (InboundViews.LineEntry line : lines) {
      Amounts.Amount amount = amounts.read(line.item(), line.packs(), line.pack());
      table.addLine(
          order,
          number++,
          Arrival.Origin.ORDERED,
          amount.item().id(),
          amount.pack(),
          amount.packs(),
          amount.quantity(),
          Quantity.ZERO,
          line.price());
    }
  }

  /** Begins a receipt that nobody expected, or a customer's return. */
  @Transactional
  public InboundViews.Card begin(InboundViews.UnexpectedEntry entry, Actor actor) {
    if (entry.kind() == InboundViews.Kind.PURCHASE) {
      throw Problem.invalid("kind", "A purchase is ordered. Expected UNEXPECTED or RETURN.");
    }
    Places.SiteCard site = places.site(entry.site(), actor);
    String number =
        numbers.next(
            DocumentKind.INBOUND_ORDER, entry.kind() == InboundViews.Kind.RETURN ? "RT" : "UR");
    long id =
        table.insert(
            number,
            entry.kind(),
            0,
            site.id(),
            today(site.id()),
            entry.reason().strip(),
            "",
            actor);
    table.event(id, actor, "MADE", entry.reason().strip());
    return card(id, actor);
  }

  /** Sends an order to its supplier by mail. */
  @Transactional
  public InboundViews.Card send(long id, Actor actor) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    InboundViews.Card card = card(id, actor);
    if (head.kind() != InboundViews.Kind.PURCHASE || head.state() == Arrival.State.CLOSED) {
      throw Problem.refused("not-open", head.number() + " is no open purchase order.");
    }
    Suppliers.Card supplier = suppliers.supplier(head.supplierId());
    if (supplier.email().isEmpty()) {
      throw Problem.refused(
          "no-address", supplier.name() + " has no mail address. Enter one under Suppliers.");
    }
    letters.write(
        supplier.email(),
        "Order " + head.number(),
        OrderLetter.text(card, supplier),
        head.number(),
        head.siteId());
    table.sent(id);
    table.event(id, actor, "SENT", supplier.email());
    return card(id, actor);
  }

  /** Closes an order: nothing more is expected. If something is open, say why. */
  @Transactional
  public InboundViews.Card close(long id, String reason, Actor actor) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    places.site(head.siteId(), actor);
    if (head.state() == Arrival.State.CLOSED) {
      throw Problem.conflict("closed", head.number() + " is closed already.");
    }
    boolean open = table.lines(id).stream().anyMatch(line -> line.arrival().open().isPositive());
    String why = reason == null ? "" : reason.strip();
    if (open && why.isEmpty()) {
      throw Problem.invalid("reason", "Something is still open. Say why it will not come.");
    }
    table.state(id, Arrival.State.CLOSED, false);
    table.event(id, actor, open ? "CLOSED_SHORT" : "CLOSED", why);
    return card(id, actor);
  }

  // Receiving

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
      String lot,
      LotDates dates,
      List<String> serials,
      Quantity quantity,
      long place,
      Condition condition,
      String load,
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
      throw Problem.refused("closed", head.number() + " is closed. Receive on another order.");
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
    Received received = post(command, head, goods, item, site, firstLine, paid(rows, spread));
    List<Arrival.OrderLine> after =
        table.lines(id).stream().map(OrderTable.LineRow::arrival).toList();
    table.state(id, Arrival.state(after), true);
    return received;
  }

  /** What one of the goods was bought for; nothing if no price was agreed for any of them. */
  private static Optional<UnitCost> paid(List<OrderTable.LineRow> rows, Arrival.Spread spread) {
    BigDecimal value = BigDecimal.ZERO;
    Quantity priced = Quantity.ZERO;
    for (Arrival.Part part : spread.parts()) {
      OrderTable.LineRow row =
          rows.stream().filter(one -> one.lineNo() == part.line()).findFirst().orElseThrow();
      if (row.price() != null && row.packs().signum() > 0) {
        BigDecimal factor = row.quantity().divide(row.packs(), MathContext.DECIMAL64);
        UnitCost cost = UnitCost.ofPack(row.price(), new Quantity(factor));
        value = value.add(cost.amount().multiply(part.quantity().amount()));
        priced = priced.plus(part.quantity());
      }
    }
    return priced.isZero()
        ? Optional.empty()
        : Optional.of(new UnitCost(value.divide(priced.amount(), MathContext.DECIMAL64)));
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
              item.name() + " is not on " + head.number() + ". Add it knowingly, or leave it.")
          .with("item", item.code());
    }
    Quantity most = Arrival.most(lines, site.overPercent(), item.decimals());
    if (ordered && goods.quantity().compareTo(most) > 0) {
      throw Problem.refused(
              "too-much",
              head.number()
                  + " lets "
                  + most
                  + " more of "
                  + item.name()
                  + " come in, not "
                  + goods.quantity()
                  + ".")
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
    table.addLine(id, next, origin, item.id(), "", beyond, beyond, beyond, null);
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
            : catalog.obtainLot(item.id(), goods.lot(), goods.dates(), today(head.siteId())).id();
    List<Line> lines = new ArrayList<>();
    if (goods.serials().isEmpty()) {
      lines.add(new Line(new Goods(item.id(), lot, 0), outside, inside, goods.quantity()));
    }
    for (String serial : new HashSet<>(goods.serials())) {
      long piece = catalog.obtainSerial(item.id(), serial, lot, null).id();
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
  void takenBack(PostingReversed back) {
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

  @Override
  public Map<Long, Quantity> coming(List<Long> items, long site) {
    return table.coming(items, site);
  }

  /** The day at a site. */
  public LocalDate today(long site) {
    return days.today(site);
  }

  private OrderTable.Head head(long id) {
    return table.find(id).orElseThrow(() -> Problem.missing("order", id));
  }
}
