package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.catalog.Amounts;
import app.reliquum.core.document.DueDay;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.purchasing.OrderTotals;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.house.House;
import app.reliquum.house.Letters;
import app.reliquum.house.Taxes;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.Coming;
import app.reliquum.stock.DatedQuantity;
import app.reliquum.stock.LateDocument;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Inbound orders: what is expected, and what has come of it. */
@Service
public class InboundOrders implements Coming {

  private final OrderTable table;
  private final InboundRows rows;
  private final Suppliers suppliers;
  private final DocumentNumbers numbers;
  private final Amounts amounts;
  private final Places places;
  private final Letters letters;
  private final SiteDays days;
  private final SupplierItems sold;
  private final House house;
  private final Taxes taxes;
  private final OrderPapers papers;

  InboundOrders(
      OrderTable table,
      InboundRows rows,
      Suppliers suppliers,
      DocumentNumbers numbers,
      Amounts amounts,
      Places places,
      Letters letters,
      SiteDays days,
      SupplierItems sold,
      House house,
      Taxes taxes,
      OrderPapers papers) {
    this.papers = papers;
    this.sold = sold;
    this.house = house;
    this.taxes = taxes;
    this.days = days;
    this.table = table;
    this.rows = rows;
    this.suppliers = suppliers;
    this.numbers = numbers;
    this.amounts = amounts;
    this.places = places;
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
    House.Card buyer = house.card();
    List<InboundViews.Line> lines =
        rows.stream().map(row -> line(row, buyer.currencyDigits())).toList();
    boolean priced = rows.stream().anyMatch(row -> row.price() != null);
    InboundViews.Totals totals = totals(rows, buyer);
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
        head.answer().isEmpty() ? null : InboundViews.Answer.valueOf(head.answer()),
        head.answered() == null ? null : head.answered().toInstant(ZoneOffset.UTC),
        priced ? totals.net() : null,
        head.kind() == InboundViews.Kind.PURCHASE ? totals : null,
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

  private static InboundViews.Totals totals(List<OrderTable.LineRow> rows, House.Card buyer) {
    OrderTotals totals =
        OrderTotals.of(rows.stream().map(InboundOrders::priced).toList(), buyer.currencyDigits());
    return new InboundViews.Totals(
        buyer.currency(),
        totals.net(),
        totals.taxes().stream()
            .map(
                due ->
                    new InboundViews.TaxDue(
                        due.tax().name(),
                        due.tax().category(),
                        due.tax().rate(),
                        due.taxable(),
                        due.amount()))
            .toList(),
        totals.tax(),
        totals.gross(),
        totals.unpriced());
  }

  private static OrderTotals.PricedLine priced(OrderTable.LineRow row) {
    return new OrderTotals.PricedLine(
        new Quantity(row.packs()),
        Optional.ofNullable(row.price()),
        row.tax().map(InboundViews.LineTax::taxRate));
  }

  private static InboundViews.Line line(OrderTable.LineRow row, int digits) {
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
        row.price(),
        row.tax().orElse(null),
        priced(row).amount(digits).orElse(null),
        row.expected());
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
    writeLines(id, supplier(entry).id(), 1, entry.lines());
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
          "Goods have come on {0}. Close it short, or order the rest anew.",
          head.number());
    }
    table.update(id, supplier(entry).id(), entry.site(), entry.expected(), note(entry));
    table.clearLines(id);
    writeLines(id, supplier(entry).id(), 1, entry.lines());
    table.event(id, actor, "CHANGED", entry.lines().size() + " lines");
    return card(id, actor);
  }

  /**
   * Which of some orders of a supplier for a site is expected, not sent yet and nothing of it has
   * come; the latest of them. Nobody else changes it until the transaction ends.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Optional<Long> unsent(List<Long> orders, long supplier, long site) {
    return orders.stream()
        .sorted(Comparator.reverseOrder())
        .flatMap(id -> table.lock(id).stream())
        .filter(
            head ->
                head.sent() == null
                    && head.state() == Arrival.State.EXPECTED
                    && head.supplierId() == supplier
                    && head.siteId() == site)
        .map(OrderTable.Head::id)
        .findFirst();
  }

  /** Adds to an order that is not sent yet; it is expected no earlier than what is added. */
  @Transactional(propagation = Propagation.MANDATORY)
  public InboundViews.Card addLines(
      long id, List<InboundViews.LineEntry> lines, LocalDate due, Actor actor) {
    OrderTable.Head head = table.lock(id).orElseThrow(() -> Problem.missing("order", id));
    writeLines(id, head.supplierId(), table.lines(id).size() + 1, lines);
    LocalDate expected = head.expected();
    table.update(
        id,
        head.supplierId(),
        head.siteId(),
        expected == null || expected.isBefore(due) ? due : expected,
        head.note());
    table.event(id, actor, "CHANGED", lines.size() + " more lines");
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
                Problem.invalid("supplier", "There is no supplier {0}.", code)
                    .with("supplier", code));
  }

  private void writeLines(
      long order, long supplier, int first, List<InboundViews.LineEntry> lines) {
    List<Amounts.Amount> read =
        lines.stream().map(line -> amounts.read(line.item(), line.packs(), line.pack())).toList();
    Map<Long, Taxes.Card> agreed =
        sold.taxes(supplier, read.stream().map(amount -> amount.item().id()).distinct().toList());
    for (int i = 0; i < lines.size(); i++) {
      InboundViews.LineEntry line = lines.get(i);
      Amounts.Amount amount = read.get(i);
      String tax = line.tax() == null ? "" : line.tax();
      table.addLine(
          order,
          first + i,
          Arrival.Origin.ORDERED,
          amount.item().id(),
          amount.pack(),
          amount.packs(),
          amount.quantity(),
          Quantity.ZERO,
          line.price(),
          tax.isBlank()
              ? agreed.get(amount.item().id())
              : taxes.chosen(tax, "lines[" + i + "].tax"));
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
      throw Problem.refused("not-open", "{0} is no open purchase order.", head.number());
    }
    Suppliers.Card supplier = suppliers.supplier(head.supplierId());
    if (supplier.email().isEmpty()) {
      throw Problem.refused(
          "no-address", "{0} has no mail address. Enter one under Suppliers.", supplier.name());
    }
    letters.write(
        supplier.email(),
        papers.words(supplier).say("Order {0}", head.number()),
        OrderLetter.text(papers.words(supplier), card, supplier),
        head.number(),
        head.siteId(),
        papers.attachments(card));
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
      throw Problem.conflict("closed", "{0} is closed already.", head.number());
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

  @Override
  public Map<Long, Quantity> coming(List<Long> items, long site) {
    return table.coming(items, site);
  }

  @Override
  @Transactional(readOnly = true)
  public Set<Long> itemsComing(long site) {
    return table.itemsComing(site);
  }

  @Override
  @Transactional(readOnly = true)
  public List<DatedQuantity> due(List<Long> items, long site) {
    return table.due(items, site);
  }

  @Override
  @Transactional(readOnly = true)
  public List<LateDocument> due(long site, LocalDate from, LocalDate before) {
    return table.due(site, from, before);
  }

  /**
   * How long ordered lines of an item were on their way: the days on which each was sent and was
   * wholly here, oldest first.
   */
  public record Journey(long itemId, Instant sent, Instant here) {}

  /** The journeys of some items from their suppliers to a site that were begun since a moment. */
  @Transactional(readOnly = true)
  public List<Journey> journeys(Map<Long, Long> supplierOfItem, long site, Instant since) {
    return table.journeys(supplierOfItem, site, since);
  }

  /** The day at a site. */
  public LocalDate today(long site) {
    return days.today(site);
  }

  private OrderTable.Head head(long id) {
    return table.find(id).orElseThrow(() -> Problem.missing("order", id));
  }
}
