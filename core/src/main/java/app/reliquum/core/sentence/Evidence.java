package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Meaning;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** One thing that was scanned, typed or tapped for a sentence. */
public sealed interface Evidence {

  /** Which blank a bin was meant for. */
  enum Role {
    /** Not said: the sentence finds out. */
    ANY,
    /** Where goods are taken. */
    FROM,
    /** Where goods are put. */
    TO
  }

  /** A bin. */
  record Bin(long place, Role role) implements Evidence {}

  /** An item, and how many base units this scan stands for; zero if it only names the item. */
  record Item(long item, Quantity counts) implements Evidence {}

  /** A lot of an item. */
  record Lot(long item, long lot) implements Evidence {}

  /** One piece with a serial number. */
  record Serial(long item, long lot, long serial) implements Evidence {}

  /** A quantity, in a pack of the item or, with no pack, in base units. */
  record Figure(Quantity quantity, String pack) implements Evidence {}

  /** The condition of the goods that are meant. */
  record ConditionSaid(Condition condition) implements Evidence {}

  /** From and to are to change places. */
  record Turned() implements Evidence {}

  /** A unit load: a pallet, which moves whole, or a trolley, which goods are put on and off. */
  record UnitLoad(long unitLoad) implements Evidence {}

  /**
   * The number of a unit load that comes in.
   *
   * @param whole whether its label told of everything on it, so that it can come in only once
   */
  record IncomingUnitLoad(String sscc, boolean whole) implements Evidence {}

  /** The number of a lot, known or new. */
  record LotCode(long item, String code) implements Evidence {}

  /** The number of a piece, known or new. */
  record SerialCode(long item, String code) implements Evidence {}

  /** The numbers of pieces in a row, both ends included. */
  record SerialRange(long item, String first, String last) implements Evidence {}

  /** The last day on which a lot is good. */
  record Expiry(LocalDate day) implements Evidence {}

  /** The day until which a lot is at its best. */
  record BestBefore(LocalDate day) implements Evidence {}

  /** The day on which a lot was made. */
  record Produced(LocalDate day) implements Evidence {}

  /** Yes, this item, although nobody ordered it. */
  record Knowingly(long item) implements Evidence {}

  /** Yes, more than was expected. */
  record OverReceiptAgreed() implements Evidence {}

  /**
   * Several goods of a bin, which move together.
   *
   * @param place the bin
   * @param taken what moves; nothing named stands for everything that lies there
   */
  record Contents(long place, List<Taken> taken) implements Evidence {
    public Contents {
      taken = List.copyOf(taken);
    }
  }

  /** How much of a position is taken. */
  record Taken(Goods goods, long unitLoad, Condition condition, Quantity quantity) {}

  /** All that one label said. It is taken back as one. */
  record LabelSaid(List<Evidence> parts) implements Evidence {
    public LabelSaid {
      parts = List.copyOf(parts);
    }
  }

  /** What a scan means that says this; empty if no scan says it by itself. */
  default Optional<Meaning> meaning() {
    Meaning meaning = null;
    if (this instanceof Bin bin) {
      meaning = new Meaning.Bin(bin.place());
    } else if (this instanceof Item said) {
      meaning = new Meaning.Item(said.item(), 0, said.counts());
    } else if (this instanceof Lot said) {
      meaning = new Meaning.Lot(said.item(), said.lot());
    } else if (this instanceof Serial piece) {
      meaning = new Meaning.Serial(piece.item(), piece.lot(), piece.serial());
    } else if (this instanceof UnitLoad load) {
      meaning = new Meaning.UnitLoad(load.unitLoad());
    } else if (this instanceof Figure figure) {
      meaning = new Meaning.Figure(figure.quantity(), figure.pack());
    }
    return Optional.ofNullable(meaning);
  }
}
