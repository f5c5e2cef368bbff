package app.reliquum.returns;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.house.GoodsMarks;
import app.reliquum.house.House;
import app.reliquum.house.Paper;
import app.reliquum.house.Paper.Column;
import app.reliquum.house.Paper.Kind;
import app.reliquum.house.PdfPrinter;
import app.reliquum.inbound.Suppliers;
import app.reliquum.places.Places;
import app.reliquum.ubl.DespatchAdvices;
import app.reliquum.ubl.Party;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What goes along with goods that go back: a note on paper, and a despatch advice. */
@Service
class SupplierReturnPapers implements PaperSource {

  private final SupplierReturnRows rows;
  private final Suppliers suppliers;
  private final Places places;
  private final House house;
  private final PdfPrinter printer;
  private final DespatchAdvices advices;

  SupplierReturnPapers(
      SupplierReturnRows rows,
      Suppliers suppliers,
      Places places,
      House house,
      PdfPrinter printer,
      DespatchAdvices advices) {
    this.rows = rows;
    this.suppliers = suppliers;
    this.places = places;
    this.house = house;
    this.printer = printer;
    this.advices = advices;
  }

  @Override
  public Set<PaperKind> kinds() {
    return Set.of(PaperKind.RETURN_NOTE);
  }

  @Override
  @Transactional
  public Optional<Made> paper(PaperKind kind, long subject, long site, Actor actor) {
    SupplierReturnViews.Card card = rows.card(subject, actor);
    Paper paper = paper(card);
    return Optional.of(
        new Made(
            paper.name() + " " + card.row().number(), card.row().number(), printer.pdf(paper)));
  }

  /** The note that goes with the goods, also to fetch them by before they are shipped. */
  @Transactional
  public byte[] note(long id, Actor actor) {
    SupplierReturnViews.Card card = rows.card(id, actor);
    return printer.pdf(paper(card));
  }

  private Paper paper(SupplierReturnViews.Card card) {
    SupplierReturnViews.Row row = card.row();
    Places.Named site = places.named(row.siteId());
    Suppliers.Card supplier = suppliers.supplier(row.supplierId());
    Words words = house.words(supplier.language());
    Map<String, List<String>> parties = new LinkedHashMap<>();
    parties.put("From", address(house.card().name(), site.name(), site.street(), site.town()));
    parties.put("To", address(supplier.name(), supplier.street(), supplier.town()));
    Map<String, String> facts = new LinkedHashMap<>();
    facts.put("Your reference", row.reference().isEmpty() ? "–" : row.reference());
    facts.put("Reason", row.reason());
    facts.put("Set aside", day(words, row.created(), site));
    facts.put("Shipped", row.shipped() == null ? "–" : day(words, row.shipped(), site));
    facts.put("Value", words.number(row.claim()) + " " + house.card().currency());
    List<List<String>> lines = new ArrayList<>();
    for (SupplierReturnViews.Line line : going(card)) {
      lines.add(
          List.of(
              line.from(),
              line.item(),
              line.name(),
              GoodsMarks.of(
                  words, line.lot(), line.expiry(), line.serial(), null, line.condition()),
              words.number(line.quantity()) + " " + line.symbol(),
              line.order() == null ? "–" : line.order(),
              line.claim() == null ? "–" : words.number(line.claim()),
              new OwnLabel(OwnLabel.Kind.ITEM, line.item()).text()));
    }
    return Paper.of(
            words,
            "Return note",
            row.number(),
            new OwnLabel(OwnLabel.Kind.DOCUMENT, row.number()).text())
        .boxes(parties)
        .facts(facts)
        .words(card.note())
        .table(
            List.of(
                new Column("Bin", Kind.CODE),
                new Column("Item", Kind.CODE),
                new Column("", Kind.TEXT),
                new Column("Lot, serial number", Kind.TEXT),
                new Column("Quantity", Kind.NUMBER),
                new Column("Came on", Kind.CODE),
                new Column("Value", Kind.NUMBER),
                new Column("", Kind.BARS)),
            lines)
        .words(lines.isEmpty() ? words.say("Nothing is set aside for it.") : "")
        .signatures("Shipped: name, date", "Collected: name, signature, date");
  }

  private static List<SupplierReturnViews.Line> going(SupplierReturnViews.Card card) {
    return card.lines().stream().filter(line -> !line.putBack()).toList();
  }

  private static List<String> address(String... lines) {
    return Arrays.stream(lines).filter(line -> !line.isBlank()).toList();
  }

  private static String day(Words words, Instant moment, Places.Named site) {
    return words.day(moment.atZone(ZoneId.of(site.timeZone())).toLocalDate());
  }

  /** What has left, for the supplier's system, by UBL 2.1. */
  @Transactional(readOnly = true)
  public byte[] advice(long id, Actor actor) {
    SupplierReturnViews.Card card = rows.card(id, actor);
    SupplierReturnViews.Row row = card.row();
    Instant shipped = row.shipped();
    if (shipped == null) {
      throw Problem.refused("not-shipped", "{0} was not shipped yet.", row.number());
    }
    Places.Named site = places.named(row.siteId());
    Suppliers.Card supplier = suppliers.supplier(row.supplierId());
    String orders =
        going(card).stream()
            .map(SupplierReturnViews.Line::order)
            .filter(Objects::nonNull)
            .distinct()
            .collect(Collectors.joining(" "));
    // An advice is about one order; of several, or none, it is about the return itself.
    String order = orders.isEmpty() || orders.contains(" ") ? row.number() : orders;
    return advices.write(
        new DespatchAdvices.Despatch(
            row.number(),
            shipped.atZone(ZoneId.of(site.timeZone())),
            order,
            row.reference(),
            new Party(
                site.gln(),
                site.code(),
                "site",
                house.card().name() + ", " + site.name(),
                site.street(),
                site.town()),
            new Party(
                "",
                supplier.code(),
                "supplier",
                supplier.name(),
                supplier.street(),
                supplier.town()),
            going(card).stream()
                .map(
                    line ->
                        new DespatchAdvices.Goods(
                            order.equals(row.number()) ? line.line() : line.orderLine(),
                            line.itemId(),
                            line.quantity(),
                            line.lot(),
                            line.expiry(),
                            line.serial(),
                            null))
                .toList()));
  }
}
