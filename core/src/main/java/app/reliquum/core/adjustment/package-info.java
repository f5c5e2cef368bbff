/**
 * Putting the book right and lending goods out: what a movement kind may be for, which way it lets
 * goods go, and what of a loan is still out.
 *
 * <p>{@link app.reliquum.core.adjustment.Purpose} says what is wrong with a kind, {@link
 * app.reliquum.core.adjustment.Direction} which {@link app.reliquum.core.adjustment.Way ways} it
 * allows. Always true: no more comes back of a loan than is out.
 */
package app.reliquum.core.adjustment;
