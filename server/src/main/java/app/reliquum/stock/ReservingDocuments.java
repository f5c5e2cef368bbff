package app.reliquum.stock;

import app.reliquum.api.Command;
import app.reliquum.core.ledger.Reservation;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.documents.DocumentKind;
import org.jspecify.annotations.Nullable;

/** Answered by whoever keeps documents that stock is reserved for. */
public interface ReservingDocuments {

  /** Which kind of documents it keeps. */
  DocumentKind kind();

  /**
   * Frees a reservation of one of the documents.
   *
   * @param part how much of it; null for all
   * @return what was freed
   */
  Reservation free(Command command, String document, long reservation, @Nullable Quantity part);
}
