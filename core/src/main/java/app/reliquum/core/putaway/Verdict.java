package app.reliquum.core.putaway;

import app.reliquum.core.quantity.Quantity;

/** Why a bin was taken, or passed over. */
public sealed interface Verdict {

  /** Goods go there. */
  record Taken(Quantity quantity, boolean full) implements Verdict {}

  /** Its area is not one in which goods of this condition are kept. */
  record WrongArea() implements Verdict {}

  /** It takes another class of goods. */
  record OtherClass(String accepts) implements Verdict {}

  /** Something else lies there, and it may not be mixed. */
  record OtherItem(long item) implements Verdict {}

  /** It is empty, and where another item belongs. */
  record OtherHome(long item) implements Verdict {}

  /** Another lot lies there, and it may not be mixed. */
  record OtherLot(long lot) implements Verdict {}

  /** It is full: by volume, by weight, by number of unit loads, or for this item by a rule. */
  record Full(Limit limit) implements Verdict {}

  /** What has room is less than the smallest amount that may be split off. */
  record TooLittleRoom(Quantity room) implements Verdict {}

  /** It is not in use. */
  record Closed() implements Verdict {}

  /** A limit that a bin may have. */
  enum Limit {
    VOLUME,
    WEIGHT,
    UNIT_LOADS,
    RULE
  }
}
