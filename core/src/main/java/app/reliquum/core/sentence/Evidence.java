package app.reliquum.core.sentence;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;

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
  record Of(Condition condition) implements Evidence {}

  /** From and to are to change places. */
  record Turned() implements Evidence {}
}
