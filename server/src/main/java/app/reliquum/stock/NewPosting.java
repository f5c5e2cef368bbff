package app.reliquum.stock;

import app.reliquum.core.ledger.Line;
import java.time.Instant;
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
 */
public record NewPosting(
    PostingKind kind,
    Instant effective,
    String document,
    Integer documentLine,
    String reason,
    List<Line> lines) {

  /** A posting that happens now and belongs to no document. */
  public static NewPosting now(PostingKind kind, List<Line> lines) {
    return new NewPosting(kind, null, null, null, null, lines);
  }
}
