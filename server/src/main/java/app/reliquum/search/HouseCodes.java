package app.reliquum.search;

import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Codes;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.scan.Sscc;
import app.reliquum.counting.CountLines;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.places.Places;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.Transfers;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** What the house knows of codes, from its catalog and its places. */
@Service
public class HouseCodes implements Codes {

  private final Catalog catalog;
  private final Places places;

  private final UnitLoads loads;
  private final InboundOrders orders;
  private final Transfers transfers;
  private final CountLines countLines;
  private final OutboundOrders outbound;
  private final LotsAndSerials lotsAndSerials;

  HouseCodes(
      Catalog catalog,
      Places places,
      UnitLoads loads,
      InboundOrders orders,
      Transfers transfers,
      CountLines countLines,
      OutboundOrders outbound,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.outbound = outbound;
    this.countLines = countLines;
    this.transfers = transfers;
    this.catalog = catalog;
    this.places = places;
    this.loads = loads;
    this.orders = orders;
  }

  /** Reads a text and asks what it stands for. */
  public Scan read(String text) {
    return Scan.of(text, this);
  }

  @Override
  public List<Meaning> ofGtin(Gtin gtin) {
    return barcode(gtin.digits());
  }

  private List<Meaning> barcode(String code) {
    return catalog.barcode(code).stream()
        .map(
            hit ->
                (Meaning)
                    new Meaning.Item(
                        hit.itemId(),
                        hit.packId(),
                        // A scan can't count what is measured: one metre of rope has no barcode.
                        hit.packId() == 0 && hit.decimals() > 0 ? Quantity.ZERO : hit.factor()))
        .toList();
  }

  @Override
  public List<Meaning> ofOwn(OwnLabel label) {
    return switch (label.kind()) {
      case BIN ->
          places.ofLabel(label).map(bin -> (Meaning) new Meaning.Bin(bin.id())).stream().toList();
      case ITEM -> byCode(label.code());
      case UNIT_LOAD ->
          loads
              .withCode(label.code())
              .map(load -> (Meaning) new Meaning.UnitLoad(load.id()))
              .stream()
              .toList();
      case DOCUMENT -> documents(label.code());
      default -> List.of();
    };
  }

  private List<Meaning> documents(String number) {
    List<Meaning> all = new ArrayList<>();
    orders.withNumber(number).ifPresent(id -> all.add(new Meaning.InboundOrder(id)));
    transfers.withNumber(number).ifPresent(id -> all.add(new Meaning.Transfer(id)));
    outbound.withNumber(number).ifPresent(id -> all.add(new Meaning.OutboundOrder(id)));
    countLines.withNumber(number).ifPresent(id -> all.add(new Meaning.Count(id)));
    return all;
  }

  @Override
  public long lot(long item, String code) {
    return lotsAndSerials.lot(item, code).map(LotsAndSerials.LotCard::id).orElse(0L);
  }

  @Override
  public long serial(long item, String code) {
    return lotsAndSerials.serial(item, code).map(LotsAndSerials.SerialCard::id).orElse(0L);
  }

  @Override
  public long unitLoad(Sscc sscc) {
    return loads.withCode(sscc.digits()).map(UnitLoads.Card::id).orElse(0L);
  }

  private List<Meaning> byCode(String code) {
    return catalog
        .withCode(code)
        .map(item -> (Meaning) new Meaning.Item(item.id(), 0, Quantity.ZERO))
        .stream()
        .toList();
  }

  @Override
  public List<Meaning> ofPlain(String text) {
    List<Meaning> all = new ArrayList<>();
    places.atAddress(text).forEach(bin -> all.add(new Meaning.Bin(bin.id())));
    all.addAll(byCode(text));
    all.addAll(barcode(text));
    lotsAndSerials
        .lotsCalled(text)
        .forEach(lot -> all.add(new Meaning.Lot(lot.itemId(), lot.id())));
    lotsAndSerials
        .serialsCalled(text)
        .forEach(one -> all.add(new Meaning.Serial(one.itemId(), one.lotId(), one.id())));
    all.addAll(documents(text));
    return all;
  }
}
