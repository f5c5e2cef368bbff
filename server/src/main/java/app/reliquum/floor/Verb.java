package app.reliquum.floor;

/** What someone does on the floor. Each person has one sentence a verb. */
enum Verb {
  /** Goods go from bin to bin. */
  MOVE,
  /** Goods that wait on a dock, at inspection or on a trolley go to where they stay. */
  PUT_AWAY,
  /** Goods come in. */
  RECEIVE,
  /** Goods leave for another site. */
  SEND,
  /** Goods come off the road from another site. */
  ARRIVE,
  /** The book is put right. */
  ADJUST,
  /** Goods are taken for orders, as a list says. */
  PICK,
  /** What is picked is put into unit loads. */
  PACK;

  /** Whether it is about a transfer. */
  boolean ofTransfer() {
    return this == SEND || this == ARRIVE;
  }
}
