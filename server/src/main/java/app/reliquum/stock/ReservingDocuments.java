package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentKind;

/** Answered by whoever keeps documents that stock is reserved for. */
public interface ReservingDocuments {

  /** Which kind of documents it keeps. */
  DocumentKind kind();

  /**
   * Frees a reservation of one of the documents.
   *
   * @param part how much of it; null for all
   */
  void release(Command command, String document, long reservation, Quantity part);
}
