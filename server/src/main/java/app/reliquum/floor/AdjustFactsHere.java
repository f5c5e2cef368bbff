package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.sentence.Adjust;
import app.reliquum.core.sentence.AdjustFacts;

/** The facts for one reading of an Adjust sentence. */
class AdjustFactsHere extends FloorFacts implements AdjustFacts {

  private final Adjust.Way way;
  private final int year;

  AdjustFactsHere(long site, Adjust.Way way, House house) {
    super(site, Verb.ADJUST, house);
    this.way = way;
    this.year = house.orders().today(site).getYear();
  }

  @Override
  public Adjust.Way way() {
    return way;
  }

  @Override
  public int year() {
    return year;
  }

  @Override
  public String lotCode(long lot) {
    return lot(lot).map(Catalog.LotCard::code).orElse("?");
  }

  @Override
  public String serialCode(long serial) {
    return serial(serial);
  }
}
