package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.refill.Refill;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.core.sentence.Verb;
import app.reliquum.replenishment.Refills;
import app.reliquum.stock.Reserving;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** The facts for goods that are brought from bulk to the pick faces that lack them. */
final class StoredRefillFacts extends StoredMoveFacts {

  private final Refills refills;
  private final Reserving reserving;
  private final Map<Long, Optional<Refill>> needed = new HashMap<>();

  StoredRefillFacts(long site, House house, Rounds rounds, Refills refills, Reserving reserving) {
    super(site, Verb.REFILL, house, rounds);
    this.refills = refills;
    this.reserving = reserving;
  }

  private Optional<Refill> needed(long item) {
    return Objects.requireNonNull(needed.computeIfAbsent(item, id -> refills.of(id, site())));
  }

  @Override
  public List<HeldPosition> stockIn(long place) {
    return bulk(super.stockIn(place));
  }

  @Override
  public List<HeldPosition> stockOf(long item) {
    return bulk(super.stockOf(item));
  }

  /**
   * What may be brought: good, reserved by nobody, lying where goods may be taken from and not in
   * the pick face itself; and what is on a trolley already.
   */
  private List<HeldPosition> bulk(List<HeldPosition> stock) {
    List<HeldPosition> there =
        stock.stream()
            .filter(one -> one.key().condition() == Condition.GOOD)
            .filter(one -> siteOf(one.key().place()) == site())
            .filter(one -> onTrolley(one.key()) || bin(one.key().place()).purpose().pickable())
            .filter(
                one ->
                    onTrolley(one.key())
                        || homeBin(one.key().item())
                            .filter(at -> at == one.key().place())
                            .isEmpty())
            .toList();
    return FreeGoods.of(there, reserving, reservation -> false);
  }

  private boolean onTrolley(PositionKey key) {
    return key.unitLoad() != 0 && trolley(key.unitLoad());
  }

  /** What is brought on a trolley is no longer missing, but may still be put there. */
  @Override
  public Optional<Quantity> asked(long item) {
    Quantity carried =
        super.stockOf(item).stream()
            .filter(one -> onTrolley(one.key()))
            .map(HeldPosition::quantity)
            .reduce(Quantity.ZERO, Quantity::plus);
    return Optional.of(needed(item).map(Refill::missing).orElse(Quantity.ZERO).plus(carried));
  }

  @Override
  public Blank.Why whyAsked() {
    return Blank.Why.STILL_MISSING;
  }

  @Override
  public boolean listed(long item) {
    return asked(item).filter(Quantity::isPositive).isPresent();
  }

  @Override
  public Optional<Next> next(long item) {
    return needed(item)
        .filter(Refill::possible)
        .map(refill -> new Next(refill.sources().get(0).key(), Blank.Why.LEAVES_FIRST));
  }

  /** The pick face, and as much as is taken for it of the position. */
  @Override
  public Optional<Target> target(PositionKey goods, Quantity quantity) {
    if (onTrolley(goods)) {
      return super.target(goods, quantity);
    }
    return homeBin(goods.item())
        .map(
            home ->
                new Target(
                    home,
                    needed(goods.item())
                        .flatMap(
                            refill ->
                                refill.sources().stream()
                                    .filter(source -> source.key().equals(goods))
                                    .map(Refill.Source::quantity)
                                    .findFirst())
                        .map(quantity::min)
                        .orElse(quantity),
                    Blank.Why.PICK_FACE));
  }

  @Override
  public boolean replaces() {
    return true;
  }
}
