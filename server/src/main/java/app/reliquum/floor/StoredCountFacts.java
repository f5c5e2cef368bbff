package app.reliquum.floor;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.sentence.CountFacts;
import app.reliquum.counting.Tallies;
import java.util.Optional;
import java.util.function.Supplier;

/** The facts for one reading of a Count sentence. */
final class StoredCountFacts extends StoredFacts implements CountFacts {
  private final Supplier<Tallies.Sitting> sitting;

  /**
   * @param sitting where the person stands in the count at this moment
   */
  StoredCountFacts(long site, House house, Supplier<Tallies.Sitting> sitting) {
    super(site, house);
    this.sitting = sitting;
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
        .filter(piece -> house.tallies().pieceCounted(sitting.get(), piece.id()))
        .isPresent();
  }
}
