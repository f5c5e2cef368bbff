package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.putaway.Plan;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.Stock;
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

  private final FloorFacts.House house;

  Rounds(FloorFacts.House house) {
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
    return plan(new FloorFacts(site, Verb.PUT_AWAY, house), site, trolley);
  }

  private FloorView.Round plan(FloorFacts facts, long site, UnitLoads.Card trolley) {
    List<FloorView.Stop> stops = new ArrayList<>();
    List<FloorView.Content> nowhere = new ArrayList<>();
    Set<Long> claimed = new HashSet<>();
    List<Stock> carried = new ArrayList<>(facts.stockOn(trolley.id()));
    carried.sort(Comparator.comparing(Stock::key));
    for (Stock one : carried) {
      PositionKey key = one.key();
      // Off the trolley it is loose; on it, it would count as a unit load.
      PositionKey loose =
          new PositionKey(key.item(), key.place(), key.lot(), key.serial(), 0, key.condition());
      Plan plan = house.puttingAway().plan(site, loose, one.quantity(), claimed);
      Catalog.Measured item = facts.item(key.item());
      String lot =
          key.lot() == 0 ? null : facts.lot(key.lot()).map(Catalog.LotCard::code).orElse(null);
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

  /** What a trolley carries for the bin that was scanned, if that is one thing. */
  List<Evidence> meantFor(FloorFacts facts, MoveSentence sentence) {
    boolean trolley = sentence.load().part() == MoveSentence.Load.Part.OFF;
    if (!trolley || sentence.item().filled().isPresent()) {
      return List.of();
    }
    long bin = sentence.to().filled().orElse(0L);
    UnitLoads.Card card = facts.card(sentence.load().unitLoad()).orElseThrow();
    List<FloorView.Stop> here =
        plan(facts, facts.site(), card).stops().stream()
            .filter(stop -> stop.placeId() == bin)
            .toList();
    if (here.size() != 1) {
      return List.of();
    }
    FloorView.Stop stop = here.get(0);
    List<Evidence> said = new ArrayList<>();
    said.add(new Evidence.Item(stop.itemId(), Quantity.ZERO));
    if (stop.lotId() != 0) {
      said.add(new Evidence.Lot(stop.itemId(), stop.lotId()));
    }
    if (!facts.measure(stop.itemId()).tracking().needsSerial()) {
      said.add(new Evidence.Figure(stop.quantity(), null));
    }
    return said;
  }
}
