package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.inbound.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.core.sentence.ReceiveFacts;
import app.reliquum.places.Places;
import app.reliquum.receiving.Inbound;
import app.reliquum.receiving.Orders;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** The facts for one reading of a Receive sentence. */
class ReceiptFacts implements ReceiveFacts {

  private final FloorFacts floor;
  private final FloorFacts.House house;
  private final Places.Receiving site;
  private final Orders.Expected order;
  private final LocalDate today;
  private final boolean implied;
  private final List<Long> docks;

  /**
   * @param order the order that arrives, null if none is chosen yet
   */
  ReceiptFacts(FloorFacts floor, FloorFacts.House house, Orders.Expected order) {
    this.floor = floor;
    this.house = house;
    this.site = house.places().receiving(floor.site());
    this.order = order;
    this.today = house.orders().today(floor.site());
    this.docks = house.places().docks(floor.site());
    this.implied = !docks.isEmpty() && floor.bin(docks.get(0)).implied();
  }

  FloorFacts floor() {
    return floor;
  }

  InboundFlow flow() {
    return site.flow();
  }

  Orders.Expected order() {
    return order;
  }

  @Override
  public LocalDate today() {
    return today;
  }

  @Override
  public MeasureRule measure(long item) {
    return floor.measure(item);
  }

  @Override
  public List<Pack> packs(long item) {
    return floor.packs(item);
  }

  @Override
  public List<Expected> linesOf(long item) {
    if (order == null || order.kind() != Inbound.Kind.PURCHASE) {
      return List.of();
    }
    List<Arrival.OrderLine> lines =
        order.lines().stream()
            .filter(one -> one.item() == item)
            .map(Orders.ExpectedLine::line)
            .toList();
    boolean ordered = lines.stream().anyMatch(one -> one.origin() == Arrival.Origin.ORDERED);
    if (!ordered) {
      return List.of();
    }
    Quantity open = Quantity.ZERO;
    Quantity expected = Quantity.ZERO;
    for (Arrival.OrderLine line : lines) {
      open = open.plus(line.open());
      expected =
          line.origin() == Arrival.Origin.ORDERED ? expected.plus(line.quantity()) : expected;
    }
    Quantity most = Arrival.most(lines, site.overPercent(), measure(item).decimals());
    return List.of(new Expected(lines.get(0).line(), item, expected, open, most));
  }

  @Override
  public List<Long> expectedItems() {
    return order == null
        ? List.of()
        : order.lines().stream()
            .filter(one -> one.line().open().isPositive())
            .map(Orders.ExpectedLine::item)
            .distinct()
            .toList();
  }

  @Override
  public boolean unexpected() {
    return order == null || order.kind() != Inbound.Kind.PURCHASE;
  }

  @Override
  public Optional<KnownLot> lot(long item, String code) {
    return house.catalog().lot(item, code).map(lot -> new KnownLot(lot.id(), lot.dates()));
  }

  @Override
  public String lotCode(long lot) {
    return floor.lot(lot).map(Catalog.LotCard::code).orElse("?");
  }

  @Override
  public String serialCode(long serial) {
    return floor.serial(serial);
  }

  @Override
  public Optional<Long> pieceAt(long item, String code) {
    return house.catalog().serial(item, code).flatMap(piece -> house.onHand().placeOf(piece.id()));
  }

  @Override
  public Optional<Long> loadAt(String sscc) {
    return house.loads().withCode(sscc).flatMap(load -> Optional.ofNullable(load.place()));
  }

  @Override
  public Optional<Integer> shelfLifeDays(long item) {
    return Optional.ofNullable(house.catalog().stored(item).shelfLifeDays());
  }

  @Override
  public List<Long> docks() {
    return docks;
  }

  @Override
  public boolean straightIn() {
    return site.flow() == InboundFlow.STRAIGHT_IN || docks.isEmpty();
  }

  @Override
  public long siteOf(long place) {
    return floor.siteOf(place);
  }

  @Override
  public long site() {
    return floor.site();
  }

  @Override
  public Optional<MoveFacts.Target> target(long item, Quantity quantity) {
    if (implied || !straightIn()) {
      return Optional.empty();
    }
    PositionKey goods = new PositionKey(item, 0, 0, 0, 0, Condition.GOOD);
    return house.puttingAway().plan(site(), goods, quantity).placements().stream()
        .findFirst()
        .map(
            first ->
                new MoveFacts.Target(
                    first.place(), first.quantity(), Blank.Why.valueOf(first.stage().name())));
  }
}
