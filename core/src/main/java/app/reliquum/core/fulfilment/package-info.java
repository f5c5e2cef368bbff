/**
 * How far documents about goods are, and what may be done with them next.
 *
 * <p>{@link app.reliquum.core.fulfilment.Demand} is what a line wants and what has become of it;
 * {@link app.reliquum.core.fulfilment.Outbound} and {@link app.reliquum.core.fulfilment.Transfer}
 * derive from it how far an order or a transfer is, {@link app.reliquum.core.fulfilment.Arrival}
 * sets what comes against what was ordered. Each says what may be done next, as a list whose first
 * is what is usually done. The invariant: a state follows from the lines alone, and nothing that is
 * left out of the list is accepted by the house.
 */
package app.reliquum.core.fulfilment;
