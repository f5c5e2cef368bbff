/**
 * How far an outbound order is.
 *
 * <p>{@link Outbound} derives the state from what was asked for, withdrawn, reserved, picked,
 * packed and gone. Nothing is reserved or picked that was not asked for, and no state is kept that
 * does not follow from the lines.
 */
package app.reliquum.core.outbound;
