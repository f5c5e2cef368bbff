package app.reliquum.core.sentence;

import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import java.util.List;
import java.util.Optional;

/** What a Count sentence must know. */
public interface CountFacts {

  /** The site where the count is. */
  long site();

  /** The site of a bin. */
  long siteOf(long place);

  /** The quantities that an item allows. */
  MeasureRule measure(long item);

  /** The packs that an item comes in. */
  List<Pack> packs(long item);

  /** What the book has in a bin. */
  List<Stock> stockIn(long place);

  /** What the book has on a unit load, wherever it stands. */
  List<Stock> stockOn(long unitLoad);

  /** Whether a unit load is a trolley, which goods are put on and off. */
  boolean trolley(long unitLoad);

  /** The number that people call a lot by. */
  String lotCode(long lot);

  /** The lot of an item with a number, if the house knows it. */
  Optional<Long> lot(long item, String code);

  /** The number that people call a piece by. */
  String serialCode(long serial);

  /** The lot of a piece, if the house knows the piece. */
  Optional<Long> lotOfPiece(long item, String code);

  /** Whether a piece was counted already in this count, by anyone. */
  boolean pieceCounted(long item, String code);

  /** This year, by which two digits of a year are read. */
  int year();
}
