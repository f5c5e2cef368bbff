package app.reliquum.floor;

import app.reliquum.adjusting.Adjustment;
import app.reliquum.adjusting.MovementKinds;
import app.reliquum.api.Told;
import app.reliquum.core.adjustment.Way;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.scan.Action;
import app.reliquum.core.sentence.Blank;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.core.sentence.Wanted;
import app.reliquum.inbound.InboundViews;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.stock.ReservedGoods;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.TransferViews;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
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
    /** Something was counted. */
    COUNTED,
    /** It is asked whether what was not scanned is really not there. */
    ASKS,
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
      String shelfNote) {
    static final Item NONE =
        new Item(State.EMPTY, null, null, null, null, null, null, List.of(), null, null, "");
  }

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
  record Amount(State state, Blank.@Nullable Why why, @Nullable Quantity value, String packs) {
    static final Amount NONE = new Amount(State.EMPTY, null, null, "");
  }

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

  /**
   * One way to understand a scan, to be sent back as it is: of which kind, and what it is called.
   */
  @Schema(name = "FloorChoice")
  record Choice(Hit.Kind kind, String title, String detail, Saying saying) {}

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

  /**
   * What was done.
   *
   * @param posting the posting, 0 if nothing had to be posted
   * @param load the unit load that came in, null for none
   * @param suggested where it would be put next, null if it stays or nowhere has room
   */
  @Schema(name = "FloorDone")
  record Done(long posting, List<Told> told, @Nullable Long load, @Nullable String suggested) {}

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
      app.reliquum.core.fulfilment.Transfer.State state,
      long fromId,
      String from,
      long toId,
      String to,
      List<TransferViews.Line> lines,
      List<ReservedGoods> kept,
      List<TransferViews.Goods> goods) {}

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
      InboundViews.Kind kind,
      Arrival.State state,
      String supplier,
      String reason) {}

  /**
   * A line of it, and what remains.
   *
   * @param home the address of the bin where such goods belong; empty for none
   * @param shelfNote where on the shelf that is; empty for nowhere in particular
   */
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
      Quantity open,
      String home,
      String shelfNote) {}

  /**
   * What is received, and what remains of it.
   *
   * @param order the order that goods come on; null while none is chosen
   * @param orders those that may be meant, if it is not one
   * @param expected how much the order still expects of the item
   * @param beyond how much more than that is said
   * @param agreed whether someone has agreed to what is beyond
   */
  @Schema(name = "FloorReceiving")
  record Receiving(
      InboundFlow flow,
      @Nullable Order order,
      List<OrderLine> lines,
      List<InboundViews.Row> orders,
      Quantity expected,
      Quantity beyond,
      boolean agreed) {}

  // Adjusting

  /** A line of an adjustment that is gathered. */
  @Schema(name = "BasketLine")
  record BasketLine(
      int line,
      long item,
      String code,
      String name,
      String symbol,
      int decimals,
      @Nullable String lot,
      @Nullable String serial,
      long placeId,
      String place,
      @Nullable String load,
      Condition condition,
      Quantity quantity) {}

  /**
   * Why the book is adjusted, and the lines that are gathered.
   *
   * @param kind the movement kind; null while none is chosen
   * @param kinds those that can be chosen; empty once one is
   * @param further what may be said besides it; empty where there is one reason only
   * @param book what lies there of what is named; null while it is not known where
   * @param leftAt the site at which other lines of the person wait, null for none
   */
  @Schema(name = "FloorAdjusting")
  record Adjusting(
      MovementKinds.@Nullable Kind kind,
      Way way,
      List<MovementKinds.Kind> kinds,
      List<MovementKinds.Kind> further,
      @Nullable Quantity book,
      List<BasketLine> lines,
      @Nullable String leftAt,
      Adjustment.@Nullable Written posted) {}

  // Picking and packing

  /** An order that is picked or packed now. */
  @Schema(name = "FloorPickOrder")
  record PickOrder(long id, String number, String party, @Nullable String tote, int left) {}

  /**
   * Something that is still to be taken.
   *
   * @param id the reservation of it
   * @param orderId the order that it is for
   */
  @Schema(name = "FloorPickStop")
  record PickStop(
      long id,
      long orderId,
      long placeId,
      String place,
      String name,
      @Nullable String mark,
      Quantity quantity,
      String symbol,
      String order,
      @Nullable String tote) {}

  /**
   * What is picked or packed.
   *
   * @param orders the orders on the round; of Pack the one that is packed
   * @param choosable the orders that could be taken on, while there are none
   * @param order the order that the stop is for
   * @param asked how much the list says
   * @param shortBy how much less is said than the list says
   * @param stops what is still to be taken, in walking order
   * @param parcels the unit loads that are packed; empty while picking
   */
  @Schema(name = "FloorPicking")
  record Picking(
      List<PickOrder> orders,
      List<OutboundViews.Row> choosable,
      @Nullable String order,
      @Nullable Quantity asked,
      Quantity shortBy,
      boolean substitute,
      List<PickStop> stops,
      List<OutboundViews.Parcel> parcels,
      boolean packs) {}

  /**
   * A sentence as it stands, and what came of the last word. Blanks that the verb does not have are
   * null.
   */
  @Schema(name = "FloorSentence")
  @SuppressWarnings("NullAway.Init") // its draft fills it
  static final class Sentence {
    public long site;
    public Verb verb;
    public Outcome outcome;

    /** The verb that an action label asks to go on with instead; null for this one. */
    public @Nullable Verb begins;

    public Item item = Item.NONE;
    public @Nullable Lot lot;
    public @Nullable Day expiry;

    /** Whether lots of the item expire, so that a last day must be named. */
    public boolean needsExpiry;

    public boolean needsSerials;
    public List<String> serials = List.of();
    public @Nullable Text serial;
    public Amount quantity = Amount.NONE;
    public @Nullable Place from;
    public @Nullable Place to;
    public @Nullable Place place;

    /** The unit load that goods are put into. */
    public @Nullable Text into;

    /** What part a unit load has in it. */
    public @Nullable Load load;

    /** The number of the unit load that goods come on. */
    public @Nullable String incoming;

    public @Nullable Condition condition;

    /** Those that could be meant. */
    public List<Condition> conditions = List.of();

    /** How much there is to take. */
    public Quantity held = Quantity.ZERO;

    public List<Wanted> wanted = List.of();
    public boolean whole;

    /** Whether it can be done as it stands; suggestions must be accepted otherwise. */
    public boolean ready;

    public boolean canUndo;
    public boolean canSame;
    public @Nullable Told warning;
    public List<Elsewhere> elsewhere = List.of();
    public List<Candidate> candidates = List.of();
    public @Nullable Transfer transfer;
    public @Nullable Receiving receiving;
    public @Nullable Adjusting adjusting;
    public @Nullable Picking picking;
    public CountView.@Nullable Counting counting;
    public List<Choice> choices = List.of();
    public @Nullable Told refusal;

    /** The item that may be added although it was refused. */
    public @Nullable Long addable;

    public @Nullable Done done;
  }

  /**
   * What someone says other than by a scan: a choice among meanings, a bin for a certain blank, a
   * lot number for new goods. Only what its kind needs is given.
   *
   * @param text a lot or serial number, or the first of a row
   * @param last the last serial number of a row
   * @param parts what one label says together
   * @param scanned one way to understand a scan, as it was handed out
   */
  @Schema(name = "FloorSaying")
  record Saying(
      Kind kind,
      @Nullable Long item,
      @Nullable Quantity counts,
      @Nullable Long lot,
      @Nullable Long serial,
      @Nullable Long place,
      Evidence.@Nullable Role role,
      @Nullable Quantity quantity,
      @Nullable String pack,
      @Nullable Condition condition,
      @Nullable Long load,
      @Size(max = 30) @Nullable String text,
      @Size(max = 30) @Nullable String last,
      @Nullable LocalDate date,
      @Size(max = 200) @Nullable List<Saying> parts,
      @Size(max = 4000) @Nullable String scanned) {

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
      TAKEN,
      SCANNED
    }
  }

  /**
   * What a scan at rest stands for.
   *
   * @param due when what is on loan is to come back
   * @param counts how many base units a scan of an item stands for; zero if it only names it
   */
  @Schema(name = "FloorHit")
  record Hit(
      Kind kind,
      long id,
      @Nullable Long itemId,
      String title,
      String detail,
      @Nullable LocalDate due,
      boolean overdue,
      Quantity counts) {
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
      LEAVING,
      FIGURE
    }
  }

  /** The answer to a scan at rest: an action, one thing, several to choose from, or a refusal. */
  @Schema(name = "FloorFound")
  record Found(@Nullable Action action, List<Hit> hits, @Nullable Told refusal) {}
}
