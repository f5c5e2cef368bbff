/**
 * What buying comes to, and what a supplier's answer means.
 *
 * <p>{@link app.reliquum.core.purchasing.TaxRate} is a tax by name and rate, {@link
 * app.reliquum.core.purchasing.OrderTotals} adds up an order with its taxes, {@link
 * app.reliquum.core.purchasing.ResponseLine} says what the answer to a line wants of it. The
 * invariants: what is to be paid is the sum of what the lines come to and of the taxes that are
 * shown, to the last digit of the currency; and an answer never takes off what has come already.
 */
package app.reliquum.core.purchasing;
