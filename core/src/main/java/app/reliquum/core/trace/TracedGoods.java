package app.reliquum.core.trace;

import app.reliquum.core.ledger.Goods;
import app.reliquum.core.text.InvalidValueException;
import java.util.Optional;

/**
 * What can be followed: a lot of an item with all its pieces, or one piece.
 *
 * @param item the item's number
 * @param lot the lot's number; 0 if it is a piece
 * @param serial the number of the piece's serial number; 0 if it is a lot
 */
public record TracedGoods(long item, long lot, long serial) {

  /**
   * @throws InvalidValueException unless it is either a lot or a piece
   */
  public TracedGoods {
    if ((lot > 0) == (serial > 0)) {
      throw new InvalidValueException("Only a lot or a piece can be traced.");
    }
  }

  /** A lot with all its pieces. */
  public static TracedGoods lot(long item, long lot) {
    return new TracedGoods(item, lot, 0);
  }

  /** One piece. */
  public static TracedGoods piece(long item, long serial) {
    return new TracedGoods(item, 0, serial);
  }

  /** The narrowest that names some goods: the piece, else the lot; nothing if they have neither. */
  public static Optional<TracedGoods> of(Goods goods) {
    if (goods.serial() > 0) {
      return Optional.of(piece(goods.item(), goods.serial()));
    }
    return goods.lot() > 0 ? Optional.of(lot(goods.item(), goods.lot())) : Optional.empty();
  }

  /** Whether some goods are these, or part of them. */
  public boolean covers(Goods goods) {
    return item == goods.item() && (serial > 0 ? serial == goods.serial() : lot == goods.lot());
  }
}
