package app.reliquum.stock;

import app.reliquum.catalog.Catalog;
import app.reliquum.core.ledger.Line;
import app.reliquum.places.Places;
import java.time.Instant;
import java.util.Collection;
import java.util.List;

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
 * @param known what has been looked up of their items and places already
 */
public record NewPosting(
    PostingKind kind,
    Instant effective,
    String document,
    Integer documentLine,
    String reason,
    List<Line> lines,
    List<Instant> moments,
    Known known) {

  /** Items and places by their numbers. Whatever is not among them is looked up. */
  public record Known(Collection<Catalog.Measured> items, Collection<Places.LedgerPlace> places) {
    /** Nothing. */
    public static final Known NOTHING = new Known(List.of(), List.of());
  }

  public NewPosting(
      PostingKind kind,
      Instant effective,
      String document,
      Integer documentLine,
      String reason,
      List<Line> lines) {
    this(kind, effective, document, documentLine, reason, lines, List.of(), Known.NOTHING);
  }

  /** The same, with what is known of its items and places. */
  public NewPosting knowing(
      Collection<Catalog.Measured> items, Collection<Places.LedgerPlace> places) {
    return new NewPosting(
        kind, effective, document, documentLine, reason, lines, moments, new Known(items, places));
  }

  /** The same, with lines that took effect each at a moment of its own. */
  public NewPosting dated(List<Instant> ofEachLine) {
    return new NewPosting(
        kind, effective, document, documentLine, reason, lines, List.copyOf(ofEachLine), known);
  }

  /** A posting that happens now and belongs to no document. */
  public static NewPosting now(PostingKind kind, List<Line> lines) {
    return new NewPosting(kind, null, null, null, null, lines);
  }
}
