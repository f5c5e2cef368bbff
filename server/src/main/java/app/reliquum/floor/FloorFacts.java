package app.reliquum.floor;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.core.sentence.Stock;
import app.reliquum.places.Places;
import app.reliquum.stock.OnHand;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The facts for one reading of a sentence, each fetched once. */
class FloorFacts implements MoveFacts {

  private final long site;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final Map<Long, Catalog.Measured> items = new HashMap<>();
  private final Map<Long, Places.LedgerPlace> bins = new HashMap<>();
  private final Map<Long, List<Stock>> in = new HashMap<>();
  private final Map<Long, List<Stock>> of = new HashMap<>();
  private final Map<Long, Optional<Catalog.LotCard>> lots = new HashMap<>();

  FloorFacts(long site, Catalog catalog, Places places, OnHand onHand) {
    this.site = site;
    this.catalog = catalog;
    this.places = places;
    this.onHand = onHand;
  }

  @Override
  public long site() {
    return site;
  }

  @Override
  public long siteOf(long place) {
    return bin(place).site();
  }

  @Override
  public MeasureRule measure(long item) {
    return item(item).measure();
  }

  @Override
  public List<Pack> packs(long item) {
    return catalog.packs(item);
  }

  @Override
  public List<Stock> stockIn(long place) {
    return in.computeIfAbsent(place, onHand::in);
  }

  @Override
  public List<Stock> stockOf(long item) {
    return of.computeIfAbsent(item, id -> onHand.of(id, site));
  }

  @Override
  public Optional<LocalDate> expiry(long lot) {
    return lot(lot).map(Catalog.LotCard::expiry);
  }

  @Override
  public Optional<Long> homeBin(long item) {
    return catalog.homeBin(item, site);
  }

  Catalog.Measured item(long id) {
    return items.computeIfAbsent(
        id,
        key ->
            catalog.measured(Set.of(key)).stream()
                .findFirst()
                .orElseThrow(() -> Problem.missing("item", key)));
  }

  Places.LedgerPlace bin(long id) {
    return bins.computeIfAbsent(
        id,
        key ->
            places.forLedger(Set.of(key)).stream()
                .findFirst()
                .orElseThrow(() -> Problem.missing("place", key)));
  }

  Optional<Catalog.LotCard> lot(long id) {
    return lots.computeIfAbsent(id, catalog::lot);
  }

  String serial(long id) {
    return catalog.serial(id).map(Catalog.SerialCard::code).orElse("?");
  }
}
