package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.places.Places;
import app.reliquum.stock.ReservedGoods;
import app.reliquum.ubl.DespatchAdvices;
import app.reliquum.ubl.Party;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is printed of an order, or told to another system. */
@Service
class OutboundPapers implements PaperSource {

  private final OutboundOrders orders;
  private final Customers customers;
  private final Places places;
  private final House house;
  private final PdfPrinter printer;
  private final DespatchAdvices advices;

  OutboundPapers(
      OutboundOrders orders,
      Customers customers,
      Places places,
      House house,
      PdfPrinter printer,
      DespatchAdvices advices) {
    this.orders = orders;
    this.customers = customers;
    this.places = places;
    this.house = house;
    this.printer = printer;
    this.advices = advices;
  }

  /** Which document is wanted. */
  enum Which {
    /** What is to be picked, in walking order. */
    PICK,
    /** What stands on each unit load. */
    PACKING,
    /** What was handed over. */
    DISPATCH,
    /** What the carrier reads on a unit load. */
    CARRIER
  }

  @Override
  public Set<PaperKind> kinds() {
    return Set.of(
        PaperKind.PICK_SHEET,
        PaperKind.PACKING_LIST,
        PaperKind.DISPATCH_NOTE,
        PaperKind.CARRIER_LABELS);
  }

  @Override
  @Transactional
  public Optional<Made> paper(PaperKind kind, long subject, long site, Actor actor) {
    OutboundViews.Card card = orders.card(subject, actor);
    List<Paper> papers =
        switch (kind) {
          case PICK_SHEET ->
              card.kept().stream().allMatch(ReservedGoods::picked)
                  ? List.of()
                  : List.of(pickSheet(card));
          case PACKING_LIST -> List.of(packingList(card));
          case DISPATCH_NOTE ->
              card.despatches().isEmpty()
                  ? List.of()
                  : List.of(dispatchNote(card, despatched(card, null)));
          default ->
              card.parcels().stream()
                  .filter(parcel -> !parcel.tracking().isEmpty())
                  .map(parcel -> carrierLabel(card, parcel.load()))
                  .toList();
        };
    return papers.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Made(
                papers.get(0).name() + " " + card.number(), card.number(), printer.pdf(papers)));
  }

  /** Prints one. */
  @Transactional
  public byte[] print(long id, Which kind, Long despatch, Long load, Actor actor) {
    OutboundViews.Card card = orders.card(id, actor);
    return printer.pdf(
        switch (kind) {
          case PICK -> pickSheet(card);
          case PACKING -> packingList(card);
          case DISPATCH -> dispatchNote(card, despatched(card, despatch));
          case CARRIER -> carrierLabel(card, load == null ? 0 : load);
        });
  }

  /**
   * Pick sheets of several orders as one file, each in walking order, and the orders in that in
   * which one comes by their first bins.
   *
   * @throws Problem if there is nothing to pick for any of them
   */
  @Transactional
  public byte[] pickSheets(List<Long> ids, Actor actor) {
    record Walked(OutboundViews.Card card, int from) {}
    List<Walked> cards =
        ids.stream()
            .distinct()
            .map(id -> orders.card(id, actor))
            .flatMap(
                card ->
                    card.kept().stream()
                        .filter(one -> !one.picked())
                        .map(ReservedGoods::walk)
                        .min(Integer::compare)
                        .map(from -> new Walked(card, from))
                        .stream())
            .sorted(
                Comparator.comparing((Walked one) -> one.card().site())
                    .thenComparingInt(Walked::from)
                    .thenComparing(one -> one.card().number()))
            .toList();
    if (cards.isEmpty()) {
      throw Problem.refused(
          "nothing-to-pick", "Nothing is reserved to be picked for these orders.");
    }
    return printer.pdf(cards.stream().map(one -> pickSheet(one.card())).toList());
  }

  private static OutboundViews.Despatch despatched(
      OutboundViews.Card card, @Nullable Long despatch) {
    if (card.despatches().isEmpty()) {
      throw Problem.refused("nothing-shipped", "Nothing of {0} is shipped yet.", card.number());
    }
    return despatch == null
        ? card.despatches().get(card.despatches().size() - 1)
        : card.despatches().stream()
            .filter(one -> one.id() == despatch)
            .findFirst()
            .orElseThrow(
                () -> Problem.missing(Message.of("despatch of {0}", card.number()), despatch));
  }

  private Paper begin(Words words, String title, OutboundViews.Card card) {
    Map<String, List<String>> parties = new LinkedHashMap<>();
    Places.Named site = places.named(card.siteId());
    parties.put("From", lines(site.name(), site.street(), site.town()));
    if (card.customerId() != null) {
      Customers.Card customer = customers.customer(card.customerId());
      parties.put("To", lines(customer.name(), customer.street(), customer.town()));
    } else {
      parties.put("Job", lines(card.kits() + " × " + card.kit()));
    }
    return Paper.of(
            words, title, card.number(), new OwnLabel(OwnLabel.Kind.DOCUMENT, card.number()).text())
        .boxes(parties);
  }

  private static List<String> lines(String... lines) {
    return java.util.Arrays.stream(lines).filter(line -> !line.isEmpty()).toList();
  }

  /** The words of who picks at the site. */
  private Words pickers(OutboundViews.Card card) {
    return house.words(places.named(card.siteId()).language());
  }

  /** The words of who gets the goods: the customer, or for a job the site itself. */
  private Words receivers(OutboundViews.Card card) {
    return card.customerId() == null
        ? pickers(card)
        : house.words(customers.customer(card.customerId()).language());
  }

  private static Map<String, String> facts(Words words, OutboundViews.Card card) {
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Needed by", words.day(card.needed()));
    if (!card.reference().isEmpty()) {
      facts.put("Your order", card.reference());
    }
    return facts;
  }

  private Paper pickSheet(OutboundViews.Card card) {
    Words words = pickers(card);
    Map<String, String> facts = facts(words, card);
    facts.put("Lines", Integer.toString(card.lines().size()));
    List<List<String>> rows =
        card.kept().stream()
            .filter(one -> !one.picked())
            .map(
                one ->
                    List.of(
                        one.place(),
                        one.name(),
                        marks(words, one.lot(), one.expiry(), one.serial()),
                        words.number(one.quantity()) + " " + one.symbol(),
                        "",
                        new OwnLabel(OwnLabel.Kind.ITEM, one.item()).text()))
            .toList();
    String missing =
        listed(words, card, line -> line.missing().isPositive(), OutboundViews.Line::missing);
    return begin(words, "Pick sheet", card)
        .facts(facts)
        .words(card.note())
        .table(
            List.of(
                new Column("Bin", Kind.CODE),
                new Column("Item", Kind.TEXT),
                new Column("Lot, serial number", Kind.TEXT),
                new Column("Pick", Kind.NUMBER),
                new Column("Picked", Kind.BOX),
                new Column("", Kind.BARS)),
            rows)
        .words(rows.isEmpty() ? words.say("Nothing is left to be picked.") : "")
        .words(missing.isEmpty() ? "" : words.say("Not in stock: {0}.", missing))
        .signatures("Picked by, date", "Verified by, date");
  }

  private static String listed(
      Words words,
      OutboundViews.Card card,
      Predicate<OutboundViews.Line> which,
      java.util.function.Function<OutboundViews.Line, Object> figure) {
    return card.lines().stream()
        .filter(which)
        .map(line -> words.number(figure.apply(line)) + " " + line.symbol() + " " + line.name())
        .collect(Collectors.joining(", "));
  }

  private Paper packingList(OutboundViews.Card card) {
    Words words = receivers(card);
    if (card.parcels().isEmpty()) {
      throw Problem.refused("nothing-packed", "Nothing of {0} is packed yet.", card.number());
    }
    Map<String, String> facts = facts(words, card);
    facts.put("Unit loads", Integer.toString(card.parcels().size()));
    Paper paper = begin(words, "Packing list", card).facts(facts);
    for (OutboundViews.Parcel parcel : card.parcels()) {
      List<List<String>> rows = new ArrayList<>();
      for (ReservedGoods one : card.kept()) {
        if (one.picked() && one.loadId() == parcel.load()) {
          rows.add(
              row(
                  one.item(),
                  one.name(),
                  marks(words, one.lot(), one.expiry(), one.serial()),
                  words.number(one.quantity()) + " " + one.symbol()));
        }
      }
      card.despatches().stream()
          .flatMap(despatch -> despatch.goods().stream())
          .filter(one -> !one.reversed() && parcel.code().equals(one.load()))
          .forEach(
              one ->
                  rows.add(
                      row(
                          one.item(),
                          one.name(),
                          marks(words, one.lot(), one.expiry(), one.serial()),
                          words.number(one.quantity()) + " " + one.symbol())));
      paper
          .words(
              words.say("Unit load {0}", parcel.code())
                  + (parcel.weight() == null
                      ? ""
                      : ", " + words.number(parcel.weight().stripTrailingZeros()) + " kg")
                  + (parcel.tracking().isEmpty() ? "" : ", " + parcel.tracking()))
          .table(columns(), rows);
    }
    return paper.signatures("Packed by, date");
  }

  /** The carrier's number as a barcode, where it goes, and the number of the unit load. */
  private Paper carrierLabel(OutboundViews.Card card, long load) {
    Words words = receivers(card);
    int number = 0;
    for (OutboundViews.Parcel parcel : card.parcels()) {
      number++;
      if (parcel.load() != load) {
        continue;
      }
      if (parcel.tracking().isEmpty()) {
        throw Problem.refused(
            "no-carrier", "No carrier has taken {0} on yet. Choose one first.", parcel.code());
      }
      Map<String, List<String>> parties = new LinkedHashMap<>();
      Places.Named site = places.named(card.siteId());
      if (card.customerId() != null) {
        Customers.Card customer = customers.customer(card.customerId());
        parties.put("To", lines(customer.name(), customer.street(), customer.town()));
      }
      parties.put("From", lines(house.card().name(), site.street(), site.town()));
      Map<String, String> facts = new LinkedHashMap<>();
      facts.put("Service", parcel.service());
      facts.put(
          "Weight",
          words.number(Objects.requireNonNull(parcel.weight()).stripTrailingZeros()) + " kg");
      facts.put("Unit load", words.say("{0} of {1}", number, card.parcels().size()));
      facts.put("SSCC", parcel.code());
      facts.put("Order", card.number());
      return Paper.of(words, "Carrier label", parcel.tracking(), parcel.tracking())
          .boxes(parties)
          .facts(facts);
    }
    throw Problem.missing(Message.of("unit load of {0}", card.number()), load);
  }

  private static List<Column> columns() {
    return List.of(
        new Column("Item", Kind.CODE),
        new Column("", Kind.TEXT),
        new Column("Lot, serial number", Kind.TEXT),
        new Column("Quantity", Kind.NUMBER));
  }

  private static List<String> row(String item, String name, String marks, String quantity) {
    return List.of(item, name, marks, quantity);
  }

  private Paper dispatchNote(OutboundViews.Card card, OutboundViews.Despatch of) {
    Words words = receivers(card);
    Map<String, String> facts = facts(words, card);
    facts.put("Delivery note", of.number());
    facts.put("Shipped", words.moment(of.at(), ZoneId.of(places.named(card.siteId()).timeZone())));
    facts.put("By", of.person());
    if (!of.takenBy().isEmpty()) {
      facts.put("Collected by", of.takenBy());
    }
    String follows = listed(words, card, line -> open(line).signum() > 0, OutboundPapers::open);
    return begin(words, "Delivery note", card)
        .facts(facts)
        .words(card.note())
        .table(
            columns(),
            of.goods().stream()
                .filter(one -> !one.reversed())
                .map(
                    one ->
                        row(
                            one.item(),
                            one.name(),
                            marks(words, one.lot(), one.expiry(), one.serial())
                                + (one.load() == null
                                    ? ""
                                    : " " + words.say("unit load {0}", one.load())),
                            words.number(one.quantity()) + " " + one.symbol()))
                .toList())
        .words(follows.isEmpty() ? "" : words.say("Still to follow: {0}.", follows))
        .signatures("Shipped: name, signature, date", "Received: name, signature, date");
  }

  private static java.math.BigDecimal open(OutboundViews.Line line) {
    return line.asked().minus(line.withdrawn()).minus(line.shipped()).amount();
  }

  private static String marks(
      Words words, @Nullable String lot, @Nullable LocalDate expiry, @Nullable String serial) {
    if (serial != null) {
      return serial;
    }
    if (lot == null) {
      return "";
    }
    return expiry == null ? lot : words.say("{0}, good until {1}", lot, words.day(expiry));
  }

  /** The despatch advice of what was handed over. */
  @Transactional(readOnly = true)
  public byte[] advice(long id, long despatch, Actor actor) {
    OutboundViews.Card card = orders.card(id, actor);
    OutboundViews.Despatch of = despatched(card, despatch);
    if (card.customerId() == null) {
      throw Problem.refused("job", "A job goes to nobody.");
    }
    Places.Named site = places.named(card.siteId());
    Customers.Card customer = customers.customer(card.customerId());
    return advices.write(
        new DespatchAdvices.Despatch(
            of.number(),
            of.at().atZone(ZoneId.of(site.timeZone())),
            card.number(),
            card.reference(),
            new Party(
                site.gln(),
                site.code(),
                "site",
                house.card().name() + ", " + site.name(),
                site.street(),
                site.town()),
            new Party(
                customer.gln(),
                customer.code(),
                "customer",
                customer.name(),
                customer.street(),
                customer.town()),
            of.goods().stream()
                .filter(one -> !one.reversed())
                .map(
                    one ->
                        new DespatchAdvices.Goods(
                            one.line(),
                            one.itemId(),
                            one.quantity(),
                            one.lot(),
                            one.expiry(),
                            one.serial(),
                            one.load()))
                .toList()));
  }
}
