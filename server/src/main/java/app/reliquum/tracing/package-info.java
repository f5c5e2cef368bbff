/**
 * Looking back along goods: where lots, pieces and unit loads came from and where they went.
 *
 * <p>{@link Tracing} reads the ledger for {@code core.trace} and names what it finds: places,
 * documents, and who is on the other side of them.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Tracing",
    allowedDependencies = {"api", "catalog", "search", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.tracing;
