package app.reliquum.core.ledger;

import app.reliquum.core.quantity.Quantity;

/**
 * Some of a position, kept for a document.
 *
 * @param id its number, 0 if it is new
 * @param document the number of the document that it is kept for
 * @param line the document's line
 * @param key the position
 * @param quantity how much; zero once there is nothing left of it
 * @param picked whether it has been taken in hand for the document already
 */
public record Reservation(
    long id, String document, int line, PositionKey key, Quantity quantity, boolean picked) {

  Reservation with(Quantity other) {
    return new Reservation(id, document, line, key, other, picked);
  }
}
