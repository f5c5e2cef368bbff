/**
 * Where goods are put: the bins that the house would choose for a quantity, and for every bin that
 * was considered the reason why it was taken or passed over.
 *
 * <p>{@link app.reliquum.core.putaway.PutAway} asks stage by stage (home bin, rules, bins that hold
 * the same, empty bins, overflow) and stops when everything has its place, so that a large site
 * costs no more than a small one.
 */
package app.reliquum.core.putaway;
