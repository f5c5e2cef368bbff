/**
 * The ledger: lines that move goods between two spots, postings that hold them together, and the
 * rules that every posting must keep.
 *
 * <p>Items, lots, serials, places and unit loads are named by their numbers; 0 stands for none.
 * {@link app.reliquum.core.ledger.BalanceRules} decides, on facts that are handed in; {@link
 * app.reliquum.core.ledger.Book} is the whole ledger in memory, the measure that a stored one is
 * held against.
 */
package app.reliquum.core.ledger;
