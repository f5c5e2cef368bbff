package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.sentence.CountFacts;
import app.reliquum.core.sentence.Stock;
import app.reliquum.counting.Tallies;
import java.util.List;
import java.util.Optional;

/** The facts for one reading of a Count sentence. */
class CountFactsHere implements CountFacts {

  private final FloorFacts floor;
  private final FloorFacts.House house;
  private final Tallies tallies;
  private final Tallies.Sitting sitting;

  CountFactsHere(
      FloorFacts floor, FloorFacts.House house, Tallies tallies, Tallies.Sitting sitting) {
    this.floor = floor;
    this.house = house;
    this.tallies = tallies;
    this.sitting = sitting;
  }

  @Override
  public long site() {
    return floor.site();
  }

  @Override
  public long siteOf(long place) {
    return floor.siteOf(place);
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
  public List<Stock> stockIn(long place) {
    return floor.stockIn(place);
  }

  @Override
  public List<Stock> stockOn(long unitLoad) {
    return floor.stockOn(unitLoad);
  }

  @Override
  public boolean trolley(long unitLoad) {
    return floor.trolley(unitLoad);
  }

  @Override
  public String lotCode(long lot) {
    return floor.lot(lot).map(Catalog.LotCard::code).orElse("?");
  }

  @Override
  public Optional<Long> lot(long item, String code) {
    return house.catalog().lot(item, code).map(Catalog.LotCard::id);
  }

  @Override
  public String serialCode(long serial) {
    return floor.serial(serial);
  }

  @Override
  public Optional<Long> lotOfPiece(long item, String code) {
    return house.catalog().serial(item, code).map(Catalog.SerialCard::lotId);
  }

  @Override
  public boolean pieceCounted(long item, String code) {
    return house
        .catalog()
        .serial(item, code)
        .filter(piece -> tallies.pieceCounted(sitting, piece.id()))
        .isPresent();
  }

  @Override
  public int year() {
    return house.orders().today(floor.site()).getYear();
  }
}
