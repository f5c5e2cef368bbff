/**
 * Which stock leaves first.
 *
 * <p>A {@link Rule} governs a {@link Scope}; its {@link Policy} orders the {@link Candidate
 * candidates}, and {@link Removal} takes them in that order and says of each why it was taken or
 * passed over. The answer never depends on the order in which candidates are handed in; {@link
 * Replay} shows what another rule would have done.
 */
package app.reliquum.core.removal;
