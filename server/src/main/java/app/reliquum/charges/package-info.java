/**
 * What goods of a receipt or a transfer cost besides their price, and what they cost otherwise than
 * the receipt said.
 *
 * <p>{@link Charges} shares an amount out over the lines that a document has brought in. What falls
 * on goods that are still there becomes part of their cost; what falls on goods that have gone goes
 * to an account of its own.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Charges",
    allowedDependencies = {"api", "approvals", "catalog", "costing", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.charges;
