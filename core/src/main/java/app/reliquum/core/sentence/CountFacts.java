package app.reliquum.core.sentence;

import java.util.Optional;

/** What a Count sentence must know. */
public interface CountFacts extends HouseFacts {

  /** The lot of a piece, if the house knows the piece. */
  Optional<Long> lotOfPiece(long item, String code);

  /** Whether the slip that is counted is of an item, wherever it lies, and not of a bin. */
  boolean countsItem();

  /** Whether a piece was counted already in this count, by anyone. */
  boolean pieceCounted(long item, String code);
}
