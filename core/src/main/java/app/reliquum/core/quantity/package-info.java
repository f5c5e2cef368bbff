/**
 * How much: exact quantities, the units they are counted in, the packs they come in, and how an
 * item's pieces are told apart.
 *
 * <p>A {@link app.reliquum.core.quantity.Quantity} is a bare exact decimal in the item's base unit.
 * What it is a quantity <em>of</em> stands beside it; {@link
 * app.reliquum.core.quantity.MeasureRule} says which quantities an item allows.
 */
package app.reliquum.core.quantity;
