/**
 * Pick faces that run low, and what is brought to them from bulk.
 *
 * <p>{@link app.reliquum.core.refill.PickFace} knows when a home bin is to be refilled and with how
 * much, {@link app.reliquum.core.refill.Refill} what it is taken from, by the removal rules, and in
 * which order refills are done.
 */
package app.reliquum.core.refill;
