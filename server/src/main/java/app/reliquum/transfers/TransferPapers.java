package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.house.GoodsMarks;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.places.Places;
import app.reliquum.stock.ReservedGoods;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.UK);
  private static final DateTimeFormatter MOMENT =
      DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.UK);

  private final Transfers transfers;
  private final Places places;
  private final PdfPrinter printer;

  TransferPapers(Transfers transfers, Places places, PdfPrinter printer) {
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

  private Paper begin(String title, TransferViews.Card card) {
    Map<String, List<String>> parties = new LinkedHashMap<>();
    parties.put("From", address(card.fromId(), card.from()));
    parties.put("To", address(card.toId(), card.to()));
    return Paper.of(
            title, card.number(), new OwnLabel(OwnLabel.Kind.DOCUMENT, card.number()).text())
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

  private static String day(@Nullable LocalDate day) {
    return day == null ? "–" : day.format(DAY);
  }

  private String moment(TransferViews.Card card, @Nullable Instant moment) {
    return moment == null ? "–" : moment.atZone(zone(card)).format(MOMENT);
  }

  /** In walking order, what is reserved and not picked; what is short under it. */
  private Paper pickSheet(TransferViews.Card card) {
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Ships on", day(card.dispatch()));
    facts.put("Due", day(card.wanted()));
    facts.put("Made ready", moment(card, card.released()));
    facts.put("Lines", Integer.toString(card.lines().size()));
    Paper paper = begin("Pick sheet", card).facts(facts).words(card.note());
    List<List<String>> rows = new ArrayList<>();
    for (ReservedGoods one : card.kept()) {
      if (!one.picked()) {
        rows.add(
            List.of(
                one.place(),
                one.name(),
                GoodsMarks.of(one.lot(), one.expiry(), one.serial(), one.load(), one.condition()),
                one.quantity() + " " + one.symbol(),
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
            .map(line -> line.shortBy() + " " + line.symbol() + " " + line.name())
            .collect(Collectors.joining(", "));
    return paper
        .words(rows.isEmpty() ? "Nothing is left to be picked." : "")
        .words(missing.isEmpty() ? "" : "Not in stock: " + missing + ".")
        .signatures("Picked by, date", "Verified by, date");
  }

  private Paper dispatchNote(TransferViews.Card card, @Nullable Integer shipment) {
    if (card.shipments().isEmpty()) {
      throw Problem.refused("nothing-sent", "Nothing of " + card.number() + " is shipped yet.");
    }
    TransferViews.Shipment last = card.shipments().get(card.shipments().size() - 1);
    int wanted = shipment == null ? last.shipment() : shipment;
    TransferViews.Shipment of =
        card.shipments().stream()
            .filter(one -> one.shipment() == wanted)
            .findFirst()
            .orElseThrow(() -> Problem.missing("shipment of " + card.number(), wanted));
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Shipment", of.shipment() + " of " + card.shipments().size());
    facts.put("Shipped", moment(card, of.sent()));
    facts.put("Shipped by", of.person());
    facts.put("Due", day(card.wanted()));
    List<List<String>> rows = new ArrayList<>();
    for (TransferViews.Goods one : card.goods()) {
      if (one.shipment() == wanted) {
        rows.add(sentRow(one, one.sent(), ""));
      }
    }
    Paper paper =
        begin("Delivery note", card)
            .facts(facts)
            .words(card.note())
            .table(sentColumns("Shipped", "Received", Kind.BOX), rows);
    String follows =
        card.lines().stream()
            .filter(line -> line.toSend().isPositive())
            .map(line -> line.toSend() + " " + line.symbol() + " " + line.name())
            .collect(Collectors.joining(", "));
    return paper
        .words(follows.isEmpty() ? "" : "Still to follow: " + follows + ".")
        .signatures("Sender: name, signature, date", "Receiver: name, signature, date");
  }

  private Paper receiptNote(TransferViews.Card card) {
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Shipments", Integer.toString(card.shipments().size()));
    facts.put(
        "Last shipment",
        moment(
            card,
            card.shipments().isEmpty()
                ? null
                : card.shipments().get(card.shipments().size() - 1).sent()));
    facts.put("Printed for", card.to());
    List<List<String>> rows = new ArrayList<>();
    List<String> missing = new ArrayList<>();
    for (TransferViews.Goods one : card.goods()) {
      rows.add(sentRow(one, one.sent(), one.arrived() + " " + one.symbol()));
      if (one.inTransit().isPositive()) {
        missing.add(one.inTransit() + " " + one.symbol() + " " + one.name() + " in transit");
      }
      if (one.lost().isPositive()) {
        missing.add(one.lost() + " " + one.symbol() + " " + one.name() + " lost in transit");
      }
    }
    return begin("Receipt note", card)
        .facts(facts)
        .table(sentColumns("Shipped", "Received", Kind.NUMBER), rows)
        .words(missing.isEmpty() ? "" : "Missing: " + String.join(", ", missing) + ".")
        .signatures("Receiver: name, signature, date");
  }

  private static List<Column> sentColumns(String sent, String arrived, Kind last) {
    return List.of(
        new Column("Item", Kind.CODE),
        new Column("", Kind.TEXT),
        new Column("Lot, serial number", Kind.TEXT),
        new Column(sent, Kind.NUMBER),
        new Column(arrived, last),
        new Column("", Kind.BARS));
  }

  private static List<String> sentRow(TransferViews.Goods one, Quantity sent, String arrived) {
    return List.of(
        one.item(),
        one.name(),
        GoodsMarks.of(one.lot(), one.expiry(), one.serial(), one.load(), one.condition()),
        sent + " " + one.symbol(),
        arrived,
        new OwnLabel(OwnLabel.Kind.ITEM, one.item()).text());
  }
}
