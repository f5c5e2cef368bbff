package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.core.quantity.Quantity;

/** Answered by whoever keeps documents that stock is reserved for. */
public interface ReservingDocuments {

  /** Whether there is a document with a number. */
  boolean isNumbered(String number);

  /**
   * Frees a reservation of one of the documents.
   *
   * @param part how much of it; null for all
   */
  void release(Command command, String document, long reservation, Quantity part);
}
