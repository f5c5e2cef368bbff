package app.reliquum.floor;

import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.sentence.PickFacts;
import app.reliquum.outbound.PickRounds;
import app.reliquum.outbound.Picking;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * The facts for goods that are taken for orders, or packed for one.
 *
 * <p>What is known of goods and places is what every sentence knows; the list is added.
 */
final class StoredPickFacts extends StoredFacts implements PickFacts {

  private final Map<Long, PickRounds.Stop> byReservation = new LinkedHashMap<>();
  private final Picking picking;
  private final List<PickRounds.Taken> orders;
  private final boolean packs;

  /**
   * @param orders the orders that goods are taken for
   * @param list what is still to be taken for them, in walking order
   */
  StoredPickFacts(
      long site,
      House house,
      Picking picking,
      List<PickRounds.Taken> orders,
      List<PickRounds.Stop> list,
      boolean packs) {
    super(site, house);
    this.picking = picking;
    this.orders = orders;
    this.packs = packs;
    list.forEach(stop -> byReservation.put(stop.reservation().id(), stop));
  }

  List<PickRounds.Taken> orders() {
    return orders;
  }

  @Override
  public boolean orderChosen() {
    return !orders.isEmpty();
  }

  @Override
  public List<Stop> stops() {
    return byReservation.values().stream()
        .map(
            one ->
                new Stop(
                    one.reservation().id(),
                    one.reservation().key(),
                    one.reservation().quantity(),
                    packs ? 0 : one.order().toteId()))
        .toList();
  }

  /** Which order a stop is for. */
  PickRounds.Taken order(Stop stop) {
    return Objects.requireNonNull(byReservation.get(stop.id())).order();
  }

  List<PickRounds.Stop> list() {
    return List.copyOf(byReservation.values());
  }

  @Override
  public Quantity free(Stop stop, PositionKey key) {
    Reservation one = Objects.requireNonNull(byReservation.get(stop.id())).reservation();
    if (packs) {
      return one.quantity();
    }
    return key.equals(one.key()) ? one.quantity() : picking.free(site(), one, key);
  }

  @Override
  public Optional<Removal.Verdict> against(Stop stop, PositionKey other) {
    return packs
        ? Optional.of(Removal.Verdict.OTHER_GOODS)
        : picking.against(order(stop).id(), stop.id(), other);
  }

  @Override
  public boolean packs() {
    return packs;
  }
}
