/**
 * What stock is worth and what changed that, the journal for the accounts, and how goods are used.
 *
 * <p>{@link StockValue}, {@link Accounts} and {@link Usage} only read: they sum ledger lines as
 * {@code costing} has valued them, and every sum can be followed down to its lines.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Value",
    allowedDependencies = {"api", "costing", "places", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.value;
