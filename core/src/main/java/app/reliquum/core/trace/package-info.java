/**
 * Where goods came from and where they went: a graph over the lines of the ledger.
 *
 * <p>Each line is an edge between two places. {@link app.reliquum.core.trace.Trace} follows a lot
 * or a piece from edge to edge, and through jobs to what it was made of and what was made of it;
 * {@link app.reliquum.core.trace.TraceBalance} shows that nothing is missing on the way.
 */
package app.reliquum.core.trace;
