/**
 * What is to be bought: who asked for it, who agreed, and the order that came of it.
 *
 * <p>{@link Requisitions} keeps them from asking to ordering. What is worth no more than the limit
 * of who asks is agreed to at once; a line becomes part of one order, once.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Supply",
    allowedDependencies = {"api", "approvals", "catalog", "documents", "inbound", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.supply;
