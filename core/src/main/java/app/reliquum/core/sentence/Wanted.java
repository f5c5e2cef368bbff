package app.reliquum.core.sentence;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

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
  INTO;

  /** This, unless it is there. */
  Optional<Wanted> until(boolean there) {
    return there ? Optional.empty() : Optional.of(this);
  }

  /** This, where it is asked for and nothing fills it, not even a suggestion. */
  Optional<Wanted> in(boolean asked, Blank<?> blank) {
    return until(!asked || blank.filled().isPresent());
  }

  /** This, where nothing fills it, not even a suggestion. */
  Optional<Wanted> in(Blank<?> blank) {
    return in(true, blank);
  }

  /** How much, or each piece where pieces have numbers. */
  static Optional<Wanted> much(boolean byPiece, List<?> pieces, Blank<?> quantity) {
    return byPiece && pieces.isEmpty() ? Optional.of(SERIAL) : QUANTITY.in(quantity);
  }

  /** Those that are asked for, in reading order. */
  @SafeVarargs
  static List<Wanted> of(Optional<Wanted>... blanks) {
    return Arrays.stream(blanks).flatMap(Optional::stream).toList();
  }
}
