package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;

/**
 * What was said of goods, taken one by one. Verbs agree in what a piece of evidence says; they may
 * differ in what follows when it contradicts another.
 */
abstract class GoodsSaid {
  private final HouseFacts house;
  long item;
  Evidence.Figure figure;
  Quantity counted = Quantity.ZERO;
  Condition condition;

  GoodsSaid(HouseFacts house) {
    this.house = house;
  }

  final void hear(Evidence one) {
    if (one instanceof Evidence.LabelSaid said) {
      said.parts().forEach(this::hear);
    } else if (one instanceof Evidence.Item said) {
      hearItem(said.item());
      hearScan(said.counts());
    } else if (one instanceof Evidence.Lot said) {
      hearItem(said.item());
      hearLot(said.lot());
    } else if (one instanceof Evidence.LotCode said) {
      hearLotCode(said);
    } else if (one instanceof Evidence.Serial said) {
      hearItem(said.item());
      hearSerial(said);
    } else if (one instanceof Evidence.SerialCode said) {
      hearSerialCode(said);
    } else if (one instanceof Evidence.Figure said) {
      hearFigure(said);
    } else if (one instanceof Evidence.Bin said) {
      if (house.siteOf(said.place()) != house.site() && !settled(said.place())) {
        throw new MisfitFound(new Misfit.OtherSite(said.place()));
      }
      hearBin(said);
    } else {
      hearMore(one);
    }
  }

  void hearItem(long said) {
    if (item != 0 && item != said) {
      throw new MisfitFound(new Misfit.OtherItem(item, said));
    }
    item = said;
  }

  /** A barcode counts one pack each time it is scanned. */
  void hearScan(Quantity counts) {
    counted = counted.plus(counts);
  }

  /** A figure replaces what was counted. */
  void hearFigure(Evidence.Figure said) {
    figure = said;
    counted = Quantity.ZERO;
  }

  abstract void hearLot(long lot);

  abstract void hearSerial(Evidence.Serial said);

  /** A lot by its number alone; where goods are taken, it must be known. */
  void hearLotCode(Evidence.LotCode said) {
    throw new MisfitFound(new Misfit.UnknownLot(said.item(), said.code()));
  }

  /** A piece by its number alone; where goods are taken, it must be known. */
  void hearSerialCode(Evidence.SerialCode said) {
    throw new MisfitFound(new Misfit.UnknownSerial(said.item(), said.code()));
  }

  abstract void hearBin(Evidence.Bin said);

  /** What only this verb has room for. */
  void hearMore(Evidence one) {
    throw new MisfitFound(new Misfit.NoRoom());
  }

  /** Whether a place is an end of the sentence that is not chosen, wherever it is. */
  boolean settled(long place) {
    return false;
  }

  final boolean nothingCounted() {
    return figure == null && counted.isZero();
  }

  /** A figure while it is not known of which item. */
  final Blank<Quantity> typedAlone() {
    if (figure == null) {
      return Blank.empty();
    }
    if (figure.pack() != null) {
      throw new MisfitFound(new Misfit.PackNeedsItem(figure.pack()));
    }
    return new Blank.Said<>(figure.quantity());
  }

  /** Pieces with serial numbers are scanned; a figure may only agree with them. */
  final Blank<Quantity> piecesSaid(int pieces) {
    Quantity count = Quantity.of(pieces);
    if (figure != null && !figure.quantity().equals(count)) {
      throw new MisfitFound(new Misfit.ScanSerials(item));
    }
    return pieces == 0 ? Blank.empty() : new Blank.Said<>(count);
  }

  /**
   * How much was said, in base units.
   *
   * @param zero whether none at all is something to say
   */
  final Quantity amount(long of, boolean zero) {
    MeasureRule rule = house.measure(of);
    try {
      Quantity typed =
          figure == null ? Quantity.ZERO : ScanFitting.inBaseUnits(figure, rule, house.packs(of));
      Quantity all = typed.plus(counted);
      return zero && all.isZero() ? all : rule.check(all);
    } catch (QuantityException fault) {
      throw new MisfitFound(new Misfit.WrongQuantity(fault));
    }
  }
}
