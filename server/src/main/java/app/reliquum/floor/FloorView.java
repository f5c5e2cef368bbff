package app.reliquum.floor;

import app.reliquum.core.inbound.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.ReceiveSentence;
import app.reliquum.receiving.Inbound;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.Between;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Size;
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

  /**
   * An item.
   *
   * @param available how much of it is available at the site
   * @param picture which picture there is of it, null for none
   * @param shelfNote where it belongs at a site without bins; empty for nowhere in particular
   */
  @Schema(name = "FloorItem")
  record Item(
      State state,
      @Nullable Long id,
      @Nullable String code,
      @Nullable String name,
      @Nullable String symbol,
      @Nullable Integer decimals,
      @Nullable Tracking tracking,
      List<PackSize> packs,
      @Nullable Quantity available,
      @Nullable Long picture,
      String shelfNote) {}

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

  /** A unit load in a move: which, and what becomes of it. */
  @Schema(name = "FloorLoad")
  record Load(
      long id, String code, boolean trolley, MoveSentence.Load.Part part, List<Content> contents) {}

  /** Some of what stands on a unit load. */
  @Schema(name = "FloorContent")
  record Content(String name, @Nullable String lot, Quantity quantity, String symbol) {}

  /** Where else the item lies, for someone who puts it away. */
  @Schema(name = "FloorElsewhere")
  record Elsewhere(String address, Quantity quantity) {}

  /** What was done. */
  @Schema(name = "FloorDone")
  record Done(long posting, String sentence) {}

  /** The Move sentence as it stands, and what came of the last word. */
  @Schema(name = "FloorMove")
  record Move(
      long site,
      Verb verb,
      Outcome outcome,
      @Nullable Load load,
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
      boolean oneEnd,
      List<MoveSentence.Wanted> wanted,
      boolean whole,
      boolean ready,
      boolean canUndo,
      boolean canSame,
      @Nullable String warning,
      List<Elsewhere> elsewhere,
      List<Candidate> candidates,
      @Nullable Transfer transfer,
      List<Choice> choices,
      @Nullable Refusal refusal,
      @Nullable Long unordered,
      @Nullable Done done) {}

  /**
   * The transfer that goods are sent on or arrive on.
   *
   * @param kept what is reserved, in walking order, then what is picked; empty when it arrives
   * @param goods what is on the road; empty when it is sent
   */
  @Schema(name = "FloorTransfer")
  record Transfer(
      long id,
      String number,
      boolean planned,
      app.reliquum.core.transfer.Transfer.State state,
      long fromId,
      String from,
      long toId,
      String to,
      List<Between.Line> lines,
      List<Between.Kept> kept,
      List<Between.Goods> goods) {}

  /** A stop of a trolley round. */
  @Schema(name = "FloorStop")
  record Stop(
      long placeId,
      String address,
      long itemId,
      String name,
      long lotId,
      @Nullable String lot,
      Quantity quantity,
      String symbol,
      Blank.Why why) {}

  /** What a trolley still carries, in walking order, and what nowhere has room for. */
  @Schema(name = "FloorRound")
  record Round(UnitLoads.Card trolley, List<Stop> stops, List<Content> nowhere) {}

  // Receiving

  /** A text blank: a lot number. */
  @Schema(name = "FloorText")
  record Text(State state, @Nullable String value) {}

  /** A date blank. */
  @Schema(name = "FloorDate")
  record Day(State state, Blank.@Nullable Why why, @Nullable LocalDate value) {}

  /** The order that is being received. */
  @Schema(name = "FloorOrder")
  record Order(
      long id,
      String number,
      Inbound.Kind kind,
      Arrival.State state,
      String supplier,
      String reason) {}

  /** A line of it, and what remains. */
  @Schema(name = "FloorOrderLine")
  record OrderLine(
      int line,
      long itemId,
      String item,
      String name,
      String symbol,
      Arrival.Origin origin,
      Quantity quantity,
      Quantity received,
      Quantity open) {}

  /** An order that may be meant. */
  @Schema(name = "FloorOrderChoice")
  record OrderChoice(long id, String number, String supplier, @Nullable LocalDate expected) {}

  /**
   * What was received.
   *
   * @param load the pallet that it came on
   * @param suggested where it would be put, null if it stays or nowhere has room
   */
  @Schema(name = "FloorReceived")
  record ReceivedLine(
      long posting, String sentence, @Nullable Long load, @Nullable String suggested) {}

  /** The Receive sentence as it stands, and what came of the last word. */
  @Schema(name = "FloorReceive")
  record Receive(
      long site,
      InboundFlow flow,
      Outcome outcome,
      @Nullable Order order,
      List<OrderLine> lines,
      Item item,
      @Nullable Text lot,
      @Nullable Day expiry,
      boolean needsExpiry,
      boolean needsSerials,
      List<String> serials,
      Amount quantity,
      Place place,
      Condition condition,
      @Nullable String load,
      Quantity expected,
      Quantity beyond,
      boolean agreed,
      String shelfNote,
      List<ReceiveSentence.Wanted> wanted,
      boolean whole,
      boolean ready,
      boolean canUndo,
      List<Choice> choices,
      List<OrderChoice> orders,
      @Nullable Refusal refusal,
      @Nullable Long unordered,
      @Nullable ReceivedLine done) {}

  /**
   * What someone says other than by a scan: a choice among meanings, a bin for a certain blank, a
   * lot number for new goods. Only what its kind needs is given.
   *
   * @param text a lot or serial number, or the first of a row
   * @param last the last serial number of a row
   * @param parts what one label says together
   */
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
      @Nullable Condition condition,
      @Nullable Long load,
      @Size(max = 30) @Nullable String text,
      @Size(max = 30) @Nullable String last,
      @Nullable LocalDate date,
      @Size(max = 200) @Nullable List<Saying> parts) {

    enum Kind {
      ITEM,
      LOT,
      SERIAL,
      BIN,
      FIGURE,
      CONDITION,
      LOAD,
      SSCC,
      LOT_CODE,
      NEW_LOT,
      SERIAL_CODE,
      SERIAL_ROW,
      EXPIRY,
      BEST_BEFORE,
      PRODUCED,
      KNOWINGLY,
      OVER,
      TOGETHER,
      CONTENTS,
      TAKEN
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
      SERIAL,
      LOAD,
      ORDER,
      TRANSFER,
      COUNT,
      LOAN,
      LEAVING
    }
  }

  /** The answer to a scan at rest: an action, one thing, several to choose from, or a refusal. */
  @Schema(name = "FloorFound")
  record Found(@Nullable Action action, List<Hit> hits, @Nullable Refusal refusal) {}
}
