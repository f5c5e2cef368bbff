package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.core.sentence.Verb;
import java.util.List;
import java.util.Optional;

/** The facts for goods that go from bin to bin, or from where they wait to where they stay. */
class StoredMoveFacts extends StoredFacts implements MoveFacts {
  private final Verb verb;
  private final Rounds rounds;

  StoredMoveFacts(long site, Verb verb, House house, Rounds rounds) {
    super(site, house);
    this.verb = verb;
    this.rounds = rounds;
  }

  final Verb verb() {
    return verb;
  }

  @Override
  public List<HeldPosition> stockIn(long place) {
    return meant(super.stockIn(place));
  }

  @Override
  public List<HeldPosition> stockOf(long item) {
    return meant(super.stockOf(item));
  }

  /** Whoever puts away takes only what waits, and not what must be inspected before. */
  private List<HeldPosition> meant(List<HeldPosition> stock) {
    return verb == Verb.PUT_AWAY
        ? stock.stream()
            .filter(one -> waits(one.key()) && one.key().condition() != Condition.ON_HOLD)
            .toList()
        : stock;
  }

  @Override
  public boolean waits(PositionKey key) {
    AreaPurpose purpose = bin(key.place()).purpose();
    return purpose == AreaPurpose.RECEIVE
        || purpose == AreaPurpose.INSPECT
        || (key.unitLoad() != 0 && trolley(key.unitLoad()));
  }

  @Override
  public boolean targetIsScanned(long place) {
    return house.places().targetIsScanned(place);
  }

  @Override
  public boolean toInspect(long item) {
    return super.stockOf(item).stream()
        .anyMatch(one -> waits(one.key()) && one.key().condition() == Condition.ON_HOLD);
  }

  @Override
  public Optional<Target> target(PositionKey goods, Quantity quantity) {
    return waits(goods) ? planned(goods, quantity) : MoveFacts.super.target(goods, quantity);
  }

  @Override
  public Optional<Verdict> objection(long place, PositionKey goods, Quantity quantity) {
    return house.puttingAway().objection(place, goods, quantity);
  }

  @Override
  public List<Carried> carriedFor(long trolley, long place) {
    return rounds.plan(this, site(), card(trolley).orElseThrow()).stops().stream()
        .filter(stop -> stop.placeId() == place)
        .map(stop -> new Carried(stop.itemId(), stop.lotId(), stop.quantity()))
        .toList();
  }
}
