package app.reliquum.floor;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.MoveSentence;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What the Floor view shows. Names of its parts are the words of the sentence. */
final class FloorView {

  private FloorView() {}

  /** How a blank came to be filled. */
  enum State {
    EMPTY,
    SAID,
    ONLY,
    SUGGESTED;

    static State of(Blank<?> blank) {
      return blank instanceof Blank.Said<?>
          ? SAID
          : blank instanceof Blank.Only<?> ? ONLY : blank.suggested() ? SUGGESTED : EMPTY;
    }
  }

  /** What came of what was said. */
  enum Outcome {
    /** Nothing was said; this is how things stand. */
    STANDS,
    FILLED,
    CHOOSE,
    REFUSED,
    DONE
  }

  @Schema(name = "FloorItem")
  record Item(
      State state,
      @Nullable Long id,
      @Nullable String code,
      @Nullable String name,
      @Nullable String symbol,
      @Nullable Integer decimals,
      @Nullable Tracking tracking,
      List<PackSize> packs) {}

  @Schema(name = "FloorPackSize")
  record PackSize(String name, Quantity factor) {}

  @Schema(name = "FloorLot")
  record Lot(
      State state,
      Blank.@Nullable Why why,
      @Nullable Long id,
      @Nullable String code,
      @Nullable LocalDate expiry) {}

  /** A quantity, also as the packs it breaks into, like "2 carton 3 box 4". */
  @Schema(name = "FloorQuantity")
  record Amount(State state, Blank.@Nullable Why why, @Nullable Quantity value, String packs) {}

  @Schema(name = "FloorPlace")
  record Place(
      State state,
      Blank.@Nullable Why why,
      @Nullable Long id,
      @Nullable String address,
      @Nullable String area) {}

  /** Stock that could be meant: a bin, how much lies there, which lot. */
  @Schema(name = "FloorCandidate")
  record Candidate(
      long place,
      String address,
      long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      Condition condition,
      Quantity quantity) {}

  /** One way to understand a scan, to be sent back as it is. */
  @Schema(name = "FloorChoice")
  record Choice(String title, String detail, Saying saying) {}

  /** A refusal: its type, the sentence for people, the values. */
  @Schema(name = "FloorRefusal")
  record Refusal(String type, String sentence, Map<String, Object> values) {}

  /** What was done. */
  @Schema(name = "FloorDone")
  record Done(long posting, String sentence) {}

  /** The Move sentence as it stands, and what came of the last word. */
  @Schema(name = "FloorMove")
  record Move(
      long site,
      Outcome outcome,
      Item item,
      @Nullable Lot lot,
      boolean needsSerials,
      List<String> serials,
      Amount quantity,
      Place from,
      Place to,
      @Nullable Condition condition,
      List<Condition> conditions,
      Quantity held,
      List<MoveSentence.Wanted> wanted,
      boolean whole,
      boolean ready,
      boolean canUndo,
      boolean canSame,
      List<Candidate> candidates,
      List<Choice> choices,
      @Nullable Refusal refusal,
      @Nullable Done done) {}

  /** What someone says other than by a scan: a choice among meanings, a bin for a certain blank. */
  @Schema(name = "FloorSaying")
  record Saying(
      Kind kind,
      @Nullable Long item,
      @Nullable Quantity counts,
      @Nullable Long lot,
      @Nullable Long serial,
      @Nullable Long place,
      @Nullable Role role,
      @Nullable Quantity quantity,
      @Nullable String pack,
      @Nullable Condition condition) {

    enum Kind {
      ITEM,
      LOT,
      SERIAL,
      BIN,
      FIGURE,
      CONDITION
    }

    enum Role {
      ANY,
      FROM,
      TO
    }
  }

  /** What a scan at rest stands for. */
  @Schema(name = "FloorHit")
  record Hit(Kind kind, long id, @Nullable Long itemId, String title, String detail) {
    enum Kind {
      ITEM,
      BIN,
      LOT,
      SERIAL
    }
  }

  /** The answer to a scan at rest: an action, one thing, several to choose from, or a refusal. */
  @Schema(name = "FloorFound")
  record Found(@Nullable Action action, List<Hit> hits, @Nullable Refusal refusal) {}
}
