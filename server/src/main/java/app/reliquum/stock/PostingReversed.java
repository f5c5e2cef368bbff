package app.reliquum.stock;

import app.reliquum.core.ledger.Line;
import java.util.List;

/**
 * A posting is being taken back. Told within the transaction, so that what follows from it goes
 * through with it or not at all.
 *
 * @param posting the posting that is taken back
 * @param kind what it was about
 * @param document the document that it belongs to, null for none
 * @param lines the lines that undo it
 */
public record PostingReversed(long posting, PostingKind kind, String document, List<Line> lines) {}
