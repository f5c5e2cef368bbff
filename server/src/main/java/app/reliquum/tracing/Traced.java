package app.reliquum.tracing;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.trace.TracedPart;
import app.reliquum.stock.PostingKind;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a trace answers. */
final class Traced {

  private Traced() {}

  /**
   * A trace with all that it names.
   *
   * @param parts the subject first, then components and products as they were found
   * @param holders who has something of the subject or of what was made of it
   * @param origins where the subject and what it was made of came from
   * @param places every place that a line or position names
   * @param complete false if it was broken off because it had too many lines
   */
  @Schema(name = "Trace")
  record Answer(
      List<Part> parts,
      List<Step> jobs,
      List<Side> holders,
      List<Side> origins,
      List<Movement> lines,
      List<Place> places,
      boolean complete) {}

  /**
   * What is traced.
   *
   * @param lotId null for goods without a lot
   * @param serialId null for a lot
   */
  @Schema(name = "TracedGoods")
  record Goods(
      long itemId,
      String item,
      String name,
      String symbol,
      @Nullable Long lotId,
      @Nullable String lot,
      @Nullable LocalDate expiry,
      @Nullable Long serialId,
      @Nullable String serial) {}

  /** A lot or piece of a trace. */
  @Schema(name = "TracedPart")
  record Part(TracedPart.Role role, Goods goods, List<Position> positions, Balance balance) {}

  /** Where some of it lies now. */
  @Schema(name = "TracedPosition")
  record Position(
      long placeId,
      @Nullable String load,
      @Nullable String serial,
      Condition condition,
      Quantity quantity) {}

  /**
   * The proof that nothing is missing.
   *
   * @param in by kind of place, what came in from there
   * @param out by kind of place, what went out to there
   * @param missing zero in a sound book
   */
  @Schema(name = "TraceBalance")
  record Balance(
      List<Sum> in,
      List<Sum> out,
      Quantity cameIn,
      Quantity wentOut,
      Quantity held,
      Quantity missing,
      List<Difference> differences) {}

  /** What came from or went to one kind of place. */
  @Schema(name = "TraceSum")
  record Sum(PlaceKind place, Quantity quantity) {}

  /** A position that the book keeps otherwise than its lines add up to. */
  @Schema(name = "TraceDifference")
  record Difference(
      long placeId,
      @Nullable String load,
      Condition condition,
      Quantity kept,
      Quantity recomputed) {}

  /** What a job has used and made. */
  @Schema(name = "TraceJob")
  record Step(String document, List<Amount> used, List<Amount> made) {}

  /**
   * So much of some goods.
   *
   * @param part which part of the trace they are; null where they are not followed
   */
  @Schema(name = "TraceAmount")
  record Amount(Goods goods, Quantity quantity, @Nullable Integer part) {}

  /**
   * Who is on the other side of documents.
   *
   * @param place which kind of place it is
   * @param party who it is; null where the documents name nobody
   * @param part which part of the trace
   * @param there what is there still; for an origin, what has come from there
   * @param back what of it has come back, or for an origin, was sent back
   * @param documents the numbers of the documents
   * @param last when something last moved between us and them
   */
  @Schema(name = "TraceSide")
  record Side(
      PlaceKind place,
      @Nullable Party party,
      int part,
      Quantity there,
      Quantity back,
      List<String> documents,
      Instant first,
      Instant last) {}

  /** A customer, a supplier, or who has borrowed something. */
  @Schema(name = "TraceParty")
  record Party(long id, String code, String name, String town, String email) {}

  /**
   * A line of the ledger.
   *
   * @param part which part of the trace has moved
   * @param serial the piece, where the part is a lot
   * @param reverses whether it takes another posting back
   */
  @Schema(name = "TraceMovement")
  record Movement(
      int part,
      long posting,
      int line,
      PostingKind kind,
      Instant at,
      @Nullable String document,
      @Nullable String person,
      boolean reverses,
      long fromId,
      @Nullable String fromLoad,
      Condition fromCondition,
      long toId,
      @Nullable String toLoad,
      Condition toCondition,
      @Nullable String serial,
      Quantity quantity) {}

  /**
   * A place.
   *
   * @param within whether goods there are held by the house, where whoever asks may look
   */
  @Schema(name = "TracePlace")
  record Place(
      long id,
      PlaceKind kind,
      String address,
      @Nullable Long siteId,
      @Nullable String site,
      boolean within) {}
}
