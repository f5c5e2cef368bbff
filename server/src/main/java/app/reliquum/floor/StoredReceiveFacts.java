package app.reliquum.floor;

import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.core.sentence.ReceiveFacts;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.InboundViews;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The facts for one reading of a Receive sentence. */
final class StoredReceiveFacts extends StoredFacts implements ReceiveFacts {
  private final Places.Receiving receiving;
  private final InboundOrders.@Nullable Expected order;
  private final boolean implied;
  private final List<Long> docks;

  /**
   * @param order the order that arrives, null if none is chosen yet
   */
  StoredReceiveFacts(long site, House house, InboundOrders.@Nullable Expected order) {
    super(site, house);
    this.receiving = house.places().receiving(site);
    this.order = order;
    this.docks = house.places().docks(site);
    this.implied = !docks.isEmpty() && bin(docks.get(0)).implied();
  }

  InboundFlow flow() {
    return receiving.flow();
  }

  InboundOrders.@Nullable Expected order() {
    return order;
  }

  @Override
  public boolean orderChosen() {
    return order != null;
  }

  @Override
  public List<Expected> linesOf(long item) {
    if (order == null || order.kind() != InboundViews.Kind.PURCHASE) {
      return List.of();
    }
    List<Arrival.OrderLine> lines =
        order.lines().stream()
            .filter(one -> one.item() == item)
            .map(InboundOrders.ExpectedLine::line)
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
    Quantity most = Arrival.most(lines, receiving.overPercent(), measure(item).decimals());
    return List.of(new Expected(lines.get(0).line(), item, expected, open, most));
  }

  @Override
  public List<Long> expectedItems() {
    return order == null
        ? List.of()
        : order.lines().stream()
            .filter(one -> one.line().open().isPositive())
            .map(InboundOrders.ExpectedLine::item)
            .distinct()
            .toList();
  }

  @Override
  public boolean unexpected() {
    return order == null || order.kind() != InboundViews.Kind.PURCHASE;
  }

  @Override
  public Optional<KnownLot> lot(long item, String code) {
    return house.lotsAndSerials().lot(item, code).map(lot -> new KnownLot(lot.id(), lot.dates()));
  }

  @Override
  public Optional<Long> pieceAt(long item, String code) {
    return house
        .lotsAndSerials()
        .serial(item, code)
        .flatMap(piece -> house.onHand().placeOf(piece.id()));
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
    return receiving.flow() == InboundFlow.STRAIGHT_IN || docks.isEmpty();
  }

  @Override
  public Optional<MoveFacts.Target> target(long item, Quantity quantity) {
    if (implied || !straightIn()) {
      return Optional.empty();
    }
    PositionKey goods = new PositionKey(item, 0, 0, 0, 0, Condition.GOOD);
    return planned(goods, quantity);
  }
}
