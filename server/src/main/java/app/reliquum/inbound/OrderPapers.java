package app.reliquum.inbound;

import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.core.purchasing.OrderTotals;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.house.House;
import app.reliquum.house.Letters;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.ubl.Party;
import app.reliquum.ubl.PurchaseOrders;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** A purchase order on paper, and as a document for the supplier's system. */
@Service
class OrderPapers {

  private final Suppliers suppliers;
  private final SupplierItems sold;
  private final Places places;
  private final SiteDays days;
  private final House house;
  private final PdfPrinter printer;
  private final PurchaseOrders documents;

  OrderPapers(
      Suppliers suppliers,
      SupplierItems sold,
      Places places,
      SiteDays days,
      House house,
      PdfPrinter printer,
      PurchaseOrders documents) {
    this.suppliers = suppliers;
    this.sold = sold;
    this.places = places;
    this.days = days;
    this.house = house;
    this.printer = printer;
    this.documents = documents;
  }

  /** The words of the supplier. */
  Words words(Suppliers.Card supplier) {
    return house.words(supplier.language());
  }

  /** What goes to the supplier with the letter: nothing if nothing is wanted any more. */
  List<Letters.Attachment> attachments(InboundViews.Card order) {
    if (ordered(order).isEmpty()) {
      return List.of();
    }
    return List.of(
        new Letters.Attachment(order.number() + ".pdf", "application/pdf", print(order)),
        new Letters.Attachment(order.number() + ".xml", "application/xml", document(order)));
  }

  private static List<InboundViews.Line> ordered(InboundViews.Card order) {
    return order.lines().stream().filter(line -> !line.packs().isZero()).toList();
  }

  private Suppliers.Card supplier(InboundViews.Card order) {
    return suppliers.supplier(Objects.requireNonNull(order.supplierId(), "nobody sells it"));
  }

  private Map<Long, String> theirCodes(InboundViews.Card order) {
    return sold.theirCodes(
        supplier(order).id(), order.lines().stream().map(InboundViews.Line::itemId).toList());
  }

  // PDF

  /** The order to be printed. */
  byte[] print(InboundViews.Card order) {
    Suppliers.Card supplier = supplier(order);
    Places.Named site = places.named(order.siteId());
    House.Card buyer = house.card();
    InboundViews.Totals totals = Objects.requireNonNull(order.totals());
    Words words = words(supplier);
    Map<String, List<String>> parties = new LinkedHashMap<>();
    parties.put("To", lines(supplier.name(), supplier.street(), supplier.town()));
    parties.put("Deliver to", lines(buyer.name(), site.name(), site.street(), site.town()));
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Ordered", words.day(days.on(order.siteId(), order.created())));
    facts.put("Due", words.day(order.expected()));
    facts.put("Ordered by", order.createdBy());
    facts.put("Currency", totals.currency());
    Paper paper =
        Paper.of(
                words,
                "Purchase order",
                order.number(),
                new OwnLabel(OwnLabel.Kind.DOCUMENT, order.number()).text())
            .boxes(parties)
            .facts(facts)
            .words(order.note())
            .table(
                List.of(
                    new Column("", Kind.NUMBER),
                    new Column("Your code", Kind.CODE),
                    new Column("Our code", Kind.CODE),
                    new Column("Item", Kind.TEXT),
                    new Column("Quantity", Kind.NUMBER),
                    new Column("Due", Kind.CODE),
                    new Column("Price", Kind.NUMBER),
                    new Column("Tax", Kind.NUMBER),
                    new Column("Amount", Kind.NUMBER)),
                rows(words, order));
    return printer.pdf(
        paper
            .table(
                List.of(new Column("", Kind.NUMBER), new Column(totals.currency(), Kind.NUMBER)),
                sums(words, totals))
            .words(
                totals.unpriced() == 0
                    ? ""
                    : words.say("Without the lines that have no price: {0}.", totals.unpriced())));
  }

  private List<List<String>> rows(Words words, InboundViews.Card order) {
    Map<Long, String> theirs = theirCodes(order);
    return ordered(order).stream()
        .map(
            line ->
                List.of(
                    Integer.toString(line.line()),
                    theirs.getOrDefault(line.itemId(), ""),
                    line.item(),
                    line.name(),
                    words.number(line.packs())
                        + " "
                        + (line.pack().isEmpty() ? line.symbol() : line.pack()),
                    words.day(line.expected() == null ? order.expected() : line.expected()),
                    line.price() == null ? "" : words.number(plain(line.price())),
                    line.tax() == null ? "" : words.number(line.tax().rate()) + " %",
                    line.amount() == null ? "" : words.number(line.amount())))
        .toList();
  }

  /** A price with its cents, and with more digits only where it has them. */
  private static BigDecimal plain(BigDecimal price) {
    BigDecimal shortest = price.stripTrailingZeros();
    return shortest.setScale(Math.max(shortest.scale(), 2));
  }

  private static List<List<String>> sums(Words words, InboundViews.Totals totals) {
    List<List<String>> sums = new ArrayList<>();
    sums.add(List.of(words.say("Without tax"), words.number(totals.net())));
    totals
        .taxes()
        .forEach(
            due ->
                sums.add(
                    List.of(
                        words.say("{0}, of {1}", due.name(), due.taxable()),
                        words.number(due.amount()))));
    sums.add(List.of(words.say("Total"), words.number(totals.gross())));
    return sums;
  }

  private static List<String> lines(String... lines) {
    return Stream.of(lines).filter(line -> !line.isEmpty()).toList();
  }

  // UBL 2.1

  /**
   * The order as a document of UBL 2.1.
   *
   * @throws Problem if nothing of it is wanted any more: such a document has a line
   */
  byte[] document(InboundViews.Card order) {
    if (ordered(order).isEmpty()) {
      throw Problem.refused("nothing-ordered", "Nothing of {0} is wanted.", order.number());
    }
    Suppliers.Card supplier = supplier(order);
    Places.Named site = places.named(order.siteId());
    House.Card buyer = house.card();
    Map<Long, String> theirs = theirCodes(order);
    InboundViews.Totals totals = Objects.requireNonNull(order.totals());
    return documents.write(
        new PurchaseOrders.Order(
            order.number(),
            days.on(order.siteId(), order.created()),
            order.note(),
            totals.currency(),
            new Party(site.gln(), site.code(), "site", buyer.name(), buyer.street(), buyer.town()),
            new Party(
                "",
                supplier.code(),
                "supplier",
                supplier.name(),
                supplier.street(),
                supplier.town()),
            new Party(site.gln(), site.code(), "site", site.name(), site.street(), site.town()),
            order.expected(),
            ordered(order).stream().map(line -> line(line, theirs)).toList(),
            new OrderTotals(
                totals.net(),
                totals.taxes().stream()
                    .map(
                        due ->
                            new OrderTotals.TaxDue(
                                new TaxRate(due.name(), due.category(), due.rate()),
                                due.taxable(),
                                due.amount()))
                    .toList(),
                totals.tax(),
                totals.gross(),
                totals.unpriced())));
  }

  private static PurchaseOrders.Line line(InboundViews.Line line, Map<Long, String> theirs) {
    return new PurchaseOrders.Line(
        line.line(),
        line.itemId(),
        theirs.getOrDefault(line.itemId(), ""),
        line.quantity(),
        line.price(),
        new Quantity(line.quantity().amount().divide(line.packs().amount(), MathContext.DECIMAL64)),
        line.amount(),
        line.tax() == null ? null : line.tax().taxRate(),
        line.expected());
  }
}
