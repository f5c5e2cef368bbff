/**
 * What is to be bought: who asked for it, who agreed, and the order that came of it.
 *
 * <p>{@link Requisitions} keeps them from asking to ordering. Nobody agrees to their own, and one
 * becomes one order line, once.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Supply",
    allowedDependencies = {"api", "catalog", "documents", "inbound", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.supply;
