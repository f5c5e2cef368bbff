package app.reliquum.core.ledger;

import app.reliquum.core.text.InvalidValueException;

/**
 * What a ledger line moves.
 *
 * @param item the item's number
 * @param lot the lot's number, 0 for none
 * @param serial the serial number's own number, 0 for none
 */
public record Goods(long item, long lot, long serial) {

  /**
   * @throws IllegalArgumentException if no item is named
   */
  public Goods {
    if (item <= 0) {
      throw new InvalidValueException("Goods need an item.");
    }
  }
}
