package app.reliquum.floor;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.Verb;
import app.reliquum.stock.Reserving;
import app.reliquum.transfers.Transfers;
import java.util.List;
import java.util.Optional;

/**
 * The facts for goods that are sent on a transfer, or arrive on it. One end of every such move is
 * the transfer's own place on the road.
 */
final class StoredTransferFacts extends StoredMoveFacts {

  private final Transfers.Facts transfer;
  private final Reserving reserving;

  StoredTransferFacts(
      long site,
      Verb verb,
      House house,
      Rounds rounds,
      Transfers.Facts transfer,
      Reserving reserving) {
    super(site, verb, house, rounds);
    this.transfer = transfer;
    this.reserving = reserving;
  }

  Transfers.Facts transfer() {
    return transfer;
  }

  boolean sends() {
    return verb() == Verb.SEND;
  }

  @Override
  public Optional<Long> origin() {
    return sends() ? Optional.empty() : Optional.of(transfer.inTransit());
  }

  @Override
  public Optional<Long> destination() {
    return sends() ? Optional.of(transfer.inTransit()) : Optional.empty();
  }

  @Override
  public List<HeldPosition> stockIn(long place) {
    return sends() ? free(super.stockIn(place)) : super.stockIn(place);
  }

  @Override
  public List<HeldPosition> stockOf(long item) {
    return sends()
        ? free(super.stockOf(item))
        : super.stockIn(transfer.inTransit()).stream()
            .filter(one -> one.key().item() == item)
            .toList();
  }

  @Override
  public List<HeldPosition> stockOn(long unitLoad) {
    return sends()
        ? free(super.stockOn(unitLoad)).stream().filter(one -> here(one.key())).toList()
        : super.stockOn(unitLoad).stream()
            .filter(one -> one.key().place() == transfer.inTransit())
            .toList();
  }

  private boolean here(PositionKey key) {
    return siteOf(key.place()) == site();
  }

  /** What this transfer may take: not what others have reserved, nor what it has picked already. */
  private List<HeldPosition> free(List<HeldPosition> stock) {
    return FreeGoods.of(
        stock, reserving, one -> one.document().equals(transfer.number()) && !one.picked());
  }

  @Override
  public Optional<Quantity> asked(long item) {
    if (!sends() || !transfer.planned()) {
      return Optional.empty();
    }
    return Optional.of(
        transfer.lines().stream()
            .filter(line -> line.itemId() == item)
            .map(line -> line.toSend().minus(line.picked()))
            .reduce(Quantity.ZERO, Quantity::plus));
  }

  @Override
  public boolean listed(long item) {
    return !sends()
        || !transfer.planned()
        || transfer.lines().stream().anyMatch(line -> line.itemId() == item);
  }

  @Override
  public Optional<Next> next(long item) {
    return transfer.kept().stream()
        .filter(one -> !one.picked() && one.itemId() == item)
        .findFirst()
        .map(
            one ->
                new Next(
                    new PositionKey(
                        item, one.placeId(), one.lotId(), one.serialId(), 0, one.condition()),
                    Blank.Why.RESERVED));
  }

  @Override
  public boolean replaces() {
    return true;
  }

  /** Where what arrives is put: a dock, or where it stays if goods come straight in. */
  @Override
  public Optional<Target> target(PositionKey goods, Quantity quantity) {
    if (sends()) {
      return Optional.empty();
    }
    List<Long> docks = house.places().docks(site());
    if (docks.isEmpty() || house.places().receiving(site()).flow() == InboundFlow.STRAIGHT_IN) {
      boolean implied = !docks.isEmpty() && bin(docks.get(0)).implied();
      Optional<Target> stays = implied ? Optional.empty() : planned(goods, quantity);
      if (stays.isPresent()) {
        return stays;
      }
    }
    return docks.stream().findFirst().map(dock -> new Target(dock, quantity, Blank.Why.DOCK));
  }

  /** The transfer as the Floor shows it. */
  FloorView.Transfer shown() {
    return new FloorView.Transfer(
        transfer.id(),
        transfer.number(),
        transfer.planned(),
        transfer.state(),
        transfer.fromSite(),
        transfer.from(),
        transfer.toSite(),
        transfer.to(),
        transfer.lines(),
        sends() ? transfer.kept() : List.of(),
        sends()
            ? List.of()
            : transfer.goods().stream().filter(one -> one.inTransit().isPositive()).toList());
  }
}
