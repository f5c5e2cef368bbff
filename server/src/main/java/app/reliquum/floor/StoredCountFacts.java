package app.reliquum.floor;

import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.sentence.CountFacts;
import app.reliquum.core.sentence.OpenCount;
import java.util.Optional;
import java.util.function.Supplier;

/** The facts for one reading of a Count sentence. */
final class StoredCountFacts extends StoredFacts implements CountFacts {
  private final Supplier<OpenCount> open;

  /**
   * @param open where the person stands in the count at this moment
   */
  StoredCountFacts(long site, House house, Supplier<OpenCount> open) {
    super(site, house);
    this.open = open;
  }

  @Override
  public Optional<Long> lotOfPiece(long item, String code) {
    return house.lotsAndSerials().serial(item, code).map(LotsAndSerials.SerialCard::lotId);
  }

  @Override
  public boolean countsItem() {
    return house
        .countLines()
        .slip(open.get().slip())
        .filter(slip -> slip.item() != 0 && slip.place() == 0)
        .isPresent();
  }

  @Override
  public boolean pieceCounted(long item, String code) {
    return house
        .lotsAndSerials()
        .serial(item, code)
        .filter(piece -> house.countLines().pieceCounted(open.get(), piece.id()))
        .isPresent();
  }
}
