/**
 * Goods between our own sites: what was asked for, sent, arrived, and what is missing.
 *
 * <p>{@link Transfer} derives the state from the lines, and settles what arrives against what was
 * sent, shipment by shipment. What was sent is in transit until it has arrived or was given up.
 */
package app.reliquum.core.transfer;
