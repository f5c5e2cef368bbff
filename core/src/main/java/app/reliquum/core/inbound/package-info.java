/**
 * What is expected to come in: how receipts are set against the lines of an order.
 *
 * <p>{@link Arrival} spreads what has come over the lines that expect it, says how much an order
 * may take at the most, and how far it is. What comes is received once: on lines, or beyond them by
 * someone's word.
 */
package app.reliquum.core.inbound;
