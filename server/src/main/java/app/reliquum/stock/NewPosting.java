package app.reliquum.stock;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.ledger.Line;
import app.reliquum.places.Places;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is to be posted.
 *
 * @param kind what it is about
 * @param effective when it happened; null for now
 * @param document the document that it belongs to, null for none
 * @param documentLine the line of the document, null for none
 * @param reason why, null where the kind says it all
 * @param lines the lines
 * @param moments when each line took effect, if not all did with the posting; else empty
 * @param paid what one base unit was bought for, by the line's place in the list, where someone
 *     says
 * @param explained the movement kind that it is of, and what was asked for with it
 * @param known what has been looked up of their items and places already
 */
public record NewPosting(
    PostingKind kind,
    @Nullable Instant effective,
    @Nullable String document,
    @Nullable Integer documentLine,
    @Nullable String reason,
    List<Line> lines,
    List<Instant> moments,
    Map<Integer, UnitCost> paid,
    Explained explained,
    Known known) {

  /** Items and places by their numbers. Whatever is not among them is looked up. */
  public record Known(Collection<Catalog.Measured> items, Collection<Places.LedgerPlace> places) {
    /** Nothing. */
    public static final Known NOTHING = new Known(List.of(), List.of());
  }

  /**
   * The house's own words about a posting.
   *
   * @param kind the movement kind, 0 for none
   * @param fields what its fields were filled with, by their numbers
   */
  public record Explained(long kind, Map<Long, String> fields) {
    /** Not at all. */
    public static final Explained NOT = new Explained(0, Map.of());
  }

  public NewPosting(
      PostingKind kind,
      @Nullable Instant effective,
      @Nullable String document,
      @Nullable Integer documentLine,
      @Nullable String reason,
      List<Line> lines) {
    this(
        kind,
        effective,
        document,
        documentLine,
        reason,
        lines,
        List.of(),
        Map.of(),
        Explained.NOT,
        Known.NOTHING);
  }

  /** The same, with what is known of its items and places. */
  public NewPosting knowing(
      Collection<Catalog.Measured> items, Collection<Places.LedgerPlace> places) {
    return with(moments, paid, explained, new Known(items, places));
  }

  /** The same, with lines that took effect each at a moment of its own. */
  public NewPosting dated(List<Instant> ofEachLine) {
    return with(List.copyOf(ofEachLine), paid, explained, known);
  }

  /** The same, with goods of which someone says what was paid for them. */
  public NewPosting paid(Map<Integer, UnitCost> ofLines) {
    return with(moments, Map.copyOf(ofLines), explained, known);
  }

  /** The same, of a movement kind. */
  public NewPosting explained(long movementKind, Map<Long, String> fields) {
    return with(moments, paid, new Explained(movementKind, Map.copyOf(fields)), known);
  }

  /** The same with other lines, as many. */
  NewPosting moving(List<Line> others) {
    return new NewPosting(
        kind,
        effective,
        document,
        documentLine,
        reason,
        List.copyOf(others),
        moments,
        paid,
        explained,
        known);
  }

  private NewPosting with(
      List<Instant> ofEachLine, Map<Integer, UnitCost> costs, Explained why, Known looked) {
    return new NewPosting(
        kind, effective, document, documentLine, reason, lines, ofEachLine, costs, why, looked);
  }

  /** A posting that happens now and belongs to no document. */
  public static NewPosting now(PostingKind kind, List<Line> lines) {
    return new NewPosting(kind, null, null, null, null, lines);
  }
}
