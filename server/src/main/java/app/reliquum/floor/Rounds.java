package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.Plan;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.HeldPosition;
import app.reliquum.stock.UnitLoads;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A trolley's way through the site: what it carries, bin by bin, in walking order. */
@Service
class Rounds {

  private final StoredFacts.House house;

  Rounds(StoredFacts.House house) {
    this.house = house;
  }

  /** What a trolley still carries, and where it goes. */
  @Transactional(readOnly = true)
  FloorView.Round round(Actor actor, long site, long load) {
    house.places().requireSite(site, actor);
    UnitLoads.Card trolley =
        house
            .loads()
            .card(load)
            .filter(UnitLoads.Card::trolley)
            .orElseThrow(() -> Problem.missing("trolley", load));
    return plan(new StoredFacts(site, house), site, trolley);
  }

  FloorView.Round plan(StoredFacts facts, long site, UnitLoads.Card trolley) {
    List<FloorView.Stop> stops = new ArrayList<>();
    List<FloorView.Content> nowhere = new ArrayList<>();
    Set<Long> claimed = new HashSet<>();
    List<HeldPosition> carried = new ArrayList<>(facts.stockOn(trolley.id()));
    carried.sort(Comparator.comparing(HeldPosition::key));
    for (HeldPosition one : carried) {
      PositionKey key = one.key();
      // Off the trolley it is loose; on it, it would count as a unit load.
      PositionKey loose =
          new PositionKey(key.item(), key.place(), key.lot(), key.serial(), 0, key.condition());
      Plan plan = house.puttingAway().plan(site, loose, one.quantity(), claimed);
      Catalog.Measured item = facts.item(key.item());
      String lot =
          key.lot() == 0
              ? null
              : facts.lot(key.lot()).map(LotsAndSerials.LotCard::code).orElse(null);
      for (Plan.Placement placement : plan.placements()) {
        claimed.add(placement.place());
        stops.add(
            new FloorView.Stop(
                placement.place(),
                facts.bin(placement.place()).address(),
                item.id(),
                item.name(),
                key.lot(),
                lot,
                placement.quantity(),
                item.unit().symbol(),
                Blank.Why.valueOf(placement.stage().name())));
      }
      if (plan.missing().isPositive()) {
        nowhere.add(new FloorView.Content(item.name(), lot, plan.missing(), item.unit().symbol()));
      }
    }
    Map<Long, Integer> walk = house.places().walk(claimed);
    stops.sort(
        Comparator.comparing((FloorView.Stop stop) -> walk.getOrDefault(stop.placeId(), 0))
            .thenComparing(FloorView.Stop::address));
    return new FloorView.Round(trolley, stops, nowhere);
  }
}
