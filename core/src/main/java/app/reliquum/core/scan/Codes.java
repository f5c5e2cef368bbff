package app.reliquum.core.scan;

import java.util.List;

/** What the house knows of codes. Each answer lists every meaning, in a settled order. */
public interface Codes {

  /** The items whose barcode is this GTIN, whatever pack. */
  List<Meaning> ofGtin(Gtin gtin);

  /** What a label of our own names; nothing if there is no such thing. */
  List<Meaning> ofOwn(OwnLabel label);

  /** The number of an item's lot; 0 if it is not known. */
  long lot(long item, String code);

  /** The number of an item's piece; 0 if it is not known. */
  long serial(long item, String code);

  /** The number of a unit load; 0 if it is not known. */
  long unitLoad(Sscc sscc);

  /**
   * Whatever has this plain code: bins by address, items by code or barcode, lots, serial numbers.
   * Capital and small letters are alike.
   */
  List<Meaning> ofPlain(String text);
}
