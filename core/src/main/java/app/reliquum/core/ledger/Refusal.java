package app.reliquum.core.ledger;

import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;

/** Why a posting can't be written. Lines are counted from 0. */
public sealed interface Refusal {

  /** The posting has no lines. */
  record NothingToPost() implements Refusal {}

  /** The quantity is not one that the item allows. */
  record WrongQuantity(int line, QuantityException fault) implements Refusal {}

  /** The item is tracked by lot and the line names none. */
  record LotMissing(int line) implements Refusal {}

  /** The item is not tracked by lot and the line names one. */
  record LotNotKept(int line) implements Refusal {}

  /** The item is tracked by serial number and the line names none. */
  record SerialMissing(int line) implements Refusal {}

  /** The item is not tracked by serial number and the line names one. */
  record SerialNotKept(int line) implements Refusal {}

  /** A serial number is one piece. */
  record SerialIsOnePiece(int line, Quantity asked) implements Refusal {}

  /** The line ends where it begins. */
  record GoesNowhere(int line) implements Refusal {}

  /** Neither end is a place of ours, so nothing of the house's would move. */
  record NotOurs(int line) implements Refusal {}

  /**
   * A position would fall below zero.
   *
   * @param key the position
   * @param asked how much the posting takes from it, all lines together
   * @param held how much it holds
   */
  record NotEnough(PositionKey key, Quantity asked, Quantity held) implements Refusal {}

  /** A serial number that would enter is in the house already. */
  record SerialInHouse(long item, long serial) implements Refusal {}
}
