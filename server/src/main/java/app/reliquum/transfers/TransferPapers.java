package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.core.text.Message;
import app.reliquum.house.GoodsMarks;
import app.reliquum.house.House;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.places.Places;
import app.reliquum.stock.ReservedGoods;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is printed of a transfer: to pick by, to send along, to sign for what has come. */
@Service
class TransferPapers implements PaperSource {

  private final Transfers transfers;
  private final Places places;
  private final House house;
  private final PdfPrinter printer;

  TransferPapers(Transfers transfers, Places places, House house, PdfPrinter printer) {
    this.house = house;
    this.transfers = transfers;
    this.places = places;
    this.printer = printer;
  }

  /** Which document is wanted. */
  enum Which {
    PICK,
    DISPATCH,
    RECEIPT
  }

  @Override
  public Set<PaperKind> kinds() {
    return Set.of(
        PaperKind.TRANSFER_PICK_SHEET,
        PaperKind.TRANSFER_DISPATCH_NOTE,
        PaperKind.TRANSFER_RECEIPT_NOTE);
  }

  /** Where the goods leave one picks and sends, where they come one receives. */
  @Override
  @Transactional
  public Optional<Made> paper(PaperKind kind, long subject, long site, Actor actor) {
    TransferViews.Card card = transfers.card(subject, actor);
    if (site != (kind == PaperKind.TRANSFER_RECEIPT_NOTE ? card.toId() : card.fromId())
        || (kind == PaperKind.TRANSFER_DISPATCH_NOTE && card.shipments().isEmpty())) {
      return Optional.empty();
    }
    Paper paper =
        switch (kind) {
          case TRANSFER_PICK_SHEET -> pickSheet(card);
          case TRANSFER_DISPATCH_NOTE -> dispatchNote(card, null);
          default -> receiptNote(card);
        };
    return Optional.of(
        new Made(paper.name() + " " + card.number(), card.number(), printer.pdf(paper)));
  }

  @Transactional
  public byte[] print(long id, Which kind, Integer shipment, Actor actor) {
    TransferViews.Card card = transfers.card(id, actor);
    return printer.pdf(
        switch (kind) {
          case PICK -> pickSheet(card);
          case DISPATCH -> dispatchNote(card, shipment);
          case RECEIPT -> receiptNote(card);
        });
  }

  private Words words(long site, long other) {
    return house.words(places.named(site == 0 ? other : site).language());
  }

  /** The words of who sends. */
  private Words senders(TransferViews.Card card) {
    return words(card.fromId(), card.toId());
  }

  /** The words of who receives. */
  private Words receivers(TransferViews.Card card) {
    return words(card.toId(), card.fromId());
  }

  private Paper begin(Words words, String title, TransferViews.Card card) {
    Map<String, List<String>> parties = new LinkedHashMap<>();
    parties.put("From", address(card.fromId(), card.from()));
    parties.put("To", address(card.toId(), card.to()));
    return Paper.of(
            words, title, card.number(), new OwnLabel(OwnLabel.Kind.DOCUMENT, card.number()).text())
        .boxes(parties);
  }

  private List<String> address(long site, String name) {
    if (site == 0) {
      return List.of(name);
    }
    Places.Named named = places.named(site);
    List<String> lines = new ArrayList<>(List.of(named.name()));
    if (!named.street().isEmpty()) {
      lines.add(named.street());
    }
    if (!named.town().isEmpty()) {
      lines.add(named.town());
    }
    if (!named.gln().isEmpty()) {
      lines.add("GLN " + named.gln());
    }
    return lines;
  }

  private ZoneId zone(TransferViews.Card card) {
    return ZoneId.of(places.named(card.fromId() == 0 ? card.toId() : card.fromId()).timeZone());
  }

  /** In walking order, what is reserved and not picked; what is short under it. */
  private Paper pickSheet(TransferViews.Card card) {
    Words words = senders(card);
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Ships on", words.day(card.dispatch()));
    facts.put("Due", words.day(card.wanted()));
    facts.put("Made ready", words.moment(card.released(), zone(card)));
    facts.put("Lines", Integer.toString(card.lines().size()));
    Paper paper = begin(words, "Pick sheet", card).facts(facts).words(card.note());
    List<List<String>> rows = new ArrayList<>();
    for (ReservedGoods one : card.kept()) {
      if (!one.picked()) {
        rows.add(
            List.of(
                one.place(),
                one.name(),
                GoodsMarks.of(
                    words, one.lot(), one.expiry(), one.serial(), one.load(), one.condition()),
                words.number(one.quantity()) + " " + one.symbol(),
                "",
                new OwnLabel(OwnLabel.Kind.ITEM, one.item()).text()));
      }
    }
    paper.table(
        List.of(
            new Column("Bin", Kind.CODE),
            new Column("Item", Kind.TEXT),
            new Column("Lot, serial number", Kind.TEXT),
            new Column("Pick", Kind.NUMBER),
            new Column("Picked", Kind.BOX),
            new Column("", Kind.BARS)),
        rows);
    String missing =
        card.lines().stream()
            .filter(line -> line.shortBy().isPositive())
            .map(line -> words.number(line.shortBy()) + " " + line.symbol() + " " + line.name())
            .collect(Collectors.joining(", "));
    return paper
        .words(rows.isEmpty() ? words.say("Nothing is left to be picked.") : "")
        .words(missing.isEmpty() ? "" : words.say("Not in stock: {0}.", missing))
        .signatures("Picked by, date", "Verified by, date");
  }

  private Paper dispatchNote(TransferViews.Card card, @Nullable Integer shipment) {
    if (card.shipments().isEmpty()) {
      throw Problem.refused("nothing-sent", "Nothing of {0} is shipped yet.", card.number());
    }
    Words words = receivers(card);
    TransferViews.Shipment last = card.shipments().get(card.shipments().size() - 1);
    int wanted = shipment == null ? last.shipment() : shipment;
    TransferViews.Shipment of =
        card.shipments().stream()
            .filter(one -> one.shipment() == wanted)
            .findFirst()
            .orElseThrow(
                () -> Problem.missing(Message.of("shipment of {0}", card.number()), wanted));
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Shipment", words.say("{0} of {1}", of.shipment(), card.shipments().size()));
    facts.put("Shipped", words.moment(of.sent(), zone(card)));
    facts.put("Shipped by", of.person());
    facts.put("Due", words.day(card.wanted()));
    List<List<String>> rows = new ArrayList<>();
    for (TransferViews.Goods one : card.goods()) {
      if (one.shipment() == wanted) {
        rows.add(sentRow(words, one, one.sent(), ""));
      }
    }
    Paper paper =
        begin(words, "Delivery note", card)
            .facts(facts)
            .words(card.note())
            .table(sentColumns(Kind.BOX), rows);
    String follows =
        card.lines().stream()
            .filter(line -> line.toSend().isPositive())
            .map(line -> words.number(line.toSend()) + " " + line.symbol() + " " + line.name())
            .collect(Collectors.joining(", "));
    return paper
        .words(follows.isEmpty() ? "" : words.say("Still to follow: {0}.", follows))
        .signatures("Sender: name, signature, date", "Receiver: name, signature, date");
  }

  private Paper receiptNote(TransferViews.Card card) {
    Words words = receivers(card);
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Shipments", Integer.toString(card.shipments().size()));
    facts.put(
        "Last shipment",
        words.moment(
            card.shipments().isEmpty()
                ? null
                : card.shipments().get(card.shipments().size() - 1).sent(),
            zone(card)));
    facts.put("Printed for", card.to());
    List<List<String>> rows = new ArrayList<>();
    List<String> missing = new ArrayList<>();
    for (TransferViews.Goods one : card.goods()) {
      rows.add(sentRow(words, one, one.sent(), words.number(one.arrived()) + " " + one.symbol()));
      if (one.inTransit().isPositive()) {
        missing.add(words.say("{0} {1} {2} in transit", one.inTransit(), one.symbol(), one.name()));
      }
      if (one.lost().isPositive()) {
        missing.add(words.say("{0} {1} {2} lost in transit", one.lost(), one.symbol(), one.name()));
      }
    }
    return begin(words, "Receipt note", card)
        .facts(facts)
        .table(sentColumns(Kind.NUMBER), rows)
        .words(missing.isEmpty() ? "" : words.say("Missing: {0}.", String.join(", ", missing)))
        .signatures("Receiver: name, signature, date");
  }

  private static List<Column> sentColumns(Kind last) {
    return List.of(
        new Column("Item", Kind.CODE),
        new Column("", Kind.TEXT),
        new Column("Lot, serial number", Kind.TEXT),
        new Column("Shipped", Kind.NUMBER),
        new Column("Received", last),
        new Column("", Kind.BARS));
  }

  private static List<String> sentRow(
      Words words, TransferViews.Goods one, Quantity sent, String arrived) {
    return List.of(
        one.item(),
        one.name(),
        GoodsMarks.of(words, one.lot(), one.expiry(), one.serial(), one.load(), one.condition()),
        words.number(sent) + " " + one.symbol(),
        arrived,
        new OwnLabel(OwnLabel.Kind.ITEM, one.item()).text());
  }
}
