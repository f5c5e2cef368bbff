package app.reliquum.stock;

/**
 * A posting is about to be taken back. Told within the transaction before its positions are locked:
 * whoever keeps the document locks it now, for documents come before positions everywhere.
 *
 * @param posting the posting that is about to be taken back
 * @param kind what it was about
 * @param document the document that it belongs to, null for none
 */
public record AboutToReverse(long posting, PostingKind kind, String document) {}
