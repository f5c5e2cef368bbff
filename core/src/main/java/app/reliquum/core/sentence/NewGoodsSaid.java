package app.reliquum.core.sentence;

import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What was said of goods that may be new: lots and pieces go by their numbers, known or not. */
abstract class NewGoodsSaid extends GoodsSaid {
  private final HouseFacts house;
  String lot;
  LocalDate expiry;
  LocalDate bestBefore;
  LocalDate produced;
  final Set<String> serials = new LinkedHashSet<>();

  NewGoodsSaid(HouseFacts house) {
    super(house);
    this.house = house;
  }

  @Override
  void hearLot(long said) {
    hearLotCode(house.lotCode(said));
  }

  @Override
  void hearLotCode(Evidence.LotCode said) {
    hearItem(said.item());
    hearLotCode(said.code());
  }

  private void hearLotCode(String said) {
    if (lot != null && !lot.equalsIgnoreCase(said)) {
      throw new MisfitFound(new Misfit.OtherLotCode(lot, said));
    }
    lot = said;
  }

  @Override
  void hearSerial(Evidence.Serial said) {
    hearPiece(house.serialCode(said.serial()));
  }

  @Override
  void hearSerialCode(Evidence.SerialCode said) {
    hearItem(said.item());
    hearPiece(said.code());
  }

  void hearPiece(String said) {
    if (!serials.add(said)) {
      throw new MisfitFound(new Misfit.CodeTwice(said));
    }
  }

  @Override
  void hearMore(Evidence one) {
    if (one instanceof Evidence.Expiry said) {
      expiry = said.day();
    } else if (one instanceof Evidence.BestBefore said) {
      bestBefore = said.day();
    } else if (one instanceof Evidence.Produced said) {
      produced = said.day();
    } else if (one instanceof Evidence.ConditionSaid said) {
      condition = said.condition();
    } else {
      super.hearMore(one);
    }
  }

  /** An item that keeps no lots, or no serial numbers, has none to be named. */
  final void checkKept(boolean needsLot, boolean needsSerials) {
    if ((!needsSerials && !serials.isEmpty()) || (!needsLot && lot != null)) {
      throw new MisfitFound(new Misfit.NotKept(item, needsLot || lot == null));
    }
  }

  /** Whoever goes on stands in the same bin. */
  static List<Evidence> binsOf(List<Evidence> done) {
    return done.stream().filter(one -> one instanceof Evidence.Bin).toList();
  }

  /**
   * A text that the house does not know, as the number of goods that may be new: of their lot while
   * that is open, else of one more piece.
   */
  static Optional<Evidence> newNumber(
      Blank<Long> item, boolean needsLot, Blank<String> lot, boolean serials, String text) {
    boolean lotOpen = needsLot && lot.filled().isEmpty();
    return item.filled()
        .filter(of -> lotOpen || serials)
        .map(of -> lotOpen ? new Evidence.LotCode(of, text) : new Evidence.SerialCode(of, text));
  }
}
