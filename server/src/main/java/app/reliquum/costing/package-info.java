/**
 * What goods cost: pools, their layers, and the value of every ledger line.
 *
 * <p>{@link Costs} values the lines of a posting within its transaction, by the rules of {@code
 * core.costing}; {@link Pools} says which pool a place belongs to. The sum of the layers of a pool
 * is what its postings brought and took, to the cent, which the nightly check compares.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Costing",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.costing;
