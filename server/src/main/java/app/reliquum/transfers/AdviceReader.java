package app.reliquum.transfers;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Sscc;
import app.reliquum.core.text.Message;
import app.reliquum.costing.Costs;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentNumbers;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.TransferTable.Figure;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.ubl.Reading;
import com.helger.ubl21.UBL21Marshaller;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DespatchLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemInstanceType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.ItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LotIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.despatchadvice_21.DespatchAdviceType;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Reads a despatch advice of UBL 2.1 as a transfer on the road, which can then be received.
 *
 * <p>If the sender is a site whose stock is in these books, the goods leave that stock. Else they
 * come from outside: they enter the books on the road.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
class AdviceReader {

  private final TransferTable table;
  private final Progress progress;
  private final Planning planning;
  private final Sending sending;
  private final Catalog catalog;
  private final DocumentNumbers numbers;
  private final Places places;
  private final Stock stock;
  private final UnitLoads loads;
  private final Costs costs;
  private final Reading reading;
  private final SiteDays days;
  private final LotsAndSerials lotsAndSerials;

  AdviceReader(
      TransferTable table,
      Progress progress,
      Planning planning,
      Sending sending,
      Catalog catalog,
      DocumentNumbers numbers,
      Places places,
      Stock stock,
      UnitLoads loads,
      Costs costs,
      Reading reading,
      SiteDays days,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.days = days;
    this.table = table;
    this.progress = progress;
    this.planning = planning;
    this.sending = sending;
    this.catalog = catalog;
    this.numbers = numbers;
    this.places = places;
    this.stock = stock;
    this.loads = loads;
    this.costs = costs;
    this.reading = reading;
  }

  /** Some of what an advice tells of. */
  private record Told(
      Catalog.Measured item,
      Quantity quantity,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable String serial,
      @Nullable String load) {}

  /** Reads an advice; the number of the transfer that it makes. */
  public long read(Command command, byte[] xml) {
    DespatchAdviceType advice = parse(xml);
    String number = number(advice);
    PartyType receiver = Objects.requireNonNull(advice.getDeliveryCustomerParty()).getParty();
    Places.Named to =
        site(receiver)
            .orElseThrow(
                () ->
                    Problem.refused(
                        "unknown-receiver",
                        "The advice is for {0}, which is no site of this house.",
                        Reading.name(receiver)));
    PartyType sender = Objects.requireNonNull(advice.getDespatchSupplierParty()).getParty();
    Optional<Places.Named> from = site(sender).filter(one -> one.id() != to.id());
    if (from.isEmpty() || !command.actor().worksAt(from.get().id())) {
      command.actor().requireSite(to.id(), to.name());
    }
    table
        .withNumber(number)
        .ifPresent(
            known -> {
              throw Problem.conflict(
                      "known", "There is a transfer {0} in the books already.", number)
                  .with("transfer", known.id());
            });
    List<Told> told = new ArrayList<>();
    for (DespatchLineType line : advice.getDespatchLine()) {
      told.add(told(line));
    }
    return from.isPresent()
        ? fromOurs(command, number, from.get(), to, told)
        : fromOutside(command, number, Reading.name(sender), to, told);
  }

  private static DespatchAdviceType parse(byte[] xml) {
    return Reading.parse(
        errors -> UBL21Marshaller.despatchAdvice().setCollectErrors(errors).read(xml),
        Message.of("despatch advice"));
  }

  /** The number of the order that it belongs to, else its own. */
  private static String number(DespatchAdviceType advice) {
    return Reading.number(
        advice.getOrderReference().isEmpty()
            ? advice.getIDValue()
            : advice.getOrderReference().get(0).getIDValue());
  }

  private Optional<Places.Named> site(@Nullable PartyType party) {
    if (party == null) {
      return Optional.empty();
    }
    List<Places.Named> sites = places.allNamed();
    for (PartyIdentificationType id : party.getPartyIdentification()) {
      String value = Reading.value(id);
      boolean gln = Reading.isGln(id);
      Optional<Places.Named> found =
          sites.stream().filter(site -> (gln ? site.gln() : site.code()).equals(value)).findFirst();
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  private Told told(DespatchLineType line) {
    Message where = Message.of("Line {0}: ", line.getIDValue());
    ItemType named = Objects.requireNonNull(line.getItem());
    Catalog.Measured item = reading.item(named, where);
    Quantity quantity =
        Reading.quantity(
            item,
            line.getDeliveredQuantityValue(),
            line.getDeliveredQuantity() == null ? null : line.getDeliveredQuantity().getUnitCode(),
            Message.of("delivered quantity"),
            where);
    ItemInstanceType instance =
        named.getItemInstance().isEmpty() ? null : named.getItemInstance().get(0);
    LotIdentificationType lot = instance == null ? null : instance.getLotIdentification();
    String serial = instance == null ? null : instance.getSerialIDValue();
    String lotCode = lot == null ? null : lot.getLotNumberIDValue();
    checkMarks(item, lotCode, serial, where);
    return new Told(
        item,
        quantity,
        lotCode,
        lot == null || lot.getExpiryDate() == null ? null : lot.getExpiryDateValueLocal(),
        serial,
        load(line));
  }

  private static void checkMarks(
      Catalog.Measured item, @Nullable String lot, @Nullable String serial, Message where) {
    if (item.tracking().needsLot() && lot == null) {
      throw Problem.invalid("file", "{0} is kept by lot, and none is named.", where + item.code());
    }
    if (item.tracking().needsSerial() && serial == null) {
      throw Problem.invalid(
          "file", "{0} has serial numbers, and none is named.", where + item.code());
    }
  }

  private static @Nullable String load(DespatchLineType line) {
    return line.getShipment().stream()
        .flatMap(shipment -> shipment.getTransportHandlingUnit().stream())
        .map(unit -> unit.getIDValue())
        .filter(code -> code != null && Sscc.isSscc(code))
        .findFirst()
        .orElse(null);
  }

  /** The goods leave the stock of one of our sites, just those lots and pieces. */
  private long fromOurs(
      Command command, String number, Places.Named from, Places.Named to, List<Told> told) {
    List<TransferViews.LineEntry> lines =
        told.stream()
            .map(
                one ->
                    new TransferViews.LineEntry(
                        one.item().code(), one.quantity(), "", one.lot(), one.serial()))
            .toList();
    long id =
        planning.add(
            new TransferViews.Entry(null, number, from.id(), to.id(), null, false, "", lines),
            command.actor());
    planning.release(id, command.actor());
    sending.pickAll(command, id);
    Head head = progress.lock(id);
    table.lines(id).stream()
        .filter(row -> !sending.isPicked(head, row))
        .findFirst()
        .ifPresent(
            row -> {
              throw Problem.refused(
                  "not-enough",
                  "{0} has not so much of {1} as the advice says.",
                  from.name(),
                  row.name());
            });
    sending.send(command, id, TransferViews.Rest.STAYS);
    return id;
  }

  /** The goods enter the books on the road. */
  private long fromOutside(
      Command command, String number, @Nullable String sender, Places.Named to, List<Told> told) {
    places.requireSite(to.id(), command.actor());
    numbers.claim(DocumentKind.TRANSFER, "TR", number);
    long inTransit = places.inTransit(number);
    long id =
        table.insert(
            number, false, false, 0, sender, to.id(), null, "", inTransit, command.actor());
    long outside = places.contra(PlaceKind.SUPPLIER);
    Map<Long, UnitCost> worth =
        costs.of(told.stream().map(one -> one.item().id()).collect(Collectors.toSet()));
    List<Line> lines = new ArrayList<>();
    List<PositionKey> keys = new ArrayList<>();
    for (Told one : told) {
      long lot =
          one.lot() == null
              ? 0
              : lotsAndSerials
                  .obtainLot(
                      one.item().id(),
                      one.lot(),
                      LotDates.expiring(one.expiry()),
                      days.today(to.id()))
                  .id();
      long serial =
          one.serial() == null
              ? 0
              : lotsAndSerials.obtainSerial(one.item().id(), one.serial(), lot, null).id();
      long load = one.load() == null ? 0 : loads.obtain(new Sscc(one.load()));
      Goods goods = new Goods(one.item().id(), lot, serial);
      Spot there = new Spot(inTransit, load, Condition.GOOD);
      lines.add(new Line(goods, new Spot(outside, 0, Condition.GOOD), there, one.quantity()));
      keys.add(PositionKey.of(goods, there));
    }
    long posting =
        stock
            .post(command, new NewPosting(PostingKind.SHIPMENT, null, number, null, sender, lines))
            .posting();
    table.addShipment(id, 1, command.actor(), posting);
    for (int i = 0; i < told.size(); i++) {
      Quantity quantity = told.get(i).quantity();
      int line = i + 1;
      table.addLine(id, line, keys.get(i).goods(), "", quantity, quantity);
      table.add(id, line, Figure.SENT, quantity);
      long goods =
          table.addGoods(
              id,
              line,
              1,
              keys.get(i),
              quantity,
              Objects.requireNonNull(worth.get(keys.get(i).item())).amount());
      table.addMove(posting, goods, Figure.SENT, quantity);
    }
    table.touched(id, true);
    table.event(id, command.actor(), "ADVISED", told.size() + " lines");
    progress.refresh(table.find(id).orElseThrow());
    return id;
  }
}
