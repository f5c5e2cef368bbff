package app.reliquum.stock;

import app.reliquum.core.ledger.Reservations;

/** What a posting is about. */
public enum PostingKind {
  /** Between our own bins. */
  MOVE,
  /** Stock that was there when the books began. */
  OPENING,
  /** In from a supplier. */
  RECEIPT,
  /** Back from a customer. */
  RETURN,
  /** Out to a customer, or used up. */
  ISSUE,
  /** A job has made it of what it used up. */
  PRODUCTION,
  /** Taken in hand for a document that sends it. */
  PICK,
  /** What was picked for a document is put onto a unit load, or off it. */
  PACK,
  /** Out of a site, onto the road to another. */
  SHIPMENT,
  /** Off the road, into the site where it was sent. */
  ARRIVAL,
  /** From one site to another in one step. */
  TRANSFER,
  /** Given up: it was sent and never arrived, or not as it was. */
  WRITE_OFF,
  /** What a count found more or less. */
  COUNT,
  /** The book is put right for a reason. */
  ADJUSTMENT,
  /** Thrown away. */
  SCRAP,
  /** Set aside for the supplier, put back, or gone to the supplier. */
  SUPPLIER_RETURN,
  /** Lent out, or come back. */
  LOAN,
  /** By a kind of the house's own. */
  MOVEMENT,
  /** A change of condition. */
  CONDITION,
  /** Takes an earlier posting back. */
  REVERSAL;

  /** What such a posting may do with goods that are reserved. */
  Reservations.Use use() {
    return switch (this) {
      case MOVE, CONDITION -> Reservations.Use.CARRY;
      case PICK -> Reservations.Use.TAKE;
      case PACK -> Reservations.Use.CARRY_OWN;
      case SHIPMENT, TRANSFER, ISSUE, SUPPLIER_RETURN, LOAN, MOVEMENT -> Reservations.Use.LEAVE;
      case OPENING,
          RECEIPT,
          RETURN,
          PRODUCTION,
          ARRIVAL,
          WRITE_OFF,
          COUNT,
          ADJUSTMENT,
          SCRAP,
          REVERSAL ->
          Reservations.Use.YIELD;
    };
  }
}
