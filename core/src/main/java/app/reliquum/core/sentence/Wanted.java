package app.reliquum.core.sentence;

/** What a scan could still say to a sentence. */
public enum Wanted {
  ITEM,
  LOT,
  /** The last day on which a lot is good. */
  EXPIRY,
  SERIAL,
  QUANTITY,
  /** The bin that goods are taken from. */
  FROM,
  /** The bin that goods are put into. */
  TO,
  /** The one bin that it is about. */
  PLACE,
  CONDITION,
  /** The unit load that goods are put into. */
  INTO
}
